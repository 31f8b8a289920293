"""Doing the work: an answer to a step, a row of the torque log, a bolt that snapped."""

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from django.utils import timezone

from axlecore.bay.clearance import NearObstacle, gap_says, obstacles_of
from axlecore.bay.progress import Progress, StepStands, check_record, progress_of, step_of
from axlecore.bay.torque_log import (
    HowTight,
    JointTarget,
    Judged,
    Reading,
    Wrench,
    check_supersedes,
    check_wrench,
    clamped_n_m,
    joint_target,
    judged,
    left_of,
    unnamed_target,
)
from axlecore.build.closing import CLEAR
from axlecore.build.job import SnappedBolt
from axlecore.build.snapped import next_rung
from axlecore.build.steps import Records, Step
from axlecore.errors import InputError
from axlecore.formats import to_plain
from axlecore.quantities.units import Dimension, read_quantity, with_unit
from bay.models import GapReading, TorqueRow, TorqueWrench
from devices.readings import WrenchReadOut, wrench_read
from devices.simulated import SimulatedWrench, WrenchFault
from jobs.bolts import add_bolts, snapped_of
from jobs.gates import moved, worked
from jobs.opened import OpenJob
from jobs.work import Work
from photos.models import Photo
from photos.services import STEP
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead


@dataclass(frozen=True)
class Joint:
    """A joint of the plan: its step, its target, and its rows, oldest first."""

    step: Step
    target: JointTarget
    rows: Sequence[TorqueRow]

    @property
    def readings(self) -> list[Reading]:
        """Its rows as core reads them."""
        return [
            Reading(row.pk, row.bolt, Judged(row.judged), row.supersedes_id, row.override)
            for row in self.rows
        ]

    @property
    def left(self) -> list[int]:
        """Bolts that no row has passed yet."""
        return left_of(self.target, self.readings)


class BayWork:
    """A job's plan with what was done of it."""

    def __init__(self, job: OpenJob) -> None:
        self.job = job
        self.work = Work(job)
        stands = job.row.step_answers.filter(taken_back_at=None)
        self.answers = list(stands.select_related("person").order_by("pk"))

    @cached_property
    def steps(self) -> list[Step]:
        """In working order."""
        return self.work.plan.steps

    @cached_property
    def joints(self) -> dict[str, Joint]:
        """Joints of the plan by their key, else by their step's where it has none."""
        rows: dict[str, list[TorqueRow]] = {}
        for row in self.job.row.torque_rows.select_related("person", "wrench").order_by("pk"):
            rows.setdefault(row.joint, []).append(row)
        bolts = {bolt.key: bolt for _, station in self.job.fit.stations() for bolt in station.bolts}
        return {
            key: Joint(
                step,
                joint_target(bolts[key])
                if key in bolts
                else unnamed_target(key, step.what.rstrip(".")),
                rows.get(key, []),
            )
            for step in self.steps
            if Records.TORQUE in step.records
            for key in (step.torque or step.key,)
        }

    def step(self, key: str) -> Step:
        """Return a step of the plan; InputError where it has none such."""
        return step_of(self.steps, key)

    def joint(self, key: str) -> Joint:
        """Return a joint of the plan; InputError where it has none such."""
        if key not in self.joints:
            raise InputError("joint", f"There is no joint “{key[:40]}” in this plan.")
        return self.joints[key]

    @cached_property
    def photographed(self) -> set[str]:
        """Keys of steps that have a photo."""
        places = Photo.objects.filter(
            job=self.job.row, removed_at=None, place__startswith=f"{STEP}."
        ).values_list("place", flat=True)
        return {place.partition(".")[2] for place in places}

    @cached_property
    def obstacles(self) -> list[NearObstacle]:
        """What is near by the fit-up, to be gone round before the road."""
        return obstacles_of(self.job.fit)

    @cached_property
    def gaps(self) -> dict[str, GapReading]:
        """The last reading of each obstacle."""
        readings = self.job.row.gap_readings.select_related("person").order_by("pk")
        return {reading.obstacle: reading for reading in readings}

    @cached_property
    def recorded(self) -> Mapping[str, set[Records]]:
        """What was recorded of each step: answers, photos, and joints that are all passed."""
        found: dict[str, set[Records]] = {}
        for answer in self.answers:
            found.setdefault(answer.step, set()).add(Records(answer.kind))
        for key in self.photographed:
            found.setdefault(key, set()).add(Records.PHOTO)
        for joint in self.joints.values():
            if not joint.left:
                found.setdefault(joint.step.key, set()).add(Records.TORQUE)
        if self.obstacles and all(one.key in self.gaps for one in self.obstacles):
            found.setdefault(CLEAR, set()).add(Records.NUMBER)
        return found

    @cached_property
    def progress(self) -> Progress:
        """How far it is."""
        return progress_of(self.steps, self.recorded)


def answer_step(job: OpenJob, person: Person, key: str, kind: Records, said: str) -> None:
    """Keep what was recorded of a step; refused while it rests on others, or somebody was first."""
    if kind in (Records.PHOTO, Records.TORQUE):
        raise InputError("kind", f"A {kind} is kept with the photos and the torque log.")
    bay = BayWork(job)
    if key == CLEAR and kind is Records.NUMBER and bay.obstacles:
        raise InputError("kind", "Each obstacle's gap is measured by itself, one after the other.")
    first = next((one for one in bay.answers if (one.step, one.kind) == (key, kind)), None)
    if first is not None:
        when = timezone.localtime(first.made_at)
        was = f": “{first.said}”" if first.said else ""
        raise Refused("step", f"{first.person.shown_name} did this at {when:%H:%M}{was}.", 409)
    check_record(bay.steps, bay.recorded, key, kind)
    said = said.strip()
    if kind in (Records.NUMBER, Records.HANDED_ON) and not said:
        raise InputError(
            "said", "Enter what was measured." if kind is Records.NUMBER else "Say to whom."
        )
    job.row.step_answers.create(step=key, kind=kind, said=said, person=person)
    [stood] = [one for one in bay.progress.steps if one.key == key]
    if stood.missing == [kind]:
        _count_old_bolts(job, bay.step(key))
    worked(job.row)


def measure_gap(job: OpenJob, person: Person, key: str, typed: str) -> None:
    """Keep a measured gap of the round; the one before stays on the record."""
    bay = BayWork(job)
    obstacle = next((one for one in bay.obstacles if one.key == key), None)
    if obstacle is None:
        raise InputError("obstacle", f"There is no obstacle “{key[:40]}” in this fit-up.")
    if Records.NUMBER not in bay.recorded.get(CLEAR, ()):
        check_record(bay.steps, bay.recorded, CLEAR, Records.NUMBER)
    gap_m = _metres(person, typed, "typed")
    # What cannot be is refused; what it comes to is said whenever it is read.
    gap_says(obstacle, gap_m)
    job.row.gap_readings.create(
        obstacle=key, on_paper=to_plain(obstacle), typed=typed.strip(), gap_m=gap_m, person=person
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


@dataclass(frozen=True)
class TypedReading:
    """A row of the torque log as it was typed."""

    joint: str
    bolt: int
    how: HowTight
    typed: str = ""
    wrench_id: int | None = None
    extension: str = ""
    supersedes: int | None = None
    override: str = ""
    simulated: bool = False


def read_torque(job: OpenJob, person: Person, typed: TypedReading) -> None:
    """Add a row to the torque log; nothing in it is ever written over."""
    bay = BayWork(job)
    joint = bay.joint(typed.joint)
    check_record(bay.steps, bay.recorded, joint.step.key, Records.TORQUE)
    if not 1 <= typed.bolt <= joint.target.count:
        raise InputError(
            "bolt", f"Read bolt {typed.bolt}; this joint has 1 to {joint.target.count}."
        )
    check_supersedes(joint.readings, typed.bolt, typed.supersedes)
    if typed.override.strip():
        only_a_lead(person, "Only a lead lets a joint pass that is out of its range; ask one.")
    wrench = _wrench(person, typed, joint.target)
    extension_m = 0.0
    if typed.extension.strip():
        extension_m = _metres(person, typed.extension, "extension")
    got = None
    if typed.how is HowTight.READ:
        text = with_unit(typed.typed, Dimension.TORQUE, person.shown_units)
        read = read_quantity(text, Dimension.TORQUE, "typed")
        got = read if wrench is None else clamped_n_m(read, _core(wrench), extension_m)
    job.row.torque_rows.create(
        joint=typed.joint,
        bolt=typed.bolt,
        how=typed.how,
        typed=typed.typed.strip(),
        got_n_m=got,
        extension_m=extension_m,
        wrench=wrench,
        judged=judged(joint.target, got, typed.how),
        target=to_plain(joint.target),
        simulated=typed.simulated,
        supersedes_id=typed.supersedes,
        override=typed.override.strip(),
        person=person,
    )
    worked(job.row)


#: What a stand-in pulls a joint to where no sheet gives a figure [N·m].
_NO_FIGURE = 100.0


def read_radio_wrench(job: OpenJob, joint_key: str, fault: WrenchFault) -> WrenchReadOut:
    """Return what a wrench sends of a joint; nothing is kept until somebody takes it over."""
    bay = BayWork(job)
    joint = bay.joint(joint_key)
    passes = joint.target.passes_n_m
    other = next((key for key in bay.joints if key != joint_key), "")
    generator = np.random.default_rng([job.row.pk, len(joint.rows), len(joint_key)])
    truth = passes[-1] if passes else _NO_FIGURE
    return wrench_read(SimulatedWrench(truth, joint_key, other, fault, generator), joint_key)


def _wrench(person: Person, typed: TypedReading, target: JointTarget) -> TorqueWrench | None:
    if typed.how is not HowTight.READ:
        return None
    if typed.wrench_id is None:
        raise InputError("wrench", "Say which wrench read it: an impact tool is no reading.")
    wrench = TorqueWrench.objects.get(pk=typed.wrench_id, shop=person.shop_id)
    check_wrench(_core(wrench), timezone.localdate(), target)
    return wrench


def _metres(person: Person, typed: str, field: str) -> float:
    text = with_unit(typed, Dimension.SMALL_LENGTH, person.shown_units)
    return read_quantity(text, Dimension.SMALL_LENGTH, field)


def _core(wrench: TorqueWrench) -> Wrench:
    return Wrench(
        wrench.name,
        wrench.calibrated_on,
        wrench.due_on,
        wrench.from_n_m,
        wrench.to_n_m,
        wrench.length_m,
    )


def snap(
    job: OpenJob, person: Person, key: str, size: str, wall: str, edge: str, reachable: bool
) -> None:
    """Write down that a bolt snapped: its repair is a step of the plan from then on."""
    step = BayWork(job).step(key)
    if not step.undoes:
        raise InputError("step", "No old bolt is undone at this step.")
    # The ladder says what is wrong with the numbers before any of it is kept.
    bolt = SnappedBolt(
        key,
        size,
        _metres(person, wall, "wall"),
        _metres(person, edge, "edge"),
        reachable,
    )
    job.row.snapped_bolts.create(
        step=key,
        size=bolt.size,
        wall_m=bolt.wall_m,
        edge_m=bolt.edge_m,
        reachable=reachable,
        person=person,
    )
    alike = [one for one in step.undoes if one.size == size] or list(step.undoes)
    add_bolts(job.row.shop, alike[0], snapped=1)
    moved(job)


def did_not_hold(job: OpenJob, person: Person, bolt_id: int) -> None:
    """Go one rung further with a snapped bolt: the last one tried did not hold."""
    row = job.row.snapped_bolts.get(pk=bolt_id)
    bolt = snapped_of(row)
    rung = next_rung(bolt.ladder, bolt.tried)
    if rung.rung in row.tried:
        raise Refused("bolt_id", "That was the last rung: the welder decides from here.", 422)
    row.tried = [*row.tried, rung.rung]
    row.save(update_fields=["tried"])
    moved(job)


def keep_wrench(person: Person, wrench: Wrench) -> None:
    """Keep a wrench of the shop, or its new calibration."""
    only_a_lead(person, "Only a lead keeps the shop's wrenches; ask one.")
    TorqueWrench.objects.update_or_create(
        shop=person.shop,
        name=wrench.name.strip(),
        defaults={**to_plain(wrench), "name": wrench.name.strip()},
    )
