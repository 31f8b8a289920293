"""Round bar sections, solid or hollow."""

from __future__ import annotations

from typing import cast

import numpy as np
import numpy.typing as npt

from axlecore.bars.steel import DENSITY_KG_M3
from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray, above_zero


def checked_section(
    outside_diameter_m: npt.ArrayLike, bore_m: npt.ArrayLike
) -> tuple[FloatArray, FloatArray]:
    """Return outside diameter and bore as arrays [m].

    Parameters
    ----------
    outside_diameter_m, bore_m : array_like, broadcast
        Above zero; zero or more and below the outside diameter.

    Raises
    ------
    InputError
        Names the argument out of range.
    """
    outside = above_zero("outside_diameter_m", outside_diameter_m, "Outside diameter")
    bore = np.asarray(bore_m, dtype=float)
    if not np.all((bore >= 0) & (bore < outside)):
        raise InputError("bore_m", "Bore must be zero or more and below the outside diameter.")
    return outside, bore


def area(outside_diameter_m: npt.ArrayLike, bore_m: npt.ArrayLike = 0.0) -> FloatArray:
    """Return the area of a round section.

    Parameters
    ----------
    outside_diameter_m : array_like, any shape
        Outside diameter [m], above zero.
    bore_m : array_like, broadcast against the diameter
        Bore [m], zero for solid.

    Returns
    -------
    ndarray, broadcast shape
        Area [m²].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    A = π(D² − d²)/4. Source: any table of sections, e.g. Young & Budynas, *Roark's
    Formulas for Stress and Strain*, 7th ed., table A.1.
    """
    outside, bore = checked_section(outside_diameter_m, bore_m)
    return np.asarray(np.pi * (outside**2 - bore**2) / 4)


def second_moment(outside_diameter_m: npt.ArrayLike, bore_m: npt.ArrayLike = 0.0) -> FloatArray:
    """Return the second moment of area of a round section about a diameter.

    Parameters
    ----------
    outside_diameter_m : array_like, any shape
        Outside diameter [m], above zero.
    bore_m : array_like, broadcast against the diameter
        Bore [m], zero for solid.

    Returns
    -------
    ndarray, broadcast shape
        Second moment [m⁴].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    I = π(D⁴ − d⁴)/64. Source: *Roark's Formulas*, 7th ed., table A.1.
    """
    outside, bore = checked_section(outside_diameter_m, bore_m)
    return np.asarray(np.pi * (outside**4 - bore**4) / 64)


def torsion_constant(outside_diameter_m: npt.ArrayLike, bore_m: npt.ArrayLike = 0.0) -> FloatArray:
    """Return the torsion constant of a round bar, solid or hollow.

    Parameters
    ----------
    outside_diameter_m : array_like, any shape
        Outside diameter [m], above zero.
    bore_m : array_like, broadcast against the diameter
        Bore [m], zero for solid.

    Returns
    -------
    ndarray, broadcast shape
        Torsion constant [m⁴].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    J = 2I, exact because round sections do not warp.
    Source: Timoshenko & Goodier, *Theory of Elasticity*, 3rd ed., ch. 10.
    """
    return 2 * second_moment(outside_diameter_m, bore_m)


def bore_from_mass(
    outside_diameter_m: npt.ArrayLike, developed_length_m: npt.ArrayLike, mass_kg: npt.ArrayLike
) -> FloatArray:
    """Return the bore of a bar from its weight and its length along the bends.

    Parameters
    ----------
    outside_diameter_m : array_like, any shape
        Outside diameter [m], above zero.
    developed_length_m : array_like, broadcast
        Length along the centre line [m], above zero.
    mass_kg : array_like, broadcast
        Mass [kg], above zero and at most that of a solid bar.

    Returns
    -------
    ndarray, broadcast shape
        Bore [m]; zero for a solid bar.

    Raises
    ------
    InputError
        Names the argument out of range; ``mass_kg`` where the bar is heavier than solid steel.

    Notes
    -----
    d = √(D² − 4m/(πρℓ)). Near solid a small error of mass is a large error of bore.
    Derived from the volume of a tube.
    """
    outside, _ = checked_section(outside_diameter_m, 0.0)
    length = above_zero("developed_length_m", developed_length_m, "Developed length")
    mass = above_zero("mass_kg", mass_kg, "Mass")
    squared = outside**2 - 4 * mass / (np.pi * DENSITY_KG_M3 * length)
    if np.any(squared < 0):
        raise InputError(
            "mass_kg",
            "This is heavier than a solid steel bar of that diameter and length. "
            "Weigh it without links and brackets, and measure along the bends.",
        )
    return cast(FloatArray, np.sqrt(squared))


def bore_band(
    outside_diameter_m: tuple[float, float],
    developed_length_m: tuple[float, float],
    mass_kg: tuple[float, float],
) -> tuple[float, float]:
    """Return the smallest and largest bore that a weighed bar can have.

    Parameters
    ----------
    outside_diameter_m, developed_length_m, mass_kg : tuple of two float
        Value and half width of its band [m, m, kg].

    Returns
    -------
    tuple of two float
        Bore [m]; zero where the band reaches a solid bar.

    Raises
    ------
    InputError
        ``mass_kg`` where even the lightest reading is heavier than solid steel.

    Notes
    -----
    `bore_from_mass` at the corners: the bore grows with diameter and length and falls with
    mass, so two corners hold all. By the monotonic formula, not by its slope, because near
    solid the slope has no bound.
    """
    (outside, outside_by), (length, length_by), (mass, mass_by) = (
        outside_diameter_m,
        developed_length_m,
        mass_kg,
    )
    largest = float(bore_from_mass(outside + outside_by, length + length_by, mass - mass_by))
    try:
        smallest = float(bore_from_mass(outside - outside_by, length - length_by, mass + mass_by))
    except InputError:
        smallest = 0.0
    return smallest, largest
