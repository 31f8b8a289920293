"""End links in the side view: where the arm comes to rest, its angles, and the motion ratio."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import mm

#: Between arm and link outside of these the link may go over centre [rad].
TOGGLE_RAD = (math.radians(30), math.radians(150))


class Attitude(StrEnum):
    """What a school sets level or square at ride height."""

    LEAST_CHANGE = "least_change"
    ARM_LEVEL = "arm_level"
    IN_LINE = "in_line"
    LINK_SQUARE = "link_square"
    LINK_PLUMB = "link_plumb"
    LEVEL_AND_PLUMB = "level_and_plumb"


#: Schools that one link length cannot meet by itself: the best of many is sought.
SOUGHT = (Attitude.LEAST_CHANGE, Attitude.LEVEL_AND_PLUMB)


@dataclass(frozen=True)
class Dyad:
    """Arm and link of many places at once; NaN where they cannot be assembled.

    Attributes
    ----------
    arm_rad : ndarray
        Arm above level, positive up [rad].
    link_rad : ndarray
        Link from plumb, signed: top forward along the arm is positive [rad].
    between_rad : ndarray
        Between arm and link [rad].
    motion_ratio : ndarray
        Arm-tip travel per axle travel.
    tip_along_m, tip_up_m : ndarray
        Arm tip from the bar's axis, along the arm's direction and up [m].
    missing_m : ndarray
        How much too short (above zero) or too long (below) the link is; zero where it fits [m].
    """

    arm_rad: FloatArray
    link_rad: FloatArray
    between_rad: FloatArray
    motion_ratio: FloatArray
    tip_along_m: FloatArray
    tip_up_m: FloatArray
    missing_m: FloatArray


def dyad(
    arm_m: npt.ArrayLike,
    along_m: npt.ArrayLike,
    up_m: npt.ArrayLike,
    link_m: npt.ArrayLike,
    *,
    tip_below: bool = True,
) -> Dyad:
    """Return how arms and their links stand, for any number of places at once.

    Parameters
    ----------
    arm_m : array_like
        Bar's axis to arm tip [m], above zero.
    along_m, up_m : array_like, broadcast
        The link's far hole from the bar's axis along the arm's direction, and up [m].
    link_m : array_like, broadcast
        Eye to eye [m], above zero.
    tip_below : bool
        Of the two places a tip can be, the one below the line from the axis to the hole. A link
        cannot get from one to the other without passing a dead centre, so the installed one
        holds through the whole travel.

    Raises
    ------
    InputError
        Names a length that is not above zero, or a hole that is no number.

    Notes
    -----
    |H − T| = l by the law of cosines. Motion ratio
    g = cos τ / sin γ, by equal work of a small travel.
    Source: Norton, *Design of Machinery*, 5th ed., ch. 4 and 6, a four-bar chain's dyad.
    """
    arm, along, up, link = np.broadcast_arrays(
        *(np.asarray(one, dtype=float) for one in (arm_m, along_m, up_m, link_m))
    )
    for name, value, label in (("arm_m", arm, "Arm"), ("link_m", link, "Link")):
        # Asked as "not all valid" so that NaN is refused too.
        if not np.all((value > 0) & np.isfinite(value)):
            raise InputError(name, f"{label} length must be above zero.")
    apart = np.hypot(along, up)
    if not np.all((apart > 0) & np.isfinite(apart)):
        raise InputError("up_m", "The link's hole must stand away from the bar's axis.")
    missing = np.where(
        link > arm + apart, (arm + apart) - link, np.maximum(np.abs(arm - apart) - link, 0.0)
    )
    with np.errstate(invalid="ignore", divide="ignore"):
        cosine = (arm**2 + apart**2 - link**2) / (2 * arm * apart)
        # A hair past the end of reach is rounding, not a gap.
        cosine = np.where(np.abs(missing) < 1e-12, np.clip(cosine, -1.0, 1.0), np.nan)
        opening = np.arccos(cosine)
        angle = np.arctan2(up, along) + (-opening if tip_below else opening)
        angle = np.mod(angle + np.pi, 2 * np.pi) - np.pi
        tip_along, tip_up = arm * np.cos(angle), arm * np.sin(angle)
        link_along, link_up = along - tip_along, up - tip_up
        tilt = np.arctan2(link_along, np.abs(link_up))
        square = -(np.cos(angle) * link_along + np.sin(angle) * link_up) / link
        between = np.arccos(np.clip(square, -1.0, 1.0))
        sine = np.sin(between)
        motion_ratio = np.where(sine > 1e-9, np.cos(tilt) / sine, np.inf)
        motion_ratio = np.where(np.isnan(cosine), np.nan, motion_ratio)
    return Dyad(angle, tilt, between, motion_ratio, tip_along, tip_up, missing)


def toggled(between_rad: npt.ArrayLike) -> npt.NDArray[np.bool_]:
    """Return where the angle between arm and link is past what is safe.

    Parameters
    ----------
    between_rad : array_like
        Between arm and link [rad]; what cannot be assembled is past it too.
    """
    between = np.asarray(between_rad, dtype=float)
    # Asked as "not inside" so that NaN counts.
    return np.asarray(~((between >= TOGGLE_RAD[0]) & (between <= TOGGLE_RAD[1])))


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
    motion_ratio : float
        Arm-tip travel per axle travel.
    tip_m : tuple of two float
        Arm tip from the bar's axis, forward and up [m].
    over_centre : bool
        The angle between arm and link is past what is safe.
    """

    arm_rad: float
    link_rad: float
    between_rad: float
    motion_ratio: float
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
    As `dyad`, for one place.
    """
    try:
        found = dyad(arm_m, upper_forward_m, upper_up_m, link_m, tip_below=tip_below)
    except InputError as error:
        raise InputError(
            "upper_up_m" if error.field == "up_m" else error.field, error.message
        ) from None
    missing = float(found.missing_m)
    if math.isnan(float(found.motion_ratio)):
        raise InputError("link_m", cannot_assemble(arm_m, upper_forward_m, upper_up_m, missing))
    return LinkAttitude(
        arm_rad=float(found.arm_rad),
        link_rad=abs(float(found.link_rad)),
        between_rad=float(found.between_rad),
        motion_ratio=float(found.motion_ratio),
        tip_m=(float(found.tip_along_m), float(found.tip_up_m)),
        over_centre=bool(toggled(found.between_rad)),
    )


def cannot_assemble(arm_m: float, along_m: float, up_m: float, missing_m: float) -> str:
    """Return in words by how much a link cannot be assembled.

    Parameters
    ----------
    arm_m, along_m, up_m : float
        As for `dyad` [m].
    missing_m : float
        As `Dyad.missing_m` [m].
    """
    apart = math.hypot(along_m, up_m)
    word = "short" if missing_m > 0 else "long"
    return (
        f"This cannot be assembled: the link is {mm(abs(missing_m)):.0f} too {word}. With "
        f"this arm and hole it must be "
        f"{mm(abs(arm_m - apart), arm_m + apart):.0f}."
    )


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


def link_for_attitude(
    attitude: Attitude,
    arm_m: float,
    along_m: float,
    up_m: float,
    control_arm_rad: float,
) -> float:
    """Return the link that a school would fit [m].

    Parameters
    ----------
    attitude : Attitude
        The school; not one of `SOUGHT`.
    arm_m, along_m, up_m : float
        As for `dyad` [m].
    control_arm_rad : float
        The control arm above level in the arm's direction [rad].

    Raises
    ------
    InputError
        No link can do that with this arm and hole.

    Notes
    -----
    Level: T at (r, 0). In line: T at the control arm's angle. Square: l = √(d² − r²). Plumb: T
    under (or over) the hole. Derived from plane trigonometry.
    """
    apart = math.hypot(along_m, up_m)
    if attitude is Attitude.LINK_SQUARE:
        if apart <= arm_m:
            raise InputError(
                "attitude", "The hole is nearer than the arm is long: no link can stand square."
            )
        return math.sqrt(apart**2 - arm_m**2)
    if attitude is Attitude.LINK_PLUMB:
        if abs(along_m) >= arm_m:
            raise InputError("attitude", "The hole is past the arm's end: no link can hang plumb.")
        link = abs(abs(up_m) - math.sqrt(arm_m**2 - along_m**2))
        if link <= 0:
            raise InputError("attitude", "The arm's tip would lie in the hole.")
        return link
    if attitude is Attitude.ARM_LEVEL:
        angle = 0.0
    elif attitude is Attitude.IN_LINE:
        angle = control_arm_rad
    else:
        raise InputError("attitude", f"“{attitude}” is sought over many links.")
    link = math.hypot(along_m - arm_m * math.cos(angle), up_m - arm_m * math.sin(angle))
    if link <= 0:
        raise InputError("attitude", "The arm's tip would lie in the hole.")
    return link


def off_school(
    attitude: Attitude, found: Dyad, ratio_change: npt.ArrayLike, control_arm_rad: float
) -> FloatArray:
    """Return how far each place is from what a school wants: rad, for the least change a ratio.

    Parameters
    ----------
    attitude : Attitude
        The school.
    found : Dyad
        At ride height.
    ratio_change : array_like, as the dyad
        Highest less lowest motion ratio through the travel, over the motion ratio at ride height.
    control_arm_rad : float
        The control arm above level in the arm's direction [rad].
    """
    if attitude is Attitude.LEAST_CHANGE:
        return np.asarray(ratio_change, dtype=float)
    wanted = {
        Attitude.ARM_LEVEL: found.arm_rad,
        Attitude.IN_LINE: found.arm_rad - control_arm_rad,
        Attitude.LINK_SQUARE: found.between_rad - np.pi / 2,
        Attitude.LINK_PLUMB: found.link_rad,
        Attitude.LEVEL_AND_PLUMB: np.maximum(np.abs(found.arm_rad), np.abs(found.link_rad)),
    }
    return np.asarray(np.abs(wanted[attitude]))
