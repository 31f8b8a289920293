"""Intervals from a block bootstrap: cycles are drawn whole, since samples depend on each other."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record

#: Share of draws that an interval holds.
_HELD = 0.95


@dataclass(frozen=True)
class Interval(Record):
    """A number with the interval that holds it in 95 of 100 runs like this one.

    Attributes
    ----------
    value, low, high : float
        In the unit of what it is of.
    """

    value: float
    low: float
    high: float

    def within(self, part: float) -> bool:
        """Return whether either end is nearer than this part of the value.

        Parameters
        ----------
        part : float
            Of the value, such as 0.2.
        """
        return max(self.high - self.value, self.value - self.low) < part * abs(self.value)

    def times(self, factor: float) -> Interval:
        """Return this interval in another unit.

        Parameters
        ----------
        factor : float
            Of the units, above zero.
        """
        return Interval(factor * self.value, factor * self.low, factor * self.high)

    def over(self, other: Interval) -> Interval:
        """Return the ratio of this to another that was found apart from it.

        Parameters
        ----------
        other : Interval
            Below the line.

        Notes
        -----
        First order: relative half widths add by squares, each end with the other's far end.
        Source: JCGM 100:2008 (GUM), 5.1.2.
        """
        ratio = self.value / other.value
        under = math.hypot(1 - self.low / self.value, other.high / other.value - 1)
        above = math.hypot(self.high / self.value - 1, 1 - other.low / other.value)
        return Interval(ratio, ratio * (1 - under), ratio * (1 + above))

    def with_unsure(self, half: float) -> Interval:
        """Return this interval widened by something else that is not sure.

        Parameters
        ----------
        half : float
            Half width of that, in the unit of this.
        """
        low, high = (
            math.hypot(one, half) for one in (self.value - self.low, self.high - self.value)
        )
        return Interval(self.value, self.value - low, self.value + high)

    def overlaps(self, other: Interval) -> bool:
        """Return whether a number may be in both.

        Parameters
        ----------
        other : Interval
            In the same unit.
        """
        return self.low <= other.high and other.low <= self.high

    @property
    def half_part(self) -> float:
        """Half the width as a part of the value."""
        return (self.high - self.low) / 2 / abs(self.value)

    def and_to(self, ends: FloatArray) -> Interval:
        """Return this interval reaching to each of these numbers too.

        Parameters
        ----------
        ends : ndarray, (n,)
            In its unit.
        """
        return Interval(
            self.value, min(self.low, float(ends.min())), max(self.high, float(ends.max()))
        )


def drawn(
    columns: FloatArray,
    residual: FloatArray,
    bounds: Sequence[int],
    rng: np.random.Generator,
    draws: int,
) -> FloatArray:
    """Return how fitted numbers move as whole blocks are drawn, (draws, k).

    Parameters
    ----------
    columns : ndarray, (n, k)
        How the fitted signal moves with each number.
    residual : ndarray, (n,)
        What the fit leaves.
    bounds : sequence of int
        Where the blocks part.
    rng : numpy Generator
        Draws them.
    draws : int
        How often.

    Notes
    -----
    One step of Gauss and Newton a draw, from what each block says of each number. Source: Davison
    and Hinkley, *Bootstrap Methods and their Application*, ch. 8.
    """
    parts, lefts = np.split(columns, bounds), np.split(residual, bounds)
    products = np.array([part.T @ part for part in parts])
    scores = np.array([part.T @ left for part, left in zip(parts, lefts, strict=True)])
    blocks = len(products)
    counts = rng.multinomial(blocks, np.full(blocks, 1 / blocks), size=draws)
    # The numbers are of very different size; each is measured by its own.
    size = np.sqrt(np.maximum(np.diagonal(products.sum(axis=0)), 1e-300))
    whole = np.tensordot(counts, products / np.outer(size, size), axes=1)
    score = counts @ (scores / size)
    ridge = 1e-9 * np.eye(len(size))
    moved = np.linalg.solve(whole + ridge, score[..., None])[..., 0] / size
    # Student's, and what a fit takes: few blocks scatter less than the runs they stand for.
    free = max(1, blocks - len(size))
    return np.asarray(moved * math.sqrt(blocks / free) * (1 + 1.21 / free))


def interval(value: float, moved: FloatArray) -> Interval:
    """Return a number with its interval from how it moved.

    Parameters
    ----------
    value : float
        As it was found.
    moved : ndarray, (draws,)
        How far from there it was in each draw.
    """
    tail = (1 - _HELD) / 2
    low, high = np.quantile(moved, [tail, 1 - tail])
    return Interval(value, value + float(low), value + float(high))
