"""Predictions kept over a shop's jobs, and corrections of class defaults that follow from them."""

from django.db import transaction
from django.utils import timezone

from aftercare.models import KeptPrediction
from axlecore.aftercare.prediction_record import (
    ClassOffer,
    PredictionRecord,
    PredictionRow,
    prediction_record,
)
from axlecore.formats import from_plain
from axlecore.practice.classes import springs_of_class
from axlecore.road.intervals import Interval
from axlecore.vehicle.rig import RigKind
from drive.verdict import verdicts_of
from jobs.opened import OpenJob
from rigs.models import ClassCorrection
from shops.errors import Refused
from shops.models import Person, Shop
from shops.requests import only_a_lead


def prediction_of(job: OpenJob) -> PredictionRow | None:
    """What was predicted and measured of a job; None where no run tells it."""
    found = verdicts_of(job)
    if found.judged is None or found.measured is None:
        return None
    measured = found.measured.roll_gradient_deg_per_g
    if measured is None:
        return None
    offered = found.judged.correction
    springs = None
    # Only a run before the work tells the class's springs apart from the new bar.
    if offered is not None and found.judged_pair is not None:
        springs = springs_of_class(job.sheet)
    return PredictionRow(
        job=job.row.number,
        rig_kind=job.sheet.kind,
        way=found.measured.method,
        predicted=found.judged.predicted,
        measured=measured,
        springs=None if springs is None or offered is None else offered.factor.times(springs),
    )


def kept_rows(shop: Shop) -> list[PredictionRow]:
    """Predictions of a shop's jobs, by their number."""
    kept = KeptPrediction.objects.filter(job__shop=shop).order_by("job__number")
    return [
        PredictionRow(
            number,
            RigKind(rig_kind),
            way,
            from_plain(predicted, Interval),
            from_plain(measured, Interval),
            None if springs is None else from_plain(springs, Interval),
        )
        for number, rig_kind, way, predicted, measured, springs in kept.values_list(
            "job__number", "rig_kind", "way", "predicted", "measured", "springs"
        )
    ]


def record_of(shop: Shop) -> PredictionRecord:
    """How a shop's predictions held."""
    return prediction_record(kept_rows(shop))


def take_class_correction(person: Person, kind: RigKind, jobs: list[int]) -> None:
    """Let vehicles of a kind start from corrected springs; Refused where the record moved on."""
    only_a_lead(person, "Only a lead changes what a class of vehicles starts from; ask one.")
    with transaction.atomic():
        shop = Shop.objects.select_for_update(no_key=True).get(pk=person.shop_id)
        offer = _offer(shop, kind)
        if offer is None:
            raise Refused("rig_kind", "The record offers no correction of this class.", 422)
        if offer.jobs != jobs:
            raise Refused("jobs", "The record has moved on meanwhile. Look at it again.", 409)
        now = timezone.now()
        standing = shop.class_corrections.filter(rig_kind=kind, left_out_at=None)
        standing.update(left_out_at=now, left_out_by=person)
        shop.class_corrections.create(
            rig_kind=kind,
            factor=offer.factor.value,
            spread=offer.spread,
            jobs=offer.jobs,
            person=person,
        )


def _offer(shop: Shop, kind: RigKind) -> ClassOffer | None:
    return next((one for one in record_of(shop).offers if one.rig_kind is kind), None)


def leave_class_correction_out(person: Person, correction_id: int) -> None:
    """Let vehicles of a kind start from the class's own springs again."""
    only_a_lead(person, "Only a lead changes what a class of vehicles starts from; ask one.")
    standing = ClassCorrection.objects.get(pk=correction_id, shop=person.shop_id)
    if standing.left_out_at is None:
        standing.left_out_at, standing.left_out_by = timezone.now(), person
        standing.save(update_fields=["left_out_at", "left_out_by"])
