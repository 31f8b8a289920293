"""How each line of an order stands: wanted, ordered, here, wrong; and what the job waits for."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta
from enum import StrEnum
from types import MappingProxyType

from axlecore.build.suppliers import SupplierRecord, lateness_says
from axlecore.errors import InputError
from axlecore.quantities.measure import Record

MOST_WORDS, LONGEST_NAME = 300, 60


class OrderState(StrEnum):
    """Where a line stands."""

    WANTED = "wanted"
    IN_STOCK = "in stock"
    ORDERED = "ordered"
    SHIPPED = "shipped"
    ARRIVED = "arrived"
    WRONG = "wrong"
    REPLACED = "replacement ordered"
    RETURNED = "returned"


#: What may follow on what. Nothing leads back out of "wrong" but a replacement or a return, so
#: that a wrong part stays in the record.
NEXT: Mapping[OrderState, tuple[OrderState, ...]] = {
    OrderState.WANTED: (OrderState.ORDERED, OrderState.IN_STOCK),
    OrderState.IN_STOCK: (OrderState.WANTED, OrderState.WRONG),
    OrderState.ORDERED: (OrderState.SHIPPED, OrderState.ARRIVED, OrderState.ORDERED),
    OrderState.SHIPPED: (OrderState.ARRIVED,),
    OrderState.ARRIVED: (OrderState.WRONG,),
    OrderState.WRONG: (OrderState.REPLACED, OrderState.RETURNED),
    OrderState.REPLACED: (OrderState.SHIPPED, OrderState.ARRIVED, OrderState.REPLACED),
    OrderState.RETURNED: (OrderState.ORDERED, OrderState.IN_STOCK),
}
#: A line that stands so is here.
HERE = frozenset({OrderState.IN_STOCK, OrderState.ARRIVED})
#: States that say by when it comes.
_DATED = frozenset({OrderState.ORDERED, OrderState.REPLACED})


@dataclass(frozen=True)
class OrderStep(Record):
    """What was told of a line, once.

    Attributes
    ----------
    state : OrderState
        Where it stands from then on.
    expected : date or None
        When it comes, of what is ordered.
    reference : str
        The order's number at the supplier; empty where there is none.
    note : str
        Of what is wrong: what was measured, and who was told.
    supplier : str
        From whom; empty where nobody was named.
    """

    state: OrderState
    expected: date | None = None
    reference: str = ""
    note: str = ""
    supplier: str = ""


def check_step(now: OrderState, step: OrderStep) -> None:
    """Raise `InputError` where a step cannot follow, or leaves out what its state must say.

    Parameters
    ----------
    now : OrderState
        Where the line stands.
    step : OrderStep
        What is told of it.
    """
    if step.state not in NEXT[now]:
        follows = " or ".join(NEXT[now])
        raise InputError("state", f"It is {now}: it can be {follows}; read {step.state}.")
    if step.state in _DATED and step.expected is None:
        raise InputError("expected", "Say on which day it comes; the board waits for it.")
    if step.state is OrderState.WRONG and not step.note.strip():
        raise InputError("note", "Say what was measured, and who was told.")
    for name, words in (("reference", step.reference), ("note", step.note)):
        if len(words) > MOST_WORDS:
            raise InputError(name, f"Read {len(words)} characters; at most {MOST_WORDS}.")
    if len(step.supplier) > LONGEST_NAME:
        raise InputError(
            "supplier", f"Read {len(step.supplier)} characters; at most {LONGEST_NAME}."
        )


@dataclass(frozen=True)
class Waiting(Record):
    """What a job waits for.

    Attributes
    ----------
    here : bool
        All that it consumes is here.
    until : date or None
        When the last of what is ordered comes; None where all is here, or a day is missing.
    for_what : list of str
        Lines that are not here, those without a day first.
    says : list of str
        What of that comes from the shop's own record of its suppliers.
    """

    here: bool
    until: date | None
    for_what: list[str]
    says: list[str] = field(default_factory=list)


#: Of a shop whose orders say nothing of its suppliers.
_NOTHING: Mapping[str, SupplierRecord] = MappingProxyType({})


def waiting_for(
    lines: Mapping[str, Sequence[OrderStep]],
    today: date,
    late: Mapping[str, SupplierRecord] = _NOTHING,
) -> Waiting:
    """Return what a job waits for.

    Parameters
    ----------
    lines : mapping of str to sequence of OrderStep
        What was told of each line of the order, oldest first; nothing is wanted.
    today : date
        A day that is past is no promise: what should have come counts as without a day.
    late : mapping of str to SupplierRecord
        Suppliers that usually come late; so much is added to what they promised.
    """
    missing: list[tuple[date | None, str]] = []
    habits: dict[str, str] = {}
    for what, steps in lines.items():
        if state_of(steps) in HERE:
            continue
        day, habit = expected_of(steps), late.get(supplier_of(steps))
        if day is not None and habit is not None:
            day += timedelta(days=habit.late_days)
            habits[habit.supplier] = lateness_says(habit)
        missing.append((day if day is not None and day >= today else None, what))
    missing.sort(key=lambda one: (one[0] is not None, -one[0].toordinal() if one[0] else 0))
    days = [day for day, _ in missing]
    known = [day for day in days if day is not None]
    until = max(known) if known and len(known) == len(days) else None
    return Waiting(not missing, until, [what for _, what in missing], list(habits.values()))


def supplier_of(steps: Sequence[OrderStep]) -> str:
    """Return who was last named for a line; empty where nobody was.

    Parameters
    ----------
    steps : sequence of OrderStep
        What was told of the line, oldest first.
    """
    return next((step.supplier for step in reversed(steps) if step.supplier), "")


def check_shelf(what: str, needed: int, there: int) -> None:
    """Raise `InputError` where the shop's own shelf has less of something than a job takes.

    Parameters
    ----------
    what : str
        The line of the order.
    needed, there : int
        How many it takes, and how many there are.
    """
    if needed > there:
        raise InputError(
            "lines",
            f"The shelf has {there} of “{what[:60]}” and the job takes {needed}: count the shelf, "
            "or order it.",
        )


def state_of(steps: Sequence[OrderStep]) -> OrderState:
    """Return where a line stands: as it was last told, or wanted.

    Parameters
    ----------
    steps : sequence of OrderStep
        What was told of the line, oldest first.
    """
    return steps[-1].state if steps else OrderState.WANTED


def expected_of(steps: Sequence[OrderStep]) -> date | None:
    """Return the day that was last said of what is on its way; None where nothing is.

    Parameters
    ----------
    steps : sequence of OrderStep
        What was told of the line, oldest first.
    """
    if state_of(steps) not in _DATED | {OrderState.SHIPPED}:
        return None
    return next((step.expected for step in reversed(steps) if step.expected), None)
