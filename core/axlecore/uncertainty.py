"""What each number costs in certainty: how far the lean moves within that number's band."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from axlecore.entry import fit_part, walk
from axlecore.errors import CoreError
from axlecore.evaluate import REFERENCE_BEND_M_S2, axle_stiffness, model_of
from axlecore.loads import LoadKey
from axlecore.measure import Known, Record
from axlecore.rig import SetUp, Vehicle
from axlecore.steady import solve

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
    states = tuple(state for state in vehicle.load_states if state.key is key)
    front, rear = axle_stiffness(vehicle, set_up)
    model = model_of(vehicle, (front.after, rear.after), states)
    return float(solve(model, REFERENCE_BEND_M_S2).lean_rad[0, 0])


def certainty(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> Certainty:
    """Return the band of the lean and what each number of the sheet adds to it.

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
    First order, each number moved by its band alone; independent, so bands add by squares.
    Source: JCGM 100:2008 (GUM), 5.1.2.
    """
    here = vehicle.weighed(key)
    lean = reference_lean(vehicle, set_up, key)
    costs = []
    for path, rule, found in walk(vehicle):
        elsewhere = path.startswith("load_states.") and not path.startswith(f"load_states.{here}.")
        if elsewhere or found.tolerance == 0:
            continue
        share = _share(vehicle, set_up, key, path, lean)
        if share >= _LEAST_SHARE:
            costs.append(Cost(path, rule.label, found.known, share))
    costs.sort(key=lambda cost: -cost.share)
    band = math.hypot(*(cost.share for cost in costs)) * lean if costs else 0.0
    return Certainty(key, lean, band, costs)


def _share(vehicle: Vehicle, set_up: SetUp, key: LoadKey, path: str, lean: float) -> float:
    found = next(value for place, _, value in walk(vehicle) if place == path)
    for step in (found.tolerance, -found.tolerance):
        moved = replace(found, value=found.value + step)
        try:
            tried = reference_lean(fit_part(vehicle, path, moved), set_up, key)
        except CoreError:
            # One end of the band is no vehicle; the other end tells as well.
            continue
        return float(np.abs(tried / lean - 1))
    return 0.0
