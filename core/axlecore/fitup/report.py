"""All that follows from the fit-up sheet of one axle, as whole curves over the travel."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import numpy.typing as npt

from axlecore.bars.bar import Bar
from axlecore.fitup.across import AcrossReport, across_report
from axlecore.fitup.advice import LinkAdvice, RackLink, link_advice
from axlecore.fitup.applied import (
    UnequalSides,
    fitted_bar,
    settled_state,
    unequal_as_settled,
)
from axlecore.fitup.bracket_place import BracketPlace, bracket_place
from axlecore.fitup.clash import RODS, SIDES, gaps, spans
from axlecore.fitup.drilling import DrillPlan, drill_plan
from axlecore.fitup.fixes import Fix, fixes
from axlecore.fitup.links import Attitude, cannot_assemble, toggled
from axlecore.fitup.matrix import Combination, hole_matrix, judge, link_lengths, swing
from axlecore.fitup.sheet import AxleFit, MovesWith, Nature, Obstacle, Shape, Sides
from axlecore.fitup.stack import StackReport, stack_report
from axlecore.fitup.sweep import Linkage, arm_length, linkage, reach, travels
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Known, Measured, Record
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.axle import Axle
from axlecore.vehicle.ends import BySide, End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import LoadState, SetUp, Vehicle

Curve = list[float | None]


@dataclass(frozen=True)
class SideTape(Record):
    """One side over the travel; None where it cannot be assembled.

    Attributes
    ----------
    arm_rad, link_rad, between_rad, motion_ratio : list
        Angles, and arm-tip travel per axle or wheel travel, one a travel.
    axis_up_m, tip_forward_m, tip_up_m, hole_up_m : list
        Bar's axis, arm tip and the link's far hole [m].
    ride_ratio : float or None
        Motion ratio at ride height, arm tip per axle travel.
    ride_arm_rad, ride_link_rad, ride_between_rad : float or None
        At ride height.
    ratio_change, off : float or None
        Through the travel, as a part; and from what the school wants.
    problem : str
        Why it cannot be assembled, with the millimetres; empty where it can.
    over_centre_m : float or None
        Travel nearest to ride height where arm and link go over centre [m].
    swing_rad : float or None
        Furthest a joint swings from ride height.
    swing_past_m : float or None
        Travel nearest to ride height where that is more than the joint allows [m].
    reach_droop_m, reach_bump_m : float or None
        How far the link lets the axle fall and rise [m]; None: it never stops it.
    """

    arm_rad: Curve
    link_rad: Curve
    between_rad: Curve
    motion_ratio: Curve
    axis_up_m: Curve
    tip_forward_m: Curve
    tip_up_m: Curve
    hole_up_m: Curve
    ride_ratio: float | None
    ride_arm_rad: float | None
    ride_link_rad: float | None
    ride_between_rad: float | None
    ratio_change: float | None
    off: float | None
    problem: str
    over_centre_m: float | None
    swing_rad: float | None
    swing_past_m: float | None
    reach_droop_m: float | None
    reach_bump_m: float | None


@dataclass(frozen=True)
class StateAngles(Record):
    """Arm and link of the left side in one load state.

    Attributes
    ----------
    key : LoadKey
        Which state.
    travel_m : float
        Of the axle from the settled state [m].
    read : bool
        From ride heights; else from loads and springs.
    arm_rad, link_rad, between_rad, motion_ratio : float or None
        There.
    """

    key: LoadKey
    travel_m: float
    read: bool
    arm_rad: float | None
    link_rad: float | None
    between_rad: float | None
    motion_ratio: float | None


@dataclass(frozen=True)
class Clearance(Record):
    """The least gap to one obstacle.

    Attributes
    ----------
    index : int
        Of the sheet's list; past its end for the frame itself.
    name : str
        What it is.
    nature : Nature
        What it asks distance for.
    needs_m, least_m : float
        Wanted, and least through the travel [m]; below zero they overlap.
    at_travel_m : float
        Where that is [m].
    rod, side : str
        "bar", "arm" or "link"; "left" or "right".
    fine : bool
        Enough.
    curve_m : list
        Least gap at each travel [m].
    fixes : list of Fix
        What ends it; empty where it is fine.
    """

    index: int
    name: str
    nature: Nature
    needs_m: float
    least_m: float
    at_travel_m: float
    rod: str
    side: str
    fine: bool
    curve_m: Curve
    fixes: list[Fix]


@dataclass(frozen=True)
class AxleFitReport(Record, BySide[SideTape]):
    """All that follows from the fit-up sheet of one axle.

    Attributes
    ----------
    end : End
        Front or rear.
    bar : Bar
        That is fitted.
    arms_m : list of float
        Axis to each hole of the arm [m].
    attitude : Attitude
        The school that scores.
    travel_m : list of float
        From full droop to full bump [m].
    left, right : SideTape
        Both sides.
    states : list of StateAngles
        In every load state.
    obstacles : list of Obstacle
        Those of the sheet, and the frame.
    gaps : list of Clearance
        One an obstacle that can be come near to.
    matrix : list of Combination
        Every combination, best first.
    advice : LinkAdvice
        What the link should be.
    stack : StackReport or None
        Of a cushioned link.
    across : AcrossReport
        Rear view and plan.
    drilling : DrillPlan
        What is drilled.
    bracket : BracketPlace
        Where the link's hole would sit with the bar level and the link plumb.
    unequal : UnequalSides or None
        What a difference between left and right does.
    """

    end: End
    bar: Bar
    arms_m: list[float]
    attitude: Attitude
    travel_m: list[float]
    left: SideTape
    right: SideTape
    states: list[StateAngles]
    obstacles: list[Obstacle]
    gaps: list[Clearance]
    matrix: list[Combination]
    advice: LinkAdvice
    stack: StackReport | None
    across: AcrossReport
    drilling: DrillPlan
    bracket: BracketPlace
    unequal: UnequalSides | None


@dataclass(frozen=True)
class _Geometry:
    """What the measured places alone give, whatever the vehicle weighs."""

    travel: FloatArray
    line: Linkage
    left: SideTape
    right: SideTape
    obstacles: list[Obstacle]
    gaps: list[Clearance]
    matrix: list[Combination]


@lru_cache(maxsize=64)
def _geometry(
    fit: AxleFit, bar: Bar, attitude: Attitude, made_lengths: tuple[float, ...]
) -> _Geometry:
    """Kept by content: most edits of a job move none of it, and it costs most of a fit-up."""
    travel = travels(fit)
    line = linkage(fit, bar, [fit.left, fit.right])
    obstacles = [*fit.obstacles, rail_as_obstacle(fit)]
    left, right = (_tape(fit, bar, line, side, attitude, travel) for side in (0, 1))
    matrix = hole_matrix(fit, bar, link_lengths(fit, made_lengths), attitude, obstacles)
    found = _gaps(fit, bar, line, travel, obstacles, attitude, matrix)
    return _Geometry(travel, line, left, right, obstacles, found, matrix)


def fit_report(
    vehicle: Vehicle,
    set_up: SetUp,
    end: End,
    fit: AxleFit,
    attitude: Attitude,
    tube_m: float | None,
    rack: Sequence[RackLink],
) -> AxleFitReport:
    """Return all that follows from the fit-up sheet of one axle.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen, with the fit-up's motion ratio and hole.
    end : End
        Front or rear.
    fit : AxleFit
        The axle's sheet.
    attitude : Attitude
        The school.
    tube_m : float or None
        Axle tube's diameter [m].
    rack : sequence of RackLink
        Links that can be had.

    Raises
    ------
    InputError
        No bar at this axle, or a hole that bar or bracket has not.
    """
    axle = vehicle.of_end(end)
    bar = fitted_bar(vehicle, set_up, end).bar
    fixed = tuple(link.from_m for link in rack if link.to_m - link.from_m < 1e-4)
    drawn = _geometry(fit, bar, attitude, fixed)
    lift = 0.0 if axle.lift_m is None else axle.lift_m.value
    ride = drawn.line.at(np.zeros(1))
    rises = (ride.hole_m[:, 0, 1] - ride.tip_m[:, 0, 1]).tolist()
    return AxleFitReport(
        end=end,
        bar=bar,
        arms_m=[arm_length(bar, hole) for hole in range(len(bar.hole_setbacks_m))],
        attitude=attitude,
        travel_m=drawn.travel.tolist(),
        left=drawn.left,
        right=drawn.right,
        states=_states(vehicle, axle, end, fit, drawn.line),
        obstacles=drawn.obstacles,
        gaps=drawn.gaps,
        matrix=drawn.matrix,
        advice=link_advice(fit, bar, attitude, lift, tuple(rack)),
        stack=None if fit.stack is None else stack_report(fit.stack),
        across=across_report(fit, bar, tube_m, (rises[0], rises[1])),
        drilling=drill_plan(fit),
        bracket=bracket_place(fit, arm_length(bar, fit.left.bar_hole)),
        unequal=unequal_as_settled(vehicle, set_up, end, fit),
    )


def rail_as_obstacle(fit: AxleFit) -> Obstacle:
    """Return the frame's rails as an obstacle on both sides.

    Parameters
    ----------
    fit : AxleFit
        Its rail.
    """
    rail = fit.rail

    def number(value: float) -> Measured:
        return Measured(value, Known.MEASURED)

    outside = rail.outside_m.value / 2
    return Obstacle(
        "Frame",
        Shape.BOX,
        Nature.STILL,
        MovesWith.FRAME,
        Sides.BOTH,
        number(0.0),
        number(rail.edge_m.value + rail.depth_m.value / 2),
        number(2.9),
        number(rail.depth_m.value),
        number(0.0),
        number(outside),
        number(outside - rail.width_m.value),
        carries_link=True,
    )


def _curve(values: FloatArray) -> Curve:
    return [None if not math.isfinite(one) else round(one, 6) for one in values.tolist()]


def _or_none(value: float) -> float | None:
    return float(value) if math.isfinite(value) else None


def _tape(
    fit: AxleFit, bar: Bar, line: Linkage, side: int, attitude: Attitude, travel: FloatArray
) -> SideTape:
    one = line.side(side)
    moved, ride = one.at(travel), one.at(np.zeros(1))
    judged = judge(fit, bar, one, fit.left.bar_hole, attitude, ())
    dyad, there = moved.dyad, ride.dyad
    low, high = reach(one)
    problem = ""
    if math.isnan(there.motion_ratio[0, 0]):
        along = line.direction * float(one.hole_m[0, 0] - one.axis_m[0, 0])
        up = float(one.hole_m[0, 1] - one.axis_m[0, 1])
        problem = cannot_assemble(float(one.arm_m[0]), along, up, float(there.missing_m[0, 0]))
    swung = swing(dyad, there)[0]
    allowed = fit.link.joint_angle_rad
    past = np.full(len(travel), False) if allowed is None else swung > allowed.value
    return SideTape(
        arm_rad=_curve(dyad.arm_rad[0]),
        link_rad=_curve(dyad.link_rad[0]),
        between_rad=_curve(dyad.between_rad[0]),
        motion_ratio=_curve(dyad.motion_ratio[0] * one.ratio),
        axis_up_m=_curve(moved.axis_m[0, :, 1]),
        tip_forward_m=_curve(moved.tip_m[0, :, 0]),
        tip_up_m=_curve(moved.tip_m[0, :, 1]),
        hole_up_m=_curve(moved.hole_m[0, :, 1]),
        ride_ratio=_or_none(there.motion_ratio[0, 0] * one.ratio),
        ride_arm_rad=_or_none(there.arm_rad[0, 0]),
        ride_link_rad=_or_none(there.link_rad[0, 0]),
        ride_between_rad=_or_none(there.between_rad[0, 0]),
        ratio_change=_or_none(judged.ratio_change[0]),
        off=_or_none(judged.off[0]),
        problem=problem,
        over_centre_m=None if problem else _nearest(travel, toggled(dyad.between_rad[0])),
        swing_rad=None if np.isnan(swung).all() else float(np.nanmax(swung)),
        swing_past_m=_nearest(travel, past),
        reach_droop_m=_or_none(-low[0]),
        reach_bump_m=_or_none(high[0]),
    )


def _nearest(travel: FloatArray, there: npt.NDArray[np.bool_]) -> float | None:
    found = travel[there]
    return float(found[np.argmin(np.abs(found))]) if len(found) else None


def _states(
    vehicle: Vehicle, axle: Axle, end: End, fit: AxleFit, line: Linkage
) -> list[StateAngles]:
    settled = vehicle.load_states[settled_state(vehicle, fit)]
    left = line.side(0)
    found = []
    for state in vehicle.load_states:
        then, now = (_ride_height(one, end) for one in (settled, state))
        read = then is not None and now is not None
        if then is not None and now is not None:
            travel = then - now
        else:
            more = state.axle_kg(end) - settled.axle_kg(end)
            rate = axle.spring_rate_n_per_m.value * vehicle.corrected
            travel = more * GRAVITY_M_S2 / 2 / rate
        there = left.at(np.array([travel])).dyad
        found.append(
            StateAngles(
                state.key,
                float(travel),
                read,
                _or_none(there.arm_rad[0, 0]),
                _or_none(there.link_rad[0, 0]),
                _or_none(there.between_rad[0, 0]),
                _or_none(there.motion_ratio[0, 0] * line.ratio),
            )
        )
    return found


def _ride_height(state: LoadState, end: End) -> float | None:
    """Mean of both sides [m]; None where one is not read."""
    heights = [height for height in state.ride_heights_m(end).values() if height is not None]
    return sum(height.value for height in heights) / 2 if len(heights) == 2 else None


def _gaps(
    fit: AxleFit,
    bar: Bar,
    line: Linkage,
    travel: FloatArray,
    obstacles: list[Obstacle],
    attitude: Attitude,
    matrix: list[Combination],
) -> list[Clearance]:
    diameters = bar.outside_diameter_m.value, fit.link.diameter_m.value
    found: list[Clearance] = []
    by_side = []
    for side in (0, 1):
        hole = (fit.left, fit.right)[side].bar_hole
        moved = line.side(side).at(travel)
        across = spans(fit, bar, hole)
        by_side.append(gaps(obstacles, moved, travel, across, diameters, (side,))[0])
    both = np.stack(by_side)
    for at, one in enumerate(obstacles):
        here = both[:, at]
        if np.isnan(here).all() or not np.isfinite(here).any():
            continue
        side, rod, step = (int(i) for i in np.unravel_index(np.nanargmin(here), here.shape))
        least = float(here[side, rod, step])
        curve = np.fmin.reduce(np.fmin.reduce(here, axis=0), axis=0)
        fine = least >= one.least_gap_m
        found.append(
            Clearance(
                at,
                one.name,
                one.nature,
                one.least_gap_m,
                least,
                float(travel[step]),
                RODS[rod],
                SIDES[side],
                fine,
                _curve(curve),
                [] if fine else fixes(fit, bar, at, attitude, obstacles, matrix),
            )
        )
    return sorted(found, key=lambda gap: gap.least_m - gap.needs_m)
