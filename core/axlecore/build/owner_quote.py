"""A quote as the vehicle's owner reads it: what is done, its bands, and what may come on top."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from datetime import date

from axlecore.build.job import JobFile
from axlecore.build.order import Ordered, OrderLine
from axlecore.build.quote import Quantiles, Quote, Widener
from axlecore.build.snapped import RUNG_HOURS, RUNG_USES, open_rungs
from axlecore.build.steps import Step
from axlecore.build.terms import Terms
from axlecore.errors import InputError
from axlecore.fasteners.repair import Rung
from axlecore.quantities.measure import Record

MOST_STROKES, MOST_POINTS, PAD = 60, 3000, 1000
#: Under this an owner is told of nothing [chance, as a part].
_HARDLY = 0.005


@dataclass(frozen=True)
class OwnerWay(Record):
    """One way to mend a bolt that snapped, as its vehicle's owner reads it.

    Attributes
    ----------
    says : str
        What is done.
    low, high : float
        What it costs with its work, if it goes quickly and if it does not.
    """

    says: str
    low: float
    high: float


@dataclass(frozen=True)
class OwnerSnapped(Record):
    """A bolt that snapped, as its vehicle's owner reads it.

    Attributes
    ----------
    step : str
        Key of the step it snapped at; photos of it are kept there.
    what : str
        In a sentence.
    ways : list of OwnerWay
        That are open, gentlest first; the first that holds is taken.
    """

    step: str
    what: str
    ways: list[OwnerWay]


@dataclass(frozen=True)
class OwnerQuote(Record):
    """What an owner is shown and agrees to.

    Attributes
    ----------
    done : list of str
        What is done, in sentences.
    price : Quantiles
        All together, in the shop's money.
    days : Quantiles
        Working days in the shop.
    ready_on : date or None
        Closing of which day it is done by, as the board has it; None where it has no bay yet.
    on_top : list of str
        What may make it dearer, in sentences.
    up_to : float
        Sum to which the shop goes on without asking.
    currency : str
        Of both.
    snapped : list of OwnerSnapped
        Bolts that snapped so far, with their ways out.
    """

    done: list[str]
    price: Quantiles
    days: Quantiles
    ready_on: date | None
    on_top: list[str]
    up_to: float
    currency: str
    snapped: list[OwnerSnapped] = field(default_factory=list)


def owner_quote(
    job: JobFile,
    steps: Sequence[Step],
    order: Sequence[OrderLine],
    quote: Quote,
    ready_on: date | None,
    up_to: float,
    currency: str,
) -> OwnerQuote:
    """Return a quote as its owner reads it.

    Parameters
    ----------
    job : JobFile
        With the bolts that snapped so far, and what an hour costs.
    steps : sequence of Step
        Its plan.
    order : sequence of OrderLine
        What it consumes.
    quote : Quote
        What it takes and costs.
    ready_on : date or None
        The day it is done by.
    up_to : float
        Sum to which the shop goes on without asking.
    currency : str
        Of the shop.

    Raises
    ------
    InputError
        The sum is below the middle of the quote: the shop would have to ask in half of all cases.
    """
    middle = quote.price.p50
    # Asked as "not above" so that NaN is refused too.
    if not up_to >= middle:
        raise InputError(
            "up_to_cents",
            f"Read {up_to:.2f}; the middle of the quote is {middle:.2f}: agree on that "
            "much or more, or change the plan.",
        )
    return OwnerQuote(
        list(_done(steps, order)),
        quote.price,
        quote.days,
        ready_on,
        list(_on_top(quote)),
        up_to,
        currency,
        list(_snapped(job, steps)),
    )


def _snapped(job: JobFile, steps: Sequence[Step]) -> Iterator[OwnerSnapped]:
    whats = {step.key: step.what.rstrip(".") for step in steps}
    for bolt in job.snapped:
        at = whats.get(bolt.step)
        where = f" at “{at}”" if at else ""
        ways = [
            OwnerWay(f"{rung.rung.capitalize()}: {rung.text}", *_costs(rung.rung, job.terms))
            for rung in open_rungs(bolt.ladder, bolt.tried)
        ]
        yield OwnerSnapped(bolt.step, f"An old {bolt.size} bolt snapped{where}.", ways)


def _costs(rung: Rung, terms: Terms) -> tuple[float, float]:
    """What a rung costs, quick and slow; a welder's price has the work in it."""
    _, parts = RUNG_USES[rung]
    if rung is Rung.WELD:
        welder = terms.outside.get("licensed welder", parts)
        return welder, welder
    quick, _, slow = RUNG_HOURS[rung]
    return parts + quick * terms.labour_an_hour, parts + slow * terms.labour_an_hour


def _done(steps: Sequence[Step], order: Sequence[OrderLine]) -> Iterator[str]:
    for line in order:
        if line.kind is Ordered.PART:
            many = f"{line.quantity} × " if line.quantity > 1 else ""
            yield f"{many}{line.what}: {line.why[0]}." if line.part_number else f"New {line.what}."
    if any("drill" in step.key.split(".") for step in steps):
        yield "Holes are drilled in the frame, where its maker allows them."
    for step in steps:
        if step.outside:
            yield f"{step.what.rstrip('.')}, by the {step.outside}."
    yield (
        "Every joint is tightened to its figure and written down; nothing here raises what the "
        "vehicle may carry."
    )


def _on_top(quote: Quote) -> Iterator[str]:
    for driver in quote.drivers:
        yield f"{_sentence(driver)}."
    if quote.snapping >= _HARDLY:
        yield (
            f"In {quote.snapping * 100:.0f} of 100 cases at least one old bolt snaps; its repair "
            "is in the band."
        )
    yield "What is found only once it is apart; you are asked before anything dearer is done."


def _sentence(driver: Widener) -> str:
    what = driver.what[:1].upper() + driver.what[1:]
    if driver.chance is None:
        return f"{what} may take longer"
    return f"{what}: each snaps in {driver.chance.posterior * 100:.0f} of 100 cases"


def check_signature(strokes: Sequence[Sequence[tuple[int, int]]]) -> None:
    """Raise InputError where strokes of a pen are no signature on its pad.

    Parameters
    ----------
    strokes : sequence of sequence of tuple of int
        Points x, y of each, from 0 to 1000 along the pad's width and as much down it.
    """
    points = [point for stroke in strokes for point in stroke]
    if len(points) < 2:
        raise InputError("signature", "Sign on the pad first.")
    if len(strokes) > MOST_STROKES or len(points) > MOST_POINTS:
        raise InputError(
            "signature",
            f"Read {len(strokes)} strokes of {len(points)} points; at most {MOST_STROKES} of "
            f"{MOST_POINTS}.",
        )
    if not all(0 <= value <= PAD for point in points for value in point):
        raise InputError("signature", f"A point is off the pad; from 0 to {PAD}.")
