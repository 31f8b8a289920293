"""An owner's word for a quote: taken by the shop, signed on its tablet, or given through a link."""

import math
from collections.abc import Sequence
from dataclasses import replace
from datetime import timedelta

from django.utils import timezone

from axlecore import __version__
from axlecore.build.owner_quote import OwnerQuote, check_signature, owner_quote
from axlecore.errors import InputError
from axlecore.formats import from_plain, to_plain
from history.versions import check_version
from jobs.gates import moved
from jobs.models import Agreement, QuoteLink, Way
from jobs.opened import OpenJob
from jobs.work import Work, as_seen
from jobs.writes import write
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead
from shops.secret import Secret

#: How long a link may be open [days].
MOST_DAYS = 60
_SECRET = Secret("quote")
Stroke = Sequence[tuple[int, int]]


def offered(work: Work, up_to_cents: int | None = None) -> OwnerQuote:
    """Return a job's quote as its owner would read it now; without a sum, up to nine of ten."""
    up_to = math.ceil(work.quote.price.p90) if up_to_cents is None else up_to_cents / 100
    row = work.job.row
    job = replace(work.file, terms=work.terms)
    return owner_quote(
        job, work.plan.steps, work.order, work.quote, row.ready_on, up_to, row.shop.currency
    )


def last_agreement(job: OpenJob) -> Agreement | None:
    """Return what the owner last agreed to."""
    return job.row.agreements.select_related("person").order_by("-pk").first()


def holds(agreement: Agreement, work: Work) -> bool:
    """Whether what was agreed still covers the middle of what the job costs."""
    return agreement.up_to_cents >= work.quote.price.p50 * 100


def agree(
    job: OpenJob,
    person: Person,
    base_version: int,
    digest: str,
    by: str,
    way: Way,
    up_to_cents: int,
    signature: Sequence[Stroke],
) -> None:
    """Keep what an owner agreed to in the shop's hearing, as it was shown."""
    check_version(job.row.line_version, base_version, "quote")
    only_a_lead(person, "Only a lead takes an owner's word for a quote; ask one.")
    work = as_seen(job, digest, "its quote")
    if way is Way.LINK:
        raise InputError("way", "Through a link only the owner agrees, on the page behind it.")
    if way is Way.SIGNED:
        check_signature(signature)
    elif signature:
        raise InputError("signature", f"Read a signature, but the owner agreed {way}.")
    job.row.agreements.create(
        by=_named(by),
        way=way,
        up_to_cents=up_to_cents,
        shown=to_plain(offered(work, up_to_cents)),
        core_version=__version__,
        signature=[list(stroke) for stroke in signature],
        person=person,
    )
    moved(job)


def _named(by: str) -> str:
    if not by.strip():
        raise InputError("by", "Write the name of whoever agrees.")
    return by.strip()


def token_of(link: QuoteLink) -> str:
    """Return the secret end of a link's address; nobody makes one without the server's key."""
    return _SECRET.end_of(str(link.pk))


def link_of(token: str) -> QuoteLink | None:
    """Return the link that a secret end belongs to; None where the server never signed it."""
    number = _SECRET.stands_for(token)
    if number is None:
        return None
    links = QuoteLink.objects.select_related("job__shop", "job__vehicle", "agreement")
    return links.filter(pk=number).first()


def is_open(link: QuoteLink) -> bool:
    """Whether what is behind a link can still be read."""
    return link.withdrawn_at is None and link.expires_at > timezone.now()


def shown_by(link: QuoteLink) -> OwnerQuote:
    """Return the quote as it was sent."""
    return from_plain(link.shown, OwnerQuote)


def send_link(
    job: OpenJob, person: Person, base_version: int, digest: str, up_to_cents: int, days: int
) -> None:
    """Make a link to the quote as it is; one that was open before is withdrawn."""
    check_version(job.row.line_version, base_version, "quote")
    only_a_lead(person, "Only a lead sends a quote; ask one.")
    work = as_seen(job, digest, "its quote")
    if not 1 <= days <= MOST_DAYS:
        raise InputError("days", f"Read {days}; a link is open 1 to {MOST_DAYS} days.")
    shown = to_plain(offered(work, up_to_cents))
    now = timezone.now()
    job.row.quote_links.filter(withdrawn_at=None).update(withdrawn_at=now)
    job.row.quote_links.create(
        shown=shown,
        core_version=__version__,
        up_to_cents=up_to_cents,
        person=person,
        expires_at=now + timedelta(days=days),
    )
    moved(job)


def withdraw_link(job: OpenJob, person: Person, base_version: int, link_id: int) -> None:
    """Close a link; whoever opens it is told to ask the shop."""
    check_version(job.row.line_version, base_version, "quote")
    only_a_lead(person, "Only a lead withdraws a quote; ask one.")
    link = job.row.quote_links.select_related("agreement").get(pk=link_id)
    if link.agreed:
        raise Refused("link_id", "The owner agreed through this link already; it stays.", 409)
    if link.withdrawn_at is None:
        link.withdrawn_at = timezone.now()
        link.save(update_fields=["withdrawn_at"])
    moved(job)


def agree_by_link(link: QuoteLink, by: str) -> None:
    """Keep that an owner agreed on the page behind a link; twice is once."""
    by = _named(by)[:80]

    def act(job: OpenJob) -> None:
        now = _still_open(job, link)
        if now.agreed:
            return
        job.row.agreements.create(
            by=by,
            way=Way.LINK,
            up_to_cents=now.up_to_cents,
            shown=now.shown,
            core_version=now.core_version,
            link=now,
            person=now.person,
        )
        moved(job)

    write(link.job_id, link.job.shop_id, act)


def ask_by_link(link: QuoteLink, question: str) -> None:
    """Keep that an owner would rather talk first, and what they wrote."""
    if not question.strip():
        raise InputError("question", "Write what you would like to ask.")
    if len(question) > 400:
        raise InputError("question", f"Read {len(question)} characters; write at most 400.")

    def act(job: OpenJob) -> None:
        now = _still_open(job, link)
        now.asked_at, now.question = timezone.now(), question.strip()
        now.save(update_fields=["asked_at", "question"])
        moved(job)

    write(link.job_id, link.job.shop_id, act)


def _still_open(job: OpenJob, link: QuoteLink) -> QuoteLink:
    now = job.row.quote_links.select_related("agreement").get(pk=link.pk)
    if not is_open(now):
        raise Refused("link", "This quote is closed by now; ask the workshop for a new one.", 410)
    return now
