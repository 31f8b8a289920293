"""A stretch of a run beside the roll model: what of its roll the model has to tell."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from axlecore.quantities.arguments import FloatArray
from axlecore.road.search import slopes

#: After the low-pass nothing is lost by fewer samples than this a second.
_ENOUGH_HZ = 25.0


@dataclass(frozen=True, eq=False)
class Piece:
    """A stretch of a run as the roll model sees it.

    Attributes
    ----------
    step_s : float
        Between two samples [s].
    lateral_m_s2 : ndarray, (n,)
        Lateral acceleration of the road's plane [m/s²].
    roll_rad : ndarray, (n,)
        Roll of the body against the road [rad].
    drifts_in_s : float
        In what time roll may drift by itself, as it does where it was integrated [s]; infinite
        for a roll that only has a bias.
    """

    step_s: float
    lateral_m_s2: FloatArray
    roll_rad: FloatArray
    drifts_in_s: float = math.inf


def driven(lateral_m_s2: FloatArray, step_s: float, omega: float, zeta: float) -> FloatArray:
    """Return the roll of a body with K = 1 that was at rest, (n,) [m/s²].

    Parameters
    ----------
    lateral_m_s2 : ndarray, (n,)
        What drives it [m/s²], straight between samples.
    step_s : float
        Between two samples [s].
    omega, zeta : float
        Undamped [rad/s]; of critical.
    """
    from scipy import signal

    whole = ([omega**2], [1.0, 2 * zeta * omega, omega**2])
    numerator, denominator, _ = signal.cont2discrete(whole, step_s, method="foh")
    return np.asarray(signal.lfilter(np.ravel(numerator), denominator, lateral_m_s2))


@dataclass(frozen=True, eq=False)
class Stretch:
    """A piece made ready: no more samples than it takes, and what is slow in it known.

    Attributes
    ----------
    step_s : float
        Between two samples [s].
    lateral_m_s2, roll_rad : ndarray, (n,)
        As in `Piece`.
    slow : ndarray, (n, k)
        Bias or drift of roll, each column at right angles to the others and of length one.
    """

    step_s: float
    lateral_m_s2: FloatArray
    roll_rad: FloatArray
    slow: FloatArray

    def rolled(self, at: FloatArray) -> FloatArray:
        """Return the roll of the model with K = 1 beside what was logged, (n, 2).

        Both without what is the stretch's own, which is how it began and what is slow in it.

        Parameters
        ----------
        at : ndarray, (2,)
            ln ω [rad/s], ln ζ.
        """
        return self._without_own(at, np.column_stack([self._driven(at), self.roll_rad]))

    def told(self, at: FloatArray) -> FloatArray:
        """As `rolled`, with how the model's roll moves with ln ω and with ln ζ between, (n, 4).

        Parameters
        ----------
        at : ndarray, (2,)
            ln ω [rad/s], ln ζ.
        """
        columns = [self._driven(at), slopes(self._driven, at), self.roll_rad]
        return self._without_own(at, np.column_stack(columns))

    def _driven(self, at: FloatArray) -> FloatArray:
        return driven(self.lateral_m_s2, self.step_s, *np.exp(at))

    def _without_own(self, at: FloatArray, columns: FloatArray) -> FloatArray:
        quiet = columns - self.slow @ (self.slow.T @ columns)
        alone = begun(len(columns), self.step_s, *np.exp(at))
        own, _ = np.linalg.qr(alone - self.slow @ (self.slow.T @ alone))
        return np.asarray(quiet - own @ (own.T @ quiet))


def stretch(piece: Piece) -> Stretch:
    """Return a piece made ready for a fit.

    Parameters
    ----------
    piece : Piece
        Low-passed well below its rate.
    """
    every = max(1, int(1 / (piece.step_s * _ENOUGH_HZ)))
    step_s = piece.step_s * every
    lateral, roll = piece.lateral_m_s2[::every], piece.roll_rad[::every]
    slow, _ = np.linalg.qr(_slow(len(roll), step_s, piece.drifts_in_s))
    return Stretch(step_s, lateral, roll, slow)


def _slow(n: int, step_s: float, drifts_in_s: float) -> FloatArray:
    """Return a bias, or a drift that is straight between knots, (n, k)."""
    if math.isinf(drifts_in_s):
        return np.ones((n, 1))
    time = step_s * np.arange(n)
    knots = np.linspace(0, time[-1], max(1, math.ceil(time[-1] / drifts_in_s)) + 1)
    return np.column_stack([np.interp(time, knots, hat) for hat in np.eye(len(knots))])


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
