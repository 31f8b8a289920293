"""Station 5 over HTTP: what the fit-up comes to, beginning it, and adding and taking away."""

from django.http import HttpResponse
from ninja import Query, Router
from pydantic import Field

from axlecore.fitup.drilling import Template, template
from axlecore.fitup.sheet import Fitting, Layout
from axlecore.fitup.start import begun
from axlecore.practice.fitting import FitStation
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End, Side
from jobs.fitup import begun_fitting, changed_fitting, fit_of
from jobs.models import Job
from jobs.papers import change_paper, enter_several_on_paper
from jobs.records import PaperName, fitting_of
from jobs.schemas import BaseIn, JobOut, PaperEntryIn, job_of, job_out, record_answer
from shops.requests import PersonRequest, writer

router = Router(tags=["fit"])


class BeginFitIn(BaseIn):
    axle: End
    layout: Layout


class FitPartIn(BaseIn):
    axle: End
    place: str = Field(max_length=40)
    there: bool


class PaperEntriesIn(BaseIn):
    entries: list[PaperEntryIn] = Field(min_length=1, max_length=40)


def _as_fitting(record: Record) -> Fitting:
    assert isinstance(record, Fitting)
    return record


@router.get("/jobs/{int:job_id}/fit", response=FitStation, operation_id="fit_station")
def get_fit(request: PersonRequest, job_id: int) -> HttpResponse:
    return record_answer(fit_of(job_of(request, job_id)))


@router.post("/jobs/{int:job_id}/fit/begin", response=JobOut, operation_id="begin_fit")
def post_begin(request: PersonRequest, job_id: int, body: BeginFitIn) -> JobOut:
    job = job_of(request, job_id)
    change_paper(
        job,
        "fitting",
        writer(request),
        body.base_version,
        body.axle,
        f"begun: {body.layout}",
        lambda fitting: begun_fitting(job, _as_fitting(fitting), body.axle, body.layout),
    )
    return job_out(job_of(request, job_id))


@router.post("/jobs/{int:job_id}/fit/parts", response=JobOut, operation_id="change_fit_part")
def post_fit_part(request: PersonRequest, job_id: int, body: FitPartIn) -> JobOut:
    job = job_of(request, job_id)
    change_paper(
        job,
        "fitting",
        writer(request),
        body.base_version,
        f"{body.axle}.{body.place}",
        "added" if body.there else "taken away",
        lambda fitting: changed_fitting(
            job, _as_fitting(fitting), body.axle, body.place, body.there
        ),
    )
    return job_out(job_of(request, job_id))


@router.post(
    "/jobs/{int:job_id}/papers/{paper}/entries", response=JobOut, operation_id="enter_all_on_paper"
)
def post_paper_entries(
    request: PersonRequest, job_id: int, paper: PaperName, body: PaperEntriesIn
) -> JobOut:
    job = job_of(request, job_id)
    entries = [(entry.place, entry.typed) for entry in body.entries]
    enter_several_on_paper(job, paper, writer(request), body.base_version, entries)
    return job_out(job_of(request, job_id))


@router.get("/jobs/{int:job_id}/drill-template", response=Template, operation_id="drill_template")
def get_template(
    request: PersonRequest, job_id: int, axle: End = Query(End.REAR), side: Side = Query(Side.LEFT)
) -> Template:
    return template_of(job_of(request, job_id), axle, side)


def template_of(job: Job, axle: End, side: Side) -> Template:
    """Return the drill template of one side of a job's axle."""
    return template(begun(fitting_of(job), axle), side)
