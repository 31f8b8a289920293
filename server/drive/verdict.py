"""What the runs of a job come to: compared, held against the sheet, and what next."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from axlecore.fitup.other_links import OtherLink, other_links
from axlecore.fitup.sheet import Fitting
from axlecore.formats import from_plain, to_plain
from axlecore.lean.evaluate import REFERENCE_BEND_M_S2
from axlecore.practice.target import Target
from axlecore.quantities.measure import Evidence, Measured, Record
from axlecore.road.answer import Answered, RunAnswer, Told
from axlecore.road.comparing import Comparison, Conditions, compare, driven_alike
from axlecore.road.judging import AgainstSheet, judged, of_this_vehicle
from axlecore.road.otherwise import with_factor
from axlecore.road.run import degrees_per_g
from axlecore.road.to_rest import ToRest, to_rest
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from axlecore.vehicle.rig import Vehicle as Sheet
from drive.logs import together_of
from drive.models import Run, RunWhen
from jobs.kept import Kept
from jobs.opened import OpenJob
from jobs.services import edit_sheet
from shops.errors import Refused
from shops.models import Person

_judged: Kept[AgainstSheet] = Kept(64)
#: More runs than this tell hardly more.
_MOST_TOGETHER = 4


@dataclass(frozen=True)
class Compared(Record):
    """Runs before beside runs after; those driven alike are fitted together.

    Attributes
    ----------
    before_id, after_id : int
        The newest of each.
    before_ids, after_ids : list of int
        All that were fitted together, oldest first.
    comparison : Comparison
        What core says of them.
    to_rest : ToRest or None
        How the body comes to rest by itself in both; None where either does not tell it, or the
        two may not be compared.
    """

    before_id: int
    after_id: int
    before_ids: list[int]
    after_ids: list[int]
    comparison: Comparison
    to_rest: ToRest | None


@dataclass(frozen=True)
class Verdicts(Record):
    """What the runs of a job come to.

    Attributes
    ----------
    compared : list of Compared
        Each manoeuvre's newest run before beside its newest after.
    judged_run_id : int or None
        The run after that is held against the sheet: the newest that tells a gradient.
    measured : RunAnswer or None
        What that run says, with those driven alike.
    judged : AgainstSheet or None
        What that comes to.
    """

    compared: list[Compared]
    judged_run_id: int | None
    measured: RunAnswer | None
    judged: AgainstSheet | None

    @property
    def judged_pair(self) -> Compared | None:
        """The judged run beside those before the work; None where none may be held beside it."""
        return _with_ratio(self.compared, self.judged_run_id)


def _with_ratio(compared: Sequence[Compared], after_id: int | None) -> Compared | None:
    beside = (one for one in compared if one.after_id == after_id and one.comparison.ratio)
    return next(beside, None)


@dataclass(frozen=True)
class _Group:
    """A run with those before it that were driven alike, oldest first, and what they say as one."""

    runs: list[Run]
    found: Answered

    @property
    def newest(self) -> Run:
        return self.runs[-1]

    @property
    def conditions(self) -> Conditions:
        return conditions_of(self.newest, self.found.told)


def answer_of(run: Run, job: OpenJob) -> Answered:
    """What a run says, refused where it rocks like another vehicle."""
    if run.answer is None:
        nothing = RunAnswer("", None, None, None, None, [], ["This run has no log."])
        return Answered(nothing, None)
    told = None if run.told is None else from_plain(run.told, Told)
    found = Answered(from_plain(run.answer, RunAnswer), told)
    set_up = from_plain(run.set_up, SetUp)
    return of_this_vehicle(found, job.rig, set_up, LoadKey(run.state))


def conditions_of(run: Run, told: Told | None) -> Conditions:
    """How a run was driven."""
    return Conditions(
        run.manoeuvre,
        run.surface,
        LoadKey(run.state),
        (told and told.speed_m_s) or run.speed_m_s,
        None if run.closed_ground else run.limit_m_s,
        run.front_pressure_pa,
        run.rear_pressure_pa,
    )


def verdicts(job: OpenJob, runs: Sequence[Run], answers: dict[int, Answered]) -> Verdicts:
    """What a job's runs come to; oldest first."""
    logged = [run for run in runs if run.log]
    compared = []
    for manoeuvre in dict.fromkeys(run.manoeuvre for run in logged):
        pair = [_newest(logged, manoeuvre, when) for when in (RunWhen.BEFORE, RunWhen.AFTER)]
        groups = [_group(run, logged, answers) for run in pair if run is not None]
        if len(groups) == len(pair):
            compared.append(_compared(*groups))
    telling = [
        run
        for run in logged
        if run.when == RunWhen.AFTER
        and answers[run.pk].told
        and not conditions_of(run, answers[run.pk].told).over_limit
    ]
    if not telling:
        return Verdicts(compared, None, None, None)
    group = _group(telling[-1], logged, answers)
    beside = _with_ratio(compared, group.newest.pk)
    earlier = None
    if beside is not None:
        by_id = {run.pk: run for run in logged}
        earlier = _group(by_id[beside.before_id], logged, answers).found.told
    judged = _judge(job, group.newest, group.found, earlier)
    return Verdicts(compared, group.newest.pk, group.found.answer, judged)


def _compared(before: _Group, after: _Group) -> Compared:
    found = compare(before.found, after.found, (before.conditions, after.conditions))
    before_ids, after_ids = ([run.pk for run in one.runs] for one in (before, after))
    rests = found.before.after_events, found.after.after_events
    drawn = None
    if not found.comparable and rests[0] is not None and rests[1] is not None:
        drawn = to_rest(rests[0], rests[1])
    return Compared(before_ids[-1], after_ids[-1], before_ids, after_ids, found, drawn)


def _group(newest: Run, logged: Sequence[Run], answers: dict[int, Answered]) -> _Group:
    """A run with those driven before it of which nothing but the time is other."""

    def conditions(run: Run) -> Conditions:
        return conditions_of(run, answers[run.pk].told)

    alike = [
        run
        for run in logged
        if (run.when, run.set_up) == (newest.when, newest.set_up)
        and run.pk < newest.pk
        and answers[run.pk].told
        and driven_alike(conditions(run), conditions(newest))
    ]
    if not alike or not answers[newest.pk].told:
        return _Group([newest], answers[newest.pk])
    runs = [*alike, newest][-_MOST_TOGETHER:]
    return _Group(runs, together_of(runs))


def verdicts_of(job: OpenJob) -> Verdicts:
    """What a job's runs come to, read anew."""
    runs = list(job.row.runs.filter(removed_at=None).order_by("driven_at", "pk"))
    return verdicts(job, runs, {run.pk: answer_of(run, job) for run in runs})


def _newest(runs: Sequence[Run], manoeuvre: str, when: RunWhen) -> Run | None:
    return next(
        (run for run in reversed(runs) if run.manoeuvre == manoeuvre and run.when == when), None
    )


def _judge(job: OpenJob, run: Run, found: Answered, before: Told | None) -> AgainstSheet:
    told = found.told
    assert told is not None
    # As it was before the road corrected it: a prediction is not held against itself.
    sheet = replace(job.fitted_rig[0], spring_correction=_before_the_road(job))
    set_up, key = from_plain(run.set_up, SetUp), LoadKey(run.state)
    wanted = _wanted(job, key)
    links = _links(job)

    def work() -> AgainstSheet:
        return judged(told, sheet, set_up, key, before, wanted, links)

    question = [
        *map(to_plain, (sheet, told, before, list(links.values()))),
        run.set_up,
        run.state,
        wanted,
    ]
    return _judged.answer(question, work)


def _links(job: OpenJob) -> dict[End, list[OtherLink]]:
    """Other links that fit at each axle with a fit-up."""
    fitting = job.read(Fitting)
    return {
        end: other_links(fit, station.report.matrix)
        for end, station in job.fit.stations()
        for fit in [fitting.of_end(end)]
        if fit is not None
    }


def _wanted(job: OpenJob, key: LoadKey) -> float | None:
    """The roll gradient aimed at [°/g]; None where nobody set a target."""
    lean = job.read(Target).of(key).lean_rad
    if lean is None:
        return None
    return degrees_per_g(lean.value / REFERENCE_BEND_M_S2)


def _before_the_road(job: OpenJob) -> Measured | None:
    """The correction of the sheet's springs, were it not for the road's."""
    now = job.sheet.spring_correction
    if now is None or now.evidence is not Evidence.ROAD_RUNS:
        return now
    for revision in job.row.vehicle.revisions.order_by("-version").iterator():
        found = from_plain(revision.document, Sheet).spring_correction
        if found is None or found.evidence is not Evidence.ROAD_RUNS:
            return found
    return None


def take_correction(job: OpenJob, person: Person, base_version: int, found: Verdicts) -> None:
    """Correct the sheet's springs by the road; Refused where nothing is offered."""
    offered = found.judged and found.judged.correction
    if not offered:
        raise Refused("correction", "No run offers a correction of the springs yet.", 422)
    factor = offered.factor
    half = (factor.high - factor.low) / 2

    def change(sheet: Sheet) -> Sheet:
        return with_factor(sheet, round(factor.value, 4), round(half, 4))

    said = f"{factor.value:.2f} ± {half:.2f}, from road runs"
    edit_sheet(job, person, base_version, "spring_correction", said, change)
