"""A job's real hours, given to the memory of its kits by one press."""

from bay.models import HoursKept
from bay.work import BayWork
from jobs.gates import worked
from jobs.opened import OpenJob
from racks.kit_memory import remember_hours
from shops.errors import Refused
from shops.models import Person


def hours_by_part(bay: BayWork) -> dict[int, dict[str, float]]:
    """Return what the steps at each end took [h], by the part that is fitted there."""
    found: dict[int, dict[str, float]] = {}
    for step in bay.steps:
        part = None if step.axle is None else bay.work.parts.get(step.axle)
        if part is not None and step.key in bay.real_hours:
            found.setdefault(part.pk, {})[step.key] = bay.real_hours[step.key]
    return found


def keep_hours(job: OpenJob, person: Person) -> None:
    """Write what this job's steps took into the memory of its kits; refused a second time."""
    if HoursKept.objects.filter(job=job.row).exists():
        raise Refused("hours", "The hours of this job are remembered already.", 409)
    bay = BayWork(job)
    found = hours_by_part(bay)
    if not found:
        raise Refused("hours", "No step with a kit has been timed on this job.", 422)
    for part_id, hours in found.items():
        remember_hours(person, part_id, hours)
    timed = [step for step in bay.steps if step.key in bay.real_hours]
    HoursKept.objects.create(
        job=job.row,
        person=person,
        planned_h=sum(step.hours[1] for step in timed),
        real_h=sum(bay.real_hours[step.key] for step in timed),
    )
    worked(job.row)
