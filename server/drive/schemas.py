"""What Drive shows, as it is sent."""

from datetime import datetime

from ninja import Schema

from axlecore.formats import from_plain
from axlecore.quantities.measure import Evidence
from axlecore.road.answer import RunAnswer, Told
from axlecore.road.driving import Manoeuvre
from axlecore.road.impressions import QUESTIONS, SCALE, Felt, Question, Rider
from axlecore.road.parts_apart import PartGain, YardLean, gains
from axlecore.road.standing_runs import STANDING_RUNS, StandingRun
from axlecore.vehicle.loads import LoadKey
from drive.models import Impression, Run, RunWhen, Surface, YardTest
from drive.verdict import Verdicts, answer_of, conditions_of, verdicts
from jobs.opened import OpenJob


class ImpressionOut(Schema):
    seat: Rider
    name: str
    felt: dict[Felt, int]
    said: str


class RunOut(Schema):
    id: int
    #: Of how it was said to be driven.
    version: int
    when: RunWhen
    manoeuvre: Manoeuvre
    state: LoadKey
    surface: Surface
    place: str
    wind: str
    traffic: str
    driver: str
    passenger: str
    closed_ground: bool
    speed_m_s: float | None
    limit_m_s: float | None
    front_pressure_pa: float | None
    rear_pressure_pa: float | None
    sensor_height_m: float | None
    log_name: str
    has_log: bool
    simulated: bool
    answer: RunAnswer
    #: Whether another vehicle's frequency, or anything else, keeps it from being compared.
    tells: bool
    #: Driven over the posted limit: never compared.
    over_limit: bool
    impressions: list[ImpressionOut]
    person: str
    driven_at: datetime


class YardTestOut(Schema):
    id: int
    fitted: str
    typed: dict[str, str]
    person: str
    made_at: datetime


class DriveOut(Schema):
    job_id: int
    standing: list[StandingRun]
    questions: list[Question]
    scale: list[str]
    #: Load states that were weighed, in which a run can be held against the sheet.
    states: list[LoadKey]
    runs: list[RunOut]
    verdicts: Verdicts
    #: The yard roll test after each part, and what each part did, one less.
    yard_tests: list[YardTestOut]
    gains: list[PartGain]
    #: Whether the sheet's springs are corrected by the road.
    corrected: bool


def drive_out(job: OpenJob) -> DriveOut:
    """Return a job's runs with what they come to."""
    rows = job.row.runs.filter(removed_at=None).select_related("person")
    runs = list(rows.prefetch_related("impressions").order_by("driven_at", "pk"))
    answers = {run.pk: answer_of(run, job) for run in runs}
    tests = list(job.row.yard_tests.filter(removed_at=None).select_related("person").order_by("pk"))
    correction = job.sheet.spring_correction
    return DriveOut(
        job_id=job.row.pk,
        standing=list(STANDING_RUNS),
        questions=list(QUESTIONS),
        scale=list(SCALE),
        states=[state.key for state in job.rig.load_states],
        runs=[_run_out(run, answers[run.pk].answer, answers[run.pk].told) for run in runs],
        verdicts=verdicts(job, runs, answers),
        yard_tests=[_yard_out(test) for test in tests],
        gains=gains([from_plain(test.measured, YardLean) for test in tests]),
        corrected=correction is not None and correction.evidence is Evidence.ROAD_RUNS,
    )


def _run_out(run: Run, answer: RunAnswer, told: Told | None) -> RunOut:
    return RunOut(
        id=run.pk,
        version=run.version,
        when=RunWhen(run.when),
        manoeuvre=Manoeuvre(run.manoeuvre),
        state=LoadKey(run.state),
        surface=Surface(run.surface),
        place=run.place,
        wind=run.wind,
        traffic=run.traffic,
        driver=run.driver,
        passenger=run.passenger,
        closed_ground=run.closed_ground,
        speed_m_s=run.speed_m_s,
        limit_m_s=run.limit_m_s,
        front_pressure_pa=run.front_pressure_pa,
        rear_pressure_pa=run.rear_pressure_pa,
        sensor_height_m=run.sensor_height_m,
        log_name=run.log_name,
        has_log=bool(run.log),
        simulated=run.simulated,
        answer=answer,
        tells=told is not None,
        over_limit=conditions_of(run, told).over_limit,
        impressions=[_impression_out(one) for one in run.impressions.all()],
        person=run.person.shown_name,
        driven_at=run.driven_at,
    )


def _impression_out(one: Impression) -> ImpressionOut:
    felt = {Felt(name): rating for name, rating in one.felt.items()}
    return ImpressionOut(seat=Rider(one.seat), name=one.name, felt=felt, said=one.said)


def _yard_out(test: YardTest) -> YardTestOut:
    return YardTestOut(
        id=test.pk,
        fitted=test.fitted,
        typed=test.typed,
        person=test.person.shown_name,
        made_at=test.made_at,
    )
