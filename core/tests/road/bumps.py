"""Runs of a made vehicle over bumps on one side, by the stand-in logger."""

from axlecore.motion.manoeuvres import Course
from axlecore.road.answer import answered
from axlecore.road.driving import Manoeuvre
from axlecore.road.stand_in import Hidden, Logger, run_of
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from tests.rigs import vehicle_c

STATE = LoadKey.TRIP_READY
LOGGED = ("lateral_acceleration_m_s2", "roll_rate_rad_s", "speed_m_s")


def driven(seed, manoeuvre=Manoeuvre.ONE_SIDE_BUMPS, hidden=Hidden(), set_up=SetUp()):  # noqa: B008
    course = Course(road_speed_m_s=6, lateral_m_s2=0.3)
    log = run_of(vehicle_c(), set_up, STATE, manoeuvre, course, hidden, Logger(), seed)
    return log.only(LOGGED)


def answered_with(seed, **other):
    return answered(driven(seed, **other))
