"""Quantities in finished sentences, turned into the units somebody prefers.

Sentences are made in metric units, in the digits their bands support. At the last step, on a
page, in a print or a file, the quantities in them are turned into inch units in digits as fine.
"""

from __future__ import annotations

import functools
import math
import re

from axlecore.quantities.units import Units, si_per

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


def in_units(text: str, units: Units) -> str:
    """Return text with the quantities in it in the units preferred.

    Parameters
    ----------
    text : str
        Sentences in metric units.
    units : Units
        Preferred ones.

    Notes
    -----
    A number keeps as many digits as one step of its last one is worth. What is no quantity of
    one of these units stays: thread sizes, angles, shares, money.
    """
    if units is Units.METRIC:
        return text
    return _QUANTITY.sub(_turned, text)


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
