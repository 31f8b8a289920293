"""The centre line of a bar, eye to eye, and what makes one hold together.

Checked point by point in plain Python: a bar has a handful of points, and a rack has thousands
of bars.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise

from axlecore.errors import InputError
from axlecore.quantities.sentences import metres, mm

Point = tuple[float, float, float]

#: A bushing closer than this to a bend does not sit on a straight piece [m].
_NEAREST_BEND_M = 1e-4
#: Both sides of a bar are measured alike within this [m].
_MIRROR_M = 5e-4
_FURTHEST_M = 5.0
_MOST_POINTS = 60
_MOST_HOLES = 8


def check_centre_line(points: Sequence[Point], bushing_span_m: float) -> None:
    """Raise InputError where a centre line is none, or its bushings do not sit on it.

    Parameters
    ----------
    points : sequence of points
        (x, y, z) [m], eye to eye.
    bushing_span_m : float
        Between the bushings [m].
    """
    if not 3 <= len(points) <= _MOST_POINTS or any(len(point) != 3 for point in points):
        raise InputError("centre_line_m", f"Give 3 to {_MOST_POINTS} points, (x, y, z) in metres.")
    # Asked as "all within" so that NaN is refused too.
    if not all(abs(part) <= _FURTHEST_M for point in points for part in point):
        raise InputError(
            "centre_line_m", f"Every coordinate must be a number within {metres(5):.0f}."
        )
    if any(math.dist(one, other) < _NEAREST_BEND_M for one, other in pairwise(points)):
        raise InputError("centre_line_m", "Two points lie on each other; leave one out.")
    if any(other[1] < one[1] for one, other in pairwise(points)):
        raise InputError("centre_line_m", "Points must run from one side to the other, y rising.")
    first, last = points[0], points[-1]
    if max(abs(first[0] - last[0]), abs(first[1] + last[1]), abs(first[2] - last[2])) > _MIRROR_M:
        raise InputError(
            "centre_line_m", "Both eyes must mirror each other: same x and z, opposite y."
        )
    half = bushing_span_m / 2
    left, right = _at_y(points, -half), _at_y(points, half)
    level = max(abs(left[0] - right[0]), abs(left[2] - right[2])) <= _MIRROR_M
    if not (first[1] < -half and level):
        raise InputError(
            "bushing_span_m", "Both bushings must sit on the centre part, level with each other."
        )
    if any(math.dist(point, at) < _NEAREST_BEND_M for point in points for at in (left, right)):
        raise InputError("bushing_span_m", "A bushing sits on a bend; measure to its middle.")


def _at_y(points: Sequence[Point], y_m: float) -> Point:
    """The point of a line at a distance across, held at its ends."""
    if y_m <= points[0][1]:
        return points[0]
    for one, other in pairwise(points):
        if y_m <= other[1] and other[1] > one[1]:
            share = (y_m - one[1]) / (other[1] - one[1])
            return (
                one[0] + share * (other[0] - one[0]),
                y_m,
                one[2] + share * (other[2] - one[2]),
            )
    return points[-1]


def check_holes(setbacks: Sequence[float], points: Sequence[Point]) -> None:
    """Raise InputError where a hole does not lie on the arm's straight end.

    Parameters
    ----------
    setbacks : sequence of float
        From the outermost hole, inward along the arm [m]; first is 0.
    points : sequence of points
        The centre line [m].
    """
    end_piece = math.dist(points[0], points[1])
    if not 1 <= len(setbacks) <= _MOST_HOLES or setbacks[0] != 0:
        raise InputError("hole_setbacks_m", f"Give 1 to {_MOST_HOLES} holes, the outermost at 0.")
    if not all(math.isfinite(setback) and 0 <= setback < end_piece for setback in setbacks):
        raise InputError(
            "hole_setbacks_m",
            f"Every hole must lie on the arm's straight end, {mm(0, end_piece):.0f} in.",
        )
