"""An honest quote: hours, price and finish as bands, drawn from each step and each old bolt."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.build.snapped import RUNG_HOURS, RUNG_USES
from axlecore.build.snapping import Chance, Tally, chance_of
from axlecore.build.steps import OldFastener, Step
from axlecore.build.terms import Terms
from axlecore.errors import InputError
from axlecore.fasteners.repair import Rung
from axlecore.practice.look import Rust
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record

DRAWS = 5000
#: How far down the ladder a snapped bolt goes: chance that each rung is where it ends. Workshop
#: practice, until the shop's own record; the welder is the last.
ENDS_AT = {
    Rung.EXTRACT: 0.45,
    Rung.RE_TAP: 0.15,
    Rung.INSERT: 0.25,
    Rung.THROUGH_BOLT: 0.10,
    Rung.WELD: 0.05,
}
_DRIVERS = 3


@dataclass(frozen=True)
class Quantiles(Record):
    """A band: one in ten is below the first, one in ten above the last.

    Attributes
    ----------
    p10, p50, p80, p90 : float
        Quantiles.
    """

    p10: float
    p50: float
    p80: float
    p90: float


@dataclass(frozen=True)
class Widener(Record):
    """Something that widens a quote.

    Attributes
    ----------
    what : str
        In words.
    share : float
        Of the variance of the hours, as a part.
    chance : Chance or None
        How likely its bolts snap; None for a step that simply takes long.
    """

    what: str
    share: float
    chance: Chance | None


@dataclass(frozen=True)
class Quote(Record):
    """What a job takes and costs.

    Attributes
    ----------
    hours, price : Quantiles
        Of the shop's own work [h], and of all together in its money.
    days : Quantiles
        Working days from the start to the finish.
    drivers : list of Widener
        The three that widen it most.
    snapping : float
        Chance that at least one bolt snaps, as a part.
    draws : int
        How many draws it rests on.
    """

    hours: Quantiles
    price: Quantiles
    days: Quantiles
    drivers: list[Widener]
    snapping: float
    draws: int


def quote_of(
    steps: Sequence[Step],
    terms: Terms,
    record: Sequence[Tally],
    rng: np.random.Generator,
    draws: int = DRAWS,
) -> Quote:
    """Return what a plan takes and costs, as bands.

    Parameters
    ----------
    steps : sequence of Step
        Of the plan; work of others costs money and no hours.
    terms : Terms
        What the shop asks and pays.
    record : sequence of Tally
        The shop's own record of bolts that snapped.
    rng : numpy.random.Generator
        Seeded by the caller, so that the same plan has the same quote.
    draws : int
        How many, 100 or more.

    Raises
    ------
    InputError
        No steps, or too few draws.

    Notes
    -----
    Each step's three hours make a PERT distribution (Malcolm et al., *Operations Research* 7,
    1959): a Beta with mean (q + 4u + s)/6 and shape 4. Bolts of one step that snap are binomial;
    each costs the rungs of the ladder it needs.
    """
    if draws < 100:
        raise InputError("draws", f"Read {draws}; draw 100 or more.")
    own = [step for step in steps if not step.outside]
    if not own:
        raise InputError("steps", "There is no work of the shop in this plan.")
    worked = _pert(np.array([step.hours for step in own]), rng, draws)
    undone = [(step, fastener) for step in own for fastener in step.undoes]
    chances = [chance_of(fastener, record) for _, fastener in undone]
    counts = [fastener.count for _, fastener in undone]
    snapped, repair_h, repair_cost = _repairs(counts, chances, rng, draws)
    hours = worked.sum(axis=0) + repair_h.sum(axis=0)
    outside = sum(terms.outside.get(step.outside, 0.0) for step in steps if step.outside)
    price = hours * terms.labour_an_hour + repair_cost.sum(axis=0) + outside + terms.parts
    return Quote(
        hours=_quantiles(hours),
        price=_quantiles(price),
        days=_quantiles(hours / terms.open_hours),
        drivers=_drivers(own, worked, undone, chances, repair_h),
        snapping=float((snapped.sum(axis=0) > 0).mean()) if len(snapped) else 0.0,
        draws=draws,
    )


def _pert(hours: FloatArray, rng: np.random.Generator, draws: int) -> FloatArray:
    """Hours of each step in each draw, (steps, draws)."""
    quick, usual, slow = hours.T
    wide = np.where(slow > quick, slow - quick, 1.0)
    alpha = 1 + 4 * (usual - quick) / wide
    beta = 1 + 4 * (slow - usual) / wide
    drawn = rng.beta(alpha[:, None], beta[:, None], size=(len(hours), draws))
    return np.asarray(quick[:, None] + drawn * (slow - quick)[:, None])


def _repairs(
    counts: Sequence[int],
    chances: Sequence[Chance],
    rng: np.random.Generator,
    draws: int,
) -> tuple[FloatArray, FloatArray, FloatArray]:
    """How many snap, what that takes [h] and costs, (fasteners, draws) each."""
    if not counts:
        none = np.zeros((0, draws))
        return none, none, none
    many, snaps = np.array(counts), np.array([chance.posterior for chance in chances])
    snapped = rng.binomial(many[:, None], snaps[:, None], size=(len(counts), draws))
    ends = list(ENDS_AT)
    # Which rung a snapped bolt ends at; whoever goes further has tried those before.
    shares = rng.multinomial(snapped, [ENDS_AT[rung] for rung in ends])
    climbed = np.flip(np.cumsum(np.flip(shares, axis=-1), axis=-1), axis=-1)
    hours, costs = np.zeros(snapped.shape), np.zeros(snapped.shape)
    for at, rung in enumerate(ends):
        tried = climbed[..., at]
        quick, usual, slow = RUNG_HOURS[rung]
        # Repairs of one step are drawn as slow or quick together: the same rust holds them.
        mean = _pert(np.array([[quick, usual, slow]]), rng, draws)[0]
        hours += tried * mean
        costs += tried * RUNG_USES[rung][1]
    return np.asarray(snapped, dtype=float), hours, costs


def _quantiles(values: FloatArray) -> Quantiles:
    return Quantiles(*(float(one) for one in np.quantile(values, [0.1, 0.5, 0.8, 0.9])))


def _drivers(
    own: Sequence[Step],
    worked: FloatArray,
    undone: Sequence[tuple[Step, OldFastener]],
    chances: Sequence[Chance],
    repair_h: FloatArray,
) -> list[Widener]:
    """What widens the hours most, by share of the variance; draws are independent."""
    spread = [
        (float(row.var()), step.what.rstrip("."), None)
        for row, step in zip(worked, own, strict=True)
    ]
    bolts = [
        (float(row.var()), _bolts(fastener, step), chance)
        for row, (step, fastener), chance in zip(repair_h, undone, chances, strict=True)
    ]
    found = sorted([*spread, *bolts], key=lambda one: -one[0])
    whole = sum(one[0] for one in found)
    if whole <= 0:
        return []
    return [Widener(what, share / whole, chance) for share, what, chance in found[:_DRIVERS]]


_NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight")


def _bolts(fastener: OldFastener, step: Step) -> str:
    count = _NUMBERS[fastener.count] if fastener.count < len(_NUMBERS) else str(fastener.count)
    where = " in welded or captive nuts" if fastener.hidden else ""
    rust = "rust not seen" if fastener.rust is Rust.UNSEEN else f"{fastener.rust} rust"
    rust = "no rust" if fastener.rust is Rust.NONE else rust
    place = " ".join(str(one) for one in (step.axle, step.side) if one is not None)
    size = fastener.size.partition("x")[0]
    bolts = "bolt" if fastener.count == 1 else "bolts"
    return f"{count} {size} {bolts}{where}, {rust}" + (f", {place}" if place else "")
