"""After a step, a bump or a gust: how the body rocks to rest by itself."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.errors import InputError
from axlecore.motion.response import Rocking
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.road.intervals import Interval, drawn, interval
from axlecore.road.rocking import begun
from axlecore.road.search import searched, slopes

#: A body within this part of its first lean is still.
_STILL = 0.1
_FREQUENCIES_HZ, _DAMPING = (0.25, 4.0), (0.01, 0.9)
_STARTS, _START_DAMPING = (16, 5), (0.03, 0.6)
#: What swings stands so far above what is left, or nothing rings.
_OUT_OF_NOISE = 2.0
#: Fewer stretches than this have to stand out by more, and their cycles are drawn instead.
_FEW, _FEW_OUT_OF_NOISE = 4, 10.0
_DRAWS = 500


@dataclass(frozen=True)
class RingDown(Record):
    """How a body comes to rest.

    Attributes
    ----------
    frequency_hz, damping_ratio : Interval
        Undamped; of critical.
    swings : int
        Half-swings past the middle above a tenth of the first lean.
    still_after_s : Interval
        Until what is left is below a tenth of the first lean [s].
    """

    frequency_hz: Interval
    damping_ratio: Interval
    swings: int
    still_after_s: Interval


def ring_down(stretches: Sequence[FloatArray], step_s: float, rng: np.random.Generator) -> RingDown:
    """Return how a body rings down, by all the stretches in which nothing drives it.

    Parameters
    ----------
    stretches : sequence of ndarray, (n,)
        Roll, or its rate, from when it is let go; evenly sampled.
    step_s : float
        Between two samples [s].
    rng : numpy Generator
        Draws the bootstrap.

    Raises
    ------
    InputError
        ``roll_rate_rad_s``: nothing rings out of the noise.

    Notes
    -----
    Damped cosines of one frequency and one damping, each about a straight line of its own, are
    fitted to all samples, which uses more of them than the height of peaks does; the log decrement
    is 2πζ/√(1 − ζ²). Source: Rao, *Mechanical Vibrations*, 5th ed., ch. 2.6.
    """
    seen = np.concatenate(stretches)

    def made(at: FloatArray) -> FloatArray:
        """Return what is fitted at ln ω and ln ζ."""
        return np.concatenate([rung(one, step_s, *np.exp(at)) for one in stretches])

    omega, zeta = rings_at(stretches, step_s)
    at = np.log([omega, zeta])
    residual = seen - made(at)
    times = _OUT_OF_NOISE if len(stretches) >= _FEW else _FEW_OUT_OF_NOISE
    if float(np.std(made(at))) < times * float(np.std(residual)):
        raise InputError("roll_rate_rad_s", "Nothing swings out of the noise there.")
    bounds = _block_bounds([len(one) for one in stretches], round(2 * math.pi / omega / step_s))
    moved = drawn(slopes(made, at), residual, bounds, rng, _DRAWS)
    hertz = omega / (2 * math.pi)
    rest_s = -math.log(_STILL) / (zeta * omega)
    return RingDown(
        interval(hertz, hertz * moved[:, 0]),
        interval(zeta, zeta * moved[:, 1]),
        int(Rocking(np.array([hertz]), np.array([zeta])).swings[0]),
        interval(rest_s, -rest_s * moved.sum(axis=1)),
    )


def rings_at(stretches: Sequence[FloatArray], step_s: float) -> tuple[float, float]:
    """Return ω [rad/s] and ζ at which damped cosines leave the least of all stretches.

    Parameters
    ----------
    stretches : sequence of ndarray, (n,)
        Roll, or its rate, from when it is let go; evenly sampled.
    step_s : float
        Between two samples [s].
    """

    def left(at: FloatArray) -> FloatArray:
        return np.concatenate([one - rung(one, step_s, *np.exp(at)) for one in stretches])

    omega, zeta = np.exp(searched(left, _FREQUENCIES_HZ, _DAMPING, _STARTS, _START_DAMPING))
    return float(omega), float(zeta)


def rung(seen: FloatArray, step_s: float, omega: float, zeta: float) -> FloatArray:
    """Return a damped cosine about a straight line, fitted to one stretch, (n,).

    Parameters
    ----------
    seen : ndarray, (n,)
        Roll or its rate.
    step_s : float
        Between two samples [s].
    omega, zeta : float
        Undamped [rad/s]; of critical.
    """
    n = len(seen)
    design = np.column_stack([begun(n, step_s, omega, zeta), np.ones(n), np.linspace(-1, 1, n)])
    return np.asarray(design @ np.linalg.lstsq(design, seen)[0])


def _block_bounds(lengths: Sequence[int], cycle: int) -> list[int]:
    """Return where blocks part: each stretch is one, or cycles where there are few stretches."""
    bounds, begins = [], 0
    for n in lengths:
        parts = 1 if len(lengths) >= _FEW else max(1, round(n / max(1, cycle)))
        bounds += [begins + round(n * part / parts) for part in range(parts)]
        begins += n
    return bounds[1:]
