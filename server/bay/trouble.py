"""Trouble at a step: what it adds to the plan, and what it writes on the job's papers."""

from collections.abc import Mapping

from django.utils import timezone

from axlecore.bay.trouble import TroubleKind, fit_places, with_found
from axlecore.build.job import Loosened, SnappedBolt
from axlecore.build.seized import Burns, Freeing, SeizedBolt
from axlecore.build.snapped import next_rung
from axlecore.build.steps import Step
from axlecore.errors import InputError
from axlecore.fitup.sheet import Fitting
from axlecore.papers import PaperName
from axlecore.practice.look import LookOver, Rating
from axlecore.practice.undercarriage import Fault
from axlecore.quantities.measure import Record
from bay.typed import metres
from bay.work import BayWork
from board.services import take_hours_over
from jobs.bolts import add_bolts, seized_of, snapped_of
from jobs.gates import moved, worked
from jobs.models import Trouble
from jobs.opened import OpenJob
from jobs.papers import change_paper, enter_on_paper
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead


def snap(
    job: OpenJob, person: Person, key: str, size: str, wall: str, edge: str, reachable: bool
) -> None:
    """Write down that a bolt snapped: its repair is a step of the plan from then on."""
    step = _undoing(job, key)
    # The ladder says what is wrong with the numbers before any of it is kept.
    bolt = SnappedBolt(key, size, metres(wall, "wall"), metres(edge, "edge"), reachable)
    job.row.snapped_bolts.create(
        step=key,
        size=bolt.size,
        wall_m=bolt.wall_m,
        edge_m=bolt.edge_m,
        reachable=reachable,
        person=person,
    )
    alike = [one for one in step.undoes if one.size == size] or list(step.undoes)
    add_bolts(job.row.shop, alike[0], snapped=1)
    _more_work(job)


def did_not_hold(job: OpenJob, person: Person, bolt_id: int) -> None:
    """Go one rung further with a snapped bolt: the last one tried did not hold."""
    row = job.row.snapped_bolts.get(pk=bolt_id)
    bolt = snapped_of(row)
    rung = next_rung(bolt.ladder, bolt.tried)
    if rung.rung in row.tried:
        raise Refused("bolt_id", "That was the last rung: the welder decides from here.", 422)
    row.tried = [*row.tried, rung.rung]
    row.save(update_fields=["tried"])
    _more_work(job)


def seize(job: OpenJob, person: Person, key: str, size: str, near: list[Burns]) -> None:
    """Write down that a bolt does not come free: freeing it is a step of the plan, before it."""
    _undoing(job, key)
    bolt = SeizedBolt(key, size.strip(), tuple(dict.fromkeys(near)))
    facts = {"near": list(bolt.near), "tried": []}
    _keep(job, person, key, TroubleKind.SEIZED, bolt.size, facts)
    _more_work(job)


def did_not_come(job: OpenJob, person: Person, trouble_id: int) -> None:
    """Go one way further with a seized bolt: the last one tried did not free it."""
    row = job.row.troubles.get(pk=trouble_id, kind=TroubleKind.SEIZED)
    way = seized_of(row).next.way
    if way is Freeing.CUT:
        raise Refused("trouble_id", "Cutting is the last way; say that it snapped if it did.", 422)
    row.facts = {**row.facts, "tried": [*row.facts["tried"], way]}
    row.save(update_fields=["facts"])
    _more_work(job)


def loosen(job: OpenJob, person: Person, key: str, what: str, steers: bool) -> None:
    """Write down what else was loosened: it is tightened and marked before the last look."""
    BayWork(job).step(key)
    one = Loosened(key, what.strip(), steers)
    _keep(job, person, key, TroubleKind.LOOSENED, one.what, {"steers": steers})
    _more_work(job)


def find(
    job: OpenJob,
    person: Person,
    key: str,
    part: str,
    fault: Fault | None,
    rating: Rating,
    said: str,
) -> None:
    """Add what was found under the vehicle to the look-over, and tell the desk."""
    BayWork(job).step(key)

    def change(look: Record) -> Record:
        assert isinstance(look, LookOver)
        return with_found(look, part, fault, rating, said)

    version = job.paper(PaperName.LOOK_OVER).version
    typed = f"{rating}: {fault or said}"
    change_paper(job, PaperName.LOOK_OVER, person, version, f"parts.{part}.rating", typed, change)
    facts = {"part": part, "fault": fault, "rating": rating}
    _keep(job, person, key, TroubleKind.FOUND, said.strip(), facts)
    _more_work(job)


def misfit(job: OpenJob, person: Person, key: str, place: str, typed: str, said: str) -> None:
    """Tell the desk what does not fit; a number of the fit-up goes there as it was measured."""
    BayWork(job).step(key)
    if place:
        known = fit_places(job.read(Fitting))
        if place not in known:
            raise InputError("place", f"Read “{place[:40]}”; measured anew is {_any(known)}.")
        version = job.paper(PaperName.FITTING).version
        given = _index(typed) if place.endswith(".bar_hole") else typed
        enter_on_paper(job, PaperName.FITTING, person, version, place, given)
    elif not said.strip():
        raise InputError("said", "Write what does not fit, and by how much.")
    facts = {"place": place, "typed": typed.strip()}
    _keep(job, person, key, TroubleKind.MISFIT, said.strip(), facts)
    _more_work(job)


def _any(known: dict[str, str]) -> str:
    return ", ".join(known.values()) or "nothing, since no fit-up is begun"


def _index(typed: str) -> str:
    """A hole as it is counted under the vehicle, from 1, as the fit-up keeps it."""
    text = typed.strip()
    if not (text.isascii() and text.isdecimal() and 1 <= int(text[:4]) <= 8):
        raise InputError("typed", f"Read “{text[:20]}”; enter the hole's number, 1 outermost.")
    return str(int(text) - 1)


def take_up(job: OpenJob, person: Person, trouble_id: int) -> None:
    """Say that the desk has seen what the bay told it; done twice it stays as it was."""
    only_a_lead(person, "Only a lead takes up what the bay tells; ask one.")
    row = job.row.troubles.get(pk=trouble_id)
    if row.taken_up_at is None:
        row.taken_up_at, row.taken_up_by = timezone.now(), person
        row.save(update_fields=["taken_up_at", "taken_up_by"])
    worked(job.row)


def _undoing(job: OpenJob, key: str) -> Step:
    step = BayWork(job).step(key)
    if not step.undoes:
        raise InputError("step", "No old bolt is undone at this step.")
    return step


def _keep(
    job: OpenJob,
    person: Person,
    key: str,
    kind: TroubleKind,
    what: str,
    facts: Mapping[str, object],
) -> Trouble:
    return job.row.troubles.create(step=key, kind=kind, what=what, facts=dict(facts), person=person)


def _more_work(job: OpenJob) -> None:
    """The plan is another by now: its hours stand on the board, and whoever looks on is told."""
    moved(job)
    take_hours_over(job.after_writing())
    worked(job.row)
