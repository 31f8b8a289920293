"""When the box comes: what is measured and counted before the old bar comes off."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from axlecore.bars.bar import Bar
from axlecore.errors import InputError
from axlecore.fitup.sweep import arm_length
from axlecore.quantities.measure import Measured, Record, check_places, place
from axlecore.quantities.sentences import stated_quantity
from axlecore.quantities.units import Dimension
from axlecore.racks.parts import RackPart
from axlecore.vehicle.ends import ByEnd

#: A bar is as ordered within these: its diameter, and its arms and length [m].
DIAMETER_OFF_M = 0.0005
LENGTH_OFF_M = 0.005
_COUNT = re.compile(r"^\s*(\d{1,3})\s*[×x]\s*(.+)$")


class Seen(StrEnum):
    """Whether something agrees."""

    UNSEEN = "unseen"
    YES = "yes"
    NO = "no"


@dataclass(frozen=True)
class BoxCheck(Record):
    """What was measured and counted of one axle's parts.

    Attributes
    ----------
    diameter_m, left_arm_m, right_arm_m, eyes_apart_m : Measured or None
        Of the new bar [m].
    shape, hand, brackets, damage_free : Seen
        Shape held against the old bar; handed parts one of each; bracket set of this variant;
        nothing bent, cracked or chipped.
    counts : mapping of str to str
        Counted pieces by number of the sheet's line.
    note : str
        For the evidence.
    """

    diameter_m: Measured | None = place(
        "Diameter of the new bar", Dimension.SMALL_LENGTH, 0.008, 0.12, optional=True
    )
    left_arm_m: Measured | None = place(
        "Left arm of the new bar", Dimension.LENGTH, 0.03, 1.0, optional=True
    )
    right_arm_m: Measured | None = place(
        "Right arm of the new bar", Dimension.LENGTH, 0.03, 1.0, optional=True
    )
    eyes_apart_m: Measured | None = place(
        "Eyes of the new bar apart", Dimension.LENGTH, 0.2, 2.5, optional=True
    )
    shape: Seen = Seen.UNSEEN
    hand: Seen = Seen.UNSEEN
    brackets: Seen = Seen.UNSEEN
    damage_free: Seen = Seen.UNSEEN
    counts: Mapping[str, str] = field(default_factory=dict)
    note: str = ""

    def __post_init__(self) -> None:
        check_places(self)
        for line, count in self.counts.items():
            if len(line) > 3 or not (count == "" or (count.isdecimal() and len(count) <= 3)):
                raise InputError(f"counts.{line[:10]}", f"Read “{count[:20]}”; count 0 to 999.")
        if len(self.note) > 400:
            raise InputError("note", "Write at most 400 characters.")


@dataclass(frozen=True)
class Arrival(Record, ByEnd["BoxCheck"]):
    """What came, by axle.

    Attributes
    ----------
    front, rear : BoxCheck
        Of each axle's parts.
    """

    front: BoxCheck = BoxCheck()
    rear: BoxCheck = BoxCheck()


class Result(StrEnum):
    """What the arrival check comes to."""

    OPEN = "open"
    PASS = "pass"  # noqa: S105  not a password
    HOLD = "hold"


@dataclass(frozen=True)
class BoxItem(Record):
    """One thing that is checked.

    Attributes
    ----------
    place, what : str
        Where it is entered, and what is checked, with what is expected.
    expected, read : str
        In words; read is empty where nobody looked.
    result : Result
        Of this one.
    """

    place: str
    what: str
    expected: str
    read: str
    result: Result


@dataclass(frozen=True)
class ArrivalReport(Record):
    """The arrival check of one axle's parts.

    Attributes
    ----------
    items : list of BoxItem
        In the order they are looked at.
    result : Result
        Hold where anything disagrees, open while anything is unseen.
    says : str
        What follows.
    """

    items: list[BoxItem]
    result: Result
    says: str


def _mm(value: float, step: float = 1e-4) -> str:
    return stated_quantity(value, Dimension.SMALL_LENGTH, step)


def _lengths(check: BoxCheck, bar: Bar, _: RackPart | None) -> Iterator[BoxItem]:
    line = bar.centre_line_m
    arm = arm_length(bar, 0)
    rows: tuple[tuple[str, Measured | None, str, float, float], ...] = (
        (
            "diameter_m",
            check.diameter_m,
            "Diameter, by caliper at three places",
            bar.outside_diameter_m.value,
            DIAMETER_OFF_M,
        ),
        ("left_arm_m", check.left_arm_m, "Left arm, axis to outermost hole", arm, LENGTH_OFF_M),
        ("right_arm_m", check.right_arm_m, "Right arm, axis to outermost hole", arm, LENGTH_OFF_M),
        (
            "eyes_apart_m",
            check.eyes_apart_m,
            "Eyes, middle to middle",
            line[-1][1] - line[0][1],
            LENGTH_OFF_M,
        ),
    )
    for name, read, what, expected, slack in rows:
        result = Result.OPEN
        if read is not None:
            result = Result.PASS if abs(read.value - expected) <= slack else Result.HOLD
        yield BoxItem(
            name,
            what,
            f"{_mm(expected, slack / 5)} ± {_mm(slack, slack / 5)}",
            "" if read is None else _mm(read.value, slack / 5),
            result,
        )


_LOOKED = {
    "shape": ("Shape, held against the old bar or its drawing", "the same bends, the same way up"),
    "hand": ("Handed parts", "one left and one right of each, cut-outs and offsets mirrored"),
    "brackets": ("Bracket set", "the variant of this axle, by its stamp and the tube"),
    "damage_free": ("Damage", "nothing bent, cracked or chipped; threads clean"),
}


def _looked_at(check: BoxCheck, _: Bar, __: RackPart | None) -> Iterator[BoxItem]:
    results = {Seen.UNSEEN: Result.OPEN, Seen.YES: Result.PASS, Seen.NO: Result.HOLD}
    for name, seen in (
        ("shape", check.shape),
        ("hand", check.hand),
        ("brackets", check.brackets),
        ("damage_free", check.damage_free),
    ):
        what, expected = _LOOKED[name]
        words = {Seen.UNSEEN: "", Seen.YES: "agrees", Seen.NO: "does not agree"}[seen]
        yield BoxItem(name, what, expected, words, results[seen])


def _counted(check: BoxCheck, _: Bar, part: RackPart | None) -> Iterator[BoxItem]:
    for at, line in enumerate(part.contents if part else ()):
        match = _COUNT.match(line)
        expected, what = (int(match[1]), match[2]) if match else (1, line)
        counted = check.counts.get(str(at), "")
        result = Result.OPEN
        if counted:
            result = Result.PASS if int(counted) >= expected else Result.HOLD
        yield BoxItem(f"counts.{at}", what, str(expected), counted, result)


_RULES: tuple[Callable[[BoxCheck, Bar, RackPart | None], Iterator[BoxItem]], ...] = (
    _lengths,
    _looked_at,
    _counted,
)


def arrival_report(check: BoxCheck, bar: Bar, part: RackPart | None) -> ArrivalReport:
    """Return what the box of one axle comes to.

    Parameters
    ----------
    check : BoxCheck
        What was measured and counted.
    bar : Bar
        The bar as ordered.
    part : RackPart or None
        The rack's part with its contents; None where it is on no rack.
    """
    items = [item for rule in _RULES for item in rule(check, bar, part)]
    wrong = [item for item in items if item.result is Result.HOLD]
    left = [item for item in items if item.result is Result.OPEN]
    if wrong:
        return ArrivalReport(
            items,
            Result.HOLD,
            f"Leave the old bar on. {wrong[0].what}: expected {wrong[0].expected}, read "
            f"{wrong[0].read}. Keep photos and measurements, and ask the supplier.",
        )
    if left:
        return ArrivalReport(
            items, Result.OPEN, f"{len(left)} still to look at before it comes off."
        )
    return ArrivalReport(items, Result.PASS, "All as ordered: the old bar may come off.")
