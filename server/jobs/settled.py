"""What is settled of a job at the desk, for the gate of its station."""

from axlecore.errors import InputError
from axlecore.practice.checks import Built
from jobs.agreeing import holds, last_agreement
from jobs.opened import OpenJob
from jobs.ordering import told
from jobs.work import last_look


def settled(job: OpenJob) -> Built:
    """Return what is settled; nothing where no plan can be made."""
    bay = job.row.bay_planned
    try:
        work = job.work
    except InputError:
        return Built(bay_planned=bay)
    look, agreement = last_look(job), last_agreement(job)
    return Built(
        plan_seen=look is not None and look.digest == work.digest,
        parts_here=told(work).waiting.here,
        quote_agreed=agreement is not None and holds(agreement, work),
        bay_planned=bay,
    )
