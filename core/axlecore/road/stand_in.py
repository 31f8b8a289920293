"""A logger that stands in for a real one: what its sensors would have read, faults and all."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from axlecore.lean.roll_model import RollModel, model_of
from axlecore.lean.steady import solve
from axlecore.motion.manoeuvres import Course, Motion, simulate
from axlecore.motion.roll_test import damping_of, inertia_of
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.driving import STEP_S, Drive, Manoeuvre, drive
from axlecore.road.log import RoadLog
from axlecore.road.otherwise import with_bag_lines, with_centre_raised, with_factor
from axlecore.vehicle.axle import AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle

#: Below this a yaw rate from lateral acceleration is no number [m/s].
_CREEPS_M_S = 1.0
#: A hump in the road beside everything else: how high it reads and how long it is.
_HUMP_M_S2, _HUMP_S = 2.5, 0.25
#: What a logger of each way writes.
CHANNELS_BY_WAY = {
    "A": ("lateral_acceleration_m_s2", "roll_rate_rad_s"),
    "B": ("lateral_acceleration_m_s2", "roll_angle_rad"),
    "C": ("lateral_acceleration_m_s2", "yaw_rate_rad_s"),
}


@dataclass(frozen=True)
class Logger:
    """A logger as it lies in a vehicle, with its faults.

    Attributes
    ----------
    rate_hz : float
        Samples a second.
    height_m : float
        Above the roll axis [m].
    rolled_rad, turned_rad : float
        How it is mounted: rolled about the vehicle's length, turned about the vertical [rad].
    acceleration_noise_m_s2, rate_noise_rad_s, angle_noise_rad, speed_noise_m_s : float
        Standard deviation of a sample.
    acceleration_bias_m_s2, rate_bias_rad_s, angle_bias_rad : float
        What it reads of nothing.
    lost : float
        Part of the samples that never arrive.
    gap_s : float
        One stretch that never arrives [s]; nought for none.
    jitter_s : float
        Standard deviation of a stamp [s].
    hump : bool
        Whether the road has a hump that everything reads.
    """

    rate_hz: float = 50.0
    height_m: float = 0.0
    rolled_rad: float = 0.035
    turned_rad: float = 0.05
    acceleration_noise_m_s2: float = 0.1
    rate_noise_rad_s: float = 0.005
    angle_noise_rad: float = 0.003
    speed_noise_m_s: float = 0.2
    acceleration_bias_m_s2: float = 0.05
    rate_bias_rad_s: float = 0.01
    angle_bias_rad: float = 0.01
    lost: float = 0.01
    gap_s: float = 0.0
    jitter_s: float = 0.001
    hump: bool = True


def logged(drive: Drive, motion: Motion, logger: Logger, rng: np.random.Generator) -> RoadLog:
    """Return what a logger would have read of a drive, every channel it could have.

    Parameters
    ----------
    drive : Drive
        From standing to standing.
    motion : Motion
        Of the body through it, one run.
    logger : Logger
        How it lies and what its faults are.
    rng : numpy Generator
        Draws the faults.

    Notes
    -----
    Fixed to the body it reads a_y·cos φ + g·sin φ + z·φ̈ sideways; rolled it reads part of what
    presses it down too, turned part of what pulls it forward.
    """
    time = _sampled_at(drive, logger, rng)

    def read(values: FloatArray) -> FloatArray:
        return np.asarray(np.interp(time, drive.time_s, values))

    roll, rate, bend = motion.lean_rad[0], motion.lean_rate_rad_s[0], _bend(drive)
    hump = _hump(drive, rng) if logger.hump else np.zeros_like(drive.time_s)
    presses = GRAVITY_M_S2 * np.cos(roll) - bend * np.sin(roll) + drive.even_bump_m_s2 + hump
    sideways = bend * np.cos(roll) + GRAVITY_M_S2 * np.sin(roll)
    sideways = sideways + logger.height_m * motion.lean_acceleration_rad_s2[0]
    mounted = sideways * math.cos(logger.rolled_rad) + presses * math.sin(logger.rolled_rad)
    ahead, aside = math.cos(logger.turned_rad), math.sin(logger.turned_rad)
    moving = drive.speed_m_s > _CREEPS_M_S
    yaw = np.where(moving, bend / np.maximum(drive.speed_m_s, _CREEPS_M_S), 0.0)

    def noise(size: float) -> FloatArray:
        return rng.normal(0.0, size, len(time)) if size else np.zeros(len(time))

    speed = read(drive.speed_m_s)
    return RoadLog(
        time + noise(logger.jitter_s),
        lateral_acceleration_m_s2=read(mounted * ahead - drive.forward_m_s2 * aside)
        + logger.acceleration_bias_m_s2
        + noise(logger.acceleration_noise_m_s2),
        roll_rate_rad_s=read(rate * ahead)
        + logger.rate_bias_rad_s
        + noise(logger.rate_noise_rad_s),
        roll_angle_rad=read(roll) + logger.angle_bias_rad + noise(logger.angle_noise_rad),
        yaw_rate_rad_s=read(yaw) + logger.rate_bias_rad_s / 2 + noise(logger.rate_noise_rad_s / 2),
        speed_m_s=np.maximum(
            speed + np.where(speed > 0.0, noise(logger.speed_noise_m_s), 0.0), 0.0
        ),
        vertical_acceleration_m_s2=read(presses) + noise(logger.acceleration_noise_m_s2),
    )


def _bend(drive: Drive) -> FloatArray:
    return np.asarray(drive.inputs.lateral_acceleration_m_s2[0])


def _sampled_at(drive: Drive, logger: Logger, rng: np.random.Generator) -> FloatArray:
    """Return when a sample was taken that did arrive, (m,) [s]."""
    time = np.arange(0.0, drive.time_s[-1], 1 / logger.rate_hz)
    arrives = rng.random(len(time)) >= logger.lost
    if logger.gap_s:
        begins = rng.uniform(0.3, 0.6) * time[-1]
        arrives &= (time < begins) | (time > begins + logger.gap_s)
    return np.asarray(time[arrives])


def _hump(drive: Drive, rng: np.random.Generator) -> FloatArray:
    at = rng.uniform(0.3, 0.7) * drive.time_s[-1]
    share = (drive.time_s - at) / _HUMP_S
    inside = (share >= 0) & (share <= 1)
    return np.asarray(np.where(inside, _HUMP_M_S2 * np.sin(2 * np.pi * share), 0.0))


@dataclass(frozen=True)
class Hidden(Record):
    """How a made vehicle differs from its sheet; what the stand-in logger drives and never tells.

    Attributes
    ----------
    springs : float
        Factor on all springs.
    rise_m : float
        The centre of gravity, above where the sheet has it [m].
    damping : float
        Factor on the shocks' damping.
    inertia : float
        Factor on the roll inertia.
    joined_bags : bool
        Whether air bags of one axle share a line.
    """

    springs: float = 1.0
    rise_m: float = 0.0
    damping: float = 1.0
    inertia: float = 1.0
    joined_bags: bool = False


def run_of(
    vehicle: Vehicle,
    set_up: SetUp,
    key: LoadKey,
    manoeuvre: Manoeuvre,
    course: Course,
    hidden: Hidden,
    logger: Logger,
    seed: int,
) -> RoadLog:
    """Return the log of one run of a made vehicle, every channel of it simulated.

    Parameters
    ----------
    vehicle : Vehicle
        Its sheet.
    set_up : SetUp
        What is fitted.
    key : LoadKey
        How it is loaded.
    manoeuvre : Manoeuvre
        What is driven.
    course : Course
        How fast and how sharp.
    hidden : Hidden
        How the vehicle differs from its sheet.
    logger : Logger
        Lies in it.
    seed : int
        The same gives the same.

    Raises
    ------
    InputError
        The state was not weighed.
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    Driven by the whole model, axles on their tyres and all, so that a fit of one body and one
    spring has what a real vehicle would give it. Play is met by the stiffness it leaves in bends
    as sharp as the course's.
    """
    rng = np.random.default_rng(seed)
    true, standing = _true(vehicle, key, hidden), SetUp()
    still = model_of(true, standing, key)
    inertia = inertia_of(vehicle, model_of(vehicle, standing, key)) * hidden.inertia
    damping = damping_of(vehicle, still, inertia) * hidden.damping
    driven_model = _play_taken_up(model_of(true, set_up, key), course.lateral_m_s2)
    track = tuple(float(one) for one in driven_model.track_m[0])
    drove = drive(manoeuvre, course, (track[0], track[1]), rng)
    (motion,) = simulate(driven_model, inertia, damping, drove.inputs, STEP_S)
    return logged(drove, motion, logger, rng)


def _play_taken_up(model: RollModel, bend_m_s2: float) -> RollModel:
    """Return a model whose bars with play are as stiff as they are on the way to a bend."""
    found = solve(model, bend_m_s2)
    twist = np.abs(found.lean_rad[:, 0, None] - found.tyre_roll_rad[:, 0])
    taken_up = np.minimum(model.free_lean_rad / np.maximum(twist, 1e-9)[..., None], 1.0)
    lost = (model.late_n_m_per_rad * taken_up).sum(axis=-1)
    return replace(model, suspension_n_m_per_rad=model.suspension_n_m_per_rad - lost)


def _true(vehicle: Vehicle, key: LoadKey, hidden: Hidden) -> Vehicle:
    true = with_centre_raised(vehicle, key, hidden.rise_m)
    true = with_factor(true, vehicle.corrected * hidden.springs)
    for end in End if hidden.joined_bags else ():
        true = with_bag_lines(true, end, AirLines.CONNECTED) or true
    return true
