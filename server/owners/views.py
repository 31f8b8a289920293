"""The page behind a quote's link: read and answered by the owner, without a sign-in."""

from django.db.models import QuerySet
from django.http import (
    FileResponse,
    Http404,
    HttpRequest,
    HttpResponse,
    HttpResponseBase,
    HttpResponseRedirect,
)
from django.shortcuts import get_object_or_404
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import csrf_protect
from django.views.decorators.http import require_http_methods

from axlecore.build.quote import Quantiles
from axlecore.errors import InputError
from jobs.agreeing import agree_by_link, ask_by_link, is_open, link_of, shown_by
from jobs.models import QuoteLink
from owners.pages import PICTURES_OFTEN, READ_OFTEN, TOO_OFTEN, closed, may_ask, page
from photos.models import Photo
from photos.services import STEP
from shops.errors import Refused

#: Width of a band's drawing, and the least a band is shown as wide as, of its middle.
_LEFT, _WIDTH, _LEAST = 60, 240, 0.05


@never_cache
@csrf_protect
@require_http_methods(["GET", "HEAD", "POST"])
def quote_page(request: HttpRequest, token: str) -> HttpResponse:
    """Show the quote of a link, or take its owner's answer; nothing else of the shop."""
    if not may_ask(request, READ_OFTEN):
        return closed(request, TOO_OFTEN, 429)
    link = link_of(token)
    if link is None:
        return closed(request, "There is no quote at this address. Check the link.", 404)
    if not is_open(link):
        return closed(
            request, f"This quote is closed. Ask {link.job.shop.name} for a new one.", 410
        )
    if request.method != "POST":
        return _shown(request, link)
    try:
        _take_answer(request, link)
    except InputError as error:
        return _shown(request, link, error)
    except Refused as error:
        return closed(request, str(error), error.status)
    # Seen anew: loading the page again sends nothing twice.
    return HttpResponseRedirect(request.path)


@never_cache
@require_http_methods(["GET", "HEAD"])
def quote_photo(request: HttpRequest, token: str, photo_id: int) -> HttpResponseBase:
    """Give a picture that the quote behind a link shows; nothing else of the shop."""
    if not may_ask(request, PICTURES_OFTEN):
        return closed(request, TOO_OFTEN, 429)
    link = link_of(token)
    if link is None or not is_open(link):
        raise Http404
    photo = get_object_or_404(_photos_of(link), pk=photo_id)
    return FileResponse(photo.file.open("rb"), content_type="image/jpeg")


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


def _shown(request: HttpRequest, link: QuoteLink, error: InputError | None = None) -> HttpResponse:
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
