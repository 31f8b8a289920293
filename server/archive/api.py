"""A job's record over HTTP: out as one file, in as a job."""

from django.http import HttpResponse
from ninja import File, Router
from ninja.files import UploadedFile

from archive.reading import take_in, unpacked
from archive.writing import archive_of
from jobs.schemas import JobOut, job_json, job_of, json_answer
from shops.files import download
from shops.requests import PersonRequest, writer

router = Router(tags=["archive"])


@router.get("/jobs/{int:job_id}/record.zip", include_in_schema=False)
def get_record_file(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    return download(archive_of(job), "application/zip", f"job-{job.row.number}.record.zip")


@router.post("/jobs/records", response={201: JobOut}, operation_id="take_in_record")
def post_record(request: PersonRequest, file: UploadedFile = File(...)) -> HttpResponse:
    person = writer(request)
    job = take_in(person, unpacked(file, file.size or 0))
    return json_answer(job_json(job_of(request, job.pk)), 201)
