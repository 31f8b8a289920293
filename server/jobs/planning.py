"""The staged plan of a job: its options priced from the racks."""

from axlecore.choosing.staged_plan import Plan
from axlecore.practice.plan import planned
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from jobs.choosing import options_of
from jobs.opened import OpenJob


def plan_of(job: OpenJob, key: LoadKey) -> Plan:
    """Return the staged plan of a job from what stands there now."""
    labour = job.row.shop.labour_cents_an_hour / 100
    return planned(job.sheet, key, {end: options_of(job, end) for end in End}, labour)
