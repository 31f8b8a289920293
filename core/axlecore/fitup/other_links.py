"""Other link lengths that would fit where the links are, and how each would gear the bar."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from axlecore.fitup.matrix import Combination
from axlecore.fitup.sheet import AxleFit
from axlecore.quantities.measure import Record

#: Nearer than this it is the same link [m].
_SAME_M = 1e-3


@dataclass(frozen=True)
class OtherLink(Record):
    """A link of another length in the same holes.

    Attributes
    ----------
    now_m, link_m : float
        Eye to eye, as fitted and in its place [m].
    gears : float
        Its motion ratio over that of the link that is fitted.
    to_buy : bool
        Whether the fitted link cannot be turned to that length.
    """

    now_m: float
    link_m: float
    gears: float
    to_buy: bool


def other_links(fit: AxleFit, matrix: Sequence[Combination]) -> list[OtherLink]:
    """Return the softest and the stiffest other link that fits without trouble, if any.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet; nothing is offered where left and right differ.
    matrix : sequence of Combination
        What its holes and the links that can be had come to.
    """
    left, right = fit.left, fit.right
    holes = left.link_hole, left.bar_place, left.bar_hole
    alike = (right.link_hole, right.bar_place, right.bar_hole) == holes
    if not alike or abs(left.link_m.value - right.link_m.value) > _SAME_M:
        return []
    there = [
        one
        for one in matrix
        if (one.link_hole, one.bar_place, one.bar_hole) == holes and one.motion_ratio is not None
    ]
    now_m = left.link_m.value
    fitted = min(there, key=lambda one: abs(one.link_m - now_m), default=None)
    if fitted is None or not fitted.motion_ratio:
        return []
    low, high = fit.link.from_m.value - _SAME_M, fit.link.to_m.value + _SAME_M
    found = [
        OtherLink(
            now_m,
            one.link_m,
            one.motion_ratio / fitted.motion_ratio,
            not low <= one.link_m <= high,
        )
        for one in there
        if one.motion_ratio and not one.troubles and abs(one.link_m - now_m) > _SAME_M
    ]
    found.sort(key=lambda one: one.gears)
    return [*found[:1], *found[1:][-1:]]
