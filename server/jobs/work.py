"""The plan of a job on its stored decisions, who looked it through, and what it takes."""

import hashlib
import json
from collections.abc import Iterator, Mapping
from dataclasses import replace
from functools import cached_property

import numpy as np

from axlecore.bay.trouble import TroubleKind
from axlecore.build.edits import PlanEdits
from axlecore.build.job import JobFile, Kit
from axlecore.build.order import OrderLine, order_list
from axlecore.build.plan import PlanChange, WorkPlan, change_of, plan_of
from axlecore.build.quote import Quote, quote_of
from axlecore.build.snapped import RUNG_USES
from axlecore.build.steps import Step
from axlecore.build.terms import Terms
from axlecore.fasteners.repair import Rung
from axlecore.fitup.sheet import Fitting
from axlecore.formats import from_plain, to_plain
from axlecore.papers import PaperName
from axlecore.practice.look import LookOver
from axlecore.practice.stations import JobKind
from axlecore.quantities.measure import Record
from axlecore.racks.parts import RackPart
from axlecore.vehicle.ends import End
from history.versions import check_version
from jobs.bolts import loosened_of, seized_of, snapped_of, tally_of
from jobs.choosing import besides_of
from jobs.gates import moved
from jobs.kept import Kept
from jobs.models import PlanLook, Trouble
from jobs.opened import OpenJob
from jobs.papers import change_paper
from racks.kit_memory import memory_of
from racks.models import Part, Stocked
from racks.services import parts_of, record_of
from racks.stock import stock_of
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead

#: The same plan has the same quote; the gate asks for it whenever a job is opened.
_SEED = 1
_QUOTES: Kept[Quote] = Kept(64)


def _fitted(job: OpenJob) -> dict[End, Part]:
    """What is fitted at each end that the racks have, its memory read along."""
    choices = {end: job.set_up.of_end(end) for end in End}
    chosen = {end: one.part_number for end, one in choices.items() if one is not None}
    of_shop = Part.objects.filter(shop=job.row.shop_id, part_number__in=chosen.values())
    found = {part.part_number: part for part in of_shop.select_related("memory")}
    return {end: found[number] for end, number in chosen.items() if number in found}


def job_file(job: OpenJob, parts: Mapping[End, Part]) -> JobFile:
    """Return a stored job as core plans it, with the parts that are fitted."""
    shop = job.row.shop
    kits = {end: _kit(job, end, parts.get(end)) for end in End}
    outside = {
        "exhaust shop": shop.exhaust_cents / 100,
        "alignment technician": shop.alignment_cents / 100,
        "licensed welder": RUNG_USES[Rung.WELD][1],
    }
    troubles: dict[str, list[Trouble]] = {}
    for row in job.row.troubles.order_by("pk"):
        troubles.setdefault(row.kind, []).append(row)
    return JobFile(
        kind=JobKind(job.row.kind),
        vehicle=job.rig,
        look_over=job.read(LookOver),
        set_up=job.set_up,
        fitting=job.read(Fitting),
        front=kits[End.FRONT],
        rear=kits[End.REAR],
        schools=shop.schools,
        edits=job.read(PlanEdits),
        snapped=tuple(snapped_of(row) for row in job.row.snapped_bolts.order_by("pk")),
        seized=tuple(seized_of(row) for row in troubles.get(TroubleKind.SEIZED, ())),
        loosened=tuple(loosened_of(row) for row in troubles.get(TroubleKind.LOOSENED, ())),
        record=tuple(tally_of(row) for row in shop.bolt_tallies.all()),
        terms=Terms(
            shop.labour_cents_an_hour / 100, outside, _parts_price(job, kits), shop.open_hours
        ),
    )


def _kit(job: OpenJob, end: End, part: Part | None) -> Kit | None:
    choice = job.set_up.of_end(end)
    if choice is None or part is None:
        return None
    besides = tuple(besides_of(job, end, part, choice.action))
    return Kit(record_of(part), memory_of(part), besides)


def _parts_price(job: OpenJob, kits: dict[End, Kit | None]) -> float:
    """What is bought, cheapest offer each; the labour of the choice is not in it."""
    numbers = [one.part_number for kit in kits.values() if kit for one in _bought(kit)]
    found = parts_of(job.row.shop_id).filter(part_number__in=numbers)
    cheapest = dict(found.values_list("part_number", "price_cents"))
    return sum(cheapest.get(number) or 0 for number in numbers) / 100


def _bought(kit: Kit) -> Iterator[RackPart]:
    yield kit.part
    yield from kit.besides


class Work:
    """A job's plan with all that follows from it, each worked out once."""

    def __init__(self, job: OpenJob) -> None:
        self.job = job
        self.parts = _fitted(job)
        self.file = job_file(job, self.parts)
        self.plan: WorkPlan = plan_of(self.file, job.fit)

    @cached_property
    def digest(self) -> str:
        """Of the steps as they are."""
        plain = json.dumps([to_plain(step) for step in self.plan.steps], sort_keys=True)
        return hashlib.sha256(plain.encode()).hexdigest()

    @cached_property
    def order(self) -> list[OrderLine]:
        """All that the job consumes."""
        return order_list(self.file, self.job.fit, self.plan.steps)

    @cached_property
    def shelf(self) -> dict[str, Stocked]:
        """What the shop's own shelf has of its order."""
        return stock_of(self.job.row.shop_id, [line.what for line in self.order])

    @cached_property
    def terms(self) -> Terms:
        """What its quote is worked out with, what comes off the shop's own shelf in it."""
        used = sum(
            line.quantity * self.shelf[line.what].price_cents / 100
            for line in self.order
            if line.what in self.shelf
        )
        return replace(self.file.terms, parts=self.file.terms.parts + used)

    @cached_property
    def quote(self) -> Quote:
        """What it takes and costs."""
        terms, record = self.terms, self.file.record
        question = [self.digest, to_plain(terms), [to_plain(tally) for tally in record]]
        return _QUOTES.answer(
            question,
            lambda: quote_of(self.plan.steps, terms, record, np.random.default_rng(_SEED)),
        )

    def change_since(self, look: PlanLook | None) -> PlanChange | None:
        """What is otherwise than when a lead looked it through; None where none did."""
        if look is None:
            return None
        then = [from_plain(step, Step) for step in look.steps]
        return change_of(then, self.plan.steps)


def as_seen(job: OpenJob, digest: str, it: str) -> Work:
    """Return a job's plan as somebody saw it; Refused where it is another by now.

    `it` is what is to be looked at again.
    """
    work = Work(job)
    if work.digest != digest:
        raise Refused("digest", f"The plan changed meanwhile: look at {it} again.", 409)
    return work


def last_look(job: OpenJob) -> PlanLook | None:
    """Return the last time a lead looked through a job's plan."""
    return job.row.plan_looks.select_related("person").order_by("-pk").first()


def look_through(job: OpenJob, person: Person, base_version: int, digest: str) -> None:
    """Keep that a lead looked through the plan; Refused where it is another by now."""
    check_version(job.row.line_version, base_version, "plan")
    only_a_lead(person, "Only a lead looks a plan through; ask one.")
    work = as_seen(job, digest, "it")
    job.row.plan_looks.create(
        person=person, digest=digest, steps=[to_plain(step) for step in work.plan.steps]
    )
    moved(job)


def edit_plan(
    job: OpenJob, person: Person, base_version: int, place: str, typed: str, edits: PlanEdits
) -> None:
    """Write the next version of what people did to the plan; refused where it makes a circle."""

    def changed(_: Record) -> Record:
        # What precedence forbids is said before it is kept.
        plan_of(replace(job_file(job, _fitted(job)), edits=edits), job.fit)
        return edits

    change_paper(job, PaperName.PLAN, person, base_version, place, typed, changed)
