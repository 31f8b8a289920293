"""The board as core solves it, and what people do on it."""

import hashlib
import math
from collections import Counter
from collections.abc import Collection, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from axlecore.build.board import Board
from axlecore.build.board_file import Bay as CoreBay
from axlecore.build.board_file import BoardFile, BoardJob, Slot
from axlecore.build.order import OrderLine
from axlecore.build.steps import VehicleState
from axlecore.errors import InputError
from board.models import Bay, BayKind, DayOff, PersonAway, Placing
from board.proposing import proposal_now, solved
from jobs.models import Job, Shelf
from jobs.opened import OpenJob, opened
from jobs.work import Work
from racks.services import parts_of
from shops.errors import Refused
from shops.models import Person, Shop
from shops.requests import only_a_lead
from shops.try_again import TRIES

#: Working days that are planned: three weeks.
DAYS = 15
_SATURDAY = 5
#: Kinds of bay that serve how a vehicle stands; where nothing special is needed any will do.
_ANY = tuple(BayKind.values)
_LIFTED = (BayKind.LIFT.value,)
#: Working days that each of the others has a vehicle for: exhaust shop, alignment, welder.
OUTSIDE_DAYS = 1


@dataclass(frozen=True)
class Standing:
    """The board as it stands: days, bays, jobs, and what core is asked; nothing without a bay."""

    days: list[date]
    bays: list[Bay]
    placings: list[Placing]
    asked: BoardFile | None
    digest: str


def working_days(shop: Shop, start: date, count: int = DAYS) -> list[date]:
    """Return the next days a shop is open, from a day on."""
    return open_days(closed_days(shop), start, count)


def closed_days(shop: Shop) -> frozenset[date]:
    """Return the working days on which a shop is closed."""
    return frozenset(DayOff.objects.filter(shop=shop).values_list("day", flat=True))


def open_days(closed: Collection[date], start: date, count: int) -> list[date]:
    """Return the next working days from a day on that are not closed."""
    found: list[date] = []
    day = start
    while len(found) < count:
        if day.weekday() < _SATURDAY and day not in closed:
            found.append(day)
        day += timedelta(days=1)
    return found


def standing(shop: Shop) -> Standing:
    """Return the board of a shop from the day on that what is under way began."""
    today = timezone.localdate()
    bays = list(shop.bays.order_by("pk"))
    placings = list(
        Placing.objects.filter(job__shop=shop, job__shelf=Shelf.YARD)
        .select_related("job__vehicle", "job__shop", "bay")
        .order_by("job__number")
    )
    closed = closed_days(shop)
    begun = [placing.day for placing in placings if _under_way(closed, placing, today)]
    first = min([today, *(day for day in begun if day is not None)])
    days = open_days(closed, first, DAYS)
    asked = _asked_of(shop, days, bays, placings) if bays else None
    digest = hashlib.sha256(repr(asked).encode()).hexdigest()
    return Standing(days, bays, placings, asked, digest)


def _asked_of(
    shop: Shop, days: Sequence[date], bays: Sequence[Bay], placings: Sequence[Placing]
) -> BoardFile:
    today = timezone.localdate()
    return BoardFile(
        open=shop.open_hours,
        days=len(days),
        people=shop.crew,
        bays=tuple(CoreBay(bay.name, BayKind(bay.kind).label) for bay in bays),
        jobs=tuple(_asked(placing, days, today) for placing in placings),
        day_names=tuple(_said(day) for day in days),
        people_on=tuple(people_on(shop, days)),
    )


def crew_of(shop: Shop) -> "QuerySet[Person]":
    """Return who works in a shop, with the days each is away."""
    works = shop.people.filter(role__in=[Person.Role.LEAD, Person.Role.FITTER], is_active=True)
    return works.prefetch_related("days_away").order_by("pk")


def people_on(shop: Shop, days: Sequence[date]) -> list[int]:
    """Return how many work on each of some days."""
    away = Counter(
        PersonAway.objects.filter(person__shop=shop, day__in=days).values_list("day", flat=True)
    )
    return [max(0, shop.crew - away[day]) for day in days]


def _under_way(closed: Collection[date], placing: Placing, today: date) -> bool:
    """Whether a job began before today and holds its bay today; without its parts none did."""
    if placing.day is None or placing.hour is None or placing.day >= today:
        return False
    if placing.job.parts_on is not None and placing.job.parts_on > today:
        return False
    lasts = math.ceil((placing.hour + placing.hours) / placing.job.shop.open_hours)
    return open_days(closed, placing.day, lasts)[-1] >= today


def _asked(placing: Placing, days: Sequence[date], today: date) -> BoardJob:
    job = placing.job
    slot = _slot(placing, days)
    begun = slot is not None and days[slot.day] < today
    # Today has begun: it keeps what stands there, and is proposed for nothing else.
    stays = slot is not None and days[slot.day] == today
    soonest = today if stays else today + timedelta(days=1)
    earliest = max(parts_come(placing), soonest)
    return BoardJob(
        key=str(job.pk),
        name=job.vehicle.name,
        hours=placing.hours,
        people=placing.people,
        kinds=tuple(BayKind(kind).label for kind in placing.kinds),
        earliest=sum(day < earliest for day in days),
        due=_due(placing, days),
        away=placing.away,
        pinned=slot if placing.pinned or begun else None,
        told=slot,
    )


def _due(placing: Placing, days: Sequence[date]) -> int:
    """The day it is promised; without one it is never late."""
    promised = placing.job.due_on
    if promised is None:
        return len(days) - 1 + placing.away
    return sum(day <= promised for day in days) - 1


def _slot(placing: Placing, days: Sequence[date]) -> Slot | None:
    if placing.bay is None or placing.day not in days or placing.hour is None:
        return None
    return Slot(placing.bay.name, days.index(placing.day), placing.hour)


def put_on(person: Person, job_id: int) -> None:
    """Put a job on the board with what its plan takes, or take its new hours over.

    InputError where nobody can say when its parts come.
    """
    _leads(person)
    with transaction.atomic():
        _locked(person)
        job = opened(job_id, person.shop_id)
        work = Work(job)
        waits = 0 if job.row.parts_on else _days_of(person.shop_id, work.order)
        Placing.objects.update_or_create(
            job=job.row,
            defaults={
                **_taken_by(work),
                "earliest": timezone.localdate() + timedelta(days=waits),
            },
        )


def _taken_by(work: Work) -> dict[str, Any]:
    """What a plan takes of the board: hours, people, kinds of bay, days with others."""
    states = {step.state for step in work.plan.steps}
    outside = {step.outside for step in work.plan.steps if step.outside}
    return {
        "hours": round(work.quote.hours.p80, 2),
        "people": max(step.people for step in work.plan.steps),
        "kinds": list(_LIFTED if VehicleState.WHEEL_LIFT in states else _ANY),
        "away": len(outside) * OUTSIDE_DAYS,
    }


def take_hours_over(job: OpenJob) -> None:
    """Let a job that is on the board take what its plan takes by now; where it stands stays."""
    placings = Placing.objects.filter(job=job.row)
    if placings.exists():
        placings.update(**_taken_by(job.work))


@dataclass(frozen=True)
class DayMove:
    """A job that is ready on another day than was told last."""

    job_id: int
    name: str
    told: date
    proposed: date


def day_moves(shop: Shop, board: Standing, proposed: Board) -> list[DayMove]:
    """Return whose day moves as the board would now be."""
    closed = closed_days(shop)
    by_key = {str(placing.job_id): placing for placing in board.placings}
    found = []
    for placed in proposed.jobs:
        placing = by_key[placed.key]
        told = placing.job.ready_on
        now = _ready(shop, closed, placing, board.days[placed.day], placed.hour)
        if told is not None and now != told:
            found.append(DayMove(placing.job_id, placing.job.vehicle.name, told, now))
    return found


def _days_of(shop_id: int, order: Sequence[OrderLine]) -> int:
    """Days until the last of an order's parts is here; InputError where no supplier says one's."""
    numbers = {line.part_number: line.what for line in order if line.part_number}
    found = parts_of(shop_id).filter(part_number__in=numbers)
    days = {part.part_number: part.delivery_days for part in found}
    for number, what in numbers.items():
        if days.get(number) is None:
            raise InputError(
                "order", f"No supplier says in how many days {what} comes: say so in its order."
            )
    return max(days.values(), default=0)


def take_off(person: Person, job_id: int) -> None:
    """Take a job off the board."""
    _leads(person)
    with transaction.atomic():
        _locked(person)
        Placing.objects.get(job_id=job_id, job__shop=person.shop_id).delete()
        Job.objects.filter(pk=job_id).update(ready_on=None)


def pin(person: Person, job_id: int, bay_id: int, day: date, hour: int) -> None:
    """Put a job where a lead wants it; it stays there whatever is proposed."""
    _leads(person)
    shop = person.shop
    bay = Bay.objects.get(pk=bay_id, shop=shop)
    if not 0 <= hour < shop.open_hours:
        raise InputError(
            "hour", f"Read hour {hour}; the shop is open {shop.open_hours} hours, from 0."
        )
    if day not in working_days(shop, timezone.localdate()):
        raise InputError("day", f"{day} is no working day of the next three weeks.")
    # Solving takes seconds and holds nobody up: the board is locked only to write on it, and
    # where somebody wrote on it meanwhile it is solved anew.
    for _ in range(TRIES):
        before = standing(shop)
        placing = next((one for one in before.placings if one.job_id == job_id), None)
        if placing is None:
            raise Placing.DoesNotExist
        if day < parts_come(placing):
            raise InputError(
                "day",
                f"Its parts come on {_said(parts_come(placing))}: pin it to that day or later.",
            )
        placing.bay, placing.day, placing.hour, placing.pinned = bay, day, hour, True
        # Two pins in each other's way are refused now.
        solved(_asked_of(shop, before.days, before.bays, before.placings))
        with _unchanged(person, before) as unchanged:
            if unchanged:
                placing.save(update_fields=["bay", "day", "hour", "pinned"])
                _say_ready(shop, [placing])
                return
    raise Refused("seen", _CHANGED, 409)


_CHANGED = "Somebody changed the board meanwhile; look at it again."


@contextmanager
def _unchanged(person: Person, board: Standing) -> Iterator[bool]:
    """Hold a shop's board; say whether it still is the one that something was worked out from."""
    with transaction.atomic():
        yield standing(_locked(person)).digest == board.digest


def parts_come(placing: Placing) -> date:
    """Return the day a job's parts are here: as its order was told, else by the racks."""
    return placing.job.parts_on or placing.earliest


def too_soon(placing: Placing) -> str:
    """Say that a job is pinned before its parts come, as was told since; empty where it is not."""
    comes = parts_come(placing)
    if not placing.pinned or placing.day is None or placing.day >= comes:
        return ""
    return f"It is pinned to {_said(placing.day)} and its parts come on {_said(comes)}."


def _said(day: date) -> str:
    return f"{day:%a} {day.day} {day:%b}"


def unpin(person: Person, job_id: int) -> None:
    """Let a job be placed again."""
    _leads(person)
    with transaction.atomic():
        _locked(person)
        placing = Placing.objects.get(job_id=job_id, job__shop=person.shop_id)
        placing.pinned = False
        placing.save(update_fields=["pinned"])


def take_proposal(person: Person, seen: str) -> None:
    """Put every job where it is proposed; refused where the board is another than was seen."""
    _leads(person)
    shop = person.shop
    board = standing(shop)
    if board.digest != seen:
        raise Refused("seen", _CHANGED, 409)
    proposed = proposal_now(person, board.asked, seen)
    if proposed.no_room:
        raise InputError("bays", proposed.no_room)
    with _unchanged(person, board) as unchanged:
        if not unchanged:
            raise Refused("seen", _CHANGED, 409)
        bays = {bay.name: bay for bay in board.bays}
        by_key = {str(placing.job_id): placing for placing in board.placings}
        for placed in proposed.proposal.jobs:
            placing = by_key[placed.key]
            placing.bay = bays[placed.bay]
            placing.day, placing.hour = board.days[placed.day], placed.hour
            # What it takes may have grown under the vehicle meanwhile; that stays.
            placing.save(update_fields=["bay", "day", "hour"])
        _say_ready(shop, board.placings)


def _say_ready(shop: Shop, placings: Sequence[Placing]) -> None:
    """Write on each job that has a place the day it is ready, work of others done."""
    closed = closed_days(shop)
    for placing in placings:
        if placing.day is not None and placing.hour is not None:
            ready = _ready(shop, closed, placing, placing.day, placing.hour)
            Job.objects.filter(pk=placing.job_id).update(ready_on=ready)


def _ready(shop: Shop, closed: Collection[date], placing: Placing, day: date, hour: int) -> date:
    """The day a job that begins there is done, work of others with it."""
    lasts = math.ceil((hour + placing.hours) / shop.open_hours) + placing.away
    return open_days(closed, day, lasts)[-1]


def _leads(person: Person) -> None:
    only_a_lead(person, "Only a lead plans the board; ask one.")


def _locked(person: Person) -> Shop:
    return Shop.objects.select_for_update(no_key=True).get(pk=person.shop_id)


def add_bay(person: Person, name: str, kind: str) -> None:
    """Add a bay to the shop."""
    _leads(person)
    if not name.strip():
        raise InputError("name", "Name the bay, such as Lift or Level ground.")
    with transaction.atomic():
        shop = _locked(person)
        if shop.bays.filter(name=name.strip()).exists():
            raise InputError("name", f"There is a bay “{name.strip()[:40]}” already.")
        shop.bays.create(name=name.strip(), kind=kind)


def drop_bay(person: Person, bay_id: int) -> None:
    """Take a bay away; what stands in it is placed again."""
    _leads(person)
    with transaction.atomic():
        shop = _locked(person)
        bay = Bay.objects.get(pk=bay_id, shop=shop)
        Job.objects.filter(placing__bay=bay).update(ready_on=None)
        bay.placings.update(bay=None, day=None, hour=None, pinned=False)
        bay.delete()


def set_day_off(person: Person, day: date, off: bool) -> None:
    """Close the shop on a day, or open it again."""
    _leads(person)
    days = DayOff.objects.filter(shop=person.shop, day=day)
    if off:
        DayOff.objects.get_or_create(shop=person.shop, day=day)
    else:
        days.delete()


def set_person_away(person: Person, who_id: int, day: date, away: bool) -> None:
    """Say that somebody of the shop is not there on a day, or is after all."""
    _leads(person)
    who = Person.objects.get(pk=who_id, shop=person.shop_id)
    if away:
        PersonAway.objects.get_or_create(person=who, day=day)
    else:
        PersonAway.objects.filter(person=who, day=day).delete()
