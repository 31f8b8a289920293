"""When a vehicle comes back: by distance and by date, whichever is first."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import km, stated_quantity
from axlecore.quantities.units import Dimension

#: How far an owner may have driven without anybody doubting the figure [m].
_MOST_M = 3e9
#: A visit is told of so many days before its last day.
SOON_DAYS = 7


@dataclass(frozen=True)
class Every(Record):
    """How often a shop sees a vehicle again after the first two visits.

    Attributes
    ----------
    distance_m : float
        Between visits [m].
    days : int
        The same in days.
    """

    distance_m: float = 5e6
    days: int = 180

    def __post_init__(self) -> None:
        if not 1e6 <= self.distance_m <= 5e7:
            raise InputError("distance", f"Enter {km(1e6, 5e7):.0f} between re-checks.")
        if not 30 <= self.days <= 1095:
            raise InputError("days", f"Read {self.days}; enter 30 to 1 095 days.")


@dataclass(frozen=True)
class Visit(Record):
    """A visit that is planned.

    Attributes
    ----------
    number : int
        Which, from 1.
    what : str
        What is read then.
    from_m, to_m : float
        Odometer from and at which it is due [m].
    by : date
        The day by which it is due, if that is first.
    """

    number: int
    what: str
    from_m: float
    to_m: float
    by: date


class DueState(StrEnum):
    """Whether a visit is due."""

    LATER = "later"
    SOON = "soon"
    DUE = "due"
    OVERDUE = "overdue"


@dataclass(frozen=True)
class _Planned:
    what: str
    from_m: float
    to_m: float
    days: int


#: The first two visits after hand-over: distance from, to [m], and days. Workshop practice: what
#: settles, settles early, and what yields shows within the first thousand.
_FIRST = (
    _Planned("wheel nuts and U-bolts", 8e4, 1.6e5, 14),
    _Planned("every joint", 8e5, 1.6e6, 60),
)
#: So far before an interval's end a visit may be made, as a part of the interval.
_EARLY = 0.6
#: Visits that are planned as it is handed over.
_AHEAD = 4


def visits(
    handed_on: date,
    odometer_m: float,
    every: Every = Every(),
    made: int = 0,
) -> list[Visit]:
    """Return the visits of a vehicle that was handed over.

    Parameters
    ----------
    handed_on : date
        The day.
    odometer_m : float
        What its odometer read then [m].
    every : Every
        The shop's own after the first two visits.
    made : int
        So many were made: it never stops, two more are always planned.

    Notes
    -----
    Wheel nuts and U-bolts after 80 to 160 km, all after 800 to 1 600 km, then at the interval.
    """
    planned = list(_FIRST)
    for more in range(1, max(_AHEAD, made + 2) - len(_FIRST) + 1):
        to_m = more * every.distance_m
        from_m = to_m - (1 - _EARLY) * every.distance_m
        planned.append(_Planned("every joint", from_m, to_m, more * every.days))
    return [
        Visit(
            number,
            one.what,
            odometer_m + one.from_m,
            odometer_m + one.to_m,
            handed_on + timedelta(days=one.days),
        )
        for number, one in enumerate(planned, 1)
    ]


def next_visit(planned: Sequence[Visit], made: Collection[int]) -> Visit | None:
    """Return the visit that is next; None where all were made.

    Parameters
    ----------
    planned : sequence of Visit
        In order.
    made : collection of int
        Numbers of those that were made.
    """
    # One that was left out is past once a later one was made: that one read all joints.
    last = max(made, default=0)
    return next((one for one in planned if one.number > last), None)


def due_state(visit: Visit, today: date, odometer_m: float | None = None) -> DueState:
    """Return whether a visit is due, by distance or by date, whichever is first.

    Parameters
    ----------
    visit : Visit
        Which.
    today : date
        The day it is asked.
    odometer_m : float or None
        What was last heard of its odometer [m]; None where nothing was.
    """
    far = odometer_m if odometer_m is not None else float("-inf")
    if today > visit.by or far > visit.to_m:
        return DueState.OVERDUE
    if far >= visit.from_m:
        return DueState.DUE
    if today > visit.by - timedelta(days=SOON_DAYS):
        return DueState.SOON
    return DueState.LATER


def check_odometer(odometer_m: float, before_m: float | None) -> None:
    """Raise `InputError` where an odometer cannot read what it is said to.

    Parameters
    ----------
    odometer_m : float
        What was read [m].
    before_m : float or None
        What it read at the visit before [m].
    """
    # Asked as "not all valid" so that NaN is refused too.
    if not 0 <= odometer_m <= _MOST_M:
        raise InputError("odometer", f"Enter what the odometer reads, {km(0, 3e9):.0f}.")
    if before_m is not None and odometer_m < before_m:
        read, before = (
            stated_quantity(one, Dimension.DISTANCE, 1e3) for one in (odometer_m, before_m)
        )
        raise InputError(
            "odometer",
            f"Read {read}, but it read {before} at the visit before: an odometer does not go back.",
        )


def in_words(visit: Visit) -> str:
    """Return a visit as its owner is told of it.

    Parameters
    ----------
    visit : Visit
        Which.
    """
    low, high = (
        stated_quantity(one, Dimension.DISTANCE, 1e4) for one in (visit.from_m, visit.to_m)
    )
    day = f"{visit.by.day} {visit.by:%B %Y}"
    what = visit.what[0].upper() + visit.what[1:]
    return f"{what}: between {low} and {high}, or by {day}, whichever is first."
