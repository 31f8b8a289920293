"""The one page, with the scripts and styles that the last build made."""

import json
from functools import cache
from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.views.decorators.cache import cache_control
from django.views.decorators.csrf import ensure_csrf_cookie


@cache
def _manifest() -> dict[str, Any]:
    found: dict[str, Any] = json.loads((settings.BUILT_WEB / ".vite" / "manifest.json").read_text())
    return found


def built_entry(_: HttpRequest) -> dict[str, Any]:
    """Give every template the scripts and styles that the last build made, as ``entry``."""
    return {"entry": _manifest()["index.html"]}


#: Asked for each time, so that an old one is never mixed with a new build.
_asked_each_time = cache_control(no_cache=True)


@_asked_each_time
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """Return the page; its address is read by the script."""
    return render(request, "page.html")


@_asked_each_time
def worker(request: HttpRequest) -> HttpResponse:
    """Return the script that keeps the page readable without the server; never an old one."""
    text = (settings.BUILT_WEB / "sw.js").read_bytes()
    return HttpResponse(text, content_type="text/javascript")


@_asked_each_time
def web_manifest(request: HttpRequest) -> JsonResponse:
    """Return how the page is put on a tablet's home screen."""
    return JsonResponse(
        {
            "name": "Calm Axle",
            "short_name": "Calm Axle",
            "start_url": "/",
            "display": "standalone",
            "background_color": "#f8f4ea",
            "theme_color": "#f8f4ea",
            "icons": [{"src": "/static/app/favicon.svg", "sizes": "any", "type": "image/svg+xml"}],
        },
        content_type="application/manifest+json",
    )
