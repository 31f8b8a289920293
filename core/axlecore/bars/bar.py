"""Anti-sway bar: its measurements and its rate, from a 3-D frame and in closed form."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.bars.centre_line import Point, check_centre_line, check_holes
from axlecore.bars.moments import end_compliance, loaded_line
from axlecore.bars.section import area, second_moment, torsion_constant
from axlecore.bars.steel import (
    DENSITY_KG_M3,
    SHEAR_MODULUS_PA,
    STEELS,
    UNKNOWN_STEEL,
    YOUNGS_MODULUS_PA,
)
from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray, above_zero, stiffness
from axlecore.quantities.measure import Measured, Record, check_places, place
from axlecore.quantities.sentences import mm
from axlecore.quantities.units import Dimension


@dataclass(frozen=True)
class Bar(Record):
    """A bar as measured, or as its maker's sheet gives it.

    Attributes
    ----------
    name : str
        What the shop calls it.
    outside_diameter_m, bore_m : Measured
        Section [m]; bore zero is solid.
    centre_line_m : tuple of points
        (x, y, z) [m] from the outermost hole of one arm to that of the other, y never
        falling; x along the arms, y across the vehicle, z up.
    bushing_span_m : Measured
        Distance between the two frame or axle bushings [m].
    hole_setbacks_m : tuple of float
        Distance of each hole from the outermost one, inward along the arm [m]; first is 0.
    bushing_rate_n_per_m, link_rate_n_per_m : Measured or None
        Radial stiffness of one bushing, and of one link with its bushings [N/m]; None is rigid.
    steel : str
        Key of `steel.STEELS`. Does not change the rate.
    piece_diameters_m : tuple of float
        Outside diameter of each straight piece [m] where they differ; empty for one
        diameter throughout.
    wall_lost_m : Measured or None
        Wall that rust has eaten from inside a tube [m].
    bend_radius_m : Measured or None
        Centre-line radius of its bends [m]; None is the usual one.
    arm_tolerance_m : float
        Half width of the band of its arms' length, bend to outermost hole [m].
    """

    name: str
    centre_line_m: tuple[Point, ...]
    outside_diameter_m: Measured = place("Outside diameter", Dimension.SMALL_LENGTH, 0.008, 0.12)
    bore_m: Measured = place("Bore", Dimension.SMALL_LENGTH, 0.0, 0.119)
    bushing_span_m: Measured = place("Bushing span", Dimension.LENGTH, 0.1, 2.5)
    hole_setbacks_m: tuple[float, ...] = (0.0,)
    bushing_rate_n_per_m: Measured | None = place(
        "Bushing stiffness", Dimension.RATE, 1e5, 1e9, optional=True
    )
    link_rate_n_per_m: Measured | None = place(
        "Link stiffness", Dimension.RATE, 1e5, 1e9, optional=True
    )
    steel: str = UNKNOWN_STEEL
    piece_diameters_m: tuple[float, ...] = ()
    wall_lost_m: Measured | None = place(
        "Wall lost to rust", Dimension.SMALL_LENGTH, 0.0, 0.02, optional=True
    )
    bend_radius_m: Measured | None = place(
        "Bend radius", Dimension.SMALL_LENGTH, 0.01, 0.5, optional=True
    )
    arm_tolerance_m: float = 0.0

    def __post_init__(self) -> None:
        check_places(self)
        if not (math.isfinite(self.arm_tolerance_m) and self.arm_tolerance_m >= 0):
            raise InputError("arm_tolerance_m", "The arms' band must be zero or more.")
        if not self.bore_m.value < self.outside_diameter_m.value:
            raise InputError(
                "bore_m",
                f"Bore {mm(self.bore_m.value):.1f} is not below the outside diameter "
                f"{mm(self.outside_diameter_m.value):.1f}; enter 0 for a solid bar.",
            )
        if self.steel not in STEELS:
            raise InputError(
                "steel", f"Read “{self.steel[:40]}”; known steels are {', '.join(STEELS)}."
            )
        check_centre_line(self.centre_line_m, self.bushing_span_m.value)
        _check_pieces(self)
        check_holes(self.hole_setbacks_m, self.centre_line_m)


def _check_pieces(bar: Bar) -> None:
    outside, bore = piece_sections(bar)
    if bar.piece_diameters_m and len(bar.piece_diameters_m) != len(bar.centre_line_m) - 1:
        raise InputError(
            "piece_diameters_m",
            f"Give one diameter for each of the {len(bar.centre_line_m) - 1} straight pieces.",
        )
    if not np.all((outside > 0.005) & (outside < 0.15)):
        raise InputError("piece_diameters_m", f"Every diameter must be {mm(0.005, 0.15):.0f}.")
    if not np.all(bore < outside):
        raise InputError(
            "wall_lost_m" if bar.wall_lost_m else "piece_diameters_m",
            "No wall is left there; measure the bar again.",
        )


def piece_sections(bar: Bar) -> tuple[FloatArray, FloatArray]:
    """Return outside diameter and bore of every straight piece, (pieces,) each [m].

    Parameters
    ----------
    bar : Bar
        Rust inside a tube widens its bore by twice the wall lost; a solid bar has no inside.
    """
    pieces = len(bar.centre_line_m) - 1
    outside = np.array(bar.piece_diameters_m or [bar.outside_diameter_m.value] * pieces)
    bore = bar.bore_m.value
    if bore > 0 and bar.wall_lost_m is not None:
        bore += 2 * bar.wall_lost_m.value
    return outside, np.full(len(outside), bore)


def sections_of(bars: Sequence[Bar]) -> tuple[FloatArray, FloatArray]:
    """Return `piece_sections` of several bars of as many pieces, (bars, pieces) each [m].

    Parameters
    ----------
    bars : sequence of Bar
        At least one.
    """
    outside, bore = zip(*(piece_sections(bar) for bar in bars), strict=True)
    return np.stack(outside), np.stack(bore)


def square_u(arm_m: float, centre_length_m: float) -> tuple[Point, ...]:
    """Return the centre line of a bar with two square corners.

    Parameters
    ----------
    arm_m : float
        Arm length, bend to outermost hole [m].
    centre_length_m : float
        Distance between the arms [m].

    Returns
    -------
    tuple of four points
        (x, y, z) [m], eye to eye.
    """
    half = centre_length_m / 2
    return ((arm_m, -half, 0.0), (0.0, -half, 0.0), (0.0, half, 0.0), (arm_m, half, 0.0))


def square_u_rate(
    outside_diameter_m: npt.ArrayLike,
    bore_m: npt.ArrayLike,
    arm_m: npt.ArrayLike,
    centre_length_m: npt.ArrayLike,
    bushing_span_m: npt.ArrayLike,
    bushing_rate_n_per_m: npt.ArrayLike = np.inf,
    link_rate_n_per_m: npt.ArrayLike = np.inf,
) -> FloatArray:
    """Return the rate of a square-cornered U bar in closed form.

    Parameters
    ----------
    outside_diameter_m, bore_m : array_like
        Section [m].
    arm_m, centre_length_m, bushing_span_m : array_like
        Arm, distance between the arms, distance between the bushings [m]; the span is
        above zero and at most the centre length.
    bushing_rate_n_per_m, link_rate_n_per_m : array_like
        Radial stiffness of one bushing, stiffness of one link [N/m]; infinity is rigid.

    Returns
    -------
    ndarray, broadcast shape
        Force per end over deflection per end, ends moving oppositely [N/m].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    1/k = a²c/2GJ + a³/3EI + e³/3EI + e²s/6EI + c²/(s²·k_bush) + 1/k_link with
    e = (c − s)/2, by Castigliano's theorem on the statically determinate bar. A check on
    `frame_rate`, which is what the product uses.
    Source: Young & Budynas, *Roark's Formulas*, 7th ed., ch. 8 and 10, superposed.
    """
    arm = above_zero("arm_m", arm_m, "Arm length")
    centre = above_zero("centre_length_m", centre_length_m, "Centre length")
    span = above_zero("bushing_span_m", bushing_span_m, "Bushing span")
    bushing = stiffness("bushing_rate_n_per_m", bushing_rate_n_per_m, "Bushing stiffness")
    link = stiffness("link_rate_n_per_m", link_rate_n_per_m, "Link stiffness")
    if not np.all(span <= centre):
        raise InputError("bushing_span_m", "Bushing span must be at most the centre length.")
    bending = YOUNGS_MODULUS_PA * second_moment(outside_diameter_m, bore_m)
    twisting = SHEAR_MODULUS_PA * torsion_constant(outside_diameter_m, bore_m)
    overhang = (centre - span) / 2
    compliance = (
        arm**2 * centre / (2 * twisting)
        + (arm**3 + overhang**3) / (3 * bending)
        + overhang**2 * span / (6 * bending)
        + centre**2 / (span**2 * bushing)
        + 1 / link
    )
    return np.asarray(1 / compliance)


def frame_rate(
    centre_line_m: npt.ArrayLike,
    outside_diameter_m: npt.ArrayLike,
    bore_m: npt.ArrayLike,
    bushing_span_m: npt.ArrayLike,
    bushing_rate_n_per_m: npt.ArrayLike = np.inf,
    link_rate_n_per_m: npt.ArrayLike = np.inf,
) -> FloatArray:
    """Return the rate of many bars at once, each a 3-D frame of straight beams.

    Parameters
    ----------
    centre_line_m : array_like, (bars, points, 3)
        Eye to eye, x along the arms, y across, z up [m]; eyes mirror each other.
    outside_diameter_m, bore_m : array_like, (bars,) or (bars, points − 1)
        Section, the same throughout or one a piece [m].
    bushing_span_m : array_like, (bars,)
        Distance between the bushings [m], on the part where y rises.
    bushing_rate_n_per_m, link_rate_n_per_m : array_like, (bars,)
        Radial stiffness of one bushing, stiffness of one link [N/m]; infinity is rigid.

    Returns
    -------
    ndarray, (bars,)
        Force per end over deflection per end in z, ends moving oppositely [N/m].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    The frame of Euler–Bernoulli beams (two bendings, torsion) on two bushings that hold x and
    z and let the bar turn is statically determinate under opposite end forces, so its
    deflection is an integral of its moments: the same number as direct stiffness gives, without
    a matrix. Neglects shear deflection: below 1 % for arms over five diameters.
    Source: Timoshenko, *Strength of Materials*, part I, ch. 11 (Castigliano).
    """
    line = np.asarray(centre_line_m, dtype=float)
    bars, points, _ = line.shape
    outside = _per_piece(outside_diameter_m, bars, points - 1)
    bore = _per_piece(bore_m, bars, points - 1)
    span, bushing, link = (
        np.broadcast_to(np.asarray(v, dtype=float), (bars,))
        for v in (bushing_span_m, bushing_rate_n_per_m, link_rate_n_per_m)
    )
    if not np.all((span > 0) & (span / 2 < -line[:, 0, 1])):
        raise InputError("bushing_span_m", "Bushing span must be above zero and inside the eyes.")
    if not np.all(bushing > 0):
        raise InputError("bushing_rate_n_per_m", "Bushing stiffness must be above zero.")
    if not np.all(link > 0):
        raise InputError("link_rate_n_per_m", "Link stiffness must be above zero.")
    loaded = loaded_line(line, span)
    steel = end_compliance(
        loaded,
        YOUNGS_MODULUS_PA * second_moment(outside, bore),
        SHEAR_MODULUS_PA * torsion_constant(outside, bore),
    )
    return np.asarray(1 / (steel + loaded.reaction**2 / bushing + 1 / link))


def _per_piece(value: npt.ArrayLike, bars: int, pieces: int) -> FloatArray:
    found = np.asarray(value, dtype=float)
    return np.broadcast_to(found[:, None] if found.ndim == 1 else found, (bars, pieces))


def check_hole(bar: Bar, hole: int) -> None:
    """Raise InputError unless a bar has this hole.

    Parameters
    ----------
    bar : Bar
        The bar.
    hole : int
        0 the outermost.
    """
    if not 0 <= hole < len(bar.hole_setbacks_m):
        raise InputError(
            "hole", f"Hole {hole + 1} is not on this bar; it has {len(bar.hole_setbacks_m)}."
        )


def eye_line(bar: Bar, hole: int) -> FloatArray:
    """Return a bar's centre line from the hole its links are in to its mirror, (points, 3) [m].

    Parameters
    ----------
    bar : Bar
        The bar.
    hole : int
        0 the outermost.
    """
    return np.asarray(lines_with_arm(bar, hole, np.array([measured_arm(bar).value]))[0])


def measured_arm(bar: Bar) -> Measured:
    """Return the length of a bar's arm, bend to outermost hole, with its band [m].

    Parameters
    ----------
    bar : Bar
        The bar.
    """
    return Measured(
        math.dist(bar.centre_line_m[0], bar.centre_line_m[1]), tolerance=bar.arm_tolerance_m
    )


def lines_with_arm(bar: Bar, hole: int, arm_m: FloatArray) -> FloatArray:
    """Return a bar's centre line with arms of other lengths, (n, points, 3) [m].

    Parameters
    ----------
    bar : Bar
        The bar; its holes keep their distance from the outermost one.
    hole : int
        Hole the links are in, 0 the outermost.
    arm_m : ndarray, (n,)
        Bend to outermost hole [m].
    """
    check_hole(bar, hole)
    line = np.array(bar.centre_line_m, dtype=float)
    lines = np.repeat(line[None], len(arm_m), axis=0)
    # An arm is never drawn so short that its hole would lie in the bend.
    reach = np.maximum(arm_m - bar.hole_setbacks_m[hole], 0.01)
    for eye, bend in ((0, 1), (-1, -2)):
        arm = line[eye] - line[bend]
        lines[:, eye] = line[bend] + reach[:, None] * (arm / np.linalg.norm(arm))
    return lines


def bar_rates(bars: Sequence[Bar], holes: Sequence[int]) -> FloatArray:
    """Return the rate of each bar in the hole named for it.

    Parameters
    ----------
    bars : sequence of Bar, any length
        Bars, which may have different numbers of points.
    holes : sequence of int, same length
        Hole of each, 0 the outermost (softest).

    Returns
    -------
    ndarray, (bars,)
        Rate at the bar's end [N/m].

    Raises
    ------
    InputError
        ``hole`` where the bar has no such hole.
    """
    lines = [eye_line(bar, hole) for bar, hole in zip(bars, holes, strict=True)]
    rates = np.empty(len(bars))
    # Bars of the same number of points are solved together.
    for points in {len(line) for line in lines}:
        chosen = [i for i, line in enumerate(lines) if len(line) == points]
        outside, bore = sections_of([bars[i] for i in chosen])
        rates[chosen] = frame_rate(
            np.stack([lines[i] for i in chosen]),
            outside,
            bore,
            np.array([bars[i].bushing_span_m.value for i in chosen]),
            np.array([_rate_or_rigid(bars[i].bushing_rate_n_per_m) for i in chosen]),
            np.array([_rate_or_rigid(bars[i].link_rate_n_per_m) for i in chosen]),
        )
    return rates


def _rate_or_rigid(rate: Measured | None) -> float:
    return math.inf if rate is None else rate.value


def developed_length(bar: Bar) -> float:
    """Return the length of a bar along its bends, outermost hole to outermost hole [m].

    Parameters
    ----------
    bar : Bar
        The bar.
    """
    line = np.asarray(bar.centre_line_m)
    return float(np.sum(np.linalg.norm(np.diff(line, axis=0), axis=1)))


def bar_mass_kg(bar: Bar) -> float:
    """Return what a bar weighs by its size [kg], outermost hole to outermost hole.

    Parameters
    ----------
    bar : Bar
        The bar.

    Notes
    -----
    Density times area times length of every straight piece; eyes and paint are left out.
    """
    lengths = np.linalg.norm(np.diff(np.asarray(bar.centre_line_m), axis=0), axis=1)
    return float(np.sum(DENSITY_KG_M3 * area(*piece_sections(bar)) * lengths))
