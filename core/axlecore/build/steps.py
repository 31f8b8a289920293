"""Steps of the work: what is done, in which state of the vehicle, with what, and what it leaves."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from graphlib import CycleError, TopologicalSorter

from axlecore.errors import InputError
from axlecore.practice.look import Rust
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End, Side

MOST_STEPS = 200
MOST_HOURS = 24.0


class VehicleState(StrEnum):
    """How the vehicle stands for a step."""

    ON_WHEELS = "on its wheels"
    ON_STANDS = "frame on stands, axle hanging"
    WHEEL_LIFT = "on a lift under the wheels"
    WHEELS_OFF = "wheels off"
    CRADLE_LOWERED = "cradle lowered"
    BENCH = "bench"


class Records(StrEnum):
    """What is kept of a step once it is done."""

    TICK = "tick"
    NUMBER = "number"
    PHOTO = "photo"
    TORQUE = "torque"
    WITNESS_MARK = "witness mark"
    HANDED_ON = "handed on"


@dataclass(frozen=True)
class OldFastener(Record):
    """Old fasteners that a step undoes.

    Attributes
    ----------
    size : str
        Such as ``M10x1.5``.
    count : int
        How many.
    rust : Rust
        Of the undercarriage.
    hidden : bool
        Their far end is in a captive or welded nut.
    thread_lock : bool
        Permanent thread-lock holds them.
    soaked : bool
        They were soaked the day before, at both ends.
    """

    size: str
    count: int
    rust: Rust
    hidden: bool = False
    thread_lock: bool = False
    soaked: bool = False

    def __post_init__(self) -> None:
        if not 1 <= self.count <= 60:
            raise InputError("count", f"Read {self.count}; enter 1 to 60 fasteners.")


@dataclass(frozen=True)
class UsedUp(Record):
    """Something a step uses up.

    Attributes
    ----------
    what : str
        What.
    quantity : int
        How many or how much.
    """

    what: str
    quantity: int = 1


#: Quick, usual and slow [h].
Hours = tuple[float, float, float]


@dataclass(frozen=True)
class Step(Record):
    """One step of the work.

    Attributes
    ----------
    key : str
        Its name among the others, the same each time the plan is derived.
    what, why : str
        What is done, and the rule with the job's own facts.
    state : VehicleState
        How the vehicle stands for it.
    axle : End or None
        Where; None of the whole vehicle.
    side : Side or None
        On which side; None on both or in the middle.
    after : tuple of str
        Keys of what must be done before.
    loose_until : str or None
        Key of the step that tightens what this leaves loose.
    takes_off : str
        What it takes off; empty where nothing.
    puts_back : str
        What it puts back; the same words as took it off.
    tools : tuple of str
        Socket or wrench, and what it is held with.
    no_impact : bool
        By hand only.
    people : int
        One, or two for what is heavy.
    uses : tuple of UsedUp
        What it uses up.
    hours : tuple of three float
        Quick, usual and slow, of all its people together [h].
    cautions : tuple of str
        That belong to it.
    records : tuple of Records
        What is kept of it.
    undoes : tuple of OldFastener
        Old fasteners that may snap.
    torque : str
        Key of the fastener it tightens; empty where it tightens none to a figure.
    bolts : int
        How many it tightens where no sheet counts them.
    outside : str
        Who does it where the shop does not: exhaust shop, welder, alignment technician.
    spot : str
        Part of the undercarriage it is at, as the look-over calls it; empty of the whole vehicle.
    """

    key: str
    what: str
    why: str
    state: VehicleState
    axle: End | None = None
    side: Side | None = None
    after: tuple[str, ...] = ()
    loose_until: str | None = None
    takes_off: str = ""
    puts_back: str = ""
    tools: tuple[str, ...] = ()
    no_impact: bool = False
    people: int = 1
    uses: tuple[UsedUp, ...] = ()
    hours: Hours = (0.05, 0.1, 0.2)
    cautions: tuple[str, ...] = ()
    records: tuple[Records, ...] = (Records.TICK,)
    undoes: tuple[OldFastener, ...] = ()
    torque: str = ""
    bolts: int = 1
    outside: str = ""
    spot: str = ""

    def __post_init__(self) -> None:
        for name, text, most in (("key", self.key, 60), ("what", self.what, 200)):
            if not text.strip() or len(text) > most:
                raise InputError(name, f"Write 1 to {most} characters.")
        if not 1 <= self.people <= 4:
            raise InputError("people", f"Read {self.people}; enter 1 to 4 people.")
        check_hours(self.hours)


def check_hours(hours: Sequence[float]) -> None:
    """Raise InputError where three hours are none that rise.

    Parameters
    ----------
    hours : sequence of float
        Quick, usual and slow [h].
    """
    # Asked as "not all valid" so that NaN is refused too.
    if len(hours) != 3 or not all(
        0 <= hour <= MOST_HOURS and math.isfinite(hour) for hour in hours
    ):
        read = ", ".join(f"{hour:g}" for hour in hours)
        raise InputError(
            "hours", f"Read {read}; enter quick, usual and slow hours, 0 to {MOST_HOURS:g}."
        )
    if not hours[0] <= hours[1] <= hours[2]:
        raise InputError("hours", "Quick, usual and slow hours must not fall.")


def check_steps(steps: Iterable[Step]) -> Mapping[str, Step]:
    """Return steps by key; InputError where two share one, or something is before itself.

    Parameters
    ----------
    steps : iterable of Step
        Of one plan.
    """
    by_key: dict[str, Step] = {}
    for step in steps:
        if step.key in by_key:
            raise InputError("key", f"Two steps are called “{step.key}”.")
        by_key[step.key] = step
    if len(by_key) > MOST_STEPS:
        raise InputError("steps", f"Read {len(by_key)} steps; a plan has at most {MOST_STEPS}.")
    for step in by_key.values():
        strange = [key for key in step.after if key not in by_key]
        if strange:
            raise InputError(
                "after", f"“{step.key}” comes after “{strange[0]}”, which is not there."
            )
    circle = circle_of(by_key)
    if circle:
        raise InputError("after", "These wait for each other: " + " → ".join(circle) + ".")
    return by_key


def circle_of(by_key: Mapping[str, Step]) -> list[str]:
    """Return steps that wait for each other in a circle, first and last the same; empty if none.

    Parameters
    ----------
    by_key : mapping of str to Step
        All that they may wait for.
    """
    try:
        TopologicalSorter({key: step.after for key, step in by_key.items()}).prepare()
    except CycleError as error:
        # It names who goes before whom; people read who waits for whom.
        return [*reversed(error.args[1])]
    return []
