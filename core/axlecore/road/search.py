"""The search for frequency and damping, by their logarithms; the linear is solved for inside."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np

from axlecore.quantities.arguments import FloatArray

#: A step of ln ω and ln ζ, small beside any that is told.
_STEP = 1e-4
Range = tuple[float, float]


def searched(
    left: Callable[[FloatArray], FloatArray],
    frequencies_hz: Range,
    dampings: Range,
    starts: tuple[int, int],
    start_dampings: Range,
) -> FloatArray:
    """Return ln ω and ln ζ at which the least is left, (2,).

    Parameters
    ----------
    left : callable
        What a model leaves at ln ω and ln ζ, (n,).
    frequencies_hz, dampings : tuple of float
        From and to, what a body on wheels can have [Hz], of critical.
    starts : tuple of int
        How many frequencies and dampings are looked at before the best of them is made better.
    start_dampings : tuple of float
        From and to, those dampings.
    """
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import optimize

    grid = [
        np.log([2 * math.pi * hertz, damping])
        for hertz in np.geomspace(*frequencies_hz, starts[0])
        for damping in np.geomspace(*start_dampings, starts[1])
    ]
    bounds = [
        np.log([2 * math.pi * hertz, damping])
        for hertz, damping in zip(frequencies_hz, dampings, strict=True)
    ]
    begin = min(grid, key=lambda at: float(np.sum(left(at) ** 2)))
    found = optimize.least_squares(left, begin, bounds=bounds, xtol=1e-10, ftol=1e-12)
    return np.asarray(found.x)


def slopes(of: Callable[[FloatArray], FloatArray], at: FloatArray) -> FloatArray:
    """Return how something moves with ln ω and with ln ζ, (n, 2).

    Parameters
    ----------
    of : callable
        From ln ω and ln ζ, (n,).
    at : ndarray, (2,)
        Where.
    """
    made = [(of(at + axis) - of(at - axis)) / (2 * _STEP) for axis in np.eye(2) * _STEP]
    return np.column_stack(made)
