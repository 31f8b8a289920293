"""Ranking every feasible set of front bar, rear bar and hole, and saying why."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from axlecore.arguments import FloatArray
from axlecore.axle import FittedBar, bar_roll_stiffness, link_span
from axlecore.bar import bar_rates
from axlecore.errors import InputError
from axlecore.evaluate import REFERENCE_BEND_M_S2, axle_stiffness, reference_side_force
from axlecore.loads import LoadKey
from axlecore.manoeuvres import Course, bump_toss
from axlecore.measure import Record
from axlecore.rig import Action, SetUp, Vehicle
from axlecore.rolltest import damping_of, head_over_roll_axis, inertia_of, standing_model
from axlecore.steady import FRONT, REAR, roll_model, solve
from axlecore.steel import STEELS
from axlecore.stress import stress_per_newton
from axlecore.wind import side_area

#: Keys of what needs no new bar: leaving an axle as it is, and renewing what is worn there.
KEEP, RENEW = "keep", "renew"


@dataclass(frozen=True)
class Candidate(Record):
    """One thing that can be done at one axle.

    Attributes
    ----------
    key : str
        What it is called; `KEEP` leaves the axle as it is.
    action : Action or None
        None leaves the axle as it is.
    fitted : FittedBar or None
        The bar and its hole.
    price : float
        Parts and hours, in the shop's money, zero or more.
    days : float
        Until it is here.
    renews : bool
        It renews worn links and bushings, so that the standard bar works at once.
    """

    key: str
    action: Action | None = None
    fitted: FittedBar | None = None
    price: float = 0.0
    days: float = 0.0
    renews: bool = False


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


_Options = tuple[FloatArray, FloatArray, FloatArray, FloatArray]
#: Sets solved in one step: enough to be fast, few enough to show progress and spare memory.
_AT_ONCE = 4000
#: A part that saves less saves nothing [rad].
_LEAST_GAIN_RAD = 1e-9
#: Bend the yield reserve is asked for.
_HARD_BEND_M_S2 = REFERENCE_BEND_M_S2 / 0.3 * 0.5


@dataclass(frozen=True)
class _Figures:
    """Arrays over sets (rows) and load states (columns)."""

    lean: FloatArray
    wind: FloatArray
    share: FloatArray
    reserve: FloatArray
    toss: FloatArray
    price: FloatArray
    days: FloatArray
    pairs: npt.NDArray[np.int_]


def _axle_options(vehicle: Vehicle, axle_name: str, candidates: Sequence[Candidate]) -> _Options:
    """Suspension, late stiffness, free lean and stress per lean of each candidate."""
    axle = getattr(vehicle, axle_name)
    pair = axle_stiffness(vehicle, SetUp())
    before = pair[FRONT if axle_name == "front" else REAR].before
    fitted = [c.fitted for c in candidates if c.fitted is not None]
    rates = iter(bar_rates([f.bar for f in fitted], [f.hole for f in fitted]).tolist())
    stresses = iter(stress_per_newton([f.bar for f in fitted], [f.hole for f in fitted]).tolist())
    span = link_span(axle)
    rows = []
    for candidate in candidates:
        suspension, late, free, stress = (
            before.suspension, before.standard_bar, before.free_lean_rad, 0.0,
        )  # fmt: skip
        if candidate.action is Action.REPLACE:
            suspension, late, free = suspension - late, 0.0, 0.0
        if candidate.renews:
            free = 0.0
        if candidate.fitted is not None:
            rate, gain = next(rates), candidate.fitted.motion_gain.value
            suspension += float(bar_roll_stiffness(rate, span, gain))
            strength = STEELS[candidate.fitted.bar.steel].yield_strength_pa
            # Tip travel per rad of twist between body and axle, as a part of yield.
            stress = next(stresses) * rate * gain * span / 2 / strength
        rows.append((suspension, late, free, stress))
    found = np.array(rows)
    return found[:, 0], found[:, 1], found[:, 2], found[:, 3]


def _reckon(
    vehicle: Vehicle,
    front: Sequence[Candidate],
    rear: Sequence[Candidate],
    at: int,
    progress: Callable[[int, int], None] | None = None,
) -> _Figures:
    options = _axle_options(vehicle, "front", front), _axle_options(vehicle, "rear", rear)
    pairs = np.stack(np.divmod(np.arange(len(front) * len(rear)), len(rear)), axis=1)
    parts = []
    for start in range(0, len(pairs), _AT_ONCE):
        part = pairs[start : start + _AT_ONCE]
        parts.append((*_solve_pairs(vehicle, options, part), _toss(vehicle, options, part, at)))
        if progress is not None:
            progress(start + len(part), len(pairs))
    lean, wind, share, reserve, toss = (
        np.concatenate(column) for column in zip(*parts, strict=True)
    )
    of_front, of_rear = pairs.T
    price, days = (
        (np.array([getattr(c, name) for c in front])[of_front],
         np.array([getattr(c, name) for c in rear])[of_rear])
        for name in ("price", "days")
    )  # fmt: skip
    return _Figures(
        lean, wind, share, reserve, toss, price[0] + price[1], np.maximum(*days), pairs
    )  # fmt: skip


def _of_pairs(
    options: tuple[_Options, _Options], pairs: npt.NDArray[np.int_], part: int
) -> FloatArray:
    """One part of the options of each pair, (pairs, 2)."""
    return np.stack([options[end][part][pairs[:, end]] for end in (FRONT, REAR)], axis=1)


def _toss(
    vehicle: Vehicle,
    options: tuple[_Options, _Options],
    pairs: npt.NDArray[np.int_],
    at: int,
) -> FloatArray:
    """Head toss of a one-side bump in one load state, (pairs,) [m/s²]."""
    state = vehicle.load_states[at]
    model = roll_model(vehicle, (state,) * len(pairs), _of_pairs(options, pairs, 0))
    standing = standing_model(vehicle, state)
    inertia = inertia_of(vehicle, standing)
    damping = damping_of(vehicle, standing, inertia)
    head = head_over_roll_axis(vehicle, standing)
    return bump_toss(model, inertia, damping, Course(), head)


def _solve_pairs(
    vehicle: Vehicle, options: tuple[_Options, _Options], pairs: npt.NDArray[np.int_]
) -> tuple[FloatArray, FloatArray, FloatArray, FloatArray]:
    """Lean, wind lean and front share, (pairs, states), and reserve to yield, (pairs,)."""
    states = vehicle.load_states
    repeat = len(states)
    suspension, late, free, stress = (
        np.repeat(_of_pairs(options, pairs, part), repeat, axis=0) for part in range(4)
    )
    area = side_area(vehicle.profile)
    rows = len(pairs) * repeat
    answer = solve(
        roll_model(vehicle, states * len(pairs), suspension, late, free),
        [REFERENCE_BEND_M_S2, _HARD_BEND_M_S2, 0.0],
        [0.0, 0.0, reference_side_force(vehicle, area)],
        np.full(rows, area.centre_height_m),
        np.full(rows, area.centre_behind_front_axle_m),
    )
    twist = np.abs(answer.lean_rad[:, 1, None] - answer.tyre_roll_rad[:, 1])
    used = (twist * stress).max(axis=1).reshape(-1, repeat).max(axis=1)
    reserve = np.divide(1.0, used, out=np.full(len(used), np.inf), where=used > 0)
    shape = (-1, repeat)
    return (
        answer.lean_rad[:, 0].reshape(shape),
        answer.lean_rad[:, 2].reshape(shape),
        answer.front_share[:, 0].reshape(shape),
        reserve,
    )


def undominated(figures: FloatArray) -> npt.NDArray[np.bool_]:
    """Return which rows no other row beats in one figure without losing in another.

    Parameters
    ----------
    figures : ndarray, (sets, figures)
        Smaller is better in each.

    Returns
    -------
    ndarray of bool, (sets,)
        The Pareto front; equal rows do not beat each other.
    """
    found = np.zeros(len(figures), dtype=bool)
    # In order of the first figure only those already kept can beat a row.
    order = np.lexsort(figures.T[::-1])
    kept: list[int] = []
    for row in order:
        mine = figures[row]
        rivals = figures[kept]
        beaten = np.any(np.all(rivals <= mine, axis=1) & np.any(rivals < mine, axis=1))
        if not beaten:
            found[row] = True
            kept.append(int(row))
    return found


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
        Told how many sets of how many are reckoned; raising from it stops the work.

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
    figures = _reckon(vehicle, front, rear, at, progress)
    standing = _reckon(vehicle, [Candidate(KEEP)], [Candidate(KEEP)], at)
    figures = replace(figures, toss=figures.toss / standing.toss[0])
    change = figures.share[:, at] - standing.share[0, at]
    failed = _failures(figures, change, at, wishes)
    front_line = undominated(np.stack([figures.lean[:, at], np.abs(change), figures.price], axis=1))
    order = sorted(
        range(len(figures.pairs)),
        key=lambda row: (bool(failed[row]), figures.price[row] if not failed[row] else 0.0,
                         figures.lean[row, at]),
    )  # fmt: skip
    sets = [
        Ranked(
            front=front[figures.pairs[row, 0]].key, rear=rear[figures.pairs[row, 1]].key,
            lean_rad=figures.lean[row].tolist(), wind_lean_rad=figures.wind[row].tolist(),
            front_share=figures.share[row].tolist(), share_change=float(change[row]),
            yield_reserve=float(figures.reserve[row]),
            head_toss_ratio=float(figures.toss[row]), price=float(figures.price[row]),
            days=float(figures.days[row]), failed=failed[row], undominated=bool(front_line[row]),
        )
        for row in order
    ]  # fmt: skip
    recommended = 0 if not sets[0].failed else None
    return Ranking(sets, recommended, _why(sets, at, float(standing.lean[0, at])))


def _failures(figures: _Figures, change: FloatArray, at: int, wishes: Wishes) -> list[list[str]]:
    lean, wind = figures.lean[:, at], figures.wind[:, at]
    tests: list[tuple[npt.NDArray[np.bool_], str, FloatArray, float]] = [
        (change < -wishes.share_loss, "the front's share falls by {:.1f} points, {:.1f} allowed",
         -change * 100, wishes.share_loss * 100),
        (change > wishes.share_gain, "the front's share rises by {:.1f} points, {:.1f} allowed",
         change * 100, wishes.share_gain * 100),
        (figures.reserve < wishes.yield_reserve, "reserve to yield {:.2f}, {:.2f} asked",
         figures.reserve, wishes.yield_reserve),
    ]  # fmt: skip
    for value, limit, scale, words in (
        (lean, wishes.lean_rad, np.degrees(1), "leans {:.2f}°, {:.2f}° asked"),
        (wind, wishes.wind_lean_rad, np.degrees(1), "leans {:.2f}° in the wind, {:.2f}° asked"),
        (
            figures.toss,
            wishes.head_toss_growth,
            1.0,
            "tosses the head {:.2f} times as hard as now, {:.2f} allowed",
        ),
        (figures.price, wishes.budget, 1.0, "costs {:.0f}, {:.0f} to spend"),
        (figures.days, wishes.days, 1.0, "takes {:.0f} days, {:.0f} left"),
    ):
        if limit is not None:
            tests.append((value > limit, words, value * scale, limit * scale))
    failed: list[list[str]] = [[] for _ in lean]
    for fails, words, shown, limit in tests:
        for row in np.flatnonzero(fails):
            failed[row].append(words.format(shown[row], limit))
    return failed


def _why(sets: list[Ranked], at: int, standing_lean: float) -> str:
    best = sets[0]
    if best.failed:
        return f"Nothing meets every wish. The nearest, {_named(best)}: {'; '.join(best.failed)}."
    if (best.front, best.rear) == (KEEP, KEEP):
        return "It meets every wish as it stands: nothing has to be bought."
    met = sum(not one.failed for one in sets)
    less = 1 - best.lean_rad[at] / standing_lean
    return (
        f"{_named(best)} is the cheapest of {met} that meet every wish: it leans "
        f"{np.degrees(best.lean_rad[at]):.1f}°, {less:.0%} less than now, for {best.price:.0f}; "
        f"the front's share changes by {best.share_change * 100:+.1f} points."
    )


def _named(one: Ranked) -> str:
    words = {RENEW: "renewed links and bushings"}
    parts = [f"{words.get(key, key)} at the {axle}"
             for axle, key in (("front", one.front), ("rear", one.rear))
             if key != KEEP]  # fmt: skip
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
        one for at, one in enumerate(ranking.sets)
        if at < most or one.undominated or {one.front, one.rear} <= kept
    ]  # fmt: skip
    return replace(ranking, sets=sets)


def thin_out(
    vehicle: Vehicle, axle_name: str, candidates: Sequence[Candidate], most: int
) -> list[Candidate]:
    """Return candidates of an axle: the best of so many steps of stiffness.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    axle_name : str
        "front" or "rear".
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
    Of one step those are kept that no other beats in price, days and stress at once: a cheap bar
    of weak steel never hides a dearer one that holds.
    """
    if len(candidates) <= most:
        return list(candidates)
    stiffness, _, _, stress = _axle_options(vehicle, axle_name, candidates)
    price, days = (
        np.array([getattr(candidate, name) for candidate in candidates])
        for name in ("price", "days")
    )
    figures = np.stack([price, days, coarse(stress)], axis=1)
    return [candidates[row] for row in best_of_steps(stiffness, figures, most)]


def coarse(figure: npt.ArrayLike) -> FloatArray:
    """Return figures in steps of a tenth of themselves, so that what is alike counts as equal.

    Parameters
    ----------
    figure : array_like
        Zero or more.
    """
    return np.asarray(np.round(np.log(np.maximum(figure, 1e-12)) * 10))


def best_of_steps(position: FloatArray, figures: FloatArray, most: int) -> list[int]:
    """Return which rows of each even step of a position no other of that step beats.

    Parameters
    ----------
    position : ndarray, (n,)
        Such as a stiffness.
    figures : ndarray, (n, k)
        Smaller is better in each.
    most : int
        How many steps, 1 or more.

    Returns
    -------
    list of int
        Rows in their order; of rows alike in every figure the first.
    """
    width = (position.max() - position.min()) / most or 1.0
    steps = np.minimum(((position - position.min()) / width).astype(int), most - 1)
    kept: list[int] = []
    for step in np.unique(steps):
        rows = np.flatnonzero(steps == step)
        rows = rows[np.sort(np.unique(figures[rows], axis=0, return_index=True)[1])]
        kept += rows[undominated(figures[rows])].tolist()
    return sorted(kept)


@dataclass(frozen=True)
class Step(Record):
    """One further part and what it gives.

    Attributes
    ----------
    key, axle : str
        The part and where.
    lean_rad : float
        Lean once it is there too [rad].
    gain_rad : float
        Less lean than before it [rad].
    price : float
        What it costs.
    gain_per_100_rad : float
        Less lean per 100 of the shop's money [rad].
    """

    key: str
    axle: str
    lean_rad: float
    gain_rad: float
    price: float
    gain_per_100_rad: float


def next_steps(
    vehicle: Vehicle, front: Sequence[Candidate], rear: Sequence[Candidate], key: LoadKey
) -> list[Step]:
    """Return parts in the order of lean saved per money, one an axle, each on top of the last.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    front, rear : sequence of Candidate
        What can be done at each axle; those without a price are left out.
    key : LoadKey
        Load state the lean is for.

    Returns
    -------
    list of Step
        At most one at each axle, best first; none that saves nothing.
    """
    at = vehicle.weighed(key)
    keep = Candidate(KEEP)
    options = {"front": [keep, *front], "rear": [keep, *rear]}
    figures = _reckon(vehicle, options["front"], options["rear"], at)
    lean = figures.lean[:, at].reshape(len(options["front"]), len(options["rear"]))
    chosen = [0, 0]
    found: list[Step] = []
    while True:
        now = float(lean[chosen[0], chosen[1]])
        best: tuple[float, int, int] | None = None
        for side, axle in enumerate(("front", "rear")):
            if chosen[side]:
                continue
            for index, candidate in enumerate(options[axle]):
                tried = (index, chosen[1]) if side == 0 else (chosen[0], index)
                gain = now - float(lean[tried])
                if candidate.price > 0 and gain > _LEAST_GAIN_RAD:
                    worth = gain / candidate.price
                    if best is None or worth > best[0]:
                        best = (worth, side, index)
        if best is None:
            return found
        worth, side, index = best
        chosen[side] = index
        axle = ("front", "rear")[side]
        after = float(lean[chosen[0], chosen[1]])
        candidate = options[axle][index]
        found.append(Step(candidate.key, axle, after, now - after, candidate.price, worth * 100))


def best_value(
    vehicle: Vehicle, axle_name: str, candidates: Sequence[Candidate], key: LoadKey, most: int
) -> list[Candidate]:
    """Return the candidates of one axle that save most lean for their money, best first.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    axle_name : str
        "front" or "rear"; the other axle stays as it is.
    candidates : sequence of Candidate
        What can be done there; those without a price are left out.
    key : LoadKey
        Load state the lean is for.
    most : int
        How many to return.
    """
    at, keep = vehicle.weighed(key), [Candidate(KEEP)]
    tried = [*keep, *candidates]
    front, rear = (tried, keep) if axle_name == "front" else (keep, tried)
    lean = _reckon(vehicle, front, rear, at).lean[:, at]
    gains = (lean[0] - lean[1:]).tolist()
    worth = [
        (gain / candidate.price, candidate)
        for gain, candidate in zip(gains, candidates, strict=True)
        if candidate.price > 0 and gain > _LEAST_GAIN_RAD
    ]
    worth.sort(key=lambda pair: -pair[0])
    return [candidate for _, candidate in worth[:most]]
