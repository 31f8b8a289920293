"""Coming back: a re-check opened with the old torque log, and who is due."""

from dataclasses import dataclass
from datetime import date, timedelta

from django.db import transaction
from django.db.models import F, Q, QuerySet
from django.utils import timezone

from aftercare.giving import odometer_typed, visit_of
from aftercare.models import HandOver, VisitMade
from axlecore.aftercare.recheck import SOON_DAYS, DueState, Visit, check_odometer, due_state
from axlecore.aftercare.then_and_now import ThenAndNow, open_first
from axlecore.papers import PaperName
from axlecore.practice.stations import JobKind
from bay.work import BayWork
from jobs.models import Job, Shelf
from jobs.opened import OpenJob
from jobs.papers import carry_paper
from jobs.services import open_job_on
from jobs.writes import in_turn, write
from shops.errors import Refused
from shops.models import Person, Shop


def open_recheck(job: OpenJob, person: Person, number: int, typed: str) -> Job:
    """Open the re-check of a visit that is planned, with what was fitted and its fit-up.

    Once: a visit that is open or made already is Refused.
    """
    _, odometer_m = odometer_typed(typed)

    def work() -> Job:
        giving = HandOver.objects.filter(job=job.row, handed_on__isnull=False).first()
        if giving is None:
            raise Refused("visit", "It was not handed over yet: there is nothing to re-check.", 409)
        visit = visit_of(giving, number)
        if visit is None:
            raise Refused("visit", f"Read visit {number}; no such visit is planned.", 422)
        if giving.visits_made.filter(number=number).exists():
            raise Refused("visit", "This visit has its job already.", 409)
        check_odometer(odometer_m, giving.heard_m)
        again = _opened(job, person, visit)
        VisitMade.objects.create(
            hand_over=giving,
            number=number,
            job=again,
            odometer_m=odometer_m,
            opened_on=timezone.localdate(),
        )
        giving.heard_m = odometer_m
        giving.save(update_fields=["heard_m"])
        return again

    with transaction.atomic():
        # The shop's lock comes before the job's: the new job takes the shop's next number.
        Shop.objects.select_for_update(no_key=True).get(pk=person.shop_id)
        return in_turn(job.row.pk, job.row.shop_id, work)


def _opened(job: OpenJob, person: Person, visit: Visit) -> Job:
    again = open_job_on(person, job.row.vehicle, visit.by, JobKind.RECHECK, job.set_up)
    again.again_of = job.row
    again.save(update_fields=["again_of"])

    def carry(opened: OpenJob) -> None:
        for name in (PaperName.FITTING, PaperName.COMPLAINT):
            carry_paper(opened, name, person, job.record(name), f"of job {job.row.number}")

    write(again.pk, again.shop_id, carry)
    return again


def then_and_now(job: OpenJob) -> list[ThenAndNow]:
    """A re-check's readings beside those of the job it reads again, open joints first."""
    return open_first([row for joint in BayWork(job).joints.values() for row in joint.again])


@dataclass(frozen=True)
class Due:
    """A vehicle whose re-check is near, due or over."""

    giving: HandOver
    visit: Visit
    state: DueState


def due(shop: Shop, today: date) -> list[Due]:
    """Vehicles of a shop that are due or soon will be, the longest over first."""
    found = []
    for giving in _with_visits(shop).filter(
        Q(next_by__lt=today + timedelta(days=SOON_DAYS + 1)) | Q(heard_m__gte=F("next_from_m"))
    ):
        visit = visit_of(giving, giving.next_number)
        if visit is not None:
            found.append(Due(giving, visit, due_state(visit, today, giving.heard_m)))
    return [one for one in found if one.state is not DueState.LATER]


def due_of(shop: Shop, job_id: int, today: date) -> Due:
    """The visit of a job that is due; Refused where none is."""
    found = next((one for one in due(shop, today) if one.giving.job_id == job_id), None)
    if found is None:
        raise Refused("job_id", "No re-check of this job is due.", 422)
    return found


def _with_visits(shop: Shop) -> "QuerySet[HandOver]":
    """Hand-overs of a shop with a visit to come that has no job yet, the first due first."""
    open_now = VisitMade.objects.filter(number=F("hand_over__next_number"), done_on=None)
    return (
        HandOver.objects.filter(job__shop=shop, next_number__isnull=False)
        .exclude(job__shelf=Shelf.DELETED)
        .exclude(pk__in=open_now.values("hand_over"))
        .select_related("job__vehicle__owner", "job__shop")
        .order_by("next_by", "pk")
    )


def to_come(shop: Shop) -> list[tuple[HandOver, Visit]]:
    """Every next visit of a shop, the first due first."""
    return [
        (giving, visit)
        for giving in _with_visits(shop)
        if (visit := visit_of(giving, giving.next_number)) is not None
    ]
