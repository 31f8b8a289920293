"""What Hand over shows, as it is sent."""

from collections.abc import Sequence
from datetime import date, datetime

from django.utils import timezone
from ninja import Schema

from aftercare.calendar import feed_token
from aftercare.coming_back import due, then_and_now
from aftercare.giving import planned_visits
from aftercare.models import HandOver, ReportLink, TroubleAfter, VisitMade
from aftercare.record import kept_rows, record_of
from aftercare.reminding import reminder
from aftercare.report import report_token
from aftercare.returned import hand_over_of, outside_of, plan_steps, repaired
from aftercare.troubles import found_here
from axlecore.aftercare.noises import (
    Cause,
    Found,
    Heard,
    Likely,
    Noticed,
    Since,
    causes,
    likely,
)
from axlecore.aftercare.outside import OutsideWork
from axlecore.aftercare.prediction_record import PredictionRecord
from axlecore.aftercare.recheck import DueState, due_state, in_words
from axlecore.aftercare.then_and_now import ThenAndNow
from axlecore.road.impressions import QUESTIONS, SCALE
from axlecore.road.intervals import Interval as Band
from axlecore.vehicle.rig import RigKind
from jobs.opened import OpenJob
from shops.models import Person, Shop


class VisitOut(Schema):
    number: int
    what: str
    says: str
    from_m: float
    to_m: float
    by: date
    state: DueState | None
    #: The re-check it was, or is.
    job_id: int | None
    done_on: date | None


class ReportLinkOut(Schema):
    id: int
    #: Where its owner reads it.
    path: str
    person: str
    made_at: datetime
    withdrawn_at: datetime | None
    #: What its owner answered after some months, in sentences.
    felt: list[str]
    word: str
    word_at: datetime | None


class TroubleAfterOut(Schema):
    id: int
    trouble: Noticed
    heard: Heard
    since: Since
    said: str
    person: str
    made_at: datetime
    likely: list[Likely]
    #: All that it may have been.
    causes: list[Cause]
    cause: str
    found: str
    found_by: str


class RepairOut(Schema):
    """A repair to be looked at after the first drive."""

    step: str
    what: str


class HandOverOut(Schema):
    job_id: int
    outside: list[OutsideWork]
    odometer: str
    #: Threads that were repaired, and whether somebody looked at them after the first drive.
    repaired: list[RepairOut]
    threads_seen: bool
    left_off: list[str]
    handed_on: date | None
    handed_by: str
    heard_m: float | None
    visits: list[VisitOut]
    #: Of a re-check: the job whose log is read again, and each bolt beside what it was.
    again_of: int | None
    again: list[ThenAndNow]
    reports: list[ReportLinkOut]
    troubles: list[TroubleAfterOut]


def hand_over_out(job: OpenJob) -> HandOverOut:
    """Return how a job is given back, and what came after."""
    giving = hand_over_of(job)
    steps = plan_steps(job)
    found = found_here(job.row.shop)
    return HandOverOut(
        job_id=job.row.pk,
        outside=outside_of(job, steps),
        odometer=giving.odometer,
        repaired=[RepairOut(step=one.key, what=one.what) for one in repaired(steps)],
        threads_seen=giving.threads_seen,
        left_off=giving.left_off,
        handed_on=giving.handed_on,
        handed_by="" if giving.handed_by is None else giving.handed_by.shown_name,
        heard_m=giving.heard_m,
        visits=_visits_out(giving),
        again_of=job.row.again_of_id,
        again=then_and_now(job) if job.row.again_of_id else [],
        reports=[
            _link_out(one) for one in job.row.report_links.select_related("person").order_by("-pk")
        ],
        troubles=[
            _trouble_out(one, found)
            for one in job.row.troubles_after.select_related("person", "found_by").order_by("pk")
        ],
    )


def _visits_out(giving: HandOver) -> list[VisitOut]:
    made: dict[int, VisitMade] = {}
    if giving.pk is not None:
        made = {one.number: one for one in giving.visits_made.all()}
    today = timezone.localdate()
    return [
        VisitOut(
            **vars(visit),
            says=in_words(visit),
            state=due_state(visit, today, giving.heard_m)
            if visit.number == giving.next_number
            else None,
            job_id=made[visit.number].job_id if visit.number in made else None,
            done_on=made[visit.number].done_on if visit.number in made else None,
        )
        for visit in planned_visits(giving)
    ]


def _link_out(link: ReportLink) -> ReportLinkOut:
    return ReportLinkOut(
        id=link.pk,
        path=f"/report/{report_token(link)}",
        person=link.person.shown_name,
        made_at=link.made_at,
        withdrawn_at=link.withdrawn_at,
        felt=[
            f"{one.text}: {SCALE[link.felt[one.felt]]}."
            for one in QUESTIONS
            if one.felt in link.felt
        ],
        word=link.word,
        word_at=link.word_at,
    )


def _trouble_out(row: TroubleAfter, found: Sequence[Found]) -> TroubleAfterOut:
    trouble, heard, since = Noticed(row.trouble), Heard(row.heard), Since(row.since)
    return TroubleAfterOut(
        id=row.pk,
        trouble=trouble,
        heard=heard,
        since=since,
        said=row.said,
        person=row.person.shown_name,
        made_at=row.made_at,
        likely=likely(trouble, heard, since, found),
        causes=causes([trouble]),
        cause=row.cause,
        found=row.found,
        found_by="" if row.found_by is None else row.found_by.shown_name,
    )


class DueOut(Schema):
    job_id: int
    number: int
    name: str
    owner: str
    phone: str
    #: Whether the owner said that the shop may call or write.
    may_be_contacted: bool
    #: A reminder to be sent or read out; empty where nobody may be reminded.
    reminder: str
    visit: int
    says: str
    what: str
    by: date
    state: DueState


class DueListOut(Schema):
    due: list[DueOut]
    #: Where a calendar reads the shop's visits; whoever has the address reads them.
    feed: str


def due_out(shop: Shop) -> DueListOut:
    """Return who is due, and the address of the shop's calendar."""
    return DueListOut(
        due=[
            DueOut(
                job_id=one.giving.job_id,
                number=one.giving.job.number,
                name=one.giving.job.vehicle.name,
                owner="" if (owner := one.giving.job.vehicle.owner) is None else owner.name,
                phone="" if owner is None else owner.phone,
                may_be_contacted=owner is not None and owner.may_be_contacted,
                reminder=reminder(shop, one),
                visit=one.visit.number,
                says=in_words(one.visit),
                what=one.visit.what,
                by=one.visit.by,
                state=one.state,
            )
            for one in due(shop, timezone.localdate())
        ],
        feed=f"/calendar/{feed_token(shop)}.ics",
    )


class ClassCorrectionOut(Schema):
    id: int
    rig_kind: RigKind
    factor: float
    spread: float
    jobs: list[int]
    person: str
    made_at: datetime


class RecordRowOut(Schema):
    """A job with what was predicted and measured, and whether that held."""

    job: int
    rig_kind: RigKind
    way: str
    predicted: Band
    measured: Band
    held: bool


class RecordOut(Schema):
    record: PredictionRecord
    rows: list[RecordRowOut]
    #: What vehicles that are taken in start from by the shop's own record.
    corrections: list[ClassCorrectionOut]


def record_out(person: Person) -> RecordOut:
    """Return how a shop's predictions held, and what was made of it."""
    shop = person.shop
    standing = shop.class_corrections.filter(left_out_at=None).select_related("person")
    return RecordOut(
        record=record_of(shop),
        rows=[
            RecordRowOut(
                job=row.job,
                rig_kind=row.rig_kind,
                way=row.way,
                predicted=row.predicted,
                measured=row.measured,
                held=row.held,
            )
            for row in kept_rows(shop)
        ],
        corrections=[
            ClassCorrectionOut(
                id=one.pk,
                rig_kind=RigKind(one.rig_kind),
                factor=one.factor,
                spread=one.spread,
                jobs=one.jobs,
                person=one.person.shown_name,
                made_at=one.made_at,
            )
            for one in standing.order_by("pk")
        ],
    )
