"""What people do to a derived plan, kept with their reason when it is derived again."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from axlecore.build.steps import Hours, Step, VehicleState, check_hours
from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End

LONGEST_REASON = 300


def _reasoned(reason: str) -> None:
    if not reason.strip() or len(reason) > LONGEST_REASON:
        raise InputError("reason", f"Write why, in at most {LONGEST_REASON} characters.")


@dataclass(frozen=True)
class Struck(Record):
    """A derived step that is left out.

    Attributes
    ----------
    key : str
        Of the step.
    reason : str
        Why; a thing that is taken off and not put back is on the record by it.
    """

    key: str
    reason: str

    def __post_init__(self) -> None:
        _reasoned(self.reason)


@dataclass(frozen=True)
class Added(Record):
    """A step that somebody added.

    Attributes
    ----------
    key, what, reason : str
        Its name, what is done and why.
    state : VehicleState
        How the vehicle stands for it.
    axle : End or None
        Where.
    after, before : tuple of str
        Keys of steps it comes after, and before.
    hours : tuple of three float
        Quick, usual and slow [h].
    """

    key: str
    what: str
    reason: str
    state: VehicleState = VehicleState.ON_WHEELS
    axle: End | None = None
    after: tuple[str, ...] = ()
    before: tuple[str, ...] = ()
    hours: Hours = (0.1, 0.2, 0.4)

    def __post_init__(self) -> None:
        _reasoned(self.reason)
        check_hours(self.hours)
        if not self.key.startswith("own."):
            raise InputError("key", "A step that somebody added has a key that begins with own.")


@dataclass(frozen=True)
class Moved(Record):
    """A step that is to be done after another, beyond what it must.

    Attributes
    ----------
    key, after : str
        Of the step, and of the one it now follows.
    reason : str
        Why.
    """

    key: str
    after: str
    reason: str

    def __post_init__(self) -> None:
        _reasoned(self.reason)


@dataclass(frozen=True)
class Split(Record):
    """A step that is done in two goes.

    Attributes
    ----------
    key : str
        Of the step; the second go has the same key with ``.2`` behind it.
    first, second : str
        What is done in each go.
    reason : str
        Why.
    """

    key: str
    first: str
    second: str
    reason: str

    def __post_init__(self) -> None:
        _reasoned(self.reason)


@dataclass(frozen=True)
class PlanEdits(Record):
    """All that people did to a plan, in the order of its kinds.

    Attributes
    ----------
    added : tuple of Added
        Steps of their own.
    struck : tuple of Struck
        Steps left out.
    moved : tuple of Moved
        Steps put later.
    split : tuple of Split
        Steps done in two goes.
    """

    added: tuple[Added, ...] = ()
    struck: tuple[Struck, ...] = ()
    moved: tuple[Moved, ...] = ()
    split: tuple[Split, ...] = ()

    def __post_init__(self) -> None:
        if sum(map(len, (self.added, self.struck, self.moved, self.split))) > 60:
            raise InputError("edits", "A plan holds at most 60 changes of people.")


@dataclass(frozen=True)
class Edited:
    """Steps as people changed them, and what of their changes no longer applies.

    Attributes
    ----------
    steps : list of Step
        All of them.
    idle : list of str
        Changes whose step is not in the plan any more, in words.
    """

    steps: list[Step]
    idle: list[str]


def with_edits(steps: Sequence[Step], edits: PlanEdits) -> Edited:
    """Return derived steps with what people did to them.

    Parameters
    ----------
    steps : sequence of Step
        As derived.
    edits : PlanEdits
        What people did.

    Notes
    -----
    A struck step hands what it came after to what came after it, so that nothing overtakes.
    """
    found = {step.key: step for step in steps}
    idle: list[str] = []
    for split in edits.split:
        if split.key in found:
            _split(found, split)
        else:
            idle.append(f"“{split.key}” was split and is not in the plan any more.")
    for added in edits.added:
        _add(found, added)
    for struck in edits.struck:
        if struck.key in found:
            _strike(found, struck.key)
        else:
            idle.append(f"“{struck.key}” was struck out and is not in the plan any more.")
    for moved in edits.moved:
        if moved.key in found and moved.after in found:
            step = found[moved.key]
            found[moved.key] = replace(step, after=(*step.after, moved.after))
        else:
            idle.append(f"“{moved.key}” was put after “{moved.after}”; one of both is gone.")
    return Edited(list(found.values()), idle)


def _split(found: dict[str, Step], split: Split) -> None:
    step = found[split.key]
    half: Hours = (step.hours[0] / 2, step.hours[1] / 2, step.hours[2] / 2)
    second = f"{step.key}.2"
    for key, other in found.items():
        if step.key in other.after:
            after = tuple(second if one == step.key else one for one in other.after)
            found[key] = replace(other, after=after)
    # What it leaves, puts back and records is so once both goes are done.
    found[step.key] = replace(step, what=split.first, hours=half, puts_back="", torque="")
    found[second] = replace(
        step,
        key=second,
        what=split.second,
        after=(step.key,),
        hours=half,
        takes_off="",
        undoes=(),
        uses=(),
    )


def _add(found: dict[str, Step], added: Added) -> None:
    found[added.key] = Step(
        key=added.key,
        what=added.what,
        why=added.reason,
        state=added.state,
        axle=added.axle,
        after=tuple(key for key in added.after if key in found),
        hours=added.hours,
    )
    for key in added.before:
        if key in found:
            found[key] = replace(found[key], after=(*found[key].after, added.key))


def _strike(found: dict[str, Step], gone: str) -> None:
    step = found.pop(gone)
    for key, other in found.items():
        if gone in other.after:
            after = dict.fromkeys([*(k for k in other.after if k != gone), *step.after])
            found[key] = replace(other, after=tuple(after))
        if found[key].loose_until == gone:
            found[key] = replace(found[key], loose_until=None)
