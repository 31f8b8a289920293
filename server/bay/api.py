"""The bay over HTTP: the plan with what is done of it, answers, torque, trouble."""

from collections.abc import Callable
from datetime import date, datetime

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import Field

from axlecore.bay.clearance import NearObstacle, gap_says
from axlecore.bay.progress import Progress
from axlecore.bay.torque_log import HowTight, JointTarget, Judged, Wrench
from axlecore.build.snapped import RUNG_HOURS, RUNG_USES, next_rung
from axlecore.build.steps import Hours, Records, Step
from axlecore.fasteners.repair import RepairRung, Rung
from bay.models import TorqueRow, TorqueWrench
from bay.services import (
    BayWork,
    Joint,
    TypedReading,
    answer_step,
    did_not_hold,
    keep_wrench,
    measure_gap,
    read_radio_wrench,
    read_torque,
    snap,
    take_back,
)
from devices.readings import WrenchReadOut
from devices.simulated import WrenchFault
from jobs.agreeing import last_agreement
from jobs.bolts import snapped_of
from jobs.models import Snapped
from jobs.opened import OpenJob
from jobs.schemas import job_of, record_answer
from jobs.writes import write
from shops.models import Person
from shops.requests import PersonRequest, writer

router = Router(tags=["bay"])


class StepAnswerOut(Schema):
    step: str
    kind: Records
    said: str
    person: str
    made_at: datetime


class TorqueRowOut(Schema):
    id: int
    bolt: int
    how: HowTight
    typed: str
    got_n_m: float | None
    wrench: str
    judged: Judged
    simulated: bool
    supersedes: int | None
    override: str
    person: str
    made_at: datetime


class JointOut(Schema):
    step: str
    target: JointTarget
    rows: list[TorqueRowOut]
    #: Bolts that no row has passed yet, in the order they are tightened.
    left: list[int]


class SnappedOut(Schema):
    id: int
    step: str
    size: str
    tried: list[Rung]
    ladder: list[RepairRung]
    #: The gentlest that is neither tried nor closed.
    next: Rung
    #: What each rung takes, quick to slow [h], and costs in the shop's money.
    hours: dict[Rung, Hours]
    costs: dict[Rung, float]


class NearObstacleOut(Schema):
    """Something near, on paper and as it was measured last."""

    obstacle: NearObstacle
    gap_m: float | None
    typed: str
    #: What that comes to; empty where it is as wanted, or not measured.
    says: str
    person: str


class WrenchOut(Schema):
    id: int
    name: str
    due_on: date
    from_n_m: float
    to_n_m: float


class BayWorkOut(Schema):
    job_id: int
    number: int
    name: str
    #: As the news of the job counts it.
    work_version: int
    steps: list[Step]
    progress: Progress
    answers: list[StepAnswerOut]
    #: Keys of steps that have a photo.
    photographed: list[str]
    joints: dict[str, JointOut]
    obstacles: list[NearObstacleOut]
    snapped: list[SnappedOut]
    wrenches: list[WrenchOut]
    #: What the owner agreed to go up to, and what the plan comes to in the middle [cents].
    agreed_cents: int | None
    middle_cents: int


class AnswerIn(Schema):
    step: str = Field(max_length=60)
    kind: Records
    said: str = Field("", max_length=200)


class TakenBackIn(Schema):
    step: str = Field(max_length=60)


class GapIn(Schema):
    obstacle: str = Field(max_length=40)
    typed: str = Field(max_length=20)


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


class WrenchReadIn(Schema):
    joint: str = Field(max_length=60)
    fault: WrenchFault = WrenchFault.NONE


class SnappedBoltIn(Schema):
    step: str = Field(max_length=60)
    size: str = Field(max_length=20)
    wall: str = Field(max_length=20)
    edge: str = Field(max_length=20)
    reachable: bool = False


class WrenchIn(Schema):
    name: str
    calibrated_on: date
    due_on: date
    from_n_m: float
    to_n_m: float
    length_m: float


class DidNotHoldIn(Schema):
    bolt_id: int = Field(ge=1, lt=2**63)


def _bay_out(job: OpenJob) -> BayWorkOut:
    bay, agreement = BayWork(job), last_agreement(job)
    return BayWorkOut(
        job_id=job.row.pk,
        number=job.row.number,
        name=job.row.vehicle.name,
        work_version=job.row.work_version,
        steps=bay.steps,
        progress=bay.progress,
        answers=[
            StepAnswerOut(
                step=one.step,
                kind=Records(one.kind),
                said=one.said,
                person=one.person.shown_name,
                made_at=one.made_at,
            )
            for one in bay.answers
        ],
        photographed=sorted(bay.photographed),
        joints={key: _joint_out(joint) for key, joint in bay.joints.items()},
        obstacles=[_obstacle_out(bay, one) for one in bay.obstacles],
        snapped=[_snapped_out(row) for row in job.row.snapped_bolts.order_by("pk")],
        wrenches=_wrenches(job.row.shop_id),
        agreed_cents=None if agreement is None else agreement.up_to_cents,
        middle_cents=round(bay.work.quote.price.p50 * 100),
    )


def _obstacle_out(bay: BayWork, obstacle: NearObstacle) -> NearObstacleOut:
    reading = bay.gaps.get(obstacle.key)
    if reading is None:
        return NearObstacleOut(obstacle=obstacle, gap_m=None, typed="", says="", person="")
    return NearObstacleOut(
        obstacle=obstacle,
        gap_m=reading.gap_m,
        typed=reading.typed,
        says=gap_says(obstacle, reading.gap_m),
        person=reading.person.shown_name,
    )


def _joint_out(joint: Joint) -> JointOut:
    return JointOut(
        step=joint.step.key,
        target=joint.target,
        rows=[_row_out(row) for row in joint.rows],
        left=joint.left,
    )


def _row_out(row: TorqueRow) -> TorqueRowOut:
    return TorqueRowOut(
        id=row.pk,
        bolt=row.bolt,
        how=HowTight(row.how),
        typed=row.typed,
        got_n_m=row.got_n_m,
        wrench="" if row.wrench is None else row.wrench.name,
        judged=Judged(row.judged),
        simulated=row.simulated,
        supersedes=row.supersedes_id,
        override=row.override,
        person=row.person.shown_name,
        made_at=row.made_at,
    )


def _snapped_out(row: Snapped) -> SnappedOut:
    bolt = snapped_of(row)
    return SnappedOut(
        id=row.pk,
        step=bolt.step,
        size=bolt.size,
        tried=list(bolt.tried),
        ladder=bolt.ladder,
        next=next_rung(bolt.ladder, bolt.tried).rung,
        hours=dict(RUNG_HOURS),
        costs={rung: cost for rung, (_, cost) in RUNG_USES.items()},
    )


def _wrenches(shop_id: int) -> list[WrenchOut]:
    wrenches = TorqueWrench.objects.filter(shop=shop_id).order_by("name")
    return [
        WrenchOut(
            id=one.pk,
            name=one.name,
            due_on=one.due_on,
            from_n_m=one.from_n_m,
            to_n_m=one.to_n_m,
        )
        for one in wrenches
    ]


def _done(
    request: PersonRequest, job_id: int, act: Callable[[OpenJob, Person], object]
) -> HttpResponse:
    """Let whoever asks do something under the vehicle, and answer with how far it then is."""
    person = writer(request)
    return record_answer(_bay_out(write(job_id, person.shop_id, lambda job: act(job, person))))


@router.get("/jobs/{int:job_id}/bay", response=BayWorkOut, operation_id="read_bay")
def get_bay(request: PersonRequest, job_id: int) -> HttpResponse:
    return record_answer(_bay_out(job_of(request, job_id)))


@router.post("/jobs/{int:job_id}/bay/answers", response=BayWorkOut, operation_id="answer_step")
def post_answer(request: PersonRequest, job_id: int, body: AnswerIn) -> HttpResponse:
    return _done(
        request,
        job_id,
        lambda job, person: answer_step(job, person, body.step, body.kind, body.said),
    )


@router.post("/jobs/{int:job_id}/bay/back", response=BayWorkOut, operation_id="take_step_back")
def post_back(request: PersonRequest, job_id: int, body: TakenBackIn) -> HttpResponse:
    return _done(request, job_id, lambda job, person: take_back(job, person, body.step))


@router.post("/jobs/{int:job_id}/bay/gaps", response=BayWorkOut, operation_id="measure_gap")
def post_gap(request: PersonRequest, job_id: int, body: GapIn) -> HttpResponse:
    return _done(
        request, job_id, lambda job, person: measure_gap(job, person, body.obstacle, body.typed)
    )


@router.post("/jobs/{int:job_id}/bay/torque", response=BayWorkOut, operation_id="read_torque")
def post_torque(request: PersonRequest, job_id: int, body: TorqueRowIn) -> HttpResponse:
    return _done(
        request, job_id, lambda job, person: read_torque(job, person, TypedReading(**body.dict()))
    )


@router.post(
    "/jobs/{int:job_id}/bay/wrench", response=WrenchReadOut, operation_id="read_radio_wrench"
)
def post_wrench_read(request: PersonRequest, job_id: int, body: WrenchReadIn) -> WrenchReadOut:
    writer(request)
    return read_radio_wrench(job_of(request, job_id), body.joint, body.fault)


@router.post("/jobs/{int:job_id}/bay/snapped", response=BayWorkOut, operation_id="bolt_snapped")
def post_snapped(request: PersonRequest, job_id: int, body: SnappedBoltIn) -> HttpResponse:
    return _done(
        request,
        job_id,
        lambda job, person: snap(
            job, person, body.step, body.size, body.wall, body.edge, body.reachable
        ),
    )


@router.post("/jobs/{int:job_id}/bay/rung", response=BayWorkOut, operation_id="rung_did_not_hold")
def post_rung(request: PersonRequest, job_id: int, body: DidNotHoldIn) -> HttpResponse:
    return _done(request, job_id, lambda job, person: did_not_hold(job, person, body.bolt_id))


@router.put("/shop/wrenches", response=list[WrenchOut], operation_id="keep_wrench")
def put_wrench(request: PersonRequest, body: WrenchIn) -> list[WrenchOut]:
    person = writer(request)
    keep_wrench(person, Wrench(**body.dict()))
    return _wrenches(person.shop_id)


@router.get("/shop/wrenches", response=list[WrenchOut], operation_id="list_wrenches")
def get_wrenches(request: PersonRequest) -> list[WrenchOut]:
    return _wrenches(request.user.shop_id)
