"""What each number costs in certainty: how far the lean moves within that number's band."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from axlecore.lean.draws import (
    Uncertain,
    each_moved,
    is_conditioned,
    readings_of,
    settled,
    uncertain_numbers,
)
from axlecore.lean.evaluate import REFERENCE_BEND_M_S2
from axlecore.lean.monte_carlo import drawn_model
from axlecore.lean.roll_model import model_of
from axlecore.lean.steady import solve
from axlecore.quantities.measure import Known, Record
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle

#: Below this part of the answer a number is not worth measuring again.
_LEAST_SHARE = 0.001


@dataclass(frozen=True)
class Cost(Record):
    """What one number's band does to the lean.

    Attributes
    ----------
    place : str
        Path of the number.
    label : str
        The trade's name for it.
    known : Known
        How it is known.
    share : float
        Change of the lean within the band, as a part of the lean; zero or more.
    """

    place: str
    label: str
    known: Known
    share: float


@dataclass(frozen=True)
class Certainty(Record):
    """How sure the lean of one load state is.

    Attributes
    ----------
    state : LoadKey
        Which state.
    lean_rad, band_rad : float
        In the reference bend with what is chosen, and the half width of its band [rad].
    costs : list of Cost
        What each number adds to the band, most first.
    """

    state: LoadKey
    lean_rad: float
    band_rad: float
    costs: list[Cost]


def reference_lean(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> float:
    """Return the lean in the reference bend with what is chosen [rad].

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        A load state of the sheet.

    Raises
    ------
    UnstableError
        The vehicle tips over by itself.
    """
    return float(solve(model_of(vehicle, set_up, key), REFERENCE_BEND_M_S2).lean_rad[0, 0])


def certainty(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> Certainty:
    """Return the band of the lean and what each number of sheet and choice adds to it.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        A load state of the sheet.

    Returns
    -------
    Certainty
        Costs below a thousandth of the lean left out.

    Raises
    ------
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    First order, each number moved by its band alone; independent, so bands add by squares. Where
    the springs are corrected by a test, the correction moves along so that the test still holds,
    and the test's own readings count. Source: JCGM 100:2008 (GUM), 5.1.2.
    """
    state = vehicle.weighed(key)
    lean = reference_lean(vehicle, set_up, key)
    numbers = _numbers(vehicle, set_up, state)
    leans = solve(
        drawn_model(vehicle, set_up, state, settled(vehicle, each_moved(numbers)))[0],
        REFERENCE_BEND_M_S2,
    ).lean_rad[:, 0]
    costs = [
        Cost(one.path, one.label, one.measured.known, float(share))
        for one, share in zip(numbers, np.abs(leans[: len(numbers)] / lean - 1), strict=True)
        if share >= _LEAST_SHARE
    ]
    costs.sort(key=lambda cost: -cost.share)
    band = math.hypot(*(cost.share for cost in costs)) * lean if costs else 0.0
    return Certainty(key, lean, band, costs)


def _numbers(vehicle: Vehicle, set_up: SetUp, state: int) -> list[Uncertain]:
    if not is_conditioned(vehicle):
        return uncertain_numbers(vehicle, set_up, {state})
    states = {state, vehicle.weighed(vehicle.roll_test.state)}
    numbers = uncertain_numbers(vehicle, set_up, states)
    # What the test settled is as sure as its readings; the factor itself follows from them.
    own = [one for one in numbers if one.path != "spring_correction"]
    return [*own, *readings_of(vehicle)]
