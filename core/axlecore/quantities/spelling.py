"""How people write numbers and units: every spelling brought to one.

Nothing here knows what a unit is worth; `units` does.
"""

from __future__ import annotations

import re
from fractions import Fraction

#: Signs that look alike, brought to the one a keyboard has.
_SIGNS = str.maketrans(
    {
        **dict.fromkeys("′’‘´`ʹ‵", "'"),
        **dict.fromkeys("″”“„ʺ", '"'),
        **dict.fromkeys("⁄∕⧸÷", "/"),
        **dict.fromkeys("–—−‐‑‒―", "-"),
        **dict.fromkeys("\u00a0\u202f\u2009\u2007\u200a\u2002\u2003\t", " "),
        **dict.fromkeys("·⋅∙•×*⨯", "·"),
        **dict.fromkeys("≈≃∼", "~"),
        **dict.fromkeys("º˚", "°"),
        "\u200b": "",
    }
)
_FRACTIONS = {
    sign: f"{top}/{bottom}"
    for sign, top, bottom in (
        ("½", 1, 2),
        ("⅓", 1, 3),
        ("⅔", 2, 3),
        ("¼", 1, 4),
        ("¾", 3, 4),
        ("⅕", 1, 5),
        ("⅖", 2, 5),
        ("⅗", 3, 5),
        ("⅘", 4, 5),
        ("⅙", 1, 6),
        ("⅚", 5, 6),
        ("⅛", 1, 8),
        ("⅜", 3, 8),
        ("⅝", 5, 8),
        ("⅞", 7, 8),
    )
}

#: Words for one unit; compound units are made of these.
_WORDS = {
    word: unit
    for unit, words in {
        "mm": "mm mms millimetre millimetres millimeter millimeters",
        "cm": "cm cms centimetre centimetres centimeter centimeters",
        "km": "km kms kilometre kilometres kilometer kilometers",
        "m": "m metre metres meter meters",
        "m²": "m² sqm",
        "ft²": "ft² sqft",
        "in": "in ins inch inches",
        "ft": "ft foot feet",
        "mi": "mi mile miles",
        "kg": "kg kgs kilo kilos kilogram kilograms kilogramme kilogrammes",
        "t": "t tonne tonnes",
        "lb": "lb lbs lbf lbsf lbm pound pounds #",
        "n": "n newton newtons",
        "kn": "kn kilonewton kilonewtons",
        "kgf": "kgf kp",
        "s": "s sec secs second seconds",
        "h": "h hr hrs hour hours",
        "hz": "hz hertz",
        "deg": "deg degs degree degrees °",
        "rad": "rad rads radian radians",
        "psi": "psi psig lbf/in²",
        "kpa": "kpa kilopascal kilopascals",
        "mpa": "mpa megapascal megapascals",
        "bar": "bar bars barg",
        "knot": "knot knots kt kts",
    }.items()
    for word in words.split()
}
#: Units written as one word.
_GLUED = {
    "nm": "n·m",
    "knm": "kn·m",
    "ftlb": "ft·lb",
    "ftlbs": "ft·lb",
    "ftlbf": "ft·lb",
    "lbft": "ft·lb",
    "lbsft": "ft·lb",
    "lbfft": "ft·lb",
    "inlb": "in·lb",
    "inlbs": "in·lb",
    "inlbf": "in·lb",
    "lbin": "in·lb",
    "lbsin": "in·lb",
    "lbfin": "in·lb",
    "newtonmetre": "n·m",
    "newtonmetres": "n·m",
    "newtonmeter": "n·m",
    "newtonmeters": "n·m",
    "footpound": "ft·lb",
    "footpounds": "ft·lb",
    "poundfoot": "ft·lb",
    "poundfeet": "ft·lb",
    "inchpound": "in·lb",
    "inchpounds": "in·lb",
    "poundinch": "in·lb",
    "poundinches": "in·lb",
    "kph": "km/h",
    "kmh": "km/h",
    "kmph": "km/h",
    "mph": "mi/h",
    "mps": "m/s",
    "fps": "ft/s",
    "cps": "hz",
    "kgm²": "kg·m²",
    "knms": "kn·m·s",
    "nms": "n·m·s",
    "kilogramsquaremetre": "kg·m²",
    "kilogramsquaremetres": "kg·m²",
}
#: The same product written the other way round.
_TURNED = {"lb·ft": "ft·lb", "lb·in": "in·lb", "m·n": "n·m"}

#: A number with what follows it up to the next number.
PIECE = re.compile(
    r"\s*(?:(?P<only>\d+)\s*/\s*(?P<under>\d+)"
    r"|(?P<whole>\d[\d.,]*(?: \d{3}(?!\d|\s*/)(?:[.,]\d+)?)*|[.,]\d+)"
    r"(?:(?:\s+|\s*-\s*|\s*\+\s*|\s+and\s+|\s*&\s*)(?P<top>\d+)\s*/\s*(?P<bottom>\d+))?)"
    r"(?P<unit>[^\d,]*(?:,\s)?)",
    re.IGNORECASE,
)


def plain(text: str) -> str:
    """Return what was typed with the signs of a keyboard, fractions as two numbers.

    Parameters
    ----------
    text : str
        As typed.
    """
    found = text.translate(_SIGNS).strip()
    for sign, fraction in _FRACTIONS.items():
        found = re.sub(rf"(?<=\d)\s*-?\s*{sign}", f" {fraction}", found).replace(sign, fraction)
    found = re.sub(r"\b1\s*/\s*s\b", "/s", found)
    return re.sub(r"(?:(?<=m)|(?<=ft))\s*(?:\^\s*2|2|²)(?!\d)", "²", found, flags=re.IGNORECASE)


def unit_of(written: str) -> str:
    """Return a unit in its one spelling, such as ``ft·lb`` or ``n/mm``; as written if unknown.

    Parameters
    ----------
    written : str
        What stood behind a number, already `plain`.
    """
    word = written.strip().lower().strip(".,;:- ")
    if not word:
        return ""
    if word in ('"', "''"):
        return "in"
    if word == "'":
        return "ft"
    word = word.replace("#", " lb ").replace('"', " in ").replace("'", " ft ")
    per = re.sub(r"\bper\b|\bp\.?(?=h\b)", "/", word)
    over = [_product(part) for part in per.split("/")]
    if over == ["1", "s"] or over == ["", "s"]:
        return "hz"
    return "/".join(over)


def _product(written: str) -> str:
    joined = re.sub(r"[\s.\-·]+", "", written)
    if joined in _WORDS:
        return _WORDS[joined]
    if joined in _GLUED:
        return _GLUED[joined]
    words = [word for word in re.split(r"[\s.\-·]+", written) if word]
    units = [_WORDS.get(word) or _GLUED.get(word) or _squared(word) for word in words]
    found = "·".join(units)
    return _TURNED.get(found, found)


def _squared(word: str) -> str:
    return f"{_WORDS[word[:-1]]}²" if word.endswith("²") and word[:-1] in _WORDS else word


def number_of(written: str) -> float | None:
    """Return a number with points, commas or spaces in it; None if it is none.

    Parameters
    ----------
    written : str
        Digits with ``.``, ``,`` or spaces between them.

    Notes
    -----
    One comma or point before anything but three digits is the decimal one; before exactly three
    a comma sets thousands apart and a point does not, and a leading zero makes it decimal. Where
    both stand, the last one is the decimal one.
    """
    text = written.strip()
    if " " in text:
        if not re.fullmatch(r"\d{1,3}(?: \d{3})+(?:[.,]\d+)?", text):
            return None
        text = text.replace(" ", "")
        return float(text.replace(",", "."))
    if re.fullmatch(r"\d*\.?\d+|\d+\.", text):
        return float(text)
    for apart, point in ((",", "."), (".", ",")):
        if re.fullmatch(rf"[1-9]\d{{0,2}}(?:\{apart}\d{{3}})+(?:\{point}\d+)?", text):
            if apart == "." and text.count(".") == 1 and "," not in text:
                break
            return float(text.replace(apart, "").replace(point, "."))
    if re.fullmatch(r"\d*,\d+", text):
        return float(text.replace(",", "."))
    return None


def fraction_of(top: str, bottom: str) -> float | None:
    """Return a fraction as a number; None over zero.

    Parameters
    ----------
    top, bottom : str
        Digits.
    """
    return float(Fraction(int(top), int(bottom))) if int(bottom) else None
