"""What can be done about an obstacle that is too near, each tried before it is offered."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from axlecore.bars.bar import Bar
from axlecore.fitup.clash import gaps, spans
from axlecore.fitup.links import Attitude
from axlecore.fitup.matrix import Combination, judge
from axlecore.fitup.sheet import AxleFit, Heading, MovesWith, Nature, Obstacle, Shape
from axlecore.fitup.sweep import Linkage, linkage, travels
from axlecore.quantities.measure import Measured, Record
from axlecore.quantities.sentences import mm
from axlecore.vehicle.ends import Side

#: An obstacle is moved in steps of this, no further than the last [m].
_SHIFTS_M = tuple(step / 1e3 for step in range(10, 201, 10))
#: Ways to move one: what it is called, and by which place, in which sense.
_WAYS = (
    ("up", "height_m", 1.0),
    ("down", "height_m", -1.0),
    ("forward", "forward_m", 1.0),
    ("rearward", "forward_m", -1.0),
)


@dataclass(frozen=True)
class Fix(Record):
    """One thing that ends a clash.

    Attributes
    ----------
    text : str
        What to do, with what it comes to.
    entries : list of tuple of str
        Places of the axle's sheet and what is typed there, if it is taken; empty where it is
        done elsewhere.
    """

    text: str
    entries: list[tuple[str, str]]


def fixes(
    fit: AxleFit,
    bar: Bar,
    index: int,
    attitude: Attitude,
    obstacles: Sequence[Obstacle],
    matrix: Sequence[Combination],
) -> list[Fix]:
    """Return what ends a clash with one obstacle.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    bar : Bar
        The bar.
    index : int
        Which obstacle of the sheet; past its list for the frame itself.
    attitude : Attitude
        The school.
    obstacles : sequence of Obstacle
        All, the frame too.
    matrix : sequence of Combination
        Of that axle, best first.
    """
    one = obstacles[index]
    moved = _moved_away(fit, bar, index, one) if index < len(fit.obstacles) else []
    found = [*_other_hole(matrix), *moved, *_turned_round(fit, bar, attitude, obstacles)]
    return found or [
        Fix("Nothing on this sheet clears it: compare another kit whose arms run elsewhere.", [])
    ]


def _other_hole(matrix: Sequence[Combination]) -> list[Fix]:
    free = [one for one in matrix if not one.troubles]
    if not free:
        return []
    best = free[0]
    gap = "" if best.least_gap_m is None else f", {mm(best.least_gap_m):.0f} to spare"
    picks = [
        (f"{side}.{name}", typed)
        for side in Side
        for name, typed in (
            ("link_hole", str(best.link_hole)),
            ("bar_place", str(best.bar_place)),
            ("bar_hole", str(best.bar_hole)),
            ("link_m", f"{best.link_m * 1e3:.1f} mm"),
        )
    ]
    return [
        Fix(
            f"Other holes: link hole {best.link_hole + 1}, bracket's place {best.bar_place + 1}, "
            f"arm hole {best.bar_hole + 1}, link {mm(best.link_m):.0f}{gap} "
            f"({len(free)} of {len(matrix)} combinations clear everything).",
            picks,
        )
    ]


def _moved_away(fit: AxleFit, bar: Bar, index: int, one: Obstacle) -> list[Fix]:
    # What belongs to axle or suspension is not moved to make room for a bar.
    if one.nature not in (Nature.HOT, Nature.SOFT) and one.moves is not MovesWith.FRAME:
        return []
    line = linkage(fit, bar, [fit.left, fit.right])
    best: tuple[float, str, str, float] | None = None
    for word, place, sense in _WAYS:
        if place == "forward_m" and one.shape is Shape.SEGMENT and abs(one.run_m.value) > 0.3:
            # A pipe that runs along the vehicle is not out of the way further along.
            continue
        for shift in _SHIFTS_M:
            number = one.forward_m if place == "forward_m" else one.height_m
            there = _with(one, place, replace(number, value=number.value + sense * shift))
            if _least(fit, bar, line, there) >= one.least_gap_m:
                if best is None or shift < best[0]:
                    best = (shift, word, place, number.value + sense * shift)
                break
    if best is None:
        return []
    shift, word, place, value = best
    how = {Nature.HOT: "Re-route it", Nature.SOFT: "Clip it"}.get(one.nature, "Move it")
    then = " An opened exhaust is leak-checked before driving." if one.nature is Nature.HOT else ""
    return [
        Fix(
            f"{how} {mm(shift):.0f} further {word}.{then}",
            [(f"obstacles.{index}.{place}", f"{value * 1e3:.1f} mm")],
        )
    ]


def _with(one: Obstacle, place: str, number: Measured) -> Obstacle:
    if place == "forward_m":
        return replace(one, forward_m=number)
    return replace(one, height_m=number)


def _least(fit: AxleFit, bar: Bar, line: Linkage, one: Obstacle) -> float:
    travel = travels(fit)
    diameters = bar.outside_diameter_m.value, fit.link.diameter_m.value
    across = spans(fit, bar, fit.left.bar_hole)
    found = gaps([one], line.at(travel), travel, across, diameters)
    return float(np.nanmin(found)) if np.isfinite(found).any() else -np.inf


def _turned_round(
    fit: AxleFit, bar: Bar, attitude: Attitude, obstacles: Sequence[Obstacle]
) -> list[Fix]:
    turned = turned_round(fit)
    line = linkage(turned, bar, [turned.left, turned.right])
    judged = judge(turned, bar, line, turned.left.bar_hole, attitude, obstacles)
    if judged.troubles.any():
        return []
    words = {Heading.FORWARD: "forward", Heading.REARWARD: "rearward"}[turned.heading]
    entries = [("heading", turned.heading.value)] + [
        (f"link_holes.{at}.forward_m", f"{hole.forward_m.value * 1e3:.1f} mm")
        for at, hole in enumerate(turned.link_holes)
    ]
    return [
        Fix(
            f"Turn the bar round: arms {words}, link brackets mirrored about the bar; least gap "
            f"{mm(float(judged.least_gap_m.min())):.0f} to spare.",
            entries,
        )
    ]


def turned_round(fit: AxleFit) -> AxleFit:
    """Return a sheet with the bar's arms pointing the other way, link holes mirrored about it.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    """
    axis = fit.bar_places[fit.left.bar_place].forward_m.value
    other = Heading.REARWARD if fit.heading is Heading.FORWARD else Heading.FORWARD
    holes = tuple(
        replace(hole, forward_m=replace(hole.forward_m, value=2 * axis - hole.forward_m.value))
        for hole in fit.link_holes
    )
    return replace(fit, heading=other, link_holes=holes)
