"""A log made ready: cleaned, its standing bias off, its mounting turned back, its ways had."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from axlecore.errors import InputError
from axlecore.road.cleaning import CleanRun, clean
from axlecore.road.log import RoadLog
from axlecore.road.mounting import MOST_RAD, Turn, turn_of, turned_back
from axlecore.road.standing import Levelled, levelled
from axlecore.road.ways import RollWay, Sensed, sensed


@dataclass(frozen=True, eq=False)
class ReadyLog:
    """A log as it can be fitted.

    Attributes
    ----------
    cleaned : CleanRun
        Its even pieces, and what was left out.
    turn : Turn or None
        How far the sensor is turned about the vertical, where the log tells it.
    ways : mapping of RollWay to list of Sensed
        Its pieces, by every way that is possible.
    """

    cleaned: CleanRun
    turn: Turn | None
    ways: dict[RollWay, list[Sensed]]

    @property
    def step_s(self) -> float:
        """Between two samples [s]."""
        return self.cleaned.step_s


def made_ready(log: RoadLog, sensor_height_m: float) -> ReadyLog:
    """Return a log cleaned and levelled, with lateral acceleration and roll by each way it allows.

    Parameters
    ----------
    log : RoadLog
        As it was logged.
    sensor_height_m : float
        Of the sensor above the roll axis [m].

    Raises
    ------
    InputError
        Names the channel that tells nothing, and says what to do.
    """
    cleaned = clean(log)
    level = _levelled(cleaned)
    turn = turn_of([one.piece for one in level], cleaned.step_s)
    if turn is not None:
        level = [replace(one, piece=turned_back(one.piece, turn, cleaned.step_s)) for one in level]
        _check_turn(turn)
    return ReadyLog(cleaned, turn, _ways(level, cleaned.step_s, sensor_height_m))


def together(logs: Sequence[ReadyLog]) -> ReadyLog:
    """Return several logs of one vehicle, driven alike, as one that can be fitted.

    Parameters
    ----------
    logs : sequence of ReadyLog
        At least one.

    Raises
    ------
    InputError
        ``run``: no way to lean is possible in all of them.
    """
    ways = {
        way: [piece for one in logs for piece in one.ways[way]]
        for way in RollWay
        if all(way in one.ways for one in logs)
    }
    if not ways:
        raise InputError("run", "These runs were logged in ways that tell lean differently.")
    cleaned = CleanRun(
        logs[0].step_s,
        tuple(piece for one in logs for piece in one.cleaned.pieces),
        tuple(cut for one in logs for cut in one.cleaned.cuts),
        logs[0].cleaned.assumed,
    )
    # What is not sure of the worst of them is in the interval of all.
    turns = [one.turn for one in logs if one.turn is not None]
    return ReadyLog(cleaned, max(turns, key=lambda one: one.deviation_rad, default=None), ways)


def _levelled(cleaned: CleanRun) -> list[Levelled]:
    level = levelled(cleaned.pieces, cleaned.step_s)
    if not level:
        raise InputError(
            "time_s",
            "The vehicle never stands still in this log, so its sensors' bias is not known: stand "
            "for twenty seconds before and after the drive.",
        )
    return level


def _check_turn(turn: Turn) -> None:
    if abs(turn.angle_rad) > MOST_RAD:
        raise InputError(
            "lateral_acceleration_m_s2",
            f"The sensor lies turned by {math.degrees(turn.angle_rad):.0f}°, by pulling away and "
            "stopping: lay it along the vehicle, or pick the column that is across it.",
        )


def _ways(
    level: Sequence[Levelled], step_s: float, sensor_height_m: float
) -> dict[RollWay, list[Sensed]]:
    found: dict[RollWay, list[Sensed]] = {}
    for one in level:
        for made in sensed(one, step_s, sensor_height_m):
            found.setdefault(made.way, []).append(made)
    if not found:
        raise InputError(
            "roll_rate_rad_s",
            "Lean is told by lateral acceleration with a roll rate or a roll angle, or by yaw rate "
            "with speed and lateral acceleration; this log has none of these together.",
        )
    return found
