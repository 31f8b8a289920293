"""Quantities as fitters write them: fractions, feet and inches, pounds, kilograms.

`read_quantity` turns what was typed into an SI number, or says what it could not
read; `write_quantity` turns an SI number into text with the digits its tolerance
supports.
"""

from __future__ import annotations

import functools
import math
import re
from collections.abc import Callable
from dataclasses import dataclass, replace
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
    FORCE = "force"
    AREA = "area"
    TORQUE = "torque"
    PRESSURE = "pressure"
    #: How far a vehicle has gone.
    DISTANCE = "distance"


class Units(StrEnum):
    """What numbers are shown in first, and what a bare one means."""

    METRIC = "metric"
    INCH = "inch"

    @property
    def label(self) -> str:
        """The units themselves."""
        return {"metric": "mm, kg, N·m", "inch": "in, lb, lbf·ft"}[self.value]


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
    decimals : int
        Most decimals it is ever shown with.
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
    decimals: int
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
#: A kilogram of force is read, since scales say it, and never written.
_FORCES = {
    "n": "N",
    "kn": "kN",
    "lb": "force_pound",
    "kg": "kilogram_force",
    "kgf": "kilogram_force",
}
_TORQUES = {
    "n·m": "N*m",
    "ft·lb": "force_pound*foot",
    # Wrong, and on half of all wrenches.
    "ft/lb": "force_pound*foot",
    "in·lb": "force_pound*inch",
    "in/lb": "force_pound*inch",
}
_PRESSURES = {
    "kpa": "kPa",
    "bar": "bar",
    "psi": "force_pound/inch**2",
    "mpa": "MPa",
    "kg/cm²": "kilogram_force/cm**2",
    "kgf/cm²": "kilogram_force/cm**2",
}
_DISTANCES = {"km": "km", "mi": "mile"}
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
        "m", "mm", 1e3, "mm", 0, _LENGTHS, "1040 mm, 41 in, 3 ft 5 in or 40 15/16 in"
    ),
    Dimension.SMALL_LENGTH: _Writing(
        "m", "mm", 1e3, "mm", 1, _LENGTHS, "34.9 mm, 1 3/8 in or 1.375 in"
    ),
    Dimension.MASS: _Writing("kg", "kg", 1.0, "kg", 0, _MASSES, "3120 kg, 6,880 lb or 3.12 t"),
    Dimension.RATE: _Writing(
        "N/m", "n/mm", 1e-3, "N/mm", 0, _RATES, "210 N/mm, 1,200 lb/in or 6 kN/mm"
    ),
    Dimension.PURE: _Writing("", "", 1.0, "", 2, {"": ""}, "1.1"),
    Dimension.SHIFT: _Writing("m", "mm", 1e3, "mm", 0, _LENGTHS, "120 mm, -2 in or 0", signed=True),
    Dimension.ANGLE: _Writing(
        "rad",
        "deg",
        math.degrees(1),
        "°",
        2,
        {"deg": "deg", "rad": "rad"},
        "1.4 deg or -0.3 deg",
        signed=True,
    ),
    Dimension.FREQUENCY: _Writing("Hz", "hz", 1.0, "Hz", 2, {"hz": "Hz"}, "0.8 Hz"),
    Dimension.INERTIA: _Writing(
        "kg*m**2", "kg·m²", 1.0, "kg·m²", 0, {"kg·m²": "kg*m**2"}, "8500 kg m2"
    ),
    Dimension.ROLL_DAMPING: _Writing(
        "N*m*s",
        "kn·m·s",
        1e-3,
        "kN·m·s",
        1,
        {
            "kn·m·s": "kN*m*s",
            "kn·m·s/rad": "kN*m*s",
            "n·m·s": "N*m*s",
            "n·m·s/rad": "N*m*s",
        },
        "7.5 kN m s",
    ),
    Dimension.SPEED: _Writing("m/s", "m/s", 1.0, "m/s", 1, _SPEEDS, "12 m/s, 45 km/h or 25 kn"),
    Dimension.TORQUE: _Writing(
        "N*m", "n·m", 1.0, "N·m", 0, _TORQUES, "110 N m, 81 ft-lb or 90 in-lb"
    ),
    Dimension.AREA: _Writing(
        "m**2", "m²", 1.0, "m²", 1, {"m²": "m**2", "ft²": "foot**2"}, "19.5 m2 or 210 ft2"
    ),
    Dimension.FORCE: _Writing("N", "n", 1.0, "N", 0, _FORCES, "2000 N, 2 kN or 450 lbf"),
    Dimension.DISTANCE: _Writing("m", "km", 1e-3, "km", 0, _DISTANCES, "82,000 km or 51,000 mi"),
    Dimension.PRESSURE: _Writing(
        "Pa", "kpa", 1e-3, "kPa", 0, _PRESSURES, "550 kPa, 80 psi or 5.5 bar"
    ),
}


def _inch(writing: _Writing, bare: str, symbol: str, decimals: int) -> _Writing:
    per = 1.0 / si_per(writing.units[bare], writing.si)
    return replace(writing, bare=bare, shown_per_si=per, symbol=symbol, decimals=decimals)


@functools.cache
def _writing(dimension: Dimension, units: Units) -> _Writing:
    """How a dimension is read and written where these units are preferred."""
    writing = _WRITINGS[dimension]
    other = _IN_INCHES.get(dimension)
    return writing if units is Units.METRIC or other is None else _inch(writing, *other)


#: What is another unit where inches are preferred: bare unit, symbol and most decimals.
_IN_INCHES = {
    Dimension.LENGTH: ("in", "in", 2),
    Dimension.SMALL_LENGTH: ("in", "in", 3),
    Dimension.SHIFT: ("in", "in", 2),
    Dimension.MASS: ("lb", "lb", 0),
    Dimension.RATE: ("lb/in", "lb/in", 0),
    Dimension.SPEED: ("mi/h", "mph", 0),
    Dimension.TORQUE: ("ft·lb", "lbf·ft", 0),
    Dimension.AREA: ("ft²", "ft²", 0),
    Dimension.FORCE: ("lb", "lbf", 0),
    Dimension.DISTANCE: ("mi", "mi", 0),
    Dimension.PRESSURE: ("psi", "psi", 0),
}


@dataclass(frozen=True)
class Shown:
    """How a dimension stands on a page.

    Attributes
    ----------
    per : float
        Shown number for one of SI.
    symbol : str
        Its unit.
    most : int
        Most decimals.
    """

    per: float
    symbol: str
    most: int


def shown(dimension: Dimension, units: Units) -> Shown:
    """Return how a dimension stands on a page, for those who show numbers elsewhere.

    Parameters
    ----------
    dimension : Dimension
        Any.
    units : Units
        Preferred ones.
    """
    writing = _writing(dimension, units)
    return Shown(writing.shown_per_si, writing.symbol, writing.decimals)


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
def si_per(unit: str, si: str) -> float:
    """Return how many of one unit another is, both by pint's names.

    Parameters
    ----------
    unit, si : str
        Of one dimension; an empty unit is one.
    """
    if not unit:
        return 1.0
    return float(_registry().Quantity(1.0, unit).to(si).magnitude)


def read_quantity(text: str, dimension: Dimension, field: str = "value") -> float:
    """Return the SI value of a quantity as a fitter types it.

    Parameters
    ----------
    text : str
        ``1 3/8``, ``1-3/8"``, ``34,9mm``, ``2 ft 3 in``, ``12'-6"``, ``1,250 lb``, ``~210 N/mm``.
        A bare number is millimetres, kilograms or newtons per millimetre, see `with_unit` where
        others are preferred; a bare fraction is inches.
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


_BARE = re.compile(r"^[~]?[-+−]?\d[\d.,\s]*(?:(?:±|\+/?-)\s*\d[\d.,]*)?$")


def with_unit(text: str, dimension: Dimension, units: Units) -> str:
    """Return what was typed with the unit that a bare number means where these are preferred.

    Parameters
    ----------
    text : str
        As typed; what has a unit, or is a fraction, stays as it is.
    dimension : Dimension
        What it is of.
    units : Units
        Preferred ones.
    """
    writing = _writing(dimension, units)
    own = units is not Units.METRIC and dimension in _IN_INCHES
    return f"{text.strip()} {writing.symbol}" if own and _BARE.match(text.strip()) else text


def read_with_its_unit(text: str, dimension: Dimension, field: str) -> float:
    """Return the SI value of what was typed, which must say its unit itself.

    What is sent later than it is typed cannot rest on the units that somebody prefers by then.

    Parameters
    ----------
    text : str
        As typed, the unit that stood beside its field included.
    dimension : Dimension
        What it is of.
    field : str
        Name put into the error.

    Raises
    ------
    InputError
        As for `read_quantity`; a number without a unit, where everybody's is not the same.
    """
    metric, inch = (_writing(dimension, units).symbol for units in Units)
    if metric != inch and _BARE.match(text.strip()):
        raise InputError(
            field, f"Read “{text.strip()[:40]}” without a unit; write {metric} or {inch} behind it."
        )
    return read_quantity(text, dimension, field)


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
    found = value * si_per(writing.units[unit], writing.si) if unit != _FEET_AND_INCHES else value
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
        metres = [si_per("foot", "m"), si_per("inch", "m")]
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
    return _with_symbol(f"{shown:,.{digits}f}", writing)


def _with_symbol(text: str, writing: _Writing) -> str:
    """Digits parted by commas, with thin spaces and their unit as they stand on a page."""
    digits = text.replace(",", "\u202f")
    gap = "" if writing.symbol == "°" else " "
    return f"{digits}{gap}{writing.symbol}".strip()


def write_range(low_si: float, high_si: float, dimension: Dimension) -> str:
    """Return a range in words, both ends rounded inward to two digits, so that both are accepted.

    Parameters
    ----------
    low_si, high_si : float
        Ends in SI units.
    dimension : Dimension
        What they are of.
    """
    writing = _WRITINGS[dimension]
    ends = (
        _with_symbol(_two_digits(end * writing.shown_per_si, inward), writing)
        for end, inward in ((low_si, math.ceil), (high_si, math.floor))
    )
    return "between {} and {}".format(*ends)


def _two_digits(value: float, inward: Callable[[float], int]) -> str:
    if value == 0:
        return "0"
    power = math.floor(math.log10(abs(value))) - 1
    # What two digits hold exactly is not moved by the last bit of a float.
    count = value / 10.0**power
    whole = round(count) if math.isclose(count, round(count), rel_tol=1e-9) else inward(count)
    found = f"{whole * 10.0**power:,.{max(0, -power)}f}"
    return found.rstrip("0").rstrip(".") if "." in found else found
