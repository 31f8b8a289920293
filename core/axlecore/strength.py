"""Whether a bar on this vehicle holds: stress at full travel and in a bend, and its life."""

from __future__ import annotations

from dataclasses import dataclass

from axlecore.axle import FittedBar, link_span
from axlecore.bar import bar_rates
from axlecore.choose import axle_named
from axlecore.errors import InputError
from axlecore.evaluate import REFERENCE_BEND_M_S2, axle_stiffness, model_of
from axlecore.fatigue import Fatigue, distance_to_crack, fatigue
from axlecore.loads import LoadKey
from axlecore.measure import Record
from axlecore.rig import SetUp, Vehicle
from axlecore.steady import FRONT, REAR, solve
from axlecore.steel import STEELS
from axlecore.stress import StressCurve, stress_along, stress_at_travel

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
        Its rate at the eyes [N/m]: the same in every row.
    travel_reserve, bend_reserve, fatigue_reserve : float
        Yield over the stress at full travel and in the bend; reserve against endless bends.
    life_km : float
        At the usual mix of duties; infinity where it lasts for ever.
    """

    key: str
    label: str
    rate_n_per_m: float
    travel_reserve: float
    bend_reserve: float
    fatigue_reserve: float
    life_km: float


@dataclass(frozen=True)
class BarStrength(Record):
    """Stress and life of one bar on one vehicle.

    Attributes
    ----------
    at_full_travel : StressCurve
        Arm tips moved apart by the travel given.
    in_bend : StressCurve
        In the reference bend.
    fatigue : Fatigue
        At that bend's amplitude.
    life_km : float
        At the usual mix of duties; infinity where it lasts for ever.
    """

    at_full_travel: StressCurve
    in_bend: StressCurve
    fatigue: Fatigue
    life_km: float


def steel_rows(vehicle: Vehicle, set_up: SetUp, axle_name: str, own: BarStrength) -> list[SteelRow]:
    """Return the same bar in every steel: one stiffness, many strengths.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    axle_name : str
        "front" or "rear".
    own : BarStrength
        Of that bar, as `strength` returns it: stresses are the same in every steel.

    Returns
    -------
    list of SteelRow
        In the order of `steel.STEELS`.
    """
    fitted = _judged(vehicle, set_up, axle_name)
    rate = float(bar_rates([fitted.bar], [fitted.hole])[0])
    outside = fitted.bar.outside_diameter_m.value
    rows = []
    for steel in STEELS.values():
        bend = own.in_bend.worst_pa
        levels, cycles = zip(*USUAL_DUTY, strict=True)
        rows.append(
            SteelRow(
                steel.key, steel.label, rate,
                steel.yield_strength_pa / own.at_full_travel.worst_pa,
                steel.yield_strength_pa / bend, fatigue(steel, outside, bend).reserve,
                distance_to_crack(steel, outside, [bend * level / 0.3 for level in levels], cycles),
            )
        )  # fmt: skip
    return rows


def _judged(vehicle: Vehicle, set_up: SetUp, axle_name: str) -> FittedBar:
    """The chosen bar of an axle, else the standard one."""
    axle, choice = axle_named(vehicle, axle_name), getattr(set_up, axle_name)
    fitted: FittedBar | None = choice.fitted if choice is not None else axle.standard_bar
    if fitted is None:
        raise InputError("axle", f"The {axle_name} axle has no bar.")
    return fitted


def strength(
    vehicle: Vehicle, set_up: SetUp, key: LoadKey, axle_name: str, tip_travel_m: float
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
    axle_name : str
        "front" or "rear".
    tip_travel_m : float
        Travel of each arm tip at full articulation [m].

    Raises
    ------
    InputError
        No such state, axle or bar.
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    A bend to either side reverses the stress, so the bend's stress is the amplitude and its
    mean is zero. Force per end K_bar·twist/(w·g) with the twist between body and axle.
    """
    state = vehicle.load_states[vehicle.weighed(key)]
    axle, fitted = axle_named(vehicle, axle_name), _judged(vehicle, set_up, axle_name)
    front, rear = axle_stiffness(vehicle, set_up)
    answer = solve(model_of(vehicle, (front.after, rear.after), (state,)), REFERENCE_BEND_M_S2)
    side = FRONT if axle_name == "front" else REAR
    twist = abs(float(answer.lean_rad[0, 0] - answer.tyre_roll_rad[0, 0, side]))
    travel = twist * link_span(axle) * fitted.motion_gain.value / 2
    force = float(bar_rates([fitted.bar], [fitted.hole])[0]) * travel
    in_bend = stress_along(fitted.bar, fitted.hole, force)
    steel = STEELS[fitted.bar.steel]
    outside = fitted.bar.outside_diameter_m.value
    levels, cycles = zip(*USUAL_DUTY, strict=True)
    return BarStrength(
        at_full_travel=stress_at_travel(fitted.bar, fitted.hole, tip_travel_m),
        in_bend=in_bend,
        fatigue=fatigue(steel, outside, in_bend.worst_pa),
        life_km=distance_to_crack(
            steel, outside, [in_bend.worst_pa * level / 0.3 for level in levels], cycles
        ),
    )
