"""Road logs: 200 of hidden bodies worked through, and a long one timed."""

from __future__ import annotations

import io
import statistics
import sys
import time
from pathlib import Path

import numpy as np

sys.path.append(str(Path(__file__).resolve().parents[1] / "core"))

from axlecore.motion.manoeuvres import Course
from axlecore.road import driving
from axlecore.road.answer import answered
from axlecore.road.log import RoadLog
from axlecore.road.predicted import rocks_of
from axlecore.road.reading import read_log
from axlecore.road.stand_in import Logger, logged
from axlecore.vehicle.rig import SetUp
from tests.rigs import vehicle_c
from tests.road import bumps, seeded

LOGS, LONG_S, RATE_HZ = 200, 600.0, 100.0
BUMPS = 120


def long_log() -> str:
    """Ten minutes at 100 Hz of a slalom, as a table."""
    chance = np.random.default_rng(1)
    course = Course(road_speed_m_s=14.0, lateral_m_s2=2.0, slalom_spacing_m=32.0)
    parts, so_far = [], 0.0
    while so_far < LONG_S:
        drove = driving.drive(driving.Manoeuvre.SLALOM, course, (2.0, 2.0), chance)
        log = logged(
            drove, seeded.body(drove, 9.0, 0.8, 0.15), Logger(rate_hz=RATE_HZ, lost=0.0), chance
        )
        time_s = so_far + np.arange(len(log.time_s)) / RATE_HZ
        parts.append(np.column_stack([time_s, log.lateral_acceleration_m_s2, log.roll_rate_rad_s]))
        so_far = float(time_s[-1]) + 1 / RATE_HZ
    table = io.StringIO()
    rows = np.concatenate(parts)[: int(LONG_S * RATE_HZ)]
    np.savetxt(
        table,
        rows,
        delimiter=",",
        fmt="%.5f",
        header="time_s,lateral_acceleration_m_s2,roll_rate_rad_s",
        comments="",
    )
    return table.getvalue()


def over_bumps() -> dict[str, float]:
    """Return how many runs over bumps tell how the body rests, and how many intervals hold."""
    rocks = rocks_of(vehicle_c(), SetUp(), bumps.STATE)
    hertz, damping = float(rocks.frequency_hz[0]), float(rocks.damping_ratio[0])
    each = [bumps.answered_with(seed).answer.after_events for seed in range(BUMPS)]
    told = [one for one in each if one is not None]
    return {
        "bumps_told": float(len(told)),
        "bumps_frequency_holds_percent": 100
        * statistics.mean(one.frequency_hz.low < hertz < one.frequency_hz.high for one in told),
        "bumps_damping_holds_percent": 100
        * statistics.mean(one.damping_ratio.low < damping < one.damping_ratio.high for one in told),
        "bumps_frequency_most_off_percent": 100
        * max(abs(one.frequency_hz.value / hertz - 1) for one in told),
    }


def measure() -> dict[str, float]:
    """Return how many intervals hold, how far numbers are off, and the time of a long log."""
    off, holds = [], {"gradient": [], "frequency": [], "damping": []}
    for seed in range(LOGS):
        one = seeded.seeded(seed)
        told = answered(one.log, sensor_height_m=one.sensor_height_m).answer
        gradient = told.roll_gradient_deg_per_g
        assert gradient is not None, told.refused
        off.append(abs(gradient.value / one.gradient_deg_per_g - 1))
        for name, held in one.holds(told):
            holds[name].append(held)
    table = long_log()
    started = time.process_time()
    log: RoadLog = read_log(table).log
    read_s = time.process_time() - started
    answered(log)
    return {
        "road_gradient_holds_percent": 100 * statistics.mean(holds["gradient"]),
        "road_median_off_percent": 100 * statistics.median(off),
        "road_most_off_percent": 100 * max(off),
        "road_frequency_holds_percent": 100 * statistics.mean(holds["frequency"]),
        "road_damping_holds_percent": 100 * statistics.mean(holds["damping"]),
        "road_frequency_told": float(len(holds["frequency"])),
        "road_long_read_s": read_s,
        "road_long_s": time.process_time() - started,
        **over_bumps(),
    }
