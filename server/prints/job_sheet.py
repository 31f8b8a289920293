"""The job sheet: the order of work on paper, with a code that opens the job in the bay."""

import io

import segno

from axlecore.build.plan import in_states
from axlecore.quantities.units import Units
from jobs.opened import OpenJob
from jobs.work import Work
from prints.paper import Page, drawing, page_of


def job_sheet(job: OpenJob, address: str, units: Units) -> Page:
    """Return the job sheet of a job as a page to lay out; `address` is where its code leads."""
    plan = Work(job).plan
    numbers = {step.key: at for at, step in enumerate(plan.steps, start=1)}
    return page_of(
        "job_sheet.html",
        {
            "job": job.row,
            "shop": job.row.shop.name,
            "code": drawing(_code(address)),
            "hours": plan.hours,
            "tray": plan.tray,
            "blocks": [
                (state, [(numbers[step.key], step) for step in steps])
                for state, steps in in_states(plan.steps)
            ],
            "left_off": plan.left_off,
        },
        units,
    )


def _code(address: str) -> str:
    drawn = io.BytesIO()
    segno.make(address, error="m").save(drawn, kind="svg", border=1, xmldecl=False)
    return drawn.getvalue().decode()
