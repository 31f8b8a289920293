"""One vehicle through every manoeuvre, before and after: curves to be replayed, and marks."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from axlecore.lean.evaluate import REFERENCE_WIND_M_S, push_at
from axlecore.lean.roll_model import RollModel, model_of, static_wheel_loads
from axlecore.lean.rough_ground import articulation, body_rock
from axlecore.motion.gusts import truck_force
from axlecore.motion.manoeuvres import MANOEUVRES, Course, ends_of, marks, simulate, standard_runs
from axlecore.motion.response import rocking
from axlecore.motion.roll_test import damping_of, head_over_roll_axis, inertia_of
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle
from axlecore.vehicle.side_wind import side_area, side_force

#: How finely a replay is sampled, and how long it goes on after a manoeuvre is over.
STEP_S, AFTERWARDS_S = 0.005, 9.0
#: Gap to a truck in the next lane [m].
TRUCK_GAP_M = 1.5


@dataclass(frozen=True)
class Replay(Record):
    """One vehicle in one set-up through every manoeuvre.

    Attributes
    ----------
    manoeuvres : list of str
        Names, in the order of every list below.
    step_s : float
        Between samples of the curves [s].
    ended_s : list of float
        When each manoeuvre itself is over [s].
    lean_rad : list of list of float
        Lean over time, one curve a manoeuvre, each until some seconds after its end [rad].
    peak_lean_rad, peak_rate_rad_s, head_toss_m_s2, settled_s : list of float
        Marks of each manoeuvre; settling is counted from its end.
    manoeuvre_swings : list of int
        Half-swings after the largest.
    frequency_hz, damping_ratio, overshoot : float
        Free rocking.
    swings : int
        Half-swings above a tenth of a first lean.
    body_rock : list of float
        Lean per roll of the road under front and rear.
    articulation_rad : float
        Twist of the road at which a wheel hangs or a stop is met.
    """

    manoeuvres: list[str]
    step_s: float
    ended_s: list[float]
    lean_rad: list[list[float]]
    peak_lean_rad: list[float]
    peak_rate_rad_s: list[float]
    head_toss_m_s2: list[float]
    settled_s: list[float]
    manoeuvre_swings: list[int]
    frequency_hz: float
    damping_ratio: float
    overshoot: float
    swings: int
    body_rock: list[float]
    articulation_rad: float


def replay(vehicle: Vehicle, set_up: SetUp, key: LoadKey, course: Course) -> tuple[Replay, Replay]:
    """Return a vehicle's manoeuvres before and after, in one load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet; roll inertia and damping are its own where tested, else usual.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        A load state of the sheet.
    course : Course
        How the manoeuvres are driven; wind and truck force follow from the vehicle's side.

    Returns
    -------
    tuple of two Replay
        Before, after. Shocks are the same: a stiffer bar swings less far, not less often.

    Raises
    ------
    InputError
        No such load state.
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    Play is left out: a bar works at once.
    """
    at = vehicle.weighed(key)
    models = [model_of(vehicle, chosen, key) for chosen in (SetUp(), set_up)]
    inertia = inertia_of(vehicle, models[0])
    damping = damping_of(vehicle, models[0], inertia)
    static = static_wheel_loads(vehicle)[[at]]
    before, after = (_replay(vehicle, model, inertia, damping, static, course) for model in models)
    return before, after


def free_rocking(vehicle: Vehicle, set_up: SetUp, key: LoadKey, shock_factor: float = 1.0) -> int:
    """Return how many half-swings follow a push with what is chosen.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        A load state of the sheet.
    shock_factor : float
        On the shocks that are there, above zero.
    """
    standing = model_of(vehicle, SetUp(), key)
    inertia = inertia_of(vehicle, standing)
    damping = damping_of(vehicle, standing, inertia) * shock_factor
    return int(rocking(model_of(vehicle, set_up, key), inertia, damping).swings[0])


def _replay(
    vehicle: Vehicle,
    model: RollModel,
    inertia: FloatArray,
    damping: FloatArray,
    static: FloatArray,
    course: Course,
) -> Replay:
    side = side_area(vehicle.profile)
    coefficient = vehicle.profile.side_force_coefficient.value
    wind = float(side_force(side.area_m2, coefficient, course.road_speed_m_s, REFERENCE_WIND_M_S))
    truck = truck_force(side.area_m2, TRUCK_GAP_M, course.road_speed_m_s + course.passing_speed_m_s)
    own = replace(course, wind_force_n=wind, truck_force_n=truck)
    ended = ends_of(own, model)
    time = np.arange(0, ended.max() + AFTERWARDS_S, STEP_S)
    (motion,) = simulate(
        model, inertia, damping, standard_runs(own, model, time), STEP_S, push_at(side)
    )
    found = marks(motion, STEP_S, head_over_roll_axis(vehicle, model), ended)
    lasts = np.ceil((ended + AFTERWARDS_S) / STEP_S).astype(int)
    free = rocking(model, inertia, damping)
    return Replay(
        manoeuvres=list(MANOEUVRES),
        step_s=STEP_S * 4,
        ended_s=np.round(ended, 3).tolist(),
        # A drawing needs no more than fifty frames a second.
        lean_rad=[
            np.round(lean[:last:4], 6).tolist()
            for lean, last in zip(motion.lean_rad, lasts, strict=True)
        ],
        peak_lean_rad=found.peak_lean_rad.tolist(),
        peak_rate_rad_s=found.peak_rate_rad_s.tolist(),
        head_toss_m_s2=found.head_toss_m_s2.tolist(),
        settled_s=found.settled_s.tolist(),
        manoeuvre_swings=found.swings.tolist(),
        frequency_hz=float(free.frequency_hz[0]),
        damping_ratio=float(free.damping_ratio[0]),
        overshoot=float(free.overshoot[0]),
        swings=int(free.swings[0]),
        body_rock=body_rock(model)[0].tolist(),
        articulation_rad=float(articulation(model, static).twist_rad[0]),
    )
