"""The page behind a report's link, and the calendar behind a token: read without a sign-in."""

from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_http_methods

from aftercare.calendar import shop_feed, shop_of_token
from aftercare.lean_drawing import drawn_lean
from aftercare.models import ReportLink
from aftercare.report import is_open_report, photos_of, report_link_of, shown_report, take_word
from axlecore.errors import InputError
from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units
from axlecore.road.impressions import QUESTIONS, SCALE, Felt
from owners.link_page import LinkPage
from owners.pages import READ_OFTEN, TOO_OFTEN, closed, may_ask, page
from photos.models import Photo

#: Inks of both themes, as the style sheet has them.
_INKS = {name: f"var(--{name})" for name in ("ink", "pale", "before", "after")}


def _photos_of(link: ReportLink) -> "QuerySet[Photo]":
    return photos_of(link.job_id).filter(pk__in=link.photos).order_by("pk")


def _take_word(request: HttpRequest, link: ReportLink) -> None:
    take_word(link, _felt(request), request.POST.get("word", ""))


def _felt(request: HttpRequest) -> dict[Felt, int]:
    """What was answered; InputError where an answer is none of the scale."""
    found = {}
    for question in QUESTIONS:
        said = request.POST.get(question.felt, "")
        if said and not said.isdecimal():
            raise InputError(question.felt, f"Read “{said[:20]}”; choose one of the answers.")
        if said:
            found[question.felt] = int(said[:3])
    return found


def _shown(request: HttpRequest, link: ReportLink, error: InputError | None) -> HttpResponse:
    report = shown_report(link)
    context = {
        "link": link,
        "report": report,
        "lean": None if report.lean is None else drawn_lean(report.lean),
        "photos": _photos_of(link),
        "path": request.path.rstrip("/"),
        "questions": [(one.felt, one.text, link.felt.get(one.felt)) for one in QUESTIONS],
        "scale": list(enumerate(SCALE)),
        "error": error,
        **_INKS,
    }
    answer = page(request, "report.html", context, 422 if error else 200)
    answer.content = in_units(answer.content.decode(), Units(link.job.shop.units)).encode()
    return answer


report_page, report_photo = LinkPage(
    "report", report_link_of, is_open_report, _photos_of, _shown, _take_word
).views()


@never_cache
@require_http_methods(["GET", "HEAD"])
def calendar_feed(request: HttpRequest, token: str) -> HttpResponse:
    """Give the visits of the shop whose token it is; a wrong one tells nothing."""
    if not may_ask(request, READ_OFTEN):
        return closed(request, TOO_OFTEN, 429)
    shop = shop_of_token(token)
    if shop is None:
        return closed(request, "There is no calendar at this address.", 404)
    return HttpResponse(shop_feed(shop), content_type="text/calendar; charset=utf-8")
