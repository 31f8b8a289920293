"""Jobs: opening one, choosing for it, and what its numbers say."""

from collections.abc import Callable
from datetime import date

from django.db import transaction
from django.db.models import Max

from axlecore.fitup.sheet import AxleFit
from axlecore.formats import from_plain, to_plain
from axlecore.practice.stations import STATIONS_OF, JobKind
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigFile, RigKind, SetUp, check_set_up
from axlecore.vehicle.rig import Vehicle as Sheet
from history.models import Versioned
from history.versions import document_at, write_next
from jobs.gates import note_gate
from jobs.models import Job
from jobs.papers import write_paper
from jobs.records import fitted_rig, fitting_of, fresh, set_up_of
from rigs.models import Vehicle
from rigs.services import Entry, change_sheet, revert_sheet, sheet_of, take_in
from shops.models import Person, Shop


def open_job(
    person: Person,
    name: str,
    description: str,
    kind: RigKind,
    due_on: date | None,
    entries: list[Entry],
    job_kind: JobKind = JobKind.UPGRADE,
) -> Job:
    """Take in a new vehicle and open a job on it, both or neither."""
    with transaction.atomic():
        vehicle = take_in(person, name, description, kind, entries)
        return open_job_on(person, vehicle, due_on, job_kind)


def open_job_on(
    person: Person,
    vehicle: Vehicle,
    due_on: date | None,
    kind: JobKind = JobKind.UPGRADE,
    set_up: SetUp | None = None,
) -> Job:
    """Open a job on a stored vehicle with the shop's next number. Call inside a transaction."""
    # The lock keeps two people who open a job at once from getting the same number.
    Shop.objects.select_for_update().get(pk=person.shop_id)
    last = Job.objects.filter(shop=person.shop).aggregate(last=Max("number"))["last"]
    plain = to_plain(set_up or SetUp())
    job = Job.objects.create(
        shop=person.shop,
        number=(last or 100) + 1,
        vehicle=vehicle,
        kind=kind,
        station=STATIONS_OF[kind][0],
        due_on=due_on,
        set_up=plain,
    )
    job.revisions.create(version=1, document=plain, place="new", person=person)
    note_gate(job)
    return job


def change_set_up(
    job: Job,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    change: Callable[[SetUp], SetUp],
) -> None:
    """Write the next version of what is chosen; StaleError if it has moved on."""
    vehicle = sheet_of(job.vehicle)
    both: list[SetUp] = []

    def apply(locked: Versioned) -> object:
        assert isinstance(locked, Job)
        before = set_up_of(locked)
        chosen = change(before)
        both.extend((before, chosen))
        check_set_up(vehicle, chosen)
        locked.set_up = to_plain(chosen)
        return locked.set_up

    with transaction.atomic():
        write_next(job, job.revisions, base_version, place, typed, person, apply)
        job.refresh_from_db()
        now = fresh(job)
        entries = _what_follows(now, *both)
        # Writing a paper notes the gate itself.
        if entries:
            write_paper(now, "fitting", person, entries)
        else:
            note_gate(now)


def _what_follows(job: Job, before: SetUp, chosen: SetUp) -> list[tuple[str, str]]:
    """A hole or bar that is chosen anew is the fit-up's too; what it picked itself else stays."""
    fitting = fitting_of(job)
    entries = []
    for end in End:
        then, now = before.of_end(end), chosen.of_end(end)
        fit: AxleFit | None = fitting.of_end(end)
        if fit is None or now is None:
            continue
        if then is None or (then.fitted.bar, then.fitted.hole) != (now.fitted.bar, now.fitted.hole):
            entries += [
                (f"{end}.{side}.bar_hole", str(now.fitted.hole))
                for side in ("left", "right")
                if getattr(fit, side).bar_hole != now.fitted.hole
            ]
    return entries


def revert_set_up(job: Job, person: Person, base_version: int, to_version: int) -> None:
    """Write an earlier choice again as the next version."""
    change_set_up(
        job,
        person,
        base_version,
        "undo",
        f"to {to_version}",
        lambda _: from_plain(document_at(job.revisions, to_version), SetUp),
    )


def edit_sheet(
    job: Job,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    change: Callable[[Sheet], Sheet],
) -> None:
    """Write the next version of the sheet of a job's vehicle, and what its gate then asks for."""
    with transaction.atomic():
        change_sheet(job.vehicle, person, base_version, place, typed, change)
        job.vehicle.refresh_from_db()
        note_gate(job)


def revert_job_sheet(job: Job, person: Person, base_version: int, to_version: int) -> None:
    """Write an earlier version of the sheet again as the next one."""
    with transaction.atomic():
        revert_sheet(job.vehicle, person, base_version, to_version)
        job.vehicle.refresh_from_db()
        note_gate(job)


def rig_file_of(job: Job) -> RigFile:
    """Return the job's vehicle and choice as a file to be carried elsewhere."""
    return RigFile(*fitted_rig(job))
