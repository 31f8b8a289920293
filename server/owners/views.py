"""The page behind a quote's link: read and answered by the owner, without a sign-in."""

from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import render
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import csrf_protect
from django.views.decorators.http import require_http_methods
from ninja.throttling import AnonRateThrottle

from axlecore.build.quote import Quantiles
from axlecore.errors import InputError
from calmaxle.page import built_entry
from jobs.agreeing import agree_by_link, ask_by_link, is_open, link_of, shown_by
from jobs.models import QuoteLink
from shops.errors import Refused

#: What one address may ask for: an owner reads a page; a guesser would ask for more.
_OFTEN = "30/m"
#: Width of a band's drawing, and the least a band is shown as wide as, of its middle.
_LEFT, _WIDTH, _LEAST = 60, 240, 0.05


@never_cache
@csrf_protect
@require_http_methods(["GET", "HEAD", "POST"])
def quote_page(request: HttpRequest, token: str) -> HttpResponse:
    """Show the quote of a link, or take its owner's answer; nothing else of the shop."""
    if not AnonRateThrottle(_OFTEN).allow_request(request):
        return _closed(request, "Too many tries. Wait a minute, then open the link again.", 429)
    link = link_of(token)
    if link is None:
        return _closed(request, "There is no quote at this address. Check the link.", 404)
    if not is_open(link):
        return _closed(
            request, f"This quote is closed. Ask {link.job.shop.name} for a new one.", 410
        )
    if request.method != "POST":
        return _shown(request, link)
    try:
        _take_answer(request, link)
    except InputError as error:
        return _shown(request, link, error)
    except Refused as error:
        return _closed(request, str(error), error.status)
    # Seen anew: loading the page again sends nothing twice.
    return HttpResponseRedirect(request.path)


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
        "agreement": getattr(link, "agreement", None),
        "error": error,
        "typed": request.POST,
    }
    return _page(request, "quote.html", context, 422 if error else 200)


def _drawn(band: Quantiles) -> dict[str, float]:
    """A band's figures and where its drawing has them."""
    wide = max(band.p90 - band.p10, band.p50 * _LEAST)
    x = {
        f"x{name[1:]}": _LEFT + _WIDTH * (value - band.p10) / wide
        for name, value in vars(band).items()
    }
    return {**vars(band), **x, "width": x["x90"] - x["x10"]}


def _closed(request: HttpRequest, says: str, status: int) -> HttpResponse:
    return _page(request, "quote_closed.html", {"says": says}, status)


def _page(
    request: HttpRequest, template: str, context: dict[str, object], status: int
) -> HttpResponse:
    answer = render(request, template, {**context, "entry": built_entry()}, status=status)
    answer["X-Robots-Tag"] = "noindex"
    return answer
