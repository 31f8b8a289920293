"""Refusing what is too large before any of it is read."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponseBase

from shops.errors import refusal

#: A photo or paper with its form around it; nothing larger is ever sent.
_LARGEST_FILE_BYTES = 16_000_000
#: What is typed or drawn is some kB; a sheet with all its readings some hundred.
_LARGEST_BYTES = 1_000_000
#: Where a table of parts is sent, escaped as text within JSON.
_LARGEST_TABLE_BYTES = 12_000_000
#: A job's whole record with its pictures.
_LARGEST_RECORD_BYTES, _RECORDS = 64_000_000, "/api/jobs/records"
_TABLES = frozenset({"/api/racks/preview", "/api/racks/import"})


class LargestRequest:
    """Answers 413 to a request that says it is too large for its address."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        size = request.META.get("CONTENT_LENGTH") or "0"
        most = _most(request)
        if not (size.isascii() and size.isdecimal()) or len(size) > 12 or int(size) > most:
            return refusal(413, "", f"That is more than {most // 1_000_000} MB; send less.")
        return self.get_response(request)


def _most(request: HttpRequest) -> int:
    if request.path in _TABLES:
        return _LARGEST_TABLE_BYTES
    if request.path == _RECORDS:
        return _LARGEST_RECORD_BYTES
    files = (request.content_type or "").startswith("multipart/")
    return _LARGEST_FILE_BYTES if files else _LARGEST_BYTES
