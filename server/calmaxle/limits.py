"""Refusing what is too large before any of it is read."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponseBase

from shops.errors import refusal

#: A photo with its form around it; nothing larger is ever sent.
LARGEST_REQUEST_BYTES = 16_000_000


class LargestRequest:
    """Answers 413 to a request that says it is too large."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        size = request.META.get("CONTENT_LENGTH") or "0"
        if not size.isdecimal() or int(size) > LARGEST_REQUEST_BYTES:
            most = f"{LARGEST_REQUEST_BYTES // 1_000_000} MB"
            return refusal(413, "", f"That is more than {most}; send less.")
        return self.get_response(request)
