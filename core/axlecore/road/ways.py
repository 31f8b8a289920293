"""From what was logged to lateral acceleration and roll, by each way that is possible."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from enum import StrEnum

import numpy as np

from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.log import RoadLog
from axlecore.road.rocking import Piece
from axlecore.road.standing import Levelled


class RollWay(StrEnum):
    """How lateral acceleration and roll were had of a log."""

    ROLL_RATE = "A"
    ROLL_ANGLE = "B"
    YAW_RATE = "C"

    @property
    def called(self) -> str:
        """What was logged, in words."""
        return _CALLED[self]


_CALLED = {
    RollWay.ROLL_RATE: "roll rate",
    RollWay.ROLL_ANGLE: "roll angle",
    RollWay.YAW_RATE: "yaw rate and speed",
}


@dataclass(frozen=True, eq=False)
class Sensed:
    """One piece of a run as the roll model sees it, and how that was had.

    Attributes
    ----------
    way : RollWay
        Which of the three.
    time_s : ndarray, (n,)
        In the run [s].
    lateral_m_s2, roll_rad : ndarray, (n,)
        Lateral acceleration of the road's plane [m/s²] and roll of the body against it [rad].
    piece : Piece
        What drives the model and what it is held against.
    standing : tuple of Piece
        The same, of each spell in which the vehicle stood.
    spells : tuple of slice
        Where that was.
    """

    way: RollWay
    time_s: FloatArray
    lateral_m_s2: FloatArray
    roll_rad: FloatArray
    piece: Piece
    standing: tuple[Piece, ...]
    spells: tuple[slice, ...]


@dataclass(frozen=True, eq=False)
class _Had:
    """What one way makes of a piece."""

    lateral_m_s2: FloatArray
    roll_rad: FloatArray
    #: What drives the model [m/s²], what it is held against, and that as powers of s of roll.
    drives_m_s2: FloatArray
    seen: FloatArray
    of_roll: tuple[float, ...]
    #: What part of the one is in the other, noise and all.
    of_drives: float
    #: What would be seen, were a standing vehicle driven: some noise grows with speed.
    seen_standing: FloatArray
    #: The sensor above the roll axis [m] where its own reading drives the model.
    sensor_height_m: float | None


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
    A sensor fixed to the body reads r = a_y·cos φ + g·sin φ + z·φ̈. What drives the model is r
    itself, with a_y = r − g·φ − z·φ̈ put into the model instead of solved for: so nothing noisy is
    differentiated, and no noise is in both. It is held against what tells of roll as it was
    logged: (A) the roll rate, whose noise does not wander as its integral's does; (B) a roll
    angle; (C) what r holds beside the lateral acceleration of yaw rate and speed.
    Derived from the accelerations of a body that rolls.
    """
    made = []
    for way, work in _WAYS.items():
        had = work(one, step_s, sensor_height_m)
        if had is not None:
            whole = _piece(had, step_s, slice(None))
            still = replace(had, seen=had.seen_standing)
            spells = tuple(_piece(still, step_s, at) for at in one.spells)
            lateral, roll = had.lateral_m_s2, had.roll_rad
            stood = tuple(one.spells)
            made.append(Sensed(way, one.piece.time_s, lateral, roll, whole, spells, stood))
    return made


def _piece(had: _Had, step_s: float, at: slice) -> Piece:
    drives, seen = had.drives_m_s2[at], had.seen[at]
    return Piece(step_s, drives, seen, had.of_roll, had.of_drives, had.sensor_height_m)


def _by_roll_rate(one: Levelled, step_s: float, height_m: float) -> _Had | None:
    piece = one.piece
    if piece.roll_rate_rad_s is None or piece.lateral_acceleration_m_s2 is None:
        return None
    roll = _tied(_integral(piece.roll_rate_rad_s, step_s), one.spells)
    lateral, drives = _lateral(piece, one.mounting_roll_rad, roll, step_s, height_m)
    rate = piece.roll_rate_rad_s
    return _Had(lateral, roll, drives, rate, (1.0, 0.0), 0.0, rate, height_m)


def _by_roll_angle(one: Levelled, step_s: float, height_m: float) -> _Had | None:
    piece = one.piece
    if piece.roll_angle_rad is None or piece.lateral_acceleration_m_s2 is None:
        return None
    roll = piece.roll_angle_rad
    lateral, drives = _lateral(piece, one.mounting_roll_rad, roll, step_s, height_m)
    return _Had(lateral, roll, drives, roll, (1.0,), 0.0, roll, height_m)


def _by_yaw_rate(one: Levelled, step_s: float, height_m: float) -> _Had | None:
    piece = one.piece
    if piece.yaw_rate_rad_s is None or piece.speed_m_s is None:
        return None
    lateral = piece.speed_m_s * piece.yaw_rate_rad_s
    if piece.roll_angle_rad is not None:
        roll = piece.roll_angle_rad
        return _Had(lateral, roll, lateral, roll, (1.0,), 0.0, roll, None)
    if piece.lateral_acceleration_m_s2 is None:
        return None
    rolled = one.mounting_roll_rad
    reads = piece.lateral_acceleration_m_s2 + GRAVITY_M_S2 * math.sin(rolled)
    roll = np.zeros_like(lateral)
    for _ in range(_TURNS):
        sine = (reads - lateral * np.cos(roll + rolled)) / GRAVITY_M_S2
        roll = np.arcsin(np.clip(sine, -1.0, 1.0)) - rolled
    drives = _made_linear(reads, lateral, roll, rolled)
    seen = (drives - lateral) / GRAVITY_M_S2
    of_roll = (height_m / GRAVITY_M_S2, 0.0, 1.0)
    standing = (drives - _usual(piece.speed_m_s) * piece.yaw_rate_rad_s) / GRAVITY_M_S2
    return _Had(lateral, roll, drives, seen, of_roll, 1 / GRAVITY_M_S2, standing, height_m)


#: So often over, what is solved for is where it stays.
_TURNS = 4
_WAYS: dict[RollWay, Callable[[Levelled, float, float], _Had | None]] = {
    RollWay.ROLL_RATE: _by_roll_rate,
    RollWay.ROLL_ANGLE: _by_roll_angle,
    RollWay.YAW_RATE: _by_yaw_rate,
}


def _usual(speed_m_s: FloatArray) -> float:
    """Return at what speed most of a piece was driven [m/s]."""
    return float(np.quantile(speed_m_s, 0.7))


def _lateral(
    piece: RoadLog, rolled: float, roll: FloatArray, step_s: float, height_m: float
) -> tuple[FloatArray, FloatArray]:
    """Return the lateral acceleration of the road's plane, and the reading with small angles."""
    assert piece.lateral_acceleration_m_s2 is not None
    reads = piece.lateral_acceleration_m_s2 + GRAVITY_M_S2 * math.sin(rolled)
    leans = GRAVITY_M_S2 * np.sin(roll + rolled) + height_m * _twice(roll, step_s)
    lateral = (reads - leans) / np.cos(roll + rolled)
    return lateral, _made_linear(reads, lateral, roll, rolled)


def _made_linear(
    reads: FloatArray, lateral: FloatArray, roll: FloatArray, rolled: float
) -> FloatArray:
    """Return what a level sensor would read were a_y + g·φ the whole of it, (n,)."""
    level = math.cos(rolled)
    bends = lateral * (np.cos(roll + rolled) - level)
    leans = GRAVITY_M_S2 * (np.sin(roll + rolled) - math.sin(rolled) - level * roll)
    return np.asarray((reads - GRAVITY_M_S2 * math.sin(rolled) - bends - leans) / level)


def _twice(values: FloatArray, step_s: float) -> FloatArray:
    return np.asarray(np.gradient(np.gradient(values, step_s), step_s))


def _integral(values: FloatArray, step_s: float) -> FloatArray:
    middles = (values[1:] + values[:-1]) / 2 * step_s
    return np.concatenate([[0.0], np.cumsum(middles)])


def _tied(roll: FloatArray, spells: list[slice]) -> FloatArray:
    """Return integrated roll without drift: nought in each spell, straight between."""
    if not spells:
        return np.asarray(roll - roll.mean())
    middles = [float(one.start + one.stop - 1) / 2 for one in spells]
    drift = np.interp(np.arange(len(roll)), middles, [float(roll[one].mean()) for one in spells])
    return np.asarray(roll - drift)
