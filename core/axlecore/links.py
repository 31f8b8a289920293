"""End links in the side view: where the arm comes to rest, its angles, and the motion gain."""

from __future__ import annotations

import math
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.measure import Record

#: Between arm and link outside of these the link may go over centre [rad].
TOGGLE_RAD = (math.radians(30), math.radians(150))


@dataclass(frozen=True)
class LinkAttitude(Record):
    """How arm and link stand.

    Attributes
    ----------
    arm_rad : float
        Arm above level, positive up [rad].
    link_rad : float
        Link from plumb [rad], zero or more.
    between_rad : float
        Between arm and link; a right angle is ideal [rad].
    gain : float
        Arm-tip travel per axle travel.
    tip_m : tuple of two float
        Arm tip from the bar's axis, forward and up [m].
    over_centre : bool
        The angle between arm and link is past what is safe.
    """

    arm_rad: float
    link_rad: float
    between_rad: float
    gain: float
    tip_m: tuple[float, float]
    over_centre: bool


def link_attitude(
    arm_m: float,
    upper_forward_m: float,
    upper_up_m: float,
    link_m: float,
    *,
    tip_below: bool = True,
) -> LinkAttitude:
    """Return how an arm and its link come to rest between bar and upper bracket.

    Parameters
    ----------
    arm_m : float
        Bar's axis to arm tip [m], above zero.
    upper_forward_m, upper_up_m : float
        Upper hole from the bar's axis along the arm's direction, and up [m].
    link_m : float
        Eye to eye [m], above zero.
    tip_below : bool
        Of the two places the tip can be, the one below the line from the axis to the hole.

    Raises
    ------
    InputError
        Names the argument out of range; ``link_m`` where it cannot be assembled, with how many
        millimetres are missing.

    Notes
    -----
    |H − T| = l by the law of cosines. Gain g = cos τ / sin γ, by equal work of a small travel.
    Source: Norton, *Design of Machinery*, 5th ed., ch. 4 and 6, a four-bar chain's dyad.
    """
    for name, value, label in (("arm_m", arm_m, "Arm"), ("link_m", link_m, "Link")):
        if not (math.isfinite(value) and value > 0):
            raise InputError(name, f"{label} length must be above zero.")
    apart = math.hypot(upper_forward_m, upper_up_m)
    if not (math.isfinite(apart) and apart > 0):
        raise InputError("upper_up_m", "The upper hole must stand away from the bar's axis.")
    longest, shortest = arm_m + apart, abs(arm_m - apart)
    if not shortest <= link_m <= longest:
        off, word = (
            (shortest - link_m, "short") if link_m < shortest else (link_m - longest, "long")
        )
        raise InputError(
            "link_m",
            f"This cannot be assembled: the link is {off * 1e3:.0f} mm too {word}. With this arm "
            f"and hole it must be {shortest * 1e3:.0f} to {longest * 1e3:.0f} mm.",
        )
    towards_hole = math.atan2(upper_up_m, upper_forward_m)
    cosine = (arm_m**2 + apart**2 - link_m**2) / (2 * arm_m * apart)
    opening = math.acos(max(-1.0, min(1.0, cosine)))
    arm = towards_hole - opening if tip_below else towards_hole + opening
    tip = (arm_m * math.cos(arm), arm_m * math.sin(arm))
    link = (upper_forward_m - tip[0], upper_up_m - tip[1])
    tilt = math.atan2(abs(link[0]), abs(link[1]))
    back = (-tip[0] / arm_m, -tip[1] / arm_m)
    between = math.acos(max(-1.0, min(1.0, (back[0] * link[0] + back[1] * link[1]) / link_m)))
    sine = math.sin(between)
    return LinkAttitude(
        arm_rad=arm, link_rad=tilt, between_rad=between,
        gain=math.cos(tilt) / sine if sine > 1e-9 else math.inf, tip_m=tip,
        over_centre=not TOGGLE_RAD[0] <= between <= TOGGLE_RAD[1],
    )  # fmt: skip


def link_for_level_arm(arm_m: float, upper_forward_m: float, upper_up_m: float) -> float:
    """Return the link that sets the arm level [m].

    Parameters
    ----------
    arm_m : float
        Bar's axis to arm tip [m].
    upper_forward_m, upper_up_m : float
        Upper hole from the bar's axis [m].
    """
    return math.hypot(upper_forward_m - arm_m, upper_up_m)
