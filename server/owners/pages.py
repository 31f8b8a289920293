"""Pages that ask for no sign-in: how often one may be asked for, and how it is answered."""

from collections.abc import Mapping

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from ninja.throttling import AnonRateThrottle

#: What one address may ask for: an owner reads a page; a guesser would ask for more.
READ_OFTEN = "30/m"
#: A page may show several pictures.
PICTURES_OFTEN = "240/m"
TOO_OFTEN = "Too many tries. Wait a minute, then open the link again."


def may_ask(request: HttpRequest, often: str) -> bool:
    """Whether the address a request comes from has not asked too often."""
    return bool(AnonRateThrottle(often).allow_request(request))


def closed(request: HttpRequest, says: str, status: int) -> HttpResponse:
    """Say why there is nothing to be seen."""
    return page(request, "quote_closed.html", {"says": says}, status)


def page(
    request: HttpRequest, template: str, context: Mapping[str, object], status: int
) -> HttpResponse:
    """A page that no search finds."""
    answer = render(request, template, dict(context), status=status)
    answer["X-Robots-Tag"] = "noindex"
    return answer
