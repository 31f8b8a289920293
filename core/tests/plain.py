"""Sentences of core as a reader who prefers metric units sees them."""

from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units


def plain(text: str) -> str:
    """Return a sentence without the marks of its quantities."""
    return in_units(text, Units.METRIC)
