"""Keeping runs: as a logger sends them, as the stand-in drives them, and what was felt."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any
from uuid import UUID

import numpy as np
from django.utils import timezone

from axlecore.errors import InputError
from axlecore.formats import to_plain
from axlecore.motion.manoeuvres import Course
from axlecore.quantities.sentences import km_per_h
from axlecore.quantities.units import Dimension, read_with_its_unit
from axlecore.road.driving import Manoeuvre
from axlecore.road.impressions import QUESTIONS, SCALE, Felt, Rider
from axlecore.road.parts_apart import YardLean
from axlecore.road.reading import written
from axlecore.road.stand_in import CHANNELS_BY_WAY, Hidden, Logger, run_of
from axlecore.road.standing_runs import standing_run
from axlecore.road.ways import RollWay
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from drive.logs import kept_text, packed, text_of, worked
from drive.models import Impression, Run, RunWhen, Surface
from drive.verdict import conditions_of
from history.versions import check_version
from jobs.opened import OpenJob
from jobs.writes import in_turn, write
from photos.models import save_with_file
from shops.errors import Refused
from shops.models import Person

_MOST_RUNS = 60


@dataclass(frozen=True, kw_only=True)
class SaidRun:
    """How a run was driven, as it was typed."""

    when: RunWhen
    manoeuvre: Manoeuvre
    state: LoadKey
    surface: Surface
    place: str = ""
    wind: str = ""
    traffic: str = ""
    driver: str = ""
    passenger: str = ""
    closed_ground: bool = False
    speed: str = ""
    limit: str = ""
    front_pressure: str = ""
    rear_pressure: str = ""
    sensor_height: str = ""


@dataclass(frozen=True, kw_only=True)
class TypedRun(SaidRun):
    """A new run as it was typed, with what its device says of it."""

    key: UUID
    simulated: bool = False
    driven_at: datetime | None = None
    columns: Mapping[str, str] = field(default_factory=dict)


def keep_run(
    job: OpenJob, person: Person, typed: TypedRun, name: str = "", content: bytes | None = None
) -> Run:
    """Keep a run with its log, if it has one; the same key again is the same run.

    Called without a lock: a log takes half a second to be worked through.
    """
    run = _read(job, person, typed)
    if content is None:
        return _kept(job, run, b"")
    run.columns = dict(typed.columns)
    return _kept_with_log(job, run, name, text_of(content))


def _read(job: OpenJob, person: Person, typed: TypedRun) -> Run:
    """A run with its numbers read; InputError where one is none."""
    run = Run(
        job=job.row,
        key=typed.key,
        simulated=typed.simulated,
        person=person,
        driven_at=_driven_at(typed.driven_at),
    )
    _say(run, _said(job, typed))
    run.set_up = to_plain(_fitted_when(job, typed.when))
    return run


def _fitted_when(job: OpenJob, when: str) -> SetUp:
    return SetUp() if when == RunWhen.BEFORE else job.fitted_rig[1]


def _say(run: Run, said: Mapping[str, Any]) -> None:
    for name, value in said.items():
        setattr(run, name, value)


def _said(job: OpenJob, typed: SaidRun) -> dict[str, Any]:
    """How a run was driven, by the columns it is kept in; InputError where a number is none."""

    def number(what: str, dimension: Dimension) -> float | None:
        said = getattr(typed, what).strip()
        return read_with_its_unit(said, dimension, what) if said else None

    if job.rig.state(typed.state) is None:
        there = ", ".join(one.key.label for one in job.rig.load_states)
        raise InputError("state", f"This load was not weighed; weighed: {there}.")
    said = {
        "when": typed.when,
        "manoeuvre": typed.manoeuvre,
        "state": typed.state,
        "surface": typed.surface,
        "closed_ground": typed.closed_ground,
        "sensor_height_m": number("sensor_height", Dimension.SHIFT),
        "speed_m_s": number("speed", Dimension.SPEED),
        "limit_m_s": number("limit", Dimension.SPEED),
        "front_pressure_pa": number("front_pressure", Dimension.PRESSURE),
        "rear_pressure_pa": number("rear_pressure", Dimension.PRESSURE),
        **{
            name: getattr(typed, name).strip()
            for name in ("place", "wind", "traffic", "driver", "passenger")
        },
    }
    for name in ("speed", "limit"):
        value = said[f"{name}_m_s"]
        if value is not None and not 0 < value < 45:
            raise InputError(
                name, f"Read {km_per_h(value):.0f}; enter {km_per_h(1 / 3.6, 160 / 3.6):.0f}."
            )
    return said


def _driven_at(told: datetime | None) -> datetime:
    now = timezone.now()
    return told if told is not None and told <= now else now


def _kept_with_log(job: OpenJob, run: Run, name: str, text: str) -> Run:
    found = worked(text, run.columns, run.sensor_height_m)
    run.log_name = name[:120]
    run.answer, run.told = to_plain(found.answer), to_plain(found.told)
    return _kept(job, run, packed(text))


def _kept(job: OpenJob, run: Run, content: bytes) -> Run:
    def keep() -> Run:
        there = job.row.runs.filter(key=run.key).first()
        if there is not None:
            return there
        if job.row.runs.filter(removed_at=None).count() >= _MOST_RUNS:
            raise Refused("file", f"A job keeps {_MOST_RUNS} runs; take some away first.", 422)
        if content:
            save_with_file(run.log, content)
        else:
            run.save()
        return run

    # One key is one run, and the count is true.
    return in_turn(job.row.pk, job.row.shop_id, keep)


def put_right(
    job: OpenJob, person: Person, run_id: int, base_version: int, typed: SaidRun
) -> OpenJob:
    """Say anew how a run was driven; StaleError where somebody else did. How it was said is kept.

    Called without a lock: where the logger lay elsewhere, its log is worked through again.
    """
    said = _said(job, typed)
    run = job.row.runs.get(pk=run_id, removed_at=None)
    height = said["sensor_height_m"]
    answers = {}
    if run.log and height != run.sensor_height_m:
        found = worked(kept_text(run), run.columns, height)
        answers = {"answer": to_plain(found.answer), "told": to_plain(found.told)}

    def act(now: OpenJob) -> None:
        row = now.row.runs.get(pk=run_id, removed_at=None)
        check_version(row.version, base_version, "run")
        before = {name: getattr(row, name) for name in said}
        row.revisions.create(
            version=row.version, document=before, place="run", typed=typed.manoeuvre, person=person
        )
        if said["when"] != row.when:
            row.set_up = to_plain(_fitted_when(now, said["when"]))
        _say(row, said | answers)
        row.version += 1
        row.save()

    return write(job.row.pk, job.row.shop_id, act)


def hidden_of(job: OpenJob) -> Hidden:
    """How this made vehicle differs from its sheet: what a stand-in knows and nobody else."""
    chance = np.random.default_rng([job.row.vehicle_id, 7])
    return Hidden(
        springs=float(chance.uniform(0.94, 1.06)),
        damping=float(chance.uniform(0.8, 1.1)),
        inertia=float(chance.uniform(0.9, 1.1)),
    )


def stand_in(job: OpenJob, person: Person, typed: TypedRun, way: RollWay, hidden: Hidden) -> Run:
    """Let the stand-in logger drive a run, and keep what it logged, marked as simulated."""
    run = _read(job, person, typed)
    if conditions_of(run, None).over_limit:
        raise InputError("speed", "That is over the limit posted there: plan it slower.")
    what = standing_run(typed.manoeuvre)
    speed = run.speed_m_s or what.speed_m_s
    course = Course(
        road_speed_m_s=speed,
        lateral_m_s2=max(what.lateral_m_s2, 0.2),
        slalom_spacing_m=2.3 * speed,
    )
    fitted = job.fitted_rig
    set_up = SetUp() if typed.when is RunWhen.BEFORE else fitted[1]
    seed = int(typed.key.int % 2**31)
    logger = Logger()
    log = run_of(fitted[0], set_up, typed.state, typed.manoeuvre, course, hidden, logger, seed)
    kept = {*CHANNELS_BY_WAY[way], "speed_m_s"}
    run.simulated, run.sensor_height_m = True, logger.height_m
    return _kept_with_log(job, run, f"stand-in, {typed.manoeuvre}.csv", written(log.only(kept)))


def set_run_removed(job: OpenJob, run_id: int, removed: bool) -> None:
    """Take a run away, or put it back. Call with the job locked."""
    run = job.row.runs.get(pk=run_id)
    run.removed_at = timezone.now() if removed else None
    run.save(update_fields=["removed_at"])


def felt(
    job: OpenJob,
    person: Person,
    run_id: int,
    seat: Rider,
    name: str,
    ratings: Mapping[Felt, int],
    said: str,
) -> None:
    """Keep what somebody felt in a run; said again, the newer counts. Call with the job locked."""
    run = job.row.runs.get(pk=run_id, removed_at=None)
    for one, rating in ratings.items():
        if not 0 <= rating < len(SCALE):
            raise InputError(
                f"felt.{one}", f"Read {rating}; the scale goes from 0 to {len(SCALE) - 1}."
            )
    asked = [one.felt for one in QUESTIONS]
    kept = {one.value: ratings[one] for one in asked if one in ratings}
    Impression.objects.update_or_create(
        run=run,
        seat=seat,
        defaults={"name": name.strip(), "felt": kept, "said": said.strip(), "person": person},
    )


#: What is typed of a yard roll test, and in what.
YARD_FIELDS = {
    "mass_kg": Dimension.MASS,
    "moved_m": Dimension.LENGTH,
    "lean_right_rad": Dimension.ANGLE,
    "lean_left_rad": Dimension.ANGLE,
}


def keep_yard_test(job: OpenJob, person: Person, fitted: str, typed: Mapping[str, str]) -> None:
    """Keep a yard roll test after something was fitted. Call with the job locked."""
    if not fitted.strip():
        raise InputError("fitted", "Say what was fitted since the last test.")
    if job.row.yard_tests.filter(removed_at=None).count() >= _MOST_RUNS:
        raise Refused("fitted", f"A job keeps {_MOST_RUNS} yard tests.", 422)
    read = {
        name: read_with_its_unit(typed[name], dimension, name)
        for name, dimension in YARD_FIELDS.items()
    }
    lean = YardLean(fitted.strip(), **read)
    job.row.yard_tests.create(
        fitted=lean.fitted, typed=dict(typed), measured=to_plain(lean), person=person
    )


def take_yard_test_away(job: OpenJob, test_id: int) -> None:
    """Take a yard test away; it stays on the record. Call with the job locked."""
    test = job.row.yard_tests.get(pk=test_id, removed_at=None)
    test.removed_at = timezone.now()
    test.save(update_fields=["removed_at"])
