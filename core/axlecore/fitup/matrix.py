"""Every combination of holes and link lengths, scored by the chosen school."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
import numpy.typing as npt

from axlecore.bars.bar import Bar
from axlecore.errors import InputError
from axlecore.fitup.clash import gaps, spans
from axlecore.fitup.links import Attitude, Dyad, off_school, toggled
from axlecore.fitup.sheet import AxleFit, Obstacle, SideFit
from axlecore.fitup.sweep import Linkage, linkage, reach, travels
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Measured, Record

MOST_COMBINATIONS = 2000


class HoleTrouble(StrEnum):
    """Why a combination is not to be used, gravest first."""

    CANNOT = "cannot be assembled"
    CARRIES = "the link would carry the axle"
    OVER_CENTRE = "arm and link go over centre"
    JOINT = "its joint swings too far"
    CLASH = "too near an obstacle"


@dataclass(frozen=True)
class Combination(Record):
    """One choice of holes and link with what it does.

    Attributes
    ----------
    link_hole, bar_place, bar_hole : int
        As in `SideFit`.
    link_m : float
        Eye to eye [m].
    missing_m : float
        How much too short (above zero) or long the link is; zero where it can be assembled [m].
    arm_rad, link_rad, between_rad, motion_ratio : float or None
        At ride height; None where it cannot be assembled.
    ratio_change : float or None
        Highest less lowest motion ratio through the travel, over the motion ratio at ride height.
    off : float or None
        From what the school wants: rad, or a ratio for the least change.
    least_gap_m : float or None
        Least gap to any obstacle beyond what it needs [m]; None without obstacles.
    nearest : str
        That obstacle.
    spare_droop_m : float or None
        What the link would reach past the shock's stop [m].
    troubles : tuple of HoleTrouble
        Why it is not to be used; empty where it is.
    """

    link_hole: int
    bar_place: int
    bar_hole: int
    link_m: float
    missing_m: float
    arm_rad: float | None
    link_rad: float | None
    between_rad: float | None
    motion_ratio: float | None
    ratio_change: float | None
    off: float | None
    least_gap_m: float | None
    nearest: str
    spare_droop_m: float | None
    troubles: tuple[HoleTrouble, ...]


@dataclass(frozen=True)
class Judged:
    """What a sweep of many picks comes to, before it is put into words; (n,) each.

    Attributes
    ----------
    ride : Dyad
        At ride height, (n, 1).
    ratio_change, off, least_gap_m, spare_droop_m : ndarray
        As in `Combination`.
    nearest : ndarray of int
        Index of the nearest obstacle.
    troubles : ndarray of bool, (n, troubles)
        In the order of `HoleTrouble`.
    """

    ride: Dyad
    ratio_change: FloatArray
    off: FloatArray
    least_gap_m: FloatArray
    spare_droop_m: FloatArray
    nearest: npt.NDArray[np.int64]
    troubles: npt.NDArray[np.bool_]


def judge(
    fit: AxleFit,
    bar: Bar,
    line: Linkage,
    hole: int,
    attitude: Attitude,
    obstacles: Sequence[Obstacle],
    sides: Sequence[int] = (0, 1),
) -> Judged:
    """Return what many picks come to through the whole travel, all at once.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    bar : Bar
        The bar.
    line : Linkage
        The picks.
    hole : int
        Of the arm, for where the rods lie across.
    attitude : Attitude
        The school.
    obstacles : sequence of Obstacle
        What must not be touched.
    sides : sequence of int
        Sides looked at: 0 left, 1 right.
    """
    travel = travels(fit)
    moved, ride = line.at(travel), line.at(np.zeros(1)).dyad
    dyad = moved.dyad
    with np.errstate(invalid="ignore"):
        change = (
            dyad.motion_ratio.max(axis=1) - dyad.motion_ratio.min(axis=1)
        ) / ride.motion_ratio[:, 0]
    off = off_school(attitude, ride, change[:, None], fit.control_arm_above_level_rad)[:, 0]
    low, high = reach(line)
    spare_droop = -low - fit.droop_m.value
    cannot = np.isnan(ride.motion_ratio[:, 0])
    carries = ~cannot & ((spare_droop < 0) | (high < fit.bump_m.value))
    over = ~cannot & ~carries & toggled(dyad.between_rad).any(axis=1)
    diameters = bar.outside_diameter_m.value, fit.link.diameter_m.value
    found = gaps(obstacles, moved, travel, spans(fit, bar, hole), diameters, sides)
    excess, nearest = _excess(obstacles, found)
    clash = ~cannot & (excess < 0)
    troubles = np.stack([cannot, carries, over, _joint(fit, dyad, ride) & ~cannot, clash], axis=1)
    return Judged(ride, change, off, excess, spare_droop, nearest, troubles)


def _excess(
    obstacles: Sequence[Obstacle], found: FloatArray
) -> tuple[FloatArray, npt.NDArray[np.int64]]:
    """Least gap beyond what each obstacle needs, and which one."""
    if not obstacles:
        none = np.zeros(len(found), dtype=np.int64)
        return np.full(len(found), np.inf), none
    needs = np.array([one.least_gap_m for one in obstacles])
    least = np.fmin.reduce(np.fmin.reduce(found, axis=3), axis=2) - needs
    nearest = np.argmin(np.where(np.isnan(least), np.inf, least), axis=1)
    return np.take_along_axis(least, nearest[:, None], axis=1)[:, 0], nearest


def _joint(fit: AxleFit, dyad: Dyad, ride: Dyad) -> npt.NDArray[np.bool_]:
    allowed = fit.link.joint_angle_rad
    if allowed is None:
        return np.zeros(len(ride.motion_ratio), dtype=bool)
    return np.asarray(swing(dyad, ride).max(axis=1) > allowed.value)


def swing(dyad: Dyad, ride: Dyad) -> FloatArray:
    """Return how far the joints have swung from ride height, the further of both [rad].

    Parameters
    ----------
    dyad : Dyad
        Through the travel, (n, travels).
    ride : Dyad
        At ride height, (n, 1).
    """
    with np.errstate(invalid="ignore"):
        return np.fmax(
            np.abs(dyad.link_rad - ride.link_rad), np.abs(dyad.between_rad - ride.between_rad)
        )


def hole_matrix(
    fit: AxleFit,
    bar: Bar,
    lengths_m: Sequence[float],
    attitude: Attitude,
    obstacles: Sequence[Obstacle],
) -> list[Combination]:
    """Return every combination of link hole, bar place, arm hole and link, best first.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    bar : Bar
        The bar.
    lengths_m : sequence of float
        Links that can be had [m].
    attitude : Attitude
        The school that scores.
    obstacles : sequence of Obstacle
        What must not be touched.

    Returns
    -------
    list of Combination
        Those without trouble first, nearest to the school first; then the others, fewest and
        mildest troubles first.

    Raises
    ------
    InputError
        No link length, or more combinations than anybody can try.
    """
    counts = len(fit.link_holes), len(fit.bar_places), len(bar.hole_setbacks_m), len(lengths_m)
    if not lengths_m:
        raise InputError("lengths_m", "Give at least one link length.")
    if np.prod(counts) > MOST_COMBINATIONS:
        raise InputError("lengths_m", f"Over {MOST_COMBINATIONS} combinations; leave some out.")
    found: list[tuple[tuple[float, ...], Combination]] = []
    # Where the rods lie across depends on the arm's hole alone: one sweep each.
    for hole in range(counts[2]):
        picks = [
            SideFit(Measured(length), link_hole, bar_place, hole)
            for link_hole, bar_place, length in itertools.product(
                range(counts[0]), range(counts[1]), lengths_m
            )
        ]
        line = linkage(fit, bar, picks)
        judged = judge(fit, bar, line, hole, attitude, obstacles)
        found += _combinations(picks, judged, obstacles)
    found.sort(key=lambda one: one[0])
    return [combination for _, combination in found]


def _combinations(
    picks: list[SideFit], judged: Judged, obstacles: Sequence[Obstacle]
) -> list[tuple[tuple[float, ...], Combination]]:
    words = list(HoleTrouble)
    columns = [
        np.where(judged.troubles[:, 0], np.nan, column).tolist()
        for column in (
            judged.ride.arm_rad[:, 0],
            judged.ride.link_rad[:, 0],
            judged.ride.between_rad[:, 0],
            judged.ride.motion_ratio[:, 0],
            judged.ratio_change,
            judged.off,
            judged.least_gap_m,
            judged.spare_droop_m,
        )
    ]
    flags, missing = judged.troubles.tolist(), judged.ride.missing_m[:, 0].tolist()
    found: list[tuple[tuple[float, ...], Combination]] = []
    for i, pick in enumerate(picks):
        troubles = tuple(word for word, there in zip(words, flags[i], strict=True) if there)
        arm, tilt, between, motion_ratio, change, off, gap, droop = (
            None if column[i] != column[i] or abs(column[i]) == np.inf else round(column[i], 7)
            for column in columns
        )
        weight = float(sum(2 ** (len(words) - words.index(trouble)) for trouble in troubles))
        at = int(judged.nearest[i])
        combination = Combination(
            pick.link_hole,
            pick.bar_place,
            pick.bar_hole,
            pick.link_m.value,
            round(missing[i], 7),
            arm,
            tilt,
            between,
            motion_ratio,
            change,
            off,
            gap,
            obstacles[at].name if obstacles and gap is not None else "",
            droop,
            troubles,
        )
        found.append(((weight, 1e9 if off is None else off), combination))
    return found


def link_lengths(fit: AxleFit, rack_m: Sequence[float]) -> list[float]:
    """Return the link lengths worth trying, shortest first [m].

    Parameters
    ----------
    fit : AxleFit
        What is fitted: a threaded link is tried over its range.
    rack_m : sequence of float
        Fixed lengths on the rack [m].
    """
    low, high = fit.link.from_m.value, fit.link.to_m.value
    own = np.linspace(low, high, 5) if high > low else np.array([low])
    tried = {round(float(one), 4) for one in (*own, *rack_m)}
    tried |= {round(side.link_m.value, 4) for side in (fit.left, fit.right)}
    return sorted(tried)
