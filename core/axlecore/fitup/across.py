"""Rear view and plan: bar centred, links plumb, saddles on the tube and off what they crush."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from axlecore.bars.bar import Bar, eye_line
from axlecore.fitup.clash import corner
from axlecore.fitup.sheet import AxleFit, Hand, Mount, Seat, Vent
from axlecore.quantities.measure import Record

#: A bar stands centred within this [m]; a link plumb in the rear view within this [rad].
CENTRED_M = 0.005
PLUMB_RAD = math.radians(4)
#: A saddle keeps this off vent, line and weld beyond its own half width [m].
KEEP_OFF_M = 0.015
#: A saddle grips a tube that is thinner or thicker than its bore by no more than this [m].
SADDLE_SLACK_M = 0.0015
#: A U-bolt's legs stand no further from the tube than this on both sides together [m].
U_BOLT_SLACK_M = 0.006


@dataclass(frozen=True)
class KeepOff(Record):
    """Something on the tube that a saddle must not sit on.

    Attributes
    ----------
    what, place : str
        "vent", "weld" or "line", and its place on the sheet.
    across_m : float
        Where it is, left positive [m].
    clear_m : float
        From the nearest saddle's rim [m]; below zero it lies under it.
    fine : bool
        Far enough.
    """

    what: str
    place: str
    across_m: float
    clear_m: float
    fine: bool


@dataclass(frozen=True)
class AcrossReport(Record):
    """Where things sit across the vehicle.

    Attributes
    ----------
    eye_m, bend_m : float
        The bar's eyes, and where arms leave the bar's middle, to each side of its own middle [m].
    plumb_rad : list of float
        Links of left and right from plumb in the rear view, top outward positive [rad].
    centred, plumb : bool
        Within what is usual.
    saddle_fits, u_bolt_fits : bool or None
        Saddle and U-bolt against the axle tube; None where one of both is not read.
    keep_off : list of KeepOff
        Vent, weld and line.
    hands_fit : bool or None
        Offset links stand plumber as they are than swapped; None without an offset, or where
        nobody has read their hands.
    off_middle_m : float
        Bar from where its links put it, left positive [m]: from the middle, or where both links
        lean one way from as far to the side as their offset.
    shoulders_m : float or None
        How far the bar's shoulders say it sits off the middle, left positive [m].
    """

    eye_m: float
    bend_m: float
    plumb_rad: list[float]
    centred: bool
    plumb: bool
    saddle_fits: bool | None
    u_bolt_fits: bool | None
    keep_off: list[KeepOff]
    hands_fit: bool | None
    off_middle_m: float
    shoulders_m: float | None


def across_report(
    fit: AxleFit, bar: Bar, tube_m: float | None, verticals_m: tuple[float, float]
) -> AcrossReport:
    """Return where bar, links and saddles sit across the vehicle.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    bar : Bar
        The bar.
    tube_m : float or None
        Axle tube's diameter [m]; None where it is not read.
    verticals_m : tuple of float
        How far up the link of each side leads at ride height [m].

    Notes
    -----
    A link's tilt in the rear view is the offset of its ends over its rise: plane trigonometry.
    """
    seat = fit.seat
    line = eye_line(bar, fit.left.bar_hole)
    eye = float(abs(line[0][1]))
    top, offset = seat.link_holes_apart_m.value / 2, seat.bar_offset_m.value
    hands = _leans(fit.link.left_hand, fit.link.right_hand)
    handed = 0.0 if fit.link.offset_m is None else fit.link.offset_m.value

    def tilts_with(leans: tuple[float, float]) -> list[float]:
        return [
            math.atan2(top - out * handed - (eye + shift), abs(rise) or 1e-9)
            for out, shift, rise in zip(leans, (offset, -offset), verticals_m, strict=True)
        ]

    tilts = tilts_with(hands or (1.0, 1.0))
    # Both links leaning one way hold the bar that much to the other side.
    aside = 0.0 if hands is None else -handed * (hands[0] - hands[1]) / 2
    saddle, bolt = seat.saddle_bore_m, seat.u_bolt_inside_m
    on_tube = fit.mount is Mount.ON_AXLE and tube_m is not None
    return AcrossReport(
        eye_m=eye,
        bend_m=corner(line),
        plumb_rad=tilts,
        centred=abs(offset - aside) <= CENTRED_M,
        plumb=all(abs(tilt) <= PLUMB_RAD for tilt in tilts),
        saddle_fits=(
            abs(saddle.value - tube_m) <= SADDLE_SLACK_M
            if on_tube and saddle is not None and tube_m is not None
            else None
        ),
        u_bolt_fits=(
            0 <= bolt.value - tube_m <= U_BOLT_SLACK_M
            if on_tube and bolt is not None and tube_m is not None
            else None
        ),
        keep_off=_keep_off(fit),
        hands_fit=_plumber(tilts_with, hands) if handed and hands else None,
        off_middle_m=offset - aside,
        shoulders_m=_shoulders(seat),
    )


def _leans(left: Hand, right: Hand) -> tuple[float, float] | None:
    """Which way each link's top leans, outward positive; None where a hand is not read."""
    if Hand.NONE in (left, right):
        return None
    return (1.0 if left is Hand.LEFT else -1.0, 1.0 if right is Hand.RIGHT else -1.0)


def _plumber(
    tilts_with: Callable[[tuple[float, float]], list[float]], hands: tuple[float, float]
) -> bool:
    """Offset links are right as they are, unless both swapped stand plumber.

    Where that is all one, each on its own side is right.
    """
    swapped = -hands[0], -hands[1]
    worst, other = (round(max(map(abs, tilts_with(one))), 6) for one in (hands, swapped))
    return (worst, -sum(hands)) <= (other, -sum(swapped))


def _shoulders(seat: Seat) -> float | None:
    """A bar that sits to the left has its left shoulder further from the left bushing."""
    left, right = seat.shoulder_left_m, seat.shoulder_right_m
    return None if left is None or right is None else (left.value - right.value) / 2


def _keep_off(fit: AxleFit) -> list[KeepOff]:
    seat, found = fit.seat, []
    for what, read in (("vent", seat.vent_m), ("weld", seat.weld_m), ("line", seat.line_m)):
        if read is None:
            continue
        middles = (seat.saddles_apart_m.value / 2, -seat.saddles_apart_m.value / 2)
        near = min(abs(read.value - middle - seat.bar_offset_m.value) for middle in middles)
        clear = near - seat.saddle_width_m.value / 2
        fine = clear >= KEEP_OFF_M or (what == "vent" and seat.vent is not Vent.AS_IT_IS)
        found.append(KeepOff(what, f"seat.{what}_m", read.value, clear, fine))
    return found
