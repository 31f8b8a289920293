"""Bar, arm and link in the side view, through the travel of the axle."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from axlecore.bars.bar import Bar, check_hole, eye_line
from axlecore.fitup.links import Dyad, dyad
from axlecore.fitup.sheet import AxleFit, BracketHole, LinkGoes, Mount, SideFit
from axlecore.quantities.arguments import FloatArray

#: Steps of a sweep from full droop to full bump; odd, so that obstacles of ride height are near.
STEPS = 41


@dataclass(frozen=True)
class Linkage:
    """Where bar and link stand at ride height, for one or many picks.

    Attributes
    ----------
    axis_m : ndarray, (n, 2)
        The bar's axis, forward and up [m].
    hole_m : ndarray, (n, 2)
        The link's far hole [m].
    arm_m, link_m : ndarray, (n,)
        Bar's axis to arm hole, and link eye to eye [m].
    direction : float
        1 where the arms point forward, -1 rearward.
    tip_below : bool
        Branch of the installed attitude.
    bar_moves, hole_moves : float
        How far each goes up for one of axle travel.
    """

    axis_m: FloatArray
    hole_m: FloatArray
    arm_m: FloatArray
    link_m: FloatArray
    direction: float
    tip_below: bool
    bar_moves: float
    hole_moves: float

    @property
    def ratio(self) -> float:
        """How far hole and bar come apart or together for one of axle travel."""
        return abs(self.hole_moves - self.bar_moves)

    def side(self, index: int) -> Linkage:
        """Return one of the picks by itself.

        Parameters
        ----------
        index : int
            Which.
        """
        at = slice(index, index + 1)
        return replace(
            self,
            axis_m=self.axis_m[at],
            hole_m=self.hole_m[at],
            arm_m=self.arm_m[at],
            link_m=self.link_m[at],
        )

    def with_links(self, link_m: FloatArray) -> Linkage:
        """Return the first pick with each of some links.

        Parameters
        ----------
        link_m : ndarray, (n,)
            Eye to eye [m].
        """
        count = len(link_m)
        return replace(
            self,
            axis_m=np.repeat(self.axis_m[:1], count, axis=0),
            hole_m=np.repeat(self.hole_m[:1], count, axis=0),
            arm_m=np.repeat(self.arm_m[:1], count),
            link_m=link_m,
        )

    def at(self, travel_m: FloatArray) -> Moved:
        """Return arm and link at axle travels, (n, travels).

        Parameters
        ----------
        travel_m : ndarray, (travels,)
            Axle towards the body is positive [m].
        """
        travel = np.asarray(travel_m, dtype=float)
        axis_up = self.axis_m[:, 1, None] + self.bar_moves * travel
        hole_up = self.hole_m[:, 1, None] + self.hole_moves * travel
        along = self.direction * (self.hole_m[:, 0] - self.axis_m[:, 0])[:, None]
        found = dyad(
            self.arm_m[:, None],
            along,
            hole_up - axis_up,
            self.link_m[:, None],
            tip_below=self.tip_below,
        )
        axis = np.stack(np.broadcast_arrays(self.axis_m[:, 0, None], axis_up), axis=-1)
        hole = np.stack(np.broadcast_arrays(self.hole_m[:, 0, None], hole_up), axis=-1)
        tip = axis + np.stack([self.direction * found.tip_along_m, found.tip_up_m], axis=-1)
        return Moved(found, axis, tip, hole)


@dataclass(frozen=True)
class Moved:
    """Arm and link at axle travels.

    Attributes
    ----------
    dyad : Dyad
        Angles, (n, travels).
    axis_m, tip_m, hole_m : ndarray, (n, travels, 2)
        Bar's axis, arm tip and the link's far hole, forward and up [m].
    """

    dyad: Dyad
    axis_m: FloatArray
    tip_m: FloatArray
    hole_m: FloatArray


def arm_length(bar: Bar, hole: int) -> float:
    """Return the arm in the side view, from the bar's axis to a hole [m].

    Parameters
    ----------
    bar : Bar
        Its centre line and holes.
    hole : int
        0 the outermost.
    """
    check_hole(bar, hole)
    line = eye_line(bar, hole)
    middle = line[(len(line) - 1) // 2]
    return float(math.hypot(line[0][0] - middle[0], line[0][2] - middle[2]))


def linkage(fit: AxleFit, bar: Bar, picks: list[SideFit]) -> Linkage:
    """Return where bar and link stand for picks of holes and link.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    bar : Bar
        The bar that is fitted.
    picks : list of SideFit
        One or many.

    Raises
    ------
    InputError
        A hole that bar or bracket has not.
    """
    arms = {hole: arm_length(bar, hole) for hole in {pick.bar_hole for pick in picks}}

    def spot(holes: tuple[BracketHole, ...], index: int) -> tuple[float, float]:
        return holes[index].forward_m.value, holes[index].height_m.value

    on_axle = fit.mount is Mount.ON_AXLE
    return Linkage(
        axis_m=np.array([spot(fit.bar_places, pick.bar_place) for pick in picks]),
        hole_m=np.array([spot(fit.link_holes, pick.link_hole) for pick in picks]),
        arm_m=np.array([arms[pick.bar_hole] for pick in picks]),
        link_m=np.array([pick.link_m.value for pick in picks]),
        direction=fit.direction,
        tip_below=fit.link_goes is LinkGoes.UP,
        bar_moves=1.0 if on_axle else 0.0,
        hole_moves=0.0 if on_axle else fit.link_ratio.value,
    )


def travels(fit: AxleFit) -> FloatArray:
    """Return axle travels from full droop to full bump, (STEPS,) [m].

    Parameters
    ----------
    fit : AxleFit
        Its bump and droop.
    """
    return np.linspace(-fit.droop_m.value, fit.bump_m.value, STEPS)


def reach(line: Linkage) -> tuple[FloatArray, FloatArray]:
    """Return the axle travels between which each link lets the axle move, (n,) each [m].

    Parameters
    ----------
    line : Linkage
        At ride height.

    Returns
    -------
    tuple of ndarray
        Lowest (droop, below zero) and highest (bump) travel; infinite where the link never
        stops it, NaN where it cannot be assembled at ride height.

    Notes
    -----
    The hole can stand no further from the axis than arm + link, and no nearer than their
    difference: v² between (r − l)² − u² and (r + l)² − u².
    """
    along = line.hole_m[:, 0] - line.axis_m[:, 0]
    up = line.hole_m[:, 1] - line.axis_m[:, 1]
    rate = line.hole_moves - line.bar_moves
    with np.errstate(invalid="ignore"):
        furthest = np.sqrt((line.arm_m + line.link_m) ** 2 - along**2)
    nearest = np.sqrt(np.maximum((line.arm_m - line.link_m) ** 2 - along**2, 0.0))
    # Where nothing is too near, the hole may pass level and come to the far end below.
    free = (line.arm_m - line.link_m) ** 2 <= along**2
    top = np.where(up >= 0, furthest, np.where(free, furthest, -nearest))
    bottom = np.where(up >= 0, np.where(free, -furthest, nearest), -furthest)
    inside = (up <= top + 1e-12) & (up >= bottom - 1e-12)
    one, other = (top - up) / rate, (bottom - up) / rate
    low, high = np.minimum(one, other), np.maximum(one, other)
    return np.where(inside, low, np.nan), np.where(inside, high, np.nan)
