"""When each job takes which bay: an exact plan over the hours a shop is open.

Time is counted in working hours from the opening of day 0; nights take none. A job starts on a
whole hour and keeps its bay through consecutive working hours. A binary stands for each job, each
group of like bays and each start; lateness decides first, then how many starts that were told
move, then how early all is done, then how many change their bay.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.sparse import csr_array

from axlecore.build.board_file import BoardFile, BoardJob
from axlecore.build.lateness import Lateness, Placed, why_late
from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record

#: What the search may take in all [s], and the share of each of its questions: lateness, moves of
#: what was told, and how early. What is not proven by then says so.
PATIENCE_S = 4.5
_SHARES = (0.65, 0.15, 0.2)
#: Lateness less than this is none [h].
_ON_TIME_H = 1e-6


class NoBoardError(InputError):
    """There is no answer in the days that were given; names the jobs that have no room."""

    def __init__(self, field: str, message: str, jobs: Sequence[str]) -> None:
        super().__init__(field, message)
        self.jobs = tuple(jobs)


@dataclass(frozen=True)
class Board(Record):
    """All jobs with their bays and times.

    Attributes
    ----------
    jobs : list of Placed
        In the order they were given.
    late_total : float
        Working hours past closing, of all jobs together.
    proven : bool
        Nothing is less late, moves less of what was told, or is earlier all told.
    gap : float
        How far the first question that is not proven may be off, as a part; zero where proven,
        one where nothing is known of it.
    late : list of Lateness
        Why each late job is late.
    """

    jobs: list[Placed]
    late_total: float
    proven: bool
    gap: float
    late: list[Lateness]


@dataclass(frozen=True)
class _Group:
    """Bays that are alike: any free one will do."""

    kind: str
    bays: tuple[str, ...]


@dataclass(frozen=True)
class _Try:
    """One way to place a job: which group of bays, and its start."""

    job: int
    group: int
    start: int


def solve_board(asked: BoardFile, patience_s: float = PATIENCE_S) -> Board:
    """Return where and when each job is done: least late, fewest moves of what was told, earliest.

    Parameters
    ----------
    asked : BoardFile
        The shop and its jobs.
    patience_s : float
        What the search may take in all [s], above zero.

    Raises
    ------
    NoBoardError
        Names the jobs that find no room in the days given, and what forbids it.

    Notes
    -----
    Time-indexed integer program (Sousa & Wolsey, *Mathematical Programming* 54, 1992), solved by
    HiGHS through `scipy.optimize.milp`, one question after the other, each held for the next.
    """
    if not asked.jobs:
        return Board([], 0.0, True, 0.0, [])
    groups = _groups(asked)
    tries = list(_tries(asked, groups))
    _all_have_room(asked, tries)
    program = _Program(asked, groups, tries)
    # What costs nothing anywhere needs no asking; how early is asked all the same.
    questions = [
        (costs, share)
        for costs, share in zip(program.questions, _SHARES, strict=True)
        if costs.any() or costs is program.questions[-1]
    ]
    held: list[tuple[FloatArray, float]] = []
    gap, picked = 0.0, None
    for costs, share in questions:
        found = program.least(costs, held, share * patience_s)
        if found is None:
            gap = gap or 1.0
            break
        picked, gap = found.picked, gap or found.gap
        held.append((costs, found.value))
    if picked is None:
        raise _no_room(asked, program, patience_s)
    placed = _placed(asked, groups, [tries[at] for at in picked])
    late_total = sum(one.late for one in placed)
    return Board(
        placed,
        late_total,
        gap == 0.0,
        gap,
        [why_late(asked, one, placed) for one in placed if one.late > _ON_TIME_H],
    )


def _groups(asked: BoardFile) -> list[_Group]:
    """Bays that are alike together; one with a pinned job stands by itself."""
    alone = {job.pinned.bay for job in asked.jobs if job.pinned is not None}
    by_kind: dict[tuple[str, str], list[str]] = {}
    for bay in asked.bays:
        by_kind.setdefault((bay.kind, bay.key if bay.key in alone else ""), []).append(bay.key)
    return [_Group(kind, tuple(keys)) for (kind, _), keys in by_kind.items()]


def _tries(asked: BoardFile, groups: Sequence[_Group]) -> Iterator[_Try]:
    horizon = asked.open * asked.days
    for at, job in enumerate(asked.jobs):
        for number, group in enumerate(groups):
            if job.pinned is not None:
                start = job.pinned.day * asked.open + job.pinned.hour
                if group.bays == (job.pinned.bay,) and start + job.slots <= horizon:
                    yield _Try(at, number, start)
            elif group.kind in job.kinds and job.people <= asked.people:
                for start in range(job.earliest * asked.open, horizon - job.slots + 1):
                    yield _Try(at, number, start)


def _all_have_room(asked: BoardFile, tries: Sequence[_Try]) -> None:
    tried = {one.job for one in tries}
    homeless = [at for at in range(len(asked.jobs)) if at not in tried]
    if not homeless:
        return
    said = [_never(asked, asked.jobs[at]) for at in homeless]
    raise NoBoardError(
        f"jobs.{homeless[0]}", " ".join(said), [asked.jobs[at].key for at in homeless]
    )


def _never(asked: BoardFile, job: BoardJob) -> str:
    """Why a job has no room whatever the others do."""
    kinds = {bay.kind for bay in asked.bays}
    if job.pinned is None and not kinds & set(job.kinds):
        return (
            f"{job.called} needs {' or '.join(job.kinds)}; the shop has {', '.join(sorted(kinds))}."
        )
    if job.people > asked.people:
        return f"{job.called} needs {job.people} people; the shop has {asked.people}."
    begins = (
        f"pinned to {asked.day(job.pinned.day)}"
        if job.pinned
        else f"from {asked.day(job.earliest)}"
    )
    return (
        f"{job.called} takes {job.takes} {begins}; the board ends with {asked.day(asked.days - 1)}."
    )


@dataclass(frozen=True)
class _Answer:
    picked: list[int]
    value: float
    gap: float


class _Program:
    """The integer program: one job once, one vehicle a bay, no more people than there are."""

    def __init__(self, asked: BoardFile, groups: Sequence[_Group], tries: Sequence[_Try]) -> None:
        self._tries = tries
        jobs, horizon = asked.jobs, asked.open * asked.days
        rows, columns, values = [], [], []
        for column, one in enumerate(tries):
            job = jobs[one.job]
            hours = range(one.start, one.start + job.slots)
            rows += [len(jobs) + one.group * horizon + hour for hour in hours]
            columns += [column] * len(hours)
            values += [1.0] * len(hours)
            if job.people:
                rows += [len(jobs) + len(groups) * horizon + hour for hour in hours]
                columns += [column] * len(hours)
                values += [float(job.people)] * len(hours)
            rows.append(one.job)
            columns.append(column)
            values.append(1.0)
        count = len(jobs) + (len(groups) + 1) * horizon
        self._matrix = csr_array((values, (rows, columns)), shape=(count, len(tries)))
        room = [float(len(group.bays)) for group in groups for _ in range(horizon)]
        room += [float(people) for people in asked.people_by_hour]
        self._most = np.array([1.0] * len(jobs) + room)
        self._least = np.concatenate([np.ones(len(jobs)), np.full(count - len(jobs), -np.inf)])
        lateness = [_late(asked, jobs[one.job], one.start) for one in tries]
        moves = [_moved(asked, jobs[one.job], one.start) for one in tries]
        # Starts are whole hours: all changed bays together count less than one.
        other_bay = 0.5 / len(jobs)
        starts = [
            one.start + other_bay * _elsewhere(jobs[one.job], groups[one.group]) for one in tries
        ]
        self.questions = tuple(np.array(costs) for costs in (lateness, moves, starts))

    def least(
        self, costs: FloatArray, held: Sequence[tuple[FloatArray, float]], patience_s: float
    ) -> _Answer | None:
        """What is least of one cost, with others held where they were found; None: no answer."""
        constraints = [LinearConstraint(self._matrix, self._least, self._most)]
        constraints += [
            LinearConstraint(csr_array(other[None, :]), -np.inf, value + 1e-6)
            for other, value in held
        ]
        return self._solved(costs, constraints, patience_s)

    def most_placed(self, patience_s: float) -> set[int]:
        """Jobs that can be placed together where all cannot."""
        free = np.where(self._least == 1.0, 0.0, self._least)
        constraints = [LinearConstraint(self._matrix, free, self._most)]
        found = self._solved(np.full(len(self._tries), -1.0), constraints, patience_s)
        return set() if found is None else {self._tries[at].job for at in found.picked}

    def _solved(
        self, costs: FloatArray, constraints: Sequence[LinearConstraint], patience_s: float
    ) -> _Answer | None:
        found = milp(
            costs,
            integrality=np.ones(len(costs)),
            bounds=Bounds(0, 1),
            constraints=constraints,
            options={"time_limit": patience_s, "mip_rel_gap": 0.0},
        )
        if found.x is None:
            return None
        picked = np.flatnonzero(found.x > 0.5).tolist()
        value = float(costs[picked].sum())
        bound = value if found.status == 0 else float(found.mip_dual_bound)
        # What is counted in whole hours cannot be off by a part of one.
        off = max(0.0, value - bound)
        return _Answer(picked, value, 0.0 if off < 1e-6 else off / max(abs(value), 1.0))


def _late(asked: BoardFile, job: BoardJob, start: int) -> float:
    return max(0.0, start + job.hours - asked.closing(job))


def _moved(asked: BoardFile, job: BoardJob, start: int) -> float:
    told = job.told
    return float(told is not None and told.day * asked.open + told.hour != start)


def _elsewhere(job: BoardJob, group: _Group) -> bool:
    return job.told is not None and job.told.bay not in group.bays


def _no_room(asked: BoardFile, program: _Program, patience_s: float) -> NoBoardError:
    placed = program.most_placed(patience_s)
    left = [job for at, job in enumerate(asked.jobs) if at not in placed]
    out = [job.key for job in left]
    pinned = [job.key for job in asked.jobs if job.pinned is not None]
    because = " Pinned jobs may stand in each other's way." if set(out) & set(pinned) else ""
    return NoBoardError(
        "days",
        f"Not all jobs find room in {asked.days} days: "
        f"{', '.join(job.called for job in left)} would be left over. Plan more days, a bay or "
        f"people.{because}",
        out,
    )


def _placed(asked: BoardFile, groups: Sequence[_Group], picked: Sequence[_Try]) -> list[Placed]:
    """Each job with a free bay of its group: the one it was told, else one not told to the next."""
    free_from: dict[str, int] = {bay.key: 0 for bay in asked.bays}
    found: dict[int, Placed] = {}
    in_turn = sorted(picked, key=lambda one: (one.start, one.job))
    for at, one in enumerate(in_turn):
        job, group = asked.jobs[one.job], groups[one.group]
        free = [bay for bay in group.bays if free_from[bay] <= one.start]
        told = [
            asked.jobs[other.job].told
            for other in in_turn[at + 1 :]
            if other.start < one.start + job.slots
        ]
        spoken = {slot.bay for slot in told if slot is not None}
        bay = (
            job.told.bay
            if job.told is not None and job.told.bay in free
            else min(free, key=spoken.__contains__)
        )
        free_from[bay] = one.start + job.slots
        day, hour = divmod(one.start, asked.open)
        found[one.job] = Placed(job.key, bay, day, hour, _late(asked, job, one.start))
    return [found[at] for at in range(len(asked.jobs))]
