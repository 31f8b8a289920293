"""The board as core solves it, and what people do on it."""

import hashlib
import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

from django.db import transaction
from django.utils import timezone

from axlecore.build.board import Board, solve_board
from axlecore.build.board_file import Bay as CoreBay
from axlecore.build.board_file import BoardFile, BoardJob, Slot
from axlecore.build.steps import VehicleState
from axlecore.errors import InputError
from board.models import Bay, BayKind, DayOff, Placing
from jobs.models import Job, Shelf
from jobs.opened import opened
from jobs.work import Work
from racks.services import parts_of
from shops.errors import Refused
from shops.models import Person, Shop
from shops.requests import only_a_lead

#: Working days that are planned: three weeks.
DAYS = 15
_SATURDAY = 5
#: Kinds of bay that serve how a vehicle stands; where nothing special is needed any will do.
_ANY = tuple(BayKind.values)
_LIFTED = (BayKind.LIFT.value,)
#: A board that is asked about again is not solved again.
_solved = lru_cache(maxsize=64)(solve_board)


@dataclass(frozen=True)
class Standing:
    """The board as it stands: days, bays, jobs, and what core was asked."""

    days: list[date]
    bays: list[Bay]
    placings: list[Placing]
    asked: BoardFile
    digest: str


def working_days(shop: Shop, start: date, count: int = DAYS) -> list[date]:
    """Return the next days a shop is open, from a day on."""
    closed = set(DayOff.objects.filter(shop=shop, day__gte=start).values_list("day", flat=True))
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
        .select_related("job__vehicle", "bay")
        .order_by("job__number")
    )
    if not bays:
        raise InputError("bays", "There is no bay yet: a lead adds one on the board.")
    begun = [placing.day for placing in placings if _under_way(shop, placing, today)]
    days = working_days(shop, min([today, *(day for day in begun if day is not None)]))
    asked = BoardFile(
        open=shop.open_hours,
        days=len(days),
        people=shop.crew,
        bays=tuple(CoreBay(bay.name, BayKind(bay.kind).label) for bay in bays),
        jobs=tuple(_asked(placing, days, today) for placing in placings),
        day_names=tuple(f"{day:%a} {day.day} {day:%b}" for day in days),
    )
    digest = hashlib.sha256(repr(asked).encode()).hexdigest()
    return Standing(days, bays, placings, asked, digest)


def _under_way(shop: Shop, placing: Placing, today: date) -> bool:
    """Whether a job began before today and holds its bay today; without its parts none did."""
    if placing.day is None or placing.hour is None or placing.day >= today:
        return False
    if placing.job.parts_on is not None and placing.job.parts_on > today:
        return False
    lasts = math.ceil((placing.hour + placing.hours) / shop.open_hours)
    return working_days(shop, placing.day, lasts)[-1] >= today


def _asked(placing: Placing, days: Sequence[date], today: date) -> BoardJob:
    job = placing.job
    slot = _slot(placing, days)
    begun = slot is not None and days[slot.day] < today
    # Today has begun: it keeps what stands there, and is proposed for nothing else.
    stays = slot is not None and days[slot.day] == today
    soonest = today if stays else today + timedelta(days=1)
    # What was told of the order is nearer the truth than what the racks say of delivery.
    earliest = max(job.parts_on or placing.earliest, soonest)
    return BoardJob(
        key=str(job.pk),
        name=job.vehicle.name,
        hours=placing.hours,
        people=placing.people,
        kinds=tuple(BayKind(kind).label for kind in placing.kinds),
        earliest=sum(day < earliest for day in days),
        due=len(days) - 1 if job.due_on is None else sum(day <= job.due_on for day in days) - 1,
        pinned=slot if placing.pinned or begun else None,
        told=slot,
    )


def _slot(placing: Placing, days: Sequence[date]) -> Slot | None:
    if placing.bay is None or placing.day not in days or placing.hour is None:
        return None
    return Slot(placing.bay.name, days.index(placing.day), placing.hour)


def propose(board: Standing) -> Board:
    """Return where core would put each job; `NoBoardError` where not all find room."""
    return _solved(board.asked)


def put_on(person: Person, job_id: int) -> None:
    """Put a job on the board with what its plan takes, or take its new hours over."""
    _leads(person)
    with transaction.atomic():
        _locked(person)
        job = opened(job_id, person.shop_id)
        work = Work(job)
        states = {step.state for step in work.plan.steps}
        numbers = [line.part_number for line in work.order if line.part_number]
        waits = _days_of(person.shop_id, numbers)
        Placing.objects.update_or_create(
            job=job.row,
            defaults={
                "hours": round(work.quote.hours.p80, 2),
                "people": max(step.people for step in work.plan.steps),
                "kinds": list(_LIFTED if VehicleState.WHEEL_LIFT in states else _ANY),
                "earliest": timezone.localdate() + timedelta(days=waits),
            },
        )


def _days_of(shop_id: int, numbers: Sequence[str]) -> int:
    """Days until the last of some parts is here."""
    found = parts_of(shop_id).filter(part_number__in=numbers)
    return max((part.delivery_days or 0 for part in found), default=0)


def take_off(person: Person, job_id: int) -> None:
    """Take a job off the board."""
    _leads(person)
    with transaction.atomic():
        _locked(person)
        Placing.objects.get(job_id=job_id, job__shop=person.shop_id).delete()
        Job.objects.filter(pk=job_id).update(bay_planned=False)


def pin(person: Person, job_id: int, bay_id: int, day: date, hour: int) -> None:
    """Put a job where a lead wants it; it stays there whatever is proposed."""
    _leads(person)
    with transaction.atomic():
        shop = _locked(person)
        placing = Placing.objects.get(job_id=job_id, job__shop=shop)
        placing.bay = Bay.objects.get(pk=bay_id, shop=shop)
        if not 0 <= hour < shop.open_hours:
            raise InputError(
                "hour", f"Read hour {hour}; the shop is open {shop.open_hours} hours, from 0."
            )
        if day not in working_days(shop, timezone.localdate()):
            raise InputError("day", f"{day} is no working day of the next three weeks.")
        placing.day, placing.hour, placing.pinned = day, hour, True
        placing.save()
        # Two pins in each other's way are refused now.
        propose(standing(shop))
        Job.objects.filter(pk=job_id).update(bay_planned=True)


def unpin(person: Person, job_id: int) -> None:
    """Let a job be placed again."""
    _leads(person)
    with transaction.atomic():
        _locked(person)
        placing = Placing.objects.get(job_id=job_id, job__shop=person.shop_id)
        placing.pinned = False
        placing.save()


def take_proposal(person: Person, seen: str) -> None:
    """Put every job where it is proposed; refused where the board is another than was seen."""
    _leads(person)
    with transaction.atomic():
        shop = _locked(person)
        board = standing(shop)
        if board.digest != seen:
            raise Refused("seen", "Somebody changed the board meanwhile; look at it again.", 409)
        bays = {bay.name: bay for bay in board.bays}
        by_key = {str(placing.job_id): placing for placing in board.placings}
        for placed in propose(board).jobs:
            placing = by_key[placed.key]
            placing.bay = bays[placed.bay]
            placing.day, placing.hour = board.days[placed.day], placed.hour
            placing.save()
        Job.objects.filter(pk__in=[placing.job_id for placing in board.placings]).update(
            bay_planned=True
        )


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
        Job.objects.filter(placing__bay=bay).update(bay_planned=False)
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
