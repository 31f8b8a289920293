"""Where a vehicle stood still in a run, and what its sensors read of nothing there."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.log import RoadLog

#: A spell shorter than this tells no bias [s].
SHORTEST_S = 3.0
_WINDOW_S = 1.0
#: A standing vehicle scatters by less than this part of what it does when driven.
_QUIET = 0.2
#: Nor is it moving while it scatters by less than so many times its quietest.
_LIKE_QUIETEST = 1.6
#: Spells that read further apart than this are not all standing: one is a long bend [m/s²].
_APART_M_S2 = 0.3
#: Above this it rolls [m/s].
_SLOWEST_M_S = 0.5
#: Channels that tell of standing, and the least that counts as moving in each.
_TELL = {
    "lateral_acceleration_m_s2": 0.02,
    "roll_rate_rad_s": 0.002,
    "roll_angle_rad": 0.0005,
    "yaw_rate_rad_s": 0.002,
}
#: Read at a standstill, these are bias; what the others read there is the vehicle.
_BIASED = ("lateral_acceleration_m_s2", "roll_rate_rad_s", "yaw_rate_rad_s", "roll_angle_rad")


def still_spells(piece: RoadLog, step_s: float) -> list[slice]:
    """Return the stretches of an even piece in which the vehicle stood.

    Parameters
    ----------
    piece : RoadLog
        Evenly sampled and low-passed.
    step_s : float
        Between two samples [s].
    """
    quiet = np.ones(len(piece.time_s), dtype=bool)
    told = False
    for name, values in piece.channels():
        if name in _TELL:
            scatter = _scatter(values, step_s)
            quietest, busiest = np.quantile(scatter, [0.05, 0.9])
            most = max(_TELL[name], _QUIET * float(busiest), _LIKE_QUIETEST * float(quietest))
            quiet &= scatter < most
            told = True
        elif name == "speed_m_s":
            quiet &= values < _SLOWEST_M_S
            told = True
    if not told:
        return []
    least = round(SHORTEST_S / step_s)
    return _alike(piece, [one for one in _runs(quiet) if one.stop - one.start >= least])


def _alike(piece: RoadLog, spells: list[slice]) -> list[slice]:
    """Return the spells that read sideways what the longest of them does."""
    lateral = piece.lateral_acceleration_m_s2
    if lateral is None or not spells:
        return spells
    longest = max(spells, key=lambda one: one.stop - one.start)
    reads = float(lateral[longest].mean())
    return [one for one in spells if abs(float(lateral[one].mean()) - reads) < _APART_M_S2]


def _scatter(values: FloatArray, step_s: float) -> FloatArray:
    """Return the standard deviation within a second about each sample, (n,)."""
    size = max(3, round(_WINDOW_S / step_s)) | 1
    kernel = np.full(size, 1 / size)
    padded = np.pad(values, size // 2, mode="edge")
    mean = np.convolve(padded, kernel, mode="valid")
    square = np.convolve(padded**2, kernel, mode="valid")
    return np.asarray(np.sqrt(np.maximum(square - mean**2, 0.0)))


def _runs(quiet: npt.NDArray[np.bool_]) -> list[slice]:
    edges = np.flatnonzero(np.diff(np.concatenate([[False], quiet, [False]]).astype(int)))
    return [slice(int(a), int(b)) for a, b in zip(edges[::2], edges[1::2], strict=True)]


@dataclass(frozen=True, eq=False)
class Levelled:
    """A piece with its bias taken off.

    Attributes
    ----------
    piece : RoadLog
        Reads nothing while the vehicle stands.
    mounting_roll_rad : float
        How far the sensor is rolled on the body, by gravity [rad].
    spells : list of slice
        Where it stood.
    """

    piece: RoadLog
    mounting_roll_rad: float
    spells: list[slice]


def levelled(piece: RoadLog, step_s: float) -> Levelled | None:
    """Return a piece without what its sensors read at a standstill; None where it never stood.

    Parameters
    ----------
    piece : RoadLog
        Evenly sampled and low-passed.
    step_s : float
        Between two samples [s].
    """
    spells = still_spells(piece, step_s)
    if not spells:
        return None
    at = np.concatenate([np.arange(one.start, one.stop) for one in spells])
    bias = {name: float(values[at].mean()) for name, values in piece.channels() if name in _BIASED}
    made = {name: values - bias[name] for name, values in piece.channels() if name in bias}
    sideways = bias.get("lateral_acceleration_m_s2", 0.0) / GRAVITY_M_S2
    rolled = math.asin(max(-1.0, min(1.0, sideways)))
    return Levelled(replace(piece, **made), rolled, spells)
