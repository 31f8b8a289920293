"""An order over HTTP: how each line stands, who has it, and telling what came of it."""

from datetime import date, datetime

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import Field

from axlecore.build.ordering import NEXT, OrderState, OrderStep
from jobs.models import OrderEntry
from jobs.ordering import Told, tell
from jobs.schemas import BaseIn, JobChange, change
from jobs.work import Work
from racks.api import OfferOut, offer_out
from racks.models import Offer
from shops.requests import PersonRequest

router = Router(tags=["build"])


class OrderToldOut(Schema):
    """What was told of a line, once."""

    id: int
    state: OrderState
    expected: date | None
    reference: str
    supplier: str
    note: str
    quantity: int
    person: str
    made_at: datetime


class OrderStandingOut(Schema):
    """A line of the order as it stands, and what it can be next."""

    what: str
    #: Whether the job still asks for it.
    asked: bool
    state: OrderState
    next: list[OrderState]
    told: list[OrderToldOut]
    #: Who was named for it, else who has it cheapest; empty where nobody is known.
    supplier: str
    offers: list[OfferOut]
    #: On the shop's own shelf; null where it is not kept there.
    on_shelf: int | None


class OrderToldIn(BaseIn):
    lines: list[str] = Field(min_length=1, max_length=200)
    state: OrderState
    expected: date | None = None
    reference: str = ""
    supplier: str = ""
    note: str = ""


def standing_out(work: Work, order: Told) -> list[OrderStandingOut]:
    """Return every line as it stands, those no longer asked for last."""
    shelf = work.shelf
    offers = _offers(
        work.job.row.shop_id, [line.part_number for line in work.order if line.part_number]
    )
    of_part = {line.what: offers.get(line.part_number, []) for line in work.order}
    return [
        _standing_out(
            order, what, of_part.get(what, []), shelf[what].quantity if what in shelf else None
        )
        for what in order.all
    ]


def _offers(shop_id: int, numbers: list[str]) -> dict[str, list[OfferOut]]:
    """Who has each part, cheapest first."""
    found: dict[str, list[OfferOut]] = {}
    offers = Offer.objects.filter(part__shop=shop_id, part__part_number__in=numbers)
    for offer in offers.select_related("part", "supplier").order_by("price_cents", "pk"):
        found.setdefault(offer.part.part_number, []).append(offer_out(offer))
    return found


def _standing_out(
    order: Told, what: str, offers: list[OfferOut], on_shelf: int | None
) -> OrderStandingOut:
    state = order.state(what)
    cheapest = offers[0].supplier if offers else ""
    return OrderStandingOut(
        what=what,
        asked=what in order.lines,
        state=state,
        next=list(NEXT[state]),
        told=[_told_out(one) for one in order.all[what]],
        supplier=order.supplier(what) or cheapest,
        offers=offers,
        on_shelf=on_shelf,
    )


def _told_out(entry: OrderEntry) -> OrderToldOut:
    return OrderToldOut(
        id=entry.pk,
        state=OrderState(entry.state),
        expected=entry.expected,
        reference=entry.reference,
        supplier=entry.supplier,
        note=entry.note,
        quantity=entry.quantity,
        person=entry.person.shown_name,
        made_at=entry.made_at,
    )


@router.post("/jobs/{int:job_id}/order", response=JobChange, operation_id="tell_order")
def post_order(request: PersonRequest, job_id: int, body: OrderToldIn) -> HttpResponse:
    step = OrderStep(
        body.state, body.expected, body.reference.strip(), body.note, body.supplier.strip()
    )
    return change(
        request,
        job_id,
        lambda job, person: tell(job, person, body.base_version, body.lines, step),
    )
