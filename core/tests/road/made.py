"""Made runs of a body by the stated model, as true and as sensors would read them."""

import math
from dataclasses import dataclass

import numpy as np
from scipy import integrate

from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.log import RoadLog

STILL_S, DRIVEN_S = 20.0, 60.0


def slalom(t):
    return 2.0 * math.sin(2 * math.pi * 0.25 * t)


@dataclass(frozen=True)
class Made:
    """A run by the model, without noise."""

    time_s: np.ndarray
    lateral_m_s2: np.ndarray
    roll_rad: np.ndarray
    roll_rate_rad_s: np.ndarray

    @property
    def reads_m_s2(self):
        """What a sensor on the roll axis reads sideways."""
        return self.lateral_m_s2 * np.cos(self.roll_rad) + GRAVITY_M_S2 * np.sin(self.roll_rad)

    @property
    def presses_m_s2(self):
        """What it reads downward."""
        return GRAVITY_M_S2 * np.cos(self.roll_rad) - self.lateral_m_s2 * np.sin(self.roll_rad)


def run(gradient_deg_g, hertz, damping, lateral=slalom, step_s=0.01):
    """Twenty seconds still, sixty driven, twenty still."""
    time = np.arange(0, DRIVEN_S + 2 * STILL_S, step_s)
    gradient = math.radians(gradient_deg_g) / GRAVITY_M_S2
    omega = 2 * math.pi * hertz

    def drives(t):
        return lateral(t - STILL_S) if STILL_S <= t <= STILL_S + DRIVEN_S else 0.0

    def body(t, state):
        roll, rate = state
        return [rate, omega**2 * (gradient * drives(t) - roll) - 2 * damping * omega * rate]

    found = integrate.solve_ivp(
        body, (0, time[-1]), [0, 0], t_eval=time, rtol=1e-8, atol=1e-11, max_step=0.1
    )
    return Made(time, np.array([drives(t) for t in time]), found.y[0], found.y[1])


def by_roll_angle(made):
    return RoadLog(
        made.time_s, lateral_acceleration_m_s2=made.reads_m_s2, roll_angle_rad=made.roll_rad
    )


def by_roll_rate(made, seed, rolled_deg=3.0, turned_deg=4.0):
    """As worked case 23 has it: noise, bias, a mounting that is rolled and turned."""
    chance = np.random.default_rng(seed)
    rolled, turned = math.radians(rolled_deg), math.radians(turned_deg)
    sideways = made.reads_m_s2 * math.cos(rolled) + made.presses_m_s2 * math.sin(rolled)
    n = len(made.time_s)
    return RoadLog(
        made.time_s,
        lateral_acceleration_m_s2=sideways * math.cos(turned) + 0.05 + chance.normal(0, 0.15, n),
        roll_rate_rad_s=made.roll_rate_rad_s * math.cos(turned) + 0.01 + chance.normal(0, 0.005, n),
    )


def by_yaw_rate(made, seed, speed_m_s=12.5):
    """As worked case 25 has it: yaw rate and a speed with noise."""
    chance = np.random.default_rng(seed)
    stands = np.abs(made.time_s - STILL_S - DRIVEN_S / 2) > DRIVEN_S / 2
    speed = np.where(stands, 0.0, speed_m_s)
    n = len(made.time_s)
    return RoadLog(
        made.time_s,
        lateral_acceleration_m_s2=made.reads_m_s2 + chance.normal(0, 0.05, n),
        yaw_rate_rad_s=made.lateral_m_s2 / speed_m_s + chance.normal(0, 0.002, n),
        speed_m_s=np.abs(speed + np.where(stands, 0.0, chance.normal(0, 0.3, n))),
    )
