"""What one run says of a vehicle in roll, what was assumed for it, and what it does not tell."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.cleaning import clean
from axlecore.road.intervals import Interval
from axlecore.road.log import RoadLog
from axlecore.road.roll_fit import RollFit, fit_roll
from axlecore.road.standing import levelled
from axlecore.road.ways import Sensed, Way, sensed

#: Less than this from side to side leans no body out of the noise [m/s²].
LEAST_RANGE_M_S2 = 1.0
#: Roll gradients of what stands on wheels [°/g]; outside, a unit was taken for another.
_PLAUSIBLE_DEG_G = (0.8, 25.0)
#: A body that leans more than this lies on its side [rad].
_MOST_ROLL_RAD = 0.6
#: Which way is believed first where several are possible.
_FIRST = (Way.ROLL_ANGLE, Way.ROLL_RATE, Way.YAW_RATE)
_SEED = 1


@dataclass(frozen=True)
class RunAnswer(Record):
    """What one run says: what `axlecore road LOG --json` writes.

    Attributes
    ----------
    method : str
        A by roll rate, B by a roll angle, C by yaw rate and speed; empty where none was possible.
    roll_gradient_deg_per_g : Interval or None
        Lean of a long bend [°/g].
    natural_frequency_hz : Interval or None
        Undamped [Hz]; None where this run does not tell it.
    damping_ratio : Interval or None
        Of critical; None where this run does not tell it.
    straight_line_deg_per_g : float or None
        Slope of roll over lateral acceleration, shown beside [°/g].
    assumed : list of str
        What was taken for granted.
    refused : list of str
        Why there is no number; empty where there is one.
    """

    method: str
    roll_gradient_deg_per_g: Interval | None
    natural_frequency_hz: Interval | None
    damping_ratio: Interval | None
    straight_line_deg_per_g: float | None
    assumed: list[str]
    refused: list[str]


def answer(
    log: RoadLog, assumed: Sequence[str] = (), sensor_height_m: float | None = None
) -> RunAnswer:
    """Return what one run says of a vehicle in roll.

    Parameters
    ----------
    log : RoadLog
        As it was logged.
    assumed : sequence of str
        What was taken for granted in reading it.
    sensor_height_m : float or None
        Of the sensor above the roll axis [m]; None takes it to be on it, and says so.
    """
    said = list(assumed)
    if sensor_height_m is None:
        said.append("the sensor is taken to lie on the roll axis; its height is not known")
    try:
        run = clean(log)
        said += run.assumed
        said += [f"{one.why} at {one.from_s:.1f} s" for one in run.cuts]
        found = _ways(run.pieces, run.step_s, sensor_height_m or 0.0)
        way = next(one for one in _FIRST if one in found)
        fits = {one: _fitted(found[one]) for one in _FIRST if one in found}
        said += _beside(fits, way)
        return _told(way, fits[way], said)
    except InputError as error:
        return RunAnswer("", None, None, None, None, said, [error.message])


def degrees_per_g(rad_s2_per_m: float) -> float:
    """Return a roll gradient as it is shown [°/g].

    Parameters
    ----------
    rad_s2_per_m : float
        In SI [rad per m/s²].
    """
    return math.degrees(rad_s2_per_m) * GRAVITY_M_S2


def _ways(
    pieces: Sequence[RoadLog], step_s: float, sensor_height_m: float
) -> dict[Way, list[Sensed]]:
    level = [one for one in (levelled(piece, step_s) for piece in pieces) if one is not None]
    if not level:
        raise InputError(
            "time_s",
            "The vehicle never stands still in this log, so its sensors' bias is not known: stand "
            "for twenty seconds before and after the drive.",
        )
    found: dict[Way, list[Sensed]] = {}
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


def _fitted(ways: Sequence[Sensed]) -> RollFit:
    pieces = [one.piece for one in ways]
    lateral = np.concatenate([one.lateral_m_s2 for one in pieces])
    spread = float(np.quantile(lateral, 0.99) - np.quantile(lateral, 0.01))
    if spread < LEAST_RANGE_M_S2:
        raise InputError(
            "lateral_acceleration_m_s2",
            f"The bends of this run go over {spread:.2f} m/s² only; drive a slalom of at least "
            f"{LEAST_RANGE_M_S2:g} m/s² from side to side. Is the column in g?",
        )
    roll = max(float(np.abs(one.roll_rad).max()) for one in pieces)
    if roll > _MOST_ROLL_RAD:
        raise InputError(
            "roll_angle_rad",
            f"The body leans {math.degrees(roll):.0f}° in this log: a column in degrees was read "
            "as radians, or a sensor turned over.",
        )
    standing = [spell for one in ways for spell in one.standing]
    return fit_roll(pieces, np.random.default_rng(_SEED), standing)


def _beside(fits: dict[Way, RollFit], way: Way) -> list[str]:
    """Return in words how the other ways that were possible differ."""
    mine = fits[way].gradient_rad_s2_per_m.value
    return [
        f"by way {other} the gradient is {degrees_per_g(fit.gradient_rad_s2_per_m.value):.2f}°/g, "
        f"{fit.gradient_rad_s2_per_m.value / mine - 1:+.0%} beside way {way}"
        for other, fit in fits.items()
        if other is not way
    ]


def _told(way: Way, fit: RollFit, said: list[str]) -> RunAnswer:
    gradient = fit.gradient_rad_s2_per_m
    shown = degrees_per_g(gradient.value)
    if not _PLAUSIBLE_DEG_G[0] < shown < _PLAUSIBLE_DEG_G[1]:
        raise InputError(
            "lateral_acceleration_m_s2",
            f"This log would mean {shown:.1f}°/g, which nothing on wheels has: g was read as m/s², "
            "degrees as radians, or one sign is turned.",
        )
    return RunAnswer(
        str(way),
        Interval(shown, degrees_per_g(gradient.low), degrees_per_g(gradient.high)),
        fit.frequency_hz,
        fit.damping_ratio,
        degrees_per_g(fit.straight_rad_s2_per_m),
        said,
        [],
    )
