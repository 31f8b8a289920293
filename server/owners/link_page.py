"""A page behind a link: read and answered by an owner, without a sign-in."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Generic, TypeVar

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

from aftercare.models import ReportLink
from axlecore.errors import InputError
from jobs.models import QuoteLink
from owners.pages import PICTURES_OFTEN, READ_OFTEN, TOO_OFTEN, closed, may_ask
from photos.models import Photo
from shops.errors import Refused

Link = TypeVar("Link", QuoteLink, ReportLink)
View = Callable[..., HttpResponseBase]


@dataclass(frozen=True)
class LinkPage(Generic[Link]):
    """What is behind links of one kind; nothing else of a shop is.

    Attributes
    ----------
    called : str
        What an owner calls it.
    find : callable
        From the secret end of an address to its link; None where there is none.
    is_open : callable
        Whether it can still be read.
    photos : callable
        The pictures it shows.
    show : callable
        Show it, with what was wrong in what was sent.
    take : callable
        Take what was sent; InputError where that cannot be read.
    """

    called: str
    find: Callable[[str], Link | None]
    is_open: Callable[[Link], bool]
    photos: Callable[[Link], "QuerySet[Photo]"]
    show: Callable[[HttpRequest, Link, InputError | None], HttpResponse]
    take: Callable[[HttpRequest, Link], None]

    def views(self) -> tuple[View, View]:
        """Return the view of the page and that of a picture on it."""
        answer = csrf_protect(require_http_methods(["GET", "HEAD", "POST"])(self._answer))
        photo = require_http_methods(["GET", "HEAD"])(self._photo)
        return never_cache(answer), never_cache(photo)

    def _answer(self, request: HttpRequest, token: str) -> HttpResponse:
        """Show what is behind a link, or take its owner's answer."""
        if not may_ask(request, READ_OFTEN):
            return closed(request, TOO_OFTEN, 429)
        link = self.find(token)
        if link is None:
            says = f"There is no {self.called} at this address. Check the link."
            return closed(request, says, 404)
        if not self.is_open(link):
            says = f"This {self.called} is closed. Ask {link.job.shop.name} for a new one."
            return closed(request, says, 410)
        if request.method != "POST":
            return self.show(request, link, None)
        try:
            self.take(request, link)
        except InputError as error:
            return self.show(request, link, error)
        except Refused as error:
            return closed(request, str(error), error.status)
        # Seen anew: loading the page again sends nothing twice.
        return HttpResponseRedirect(request.path)

    def _photo(self, request: HttpRequest, token: str, photo_id: int) -> HttpResponseBase:
        """Give a picture that the page shows."""
        if not may_ask(request, PICTURES_OFTEN):
            return closed(request, TOO_OFTEN, 429)
        link = self.find(token)
        if link is None or not self.is_open(link):
            raise Http404
        photo = get_object_or_404(self.photos(link), pk=photo_id)
        return FileResponse(photo.file.open("rb"), content_type="image/jpeg")
