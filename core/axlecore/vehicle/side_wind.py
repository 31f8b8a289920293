"""Side force of a crosswind on a body, from its side profile."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray, above_zero, number, zero_or_more
from axlecore.quantities.measure import Measured, Record, check_places, place
from axlecore.quantities.sentences import metres, mm
from axlecore.quantities.units import Dimension

#: Air at 15 °C at sea level [kg/m³], ISO 2533.
AIR_DENSITY_KG_M3 = 1.225
_MOST_BLOCKS = 12
#: Specific gas constant of dry air [J/(kg·K)], ISO 2533.
_AIR_GAS_CONSTANT = 287.05287


@dataclass(frozen=True)
class ProfileBlock(Record):
    """One upright rectangle of the side profile.

    Attributes
    ----------
    length_m : Measured
        Along the vehicle [m].
    bottom_m, top_m : Measured
        Heights above ground [m].
    """

    length_m: Measured = place("Block length", Dimension.LENGTH, 0.1, 15.0)
    bottom_m: Measured = place("Block underside height", Dimension.LENGTH, 0.0, 3.0)
    top_m: Measured = place("Block top height", Dimension.LENGTH, 0.3, 4.5)

    def __post_init__(self) -> None:
        check_places(self)
        if not self.top_m.value > self.bottom_m.value:
            raise InputError(
                "top_m",
                f"Top {mm(self.top_m.value):.0f} is not above the underside "
                f"{mm(self.bottom_m.value):.0f}.",
            )


@dataclass(frozen=True)
class SideProfile(Record):
    """The vehicle from the side: blocks one behind the other, from the front bumper.

    Attributes
    ----------
    front_overhang_m : Measured
        Front bumper to front axle [m].
    blocks : tuple of ProfileBlock
        Front to back, each starting where the last one ends.
    side_force_coefficient : Measured
        Across the road: about 1.1 for box bodies, 0.9 for rounded ones.
    """

    blocks: tuple[ProfileBlock, ...]
    front_overhang_m: Measured = place("Front overhang", Dimension.LENGTH, 0.1, 4.0)
    side_force_coefficient: Measured = place("Side force coefficient", Dimension.PURE, 0.3, 2.0)

    def __post_init__(self) -> None:
        check_places(self)
        if not 1 <= len(self.blocks) <= _MOST_BLOCKS:
            raise InputError("blocks", f"Draw the side with 1 to {_MOST_BLOCKS} blocks.")


@dataclass(frozen=True)
class SideArea(Record):
    """What the wind pushes on.

    Attributes
    ----------
    area_m2 : float
        Side area [m²].
    centre_height_m : float
        Of its centre above ground [m].
    centre_behind_front_axle_m : float
        Of its centre [m].
    """

    area_m2: float
    centre_height_m: float
    centre_behind_front_axle_m: float


def side_area(profile: SideProfile) -> SideArea:
    """Return area and centre of a side profile.

    Parameters
    ----------
    profile : SideProfile
        Blocks from the front bumper backwards.

    Returns
    -------
    SideArea
        Area [m²] and centre [m].
    """
    length, bottom, top = (
        np.array([number.value for number in numbers])
        for numbers in zip(
            *((block.length_m, block.bottom_m, block.top_m) for block in profile.blocks),
            strict=True,
        )
    )
    area, height, behind = block_area(length, bottom, top, profile.front_overhang_m.value)
    return SideArea(float(area), float(height), float(behind))


def block_area(
    length_m: FloatArray, bottom_m: FloatArray, top_m: FloatArray, front_overhang_m: npt.ArrayLike
) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Return area, centre height and centre behind the front axle of blocks in a row.

    Parameters
    ----------
    length_m, bottom_m, top_m : ndarray, (..., blocks)
        Front to back [m].
    front_overhang_m : array_like, (...)
        Front bumper to front axle [m].
    """
    middle = np.cumsum(length_m, axis=-1) - length_m / 2
    areas = length_m * (top_m - bottom_m)
    total = areas.sum(axis=-1)
    return (
        np.asarray(total),
        np.asarray((areas * (top_m + bottom_m) / 2).sum(axis=-1) / total),
        np.asarray((areas * middle).sum(axis=-1) / total - front_overhang_m),
    )


def side_force(
    area_m2: npt.ArrayLike,
    coefficient: npt.ArrayLike,
    road_speed_m_s: npt.ArrayLike,
    wind_speed_m_s: npt.ArrayLike,
    air_density_kg_m3: npt.ArrayLike = AIR_DENSITY_KG_M3,
) -> FloatArray:
    """Return the force across the road from a wind square to it.

    Parameters
    ----------
    area_m2 : array_like
        Side area [m²], above zero.
    coefficient : array_like, broadcast
        Side force coefficient C_s, above zero.
    road_speed_m_s, wind_speed_m_s : array_like, broadcast
        Speeds [m/s], zero or more.
    air_density_kg_m3 : array_like, broadcast
        Air density [kg/m³], above zero.

    Returns
    -------
    ndarray, broadcast shape
        Side force [N]; zero without wind.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    F = ½ρAC_s·V_rel·V_w with V_rel² = V² + V_w², that is C(β) = C_s·sin β with β the
    relative yaw angle. Good for yaw angles up to about 40°, beyond that high.
    Source: Hucho (ed.), *Aerodynamics of Road Vehicles*, 4th ed., ch. 5.
    """
    push = _push_per_speed_squared(area_m2, coefficient, air_density_kg_m3)
    road = zero_or_more("road_speed_m_s", road_speed_m_s, "Road speed")
    wind = zero_or_more("wind_speed_m_s", wind_speed_m_s, "Wind speed")
    return np.asarray(push * np.hypot(road, wind) * wind)


def _push_per_speed_squared(
    area_m2: npt.ArrayLike, coefficient: npt.ArrayLike, air_density_kg_m3: npt.ArrayLike
) -> FloatArray:
    """½ρAC_s [kg/m]."""
    area = above_zero("area_m2", area_m2, "Side area")
    factor = above_zero("coefficient", coefficient, "Side force coefficient")
    density = above_zero("air_density_kg_m3", air_density_kg_m3, "Air density")
    return np.asarray(0.5 * density * area * factor)


def air_density(
    altitude_m: npt.ArrayLike = 0.0, temperature_k: npt.ArrayLike = 288.15
) -> FloatArray:
    """Return the density of dry air at a height and a temperature.

    Parameters
    ----------
    altitude_m : array_like
        Above sea level [m], −500 to 6000.
    temperature_k : array_like, broadcast
        Of the air there [K], 220 to 330.

    Returns
    -------
    ndarray, broadcast shape
        Density [kg/m³].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    ρ = p/(R·T) with the pressure of the standard atmosphere at that height,
    p = 101 325 Pa·(1 − 2.25577·10⁻⁵·h)^5.25588. Source: ISO 2533.
    """
    altitude, temperature = (np.asarray(v, dtype=float) for v in (altitude_m, temperature_k))
    if not np.all((altitude >= -500) & (altitude <= 6000)):
        raise InputError("altitude_m", f"Altitude must be {metres(-500, 6000):.0f}.")
    if not np.all((temperature >= 220) & (temperature <= 330)):
        raise InputError("temperature_k", "Air temperature must be −53 to 57 °C.")
    pressure = 101_325.0 * (1 - 2.25577e-5 * altitude) ** 5.25588
    return np.asarray(pressure / (_AIR_GAS_CONSTANT * temperature))


def side_force_at_angle(
    area_m2: npt.ArrayLike,
    coefficient: npt.ArrayLike,
    road_speed_m_s: npt.ArrayLike,
    wind_speed_m_s: npt.ArrayLike,
    wind_angle_rad: npt.ArrayLike,
    air_density_kg_m3: npt.ArrayLike = AIR_DENSITY_KG_M3,
) -> FloatArray:
    """Return the force across the road from a wind at any angle to it.

    Parameters
    ----------
    area_m2, coefficient : array_like
        Side area [m²] and side force coefficient, above zero.
    road_speed_m_s, wind_speed_m_s : array_like, broadcast
        Speeds [m/s], zero or more.
    wind_angle_rad : array_like, broadcast
        Where the wind comes from: 0 from ahead, π/2 square from the left, π from behind.
    air_density_kg_m3 : array_like, broadcast
        Air density [kg/m³], above zero.

    Returns
    -------
    ndarray, broadcast shape
        Side force [N], away from where the wind comes; below zero for wind from the right.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    F = ½ρAC_s·V_rel·V_across by components: across V_w·sin α, along V + V_w·cos α.
    A square wind gives `side_force`. Source: Hucho (ed.), *Aerodynamics of Road Vehicles*,
    4th ed., ch. 5.
    """
    road = zero_or_more("road_speed_m_s", road_speed_m_s, "Road speed")
    wind = zero_or_more("wind_speed_m_s", wind_speed_m_s, "Wind speed")
    angle = number("wind_angle_rad", wind_angle_rad, "Wind angle")
    across, along = wind * np.sin(angle), road + wind * np.cos(angle)
    # The push at rest in wind of that speed from abeam, scaled to the real relative wind.
    pressed = side_force(area_m2, coefficient, np.abs(along), np.abs(across), air_density_kg_m3)
    return np.asarray(np.sign(across) * pressed)


def wind_for_force(
    force_n: npt.ArrayLike,
    area_m2: npt.ArrayLike,
    coefficient: npt.ArrayLike,
    road_speed_m_s: npt.ArrayLike,
    air_density_kg_m3: npt.ArrayLike = AIR_DENSITY_KG_M3,
) -> FloatArray:
    """Return the square wind that pushes with a force.

    Parameters
    ----------
    force_n : array_like
        Side force [N], zero or more.
    area_m2, coefficient, road_speed_m_s, air_density_kg_m3 : array_like, broadcast
        As for `side_force`.

    Returns
    -------
    ndarray, broadcast shape
        Wind speed [m/s].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    The inverse of `side_force`: V_w² = ½(√(V⁴ + 4q²) − V²) with q = 2F/(ρAC_s). Derived from
    `side_force`, solved for the wind.
    """
    force = zero_or_more("force_n", force_n, "Side force")
    road = zero_or_more("road_speed_m_s", road_speed_m_s, "Road speed")
    q = force / _push_per_speed_squared(area_m2, coefficient, air_density_kg_m3)
    # Written without the difference, which loses all digits in a light wind at speed.
    squared = 2 * q**2 / (np.sqrt(road**4 + 4 * q**2) + road**2 + np.finfo(float).tiny)
    return np.asarray(np.sqrt(squared))
