"""The bay over HTTP: the plan with what is done of it, answers, settings, torque."""

from datetime import date

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import AwareDatetime, Field

from axlecore.bay.torque_log import HowTight, Wrench
from axlecore.build.steps import Records
from axlecore.vehicle.ends import End
from bay.answers import TypedSetting, answer_step, measure_gap, set_axle, take_back
from bay.doing import done
from bay.hours import keep_hours
from bay.schemas import BayWorkOut, WrenchOut, bay_out, wrenches_out
from bay.torque import TypedReading, keep_wrench, read_radio_wrench, read_torque
from devices.readings import WrenchReadOut
from devices.simulated import WrenchFault
from jobs.in_hand import take_in_hand
from jobs.news import News, news_of
from jobs.schemas import job_of, record_answer
from shops.requests import PersonRequest, writer

router = Router(tags=["bay"])


class AnswerIn(Schema):
    step: str = Field(max_length=60)
    kind: Records
    said: str = Field("", max_length=200)
    at: AwareDatetime | None = None


class TakenBackIn(Schema):
    step: str = Field(max_length=60)


class GapIn(Schema):
    obstacle: str = Field(max_length=40)
    typed: str = Field(max_length=20)
    at: AwareDatetime | None = None


class AxleSettingIn(Schema):
    axle: End
    #: Holes are counted from 1, the outermost.
    left_hole: int = Field(ge=1, le=8)
    left_link: str = Field(max_length=20)
    right_hole: int = Field(ge=1, le=8)
    right_link: str = Field(max_length=20)
    gap: str = Field("", max_length=20)
    override: str = Field("", max_length=300)
    at: AwareDatetime | None = None


class TorqueRowIn(Schema):
    joint: str = Field(max_length=60)
    bolt: int = Field(ge=1, le=60)
    how: HowTight
    typed: str = Field("", max_length=40)
    wrench_id: int | None = Field(None, ge=1, lt=2**63)
    extension: str = Field("", max_length=20)
    supersedes: int | None = Field(None, ge=1, lt=2**63)
    override: str = Field("", max_length=300)
    simulated: bool = False
    at: AwareDatetime | None = None


class WrenchReadIn(Schema):
    joint: str = Field(max_length=60)
    fault: WrenchFault = WrenchFault.NONE


class WrenchIn(Schema):
    name: str
    calibrated_on: date
    due_on: date
    from_n_m: float
    to_n_m: float
    length_m: float


class InHandIn(Schema):
    step: str = Field(max_length=60)


@router.get("/jobs/{int:job_id}/bay", response=BayWorkOut, operation_id="read_bay")
def get_bay(request: PersonRequest, job_id: int) -> HttpResponse:
    return record_answer(bay_out(job_of(request, job_id)))


@router.post("/jobs/{int:job_id}/bay/answers", response=BayWorkOut, operation_id="answer_step")
def post_answer(request: PersonRequest, job_id: int, body: AnswerIn) -> HttpResponse:
    return done(
        request,
        job_id,
        lambda job, person: answer_step(job, person, body.step, body.kind, body.said, body.at),
    )


@router.post("/jobs/{int:job_id}/bay/back", response=BayWorkOut, operation_id="take_step_back")
def post_back(request: PersonRequest, job_id: int, body: TakenBackIn) -> HttpResponse:
    return done(request, job_id, lambda job, person: take_back(job, person, body.step))


@router.post("/jobs/{int:job_id}/bay/gaps", response=BayWorkOut, operation_id="measure_gap")
def post_gap(request: PersonRequest, job_id: int, body: GapIn) -> HttpResponse:
    return done(
        request,
        job_id,
        lambda job, person: measure_gap(job, person, body.obstacle, body.typed, body.at),
    )


@router.post("/jobs/{int:job_id}/bay/settings", response=BayWorkOut, operation_id="set_axle")
def post_setting(request: PersonRequest, job_id: int, body: AxleSettingIn) -> HttpResponse:
    given = body.dict()
    at = given.pop("at")
    return done(
        request, job_id, lambda job, person: set_axle(job, person, TypedSetting(**given), at)
    )


@router.post("/jobs/{int:job_id}/bay/torque", response=BayWorkOut, operation_id="read_torque")
def post_torque(request: PersonRequest, job_id: int, body: TorqueRowIn) -> HttpResponse:
    return done(
        request, job_id, lambda job, person: read_torque(job, person, TypedReading(**body.dict()))
    )


@router.post(
    "/jobs/{int:job_id}/bay/wrench", response=WrenchReadOut, operation_id="read_radio_wrench"
)
def post_wrench_read(request: PersonRequest, job_id: int, body: WrenchReadIn) -> WrenchReadOut:
    writer(request)
    return read_radio_wrench(job_of(request, job_id), body.joint, body.fault)


@router.put("/shop/wrenches", response=list[WrenchOut], operation_id="keep_wrench")
def put_wrench(request: PersonRequest, body: WrenchIn) -> list[WrenchOut]:
    person = writer(request)
    keep_wrench(person, Wrench(**body.dict()))
    return wrenches_out(person.shop_id)


@router.get("/shop/wrenches", response=list[WrenchOut], operation_id="list_wrenches")
def getwrenches_out(request: PersonRequest) -> list[WrenchOut]:
    return wrenches_out(request.user.shop_id)


@router.post("/jobs/{int:job_id}/bay/hours", response=BayWorkOut, operation_id="keep_hours")
def post_hours(request: PersonRequest, job_id: int) -> HttpResponse:
    return done(request, job_id, keep_hours)


@router.post("/jobs/{int:job_id}/bay/hand", response=News, operation_id="take_in_hand")
def post_in_hand(request: PersonRequest, job_id: int, body: InHandIn) -> News:
    person = writer(request)
    take_in_hand(person, job_id, body.step)
    return news_of(job_id, person.shop_id)
