"""Station 6 at the desk over HTTP: the plan, what people do to it, what it takes and consumes."""

from dataclasses import replace
from datetime import datetime

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import Field

from axlecore.build.edits import Added, Moved, PlanEdits, Split, Struck
from axlecore.build.order import OrderLine
from axlecore.build.ordering import Waiting
from axlecore.build.owner_quote import OwnerQuote
from axlecore.build.plan import PlanChange, WorkPlan
from axlecore.build.quote import Quote
from axlecore.build.steps import VehicleState
from axlecore.errors import InputError
from axlecore.vehicle.ends import End
from jobs.agreeing import offered
from jobs.opened import OpenJob
from jobs.order_api import OrderStandingOut, standing_out
from jobs.ordering import told
from jobs.quote_api import AgreedOut, QuoteLinkOut, agreed_out, links_out
from jobs.schemas import BaseIn, JobChange, change, job_of, record_answer
from jobs.work import Work, edit_plan, last_look, look_through
from shops.models import Person
from shops.requests import PersonRequest

router = Router(tags=["build"])


class LookOut(Schema):
    person: str
    made_at: datetime
    change: PlanChange


class WorkOut(Schema):
    digest: str
    plan: WorkPlan
    order: list[OrderLine]
    #: Each line of the order, then what the job asks for no longer but was told of.
    standing: list[OrderStandingOut]
    waiting: Waiting
    quote: Quote
    #: As the owner would read it now.
    offered: OwnerQuote
    agreed: AgreedOut | None
    links: list[QuoteLinkOut]
    looked: LookOut | None
    #: Part on the racks that is fitted at each end; for what is remembered with it.
    kits: dict[End, int]


class LookThroughIn(BaseIn):
    digest: str = Field(max_length=64)


class ReasonIn(BaseIn):
    reason: str = Field(max_length=300)


class AddIn(ReasonIn):
    what: str = Field(max_length=200)
    state: VehicleState = VehicleState.ON_WHEELS
    axle: End | None = None
    after: str = Field("", max_length=60)
    before: str = Field("", max_length=60)
    usual_hours: float = Field(0.2)


class StepIn(ReasonIn):
    key: str = Field(max_length=60)


class MoveIn(StepIn):
    after: str = Field(max_length=60)


class SplitIn(StepIn):
    first: str = Field(max_length=200)
    second: str = Field(max_length=200)


@router.get("/jobs/{int:job_id}/work", response=WorkOut, operation_id="work_plan")
def get_work(request: PersonRequest, job_id: int) -> HttpResponse:
    job = job_of(request, job_id)
    work, look = Work(job), last_look(job)
    changed = work.change_since(look)
    order = told(work)
    return record_answer(
        WorkOut(
            digest=work.digest,
            plan=work.plan,
            order=work.order,
            standing=standing_out(work, order),
            waiting=order.waiting,
            quote=work.quote,
            offered=offered(work),
            agreed=agreed_out(work),
            links=links_out(job),
            kits={end: part.pk for end, part in work.parts.items()},
            looked=None
            if look is None or changed is None
            else LookOut(person=look.person.shown_name, made_at=look.made_at, change=changed),
        )
    )


@router.post("/jobs/{int:job_id}/plan/look", response=JobChange, operation_id="look_through_plan")
def post_look(request: PersonRequest, job_id: int, body: LookThroughIn) -> HttpResponse:
    return change(
        request,
        job_id,
        lambda job, person: look_through(job, person, body.base_version, body.digest),
    )


@router.post("/jobs/{int:job_id}/plan/add", response=JobChange, operation_id="add_step")
def post_add(request: PersonRequest, job_id: int, body: AddIn) -> HttpResponse:
    def add(job: OpenJob, person: Person) -> None:
        edits = job.read(PlanEdits)
        taken = {one.key for one in edits.added}
        key = next(f"own.{at}" for at in range(1, 100) if f"own.{at}" not in taken)
        half, twice = body.usual_hours / 2, body.usual_hours * 2
        step = Added(
            key,
            body.what,
            body.reason,
            body.state,
            body.axle,
            tuple(filter(None, [body.after])),
            tuple(filter(None, [body.before])),
            (half, body.usual_hours, twice),
        )
        edits = replace(edits, added=(*edits.added, step))
        edit_plan(job, person, body.base_version, key, f"added: {body.what}", edits)

    return change(request, job_id, add)


@router.post("/jobs/{int:job_id}/plan/strike", response=JobChange, operation_id="strike_step")
def post_strike(request: PersonRequest, job_id: int, body: StepIn) -> HttpResponse:
    def strike(job: OpenJob, person: Person) -> None:
        edits = job.read(PlanEdits)
        own = [one for one in edits.added if one.key != body.key]
        if len(own) < len(edits.added):
            edits = replace(edits, added=tuple(own))
        else:
            _must_be_there(job, body.key)
            edits = replace(edits, struck=(*edits.struck, Struck(body.key, body.reason)))
        edit_plan(job, person, body.base_version, body.key, "struck out", edits)

    return change(request, job_id, strike)


@router.post("/jobs/{int:job_id}/plan/move", response=JobChange, operation_id="move_step")
def post_move(request: PersonRequest, job_id: int, body: MoveIn) -> HttpResponse:
    def move(job: OpenJob, person: Person) -> None:
        _must_be_there(job, body.key)
        _must_be_there(job, body.after)
        edits = job.read(PlanEdits)
        kept = tuple(one for one in edits.moved if one.key != body.key)
        edits = replace(edits, moved=(*kept, Moved(body.key, body.after, body.reason)))
        edit_plan(job, person, body.base_version, body.key, f"after {body.after}", edits)

    return change(request, job_id, move)


@router.post("/jobs/{int:job_id}/plan/split", response=JobChange, operation_id="split_step")
def post_split(request: PersonRequest, job_id: int, body: SplitIn) -> HttpResponse:
    def split(job: OpenJob, person: Person) -> None:
        _must_be_there(job, body.key)
        edits = job.read(PlanEdits)
        two = Split(body.key, body.first, body.second, body.reason)
        edits = replace(edits, split=(*edits.split, two))
        edit_plan(job, person, body.base_version, body.key, "split in two", edits)

    return change(request, job_id, split)


def _must_be_there(job: OpenJob, key: str) -> None:
    if key not in {step.key for step in Work(job).plan.steps}:
        raise InputError("key", f"There is no step “{key[:40]}” in this plan.")
