"""Quantities in sentences, turned at the last step into the units that their reader prefers.

Sentences are made in metric units, in the digits that a number's band supports. A quantity that
is put into one is told from the words around it by a mark on either side, which shows nothing and
breaks no line: `in_units` turns what stands between two marks and nothing else. What people wrote
holds no mark, whatever it reads like.
"""

from __future__ import annotations

import functools
import math
import re
from dataclasses import dataclass

from axlecore.quantities.units import Dimension, Units, si_per, write_quantity, write_range

#: Stands before and behind a quantity: U+2060, word joiner. No text that people send keeps one.
MARK = "\u2060"


def stated(quantity: str) -> str:
    """Return a quantity in metric units, marked as one.

    Parameters
    ----------
    quantity : str
        Number and unit as they stand, or two numbers that share a unit: ``30 to 1000 mm``.
    """
    return f"{MARK}{quantity}{MARK}"


def stated_quantity(value_si: float, dimension: Dimension, tolerance_si: float = 0.0) -> str:
    """Return what `write_quantity` does, marked as a quantity.

    Parameters
    ----------
    value_si, tolerance_si : float
        As for `write_quantity`.
    dimension : Dimension
        What the value is.
    """
    return stated(write_quantity(value_si, dimension, tolerance_si))


def stated_range(low_si: float, high_si: float, dimension: Dimension) -> str:
    """Return what `write_range` does, marked as a quantity.

    Parameters
    ----------
    low_si, high_si : float
        Ends in SI units.
    dimension : Dimension
        What they are of.
    """
    return stated(write_range(low_si, high_si, dimension))


@dataclass(frozen=True)
class Quantity:
    """One number, or the two ends of a range, for a format string to give digits to.

    Attributes
    ----------
    values : tuple of float
        In the unit shown.
    unit : str
        Its symbol.
    """

    values: tuple[float, ...]
    unit: str

    def __format__(self, digits: str) -> str:
        numbers = " to ".join(format(value, digits or "g") for value in self.values)
        return stated(f"{numbers} {self.unit}")


@dataclass(frozen=True)
class Unit:
    """Makes a quantity of one SI number, or of the two ends of a range.

    Attributes
    ----------
    symbol : str
        As it stands behind a number.
    per_si : float
        Shown number for one of SI.
    """

    symbol: str
    per_si: float

    def __call__(self, *values_si: float) -> Quantity:
        return Quantity(tuple(value * self.per_si for value in values_si), self.symbol)


mm = Unit("mm", 1e3)
metres = Unit("m", 1.0)
km = Unit("km", 1e-3)
square_metres = Unit("m²", 1.0)
kg = Unit("kg", 1.0)
newtons = Unit("N", 1.0)
kilonewtons = Unit("kN", 1e-3)
newton_metres = Unit("N·m", 1.0)
newtons_per_mm = Unit("N/mm", 1e-3)
kpa = Unit("kPa", 1e-3)
m_per_s = Unit("m/s", 1.0)
km_per_h = Unit("km/h", 3.6)

#: Unit as it stands in a sentence, and pint's name of it; what it becomes, and pint's name of that.
_TURNED = {
    "mm": ("mm", "in", "inch"),
    "kg": ("kg", "lb", "pound"),
    "N/mm": ("N/mm", "lb/in", "force_pound/inch"),
    "kN/mm": ("kN/mm", "lb/in", "force_pound/inch"),
    "N·m": ("N*m", "lbf·ft", "force_pound*foot"),
    "km/h": ("km/h", "mph", "mile/hour"),
    "m/s": ("m/s", "mph", "mile/hour"),
    "kPa": ("kPa", "psi", "force_pound/inch**2"),
    "km": ("km", "mi", "mile"),
    "m²": ("m**2", "ft²", "foot**2"),
    "kN": ("kN", "lbf", "force_pound"),
    "N": ("N", "lbf", "force_pound"),
    "m": ("m", "ft", "foot"),
}
_NUMBER = r"(?<![\w.])[+\-−]?\d[\d,\u202f]*(?:\.\d+)?"
_UNIT = "|".join(sorted((re.escape(unit) for unit in _TURNED), key=len, reverse=True))
#: One number, or two that share the unit behind the second: a range, a band.
_QUANTITY = re.compile(
    rf"(?:(?P<first>{_NUMBER})(?P<between> to | ± | and |[–/]| < | > ))?"
    rf"(?P<second>{_NUMBER})(?P<gap>[ \u202f\u00a0])(?P<unit>{_UNIT})(?![\w·/²°])"
)


_STATED = re.compile(f"{MARK}([^{MARK}]*){MARK}")


def in_units(text: str, units: Units) -> str:
    """Return text with the quantities stated in it in the units preferred, and without marks.

    Parameters
    ----------
    text : str
        Sentences with quantities that `stated` or a unit marked; what else they hold stays.
    units : Units
        Preferred ones.

    Notes
    -----
    A number keeps as many digits as one step of its last one is worth. A quantity of a unit that
    both write alike stays: angles, roll stiffness, accelerations.
    """
    if MARK not in text:
        return text
    if units is Units.INCH:
        text = _STATED.sub(lambda found: _QUANTITY.sub(_turned, found[1]), text)
    return text.replace(MARK, "")


def _turned(found: re.Match[str]) -> str:
    factor, symbol = _factor(found["unit"])
    second = _number(found["second"], factor)
    if found["first"] is None:
        return f"{second}{found['gap']}{symbol}"
    first = _number(found["first"], factor)
    return f"{first}{found['between']}{second}{found['gap']}{symbol}"


@functools.cache
def _factor(unit: str) -> tuple[float, str]:
    name, symbol, there = _TURNED[unit]
    return si_per(name, there), symbol


def _number(text: str, factor: float) -> str:
    plain = text.replace(",", "").replace("\u202f", "").replace("−", "-")
    step = 10.0 ** -len(plain.partition(".")[2]) * factor
    # A tape's millimetre is 0.04 in: two digits; a wrench's newton metre 0.7 lbf·ft: none.
    digits = max(0, round(0.2 - math.log10(step)))
    sign = "+" if plain.startswith("+") else ""
    turned = f"{float(plain) * factor:,.{digits}f}".replace(",", "\u202f")
    return sign + (turned.replace("-", "−") if "−" in text else turned)
