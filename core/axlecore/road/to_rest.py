"""A body let go at a lean, before and after, as it was found to rock: for a drawing of both."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from axlecore.quantities.measure import Record
from axlecore.road.events import Rests
from axlecore.road.rocking import begun

_SAMPLES = 241
#: Drawn for so much longer than the slower of both needs.
_LONGER = 1.25


@dataclass(frozen=True)
class ToRest(Record):
    """Two bodies let go at the same lean.

    Attributes
    ----------
    step_s : float
        Between two samples [s].
    before, after : list of float
        What is left of the first lean, as a part of it.
    """

    step_s: float
    before: list[float]
    after: list[float]


def to_rest(before: Rests, after: Rests) -> ToRest:
    """Return how a body comes to rest by itself, before and after.

    Parameters
    ----------
    before, after : Rests
        As two runs tell it.
    """
    slower_s = max(one.still_after_s.value for one in (before, after))
    step_s = _LONGER * slower_s / (_SAMPLES - 1)
    return ToRest(step_s, _left(before, step_s), _left(after, step_s))


def _left(rests: Rests, step_s: float) -> list[float]:
    omega, zeta = 2 * math.pi * rests.frequency_hz.value, rests.damping_ratio.value
    # Let go without a speed: the two ways of rocking on, so that both begin level.
    both = begun(_SAMPLES, step_s, omega, zeta) @ [1.0, zeta / math.sqrt(1 - zeta**2)]
    return [float(part) for part in np.round(both, 4)]
