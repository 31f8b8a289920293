"""What each step took, from when its answers were given."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime

from axlecore.quantities.measure import Record

#: A longer break between two answers is none of the step's; nor is one over midnight [h].
LONGEST_H = 3.0
#: Shorter than anybody works: ticked together afterwards [h].
SHORTEST_H = 20 / 3600


@dataclass(frozen=True)
class Mark(Record):
    """An answer to a step.

    Attributes
    ----------
    step : str
        Key of the step.
    person : str
        Who gave it.
    at : datetime
        When, by the device it was given on.
    """

    step: str
    person: str
    at: datetime


def real_hours(marks: Iterable[Mark]) -> dict[str, float]:
    """Return what steps took [h], by key: the time since the same person's answer before.

    Parameters
    ----------
    marks : iterable of Mark
        All answers of a job, in any order.

    Notes
    -----
    A step with several answers took the sum. A step is left out where one of its answers
    follows a break, comes first of its person that day, or was ticked together with others.
    """
    by_person: dict[str, list[Mark]] = {}
    for mark in sorted(marks, key=lambda one: one.at):
        by_person.setdefault(mark.person, []).append(mark)
    taken: dict[str, float] = {}
    unknown: set[str] = set()
    for own in by_person.values():
        for before, mark in zip([None, *own], own, strict=False):
            hours = None if before is None else _between(before.at, mark.at)
            if hours is None:
                unknown.add(mark.step)
            else:
                taken[mark.step] = taken.get(mark.step, 0.0) + hours
    return {
        step: hours for step, hours in taken.items() if step not in unknown and hours >= SHORTEST_H
    }


def _between(before: datetime, at: datetime) -> float | None:
    hours = (at - before).total_seconds() / 3600
    return hours if before.date() == at.date() and hours <= LONGEST_H else None
