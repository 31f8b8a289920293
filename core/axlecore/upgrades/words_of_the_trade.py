"""Step to 0.4: parts and choices are called what the trade calls them.

Frozen: documents were brought over by it.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any

#: Names of fields that were called otherwise until 0.4.
_NAMES = {
    "motion_gain": "motion_ratio",
    "damper_spacing_m": "shock_spacing_m",
    "dampers": "shocks",
    "cushion": "bushing",
    "cushion_m": "bushing_m",
    "long_cushion_m": "long_bushing_m",
}
#: Words of choices that were called otherwise until 0.4.
_WORDS = {
    "cushion": "bushing",
    "long cushion": "long bushing",
    "crushed cushion": "crushed bushing",
    "missing cushion": "missing bushing",
}
#: Choices stand under these names; any other text is somebody's own words and stays.
_CHOICES = frozenset({"kind", "order", "faults"})
_SHOCK = re.compile(r"^(front|rear)_damper(_left|_right)?$")


def name_now(name: str) -> str:
    """Return what a field, or a part of the look-over, is called now.

    Parameters
    ----------
    name : str
        As it was called.
    """
    return _NAMES.get(name, _SHOCK.sub(r"\1_shock\2", name))


def word_now(word: str) -> str:
    """Return what a choice is called now.

    Parameters
    ----------
    word : str
        As it was called.
    """
    return _WORDS.get(word.strip().lower(), word)


def name_path(path: str) -> str:
    """Return a dotted path with the names of this version.

    Parameters
    ----------
    path : str
        As it was written.
    """
    return ".".join(name_now(name) for name in path.split("."))


def brought_over(document: Any) -> Any:
    """Return a document with the names and shapes of this version.

    Parameters
    ----------
    document : dict, list, str or number
        As an earlier version wrote it, or as this one does.
    """
    return _brought(document, "")


def _brought(found: Any, under: str) -> Any:
    if isinstance(found, list):
        return [_brought(item, under) for item in found]
    if isinstance(found, str):
        return _WORDS.get(found, found) if under in _CHOICES else found
    if not isinstance(found, Mapping):
        return found
    fields = {name_now(name): _brought(value, name_now(name)) for name, value in found.items()}
    if "swings_between" in fields:
        # Full swings were counted; now it is half ones.
        fields["half_swings_between"] = 2 * fields.pop("swings_between")
    factor = fields.get("leaf_twist_factor")
    if isinstance(factor, int | float):
        # 1 stood there where nobody had thought of it.
        fields["leaf_twist_factor"] = None if factor == 1 else {"value": float(factor)}
    if under == "rail" and "inside" in fields:
        # One answer stood for both rails.
        inside = fields.pop("inside")
        fields |= {"inside_left": inside, "inside_right": inside}
    bar = fields.get("bar")
    guessed = under == "standard_bar" and "motion_gain" in found
    if guessed and isinstance(bar, dict) and bar.get("steel") == "1045_hardened":
        # Nobody was asked for a standard bar's steel then.
        fields["bar"] = {**bar, "steel": "unknown"}
    return fields
