"""Shapes of a job over HTTP, shared by the routers of this app."""

from datetime import date, datetime

from django.db.models import Prefetch
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Schema
from pydantic import Field

from axlecore.fitup.arrival import Arrival
from axlecore.fitup.sheet import Fitting
from axlecore.formats import to_json
from axlecore.practice.decision import Decision
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver
from axlecore.practice.stations import STATIONS_OF, JobKind, Station
from axlecore.practice.target import Target
from axlecore.practice.words import chosen_words
from axlecore.quantities.measure import Known
from axlecore.vehicle.rig import SetUp
from axlecore.vehicle.rig import Vehicle as Sheet
from jobs.models import Decision as StoredDecision
from jobs.models import GatePass, Job
from jobs.records import (
    arrival_of,
    complaint_of,
    decision_of,
    fitting_of,
    last_decision,
    look_over_of,
    paper_of,
    set_up_of,
    target_of,
)
from rigs.services import sheet_of
from shops.requests import PersonRequest


class PassOut(Schema):
    station: Station
    person: str
    made_at: datetime
    unmet: list[str]
    reason: str


class DecisionOut(Schema):
    person: str
    made_at: datetime
    reason: str
    words: list[str]
    decision: Decision


class JobOut(Schema):
    id: int
    number: int
    name: str
    description: str
    kind: JobKind
    line: list[Station]
    station: Station
    due_on: date | None
    passes: list[PassOut]
    sheet_version: int
    sheet: Sheet
    set_up_version: int
    set_up: SetUp
    chosen_words: list[str]
    complaint_version: int
    complaint: Complaint
    look_over_version: int
    look_over: LookOver
    target_version: int
    target: Target
    fitting_version: int
    fitting: Fitting
    arrival_version: int
    arrival: Arrival
    decision: DecisionOut | None


class EntryIn(Schema):
    place: str = Field(max_length=80)
    typed: str = Field(max_length=200)
    known: Known = Known.MEASURED


class PaperEntryIn(Schema):
    place: str = Field(max_length=80)
    typed: str = Field(max_length=4000)


class BaseIn(Schema):
    base_version: int


class RevertIn(BaseIn):
    to_version: int


def job_of(request: PersonRequest, job_id: int) -> Job:
    """Return a job of the shop of whoever asks, with its papers, or 404."""
    passes = Prefetch("passes", GatePass.objects.select_related("person").order_by("pk"))
    decisions = Prefetch("decisions", StoredDecision.objects.select_related("person"))
    jobs = Job.objects.select_related("vehicle", "shop").prefetch_related(
        "papers", passes, decisions
    )
    return get_object_or_404(jobs, pk=job_id, shop_id=request.user.shop_id)


def job_out(job: Job) -> JobOut:
    kind = JobKind(job.kind)
    return JobOut(
        id=job.pk,
        number=job.number,
        name=job.vehicle.name,
        description=job.vehicle.description,
        kind=kind,
        line=list(STATIONS_OF[kind]),
        station=Station(job.station),
        due_on=job.due_on,
        passes=[
            PassOut(
                station=Station(passed.station),
                person=passed.person.shown_name,
                made_at=passed.made_at,
                unmet=passed.unmet,
                reason=passed.reason,
            )
            for passed in job.passes.all()
        ],
        sheet_version=job.vehicle.version,
        sheet=sheet_of(job.vehicle),
        set_up_version=job.version,
        set_up=set_up_of(job),
        chosen_words=chosen_words(set_up_of(job)),
        complaint_version=paper_of(job, "complaint").version,
        complaint=complaint_of(job),
        look_over_version=paper_of(job, "look_over").version,
        look_over=look_over_of(job),
        target_version=paper_of(job, "target").version,
        target=target_of(job),
        fitting_version=paper_of(job, "fitting").version,
        fitting=fitting_of(job),
        arrival_version=paper_of(job, "arrival").version,
        arrival=arrival_of(job),
        decision=_decision_out(job),
    )


def _decision_out(job: Job) -> DecisionOut | None:
    stored, decision = last_decision(job), decision_of(job)
    if stored is None or decision is None:
        return None
    return DecisionOut(
        person=stored.person.shown_name,
        made_at=stored.made_at,
        reason=stored.reason,
        words=chosen_words(decision.set_up),
        decision=decision,
    )


def record_answer(record: object) -> HttpResponse:
    """Return a record as core writes it: an evaluation is some 60 kB of numbers."""
    return HttpResponse(to_json(record), content_type="application/json")
