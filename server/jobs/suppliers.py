"""What a shop's orders say of its suppliers."""

from collections.abc import Iterator
from datetime import timedelta
from itertools import groupby

from django.utils import timezone

from axlecore.build.ordering import OrderState
from axlecore.build.suppliers import Delivery, SupplierRecord, supplier_records
from jobs.models import OrderEntry
from shops.models import Shop

#: What was ordered longer ago says little of a supplier now.
_LOOKED_BACK = timedelta(days=730)
_ORDERED = (OrderState.ORDERED, OrderState.REPLACED)


def suppliers_of(shop: Shop) -> list[SupplierRecord]:
    """Return what a shop's orders of the last two years say of each supplier."""
    return supplier_records(list(_deliveries(shop)))


def late_days(shop: Shop) -> dict[str, SupplierRecord]:
    """Return the suppliers that usually come late here, by name."""
    return {one.supplier: one for one in suppliers_of(shop) if one.late_days}


def _deliveries(shop: Shop) -> Iterator[Delivery]:
    entries = OrderEntry.objects.filter(
        job__shop=shop, made_at__gte=timezone.now() - _LOOKED_BACK
    ).order_by("job", "what", "pk")
    for _, told in groupby(entries, key=lambda entry: (entry.job_id, entry.what)):
        yield from _of_line(list(told))


def _of_line(told: list[OrderEntry]) -> Iterator[Delivery]:
    """Each time a line was ordered, with what came of it."""
    for at, entry in enumerate(told):
        if entry.state not in _ORDERED or entry.expected is None or not entry.supplier:
            continue
        follows = told[at + 1 :]
        again = next((i for i, one in enumerate(follows) if one.state in _ORDERED), len(follows))
        came = next((one for one in follows[:again] if one.state == OrderState.ARRIVED), None)
        yield Delivery(
            entry.supplier,
            timezone.localdate(entry.made_at),
            entry.expected,
            None if came is None else timezone.localdate(came.made_at),
            any(one.state == OrderState.WRONG for one in follows[:again]),
        )
