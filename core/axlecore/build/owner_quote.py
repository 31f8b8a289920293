"""A quote as the vehicle's owner reads it: what is done, its bands, and what may come on top."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date

from axlecore.build.order import Ordered, OrderLine
from axlecore.build.quote import Quantiles, Quote, Widener
from axlecore.build.steps import Step
from axlecore.errors import InputError
from axlecore.quantities.measure import Record

MOST_STROKES, MOST_POINTS, PAD = 60, 3000, 1000
#: Under this an owner is told of nothing [chance, as a part].
_HARDLY = 0.005


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
    """

    done: list[str]
    price: Quantiles
    days: Quantiles
    ready_on: date | None
    on_top: list[str]
    up_to: float
    currency: str


def owner_quote(
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
    )


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
