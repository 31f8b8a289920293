"""Writes that name themselves: sent twice, done once.

The device makes an identifier for every write and sends it as ``Idempotency-Key``. The answer is
kept with the write, in one transaction; whoever sends it again is answered the same.
"""

import hashlib
import json
import re
import zlib
from collections.abc import Callable
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.http import HttpRequest, HttpResponse, HttpResponseBase
from django.utils import timezone

from shops.errors import refusal
from shops.models import KeptAnswer
from shops.try_again import TRIES, TryAgainResponse, rewind_files
from shops.turns import wait_for_turn

#: A device that was away longer has its writes checked against what stands, as any other.
KEPT_FOR = timedelta(days=14)
_KEY = re.compile(r"[0-9A-Za-z-]{8,64}")
_READING = frozenset({"GET", "HEAD", "OPTIONS"})

Answer = Callable[[HttpRequest], HttpResponseBase]


class Once:
    """Middleware, behind authentication."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        key = request.headers.get("Idempotency-Key")
        if key is None or _plain(request) or not request.user.is_authenticated:
            return self.get_response(request)
        if not _KEY.fullmatch(key):
            return refusal(422, "Idempotency-Key", "Send 8 to 64 letters, digits and dashes.")
        for tries_left in reversed(range(TRIES)):
            answer = self._in_one_transaction(request, key)
            if not (tries_left and isinstance(answer, TryAgainResponse)):
                return answer
            rewind_files(request)
        raise AssertionError("unreachable")

    def _in_one_transaction(self, request: HttpRequest, key: str) -> HttpResponseBase:
        with transaction.atomic():
            # A twin that is on its way at this moment is waited for, then answered from here.
            wait_for_turn(f"{request.user.pk} {key}")
            kept = KeptAnswer.objects.filter(person=request.user.pk, key=key).first()
            if kept is not None:
                return _answered(kept, request)
            answer = self.get_response(request)
            if answer.status_code >= 400 or not isinstance(answer, HttpResponse):
                # Refused is not done: nothing of it stays, and it may be put right and sent again.
                transaction.set_rollback(True)
                return answer
            _keep(request, key, answer)
            return answer


def _plain(request: HttpRequest) -> bool:
    """Whether a request is no write, or a sign-in: undone, its failure would not be counted."""
    return request.method in _READING or request.path.startswith("/api/session")


def _digest(request: HttpRequest) -> str:
    whole = f"{request.method} {request.get_full_path()}\n".encode()
    if not (request.content_type or "").startswith("multipart/"):
        # A picture is read as it comes and never held whole; it has a key of its own.
        whole += _without_base(request.body)
    return hashlib.sha256(whole).hexdigest()


def _without_base(body: bytes) -> bytes:
    """A write without the version it is based on, which may have moved when it is sent again."""
    try:
        said = json.loads(body)
    except ValueError:
        return body
    if isinstance(said, dict):
        said.pop("base_version", None)
    return json.dumps(said, sort_keys=True).encode()


def _keep(request: HttpRequest, key: str, answer: HttpResponse) -> None:
    person: Any = request.user
    KeptAnswer.objects.filter(made_at__lt=timezone.now() - KEPT_FOR).delete()
    KeptAnswer.objects.create(
        person=person,
        key=key,
        digest=_digest(request),
        status=answer.status_code,
        content_type=answer.headers.get("Content-Type", ""),
        body=zlib.compress(answer.content, 1),
    )


def _answered(kept: KeptAnswer, request: HttpRequest) -> HttpResponse:
    if kept.digest != _digest(request):
        return refusal(422, "Idempotency-Key", "This identifier named another write before.")
    body: Any = kept.body
    return HttpResponse(
        zlib.decompress(bytes(body)), status=kept.status, content_type=kept.content_type
    )
