"""Jobs: opening one, and writing what is chosen in it and the sheet of its vehicle."""

from collections.abc import Callable, Mapping
from datetime import date

from django.db import transaction
from django.db.models import Max

from axlecore.errors import InputError
from axlecore.fitup.sheet import Fitting
from axlecore.formats import from_plain, to_plain
from axlecore.papers import PaperName
from axlecore.practice.classes import brought_back, change_part
from axlecore.practice.first_answer import BarSeen
from axlecore.practice.stations import STATIONS_OF, JobKind
from axlecore.vehicle.ends import End, Side
from axlecore.vehicle.rig import RigFile, RigKind, SetUp, check_set_up
from axlecore.vehicle.rig import Vehicle as Sheet
from history.versions import document_at, write_next
from jobs.models import Job
from jobs.opened import OpenJob
from jobs.papers import write_paper
from jobs.writes import write
from rigs.models import Vehicle
from rigs.services import Entry, change_sheet, revert_sheet, store_new, take_in
from shops.models import Person, Shop


def open_job(
    person: Person,
    name: str,
    description: str,
    kind: RigKind,
    due_on: date | None,
    entries: list[Entry],
    job_kind: JobKind = JobKind.UPGRADE,
    bars: Mapping[End, BarSeen] | None = None,
) -> Job:
    """Take in a new vehicle and open a job on it, both or neither."""
    with transaction.atomic():
        _lock_numbers(person)
        vehicle = take_in(person, name, description, kind, entries, bars or {})
        return open_job_on(person, vehicle, due_on, job_kind)


def _lock_numbers(person: Person) -> None:
    """Keep two people who open a job at once from getting the same number."""
    Shop.objects.select_for_update(no_key=True).get(pk=person.shop_id)


def open_job_on(
    person: Person,
    vehicle: Vehicle,
    due_on: date | None,
    kind: JobKind = JobKind.UPGRADE,
    set_up: SetUp | None = None,
) -> Job:
    """Open a job on a stored vehicle with the shop's next number. Call inside a transaction."""
    _lock_numbers(person)
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
    # Nothing is written yet; this notes what its first gate asks for.
    write(job.pk, person.shop_id, lambda _: None)
    job.refresh_from_db(fields=["blocked_by"])
    return job


def open_job_on_copy(
    person: Person, job: OpenJob, name: str, description: str, kind: JobKind, set_up: SetUp | None
) -> Job:
    """Take in another vehicle like a job's, with all its measurements, and open a job on it."""
    with transaction.atomic():
        _lock_numbers(person)
        vehicle = store_new(person, name.strip(), description.strip(), job.sheet)
        return open_job_on(person, vehicle, None, kind, set_up)


def change_set_up(
    job: OpenJob,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    change: Callable[[SetUp], SetUp],
) -> None:
    """Write the next version of what is chosen; StaleError if it has moved on."""

    def changed() -> object:
        chosen = change(job.set_up)
        check_set_up(job.sheet, chosen)
        write_paper(job, PaperName.FITTING, person, _what_follows(job, chosen))
        job.row.set_up = to_plain(chosen)
        return job.row.set_up

    write_next(job.row, job.row.revisions, base_version, place, typed[:60], person, changed)


def _what_follows(job: OpenJob, chosen: SetUp) -> list[tuple[str, str]]:
    """A hole or bar that is chosen anew is the fit-up's too; what it picked itself else stays."""
    fitting = job.read(Fitting)
    entries = []
    for end in End:
        then, now = job.set_up.of_end(end), chosen.of_end(end)
        fit = fitting.of_end(end)
        if fit is None or now is None:
            continue
        if then is None or (then.fitted.bar, then.fitted.hole) != (now.fitted.bar, now.fitted.hole):
            entries += [
                (f"{end}.{side}.bar_hole", str(now.fitted.hole))
                for side in Side
                if fit.of_side(side).bar_hole != now.fitted.hole
            ]
    return entries


def revert_set_up(job: OpenJob, person: Person, base_version: int, to_version: int) -> None:
    """Write an earlier choice again as the next version."""
    earlier = document_at(job.row.revisions, to_version)
    change_set_up(
        job, person, base_version, "undo", f"to {to_version}", lambda _: from_plain(earlier, SetUp)
    )


def edit_sheet(
    job: OpenJob,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    change: Callable[[Sheet], Sheet],
) -> None:
    """Write the next version of the sheet of a job's vehicle."""
    change_sheet(job.row.vehicle, person, base_version, place, typed[:60], change)


#: So many versions back a part that was taken away is looked for.
_VERSIONS_BACK = 60


def part_changed(job: OpenJob, sheet: Sheet, place: str, fitted: bool) -> Sheet:
    """Return a sheet with a part fitted, with what was measured on it before, or taken away."""
    changed = change_part(sheet, place, fitted)
    if not fitted or changed == sheet:
        return changed
    revisions = job.row.vehicle.revisions.order_by("-version")
    for document in revisions.values_list("document", flat=True)[:_VERSIONS_BACK]:
        try:
            found = brought_back(sheet, place, from_plain(document, Sheet))
        except InputError:
            # It no longer goes with what was measured since: it starts from the class.
            return changed
        if found is not None:
            return found
    return changed


def revert_job_sheet(job: OpenJob, person: Person, base_version: int, to_version: int) -> None:
    """Write an earlier version of the sheet again as the next one."""
    revert_sheet(job.row.vehicle, person, base_version, to_version)


def rig_file_of(job: OpenJob) -> RigFile:
    """Return the job's vehicle and choice as a file to be carried elsewhere."""
    return RigFile(*job.fitted_rig)
