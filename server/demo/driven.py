"""What the made-up shop has driven: runs of two vehicles that are done, by hidden true ones."""

from collections.abc import Mapping
from datetime import datetime, timedelta
from uuid import UUID, uuid5

from django.utils import timezone

from axlecore.practice.stations import Station
from axlecore.road.driving import Manoeuvre
from axlecore.road.impressions import Felt, Rider
from axlecore.road.stand_in import Hidden
from axlecore.road.ways import RollWay
from axlecore.vehicle.loads import LoadKey
from demo.under_way import pass_up_to
from drive.models import Run, RunWhen, Surface
from drive.runs import TypedRun, felt, stand_in
from jobs.models import Job
from jobs.opened import opened
from jobs.writes import write
from shops.models import Person

#: One whose prediction holds; and one whose air bags were joined while it was in the shop.
HOLDS, JOINED = "Gannet seedbank", "Heron rescue"
_TRUE = Hidden(springs=1.03, rise_m=0.01, damping=0.9, inertia=1.05)
_TRUE_JOINED = Hidden(springs=1.02, damping=0.95, joined_bags=True)
_PLACES = {
    Manoeuvre.SLALOM: "Airfield loop",
    Manoeuvre.BEND: "Saltmarsh bend",
    Manoeuvre.ONE_SIDE_BUMPS: "Airfield loop",
}
_SPEEDS = {Manoeuvre.ONE_SIDE_BUMPS: "22 km/h"}
#: Names the runs, so that the same shop has the same logs each time.
_NAMES = UUID("6f0b1c1e-2f0d-4a57-9a54-0d7f2a9b1c11")
_WHY = "built before this was written down here"
#: What was felt before and after, by driver and passenger.
_FELT = {
    (HOLDS, RunWhen.BEFORE): ((3, 3, 2, 2, 3, 2, 2, 0), (3, 3, 3, 2, 3, 2, 1, 0)),
    (HOLDS, RunWhen.AFTER): ((1, 2, 1, 2, 1, 1, 1, 0), (2, 2, 2, 2, 1, 1, 1, 0)),
    (JOINED, RunWhen.BEFORE): ((3, 2, 2, 1, 2, 1, 2, 0), (2, 2, 2, 1, 2, 1, 1, 0)),
    (JOINED, RunWhen.AFTER): ((3, 2, 2, 1, 2, 1, 2, 1), (2, 2, 2, 1, 2, 1, 1, 0)),
}


def drive(lead: Person, fitter: Person) -> None:
    """Drive all of it, as the fitter would with a logger on the floor."""
    jobs = dict(Job.objects.filter(shop=lead.shop).values_list("vehicle__name", "pk"))
    for name in (HOLDS, JOINED):
        pass_up_to(lead, jobs[name], Station.DRIVE, _WHY)
    slalom, bend, bumps = Manoeuvre.SLALOM, Manoeuvre.BEND, Manoeuvre.ONE_SIDE_BUMPS
    for name, when, what, hidden, road in (
        (HOLDS, RunWhen.BEFORE, slalom, _TRUE, Surface.DRY),
        (HOLDS, RunWhen.BEFORE, bend, _TRUE, Surface.DRY),
        (HOLDS, RunWhen.BEFORE, bumps, _TRUE, Surface.DRY),
        (HOLDS, RunWhen.AFTER, bend, _TRUE, Surface.WET),
        (HOLDS, RunWhen.AFTER, bumps, _TRUE, Surface.DRY),
        (HOLDS, RunWhen.AFTER, slalom, _TRUE, Surface.DRY),
        # Before it was in the shop each bag had a line of its own.
        (JOINED, RunWhen.BEFORE, slalom, _apart(_TRUE_JOINED), Surface.DRY),
        (JOINED, RunWhen.AFTER, slalom, _TRUE_JOINED, Surface.DRY),
    ):
        _run(fitter, jobs[name], _typed(name, when, what, road), hidden)
    for (name, when), seats in _FELT.items():
        for seat, ratings in zip(Rider, seats, strict=True):
            _felt(fitter, jobs[name], when, seat, dict(zip(Felt, ratings, strict=True)))


def _apart(hidden: Hidden) -> Hidden:
    return Hidden(hidden.springs, hidden.rise_m, hidden.damping, hidden.inertia)


def _typed(name: str, when: RunWhen, what: Manoeuvre, road: Surface) -> TypedRun:
    return TypedRun(
        key=uuid5(_NAMES, f"{name} {when} {what}"),
        when=when,
        manoeuvre=what,
        state=LoadKey.TRIP_READY,
        surface=road,
        place=_PLACES[what],
        wind="light, from the sea",
        driver="Tern",
        passenger="the owner",
        closed_ground=what is Manoeuvre.SLALOM,
        speed=_SPEEDS.get(what, "47 km/h"),
        limit="50 km/h",
        driven_at=_day(when),
    )


def _day(when: RunWhen) -> datetime:
    return timezone.now() - timedelta(days=34 if when is RunWhen.BEFORE else 26)


def _run(fitter: Person, job_id: int, typed: TypedRun, hidden: Hidden) -> None:
    stand_in(opened(job_id, fitter.shop_id), fitter, typed, RollWay.ROLL_RATE, hidden)


def _felt(
    fitter: Person, job_id: int, when: RunWhen, seat: Rider, ratings: Mapping[Felt, int]
) -> None:
    run = Run.objects.filter(job=job_id, when=when, manoeuvre=Manoeuvre.SLALOM).latest("pk")
    name = "Tern" if seat is Rider.DRIVER else "the owner"
    write(
        job_id,
        fitter.shop_id,
        lambda job: felt(job, fitter, run.pk, seat, name, ratings, ""),
    )
