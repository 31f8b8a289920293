"""Each joint's torque: what it is to be, what was read, and whether that passes."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.fasteners.torque import wrench_setting
from axlecore.fitup.bolts import KitBolt
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import metres, newton_metres
from axlecore.racks.parts import SheetNut

#: How far a reading may be from a single figure, as a part; a click wrench is good for 4 %.
TOLERANCE = 0.05
#: A joint of so many bolts or more is tightened crosswise in passes, at these parts of the whole.
_CROSS_FROM, PASSES = 4, (0.5, 1.0)
_LEAST_N_M, MOST_N_M = 0.5, 2000.0


class HowTight(StrEnum):
    """How a joint was brought to its torque."""

    READ = "read"
    NO_WRENCH = "no wrench reaches"
    BULGE = "to a slight bulge"


class Judged(StrEnum):
    """What a reading is worth."""

    PASSES = "passes"
    LOW = "low"
    HIGH = "high"
    UNREAD = "unread"


@dataclass(frozen=True)
class Wrench(Record):
    """A torque wrench of the shop.

    Attributes
    ----------
    name : str
        Written on it.
    calibrated_on, due_on : date
        When it was calibrated, and until when that holds.
    from_n_m, to_n_m : float
        What it reads [N·m].
    length_m : float
        From its square to the middle of its grip [m].
    """

    name: str
    calibrated_on: date
    due_on: date
    from_n_m: float
    to_n_m: float
    length_m: float

    def __post_init__(self) -> None:
        if not self.name.strip() or len(self.name) > 40:
            raise InputError("name", "Write what stands on the wrench, in at most 40 characters.")
        if not self.calibrated_on < self.due_on:
            raise InputError("due_on", "A calibration holds until a day after it was made.")
        if not _LEAST_N_M <= self.from_n_m < self.to_n_m <= MOST_N_M:
            raise InputError(
                "to_n_m", f"A wrench reads {newton_metres(_LEAST_N_M, MOST_N_M):g}, rising."
            )
        if not 0.1 <= self.length_m <= 2.0:
            raise InputError(
                "length_m", f"Read {metres(self.length_m):g}; enter {metres(0.1, 2):g}."
            )


@dataclass(frozen=True)
class JointTarget(Record):
    """What a joint is to be tightened to, and how.

    Attributes
    ----------
    key : str
        Of the joint, as the plan's step names it.
    what : str
        In words.
    count : int
        Its bolts.
    from_n_m, to_n_m : float or None
        Range that passes [N·m]; None where no figure is to be read.
    sheet : str
        The sheet's figure or range in words; empty where it gives none.
    how : HowTight
        By reading, or to a bulge.
    order : list of int
        In which order its bolts are tightened, crosswise from four on.
    passes_n_m : list of float
        What each pass goes to [N·m]; one where it is one.
    run_down_n_m : float
        In it, what a lock nut takes before it clamps [N·m].
    treatment : str
        What goes on the thread, by its own nut.
    """

    key: str
    what: str
    count: int
    from_n_m: float | None
    to_n_m: float | None
    sheet: str
    how: HowTight
    order: list[int]
    passes_n_m: list[float]
    run_down_n_m: float
    treatment: str


def cross_order(count: int) -> list[int]:
    """Return in which order bolts in a row or ring are tightened, from 1.

    Parameters
    ----------
    count : int
        How many, one or more.

    Notes
    -----
    From four on each is followed by the one across, so that no side draws the joint askew.
    """
    if count < _CROSS_FROM:
        return list(range(1, count + 1))
    half = (count + 1) // 2
    pairs = [(at, at + half) for at in range(1, half + 1)]
    # Quarters next: of two pairs the one between.
    woven = pairs[::2] + pairs[1::2]
    return [bolt for pair in woven for bolt in pair if bolt <= count]


def joint_target(bolt: KitBolt) -> JointTarget:
    """Return what a fastener of a kit is tightened to.

    Parameters
    ----------
    bolt : KitBolt
        As the fit-up checked it: a sheet's range stays one, a lock nut's run-down is in it.
    """
    sheet = ""
    if bolt.sheet_n_m is not None:
        asked = [one for one in (bolt.sheet_n_m, bolt.sheet_to_n_m) if one is not None]
        sheet = f"{newton_metres(*asked):g} by the sheet"
    low, high = _range(bolt.use_n_m, bolt.use_to_n_m)
    middle = None if low is None or high is None else (low + high) / 2
    shares = PASSES if bolt.count >= _CROSS_FROM else PASSES[-1:]
    lock = bolt.nut is SheetNut.LOCK_NUT
    return JointTarget(
        key=bolt.key,
        what=f"{bolt.where}, {bolt.count} × {bolt.size}",
        count=bolt.count,
        from_n_m=low,
        to_n_m=high,
        sheet=sheet,
        how=HowTight.BULGE if low is None else HowTight.READ,
        order=cross_order(bolt.count),
        passes_n_m=[] if middle is None else [middle * share for share in shares],
        run_down_n_m=bolt.run_down_n_m,
        treatment="nothing: a nylon nut takes none" if lock else str(bolt.lubrication),
    )


def unnamed_target(key: str, what: str, count: int = 1) -> JointTarget:
    """Return a joint that no sheet gives a figure for: what was read is written down.

    Parameters
    ----------
    key : str
        As the plan's step names it.
    what : str
        In words.
    count : int
        How many fasteners.
    """
    # Nobody says that they lie in one ring: they are read one after the other.
    order = list(range(1, count + 1))
    return JointTarget(
        key, what, count, None, None, "", HowTight.READ, order, [], 0.0, "as its maker says"
    )


def _range(use: float | None, use_to: float | None) -> tuple[float | None, float | None]:
    if use is None:
        return None, None
    if use_to is not None:
        return use, use_to
    return use * (1 - TOLERANCE), use * (1 + TOLERANCE)


def check_wrench(wrench: Wrench, today: date, target: JointTarget) -> None:
    """Raise `InputError` where a wrench may not be used for a joint, with the reason.

    Parameters
    ----------
    wrench : Wrench
        In hand.
    today : date
        When it is used.
    target : JointTarget
        What it is to read.
    """
    if wrench.due_on < today:
        raise InputError(
            "wrench",
            f"{wrench.name} was due for calibration on {wrench.due_on.day} "
            f"{wrench.due_on:%b %Y}: its reading counts for nothing; take another.",
        )
    if target.from_n_m is None or target.to_n_m is None:
        return
    if not (wrench.from_n_m <= target.from_n_m and target.to_n_m <= wrench.to_n_m):
        raise InputError(
            "wrench",
            f"{wrench.name} reads {newton_metres(wrench.from_n_m, wrench.to_n_m):g}; this joint "
            f"asks {newton_metres(target.from_n_m, target.to_n_m):.0f}: take another.",
        )


def clamped_n_m(read_n_m: float, wrench: Wrench, extension_m: float) -> float:
    """Return what a joint got when an extension lengthened the wrench [N·m].

    Parameters
    ----------
    read_n_m : float
        What the wrench read [N·m].
    wrench : Wrench
        With its own length.
    extension_m : float
        In line with it; zero without one [m].
    """
    if not (math.isfinite(read_n_m) and _LEAST_N_M <= read_n_m <= MOST_N_M):
        raise InputError(
            "reading",
            f"Read {newton_metres(read_n_m):g}; enter {newton_metres(_LEAST_N_M, MOST_N_M):g}.",
        )
    # The setting for one newton metre says how much less the wrench shows than the joint gets.
    return read_n_m / wrench_setting(1.0, wrench.length_m, extension_m)


def judged(target: JointTarget, got_n_m: float | None, how: HowTight) -> Judged:
    """Return what was brought to a joint is worth.

    Parameters
    ----------
    target : JointTarget
        What it is to be.
    got_n_m : float or None
        What it got [N·m]; None where no wrench read it.
    how : HowTight
        How it was tightened.
    """
    if got_n_m is None:
        fits = how is HowTight.NO_WRENCH or (how is target.how is HowTight.BULGE)
        return Judged.PASSES if fits else Judged.UNREAD
    if target.from_n_m is None or target.to_n_m is None:
        return Judged.PASSES
    if got_n_m < target.from_n_m:
        return Judged.LOW
    return Judged.HIGH if got_n_m > target.to_n_m else Judged.PASSES


@dataclass(frozen=True)
class Reading(Record):
    """One row of the torque log. Never edited: another one supersedes it.

    Attributes
    ----------
    number : int
        Of the row; what supersedes names it.
    bolt : int
        Which bolt of the joint, from 1.
    judged : Judged
        What it is worth.
    supersedes : int or None
        Number of the row it stands in for.
    override : str
        A lead's reason for letting it pass all the same; empty where none did.
    """

    number: int
    bolt: int
    judged: Judged
    supersedes: int | None = None
    override: str = ""


def left_of(target: JointTarget, readings: Sequence[Reading]) -> list[int]:
    """Return bolts of a joint that no reading has passed yet, in the order they are tightened.

    Parameters
    ----------
    target : JointTarget
        The joint.
    readings : sequence of Reading
        Of it, oldest first; what was superseded counts no more.
    """
    passed = {
        one.bolt
        for one in _standing(readings)
        if one.judged is Judged.PASSES or one.override.strip()
    }
    return [bolt for bolt in target.order if bolt not in passed]


def _standing(readings: Sequence[Reading]) -> list[Reading]:
    """Rows that none supersedes: one a bolt."""
    gone = {one.supersedes for one in readings}
    return [one for one in readings if one.number not in gone]


def check_supersedes(readings: Sequence[Reading], bolt: int, supersedes: int | None) -> None:
    """Raise `InputError` where a new row leaves a failed one standing, or names a wrong one.

    Parameters
    ----------
    readings : sequence of Reading
        Of the joint so far.
    bolt : int
        Which bolt is read now.
    supersedes : int or None
        The row it is to stand in for.
    """
    standing = [one for one in _standing(readings) if one.bolt == bolt]
    if supersedes is not None and supersedes not in {one.number for one in standing}:
        raise InputError("supersedes", "That row is not standing for this bolt.")
    if supersedes is None and standing:
        raise InputError(
            "supersedes",
            f"Bolt {bolt} has a row already: a correction supersedes it, nothing is written over.",
        )
