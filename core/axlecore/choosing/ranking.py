"""Ranking every feasible set of front bar, rear bar and hole, and saying why."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from axlecore.choosing.figures import Figures
from axlecore.choosing.pareto import best_of_steps, coarse, undominated
from axlecore.choosing.sets import (
    KEEP,
    RENEW,
    Candidate,
    sets_of,
    stress_per_rad,
)
from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Vehicle


@dataclass(frozen=True)
class Wishes(Record):
    """Target and limits; None leaves one open.

    Attributes
    ----------
    state : LoadKey
        Load state they are for.
    lean_rad, wind_lean_rad : float or None
        At most, in the reference bend and wind [rad].
    share_loss : float
        How far the front's share may fall, as a part: past it the rear lets go first.
    share_gain : float
        How far it may rise, as a part: past it the front pushes wide.
    yield_reserve : float
        Least reserve to yield in a bend of 0.5 g.
    head_toss_growth : float or None
        How much of the head toss as it stands a one-side bump may give, 1.2 for a fifth more.
    budget, days : float or None
        At most.
    currency : str
        What prices are said in; empty where nobody said.
    """

    state: LoadKey = LoadKey.TRIP_READY
    lean_rad: float | None = None
    wind_lean_rad: float | None = None
    share_loss: float = 0.03
    share_gain: float = 0.08
    yield_reserve: float = 1.2
    head_toss_growth: float | None = None
    budget: float | None = None
    days: float | None = None
    currency: str = ""

    @property
    def of_money(self) -> str:
        """What stands behind an amount of the shop's money."""
        return f" {self.currency}" if self.currency else ""


@dataclass(frozen=True)
class Ranked(Record):
    """One set with its figures.

    Attributes
    ----------
    front, rear : str
        Keys of its candidates.
    lean_rad, wind_lean_rad, front_share : list of float
        In every load state.
    share_change : float
        Of the front's share, in the state of the wishes.
    yield_reserve : float
        Of the chosen bars at 0.5 g; infinity where none is chosen.
    head_toss_ratio : float
        Head toss of a one-side bump over that as it stands.
    price, days : float
        Of both together; the later of the two.
    failed : list of str
        What it fails of the wishes, in words; empty where it meets all.
    undominated : bool
        No other set is as good in lean, balance and price and better in one.
    """

    front: str
    rear: str
    lean_rad: list[float]
    wind_lean_rad: list[float]
    front_share: list[float]
    share_change: float
    yield_reserve: float
    head_toss_ratio: float
    price: float
    days: float
    failed: list[str]
    undominated: bool


@dataclass(frozen=True)
class Ranking(Record):
    """All sets, best first, with the recommended one.

    Attributes
    ----------
    sets : list of Ranked
        Those that meet the wishes first, then by lean.
    recommended : int or None
        Which one; None where none meets the wishes.
    why : str
        Reasons in words.
    """

    sets: list[Ranked]
    recommended: int | None
    why: str


@dataclass(frozen=True)
class _Judged:
    """What sets are judged by in one load state, (sets,) each."""

    lean: FloatArray
    wind: FloatArray
    share_change: FloatArray
    reserve: FloatArray
    toss: FloatArray
    price: FloatArray
    days: FloatArray


def rank(
    vehicle: Vehicle,
    front: Sequence[Candidate],
    rear: Sequence[Candidate],
    wishes: Wishes,
    progress: Callable[[int, int], None] | None = None,
) -> Ranking:
    """Return every set of a front and a rear candidate, best first, with reasons.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    front, rear : sequence of Candidate
        What can be done at each axle; one of each leaves it as it is.
    wishes : Wishes
        Target and limits.
    progress : callable or None
        Told how many sets of how many are worked out; raising from it stops the work.

    Returns
    -------
    Ranking
        Sets that meet the wishes first, cheapest first among those; the rest by lean.

    Raises
    ------
    InputError
        No candidates, or a load state that is not on the sheet.
    UnstableError
        The vehicle tips over by itself with one of the sets.
    """
    if not front or not rear:
        raise InputError("candidates", "Give at least one candidate an axle, if only to keep it.")
    at = vehicle.weighed(wishes.state)
    tried = sets_of(vehicle, front, rear)
    kept = sets_of(vehicle, [Candidate(KEEP)], [Candidate(KEEP)])
    figures, standing = tried.figures(progress), kept.figures()
    of_front, of_rear = tried.pairs.T
    whole = _Judged(
        lean=figures.lean[:, at],
        wind=figures.wind[:, at],
        share_change=figures.share[:, at] - standing.share[0, at],
        reserve=figures.reserve,
        toss=tried.head_toss(at) / kept.head_toss(at)[0],
        price=np.array([c.price for c in front])[of_front]
        + np.array([c.price for c in rear])[of_rear],
        days=np.maximum(
            np.array([c.days for c in front])[of_front],
            np.array([c.days for c in rear])[of_rear],
        ),
    )
    failed = [
        [*words, *front[at_front].lacks, *rear[at_rear].lacks]
        for words, at_front, at_rear in zip(
            _failures(whole, wishes), of_front, of_rear, strict=True
        )
    ]
    # What cannot be bolted on beats nothing.
    complete = (
        np.array([not candidate.lacks for candidate in front])[of_front]
        & (np.array([not candidate.lacks for candidate in rear])[of_rear])
    )
    price = np.where(complete, whole.price, np.inf)
    front_line = complete & undominated(
        np.stack([whole.lean, np.abs(whole.share_change), price], axis=1)
    )
    order = sorted(
        range(len(tried.pairs)),
        key=lambda row: (
            bool(failed[row]),
            whole.price[row] if not failed[row] else 0.0,
            whole.lean[row],
        ),
    )
    sets = [
        Ranked(
            front=front[of_front[row]].key,
            rear=rear[of_rear[row]].key,
            lean_rad=figures.lean[row].tolist(),
            wind_lean_rad=figures.wind[row].tolist(),
            front_share=figures.share[row].tolist(),
            share_change=float(whole.share_change[row]),
            yield_reserve=float(whole.reserve[row]),
            head_toss_ratio=float(whole.toss[row]),
            price=float(whole.price[row]),
            days=float(whole.days[row]),
            failed=failed[row],
            undominated=bool(front_line[row]),
        )
        for row in order
    ]
    recommended = 0 if not sets[0].failed else None
    return Ranking(sets, recommended, _why(sets, at, float(standing.lean[0, at]), wishes))


#: Which rows fail, in which words, by what, and what is asked.
_Test = tuple[npt.NDArray[np.bool_], str, FloatArray, float]


def broken_limits(figures: Figures, share_before: float, price: float, wishes: Wishes) -> list[str]:
    """Return which limits something breaks, whatever its lean: balance, head toss, money.

    Parameters
    ----------
    figures : Figures
        What it does.
    share_before : float
        The front's share of load transfer as it stands.
    price : float
        Of all of it.
    wishes : Wishes
        Target and limits.
    """
    change = np.array([figures.front_share - share_before])
    tests = _balance_tests(change, wishes)
    tests += _most_tests(np.array([figures.head_toss_ratio]), np.array([price]), wishes)
    return _in_words(1, tests)[0]


def _failures(figures: _Judged, wishes: Wishes) -> list[list[str]]:
    lean, wind = figures.lean, figures.wind
    aims = (
        (lean, wishes.lean_rad, np.degrees(1), "leans {:.2f}°, {:.2f}° asked"),
        (wind, wishes.wind_lean_rad, np.degrees(1), "leans {:.2f}° in the wind, {:.2f}° asked"),
    )
    late = ((figures.days, wishes.days, 1.0, "takes {:.0f} days, {:.0f} left"),)
    tests = [
        *_balance_tests(figures.share_change, wishes),
        (
            figures.reserve < wishes.yield_reserve,
            "reserve to yield {:.2f}, {:.2f} asked",
            figures.reserve,
            wishes.yield_reserve,
        ),
        *_at_most(aims),
        *_most_tests(figures.toss, figures.price, wishes),
        *_at_most(late),
    ]
    return _in_words(len(lean), tests)


def _balance_tests(change: FloatArray, wishes: Wishes) -> list[_Test]:
    return [
        (
            change < -wishes.share_loss,
            "front–rear balance falls by {:.1f} points, {:.1f} allowed",
            -change * 100,
            wishes.share_loss * 100,
        ),
        (
            change > wishes.share_gain,
            "front–rear balance rises by {:.1f} points, {:.1f} allowed",
            change * 100,
            wishes.share_gain * 100,
        ),
    ]


def _most_tests(toss: FloatArray, price: FloatArray, wishes: Wishes) -> list[_Test]:
    harder = "tosses the head {:.2f} times as hard as now, {:.2f} allowed"
    return _at_most(
        (
            (toss, wishes.head_toss_growth, 1.0, harder),
            (price, wishes.budget, 1.0, f"costs {{:,.0f}}, {{:,.0f}}{wishes.of_money} to spend"),
        )
    )


def _at_most(rows: Iterable[tuple[FloatArray, float | None, float, str]]) -> list[_Test]:
    return [
        (value > limit, words, value * scale, limit * scale)
        for value, limit, scale, words in rows
        if limit is not None
    ]


def _in_words(sets: int, tests: Sequence[_Test]) -> list[list[str]]:
    failed: list[list[str]] = [[] for _ in range(sets)]
    for fails, words, shown, limit in tests:
        for row in np.flatnonzero(fails):
            failed[row].append(words.format(shown[row], limit))
    return failed


def _why(sets: list[Ranked], at: int, standing_lean: float, wishes: Wishes) -> str:
    best = sets[0]
    if best.failed:
        return f"Nothing meets every wish. The nearest, {_named(best)}: {'; '.join(best.failed)}."
    if (best.front, best.rear) == (KEEP, KEEP):
        return "It meets every wish as it stands: nothing has to be bought."
    met = sum(not one.failed for one in sets)
    less = 1 - best.lean_rad[at] / standing_lean
    return (
        f"{_named(best)} is the cheapest of {met} that meet every wish: it leans "
        f"{np.degrees(best.lean_rad[at]):.1f}°, {less:.0%} less than now, for "
        f"{best.price:,.0f}{wishes.of_money}; "
        f"front–rear balance changes by {best.share_change * 100:+.1f} points."
    )


def _named(one: Ranked) -> str:
    words = {RENEW: "renewed links and bushings"}
    parts = [
        f"{words.get(key, key)} at the {axle}"
        for axle, key in (("front", one.front), ("rear", one.rear))
        if key != KEEP
    ]
    return " with ".join(parts) or "Keeping what is there"


def shortened(ranking: Ranking, most: int) -> Ranking:
    """Return a ranking with its best sets, all undominated ones, and those without a new bar.

    Parameters
    ----------
    ranking : Ranking
        Any.
    most : int
        How many of the best to keep.
    """
    kept = {KEEP, RENEW}
    sets = [
        one
        for at, one in enumerate(ranking.sets)
        if at < most or one.undominated or {one.front, one.rear} <= kept
    ]
    return replace(ranking, sets=sets)


def thin_out(
    vehicle: Vehicle, end: End, candidates: Sequence[Candidate], most: int
) -> list[Candidate]:
    """Return candidates of an axle: the best of so many steps of stiffness.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    end : End
        Front or rear.
    candidates : sequence of Candidate
        Any number.
    most : int
        How many steps, 1 or more.

    Returns
    -------
    list of Candidate
        In the order given; all of them where there are no more than steps.

    Notes
    -----
    Of one step those are kept that no other beats in price, days, stress and being complete at
    once: a cheap bar of weak steel, or one without brackets, never hides a dearer one that holds.
    """
    if len(candidates) <= most:
        return list(candidates)
    stiffness, stress = stress_per_rad(vehicle, end, candidates)
    price = np.array([candidate.price for candidate in candidates])
    days = np.array([candidate.days for candidate in candidates])
    # What lacks something never hides what can be bolted on.
    lacks = np.array([float(bool(candidate.lacks)) for candidate in candidates])
    figures = np.stack([price, days, coarse(stress), lacks], axis=1)
    return [candidates[row] for row in best_of_steps(stiffness, figures, most)]
