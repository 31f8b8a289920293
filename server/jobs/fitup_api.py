"""Station 5 over HTTP: what the fit-up comes to, beginning it, and adding and taking away."""

from django.http import HttpResponse
from ninja import Query, Router
from pydantic import Field

from axlecore.fitup.drilling import Template, template
from axlecore.fitup.sheet import Fitting, Layout
from axlecore.fitup.start import begun
from axlecore.papers import PaperName
from axlecore.practice.fitting import FitStation
from axlecore.vehicle.ends import End, Side
from jobs.fitup import begun_fitting, changed_fitting
from jobs.papers import change_paper
from jobs.schemas import BaseIn, JobChange, change, job_of, json_answer
from shops.requests import PersonRequest

router = Router(tags=["fit"])


class BeginFitIn(BaseIn):
    axle: End
    layout: Layout


class FitPartIn(BaseIn):
    axle: End
    place: str = Field(max_length=40)
    there: bool


@router.get("/jobs/{int:job_id}/fit", response=FitStation, operation_id="fit_station")
def get_fit(request: PersonRequest, job_id: int) -> HttpResponse:
    return json_answer(job_of(request, job_id).fit_json)


@router.post("/jobs/{int:job_id}/fit/begin", response=JobChange, operation_id="begin_fit")
def post_begin(request: PersonRequest, job_id: int, body: BeginFitIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: change_paper(
            job,
            PaperName.FITTING,
            person,
            body.base_version,
            body.axle,
            f"begun: {body.layout}",
            lambda fitting: begun_fitting(job, fitting, body.axle, body.layout),
        ),
    )


@router.post("/jobs/{int:job_id}/fit/parts", response=JobChange, operation_id="change_fit_part")
def post_fit_part(request: PersonRequest, job_id: int, body: FitPartIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: change_paper(
            job,
            PaperName.FITTING,
            person,
            body.base_version,
            f"{body.axle}.{body.place}",
            "added" if body.there else "taken away",
            lambda fitting: changed_fitting(job, fitting, body.axle, body.place, body.there),
        ),
    )


@router.get("/jobs/{int:job_id}/drill-template", response=Template, operation_id="drill_template")
def get_template(
    request: PersonRequest,
    job_id: int,
    axle: End = Query(End.REAR),
    side: Side = Query(Side.LEFT),
) -> Template:
    return template(begun(job_of(request, job_id).read(Fitting), axle), side)
