"""Roll stiffness of an axle: springs, bars, air bags and tyres."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np
import numpy.typing as npt

from axlecore.arguments import FloatArray
from axlecore.bar import Bar, check_hole
from axlecore.errors import InputError
from axlecore.measure import Measured, Record, check_places, place
from axlecore.readings import BarReadings
from axlecore.units import Dimension


class Suspension(StrEnum):
    """What joins left and right wheel."""

    SOLID = "solid"
    INDEPENDENT = "independent"


class AirLines(StrEnum):
    """How the left and the right air bag are plumbed."""

    SEPARATE = "separate"
    CONNECTED = "connected"


@dataclass(frozen=True)
class AirBags(Record):
    """A pair of air helper bags.

    Attributes
    ----------
    rate_n_per_m : Measured
        Vertical rate of one bag at ride pressure [N/m].
    spacing_m : Measured
        Distance between the bags' centres [m].
    lines : AirLines
        One line each, or one shared.
    """

    rate_n_per_m: Measured = place("Air bag rate", Dimension.RATE, 5e3, 5e5)
    spacing_m: Measured = place("Air bag spacing", Dimension.LENGTH, 0.3, 2.0)
    lines: AirLines = AirLines.SEPARATE

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class HelperSprings(Record):
    """A pair of steel helper springs, at their own spacing.

    Attributes
    ----------
    rate_n_per_m : Measured
        Of one side where it works [N/m].
    spacing_m : Measured
        Between the two [m].
    """

    rate_n_per_m: Measured = place("Helper spring rate", Dimension.RATE, 1e3, 1e6)
    spacing_m: Measured = place("Helper spring spacing", Dimension.LENGTH, 0.3, 2.0)

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class FittedBar(Record):
    """A bar on an axle.

    Attributes
    ----------
    bar : Bar
        The bar.
    hole : int
        Hole the links are in, 0 the outermost (softest).
    motion_gain : Measured
        Arm-tip travel per axle travel; on an independent suspension per wheel travel.
    link_play_m, bushing_play_m : Measured or None
        Lost motion at each end: of the link with its cushions, and of the bushing [m].
    readings : BarReadings
        What was read on it or said of it.
    """

    bar: Bar
    motion_gain: Measured = place("Motion gain", Dimension.PURE, 0.1, 1.5)
    hole: int = 0
    link_play_m: Measured | None = place(
        "Link play", Dimension.SMALL_LENGTH, 0.0, 0.04, optional=True
    )
    bushing_play_m: Measured | None = place(
        "Bushing play", Dimension.SMALL_LENGTH, 0.0, 0.04, optional=True
    )
    readings: BarReadings = BarReadings()

    def __post_init__(self) -> None:
        check_places(self)
        check_hole(self.bar, self.hole)


@dataclass(frozen=True)
class Axle(Record):
    """One axle as measured.

    Attributes
    ----------
    suspension : Suspension
        Solid or independent.
    track_m : Measured
        Between tyre centres, or between the centres of dual pairs [m].
    dual_spacing_m : Measured or None
        Between the two tyres of a pair [m]; None for single tyres.
    spring_rate_n_per_m : Measured
        Per side: at the spring (solid) or at the wheel (independent) [N/m].
    spring_base_m, link_spacing_m : Measured or None
        Between spring centres, and between the bar's links [m]; solid axles only.
    tyre_rate_n_per_m : Measured
        One tyre at running pressure [N/m].
    roll_centre_height_m, wheel_centre_height_m : Measured
        Above ground [m].
    unsprung_mass_kg, rating_kg : Measured
        Wheels, brakes and (solid) axle; the chassis maker's axle rating [kg].
    standard_bar : FittedBar or None
        The bar on it now.
    air_bags : AirBags or None
        Helper bags.
    helper_springs : HelperSprings or None
        Steel helpers.
    damper_spacing_m : Measured or None
        Between the dampers [m].
    lift_m : Measured or None
        Lifted from standard [m]; below zero lowered.
    tyre_size : str
        As on the sidewall; kept and shown, not computed with.
    leaf_twist_factor : float
        How much the leaves' own twist raises spring roll stiffness; 1 ignores it.
    """

    suspension: Suspension
    track_m: Measured = place("Track", Dimension.LENGTH, 0.8, 2.6)
    spring_rate_n_per_m: Measured = place("Spring rate", Dimension.RATE, 5e3, 2e6)
    tyre_rate_n_per_m: Measured = place("Tyre rate", Dimension.RATE, 5e4, 3e6)
    roll_centre_height_m: Measured = place("Roll centre height", Dimension.LENGTH, 0.0, 1.5)
    wheel_centre_height_m: Measured = place("Wheel centre height", Dimension.LENGTH, 0.15, 0.8)
    unsprung_mass_kg: Measured = place("Unsprung mass", Dimension.MASS, 0.0, 2000.0)
    rating_kg: Measured = place("Axle rating", Dimension.MASS, 200.0, 20000.0)
    spring_base_m: Measured | None = place("Spring base", Dimension.LENGTH, 0.3, 2.0, optional=True)
    link_spacing_m: Measured | None = place(
        "Link spacing", Dimension.LENGTH, 0.2, 2.4, optional=True
    )
    dual_spacing_m: Measured | None = place(
        "Dual spacing", Dimension.LENGTH, 0.15, 0.6, optional=True
    )
    standard_bar: FittedBar | None = None
    air_bags: AirBags | None = None
    helper_springs: HelperSprings | None = None
    damper_spacing_m: Measured | None = place(
        "Damper spacing", Dimension.LENGTH, 0.2, 2.4, optional=True
    )
    lift_m: Measured | None = place("Lift from standard", Dimension.SHIFT, -0.3, 0.6, optional=True)
    tyre_size: str = ""
    leaf_twist_factor: float = 1.0

    def __post_init__(self) -> None:
        check_places(self)
        if not 1.0 <= self.leaf_twist_factor <= 2.0:
            raise InputError("leaf_twist_factor", "Leaf twist factor must be 1 to 2.")
        if len(self.tyre_size) > 30:
            raise InputError("tyre_size", "Write the tyre size in at most 30 characters.")
        if self.suspension is Suspension.SOLID:
            for field in ("spring_base_m", "link_spacing_m"):
                if getattr(self, field) is None:
                    raise InputError(field, "A solid axle needs this measurement.")
        for field, label in (
            ("spring_base_m", "Spring base"),
            ("link_spacing_m", "Link spacing"),
            ("damper_spacing_m", "Damper spacing"),
        ):
            found = getattr(self, field)
            if found is not None and not found.value < self.track_m.value:
                raise InputError(
                    field,
                    f"{label} {found.value * 1e3:.0f} mm is not inside the track "
                    f"{self.track_m.value * 1e3:.0f} mm; measure one of them again.",
                )


def spring_roll_stiffness(
    rate_n_per_m: npt.ArrayLike, spacing_m: npt.ArrayLike, leaf_twist_factor: npt.ArrayLike = 1.0
) -> FloatArray:
    """Return the roll stiffness of a pair of springs.

    Parameters
    ----------
    rate_n_per_m : array_like
        Rate of one side [N/m], zero or more.
    spacing_m : array_like, broadcast
        Distance between the two [m]: spring base, track of an independent suspension (with
        the rate at the wheel), or spacing of air bags with separate lines.
    leaf_twist_factor : array_like, broadcast
        One or more.

    Returns
    -------
    ndarray, broadcast shape
        Roll stiffness [N·m/rad].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    K = k·b²/2. Source: Gillespie, *Fundamentals of Vehicle Dynamics*, ch. 6, eq. 6-24.
    """
    rate, spacing, factor = (
        np.asarray(v, dtype=float) for v in (rate_n_per_m, spacing_m, leaf_twist_factor)
    )
    if not np.all(rate >= 0):
        raise InputError("rate_n_per_m", "Spring rate must be zero or more.")
    if not np.all(spacing > 0):
        raise InputError("spacing_m", "Spring spacing must be above zero.")
    if not np.all(factor >= 1):
        raise InputError("leaf_twist_factor", "Leaf twist factor must be 1 or more.")
    return np.asarray(rate * spacing**2 / 2 * factor)


def tyre_roll_stiffness(
    rate_n_per_m: npt.ArrayLike, track_m: npt.ArrayLike, dual_spacing_m: npt.ArrayLike | None = None
) -> FloatArray:
    """Return the roll stiffness of an axle on its tyres.

    Parameters
    ----------
    rate_n_per_m : array_like
        Vertical rate of one tyre [N/m], above zero.
    track_m : array_like, broadcast
        Between tyre centres, or centres of dual pairs [m].
    dual_spacing_m : array_like, broadcast, or None
        Between the tyres of a pair [m]; None for single tyres.

    Returns
    -------
    ndarray, broadcast shape
        Roll stiffness [N·m/rad].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    Single 2k(t/2)²; dual 2k[(t/2 + p/2)² + (t/2 − p/2)²]: springs at their lever arms.
    """
    rate, track = np.asarray(rate_n_per_m, dtype=float), np.asarray(track_m, dtype=float)
    if not np.all(rate > 0):
        raise InputError("rate_n_per_m", "Tyre rate must be above zero.")
    if not np.all(track > 0):
        raise InputError("track_m", "Track must be above zero.")
    if dual_spacing_m is None:
        return np.asarray(rate * track**2 / 2)
    dual = np.asarray(dual_spacing_m, dtype=float)
    if not np.all((dual > 0) & (dual < track)):
        raise InputError("dual_spacing_m", "Dual spacing must be above zero and below the track.")
    return np.asarray(rate * (track**2 + dual**2))


def bar_roll_stiffness(
    rate_n_per_m: npt.ArrayLike, link_spacing_m: npt.ArrayLike, motion_gain: npt.ArrayLike = 1.0
) -> FloatArray:
    """Return the roll stiffness that a bar gives the vehicle.

    Parameters
    ----------
    rate_n_per_m : array_like
        Bar rate at the eyes [N/m], zero or more.
    link_spacing_m : array_like, broadcast
        Between the links [m]; the track on an independent suspension.
    motion_gain : array_like, broadcast
        Arm-tip travel per axle travel (solid) or wheel travel (independent).

    Returns
    -------
    ndarray, broadcast shape
        Roll stiffness [N·m/rad].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    K = k·g²·w²/2, by equal work in one degree of roll.
    """
    rate, spacing, gain = (
        np.asarray(v, dtype=float) for v in (rate_n_per_m, link_spacing_m, motion_gain)
    )
    if not np.all(rate >= 0):
        raise InputError("rate_n_per_m", "Bar rate must be zero or more.")
    if not np.all(spacing > 0):
        raise InputError("link_spacing_m", "Link spacing must be above zero.")
    if not np.all(gain > 0):
        raise InputError("motion_gain", "Motion gain must be above zero.")
    return np.asarray(rate * gain**2 * spacing**2 / 2)


def air_bag_roll_stiffness(bags: AirBags) -> float:
    """Return the roll stiffness of a pair of air bags [N·m/rad].

    Parameters
    ----------
    bags : AirBags
        On one shared line air flows from the pressed bag to the other: nothing is left.
    """
    if bags.lines is AirLines.CONNECTED:
        return 0.0
    return float(spring_roll_stiffness(bags.rate_n_per_m.value, bags.spacing_m.value))


def helper_roll_stiffness(helpers: HelperSprings) -> float:
    """Return the roll stiffness of a pair of helper springs [N·m/rad].

    Parameters
    ----------
    helpers : HelperSprings
        They act at their own spacing.
    """
    return float(spring_roll_stiffness(helpers.rate_n_per_m.value, helpers.spacing_m.value))


def link_span(axle: Axle) -> float:
    """Return the spacing at which a bar acts on an axle [m]: links, or track if independent.

    Parameters
    ----------
    axle : Axle
        The axle.
    """
    return float(getattr(axle, link_span_place(axle)).value)


def link_span_place(axle: Axle) -> str:
    """Return the field that says at which spacing a bar acts.

    Parameters
    ----------
    axle : Axle
        The axle.
    """
    solid = axle.suspension is Suspension.SOLID and axle.link_spacing_m is not None
    return "link_spacing_m" if solid else "track_m"


def spring_base_place(axle: Axle) -> str:
    """Return the field that says at which spacing the springs act.

    Parameters
    ----------
    axle : Axle
        The axle; an independent one acts at its track.
    """
    solid = axle.suspension is Suspension.SOLID and axle.spring_base_m is not None
    return "spring_base_m" if solid else "track_m"


def free_lean(axle: Axle, fitted: FittedBar) -> float:
    """Return how far an axle leans before its bar starts to work [rad].

    Parameters
    ----------
    axle : Axle
        Gives the spacing the bar acts at.
    fitted : FittedBar
        The bar with the play of its links and bushings.

    Notes
    -----
    ψ₀ = 2·play/(w·g): each end must take up its play. Play in a bushing lets the bar tilt
    about the other one, so at the eyes it counts times eye spacing over bushing span, by
    similar triangles.
    """
    link = 0.0 if fitted.link_play_m is None else fitted.link_play_m.value
    bushing = 0.0 if fitted.bushing_play_m is None else fitted.bushing_play_m.value
    points = fitted.bar.centre_line_m
    eye_spacing = points[-1][1] - points[0][1]
    at_eyes = link + bushing * eye_spacing / fitted.bar.bushing_span_m.value
    return 2 * at_eyes / (link_span(axle) * fitted.motion_gain.value)


def springs_of(axle: Axle) -> float:
    """Return the roll stiffness of an axle's own springs [N·m/rad].

    Parameters
    ----------
    axle : Axle
        The axle; an independent one acts at its track.
    """
    base = getattr(axle, spring_base_place(axle)).value
    return float(
        spring_roll_stiffness(axle.spring_rate_n_per_m.value, base, axle.leaf_twist_factor)
    )


def tyres_of(axle: Axle) -> float:
    """Return the roll stiffness of an axle on its tyres [N·m/rad].

    Parameters
    ----------
    axle : Axle
        The axle.
    """
    dual = None if axle.dual_spacing_m is None else axle.dual_spacing_m.value
    return float(tyre_roll_stiffness(axle.tyre_rate_n_per_m.value, axle.track_m.value, dual))
