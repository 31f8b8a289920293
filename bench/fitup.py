"""The hole matrix: every combination through the whole travel at once, against a plain loop."""

from __future__ import annotations

import math
import time
from collections.abc import Callable
from dataclasses import replace

import numpy as np

from axlecore.bars.bar import Bar, square_u
from axlecore.errors import InputError
from axlecore.fitup.clash import LINK_BRACKET_M, spans
from axlecore.fitup.links import Attitude, link_attitude
from axlecore.fitup.matrix import Combination, HoleTrouble, hole_matrix
from axlecore.fitup.sheet import (
    TRAVEL_SHARE,
    AxleFit,
    BracketHole,
    Layout,
    Obstacle,
    Shape,
    SideFit,
    Sides,
)
from axlecore.fitup.start import OBSTACLES, begin, usual_obstacle
from axlecore.fitup.sweep import arm_length, linkage, travels
from axlecore.practice.classes import class_vehicle
from axlecore.quantities.measure import Measured
from axlecore.vehicle.rig import RigKind

LENGTHS = (0.21, 0.225, 0.24, 0.255, 0.27)
_RUNS = 7


def _case() -> tuple[AxleFit, Bar, list[Obstacle]]:
    axle = class_vehicle(RigKind.MOTORHOME).rear
    bar = Bar(
        "bench",
        square_u(0.26, 1.02),
        Measured(0.0349),
        Measured(0.0),
        Measured(0.78),
        (0.0, 0.03, 0.06),
        Measured(6e6),
        Measured(9e6),
    )
    fit = begin(axle, bar, Layout.LEAF)
    hole, spot = fit.link_holes[0], fit.bar_places[0]

    def moved(one: BracketHole, forward_m: float, up_m: float) -> BracketHole:
        return BracketHole(
            Measured(one.forward_m.value + forward_m), Measured(one.height_m.value + up_m)
        )

    fit = replace(
        fit,
        link_holes=tuple(moved(hole, 0.0, 0.025 * at) for at in range(4)),
        bar_places=tuple(moved(spot, 0.02 * at, 0.0) for at in range(3)),
    )
    keys = [*OBSTACLES, *OBSTACLES][:12]
    return fit, bar, [usual_obstacle(key, axle) for key in keys]


def measure() -> dict[str, float]:
    """Return seconds of the matrix at once, and how much faster that is than a plain loop."""
    fit, bar, obstacles = _case()

    def together() -> list[Combination]:
        return hole_matrix(fit, bar, LENGTHS, Attitude.LEAST_CHANGE, obstacles)

    found = together()
    taken = _median(together)
    started = time.perf_counter()
    looped = _plain_loop(fit, bar, obstacles)
    alone = time.perf_counter() - started
    apart = max(
        abs(looped[key] - one.least_gap_m)
        for one in found
        if HoleTrouble.CANNOT not in one.troubles and one.least_gap_m is not None
        for key in [(one.link_hole, one.bar_place, one.bar_hole, one.link_m)]
        if not math.isnan(looped[key])
    )
    return {
        "holes_combinations": float(len(found)),
        "holes_s": taken,
        "holes_ratio": alone / taken,
        "holes_disagreement_mm": apart * 1e3,
    }


def _median(work: Callable[[], object]) -> float:
    taken = []
    for _ in range(_RUNS):
        started = time.perf_counter()
        work()
        taken.append(time.perf_counter() - started)
    return float(np.median(taken))


def _plain_loop(
    fit: AxleFit, bar: Bar, obstacles: list[Obstacle]
) -> dict[tuple[int, int, int, float], float]:
    """Least spare gap of every combination, one place and one obstacle at a time."""
    steps = travels(fit).tolist()
    found = {}
    for hole in range(len(bar.hole_setbacks_m)):
        arm, across = arm_length(bar, hole), spans(fit, bar, hole)
        lying = [
            [across.middle],
            list(across.arm),
            list(across.link),
            list(across.bracket),
            list(across.link_bracket),
        ]
        thick, thin = bar.outside_diameter_m.value / 2, fit.link.diameter_m.value / 2
        radii = (thick, thick, thin, across.bracket_m, LINK_BRACKET_M)
        for link_hole in range(len(fit.link_holes)):
            for place in range(len(fit.bar_places)):
                for length in LENGTHS:
                    pick = SideFit(Measured(length), link_hole, place, hole)
                    line = linkage(fit, bar, [pick])
                    spare = math.inf
                    for travel in steps:
                        axis = (float(line.axis_m[0, 0]), float(line.axis_m[0, 1]) + travel)
                        far = (float(line.hole_m[0, 0]), float(line.hole_m[0, 1]))
                        try:
                            at = link_attitude(
                                arm, line.direction * (far[0] - axis[0]), far[1] - axis[1], length
                            )
                        except InputError:
                            spare = math.nan
                            break
                        tip = (axis[0] + line.direction * at.tip_m[0], axis[1] + at.tip_m[1])
                        rods = ((axis, axis), (axis, tip), (tip, far), (axis, axis), (far, far))
                        for one in obstacles:
                            for rod, (start, end) in enumerate(rods):
                                gap = _gap(
                                    one,
                                    travel,
                                    start,
                                    end,
                                    lying[rod],
                                    radii[rod],
                                )
                                spare = min(spare, gap - one.least_gap_m)
                    found[(link_hole, place, hole, length)] = spare
    return found


Flat = tuple[float, float]


def _gap(
    one: Obstacle, travel: float, start: Flat, end: Flat, lying: list[np.ndarray], radius: float
) -> float:
    low, high = one.right_m.value, one.left_m.value
    spots = [(low, high), (-high, -low)] if one.sides is Sides.BOTH else [(low, high)]
    beside = min(
        max(float(rod[0]) - right, left - float(rod[1])) for left, right in spots for rod in lying
    )
    view = _view(one, travel, start, end) - radius
    return view if beside <= 0 else math.hypot(beside, max(view, 0.0))


def _view(one: Obstacle, travel: float, start: Flat, end: Flat) -> float:
    up = one.height_m.value + TRAVEL_SHARE[one.moves] * travel
    x, run, rise = one.forward_m.value, one.run_m.value / 2, one.rise_m.value / 2
    if one.shape is Shape.CIRCLE:
        return _point((x, up), start, end) - one.size_m.value / 2
    if one.shape is Shape.SEGMENT:
        sides = [((x - run, up - rise), (x + run, up + rise))]
        return _segments(*sides[0], start, end) - one.size_m.value / 2
    run, rise = abs(run), abs(rise)
    corners = [
        (x + run, up + rise),
        (x - run, up + rise),
        (x - run, up - rise),
        (x + run, up - rise),
    ]
    if abs(start[0] - x) < run and abs(start[1] - up) < rise:
        return 0.0
    return min(_segments(corners[i], corners[(i + 1) % 4], start, end) for i in range(4))


def _point(point: Flat, start: Flat, end: Flat) -> float:
    along = (end[0] - start[0], end[1] - start[1])
    length = along[0] ** 2 + along[1] ** 2
    share = 0.0
    if length > 0:
        share = ((point[0] - start[0]) * along[0] + (point[1] - start[1]) * along[1]) / length
        share = min(max(share, 0.0), 1.0)
    return math.hypot(
        point[0] - start[0] - share * along[0], point[1] - start[1] - share * along[1]
    )


def _cross(origin: Flat, one: Flat, other: Flat) -> float:
    return (one[0] - origin[0]) * (other[1] - origin[1]) - (one[1] - origin[1]) * (
        other[0] - origin[0]
    )


def _segments(start: Flat, end: Flat, other_start: Flat, other_end: Flat) -> float:
    crossing = (
        _cross(start, end, other_start) * _cross(start, end, other_end) < 0
        and _cross(other_start, other_end, start) * _cross(other_start, other_end, end) < 0
    )
    if crossing:
        return 0.0
    return min(
        _point(start, other_start, other_end),
        _point(end, other_start, other_end),
        _point(other_start, start, end),
        _point(other_end, start, end),
    )
