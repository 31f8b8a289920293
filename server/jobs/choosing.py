"""Choosing parts for a job: what the racks offer it, taking a set, and recording the choice."""

from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass
from typing import Any

from axlecore.bars.bar import Bar
from axlecore.choosing.ranking import thin_out
from axlecore.choosing.sets import Candidate
from axlecore.formats import to_plain
from axlecore.papers import PaperName
from axlecore.practice.classes import default_bar
from axlecore.practice.completion import FITTINGS, Completed, Priced, Rates, completed, renewal
from axlecore.practice.decision import decide
from axlecore.practice.look import LookOver
from axlecore.practice.options import Option, axle_options
from axlecore.practice.partfit import Fit, part_fit
from axlecore.practice.target import Target
from axlecore.racks.parts import WITH_A_BAR, PartKind, RackPart
from axlecore.vehicle.axle import new_bar
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, AxleChoice, Joints, SetUp, with_choice
from axlecore.vehicle.rig import Vehicle as Sheet
from jobs.kept import Kept
from jobs.opened import OpenJob
from jobs.services import change_set_up
from racks.models import Part
from racks.services import made_for, racks_mark, record_of, suited_to
from shops.errors import Refused
from shops.models import Person, Shop
from shops.requests import only_a_lead

#: Steps of stiffness an axle is ranked with; two bars of one differ by less than their bands.
STEPS_OF_AN_AXLE = 30
#: Of one kind; brackets differ by tube and shape, and the cheapest few may all be for another.
_CHEAPEST = 60
#: What a bar is bought with, by all that it is looked out by.
_besides: Kept[list[RackPart]] = Kept(128)


def priced(parts: Iterable[Any]) -> list[Priced]:
    """Return parts with their cheapest offer; those nobody offers are left out."""
    return [
        Priced(part.pk, record_of(part), part.price_cents / 100, part.delivery_days or 0)
        for part in parts
        if part.price_cents is not None
    ]


def _cheapest_fittings(shop: Shop, sheet: Sheet, end: End) -> list[Priced]:
    """What completes a bar is the cheapest that fits: a few of each kind will do.

    Of bushings the cheapest of every bore.
    """
    suited = suited_to(shop.pk, sheet.heaviest_kg(end), end)
    bushings = suited.filter(kind=PartKind.BUSHING, price_cents__isnull=False)
    found = priced(bushings.order_by("bore_m", "price_cents").distinct("bore_m"))
    for kind in FITTINGS:
        if kind is not PartKind.BUSHING:
            found += priced(suited.filter(kind=kind).order_by("price_cents")[:_CHEAPEST])
    return found


def rates_of(shop: Shop) -> Rates:
    """Return what a shop asks for work, its own and what it gives out."""
    cents = shop.labour_cents_an_hour, shop.alignment_cents, shop.exhaust_cents
    return Rates(*(amount / 100 for amount in cents))


def offer_rests_on(job: OpenJob) -> list[Any]:
    """Return all that what the racks offer a job rests on, as plain data to keep an answer by."""
    return [
        job.row.vehicle.sheet,
        job.paper(PaperName.LOOK_OVER).document,
        asdict(rates_of(job.row.shop)),
        racks_mark(job.row.shop_id),
    ]


def options_of(job: OpenJob, end: End) -> list[tuple[Option, Candidate]]:
    """Return what the racks offer an axle of a job."""
    return offered(job.row.shop, job.rig, job.read(LookOver), end)


def offered(shop: Shop, sheet: Sheet, look: LookOver, end: End) -> list[tuple[Option, Candidate]]:
    """Return what the racks offer an axle, thinned out to what can be told apart."""
    bars = suited_to(shop.pk, sheet.heaviest_kg(end), end).filter(kind__in=WITH_A_BAR)
    parts = [*priced(bars), *_cheapest_fittings(shop, sheet, end)]
    found = axle_options(sheet, look, end, parts, rates_of(shop))
    barless = [pair for pair in found if pair[1].fitted is None]
    fitted = [pair for pair in found if pair[1].fitted is not None]
    kept = thin_out(sheet, end, [candidate for _, candidate in fitted], STEPS_OF_AN_AXLE)
    # Records compare slowly; keys are one of a kind.
    keys = {candidate.key for candidate in kept}
    return barless + [pair for pair in fitted if pair[1].key in keys]


@dataclass(frozen=True)
class Pick:
    """What is to be done at one axle."""

    part: Part | None = None
    action: Action | None = None
    hole: int = 0
    renews: bool = False


def picked(job: OpenJob, chosen: SetUp, end: End, pick: Pick) -> SetUp:
    """Return a set-up with a pick at one axle; Refused where the part is not for it."""
    sheet = job.rig
    axle = sheet.of_end(end)
    joints = Joints.RENEWED if pick.renews else Joints.AS_THEY_ARE
    fitted, number = default_bar(axle), ""
    if pick.part is not None:
        bar, number = _bar_for(job, sheet, end, pick.part), pick.part.part_number
        fitted = new_bar(axle, bar, pick.hole)
    return with_choice(chosen, end, pick.action, fitted, joints, number)


def _bar_for(job: OpenJob, sheet: Sheet, end: End, part: Part) -> Bar:
    record = record_of(part)
    verdict = part_fit(record, sheet, job.read(LookOver), end)
    if record.bar is None:
        raise Refused("part_id", f"{record.name} is a {record.kind}, not a bar.", 422)
    if verdict.fit is Fit.NO:
        raise Refused(
            "part_id", f"{record.name} is not for this axle. {verdict.reasons[0].text}", 422
        )
    return record.bar


def take_set(
    job: OpenJob, person: Person, base_version: int, picks: Sequence[tuple[End, Pick]]
) -> None:
    """Choose for one or both axles, as one version of the set-up."""

    def change(chosen: SetUp) -> SetUp:
        for end, pick in picks:
            chosen = picked(job, chosen, end, pick)
        return chosen

    typed = " and ".join(
        pick.part.part_number
        if pick.part
        else (pick.action or ("renewed" if pick.renews else "as it is"))
        for _, pick in picks
    )
    change_set_up(job, person, base_version, picks[0][0], typed[:60], change)


def price_of(job: OpenJob, chosen: SetUp) -> float | None:
    """Return what a set-up costs with hours; None where a bar of it is on no rack as it is."""
    total = 0.0
    for end in End:
        choice: AxleChoice | None = chosen.of_end(end)
        if choice is not None:
            part = made_for(job.row.shop_id, end).filter(part_number=choice.part_number).first()
            if part is None or part.price_cents is None:
                return None
            [own] = priced([part])
            # A bar that was edited by hand is not the one on the rack any more.
            if own.part.bar != choice.fitted.bar:
                return None
            total += _completed(job, end, own, choice.action, _fittings(job, end)).price
        if chosen.joints(end) is Joints.RENEWED:
            axle = job.rig.of_end(end)
            total += renewal(axle, _fittings(job, end), rates_of(job.row.shop)).price
    return total


def _fittings(job: OpenJob, end: End) -> list[Priced]:
    sheet, look = job.rig, job.read(LookOver)
    return [
        one
        for one in _cheapest_fittings(job.row.shop, sheet, end)
        if part_fit(one.part, sheet, look, end).fit is not Fit.NO
    ]


def besides_of(job: OpenJob, end: End, part: Part, action: Action) -> list[RackPart]:
    """Return the parts that a bar is bought with, so that it can be bolted on."""
    question = [end, part.pk, action, *offer_rests_on(job)]
    return _besides.answer(question, lambda: _looked_out(job, end, part, action))


def _looked_out(job: OpenJob, end: End, part: Part, action: Action) -> list[RackPart]:
    offered = priced(made_for(job.row.shop_id, end).filter(pk=part.pk))
    fittings = _fittings(job, end)
    by_id = {one.id: one.part for one in fittings}
    return [
        by_id[one.part_id]
        for own in offered
        for one in _completed(job, end, own, action, fittings).besides
    ]


def _completed(
    job: OpenJob, end: End, own: Priced, action: Action, fittings: list[Priced]
) -> Completed:
    return completed(own, action, job.rig.of_end(end), end, fittings, rates_of(job.row.shop))


def record_decision(job: OpenJob, person: Person, seen: tuple[int, int], reason: str) -> None:
    """Keep what is chosen with the figures it is chosen by; only a lead decides."""
    only_a_lead(person, "Only a lead records the choice; ask one.")
    if (job.row.version, job.row.vehicle.version) != seen:
        raise Refused(
            "base_version",
            "Choice or sheet was changed meanwhile; look at it and record it again.",
            409,
        )
    evaluation = job.assessment.evaluation
    if evaluation is None:
        raise Refused("", "These numbers do not describe a vehicle that stands.", 422)
    price = price_of(job, job.set_up)
    decision = decide(job.rig, job.set_up, job.read(Target), evaluation, price)
    job.row.decisions.create(
        person=person,
        core_version=decision.core_version,
        sheet_version=job.row.vehicle.version,
        set_up_version=job.row.version,
        document=to_plain(decision),
        reason=reason.strip(),
    )
