"""Transactions that PostgreSQL asks to have tried again: serialisation failures and deadlocks."""

from __future__ import annotations

from django.db import OperationalError
from django.http import HttpRequest, JsonResponse

#: How often a transaction is tried before its failure is an answer.
TRIES = 4
_SERIALIZATION_FAILURE, _DEADLOCK_DETECTED = "40001", "40P01"
_BUSY = "Others wrote at the same moment. Nothing is lost; it is tried again."


def asks_to_try_again(error: OperationalError) -> bool:
    """Return whether the database rolled a transaction back that may go through the next time."""
    state = getattr(error.__cause__, "sqlstate", None)
    return state in (_SERIALIZATION_FAILURE, _DEADLOCK_DETECTED)


class TryAgainResponse(JsonResponse):
    """Answer of a request whose transaction is to be tried again, here or by whoever asked."""

    def __init__(self) -> None:
        super().__init__({"detail": [{"field": "", "message": _BUSY}]}, status=503)


def rewind_files(request: HttpRequest) -> None:
    """Have the files of a request read from their beginning again."""
    for _, files in request.FILES.lists():
        for file in files:
            file.seek(0)
