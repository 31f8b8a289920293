"""Comparing the bars of a rack on one vehicle."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.arguments import FloatArray
from axlecore.axle import Axle, bar_roll_stiffness, link_span
from axlecore.bar import Bar, bar_rates
from axlecore.errors import InputError
from axlecore.evaluate import (
    REFERENCE_BEND_M_S2,
    axle_stiffness,
    reference_side_force,
)
from axlecore.measure import Record
from axlecore.rig import Action, SetUp, Vehicle
from axlecore.steady import FRONT, REAR, roll_model, solve
from axlecore.wind import side_area

AXLES = {"front": FRONT, "rear": REAR}


@dataclass(frozen=True)
class Outcome(Record):
    """What one bar would do.

    Attributes
    ----------
    rate_n_per_m : float
        Bar rate at the eyes [N/m].
    lean_rad, wind_lean_rad : list of float
        In the reference bend and the reference wind, one a load state [rad].
    front_share : list of float
        Front axle's share of load transfer in a bend, one a load state.
    """

    rate_n_per_m: float
    lean_rad: list[float]
    wind_lean_rad: list[float]
    front_share: list[float]


def axle_named(vehicle: Vehicle, axle_name: str) -> Axle:
    """Return an axle of a vehicle by its name.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    axle_name : str
        "front" or "rear".

    Raises
    ------
    InputError
        ``axle`` is neither.
    """
    if axle_name not in AXLES:
        raise InputError("axle", f"Read “{axle_name[:20]}”; the axle is front or rear.")
    axle: Axle = getattr(vehicle, axle_name)
    return axle


def short_list(
    vehicle: Vehicle,
    set_up: SetUp,
    axle_name: str,
    action: Action,
    motion_gain: float,
    bars: Sequence[Bar],
    hole: int = 0,
) -> list[Outcome]:
    """Return what each bar would do on one axle, the other axle as chosen.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen so far; the choice of the other axle stays.
    axle_name : str
        "front" or "rear".
    action : Action
        What would be done with the bar.
    motion_gain : float
        Arm-tip travel per axle travel.
    bars : sequence of Bar
        Candidates.
    hole : int
        Hole of all of them, 0 the outermost.

    Returns
    -------
    list of Outcome
        One a bar, in the same order.

    Raises
    ------
    InputError
        ``axle`` is neither, or ``action`` does not suit the axle.
    UnstableError
        The vehicle tips over by itself.
    """
    axle = axle_named(vehicle, axle_name)
    if (axle.standard_bar is None) != (action is Action.NEW):
        raise InputError("action", f"“{action}” does not suit the {axle_name} axle.")
    if not bars:
        return []
    pair = axle_stiffness(vehicle, set_up)
    base = np.array([pair[FRONT].after.suspension, pair[REAR].after.suspension])
    here = pair[AXLES[axle_name]]
    kept = here.before.suspension
    if action is Action.REPLACE:
        kept -= here.before.standard_bar
    rates = bar_rates(bars, [hole] * len(bars))
    added = bar_roll_stiffness(rates, link_span(axle), motion_gain)
    suspension = np.tile(base, (len(bars), 1))
    suspension[:, AXLES[axle_name]] = kept + added
    axles = [end.after for end in pair]
    # On this axle the standard bar stays as it is, with its play, unless it is taken off.
    axles[AXLES[axle_name]] = here.before
    late = np.array([[end.standard_bar for end in axles]])
    if action is Action.REPLACE:
        late[0, AXLES[axle_name]] = 0.0
    free = np.array([[end.free_lean_rad for end in axles]])
    return _outcomes(vehicle, rates, suspension, late, free)


def _outcomes(
    vehicle: Vehicle,
    rates: FloatArray,
    suspension: FloatArray,
    late: FloatArray,
    free: FloatArray,
) -> list[Outcome]:
    states = vehicle.load_states
    rows_of_bars = np.repeat(suspension, len(states), axis=0)
    model = roll_model(vehicle, states * len(rates), rows_of_bars, late, free)
    area = side_area(vehicle.profile)
    force = reference_side_force(vehicle, area)
    rows = len(rates) * len(states)
    answer = solve(
        model,
        [REFERENCE_BEND_M_S2, 0.0],
        [0.0, force],
        np.full(rows, area.centre_height_m),
        np.full(rows, area.centre_behind_front_axle_m),
    )
    lean = answer.lean_rad.reshape(len(rates), len(states), 2)
    share = answer.front_share.reshape(len(rates), len(states), 2)
    return [
        Outcome(
            rate_n_per_m=float(rates[row]),
            lean_rad=lean[row, :, 0].tolist(),
            wind_lean_rad=lean[row, :, 1].tolist(),
            front_share=share[row, :, 0].tolist(),
        )
        for row in range(len(rates))
    ]
