"""Where a vehicle stood still in a run, and what its sensors read of nothing there."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.cleaning import CUT_OFF_HZ
from axlecore.road.log import RoadLog

#: A spell shorter than this tells no bias [s].
SHORTEST_S = 3.0
_WINDOW_S = 2.0
#: How quiet a run is at its quietest: so much of it is standing at least.
_QUIETEST = 0.08
#: A standing vehicle scatters by less than this part of what it does when driven.
_QUIET = 0.03
#: Nor is it moving while it scatters by less than so many times its quietest.
_LIKE_QUIETEST = 1.7
#: A spell shorter than this part of the longest is a lull.
_LULL = 0.3
#: Within a spell nothing reads further off than this [m/s²], or so many times its usual distance,
#: or what its sensor's noise leaves in a mean.
_LEVEL_M_S2, _OUT_OF_NOISE = 0.02, 5.0
#: Samples in such a mean that know nothing of each other, low-passed as they are.
_APART_IN_MEAN = 2 * CUT_OFF_HZ * _WINDOW_S
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
    louder, told = np.zeros(len(piece.time_s)), 0
    quiet = np.ones(len(piece.time_s), dtype=bool)
    for name, values in piece.channels():
        if name in _TELL:
            scatter = _scatter(values, step_s)
            quietest, busiest = np.quantile(scatter, [_QUIETEST, 0.9])
            own = max(_TELL[name], _QUIET * float(busiest), float(quietest))
            louder, told = louder + (scatter / own) ** 2, told + 1
        elif name == "speed_m_s":
            quiet &= _mean(values, step_s) < _SLOWEST_M_S
    if not told:
        return []
    quiet &= louder / told < _LIKE_QUIETEST**2
    least = SHORTEST_S / step_s
    spells, lateral = _runs(quiet), piece.lateral_acceleration_m_s2
    if lateral is not None:
        means, scatter = _mean(lateral, step_s), _scatter(lateral, step_s)
        spells = [_level(one, means, scatter) for one in spells]
    longest = max((one.stop - one.start for one in spells), default=0)
    least = max(least, _LULL * longest)
    return _alike(piece, [one for one in spells if one.stop - one.start >= least])


def _level(spell: slice, means: FloatArray, scatter: FloatArray) -> slice:
    """Return the stretch of a spell in which the sensor sideways reads as in its middle."""
    mean = means[spell]
    quarter = len(mean) // 4
    middle = slice(quarter, len(mean) - quarter)
    if not len(mean[middle]):
        return spell
    off = np.abs(mean - np.median(mean[middle]))
    noise = float(np.median(scatter[spell][middle])) / math.sqrt(_APART_IN_MEAN)
    usual = max(float(np.median(off[middle])), noise)
    most = max(_LEVEL_M_S2, _OUT_OF_NOISE * usual)
    away = np.flatnonzero(off > most)
    half = len(mean) // 2
    begin = max((int(one) + 1 for one in away if one < half), default=0)
    end = min((int(one) for one in away if one >= half), default=len(mean))
    return slice(spell.start + begin, spell.start + end)


def _alike(piece: RoadLog, spells: list[slice]) -> list[slice]:
    """Return the spells that read sideways what the longest of them does."""
    lateral = piece.lateral_acceleration_m_s2
    if lateral is None or not spells:
        return spells
    longest = max(spells, key=lambda one: one.stop - one.start)
    reads = float(lateral[longest].mean())
    return [one for one in spells if abs(float(lateral[one].mean()) - reads) < _APART_M_S2]


def _scatter(values: FloatArray, step_s: float) -> FloatArray:
    """Return the standard deviation within some seconds about each sample, (n,)."""
    off = values - values.mean()
    square = _mean(off**2, step_s) - _mean(off, step_s) ** 2
    return np.asarray(np.sqrt(np.maximum(square, 0.0)))


def _mean(values: FloatArray, step_s: float) -> FloatArray:
    size = max(3, round(_WINDOW_S / step_s)) | 1
    padded = np.concatenate([[0.0], np.cumsum(np.pad(values, size // 2, mode="edge"))])
    return np.asarray((padded[size:] - padded[:-size]) / size)


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
        Where it stood; in another piece of the run, maybe.
    """

    piece: RoadLog
    mounting_roll_rad: float
    spells: list[slice]


def levelled(pieces: Sequence[RoadLog], step_s: float) -> list[Levelled]:
    """Return the pieces of a run without what their sensors read at a standstill.

    Parameters
    ----------
    pieces : sequence of RoadLog
        Of one run, evenly sampled and low-passed.
    step_s : float
        Between two samples [s].

    Returns
    -------
    list of Levelled
        One a piece, where the vehicle stood in any of them; none where it never did.
    """
    spells = [still_spells(piece, step_s) for piece in pieces]
    bias = {name: _bias(name, pieces, spells) for name in _BIASED} if any(spells) else {}
    sideways = bias.get("lateral_acceleration_m_s2", 0.0) / GRAVITY_M_S2
    rolled = math.asin(max(-1.0, min(1.0, sideways)))
    made = []
    for piece, stood in zip(pieces, spells, strict=True):
        level = {name: values - bias[name] for name, values in piece.channels() if name in bias}
        made.append(Levelled(replace(piece, **level), rolled, stood))
    return made if bias else []


def _bias(name: str, pieces: Sequence[RoadLog], spells: Sequence[Sequence[slice]]) -> float:
    """Return what a channel reads where the vehicle stood; nought where it was not logged."""
    stood = [
        values[at]
        for piece, those in zip(pieces, spells, strict=True)
        for values in [getattr(piece, name)]
        if values is not None
        for at in those
    ]
    return float(np.concatenate(stood).mean()) if stood else 0.0
