"""The plan of a job: derived from its decisions, with what people did to it, in working order."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from axlecore.build.bar_steps import axle_steps
from axlecore.build.closing import closing_steps, opening_steps, tightening_steps
from axlecore.build.edits import with_edits
from axlecore.build.facts import Facts
from axlecore.build.job import JobFile
from axlecore.build.loosened import with_loosened
from axlecore.build.order_of_work import in_working_order
from axlecore.build.seized import with_freeing
from axlecore.build.snapped import with_repairs
from axlecore.build.steps import MOST_HOURS, Hours, Step, VehicleState
from axlecore.errors import InputError
from axlecore.practice.fitting import FitStation
from axlecore.quantities.measure import Record


@dataclass(frozen=True)
class LeftOff(Record):
    """Something that came off and stays off.

    Attributes
    ----------
    what, reason : str
        What, and why.
    """

    what: str
    reason: str


@dataclass(frozen=True)
class Tool(Record):
    """One tool of the tray, with the steps it is for.

    Attributes
    ----------
    name : str
        What is laid out.
    steps : list of str
        Keys of its steps.
    """

    name: str
    steps: list[str]


@dataclass(frozen=True)
class WorkPlan(Record):
    """All steps of a job in working order.

    Attributes
    ----------
    steps : list of Step
        Each after all that must come before it.
    state_changes : int
        How often the vehicle's state changes between one step and the next.
    hours : tuple of three float
        All steps quick, usual, slow [h], the shop's own.
    tray : list of Tool
        Tools of the whole job, to be laid out first.
    left_off : list of LeftOff
        What is not put back, with the reason.
    idle : list of str
        Changes of people that no longer apply, in words.
    """

    steps: list[Step]
    state_changes: int
    hours: Hours
    tray: list[Tool]
    left_off: list[LeftOff]
    idle: list[str]


def plan_of(job: JobFile, fit: FitStation | None) -> WorkPlan:
    """Return the plan of a job.

    Parameters
    ----------
    job : JobFile
        As far as it is decided.
    fit : FitStation or None
        What its fit-up comes to; None where nobody has begun one.

    Raises
    ------
    InputError
        Nothing is decided that is work; what people moved waits for itself.
    """
    derived = derive(job, fit)
    edited = with_edits(derived, job.edits)
    order = in_working_order(edited.steps)
    return WorkPlan(
        steps=list(order.steps),
        state_changes=order.state_changes,
        hours=_sum(order.steps),
        tray=_tray(order.steps),
        left_off=[*_left_off(job, derived), *_old_bars(job)],
        idle=edited.idle,
    )


def derive(job: JobFile, fit: FitStation | None) -> list[Step]:
    """Return the steps that a job's decisions ask for, before people change them.

    Parameters
    ----------
    job : JobFile
        As far as it is decided.
    fit : FitStation or None
        What its fit-up comes to.

    Raises
    ------
    InputError
        Nothing is decided that is work.
    """
    facts = Facts(job, fit)
    if not facts.ends:
        raise InputError("set_up", "Nothing is chosen at either axle: there is no work to plan.")
    steps = [*opening_steps(facts)]
    for end in facts.ends:
        steps += axle_steps(facts, end)
        steps += tightening_steps(facts, end)
    steps += closing_steps(facts)
    told = [_placed(_remembered(facts, step)) for step in steps]
    stuck = with_freeing(with_repairs(told, job), job.seized)
    return _loose_ends(with_loosened(stuck, job.loosened))


#: Part of the undercarriage that a step is at, by the second word of its key.
_SPOTS = {
    "link": "link",
    "links": "link",
    "brackets": "bracket",
    "bar": "bar",
    "swings": "bar",
    "settle": "bar",
    "photo": "bracket",
    "seats": "bushing",
    "bushings": "bushing",
    "threads": "bracket",
    "torque": "bracket",
    "drill": "frame",
    "u_bolts": "u_bolts",
    "cradle": "cradle",
    "air": "air_lines",
    "spare": "spare_carrier",
    "shield": "exhaust",
    "exhaust": "exhaust",
    "splash": "splash_shield",
    "liner": "liner",
    "brace": "brace",
    "crossmember": "crossmember",
    "damper": "steering_damper",
    "shaft": "drive_shaft",
}


def _placed(step: Step) -> Step:
    """A step with the part it is at, so that a drawing can light it."""
    kind = _SPOTS.get(step.key.split(".")[1]) if step.axle is not None else None
    if kind is None or step.spot:
        return step
    side = "" if step.side is None else f"_{step.side}"
    return replace(step, spot=f"{step.axle}_{kind}{side}")


def _loose_ends(steps: Sequence[Step]) -> list[Step]:
    """What is not among the steps is not waited for, and nothing waits loose for it."""
    keys = {step.key for step in steps}
    return [
        replace(
            step,
            after=tuple(dict.fromkeys(key for key in step.after if key in keys)),
            loose_until=step.loose_until if step.loose_until in keys else None,
        )
        for step in steps
    ]


def _remembered(facts: Facts, step: Step) -> Step:
    """A step with the shop's own hours and snags with this kit."""
    kit = None if step.axle is None else facts.kit(step.axle)
    if kit is None:
        return step
    usual = kit.sheet.usual_hours(step.key)
    if usual is not None:
        quick, was, slow = step.hours
        # As wide about the shop's own middle as it was about the usual one.
        less, more = (quick / was, slow / was) if was else (1.0, 1.0)
        step = replace(step, hours=(usual * less, usual, min(usual * more, MOST_HOURS)))
    snags = tuple(f"Last time: {snag.says}" for snag in kit.sheet.snags_at(step.key))
    return replace(step, cautions=(*step.cautions, *snags)) if snags else step


def _sum(steps: Sequence[Step]) -> Hours:
    own = [step.hours for step in steps if not step.outside]
    quick, usual, slow = (sum(hours[at] for hours in own) for at in range(3))
    return quick, usual, slow


def _tray(steps: Sequence[Step]) -> list[Tool]:
    found: dict[str, list[str]] = {}
    for step in steps:
        for tool in step.tools:
            found.setdefault(tool, []).append(step.key)
    return [Tool(name, keys) for name, keys in found.items()]


def _left_off(job: JobFile, derived: Sequence[Step]) -> Iterator[LeftOff]:
    """What a struck step would have put back."""
    by_key = {step.key: step for step in derived}
    for struck in job.edits.struck:
        step = by_key.get(struck.key)
        if step is not None and step.puts_back:
            yield LeftOff(step.puts_back, struck.reason)


def _old_bars(job: JobFile) -> Iterator[LeftOff]:
    for end in job.touched():
        if Facts(job, None).work(end).old_bar_out:
            yield LeftOff(f"old {end} bar", "another is fitted in its place")


@dataclass(frozen=True)
class PlanChange(Record):
    """What is otherwise when a plan is derived again.

    Attributes
    ----------
    new, gone, changed : list of str
        Steps by what they say: new ones, those that are gone, and those that changed.
    """

    new: list[str]
    gone: list[str]
    changed: list[str]

    @property
    def empty(self) -> bool:
        """Nothing changed."""
        return not (self.new or self.gone or self.changed)


def change_of(before: Sequence[Step], after: Sequence[Step]) -> PlanChange:
    """Return what changed between two plans of a job.

    Parameters
    ----------
    before, after : sequence of Step
        As it was derived, and as it is now.
    """
    was: Mapping[str, Step] = {step.key: step for step in before}
    now: Mapping[str, Step] = {step.key: step for step in after}
    return PlanChange(
        new=[step.what for step in after if step.key not in was],
        gone=[step.what for step in before if step.key not in now],
        changed=[step.what for step in after if step.key in was and was[step.key] != step],
    )


def in_states(steps: Sequence[Step]) -> list[tuple[VehicleState, list[Step]]]:
    """Return steps in working order as blocks of one state each.

    Parameters
    ----------
    steps : sequence of Step
        In working order.
    """
    blocks: list[tuple[VehicleState, list[Step]]] = []
    for step in steps:
        if not blocks or blocks[-1][0] is not step.state:
            blocks.append((step.state, []))
        blocks[-1][1].append(step)
    return blocks
