"""What the bay shows, as it is sent: the plan with what is done of it."""

import math
from collections.abc import Mapping
from datetime import date, datetime

from ninja import Schema

from axlecore.aftercare.then_and_now import ThenAndNow
from axlecore.bay.clearance import NearObstacle, gap_says
from axlecore.bay.progress import Progress
from axlecore.bay.settling import AxleSet, Settled, SettlingTape
from axlecore.bay.torque_log import HowTight, JointTarget, Judged
from axlecore.bay.trouble import TroubleKind, fit_places
from axlecore.build.seized import Freeing, WayToFree
from axlecore.build.snapped import RUNG_HOURS, RUNG_USES, next_rung
from axlecore.build.steps import Hours, Records, Step
from axlecore.fasteners.repair import RepairRung, Rung
from axlecore.fitup.sheet import Fitting
from axlecore.formats import from_plain
from axlecore.practice.undercarriage import ALL_PARTS, Fault, parts_there
from axlecore.vehicle.ends import End
from bay.models import HoursKept, TorqueRow, TorqueWrench
from bay.work import BayWork, Joint
from jobs.agreeing import last_agreement
from jobs.bolts import seized_of, snapped_of
from jobs.models import Snapped, Trouble
from jobs.opened import OpenJob


class StepAnswerOut(Schema):
    step: str
    kind: Records
    said: str
    person: str
    done_at: datetime


class TorqueRowOut(Schema):
    id: int
    bolt: int
    how: HowTight
    typed: str
    got_n_m: float | None
    wrench: str
    judged: Judged
    simulated: bool
    supersedes: int | None
    override: str
    person: str
    done_at: datetime


class JointOut(Schema):
    step: str
    target: JointTarget
    rows: list[TorqueRowOut]
    #: Bolts that no row has passed yet, in the order they are tightened.
    left: list[int]
    #: In a re-check, each bolt beside what it was last brought to.
    again: list[ThenAndNow]


class SnappedOut(Schema):
    id: int
    step: str
    size: str
    tried: list[Rung]
    ladder: list[RepairRung]
    #: The gentlest that is neither tried nor closed.
    next: Rung
    #: What each rung takes, quick to slow [h], and costs in the shop's money.
    hours: dict[Rung, Hours]
    costs: dict[Rung, float]


class NearObstacleOut(Schema):
    """Something near, on paper and as it was measured last."""

    obstacle: NearObstacle
    gap_m: float | None
    typed: str
    #: What that comes to; empty where it is as wanted, or not measured.
    says: str
    person: str


class SettlingOut(Schema):
    """An axle that is set on its wheels: as planned, as it was set last, and what that is."""

    tape: SettlingTape
    #: As it was typed last, by field; empty where nobody set it yet.
    typed: dict[str, str]
    measured: AxleSet | None
    settled: Settled | None
    override: str
    person: str


class SeizedOut(Schema):
    id: int
    step: str
    size: str
    tried: list[Freeing]
    ladder: list[WayToFree]
    #: The gentlest that can be done and was not tried.
    next: Freeing


class TroubleOut(Schema):
    """What the bay tells the desk of a step."""

    id: int
    kind: TroubleKind
    #: What the step is about; its key where the plan has it no longer.
    at: str
    what: str
    #: Where it was measured or seen, in words, with what was read; empty where only words say it.
    read: str
    person: str
    made_at: datetime
    taken_up_by: str


class SeenPart(Schema):
    """A part of the look-over that something can be found of."""

    key: str
    name: str
    faults: list[Fault]


class WrenchOut(Schema):
    id: int
    name: str
    due_on: date
    from_n_m: float
    to_n_m: float


class BayWorkOut(Schema):
    job_id: int
    number: int
    name: str
    #: As the news of the job counts it.
    work_version: int
    steps: list[Step]
    progress: Progress
    answers: list[StepAnswerOut]
    #: Keys of steps that have a photo.
    photographed: list[str]
    joints: dict[str, JointOut]
    obstacles: list[NearObstacleOut]
    settling: dict[End, SettlingOut]
    seized: list[SeizedOut]
    #: What of the fit-up can be measured anew, in words by its place.
    fit_places: dict[str, str]
    parts: list[SeenPart]
    #: Part on the racks that is fitted at each end; for what is remembered with it.
    kits: dict[End, int]
    #: What steps took by their answers [h]; whether that is in the kits' memory already.
    real_hours: dict[str, float]
    hours_kept: bool
    snapped: list[SnappedOut]
    wrenches: list[WrenchOut]
    #: Of the plan as it is; an owner's word is taken for it.
    digest: str
    line_version: int
    #: What the owner agreed to go up to, and what the plan comes to in the middle [cents].
    agreed_cents: int | None
    middle_cents: int
    #: Sum that the owner is asked for: nine of ten cost no more [cents].
    offered_cents: int


def bay_out(job: OpenJob) -> BayWorkOut:
    bay, agreement = BayWork(job), last_agreement(job)
    return BayWorkOut(
        job_id=job.row.pk,
        number=job.row.number,
        name=job.row.vehicle.name,
        work_version=job.row.work_version,
        steps=bay.steps,
        progress=bay.progress,
        answers=[
            StepAnswerOut(
                step=one.step,
                kind=Records(one.kind),
                said=one.said,
                person=one.person.shown_name,
                done_at=one.done_at,
            )
            for one in bay.answers
        ],
        photographed=sorted(bay.photographed),
        joints={key: _joint_out(joint) for key, joint in bay.joints.items()},
        obstacles=[_obstacle_out(bay, one) for one in bay.obstacles],
        settling={end: _settling_out(bay, end) for end in bay.settling},
        seized=[
            _seized_out(row)
            for row in job.row.troubles.filter(kind=TroubleKind.SEIZED).order_by("pk")
        ],
        fit_places=fit_places(job.read(Fitting)),
        parts=[
            SeenPart(key=part.key, name=part.name, faults=list(part.faults))
            for part in parts_there(job.sheet)
        ],
        kits={end: part.pk for end, part in bay.work.parts.items()},
        real_hours=bay.real_hours,
        hours_kept=HoursKept.objects.filter(job=job.row).exists(),
        snapped=[_snapped_out(row) for row in job.row.snapped_bolts.order_by("pk")],
        wrenches=wrenches_out(job.row.shop_id),
        digest=bay.work.digest,
        line_version=job.row.line_version,
        agreed_cents=None if agreement is None else agreement.up_to_cents,
        offered_cents=math.ceil(bay.work.quote.price.p90) * 100,
        middle_cents=round(bay.work.quote.price.p50 * 100),
    )


def _obstacle_out(bay: BayWork, obstacle: NearObstacle) -> NearObstacleOut:
    reading = bay.gaps.get(obstacle.key)
    if reading is None:
        return NearObstacleOut(obstacle=obstacle, gap_m=None, typed="", says="", person="")
    return NearObstacleOut(
        obstacle=obstacle,
        gap_m=reading.gap_m,
        typed=reading.typed,
        says=gap_says(obstacle, reading.gap_m),
        person=reading.person.shown_name,
    )


def _joint_out(joint: Joint) -> JointOut:
    return JointOut(
        step=joint.step.key,
        target=joint.target,
        rows=[_row_out(row) for row in joint.rows],
        left=joint.left,
        again=joint.again,
    )


def _row_out(row: TorqueRow) -> TorqueRowOut:
    return TorqueRowOut(
        id=row.pk,
        bolt=row.bolt,
        how=HowTight(row.how),
        typed=row.typed,
        got_n_m=row.got_n_m,
        wrench="" if row.wrench is None else row.wrench.name,
        judged=Judged(row.judged),
        simulated=row.simulated,
        supersedes=row.supersedes_id,
        override=row.override,
        person=row.person.shown_name,
        done_at=row.done_at,
    )


def _snapped_out(row: Snapped) -> SnappedOut:
    bolt = snapped_of(row)
    return SnappedOut(
        id=row.pk,
        step=bolt.step,
        size=bolt.size,
        tried=list(bolt.tried),
        ladder=bolt.ladder,
        next=next_rung(bolt.ladder, bolt.tried).rung,
        hours=dict(RUNG_HOURS),
        costs={rung: cost for rung, (_, cost) in RUNG_USES.items()},
    )


def wrenches_out(shop_id: int) -> list[WrenchOut]:
    wrenches = TorqueWrench.objects.filter(shop=shop_id).order_by("name")
    return [
        WrenchOut(
            id=one.pk,
            name=one.name,
            due_on=one.due_on,
            from_n_m=one.from_n_m,
            to_n_m=one.to_n_m,
        )
        for one in wrenches
    ]


def _settling_out(bay: BayWork, end: End) -> SettlingOut:
    row = bay.settings.get(end)
    if row is None:
        return SettlingOut(
            tape=bay.tape(end), typed={}, measured=None, settled=None, override="", person=""
        )
    return SettlingOut(
        tape=bay.tape(end),
        typed=row.typed,
        measured=from_plain(row.measured, AxleSet),
        settled=bay.settled(end),
        override=row.override,
        person=row.person.shown_name,
    )


def _seized_out(row: Trouble) -> SeizedOut:
    bolt = seized_of(row)
    return SeizedOut(
        id=row.pk,
        step=bolt.step,
        size=bolt.size,
        tried=list(bolt.tried),
        ladder=bolt.ladder,
        next=bolt.next.way,
    )


def troubles_out(job: OpenJob) -> list[TroubleOut]:
    """What the bay told the desk, last first."""
    told = (TroubleKind.MISFIT, TroubleKind.FOUND)
    rows = job.row.troubles.filter(kind__in=told).select_related("person", "taken_up_by")
    what = {step.key: step.what.rstrip(".") for step in job.work.plan.steps}
    places = fit_places(job.read(Fitting))
    return [
        TroubleOut(
            id=row.pk,
            kind=TroubleKind(row.kind),
            at=what.get(row.step, row.step),
            what=row.what,
            read=_read(row, places),
            person=row.person.shown_name,
            made_at=row.made_at,
            taken_up_by=row.taken_up_by.shown_name if row.taken_up_by else "",
        )
        for row in rows.order_by("-pk")
    ]


def _read(row: Trouble, places: Mapping[str, str]) -> str:
    facts = row.facts
    if row.kind == TroubleKind.FOUND:
        part = ALL_PARTS[facts["part"]].name
        return f"{part}: " + ", ".join(filter(None, [facts["rating"], facts["fault"]]))
    place = facts["place"]
    return f"{places.get(place, place)}: {facts['typed']}" if place else ""
