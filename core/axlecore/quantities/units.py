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
from fractions import Fraction
from typing import TYPE_CHECKING

from axlecore.errors import InputError

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
    """How one dimension is read and written."""

    si: str
    bare: str
    shown: str
    shown_per_si: float
    symbol: str
    units: dict[str, str]
    example: str
    signed: bool = False


_LENGTH_UNITS = {
    "mm": "mm",
    "millimetre": "mm",
    "millimeter": "mm",
    "millimetres": "mm",
    "millimeters": "mm",
    "cm": "cm",
    "m": "m",
    "metre": "m",
    "meter": "m",
    "metres": "m",
    "meters": "m",
    "in": "inch",
    "inch": "inch",
    "inches": "inch",
    '"': "inch",
    "''": "inch",
    "”": "inch",
    "ft": "foot",
    "foot": "foot",
    "feet": "foot",
    "'": "foot",
    "’": "foot",
}
_MASS_UNITS = {
    "kg": "kg",
    "kilo": "kg",
    "kilos": "kg",
    "kilogram": "kg",
    "kilograms": "kg",
    "t": "metric_ton",
    "tonne": "metric_ton",
    "tonnes": "metric_ton",
    "lb": "pound",
    "lbs": "pound",
    "pound": "pound",
    "pounds": "pound",
}
_RATE_UNITS = {
    "n/mm": "N/mm",
    "kn/mm": "kN/mm",
    "kn/m": "kN/m",
    "n/m": "N/m",
    "lb/in": "force_pound/inch",
    "lbs/in": "force_pound/inch",
    "lbf/in": "force_pound/inch",
}

#: One row a dimension: the only place that says what may be written for it.
_WRITINGS = {
    Dimension.LENGTH: _Writing(
        "m", "mm", "mm", 1e3, "mm", _LENGTH_UNITS, '1040 mm, 41 in, 3 ft 5 in or 40 15/16"'
    ),
    Dimension.SMALL_LENGTH: _Writing(
        "m", "mm", "mm", 1e3, "mm", _LENGTH_UNITS, '34.9 mm, 1 3/8" or 1.375 in'
    ),
    Dimension.MASS: _Writing(
        "kg", "kg", "kg", 1.0, "kg", _MASS_UNITS, "3120 kg, 6,880 lb or 3.12 t"
    ),
    Dimension.RATE: _Writing(
        "N/m", "N/mm", "N/mm", 1e-3, "N/mm", _RATE_UNITS, "210 N/mm, 1,200 lb/in or 6 kN/mm"
    ),
    Dimension.PURE: _Writing("", "", "", 1.0, "", {"": ""}, "1.1"),
    Dimension.SHIFT: _Writing(
        "m", "mm", "mm", 1e3, "mm", _LENGTH_UNITS, "120 mm, -2 in or 0", signed=True
    ),
    Dimension.ANGLE: _Writing(
        "rad",
        "deg",
        "deg",
        math.degrees(1),
        "°",
        {"°": "deg", "deg": "deg", "degree": "deg", "degrees": "deg", "rad": "rad"},
        "1.4° or -0.3 deg",
        signed=True,
    ),
    Dimension.FREQUENCY: _Writing("Hz", "Hz", "Hz", 1.0, "Hz", {"hz": "Hz", "/s": "Hz"}, "0.8 Hz"),
    Dimension.INERTIA: _Writing(
        "kg*m**2",
        "kg*m**2",
        "kg*m**2",
        1.0,
        "kg·m²",
        {"kg·m²": "kg*m**2", "kgm²": "kg*m**2"},
        "8500 kg·m²",
    ),
    Dimension.ROLL_DAMPING: _Writing(
        "N*m*s",
        "kN*m*s",
        "kN*m*s",
        1e-3,
        "kN·m·s",
        {"kn·m·s": "kN*m*s", "knms": "kN*m*s"},
        "7.5 kN·m·s",
    ),
    Dimension.SPEED: _Writing(
        "m/s",
        "m/s",
        "m/s",
        1.0,
        "m/s",
        {
            "m/s": "m/s",
            "km/h": "km/h",
            "kmh": "km/h",
            "kph": "km/h",
            "mph": "mile/hour",
            "kn": "knot",
            "kt": "knot",
            "knots": "knot",
        },
        "12 m/s, 45 km/h or 25 kn",
    ),
    Dimension.TORQUE: _Writing(
        "N*m",
        "N*m",
        "N*m",
        1.0,
        "N·m",
        {
            "n·m": "N*m",
            "nm": "N*m",
            "lbf·ft": "force_pound*foot",
            "lbft": "force_pound*foot",
            "ft·lb": "force_pound*foot",
            "ftlb": "force_pound*foot",
            "lb·ft": "force_pound*foot",
            "lbf·in": "force_pound*inch",
            "inlb": "force_pound*inch",
            "lb·in": "force_pound*inch",
        },
        "110 N·m, 81 lbf·ft or 90 lbf·in",
    ),
}

# Thousands may be set apart by a comma or by the thin space that we write ourselves.
_NUMBER = r"(?:\d{1,3}(?:[,\s]\d{3}(?![\d/]))+(?:\.\d+)?|\d+\.?\d*|\.\d+)"
_TERM = re.compile(
    rf"""\s*
    (?: (?P<only_num>\d+)/(?P<only_den>\d+)
      | (?P<whole>{_NUMBER}) (?: (?:\s+|-) (?P<num>\d+)/(?P<den>\d+) )?
    )
    \s* (?P<unit>[A-Za-z"'’”°·²]+(?:/[A-Za-z]+)?|/s)? \s*""",
    re.VERBOSE,
)
_UNICODE_FRACTIONS = {
    "½": "1/2",
    "¼": "1/4",
    "¾": "3/4",
    "⅛": "1/8",
    "⅜": "3/8",
    "⅝": "5/8",
    "⅞": "7/8",
}


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


def _number(match: re.Match[str], field: str, text: str) -> float:
    try:
        if match["only_num"]:
            return float(Fraction(int(match["only_num"]), int(match["only_den"])))
        whole = float(re.sub(r"[,\s]", "", match["whole"]))
        if not match["num"]:
            return whole
        if "." in match["whole"] or int(match["num"]) >= int(match["den"]):
            raise InputError(
                field, f"Read “{text}”: write a mixed fraction as 1 3/8, top below bottom."
            )
        return whole + float(Fraction(int(match["num"]), int(match["den"])))
    except ZeroDivisionError:
        raise InputError(field, f"Read “{text}”: a fraction cannot be over zero.") from None


def _terms(text: str, field: str, example: str) -> list[re.Match[str]]:
    cleaned = text.strip()
    for sign, plain in _UNICODE_FRACTIONS.items():
        cleaned = re.sub(rf"(?<=\d){sign}", f" {plain}", cleaned).replace(sign, plain)
    found: list[re.Match[str]] = []
    at = 0
    while at < len(cleaned):
        match = _TERM.match(cleaned, at)
        if match is None or match.end() == at or len(found) == 2:
            raise InputError(field, f"Could not read “{text}”. Write {example}.")
        found.append(match)
        at = match.end()
    if not found:
        raise InputError(field, f"Nothing was entered. Write {example}.")
    return found


def read_quantity(text: str, dimension: Dimension, field: str = "value") -> float:
    """Return the SI value of a quantity as a fitter types it.

    Parameters
    ----------
    text : str
        ``1 3/8``, ``1-3/8"``, ``34.9mm``, ``2 ft 3 in``, ``1,250 lb``, ``210 N/mm``. A bare
        number is millimetres, kilograms or newtons per millimetre; a bare fraction is inches.
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
        Says what was read and what would be accepted. Exponents and expressions are
        refused, and signs too but for shifts and angles, which go either way of a datum.

    Notes
    -----
    Conversion factors come from pint's definitions (NIST SP 811).
    """
    writing = _WRITINGS[dimension]
    if len(text) > LONGEST_TEXT:
        raise InputError(field, f"Read {len(text)} characters. Write {writing.example}.")
    sign, unsigned = 1.0, text
    if re.match(r"\s*[-−+]", text) and writing.signed:
        sign, unsigned = (1.0 if "+" in text[:2] else -1.0), text.strip()[1:]
    elif re.match(r"\s*[-−]", text):
        raise InputError(field, f"Read “{text}”: must be above zero. Write {writing.example}.")
    matches = _terms(unsigned, field, writing.example)
    total, units = 0.0, []
    for match in matches:
        fraction = bool(match["num"] or match["only_num"])
        typed = (match["unit"] or "").lower()
        if not typed and fraction and writing.si == "m":
            typed = "in"
        name = writing.units.get(typed) if typed else writing.bare
        if name is None:
            raise InputError(
                field,
                f"Read “{text}”: unit “{match['unit']}” does not fit. Write {writing.example}.",
            )
        units.append(name)
        total += _number(match, field, text) * _si_per(name, writing.si)
    if len(units) == 2 and units != ["foot", "inch"]:
        raise InputError(
            field, f"Read “{text}”: two numbers only go together as feet and inches, 2 ft 3 in."
        )
    if not math.isfinite(total):
        raise InputError(field, f"Read “{text}”: too large. Write {writing.example}.")
    return sign * total


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
