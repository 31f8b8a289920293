"""Laying a page out for paper: HTML in, PDF out, nothing fetched from outside."""

import base64
from pathlib import Path
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string

from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units
from jobs.kept import Kept

#: The same page asked for again, from the same or another device, is half a second's work.
_laid_out: Kept[bytes] = Kept(24)
FONTS = Path(settings.ROOT) / "web" / "node_modules"


def local_fetcher() -> Any:
    """Return what fetches fonts and pictures for a print: from this machine only."""
    from weasyprint.urls import URLFetcher

    return URLFetcher(allowed_protocols=("file", "data"), allow_redirects=False)


def picture(content: bytes, content_type: str) -> str:
    """Return a picture as the address that a page holds it by."""
    return f"data:{content_type};base64,{base64.b64encode(content).decode()}"


def drawing(svg: str) -> str:
    """Return an SVG as the address that a page holds it by."""
    return picture(svg.encode(), "image/svg+xml")


def as_pdf(template: str, context: dict[str, Any], units: Units = Units.METRIC) -> bytes:
    """Return a template of this app as a PDF, its sentences in the units preferred."""
    page = in_units(render_to_string(template, {**context, "fonts": FONTS.as_uri()}), units)
    return _laid_out.answer(page, lambda: _lay_out(page))


def _lay_out(page: str) -> bytes:
    # Loaded at first use: it costs more than the whole server's start.
    from weasyprint import HTML

    made: bytes = HTML(string=page, url_fetcher=local_fetcher()).write_pdf()
    return made
