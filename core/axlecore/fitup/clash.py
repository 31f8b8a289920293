"""What bar, arms and links come near to through the travel: least gap, where and when.

Neighbours are prisms: a circle, box or segment in the side view that runs across the vehicle
between two ends. Bar's middle, arms and links are round rods. The gap between a rod and a prism
is taken from the gap in the side view and the one across, at a right angle.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.arguments import FloatArray
from axlecore.bar import Bar, eye_line
from axlecore.fitup.sheet import TRAVEL_SHARE, AxleFit, Obstacle, Shape, Sides
from axlecore.fitup.sweep import Moved

#: Rods that can hit something, in this order.
RODS = ("bar", "arm", "link")
SIDES = ("left", "right")


@dataclass(frozen=True)
class Spans:
    """Where the rods lie across the vehicle, each as (from, to), left positive [m].

    Attributes
    ----------
    middle : ndarray, (2,)
        The bar's middle.
    arm, link : ndarray, (2, 2)
        Arm and link of the left and of the right side.
    """

    middle: FloatArray
    arm: FloatArray
    link: FloatArray


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
    eye, bend = -line[0][1], -_corner(line)
    offset, top = fit.seat.bar_offset_m.value, fit.seat.link_holes_apart_m.value / 2
    half = bar.outside_diameter_m.value / 2

    def sides(one: float, other: float, other_offset: float) -> FloatArray:
        near = np.array([one + offset, -one + offset])
        far = np.array([other + other_offset, -other + other_offset])
        return np.stack([np.minimum(near, far), np.maximum(near, far)], axis=1)

    arm = sides(eye, bend, offset) + np.array([-half, half])
    body = fit.link.diameter_m.value / 2
    link = sides(eye, top, 0.0) + np.array([-body, body])
    return Spans(np.array([-bend, bend]) + offset, arm, link)


def _corner(line: FloatArray) -> float:
    """Where the arm leaves the bar's middle, across [m]."""
    middle = line[len(line) // 2] if len(line) % 2 else line[len(line) // 2 - 1]
    level = [point for point in line if abs(point[0] - middle[0]) < 1e-6]
    return float(min(point[1] for point in level))


def gaps(
    obstacles: Sequence[Obstacle],
    moved: Moved,
    travel_m: FloatArray,
    across: Spans,
    diameters_m: tuple[float, float],
    sides: Sequence[int] = (0, 1),
) -> FloatArray:
    """Return the gap of every neighbour to every rod through the travel.

    Parameters
    ----------
    obstacles : sequence of Obstacle
        Neighbours.
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
    ndarray, (n, neighbours, rods, travels)
        Gap [m], below zero where they overlap; NaN where nothing can be assembled.

    Notes
    -----
    By plane geometry: a point or a segment against a segment or a box, less their radii.
    """
    axis, tip, hole = moved.axis_m, moved.tip_m, moved.hole_m
    # The link's own eye sits on its hole and the arm's tip: those ends touch nothing.
    rods = ((axis, axis), (axis, tip), (tip, hole))
    radii = (diameters_m[0] / 2, diameters_m[0] / 2, diameters_m[1] / 2)
    lying = (across.middle[None, :], across.arm[list(sides)], across.link[list(sides)])
    found = np.empty((axis.shape[0], len(obstacles), len(RODS), axis.shape[1]))
    for at, one in enumerate(obstacles):
        lift = TRAVEL_SHARE[one.moves] * np.asarray(travel_m)
        for rod, ((start, end), radius) in enumerate(zip(rods, radii, strict=True)):
            if one.carries_link and RODS[rod] == "link":
                found[:, at, rod] = np.inf
                continue
            beside = _across(one, lying[rod])
            view = _side_view(one, start, end, lift) - radius
            found[:, at, rod] = (
                view if beside <= 0 else np.hypot(beside, np.maximum(view, 0.0))
            )  # fmt: skip
    return found


def _across(one: Obstacle, rods: FloatArray) -> float:
    """Gap across between a neighbour and the nearest of some rods; zero or less: they overlap."""
    low, high = one.right_m.value, one.left_m.value
    spots = [(low, high), (-high, -low)] if one.sides is Sides.BOTH else [(low, high)]
    return min(
        max(float(rod[0]) - right, left - float(rod[1])) for left, right in spots for rod in rods
    )


def _side_view(one: Obstacle, start: FloatArray, end: FloatArray, lift: FloatArray) -> FloatArray:
    """Distance in the side view from a neighbour to the line of a rod, (n, travels)."""
    middle = np.stack(
        [np.full_like(lift, one.forward_m.value), one.height_m.value + lift], axis=-1
    )  # fmt: skip
    run, rise, size = one.run_m.value, one.rise_m.value, one.size_m.value
    if one.shape is Shape.CIRCLE:
        return _point_to_segment(middle, start, end) - size / 2
    half = np.array([run, rise]) / 2
    if one.shape is Shape.SEGMENT:
        return _segments(middle - half, middle + half, start, end) - size / 2
    return _box(middle, np.abs(half), start, end)


def _point_to_segment(point: FloatArray, start: FloatArray, end: FloatArray) -> FloatArray:
    along = end - start
    length = np.einsum("...i,...i", along, along)
    from_start = point - start
    share = np.einsum("...i,...i", from_start, along) / np.where(length > 0, length, 1.0)
    share = np.clip(share, 0.0, 1.0)
    left = from_start - share[..., None] * along
    return np.asarray(np.hypot(left[..., 0], left[..., 1]))


def _cross(one: FloatArray, other: FloatArray) -> FloatArray:
    return np.asarray(one[..., 0] * other[..., 1] - one[..., 1] * other[..., 0])


def _segments(
    start: FloatArray, end: FloatArray, other_start: FloatArray, other_end: FloatArray
) -> FloatArray:
    apart = np.minimum(
        np.minimum(
            _point_to_segment(start, other_start, other_end),
            _point_to_segment(end, other_start, other_end),
        ),
        np.minimum(
            _point_to_segment(other_start, start, end), _point_to_segment(other_end, start, end)
        ),
    )
    one, other = end - start, other_end - other_start
    crossing = (_cross(one, other_start - start) * _cross(one, other_end - start) < 0) & (
        _cross(other, start - other_start) * _cross(other, end - other_start) < 0
    )
    return np.where(crossing, 0.0, apart)


def _box(middle: FloatArray, half: FloatArray, start: FloatArray, end: FloatArray) -> FloatArray:
    """Corners to the rod, the rod's ends to the box, or nothing where the rod runs through it."""
    corners = [middle + half * np.array(signs) for signs in ((1, 1), (-1, 1), (-1, -1), (1, -1))]
    ends = [np.maximum(np.abs(point - middle) - half, 0.0) for point in (start, end)]
    apart = np.minimum.reduce(
        [_point_to_segment(corner, start, end) for corner in corners]
        + [np.hypot(over[..., 0], over[..., 1]) for over in ends]
    )
    # The part of the rod inside the strip of each axis; both at once: it runs through.
    along, offset = end - start, middle - start
    with np.errstate(divide="ignore", invalid="ignore"):
        one, other = (offset - half) / along, (offset + half) / along
    still = along == 0
    within = np.abs(offset) <= half
    enters = np.where(still, np.where(within, -np.inf, np.inf), np.fmin(one, other))
    leaves = np.where(still, np.where(within, np.inf, -np.inf), np.fmax(one, other))
    through = np.maximum(enters.max(axis=-1), 0.0) <= np.minimum(leaves.min(axis=-1), 1.0)
    return np.where(through & np.isfinite(apart), 0.0, apart)
