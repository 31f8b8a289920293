"""A job's record over HTTP: out as one file, in as a job, and who did what when."""

from datetime import datetime

from django.http import HttpResponse
from ninja import File, Query, Router, Schema
from ninja.files import UploadedFile
from pydantic import AwareDatetime

from archive.history import PAGE, Deed, differences, history
from archive.reading import take_in, unpacked
from archive.writing import archive_of
from jobs.schemas import JobOut, job_json, job_of, json_answer
from shops.files import download
from shops.requests import PersonRequest, writer

router = Router(tags=["archive"])


class DoneOut(Schema):
    at: datetime
    person: str
    username: str
    deed: Deed
    what: str
    #: Which paper, and its version, where it was written on one.
    paper: str
    version: int | None


class HistoryOut(Schema):
    done: list[DoneOut]
    #: Ask before this for what was done earlier; none where this is all.
    earlier: datetime | None


class DifferenceOut(Schema):
    place: str
    before: str
    after: str


@router.get("/jobs/{int:job_id}/record.zip", include_in_schema=False)
def get_record_file(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    return download(archive_of(job), "application/zip", f"job-{job.row.number}.record.zip")


@router.post("/jobs/records", response={201: JobOut}, operation_id="take_in_record")
def post_record(request: PersonRequest, file: UploadedFile = File(...)) -> HttpResponse:
    person = writer(request)
    job = take_in(person, unpacked(file, file.size or 0))
    return json_answer(job_json(job_of(request, job.pk)), 201)


@router.get("/jobs/{int:job_id}/history", response=HistoryOut, operation_id="job_history")
def get_history(
    request: PersonRequest,
    job_id: int,
    deed: Deed | None = None,
    person: str = Query("", max_length=150),
    before: AwareDatetime | None = None,
) -> HistoryOut:
    found = history(job_of(request, job_id).row, deed, person, before)
    return HistoryOut(
        done=[
            DoneOut(
                at=one.at,
                person=one.person.shown_name,
                username=one.person.username,
                deed=one.deed,
                what=one.what,
                paper=one.paper,
                version=one.version,
            )
            for one in found
        ],
        earlier=found[-1].at if len(found) == PAGE else None,
    )


@router.get(
    "/jobs/{int:job_id}/history/{paper}",
    response=list[DifferenceOut],
    operation_id="paper_differences",
)
def get_differences(
    request: PersonRequest,
    job_id: int,
    paper: str,
    before: int = Query(..., ge=1, lt=2**31),
    after: int = Query(..., ge=1, lt=2**31),
) -> list[DifferenceOut]:
    row = job_of(request, job_id).row
    return [DifferenceOut(**vars(one)) for one in differences(row, paper, before, after)]
