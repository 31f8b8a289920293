"""What a board is made from: a shop's days, bays and people, and the jobs to be placed."""

from __future__ import annotations

import math
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.measure import Record

MOST_DAYS, MOST_HOURS_A_DAY, MOST_JOBS, MOST_BAYS, MOST_PEOPLE = 120, 24, 60, 20, 40


@dataclass(frozen=True)
class Bay(Record):
    """A place for one vehicle.

    Attributes
    ----------
    key, kind : str
        Its name, and what it is: a lift, a pit, level ground.
    """

    key: str
    kind: str


@dataclass(frozen=True)
class Slot(Record):
    """Where and when a job starts.

    Attributes
    ----------
    bay : str
        Key of the bay.
    day, hour : int
        Day from 0, and whole hours after its opening.
    """

    bay: str
    day: int
    hour: int


@dataclass(frozen=True)
class BoardJob(Record):
    """A job to be given a bay and a time.

    Attributes
    ----------
    key : str
        Its name.
    hours : float
        Working hours, above zero.
    people : int
        Of the shop, while it runs.
    kinds : tuple of str
        Kinds of bay that will do.
    earliest : int
        Day before which it cannot start: its parts are not here.
    due : int
        Day by whose closing it is promised.
    pinned : Slot or None
        Where a lead put it; it stays there.
    rolls : bool
        It can be pushed out of the bay overnight; it keeps it all the same.
    told : Slot or None
        Where it stood when its owner was told a day; None where nobody was told.
    name : str
        What people call it; empty: its key.
    away : int
        Working days it is with others after it leaves the bay, before it is ready.
    """

    key: str
    hours: float
    people: int
    kinds: tuple[str, ...]
    earliest: int
    due: int
    pinned: Slot | None = None
    rolls: bool = True
    told: Slot | None = None
    name: str = ""
    away: int = 0

    @property
    def called(self) -> str:
        """What it is called in a sentence."""
        return self.name or self.key

    @property
    def takes(self) -> str:
        """Its hours in a sentence."""
        return f"{round(self.hours, 1):g} h"

    @property
    def slots(self) -> int:
        """Whole working hours that it holds a bay for."""
        return math.ceil(self.hours - 1e-9)


@dataclass(frozen=True)
class BoardFile(Record):
    """A shop's days, bays, people and jobs.

    Attributes
    ----------
    open : int
        Hours a day, whole.
    days : int
        Days that are planned, from day 0.
    people : int
        Of the shop.
    bays : tuple of Bay
        At least one.
    jobs : tuple of BoardJob
        To be placed.
    day_names : tuple of str
        What people call the days, one each; empty: by their numbers.
    people_on : tuple of int
        Who is there on each day; empty: all of them every day.
    """

    open: int
    days: int
    people: int
    bays: tuple[Bay, ...]
    jobs: tuple[BoardJob, ...]
    day_names: tuple[str, ...] = ()
    people_on: tuple[int, ...] = ()

    def closing(self, job: BoardJob) -> int:
        """Return the working hour by which a job must leave its bay to be ready on its day."""
        return (job.due + 1 - job.away) * self.open

    @property
    def people_by_hour(self) -> list[int]:
        """Who is there in each working hour."""
        each = self.people_on or (self.people,) * self.days
        return [people for people in each for _ in range(self.open)]

    def day(self, number: int) -> str:
        """Return what a day is called in a sentence."""
        if not self.day_names:
            return f"day {number}"
        if not 0 <= number < len(self.day_names):
            return "a day that is past" if number < 0 else "a later day"
        return self.day_names[number]

    def __post_init__(self) -> None:
        for name, value, most in (
            ("open", self.open, MOST_HOURS_A_DAY),
            ("days", self.days, MOST_DAYS),
            ("people", self.people, MOST_PEOPLE),
        ):
            if not 1 <= value <= most:
                raise InputError(name, f"Read {value}; enter 1 to {most}.")
        if not 1 <= len(self.bays) <= MOST_BAYS:
            raise InputError("bays", f"Read {len(self.bays)} bays; enter 1 to {MOST_BAYS}.")
        if len(self.jobs) > MOST_JOBS:
            raise InputError("jobs", f"Read {len(self.jobs)} jobs; enter at most {MOST_JOBS}.")
        for name, keys in (
            ("bays", [bay.key for bay in self.bays]),
            ("jobs", [job.key for job in self.jobs]),
        ):
            twice = sorted({key for key in keys if keys.count(key) > 1})
            if twice:
                raise InputError(name, f"“{twice[0][:40]}” is there twice; every key is one.")
        if len(self.day_names) not in (0, self.days):
            raise InputError(
                "day_names", f"Read {len(self.day_names)} names for {self.days} days; name each."
            )
        if len(self.people_on) not in (0, self.days):
            raise InputError(
                "people_on", f"Read {len(self.people_on)} for {self.days} days; one a day."
            )
        if not all(0 <= people <= self.people for people in self.people_on):
            raise InputError("people_on", f"Enter 0 to {self.people} people a day.")
        for at, job in enumerate(self.jobs):
            self._check(job, f"jobs.{at}")

    def _check(self, job: BoardJob, path: str) -> None:
        # Asked as "not in range" so that NaN is refused too.
        if not 0 < job.hours <= self.open * MOST_DAYS:
            raise InputError(f"{path}.hours", f"Read {job.hours:g} hours; enter more than none.")
        if job.people < 0:
            raise InputError(f"{path}.people", f"Read {job.people}; enter none or more.")
        if not 0 <= job.away <= MOST_DAYS:
            raise InputError(f"{path}.away", f"Read {job.away}; enter 0 to {MOST_DAYS} days.")
        if not job.kinds:
            raise InputError(f"{path}.kinds", "Name at least one kind of bay that will do.")
        if job.earliest < 0:
            raise InputError(f"{path}.earliest", f"Read day {job.earliest}; days count from 0.")
        if job.pinned is not None:
            keys = [bay.key for bay in self.bays]
            if job.pinned.bay not in keys:
                known = ", ".join(keys)
                raise InputError(
                    f"{path}.pinned.bay", f"Read “{job.pinned.bay[:40]}”; one of {known}."
                )
            if not (0 <= job.pinned.hour < self.open and 0 <= job.pinned.day < self.days):
                raise InputError(
                    f"{path}.pinned",
                    f"Read day {job.pinned.day}, hour {job.pinned.hour}; enter day 0 to "
                    f"{self.days - 1} and hour 0 to {self.open - 1}.",
                )
