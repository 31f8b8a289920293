"""Going on from a station: what its gate asks for, and the record of passing it."""

from django.db import transaction

from axlecore.practice.findings import Assessment
from axlecore.practice.report import Practice, assessed, practice
from axlecore.practice.stations import STATIONS_OF, Gate, JobKind, Papers, Station, gates
from jobs.fitup import fit_of
from jobs.models import GatePass, Job
from jobs.records import (
    complaint_of,
    decision_of,
    fitting_of,
    last_decision,
    look_over_of,
    set_up_of,
    target_of,
)
from rigs.services import sheet_of
from shops.errors import Refused
from shops.models import Person


def assess_job(job: Job) -> Assessment:
    """Return what the job's numbers say."""
    return assessed(
        sheet_of(job.vehicle), set_up_of(job), target_of(job), decision_of(job), fitting_of(job)
    )


def papers_of(job: Job) -> Papers:
    """Return all that the gates of a job look at."""
    return Papers(
        JobKind(job.kind),
        sheet_of(job.vehicle),
        complaint_of(job),
        look_over_of(job),
        assess_job(job).findings,
        last_decision(job) is not None,
        set_up_of(job),
        fitting_of(job),
        fit_of(job),
    )


def practice_of(job: Job) -> Practice:
    """Return what the rules say of a job's papers."""
    return practice(papers_of(job))


def gates_of(job: Job) -> list[Gate]:
    """Return the gates of the stations a job walks."""
    return gates(papers_of(job))


def note_gate(job: Job) -> None:
    """Keep what a job's gate asks for next, so that the yard reads it without working."""
    gate = next((gate for gate in gates_of(job) if gate.station == job.station), None)
    unmet = [check.text for check in gate.checks if not check.met] if gate else []
    more = f" (and {len(unmet) - 1} more)" if len(unmet) > 1 else ""
    said = f"{unmet[0]}{more}"[:160] if unmet else ""
    if said != job.blocked_by:
        job.blocked_by = said
        Job.objects.filter(pk=job.pk).update(blocked_by=said)


def pass_gate(job: Job, person: Person, station: str, reason: str) -> None:
    """Go on from a station; what is not met takes a lead's reason, a stop takes none."""
    with transaction.atomic():
        locked = Job.objects.select_for_update().get(pk=job.pk)
        gate = next((gate for gate in gates_of(job) if gate.station == station), None)
        if gate is None:
            raise Refused("station", "This job has no gate there that can be passed yet.", 422)
        unmet = [check for check in gate.checks if not check.met]
        if not gate.overridable:
            stop = next(check for check in unmet if check.stop)
            raise Refused("station", f"{stop.text} This is a stop; no reason overrides it.", 422)
        if unmet and person.role != Person.Role.LEAD:
            raise Refused("role", "Only a lead goes on with something unmet.", 403)
        if unmet and not reason.strip():
            raise Refused("reason", f"Not met: {unmet[0].text} Write why you go on anyway.", 422)
        GatePass.objects.create(
            job=job,
            station=station,
            person=person,
            unmet=[check.text for check in unmet],
            reason=reason.strip() if unmet else "",
        )
        order = list(Station)
        if gate.next and order.index(gate.next) > order.index(Station(locked.station)):
            locked.station = gate.next
            locked.save()
        job.refresh_from_db(fields=["station"])
        note_gate(job)


def change_kind(job: Job, kind: JobKind) -> None:
    """Make a job another kind; it keeps what it has and stands at its first open station."""
    with transaction.atomic():
        passed = set(job.passes.values_list("station", flat=True))
        line = STATIONS_OF[kind]
        job.kind = kind
        job.station = next((station for station in line if station not in passed), line[-1])
        job.save(update_fields=["kind", "station", "changed_at"])
        note_gate(job)
