"""The first stations over HTTP: papers, gates, offers, certainty and weigh tickets."""

from datetime import date

from django.http import HttpResponse
from ninja import Query, Router
from pydantic import Field

from axlecore.lean.uncertainty import Certainty, certainty
from axlecore.papers import PaperName
from axlecore.practice.look import Ends
from axlecore.practice.offers import take_offer
from axlecore.practice.report import Practice
from axlecore.practice.stations import JobKind, Station
from axlecore.quantities.measure import Known
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.weigh_ticket import LONGEST_TICKET, write_ticket
from jobs.earlier import EarlierJob, earlier_jobs
from jobs.entries import enter_all, import_ticket
from jobs.gates import change_due, change_kind, go_on
from jobs.papers import enter_on_paper, enter_several_on_paper, revert_paper, say_rest_good
from jobs.schemas import (
    BaseIn,
    EntryIn,
    JobChange,
    PaperEntryIn,
    RevertIn,
    change,
    job_of,
    record_answer,
)
from jobs.services import edit_sheet
from rigs.services import Entry
from shops.files import download
from shops.requests import PersonRequest

router = Router(tags=["stations"])


class PaperIn(BaseIn, PaperEntryIn):
    known: Known = Known.MEASURED


class EntriesIn(BaseIn):
    entries: list[EntryIn] = Field(min_length=1, max_length=40)


class PaperEntriesIn(BaseIn):
    entries: list[PaperEntryIn] = Field(min_length=1, max_length=40)


class RestIn(BaseIn):
    ends: Ends


class OfferIn(BaseIn):
    offer: str = Field(max_length=80)


class TicketIn(BaseIn):
    # One more than is read, so that core says what is too long.
    text: str = Field(max_length=LONGEST_TICKET + 1)


class GateIn(BaseIn):
    station: Station
    reason: str = Field("", max_length=400)


class KindIn(BaseIn):
    kind: JobKind


class DueIn(BaseIn):
    due_on: date | None


@router.get("/jobs/{int:job_id}/practice", response=Practice, operation_id="job_practice")
def get_practice(request: PersonRequest, job_id: int) -> HttpResponse:
    return record_answer(job_of(request, job_id).practice)


@router.get("/jobs/{int:job_id}/certainty", response=Certainty, operation_id="job_certainty")
def get_certainty(request: PersonRequest, job_id: int, state: LoadKey = Query(...)) -> HttpResponse:
    return record_answer(certainty(*job_of(request, job_id).fitted_rig, state))


@router.get("/jobs/{int:job_id}/earlier", response=list[EarlierJob], operation_id="earlier_jobs")
def get_earlier(request: PersonRequest, job_id: int) -> list[EarlierJob]:
    return earlier_jobs(job_of(request, job_id))


@router.patch(
    "/jobs/{int:job_id}/papers/{paper}", response=JobChange, operation_id="enter_on_paper"
)
def patch_paper(
    request: PersonRequest, job_id: int, paper: PaperName, body: PaperIn
) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: enter_on_paper(
            job, paper, person, body.base_version, body.place, body.typed, body.known
        ),
    )


@router.post(
    "/jobs/{int:job_id}/papers/{paper}/entries",
    response=JobChange,
    operation_id="enter_all_on_paper",
)
def post_paper_entries(
    request: PersonRequest, job_id: int, paper: PaperName, body: PaperEntriesIn
) -> HttpResponse:
    entries = [(entry.place, entry.typed) for entry in body.entries]
    return change(
        request,
        job_id,
        lambda job, person: enter_several_on_paper(job, paper, person, body.base_version, entries),
    )


@router.post(
    "/jobs/{int:job_id}/papers/{paper}/revert", response=JobChange, operation_id="revert_paper"
)
def post_paper_revert(
    request: PersonRequest, job_id: int, paper: PaperName, body: RevertIn
) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: revert_paper(job, paper, person, body.base_version, body.to_version),
    )


@router.post("/jobs/{int:job_id}/look/rest", response=JobChange, operation_id="rest_is_good")
def post_rest(request: PersonRequest, job_id: int, body: RestIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: say_rest_good(job, person, body.base_version, body.ends),
    )


@router.post("/jobs/{int:job_id}/sheet/entries", response=JobChange, operation_id="enter_several")
def post_entries(request: PersonRequest, job_id: int, body: EntriesIn) -> HttpResponse:
    entries = [Entry(**entry.model_dump()) for entry in body.entries]
    return change(
        request,
        job_id,
        lambda job, person: enter_all(job, person, body.base_version, entries),
    )


@router.post("/jobs/{int:job_id}/sheet/offers", response=JobChange, operation_id="take_offer")
def post_offer(request: PersonRequest, job_id: int, body: OfferIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: edit_sheet(
            job,
            person,
            body.base_version,
            "offer",
            body.offer,
            lambda sheet: take_offer(sheet, body.offer),
        ),
    )


@router.get("/jobs/{int:job_id}/weigh-ticket.csv", include_in_schema=False)
def get_ticket(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    name = f"job-{job.row.number}-weigh-ticket.csv"
    return download(write_ticket(job.sheet), "text/csv", name)


@router.post("/jobs/{int:job_id}/weigh-ticket", response=JobChange, operation_id="import_ticket")
def post_ticket(request: PersonRequest, job_id: int, body: TicketIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: import_ticket(job, person, body.base_version, body.text),
    )


@router.post("/jobs/{int:job_id}/gates", response=JobChange, operation_id="pass_gate")
def post_gate(request: PersonRequest, job_id: int, body: GateIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: go_on(job, person, body.base_version, body.station, body.reason),
    )


@router.patch("/jobs/{int:job_id}/kind", response=JobChange, operation_id="change_kind")
def patch_kind(request: PersonRequest, job_id: int, body: KindIn) -> HttpResponse:
    return change(request, job_id, lambda job, _: change_kind(job, body.base_version, body.kind))


@router.patch("/jobs/{int:job_id}/due", response=JobChange, operation_id="change_due")
def patch_due(request: PersonRequest, job_id: int, body: DueIn) -> HttpResponse:
    return change(request, job_id, lambda job, _: change_due(job, body.base_version, body.due_on))
