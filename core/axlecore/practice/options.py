"""What can be done at an axle with the parts of the racks: the candidates of the ranking."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import product

import numpy as np

from axlecore.bars.bar import bar_rates
from axlecore.bars.steel import STEELS
from axlecore.choosing.pareto import best_of_steps, coarse
from axlecore.choosing.sets import KEEP, RENEW, Candidate
from axlecore.practice.completion import (
    FITTINGS,
    Besides,
    Completed,
    Priced,
    Rates,
    completed,
    renewal,
)
from axlecore.practice.look import LookOver
from axlecore.practice.partfit import Fit, FitVerdict, part_fit
from axlecore.quantities.measure import Record
from axlecore.racks.parts import WITH_A_BAR, BarRole, RackPart
from axlecore.vehicle.axle import Axle, FittedBar, new_bar
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, Vehicle

#: Steps of rate that an axle's parts are told apart by.
MOST_PARTS = 40


@dataclass(frozen=True)
class Option(Record):
    """One thing that can be done at an axle, as the ranking names it.

    Attributes
    ----------
    key : str
        What the ranking calls it.
    axle : End
        Front or rear.
    part_id : int or None
        Of the part; None where no new bar is fitted.
    part_number, maker, kind : str
        Of the part; empty where there is none.
    action : Action or None
        What is done with its bar.
    hole : int
        Hole the links are in, 0 the outermost.
    renews : bool
        Worn links and bushings are renewed.
    price, hours, days : float
        Of parts and labour together; hours of labour; until it is here.
    verdict : FitVerdict
        How the part fits.
    besides : list of Besides
        Parts it is bought with, so that it can be bolted on.
    given_out : list of str
        Work of others that is in the price.
    """

    key: str
    axle: End
    part_id: int | None
    part_number: str
    maker: str
    kind: str
    action: Action | None
    hole: int
    renews: bool
    price: float
    hours: float
    days: float
    verdict: FitVerdict
    besides: list[Besides]
    given_out: list[str]


_FITS = FitVerdict(Fit.FITS, [])


_WORDS = {
    Action.SUPPLEMENT: "beside the standard bar",
    Action.REPLACE: "in its place",
    Action.NEW: "as new bar",
}


def actions_for(part: RackPart, has_bar: bool) -> tuple[Action, ...]:
    """Return what can be done with a part's bar on an axle.

    Parameters
    ----------
    part : RackPart
        A bar or a kit.
    has_bar : bool
        Whether the axle has a standard bar.
    """
    if not has_bar:
        return (Action.NEW,)
    return {
        BarRole.BESIDE: (Action.SUPPLEMENT,),
        BarRole.INSTEAD: (Action.REPLACE,),
        BarRole.EITHER: (Action.SUPPLEMENT, Action.REPLACE),
    }[part.role]


def thin_parts(parts: Sequence[Priced], most: int) -> list[Priced]:
    """Return the parts that are worth ranking: all without a bar, and so many with one.

    Parameters
    ----------
    parts : sequence of Priced
        For one axle.
    most : int
        How many steps of rate, 1 or more.

    Returns
    -------
    list of Priced
        Of those with a bar, for each way to fit them, the best of each even step of rate: beaten
        by none in price, days and stress at a twist, which goes with diameter over yield.
    """
    kept = [one for one in parts if one.part.bar is None]
    # A bare bar costs less than a kit and needs more: neither hides the other.
    for role, kind in product(BarRole, WITH_A_BAR):
        of_role = [one for one in parts if (one.part.role, one.part.kind) == (role, kind)]
        bars = [one.part.bar for one in of_role if one.part.bar is not None]
        if len(of_role) <= most:
            kept += of_role
            continue
        rates = bar_rates(bars, [0] * len(bars))
        stress = [
            bar.outside_diameter_m.value / STEELS[bar.steel].yield_strength_pa for bar in bars
        ]
        bought = [(one.price, one.days) for one in of_role]
        figures = np.column_stack([np.array(bought), coarse(np.array(stress) * 1e12)])
        kept += [of_role[row] for row in best_of_steps(rates, figures, most)]
    return kept


def axle_options(
    vehicle: Vehicle,
    look: LookOver,
    end: End,
    parts: Sequence[Priced],
    rates: Rates,
) -> list[tuple[Option, Candidate]]:
    """Return everything that can be done at one axle, keeping it as it is first.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    look : LookOver
        What was seen, for what fits.
    end : End
        Front or rear.
    parts : sequence of Priced
        Bars and kits, with brackets, links and bushings to complete them and to renew with.
    rates : Rates
        What work costs.

    Returns
    -------
    list of tuple of Option, Candidate
        Parts that do not fit are left out, and those that `thin_parts` does; renewing is there
        wherever there is a bar.
    """
    axle = vehicle.of_end(end)
    keep = Option(
        key=KEEP,
        axle=end,
        part_id=None,
        part_number="",
        maker="",
        kind="",
        action=None,
        hole=0,
        renews=False,
        price=0.0,
        hours=0.0,
        days=0.0,
        verdict=_FITS,
        besides=[],
        given_out=[],
    )
    found = [(keep, Candidate(KEEP))]
    fitting = [(one, part_fit(one.part, vehicle, look, end)) for one in parts]
    verdicts = {one.id: verdict for one, verdict in fitting if verdict.fit is not Fit.NO}
    worth = thin_parts([one for one, _ in fitting if one.id in verdicts], MOST_PARTS)
    fitting = [(one, verdicts[one.id]) for one in worth]
    fittings = [one for one in worth if one.part.kind in FITTINGS]
    if axle.standard_bar is not None:
        whole = renewal(axle, fittings, rates)
        renew = replace(
            keep,
            key=RENEW,
            renews=True,
            price=whole.price,
            hours=whole.hours,
            days=whole.days,
            besides=whole.besides,
        )
        found.append((renew, _candidate(RENEW, whole, renews=True)))
    for one, verdict in fitting:
        found += _of_part(axle, end, one, verdict, fittings, rates)
    return found


def _of_part(
    axle: Axle,
    end: End,
    one: Priced,
    verdict: FitVerdict,
    fittings: Sequence[Priced],
    rates: Rates,
) -> Iterator[tuple[Option, Candidate]]:
    bar = one.part.bar
    if bar is None:
        return
    for action in actions_for(one.part, axle.standard_bar is not None):
        whole = completed(one, action, axle, end, fittings, rates)
        for hole in range(len(bar.hole_setbacks_m)):
            key = f"{one.part.part_number} {_WORDS[action]}, hole {hole + 1}"
            option = Option(
                key=key,
                axle=end,
                part_id=one.id,
                part_number=one.part.part_number,
                maker=one.part.maker,
                kind=one.part.kind,
                action=action,
                hole=hole,
                renews=False,
                price=whole.price,
                hours=whole.hours,
                days=whole.days,
                verdict=verdict,
                besides=whole.besides,
                given_out=whole.given_out,
            )
            yield option, _candidate(key, whole, action, new_bar(axle, bar, hole))


def _candidate(
    key: str,
    whole: Completed,
    action: Action | None = None,
    fitted: FittedBar | None = None,
    renews: bool = False,
) -> Candidate:
    return Candidate(key, action, fitted, whole.price, whole.days, renews, tuple(whole.lacks))
