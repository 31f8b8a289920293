"""Prints over HTTP."""

from typing import Literal

from django.http import HttpResponse
from django.utils.text import slugify
from ninja import Query, Router

from axlecore.vehicle.ends import End, Side
from jobs.schemas import job_of
from prints.comparison import comparison_page
from prints.drilling import written
from prints.intake import intake_sheet
from prints.job_sheet import job_sheet
from prints.paper import PRINT, Page
from prints.purchase_order import order_written, purchase_order
from shops.files import shown
from shops.in_units import units_of
from shops.requests import PersonRequest
from tasks.handing import handed_over, told

router = Router(tags=["prints"])
Paper = Literal["a4", "letter"]


@router.get("/jobs/{int:job_id}/intake.pdf", include_in_schema=False)
def get_intake_sheet(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    name = f"job-{job.row.number}-intake.pdf"
    return sent(request, intake_sheet(job, units_of(request)), name)


@router.get("/jobs/{int:job_id}/comparison.pdf", include_in_schema=False)
def get_comparison(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    return sent(
        request, comparison_page(job, units_of(request)), f"job-{job.row.number}-comparison.pdf"
    )


@router.get("/jobs/{int:job_id}/job-sheet.pdf", include_in_schema=False)
def get_job_sheet(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    address = request.build_absolute_uri(f"/bay/{job.row.pk}")
    return sent(
        request, job_sheet(job, address, units_of(request)), f"job-{job.row.number}-sheet.pdf"
    )


@router.get("/jobs/{int:job_id}/purchase-order.{kind}", include_in_schema=False)
def get_purchase_order(
    request: PersonRequest,
    job_id: int,
    kind: str,
    supplier: str = Query("", max_length=60),
) -> HttpResponse:
    job = job_of(request, job_id)
    write, content_type = order_written(kind)
    name = f"job-{job.row.number}-order-{slugify(supplier) or 'unnamed'}.{kind}"
    return sent(request, write(purchase_order(job, supplier)), name, content_type)


@router.get("/jobs/{int:job_id}/drill-template.{kind}", include_in_schema=False)
def get_drill_template(
    request: PersonRequest,
    job_id: int,
    kind: str,
    axle: End = Query(End.REAR),
    side: Side = Query(Side.LEFT),
    paper: Paper = Query("a4"),
) -> HttpResponse:
    job = job_of(request, job_id)
    write, content_type = written(kind)
    name = f"job-{job.row.number}-{axle}-{side}-drill-template.{kind}"
    return sent(request, write(job, axle, side, paper), name, content_type)


def sent(
    request: PersonRequest, made: Page | bytes, name: str, content_type: str = "application/pdf"
) -> HttpResponse:
    """Return a file; a page is laid out first, which whoever asks may have to wait for."""
    if isinstance(made, bytes):
        return shown(made, content_type, name)
    task = handed_over(request.user, PRINT, made, made.encode())
    return told(request, task, lambda pdf: shown(pdf, content_type, name))
