"""Drive over HTTP: runs with their logs, what was felt, what they come to."""

import json
from collections.abc import Callable
from uuid import UUID

from django.db.models import QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Form, Router, Schema
from ninja.files import UploadedFile
from pydantic import AwareDatetime, Field

from axlecore.errors import InputError
from axlecore.road.driving import Manoeuvre
from axlecore.road.impressions import Felt, Rider
from axlecore.road.reading import CHANNELS, LogColumn, columns_of
from axlecore.road.trace import Trace
from axlecore.road.ways import RollWay
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from drive.logs import LARGEST_BYTES, kept_text, text_of, trace_json
from drive.models import Run, RunWhen, Surface
from drive.runs import (
    SaidRun,
    TypedRun,
    felt,
    hidden_of,
    keep_run,
    keep_yard_test,
    put_right,
    set_run_removed,
    stand_in,
    take_yard_test_away,
)
from drive.schemas import DriveOut, drive_out
from drive.tuning import Picked, tune
from drive.verdict import take_correction, verdicts_of
from jobs.opened import OpenJob
from jobs.schemas import BaseIn, JobChange, change, job_of, json_answer
from jobs.writes import write
from shops.errors import Refused
from shops.models import Person
from shops.requests import PersonRequest, writer

router = Router(tags=["drive"])


class RunSaidIn(Schema):
    """How a run was driven, as it was typed."""

    when: RunWhen
    manoeuvre: Manoeuvre
    state: LoadKey
    surface: Surface
    place: str = Field("", max_length=80)
    wind: str = Field("", max_length=40)
    traffic: str = Field("", max_length=40)
    driver: str = Field("", max_length=60)
    passenger: str = Field("", max_length=60)
    closed_ground: bool = False
    speed: str = Field("", max_length=20)
    limit: str = Field("", max_length=20)
    front_pressure: str = Field("", max_length=20)
    rear_pressure: str = Field("", max_length=20)
    sensor_height: str = Field("", max_length=20)


class DrivenIn(RunSaidIn):
    key: UUID
    driven_at: AwareDatetime | None = None


class LoggedIn(DrivenIn):
    simulated: bool = False
    #: Heading to channel, as JSON: a form has no other way to send it. Empty where they are ours.
    columns: str = Field("", max_length=4000)


class StandInIn(DrivenIn):
    way: RollWay = RollWay.ROLL_RATE


class PutRightIn(RunSaidIn):
    run_id: int = Field(ge=1, lt=2**63)
    base_version: int = Field(ge=1, lt=2**31)


class FeltIn(Schema):
    run_id: int = Field(ge=1, lt=2**63)
    seat: Rider
    name: str = Field("", max_length=60)
    felt: dict[Felt, int]
    said: str = Field("", max_length=400)


class RunRemovedIn(Schema):
    run_id: int = Field(ge=1, lt=2**63)
    removed: bool


class YardTestIn(Schema):
    fitted: str = Field(max_length=80)
    mass_kg: str = Field(max_length=20)
    moved_m: str = Field(max_length=20)
    lean_right_rad: str = Field(max_length=20)
    lean_left_rad: str = Field(max_length=20)


class YardTestAwayIn(Schema):
    test_id: int = Field(ge=1, lt=2**63)


class TuneIn(Schema):
    key: str = Field(max_length=20)
    end: End | None = None
    hole: int | None = Field(None, ge=0, le=8)
    link_m: float | None = Field(None, gt=0, le=2)

    @property
    def picked(self) -> Picked:
        return self.key, self.end, self.hole, self.link_m


class ColumnsOut(Schema):
    columns: list[LogColumn]
    channels: list[str]


@router.get("/jobs/{int:job_id}/drive", response=DriveOut, operation_id="read_drive")
def get_drive(request: PersonRequest, job_id: int) -> DriveOut:
    return drive_out(job_of(request, job_id))


@router.post("/jobs/{int:job_id}/runs", response=DriveOut, operation_id="keep_run")
def post_run(
    request: PersonRequest,
    job_id: int,
    body: Form[LoggedIn],
    file: UploadedFile = File(...),
) -> DriveOut:
    job, person = job_of(request, job_id), writer(request)
    given = body.dict()
    columns = _columns(given.pop("columns"))
    keep_run(job, person, TypedRun(**given, columns=columns), file.name or "", _content(file))
    return drive_out(job_of(request, job_id))


@router.post("/jobs/{int:job_id}/runs/driven", response=DriveOut, operation_id="keep_driven")
def post_driven(request: PersonRequest, job_id: int, body: DrivenIn) -> DriveOut:
    """A run without a log: what was felt in it counts all the same."""
    job, person = job_of(request, job_id), writer(request)
    keep_run(job, person, TypedRun(**body.dict()))
    return drive_out(job_of(request, job_id))


@router.post("/jobs/{int:job_id}/runs/columns", response=ColumnsOut, operation_id="look_at_log")
def post_columns(request: PersonRequest, job_id: int, file: UploadedFile = File(...)) -> ColumnsOut:
    job_of(request, job_id)
    writer(request)
    found = columns_of(text_of(_content(file)))
    return ColumnsOut(columns=found[:60], channels=list(CHANNELS))


@router.post("/jobs/{int:job_id}/runs/stand-in", response=DriveOut, operation_id="drive_stand_in")
def post_stand_in(request: PersonRequest, job_id: int, body: StandInIn) -> DriveOut:
    job, person = job_of(request, job_id), writer(request)
    given = body.dict()
    way = given.pop("way")
    stand_in(job, person, TypedRun(**given), way, hidden_of(job))
    return drive_out(job_of(request, job_id))


@router.post("/jobs/{int:job_id}/runs/put-right", response=DriveOut, operation_id="put_run_right")
def post_put_right(request: PersonRequest, job_id: int, body: PutRightIn) -> DriveOut:
    job, person = job_of(request, job_id), writer(request)
    given = body.dict()
    run_id, base_version = given.pop("run_id"), given.pop("base_version")
    return drive_out(put_right(job, person, run_id, base_version, SaidRun(**given)))


@router.post("/jobs/{int:job_id}/runs/felt", response=DriveOut, operation_id="keep_felt")
def post_felt(request: PersonRequest, job_id: int, body: FeltIn) -> DriveOut:
    def act(job: OpenJob, person: Person) -> None:
        felt(job, person, body.run_id, body.seat, body.name, body.felt, body.said)

    return _done(request, job_id, act)


@router.post("/jobs/{int:job_id}/runs/removed", response=DriveOut, operation_id="remove_run")
def post_removed(request: PersonRequest, job_id: int, body: RunRemovedIn) -> DriveOut:
    return _done(request, job_id, lambda job, _: set_run_removed(job, body.run_id, body.removed))


@router.post("/jobs/{int:job_id}/drive/yard", response=DriveOut, operation_id="keep_yard_test")
def post_yard_test(request: PersonRequest, job_id: int, body: YardTestIn) -> DriveOut:
    typed = body.dict()
    fitted = typed.pop("fitted")
    return _done(request, job_id, lambda job, person: keep_yard_test(job, person, fitted, typed))


@router.post(
    "/jobs/{int:job_id}/drive/yard/away", response=DriveOut, operation_id="take_yard_test_away"
)
def post_yard_test_away(request: PersonRequest, job_id: int, body: YardTestAwayIn) -> DriveOut:
    return _done(request, job_id, lambda job, _: take_yard_test_away(job, body.test_id))


@router.post(
    "/jobs/{int:job_id}/drive/correction", response=JobChange, operation_id="correct_springs"
)
def post_correction(request: PersonRequest, job_id: int, body: BaseIn) -> HttpResponse:
    def act(job: OpenJob, person: Person) -> None:
        take_correction(job, person, body.base_version, verdicts_of(job))

    return change(request, job_id, act)


@router.post("/jobs/{int:job_id}/drive/tune", response=DriveOut, operation_id="tune")
def post_tune(request: PersonRequest, job_id: int, body: TuneIn) -> DriveOut:
    def act(job: OpenJob, person: Person) -> None:
        tune(job, person, verdicts_of(job), body.picked)

    return _done(request, job_id, act)


@router.get("/runs/{int:run_id}/trace", response=Trace, operation_id="read_trace")
def get_trace(request: PersonRequest, run_id: int) -> HttpResponse:
    return json_answer(trace_json(get_object_or_404(_runs(request), pk=run_id)))


@router.get("/runs/{int:run_id}.csv", include_in_schema=False)
def get_log(request: PersonRequest, run_id: int) -> HttpResponse:
    run = get_object_or_404(_runs(request), pk=run_id)
    answer = HttpResponse(kept_text(run), content_type="text/csv")
    name = f"run-{run.pk}-{run.when}.csv"
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer


def _runs(request: PersonRequest) -> "QuerySet[Run]":
    return Run.objects.filter(job__shop_id=request.user.shop_id).select_related("job")


def _done(
    request: PersonRequest, job_id: int, act: Callable[[OpenJob, Person], object]
) -> DriveOut:
    person = writer(request)
    return drive_out(write(job_id, person.shop_id, lambda job: act(job, person)))


def _content(file: UploadedFile) -> bytes:
    if (file.size or 0) > LARGEST_BYTES:
        raise Refused("file", f"The log is over {LARGEST_BYTES // 1_000_000} MB.", 413)
    content: bytes = file.read()
    return content


def _columns(text: str) -> dict[str, str]:
    """Which heading is which channel, out of a form's JSON; InputError where it is none."""
    if not text:
        return {}
    try:
        found = json.loads(text)
    except ValueError:
        found = None
    if not isinstance(found, dict) or not all(isinstance(one, str) for one in found.values()):
        raise InputError("columns", "Send the columns as JSON: heading to channel.")
    return found
