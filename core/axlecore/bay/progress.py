"""How far a plan is: what is done, what waits for what, and which step is next."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from axlecore.build.closing import TIDY
from axlecore.build.plan import in_states
from axlecore.build.steps import Records, Step, VehicleState
from axlecore.errors import InputError
from axlecore.quantities.measure import Record

#: What was recorded of each step, by its key.
Recorded = Mapping[str, Collection[Records]]


class StepStands(StrEnum):
    """Where a step stands."""

    DONE = "done"
    OPEN = "open"
    WAITS = "waits"


@dataclass(frozen=True)
class StepProgress(Record):
    """One step of the work as it stands.

    Attributes
    ----------
    key : str
        Of the step.
    stands : StepStands
        Done, open, or waiting for others.
    missing : list of Records
        What is still to be recorded of it.
    rests_on : list of str
        Keys of steps that are not done and must be before it.
    """

    key: str
    stands: StepStands
    missing: list[Records]
    rests_on: list[str]


@dataclass(frozen=True)
class StateProgress(Record):
    """Steps that follow each other in one state of the vehicle.

    Attributes
    ----------
    state : VehicleState
        How it stands.
    done, steps : int
        How many are done, of how many.
    """

    state: VehicleState
    done: int
    steps: int


@dataclass(frozen=True)
class Progress(Record):
    """How far a plan is.

    Attributes
    ----------
    steps : list of StepProgress
        In working order.
    states : list of StateProgress
        The bands of the day.
    next : str or None
        Key of the first step that can be done; None where nothing is left, or all waits.
    stops : list of str
        What keeps the vehicle from the road; its last look waits for them.
    """

    steps: list[StepProgress]
    states: list[StateProgress]
    next: str | None
    stops: list[str]


def progress_of(steps: Sequence[Step], recorded: Recorded, stops: Sequence[str] = ()) -> Progress:
    """Return how far a plan is.

    Parameters
    ----------
    steps : sequence of Step
        In working order.
    recorded : mapping of str to collection of Records
        What was recorded of each.
    stops : sequence of str
        What keeps the vehicle from the road.
    """
    missing = {step.key: _missing(step, recorded) for step in steps}
    found = [_stands(step, missing, stops) for step in steps]
    done = {one.key for one in found if one.stands is StepStands.DONE}
    states = [
        StateProgress(state, sum(step.key in done for step in band), len(band))
        for state, band in in_states(steps)
    ]
    following = next((one.key for one in found if one.stands is StepStands.OPEN), None)
    return Progress(found, states, following, list(stops))


def _missing(step: Step, recorded: Recorded) -> list[Records]:
    there = recorded.get(step.key, ())
    return [kind for kind in step.records or (Records.TICK,) if kind not in there]


def _stands(
    step: Step, missing: Mapping[str, Sequence[Records]], stops: Sequence[str]
) -> StepProgress:
    left = list(missing[step.key])
    rests_on = [key for key in step.after if missing.get(key)]
    if not left:
        return StepProgress(step.key, StepStands.DONE, [], rests_on)
    waits = rests_on or (stops and step.key == TIDY)
    stands = StepStands.WAITS if waits else StepStands.OPEN
    return StepProgress(step.key, stands, left, rests_on)


def step_of(steps: Sequence[Step], key: str) -> Step:
    """Return a step by its key; `InputError` where the plan has none such.

    Parameters
    ----------
    steps : sequence of Step
        Of the plan.
    key : str
        Of the step.
    """
    step = next((one for one in steps if one.key == key), None)
    if step is None:
        raise InputError("step", f"There is no step “{key[:40]}” in this plan.")
    return step


def check_record(
    steps: Sequence[Step],
    recorded: Recorded,
    key: str,
    kind: Records,
    stops: Sequence[str] = (),
) -> None:
    """Raise `InputError` where something cannot be recorded of a step now.

    Parameters
    ----------
    steps : sequence of Step
        Of the plan.
    recorded : mapping of str to collection of Records
        What was recorded so far.
    key : str
        Of the step.
    kind : Records
        What is recorded.
    stops : sequence of str
        What keeps the vehicle from the road.
    """
    step = step_of(steps, key)
    asked = step.records or (Records.TICK,)
    if kind not in asked:
        raise InputError("kind", f"This step keeps {', '.join(asked)}; read {kind}.")
    stands = _stands(step, {one.key: _missing(one, recorded) for one in steps}, stops)
    if stands.rests_on:
        first = step_of(steps, stands.rests_on[0]).what.rstrip(".")
        more = len(stands.rests_on) - 1
        also = f" and {more} more" if more else ""
        raise InputError("step", f"It rests on “{first}”{also}: do that first.")
    if stops and key == TIDY:
        raise InputError("step", f"A stop keeps it off the road: {stops[0]}")
