"""From what was logged to lateral acceleration and roll, by each way that is possible."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.log import RoadLog
from axlecore.road.rocking import Piece
from axlecore.road.standing import Levelled

#: So often over, what is solved for is where it stays.
_TURNS = 4


class Way(StrEnum):
    """How lateral acceleration and roll were had of a log."""

    ROLL_RATE = "A"
    ROLL_ANGLE = "B"
    YAW_RATE = "C"


#: An integrated roll rate wanders; bends are over sooner [s].
_DRIFTS_IN_S = {Way.ROLL_RATE: 10.0}


@dataclass(frozen=True, eq=False)
class Sensed:
    """One piece of a run as the roll model sees it, and how that was had.

    Attributes
    ----------
    way : Way
        Which of the three.
    piece : Piece
        Lateral acceleration and roll.
    standing : tuple of Piece
        The same, of each spell in which the vehicle stood.
    """

    way: Way
    piece: Piece
    standing: tuple[Piece, ...]


def sensed(one: Levelled, step_s: float, sensor_height_m: float) -> list[Sensed]:
    """Return lateral acceleration and roll by every way that a levelled piece allows.

    Parameters
    ----------
    one : Levelled
        Without bias.
    step_s : float
        Between two samples [s].
    sensor_height_m : float
        Of the sensor above the roll axis [m].

    Notes
    -----
    A sensor fixed to the body reads a_y·cos φ + g·sin φ + z·φ̈. (A) roll rate, integrated between
    the spells at which roll is nought; (B) a roll angle as it is; (C) lateral acceleration from yaw
    rate and speed, roll from what the sensor reads beside it.
    """
    made = []
    for way, work in _WAYS.items():
        found = work(one, step_s, sensor_height_m)
        if found is not None:
            lateral, roll = found
            drifts = _DRIFTS_IN_S.get(way, math.inf)
            spells = (Piece(step_s, lateral[at], roll[at], drifts) for at in one.spells)
            made.append(Sensed(way, Piece(step_s, lateral, roll, drifts), tuple(spells)))
    return made


Found = tuple[FloatArray, FloatArray] | None


def _by_roll_rate(one: Levelled, step_s: float, height_m: float) -> Found:
    piece = one.piece
    if piece.roll_rate_rad_s is None or piece.lateral_acceleration_m_s2 is None:
        return None
    roll = _tied(_integral(piece.roll_rate_rad_s, step_s), one.spells)
    return _lateral(piece, one.mounting_roll_rad, roll, step_s, height_m), roll


def _by_roll_angle(one: Levelled, step_s: float, height_m: float) -> Found:
    piece = one.piece
    if piece.roll_angle_rad is None or piece.lateral_acceleration_m_s2 is None:
        return None
    roll = piece.roll_angle_rad
    return _lateral(piece, one.mounting_roll_rad, roll, step_s, height_m), roll


def _by_yaw_rate(one: Levelled, step_s: float, height_m: float) -> Found:
    piece = one.piece
    if piece.yaw_rate_rad_s is None or piece.speed_m_s is None:
        return None
    lateral = piece.speed_m_s * piece.yaw_rate_rad_s
    if piece.roll_angle_rad is not None:
        return lateral, piece.roll_angle_rad
    if piece.lateral_acceleration_m_s2 is None:
        return None
    rolled = one.mounting_roll_rad
    reads = piece.lateral_acceleration_m_s2 + GRAVITY_M_S2 * math.sin(rolled)
    roll = np.zeros_like(lateral)
    for _ in range(_TURNS):
        # What is left of the reading when the road's share and the sensor's own swing are off.
        inertia = height_m * _twice(roll, step_s)
        sine = (reads - lateral * np.cos(roll + rolled) - inertia) / GRAVITY_M_S2
        roll = np.arcsin(np.clip(sine, -1.0, 1.0)) - rolled
    return lateral, roll


_WAYS: dict[Way, Callable[[Levelled, float, float], Found]] = {
    Way.ROLL_RATE: _by_roll_rate,
    Way.ROLL_ANGLE: _by_roll_angle,
    Way.YAW_RATE: _by_yaw_rate,
}


def _lateral(
    piece: RoadLog, rolled: float, roll: FloatArray, step_s: float, height_m: float
) -> FloatArray:
    """Return the lateral acceleration of the road's plane, solved from what the sensor reads."""
    assert piece.lateral_acceleration_m_s2 is not None
    reads = piece.lateral_acceleration_m_s2 + GRAVITY_M_S2 * math.sin(rolled)
    leans = GRAVITY_M_S2 * np.sin(roll + rolled) + height_m * _twice(roll, step_s)
    return np.asarray((reads - leans) / np.cos(roll + rolled))


def _twice(values: FloatArray, step_s: float) -> FloatArray:
    return np.asarray(np.gradient(np.gradient(values, step_s), step_s))


def _integral(values: FloatArray, step_s: float) -> FloatArray:
    middles = (values[1:] + values[:-1]) / 2 * step_s
    return np.concatenate([[0.0], np.cumsum(middles)])


def _tied(roll: FloatArray, spells: list[slice]) -> FloatArray:
    """Return integrated roll without drift: nought in each spell, straight between."""
    middles = [float(one.start + one.stop - 1) / 2 for one in spells]
    drift = np.interp(np.arange(len(roll)), middles, [float(roll[one].mean()) for one in spells])
    return np.asarray(roll - drift)
