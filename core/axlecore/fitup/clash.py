"""What bar, arms and links come near to through the travel: least gap, where and when.

Obstacles are prisms: a circle, box or segment in the side view that runs across the vehicle
between two ends. Bar's middle, arms and links are round rods, brackets discs about the bar's axis
and the link's far hole. The gap between a rod and a prism is taken from the gap in the side view
and the one across, at a right angle.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.bars.bar import Bar, eye_line
from axlecore.fitup.sheet import TRAVEL_SHARE, AxleFit, Mount, Obstacle, Shape, Sides
from axlecore.fitup.sweep import Moved
from axlecore.quantities.arguments import FloatArray

#: Rods that can hit something, in this order.
RODS = ("bar", "arm", "link", "bracket", "link bracket")
#: Rods that need not keep off what they are bolted to.
_CARRIED = ("link", "link bracket")
#: A link bracket is a plate that reaches this far to each side of its link [m].
LINK_BRACKET_M = 0.02
SIDES = ("left", "right")

#: A point in the side view, forward and up, of one or many places.
Flat = tuple[FloatArray | float, FloatArray]


@dataclass(frozen=True)
class Spans:
    """Where the rods lie across the vehicle, each as (from, to), left positive [m].

    Attributes
    ----------
    middle : ndarray, (2,)
        The bar's middle.
    arm, link, bracket, link_bracket : ndarray, (2, 2)
        Arm, link, the bar's bracket or saddle, and the link's, of the left and of the right side.
    bracket_m : float
        How far the bar's bracket stands out from the bar's axis [m]; NaN where nobody said.
    on_frame : bool
        The bar's bracket is bolted to the frame.
    """

    middle: FloatArray
    arm: FloatArray
    link: FloatArray
    bracket: FloatArray
    link_bracket: FloatArray
    bracket_m: float
    on_frame: bool


def spans(fit: AxleFit, bar: Bar, hole: int) -> Spans:
    """Return where the rods of a fitted bar lie across the vehicle.

    Parameters
    ----------
    fit : AxleFit
        Where the bar and the link holes sit across.
    bar : Bar
        The bar.
    hole : int
        Of the arm, 0 the outermost.
    """
    line = eye_line(bar, hole)
    # A bar's centre line runs from y below zero upwards; both sides mirror each other.
    eye, bend = -line[0][1], corner(line)
    offset, top = fit.seat.bar_offset_m.value, fit.seat.link_holes_apart_m.value / 2
    half = bar.outside_diameter_m.value / 2

    def sides(one: float, other: float, other_offset: float) -> FloatArray:
        near = np.array([one + offset, -one + offset])
        far = np.array([other + other_offset, -other + other_offset])
        return np.stack([np.minimum(near, far), np.maximum(near, far)], axis=1)

    arm = sides(eye, bend, offset) + np.array([-half, half])
    body = fit.link.diameter_m.value / 2
    link = sides(eye, top, 0.0) + np.array([-body, body])
    seat = fit.seat
    saddle, wide = seat.saddles_apart_m.value / 2, seat.saddle_width_m.value / 2
    return Spans(
        middle=np.array([-bend, bend]) + offset,
        arm=arm,
        link=link,
        bracket=sides(saddle, saddle, offset) + np.array([-wide, wide]),
        link_bracket=np.array([[top], [-top]]) + np.array([-LINK_BRACKET_M, LINK_BRACKET_M]),
        bracket_m=math.nan if seat.bracket_out_m is None else seat.bracket_out_m.value,
        on_frame=fit.mount is Mount.ON_FRAME,
    )


def corner(line: FloatArray) -> float:
    """Return where the arms leave a bar's middle, to each side of it [m].

    Parameters
    ----------
    line : ndarray, (points, 3)
        As `bar.eye_line` gives it.
    """
    middle = line[(len(line) - 1) // 2]
    return float(max(abs(point[1]) for point in line if abs(point[0] - middle[0]) < 1e-6))


def gaps(
    obstacles: Sequence[Obstacle],
    moved: Moved,
    travel_m: FloatArray,
    across: Spans,
    diameters_m: tuple[float, float],
    sides: Sequence[int] = (0, 1),
) -> FloatArray:
    """Return the gap of every obstacle to every rod through the travel.

    Parameters
    ----------
    obstacles : sequence of Obstacle
        Obstacles.
    moved : Moved
        Rods in the side view, (n, travels).
    travel_m : ndarray, (travels,)
        Axle travels [m].
    across : Spans
        Where the rods lie across.
    diameters_m : tuple of float
        Of bar and link [m].
    sides : sequence of int
        Sides looked at: 0 left, 1 right.

    Returns
    -------
    ndarray, (n, obstacles, rods, travels)
        Gap [m], below zero where they overlap; NaN where nothing can be assembled.

    Notes
    -----
    By plane geometry: a point or a segment against a segment or a box, less their radii.
    """
    axis, tip, hole = (
        (np.ascontiguousarray(at[..., 0]), np.ascontiguousarray(at[..., 1]))
        for at in (moved.axis_m, moved.tip_m, moved.hole_m)
    )
    rods: tuple[tuple[Flat, Flat | None], ...] = (
        (axis, None),
        (axis, tip),
        (tip, hole),
        (axis, None),
        (hole, None),
    )
    bar, link = diameters_m[0] / 2, diameters_m[1] / 2
    radii = (bar, bar, link, across.bracket_m, LINK_BRACKET_M)
    lying = (
        across.middle[None, :],
        *(
            rod[list(sides)]
            for rod in (across.arm, across.link, across.bracket, across.link_bracket)
        ),
    )
    count, steps = moved.axis_m.shape[:2]
    found = np.empty((count, len(obstacles), len(RODS), steps))
    for at, one in enumerate(obstacles):
        lift = TRAVEL_SHARE[one.moves] * np.asarray(travel_m)
        for rod, ((start, end), radius) in enumerate(zip(rods, radii, strict=True)):
            bolted = (*_CARRIED, "bracket") if across.on_frame else _CARRIED
            carried = one.carries_link and RODS[rod] in bolted
            if carried or math.isnan(radius):
                found[:, at, rod] = np.inf
                continue
            beside = _across(one, lying[rod])
            view = _side_view(one, start, end, lift) - radius
            found[:, at, rod] = view if beside <= 0 else np.hypot(beside, np.maximum(view, 0.0))
    return found


def _across(one: Obstacle, rods: FloatArray) -> float:
    """Gap across between an obstacle and the nearest of some rods; zero or less: they overlap."""
    low, high = one.right_m.value, one.left_m.value
    spots = [(low, high), (-high, -low)] if one.sides is Sides.BOTH else [(low, high)]
    return min(
        max(float(rod[0]) - right, left - float(rod[1])) for left, right in spots for rod in rods
    )


def _side_view(one: Obstacle, start: Flat, end: Flat | None, lift: FloatArray) -> FloatArray:
    """Distance in the side view from an obstacle to a rod, or to a point where it has no end."""
    middle: Flat = (one.forward_m.value, one.height_m.value + lift)
    run, rise, size = one.run_m.value / 2, one.rise_m.value / 2, one.size_m.value
    if one.shape is Shape.CIRCLE:
        apart = _apart(middle, start) if end is None else _point_to_segment(middle, start, end)
        return apart - size / 2
    if one.shape is Shape.SEGMENT:
        ends = (middle[0] - run, middle[1] - rise), (middle[0] + run, middle[1] + rise)
        if end is None:
            return _point_to_segment(start, *ends) - size / 2
        return _segments(*ends, start, end) - size / 2
    half = abs(run), abs(rise)
    return _past(middle, half, start) if end is None else _box(middle, half, start, end)


def _apart(one: Flat, other: Flat) -> FloatArray:
    return np.asarray(np.hypot(one[0] - other[0], one[1] - other[1]))


def _point_to_segment(point: Flat, start: Flat, end: Flat) -> FloatArray:
    along_x, along_z = end[0] - start[0], end[1] - start[1]
    from_x, from_z = point[0] - start[0], point[1] - start[1]
    length = along_x * along_x + along_z * along_z
    share = (from_x * along_x + from_z * along_z) / np.where(length > 0, length, 1.0)
    share = np.clip(share, 0.0, 1.0)
    return np.asarray(np.hypot(from_x - share * along_x, from_z - share * along_z))


def _cross(origin: Flat, one: Flat, other: Flat) -> FloatArray:
    return np.asarray(
        (one[0] - origin[0]) * (other[1] - origin[1])
        - (one[1] - origin[1]) * (other[0] - origin[0])
    )


def _segments(start: Flat, end: Flat, other_start: Flat, other_end: Flat) -> FloatArray:
    apart = np.minimum(
        np.minimum(
            _point_to_segment(start, other_start, other_end),
            _point_to_segment(end, other_start, other_end),
        ),
        np.minimum(
            _point_to_segment(other_start, start, end), _point_to_segment(other_end, start, end)
        ),
    )
    crossing = (_cross(start, end, other_start) * _cross(start, end, other_end) < 0) & (
        _cross(other_start, other_end, start) * _cross(other_start, other_end, end) < 0
    )
    return np.where(crossing, 0.0, apart)


def _past(middle: Flat, half: tuple[float, float], point: Flat) -> FloatArray:
    """Distance from a point to a box; zero inside."""
    return np.asarray(
        np.hypot(
            np.maximum(np.abs(point[0] - middle[0]) - half[0], 0.0),
            np.maximum(np.abs(point[1] - middle[1]) - half[1], 0.0),
        )
    )


def _box(middle: Flat, half: tuple[float, float], start: Flat, end: Flat) -> FloatArray:
    """Corners to the rod, the rod's ends to the box, or nothing where the rod runs through it."""
    corners = [(middle[0] + x * half[0], middle[1] + z * half[1]) for x in (1, -1) for z in (1, -1)]
    apart = np.minimum.reduce(
        [_point_to_segment(corner, start, end) for corner in corners]
        + [_past(middle, half, start), _past(middle, half, end)]
    )
    # The part of the rod inside the strip of each axis; both at once: it runs through.
    enters, leaves = np.zeros_like(apart), np.ones_like(apart)
    for axis in (0, 1):
        along, offset = end[axis] - start[axis], middle[axis] - start[axis]
        with np.errstate(divide="ignore", invalid="ignore"):
            one, other = (offset - half[axis]) / along, (offset + half[axis]) / along
        still, within = along == 0, np.abs(offset) <= half[axis]
        first = np.where(still, np.where(within, -np.inf, np.inf), np.fmin(one, other))
        last = np.where(still, np.where(within, np.inf, -np.inf), np.fmax(one, other))
        enters, leaves = np.maximum(enters, first), np.minimum(leaves, last)
    return np.where((enters <= leaves) & np.isfinite(apart), 0.0, apart)
