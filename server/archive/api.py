"""A job's record over HTTP: out as one file, in as a job, and who did what when."""

from datetime import datetime

from django.http import HttpResponse
from ninja import File, Query, Router, Schema
from ninja.files import UploadedFile
from pydantic import AwareDatetime

from archive.history import PAGE, Deed, differences, history
from archive.memory import job_hours, kits_known, memory_csv
from archive.reading import take_in, unpacked
from archive.writing import archive_of
from axlecore.build.suppliers import SupplierRecord, lateness_says
from jobs.schemas import JobOut, job_json, job_of, json_answer
from jobs.suppliers import suppliers_of
from shops.files import download
from shops.requests import PersonRequest, writer

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


class JobHoursOut(Schema):
    job: int
    planned_h: float
    real_h: float


class KitKnownOut(Schema):
    part_number: str
    snags: list[str]
    #: So many of its steps are timed, over at most so many jobs.
    steps: int
    jobs: int


class MemoryOut(Schema):
    """What a shop learned of its suppliers, its hours and its kits."""

    suppliers: list[SupplierRecord]
    #: How late each usually is, in sentences; so much is added to what they promise.
    says: list[str]
    hours: list[JobHoursOut]
    kits: list[KitKnownOut]


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
                place=one.place,
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


@router.get("/memory", response=MemoryOut, operation_id="shop_memory")
def get_memory(request: PersonRequest) -> MemoryOut:
    shop = request.user.shop
    suppliers = suppliers_of(shop)
    return MemoryOut(
        suppliers=suppliers,
        says=[said for one in suppliers if (said := lateness_says(one))],
        hours=[JobHoursOut(**vars(one)) for one in job_hours(shop)],
        kits=[KitKnownOut(**vars(one)) for one in kits_known(shop)],
    )


@router.get("/memory/{name}.csv", include_in_schema=False)
def get_memory_csv(request: PersonRequest, name: str) -> HttpResponse:
    text = memory_csv(request.user.shop, name)
    return download(text, "text/csv; charset=utf-8", f"{name}.csv")
