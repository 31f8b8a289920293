"""Jobs on a board, and what keeps a late one from its day."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from axlecore.build.board_file import BoardFile, BoardJob
from axlecore.quantities.measure import Record


class Forbids(StrEnum):
    """What keeps a job from being done by its day."""

    PARTS = "its parts"
    HOURS = "its own hours"
    BAY = "a bay"
    PEOPLE = "people"
    PIN = "a pin"
    OTHERS = "other jobs"


@dataclass(frozen=True)
class Placed(Record):
    """A job on the board.

    Attributes
    ----------
    key, bay : str
        Of the job, and of the bay it takes.
    day, hour : int
        When it starts.
    late : float
        Working hours past the closing of its day; zero where it is kept.
    """

    key: str
    bay: str
    day: int
    hour: int
    late: float


@dataclass(frozen=True)
class Lateness(Record):
    """Why a job is late.

    Attributes
    ----------
    key : str
        Of the job.
    forbids : Forbids
        What keeps it from being done by its day.
    says : str
        The same in words.
    """

    key: str
    forbids: Forbids
    says: str


def why_late(asked: BoardFile, late: Placed, placed: Sequence[Placed]) -> Lateness:
    """Return what keeps a late job from its day: of what is asked, the first that alone forbids it.

    Parameters
    ----------
    asked : BoardFile
        The shop and its jobs.
    late : Placed
        The job.
    placed : sequence of Placed
        All jobs.
    """
    job = next(one for one in asked.jobs if one.key == late.key)
    closing = asked.closing(job)
    days = "a day" if job.away == 1 else f"{job.away} days"
    then = f" and is away {days} after that" if job.away else ""
    if job.pinned is not None:
        return Lateness(job.key, Forbids.PIN, f"It is pinned to {asked.day(job.pinned.day)}.")
    if job.hours > closing:
        return Lateness(
            job.key,
            Forbids.HOURS,
            f"It takes {job.takes}{then}; until the closing of {asked.day(job.due)} there are "
            f"{max(0, (job.due + 1) * asked.open)}.",
        )
    if job.earliest * asked.open + job.hours > closing + 1e-9:
        return Lateness(
            job.key,
            Forbids.PARTS,
            f"Its parts come on {asked.day(job.earliest)} and it takes {job.takes}{then}.",
        )
    return _crowded(asked, job, placed)


def _crowded(asked: BoardFile, job: BoardJob, placed: Sequence[Placed]) -> Lateness:
    """Whether bays or people are taken at every start that would have been in time."""
    by_key: Mapping[str, BoardJob] = {one.key: one for one in asked.jobs}
    horizon = asked.open * asked.days
    people = np.array(asked.people_by_hour, float)
    taken = {bay.key: np.zeros(horizon, bool) for bay in asked.bays}
    for one in placed:
        if one.key != job.key:
            start = one.day * asked.open + one.hour
            hours = slice(start, start + by_key[one.key].slots)
            people[hours] -= by_key[one.key].people
            taken[one.bay][hours] = True
    last = math.floor(asked.closing(job) - job.hours + 1e-9)
    starts = range(job.earliest * asked.open, min(last, horizon - job.slots) + 1)
    bays = [bay.key for bay in asked.bays if bay.kind in job.kinds]
    with_bay = [
        start
        for start in starts
        if any(not taken[bay][start : start + job.slots].any() for bay in bays)
    ]
    if not with_bay:
        return Lateness(
            job.key,
            Forbids.BAY,
            f"No {' or '.join(job.kinds)} is free for {job.takes} between "
            f"{asked.day(job.earliest)} and the closing of {asked.day(job.due)}.",
        )
    if all((people[start : start + job.slots] < job.people).any() for start in with_bay):
        return Lateness(
            job.key,
            Forbids.PEOPLE,
            f"Its {job.people} people are with other jobs or away until then.",
        )
    return Lateness(job.key, Forbids.OTHERS, "Other jobs would be later for it.")
