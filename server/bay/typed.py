"""What is typed under a vehicle, and when it was."""

from datetime import datetime, timedelta

from django.utils import timezone

from axlecore.quantities.units import Dimension, read_quantity, with_unit
from shops.models import Person

#: A device that says it did something longer ago has its clock wrong.
_LONGEST_KEPT = timedelta(days=60)


def metres(person: Person, typed: str, field: str) -> float:
    """Return a small length as somebody typed it [m]; InputError names the field."""
    text = with_unit(typed, Dimension.SMALL_LENGTH, person.shown_units)
    return read_quantity(text, Dimension.SMALL_LENGTH, field)


def done_at(told: datetime | None) -> datetime:
    """Return when something was done, as the device told; now where that cannot be."""
    now = timezone.now()
    if told is None or not now - _LONGEST_KEPT <= told <= now:
        return now
    return told
