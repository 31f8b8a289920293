"""Settling an axle on its wheels: hole and link as they were set, beside what was planned."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from axlecore.bars.bar import Bar, bar_rates
from axlecore.errors import CoreError, InputError
from axlecore.fitup.applied import (
    fitted_bar,
    side_ratios,
    unequal_as_settled,
    with_fit_up,
)
from axlecore.fitup.sheet import AxleFit, Fitting, LinkGoes, SideFit
from axlecore.fitup.sweep import linkage
from axlecore.lean.uncertainty import reference_lean
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import Known, Measured, Record
from axlecore.quantities.sentences import mm
from axlecore.vehicle.ends import BySide, End, Side
from axlecore.vehicle.rig import SetUp, Vehicle

#: How far left and right may differ from what was planned of them; workshop practice [m].
SIDES_ALIKE_M = 0.003
#: A link set closer to the plan than a tape reads is as planned [m].
AS_PLANNED_M = 0.0015
#: Lengths about the planned one that the figures are given for, and how far they reach [m].
_LENGTHS, _REACH_M = 13, 0.06
_LONGEST_M, _WIDEST_GAP_M = 1.0, 0.1
#: Millimetres as typed are not exact in metres [m].
_ROUNDING_M = 1e-9


@dataclass(frozen=True)
class SideSet(Record):
    """What is set on one side.

    Attributes
    ----------
    hole : int
        Of the bar's arm, 0 the outermost.
    link_m : float
        Link eye to eye [m].
    """

    hole: int
    link_m: float


@dataclass(frozen=True)
class AxleSet(Record, BySide[SideSet]):
    """What is set at one axle, and whether its last bolt goes in.

    Attributes
    ----------
    left, right : SideSet
        Both sides.
    gap_m : float
        By how much the last bolt misses its hole; 0 where it drops in by hand [m].
    """

    left: SideSet
    right: SideSet
    gap_m: float = 0.0


@dataclass(frozen=True)
class HoleTape(Record):
    """What one hole of the arm gives with links of some lengths; None where none can be hung.

    Attributes
    ----------
    motion_ratio : list of float or None
        Arm-tip travel per axle (or wheel) travel.
    arm_rad, link_rad : list of float or None
        Arm above level, and link off the ground's plane [rad].
    lean_rad : list of float or None
        Lean at 0.3 g with both sides so [rad].
    """

    motion_ratio: list[float | None]
    arm_rad: list[float | None]
    link_rad: list[float | None]
    lean_rad: list[float | None]


@dataclass(frozen=True)
class SettlingTape(Record):
    """Figures that go with hole and link length, to be read off without a network.

    Attributes
    ----------
    end : End
        Front or rear.
    planned : AxleSet
        What the fit-up planned.
    link_up : bool
        Links lead up from the arm's tip.
    link_m : list of float
        Lengths, rising [m].
    holes : list of HoleTape
        By hole of the arm, 0 the outermost.
    """

    end: End
    planned: AxleSet
    link_up: bool
    link_m: list[float]
    holes: list[HoleTape]


@dataclass(frozen=True)
class Settled(Record):
    """What an axle as it was set comes to.

    Attributes
    ----------
    ratios : list of float or None
        Motion ratio left and right; None where a side cannot be hung so.
    preload_n : float
        What the bar pulls at each end at rest [N].
    rest_lean_rad, lean_rad, planned_lean_rad : float or None
        Lean at rest from it, and at 0.3 g as set and as planned [rad]; None where unknown.
    holds : bool
        It can be tightened so.
    says : list of str
        What is to be mended, then what it changes.
    """

    ratios: list[float | None]
    preload_n: float
    rest_lean_rad: float | None
    lean_rad: float | None
    planned_lean_rad: float | None
    holds: bool
    says: list[str]


def planned(fit: AxleFit) -> AxleSet:
    """Return what a fit-up planned to be set.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    """
    left, right = (SideSet(side.bar_hole, side.link_m.value) for side in (fit.left, fit.right))
    return AxleSet(left, right)


def check_set(bar: Bar, measured: AxleSet) -> None:
    """Raise `InputError` where something set cannot be.

    Parameters
    ----------
    bar : Bar
        That is fitted.
    measured : AxleSet
        As it was read.
    """
    holes = len(bar.hole_setbacks_m)
    for side in Side:
        one = measured.of_side(side)
        if not 0 <= one.hole < holes:
            raise InputError(f"{side}_hole", f"Read hole {one.hole + 1}; this bar has {holes}.")
        # Asked as "not in range" so that NaN is refused too.
        if not 0.03 <= one.link_m <= _LONGEST_M:
            raise InputError(
                f"{side}_link", f"Read {mm(one.link_m):.0f}; enter {mm(0.03, 1):.0f} eye to eye."
            )
    if not 0.0 <= measured.gap_m <= _WIDEST_GAP_M:
        raise InputError("gap", f"Read {mm(measured.gap_m):.0f}; enter {mm(0, 0.1):.0f}.")


def with_set(fitting: Fitting, end: End, measured: AxleSet) -> Fitting:
    """Return a fit-up with what was set at one axle in place of what was planned.

    Parameters
    ----------
    fitting : Fitting
        The fit-up sheet, begun at this axle.
    end : End
        Front or rear.
    measured : AxleSet
        As it was read.
    """
    fit = _begun(fitting, end)
    left, right = (_side_with(fit.of_side(side), measured.of_side(side)) for side in Side)
    return fit_part(fitting, end, replace(fit, left=left, right=right))


def _begun(fitting: Fitting, end: End) -> AxleFit:
    fit = fitting.of_end(end)
    if fit is None:
        raise InputError("end", f"Nobody has begun a fit-up at the {end}.")
    return fit


def _side_with(picked: SideFit, one: SideSet) -> SideFit:
    link = Measured(one.link_m, Known.MEASURED, AS_PLANNED_M)
    return replace(picked, bar_hole=one.hole, link_m=link)


def settling_tape(vehicle: Vehicle, set_up: SetUp, fitting: Fitting, end: End) -> SettlingTape:
    """Return what each hole and link length of an axle gives.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    fitting : Fitting
        The fit-up sheet, begun at this axle.
    end : End
        Front or rear.

    Raises
    ------
    InputError
        No fit-up, or no bar, at this axle.
    """
    fit = _begun(fitting, end)
    bar = fitted_bar(vehicle, set_up, end).bar
    middle = fit.left.link_m.value
    lengths = np.linspace(max(0.03, middle - _REACH_M), middle + _REACH_M, _LENGTHS)
    holes = []
    for hole in range(len(bar.hole_setbacks_m)):
        line = linkage(fit, bar, [replace(fit.left, bar_hole=hole)]).with_links(lengths)
        there = line.at(np.zeros(1)).dyad
        ratios = _numbers(there.motion_ratio[:, 0] * line.ratio)
        holes.append(
            HoleTape(
                motion_ratio=ratios,
                arm_rad=_numbers(there.arm_rad[:, 0]),
                link_rad=_numbers(there.link_rad[:, 0]),
                lean_rad=[
                    None
                    if ratio is None
                    else _lean(vehicle, set_up, _both(fitting, end, hole, one), end)
                    for one, ratio in zip(lengths.tolist(), ratios, strict=True)
                ],
            )
        )
    up = fit.link_goes is LinkGoes.UP
    return SettlingTape(end, planned(fit), up, lengths.tolist(), holes)


def _both(fitting: Fitting, end: End, hole: int, link_m: float) -> Fitting:
    one = SideSet(hole, link_m)
    return with_set(fitting, end, AxleSet(one, one))


def _lean(vehicle: Vehicle, set_up: SetUp, fitting: Fitting, end: End) -> float | None:
    """Lean at 0.3 g as it is settled; None where the vehicle does not stand."""
    state = _begun(fitting, end).settled
    try:
        return reference_lean(*with_fit_up(vehicle, set_up, fitting), state)
    except CoreError:
        # A vehicle that does not stand is said where it belongs: as a stop of its numbers.
        return None


def _numbers(values: FloatArray) -> list[float | None]:
    return [float(one) if math.isfinite(one) else None for one in values]


def settled(
    vehicle: Vehicle, set_up: SetUp, fitting: Fitting, end: End, measured: AxleSet
) -> Settled:
    """Return what an axle as it was set comes to.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    fitting : Fitting
        The fit-up sheet as it was planned, begun at this axle.
    end : End
        Front or rear.
    measured : AxleSet
        As it was read.

    Raises
    ------
    InputError
        What was read cannot be set.
    """
    fit = _begun(fitting, end)
    there = fitted_bar(vehicle, set_up, end)
    check_set(there.bar, measured)
    now = with_set(fitting, end, measured)
    fit_now = _begun(now, end)
    ratios = [None if one is None else one.value for one in side_ratios(fit_now, there.bar)]
    fitted = with_fit_up(vehicle, set_up, now)
    unequal = unequal_as_settled(*fitted, end, fit_now)
    faults = [*_cannot_hang(ratios), *_unlike(planned(fit), measured), *_tight(measured.gap_m)]
    lean, was = _lean(vehicle, set_up, now, end), _lean(vehicle, set_up, fitting, end)
    rate = float(bar_rates([there.bar], [measured.left.hole])[0])
    return Settled(
        ratios=ratios,
        # What the last bolt misses by is what unlike sides come to, and what no drawing knows.
        preload_n=max(rate * measured.gap_m / 2, unequal.preload_n if unequal else 0.0),
        rest_lean_rad=unequal.rest_lean_rad if unequal else None,
        lean_rad=lean,
        planned_lean_rad=was,
        holds=not faults,
        says=[*faults, *_otherwise(planned(fit), measured)],
    )


def _cannot_hang(ratios: Sequence[float | None]) -> Iterator[str]:
    for side, ratio in zip(Side, ratios, strict=True):
        if ratio is None:
            yield f"On the {side} a link of this length does not reach from arm to bracket."


def _unlike(plan: AxleSet, measured: AxleSet) -> Iterator[str]:
    left, right = measured.left, measured.right
    if left.hole - right.hole != plan.left.hole - plan.right.hole:
        yield (
            f"Left in hole {left.hole + 1}, right in hole {right.hole + 1}: "
            "the plan has both sides alike."
            if plan.left.hole == plan.right.hole
            else f"Left in hole {left.hole + 1}, right in hole {right.hole + 1}: planned are "
            f"{plan.left.hole + 1} and {plan.right.hole + 1}."
        )
    more = (left.link_m - right.link_m) - (plan.left.link_m - plan.right.link_m)
    if abs(more) > SIDES_ALIKE_M + _ROUNDING_M:
        longer = Side.LEFT if more > 0 else Side.RIGHT
        yield (
            f"The {longer} link is {mm(abs(more)):.0f} too long against the other: "
            f"within {mm(SIDES_ALIKE_M):.0f} the bar is not preloaded."
        )


def _tight(gap_m: float) -> Iterator[str]:
    if gap_m > 0:
        yield (
            f"The last bolt misses by {mm(gap_m):.0f}: turn the links until it drops in "
            "by hand, never pull it in."
        )


def _otherwise(plan: AxleSet, measured: AxleSet) -> Iterator[str]:
    """What is set otherwise than planned, where both sides are so: it holds, and is said."""
    for side in Side:
        was, now = plan.of_side(side), measured.of_side(side)
        if was.hole != now.hole:
            yield f"{side.capitalize()} in hole {now.hole + 1}, planned was {was.hole + 1}."
        more = now.link_m - was.link_m
        if abs(more) > AS_PLANNED_M:
            what = "longer" if more > 0 else "shorter"
            yield f"{side.capitalize()} link {mm(abs(more)):.0f} {what} than planned."
