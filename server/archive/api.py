"""A job's record over HTTP: out as one file, in as a job, and who did what when."""

from datetime import datetime

from django.http import HttpResponse
from ninja import File, Query, Router, Schema
from ninja.files import UploadedFile
from pydantic import AwareDatetime

from archive.history import PAGE, Deed, Difference, differences, history
from archive.memory import JobHours, KitKnown, job_hours, kits_known, memory_csv
from archive.papers import papers_of
from archive.reading import take_in, unpacked
from archive.writing import archive_of
from axlecore.build.suppliers import SupplierRecord, lateness_says
from jobs.schemas import JobOut, job_json, job_of, json_answer
from jobs.suppliers import suppliers_of
from prints.paper import PRINT
from shops.files import download
from shops.in_units import units_of
from shops.requests import PersonRequest, writer
from tasks.handing import handed_over, unfinished
from tasks.models import TaskState

router = Router(tags=["archive"])


class DoneOut(Schema):
    at: datetime
    person: str
    username: str
    deed: Deed
    what: str
    #: Which paper, at which place of it, and its version, where it was written on one.
    paper: str
    place: str
    version: int | None


class HistoryOut(Schema):
    done: list[DoneOut]
    #: Ask before this for what was done earlier; none where this is all.
    earlier: datetime | None


class MemoryOut(Schema):
    """What a shop learned of its suppliers, its hours and its kits."""

    suppliers: list[SupplierRecord]
    #: How late each usually is, in sentences; so much is added to what they promise.
    says: list[str]
    hours: list[JobHours]
    kits: list[KitKnown]


@router.get("/jobs/{int:job_id}/record.zip", include_in_schema=False)
def get_record_file(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    tasks = {
        path: handed_over(request.user, PRINT, page, page.encode())
        for path, page in papers_of(job, units_of(request)).items()
    }
    papers = {path: bytes(task.answer or b"") for path, task in tasks.items()}
    waiting = [task for task in tasks.values() if task.state != TaskState.DONE]
    if waiting:
        # They are worked through in the order in which they were handed over.
        return unfinished(request, waiting[-1])
    name = f"job-{job.row.number}.record.zip"
    return download(archive_of(job, papers), "application/zip", name)


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
                place=one.place,
                version=one.version,
            )
            for one in found
        ],
        earlier=found[-1].at if len(found) == PAGE else None,
    )


@router.get(
    "/jobs/{int:job_id}/history/{paper}",
    response=list[Difference],
    operation_id="paper_differences",
)
def get_differences(
    request: PersonRequest,
    job_id: int,
    paper: str,
    before: int = Query(..., ge=1, lt=2**31),
    after: int = Query(..., ge=1, lt=2**31),
) -> list[Difference]:
    row = job_of(request, job_id).row
    return differences(row, paper, before, after)


@router.get("/memory", response=MemoryOut, operation_id="shop_memory")
def get_memory(request: PersonRequest) -> MemoryOut:
    shop = request.user.shop
    suppliers = suppliers_of(shop)
    return MemoryOut(
        suppliers=suppliers,
        says=[said for one in suppliers if (said := lateness_says(one))],
        hours=job_hours(shop),
        kits=kits_known(shop),
    )


@router.get("/memory/{name}.csv", include_in_schema=False)
def get_memory_csv(request: PersonRequest, name: str) -> HttpResponse:
    text = memory_csv(request.user.shop, name)
    return download(text, "text/csv; charset=utf-8", f"{name}.csv")
