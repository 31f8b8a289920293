"""Who did what when on a job: every record of it in one order, and two versions of a paper."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from typing import Any

from django.db.models import Q, QuerySet

from axlecore.errors import InputError
from axlecore.papers import PaperName
from history.models import Revision
from jobs.models import Job, PaperRevision
from rigs.models import SheetRevision
from shops.models import Person

#: So much of a job is read at once.
PAGE = 100


class Deed(StrEnum):
    """What kind of thing was done."""

    NUMBERS = "numbers"
    PAPERS = "papers"
    LINE = "line"
    ORDER = "order"
    BAY = "bay"
    ROAD = "road"
    OWNER = "owner"


@dataclass(frozen=True)
class Done:
    """One thing that was done."""

    at: datetime
    person: Person
    deed: Deed
    what: str
    paper: str = ""
    place: str = ""
    version: int | None = None


@dataclass(frozen=True)
class _Source:
    """Rows that somebody made, by when, and what each says."""

    deed: Deed
    rows: Callable[[Job], "QuerySet[Any]"]
    says: Callable[[Any], str]
    at: str = "made_at"
    #: Name of the paper whose versions these are, where they are versions.
    paper: Callable[[Any], str] = lambda _: ""


def _typed(row: Revision) -> str:
    typed: str = row.typed
    return typed


#: A row a kind of record; whatever is kept with a person and a time is told of here.
_SOURCES: tuple[_Source, ...] = (
    _Source(
        Deed.NUMBERS,
        lambda job: SheetRevision.objects.filter(vehicle=job.vehicle_id),
        _typed,
        paper=lambda _: "sheet",
    ),
    _Source(Deed.NUMBERS, lambda job: job.revisions.all(), _typed, paper=lambda _: "set_up"),
    _Source(
        Deed.PAPERS,
        lambda job: PaperRevision.objects.filter(paper__job=job).select_related("paper"),
        _typed,
        paper=lambda row: row.paper.name,
    ),
    _Source(
        Deed.LINE,
        lambda job: job.passes.all(),
        lambda row: (
            f"passed {row.station}" + (f", without all of it: {row.reason}" if row.reason else "")
        ),
    ),
    _Source(
        Deed.LINE,
        lambda job: job.decisions.all(),
        lambda row: "recorded the choice" + (f": {row.reason}" if row.reason else ""),
    ),
    _Source(Deed.LINE, lambda job: job.plan_looks.all(), lambda _: "looked the plan through"),
    _Source(
        Deed.ORDER,
        lambda job: job.order_entries.all(),
        lambda row: f"{row.what}: {row.state}" + (f", {row.note}" if row.note else ""),
    ),
    _Source(
        Deed.BAY,
        lambda job: job.step_answers.all(),
        lambda row: (
            f"{row.step}: {row.kind}"
            + (f", {row.said}" if row.said else "")
            + (", taken back" if row.taken_back_at else "")
        ),
        "done_at",
    ),
    _Source(
        Deed.BAY,
        lambda job: job.torque_rows.all(),
        lambda row: f"{row.joint}, bolt {row.bolt}: {row.typed or row.how}, {row.judged}",
        "done_at",
    ),
    _Source(
        Deed.BAY,
        lambda job: job.snapped_bolts.all(),
        lambda row: f"{row.size} snapped at {row.step}",
    ),
    _Source(
        Deed.BAY,
        lambda job: job.troubles.all(),
        lambda row: f"{row.kind} at {row.step}: {row.what}",
    ),
    _Source(
        Deed.ROAD,
        lambda job: job.runs.all(),
        lambda row: f"{row.manoeuvre}, {row.when}" + (", taken away" if row.removed_at else ""),
    ),
    _Source(
        Deed.OWNER,
        lambda job: job.agreements.all(),
        lambda row: f"{row.by} agreed {row.way}, up to {row.up_to_cents / 100:.0f}",
    ),
    _Source(Deed.OWNER, lambda job: job.quote_links.all(), lambda _: "sent a quote by link"),
    _Source(Deed.OWNER, lambda job: job.report_links.all(), lambda _: "sent the owner's report"),
    _Source(
        Deed.OWNER,
        lambda job: job.outside_said.all(),
        lambda row: f"{row.step}: {row.state}" + (f", {row.who}" if row.who else ""),
    ),
    _Source(
        Deed.OWNER,
        lambda job: job.troubles_after.all(),
        lambda row: (
            f"{row.trouble}, {row.heard}" + (f": {row.cause or row.found}" if row.found_at else "")
        ),
    ),
)


def history(
    job: Job, deed: Deed | None = None, username: str = "", before: datetime | None = None
) -> list[Done]:
    """Return what was done on a job, the newest first, a page of it."""
    sources = [one for one in _SOURCES if deed in (None, one.deed)]
    found = [done for source in sources for done in _told(source, job, username, before)]
    return sorted(found, key=lambda done: done.at, reverse=True)[:PAGE]


def _told(source: _Source, job: Job, username: str, before: datetime | None) -> Iterator[Done]:
    wanted = Q(person__username=username) if username else Q()
    if before is not None:
        wanted &= Q(**{f"{source.at}__lt": before})
    rows = source.rows(job).filter(wanted).select_related("person")
    for row in rows.order_by(f"-{source.at}", "-pk")[:PAGE]:
        paper = source.paper(row)
        yield Done(
            getattr(row, source.at),
            row.person,
            source.deed,
            source.says(row),
            paper,
            row.place if paper else "",
            row.version if paper else None,
        )


@dataclass(frozen=True)
class Difference:
    """A place of a paper that two versions have otherwise."""

    place: str
    before: str
    after: str


def differences(job: Job, paper: str, before: int, after: int) -> list[Difference]:
    """Return what two versions of a paper have otherwise; InputError where there is none such."""
    revisions = _revisions(job, paper)
    documents = dict(
        revisions.filter(version__in=(before, after)).values_list("version", "document")
    )
    for name, version in (("before", before), ("after", after)):
        if version not in documents:
            newest = revisions.order_by("-version").values_list("version", flat=True).first() or 0
            raise InputError(name, f"Read version {version}; this paper has 1 to {newest}.")
    one, other = (dict(_flat(documents[version])) for version in (before, after))
    return [
        Difference(place, one.get(place, ""), other.get(place, ""))
        for place in sorted(one.keys() | other.keys())
        if one.get(place, "") != other.get(place, "")
    ]


def _revisions(job: Job, paper: str) -> "QuerySet[Any]":
    if paper == "sheet":
        return SheetRevision.objects.filter(vehicle=job.vehicle_id)
    if paper == "set_up":
        return job.revisions.all()
    if paper not in [*PaperName]:
        known = ", ".join(["sheet", "set_up", *PaperName])
        raise InputError("paper", f"Read “{paper[:30]}”; one of {known}.")
    return PaperRevision.objects.filter(paper__job=job, paper__name=paper)


def _flat(value: Any, path: str = "") -> Iterator[tuple[str, str]]:
    """Yield each leaf of a document by its path; a measured number is one leaf."""
    if isinstance(value, dict) and {"value", "known"} <= value.keys():
        typed = value.get("typed") or f"{value['value']:g}"
        yield path, f"{typed}, {value['known']}"
    elif isinstance(value, dict):
        for name, part in value.items():
            yield from _flat(part, f"{path}.{name}" if path else name)
    elif isinstance(value, list):
        for at, part in enumerate(value):
            yield from _flat(part, f"{path}.{at}" if path else str(at))
    elif value not in (None, "", [], {}):
        yield path, str(value)
