"""Rules on a fit-up, one function a rule: what is found, why, and what to do."""

from __future__ import annotations

import math
from collections.abc import Callable, Collection, Iterator
from dataclasses import dataclass

from axlecore.fitup.across import CENTRED_M
from axlecore.fitup.arrival import ArrivalReport, Result
from axlecore.fitup.bolts import KitBolt
from axlecore.fitup.drilling import HoleWork
from axlecore.fitup.report import AxleFitReport
from axlecore.fitup.sheet import AxleFit, Fitting, Inside, Nature
from axlecore.practice.finding import Finding, Kind
from axlecore.practice.partfit import Fit, FitVerdict
from axlecore.practice.stations import FitSheet
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import mm, newtons
from axlecore.vehicle.ends import End, Side

#: A link that reaches past the shock's stop by less than this is worth a word [m].
_SCARCE_DROOP_M = 0.015
#: Lengths that differ by less are the same [m].
_ROUNDING_M = 1e-6
#: A mismatch of the sides that leans the vehicle by this, or preloads the last bolt [rad, m].
_REST_LEAN_RAD, _MISMATCH_M = math.radians(0.1), 0.003


@dataclass(frozen=True)
class AxleStation(Record):
    """The fit-up of one axle, as the station shows it.

    Attributes
    ----------
    report : AxleFitReport
        All that follows from its sheet.
    kit : FitVerdict or None
        Whether the chosen part is for this axle; None where it is on no rack.
    kit_name : str
        Its name.
    bolts : list of KitBolt
        The kit's fasteners.
    arrival : ArrivalReport
        What the box comes to.
    """

    report: AxleFitReport
    kit: FitVerdict | None
    kit_name: str
    bolts: list[KitBolt]
    arrival: ArrivalReport


@dataclass(frozen=True)
class _Case:
    name: str
    station: AxleStation
    fit: AxleFit

    @property
    def report(self) -> AxleFitReport:
        return self.station.report

    def finding(
        self, rule: str, kind: Kind, what: str, why: str, todo: str, formula: str, place: str
    ) -> Finding:
        return Finding(
            f"fit_{rule}", kind, what, why, todo, formula, f"fitting.{self.name}.{place}"
        )


def _mm(value_m: float) -> str:
    return f"{mm(value_m):.0f}"


def _deg(value_rad: float) -> str:
    return f"{math.degrees(value_rad):.0f}°"


def _assembly(case: _Case) -> Iterator[Finding]:
    for side in Side:
        tape = case.report.of_side(side)
        if tape.problem:
            yield case.finding(
                "cannot_assemble",
                Kind.STOP,
                f"The {side} link at the {case.name} does not go in.",
                tape.problem,
                "Take another link or another hole.",
                "|hole − tip| = link has no answer",
                f"{side}.link_m",
            )
        elif tape.over_centre_m is not None:
            yield case.finding(
                "over_centre",
                Kind.STOP,
                f"The {side} link at the {case.name} goes over centre.",
                f"At {_mm(tape.over_centre_m)} of travel the angle between arm and link is past "
                "30° to 150°: the arm can flip over and bend the bar.",
                "Take another link or another hole.",
                "30° ≤ γ ≤ 150° from full droop to full bump",
                f"{side}.link_m",
            )


def _droop(case: _Case) -> Iterator[Finding]:
    droop, bump = case.fit.droop_m.value, case.fit.bump_m.value
    for side in Side:
        tape = case.report.of_side(side)
        reach, up = tape.reach_droop_m, tape.reach_bump_m
        if reach is not None and reach < droop:
            yield case.finding(
                "carries_axle",
                Kind.STOP,
                f"The {side} link at the {case.name} would carry the axle.",
                f"It is stretched out after {_mm(reach)} of droop; the shock's stop comes at "
                f"{_mm(droop)}. On a lift the axle would hang on the link.",
                "Take a longer link or another hole, so that the shock stops it first.",
                f"reach {_mm(reach)} < droop {_mm(droop)}",
                "droop_m",
            )
        elif reach is not None and reach - droop < _SCARCE_DROOP_M:
            yield case.finding(
                "scarce_droop",
                Kind.WATCH,
                f"The {side} link has little reach to spare in droop.",
                f"{_mm(reach - droop)} past the shock's stop.",
                "Check the shock's length, or take a longer link.",
                f"{_mm(reach)} − {_mm(droop)}",
                "droop_m",
            )
        if up is not None and up < bump:
            yield case.finding(
                "stops_bump",
                Kind.STOP,
                f"The {side} link at the {case.name} stops the bump.",
                f"Arm and link lie in line after {_mm(up)} of bump; the bump stop comes at "
                f"{_mm(bump)}.",
                "Take another link or another hole.",
                f"reach {_mm(up)} < bump {_mm(bump)}",
                "bump_m",
            )


def _joint(case: _Case) -> Iterator[Finding]:
    allowed = case.fit.link.joint_angle_rad
    for side in Side:
        tape = case.report.of_side(side)
        if tape.swing_past_m is not None and allowed is not None and tape.swing_rad is not None:
            yield case.finding(
                "joint_angle",
                Kind.FIX,
                f"The {side} link's joint swings too far.",
                f"It swings {_deg(tape.swing_rad)} from ride height and bears "
                f"{_deg(allowed.value)}; past it at {_mm(tape.swing_past_m)} of travel.",
                "Take a joint with more angle, a longer link or another hole.",
                f"{_deg(tape.swing_rad)} > {_deg(allowed.value)}",
                "link.joint_angle_rad",
            )


_WORDS = {
    Nature.HOT: "is hot",
    Nature.MOVING: "moves",
    Nature.SOFT: "is soft",
    Nature.STILL: "is solid",
}


def _clashes(case: _Case) -> Iterator[Finding]:
    for gap in case.report.gaps:
        if gap.fine:
            continue
        touches = gap.least_m < 0
        where = (
            "at ride height"
            if abs(gap.at_travel_m) < 0.003
            else f"at {_mm(abs(gap.at_travel_m))} of {'bump' if gap.at_travel_m > 0 else 'droop'}"
        )
        own = gap.index < len(case.fit.obstacles)
        rod = "bar's middle" if gap.rod == "bar" else f"{gap.side} {gap.rod}"
        yield case.finding(
            "clash",
            Kind.STOP if touches else Kind.FIX,
            f"{gap.name} at the {case.name}: {'hit' if touches else 'too near'}.",
            f"The {rod} "
            + (
                f"runs {_mm(-gap.least_m)} into it"
                if touches
                else f"comes within {_mm(gap.least_m)}"
            )
            + f" {where}; it {_WORDS[gap.nature]} and needs {_mm(gap.needs_m)}.",
            gap.fixes[0].text if gap.fixes else "Move one of both.",
            f"least gap {_mm(gap.least_m)} < {_mm(gap.needs_m)}",
            f"obstacles.{gap.index}.height_m" if own else "rail.edge_m",
        )


def _links(case: _Case) -> Iterator[Finding]:
    advice = case.report.advice
    if not advice.in_range:
        link = case.fit.link
        yield case.finding(
            "link_range",
            Kind.FIX,
            f"The {case.name} link cannot be set to this length.",
            f"It reaches {_mm(link.from_m.value)} to {_mm(link.to_m.value)}; set are "
            f"{_mm(case.fit.left.link_m.value)} and {_mm(case.fit.right.link_m.value)}.",
            "Take another link, or another hole.",
            "from ≤ length ≤ to",
            "left.link_m",
        )
    held, needed = advice.engagement_m, advice.engagement_needed_m
    if held is not None and needed is not None and held < needed - _ROUNDING_M:
        yield case.finding(
            "engagement",
            Kind.STOP,
            f"Too little thread holds the {case.name} link.",
            f"{_mm(held)} of thread are left in the body at this length; one and a half diameters "
            f"are {_mm(needed)}.",
            "Take the next longer link.",
            f"{_mm(held)} < 1.5 d = {_mm(needed)}",
            "link.thread_length_m",
        )
    fault = case.report.stack.fault if case.report.stack else None
    if fault is not None:
        yield case.finding(
            "stack",
            Kind.FIX,
            f"The {case.name} link's stack is in the wrong order.",
            f"Piece {fault.piece + 1}: {fault.text}",
            "Put the pieces in order.",
            "plate between bushings, bushing between plate and washer",
            "stack.order",
        )
    stack = case.report.stack
    if stack is not None and stack.crushed and stack.crush is not None:
        yield case.finding(
            "crushed",
            Kind.FIX,
            f"The {case.name} link's bushings are crushed.",
            f"Tightened past {mm(stack.crush.least_m):.1f} they take a set and crack.",
            f"Slacken to {mm(stack.crush.height_m):.1f}: a slight bulge.",
            "height ≥ least height of the material",
            "stack.bushing_m",
        )


def _sides(case: _Case) -> Iterator[Finding]:
    unequal = case.report.unequal
    if unequal is None or abs(unequal.mismatch_m) < _MISMATCH_M:
        return
    yield case.finding(
        "unequal",
        Kind.WATCH,
        f"Left and right differ at the {case.name}.",
        f"The tips stand {mm(unequal.mismatch_m):+.0f} apart: {newtons(unequal.preload_n):.0f} at "
        f"each end at rest, and {abs(math.degrees(unequal.rest_lean_rad)):.1f}° of lean.",
        "Set both alike; the last bolt must drop in by hand.",
        "end force = rate · difference ÷ 2",
        "right.link_m",
    )


#: What is done where a saddle sits on something.
_OFF_IT = {
    "vent": "Raise the vent by a washer under it, move it, or turn the U-bolt to its other side.",
    "weld": "Move the saddle off the weld.",
    "line": "Move the line's clip, or the saddle; no line stays under a U-bolt.",
}


def _aside(off_m: float) -> str:
    side = "left" if off_m > 0 else "right"
    return f"{mm(abs(off_m)):.0f} to the {side}"


def _across(case: _Case) -> Iterator[Finding]:
    across = case.report.across
    if not across.centred:
        yield case.finding(
            "centred",
            Kind.FIX,
            f"The {case.name} bar is not centred.",
            f"It sits {_aside(across.off_middle_m)} of where its links want it.",
            "Centre it before the collars.",
            "|offset| ≤ 5 mm",
            "seat.bar_offset_m",
        )
    if not across.plumb:
        worst = max(across.plumb_rad, key=abs)
        yield case.finding(
            "plumb",
            Kind.WATCH,
            f"The {case.name} links are not plumb in the rear view.",
            f"They lean {_deg(abs(worst))} {'out' if worst > 0 else 'in'}wards at the top.",
            "Move the upper brackets, or take a handed offset link.",
            "offset ÷ rise",
            "seat.link_holes_apart_m",
        )
    if across.shoulders_m is not None and abs(across.shoulders_m - across.off_middle_m) > CENTRED_M:
        yield case.finding(
            "shoulders",
            Kind.WATCH,
            f"The {case.name} bar's shoulders are unequal.",
            f"By its shoulders it sits {_aside(across.shoulders_m)} of the middle, by the tape "
            f"{_aside(across.off_middle_m)}.",
            "Read its side marks: a bar with unequal shoulders goes in one way round only. If "
            "there are none, centre it by the links.",
            "(left − right) ÷ 2",
            "seat.shoulder_left_m",
        )
    for fits, what, place in (
        (across.saddle_fits, "The saddle", "seat.saddle_bore_m"),
        (across.u_bolt_fits, "The U-bolt", "seat.u_bolt_inside_m"),
    ):
        if fits is False:
            yield case.finding(
                "tube",
                Kind.FIX,
                f"{what} is not for this axle tube.",
                "Its size and the tube's differ by more than it can take up.",
                "Take the bracket set for this tube; shim nothing.",
                "size against tube",
                place,
            )
    for one in across.keep_off:
        if not one.fine:
            yield case.finding(
                "keep_off",
                Kind.FIX,
                f"A saddle sits on the {one.what}.",
                f"{_mm(max(0.0, one.clear_m))} from its rim; it keeps {_mm(0.015)} off.",
                _OFF_IT[one.what],
                "distance − half the saddle",
                one.place,
            )
    if across.hands_fit is False:
        yield case.finding(
            "hand",
            Kind.FIX,
            "Offset links are on the wrong sides.",
            "As they are a link stands further from plumb than with both swapped.",
            "Swap them.",
            "tilt as they are > tilt swapped",
            "link.left_hand",
        )


def _drilling(case: _Case) -> Iterator[Finding]:
    plan = case.report.drilling
    for mark in plan.marks:
        if mark.fine:
            continue
        if mark.work is HoleWork.TOO_LARGE and mark.there_m is not None:
            yield case.finding(
                "hole_too_large",
                Kind.FIX,
                f"Hole {mark.number} is too large for its bolt.",
                f"It gauges {mm(mark.there_m):.1f}; {mark.size} wants "
                f"{mm(mark.hole_m):.1f}, and works loose in more.",
                "Take the next larger bolt, a shouldered sleeve or a thick washer plate on both "
                "sides, by the chassis maker's rules.",
                "gauged hole > coarse clearance of the bolt",
                f"drilled.{mark.number - 1}.there_m",
            )
            continue
        edge = mark.edge_m < mark.edge_needed_m
        near, needed = (
            (mark.edge_m, mark.edge_needed_m)
            if edge
            else (mark.apart_m or 0.0, mark.apart_needed_m or 0.0)
        )
        yield case.finding(
            "edge",
            Kind.FIX,
            f"Hole {mark.number} is too near the {'edge' if edge else 'next hole'}.",
            f"{_mm(near)} from its middle; a hole of {mm(mark.hole_m):.1f} wants {_mm(needed)}.",
            "Move it towards the middle of the web, by the chassis maker's rules.",
            "2 hole diameters to an edge, 3 to the next hole",
            f"drilled.{mark.number - 1}.above_edge_m",
        )
    drilled = any(mark.work in (HoleWork.DRILL, HoleWork.OPEN) for mark in plan.marks)
    unseen = [side for side in Side if case.fit.rail.inside(side) is Inside.UNSEEN]
    if drilled and unseen:
        yield case.finding(
            "inside",
            Kind.WATCH,
            f"Nobody has looked inside the {' and the '.join(unseen)} rail where it is drilled.",
            "Wiring and lines run there.",
            "Look, move them, and put a backing block behind the wall before drilling.",
            "inside: unseen",
            f"rail.inside_{unseen[0]}",
        )
    if plan.plate_goes_in is False:
        yield case.finding(
            "plate",
            Kind.FIX,
            "The nut plate does not go in through the frame hole.",
            "Its narrow way is wider than the hole.",
            "Cut it narrower, or take single nuts on a wire; the hole is not widened without the "
            "chassis maker.",
            "plate < frame hole",
            "rail.plate_m",
        )


def _bolts(case: _Case) -> Iterator[Finding]:
    for bolt in case.station.bolts:
        if bolt.kind not in ("stop", "warn", "unread"):
            continue
        confirmed = bolt.kind == "stop" and bool(bolt.reason)
        kind = Kind.STOP if bolt.kind == "stop" and not confirmed else Kind.WATCH
        yield Finding(
            "fit_torque",
            kind,
            f"The sheet's torque for the {bolt.where} bolts is not right.",
            bolt.says + (f" Confirmed by a lead: {bolt.reason}" if confirmed else ""),
            "Ask the maker; until then it is not used."
            if kind is Kind.STOP
            else "Check size, grade and what is on the thread.",
            "T = K·d·F",
            f"fitting.torque_reasons.{bolt.key}",
        )


def _kit(case: _Case) -> Iterator[Finding]:
    verdict = case.station.kit
    if verdict is None or verdict.fit is Fit.FITS:
        return
    reason = verdict.reasons[0]
    yield Finding(
        "fit_kit",
        Kind.STOP if verdict.fit is Fit.NO else Kind.WATCH,
        f"{case.station.kit_name} "
        + ("is not for this vehicle." if verdict.fit is Fit.NO else "fits with work."),
        reason.text,
        "Do not order it." if verdict.fit is Fit.NO else "Count the work in.",
        "the sheet's own ranges against what was measured",
        reason.place or None,
    )


def _arrived(case: _Case) -> Iterator[Finding]:
    if case.station.arrival.result is Result.HOLD:
        yield Finding(
            "fit_arrival",
            Kind.STOP,
            f"What came for the {case.name} is not as ordered.",
            case.station.arrival.says,
            "Track the return and the replacement.",
            "measured against ordered",
            f"arrival.{case.name}.diameter_m",
        )


_RULES: tuple[tuple[FitSheet, Callable[[_Case], Iterator[Finding]]], ...] = (
    (FitSheet.SIDE, _kit),
    (FitSheet.SIDE, _assembly),
    (FitSheet.SIDE, _droop),
    (FitSheet.CLASH, _clashes),
    (FitSheet.SIDE, _joint),
    (FitSheet.LINKS, _links),
    (FitSheet.HOLES, _sides),
    (FitSheet.ACROSS, _across),
    (FitSheet.DRILL, _drilling),
    (FitSheet.BOLTS, _bolts),
    (FitSheet.ARRIVAL, _arrived),
)


def axle_findings(
    name: End,
    station: AxleStation | None,
    fitting: Fitting,
    sheets: Collection[FitSheet] = tuple(FitSheet),
) -> Iterator[Finding]:
    """Yield what the rules say of one axle's fit-up; nothing where nobody has begun it.

    Parameters
    ----------
    name : End
        Which axle.
    station : AxleStation or None
        What its fit-up comes to.
    fitting : Fitting
        The fit-up sheet.
    sheets : collection of FitSheet
        Those the job asks for; what belongs to others is not said.
    """
    fit = fitting.of_end(name)
    if station is None or fit is None:
        return
    case = _Case(name, station, fit)
    for sheet, rule in _RULES:
        if sheet in sheets:
            yield from rule(case)
