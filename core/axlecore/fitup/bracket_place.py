"""Where a link's bracket goes: the bar held level, and plumb up or down from its arm."""

from __future__ import annotations

import math
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.fitup.sheet import AxleFit, LinkGoes
from axlecore.quantities.arguments import above_zero
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import mm


@dataclass(frozen=True)
class BracketPlace(Record):
    """Where the link hole in use would sit with the bar level and the link plumb.

    Attributes
    ----------
    forward_m, height_m : float
        Forward of the axle's middle, and above ground [m].
    above_edge_m : float
        Above the frame's lower edge [m].
    moves_forward_m, moves_up_m : float
        From where the hole is now [m].
    """

    forward_m: float
    height_m: float
    above_edge_m: float
    moves_forward_m: float
    moves_up_m: float


def bracket_place(fit: AxleFit, arm_m: float) -> BracketPlace:
    """Return where the left link's far hole would sit with the bar level and the link plumb.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet, measured as it stands at ride height.
    arm_m : float
        Bar's axis to the arm's hole in use [m].

    Notes
    -----
    The bar is held level at ride height, and a plumb line from the middle of its arm's hole marks
    the bracket: the tip lies one arm from the axis, the hole one link above or below it.
    """
    axis, hole = fit.bar_places[fit.left.bar_place], fit.link_holes[fit.left.link_hole]
    up = 1.0 if fit.link_goes is LinkGoes.UP else -1.0
    forward = axis.forward_m.value + fit.direction * arm_m
    height = axis.height_m.value + up * fit.left.link_m.value
    return BracketPlace(
        forward,
        height,
        height - fit.rail.edge_m.value,
        forward - hole.forward_m.value,
        height - hole.height_m.value,
    )


@dataclass(frozen=True)
class LevelHole(Record):
    """Which hole of a bracket sets the arm level.

    Attributes
    ----------
    number : int
        From the first measured, 1 and up.
    off_m : float
        How far the tip then stands above (or below) level [m].
    off_rad : float or None
        The same as an angle of the arm [rad]; None without its length.
    link_m : float
        Link that would set that hole exactly level [m].
    """

    number: int
    off_m: float
    off_rad: float | None
    link_m: float


_MOST_HOLES = 8


def level_hole(
    axis_up_m: float, hole_up_m: float, step_m: float, link_m: float, arm_m: float | None = None
) -> LevelHole:
    """Return which hole of a bracket sets a bar's arm level, the link plumb.

    Parameters
    ----------
    axis_up_m : float
        Middle of the bar above ground at ride height [m], above zero.
    hole_up_m : float
        First hole of the link's bracket above ground [m], above zero.
    step_m : float
        From hole to hole, upwards positive [m], not zero.
    link_m : float
        Eye to eye [m], above zero.
    arm_m : float or None
        Bar's axis to the arm's hole [m], for the angle that remains.

    Returns
    -------
    LevelHole
        Of the first eight holes the one that leaves least.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    With link and arm square the tip is at the axis' height where the hole is one link away; the
    link leads up where the first hole is above the bar, else down. Plane trigonometry.
    """
    axis = float(above_zero("axis_up_m", axis_up_m, "The bar's middle"))
    hole = float(above_zero("hole_up_m", hole_up_m, "The first hole"))
    link = float(above_zero("link_m", link_m, "The link"))
    if not (math.isfinite(step_m) and abs(step_m) > 1e-4):
        raise InputError("step_m", f"Enter how far the holes are apart, such as {mm(0.025):.0f}.")
    up = 1.0 if hole >= axis else -1.0
    offs = [hole + at * step_m - up * link - axis for at in range(_MOST_HOLES)]
    number = min(range(_MOST_HOLES), key=lambda at: abs(offs[at]))
    off = offs[number]
    angle = None
    if arm_m is not None:
        arm = float(above_zero("arm_m", arm_m, "The arm"))
        if abs(off) > arm:
            raise InputError("arm_m", "No hole comes near: measure heights and link again.")
        angle = math.asin(off / arm)
    return LevelHole(number + 1, off, angle, link + up * off)
