"""What the server writes down: one JSON object a line, a request's lines with its number."""

import json
import logging
import time
import uuid
from collections.abc import Callable
from contextvars import ContextVar
from datetime import UTC, datetime
from typing import Any

from django.db import connection
from django.http import HttpRequest, HttpResponseBase

#: A query longer than this is written down: its words, never its values.
SLOW_QUERY_S = 0.2
_LONGEST_SQL = 400

_number: ContextVar[str] = ContextVar("number", default="")
_requests = logging.getLogger("calmaxle.requests")
_queries = logging.getLogger("calmaxle.queries")


def request_number() -> str:
    """Return the number of the request that is being answered; empty where there is none."""
    return _number.get()


class JsonLines(logging.Formatter):
    """Writes a record as one line of JSON; what it was given as ``extra`` of ours stands beside."""

    def format(self, record: logging.LogRecord) -> str:
        line: dict[str, Any] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname.lower(),
            "from": record.name,
            "said": record.getMessage(),
            "request": request_number(),
            **getattr(record, "told", {}),
        }
        if record.exc_info:
            line["trace"] = self.formatException(record.exc_info)
        return json.dumps({key: value for key, value in line.items() if value != ""})


class Numbered:
    """Middleware, outermost: gives each request a number, which is answered and written with it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        token = _number.set(uuid.uuid4().hex[:12])
        begun = time.perf_counter()
        try:
            with connection.execute_wrapper(_told_if_slow):
                answer = self.get_response(request)
            answer.headers["X-Request-Number"] = request_number()
            _requests.info(
                "%s %s",
                request.method,
                request.path[:200],
                extra={
                    "told": {
                        "status": answer.status_code,
                        "ms": round((time.perf_counter() - begun) * 1e3),
                    }
                },
            )
            return answer
        finally:
            _number.reset(token)


def _told_if_slow(
    execute: Callable[..., Any], sql: str, params: Any, many: bool, context: dict[str, Any]
) -> Any:
    begun = time.perf_counter()
    try:
        return execute(sql, params, many, context)
    finally:
        spent = time.perf_counter() - begun
        if spent > SLOW_QUERY_S:
            told = {"ms": round(spent * 1e3)}
            _queries.warning("slow: %s", sql[:_LONGEST_SQL], extra={"told": told})
