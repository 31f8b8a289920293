"""What else was loosened on the way: tightened again, marked, and whether it asks for alignment."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from axlecore.build.closing import ALIGNMENT, TIDY, alignment_step
from axlecore.build.job import Loosened
from axlecore.build.steps import Records, Step, VehicleState


def with_loosened(steps: Sequence[Step], loosened: Sequence[Loosened]) -> list[Step]:
    """Return steps with those that tighten and mark what was loosened, before the last look.

    Parameters
    ----------
    steps : sequence of Step
        As derived.
    loosened : sequence of Loosened
        Of the job.
    """
    found = {step.key: step for step in steps}
    for number, one in enumerate(loosened):
        at = found.get(one.step)
        if at is None:
            continue
        key = f"{one.step}.loosened.{number}"
        found[key] = Step(
            key=key,
            what=f"Tighten and mark: {one.what.strip().rstrip('.')}.",
            why=f"it was loosened at “{at.what.rstrip('.')}”",
            state=VehicleState.ON_WHEELS,
            axle=at.axle,
            side=at.side,
            after=(one.step,),
            tools=("torque wrench", "paint pen"),
            hours=(0.05, 0.1, 0.2),
            records=(Records.TORQUE, Records.WITNESS_MARK),
            torque=key,
        )
        if TIDY in found:
            found[TIDY] = replace(found[TIDY], after=(*found[TIDY].after, key))
    steering = [one for one in loosened if one.steers and one.step in found]
    if steering and ALIGNMENT not in found:
        found[ALIGNMENT] = alignment_step([f"{one.what.strip()} was loosened" for one in steering])
    return list(found.values())
