"""Trouble under a vehicle over HTTP: what went wrong, and what the desk is told of it."""

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import Field

from axlecore.build.seized import Burns
from axlecore.practice.look import Rating
from axlecore.practice.undercarriage import Fault
from bay.doing import done
from bay.schemas import BayWorkOut, TroubleOut, troubles_out
from bay.trouble import (
    did_not_come,
    did_not_hold,
    find,
    loosen,
    misfit,
    seize,
    snap,
    take_up,
)
from board.proposing import ProposalOut, proposal_told
from board.services import DayMove, day_moves, standing
from jobs.schemas import job_of, record_answer
from jobs.writes import write
from shops.requests import PersonRequest, writer
from tasks.handing import TaskOut

router = Router(tags=["bay"])


class SnappedBoltIn(Schema):
    step: str = Field(max_length=60)
    size: str = Field(max_length=20)
    wall: str = Field(max_length=20)
    edge: str = Field(max_length=20)
    reachable: bool = False


class DidNotHoldIn(Schema):
    bolt_id: int = Field(ge=1, lt=2**63)


class SeizedBoltIn(Schema):
    step: str = Field(max_length=60)
    size: str = Field(max_length=20)
    near: list[Burns] = Field([], max_length=5)


class TroubleIn(Schema):
    trouble_id: int = Field(ge=1, lt=2**63)


class LoosenedIn(Schema):
    step: str = Field(max_length=60)
    what: str = Field(max_length=80)
    steers: bool = False


class FoundIn(Schema):
    step: str = Field(max_length=60)
    part: str = Field(max_length=60)
    fault: Fault | None = None
    rating: Rating
    said: str = Field("", max_length=400)


class MisfitIn(Schema):
    step: str = Field(max_length=60)
    #: Of the fit-up; empty where only words say it.
    place: str = Field("", max_length=60)
    typed: str = Field("", max_length=20)
    said: str = Field("", max_length=400)


class DaysOut(Schema):
    moves: list[DayMove]
    #: Why nobody can say; empty where the board has room.
    no_room: str


@router.post("/jobs/{int:job_id}/bay/snapped", response=BayWorkOut, operation_id="bolt_snapped")
def post_snapped(request: PersonRequest, job_id: int, body: SnappedBoltIn) -> HttpResponse:
    return done(
        request,
        job_id,
        lambda job, person: snap(
            job, person, body.step, body.size, body.wall, body.edge, body.reachable
        ),
    )


@router.post("/jobs/{int:job_id}/bay/rung", response=BayWorkOut, operation_id="rung_did_not_hold")
def post_rung(request: PersonRequest, job_id: int, body: DidNotHoldIn) -> HttpResponse:
    return done(request, job_id, lambda job, person: did_not_hold(job, person, body.bolt_id))


@router.post("/jobs/{int:job_id}/bay/seized", response=BayWorkOut, operation_id="bolt_seized")
def post_seized(request: PersonRequest, job_id: int, body: SeizedBoltIn) -> HttpResponse:
    return done(
        request, job_id, lambda job, person: seize(job, person, body.step, body.size, body.near)
    )


@router.post("/jobs/{int:job_id}/bay/way", response=BayWorkOut, operation_id="way_did_not_free")
def post_way(request: PersonRequest, job_id: int, body: TroubleIn) -> HttpResponse:
    return done(request, job_id, lambda job, person: did_not_come(job, person, body.trouble_id))


@router.post("/jobs/{int:job_id}/bay/loosened", response=BayWorkOut, operation_id="loosened_too")
def post_loosened(request: PersonRequest, job_id: int, body: LoosenedIn) -> HttpResponse:
    return done(
        request, job_id, lambda job, person: loosen(job, person, body.step, body.what, body.steers)
    )


@router.post("/jobs/{int:job_id}/bay/found", response=BayWorkOut, operation_id="found_else")
def post_found(request: PersonRequest, job_id: int, body: FoundIn) -> HttpResponse:
    return done(
        request,
        job_id,
        lambda job, person: find(
            job, person, body.step, body.part, body.fault, body.rating, body.said
        ),
    )


@router.post("/jobs/{int:job_id}/bay/misfit", response=BayWorkOut, operation_id="does_not_fit")
def post_misfit(request: PersonRequest, job_id: int, body: MisfitIn) -> HttpResponse:
    return done(
        request,
        job_id,
        lambda job, person: misfit(job, person, body.step, body.place, body.typed, body.said),
    )


@router.get(
    "/jobs/{int:job_id}/bay/troubles", response=list[TroubleOut], operation_id="read_troubles"
)
def get_troubles(request: PersonRequest, job_id: int) -> list[TroubleOut]:
    return troubles_out(job_of(request, job_id))


@router.post(
    "/jobs/{int:job_id}/bay/troubles", response=list[TroubleOut], operation_id="take_trouble_up"
)
def post_taken_up(request: PersonRequest, job_id: int, body: TroubleIn) -> list[TroubleOut]:
    person = writer(request)
    return troubles_out(
        write(job_id, person.shop_id, lambda job: take_up(job, person, body.trouble_id))
    )


@router.get(
    "/jobs/{int:job_id}/bay/days",
    response={200: DaysOut, 202: TaskOut},
    operation_id="read_day_moves",
)
def get_days(request: PersonRequest, job_id: int) -> HttpResponse:
    shop = job_of(request, job_id).row.shop
    board = standing(shop)

    def finished(found: ProposalOut) -> HttpResponse:
        moves = day_moves(shop, board, found.proposal)
        return record_answer(DaysOut(moves=moves, no_room=found.no_room))

    return proposal_told(request, board.asked, board.digest, finished)
