"""Files over HTTP: to be kept, or to be looked at first."""

from django.http import HttpResponse
from django.utils.http import content_disposition_header


def download(content: str | bytes, content_type: str, name: str) -> HttpResponse:
    """Return a file that the browser keeps under a name."""
    return _file(content, content_type, content_disposition_header(True, name))


def shown(content: str | bytes, content_type: str, name: str) -> HttpResponse:
    """Return a file that the browser shows, and would keep under a name."""
    return _file(content, content_type, content_disposition_header(False, name))


def _file(content: str | bytes, content_type: str, disposition: str | None) -> HttpResponse:
    return HttpResponse(
        content, content_type=content_type, headers={"Content-Disposition": disposition or ""}
    )
