"""Giving a vehicle back: work given out, what is read and seen, and handing it over."""

from django.utils import timezone

from aftercare.models import HandOver, KeptPrediction
from aftercare.outside_said import keep_entry
from aftercare.record import prediction_of
from aftercare.returned import hand_over_of, outside_of, repaired
from axlecore.aftercare.outside import OutsideEntry, check_entry
from axlecore.aftercare.recheck import Every, Visit, check_odometer, next_visit, visits
from axlecore.errors import InputError
from axlecore.formats import to_plain
from axlecore.practice.stations import JobKind, Station
from axlecore.quantities.units import Dimension, read_with_its_unit
from jobs.gates import pass_gate, worked
from jobs.opened import OpenJob
from shops.errors import Refused
from shops.models import Person

MOST_LEFT_OFF = 20


def say_outside(job: OpenJob, person: Person, entry: OutsideEntry) -> None:
    """Keep what was said of work given out. Call with the job locked, as everything here."""
    works = outside_of(job, job.work.plan.steps)
    check_entry(works, entry, timezone.localdate())
    keep_entry(job.row, person, entry)
    worked(job.row)


def odometer_typed(typed: str) -> tuple[str, float]:
    """Return what was typed of an odometer with its unit, and what that is [m]."""
    return typed.strip(), read_with_its_unit(typed, Dimension.DISTANCE, "odometer")


def read_odometer(job: OpenJob, person: Person, typed: str) -> None:
    """Keep what the odometer reads as the vehicle is given back."""
    giving = _open(job)
    text, odometer_m = odometer_typed(typed)
    check_odometer(odometer_m, heard_before(job))
    giving.odometer, giving.odometer_m, giving.heard_m = text, odometer_m, odometer_m
    giving.save()
    job.row.vehicle.odometer = text
    job.row.vehicle.save(update_fields=["odometer"])
    worked(job.row)


def heard_before(job: OpenJob) -> float | None:
    """The most an odometer of this vehicle read at any other hand-over or visit [m]."""
    others = HandOver.objects.filter(job__vehicle=job.row.vehicle_id).exclude(job=job.row)
    heard = list(others.exclude(heard_m=None).values_list("heard_m", flat=True))
    visit = getattr(job.row, "visit", None)
    return max([*heard, *([visit.odometer_m] if visit else [])], default=None)


def see_threads(job: OpenJob, seen: bool) -> None:
    """Say that repaired threads were looked at after the first drive, or that they were not."""
    if seen and not repaired(job.work.plan.steps):
        raise Refused("threads", "No thread was repaired in this job.", 422)
    giving = _open(job)
    giving.threads_seen = seen
    giving.save()
    worked(job.row)


def leave_off(job: OpenJob, left_off: list[str]) -> None:
    """Say what was not put back, each with its reason."""
    said = [one.strip() for one in left_off if one.strip()]
    if len(said) > MOST_LEFT_OFF:
        raise InputError("left_off", f"Write at most {MOST_LEFT_OFF} things that were left off.")
    for one in said:
        if len(one) < 8 or len(one) > 200:
            raise InputError(
                "left_off", f"Read “{one[:30]}”; write what was left off and why, 8 to 200 letters."
            )
    giving = _open(job)
    giving.left_off = said
    giving.save()
    worked(job.row)


def _open(job: OpenJob) -> HandOver:
    giving = hand_over_of(job)
    if giving.handed_on is not None:
        raise Refused("hand_over", "It was handed over already; what was read then stays.", 409)
    return giving


def hand_over(job: OpenJob, person: Person, reason: str) -> None:
    """Hand a vehicle over: its gate is passed, its visits are planned, its prediction is kept."""
    giving = _open(job)
    if giving.odometer_m is None:
        # No reason helps here: the visits count from it.
        raise InputError("odometer", "Read the odometer first: the re-checks count from it.")
    pass_gate(job, person, job.row.line_version, Station.HAND_OVER, reason)
    shop = job.row.shop
    giving.handed_on, giving.handed_by = timezone.localdate(), person
    giving.every_m, giving.every_days = shop.recheck_m, shop.recheck_days
    if job.row.kind != JobKind.RECHECK:
        plan_next(giving, ())
    giving.save()
    _visit_done(job, giving)
    row = prediction_of(job)
    if row is not None:
        plain = to_plain(row)
        kept = {
            name: plain[name] for name in ("rig_kind", "way", "predicted", "measured", "springs")
        }
        KeptPrediction.objects.update_or_create(job=job.row, defaults=kept)


def planned_visits(giving: HandOver) -> list[Visit]:
    """The visits of a vehicle that was handed over; none of one that was not."""
    if giving.handed_on is None or giving.odometer_m is None:
        return []
    assert giving.every_m is not None
    assert giving.every_days is not None
    every = Every(giving.every_m, giving.every_days)
    return visits(giving.handed_on, giving.odometer_m, every, (giving.next_number or 1) - 1)


def visit_of(giving: HandOver, number: int | None) -> Visit | None:
    """A planned visit by its number; None where none has it."""
    return next((one for one in planned_visits(giving) if one.number == number), None)


def plan_next(giving: HandOver, made: tuple[int, ...]) -> None:
    """Note the visit that is next, for the yard. The row is not saved."""
    visit = next_visit(planned_visits(giving), made)
    giving.next_number = None if visit is None else visit.number
    giving.next_from_m = None if visit is None else visit.from_m
    giving.next_by = None if visit is None else visit.by


def _visit_done(job: OpenJob, given: HandOver) -> None:
    """A re-check that is handed over is made; the visit after it is the next."""
    visit = getattr(job.row, "visit", None)
    if visit is None:
        return
    visit.done_on = given.handed_on
    visit.save(update_fields=["done_on"])
    origin = visit.hand_over
    origin.heard_m = given.odometer_m
    plan_next(origin, tuple(origin.visits_made.values_list("number", flat=True)))
    origin.save()


def hear_odometer(job: OpenJob, person: Person, typed: str) -> None:
    """Keep what an owner says their odometer reads by now: the next visit may be due by it."""
    giving = hand_over_of(job)
    if giving.handed_on is None:
        raise Refused("odometer", "It was not handed over yet.", 409)
    _, odometer_m = odometer_typed(typed)
    check_odometer(odometer_m, giving.heard_m)
    giving.heard_m = odometer_m
    giving.save(update_fields=["heard_m"])
    worked(job.row)
