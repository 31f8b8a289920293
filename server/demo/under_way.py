"""What the made-up shop has under way: work begun, a bolt that snapped, a log with a correction."""

import math
from collections.abc import Callable
from io import BytesIO
from uuid import uuid4

from axlecore.bay.torque_log import HowTight
from axlecore.build.steps import Records
from axlecore.practice.stations import Station
from bay.answers import answer_step
from bay.models import TorqueWrench
from bay.torque import TypedReading, read_torque
from bay.trouble import snap
from bay.work import BayWork
from demo.pictures import part_picture
from jobs.agreeing import agree
from jobs.gates import pass_gate
from jobs.models import Job, Way
from jobs.opened import OpenJob, opened
from jobs.work import Work
from jobs.writes import write
from photos.services import STEP, keep_photo
from shops.models import Person

#: Begun, up to an old bolt that snapped; and nearly done, up to its last look.
_BEGUN, _NEARLY = "Kelp kitchen", "Drift library"
_LAST = "all.tidy"
_SHORT = "a short job, seen to at the counter"
#: Whose vehicle is begun, and how they sign: one stroke.
_OWNER = "Marlow Kelp"
_SIGNATURE = (((120, 210), (260, 90), (380, 230), (560, 120), (820, 190)),)
#: What is measured where nothing else is known, and what a joint without a figure is given [N·m].
_MEASURED, _AS_ITS_MAKER_SAYS = "as before", 110.0


def work(lead: Person, fitter: Person) -> None:
    """Do what is done so far, as the fitter would once the lead let it go under."""
    jobs = dict(Job.objects.filter(shop=fitter.shop).values_list("vehicle__name", "pk"))
    for name in (_BEGUN, _NEARLY):
        pass_up_to(lead, jobs[name], Station.BUILD, _SHORT)
    begun = jobs[_BEGUN]
    # Agreed to little more than the middle, so that a bolt that snaps asks for another word.
    _agree(lead, begun, Way.IN_PERSON, lambda work: math.ceil(work.quote.price.p50 * 1.02))
    old = next(step for step in _bay(fitter, begun).steps if step.undoes)
    _up_to(fitter, begun, old.key)
    size = old.undoes[0].size
    write(
        begun,
        fitter.shop_id,
        lambda job: snap(job, fitter, old.key, size, "8 mm", "22 mm", reachable=True),
    )
    _photograph(fitter, begun, old.key)
    _agree(lead, begun, Way.SIGNED, lambda work: math.ceil(work.quote.price.p90))
    _up_to(fitter, jobs[_NEARLY], _LAST)


def _agree(lead: Person, job_id: int, way: Way, up_to: Callable[[Work], int]) -> None:
    """Take the owner's word for what the work then costs."""

    def act(job: OpenJob) -> None:
        work = Work(job)
        signature = _SIGNATURE if way is Way.SIGNED else ()
        cents, version = up_to(work) * 100, job.row.line_version
        agree(job, lead, version, work.digest, _OWNER, way, cents, signature)

    write(job_id, lead.shop_id, act)


def pass_up_to(lead: Person, job_id: int, station: Station, why: str) -> None:
    """Pass every gate before a station; what is open has its reason."""

    def act(job: OpenJob) -> None:
        pass_gate(job, lead, job.row.line_version, Station(job.row.station), why)

    while opened(job_id, lead.shop_id).row.station != station:
        write(job_id, lead.shop_id, act)


def _bay(fitter: Person, job_id: int) -> BayWork:
    return BayWork(opened(job_id, fitter.shop_id))


def _up_to(fitter: Person, job_id: int, last: str) -> None:
    """Record all that the steps before one keep."""
    for step in _bay(fitter, job_id).steps:
        if step.key == last:
            return
        for kind in step.records:
            if kind is Records.TORQUE:
                _tighten(fitter, job_id, step.torque or step.key)
            elif kind is Records.PHOTO:
                _photograph(fitter, job_id, step.key)
            else:
                _answer(fitter, job_id, step.key, kind)


def _photograph(fitter: Person, job_id: int, step: str) -> None:
    content = part_picture("rust")
    job = opened(job_id, fitter.shop_id)
    keep_photo(job, fitter, f"{STEP}.{step}", uuid4(), BytesIO(content), len(content))


def _answer(fitter: Person, job_id: int, step: str, kind: Records) -> None:
    said = _MEASURED if kind is Records.NUMBER else ""
    write(job_id, fitter.shop_id, lambda job: answer_step(job, fitter, step, kind, said))


def _tighten(fitter: Person, job_id: int, joint: str) -> None:
    """Read every bolt of a joint; the first one is wrong at first, and read again."""
    wrench = TorqueWrench.objects.get(shop=fitter.shop_id, name="Wrench 3")
    target = _bay(fitter, job_id).joints[joint].target
    low, high = target.from_n_m, target.to_n_m
    middle = _AS_ITS_MAKER_SAYS if low is None or high is None else (low + high) / 2

    def read(bolt: int, read_n_m: float, supersedes: int | None = None) -> None:
        row = TypedReading(
            joint, bolt, HowTight.READ, f"{read_n_m:.1f} N·m", wrench.pk, supersedes=supersedes
        )
        write(job_id, fitter.shop_id, lambda job: read_torque(job, fitter, row))

    for bolt in target.order:
        if bolt == target.order[0]:
            # Pulled too far, or a digit left out.
            read(bolt, middle / 10 if high is None else high * 1.1)
            [wrong] = _bay(fitter, job_id).joints[joint].rows
            read(bolt, middle, wrong.pk)
        else:
            read(bolt, middle)
