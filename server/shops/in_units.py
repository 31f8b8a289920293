"""The last step of an answer: the quantities in its sentences in the units of whoever reads it."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, HttpResponseBase
from ninja.renderers import JSONRenderer

from axlecore.quantities.sentences import MARK, in_units
from axlecore.quantities.units import Units
from shops.models import Person

#: What is read as text; the mark's bytes mean nothing in a picture.
_TEXT = ("application/json", "text/")
_MARK = MARK.encode()

Answer = Callable[[HttpRequest], HttpResponseBase]


class PlainJson(JSONRenderer):
    """Writes characters as they are, so that the mark of a quantity is one too."""

    json_dumps_params = {"ensure_ascii": False}


class InTheirUnits:
    """Middleware, behind authentication and before what is kept of an answer."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        answer = self.get_response(request)
        if (
            isinstance(answer, HttpResponse)
            and answer.headers.get("Content-Type", "").startswith(_TEXT)
            and _MARK in answer.content
        ):
            answer.content = in_units(answer.content.decode(), units_of(request)).encode()
        return answer


def units_of(request: HttpRequest) -> Units:
    """Return what numbers are shown in to whoever asks."""
    person = request.user
    return person.shown_units if isinstance(person, Person) else Units.METRIC
