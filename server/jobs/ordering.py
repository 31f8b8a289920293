"""What was told of a job's order."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.utils import timezone

from axlecore.build.ordering import (
    OrderState,
    OrderStep,
    Waiting,
    check_step,
    expected_of,
    state_of,
    supplier_of,
    waiting_for,
)
from axlecore.errors import InputError
from history.versions import check_version
from jobs.gates import moved
from jobs.models import OrderEntry
from jobs.opened import OpenJob
from jobs.suppliers import late_days
from jobs.work import Work
from racks.stock import put_back, take
from shops.models import Person, Shop


@dataclass(frozen=True)
class Told:
    """The lines of an order with what was told of each, oldest first.

    `lines` holds what the job asks for; `past` what it no longer does but was told of.
    """

    lines: Mapping[str, Sequence[OrderEntry]]
    past: Mapping[str, Sequence[OrderEntry]]
    shop: Shop

    @property
    def all(self) -> Mapping[str, Sequence[OrderEntry]]:
        """Both."""
        return {**self.lines, **self.past}

    @property
    def waiting(self) -> Waiting:
        """What the job waits for."""
        steps = {what: [_step(one) for one in entries] for what, entries in self.lines.items()}
        late = late_days(self.shop) if any(map(expected_of, steps.values())) else {}
        return waiting_for(steps, timezone.localdate(), late)

    def state(self, what: str) -> OrderState:
        """Where a line stands."""
        return state_of([_step(one) for one in self.all[what]])

    def supplier(self, what: str) -> str:
        """Who was last named for a line; empty where nobody was."""
        return supplier_of([_step(one) for one in self.all[what]])


def _step(entry: OrderEntry) -> OrderStep:
    return OrderStep(
        OrderState(entry.state), entry.expected, entry.reference, entry.note, entry.supplier
    )


def told(work: Work) -> Told:
    """Return the order of a job with what was told of it."""
    lines: dict[str, list[OrderEntry]] = {line.what: [] for line in work.order}
    past: dict[str, list[OrderEntry]] = {}
    for entry in work.job.row.order_entries.select_related("person").order_by("pk"):
        if entry.what in lines:
            lines[entry.what].append(entry)
        else:
            past.setdefault(entry.what, []).append(entry)
    # What was only wanted, or given back, leaves nothing behind.
    gone = (OrderState.WANTED, OrderState.RETURNED)
    kept = {what: told for what, told in past.items() if told[-1].state not in gone}
    return Told(lines, kept, work.job.row.shop)


def tell(
    job: OpenJob, person: Person, base_version: int, whats: Sequence[str], step: OrderStep
) -> None:
    """Keep what is told of some lines at once; InputError where one of them cannot be so."""
    check_version(job.row.line_version, base_version, "order")
    work = Work(job)
    order = told(work)
    needed = {line.what: line.quantity for line in work.order}
    whats = list(dict.fromkeys(whats))
    for what in whats:
        if what not in order.all:
            raise InputError("lines", f"“{what[:60]}” is not in this order.")
        check_step(order.state(what), step)
    asked = {
        what: needed[what] if what in needed else order.all[what][-1].quantity for what in whats
    }
    taken = _moved_on_the_shelf(job, order, asked, step.state)
    job.row.order_entries.bulk_create(
        OrderEntry(
            job=job.row,
            what=what,
            state=step.state,
            expected=step.expected,
            reference=step.reference,
            supplier=step.supplier,
            note=step.note,
            quantity=quantity,
            taken=taken.get(what, 0),
            person=person,
        )
        for what, quantity in asked.items()
    )
    waits = told(work).waiting
    job.row.parts_on = timezone.localdate() if waits.here else waits.until
    moved(job)


def _moved_on_the_shelf(
    job: OpenJob, order: Told, asked: Mapping[str, int], state: OrderState
) -> Mapping[str, int]:
    """Take off the shop's shelf what is in stock, or put back what is not after all."""
    shop = job.row.shop
    if state is OrderState.IN_STOCK:
        return take(shop, asked)
    if state is OrderState.WANTED:
        put_back(shop, {what: order.all[what][-1].taken for what in asked})
    return {}
