"""A job's papers as core's records: what was said, what was seen, what is chosen."""

from typing import Literal

from axlecore.fitup.applied import with_fit_up
from axlecore.fitup.arrival import Arrival
from axlecore.fitup.sheet import Fitting
from axlecore.formats import from_plain, to_plain
from axlecore.practice.decision import Decision
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver
from axlecore.practice.target import Target
from axlecore.vehicle.rig import SetUp
from axlecore.vehicle.rig import Vehicle as Sheet
from jobs.models import Decision as StoredDecision
from jobs.models import Job, Paper
from rigs.services import sheet_of

PaperName = Literal["complaint", "look_over", "target", "fitting", "arrival"]

#: What a paper of each name holds, and how it starts.
PaperKind = type[Complaint] | type[LookOver] | type[Target] | type[Fitting] | type[Arrival]
KINDS: dict[str, PaperKind] = {
    "complaint": Complaint,
    "look_over": LookOver,
    "target": Target,
    "fitting": Fitting,
    "arrival": Arrival,
}


def set_up_of(job: Job) -> SetUp:
    """Return what is chosen in a job as core's record."""
    return from_plain(job.set_up, SetUp)


def paper_of(job: Job, name: PaperName) -> Paper:
    """Return the row of a paper; an unsaved first version where nobody has written on it."""
    # All papers of a job are read together, so that any number of them costs one query.
    found = next((paper for paper in job.papers.all() if paper.name == name), None)
    return found or Paper(job=job, name=name, document=to_plain(KINDS[name]()))


def complaint_of(job: Job) -> Complaint:
    """Return what the owner said."""
    return from_plain(paper_of(job, "complaint").document, Complaint)


def look_over_of(job: Job) -> LookOver:
    """Return what was seen under the vehicle."""
    return from_plain(paper_of(job, "look_over").document, LookOver)


def target_of(job: Job) -> Target:
    """Return what is aimed at."""
    return from_plain(paper_of(job, "target").document, Target)


def fitting_of(job: Job) -> Fitting:
    """Return the fit-up sheet."""
    return from_plain(paper_of(job, "fitting").document, Fitting)


def arrival_of(job: Job) -> Arrival:
    """Return what came."""
    return from_plain(paper_of(job, "arrival").document, Arrival)


def fitted_rig(job: Job) -> tuple[Sheet, SetUp]:
    """Return sheet and choice as the fit-up leaves them: what is worked with."""
    return with_fit_up(sheet_of(job.vehicle), set_up_of(job), fitting_of(job))


def last_decision(job: Job) -> StoredDecision | None:
    """Return the row of the last choice recorded."""
    # All of a job's decisions are read together with it; there are never many.
    return max(job.decisions.all(), key=lambda decision: decision.pk, default=None)


def decision_of(job: Job) -> Decision | None:
    """Return the last choice recorded, as core's record."""
    stored = last_decision(job)
    return None if stored is None else from_plain(stored.document, Decision)


def fresh(job: Job) -> Job:
    """Return a job with vehicle, papers and decisions as they now are."""
    jobs = Job.objects.select_related("vehicle", "shop").prefetch_related("papers", "decisions")
    return jobs.get(pk=job.pk)
