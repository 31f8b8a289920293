"""What a shop knows of its suppliers: days promised and real, and what came wrong."""

from __future__ import annotations

import statistics
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from axlecore.quantities.measure import Record

#: A supplier's habit is told of so many arrivals or more.
_FEWEST = 3


@dataclass(frozen=True)
class Delivery(Record):
    """One line as it was ordered once.

    Attributes
    ----------
    supplier : str
        From whom.
    ordered_on, expected : date
        When, and for when it was promised.
    arrived_on : date or None
        When it came; None where it has not.
    wrong : bool
        It came wrong.
    """

    supplier: str
    ordered_on: date
    expected: date
    arrived_on: date | None = None
    wrong: bool = False


@dataclass(frozen=True)
class SupplierRecord(Record):
    """A supplier over all that was ordered.

    Attributes
    ----------
    supplier : str
        Who.
    lines, arrived, wrong : int
        Ordered, come, and come wrong.
    promised_days, real_days : float or None
        Median from order to the day promised, and to the day it came; None where nothing came.
    late_days : int
        Usually so many days late, by the median; 0 where it is on time, early, or nobody can say.
    """

    supplier: str
    lines: int
    arrived: int
    wrong: int
    promised_days: float | None
    real_days: float | None
    late_days: int


def supplier_records(deliveries: Sequence[Delivery]) -> list[SupplierRecord]:
    """Return what is known of each supplier, by name.

    Parameters
    ----------
    deliveries : sequence of Delivery
        All of a shop's, in any order.
    """
    names = sorted({one.supplier for one in deliveries})
    return [_of(name, [one for one in deliveries if one.supplier == name]) for name in names]


def _of(name: str, own: Sequence[Delivery]) -> SupplierRecord:
    came = [(one, one.arrived_on) for one in own if one.arrived_on is not None]
    late = [(day - one.expected).days for one, day in came]
    usual = round(statistics.median(late)) if len(late) >= _FEWEST else 0
    return SupplierRecord(
        name,
        len(own),
        len(came),
        sum(one.wrong for one in own),
        statistics.median((one.expected - one.ordered_on).days for one, _ in came)
        if came
        else None,
        statistics.median((day - one.ordered_on).days for one, day in came) if came else None,
        max(0, usual),
    )


def lateness_says(record: SupplierRecord) -> str:
    """Return how late a supplier usually is, in a sentence; empty where it is on time.

    Parameters
    ----------
    record : SupplierRecord
        Of the supplier.
    """
    if not record.late_days:
        return ""
    days = "a day" if record.late_days == 1 else f"{record.late_days} days"
    return (
        f"{record.supplier} usually comes {days} late here ({record.arrived} arrivals): "
        "so much is added to what it promised."
    )
