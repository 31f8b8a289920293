"""Writing a job's papers: every change is a checked whole and a version of its own."""

from collections.abc import Callable, Sequence

from axlecore.formats import from_plain, to_plain
from axlecore.papers import PAPERS, PaperName, only_leads_change
from axlecore.practice.look import Ends, LookOver, parts_to_see, with_rest_good
from axlecore.practice.stations import JobKind
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known, Record
from history.versions import document_at, write_next
from jobs.models import Paper
from jobs.opened import OpenJob
from shops.models import Person
from shops.requests import only_a_lead

#: A revision keeps this much of what was typed; the whole of it is in its document.
_KEPT_OF_TYPED = 60


def _stored(job: OpenJob, name: PaperName, person: Person) -> Paper:
    """Return the row of a paper; the first writer also stores its empty first version."""
    paper = job.paper(name)
    if paper.pk is None:
        job.row.papers.add(paper, bulk=False)
        paper.revisions.create(version=1, document=paper.document, place="new", person=person)
    return paper


def change_paper(
    job: OpenJob,
    name: PaperName,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    change: Callable[[Record], Record],
) -> None:
    """Write the next version of a paper; StaleError if it has moved on. Call with it locked."""
    before = job.record(name)

    def changed() -> object:
        after = PAPERS[name].settled(before, change(before))
        message = only_leads_change(name, before, after)
        if message:
            only_a_lead(person, message)
        paper.document = to_plain(after)
        return paper.document

    paper = _stored(job, name, person)
    write_next(paper, paper.revisions, base_version, place, typed[:_KEPT_OF_TYPED], person, changed)


def enter_on_paper(
    job: OpenJob,
    name: PaperName,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    known: Known = Known.MEASURED,
) -> None:
    """Put what was typed or picked at one place of a paper."""
    change_paper(
        job,
        name,
        person,
        base_version,
        place,
        typed,
        lambda record: enter(record, place, typed, known),
    )


def say_rest_good(job: OpenJob, person: Person, base_version: int, ends: Ends) -> None:
    """Rate every part of some ends good that nobody has rated, as one version."""

    def change(look: Record) -> Record:
        assert isinstance(look, LookOver)
        parts = parts_to_see(job.sheet, JobKind(job.row.kind), look.ends)
        return with_rest_good(look, [part for part in parts if ends.hold(part.axle)])

    place = "parts" if ends is Ends.BOTH else f"parts.{ends}"
    change_paper(job, PaperName.LOOK_OVER, person, base_version, place, "the rest is good", change)


def enter_several_on_paper(
    job: OpenJob,
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

    change_paper(job, name, person, base_version, entries[0][0], f"{len(entries)} entries", change)


def write_paper(
    job: OpenJob, name: PaperName, person: Person, entries: Sequence[tuple[str, str]]
) -> None:
    """Put several things on a paper as its next version; nothing where there are none."""
    if entries:
        enter_several_on_paper(job, name, person, job.paper(name).version, entries)


def carry_paper(job: OpenJob, name: PaperName, person: Person, record: Record, whence: str) -> None:
    """Write a paper of another job of the same vehicle as the next version.

    What a lead said on it was said there; nobody is asked again.
    """
    paper = _stored(job, name, person)

    def changed() -> object:
        paper.document = to_plain(record)
        return paper.document

    write_next(paper, paper.revisions, paper.version, "carried", whence, person, changed)


def revert_paper(
    job: OpenJob, name: PaperName, person: Person, base_version: int, to_version: int
) -> None:
    """Write an earlier version of a paper again as the next one."""
    earlier = document_at(_stored(job, name, person).revisions, to_version)
    change_paper(
        job,
        name,
        person,
        base_version,
        "undo",
        f"to {to_version}",
        lambda _: from_plain(earlier, PAPERS[name].record),
    )
