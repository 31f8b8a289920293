"""What a job aims at, and its staged plan with options priced from the racks."""

from axlecore.choosing.ranking import Wishes
from axlecore.choosing.staged_plan import Plan
from axlecore.practice.listen import Complaint
from axlecore.practice.plan import planned
from axlecore.practice.target import Target, wishes_of
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from jobs.choosing import options_of
from jobs.opened import OpenJob


def wishes_of_job(job: OpenJob, key: LoadKey) -> Wishes:
    """Return target, budget and day of a job as limits in one load state."""
    budget = job.read(Complaint).budget or None
    return wishes_of(job.read(Target), key, budget, job.row.days_left)


def plan_of(job: OpenJob, key: LoadKey) -> Plan:
    """Return the staged plan of a job from what stands there now."""
    labour = job.row.shop.labour_cents_an_hour / 100
    options = {end: options_of(job, end) for end in End}
    return planned(job.sheet, key, options, labour, wishes_of_job(job, key))
