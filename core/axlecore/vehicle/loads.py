"""States of loading a vehicle is weighed and computed in."""

from __future__ import annotations

from enum import StrEnum


class LoadKey(StrEnum):
    """Load states, lightest first."""

    EMPTY = "empty"
    TRIP_READY = "trip_ready"
    MAXIMUM = "maximum"
    TOWING = "towing"

    @property
    def label(self) -> str:
        """Its name on a page."""
        return self.value.replace("_", "-").capitalize()


#: How a load state is named in a sentence: "when trip-ready".
LOAD_NAMES = {
    LoadKey.EMPTY: "empty",
    LoadKey.TRIP_READY: "trip-ready",
    LoadKey.MAXIMUM: "at maximum",
    LoadKey.TOWING: "towing",
}
