"""The roll model fitted to a run: roll a g, how fast the body rocks, how soon it rests."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.road.intervals import Interval, drawn, interval
from axlecore.road.rocking import Piece, Stretch, stretch
from axlecore.road.search import searched

#: Frequencies and damping a body on wheels can have; the search begins all over them.
_FREQUENCIES_HZ = (0.25, 4.0)
_DAMPING = (0.01, 1.2)
_STARTS, _START_DAMPING = (14, 5), (0.04, 0.8)
#: An interval wider than this part of its middle to either side is no number to go by.
_OPEN_FREQUENCY, _OPEN_DAMPING = 0.2, 0.6
#: How much better than a body without inertia the model has to be, a block, to tell of it.
_TELLS = 6.0
#: A spell of standing shorter than this tells no noise of a body that rocks [s].
_LEAST_NOISE_S = 8.0
#: A block is a cycle of what was driven; at least so many of them, or a sample is no sample.
_LEAST_BLOCKS = 8


@dataclass(frozen=True)
class RollFit:
    """What a run tells of a body in roll.

    Attributes
    ----------
    gradient_rad_s2_per_m : Interval
        Roll of a long bend a lateral acceleration [rad per m/s²].
    frequency_hz, damping_ratio : Interval or None
        Undamped; None where this run does not tell it.
    straight_rad_s2_per_m : float
        Slope of roll over lateral acceleration, shown beside; the resonance is in it.
    residual_rad : float
        What the model leaves, standard deviation [rad].
    blocks : int
        Cycles that the intervals rest on.
    """

    gradient_rad_s2_per_m: Interval
    frequency_hz: Interval | None
    damping_ratio: Interval | None
    straight_rad_s2_per_m: float
    residual_rad: float
    blocks: int


def fit_roll(
    pieces: Sequence[Piece],
    rng: np.random.Generator,
    standing: Sequence[Piece] = (),
    draws: int = 500,
) -> RollFit:
    """Fit φ̈ + 2ζω·φ̇ + ω²·φ = K·ω²·a_y to the pieces of a run by output error.

    Parameters
    ----------
    pieces : sequence of Piece
        Of one vehicle in one state, alike in their rate.
    rng : numpy Generator
        Draws the bootstrap.
    standing : sequence of Piece
        What the same sensors read while the vehicle stood: what their noise does to the numbers is
        taken out by it.
    draws : int
        Of the bootstrap.

    Raises
    ------
    InputError
        ``lateral_acceleration_m_s2``: nothing was driven that leans a body.

    Notes
    -----
    K, start, bias and drift are linear and solved for at every ω and ζ (variable projection); those
    two are searched. The bootstrap draws whole cycles with what each says of every number, since
    samples within one are not independent. Sources: Ljung, *System Identification*, 2nd ed., ch.
    10; Golub and Pereyra, 2003; Davison and Hinkley, *Bootstrap Methods*, ch. 8.
    """
    if sum(float(np.ptp(one.lateral_m_s2)) for one in pieces) < 1e-6:
        raise InputError("lateral_acceleration_m_s2", "Nothing in this run leans a body.")
    ready = [stretch(one) for one in pieces]

    def left(at: FloatArray) -> FloatArray:
        rolled = np.concatenate([one.rolled(at) for one in ready])
        return np.asarray(rolled[:, 1] - _slope(rolled[:, 0], rolled[:, 1]) * rolled[:, 0])

    at = searched(left, _FREQUENCIES_HZ, _DAMPING, _STARTS, _START_DAMPING)
    still = [stretch(one) for one in standing if _lasts(one)]
    return _with_intervals(ready, at, still, rng, draws)


def _lasts(one: Piece) -> bool:
    return len(one.roll_rad) * one.step_s > _LEAST_NOISE_S


def _slope(along: FloatArray, values: FloatArray) -> float:
    return float(along @ values / max(float(along @ along), 1e-300))


def _with_intervals(
    ready: Sequence[Stretch],
    at: FloatArray,
    still: Sequence[Stretch],
    rng: np.random.Generator,
    draws: int,
) -> RollFit:
    told = np.concatenate([one.told(at) for one in ready])
    gradient = _slope(told[:, 0], told[:, 3])
    columns = told[:, :3] * [1.0, gradient, gradient]
    residual = told[:, 3] - gradient * told[:, 0]
    bounds = _block_bounds(ready)
    blocks = len(bounds) + 1
    moved = drawn(columns, residual, bounds, rng, draws)
    off = _by_noise(columns, at, gradient, still)
    omega, zeta = np.exp(at + off[1:])
    hertz = omega / (2 * math.pi)
    frequency = interval(hertz, hertz * moved[:, 1])
    damping = interval(zeta, zeta * moved[:, 2])
    straight, tells = _without_inertia(ready, float(residual @ residual), blocks)
    return RollFit(
        interval(gradient + float(off[0]), moved[:, 0]),
        frequency if tells and frequency.within(_OPEN_FREQUENCY) else None,
        damping if tells and damping.within(_OPEN_DAMPING) else None,
        straight,
        float(residual.std()),
        blocks,
    )


def _block_bounds(ready: Sequence[Stretch]) -> list[int]:
    """Return where the blocks of all stretches part: about one cycle of what was driven each."""
    n = sum(len(one.roll_rad) for one in ready)
    longest = max(ready, key=lambda one: len(one.roll_rad))
    drove = longest.lateral_m_s2 - longest.lateral_m_s2.mean()
    power = np.abs(np.fft.rfft(drove)) ** 2
    hertz = np.fft.rfftfreq(len(drove), longest.step_s)
    cycle_s = 1 / max(float(hertz[1 + int(np.argmax(power[1:]))]), 0.1)
    size = max(1, min(int(cycle_s / longest.step_s), n // _LEAST_BLOCKS))
    return list(range(size, n - size // 2, size))


def _by_noise(
    columns: FloatArray, at: FloatArray, gradient: float, still: Sequence[Stretch]
) -> FloatArray:
    """Return what to add to K, ln ω and ln ζ for the noise of the sensors, (3,).

    Noise in what drives the model draws what is fitted to it aside, by its power and by what of it
    is in the logged roll too; both are told where the vehicle stood. Source: Fuller, *Measurement
    Error Models*, ch. 1.
    """
    if not still:
        return np.zeros(3)
    power, shared = np.zeros((3, 3)), np.zeros(3)
    for one in still:
        told = one.told(at)
        noise = told[:, :3] * [1.0, gradient, gradient]
        power += noise.T @ noise / len(noise) / len(still)
        shared += noise.T @ (told[:, 3] - gradient * told[:, 0]) / len(noise) / len(still)
    whole = columns.T @ columns - len(columns) * power
    return np.asarray(np.linalg.lstsq(whole, -len(columns) * shared)[0])


def _without_inertia(ready: Sequence[Stretch], left: float, blocks: int) -> tuple[float, bool]:
    """Return roll over lateral acceleration as a straight line, and whether inertia tells more."""
    pairs = np.concatenate([np.column_stack([one.lateral_m_s2, one.roll_rad]) for one in ready])
    lateral, roll = (pairs - pairs.mean(axis=0)).T
    slope = _slope(lateral, roll)
    plain = 0.0
    for one in ready:
        both = np.column_stack([one.lateral_m_s2, one.roll_rad])
        quiet = both - one.slow @ (one.slow.T @ both)
        plain += float(np.sum((quiet[:, 1] - _slope(quiet[:, 0], quiet[:, 1]) * quiet[:, 0]) ** 2))
    return slope, (plain - left) / 2 > _TELLS * left / blocks
