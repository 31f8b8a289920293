"""A stretch of a run by its frequencies, beside the roll model and the noise of its sensors."""

from __future__ import annotations

import cmath
import math
from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

from axlecore.quantities.arguments import FloatArray
from axlecore.road.rocking import Piece

ComplexArray = npt.NDArray[np.complexfloating[Any, Any]]

#: What a body in roll has above this is noise [Hz], and fewer samples a second lose nothing.
MOST_HZ, _ENOUGH_HZ = 4.0, 25.0
#: What roads and drivers add differs from band to band: each begins here [Hz].
BANDS_HZ = (0.0, 0.15, 0.4, 1.0, 2.0)
#: Noise is read from here up: below it a standing vehicle is not quite at rest [Hz].
_NOISE_FROM_HZ = 0.3
#: No sensor is quieter than this part of what it reads.
_QUIETEST = 1e-4


@dataclass(frozen=True)
class Noise:
    """Power of the sensors' noise in a line of a stretch, for each of its samples.

    Attributes
    ----------
    drives, seen : float
        In what drives the model, in what it is held against.
    shared : float
        Of both at once.
    more : tuple of float
        So many times the sensors' own is what a road and a driver add, in each of `BANDS_HZ`.
    """

    drives: float
    seen: float
    shared: float = 0.0
    more: tuple[float, ...] = (1.0,) * len(BANDS_HZ)


@dataclass(frozen=True, eq=False)
class Lines:
    """A stretch by its frequencies.

    Attributes
    ----------
    step_s : float
        Between two samples [s].
    samples : int
        Of the stretch.
    rad_s : ndarray, (m,)
        Of each line.
    band : ndarray, (m,)
        Which of `BANDS_HZ` each line is in.
    later : ndarray, (m,)
        A delay by one sample at each line, complex.
    drives, seen : ndarray, (m,)
        Of what drives the model and of what it is held against, complex, for √samples.
    of_roll : tuple of float
        As in `Piece`.
    """

    step_s: float
    samples: int
    rad_s: FloatArray
    band: npt.NDArray[np.int_]
    later: ComplexArray
    drives: ComplexArray
    seen: ComplexArray
    of_roll: tuple[float, ...]

    def left(self, at: FloatArray, noise: Noise) -> FloatArray:
        """Return what the model leaves of each line, over the noise expected there, (2·m,).

        Without what is the stretch's own: how it began and ended. Its bias has no line.

        Parameters
        ----------
        at : ndarray, (3,)
            K, ln ω [rad/s], ln ζ.
        noise : Noise
            Of its sensors.
        """
        gradient, omega, zeta = at[0], math.exp(at[1]), math.exp(at[2])
        s = 1j * self.rad_s
        answers = gradient * omega**2 * np.polyval(self.of_roll, s)
        answers = answers / (s**2 + 2 * zeta * omega * s + omega**2)
        power = noise.seen + np.abs(answers) ** 2 * noise.drives
        power = (power - 2 * noise.shared * answers.real) * np.take(noise.more, self.band)
        weight = 1 / np.sqrt(np.maximum(power, _QUIETEST**2 * noise.seen))
        off = (self.seen - answers * self.drives) * weight
        rests = weight / _rests(omega, zeta, self.step_s, self.later)
        own = np.stack([rests, rests * self.later, weight.astype(complex)])
        # Real parts and imaginary ones are alike two samples each; what is own is real.
        columns, stacked = own.view(float), off.view(float)
        size = np.sqrt(np.einsum("ij,ij->i", columns, columns))
        columns = columns / np.maximum(size, 1e-300)[:, None]
        part = np.linalg.solve(columns @ columns.T + 1e-12 * np.eye(3), columns @ stacked)
        return np.asarray(stacked - part @ columns)

    def in_time(self, stacked: FloatArray) -> FloatArray:
        """Return as samples what was left of the lines, (n, k); squares add up to the same.

        Parameters
        ----------
        stacked : ndarray, (2·m, k)
            As `left` gives them.
        """
        whole = np.zeros((self.samples // 2 + 1, stacked.shape[1]), dtype=complex)
        whole[1 : len(stacked) // 2 + 1] = stacked[::2] + 1j * stacked[1::2]
        return np.asarray(np.fft.irfft(whole, self.samples, axis=0) * np.sqrt(self.samples / 2))


def _rests(omega: float, zeta: float, step_s: float, later: ComplexArray) -> ComplexArray:
    """Return how a body comes to rest by itself, from sample to sample, at each line."""
    root = omega * cmath.sqrt(zeta**2 - 1)
    first, second = (cmath.exp(step_s * (-zeta * omega + one)) for one in (root, -root))
    return np.asarray((1 - first * later) * (1 - second * later))


def lines(piece: Piece) -> Lines:
    """Return a piece by its frequencies, from above nought to `MOST_HZ`.

    Parameters
    ----------
    piece : Piece
        Low-passed well below its rate.
    """
    every = max(1, int(1 / (piece.step_s * _ENOUGH_HZ)))
    step_s = piece.step_s * every
    drives, seen = piece.drives_m_s2[::every], piece.seen[::every]
    n = len(seen)
    hertz = np.fft.rfftfreq(n, step_s)
    kept = slice(1, int(np.searchsorted(hertz, min(MOST_HZ, 0.45 / step_s))))
    rad_s = np.asarray(2 * np.pi * hertz[kept], dtype=float)
    drives, seen = (np.fft.rfft(one)[kept] / np.sqrt(n) for one in (drives, seen))
    band = np.searchsorted(BANDS_HZ, hertz[kept], side="right") - 1
    later = np.exp(-1j * rad_s * step_s)
    return Lines(step_s, n, rad_s, band, later, drives, seen, piece.of_roll)


def noise_of(standing: list[Piece], driven: list[Lines]) -> Noise:
    """Return the noise that sensors showed while the vehicle stood.

    Parameters
    ----------
    standing : list of Piece
        What they read then.
    driven : list of Lines
        What they read else: no sensor is quite without noise.
    """
    u, y = (np.concatenate([getattr(one, name) for one in driven]) for name in ("drives", "seen"))
    least = [_QUIETEST**2 * float(np.mean(np.abs(one) ** 2)) + 1e-300 for one in (u, y)]
    if not standing:
        return Noise(least[0], least[1])
    stood = []
    for one in map(lines, standing):
        hertz = np.arange(1, len(one.seen) + 1) / (one.samples * one.step_s)
        high = hertz > _NOISE_FROM_HZ
        stood.append((one.drives[high], one.seen[high]))
    drives, seen = (np.concatenate(one) for one in zip(*stood, strict=True))
    power = max(least[0], float(np.mean(np.abs(drives) ** 2)))
    held = standing[0].of_drives
    in_seen = max(least[1], float(np.mean(np.abs(seen) ** 2)), held**2 * power)
    return Noise(power, in_seen, held * power)
