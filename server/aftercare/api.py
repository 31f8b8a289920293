"""Hand over, coming back and the prediction record over HTTP."""

from collections.abc import Callable
from datetime import date

from django.http import HttpResponse
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from aftercare.calendar import renew_feed, visits_file
from aftercare.coming_back import due_of, open_recheck
from aftercare.erasing import erase_owner
from aftercare.giving import (
    hand_over,
    hear_odometer,
    leave_off,
    read_odometer,
    say_outside,
    see_threads,
)
from aftercare.record import leave_class_correction_out, take_class_correction
from aftercare.reminding import send_reminder
from aftercare.report import report_of, send_report, withdraw_report
from aftercare.report_page import report_page
from aftercare.returned import hand_over_of
from aftercare.schemas import (
    DueListOut,
    HandOverOut,
    RecordOut,
    due_out,
    hand_over_out,
    record_out,
)
from aftercare.troubles import say_cause, take_trouble_back, tell_trouble
from axlecore.aftercare.noises import Heard, Noticed, Since
from axlecore.aftercare.outside import OutsideEntry, OutsideState
from axlecore.vehicle.rig import RigKind
from jobs.opened import OpenJob
from jobs.schemas import JobOut, job_json, job_of, json_answer
from jobs.writes import write
from prints.api import sent
from shops.errors import Refused
from shops.files import download
from shops.in_units import units_of
from shops.models import Person
from shops.requests import PersonRequest, writer

router = Router(tags=["hand over"])
_ID = Field(ge=1, lt=2**63)


class OutsideIn(Schema):
    step: str = Field(max_length=60)
    state: OutsideState
    on: date | None = None
    who: str = Field("", max_length=80)
    cost: float | None = None
    paper: str = Field("", max_length=120)
    found: str = Field("", max_length=300)


class OdometerIn(Schema):
    odometer: str = Field(max_length=24)


class ThreadsIn(Schema):
    seen: bool


class LeftOffIn(Schema):
    left_off: list[str] = Field(max_length=40)


class HandedIn(Schema):
    reason: str = Field("", max_length=400)


class VisitIn(OdometerIn):
    visit: int = Field(ge=1, le=100)


class ReportLinkIn(Schema):
    link_id: int = _ID


class NoiseIn(Schema):
    trouble: Noticed
    heard: Heard
    since: Since
    said: str = Field("", max_length=300)


class CauseIn(Schema):
    trouble_id: int = _ID
    cause: str = Field("", max_length=32)
    found: str = Field("", max_length=300)


class TroubleIdIn(Schema):
    trouble_id: int = _ID


class TakeClassIn(Schema):
    rig_kind: RigKind
    #: Numbers of the jobs it was seen to rest on.
    jobs: list[int] = Field(max_length=5000)


class RemindIn(Schema):
    job_id: int = _ID


class EraseIn(Schema):
    owner_id: int = _ID


class CorrectionIdIn(Schema):
    correction_id: int = _ID


@router.get("/jobs/{int:job_id}/hand-over", response=HandOverOut, operation_id="read_hand_over")
def get_hand_over(request: PersonRequest, job_id: int) -> HandOverOut:
    return hand_over_out(job_of(request, job_id))


@router.post(
    "/jobs/{int:job_id}/hand-over/outside", response=HandOverOut, operation_id="say_outside"
)
def post_outside(request: PersonRequest, job_id: int, body: OutsideIn) -> HandOverOut:
    given = body.dict()
    on = given.pop("on") or timezone.localdate()
    return _done(
        request, job_id, lambda job, who: say_outside(job, who, OutsideEntry(on=on, **given))
    )


@router.post(
    "/jobs/{int:job_id}/hand-over/odometer", response=HandOverOut, operation_id="read_odometer"
)
def post_odometer(request: PersonRequest, job_id: int, body: OdometerIn) -> HandOverOut:
    return _done(request, job_id, lambda job, who: read_odometer(job, who, body.odometer))


@router.post(
    "/jobs/{int:job_id}/hand-over/heard", response=HandOverOut, operation_id="hear_odometer"
)
def post_heard(request: PersonRequest, job_id: int, body: OdometerIn) -> HandOverOut:
    return _done(request, job_id, lambda job, who: hear_odometer(job, who, body.odometer))


@router.post(
    "/jobs/{int:job_id}/hand-over/threads", response=HandOverOut, operation_id="see_threads"
)
def post_threads(request: PersonRequest, job_id: int, body: ThreadsIn) -> HandOverOut:
    return _done(request, job_id, lambda job, _: see_threads(job, body.seen))


@router.post("/jobs/{int:job_id}/hand-over/left", response=HandOverOut, operation_id="leave_off")
def post_left_off(request: PersonRequest, job_id: int, body: LeftOffIn) -> HandOverOut:
    return _done(request, job_id, lambda job, _: leave_off(job, body.left_off))


@router.post("/jobs/{int:job_id}/hand-over", response=HandOverOut, operation_id="hand_over")
def post_hand_over(request: PersonRequest, job_id: int, body: HandedIn) -> HandOverOut:
    return _done(request, job_id, lambda job, who: hand_over(job, who, body.reason))


@router.post("/jobs/{int:job_id}/recheck", response={201: JobOut}, operation_id="open_recheck")
def post_recheck(request: PersonRequest, job_id: int, body: VisitIn) -> HttpResponse:
    again = open_recheck(job_of(request, job_id), writer(request), body.visit, body.odometer)
    return json_answer(job_json(job_of(request, again.pk)), 201)


@router.post("/jobs/{int:job_id}/report", response=HandOverOut, operation_id="send_report")
def post_report(request: PersonRequest, job_id: int) -> HandOverOut:
    return _done(request, job_id, send_report)


@router.post(
    "/jobs/{int:job_id}/report/withdrawn", response=HandOverOut, operation_id="withdraw_report"
)
def post_report_withdrawn(request: PersonRequest, job_id: int, body: ReportLinkIn) -> HandOverOut:
    return _done(request, job_id, lambda job, who: withdraw_report(job, who, body.link_id))


@router.get("/jobs/{int:job_id}/report.pdf", include_in_schema=False)
def get_report(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    made = report_page(report_of(job), job.row.pk, units_of(request))
    return sent(request, made, f"job-{job.row.number}-report.pdf")


@router.get("/jobs/{int:job_id}/visits.ics", include_in_schema=False)
def get_visits(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    giving = hand_over_of(job)
    if giving.handed_on is None:
        raise Refused("visits", "It was not handed over yet: no visit is planned.", 422)
    name = f"job-{job.row.number}-rechecks.ics"
    return download(visits_file(giving), "text/calendar", name)


@router.post("/jobs/{int:job_id}/troubles", response=HandOverOut, operation_id="tell_noise")
def post_noise(request: PersonRequest, job_id: int, body: NoiseIn) -> HandOverOut:
    return _done(request, job_id, lambda job, who: tell_trouble(job, who, **body.dict()))


@router.post("/jobs/{int:job_id}/troubles/cause", response=HandOverOut, operation_id="say_cause")
def post_cause(request: PersonRequest, job_id: int, body: CauseIn) -> HandOverOut:
    return _done(request, job_id, lambda job, who: say_cause(job, who, **body.dict()))


@router.post(
    "/jobs/{int:job_id}/troubles/away", response=HandOverOut, operation_id="take_noise_back"
)
def post_noise_away(request: PersonRequest, job_id: int, body: TroubleIdIn) -> HandOverOut:
    return _done(request, job_id, lambda job, _: take_trouble_back(job, body.trouble_id))


@router.get("/due", response=DueListOut, operation_id="list_due")
def get_due(request: PersonRequest) -> DueListOut:
    return due_out(request.user.shop)


@router.post("/due/remind", response=DueListOut, operation_id="send_reminder")
def post_remind(request: PersonRequest, body: RemindIn) -> DueListOut:
    shop = writer(request).shop
    send_reminder(shop, due_of(shop, body.job_id, timezone.localdate()))
    return due_out(shop)


@router.post("/owners/erased", response={204: None}, operation_id="erase_owner")
def post_erased(request: PersonRequest, body: EraseIn) -> tuple[int, None]:
    erase_owner(writer(request), body.owner_id)
    return 204, None


@router.post("/due/feed", response=DueListOut, operation_id="renew_feed")
def post_feed(request: PersonRequest) -> DueListOut:
    renew_feed(writer(request))
    return due_out(request.user.shop)


@router.get("/record", response=RecordOut, operation_id="prediction_record")
def get_record(request: PersonRequest) -> RecordOut:
    return record_out(request.user)


@router.post("/record/class", response=RecordOut, operation_id="take_class_correction")
def post_class(request: PersonRequest, body: TakeClassIn) -> RecordOut:
    take_class_correction(writer(request), body.rig_kind, body.jobs)
    return record_out(request.user)


@router.post("/record/class/away", response=RecordOut, operation_id="leave_class_correction_out")
def post_class_away(request: PersonRequest, body: CorrectionIdIn) -> RecordOut:
    leave_class_correction_out(writer(request), body.correction_id)
    return record_out(request.user)


def _done(
    request: PersonRequest, job_id: int, act: Callable[[OpenJob, Person], object]
) -> HandOverOut:
    person = writer(request)
    return hand_over_out(write(job_id, person.shop_id, lambda job: act(job, person)))
