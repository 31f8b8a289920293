"""Quantities as fitters write them: fractions, feet and inches, pounds, kilograms.

`read_quantity` turns what was typed into an SI number, or says what it could not
read; `write_quantity` turns an SI number into text with the digits its tolerance
supports.
"""

from __future__ import annotations

import functools
import math
import re
from dataclasses import dataclass
from enum import StrEnum
from typing import TYPE_CHECKING

from axlecore.errors import InputError
from axlecore.quantities.spelling import PIECE, fraction_of, number_of, plain, unit_of

if TYPE_CHECKING:
    import pint

#: Standard gravity [m/s²], CGPM 1901.
GRAVITY_M_S2 = 9.80665

#: No typed quantity of this trade is longer; longer text is refused before it is parsed.
LONGEST_TEXT = 60


class Dimension(StrEnum):
    """What kind of quantity a number is; decides which units may be written."""

    LENGTH = "length"
    SMALL_LENGTH = "small_length"
    MASS = "mass"
    RATE = "rate"
    PURE = "pure"
    #: A length either way of a datum: lift or lowering, left or right, behind or ahead.
    SHIFT = "shift"
    ANGLE = "angle"
    FREQUENCY = "frequency"
    INERTIA = "inertia"
    ROLL_DAMPING = "roll_damping"
    SPEED = "speed"
    TORQUE = "torque"


@dataclass(frozen=True)
class _Writing:
    """How one dimension is read and written.

    Attributes
    ----------
    si : str
        Unit it is kept in, by pint's name.
    bare : str
        Unit meant where none is written, in the spelling of `spelling.unit_of`.
    shown_per_si : float
        Factor from the kept to the shown number.
    symbol : str
        Shown unit.
    units : dict
        Pint's names by spelling.
    example : str
        What can be typed, on any keyboard.
    signed : bool
        It goes either way of a datum.
    """

    si: str
    bare: str
    shown_per_si: float
    symbol: str
    units: dict[str, str]
    example: str
    signed: bool = False


_LENGTHS = {"mm": "mm", "cm": "cm", "m": "m", "in": "inch", "ft": "foot"}
_MASSES = {"kg": "kg", "t": "metric_ton", "lb": "pound"}
_RATES = {
    "n/mm": "N/mm",
    "kn/mm": "kN/mm",
    "kn/m": "kN/m",
    "n/m": "N/m",
    "lb/in": "force_pound/inch",
    "kg/mm": "kilogram_force/mm",
    "kgf/mm": "kilogram_force/mm",
}
_TORQUES = {
    "n·m": "N*m",
    "ft·lb": "force_pound*foot",
    # Wrong, and on half of all wrenches.
    "ft/lb": "force_pound*foot",
    "in·lb": "force_pound*inch",
    "in/lb": "force_pound*inch",
}
_SPEEDS = {
    "m/s": "m/s",
    "km/h": "km/h",
    "mi/h": "mile/hour",
    "ft/s": "foot/second",
    "knot": "knot",
    # As sailors abbreviate it; nobody measures a speed in kilonewtons.
    "kn": "knot",
}

#: One row a dimension: the only place that says what may be written for it.
_WRITINGS = {
    Dimension.LENGTH: _Writing(
        "m", "mm", 1e3, "mm", _LENGTHS, "1040 mm, 41 in, 3 ft 5 in or 40 15/16 in"
    ),
    Dimension.SMALL_LENGTH: _Writing(
        "m", "mm", 1e3, "mm", _LENGTHS, "34.9 mm, 1 3/8 in or 1.375 in"
    ),
    Dimension.MASS: _Writing("kg", "kg", 1.0, "kg", _MASSES, "3120 kg, 6,880 lb or 3.12 t"),
    Dimension.RATE: _Writing(
        "N/m", "n/mm", 1e-3, "N/mm", _RATES, "210 N/mm, 1,200 lb/in or 6 kN/mm"
    ),
    Dimension.PURE: _Writing("", "", 1.0, "", {"": ""}, "1.1"),
    Dimension.SHIFT: _Writing("m", "mm", 1e3, "mm", _LENGTHS, "120 mm, -2 in or 0", signed=True),
    Dimension.ANGLE: _Writing(
        "rad",
        "deg",
        math.degrees(1),
        "°",
        {"deg": "deg", "rad": "rad"},
        "1.4 deg or -0.3 deg",
        signed=True,
    ),
    Dimension.FREQUENCY: _Writing("Hz", "hz", 1.0, "Hz", {"hz": "Hz"}, "0.8 Hz"),
    Dimension.INERTIA: _Writing(
        "kg*m**2", "kg·m²", 1.0, "kg·m²", {"kg·m²": "kg*m**2"}, "8500 kg m2"
    ),
    Dimension.ROLL_DAMPING: _Writing(
        "N*m*s",
        "kn·m·s",
        1e-3,
        "kN·m·s",
        {
            "kn·m·s": "kN*m*s",
            "kn·m·s/rad": "kN*m*s",
            "n·m·s": "N*m*s",
            "n·m·s/rad": "N*m*s",
        },
        "7.5 kN m s",
    ),
    Dimension.SPEED: _Writing("m/s", "m/s", 1.0, "m/s", _SPEEDS, "12 m/s, 45 km/h or 25 kn"),
    Dimension.TORQUE: _Writing("N*m", "n·m", 1.0, "N·m", _TORQUES, "110 N m, 81 ft-lb or 90 in-lb"),
}


@dataclass(frozen=True)
class Reading:
    """A quantity with what was said of how well it is known.

    Attributes
    ----------
    value : float
        In SI units.
    tolerance : float or None
        What stood behind ``±`` [SI]; None where nothing did.
    rough : bool
        It was written as about so much, with ``~``.
    """

    value: float
    tolerance: float | None
    rough: bool


@functools.cache
def _registry() -> pint.UnitRegistry[float]:
    # Loaded at first use: the registry costs more than all the rest of the import.
    import pint

    return pint.UnitRegistry(cache_folder=None)


@functools.cache
def _si_per(unit: str, si: str) -> float:
    if not unit:
        return 1.0
    return float(_registry().Quantity(1.0, unit).to(si).magnitude)


def read_quantity(text: str, dimension: Dimension, field: str = "value") -> float:
    """Return the SI value of a quantity as a fitter types it.

    Parameters
    ----------
    text : str
        ``1 3/8``, ``1-3/8"``, ``34,9mm``, ``2 ft 3 in``, ``12'-6"``, ``1,250 lb``, ``~210 N/mm``.
        A bare number is millimetres, kilograms or newtons per millimetre; a bare fraction is
        inches.
    dimension : Dimension
        What is being read; other units are refused.
    field : str
        Name put into the error.

    Returns
    -------
    float
        Value in SI units [m, kg, N/m, rad, Hz, kg·m², N·m·s or none].

    Raises
    ------
    InputError
        Says what was read and what would be accepted. Exponents, expressions and ranges are
        refused, and signs too but for shifts and angles, which go either way of a datum.

    Notes
    -----
    Conversion factors come from pint's definitions (NIST SP 811).
    """
    return read_with_band(text, dimension, field).value


def read_with_band(text: str, dimension: Dimension, field: str = "value") -> Reading:
    """Return a quantity with the band that was typed with it, as ``1050 ± 5 mm``.

    Parameters
    ----------
    text : str
        As for `read_quantity`, with or without ``±`` and what the reading may be off by.
    dimension : Dimension
        What is being read.
    field : str
        Name put into the error.

    Raises
    ------
    InputError
        As for `read_quantity`; a band of a negative size.
    """
    writing = _WRITINGS[dimension]
    if len(text) > LONGEST_TEXT:
        raise InputError(field, f"Read {len(text)} characters. Write {writing.example}.")
    typed = plain(text)
    rough = bool(_ROUGH.match(typed))
    typed = _ROUGH.sub("", typed)
    body, sign, band = (part.strip() for part in _BAND.sub("±", typed).partition("±"))
    if sign and not (body and band):
        raise InputError(field, f"Read “{text}”: a number comes before the ± and one behind it.")
    value, unit = _one(body, text, writing, field)
    if not band:
        return Reading(_checked(value, writing, unit or writing.bare, text, field), None, rough)
    half, band_unit = _one(band, text, writing, field)
    # One unit behind the band is meant for both.
    unit = unit or band_unit or writing.bare
    # Feet and inches are off by inches.
    own = band_unit or ("in" if unit == _FEET_AND_INCHES else unit)
    tolerance = abs(_checked(half, writing, own, text, field))
    return Reading(_checked(value, writing, unit, text, field), tolerance, rough)


#: Two numbers that are one length, already in metres.
_FEET_AND_INCHES = "ft+in"
_ROUGH = re.compile(r"^(?:~|ca\.?(?=[\s\d])|circa\b|approx\.?|about\b)\s*", re.IGNORECASE)
_BAND = re.compile(r"\+\s*/\s*-|\+-")


def _checked(value: float, writing: _Writing, unit: str, text: str, field: str) -> float:
    found = value * _si_per(writing.units[unit], writing.si) if unit != _FEET_AND_INCHES else value
    if not math.isfinite(found):
        raise InputError(field, f"Read “{text}”: too large. Write {writing.example}.")
    return found


def _one(body: str, text: str, writing: _Writing, field: str) -> tuple[float, str]:
    """Return number and unit of one quantity; the unit is empty where none is written."""
    sign, unsigned = 1.0, body
    if body[:1] in ("-", "+"):
        if not writing.signed:
            if body[0] == "-":
                message = f"Read “{text}”: must be above zero. Write {writing.example}."
                raise InputError(field, message)
            raise InputError(field, f"Could not read “{text}”. Write {writing.example}.")
        sign, unsigned = (-1.0 if body[0] == "-" else 1.0), body[1:].strip()
    pieces = _pieces(unsigned, text, writing, field)
    values = [_number(piece, text, writing, field) for piece in pieces]
    units = [_unit(piece, text, writing, field) for piece in pieces]
    if len(pieces) == 2:
        if units[0] != "ft" or units[1] not in ("", "in"):
            raise InputError(
                field,
                f"Read “{text}”: two numbers only go together as feet and inches, 2 ft 3 in.",
            )
        metres = [_si_per("foot", "m"), _si_per("inch", "m")]
        return sign * (values[0] * metres[0] + values[1] * metres[1]), _FEET_AND_INCHES
    unit = units[0]
    if not unit and writing.si == "m" and (pieces[0]["top"] or pieces[0]["only"]):
        unit = "in"
    return sign * values[0], unit


def _pieces(unsigned: str, text: str, writing: _Writing, field: str) -> list[re.Match[str]]:
    found: list[re.Match[str]] = []
    at = 0
    while at < len(unsigned):
        match = PIECE.match(unsigned, at)
        if match is None or match.end() == at or len(found) == 2:
            raise InputError(field, f"Could not read “{text}”. Write {writing.example}.")
        found.append(match)
        at = match.end()
    if not found:
        raise InputError(field, f"Nothing was entered. Write {writing.example}.")
    return found


def _unit(piece: re.Match[str], text: str, writing: _Writing, field: str) -> str:
    unit = unit_of(piece["unit"])
    if unit and unit not in writing.units:
        written = piece["unit"].strip()
        raise InputError(
            field, f"Read “{text}”: unit “{written}” does not fit. Write {writing.example}."
        )
    return unit


def _number(piece: re.Match[str], text: str, writing: _Writing, field: str) -> float:
    if piece["only"]:
        value = fraction_of(piece["only"], piece["under"])
    else:
        value = number_of(piece["whole"])
        if value is None:
            raise InputError(field, f"Could not read “{text}”. Write {writing.example}.")
        if piece["top"]:
            part = fraction_of(piece["top"], piece["bottom"])
            if part is not None and (part >= 1 or not piece["whole"].isdecimal()):
                raise InputError(
                    field, f"Read “{text}”: write a mixed fraction as 1 3/8, top below bottom."
                )
            value = None if part is None else value + part
    if value is None:
        raise InputError(field, f"Read “{text}”: a fraction cannot be over zero.")
    return value


def write_quantity(value_si: float, dimension: Dimension, tolerance_si: float = 0.0) -> str:
    """Return an SI value as text with its unit, in the digits its tolerance supports.

    Parameters
    ----------
    value_si : float
        Value in SI units, as `read_quantity` returns it.
    dimension : Dimension
        What the value is.
    tolerance_si : float
        Half width of its band in the same unit; zero writes three significant digits.

    Returns
    -------
    str
        Such as ``34.9 mm`` or ``3 120 kg``.
    """
    writing = _WRITINGS[dimension]
    shown = value_si * writing.shown_per_si
    # Without a tolerance the third significant digit is the last.
    step = tolerance_si * writing.shown_per_si or abs(shown) / 100
    digits = max(0, min(3, -math.floor(math.log10(step)))) if step > 0 else 0
    text = f"{shown:,.{digits}f}".replace(",", "\u202f")
    gap = "" if writing.symbol == "°" else " "
    return f"{text}{gap}{writing.symbol}".strip()
