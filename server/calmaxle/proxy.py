"""Whose request it is and how it came, where a proxy hands it on."""

import ipaddress
from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponseBase


class CallersAddress:
    """Middleware: the address that a trusted proxy names is the caller's; nobody else may name one.

    The rightmost name counts, which the proxy itself wrote. Nor is anybody else believed that a
    request came over a line that nobody reads.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        named = request.META.pop("HTTP_X_FORWARDED_FOR", "").rpartition(",")[2].strip()
        if request.META["REMOTE_ADDR"] not in settings.TRUSTED_PROXIES:
            request.META.pop("HTTP_X_FORWARDED_PROTO", None)
        elif _is_address(named):
            request.META["REMOTE_ADDR"] = named
        return self.get_response(request)


def _is_address(named: str) -> bool:
    try:
        ipaddress.ip_address(named)
    except ValueError:
        return False
    return True
