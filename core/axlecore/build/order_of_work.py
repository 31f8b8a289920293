"""Steps in working order: precedence, then as few changes of the vehicle's state as can be."""

from __future__ import annotations

from collections import deque
from collections.abc import Mapping, Sequence, Set
from dataclasses import dataclass
from itertools import pairwise

from axlecore.build.steps import Step, VehicleState, check_steps


@dataclass(frozen=True)
class WorkingOrder:
    """Steps in the order they are done.

    Attributes
    ----------
    steps : tuple of Step
        Each after all that must come before it.
    state_changes : int
        How often the vehicle's state changes between one step and the next.
    """

    steps: tuple[Step, ...]
    state_changes: int


def in_working_order(steps: Sequence[Step]) -> WorkingOrder:
    """Return steps in working order.

    Parameters
    ----------
    steps : sequence of Step
        In the order they were thought of, which decides where nothing else does.

    Raises
    ------
    InputError
        Steps wait for each other, or for what is not there.

    Notes
    -----
    In one state all that can be done is done: that costs no change and opens whatever it can, so
    only the sequence of states is sought, breadth first, each set of done steps once. The first
    that does all has the fewest changes. Within a state one side is finished before the other,
    and one tool before the next.
    """
    by_key = check_steps(steps)
    sequence = _fewest_states(by_key)
    done: list[Step] = []
    for state in sequence:
        done += _within(by_key, state, done)
    changes = sum(one.state is not other.state for one, other in pairwise(done))
    return WorkingOrder(tuple(done), changes)


def _fewest_states(by_key: Mapping[str, Step]) -> tuple[VehicleState, ...]:
    whole = frozenset(by_key)
    seen: set[frozenset[str]] = {frozenset()}
    waiting: deque[tuple[frozenset[str], tuple[VehicleState, ...]]] = deque([(frozenset(), ())])
    while waiting:
        done, states = waiting.popleft()
        if done == whole:
            return states
        ready = {step.state for step in _ready(by_key, done)}
        for state in (one for one in VehicleState if one in ready):
            then = _all_done(by_key, state, done)
            if then not in seen:
                seen.add(then)
                waiting.append((then, (*states, state)))
    raise AssertionError("steps without a circle can all be done")


def _ready(by_key: Mapping[str, Step], done: Set[str]) -> list[Step]:
    """Steps that are not done and wait for nothing any more."""
    return [
        step
        for key, step in by_key.items()
        if key not in done and all(before in done for before in step.after)
    ]


def _all_done(
    by_key: Mapping[str, Step], state: VehicleState, done: frozenset[str]
) -> frozenset[str]:
    """All that can be done in a state, with what was done."""
    now = set(done)
    while ready := [step.key for step in _ready(by_key, now) if step.state is state]:
        now.update(ready)
    return frozenset(now)


def _within(by_key: Mapping[str, Step], state: VehicleState, before: Sequence[Step]) -> list[Step]:
    """All that can be done in a state, what lies near the last step first."""
    done = {step.key for step in before}
    last = before[-1] if before else None
    place = {key: at for at, key in enumerate(by_key)}
    found: list[Step] = []
    while ready := [step for step in _ready(by_key, done) if step.state is state]:
        last = min(ready, key=lambda step: (_away(step, last), place[step.key]))
        found.append(last)
        done.add(last.key)
    return found


def _away(step: Step, last: Step | None) -> tuple[bool, bool, bool]:
    """How far a step is from the last: another axle, another side, another tool."""
    if last is None:
        return (False, False, False)
    return (
        step.axle is not last.axle,
        step.side is not last.side,
        not set(step.tools) & set(last.tools),
    )
