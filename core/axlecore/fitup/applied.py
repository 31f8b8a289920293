"""What the fit-up gives back to the roll figures, and what unequal sides do."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from axlecore.bars.bar import Bar, bar_rates
from axlecore.errors import CoreError, InputError
from axlecore.fitup.links import dyad
from axlecore.fitup.sheet import AxleFit, Fitting
from axlecore.fitup.sweep import linkage
from axlecore.lean.assembly import rolls_of
from axlecore.lean.roll_model import body_of, roll_model
from axlecore.lean.steady import solve
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import Known, Measured, Record
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.ends import INDEX_OF_END, End, Side
from axlecore.vehicle.rig import SetUp, Vehicle, bar_that_counts


@dataclass(frozen=True)
class UnequalSides(Record):
    """What a difference between left and right does.

    Attributes
    ----------
    ratios : list of float
        Arm-tip travel per axle (or wheel) travel, left and right.
    mismatch_m : float
        Left arm tip above the right one, with the vehicle level [m].
    preload_n : float
        Force at each end from it [N].
    rest_lean_rad : float
        Lean at rest from it, positive to the right [rad].
    stiffness_change : float
        Roll stiffness of the bar against both sides as on the left, as a part.
    """

    ratios: list[float]
    mismatch_m: float
    preload_n: float
    rest_lean_rad: float
    stiffness_change: float


def fitted_bar(vehicle: Vehicle, set_up: SetUp, end: End) -> FittedBar:
    """Return the bar that an axle's fit-up is about: the chosen one, else the standard one.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    end : End
        Front or rear.

    Raises
    ------
    InputError
        Neither is there.
    """
    found = bar_that_counts(vehicle, set_up, end)
    if found is None:
        raise InputError(end, f"There is no bar at the {end} yet: choose one first.")
    return found


def side_ratios(fit: AxleFit, bar: Bar) -> list[Measured | None]:
    """Return the motion ratio of left and right at ride height, with bands.

    Parameters
    ----------
    fit : AxleFit
        The axle's sheet.
    bar : Bar
        The bar.

    Returns
    -------
    list of Measured or None
        Per axle travel, per wheel travel on an independent suspension; None where a side cannot
        be assembled.

    Notes
    -----
    Bands by first order from those of the hole, the bar's place and the link.
    """
    line = linkage(fit, bar, [fit.left, fit.right])
    along = line.direction * (line.hole_m[:, 0] - line.axis_m[:, 0])
    up = line.hole_m[:, 1] - line.axis_m[:, 1]
    found: list[Measured | None] = []
    for index, side in enumerate(Side):
        pick = fit.of_side(side)
        hole, spot = fit.link_holes[pick.link_hole], fit.bar_places[pick.bar_place]
        steps = [
            (math.hypot(hole.forward_m.tolerance, spot.forward_m.tolerance), 0.0, 0.0),
            (0.0, math.hypot(hole.height_m.tolerance, spot.height_m.tolerance), 0.0),
            (0.0, 0.0, pick.link_m.tolerance),
            (0.0, 0.0, 0.0),
        ]
        shift = np.array(steps)
        motion_ratio = (
            dyad(
                line.arm_m[index],
                along[index] + shift[:, 0],
                up[index] + shift[:, 1],
                line.link_m[index] + shift[:, 2],
                tip_below=line.tip_below,
            ).motion_ratio
            * line.ratio
        )
        middle = float(motion_ratio[-1])
        if not math.isfinite(middle):
            found.append(None)
            continue
        # A link past its dead centre has no motion ratio; its band is as wide as what is left.
        spread = np.nan_to_num(
            motion_ratio[:-1] - middle, nan=0.15 * middle, posinf=0.15, neginf=0.15
        )
        guessed = any(
            one.known in (Known.DEFAULT, Known.ESTIMATED)
            for one in (hole.height_m, spot.height_m, pick.link_m)
        )
        known = Known.ESTIMATED if guessed else Known.MEASURED
        found.append(Measured(middle, known, float(np.sqrt((spread**2).sum())), "from the fit-up"))
    return found


def with_fit_up(vehicle: Vehicle, set_up: SetUp, fitting: Fitting) -> tuple[Vehicle, SetUp]:
    """Return vehicle and set-up with the motion ratio and hole that the fit-up has.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    fitting : Fitting
        The fit-up sheet; an axle that is not begun, or cannot be assembled, stays as it was.

    Notes
    -----
    Unequal sides work as the mean of both. Ends that move oppositely twist one shaft by
    ψ = (g_l/r_l + g_r/r_r)·w/2·φ and √k goes as 1/r, so K = ((g_l√k_l + g_r√k_r)/2)²·w²/2.
    Derived from the work that both ends do.
    """
    vehicle = with_travel(vehicle, fitting)
    for end in End:
        fit = fitting.of_end(end)
        if fit is None:
            continue
        try:
            there = fitted_bar(vehicle, set_up, end)
            ratios = side_ratios(fit, there.bar)
            hole = fit.left.bar_hole
            now = _with_ratio(there, ratios, hole, fit)
        except InputError:
            # Its own report says what is wrong; the roll figures keep to what was chosen.
            continue
        if now is None:
            continue
        if set_up.of_end(end) is not None:
            set_up = fit_part(set_up, f"{end}.fitted", now)
        else:
            vehicle = fit_part(vehicle, f"{end}.standard_bar", now)
    return vehicle, set_up


def with_travel(vehicle: Vehicle, fitting: Fitting) -> Vehicle:
    """Return a vehicle with the travel to its stops, where the fit-up has measured it.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    fitting : Fitting
        The fit-up sheet; usual travels that nobody has measured tell nothing.
    """
    for end in End:
        fit = fitting.of_end(end)
        if fit is None:
            continue
        for place, travel in (("bump_travel_m", fit.bump_m), ("droop_travel_m", fit.droop_m)):
            if travel.known not in (Known.DEFAULT, Known.ESTIMATED):
                vehicle = fit_part(vehicle, f"{end}.{place}", travel)
    return vehicle


#: A motion ratio is kept on a sheet within these.
_RATIO_LIMITS = (0.1, 1.5)


def _with_ratio(
    there: FittedBar, ratios: list[Measured | None], hole: int, fit: AxleFit
) -> FittedBar | None:
    left, right = ratios
    if left is None or right is None:
        return None
    factor = math.sqrt(1.0 + _stiffness_change(there.bar, fit, (left.value, right.value)))
    value = left.value * factor
    if not _RATIO_LIMITS[0] <= value <= _RATIO_LIMITS[1]:
        return None
    worse = max(left, right, key=lambda motion_ratio: motion_ratio.tolerance)
    motion_ratio = Measured(value, worse.known, worse.tolerance, "from the fit-up")
    return replace(there, motion_ratio=motion_ratio, hole=hole)


def _stiffness_change(bar: Bar, fit: AxleFit, ratios: tuple[float, float]) -> float:
    """Roll stiffness of unequal sides against both as on the left, less one."""
    rates = bar_rates([bar, bar], (fit.left.bar_hole, fit.right.bar_hole))
    left, right = (
        motion_ratio * math.sqrt(rate) for motion_ratio, rate in zip(ratios, rates, strict=True)
    )
    return float(((left + right) / (2 * left)) ** 2 - 1)


def unequal_sides(
    vehicle: Vehicle, set_up: SetUp, end: End, fit: AxleFit, at: int
) -> UnequalSides | None:
    """Return what left and right do where they differ; None where one cannot be assembled.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen, with the fit-up's motion ratio.
    end : End
        Front or rear.
    fit : AxleFit
        The axle's sheet.
    at : int
        Index of the load state.

    Notes
    -----
    A mismatch Δ of the tips past their play is a force k·Δ/2 at each end: a moment F·g·w that
    rolls the body one way and the axle on its tyres the other.
    """
    there = fitted_bar(vehicle, set_up, end)
    ratios = side_ratios(fit, there.bar)
    left, right = ratios
    if left is None or right is None:
        return None
    line = linkage(fit, there.bar, [fit.left, fit.right])
    tips = line.at(np.zeros(1))
    height = tips.tip_m[:, 0, 1] - tips.axis_m[:, 0, 1]
    mismatch = float(height[0] - height[1])
    rolls = rolls_of(vehicle, set_up)
    roll = rolls[INDEX_OF_END[end]]
    bar = roll.standard if set_up.of_end(end) is None else roll.chosen
    rate, spacing, play = (
        float(np.reshape(number, -1)[0]) for number in (bar.rate_n_per_m, bar.spacing_m, bar.play_m)
    )
    preload = rate * max(abs(mismatch) - play, 0.0) / 2
    mean = (left.value + right.value) / 2
    moment = math.copysign(preload, mismatch) * mean * spacing
    on_axles = [-moment if one is end else 0.0 for one in End]
    model = roll_model(body_of(vehicle, [at]), rolls)
    # A preloaded bar works at once: its play is taken up by the mismatch.
    taut = replace(model, free_lean_rad=np.zeros_like(model.free_lean_rad))
    answer = solve(taut, 0.0, body_moment_n_m=moment, axle_moment_n_m=on_axles)
    return UnequalSides(
        [left.value, right.value],
        mismatch,
        preload,
        float(answer.lean_rad[0, 0]),
        _stiffness_change(there.bar, fit, (left.value, right.value)),
    )


def settled_state(vehicle: Vehicle, fit: AxleFit) -> int:
    """Return the index of the load state that an axle is settled in; the first where it has none.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    fit : AxleFit
        The axle's sheet.
    """
    keys = [state.key for state in vehicle.load_states]
    return keys.index(fit.settled) if fit.settled in keys else 0


def unequal_as_settled(
    vehicle: Vehicle, set_up: SetUp, end: End, fit: AxleFit
) -> UnequalSides | None:
    """Return what unequal sides do in the state they are settled in; None where nobody can say.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen, with the fit-up's motion ratio.
    end : End
        Front or rear.
    fit : AxleFit
        The axle's sheet.
    """
    try:
        return unequal_sides(vehicle, set_up, end, fit, settled_state(vehicle, fit))
    except CoreError:
        # A vehicle that does not stand is said where it belongs: as a stop of its numbers.
        return None
