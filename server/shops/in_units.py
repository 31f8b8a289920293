"""The last step of an answer: its sentences in the units of whoever reads it."""

import re
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, HttpResponseBase

from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units
from shops.models import Person

#: What people wrote themselves, and workings in SI, stand as they are.
_AS_WRITTEN = (
    "typed",
    "instead_of",
    "formula",
    "name",
    "note",
    "reason",
    "words",
    "where",
    "variant",
    "part_number",
    "build_notes",
)
_SKIPPED = re.compile(rf'"(?:{"|".join(_AS_WRITTEN)})":\s*"(?:[^"\\]|\\.)*"')

Answer = Callable[[HttpRequest], HttpResponseBase]


class InTheirUnits:
    """Middleware, behind authentication and before what is kept of an answer."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        answer = self.get_response(request)
        units = units_of(request)
        if (
            units is not Units.METRIC
            and isinstance(answer, HttpResponse)
            and answer.headers.get("Content-Type", "").startswith("application/json")
        ):
            answer.content = json_in_units(answer.content.decode(), units).encode()
        return answer


def units_of(request: HttpRequest) -> Units:
    """Return what numbers are shown in to whoever asks."""
    person = request.user
    return person.shown_units if isinstance(person, Person) else Units.METRIC


def json_in_units(text: str, units: Units) -> str:
    """Return JSON with its sentences in these units, and what people typed as it is."""
    parts, end = [], 0
    for kept in _SKIPPED.finditer(text):
        parts += [in_units(text[end : kept.start()], units), kept[0]]
        end = kept.end()
    return "".join([*parts, in_units(text[end:], units)])
