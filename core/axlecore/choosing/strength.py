"""Whether a bar on this vehicle holds: stress at full travel and in a bend, and its life."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from axlecore.bars.bar import bar_rates
from axlecore.bars.fatigue import Fatigue, distance_to_crack, fatigue
from axlecore.bars.steel import STEELS, Steel
from axlecore.bars.stress import StressCurve, stress_along, stress_at_travel
from axlecore.errors import InputError
from axlecore.lean.assembly import rolls_of
from axlecore.lean.evaluate import REFERENCE_BEND_M_S2
from axlecore.lean.roll_model import body_of, roll_model
from axlecore.lean.steady import solve
from axlecore.quantities.measure import Record
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.ends import INDEX_OF_END, End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle, bar_that_counts

#: A mix of duties on mixed roads: bend [g] and how often in 1000 km. The shop's experience,
#: made up to be plausible; a vehicle's own logs are better.
USUAL_DUTY = ((0.1, 3000.0), (0.2, 800.0), (0.3, 120.0), (0.4, 10.0))


@dataclass(frozen=True)
class SteelRow(Record):
    """The same bar in one steel.

    Attributes
    ----------
    key, label : str
        The steel.
    rate_n_per_m : float
        Its rate at the bar's end [N/m]: the same in every row.
    travel_reserve, bend_reserve : float
        Yield over the stress at full travel and in the bend.
    fatigue_reserve, life_km : float or None
        Reserve against endless bends, and distance at the usual mix of duties [km], infinity
        where it lasts for ever; None where nobody knows the steel.
    """

    key: str
    label: str
    rate_n_per_m: float
    travel_reserve: float
    bend_reserve: float
    fatigue_reserve: float | None
    life_km: float | None


@dataclass(frozen=True)
class BarStrength(Record):
    """Stress and life of one bar on one vehicle.

    Attributes
    ----------
    steel : str
        Key of the steel it is judged by.
    steel_known : bool
        Somebody knows it; else spring steel is taken, and no life is promised.
    strength_spread : float
        Half width of the band of the steel's strengths, relative.
    at_full_travel : StressCurve
        Arm tips moved apart by the travel given.
    in_bend : StressCurve
        In the reference bend.
    fatigue : Fatigue or None
        At that bend's amplitude; None where nobody knows the steel.
    life_km : float or None
        At the usual mix of duties; infinity where it lasts for ever, None where nobody knows.
    """

    steel: str
    steel_known: bool
    strength_spread: float
    at_full_travel: StressCurve
    in_bend: StressCurve
    fatigue: Fatigue | None
    life_km: float | None


def steel_rows(vehicle: Vehicle, set_up: SetUp, end: End, own: BarStrength) -> list[SteelRow]:
    """Return the same bar in every steel: one stiffness, many strengths.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    end : End
        Front or rear.
    own : BarStrength
        Of that bar, as `strength` returns it: stresses are the same in every steel.

    Returns
    -------
    list of SteelRow
        In the order of `steel.STEELS`.
    """
    fitted = judged_bar(vehicle, set_up, end)
    rate = float(bar_rates([fitted.bar], [fitted.hole])[0])
    outside, bend = fitted.bar.outside_diameter_m.value, own.in_bend.worst_pa
    return [
        SteelRow(
            steel.key,
            steel.label,
            rate,
            steel.yield_strength_pa / own.at_full_travel.worst_pa,
            steel.yield_strength_pa / bend if bend > 0 else math.inf,
            fatigue(steel, outside, bend).reserve if steel.known else None,
            _life_km(steel, outside, bend),
        )
        for steel in STEELS.values()
    ]


def _life_km(steel: Steel, outside_m: float, bend_pa: float) -> float | None:
    """At the usual mix of duties; None on a guess."""
    if not steel.known:
        return None
    levels, cycles = zip(*USUAL_DUTY, strict=True)
    return distance_to_crack(steel, outside_m, [bend_pa * one / 0.3 for one in levels], cycles)


def judged_bar(vehicle: Vehicle, set_up: SetUp, end: End) -> FittedBar:
    """Return the bar of an axle whose strength is judged: the chosen one, else the standard one.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    end : End
        Front or rear.

    Raises
    ------
    InputError
        ``axle`` has no bar.
    """
    fitted = bar_that_counts(vehicle, set_up, end)
    if fitted is None:
        raise InputError("axle", f"The {end} axle has no bar.")
    return fitted


def strength(
    vehicle: Vehicle, set_up: SetUp, key: LoadKey, end: End, tip_travel_m: float
) -> BarStrength:
    """Return whether the chosen bar of an axle holds, or the standard one where none is chosen.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        A load state of the sheet.
    end : End
        Front or rear.
    tip_travel_m : float
        Travel of each arm tip at full articulation [m].

    Raises
    ------
    InputError
        No such state, or no bar.
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    A bend to either side reverses the stress, so the bend's stress is the amplitude and its
    mean is zero. Force per end by `assembly.BarNumbers.end_force_n`: play takes up the first of
    the twist between body and axle.
    """
    fitted, at = judged_bar(vehicle, set_up, end), INDEX_OF_END[end]
    rolls = rolls_of(vehicle, set_up)
    numbers = rolls[at].standard if set_up.of_end(end) is None else rolls[at].chosen
    answer = solve(roll_model(body_of(vehicle, [vehicle.weighed(key)]), rolls), REFERENCE_BEND_M_S2)
    twist = float(answer.lean_rad[0, 0] - answer.tyre_roll_rad[0, 0, at])
    force = float(np.reshape(numbers.end_force_n(twist), -1)[0])
    in_bend = stress_along(fitted.bar, fitted.hole, force)
    steel = STEELS[fitted.bar.steel]
    outside = fitted.bar.outside_diameter_m.value
    return BarStrength(
        steel=steel.key,
        steel_known=steel.known,
        strength_spread=steel.spread,
        at_full_travel=stress_at_travel(fitted.bar, fitted.hole, tip_travel_m),
        in_bend=in_bend,
        fatigue=fatigue(steel, outside, in_bend.worst_pa) if steel.known else None,
        life_km=_life_km(steel, outside, in_bend.worst_pa),
    )
