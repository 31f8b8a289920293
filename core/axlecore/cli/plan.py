"""`axlecore plan`: the order of work of a job."""

from __future__ import annotations

from argparse import Namespace
from typing import Any

from axlecore.build.job import JobFile
from axlecore.build.plan import WorkPlan, in_states, plan_of
from axlecore.cli.files import EXIT_OK, add_file, guarded, print_json, read
from axlecore.fitup.arrival import Arrival
from axlecore.practice.fitting import FitStation, Racks, fit_station
from axlecore.vehicle.ends import End


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("plan", help="the order of work of a job")
    add_file(parser, "job file")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def fit_of(job: JobFile) -> FitStation:
    """Return what the fit-up of a job comes to.

    Parameters
    ----------
    job : JobFile
        With its fit-up and its kits.
    """
    kits = {end.value: job.of_end(end) for end in End}
    parts = {end: kit.part for end, kit in kits.items() if kit is not None}
    return fit_station(
        job.vehicle,
        job.set_up,
        job.look_over,
        job.fitting,
        Arrival(),
        job.schools,
        Racks(parts, {}),
        job.kind,
    )


def _run(chosen: Namespace) -> int:
    job = read(chosen.file, JobFile)
    found = plan_of(job, fit_of(job))
    if chosen.json:
        print_json(found)
    else:
        _print(found)
    return EXIT_OK


def _print(plan: WorkPlan) -> None:
    number = 0
    for state, steps in in_states(plan.steps):
        print(f"\n{state.upper()}")
        for step in steps:
            number += 1
            quick, usual, slow = step.hours
            print(f"{number:>3}  {step.what}  {usual:.2f} h ({quick:.2f} to {slow:.2f})")
            more = [", ".join(step.tools), f"{step.people} people" if step.people > 1 else ""]
            if any(more):
                print(f"     {' · '.join(one for one in more if one)}")
    quick, usual, slow = plan.hours
    print(
        f"\n{len(plan.steps)} steps, {plan.state_changes} changes of the vehicle's state, "
        f"{usual:.1f} h ({quick:.1f} to {slow:.1f})"
    )
