"""What was said of work given out: core's entries, and the rows they are kept in."""

from aftercare.models import OutsideSaid
from axlecore.aftercare.outside import OutsideEntry, OutsideState
from jobs.models import Job
from shops.models import Person


def entries_of(job: Job) -> list[OutsideEntry]:
    """Return what was said of a job's work given out, oldest first."""
    return [
        OutsideEntry(
            row.step,
            OutsideState(row.state),
            row.on,
            row.who,
            None if row.cost_cents is None else row.cost_cents / 100,
            row.paper,
            row.found,
        )
        for row in job.outside_said.order_by("pk")
    ]


def keep_entry(job: Job, person: Person, entry: OutsideEntry) -> None:
    """Keep what was said; nothing is ever written over."""
    OutsideSaid.objects.create(
        job=job,
        step=entry.step,
        state=entry.state,
        on=entry.on,
        who=entry.who.strip(),
        cost_cents=None if entry.cost is None else round(entry.cost * 100),
        paper=entry.paper.strip(),
        found=entry.found.strip(),
        person=person,
    )
