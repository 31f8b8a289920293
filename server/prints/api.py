"""Prints over HTTP."""

from django.http import HttpResponse
from ninja import Router

from jobs.schemas import job_of
from prints.intake import intake_sheet
from shops.requests import PersonRequest

router = Router(tags=["prints"])


@router.get("/jobs/{int:job_id}/intake.pdf", include_in_schema=False)
def get_intake_sheet(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    answer = HttpResponse(intake_sheet(job), content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="job-{job.number}-intake.pdf"'
    return answer
