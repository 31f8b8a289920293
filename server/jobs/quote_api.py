"""A quote and its owner's word over HTTP, for the shop; the owner's own page is in `owners`."""

from datetime import datetime

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import Field

from axlecore.build.owner_quote import OwnerQuote
from axlecore.formats import from_plain
from jobs.agreeing import (
    agree,
    holds,
    is_open,
    last_agreement,
    send_link,
    shown_by,
    token_of,
    withdraw_link,
)
from jobs.models import QuoteLink, Way
from jobs.opened import OpenJob
from jobs.schemas import BaseIn, JobChange, change
from jobs.work import Work
from shops.requests import PersonRequest

router = Router(tags=["build"])


class AgreedOut(Schema):
    by: str
    way: Way
    up_to_cents: int
    #: As it was shown, with the version of core that worked it out.
    shown: OwnerQuote
    core_version: str
    #: Strokes of a pen, points from 0 to 1000 along the pad.
    signature: list[list[tuple[int, int]]]
    person: str
    made_at: datetime
    #: Whether it still covers the middle of the quote.
    holds: bool


class QuoteLinkOut(Schema):
    id: int
    #: Address of the owner's page on this server.
    path: str
    open: bool
    withdrawn: bool
    agreed: bool
    up_to_cents: int
    shown: OwnerQuote
    person: str
    made_at: datetime
    expires_at: datetime
    #: What the owner wrote who would rather talk first; empty where nothing.
    question: str


class AgreedIn(BaseIn):
    digest: str = Field(max_length=64)
    by: str = Field(max_length=80)
    way: Way
    up_to_cents: int = Field(ge=0, le=10**10)
    #: Core says how much of it is a signature.
    signature: list[list[tuple[int, int]]] = Field(default=[], max_length=200)


class SendQuoteIn(BaseIn):
    digest: str = Field(max_length=64)
    up_to_cents: int = Field(ge=0, le=10**10)
    days: int = Field(14)


class WithdrawIn(BaseIn):
    link_id: int = Field(ge=1, lt=2**63)


def agreed_out(work: Work) -> AgreedOut | None:
    """Return what the owner last agreed to; None where nothing."""
    agreement = last_agreement(work.job)
    if agreement is None:
        return None
    return AgreedOut(
        by=agreement.by,
        way=Way(agreement.way),
        up_to_cents=agreement.up_to_cents,
        shown=from_plain(agreement.shown, OwnerQuote),
        core_version=agreement.core_version,
        signature=agreement.signature,
        person=agreement.person.shown_name,
        made_at=agreement.made_at,
        holds=holds(agreement, work),
    )


def links_out(job: OpenJob) -> list[QuoteLinkOut]:
    """Return the links of a job's quotes, newest first."""
    links = job.row.quote_links.select_related("agreement", "person").order_by("-pk")
    return [_link_out(link) for link in links]


def _link_out(link: QuoteLink) -> QuoteLinkOut:
    return QuoteLinkOut(
        id=link.pk,
        path=f"/quote/{token_of(link)}",
        open=is_open(link),
        withdrawn=link.withdrawn_at is not None,
        agreed=link.agreed,
        up_to_cents=link.up_to_cents,
        shown=shown_by(link),
        person=link.person.shown_name,
        made_at=link.made_at,
        expires_at=link.expires_at,
        question=link.question,
    )


@router.post("/jobs/{int:job_id}/quote/agreed", response=JobChange, operation_id="agree_quote")
def post_agreed(request: PersonRequest, job_id: int, body: AgreedIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: agree(
            job,
            person,
            body.base_version,
            body.digest,
            body.by,
            body.way,
            body.up_to_cents,
            body.signature,
        ),
    )


@router.post("/jobs/{int:job_id}/quote/links", response=JobChange, operation_id="send_quote")
def post_link(request: PersonRequest, job_id: int, body: SendQuoteIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: send_link(
            job, person, body.base_version, body.digest, body.up_to_cents, body.days
        ),
    )


@router.post(
    "/jobs/{int:job_id}/quote/withdrawn", response=JobChange, operation_id="withdraw_quote"
)
def post_withdrawn(request: PersonRequest, job_id: int, body: WithdrawIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: withdraw_link(job, person, body.base_version, body.link_id),
    )
