"""The roll model fitted to a run: roll a g, how fast the body rocks, how soon it rests."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.intervals import Interval, drawn, interval
from axlecore.road.lines import BANDS_HZ, Lines, Noise, lines, noise_of
from axlecore.road.rocking import Piece

#: Frequencies and damping a body on wheels can have; the search begins all over them.
_FREQUENCIES_HZ = (0.25, 4.0)
_DAMPING = (0.03, 1.2)
#: What is told of is a body; beyond, something else was fitted [Hz].
_BODIES_HZ = (0.3, 2.5)
_STARTS, _START_DAMPING = (14, 5), (0.04, 0.8)
#: Of K [rad per m/s²], ln ω and ln ζ.
_LOWEST = np.array([-1.0, math.log(2 * math.pi * _FREQUENCIES_HZ[0]), math.log(_DAMPING[0])])
_HIGHEST = np.array([1.0, math.log(2 * math.pi * _FREQUENCIES_HZ[1]), math.log(_DAMPING[1])])
#: A body that follows at once, beside which inertia has to tell more: ω [rad/s], ζ.
_AT_ONCE = np.log([2 * math.pi * 20.0, 0.7])
#: An interval wider than this part of its middle to either side is no number to go by.
_OPEN_FREQUENCY, _OPEN_DAMPING = 0.15, 0.5
#: How much better than a body without inertia the model has to be to tell of it: χ².
_TELLS = 30.0
#: A spell of standing shorter than this tells no noise of a body that rocks [s].
_LEAST_NOISE_S = 8.0
#: A block is a cycle of what was driven; at least so many of them, or a sample is no sample.
_LEAST_BLOCKS = 8
#: Bends begin and end where this part of the largest is driven, with so much before and after [s].
_BENDS, _BEFORE_S, _AFTER_S = 0.25, 2.0, 4.0
_SHORTEST_S = 3.0
#: So often over, what weighs depends on what is found.
_ROUNDS = 3
#: What is left may be more than the sensors' noise by chance, over √lines.
_CHANCE = 1.5
#: A search that goes on for longer creeps along a valley without end.
_MOST_STEPS = 30
#: A step, small beside any that is told.
_STEP = 1e-4
#: Profile-likelihood bound of one parameter, 95 %: χ² with one degree of freedom.
CHI2_95_1DOF = 3.84
#: With so much more left another answer is as good, χ² of three; so far off it is another [ln].
_AS_GOOD, _APART = 11.3, 0.15
#: Walking to an edge, in standard deviations of the bootstrap.
_STRIDES = (1.5, 2.5, 4.0, 7.0, 12.0, 20.0)


@dataclass(frozen=True, eq=False)
class RollFit:
    """What a run tells of a body in roll.

    Attributes
    ----------
    gradient_rad_s2_per_m : Interval
        Roll of a long bend a lateral acceleration [rad per m/s²].
    frequency_hz, damping_ratio : Interval or None
        Undamped; None where this run does not tell it.
    omega_rad_s, zeta : float
        The model's own, told or not.
    """

    gradient_rad_s2_per_m: Interval
    frequency_hz: Interval | None
    damping_ratio: Interval | None
    omega_rad_s: float
    zeta: float


def fit_roll(
    pieces: Sequence[Piece],
    rng: np.random.Generator,
    standing: Sequence[Piece] = (),
    draws: int = 500,
) -> RollFit:
    """Fit φ̈ + 2ζω·φ̇ + ω²·φ = K·ω²·a_y to the pieces of a run by their frequencies.

    Parameters
    ----------
    pieces : sequence of Piece
        Of one vehicle in one state, alike in their rate and in what they were held against.
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
    What is left of each line is weighed by the noise expected there, of what drives and of what is
    seen; how a stretch began and ended is solved for at every K, ω and ζ, and a bias has no line.
    Where a sensor's own reading r = a_y + g·φ + z·φ̈ drives the model, the same model with other
    numbers is fitted, and its numbers turned into those of a_y. The bootstrap draws whole cycles
    with what each says of every number, since samples within one are not independent. Sources:
    Pintelon and Schoukens, *System Identification*, 2nd ed., ch. 8 and 9; Davison and Hinkley,
    *Bootstrap Methods*, ch. 8.
    """
    if sum(float(np.ptp(one.drives_m_s2)) for one in pieces) < 1e-6:
        raise InputError("lateral_acceleration_m_s2", "Nothing in this run leans a body.")
    ready = [lines(one) for one in _bends(pieces)]
    noise = noise_of([one for one in standing if _lasts(one)], ready)
    found = [_refined(ready, noise, one) for one in _valleys(ready, noise)]
    for _ in range(_ROUNDS):
        noise = _with_road(ready, _best(ready, noise, found), noise)
        found = [_refined(ready, noise, one) for one in found]
    at = _best(ready, noise, found)
    least = _squares(ready, at, noise)
    as_good = [one for one in found if _squares(ready, one, noise) - least < _AS_GOOD]
    alone = all(abs(one[1] - at[1]) < _APART for one in as_good)
    return _with_intervals(ready, at, noise, alone, pieces[0].sensor_height_m, rng, draws)


def _squares(ready: Sequence[Lines], at: FloatArray, noise: Noise) -> float:
    return float(np.sum(_left(ready, at, noise) ** 2))


def _best(ready: Sequence[Lines], noise: Noise, found: Sequence[FloatArray]) -> FloatArray:
    return min(found, key=lambda one: _squares(ready, one, noise))


def _left(ready: Sequence[Lines], at: FloatArray, noise: Noise) -> FloatArray:
    return np.concatenate([one.left(at, noise) for one in ready])


def _valleys(ready: Sequence[Lines], noise: Noise) -> list[FloatArray]:
    """Return K, ln ω and ln ζ of each valley on the way from slow bodies to quick ones, (3,)."""
    along: list[tuple[float, FloatArray]] = []
    for hertz in np.geomspace(*_FREQUENCIES_HZ, _STARTS[0]):
        tried = []
        for damping in np.geomspace(*_START_DAMPING, _STARTS[1]):
            at = np.array([0.0, math.log(2 * math.pi * hertz), math.log(damping)])
            at[0] = _best_gradient(ready, at, noise)
            tried.append((_squares(ready, at, noise), at))
        along.append(min(tried, key=lambda one: one[0]))
    left = [one[0] for one in along]
    return [
        at
        for number, (much, at) in enumerate(along)
        if much == min(left[max(0, number - 1) : number + 2])
    ]


def _best_gradient(ready: Sequence[Lines], at: FloatArray, noise: Noise) -> float:
    """Return the K at which the least is left at ω and ζ, by a few weighted fits."""
    gradient = 0.0
    for _ in range(_ROUNDS):
        weighed = replace(
            noise, seen=noise.seen + gradient**2 * noise.drives, drives=0.0, shared=0.0
        )
        none, one = (_left(ready, np.array([k, *at[1:]]), weighed) for k in (0.0, 1.0))
        gradient = _slope(none - one, none)
    return gradient


def _refined(
    ready: Sequence[Lines], noise: Noise, begin: FloatArray, held: int | None = None
) -> FloatArray:
    """Return the best K, ln ω and ln ζ from a beginning on, one of them held maybe, (3,)."""
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import optimize

    free = [number for number in range(3) if number != held]
    size = np.array([max(abs(begin[0]), 1e-6), 1.0, 1.0])[free]
    low, high = _LOWEST[free] / size, _HIGHEST[free] / size

    def whole(x: FloatArray) -> FloatArray:
        at = begin.copy()
        at[free] = x * size
        return at

    found = optimize.least_squares(
        lambda x: _left(ready, whole(x), noise),
        np.clip(begin[free] / size, low + 1e-9, high - 1e-9),
        bounds=(low, high),
        xtol=1e-6,
        ftol=1e-6,
        max_nfev=_MOST_STEPS,
    )
    return whole(found.x)


def _with_road(ready: Sequence[Lines], at: FloatArray, noise: Noise) -> Noise:
    """Return the noise with what a road and a driver add: what the sensors do not explain."""
    left = np.concatenate([one.left(at, noise) ** 2 for one in ready])
    power = (left[::2] + left[1::2]) * np.take(
        noise.more, band := np.concatenate([one.band for one in ready])
    )
    more = []
    for number in range(len(BANDS_HZ)):
        within = power[band == number]
        often = float(within.mean()) if len(within) else 1.0
        chance = 1 + _CHANCE / math.sqrt(max(len(within), 1))
        more.append(often if often > chance else 1.0)
    return replace(noise, more=tuple(more))


def _bends(pieces: Sequence[Piece]) -> list[Piece]:
    """Return the pieces from their first bend to their last; pulling away is no bend."""
    largest = float(np.quantile(np.abs(np.concatenate([one.drives_m_s2 for one in pieces])), 0.98))
    made = []
    for one in pieces:
        bent = np.flatnonzero(np.abs(one.drives_m_s2) > _BENDS * largest)
        if not len(bent):
            continue
        begin = max(0, int(bent[0]) - round(_BEFORE_S / one.step_s))
        at = slice(begin, int(bent[-1]) + round(_AFTER_S / one.step_s))
        cut = replace(one, drives_m_s2=one.drives_m_s2[at], seen=one.seen[at])
        if len(cut.seen) * one.step_s > _SHORTEST_S:
            made.append(cut)
    return made or list(pieces)


def _lasts(one: Piece) -> bool:
    return len(one.seen) * one.step_s > _LEAST_NOISE_S


def _slope(along: FloatArray, values: FloatArray) -> float:
    return float(along @ values / max(float(along @ along), 1e-300))


def _with_intervals(
    ready: Sequence[Lines],
    at: FloatArray,
    noise: Noise,
    alone: bool,
    sensor_height_m: float | None,
    rng: np.random.Generator,
    draws: int,
) -> RollFit:
    parts = [_part(one, at, noise) for one in ready]
    columns, residual = (np.concatenate(one) for one in zip(*parts, strict=True))
    bounds = _block_bounds(ready)
    moved = drawn(-columns, residual, bounds, rng, draws)
    tells = alone and _tells_inertia(ready, float(residual @ residual), noise)
    walked = range(3 if tells else 1)
    edges = _edges(ready, noise, at, np.sqrt(np.mean(moved**2, axis=0)), walked)
    found, spread, ends = (_of_bends(one, sensor_height_m) for one in (at[None], at + moved, edges))
    gradient, omega, zeta = (float(one) for one in found[0])
    hertz = omega / (2 * math.pi)
    turns = 2 * math.pi
    frequency = interval(hertz, spread[:, 1] / turns - hertz).and_to(ends[:, 1] / turns)
    damping = interval(zeta, spread[:, 2] - zeta).and_to(ends[:, 2])
    tells = tells and frequency.within(_OPEN_FREQUENCY) and _BODIES_HZ[0] < hertz < _BODIES_HZ[1]
    return RollFit(
        interval(gradient, spread[:, 0] - gradient).and_to(ends[:, 0]),
        frequency if tells else None,
        damping if tells and damping.within(_OPEN_DAMPING) else None,
        omega,
        zeta,
    )


def _part(one: Lines, at: FloatArray, noise: Noise) -> tuple[FloatArray, FloatArray]:
    """Return how what is left of a stretch moves with K, ln ω and ln ζ, (n, 3), and it, (n,)."""
    steps = np.array([max(abs(at[0]), 1e-6), 1.0, 1.0]) * _STEP
    moves = [
        (one.left(at + axis, noise) - one.left(at - axis, noise)) / (2 * step)
        for axis, step in zip(np.diag(steps), steps, strict=True)
    ]
    whole = one.in_time(np.column_stack([*moves, one.left(at, noise)]))
    return whole[:, :3], whole[:, 3]


def _edges(
    ready: Sequence[Lines], noise: Noise, at: FloatArray, spread: FloatArray, walked: range
) -> FloatArray:
    """Return K, ln ω and ln ζ at the edges of what each may be, the others fitted, (2·k, 3).

    A bootstrap of scores knows what lies close to the fit only; these are as far as the fit itself
    stays nearly as good. Source: Pawitan, *In All Likelihood*, ch. 3.
    """
    squares = _squares(ready, at, noise)
    lines_ = sum(len(one.seen) for one in ready)
    most = squares + CHI2_95_1DOF * max(1.0, squares / lines_)
    return np.array(
        [
            _edge(ready, noise, at, number, sign * spread[number], squares, most)
            for number in walked
            for sign in (-1.0, 1.0)
        ]
    )


def _edge(
    ready: Sequence[Lines],
    noise: Noise,
    at: FloatArray,
    number: int,
    step: float,
    squares: float,
    most: float,
) -> FloatArray:
    """Walk one number away until more is left than chance would, and return where that is, (3,)."""
    inner, inner_squares, now = at, squares, at
    for stride in _STRIDES:
        begin = now.copy()
        begin[number] = at[number] + stride * step
        now = _refined(ready, noise, begin, held=number)
        left = _squares(ready, now, noise)
        if left > most:
            # The square root of what is more grows evenly.
            here, there, edge = (
                math.sqrt(max(one - squares, 0.0)) for one in (inner_squares, left, most)
            )
            share = (edge - here) / max(there - here, 1e-12)
            return np.asarray(inner + share * (now - inner))
        inner, inner_squares = now, left
    return inner


def _of_bends(fitted: FloatArray, sensor_height_m: float | None) -> FloatArray:
    """Return K, ω and ζ of a_y from K, ln ω and ln ζ of what drove the model, (n, 3)."""
    gradient, omega, zeta = fitted[:, 0], *np.exp(fitted[:, 1:].T)
    if sensor_height_m is None:
        return np.column_stack([gradient, omega, zeta])
    true = gradient / np.maximum(1 - GRAVITY_M_S2 * gradient, 0.05)
    part = 1 + true * (GRAVITY_M_S2 - sensor_height_m * omega**2)
    own = omega / np.sqrt(np.maximum(part, 0.05))
    heavier = 1 + true * own**2 * sensor_height_m
    return np.column_stack([true, own, zeta * omega * heavier / own])


def _block_bounds(ready: Sequence[Lines]) -> list[int]:
    """Return where the blocks of all stretches part: about one cycle of what was driven each."""
    n = sum(one.samples for one in ready)
    longest = max(ready, key=lambda one: one.samples)
    hertz = (1 + int(np.argmax(np.abs(longest.drives)))) / (longest.samples * longest.step_s)
    cycle_s = 1 / max(hertz, 0.1)
    size = max(1, min(int(cycle_s / longest.step_s), n // _LEAST_BLOCKS))
    return list(range(size, n - size // 2, size))


def _tells_inertia(ready: Sequence[Lines], left: float, noise: Noise) -> bool:
    """Return whether a body with inertia tells more than one that follows at once."""
    at = np.array([0.0, *_AT_ONCE])
    at[0] = _best_gradient(ready, at, noise)
    plain = _squares(ready, at, noise)
    lines_ = sum(len(one.seen) for one in ready)
    return plain - left > _TELLS * max(1.0, left / lines_)
