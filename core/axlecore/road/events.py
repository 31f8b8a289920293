"""Bumps and steps in a run: where the body was let go, and how it came to rest after them."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import zip_longest

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.road.intervals import Interval
from axlecore.road.ready import ReadyLog
from axlecore.road.ring_down import RingDown, ring_down, rings_at, rung
from axlecore.road.ways import RollWay, Sensed

#: Which way is looked at first: a rate shows a bump best.
_FIRST = (RollWay.ROLL_RATE, RollWay.ROLL_ANGLE, RollWay.YAW_RATE)
#: What is slower than this is a driver's hand [Hz]; over so long what rocks is summed up [s].
_SLOW_HZ, _SUMMED_S = 0.2, 0.6
#: An event stands so far above what the sensors show at a standstill, and beside the strongest.
_OUT_OF_NOISE, _BESIDE_STRONGEST = 10.0, 0.15
#: Events lie at least so far apart, and a body is looked at for so long after each [s].
_APART_S, _LONGEST_S, _SHORTEST_S = 4.0, 3.0, 2.0
#: Before the next event the road or a hand is at it already [s].
_BEFORE_NEXT_S = 1.2
#: So long after the strongest rocking nothing drives it any more, the earliest that holds [s].
_LET_GO_S = (0.1, 0.35)
#: Nor does a hand that scatters by less than this, a bend [m/s²].
_NOT_STEERED_M_S2 = 0.5
#: Begun so much of a cycle later, no other body fits so many times better: it was let go.
_LATER, _AS_GOOD = 0.25, 1.5
#: Wider than this part of its middle to either side it is no number to go by.
_OPEN_FREQUENCY, _OPEN_DAMPING = 0.15, 0.5
#: Roll of a way without a rate is differentiated over so long [s].
_OVER_S = 0.4
_SEED = 1


#: A piece with its roll rate.
Looked = tuple[Sensed, FloatArray]


@dataclass(frozen=True)
class Rests(Record):
    """How the body came to rest after the events of a run.

    Attributes
    ----------
    at_s : list of float
        From when on it was left to itself, each time [s].
    frequency_hz, damping_ratio : Interval
        Undamped; of critical.
    swings : int
        Half-swings past the middle above a tenth of the first lean.
    still_after_s : Interval
        Until what is left is below a tenth of the first lean [s].
    """

    at_s: list[float]
    frequency_hz: Interval
    damping_ratio: Interval
    swings: int
    still_after_s: Interval


def rests_of(ready: ReadyLog) -> Rests | None:
    """Return how the body came to rest after the events of a log; None where none tells it.

    Parameters
    ----------
    ready : ReadyLog
        Cleaned and levelled.

    Notes
    -----
    An event is where the roll rate rocks strongest. Begun later the same has to be found, or
    something still drove the body: in a long gust it follows the wind.
    """
    pieces = [(one, _rate(one, ready.step_s)) for one in looked_at(ready)]
    tried = (_let_go_after(late_s, pieces, ready.step_s) for late_s in _LET_GO_S)
    return next((found for found in tried if found is not None), None)


def _let_go_after(late_s: float, pieces: Sequence[Looked], step_s: float) -> Rests | None:
    stretches, at_s = _let_go(pieces, step_s, late_s)
    if not stretches:
        return None
    try:
        found = ring_down(stretches, step_s, np.random.default_rng(_SEED))
    except InputError:
        return None
    hertz, damping = found.frequency_hz, found.damping_ratio
    late, _ = _let_go(pieces, step_s, late_s + _LATER / hertz.value)
    told = hertz.within(_OPEN_FREQUENCY) and damping.within(_OPEN_DAMPING)
    if not told or not late or _ring_otherwise(late, step_s, found):
        return None
    return Rests(at_s, hertz, damping, found.swings, found.still_after_s)


def _ring_otherwise(late: Sequence[FloatArray], step_s: float, found: RingDown) -> bool:
    """Return whether stretches begun later are much better fitted by another body."""
    own = rings_at(late, step_s)
    first = 2 * math.pi * found.frequency_hz.value, found.damping_ratio.value
    squares = [
        sum(float(np.sum((one - rung(one, step_s, *at)) ** 2)) for one in late)
        for at in (first, own)
    ]
    return squares[0] > _AS_GOOD * squares[1]


def looked_at(ready: ReadyLog) -> list[Sensed]:
    """Return a log's pieces by the way that shows a bump best.

    Parameters
    ----------
    ready : ReadyLog
        Cleaned and levelled.
    """
    return ready.ways[next(one for one in _FIRST if one in ready.ways)]


def stretches_of(rests: Rests, one: Sensed, step_s: float) -> list[slice]:
    """Return where in a piece its body was left to itself.

    Parameters
    ----------
    rests : Rests
        Of its run.
    one : Sensed
        The piece.
    step_s : float
        Between two samples [s].
    """
    begins = [round((at - float(one.time_s[0])) / step_s) for at in rests.at_s]
    inside = [at for at in begins if 0 <= at < len(one.time_s)]
    return _stretches(inside, len(one.time_s), step_s)


def _let_go(
    pieces: Sequence[Looked], step_s: float, late_s: float
) -> tuple[list[FloatArray], list[float]]:
    """Return the roll rate of each stretch in which nothing drives it, and when that begins."""
    stretches, at_s = [], []
    for one, rate in pieces:
        begins = [at + round(late_s / step_s) for at in _events(one, rate, step_s)]
        for at in _stretches(begins, len(rate), step_s):
            if float(np.std(one.lateral_m_s2[at])) < _NOT_STEERED_M_S2:
                stretches.append(rate[at])
                at_s.append(float(one.time_s[at.start]))
    return stretches, at_s


def _events(one: Sensed, rate: FloatArray, step_s: float) -> list[int]:
    """Return the samples at which a piece rocks strongest."""
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import signal

    quick = signal.butter(2, _SLOW_HZ, btype="high", fs=1 / step_s, output="sos")
    power = signal.sosfiltfilt(quick, rate) ** 2
    size = max(1, round(_SUMMED_S / step_s))
    summed = np.convolve(power, np.ones(size) / size, mode="same")
    stood = np.concatenate([summed[at] for at in one.spells]) if one.spells else summed
    least = max(_OUT_OF_NOISE * float(np.median(stood)), _BESIDE_STRONGEST * float(summed.max()))
    found, _ = signal.find_peaks(summed, height=least, distance=max(1, round(_APART_S / step_s)))
    return [int(at) for at in found]


def _stretches(begins: Sequence[int], samples: int, step_s: float) -> list[slice]:
    made = []
    for at, following in zip_longest(begins, begins[1:], fillvalue=2 * samples):
        end = min(samples, at + round(_LONGEST_S / step_s))
        end = min(end, following - round(_BEFORE_NEXT_S / step_s))
        if (end - at) * step_s >= _SHORTEST_S:
            made.append(slice(at, end))
    return made


def _rate(one: Sensed, step_s: float) -> FloatArray:
    """Return the roll rate of a piece, (n,) [rad/s]."""
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import signal

    if one.way is RollWay.ROLL_RATE:
        return one.piece.seen
    size = max(5, round(_OVER_S / step_s) | 1)
    return np.asarray(signal.savgol_filter(one.roll_rad, size, 3, deriv=1, delta=step_s))
