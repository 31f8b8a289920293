"""The roll model of a body: what drives it, what is seen of it, and how it rocks by itself."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from axlecore.quantities.arguments import FloatArray


@dataclass(frozen=True, eq=False)
class Piece:
    """A stretch of a run as the roll model sees it.

    Attributes
    ----------
    step_s : float
        Between two samples [s].
    drives_m_s2 : ndarray, (n,)
        What drives the model [m/s²].
    seen : ndarray, (n,)
        What it is held against.
    of_roll : tuple of float
        That as powers of s of roll, the highest first: (1,) is roll itself, (1, 0) its rate.
    of_drives : float
        What part of what drives the model is in what it is held against, noise and all.
    sensor_height_m : float or None
        Above the roll axis [m], where what drives is the reading of a sensor on the body; None
        where it is the lateral acceleration of the road's plane.
    """

    step_s: float
    drives_m_s2: FloatArray
    seen: FloatArray
    of_roll: tuple[float, ...] = (1.0,)
    of_drives: float = 0.0
    sensor_height_m: float | None = None


def driven(drives_m_s2: FloatArray, step_s: float, omega: float, zeta: float) -> FloatArray:
    """Return the roll of a body with K = 1 that was at rest, (n,) [m/s²].

    Parameters
    ----------
    drives_m_s2 : ndarray, (n,)
        What drives it [m/s²], straight between samples.
    step_s : float
        Between two samples [s].
    omega, zeta : float
        Undamped [rad/s]; of critical.
    """
    from scipy import signal

    whole = ([omega**2], [1.0, 2 * zeta * omega, omega**2])
    numerator, denominator, _ = signal.cont2discrete(whole, step_s, method="foh")
    return np.asarray(signal.lfilter(np.ravel(numerator), denominator, drives_m_s2))


def begun(n: int, step_s: float, omega: float, zeta: float) -> FloatArray:
    """Return the two ways a body rocks on by itself, (n, 2).

    Parameters
    ----------
    n : int
        Samples.
    step_s : float
        Between two of them [s].
    omega, zeta : float
        Undamped [rad/s]; of critical.
    """
    time = step_s * np.arange(n)
    fades = np.exp(-zeta * omega * time)
    swings = omega * math.sqrt(max(abs(1 - zeta**2), 1e-6)) * time
    return np.column_stack([fades * np.cos(swings), fades * np.sin(swings)])
