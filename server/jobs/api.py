"""Jobs over HTTP: the yard, one job, its sheet, its set-up and what its numbers say."""

from collections.abc import Callable
from datetime import date, timedelta
from enum import StrEnum
from typing import Annotated, Any

import orjson
from django.db import transaction
from django.db.models import F, Q
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query, Router, Schema
from pydantic import Field

from axlecore.formats import to_json
from axlecore.practice.findings import Assessment
from axlecore.practice.first_answer import PRACTICE_VEHICLE, BarSeen, FirstAnswer, taken_in
from axlecore.practice.stations import STATIONS_OF, JobKind, Station
from axlecore.quantities.entry import enter
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigKind, own_dimensions
from jobs.gates import describe_vehicle, give_to, put_on_shelf
from jobs.models import Job, Shelf
from jobs.news import News, news_of
from jobs.planning import first_look
from jobs.schemas import (
    BaseIn,
    EntryIn,
    JobChange,
    JobOut,
    RevertIn,
    change,
    job_json,
    job_of,
    json_answer,
    record_answer,
)
from jobs.services import (
    change_set_up,
    edit_sheet,
    open_job,
    open_job_on,
    open_job_on_copy,
    part_changed,
    revert_job_sheet,
    revert_set_up,
    rig_file_of,
)
from rigs.services import About, Entry, class_springs
from shops.files import download
from shops.requests import PersonRequest, writer

router = Router(tags=["jobs"])
ROWS_A_PAGE = 50


class JobRow(Schema):
    id: int
    number: int
    name: str
    description: str
    owner: str | None
    registration: str
    rig_kind: RigKind
    station: Station
    job_kind: JobKind
    line: list[Station]
    due_on: date | None
    #: Whose job it is; None where nobody said.
    whose: str | None
    stop: str
    blocked_by: str


class YardSort(StrEnum):
    """What comes first in the yard."""

    CHANGED = "changed"
    DUE = "due"
    NAME = "name"
    NUMBER = "number"


_YARD_ORDER: dict[YardSort, tuple[Any, ...]] = {
    YardSort.CHANGED: ("-changed_at",),
    YardSort.DUE: (F("due_on").asc(nulls_last=True),),
    YardSort.NAME: ("vehicle__name",),
    YardSort.NUMBER: ("-number",),
}


class YardOnly(StrEnum):
    """Which jobs of the yard are looked at."""

    STOPPED = "stopped"
    BLOCKED = "blocked"
    GOING = "going"
    WANTED = "wanted"


_STOPPED, _BLOCKED = ~Q(vehicle__stop=""), ~Q(blocked_by="")
#: What each looks for, by the day it is asked.
_ONLY: dict[YardOnly, Callable[[date], Q]] = {
    YardOnly.STOPPED: lambda _: _STOPPED,
    YardOnly.BLOCKED: lambda _: _STOPPED | _BLOCKED,
    YardOnly.GOING: lambda _: ~(_STOPPED | _BLOCKED),
    YardOnly.WANTED: lambda today: Q(due_on__lte=today + timedelta(days=7)),
}


class YardOut(Schema):
    rows: list[JobRow]
    #: Archived jobs that fit what is looked for in the yard.
    archived: int
    total: int
    page: int
    pages: int


#: What the shop calls a vehicle; blanks are no name.
Name = Annotated[str, Field(min_length=1, max_length=80, pattern=r"\S")]


class FirstIn(Schema):
    """The first numbers of a vehicle nobody has stored."""

    kind: RigKind
    entries: list[EntryIn] = Field(default_factory=list, max_length=60)
    front_bar: BarSeen = BarSeen.NOT_LOOKED
    rear_bar: BarSeen = BarSeen.NOT_LOOKED

    @property
    def bars(self) -> dict[End, BarSeen]:
        return {End.FRONT: self.front_bar, End.REAR: self.rear_bar}


class JobIn(FirstIn):
    name: Name
    description: str = Field("", max_length=120)
    job_kind: JobKind = JobKind.UPGRADE
    due_on: date | None = None


class EditIn(EntryIn, BaseIn):
    pass


class AboutIn(BaseIn):
    name: Name
    description: str = Field("", max_length=120)
    registration: str = Field("", max_length=20)
    odometer: str = Field("", max_length=24)
    year: int | None = None
    build_notes: str = Field("", max_length=2000)
    owner: str = Field("", max_length=80)
    phone: str = Field("", max_length=40)
    email: str = Field("", max_length=254)
    address: str = Field("", max_length=200)
    may_be_contacted: bool = False


class ShelfIn(BaseIn):
    shelf: Shelf


class AgainIn(Schema):
    kind: JobKind
    with_choice: bool = False


class CopyIn(AgainIn):
    name: Name
    description: str = Field("", max_length=120)


class FitterIn(BaseIn):
    #: Empty where it is nobody's.
    fitter: str = Field(max_length=150)


class PartIn(BaseIn):
    place: str = Field(max_length=80)
    fitted: bool


@router.get("/jobs", response=YardOut, operation_id="list_jobs")
def list_jobs(
    request: PersonRequest,
    find: str = Query("", max_length=80),
    page: int = Query(1, ge=1, le=100_000),
    shelf: Shelf = Shelf.YARD,
    station: Station | None = None,
    only: YardOnly | None = None,
    fitter: str = Query("", max_length=150),
    sort: YardSort = YardSort.CHANGED,
) -> dict[str, Any]:
    jobs = Job.objects.filter(shop_id=request.user.shop_id)
    if station is not None:
        jobs = jobs.filter(station=station)
    if only is not None:
        jobs = jobs.filter(_ONLY[only](timezone.localdate()))
    if fitter:
        jobs = jobs.filter(fitter__username=fitter)
    for word in find.split():
        match = Q(vehicle__name__icontains=word) | Q(vehicle__description__icontains=word)
        match |= Q(vehicle__owner__name__icontains=word)
        match |= Q(vehicle__registration__icontains=word)
        if word.isdecimal() and len(word) < 9:
            match |= Q(number=int(word))
        jobs = jobs.filter(match)
    archived = 0
    if find.strip() and shelf is Shelf.YARD:
        archived = jobs.filter(shelf=Shelf.ARCHIVED).count()
    jobs = jobs.filter(shelf=shelf)
    total = jobs.count()
    rows = jobs.order_by(*_YARD_ORDER[sort], "-pk")[(page - 1) * ROWS_A_PAGE : page * ROWS_A_PAGE]
    found = rows.values(
        "id",
        "number",
        "station",
        "due_on",
        "blocked_by",
        name=F("vehicle__name"),
        description=F("vehicle__description"),
        owner=F("vehicle__owner__name"),
        whose=F("fitter__username"),
        registration=F("vehicle__registration"),
        rig_kind=F("vehicle__sheet__kind"),
        stop=F("vehicle__stop"),
        job_kind=F("kind"),
    )
    return {
        "rows": [{**row, "line": STATIONS_OF[JobKind(row["job_kind"])]} for row in found],
        "archived": archived,
        "total": total,
        "page": page,
        "pages": max(1, -(-total // ROWS_A_PAGE)),
    }


@router.post("/jobs", response={201: JobOut}, operation_id="open_job")
def post_job(request: PersonRequest, body: JobIn) -> HttpResponse:
    entries = [Entry(**entry.model_dump()) for entry in body.entries]
    job = open_job(
        writer(request),
        body.name,
        body.description,
        body.kind,
        body.due_on,
        entries,
        body.job_kind,
        body.bars,
    )
    return json_answer(job_json(job_of(request, job.pk)), 201)


@router.post("/jobs/practice", response={201: JobOut}, operation_id="open_practice_job")
def post_practice(request: PersonRequest) -> HttpResponse:
    entries = [Entry(*entry) for entry in PRACTICE_VEHICLE]
    bars = dict.fromkeys(End, BarSeen.SOLID)
    job = open_job(
        writer(request),
        "Practice vehicle",
        "made up, to try things on",
        RigKind.MOTORHOME,
        None,
        entries,
        bars=bars,
    )
    return json_answer(job_json(job_of(request, job.pk)), 201)


@router.post("/first-answer", response=FirstAnswer, operation_id="first_answer")
def post_first_answer(request: PersonRequest, body: FirstIn) -> HttpResponse:
    entries = [Entry(**entry.model_dump()) for entry in body.entries]
    shop = request.user.shop
    vehicle = taken_in(body.kind, entries, body.bars, class_springs(shop, body.kind))
    return record_answer(first_look(shop, vehicle, body.bars))


@router.patch("/jobs/{int:job_id}/about", response=JobChange, operation_id="describe_vehicle")
def patch_about(request: PersonRequest, job_id: int, body: AboutIn) -> HttpResponse:
    about = About(**body.model_dump(exclude={"base_version"}))
    return change(request, job_id, lambda job, _: describe_vehicle(job, body.base_version, about))


@router.put("/jobs/{int:job_id}/shelf", response=JobChange, operation_id="put_on_shelf")
def put_shelf(request: PersonRequest, job_id: int, body: ShelfIn) -> HttpResponse:
    return change(request, job_id, lambda job, _: put_on_shelf(job, body.base_version, body.shelf))


@router.put("/jobs/{int:job_id}/fitter", response=JobChange, operation_id="give_job_to")
def put_fitter(request: PersonRequest, job_id: int, body: FitterIn) -> HttpResponse:
    return change(request, job_id, lambda job, _: give_to(job, body.base_version, body.fitter))


@router.post("/jobs/{int:job_id}/again", response={201: JobOut}, operation_id="open_second_job")
def post_again(request: PersonRequest, job_id: int, body: AgainIn) -> HttpResponse:
    person, first = writer(request), job_of(request, job_id)
    with transaction.atomic():
        set_up = first.set_up if body.with_choice else None
        second = open_job_on(person, first.row.vehicle, None, body.kind, set_up)
    return json_answer(job_json(job_of(request, second.pk)), 201)


@router.post("/jobs/{int:job_id}/copy", response={201: JobOut}, operation_id="copy_job")
def post_copy(request: PersonRequest, job_id: int, body: CopyIn) -> HttpResponse:
    person, first = writer(request), job_of(request, job_id)
    set_up = first.set_up if body.with_choice else None
    copy = open_job_on_copy(person, first, body.name, body.description, body.kind, set_up)
    return json_answer(job_json(job_of(request, copy.pk)), 201)


@router.get("/jobs/{int:job_id}", response=JobOut, operation_id="read_job")
def get_job(request: PersonRequest, job_id: int) -> HttpResponse:
    return json_answer(job_json(job_of(request, job_id)))


@router.get("/jobs/{int:job_id}/news", response=News, operation_id="news_of_job")
def get_news(request: PersonRequest, job_id: int) -> News:
    return news_of(job_id, request.user.shop_id)


@router.get("/jobs/{int:job_id}/assessment", response=Assessment, operation_id="assess_job")
def get_assessment(request: PersonRequest, job_id: int) -> HttpResponse:
    return json_answer(job_of(request, job_id).assessment_json)


@router.get("/jobs/{int:job_id}/rig.json", include_in_schema=False)
def get_rig_file(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    text = to_json(rig_file_of(job), indent=2)
    return download(text, "application/json", f"job-{job.row.number}.rig.json")


@router.patch("/jobs/{int:job_id}/sheet", response=JobChange, operation_id="enter_on_sheet")
def patch_sheet(request: PersonRequest, job_id: int, body: EditIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: edit_sheet(
            job,
            person,
            body.base_version,
            body.place,
            body.typed,
            lambda sheet: enter(sheet, body.place, body.typed, body.known, body.simulated),
        ),
    )


@router.post("/jobs/{int:job_id}/sheet/parts", response=JobChange, operation_id="change_part")
def post_part(request: PersonRequest, job_id: int, body: PartIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: edit_sheet(
            job,
            person,
            body.base_version,
            body.place,
            "fitted" if body.fitted else "taken away",
            lambda sheet: part_changed(job, sheet, body.place, body.fitted),
        ),
    )


@router.post("/jobs/{int:job_id}/sheet/revert", response=JobChange, operation_id="revert_sheet")
def post_sheet_revert(request: PersonRequest, job_id: int, body: RevertIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: revert_job_sheet(job, person, body.base_version, body.to_version),
    )


@router.patch("/jobs/{int:job_id}/set-up", response=JobChange, operation_id="enter_on_set_up")
def patch_set_up(request: PersonRequest, job_id: int, body: EditIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: change_set_up(
            job,
            person,
            body.base_version,
            body.place,
            body.typed,
            lambda chosen: own_dimensions(
                chosen, enter(chosen, body.place, body.typed, body.known)
            ),
        ),
    )


@router.post("/jobs/{int:job_id}/set-up/revert", response=JobChange, operation_id="revert_set_up")
def post_set_up_revert(request: PersonRequest, job_id: int, body: RevertIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: revert_set_up(job, person, body.base_version, body.to_version),
    )


def stale_answer(request: HttpRequest, place: str, job_id: int | None) -> HttpResponse:
    """Return both sides of a conflict: what stands now; the sender knows what they sent."""
    message = "Somebody else changed this meanwhile. Choose which stays."
    answer: dict[str, Any] = {"detail": [{"field": place, "message": message}]}
    if job_id is not None:
        person_request: Any = request
        answer["current"] = orjson.Fragment(job_json(job_of(person_request, job_id)))
        answer["news"] = news_of(job_id, person_request.user.shop_id).model_dump(mode="json")
    return json_answer(orjson.dumps(answer), 409)
