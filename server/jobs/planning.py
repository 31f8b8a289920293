"""What a job aims at, and its staged plan with options priced from the racks."""

from collections.abc import Mapping
from dataclasses import replace

from axlecore.choosing.ranking import Wishes, rank
from axlecore.choosing.staged_plan import Plan
from axlecore.lean.evaluate import evaluate
from axlecore.practice.first_answer import BarSeen, FirstAnswer, first_answer
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver
from axlecore.practice.plan import planned
from axlecore.practice.target import Target, or_suggested, wishes_of
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle
from jobs.choosing import offered, options_of
from jobs.opened import OpenJob
from shops.models import Shop


def suggested_wishes(job: OpenJob, key: LoadKey) -> tuple[Wishes, bool]:
    """Return target, budget and day of a job as limits in one load state.

    Its leans are the suggested ones where nobody set a target, and whether that is so.
    """
    evaluation = job.assessment.evaluation
    target = job.read(Target)
    if evaluation is None:
        return _wishes(job, target, key), False
    target, suggested = or_suggested(target, job.sheet.kind, evaluation, key)
    return _wishes(job, target, key), suggested


def first_look(shop: Shop, vehicle: Vehicle, bars: Mapping[End, BarSeen]) -> FirstAnswer:
    """Return what the first numbers of a vehicle say, with sets of a shop's racks for it."""
    key = vehicle.load_states[0].key
    target, _ = or_suggested(Target(), vehicle.kind, evaluate(vehicle, SetUp()), key)
    front, rear = ([one for _, one in offered(shop, vehicle, LookOver(), end)] for end in End)
    wishes = replace(wishes_of(target, key, None, None), currency=shop.currency)
    ranking = rank(vehicle, front, rear, wishes)
    return first_answer(vehicle, bars, ranking, 0)


def _wishes(job: OpenJob, target: Target, key: LoadKey) -> Wishes:
    budget = job.read(Complaint).budget or None
    wishes = wishes_of(target, key, budget, job.row.days_left)
    return replace(wishes, currency=job.row.shop.currency)


def plan_of(job: OpenJob, key: LoadKey) -> Plan:
    """Return the staged plan of a job from what stands there now."""
    labour = job.row.shop.labour_cents_an_hour / 100
    options = {end: options_of(job, end) for end in End}
    wishes = _wishes(job, job.read(Target), key)
    return planned(job.rig, key, options, labour, wishes, job.schools)
