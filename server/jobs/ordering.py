"""What was told of a job's order, and what an owner agreed to."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.utils import timezone

from axlecore.build.ordering import (
    OrderState,
    OrderStep,
    Waiting,
    check_step,
    state_of,
    waiting_for,
)
from axlecore.errors import InputError
from axlecore.formats import to_plain
from history.versions import check_version
from jobs.gates import moved
from jobs.models import Agreement, OrderEntry
from jobs.opened import OpenJob
from jobs.work import Work
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead


@dataclass(frozen=True)
class Told:
    """The lines of an order with what was told of each, oldest first."""

    lines: Mapping[str, Sequence[OrderEntry]]

    @property
    def waiting(self) -> Waiting:
        """What the job waits for."""
        steps = {what: [_step(one) for one in entries] for what, entries in self.lines.items()}
        return waiting_for(steps, timezone.localdate())

    def state(self, what: str) -> OrderState:
        """Where a line stands."""
        return state_of([_step(one) for one in self.lines[what]])


def _step(entry: OrderEntry) -> OrderStep:
    return OrderStep(OrderState(entry.state), entry.expected, entry.reference, entry.note)


def told(work: Work) -> Told:
    """Return the order of a job with what was told of it."""
    lines: dict[str, list[OrderEntry]] = {line.what: [] for line in work.order}
    for entry in work.job.row.order_entries.select_related("person").order_by("pk"):
        if entry.what in lines:
            lines[entry.what].append(entry)
    return Told(lines)


def tell(
    job: OpenJob, person: Person, base_version: int, whats: Sequence[str], step: OrderStep
) -> None:
    """Keep what is told of some lines at once; InputError where one of them cannot be so."""
    check_version(job.row.line_version, base_version, "order")
    work = Work(job)
    order = told(work)
    for what in whats:
        if what not in order.lines:
            raise InputError("lines", f"“{what[:60]}” is not in this order.")
        check_step(order.state(what), step)
    job.row.order_entries.bulk_create(
        OrderEntry(
            job=job.row,
            what=what,
            state=step.state,
            expected=step.expected,
            reference=step.reference,
            note=step.note,
            person=person,
        )
        for what in dict.fromkeys(whats)
    )
    waits = told(work).waiting
    job.row.parts_on = timezone.localdate() if waits.here else waits.until
    moved(job)


def last_agreement(job: OpenJob) -> Agreement | None:
    """Return what the owner last agreed to."""
    return job.row.agreements.select_related("person").order_by("-pk").first()


def holds(agreement: Agreement, work: Work) -> bool:
    """Whether what was agreed still covers the middle of what the job costs."""
    return agreement.up_to_cents >= work.quote.price.p50 * 100


def agree(
    job: OpenJob, person: Person, base_version: int, digest: str, by: str, way: str, up_to: int
) -> None:
    """Keep what an owner agreed to, as it was shown; `up_to` is in cents."""
    check_version(job.row.line_version, base_version, "quote")
    only_a_lead(person, "Only a lead takes an owner's word for a quote; ask one.")
    work = Work(job)
    if work.digest != digest:
        raise Refused("digest", "The plan changed meanwhile: look at its quote again.", 409)
    if not by.strip():
        raise InputError("by", "Say who agreed.")
    middle = work.quote.price.p50
    if up_to < middle * 100:
        raise InputError(
            "up_to_cents",
            f"Read {up_to / 100:.2f}; the middle of the quote is {middle:.2f}: agree on that "
            "much or more, or change the plan.",
        )
    job.row.agreements.create(
        by=by.strip(), way=way, up_to_cents=up_to, quote=to_plain(work.quote), person=person
    )
    moved(job)
