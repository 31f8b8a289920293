"""The one page, with the scripts and styles that the last build made."""

import json
from functools import cache
from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import ensure_csrf_cookie


@cache
def _entry() -> dict[str, Any]:
    manifest = json.loads((settings.BUILT_WEB / ".vite" / "manifest.json").read_text())
    found: dict[str, Any] = manifest["index.html"]
    return found


@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """Return the page; its address is read by the script."""
    answer = render(request, "page.html", {"entry": _entry()})
    answer["Cache-Control"] = "no-cache"
    return answer
