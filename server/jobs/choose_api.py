"""Station 4 over HTTP: what the racks offer a job, and what each choice would do."""

import numpy as np
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from axlecore.bars.claims import Audit, audit
from axlecore.choosing.figures import Figures, figures_of
from axlecore.choosing.short_list import Outcome, short_list
from axlecore.choosing.sizing import Size, SizeCurve, size_bar, size_curve
from axlecore.choosing.staged_plan import Plan
from axlecore.choosing.strength import BarStrength, SteelRow, steel_rows, strength
from axlecore.errors import InputError
from axlecore.lean.lean_sheet import LeanSheet, lean_sheet
from axlecore.lean.monte_carlo import Band, bands
from axlecore.motion.manoeuvres import Course
from axlecore.motion.replay import Replay, replay
from axlecore.practice.classes import default_bar
from axlecore.practice.look import LookOver
from axlecore.practice.partfit import Fit, FitVerdict, part_fit
from axlecore.practice.target import Suggestion, Target, suggestions
from axlecore.racks.parts import WITH_A_BAR, PartKind
from axlecore.vehicle.axle import new_bar
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, SetUp
from jobs.choosing import (
    Pick,
    picked,
    price_of,
    record_decision,
    take_set,
)
from jobs.opened import OpenJob
from jobs.planning import plan_of
from jobs.ranking import RankingOut, ranking_task
from jobs.schemas import BaseIn, JobChange, change, job_of, json_answer, record_answer
from racks.models import Part
from racks.services import made_for, record_of, suited_to
from shops.models import Person
from shops.requests import PersonRequest
from tasks.handing import TaskOut, told

router = Router(tags=["choose"])
#: Parts shown of an axle; the rest is found by looking for it.
PARTS_SHOWN = 40
#: The same sheet gives the same bands.
_SEED = 1
_SAMPLES = 2000


class ListedPart(Schema):
    id: int
    kind: PartKind
    part_number: str
    maker: str
    outside_diameter_m: float
    bore_m: float
    steel: str
    holes: int
    price_cents: int | None
    delivery_days: int | None
    axle_load_from_kg: float
    axle_load_to_kg: float
    claimed_gain: float | None
    verdict: FitVerdict
    outcome: Outcome


class ShortListOut(Schema):
    rows: list[ListedPart]
    total: int


class PickIn(Schema):
    part_id: int | None = Field(None, ge=1, lt=2**63)
    action: Action | None = None
    hole: int = Field(0, ge=0, le=8)
    renews: bool = False


class SetIn(Schema):
    front: PickIn | None = None
    rear: PickIn | None = None


class TakeIn(SetIn, BaseIn):
    pass


class CompareIn(Schema):
    state: LoadKey
    sets: list[SetIn] = Field(min_length=1, max_length=3)


class ComparedSet(Schema):
    set_up: SetUp
    price: float | None
    figures: Figures
    bands: list[Band]


class SizesOut(Schema):
    curve: SizeCurve
    target_lean_rad: float | None
    size: Size | None
    why_not: str


class DecideIn(BaseIn):
    # Figures move with the sheet as well; both must be those that were looked at.
    sheet_version: int
    reason: str = Field("", max_length=400)


class BeforeAfterReplay(Schema):
    before: Replay
    after: Replay


class MaterialOut(Schema):
    strength: BarStrength
    tip_travel_m: float
    steels: list[SteelRow]


@router.get("/jobs/{int:job_id}/short-list", response=ShortListOut, operation_id="short_list")
def get_short_list(
    request: PersonRequest,
    job_id: int,
    axle: End = Query(End.REAR),
    action: Action = Query(...),
    find: str = Query("", max_length=80),
    others: bool = Query(False),
) -> HttpResponse:
    job = job_of(request, job_id)
    sheet, look = job.rig, job.read(LookOver)
    found, suited = (
        some.filter(kind__in=WITH_A_BAR)
        for some in (
            made_for(job.row.shop_id, axle),
            suited_to(job.row.shop_id, sheet.heaviest_kg(axle), axle),
        )
    )
    for word in find.split():
        found, suited = (some.filter(part_number__icontains=word) for some in (found, suited))
    # Those for other weights are only listed; they cannot be chosen, so a page of them will do.
    parts = list(suited.order_by("part_number"))
    if others:
        parts += list(found.exclude(pk__in=[part.pk for part in parts])[:PARTS_SHOWN])
    records = [record_of(part) for part in parts]
    bars = [new_bar(sheet.of_end(axle), record.bar) for record in records if record.bar]
    outcomes = short_list(sheet, job.set_up, axle, action, bars)
    rows = [
        ListedPart(
            id=part.pk,
            kind=record.kind,
            part_number=part.part_number,
            maker=part.maker,
            outside_diameter_m=record.bar.outside_diameter_m.value,
            bore_m=record.bar.bore_m.value,
            steel=record.bar.steel,
            holes=len(record.bar.hole_setbacks_m),
            price_cents=part.price_cents,
            delivery_days=part.delivery_days,
            axle_load_from_kg=part.axle_load_from_kg,
            axle_load_to_kg=part.axle_load_to_kg,
            claimed_gain=record.claimed_gain,
            verdict=part_fit(record, sheet, look, axle),
            outcome=outcome,
        )
        for part, record, outcome in zip(parts, records, outcomes, strict=True)
        if record.bar is not None
    ]
    rows.sort(key=lambda row: (row.verdict.fit is Fit.NO, row.outcome.lean_rad[0]))
    chosen = job.set_up.of_end(axle)
    number = chosen.part_number if chosen else ""
    kept = [
        row
        for at, row in enumerate(rows)
        if at < PARTS_SHOWN or others or row.part_number == number
    ]
    return record_answer(ShortListOut(rows=kept, total=len(rows)))


@router.get(
    "/jobs/{int:job_id}/ranking",
    response={200: RankingOut, 202: TaskOut},
    operation_id="rank_sets",
)
def get_ranking(request: PersonRequest, job_id: int, state: LoadKey = Query(...)) -> HttpResponse:
    job = job_of(request, job_id)
    return told(request, ranking_task(request.user, job, state), json_answer)


def _pick(job: OpenJob, asked: PickIn) -> Pick:
    parts = Part.objects.filter(shop_id=job.row.shop_id)
    part = None if asked.part_id is None else get_object_or_404(parts, pk=asked.part_id)
    return Pick(part, asked.action, asked.hole, asked.renews)


def _picks(job: OpenJob, asked: SetIn) -> list[tuple[End, Pick]]:
    return [
        (name, _pick(job, one))
        for name, one in ((End.FRONT, asked.front), (End.REAR, asked.rear))
        if one is not None
    ]


@router.put("/jobs/{int:job_id}/choice", response=JobChange, operation_id="take_set")
def put_set(request: PersonRequest, job_id: int, body: TakeIn) -> HttpResponse:
    def take(job: OpenJob, person: Person) -> None:
        picks = _picks(job, body)
        if not picks:
            raise InputError("front", "Say what is done at the front, at the rear, or at both.")
        take_set(job, person, body.base_version, picks)

    return change(request, job_id, take)


@router.post("/jobs/{int:job_id}/compare", response=list[ComparedSet], operation_id="compare_sets")
def post_compare(request: PersonRequest, job_id: int, body: CompareIn) -> HttpResponse:
    job = job_of(request, job_id)
    found = []
    for asked in body.sets:
        chosen = SetUp()
        for end, pick in _picks(job, asked):
            chosen = picked(job, chosen, end, pick)
        found.append(_compared(job, chosen, body.state))
    return HttpResponse(_json_list(found), content_type="application/json")


def _json_list(found: list[ComparedSet]) -> bytes:
    return b"[" + b",".join(record_answer(one).content for one in found) + b"]"


def _compared(job: OpenJob, chosen: SetUp, state: LoadKey) -> ComparedSet:
    sheet = job.rig
    return ComparedSet(
        set_up=chosen,
        price=price_of(job, chosen),
        figures=figures_of(sheet, chosen, state),
        bands=bands(sheet, chosen, state, np.random.default_rng(_SEED), _SAMPLES),
    )


@router.get("/jobs/{int:job_id}/sizes", response=SizesOut, operation_id="size_bars")
def get_sizes(
    request: PersonRequest,
    job_id: int,
    axle: End = Query(End.REAR),
    action: Action = Query(...),
    state: LoadKey = Query(...),
) -> SizesOut:
    job = job_of(request, job_id)
    sheet, chosen = job.rig, job.set_up
    choice = chosen.of_end(axle)
    fitted = choice.fitted if choice else default_bar(sheet.of_end(axle))
    curve = size_curve(sheet, chosen, axle, action, fitted, state)
    aimed = job.read(Target).of(state).lean_rad
    if aimed is None:
        return SizesOut(
            curve=curve,
            target_lean_rad=None,
            size=None,
            why_not="Set a target for the lean in the bend first.",
        )
    try:
        size = size_bar(sheet, chosen, axle, action, fitted, state, aimed.value)
    except InputError as error:
        return SizesOut(curve=curve, target_lean_rad=aimed.value, size=None, why_not=error.message)
    return SizesOut(curve=curve, target_lean_rad=aimed.value, size=size, why_not="")


@router.get(
    "/jobs/{int:job_id}/suggestions", response=list[Suggestion], operation_id="suggest_targets"
)
def get_suggestions(request: PersonRequest, job_id: int) -> list[Suggestion]:
    job = job_of(request, job_id)
    evaluation = job.assessment.evaluation
    return [] if evaluation is None else suggestions(job.sheet.kind, evaluation)


@router.get("/jobs/{int:job_id}/lean-sheet", response=LeanSheet, operation_id="lean_sheet")
def get_lean_sheet(
    request: PersonRequest, job_id: int, state: LoadKey = Query(...)
) -> HttpResponse:
    job = job_of(request, job_id)
    return record_answer(lean_sheet(*job.fitted_rig, state))


@router.get("/jobs/{int:job_id}/replay", response=BeforeAfterReplay, operation_id="replay")
def get_replay(
    request: PersonRequest,
    job_id: int,
    state: LoadKey = Query(...),
    road_m_s: float = Query(25.0, ge=5, le=40),
) -> HttpResponse:
    job = job_of(request, job_id)
    course = Course(road_speed_m_s=road_m_s)
    before, after = replay(*job.fitted_rig, state, course)
    return record_answer(BeforeAfterReplay(before=before, after=after))


@router.get("/jobs/{int:job_id}/material", response=MaterialOut, operation_id="judge_material")
def get_material(
    request: PersonRequest,
    job_id: int,
    axle: End = Query(End.REAR),
    state: LoadKey = Query(...),
    travel_m: float = Query(0.06, ge=0.005, le=0.3),
) -> HttpResponse:
    job = job_of(request, job_id)
    sheet, chosen = job.fitted_rig
    own = strength(sheet, chosen, state, axle, travel_m)
    steels = steel_rows(sheet, chosen, axle, own)
    return record_answer(MaterialOut(strength=own, tip_travel_m=travel_m, steels=steels))


@router.get("/jobs/{int:job_id}/claim", response=Audit, operation_id="audit_claim")
def get_claim(
    request: PersonRequest,
    job_id: int,
    axle: End = Query(End.REAR),
    per_cent: float = Query(..., ge=-90, le=5000),
) -> Audit:
    job = job_of(request, job_id)
    standing = job.rig.of_end(axle).standard_bar
    choice = job.set_up.of_end(axle)
    if standing is None:
        raise InputError(
            "axle", f"There is no bar at the {axle} to be stiffer than: compare the lean instead."
        )
    if choice is None:
        raise InputError("axle", f"Choose the seller's bar for the {axle} first.")
    fitted = choice.fitted
    return audit(per_cent / 100, standing.bar, standing.hole, fitted.bar, fitted.hole)


@router.get("/jobs/{int:job_id}/plan", response=Plan, operation_id="staged_plan")
def get_plan(request: PersonRequest, job_id: int, state: LoadKey = Query(...)) -> Plan:
    return plan_of(job_of(request, job_id), state)


@router.post("/jobs/{int:job_id}/decisions", response=JobChange, operation_id="record_decision")
def post_decision(request: PersonRequest, job_id: int, body: DecideIn) -> HttpResponse:
    seen = body.base_version, body.sheet_version
    return change(
        request, job_id, lambda job, person: record_decision(job, person, seen, body.reason)
    )
