"""A re-check's readings beside the first: what fell, and what a fall usually means."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import newton_metres

#: A click wrench is good for 4 % each time: less than both together is no fall.
_SAME = 0.06
#: A joint that lost more than this has moved, whatever its range.
_FELL = 0.10


class JointKind(StrEnum):
    """What a joint holds; what a fall means follows from it."""

    BRACKET = "bracket"
    LINK = "link"
    U_BOLT = "u_bolt"
    WHEEL = "wheel"
    OTHER = "other"


#: What a fall usually means, the likeliest first; workshop practice.
MEANS: Mapping[JointKind, tuple[str, ...]] = {
    JointKind.BRACKET: (
        "the bushing settled, or paint under the bracket crept",
        "a rail that is not flat there lets the bracket sit down",
        "the thread yields if it falls again at the next visit: renew bolt and nut",
    ),
    JointKind.LINK: (
        "paint under a washer crept, or the washers stand in another order",
        "a link that was tightened hanging twists its bushing back",
        "the thread yields if it falls again: renew the bolt, read its grade",
    ),
    JointKind.U_BOLT: (
        "the spring pack settled, as new U-bolts always let it once",
        "the centre pin is not seated",
        "the U-bolt stretches if it falls again: renew it",
    ),
    JointKind.WHEEL: (
        "paint or rust between hub and wheel crept",
        "a stud that falls again has yielded: renew it",
    ),
    JointKind.OTHER: ("paint or a soft washer crept", "the thread yields if it falls again"),
}


class BoltStands(StrEnum):
    """What a reading is beside the first."""

    HOLDS = "holds"
    FELL = "fell"
    ROSE = "rose"
    NEW = "not read before"


@dataclass(frozen=True)
class ThenAndNow(Record):
    """A bolt read again.

    Attributes
    ----------
    joint, what : str
        Key of the joint, and its words.
    bolt : int
        Which, from 1.
    then_n_m, now_n_m : float or None
        What it was tightened to, and what was found [N·m]; None where nothing was read.
    compared : BoltStands or None
        How both stand; None where it was not read again yet.
    part : float or None
        How much it lost, as a part of the first; below zero where it rose.
    reopens : bool
        The joint is open again: what it holds is looked at and it is tightened anew.
    means : list of str
        What a fall usually means, likeliest first; empty where it holds.
    """

    joint: str
    what: str
    bolt: int
    then_n_m: float | None
    now_n_m: float | None
    compared: BoltStands | None
    part: float | None
    reopens: bool
    means: list[str]


def joint_kind(key: str, what: str = "") -> JointKind:
    """Return what a joint holds, by its key and words.

    Parameters
    ----------
    key : str
        As the plan's step names it.
    what : str
        In words, as a kit's sheet names it.
    """
    words = f"{key} {what}".lower().replace("_", " ").replace("-", " ")
    for kind, names in _NAMED.items():
        if any(name in words for name in names):
            return kind
    return JointKind.OTHER


_NAMED = {
    JointKind.WHEEL: ("wheel nut",),
    JointKind.U_BOLT: ("u bolt",),
    JointKind.LINK: ("link",),
    JointKind.BRACKET: ("bracket", "bushing"),
}


def beside(
    joint: str, what: str, bolt: int, then_n_m: float | None, now_n_m: float | None
) -> ThenAndNow:
    """Return a bolt's reading beside the first.

    Parameters
    ----------
    joint, what : str
        Key of the joint, and its words.
    bolt : int
        Which, from 1.
    then_n_m, now_n_m : float or None
        What it was tightened to, and what was found before anything was turned [N·m].

    Raises
    ------
    InputError
        A reading is none.
    """
    for name, read in (("then", then_n_m), ("now", now_n_m)):
        if read is not None and not 0 <= read <= 5000:
            raise InputError(
                name, f"Read {newton_metres(read):g}; enter {newton_metres(0, 5000):g}."
            )
    if now_n_m is None:
        return ThenAndNow(joint, what, bolt, then_n_m, None, None, None, False, [])
    if not then_n_m:
        return ThenAndNow(joint, what, bolt, then_n_m, now_n_m, BoltStands.NEW, None, False, [])
    part = 1 - now_n_m / then_n_m
    compared = BoltStands.HOLDS
    if abs(part) > _SAME:
        compared = BoltStands.FELL if part > 0 else BoltStands.ROSE
    fell = compared is BoltStands.FELL
    means = list(MEANS[joint_kind(joint, what)]) if fell else []
    return ThenAndNow(joint, what, bolt, then_n_m, now_n_m, compared, part, part > _FELL, means)


def open_first(rows: Sequence[ThenAndNow]) -> list[ThenAndNow]:
    """Return the bolts with those of joints that are open again first; a joint's stay together.

    Parameters
    ----------
    rows : sequence of ThenAndNow
        Of a re-check, joint by joint.
    """
    reopened = {row.joint for row in rows if row.reopens}
    return sorted(rows, key=lambda row: row.joint not in reopened)
