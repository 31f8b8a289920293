"""Rates that depend on a pressure: air bags and tyres."""

from __future__ import annotations

import re
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray, above_zero, number, zero_or_more
from axlecore.quantities.sentences import kpa, metres, mm
from axlecore.quantities.units import GRAVITY_M_S2

#: 225/70 R19.5, LT245/75R16, 265/70-17: section [mm], aspect [%], rim [in].
_TYRE_SIZE = re.compile(r"(?<!\d)(\d{3})\s*/\s*(\d{2,3})\s*[A-Z-]*\s*(\d{2}(?:[.,]5)?)(?!\d)")
_INCH_M = 0.0254
#: 37x12.50 R17: over all [in], section [in], rim [in].
_FLOTATION = re.compile(r"(?<!\d)(\d{2})\s*X\s*(\d{1,2}(?:[.,]\d{1,2})?)\s*[A-Z-]*\s*(\d{2})(?!\d)")

#: Standard atmosphere [Pa], ISO 2533.
ATMOSPHERE_PA = 101_325.0
#: Exponent of air in a bag that rocks at about 1 Hz: between slow (1) and insulated (1.4).
USUAL_POLYTROPE = 1.3


def air_bag_rate(
    gauge_pressure_pa: npt.ArrayLike,
    effective_area_m2: npt.ArrayLike,
    volume_m3: npt.ArrayLike,
    area_change_m: npt.ArrayLike = 0.0,
    polytrope: npt.ArrayLike = USUAL_POLYTROPE,
) -> FloatArray:
    """Return the vertical rate of one air bag on its own line.

    Parameters
    ----------
    gauge_pressure_pa : array_like
        Pressure over the atmosphere [Pa], zero or more.
    effective_area_m2, volume_m3 : array_like, broadcast
        Load over gauge pressure [m²], and air in bag and tank [m³], above zero.
    area_change_m : array_like, broadcast
        Gain of effective area per compression, dA/dx [m]; about zero for a rolling lobe,
        above zero for a bellows.
    polytrope : array_like, broadcast
        1 slow, 1.4 insulated.

    Returns
    -------
    ndarray, broadcast shape
        Rate [N/m].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    k = n·(p_g + p_a)·A²/V + p_g·dA/dx, the slope of F = p_g·A along p·V^n = constant.
    Source: Reimpell, Stoll & Betzler, *The Automotive Chassis*,
    2nd ed., ch. 5.3; worked from the gas law.
    """
    pressure = zero_or_more("gauge_pressure_pa", gauge_pressure_pa, "Gauge pressure")
    area = above_zero("effective_area_m2", effective_area_m2, "Effective area")
    volume = above_zero("volume_m3", volume_m3, "Air volume")
    change = number("area_change_m", area_change_m, "Change of area")
    exponent = np.asarray(polytrope, dtype=float)
    if not np.all((exponent >= 1) & (exponent <= 1.4)):
        raise InputError("polytrope", "The exponent of air lies between 1 and 1.4.")
    rate = exponent * (pressure + ATMOSPHERE_PA) * area**2 / volume + pressure * change
    return np.asarray(rate)


def tyre_rate(
    gauge_pressure_pa: npt.ArrayLike,
    section_width_m: npt.ArrayLike,
    aspect_ratio: npt.ArrayLike,
    outside_diameter_m: npt.ArrayLike,
) -> FloatArray:
    """Return the vertical rate of one belted radial tyre at a pressure.

    Parameters
    ----------
    gauge_pressure_pa : array_like
        Inflation pressure [Pa], 100 to 1000 kPa.
    section_width_m, outside_diameter_m : array_like, broadcast
        Size of the tyre [m].
    aspect_ratio : array_like
        Height of its section by its width, 0.25 to 1: 0.75 for a 225/75.

    Returns
    -------
    ndarray, broadcast shape
        Rate [N/m].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    k = 0.00028·P·√(W·D) + 3.45 [kgf/mm] with P in kPa, W and D in mm; W is the width of the
    footprint, (1.03 − 0.4·aspect) of the section's. Fits belted radials to about 10 %, so a rate
    from it is an estimate. Source: Rhyne, "Development of a vertical
    stiffness relationship for belted radial tires", *Tire Science and Technology* 33 (2005).
    """
    pressure, width, aspect, outside = (
        np.asarray(v, dtype=float)
        for v in (gauge_pressure_pa, section_width_m, aspect_ratio, outside_diameter_m)
    )
    if not np.all((pressure >= 1e5) & (pressure <= 1e6)):
        raise InputError("gauge_pressure_pa", f"Tyre pressure must be {kpa(1e5, 1e6):.0f}.")
    if not np.all((width > 0.1) & (width < 0.6)):
        raise InputError("section_width_m", f"Section width must be {mm(0.1, 0.6):.0f}.")
    if not np.all((aspect >= 0.25) & (aspect <= 1.0)):
        raise InputError("aspect_ratio", "The aspect ratio must be 0.25 to 1.")
    if not np.all((outside > width) & (outside < 1.6)):
        raise InputError(
            "outside_diameter_m", f"Tyre diameter must be above its width, below {metres(1.6):g}."
        )
    footprint = (1.03 - 0.4 * aspect) * width
    kgf_per_mm = 0.00028 * pressure / 1e3 * np.sqrt(footprint * outside) * 1e3 + 3.45
    return np.asarray(kgf_per_mm * GRAVITY_M_S2 * 1e3)


@dataclass(frozen=True)
class TyreSize:
    """A tyre by its sidewall.

    Attributes
    ----------
    section_width_m, aspect_ratio, outside_diameter_m : float
        Section [m], its height by its width, and over all [m].
    """

    section_width_m: float
    aspect_ratio: float
    outside_diameter_m: float


def read_tyre_size(text: str) -> TyreSize:
    """Return what a sidewall says of a tyre.

    Parameters
    ----------
    text : str
        ``225/70 R19.5``, ``LT245/75R16``, ``37x12.5 R17``.

    Raises
    ------
    InputError
        ``tyre_size`` where it says no section, aspect and rim.

    Notes
    -----
    Outside diameter = rim + 2·section·aspect. Source: ISO 4000-1.
    """
    plain = text.upper().replace("×", "X")
    metric, flotation = _TYRE_SIZE.search(plain), _FLOTATION.search(plain)
    if metric is not None:
        width, aspect = int(metric[1]) / 1e3, int(metric[2]) / 100
        rim = _number(metric[3]) * _INCH_M
        return TyreSize(width, aspect, rim + 2 * width * aspect)
    if flotation is not None:
        outside, width, rim = (_number(flotation[at]) * _INCH_M for at in (1, 2, 3))
        return TyreSize(width, (outside - rim) / 2 / width, outside)
    raise InputError(
        "tyre_size",
        f"Read “{text[:30]}”; write it as on the sidewall, such as 225/70 R19.5 or 37x12.5 R17.",
    )


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def check_tyre_size(text: str) -> None:
    """Raise InputError unless a text is what a sidewall says.

    Parameters
    ----------
    text : str
        As typed.
    """
    read_tyre_size(text)
