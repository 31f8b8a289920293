"""Earlier jobs on the same vehicle: what a re-check is held against."""

from datetime import datetime

from ninja import Schema

from axlecore.practice.look import LookOver, PartCheck, Rating
from axlecore.practice.stations import JobKind, Station
from axlecore.practice.undercarriage import ALL_PARTS
from jobs.models import Job
from jobs.opened import OpenJob
from jobs.schemas import DecisionOut, decision_out

#: More are never asked about at once.
_MOST = 20


class SeenThen(Schema):
    part: str
    check: PartCheck


class EarlierJob(Schema):
    id: int
    number: int
    kind: JobKind
    station: Station
    changed_at: datetime
    decision: DecisionOut | None
    #: Parts that were not simply good.
    seen: list[SeenThen]


def earlier_jobs(job: OpenJob) -> list[EarlierJob]:
    """Return the jobs that were opened on a job's vehicle before it, the last one first."""
    rows = (
        Job.objects.filter(vehicle=job.row.vehicle_id, number__lt=job.row.number)
        .select_related("vehicle__owner", "shop")
        .prefetch_related("papers", "decisions__person")
        .order_by("-number")[:_MOST]
    )
    return [_earlier(OpenJob(row)) for row in rows]


def _earlier(job: OpenJob) -> EarlierJob:
    quiet = (Rating.GOOD, Rating.UNSEEN)
    checks = job.read(LookOver).parts.items()
    return EarlierJob(
        id=job.row.pk,
        number=job.row.number,
        kind=JobKind(job.row.kind),
        station=Station(job.row.station),
        changed_at=job.row.changed_at,
        decision=decision_out(job),
        seen=[
            SeenThen(part=ALL_PARTS[key].name, check=check)
            for key, check in checks
            if check.rating not in quiet or check.faults or check.note
        ],
    )
