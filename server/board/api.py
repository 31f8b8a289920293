"""The board over HTTP: as it stands, as it is proposed, and what a lead does on it."""

from datetime import date

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import Field

from board import services
from board.calendar import calendar_of
from board.models import BayKind, Placing
from board.proposing import ProposalOut, proposal_told
from jobs.models import Job, Shelf
from jobs.schemas import record_answer
from shops.files import download
from shops.models import Person
from shops.requests import PersonRequest, writer
from tasks.handing import TaskOut

router = Router(tags=["board"])


class BayOut(Schema):
    id: int
    name: str
    kind: BayKind


class PlacingOut(Schema):
    job_id: int
    number: int
    name: str
    due_on: date | None
    hours: float
    people: int
    earliest: date
    bay: str | None
    day: date | None
    hour: int | None
    pinned: bool
    #: Working days with others after it leaves the bay.
    away: int
    #: That it is pinned before its parts come, in words; empty where it is not.
    too_soon: str


class WaitingOut(Schema):
    """A job of the yard that is not on the board."""

    job_id: int
    number: int
    name: str


class CrewOut(Schema):
    id: int
    name: str
    days_away: list[date]


class BoardOut(Schema):
    days: list[date]
    #: Who is there on each of the days.
    people_on: list[int]
    people: list[CrewOut]
    open_hours: int
    crew: int
    bays: list[BayOut]
    jobs: list[PlacingOut]
    waiting: list[WaitingOut]
    #: Of what stands, to be sent with taking the proposal.
    seen: str
    days_off: list[date]


class JobOnBoardIn(Schema):
    job_id: int = Field(ge=1, lt=2**63)


class BayAwayIn(Schema):
    bay_id: int = Field(ge=1, lt=2**63)


class PinIn(Schema):
    bay_id: int = Field(ge=1, lt=2**63)
    day: date
    hour: int = Field(ge=0, le=23)


class TakeProposalIn(Schema):
    seen: str = Field(max_length=64)


class BayIn(Schema):
    name: str = Field(max_length=40)
    kind: BayKind


class DayOffIn(Schema):
    day: date
    off: bool


class PersonAwayIn(Schema):
    person_id: int = Field(ge=1, lt=2**63)
    day: date
    away: bool


def _board_out(person: Person) -> BoardOut:
    shop = person.shop
    off = sorted(shop.days_off.values_list("day", flat=True))
    on = {placing.job_id for placing in Placing.objects.filter(job__shop=shop)}
    waiting = [
        WaitingOut(job_id=job.pk, number=job.number, name=job.vehicle.name)
        for job in Job.objects.filter(shop=shop, shelf=Shelf.YARD)
        .exclude(pk__in=on)
        .select_related("vehicle")
        .order_by("number")
    ]
    board = services.standing(shop)
    return BoardOut(
        days=board.days,
        people_on=services.people_on(shop, board.days),
        people=[
            CrewOut(
                id=one.pk,
                name=one.shown_name,
                days_away=sorted(away.day for away in one.days_away.all()),
            )
            for one in services.crew_of(shop)
        ],
        open_hours=shop.open_hours,
        crew=shop.crew,
        bays=[BayOut(id=bay.pk, name=bay.name, kind=BayKind(bay.kind)) for bay in board.bays],
        jobs=[
            PlacingOut(
                job_id=placing.job_id,
                number=placing.job.number,
                name=placing.job.vehicle.name,
                due_on=placing.job.due_on,
                hours=placing.hours,
                people=placing.people,
                earliest=services.parts_come(placing),
                bay=placing.bay.name if placing.bay else None,
                day=placing.day,
                hour=placing.hour,
                pinned=placing.pinned,
                away=placing.away,
                too_soon=services.too_soon(placing),
            )
            for placing in board.placings
        ],
        waiting=waiting,
        seen=board.digest,
        days_off=off,
    )


@router.get("/board", response=BoardOut, operation_id="read_board")
def get_board(request: PersonRequest) -> BoardOut:
    return _board_out(request.user)


@router.get(
    "/board/proposal", response={200: ProposalOut, 202: TaskOut}, operation_id="read_proposal"
)
def get_proposal(request: PersonRequest) -> HttpResponse:
    board = services.standing(request.user.shop)
    return proposal_told(request, board.asked, board.digest, record_answer)


@router.post("/board/jobs", response=BoardOut, operation_id="put_on_board")
def post_job(request: PersonRequest, body: JobOnBoardIn) -> BoardOut:
    services.put_on(writer(request), body.job_id)
    return _board_out(request.user)


@router.post("/board/off", response=BoardOut, operation_id="take_off_board")
def post_off(request: PersonRequest, body: JobOnBoardIn) -> BoardOut:
    services.take_off(writer(request), body.job_id)
    return _board_out(request.user)


@router.put("/board/jobs/{int:job_id}/pin", response=BoardOut, operation_id="pin_job")
def put_pin(request: PersonRequest, job_id: int, body: PinIn) -> BoardOut:
    services.pin(writer(request), job_id, body.bay_id, body.day, body.hour)
    return _board_out(request.user)


@router.post("/board/unpin", response=BoardOut, operation_id="unpin_job")
def post_unpin(request: PersonRequest, body: JobOnBoardIn) -> BoardOut:
    services.unpin(writer(request), body.job_id)
    return _board_out(request.user)


@router.post("/board/take", response=BoardOut, operation_id="take_proposal")
def post_take(request: PersonRequest, body: TakeProposalIn) -> BoardOut:
    services.take_proposal(writer(request), body.seen)
    return _board_out(request.user)


@router.post("/board/bays", response=BoardOut, operation_id="add_bay")
def post_bay(request: PersonRequest, body: BayIn) -> BoardOut:
    services.add_bay(writer(request), body.name, body.kind)
    return _board_out(request.user)


@router.post("/board/bays/away", response=BoardOut, operation_id="drop_bay")
def post_bay_away(request: PersonRequest, body: BayAwayIn) -> BoardOut:
    services.drop_bay(writer(request), body.bay_id)
    return _board_out(request.user)


@router.put("/board/days-off", response=BoardOut, operation_id="set_day_off")
def put_day_off(request: PersonRequest, body: DayOffIn) -> BoardOut:
    services.set_day_off(writer(request), body.day, body.off)
    return _board_out(request.user)


@router.put("/board/people", response=BoardOut, operation_id="set_person_away")
def put_person_away(request: PersonRequest, body: PersonAwayIn) -> BoardOut:
    services.set_person_away(writer(request), body.person_id, body.day, body.away)
    return _board_out(request.user)


@router.get("/board/board.ics", include_in_schema=False)
def get_calendar(request: PersonRequest) -> HttpResponse:
    board = services.standing(request.user.shop)
    return download(calendar_of(request.user.shop, board), "text/calendar", "board.ics")
