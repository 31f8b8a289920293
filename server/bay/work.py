"""A job's plan with all that was done of it under the vehicle."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property

from django.db.models import Q

from axlecore.aftercare.then_and_now import ThenAndNow, beside
from axlecore.bay.clearance import NearObstacle, obstacles_of
from axlecore.bay.hours import Mark, real_hours
from axlecore.bay.progress import Progress, check_record, progress_of, step_of
from axlecore.bay.settling import AxleSet, Settled, SettlingTape, settled, settling_tape
from axlecore.bay.torque_log import (
    JointTarget,
    Judged,
    Reading,
    joint_target,
    left_of,
    unnamed_target,
)
from axlecore.bay.trouble import stops_of
from axlecore.build.bar_steps import settle_key
from axlecore.build.closing import CLEAR
from axlecore.build.steps import Records, Step
from axlecore.errors import InputError
from axlecore.fitup.sheet import Fitting
from axlecore.formats import from_plain
from axlecore.papers import PaperName
from axlecore.vehicle.ends import End
from bay.models import AxleSetting, GapReading, TorqueRow
from jobs.kept import Kept
from jobs.opened import OpenJob
from photos.models import Photo
from photos.services import STEP

_TAPES: Kept[SettlingTape] = Kept(64)
_SETTLED: Kept[Settled] = Kept(64)


@dataclass(frozen=True)
class Joint:
    """A joint of the plan: its step, its target, and its rows, oldest first."""

    step: Step
    target: JointTarget
    rows: Sequence[TorqueRow]
    #: What each bolt was brought to the last time, on the job a re-check reads again [N·m].
    then: Mapping[int, float] = field(default_factory=dict)

    def found(self, bolt: int) -> float | None:
        """What a bolt was read at before anything was turned [N·m]; None where it was not read."""
        return next(
            (row.got_n_m for row in self.rows if row.bolt == bolt and row.supersedes_id is None),
            None,
        )

    @property
    def again(self) -> list[ThenAndNow]:
        """In a re-check, each bolt beside what it was last brought to."""
        bolts = range(1, self.target.count + 1) if self.then else ()
        what = self.target.what
        return [
            beside(self.target.key, what, bolt, self.then.get(bolt), self.found(bolt))
            for bolt in bolts
        ]

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
        self.work = job.work
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
                else unnamed_target(key, step.what.rstrip("."), step.bolts),
                rows.get(key, []),
                self._then.get(key, {}),
            )
            for step in self.steps
            if Records.TORQUE in step.records
            for key in (step.torque or step.key,)
        }

    @cached_property
    def _then(self) -> dict[str, dict[int, float]]:
        """Joints of the job that is read again, with what each bolt was last brought to."""
        first = self.job.row.again_of_id
        if first is None:
            return {}
        earlier = Q(job=first) | Q(job__again_of=first, job__lt=self.job.row.pk)
        rows = TorqueRow.objects.filter(earlier, superseded=None)
        found: dict[str, dict[int, float]] = {}
        for joint, bolt, got in rows.order_by("pk").values_list("joint", "bolt", "got_n_m"):
            if got is not None:
                found.setdefault(joint, {})[bolt] = got
        return found

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
        for end, setting in self.settings.items():
            stands = self.settled(end)
            if setting.override or (stands is not None and stands.holds):
                found.setdefault(settle_key(end), set()).add(Records.NUMBER)
        return found

    @cached_property
    def settling(self) -> list[End]:
        """Ends that are set by hole and link length: those with a fit-up that can be worked out."""
        keys = {step.key for step in self.steps}
        return [end for end, _ in self.job.fit.stations() if settle_key(end) in keys]

    @cached_property
    def settings(self) -> dict[End, AxleSetting]:
        """How each end was set last."""
        rows = self.job.row.axle_settings.select_related("person").order_by("pk")
        return {End(row.axle): row for row in rows if row.axle in self.settling}

    def settled(self, end: End) -> Settled | None:
        """What an end as it was set last comes to; None where the bar is another by now."""
        measured = from_plain(self.settings[end].measured, AxleSet)
        rig, fitting = self.job.rig, self.job.read(Fitting)
        try:
            return _SETTLED.answer(
                [*self._fit_up(), end, self.settings[end].measured],
                lambda: settled(rig, self.job.set_up, fitting, end, measured),
            )
        except InputError:
            return None

    def tape(self, end: End) -> SettlingTape:
        """What each hole and link length of an end gives."""
        return _TAPES.answer(
            [*self._fit_up(), end],
            lambda: settling_tape(self.job.rig, self.job.set_up, self.job.read(Fitting), end),
        )

    def _fit_up(self) -> list[object]:
        papers = (
            self.job.paper(name).document for name in (PaperName.FITTING, PaperName.LOOK_OVER)
        )
        return [self.job.row.vehicle.sheet, self.job.row.set_up, *papers]

    @cached_property
    def stops(self) -> list[str]:
        """What keeps the vehicle from the road."""
        return stops_of(self.job.practice.look, self.job.fit)

    def check(self, key: str, kind: Records) -> None:
        """InputError where something cannot be recorded of a step now."""
        check_record(self.steps, self.recorded, key, kind, self.stops)

    @cached_property
    def real_hours(self) -> dict[str, float]:
        """What steps took by when they were answered [h], by key."""
        return real_hours(self._marks())

    def _marks(self) -> Iterator[Mark]:
        by_joint = {key: joint.step.key for key, joint in self.joints.items()}
        for answer in self.answers:
            yield Mark(answer.step, str(answer.person_id), answer.done_at)
        for key, joint in self.joints.items():
            for row in joint.rows:
                yield Mark(by_joint[key], str(row.person_id), row.done_at)
        for setting in self.settings.values():
            key = settle_key(End(setting.axle))
            yield Mark(key, str(setting.person_id), setting.done_at)

    @cached_property
    def progress(self) -> Progress:
        """How far it is."""
        return progress_of(self.steps, self.recorded, self.stops)
