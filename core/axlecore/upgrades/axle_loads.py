"""Step to 0.6: an axle that was read as one is one number, and evidence is no word of ours.

Frozen: documents were brought over by it.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

_HALF_OF = "half of "
_ROAD = "from road runs"
#: How a number was known, by the largest part of it that its usual band was.
_KNOWN_BY_BAND = ((0.0075, "measured"), (0.02, "plate"), (0.075, "quoted"))


def brought_over(document: Any) -> Any:
    """Return a document with axle loads and evidence in fields of their own.

    Parameters
    ----------
    document : dict, list, str or number
        As an earlier version wrote it.
    """
    if isinstance(document, list):
        return [brought_over(item) for item in document]
    if not isinstance(document, Mapping):
        return document
    fields = {name: brought_over(value) for name, value in document.items()}
    if fields.get("typed") == _ROAD and "value" in fields:
        fields |= {"typed": "", "evidence": "road_runs"}
    for end in ("front", "rear"):
        left, right = fields.get(f"{end}_left_kg"), fields.get(f"{end}_right_kg")
        if isinstance(left, Mapping) and left == right and _is_half(left):
            fields |= _axle(end, left)
    return fields


def _is_half(load: Mapping[str, Any]) -> bool:
    return str(load.get("typed", "")).startswith(_HALF_OF)


def _axle(end: str, half: Mapping[str, Any]) -> dict[str, Any]:
    value, band = 2 * half["value"], half.get("tolerance", 0.0)
    known = half.get("known", "estimated")
    if known == "estimated":
        known = next((word for most, word in _KNOWN_BY_BAND if band <= most * value), known)
    wheel_known = "default" if known == "default" else "estimated"
    wheel = {
        **half,
        "known": wheel_known,
        "tolerance": half["value"] * (0.15 if wheel_known == "default" else 0.10),
        "typed": "",
    }
    axle = {**half, "value": value, "known": known, "typed": half["typed"].removeprefix(_HALF_OF)}
    return {f"{end}_left_kg": wheel, f"{end}_right_kg": wheel, f"{end}_kg": axle}
