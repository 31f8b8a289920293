"""What is answered where the server itself failed: later, while its database does not answer."""

import sys

from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse

from calmaxle.logs import request_number
from shops.errors import refusal

LATER = "The shop's database does not answer. Nothing is lost; it is tried again."
BROKEN = "The server failed at this. Try again, or tell the lead; its log has it as {number}."


def broken(request: HttpRequest) -> HttpResponse:
    """Answer a request that failed, wherever on its way that was."""
    error = sys.exc_info()[1]
    if isinstance(error, OperationalError | InterfaceError):
        return refusal(503, "", LATER)
    return refusal(500, "", BROKEN.format(number=request_number()))
