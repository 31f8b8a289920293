"""Beginning the fit-up of an axle, and adding to and taking from its sheet."""

from axlecore.fitup.applied import fitted_bar
from axlecore.fitup.sheet import Fitting, Layout
from axlecore.fitup.start import begin, with_part, without_part
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End, Side
from jobs.opened import OpenJob


def begun_fitting(job: OpenJob, fitting: Record, end: End, layout: Layout) -> Fitting:
    """Return a fit-up sheet with one axle begun from a suspension's usual places."""
    assert isinstance(fitting, Fitting)
    there = fitted_bar(job.sheet, job.set_up, end)
    fit = begin(job.sheet.of_end(end), there.bar, layout)
    hole = 0 if job.schools["hole"] == "softest" else there.hole
    for side in Side:
        fit = fit_part(fit, f"{side}.bar_hole", hole)
    return fit_part(fitting, end, fit)


def changed_fitting(job: OpenJob, fitting: Record, end: End, place: str, there: bool) -> Fitting:
    """Return a fit-up sheet with one thing more or less."""
    assert isinstance(fitting, Fitting)
    if not there:
        return without_part(fitting, end, place)
    return with_part(fitting, end, job.sheet.of_end(end), place)
