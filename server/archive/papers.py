"""What people read of a job without this program: the papers that lie in its archive."""

from collections.abc import Callable
from functools import partial

from aftercare.report import report_of
from aftercare.report_page import report_page
from axlecore.errors import CoreError
from axlecore.quantities.units import Units
from jobs.opened import OpenJob
from prints.comparison import comparison_page
from prints.intake import intake_sheet
from prints.paper import Page
from shops.errors import Refused


def papers_of(job: OpenJob, units: Units) -> dict[str, Page]:
    """Return the papers a job is far enough for as pages to lay out, by path in its archive."""
    papers: dict[str, Callable[[], Page]] = {
        "papers/intake.pdf": partial(intake_sheet, job, units),
        "papers/comparison.pdf": partial(comparison_page, job, units),
        "papers/report.pdf": lambda: report_page(report_of(job), job.row.pk, units),
    }
    made = {path: _made(paper) for path, paper in papers.items()}
    return {path: page for path, page in made.items() if page is not None}


def _made(paper: Callable[[], Page]) -> Page | None:
    try:
        return paper()
    except (CoreError, Refused):
        # A job that is not so far has no such paper yet.
        return None
