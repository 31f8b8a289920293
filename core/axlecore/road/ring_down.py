"""After a step, a bump or a gust: how the body rocks to rest by itself."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.motion.response import Rocking
from axlecore.quantities.arguments import FloatArray
from axlecore.road.intervals import Interval, drawn, interval
from axlecore.road.rocking import begun
from axlecore.road.search import searched, slopes

#: A body within this part of its first lean is still.
_STILL = 0.1
#: Longer than this nobody waits for a body to rest, and shorter than this nothing swings [s].
_LONGEST_S, _SHORTEST_S = 15.0, 1.0
_FREQUENCIES_HZ, _DAMPING = (0.25, 4.0), (0.01, 0.9)
_STARTS, _START_DAMPING = (16, 5), (0.03, 0.6)
#: What swings stands so far above what is left, or nothing rings.
_OUT_OF_NOISE = 3.0
_DRAWS = 500


@dataclass(frozen=True)
class RingDown:
    """How a body came to rest.

    Attributes
    ----------
    frequency_hz, damping_ratio : Interval
        Undamped; of critical.
    swings : int
        Half-swings past the middle above a tenth of the first lean.
    still_after_s : float
        Until what is left is below a tenth of the first lean [s].
    """

    frequency_hz: Interval
    damping_ratio: Interval
    swings: int
    still_after_s: float


def ring_down(
    time_s: npt.ArrayLike, roll_rad: npt.ArrayLike, from_s: float, rng: np.random.Generator
) -> RingDown:
    """Return how roll rings down after an event.

    Parameters
    ----------
    time_s, roll_rad : array_like, (n,)
        Even times [s] and roll [rad].
    from_s : float
        When nothing drives the body any more [s].
    rng : numpy Generator
        Draws the bootstrap.

    Raises
    ------
    InputError
        ``from_s``: too little of the log is after it. ``roll_rad``: nothing rings out of the noise.

    Notes
    -----
    A damped cosine about a bias is fitted to all samples, which uses more of them than the height
    of peaks does; the log decrement is 2πζ/√(1 − ζ²). Source: Rao, *Mechanical Vibrations*, 5th
    ed., ch. 2.6.
    """
    time, roll = np.asarray(time_s, dtype=float), np.asarray(roll_rad, dtype=float)
    after = (time >= from_s) & (time <= from_s + _LONGEST_S)
    time, roll = time[after], roll[after]
    if len(time) < 20 or time[-1] - time[0] < _SHORTEST_S:
        raise InputError("from_s", f"Less than {_SHORTEST_S:g} s of the log are after that.")
    step_s = float(np.median(np.diff(time)))

    def made(at: FloatArray) -> FloatArray:
        """Return the roll fitted at ln ω and ln ζ."""
        design = np.column_stack([begun(len(roll), step_s, *np.exp(at)), np.ones(len(roll))])
        return np.asarray(design @ np.linalg.lstsq(design, roll)[0])

    at = searched(lambda at: roll - made(at), _FREQUENCIES_HZ, _DAMPING, _STARTS, _START_DAMPING)
    residual = roll - made(at)
    if float(np.std(made(at))) < _OUT_OF_NOISE * float(np.std(residual)):
        raise InputError("roll_rad", "Nothing swings out of the noise there.")
    omega, zeta = (float(one) for one in np.exp(at))
    cycle = max(1, round(2 * math.pi / omega / step_s))
    moved = drawn(
        slopes(made, at), residual, range(cycle, len(roll) - cycle // 2, cycle), rng, _DRAWS
    )
    hertz = omega / (2 * math.pi)
    rocking = Rocking(np.array([hertz]), np.array([zeta]))
    return RingDown(
        interval(hertz, hertz * moved[:, 0]),
        interval(zeta, zeta * moved[:, 1]),
        int(rocking.swings[0]),
        -math.log(_STILL) / (zeta * omega),
    )
