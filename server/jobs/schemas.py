"""Shapes of a job over HTTP, shared by the routers of this app."""

from collections.abc import Callable
from datetime import date, datetime
from typing import Any

import orjson
from django.http import HttpResponse
from ninja import Schema
from pydantic import Field, create_model

from axlecore.formats import to_json
from axlecore.papers import PAPERS
from axlecore.practice.decision import Decision
from axlecore.practice.findings import Assessment
from axlecore.practice.fitting import FitStation
from axlecore.practice.report import Practice
from axlecore.practice.stations import STATIONS_OF, JobKind, Station
from axlecore.practice.words import chosen_words
from axlecore.quantities.measure import Known
from axlecore.vehicle.rig import SetUp
from axlecore.vehicle.rig import Vehicle as Sheet
from jobs.models import Shelf
from jobs.opened import OpenJob, opened
from jobs.writes import write
from rigs.models import Owner, Vehicle
from shops.models import Person
from shops.requests import PersonRequest, writer


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


class AboutOut(Schema):
    #: Of the owner, where there is one.
    owner_id: int | None
    registration: str
    odometer: str
    year: int | None
    build_notes: str
    owner: str
    phone: str
    email: str
    address: str
    may_be_contacted: bool


class JobHead(Schema):
    id: int
    number: int
    name: str
    description: str
    about: AboutOut
    kind: JobKind
    line: list[Station]
    station: Station
    due_on: date | None
    #: Whose job it is; empty where nobody said.
    fitter: str
    # Kind, station and day together; the papers have versions of their own.
    line_version: int
    # What the shop keeps to is written with this.
    schools_version: int
    passes: list[PassOut]
    shelf: Shelf
    sheet_version: int
    sheet: Sheet
    set_up_version: int
    set_up: SetUp
    chosen_words: list[str]
    decision: DecisionOut | None


_PAPER_FIELDS: dict[str, Any] = {
    field: (kind, ...)
    for name, paper in PAPERS.items()
    for field, kind in ((f"{name}_version", int), (name.value, paper.record))
}
#: A job with all its papers, each with its version.
JobOut = create_model("JobOut", __base__=JobHead, **_PAPER_FIELDS)
#: What a write answers: the job as it now is, and everything that follows from it.
JobChange = create_model(
    "JobChange",
    __base__=Schema,
    job=(JobOut, ...),
    assessment=(Assessment, ...),
    practice=(Practice, ...),
    fit=(FitStation, ...),
    # The versions this write made: a device knows them as its own, whatever it reads meanwhile.
    wrote=(dict[str, int], ...),
)


class EntryIn(Schema):
    place: str = Field(max_length=80)
    typed: str = Field(max_length=200)
    known: Known = Known.MEASURED
    simulated: bool = False


class PaperEntryIn(Schema):
    place: str = Field(max_length=80)
    typed: str = Field(max_length=4000)


class BaseIn(Schema):
    base_version: int


class RevertIn(BaseIn):
    to_version: int


def job_of(request: PersonRequest, job_id: int) -> OpenJob:
    """Return a job of the shop of whoever asks; Job.DoesNotExist, which is a 404, otherwise."""
    return opened(job_id, request.user.shop_id)


def job_json(job: OpenJob) -> bytes:
    """Return a job as `JobOut`."""
    row, kind = job.row, JobKind(job.row.kind)
    papers: dict[str, Any] = {}
    for name in PAPERS:
        papers[f"{name}_version"] = job.paper(name).version
        papers[name.value] = job.record(name)
    return to_json(
        JobOut(
            id=row.pk,
            number=row.number,
            name=row.vehicle.name,
            description=row.vehicle.description,
            about=_about_out(row.vehicle),
            kind=kind,
            line=list(STATIONS_OF[kind]),
            station=Station(row.station),
            due_on=row.due_on,
            fitter="" if row.fitter is None else row.fitter.username,
            line_version=row.line_version,
            schools_version=row.shop.schools_version,
            passes=[
                PassOut(
                    station=Station(passed.station),
                    person=passed.person.shown_name,
                    made_at=passed.made_at,
                    unmet=passed.unmet,
                    reason=passed.reason,
                )
                for passed in row.passes.all()
            ],
            shelf=Shelf(row.shelf),
            sheet_version=row.vehicle.version,
            sheet=job.sheet,
            set_up_version=row.version,
            set_up=job.set_up,
            chosen_words=chosen_words(job.set_up),
            decision=decision_out(job),
            **papers,
        )
    )


def _about_out(vehicle: Vehicle) -> AboutOut:
    owner = vehicle.owner or Owner()
    return AboutOut(
        owner_id=owner.pk,
        registration=vehicle.registration,
        odometer=vehicle.odometer,
        year=vehicle.year,
        build_notes=vehicle.build_notes,
        owner=owner.name,
        phone=owner.phone,
        email=owner.email,
        address=owner.address,
        may_be_contacted=owner.may_be_contacted,
    )


def decision_out(job: OpenJob) -> DecisionOut | None:
    """Return the last choice recorded on a job; None where there is none."""
    stored, decision = job.last_decision, job.decision
    if stored is None or decision is None:
        return None
    return DecisionOut(
        person=stored.person.shown_name,
        made_at=stored.made_at,
        reason=stored.reason,
        words=chosen_words(decision.set_up),
        decision=decision,
    )


def change(
    request: PersonRequest, job_id: int, act: Callable[[OpenJob, Person], object]
) -> HttpResponse:
    """Write on a job as whoever asks, and answer with what it now is and what follows."""
    person = writer(request)
    job = write(job_id, request.user.shop_id, lambda locked: act(locked, person))
    whole = {
        "job": orjson.Fragment(job_json(job)),
        "assessment": orjson.Fragment(job.assessment_json),
        "practice": orjson.Fragment(to_json(job.practice)),
        "fit": orjson.Fragment(job.fit_json),
        "wrote": job.wrote,
    }
    return json_answer(orjson.dumps(whole))


def json_answer(content: bytes, status: int = 200) -> HttpResponse:
    """Return JSON that is written already."""
    return HttpResponse(content, content_type="application/json", status=status)


def record_answer(record: object) -> HttpResponse:
    """Return a record as core writes it: an evaluation is some 60 kB of numbers."""
    return json_answer(to_json(record))
