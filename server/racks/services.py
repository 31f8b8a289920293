"""Bars of a rack as core's records."""

from axlecore.bar import Bar
from axlecore.formats import from_plain
from racks.models import RackBar


def bar_of(rack_bar: RackBar) -> Bar:
    """Return a stored bar as core's record."""
    return from_plain(rack_bar.bar, Bar)
