"""What the made-up shop has given back: two that are driven, a re-check, a clunk."""

from datetime import timedelta

from django.utils import timezone

from aftercare.coming_back import open_recheck
from aftercare.giving import hand_over, plan_next, read_odometer
from aftercare.models import HandOver, VisitMade
from aftercare.report import send_report
from aftercare.troubles import tell_trouble
from axlecore.aftercare.noises import Heard, Noticed, Since
from axlecore.bay.torque_log import HowTight, Judged
from axlecore.build.ordering import OrderState
from axlecore.formats import to_plain
from axlecore.practice.stations import JobKind, Station
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action
from bay.models import HoursKept, TorqueWrench
from bay.work import BayWork
from demo import scenario
from demo.driven import HOLDS, JOINED
from demo.under_way import pass_up_to
from jobs.choosing import Pick, take_set
from jobs.models import Job, OrderEntry
from jobs.opened import OpenJob, opened
from jobs.services import open_job_on
from jobs.work import Work
from jobs.writes import write
from racks.models import Part
from rigs.services import About, describe, store_new
from shops.models import Person

#: One whose re-check is in the shop; its kit takes the spring U-bolts off.
BACK = "Turnstone survey"
_KIT, _WHY = "MF-KR30", "built before this was written down here"
#: Who brings them, and how they are reached.
_OWNERS = {
    HOLDS: ("Isla Fenwick", "07700 900112"),
    JOINED: ("Rory Strand", "07700 900147"),
    BACK: ("Marsh survey office", "07700 900163"),
}
_ODOMETERS = {HOLDS: "61 300 km", JOINED: "128 450 km", BACK: "74 900 km"}
#: How long ago each was handed over [days].
_AGO = {HOLDS: 25, JOINED: 70, BACK: 18}
#: What their work took of what was planned, and who was how many days late.
_TOOK = {HOLDS: 1.15, JOINED: 0.95, BACK: 1.3}
_SUPPLIERS = (("Mudlark Supply", 2), ("Harbour Lane Stores", 0))
#: What a joint without a figure was given, and what its second U-bolt has left of that [N·m].
_GIVEN, _FELL = 110.0, 0.82


def come_back(lead: Person, fitter: Person) -> None:
    """Hand over what is done, and have one back."""
    jobs = dict(Job.objects.filter(shop=lead.shop).values_list("vehicle__name", "pk"))
    jobs[BACK] = _built(lead)
    for name, ago in _AGO.items():
        _hand_over(lead, jobs[name], name, ago)
        _torque_log(opened(jobs[name], lead.shop_id), fitter, ago, {})
        _ordered(opened(jobs[name], lead.shop_id), lead, ago)
        _timed(opened(jobs[name], lead.shop_id), fitter, _TOOK[name])
        write(jobs[name], lead.shop_id, lambda job: send_report(job, lead))
    _early_visit_made(fitter, jobs[JOINED])
    job = opened(jobs[BACK], lead.shop_id)
    again = open_recheck(job, fitter, 1, "75 060 km")
    fallen = {("rear.u_bolts.torque", 2): _FELL * _GIVEN}
    _torque_log(opened(again.pk, lead.shop_id), fitter, 0, fallen)
    clunk = Noticed.CLUNK, Heard.SLOW_BUMPS, Since.WEEKS
    said = "knocks once over the yard's kerb, then it is quiet"
    write(jobs[JOINED], lead.shop_id, lambda job: tell_trouble(job, fitter, *clunk, said))


def _built(lead: Person) -> int:
    vehicle = store_new(lead, BACK, "cutaway van that surveys the marsh", scenario.seedbank())
    job = open_job_on(lead, vehicle, None, JobKind.UPGRADE)
    part = Part.objects.get(shop=lead.shop, part_number=_KIT)
    pick = Pick(part, Action.REPLACE)
    write(job.pk, job.shop_id, lambda now: take_set(now, lead, 1, [(End.REAR, pick)]))
    return job.pk


def _hand_over(lead: Person, job_id: int, name: str, ago: int) -> None:
    pass_up_to(lead, job_id, Station.HAND_OVER, _WHY)
    owner, phone = _OWNERS[name]

    def give(job: OpenJob) -> None:
        vehicle = job.row.vehicle
        told = About(
            vehicle.name,
            vehicle.description,
            owner=owner,
            phone=phone,
            may_be_contacted=True,
        )
        describe(vehicle, told)
        read_odometer(job, lead, _ODOMETERS[name])

    write(job_id, lead.shop_id, give)
    write(job_id, lead.shop_id, lambda job: hand_over(job, lead, _WHY))
    giving = HandOver.objects.get(job=job_id)
    giving.handed_on = timezone.localdate() - timedelta(days=ago)
    plan_next(giving, ())
    giving.save()


def _early_visit_made(fitter: Person, job_id: int) -> None:
    """The first visit was made long ago and all held: the next one is due."""
    giving = HandOver.objects.get(job=job_id)
    assert giving.handed_on is not None
    assert giving.odometer_m is not None
    read_m = giving.odometer_m + 1.4e5
    again = open_recheck(opened(job_id, fitter.shop_id), fitter, 1, f"{read_m / 1e3:.0f} km")
    _torque_log(opened(again.pk, fitter.shop_id), fitter, 58, {})
    made = giving.handed_on + timedelta(days=12)
    VisitMade.objects.filter(job=again).update(opened_on=made, done_on=made)
    Job.objects.filter(pk=again.pk).update(station=Station.HAND_OVER, shelf="archived")
    giving.refresh_from_db()
    plan_next(giving, (1,))
    giving.save()


def _ordered(job: OpenJob, lead: Person, ago: int) -> None:
    """What it consumed, as it was ordered and came: one supplier is usually late."""
    begun = timezone.now() - timedelta(days=ago + 20)
    for at, line in enumerate(Work(job).order):
        supplier, late = _SUPPLIERS[at % len(_SUPPLIERS)]
        promised = begun + timedelta(days=5)
        came = promised + timedelta(days=late)
        for state, told_at, expected in (
            (OrderState.ORDERED, begun, promised.date()),
            (OrderState.ARRIVED, came, None),
        ):
            entry = job.row.order_entries.create(
                what=line.what,
                state=state,
                expected=expected,
                supplier=supplier,
                quantity=line.quantity,
                person=lead,
            )
            OrderEntry.objects.filter(pk=entry.pk).update(made_at=told_at)


def _timed(job: OpenJob, fitter: Person, times: float) -> None:
    planned_h = sum(step.hours[1] for step in BayWork(job).steps)
    HoursKept.objects.create(
        job=job.row, person=fitter, planned_h=planned_h, real_h=times * planned_h
    )


def _torque_log(
    job: OpenJob, fitter: Person, ago: int, fallen: dict[tuple[str, int], float]
) -> None:
    """Every bolt as it was read; in a re-check those that are named, lower."""
    wrench = TorqueWrench.objects.get(shop=fitter.shop_id, name="Wrench 3")
    done_at = timezone.now() - timedelta(days=ago)
    for key, joint in BayWork(job).joints.items():
        low, high = joint.target.from_n_m, joint.target.to_n_m
        middle = _GIVEN if low is None or high is None else (low + high) / 2
        for bolt in joint.target.order:
            got = fallen.get((key, bolt), middle)
            job.row.torque_rows.create(
                joint=key,
                bolt=bolt,
                how=HowTight.READ,
                typed=f"{got:.0f} N·m",
                got_n_m=got,
                wrench=wrench,
                judged=Judged.PASSES if got == middle else Judged.LOW,
                target=to_plain(joint.target),
                person=fitter,
                done_at=done_at,
            )
