"""The first stations over HTTP: papers, gates, offers, certainty and weigh tickets."""

from datetime import date

from django.http import HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from axlecore.lean.uncertainty import Certainty, certainty
from axlecore.practice.offers import take_offer
from axlecore.practice.report import Practice
from axlecore.practice.stations import JobKind, Station
from axlecore.quantities.measure import Known
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.weigh_ticket import LONGEST_TICKET, write_ticket
from jobs.entries import enter_all, import_ticket
from jobs.gates import change_kind, pass_gate, practice_of
from jobs.papers import enter_on_paper, revert_paper
from jobs.records import PaperName, fitted_rig
from jobs.schemas import (
    BaseIn,
    EntryIn,
    JobOut,
    PaperEntryIn,
    RevertIn,
    job_of,
    job_out,
    record_answer,
)
from jobs.services import edit_sheet
from rigs.services import sheet_of
from shops.requests import PersonRequest, writer

router = Router(tags=["stations"])


class PaperIn(BaseIn, PaperEntryIn):
    known: Known = Known.MEASURED


class EntriesIn(BaseIn):
    entries: list[EntryIn] = Field(min_length=1, max_length=40)


class OfferIn(BaseIn):
    offer: str = Field(max_length=80)


class TicketIn(BaseIn):
    # One more than is read, so that core says what is too long.
    text: str = Field(max_length=LONGEST_TICKET + 1)


class GateIn(Schema):
    station: Station
    reason: str = Field("", max_length=400)


class KindIn(Schema):
    kind: JobKind


class DueIn(Schema):
    due_on: date | None


@router.get("/jobs/{int:job_id}/practice", response=Practice, operation_id="job_practice")
def get_practice(request: PersonRequest, job_id: int) -> HttpResponse:
    return record_answer(practice_of(job_of(request, job_id)))


@router.get("/jobs/{int:job_id}/certainty", response=Certainty, operation_id="job_certainty")
def get_certainty(request: PersonRequest, job_id: int, state: LoadKey = Query(...)) -> HttpResponse:
    job = job_of(request, job_id)
    return record_answer(certainty(*fitted_rig(job), state))


@router.patch("/jobs/{int:job_id}/papers/{paper}", response=JobOut, operation_id="enter_on_paper")
def patch_paper(request: PersonRequest, job_id: int, paper: PaperName, body: PaperIn) -> JobOut:
    job = job_of(request, job_id)
    enter_on_paper(
        job, paper, writer(request), body.base_version, body.place, body.typed, body.known
    )
    return job_out(job_of(request, job_id))


@router.post(
    "/jobs/{int:job_id}/papers/{paper}/revert", response=JobOut, operation_id="revert_paper"
)
def post_paper_revert(
    request: PersonRequest, job_id: int, paper: PaperName, body: RevertIn
) -> JobOut:
    job = job_of(request, job_id)
    revert_paper(job, paper, writer(request), body.base_version, body.to_version)
    return job_out(job_of(request, job_id))


@router.post("/jobs/{int:job_id}/sheet/entries", response=JobOut, operation_id="enter_several")
def post_entries(request: PersonRequest, job_id: int, body: EntriesIn) -> JobOut:
    entries = [(entry.place, entry.typed, entry.known) for entry in body.entries]
    enter_all(job_of(request, job_id), writer(request), body.base_version, entries)
    return job_out(job_of(request, job_id))


@router.post("/jobs/{int:job_id}/sheet/offers", response=JobOut, operation_id="take_offer")
def post_offer(request: PersonRequest, job_id: int, body: OfferIn) -> JobOut:
    edit_sheet(
        job_of(request, job_id),
        writer(request),
        body.base_version,
        "offer",
        body.offer[:60],
        lambda sheet: take_offer(sheet, body.offer),
    )
    return job_out(job_of(request, job_id))


@router.get("/jobs/{int:job_id}/weigh-ticket.csv", include_in_schema=False)
def get_ticket(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    answer = HttpResponse(write_ticket(sheet_of(job.vehicle)), content_type="text/csv")
    answer["Content-Disposition"] = f'attachment; filename="job-{job.number}-weigh-ticket.csv"'
    return answer


@router.post("/jobs/{int:job_id}/weigh-ticket", response=JobOut, operation_id="import_ticket")
def post_ticket(request: PersonRequest, job_id: int, body: TicketIn) -> JobOut:
    import_ticket(job_of(request, job_id), writer(request), body.base_version, body.text)
    return job_out(job_of(request, job_id))


@router.post("/jobs/{int:job_id}/gates", response=JobOut, operation_id="pass_gate")
def post_gate(request: PersonRequest, job_id: int, body: GateIn) -> JobOut:
    pass_gate(job_of(request, job_id), writer(request), body.station, body.reason)
    return job_out(job_of(request, job_id))


@router.patch("/jobs/{int:job_id}/kind", response=JobOut, operation_id="change_kind")
def patch_kind(request: PersonRequest, job_id: int, body: KindIn) -> JobOut:
    job = job_of(request, job_id)
    writer(request)
    change_kind(job, body.kind)
    return job_out(job_of(request, job_id))


@router.patch("/jobs/{int:job_id}/due", response=JobOut, operation_id="change_due")
def patch_due(request: PersonRequest, job_id: int, body: DueIn) -> JobOut:
    job = job_of(request, job_id)
    writer(request)
    job.due_on = body.due_on
    job.save(update_fields=["due_on", "changed_at"])
    return job_out(job_of(request, job_id))
