"""What is typed under a vehicle, and when it was."""

from datetime import datetime, timedelta

from django.utils import timezone

from axlecore.quantities.units import Dimension, read_with_its_unit

#: A device that says it did something longer ago has its clock wrong.
_LONGEST_KEPT = timedelta(days=60)


def metres(typed: str, field: str) -> float:
    """Return a small length as somebody typed it, with its unit [m]; InputError names the field."""
    return read_with_its_unit(typed, Dimension.SMALL_LENGTH, field)


def done_at(told: datetime | None) -> datetime:
    """Return when something was done, as the device told; now where that cannot be."""
    now = timezone.now()
    if told is None or not now - _LONGEST_KEPT <= told <= now:
        return now
    return told
