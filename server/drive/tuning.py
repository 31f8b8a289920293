"""A next step taken up: it goes to the bay as a small plan, and the set-up follows it."""

from dataclasses import replace

from axlecore.build.edits import Added, PlanEdits
from axlecore.build.steps import VehicleState
from axlecore.papers import PaperName
from axlecore.road.explaining import in_hole
from axlecore.road.tuning import TuneStep
from axlecore.vehicle.ends import End, Side
from drive.verdict import Verdicts
from jobs.opened import OpenJob
from jobs.papers import write_paper
from jobs.services import change_set_up
from jobs.work import edit_plan
from shops.errors import Refused
from shops.models import Person

#: What a step is told by: its key, at which end, into which hole, how long a link.
Picked = tuple[str, End | None, int | None, float | None]


def tune(job: OpenJob, person: Person, found: Verdicts, picked: Picked) -> None:
    """Take up a step that is offered; Refused where none like it is. Call with the job locked."""
    steps = found.judged.next_steps if found.judged else []
    step = next((one for one in steps if _picked(one) == picked), None)
    if step is None or step.key == "stop":
        raise Refused("key", "This is not among what is offered next; look again.", 422)
    edits = job.read(PlanEdits)
    if any(one.what == step.what for one in edits.added):
        raise Refused("key", "This step is in the bay already.", 422)
    if step.end is not None and step.hole is not None:
        _into_hole(job, person, step.end, step.hole)
    if step.end is not None and step.link_m is not None:
        length = f"{1000 * step.link_m:g} mm"
        write_paper(
            job,
            PaperName.FITTING,
            person,
            [(f"{step.end}.{side}.link_m", length) for side in Side],
        )
    taken = {one.key for one in edits.added}
    own = next(f"own.tune.{at}" for at in range(1, 100) if f"own.tune.{at}" not in taken)
    edits = replace(edits, added=(*edits.added, _added(own, step)))
    version = job.paper(PaperName.PLAN).version
    edit_plan(job, person, version, own, f"added: {step.what}"[:60], edits)


def _picked(step: TuneStep) -> Picked:
    return step.key, step.end, step.hole, step.link_m


def _into_hole(job: OpenJob, person: Person, end: End, hole: int) -> None:
    change_set_up(
        job,
        person,
        job.row.version,
        f"{end}.fitted.hole",
        f"hole {hole + 1}",
        lambda set_up: in_hole(set_up, end, hole),
    )


def _added(key: str, step: TuneStep) -> Added:
    reason = f"after the road run: {step.gradient_deg_per_g:.1f}°/g expected, {step.change:+.0%}"
    hours = (step.hours / 2, step.hours, step.hours * 2)
    return Added(key, step.what, reason, VehicleState.ON_WHEELS, step.end, hours=hours)
