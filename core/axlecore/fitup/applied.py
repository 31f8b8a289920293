"""What the fit-up gives back to the roll figures: gain and hole, and what unequal sides do."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from axlecore.axle import FittedBar, link_span
from axlecore.bar import Bar, bar_rates
from axlecore.choose import AXLES, axle_named
from axlecore.entry import fit_part
from axlecore.errors import InputError
from axlecore.evaluate import axle_stiffness, model_of
from axlecore.fitup.clash import SIDES
from axlecore.fitup.sheet import AxleFit, Fitting
from axlecore.fitup.sweep import linkage
from axlecore.links import dyad
from axlecore.measure import Known, Measured, Record
from axlecore.rig import AxleChoice, SetUp, Vehicle
from axlecore.steady import solve


@dataclass(frozen=True)
class UnequalSides(Record):
    """What a difference between left and right does.

    Attributes
    ----------
    gains : list of float
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

    gains: list[float]
    mismatch_m: float
    preload_n: float
    rest_lean_rad: float
    stiffness_change: float


def fitted_bar(vehicle: Vehicle, set_up: SetUp, axle_name: str) -> FittedBar:
    """Return the bar that an axle's fit-up is about: the chosen one, else the standard one.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    axle_name : str
        "front" or "rear".

    Raises
    ------
    InputError
        Neither is there.
    """
    axle = axle_named(vehicle, axle_name)
    choice: AxleChoice | None = getattr(set_up, axle_name)
    found = choice.fitted if choice is not None else axle.standard_bar
    if found is None:
        raise InputError(axle_name, f"There is no bar at the {axle_name} yet: choose one first.")
    return found


def side_gains(fit: AxleFit, bar: Bar) -> list[Measured | None]:
    """Return the motion gain of left and right at ride height, with bands.

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
    for side, name in enumerate(SIDES):
        pick = getattr(fit, name)
        hole, spot = fit.link_holes[pick.link_hole], fit.bar_places[pick.bar_place]
        steps = [
            (math.hypot(hole.forward_m.tolerance, spot.forward_m.tolerance), 0.0, 0.0),
            (0.0, math.hypot(hole.height_m.tolerance, spot.height_m.tolerance), 0.0),
            (0.0, 0.0, pick.link_m.tolerance),
            (0.0, 0.0, 0.0),
        ]
        shift = np.array(steps)
        gain = dyad(
            line.arm_m[side], along[side] + shift[:, 0], up[side] + shift[:, 1],
            line.link_m[side] + shift[:, 2], tip_below=line.tip_below,
        ).gain * line.ratio  # fmt: skip
        middle = float(gain[-1])
        if not math.isfinite(middle):
            found.append(None)
            continue
        # A link past its dead centre has no gain; its band is as wide as what is left.
        spread = np.nan_to_num(gain[:-1] - middle, nan=0.15 * middle, posinf=0.15, neginf=0.15)
        guessed = any(
            one.known in (Known.DEFAULT, Known.ESTIMATED)
            for one in (hole.height_m, spot.height_m, pick.link_m)
        )
        known = Known.ESTIMATED if guessed else Known.MEASURED
        found.append(Measured(middle, known, float(np.sqrt((spread**2).sum())), "from the fit-up"))
    return found


def with_fit_up(vehicle: Vehicle, set_up: SetUp, fitting: Fitting) -> tuple[Vehicle, SetUp]:
    """Return vehicle and set-up with the gain and hole that the fit-up has.

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
    """
    for axle_name in AXLES:
        fit: AxleFit | None = getattr(fitting, axle_name)
        if fit is None:
            continue
        try:
            there = fitted_bar(vehicle, set_up, axle_name)
            gains = side_gains(fit, there.bar)
            hole = fit.left.bar_hole
            now = _with_gain(there, gains, hole, fit)
        except InputError:
            # Its own report says what is wrong; the roll figures keep to what was chosen.
            continue
        if now is None:
            continue
        choice: AxleChoice | None = getattr(set_up, axle_name)
        if choice is not None:
            set_up = fit_part(set_up, f"{axle_name}.fitted", now)
        else:
            vehicle = fit_part(vehicle, f"{axle_name}.standard_bar", now)
    return vehicle, set_up


#: A motion gain is kept on a sheet within these.
_GAIN_LIMITS = (0.1, 1.5)


def _with_gain(
    there: FittedBar, gains: list[Measured | None], hole: int, fit: AxleFit
) -> FittedBar | None:
    left, right = gains
    if left is None or right is None:
        return None
    factor = math.sqrt(1.0 + _stiffness_change(there.bar, fit, (left.value, right.value)))
    value = left.value * factor
    if not _GAIN_LIMITS[0] <= value <= _GAIN_LIMITS[1]:
        return None
    worse = max(left, right, key=lambda gain: gain.tolerance)
    gain = Measured(value, worse.known, worse.tolerance, "from the fit-up")
    return replace(there, motion_gain=gain, hole=hole)


def _stiffness_change(bar: Bar, fit: AxleFit, gains: tuple[float, float]) -> float:
    """Roll stiffness of unequal sides against both as on the left, less one."""
    rates = bar_rates([bar, bar], (fit.left.bar_hole, fit.right.bar_hole))
    left, right = (gain * math.sqrt(rate) for gain, rate in zip(gains, rates, strict=True))
    return float(((left + right) / (2 * left)) ** 2 - 1)


def unequal_sides(
    vehicle: Vehicle, set_up: SetUp, axle_name: str, fit: AxleFit, at: int
) -> UnequalSides | None:
    """Return what left and right do where they differ; None where one cannot be assembled.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen, with the fit-up's gain.
    axle_name : str
        "front" or "rear".
    fit : AxleFit
        The axle's sheet.
    at : int
        Index of the load state.

    Notes
    -----
    A mismatch Δ of the tips is a force k·Δ/2 at each end, a moment F·g·w on the body, and a lean
    of that over all roll stiffness, as `steady.solve`.
    """
    there = fitted_bar(vehicle, set_up, axle_name)
    gains = side_gains(fit, there.bar)
    left, right = gains
    if left is None or right is None:
        return None
    line = linkage(fit, there.bar, [fit.left, fit.right])
    tips = line.at(np.zeros(1))
    height = tips.tip_m[:, 0, 1] - tips.axis_m[:, 0, 1]
    mismatch = float(height[0] - height[1])
    axle = axle_named(vehicle, axle_name)
    rate = float(bar_rates([there.bar], [fit.left.bar_hole])[0])
    preload = rate * abs(mismatch) / 2
    mean = (left.value + right.value) / 2
    moment = math.copysign(preload, mismatch) * mean * link_span(axle)
    front, rear = axle_stiffness(vehicle, set_up)
    state = vehicle.load_states[at]
    model = model_of(vehicle, (front.after, rear.after), (state,))
    lean = solve(model, np.zeros(1), body_moment_n_m=np.array([moment])).lean_rad
    return UnequalSides(
        [left.value, right.value], mismatch, preload, float(lean[0, 0]),
        _stiffness_change(there.bar, fit, (left.value, right.value)),
    )  # fmt: skip
