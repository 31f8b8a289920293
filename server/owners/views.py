"""The page behind a quote's link: read and answered by the owner, without a sign-in."""

from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponse

from axlecore.build.quote import Quantiles
from axlecore.errors import InputError
from jobs.agreeing import agree_by_link, ask_by_link, is_open, link_of, shown_by
from jobs.models import QuoteLink
from owners.link_page import LinkPage
from owners.pages import page
from photos.models import Photo
from photos.services import STEP

#: Width of a band's drawing, and the least a band is shown as wide as, of its middle.
_LEFT, _WIDTH, _LEAST = 60, 240, 0.05


def _photos_of(link: QuoteLink) -> "QuerySet[Photo]":
    """Pictures of what snapped, as they were when the quote was sent."""
    places = [f"{STEP}.{one.step}" for one in shown_by(link).snapped]
    return Photo.objects.filter(
        job=link.job_id, place__in=places, removed_at=None, made_at__lte=link.made_at
    ).order_by("pk")


def _take_answer(request: HttpRequest, link: QuoteLink) -> None:
    if "question" in request.POST:
        ask_by_link(link, request.POST["question"])
    else:
        agree_by_link(link, request.POST.get("by", ""))


def _shown(request: HttpRequest, link: QuoteLink, error: InputError | None) -> HttpResponse:
    quote = shown_by(link)
    context = {
        "link": link,
        "shop": link.job.shop,
        "vehicle": link.job.vehicle,
        "quote": quote,
        "price": _drawn(quote.price),
        "photos": _photos_of(link),
        "path": request.path.rstrip("/"),
        "agreement": getattr(link, "agreement", None),
        "error": error,
        "typed": request.POST,
    }
    return page(request, "quote.html", context, 422 if error else 200)


def _drawn(band: Quantiles) -> dict[str, float]:
    """A band's figures and where its drawing has them."""
    wide = max(band.p90 - band.p10, band.p50 * _LEAST)
    x = {
        f"x{name[1:]}": _LEFT + _WIDTH * (value - band.p10) / wide
        for name, value in vars(band).items()
    }
    return {**vars(band), **x, "width": x["x90"] - x["x10"]}


quote_page, quote_photo = LinkPage(
    "quote", link_of, is_open, _photos_of, _shown, _take_answer
).views()
