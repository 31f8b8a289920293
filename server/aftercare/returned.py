"""What has to be true before an owner drives again, for the gates of Drive and Hand over."""

from aftercare.models import HandOver
from aftercare.outside_said import entries_of
from axlecore.aftercare.outside import (
    OutsideWork,
    all_right,
    outside_work,
)
from axlecore.aftercare.outside import keeps_parked as parked
from axlecore.build.closing import TIDY
from axlecore.build.steps import Records, Step
from axlecore.errors import InputError
from axlecore.practice.checks import Returned
from axlecore.road.driving import Manoeuvre
from bay.work import BayWork
from drive.models import RunWhen
from jobs.opened import OpenJob


def outside_of(job: OpenJob, steps: list[Step]) -> list[OutsideWork]:
    """Return a job's work given out, as it stands."""
    return outside_work(steps, entries_of(job.row))


def plan_steps(job: OpenJob) -> list[Step]:
    """Return the steps of a job's plan; none where no plan can be made."""
    try:
        return job.work.plan.steps
    except InputError:
        return []


def hand_over_of(job: OpenJob) -> HandOver:
    """Return how a job is given back; an unsaved row where nothing of it was said yet."""
    return HandOver.objects.filter(job=job.row).select_related("handed_by").first() or HandOver(
        job=job.row
    )


def repaired(steps: list[Step]) -> list[Step]:
    """Return the steps that repaired a thread."""
    return [step for step in steps if ".snapped." in step.key]


def returned(job: OpenJob) -> Returned:
    """Return what is true of a job before its owner drives again."""
    giving = hand_over_of(job)
    runs = job.row.runs.filter(removed_at=None, when=RunWhen.AFTER)
    driven = runs.filter(manoeuvre=Manoeuvre.SLOW_EXIT).exists()
    told = runs.filter(told__isnull=False).exists()
    try:
        bay = BayWork(job)
    except InputError:
        # No plan can be made: there is nothing that could be open.
        return Returned((), driven, told, True, True, True, True, giving.odometer_m is not None)
    works = outside_of(job, bay.steps)
    return Returned(
        keeps_parked=tuple(parked(works)),
        driven=driven,
        told=told,
        outside_right=all_right(works),
        torque_read=not any(joint.left for joint in bay.joints.values()),
        threads_seen=giving.threads_seen or not repaired(bay.steps),
        all_back=Records.TICK in bay.recorded.get(TIDY, set()) or bool(giving.left_off),
        odometer_read=giving.odometer_m is not None,
    )
