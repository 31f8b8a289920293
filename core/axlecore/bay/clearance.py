"""The round before the road: each obstacle's gap as it is measured, beside the one on paper."""

from __future__ import annotations

import math
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.practice.fitting import FitStation
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import mm

#: A gap so much less than on paper says that something lies otherwise than it was measured [m].
_OTHERWISE_M = 0.005
_MOST_M = 2.0


@dataclass(frozen=True)
class NearObstacle(Record):
    """Something near the bar that the fit-up knows.

    Attributes
    ----------
    key : str
        Its axle and its place in the fit-up's list.
    name : str
        What it is, with its axle.
    needs_m, computed_m : float
        What it needs, and the least on paper through the travel [m].
    """

    key: str
    name: str
    needs_m: float
    computed_m: float


def obstacles_of(fit: FitStation | None) -> list[NearObstacle]:
    """Return what is near, nearest on paper first; nothing where there is no fit-up.

    Parameters
    ----------
    fit : FitStation or None
        What the fit-up comes to.
    """
    if fit is None:
        return []
    found = [
        NearObstacle(f"{end}.{gap.index}", f"{end} {gap.name.lower()}", gap.needs_m, gap.least_m)
        for end, station in fit.stations()
        for gap in station.report.gaps
    ]
    return sorted(found, key=lambda one: one.computed_m)


def gap_says(obstacle: NearObstacle, gap_m: float) -> str:
    """Return what a measured gap comes to, in words; empty where it is as wanted.

    Parameters
    ----------
    obstacle : NearObstacle
        What it is to.
    gap_m : float
        As measured [m].

    Raises
    ------
    InputError
        No gap can be that.
    """
    # Asked as "not in range" so that NaN is refused too.
    if not (math.isfinite(gap_m) and 0 <= gap_m <= _MOST_M):
        raise InputError("typed", f"Read {mm(gap_m):g}; enter {mm(0, _MOST_M):.0f}.")
    said = []
    if gap_m < obstacle.needs_m:
        said.append(f"It needs {mm(obstacle.needs_m):.0f}: make room before the road.")
    if gap_m < obstacle.computed_m - _OTHERWISE_M:
        less = mm(obstacle.computed_m - gap_m)
        said.append(f"{less:.0f} less than on paper: something lies otherwise than measured.")
    return " ".join(said)
