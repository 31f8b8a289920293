"""Seeded runs of hidden bodies: every way, manoeuvre and rate, with a logger's faults."""

import math
from dataclasses import dataclass

import numpy as np

from axlecore.motion.manoeuvres import Course, Motion
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.driving import STEP_S, Manoeuvre, drive
from axlecore.road.log import RoadLog
from axlecore.road.rocking import driven
from axlecore.road.stand_in import CHANNELS_BY_WAY, Logger, logged

MANOEUVRES = (Manoeuvre.SLALOM, Manoeuvre.BEND, Manoeuvre.WINDING)
RATES_HZ = (25.0, 50.0, 100.0, 200.0)


@dataclass(frozen=True)
class Seeded:
    """A log with what is true of the body it was logged on."""

    way: str
    log: RoadLog
    sensor_height_m: float
    gradient_deg_per_g: float
    frequency_hz: float
    damping_ratio: float

    def holds(self, told):
        """Whether each interval that a run tells holds what is true."""
        for name, interval, true in (
            ("gradient", told.roll_gradient_deg_per_g, self.gradient_deg_per_g),
            ("frequency", told.natural_frequency_hz, self.frequency_hz),
            ("damping", told.damping_ratio, self.damping_ratio),
        ):
            if interval is not None:
                yield name, interval.low <= true <= interval.high


def body(drive, gradient_deg_per_g, hertz, damping):
    """How a body by the stated model moves through a drive."""
    omega, gradient = 2 * math.pi * hertz, math.radians(gradient_deg_per_g) / GRAVITY_M_S2
    lateral = drive.inputs.lateral_acceleration_m_s2[0]
    roll = gradient * driven(lateral, STEP_S, omega, damping)
    rate = np.gradient(roll, STEP_S)
    swings = omega**2 * (gradient * lateral - roll) - 2 * damping * omega * rate
    return Motion(roll[None], rate[None], swings[None], np.zeros((1, len(roll), 2)))


def seeded(seed):
    chance = np.random.default_rng(seed)
    way, manoeuvre = "ABC"[seed % 3], MANOEUVRES[seed // 3 % 3]
    true = chance.uniform(3, 12), chance.uniform(0.5, 1.6), chance.uniform(0.06, 0.35)
    speed = chance.uniform(8, 18)
    course = Course(
        road_speed_m_s=speed,
        lateral_m_s2=chance.uniform(1.2, 3.0),
        slalom_spacing_m=speed * chance.uniform(1.2, 3.0),
    )
    drove = drive(manoeuvre, course, (2.0, 2.0), chance)
    logger = Logger(
        rate_hz=RATES_HZ[seed // 9 % 4],
        height_m=chance.uniform(-0.3, 0.5),
        rolled_rad=math.radians(chance.uniform(-5, 5)),
        turned_rad=math.radians(chance.uniform(-8, 8)),
        acceleration_noise_m_s2=chance.uniform(0.02, 0.2),
        rate_noise_rad_s=chance.uniform(0.001, 0.01),
        angle_noise_rad=chance.uniform(0.0005, 0.006),
        speed_noise_m_s=chance.uniform(0.05, 0.4),
        acceleration_bias_m_s2=chance.uniform(-0.15, 0.15),
        rate_bias_rad_s=chance.uniform(-0.02, 0.02),
        angle_bias_rad=chance.uniform(-0.02, 0.02),
        lost=float(chance.choice([0.0, 0.01, 0.05])),
        gap_s=float(chance.choice([0.0, 0.0, 0.4, 1.5])),
        jitter_s=float(chance.choice([0.0, 0.001, 0.003])),
        hump=bool(chance.random() < 0.5),
    )
    log = logged(drove, body(drove, *true), logger, chance)
    speed_too = way == "C" or chance.random() < 0.5
    kept = CHANNELS_BY_WAY[way] + ("speed_m_s",) * speed_too
    return Seeded(way, log.only(kept), logger.height_m, *true)
