"""Which link a school would fit, which can be had, and how much thread holds it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from axlecore.bars.bar import Bar
from axlecore.errors import InputError
from axlecore.fasteners.threads import read_thread
from axlecore.fitup.links import SOUGHT, Attitude, link_for_attitude, off_school
from axlecore.fitup.sheet import AxleFit
from axlecore.fitup.sweep import Linkage, linkage, travels
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record

#: A threaded link is held by at least this many diameters of thread.
ENGAGEMENT_DIAMETERS = 1.5
#: Links tried for the least change of motion ratio.
_TRIED = 121


@dataclass(frozen=True)
class RackLink(Record):
    """A link on the rack.

    Attributes
    ----------
    name : str
        Maker and part number.
    from_m, to_m : float
        Shortest and longest [m].
    step_m : float or None
        From one length to the next; None where it takes any length between.
    """

    name: str
    from_m: float
    to_m: float
    step_m: float | None = None

    def nearest_m(self, wanted_m: float) -> float:
        """Return the length nearest to a wanted one that it can be set to [m]."""
        inside = min(max(wanted_m, self.from_m), self.to_m)
        if self.step_m is None:
            return inside
        most = math.floor((self.to_m - self.from_m) / self.step_m + 1e-9)
        return self.from_m + min(round((inside - self.from_m) / self.step_m), most) * self.step_m


@dataclass(frozen=True)
class OfferedLink(Record):
    """The nearest a link on the rack comes to the wanted length.

    Attributes
    ----------
    name : str
        Which link.
    from_m, to_m : float
        Shortest and longest it can be set to [m].
    link_m : float
        Set to this [m].
    short_m : float
        Wanted less had; zero where it can be set exactly [m].
    off : float or None
        What remains from what the school wants: rad, or a ratio; None where it does not assemble.
    arm_rad : float or None
        Arm above level that remains [rad].
    """

    name: str
    from_m: float
    to_m: float
    link_m: float
    short_m: float
    off: float | None
    arm_rad: float | None


@dataclass(frozen=True)
class LinkAdvice(Record):
    """What the link should be.

    Attributes
    ----------
    wanted_m : float or None
        Link that the school would fit [m]; None where none can.
    why_not : str
        Why none can.
    lift_m : float
        Lift from standard that is in it [m].
    standard_m : float or None
        What would be wanted without that lift [m].
    in_range : bool
        Both sides' links are within what the link can be set to.
    engagement_m, engagement_needed_m : float or None
        Thread that holds the longer of both, and what must [m]; None for a fixed link.
    longest_safe_m : float or None
        Longest it may be set to with enough thread [m].
    offered : list of OfferedLink
        Links on the rack, nearest first.
    """

    wanted_m: float | None
    why_not: str
    lift_m: float
    standard_m: float | None
    in_range: bool
    engagement_m: float | None
    engagement_needed_m: float | None
    longest_safe_m: float | None
    offered: list[OfferedLink]


def wanted_link(fit: AxleFit, bar: Bar, attitude: Attitude, lowered_m: float = 0.0) -> float:
    """Return the link that a school would fit on the left side [m].

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    bar : Bar
        The bar.
    attitude : Attitude
        The school.
    lowered_m : float
        The frame lower than it was measured by this [m]; below zero higher.

    Raises
    ------
    InputError
        No link can do that.
    """
    line = linkage(fit, bar, [fit.left])
    along = float(line.direction * (line.hole_m[0, 0] - line.axis_m[0, 0]))
    up = float(line.hole_m[0, 1] - line.axis_m[0, 1]) - _apart_by(line) * lowered_m
    arm = float(line.arm_m[0])
    if attitude not in SOUGHT:
        return link_for_attitude(attitude, arm, along, up, fit.control_arm_above_level_rad)
    apart = math.hypot(along, up)
    tried = np.linspace(abs(arm - apart) + 1e-3, arm + apart - 1e-3, _TRIED)
    lowered = replace(line, hole_m=line.hole_m - [[0.0, _apart_by(line) * lowered_m]])
    off = _off_of_links(fit, lowered.with_links(tried), attitude)
    if np.all(np.isnan(off)):
        raise InputError("attitude", "No link goes through the whole travel with this arm.")
    return float(tried[np.nanargmin(off)])


def _off_of_links(fit: AxleFit, many: Linkage, attitude: Attitude) -> FloatArray:
    """How far each of many links is from what a school wants, (n,)."""
    motion_ratio = many.at(travels(fit)).dyad.motion_ratio
    ride = many.at(np.zeros(1)).dyad
    with np.errstate(invalid="ignore"):
        change = (motion_ratio.max(axis=1) - motion_ratio.min(axis=1))[:, None] / ride.motion_ratio
    return off_school(attitude, ride, change, fit.control_arm_above_level_rad)[:, 0]


def _apart_by(line: Linkage) -> float:
    """How much nearer to the axis the hole comes for one of lowering."""
    return line.bar_moves - line.hole_moves


# Kept, since most edits of a sheet leave the fit-up of an axle as it was.
@lru_cache(maxsize=64)
def link_advice(
    fit: AxleFit, bar: Bar, attitude: Attitude, lift_m: float, rack: tuple[RackLink, ...]
) -> LinkAdvice:
    """Return what the link should be, and how near the rack comes to it.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet, measured as it stands.
    bar : Bar
        The bar.
    attitude : Attitude
        The school.
    lift_m : float
        Lift from standard, below zero lowered [m].
    rack : tuple of RackLink
        Links that can be had.

    Notes
    -----
    A lift takes the far hole from the bar by as much; a link longer by it keeps the attitude.
    """
    wanted, standard, why = None, None, ""
    try:
        wanted = wanted_link(fit, bar, attitude)
        standard = wanted_link(fit, bar, attitude, lift_m)
    except InputError as error:
        why = error.message
    longest = max(fit.left.link_m.value, fit.right.link_m.value)
    shortest = min(fit.left.link_m.value, fit.right.link_m.value)
    held, safe, needed = None, None, None
    if fit.link.thread_length_m is not None:
        needed = ENGAGEMENT_DIAMETERS * read_thread(fit.link.thread).diameter_m
        held = fit.link.thread_length_m.value - (longest - fit.link.from_m.value)
        safe = fit.link.from_m.value + fit.link.thread_length_m.value - needed
        safe = max(fit.link.from_m.value, min(safe, fit.link.to_m.value))
    slack = 5e-4
    return LinkAdvice(
        wanted_m=wanted,
        why_not=why,
        lift_m=lift_m,
        standard_m=standard,
        in_range=fit.link.from_m.value - slack <= shortest
        and longest <= fit.link.to_m.value + slack,
        engagement_m=held,
        engagement_needed_m=needed,
        longest_safe_m=safe,
        offered=[] if wanted is None else _offered(fit, bar, attitude, wanted, rack),
    )


def _offered(
    fit: AxleFit, bar: Bar, attitude: Attitude, wanted: float, rack: Sequence[RackLink]
) -> list[OfferedLink]:
    lengths = [link.nearest_m(wanted) for link in rack]
    if not lengths:
        return []
    many = linkage(fit, bar, [fit.left]).with_links(np.array(lengths))
    off, ride = _off_of_links(fit, many, attitude), many.at(np.zeros(1)).dyad
    found = [
        OfferedLink(
            link.name,
            link.from_m,
            link.to_m,
            length,
            wanted - length,
            None if math.isnan(off[at]) else float(off[at]),
            None if math.isnan(ride.arm_rad[at, 0]) else float(ride.arm_rad[at, 0]),
        )
        for at, (link, length) in enumerate(zip(rack, lengths, strict=True))
    ]
    return sorted(found, key=lambda one: (abs(one.short_m) > 1e-4, abs(one.short_m), one.name))
