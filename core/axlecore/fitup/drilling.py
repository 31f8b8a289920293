"""Holes in the frame: marks from datum faces, edge distances, drills, bolts, and the template."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from axlecore.errors import InputError
from axlecore.fasteners.drills import bolt_length, holes
from axlecore.fitup.sheet import AxleFit, DrilledHole, Inside
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import Side

#: Middle of a hole to an edge, and to the next hole, in hole diameters: a plate under load tears
#: out at less (Shigley, *Mechanical Engineering Design*, 10th ed., ch. 8). A chassis maker's own
#: rule is often stricter and comes first.
EDGE_DIAMETERS = 2.0
APART_DIAMETERS = 3.0
RULER_M = 0.1


class HoleWork(StrEnum):
    """What is done to a hole of the frame."""

    DRILL = "drill"
    OPEN = "open up"
    AS_IT_IS = "fits as it is"
    TOO_LARGE = "too large"


#: A gauged hole may be this much under the fine series and still let its bolt in [m].
_GAUGE_M = 5e-5


@dataclass(frozen=True)
class DrillMark(Record):
    """One hole, as it is marked on the left side; the right side mirrors it.

    Attributes
    ----------
    number : int
        On the template, from 1.
    forward_m, above_edge_m : float
        Forward of the plumb line through the link's upper bolt, and above the lower edge [m].
    size : str
        Its bolt.
    hole_m : float
        Diameter [m].
    steps_m : list of float
        Drills in order [m].
    bolt_m : float or None
        Length of the bolt [m]; None where none is made that long.
    edge_m, edge_needed_m : float
        Middle to the nearer edge of the rail's side, and what it wants [m].
    apart_m, apart_needed_m : float or None
        To the nearest other hole, and what it wants [m]; None for a single one.
    fine : bool
        Far enough from edges and the next hole, and not too large for its bolt.
    work : HoleWork
        Drilled, opened from the hole that is there, or left as it is.
    there_m : float or None
        Hole that is there, as gauged [m].
    """

    number: int
    forward_m: float
    above_edge_m: float
    size: str
    hole_m: float
    steps_m: list[float]
    bolt_m: float | None
    edge_m: float
    edge_needed_m: float
    apart_m: float | None
    apart_needed_m: float | None
    fine: bool
    work: HoleWork
    there_m: float | None


@dataclass(frozen=True)
class DrillPlan(Record):
    """All that is drilled at one axle, alike on both sides.

    Attributes
    ----------
    marks : list of DrillMark
        On each side.
    grip_m : float
        Bracket, wall and backing that the bolts clamp [m].
    backing : list of Side
        Sides where a block goes behind the wall, to save what is inside.
    plumb_above_edge_m : float
        The link's upper bolt above (or below) the lower edge [m].
    plate_goes_in : bool or None
        A nut plate can be fished in through the frame hole; None where one of both is not read.
    """

    marks: list[DrillMark]
    grip_m: float
    backing: list[Side]
    plumb_above_edge_m: float
    plate_goes_in: bool | None


def drill_plan(fit: AxleFit) -> DrillPlan:
    """Return what is drilled in the frame, and whether it may be there.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    """
    rail = fit.rail
    grip = fit.plate_m.value + rail.wall_m.value + fit.backing_m.value
    spots = [(one.forward_m.value, one.above_edge_m.value) for one in fit.drilled]
    sizes = [holes(one.size).clearance_m[1] for one in fit.drilled]
    apart: dict[int, float] = {}
    for one, other in combinations(range(len(spots)), 2):
        between = math.dist(spots[one], spots[other])
        for at in (one, other):
            apart[at] = min(apart.get(at, math.inf), between)
    marks = []
    for at, drilled in enumerate(fit.drilled):
        work, steps = hole_work(drilled)
        hole, edge = sizes[at], min(spots[at][1], rail.depth_m.value - spots[at][1])
        edge_needed, apart_needed = EDGE_DIAMETERS * hole, APART_DIAMETERS * hole
        near = apart.get(at)
        marks.append(
            DrillMark(
                at + 1,
                *spots[at],
                drilled.size,
                hole,
                steps,
                _bolt(drilled.size, grip),
                edge,
                edge_needed,
                near,
                None if near is None else apart_needed,
                edge >= edge_needed
                and (near is None or near >= apart_needed)
                and work is not HoleWork.TOO_LARGE,
                work,
                None if drilled.there_m is None else drilled.there_m.value,
            )
        )
    top = fit.link_holes[fit.left.link_hole].height_m.value
    access, plate = rail.access_m, rail.plate_m
    return DrillPlan(
        marks,
        grip,
        [side for side in Side if rail.inside(side) is not Inside.CLEAR],
        top - rail.edge_m.value,
        None if access is None or plate is None else plate.value < access.value,
    )


def hole_work(drilled: DrilledHole) -> tuple[HoleWork, list[float]]:
    """Return what is done to a hole, and with which drills in order [m].

    Parameters
    ----------
    drilled : DrilledHole
        With the hole that is there, as it was gauged.

    Notes
    -----
    A hole from the fine to the coarse clearance of its bolt is left; a smaller one is opened to
    the medium one in steps that are larger than it; a larger one no longer locates the bolt.
    """
    wanted = holes(drilled.size)
    there = drilled.there_m
    if there is None:
        return HoleWork.DRILL, list(wanted.steps_m)
    fine, _, coarse = wanted.clearance_m
    if there.value > coarse + _GAUGE_M:
        return HoleWork.TOO_LARGE, []
    if there.value >= fine - _GAUGE_M:
        return HoleWork.AS_IT_IS, []
    return HoleWork.OPEN, [step for step in wanted.steps_m if step > there.value + _GAUGE_M]


def _bolt(size: str, grip_m: float) -> float | None:
    try:
        return bolt_length(size, grip_m)
    except InputError:
        return None


@dataclass(frozen=True)
class TemplateCircle(Record):
    """A hole of the template, its middle in template coordinates [m].

    Attributes
    ----------
    x_m, y_m, diameter_m : float
        Middle and diameter [m].
    label : str
        Number and size.
    """

    x_m: float
    y_m: float
    diameter_m: float
    label: str


@dataclass(frozen=True)
class Template(Record):
    """A drill template at 1:1: x forward along the rail, y up from its lower edge [m].

    Attributes
    ----------
    side : str
        "left" or "right"; the right one is mirrored.
    width_m, height_m : float
        Of the whole [m].
    edge_y_m, plumb_x_m, top_y_m : float
        Lower edge, plumb line through the link's upper bolt, and upper edge of the rail [m].
    circles : list of TemplateCircle
        Holes.
    ruler : tuple of float
        Check ruler: x, y of its beginning, and its length [m].
    """

    side: str
    width_m: float
    height_m: float
    edge_y_m: float
    plumb_x_m: float
    top_y_m: float
    circles: list[TemplateCircle]
    ruler: tuple[float, float, float]


@dataclass(frozen=True)
class Tile(Record):
    """A part of a template that goes on one page, in template coordinates.

    Attributes
    ----------
    x_m, y_m, width_m, height_m : float
        Lower left corner and size [m].
    holes : list of str
        Labels of the holes that are whole on it.
    """

    x_m: float
    y_m: float
    width_m: float
    height_m: float
    holes: list[str]


#: Pages share so much, so that a hole is whole on one of them [m].
_SHARED_M = 0.04


def tiles(whole: Template, room_width_m: float, room_height_m: float) -> list[Tile]:
    """Return the pages a template takes at full size; each has a hole, and each hole a page.

    Parameters
    ----------
    whole : Template
        The template.
    room_width_m, room_height_m : float
        Room on a page [m], more than twice what pages share.
    """
    found: list[Tile] = []
    placed: set[str] = set()
    for y in _starts(whole.height_m, room_height_m):
        for x in _starts(whole.width_m, room_width_m):
            width = min(room_width_m, whole.width_m)
            height = min(room_height_m, whole.height_m)
            on_it = [
                circle.label
                for circle in whole.circles
                if _within(circle.x_m, circle.diameter_m, x, width)
                and _within(circle.y_m, circle.diameter_m, y, height)
            ]
            if not placed.issuperset(on_it):
                placed.update(on_it)
                found.append(Tile(x, y, width, height, on_it))
    return found


def _starts(size_m: float, room_m: float) -> list[float]:
    if size_m <= room_m:
        return [0.0]
    pages = math.ceil((size_m - _SHARED_M) / (room_m - _SHARED_M))
    return [(size_m - room_m) * page / (pages - 1) for page in range(pages)]


def _within(middle_m: float, diameter_m: float, start_m: float, length_m: float) -> bool:
    return start_m <= middle_m - diameter_m / 2 and middle_m + diameter_m / 2 <= start_m + length_m


_MARGIN_M = 0.02
#: Below the rail's edge stands the check ruler [m].
_FOOT_M = 0.03


def template(fit: AxleFit, side: str) -> Template:
    """Return the drill template of one side at full size.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    side : str
        "left" or "right".

    Raises
    ------
    InputError
        Nothing is drilled, or no such side.
    """
    if side not in ("left", "right"):
        raise InputError("side", f"Read “{side[:20]}”; a template is for the left or the right.")
    plan = drill_plan(fit)
    if not plan.marks:
        raise InputError("drilled", "Nothing is marked to be drilled at this axle.")
    # Seen from outside, forward is to the left on the left side of a vehicle.
    turn = -1.0 if side == "left" else 1.0
    spots = [(turn * mark.forward_m, mark.above_edge_m) for mark in plan.marks]
    low = min(0.0, *(x for x, _ in spots)) - 2 * _MARGIN_M
    high = max(0.0, *(x for x, _ in spots)) + 2 * _MARGIN_M
    width = max(high - low, RULER_M + 2 * _MARGIN_M)
    foot = _MARGIN_M + _FOOT_M
    return Template(
        side=side,
        width_m=width,
        height_m=foot + fit.rail.depth_m.value + _MARGIN_M,
        edge_y_m=foot,
        plumb_x_m=-low,
        top_y_m=foot + fit.rail.depth_m.value,
        circles=[
            TemplateCircle(x - low, foot + y, mark.hole_m, f"{mark.number}  {mark.size}")
            for (x, y), mark in zip(spots, plan.marks, strict=True)
        ],
        ruler=(_MARGIN_M, _MARGIN_M / 2, RULER_M),
    )
