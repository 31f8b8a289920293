"""What a job buys from one supplier, as paper to send and as a table."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import date

from django.utils import timezone

from axlecore.build.ordering import HERE, OrderState
from axlecore.spreadsheet import table_written
from jobs.models import Job
from jobs.opened import OpenJob
from jobs.order_api import OrderStandingOut, standing_out
from jobs.ordering import told
from jobs.work import Work
from prints.paper import Page, page_of
from shops.errors import Refused

#: What is no longer to be bought.
_DONE = HERE | {OrderState.RETURNED, OrderState.WRONG}


@dataclass(frozen=True)
class BoughtLine:
    """One line of a purchase order; its price in cents where the racks have one."""

    part_number: str
    what: str
    quantity: int
    price_cents: int | None
    reference: str
    expected: date | None

    @property
    def sum_cents(self) -> int | None:
        """What all of it costs."""
        return None if self.price_cents is None else self.price_cents * self.quantity


@dataclass(frozen=True)
class PurchaseOrder:
    """What a job buys from one supplier; without a name what nobody was named for."""

    job: Job
    supplier: str
    lines: list[BoughtLine]

    @property
    def sum_cents(self) -> int:
        """What all that has a price costs."""
        return sum(line.sum_cents or 0 for line in self.lines)

    @property
    def unpriced(self) -> int:
        """How many lines the racks have no price for."""
        return sum(line.price_cents is None for line in self.lines)


def purchase_order(job: OpenJob, supplier: str) -> PurchaseOrder:
    """Return what a job has still to come from a supplier; Refused where that is nothing."""
    work = Work(job)
    standing = {one.what: one for one in standing_out(work, told(work))}
    lines = [
        _line(standing[line.what], line.part_number, line.quantity)
        for line in work.order
        if standing[line.what].supplier == supplier and standing[line.what].state not in _DONE
    ]
    if not lines:
        raise Refused("supplier", f"Nothing is to come from “{supplier}” for this job.", 404)
    return PurchaseOrder(job.row, supplier, lines)


def _line(standing: OrderStandingOut, part_number: str, quantity: int) -> BoughtLine:
    prices = {offer.supplier: offer.price_cents for offer in standing.offers}
    return BoughtLine(
        part_number,
        standing.what,
        quantity,
        prices.get(standing.supplier),
        next((one.reference for one in reversed(standing.told) if one.reference), ""),
        next((one.expected for one in reversed(standing.told) if one.expected), None),
    )


def _as_page(order: PurchaseOrder) -> Page:
    def money(cents: int | None) -> str:
        return "" if cents is None else f"{cents / 100:,.2f}"

    return page_of(
        "purchase_order.html",
        {
            "order": order,
            "rows": [
                (line, money(line.price_cents), money(line.sum_cents)) for line in order.lines
            ],
            "sum": money(order.sum_cents),
            "shop": order.job.shop,
            "today": timezone.localdate(),
        },
    )


def _as_csv(order: PurchaseOrder) -> bytes:
    heads = ("job", "supplier", "part_number", "what", "quantity", "price", "sum", "currency")
    rows = (
        (
            order.job.number,
            order.supplier,
            line.part_number,
            line.what,
            line.quantity,
            _money(line.price_cents),
            _money(line.sum_cents),
            order.job.shop.currency,
            line.reference,
            line.expected,
        )
        for line in order.lines
    )
    return table_written([*heads, "reference", "expected"], rows).encode()


def _money(cents: int | None) -> str | None:
    return None if cents is None else f"{cents / 100:.2f}"


_KINDS: dict[str, tuple[Callable[[PurchaseOrder], Page | bytes], str]] = {
    "pdf": (_as_page, "application/pdf"),
    "csv": (_as_csv, "text/csv; charset=utf-8"),
}


def order_written(kind: str) -> tuple[Callable[[PurchaseOrder], Page | bytes], str]:
    """Return what writes a purchase order as a kind of file, and its content type."""
    if kind not in _KINDS:
        raise Refused("kind", f"Read “{kind[:20]}”; one of {', '.join(_KINDS)}.", 404)
    return _KINDS[kind]
