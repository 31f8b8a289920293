"""Side force of a crosswind on a body, from its side profile."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.measure import Measured, Record, check_places, place
from axlecore.section import FloatArray
from axlecore.units import Dimension

#: Air at 15 °C at sea level [kg/m³], ISO 2533.
AIR_DENSITY_KG_M3 = 1.225
_MOST_BLOCKS = 12


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
                f"Top {self.top_m.value * 1e3:.0f} mm is not above the underside "
                f"{self.bottom_m.value * 1e3:.0f} mm.",
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
    length = np.array([block.length_m.value for block in profile.blocks])
    bottom = np.array([block.bottom_m.value for block in profile.blocks])
    top = np.array([block.top_m.value for block in profile.blocks])
    middle = np.cumsum(length) - length / 2 - profile.front_overhang_m.value
    areas = length * (top - bottom)
    total = float(areas.sum())
    return SideArea(
        area_m2=total,
        centre_height_m=float((areas * (top + bottom) / 2).sum() / total),
        centre_behind_front_axle_m=float((areas * middle).sum() / total),
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
    area, factor, road, wind, density = (
        np.asarray(v, dtype=float)
        for v in (area_m2, coefficient, road_speed_m_s, wind_speed_m_s, air_density_kg_m3)
    )
    for field, value, label in (
        ("area_m2", area, "Side area"),
        ("coefficient", factor, "Side force coefficient"),
        ("air_density_kg_m3", density, "Air density"),
    ):
        if not np.all(value > 0):
            raise InputError(field, f"{label} must be above zero.")
    for field, value, label in (
        ("road_speed_m_s", road, "Road speed"),
        ("wind_speed_m_s", wind, "Wind speed"),
    ):
        if not np.all(value >= 0):
            raise InputError(field, f"{label} must be zero or more.")
    return np.asarray(0.5 * density * area * factor * np.hypot(road, wind) * wind)
