"""Moving a job along its line: its gates, its kind, and the day it is wanted."""

from datetime import date

from django.db.models import F

from axlecore.errors import InputError
from axlecore.practice.stations import STATIONS_OF, JobKind, Station, next_station
from history.versions import check_version
from jobs.models import Job, Shelf
from jobs.opened import OpenJob
from rigs.services import About, describe
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead


def go_on(job: OpenJob, person: Person, base_version: int, station: Station, reason: str) -> None:
    """Go on from a station to the next; from the last a job is handed over, which is more."""
    if next_station(JobKind(job.row.kind), station) is None:
        raise Refused("station", "This is the end of its line: hand it over at Hand over.", 422)
    pass_gate(job, person, base_version, station, reason)


def pass_gate(
    job: OpenJob, person: Person, base_version: int, station: Station, reason: str
) -> None:
    """Go on from a station; what is not met takes a lead's reason, a stop takes none.

    Call with the job locked, as everything here.
    """
    check_version(job.row.line_version, base_version, "station")
    gate = next((gate for gate in job.practice.gates if gate.station == station), None)
    if gate is None:
        raise Refused("station", "This job has no gate there that can be passed yet.", 422)
    if gate.held:
        raise Refused("station", gate.held, 422)
    unmet = [check for check in gate.checks if not check.met]
    if not gate.overridable:
        stop = next(check for check in unmet if check.stop)
        raise Refused("station", f"{stop.text} This is a stop; no reason overrides it.", 422)
    if unmet:
        only_a_lead(person, "Only a lead goes on with something unmet.")
    if unmet and not reason.strip():
        raise Refused("reason", f"Not met: {unmet[0].text} Write why you go on anyway.", 422)
    job.row.passes.create(
        station=station,
        person=person,
        unmet=[check.text for check in unmet],
        reason=reason.strip() if unmet else "",
    )
    # An earlier gate that is passed again moves nothing.
    if gate.next and station == job.row.station:
        job.row.station = gate.next
    moved(job)


def change_kind(job: OpenJob, base_version: int, kind: JobKind) -> None:
    """Make a job another kind; it keeps what it has and stands at its first open station."""
    check_version(job.row.line_version, base_version, "kind")
    passed = {one.station for one in job.row.passes.all()}
    line = STATIONS_OF[kind]
    job.row.kind = kind
    job.row.station = next((station for station in line if station not in passed), line[-1])
    moved(job)


def change_due(job: OpenJob, base_version: int, due_on: date | None) -> None:
    """Say when a job is wanted."""
    check_version(job.row.line_version, base_version, "due_on")
    job.row.due_on = due_on
    moved(job)


def describe_vehicle(job: OpenJob, base_version: int, about: About) -> None:
    """Say what the job's vehicle is and whose, in all its jobs."""
    check_version(job.row.line_version, base_version, "name")
    describe(job.row.vehicle, about)
    moved(job)


def give_to(job: OpenJob, base_version: int, username: str) -> None:
    """Say whose job it is; an empty name is nobody's."""
    check_version(job.row.line_version, base_version, "fitter")
    fitter = None
    if username:
        there = Person.objects.filter(shop=job.row.shop_id, is_active=True)
        fitter = there.filter(username=username).first()
        if fitter is None:
            names = ", ".join(sorted(there.values_list("username", flat=True)))
            raise InputError("fitter", f"Read “{username[:40]}”; people of this shop: {names}.")
    job.row.fitter = fitter
    moved(job)


def put_on_shelf(job: OpenJob, base_version: int, shelf: Shelf) -> None:
    """Take a job out of the yard, or put it there again."""
    check_version(job.row.line_version, base_version, "shelf")
    job.row.shelf = shelf
    moved(job)


def moved(job: OpenJob) -> None:
    """Write where a job stands as its next version."""
    job.row.line_version += 1
    job.row.save()


def worked(job: Job) -> None:
    """Write that something was done under a job's vehicle, for those who look on."""
    Job.objects.filter(pk=job.pk).update(work_version=F("work_version") + 1)
    # Its lock is held: what is answered carries the version that others will hear of.
    job.work_version += 1
