"""Manoeuvres in time: what a bend, a gust or a bump does to the lean, before and after."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np
import numpy.typing as npt

from axlecore.lean.roll_model import RollModel
from axlecore.lean.steady import Push, at_sprung_centre
from axlecore.motion import gusts
from axlecore.motion.response import state_matrix
from axlecore.quantities.arguments import FloatArray, above_zero
from axlecore.vehicle.ends import FRONT, REAR

#: A pole with less imaginary part than this does not swing.
_REAL = 1e-12
#: A lean that stays within this part of its largest change has settled.
_SETTLED = 0.05
#: A swing below this part of the first is not counted.
_SMALLEST_SWING = 0.1


@dataclass(frozen=True)
class Inputs:
    """What acts on a body over time; linear between the samples.

    Attributes
    ----------
    lateral_acceleration_m_s2 : ndarray, (runs, samples)
        Of the vehicle.
    side_force_n : ndarray, (runs, samples)
        Of the wind.
    road_roll_rad : ndarray, (runs, samples, 2)
        Height difference over the track under front and rear axle.
    """

    lateral_acceleration_m_s2: FloatArray
    side_force_n: FloatArray
    road_roll_rad: FloatArray


@dataclass(frozen=True)
class Motion:
    """How a body moves.

    Attributes
    ----------
    lean_rad, lean_rate_rad_s, lean_acceleration_rad_s2 : ndarray, (runs, samples)
        Body lean against the ground and its rates.
    tyre_roll_rad : ndarray, (runs, samples, 2)
        Each axle against the ground.
    """

    lean_rad: FloatArray
    lean_rate_rad_s: FloatArray
    lean_acceleration_rad_s2: FloatArray
    tyre_roll_rad: FloatArray


def _systems(
    model: RollModel, inertia: FloatArray, damping: FloatArray, push: Push
) -> tuple[FloatArray, FloatArray]:
    """State and input matrices, (n, 4, 4) and (n, 4, 4 inputs): a_y, F, road front, road rear."""
    states = state_matrix(model, inertia, damping)
    inputs = np.zeros((len(states), 4, 4))
    centre = model.roll_centre_height_m
    mass = model.axle_sprung_mass_kg
    # Y_i·h_i: the side force at roll-centre height that rolls each axle on its tyres.
    per_acceleration = mass * centre + model.unsprung_mass_kg * model.unsprung_height_m
    per_force = push.at_axles(model) * centre
    inputs[:, 1, 0] = (model.sprung_mass_kg * model.arm_m + per_acceleration.sum(axis=1)) / inertia
    lever = push.height_m - model.roll_axis_height_at(push.behind_front_axle_m)
    inputs[:, 1, 1] = (lever + per_force.sum(axis=1)) / inertia
    inputs[:, 2:, 0], inputs[:, 2:, 1] = per_acceleration / damping, per_force / damping
    # A road that rolls by q lifts the tyre's foot: K_t·(θ − q) in place of K_t·θ.
    inputs[:, 1, 2:] = model.tyre_n_m_per_rad / inertia[:, None]
    inputs[:, [2, 3], [2, 3]] = model.tyre_n_m_per_rad / damping
    return states, inputs


def simulate(
    model: RollModel,
    inertia_kg_m2: npt.ArrayLike,
    damping_n_m_s_per_rad: npt.ArrayLike,
    inputs: Inputs,
    step_s: float,
    push: Push | None = None,
) -> list[Motion]:
    """Return how each of several vehicles moves through the same runs, from rest.

    Parameters
    ----------
    model : RollModel
        n vehicles; play is left out.
    inertia_kg_m2 : array_like, (n,)
        About the roll axis [kg·m²], above zero.
    damping_n_m_s_per_rad : array_like, (n, 2)
        Of both axles in roll, above zero.
    inputs : Inputs
        Runs of equal length.
    step_s : float
        Between samples [s], above zero.
    push : Push or None
        Where the side force acts; None is the sprung centre.

    Returns
    -------
    list of Motion
        One a vehicle.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    Exact for inputs that are linear between samples: the first-order hold by the matrix
    exponential, split into the system's own modes so that each is a one-pole filter.
    Source: Franklin, Powell & Workman, *Digital Control of Dynamic Systems*, 3rd ed., ch. 6;
    Van Loan, *IEEE Trans. Automatic Control* 23 (1978).
    """
    above_zero("step_s", step_s, "Time step")
    inertia = above_zero("inertia_kg_m2", inertia_kg_m2, "Roll inertia")
    damping = above_zero("damping_n_m_s_per_rad", damping_n_m_s_per_rad, "Roll damping")
    where = at_sprung_centre(model) if push is None else push
    states, drives = _systems(model, inertia, damping, where)
    acting = np.concatenate(
        [
            inputs.lateral_acceleration_m_s2[..., None],
            inputs.side_force_n[..., None],
            inputs.road_roll_rad,
        ],
        axis=-1,
    )
    return [_run(a, b, acting, step_s) for a, b in zip(states, drives, strict=True)]


def _run(a: FloatArray, b: FloatArray, acting: FloatArray, step: float) -> Motion:
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import linalg, signal

    size, inputs = b.shape
    # Van Loan: one exponential gives the step's own part and both ends of the ramp.
    block = np.zeros((size + 2 * inputs,) * 2)
    block[:size, :size] = a * step
    block[:size, size : size + inputs] = b * step
    block[size : size + inputs, size + inputs :] = np.eye(inputs)
    whole = linalg.expm(block)
    own = whole[:size, :size]
    held, ramp = whole[:size, size : size + inputs], whole[:size, size + inputs :]
    values, vectors = np.linalg.eig(own)
    # Of a swinging pair one is enough: the other is its mirror image and doubles it.
    kept = np.flatnonzero(values.imag > -_REAL)
    poles, twice = values[kept], np.where(values[kept].imag > _REAL, 2.0, 1.0)
    to_modes = np.linalg.inv(vectors)[kept]
    start, end = _rows(to_modes @ (held - ramp)), _rows(to_modes @ ramp)
    columns = vectors[:, kept] * twice
    weights = np.concatenate([columns.real, -columns.imag], axis=1)
    states, rates = [], []
    for run in acting:
        # Most runs have one input; the others would only multiply zeros.
        used = np.flatnonzero(run.any(axis=0))
        push = np.ascontiguousarray(run[:, used].T)
        driven = np.zeros((2 * len(kept), len(run)))
        driven[:, 1:] = start[:, used] @ push[:, :-1] + end[:, used] @ push[:, 1:]
        modes = np.zeros_like(driven)
        for k, pole in enumerate(poles):
            if abs(pole.imag) <= _REAL:
                modes[k] = signal.lfilter([1.0], [1.0, -pole.real], driven[k])
                continue
            both = signal.lfilter([1.0], [1.0, -pole], driven[k] + 1j * driven[len(kept) + k])
            modes[k], modes[len(kept) + k] = both.real, both.imag
        states.append(weights @ modes)
        rates.append(a[1] @ states[-1] + b[1, used] @ push)
    state = np.stack(states, axis=1)
    return Motion(state[0], state[1], np.stack(rates), np.moveaxis(state[2:], 0, -1))


def _rows(matrix: npt.NDArray[np.complex128]) -> FloatArray:
    """Real rows over imaginary rows, so that the long products stay real."""
    return np.concatenate([matrix.real, matrix.imag])


@dataclass(frozen=True)
class Marks:
    """What is read off a motion, one a run.

    Attributes
    ----------
    peak_lean_rad, peak_rate_rad_s : ndarray, (runs,)
        Largest, without sign.
    overshoot : ndarray, (runs,)
        Largest lean over the last, less one; zero where it ends at rest.
    swings : ndarray of int, (runs,)
        Half-swings about the end above a tenth of the first.
    settled_s : ndarray, (runs,)
        How long after the manoeuvre's own end the lean stays within a twentieth of its largest
        change [s]; zero where it already does.
    head_toss_m_s2 : ndarray, (runs,)
        Largest sideways acceleration of a head at the given height over the roll axis.
    """

    peak_lean_rad: FloatArray
    peak_rate_rad_s: FloatArray
    overshoot: FloatArray
    swings: npt.NDArray[np.int_]
    settled_s: FloatArray
    head_toss_m_s2: FloatArray


def marks(
    motion: Motion, step_s: float, head_over_roll_axis_m: float, ended_s: FloatArray
) -> Marks:
    """Return what people feel of a motion.

    Parameters
    ----------
    motion : Motion
        Of one vehicle.
    step_s : float
        Between samples [s].
    head_over_roll_axis_m : float
        Height of a seated head over the roll axis [m].
    ended_s : ndarray, (runs,)
        When each manoeuvre itself is over, see `ends_of`.

    Notes
    -----
    Head toss is φ̈ times that height: the sharp part, not the steady lean.
    """
    lean = motion.lean_rad
    end = lean[:, -1:]
    about = lean - end
    largest = np.abs(about).max(axis=1)
    away = np.abs(about) > _SETTLED * largest[:, None]
    last = lean.shape[1] - 1 - np.argmax(away[:, ::-1], axis=1)
    settled = np.where(away.any(axis=1), np.maximum((last + 1) * step_s - ended_s, 0.0), 0.0)
    peak = np.abs(lean).max(axis=1)
    rests = np.abs(end[:, 0]) <= _SETTLED * peak
    over = np.where(rests, 0.0, peak / np.where(rests, 1.0, np.abs(end[:, 0])) - 1)
    return Marks(
        peak_lean_rad=peak,
        peak_rate_rad_s=np.abs(motion.lean_rate_rad_s).max(axis=1),
        overshoot=over,
        swings=np.array([_swings(row) for row in about]),
        settled_s=settled,
        head_toss_m_s2=np.abs(motion.lean_acceleration_rad_s2).max(axis=1) * head_over_roll_axis_m,
    )


def _swings(about_end: FloatArray) -> int:
    """Half-swings after the largest, on either side of the end's level, above a tenth of it."""
    crossing = np.flatnonzero(np.diff(np.signbit(about_end)))
    starts = np.concatenate([[0], crossing + 1])
    heights = np.maximum.reduceat(np.abs(about_end), starts)
    largest = int(np.argmax(heights))
    return int(np.sum(heights[largest + 1 :] > _SMALLEST_SWING * heights[largest]))


#: Names of the manoeuvres, in the order `standard_runs` gives them.
MANOEUVRES = (
    "steady bend",
    "slalom",
    "lane change",
    "double lane change",
    "gust",
    "bridge end",
    "passing truck",
    "one-side bump",
    "both-side bump",
)


@dataclass(frozen=True)
class Course:
    """How the manoeuvres are driven.

    Attributes
    ----------
    road_speed_m_s : float
        Road speed, above zero.
    lateral_m_s2 : float
        Of the bend and the turns.
    slalom_spacing_m, lane_length_m : float
        Between cones; of one lane change along the road.
    gust_length_m, vehicle_length_m, truck_length_m : float
        Lengths along the road.
    wind_force_n, truck_force_n : float
        Side forces at their strongest.
    passing_speed_m_s : float
        Of the truck past the vehicle.
    bump_m, bump_length_m : float
        Height and length of the bump.
    """

    road_speed_m_s: float = 25.0
    lateral_m_s2: float = 2.942
    slalom_spacing_m: float = 36.0
    lane_length_m: float = 60.0
    gust_length_m: float = 60.0
    vehicle_length_m: float = 8.0
    truck_length_m: float = 18.0
    wind_force_n: float = 4000.0
    truck_force_n: float = 1500.0
    passing_speed_m_s: float = 6.0
    bump_m: float = 0.05
    bump_length_m: float = 1.0


#: When every manoeuvre begins, how long a bend is steered into, and how many half-waves a slalom
#: has.
_BEGIN_S, _STEER_S, _HALF_WAVES = 1.0, 0.5, 12


def ends_of(course: Course, model: RollModel) -> FloatArray:
    """Return when each manoeuvre of `MANOEUVRES` itself is over, (9,) [s].

    Parameters
    ----------
    course : Course
        How they are driven.
    model : RollModel
        One vehicle: its wheelbase.

    Notes
    -----
    A bend is over when it is steered into, a bridge's end when the vehicle is out of its lee.
    """
    speed = course.road_speed_m_s
    bumped = (float(model.wheelbase_m[0]) + course.bump_length_m) / speed
    return _BEGIN_S + np.array(
        [
            _STEER_S,
            _HALF_WAVES * course.slalom_spacing_m / speed,
            course.lane_length_m / speed,
            2 * course.lane_length_m / speed,
            course.gust_length_m / speed,
            course.vehicle_length_m / speed,
            course.truck_length_m / course.passing_speed_m_s,
            bumped,
            bumped,
        ]
    )


def standard_runs(course: Course, model: RollModel, time_s: FloatArray) -> Inputs:
    """Return the inputs of every manoeuvre of `MANOEUVRES`, each beginning after one second.

    Parameters
    ----------
    course : Course
        How they are driven.
    model : RollModel
        One vehicle: wheelbase and tracks.
    time_s : ndarray, (samples,)
        Times, evenly spaced from 0 [s].

    Returns
    -------
    Inputs
        (9 runs, samples). A bump on both sides rolls nothing, by construction.

    Notes
    -----
    Turns are sines: a slalom of wavelength twice the spacing, a lane change one period, a
    double one two periods of opposite sign. The rear axle meets a bump a wheelbase later.
    Source: ISO 3888-1 for the double lane change's idea, not its cones.
    """
    time = np.asarray(time_s, dtype=float)
    acceleration = np.zeros((len(MANOEUVRES), len(time)))
    force = np.zeros_like(acceleration)
    road = np.zeros((*acceleration.shape, 2))
    begun = time - _BEGIN_S
    acceleration[0] = course.lateral_m_s2 * np.clip(begun / _STEER_S, 0, 1)
    slalom = np.pi * begun * course.road_speed_m_s / course.slalom_spacing_m
    acceleration[1] = np.where(
        (begun >= 0) & (slalom <= _HALF_WAVES * np.pi), course.lateral_m_s2 * np.sin(slalom), 0
    )
    lane = begun * course.road_speed_m_s / course.lane_length_m
    acceleration[2] = np.where((lane >= 0) & (lane <= 1), np.sin(2 * np.pi * lane), 0)
    back = np.where((lane > 1) & (lane <= 2), -np.sin(2 * np.pi * lane), 0)
    acceleration[3] = acceleration[2] + back
    acceleration[2:4] *= course.lateral_m_s2
    force[4] = course.wind_force_n * gusts.gust(
        time, _BEGIN_S, course.gust_length_m, course.road_speed_m_s
    )
    force[5] = course.wind_force_n * gusts.bridge_end(
        time, _BEGIN_S, course.vehicle_length_m, course.road_speed_m_s
    )
    force[6] = course.truck_force_n * gusts.passing_truck(
        time, _BEGIN_S, course.truck_length_m, course.passing_speed_m_s
    )
    road[7] = _bump_roads(course, model, begun)
    return Inputs(acceleration, force, road)


def _bump_roads(course: Course, model: RollModel, begun_s: FloatArray) -> FloatArray:
    """Roll of the road under front and rear, (samples, 2), over a bump on one side [rad]."""
    roads = [
        course.bump_m
        / float(model.track_m[0, axle])
        * gusts.gust(
            begun_s,
            axle * float(model.wheelbase_m[0]) / course.road_speed_m_s,
            course.bump_length_m,
            course.road_speed_m_s,
        )
        for axle in (FRONT, REAR)
    ]
    return np.stack(roads, axis=1)


#: How finely a bump is followed, and how long after the rear wheels have left it: the head is
#: tossed hardest while a wheel is on it.
_BUMP_STEP_S, _AFTER_BUMP_S = 0.005, 0.25


def bump_toss(
    model: RollModel,
    inertia_kg_m2: npt.ArrayLike,
    damping_n_m_s_per_rad: npt.ArrayLike,
    course: Course,
    head_over_roll_axis_m: float,
) -> FloatArray:
    """Return the head toss of a one-side bump for many set-ups of one vehicle, (n,) [m/s²].

    Parameters
    ----------
    model : RollModel
        n set-ups of a vehicle of one wheelbase and track; play is left out.
    inertia_kg_m2 : array_like, (n,) or (1,)
        About the roll axis [kg·m²], above zero.
    damping_n_m_s_per_rad : array_like, (n, 2) or (1, 2)
        Of both axles in roll, above zero.
    course : Course
        Its speed and bump.
    head_over_roll_axis_m : float
        Height of a seated head over the roll axis [m].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    The same answer as `simulate` and `marks` on that run, all set-ups in one step: each in its
    own modes, where a ramp from sample to sample is exact. Source: Franklin, Powell & Workman,
    *Digital Control of Dynamic Systems*, 3rd ed., ch. 6.
    """
    count = len(model.sprung_mass_kg)
    inertia = np.broadcast_to(above_zero("inertia_kg_m2", inertia_kg_m2, "Roll inertia"), (count,))
    damping = np.broadcast_to(
        above_zero("damping_n_m_s_per_rad", damping_n_m_s_per_rad, "Roll damping"), (count, 2)
    )
    states, drives = _systems(model, inertia, damping, at_sprung_centre(model))
    crossed_s = (float(model.wheelbase_m[0]) + course.bump_length_m) / course.road_speed_m_s
    time = np.arange(0, crossed_s + _AFTER_BUMP_S, _BUMP_STEP_S)
    road = _bump_roads(course, model, time)
    poles, vectors = np.linalg.eig(states)
    pushed = np.linalg.inv(vectors) @ drives[:, :, 2:]
    grown = np.exp(poles * _BUMP_STEP_S)
    held = (grown - 1) / poles
    ramp = (grown - 1 - poles * _BUMP_STEP_S) / (poles**2 * _BUMP_STEP_S)
    per_old, per_new = (held - ramp)[..., None] * pushed, ramp[..., None] * pushed
    seen = np.einsum("nj,njk->nk", states[:, 1], vectors)
    modes = np.zeros((count, 4), dtype=complex)
    largest = np.zeros(count)
    for old, new in pairwise(road):
        modes = grown * modes + per_old @ old + per_new @ new
        toss = np.abs((seen * modes).sum(axis=1).real + drives[:, 1, 2:] @ new)
        largest = np.maximum(largest, toss)
    return largest * head_over_roll_axis_m
