"""Whatever the framework itself refuses under /api/ is said in words, as all else there."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponseBase

from shops.errors import refusal

Answer = Callable[[HttpRequest], HttpResponseBase]

UNREADABLE = "What was sent cannot be read; load the page again."
FROM_BEFORE = "This page is from before the last sign-in; load it again."
TOO_LARGE = "That is more than is expected here; send less."
#: Our longest is a token of 64 letters.
_LONGEST_COOKIE = 256
_WORDS = {
    400: UNREADABLE,
    403: FROM_BEFORE,
    404: "There is nothing at this address.",
    405: "This address does not take that kind of request.",
    413: TOO_LARGE,
}


class InWords:
    """Middleware, outside all that may refuse."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        answer = self.get_response(request)
        said = answer.headers.get("Content-Type", "").startswith("application/json")
        if answer.status_code < 400 or said or not request.path.startswith("/api/"):
            return answer
        worded = refusal(answer.status_code, "", _WORDS.get(answer.status_code, UNREADABLE))
        if "Allow" in answer.headers:
            worded.headers["Allow"] = answer.headers["Allow"]
        return worded


class PlainCookies:
    """Middleware: forgets cookies that no browser keeps for us; those are looked up as they are."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        request.COOKIES = {
            name: value
            for name, value in request.COOKIES.items()
            if value.isascii() and value.isprintable() and len(value) <= _LONGEST_COOKIE
        }
        return self.get_response(request)
