"""The owner's report for paper: two pages."""

from django.template.loader import render_to_string

from aftercare.lean_drawing import drawn_lean
from aftercare.report import photos_of, report_photos
from axlecore.aftercare.owner_report import OwnerReport
from axlecore.quantities.units import Units
from prints.paper import Page, drawing, page_of, photographed

#: Inks of paper, as in its style sheet.
_INKS = {"ink": "#1b2833", "pale": "#8d8778", "before": "#5d6c7a", "after": "#0c705d"}


def report_page(report: OwnerReport, job_id: int, units: Units) -> Page:
    """Return an owner's report as a page to lay out."""
    shown = ""
    if report.lean is not None:
        context = {"lean": drawn_lean(report.lean), **_INKS}
        shown = drawing(render_to_string("owner_lean.svg", context))
    photos = map(photographed, report_photos(photos_of(job_id)))
    pictures = [one for one in photos if one is not None]
    context = {"report": report, "drawing": shown, "pictures": pictures}
    return page_of("report_paper.html", context, units)
