"""Writing a job's papers: every change is a checked whole and a version of its own."""

from collections.abc import Callable, Sequence

from django.db import transaction

from axlecore.formats import from_plain, to_plain
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known, Record
from history.models import Versioned
from history.versions import document_at, write_next
from jobs.gates import note_gate
from jobs.models import Job, Paper
from jobs.records import KINDS, PaperName, fresh, paper_of
from shops.errors import Refused
from shops.models import Person

#: A revision keeps this much of what was typed; the whole of it is in its document.
_KEPT_OF_TYPED = 60


def _kept(job: Job, name: PaperName, person: Person) -> Paper:
    """Return the stored paper; the first writer also stores its empty first version."""
    # The lock keeps two first writers from making the paper twice.
    Job.objects.select_for_update().get(pk=job.pk)
    paper, made = Paper.objects.get_or_create(
        job=job, name=name, defaults={"document": to_plain(KINDS[name]())}
    )
    if made:
        paper.revisions.create(version=1, document=paper.document, place="new", person=person)
    return paper


def change_paper(
    job: Job,
    name: PaperName,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    change: Callable[[Record], Record],
) -> None:
    """Write the next version of a paper; StaleError if it has moved on."""

    def apply(locked: Versioned) -> object:
        assert isinstance(locked, Paper)
        locked.document = to_plain(change(from_plain(locked.document, KINDS[name])))
        return locked.document

    with transaction.atomic():
        paper = _kept(job, name, person)
        write_next(
            paper, paper.revisions, base_version, place, typed[:_KEPT_OF_TYPED], person, apply
        )
        note_gate(fresh(job))


def enter_on_paper(
    job: Job,
    name: PaperName,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    known: Known = Known.MEASURED,
) -> None:
    """Put what was typed or picked at one place of a paper."""
    _check_role(person, name, place)
    change_paper(
        job,
        name,
        person,
        base_version,
        place,
        typed,
        lambda record: enter(record, place, typed, known),
    )


def _check_role(person: Person, name: PaperName, place: str) -> None:
    """A torque that would stop is a lead's to confirm."""
    confirms = name == "fitting" and place.startswith("torque_reasons")
    if confirms and person.role != Person.Role.LEAD:
        raise Refused("role", "Only a lead confirms a torque that would stop. Ask one.", 403)


def enter_several_on_paper(
    job: Job,
    name: PaperName,
    person: Person,
    base_version: int,
    entries: Sequence[tuple[str, str]],
) -> None:
    """Put several things on a paper as one version; all or none."""

    def change(record: Record) -> Record:
        for place, typed in entries:
            record = enter(record, place, typed, Known.MEASURED)
        return record

    for place, _ in entries:
        _check_role(person, name, place)
    change_paper(job, name, person, base_version, entries[0][0], f"{len(entries)} entries", change)


def write_paper(
    job: Job, name: PaperName, person: Person, entries: Sequence[tuple[str, str]]
) -> None:
    """Put several things on a paper as its next version; nothing where there are none."""
    if entries:
        base = paper_of(job, name).version
        enter_several_on_paper(job, name, person, base, entries)


def revert_paper(
    job: Job, name: PaperName, person: Person, base_version: int, to_version: int
) -> None:
    """Write an earlier version of a paper again as the next one."""
    with transaction.atomic():
        earlier = document_at(_kept(job, name, person).revisions, to_version)
        change_paper(
            job,
            name,
            person,
            base_version,
            "undo",
            f"to {to_version}",
            lambda _: from_plain(earlier, KINDS[name]),
        )
