"""Doing the work: an answer to a step, a measured gap, an axle that is set."""

from collections import Counter
from dataclasses import dataclass
from datetime import datetime

from django.utils import timezone

from axlecore.bay.clearance import gap_says
from axlecore.bay.progress import StepStands
from axlecore.bay.settling import AxleSet, SideSet, settled
from axlecore.build.bar_steps import settle_key
from axlecore.build.closing import CLEAR
from axlecore.build.steps import Records, Step
from axlecore.errors import InputError
from axlecore.fitup.sheet import Fitting
from axlecore.formats import to_plain
from axlecore.vehicle.ends import End
from bay.typed import done_at, metres
from bay.work import BayWork
from jobs.bolts import add_bolts
from jobs.gates import worked
from jobs.opened import OpenJob
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead


def answer_step(
    job: OpenJob,
    person: Person,
    key: str,
    kind: Records,
    said: str,
    at: datetime | None = None,
) -> None:
    """Keep what was recorded of a step; refused while it rests on others, or somebody was first."""
    if kind in (Records.PHOTO, Records.TORQUE):
        raise InputError("kind", f"A {kind} is kept with the photos and the torque log.")
    bay = BayWork(job)
    if key == CLEAR and kind is Records.NUMBER and bay.obstacles:
        raise InputError("kind", "Each obstacle's gap is measured by itself, one after the other.")
    if kind is Records.NUMBER and key in map(settle_key, bay.settling):
        raise InputError("kind", "Hole and link length of each side are kept, one axle at a time.")
    first = next((one for one in bay.answers if (one.step, one.kind) == (key, kind)), None)
    if first is not None:
        when = timezone.localtime(first.done_at)
        was = f": “{first.said}”" if first.said else ""
        raise Refused("step", f"{first.person.shown_name} did this at {when:%H:%M}{was}.", 409)
    bay.check(key, kind)
    said = said.strip()
    if kind in (Records.NUMBER, Records.HANDED_ON) and not said:
        raise InputError(
            "said", "Enter what was measured." if kind is Records.NUMBER else "Say to whom."
        )
    job.row.step_answers.create(step=key, kind=kind, said=said, person=person, done_at=done_at(at))
    [stood] = [one for one in bay.progress.steps if one.key == key]
    if stood.missing == [kind]:
        _count_old_bolts(job, bay.step(key))
    worked(job.row)


def measure_gap(
    job: OpenJob, person: Person, key: str, typed: str, at: datetime | None = None
) -> None:
    """Keep a measured gap of the round; the one before stays on the record."""
    bay = BayWork(job)
    obstacle = next((one for one in bay.obstacles if one.key == key), None)
    if obstacle is None:
        raise InputError("obstacle", f"There is no obstacle “{key[:40]}” in this fit-up.")
    if Records.NUMBER not in bay.recorded.get(CLEAR, ()):
        bay.check(CLEAR, Records.NUMBER)
    gap_m = metres(typed, "typed")
    # What cannot be is refused; what it comes to is said whenever it is read.
    gap_says(obstacle, gap_m)
    job.row.gap_readings.create(
        obstacle=key,
        on_paper=to_plain(obstacle),
        typed=typed.strip(),
        gap_m=gap_m,
        person=person,
        done_at=done_at(at),
    )
    worked(job.row)


@dataclass(frozen=True)
class TypedSetting:
    """How an axle was set, as it was typed; holes are counted from 1, the outermost."""

    axle: End
    left_hole: int
    left_link: str
    right_hole: int
    right_link: str
    gap: str = ""
    override: str = ""


def set_axle(job: OpenJob, person: Person, typed: TypedSetting, at: datetime | None = None) -> None:
    """Keep how an axle was set on its wheels; how it was set before stays on the record."""
    bay = BayWork(job)
    if typed.axle not in bay.settling:
        raise InputError("axle", f"There is nothing to settle at the {typed.axle} in this plan.")
    key = settle_key(typed.axle)
    if Records.NUMBER not in bay.recorded.get(key, ()):
        bay.check(key, Records.NUMBER)
    if typed.override.strip():
        only_a_lead(person, "Only a lead has an axle tightened that is not settled; ask one.")
    measured = AxleSet(
        SideSet(typed.left_hole - 1, metres(typed.left_link, "left_link")),
        SideSet(typed.right_hole - 1, metres(typed.right_link, "right_link")),
        metres(typed.gap, "gap") if typed.gap.strip() else 0.0,
    )
    # What cannot be is refused; what it comes to is said whenever it is read.
    settled(job.rig, job.set_up, job.read(Fitting), typed.axle, measured)
    job.row.axle_settings.create(
        axle=typed.axle,
        typed={name: getattr(typed, name).strip() for name in ("left_link", "right_link", "gap")},
        measured=to_plain(measured),
        override=typed.override.strip(),
        person=person,
        done_at=done_at(at),
    )
    worked(job.row)


def take_back(job: OpenJob, person: Person, key: str) -> None:
    """Say that a step was not done after all; what was said of it stays on the record.

    Refused while a step that rests on it is done, so that nothing is done on what is not.
    """
    bay = BayWork(job)
    step = next((one for one in bay.steps if one.key == key), None)
    stands = [one for one in bay.answers if one.step == key]
    if step is None or not stands:
        raise InputError("step", "Nothing is recorded of this step that could be taken back.")
    done = {one.key for one in bay.progress.steps if one.stands is StepStands.DONE}
    onward = next((one for one in bay.steps if key in one.after and one.key in done), None)
    if onward is not None:
        what = onward.what.rstrip(".")
        raise Refused("step", f"“{what}” rests on it and is done: take that back first.", 409)
    job.row.step_answers.filter(pk__in=[one.pk for one in stands]).update(
        taken_back_at=timezone.now(), taken_back_by=person
    )
    if key in done:
        _count_old_bolts(job, step, -1)
    worked(job.row)


def _count_old_bolts(job: OpenJob, step: Step, sign: int = 1) -> None:
    """Write into the shop's record what came off free at a step, or that it did not after all.

    What snapped is there already.
    """
    snapped = Counter(job.row.snapped_bolts.filter(step=step.key).values_list("size", flat=True))
    for fastener in step.undoes:
        of_these = min(fastener.count, snapped[fastener.size])
        snapped[fastener.size] -= of_these
        add_bolts(job.row.shop, fastener, came_off=sign * (fastener.count - of_these))
