"""Work given out: who has it, whether it is back and right, and what keeps the vehicle parked."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from enum import StrEnum

from axlecore.build.steps import Step
from axlecore.errors import InputError
from axlecore.quantities.measure import Record


class OutsideState(StrEnum):
    """Where work given out stands."""

    WANTED = "wanted"
    GIVEN = "given out"
    BACK = "back"
    RIGHT = "checked, right"
    NOT_RIGHT = "checked, not right"


#: What may be said next of work given out. What was right may turn out not to be.
NEXT: Mapping[OutsideState, tuple[OutsideState, ...]] = {
    OutsideState.WANTED: (OutsideState.GIVEN,),
    OutsideState.GIVEN: (OutsideState.BACK,),
    OutsideState.BACK: (OutsideState.RIGHT, OutsideState.NOT_RIGHT),
    OutsideState.RIGHT: (OutsideState.NOT_RIGHT,),
    OutsideState.NOT_RIGHT: (OutsideState.GIVEN, OutsideState.RIGHT),
}


@dataclass(frozen=True)
class Trade(Record):
    """Others who do part of a job.

    Attributes
    ----------
    paper : str
        What they give back in writing.
    check : str
        How their work is checked here.
    off_road : str
        What has to be true of it before the vehicle drives; empty where it may drive without.
    """

    paper: str
    check: str
    off_road: str


#: By who does it, as the plan's steps name them.
TRADES: Mapping[str, Trade] = {
    "exhaust shop": Trade(
        "their bill",
        "Leak check: cold start, listen, a hand near each joint, no soot.",
        "The exhaust that was opened is closed, and its leak check passed.",
    ),
    "alignment technician": Trade(
        "the sheet of angles, before and after",
        "Angles within the chassis maker's, wheel straight, steering damper centred with it.",
        "The wheels are aligned after the cradle, steering or strut was touched.",
    ),
    "licensed welder": Trade(
        "the welder's paper",
        "Weld looked at, bare metal painted, no bushing or line was heated.",
        "What was welded is done by a licensed welder and looked at.",
    ),
}
#: Of a trade nobody has written a row for.
_OTHER = Trade("their paper", "Looked at, and right.", "")


@dataclass(frozen=True)
class OutsideEntry(Record):
    """What was said once of work given out. Never edited.

    Attributes
    ----------
    step : str
        Key of the plan's step.
    state : OutsideState
        Where it then stood.
    on : date
        The day of it.
    who : str
        Who has it; said as it is given out.
    cost : float or None
        What it cost in the shop's money.
    paper : str
        Number or name of what they gave back in writing.
    found : str
        What the check here found.
    """

    step: str
    state: OutsideState
    on: date
    who: str = ""
    cost: float | None = None
    paper: str = ""
    found: str = ""


@dataclass(frozen=True)
class OutsideWork(Record):
    """Work of a job that others do, as it stands.

    Attributes
    ----------
    step, what, trade : str
        Key of the plan's step, its words, and who does it.
    state : OutsideState
        Where it stands.
    next : list of OutsideState
        What may be said of it next.
    who : str
        Who has it, or had it.
    given_on, back_on, checked_on : date or None
        When.
    cost : float or None
        In the shop's money.
    paper, found : str
        What came back with it, and what the check found.
    asks_paper, asks_check, off_road : str
        What is asked for in writing, how it is checked, and what keeps the vehicle parked until
        then; the last is empty where nothing does.
    """

    step: str
    what: str
    trade: str
    state: OutsideState
    next: list[OutsideState]
    who: str
    given_on: date | None
    back_on: date | None
    checked_on: date | None
    cost: float | None
    paper: str
    found: str
    asks_paper: str
    asks_check: str
    off_road: str


def outside_work(steps: Iterable[Step], entries: Sequence[OutsideEntry]) -> list[OutsideWork]:
    """Return the work of a plan that others do, as it stands.

    Parameters
    ----------
    steps : iterable of Step
        Of the plan.
    entries : sequence of OutsideEntry
        What was said so far, oldest first.
    """
    return [_stands(step, entries) for step in steps if step.outside]


def _stands(step: Step, entries: Sequence[OutsideEntry]) -> OutsideWork:
    trade = TRADES.get(step.outside, _OTHER)
    own = [one for one in entries if one.step == step.key]
    # Given out anew it is away again: what was said of the time before is past.
    given = [i for i, one in enumerate(own) if one.state is OutsideState.GIVEN]
    lately = own[given[-1] :] if given else own
    by_state = {one.state: one for one in lately}
    state = own[-1].state if own else OutsideState.WANTED
    checked = lately[-1] if state in (OutsideState.RIGHT, OutsideState.NOT_RIGHT) else None

    def on(which: OutsideState) -> date | None:
        return by_state[which].on if which in by_state else None

    return OutsideWork(
        step=step.key,
        what=step.what,
        trade=step.outside,
        state=state,
        next=list(NEXT[state]),
        who=next((one.who for one in reversed(lately) if one.who), ""),
        given_on=on(OutsideState.GIVEN),
        back_on=on(OutsideState.BACK),
        checked_on=None if checked is None else checked.on,
        cost=next((one.cost for one in reversed(lately) if one.cost is not None), None),
        paper=next((one.paper for one in reversed(lately) if one.paper), ""),
        found="" if checked is None else checked.found,
        asks_paper=trade.paper,
        asks_check=trade.check,
        off_road=trade.off_road,
    )


def check_entry(works: Sequence[OutsideWork], entry: OutsideEntry, today: date) -> None:
    """Raise `InputError` where something cannot be said of work given out.

    Parameters
    ----------
    works : sequence of OutsideWork
        As it stands.
    entry : OutsideEntry
        What is to be said.
    today : date
        The day it is said.
    """
    work = next((one for one in works if one.step == entry.step), None)
    if work is None:
        raise InputError("step", "The plan gives out no such work.")
    if entry.state not in work.next:
        may = " or ".join(work.next)
        raise InputError("state", f"It is {work.state} now; next is {may}.")
    if entry.on > today:
        raise InputError("on", f"Read {entry.on}; that day is still to come.")
    since = max((one for one in (work.given_on, work.back_on) if one), default=None)
    if since is not None and entry.on < since:
        raise InputError("on", f"Read {entry.on}; it was {work.state} on {since} only.")
    if entry.state is OutsideState.GIVEN and not entry.who.strip():
        raise InputError("who", f"Write which {work.trade} has it.")
    if entry.state is OutsideState.BACK and not entry.paper.strip():
        raise InputError("paper", f"Write what came back with it: {work.asks_paper}, or “none”.")
    if entry.state is OutsideState.NOT_RIGHT and not entry.found.strip():
        raise InputError("found", "Write what is not right.")
    if entry.cost is not None and not 0 <= entry.cost <= 1e6:
        raise InputError("cost", f"Read {entry.cost:g}; enter 0 to 1 000 000.")


def keeps_parked(works: Iterable[OutsideWork]) -> list[str]:
    """Return what keeps a vehicle off the road: what has to be true of each, in words.

    Parameters
    ----------
    works : iterable of OutsideWork
        As it stands.
    """
    return [one.off_road for one in works if one.off_road and one.state is not OutsideState.RIGHT]


def all_right(works: Iterable[OutsideWork]) -> bool:
    """Return whether all work given out is back and checked.

    Parameters
    ----------
    works : iterable of OutsideWork
        As it stands.
    """
    return all(one.state is OutsideState.RIGHT for one in works)
