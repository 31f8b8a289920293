"""Laying a page out for paper: HTML in, PDF out, nothing fetched from outside."""

import base64
from pathlib import Path
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string

from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units
from photos.models import FileKind, Photo
from tasks.kinds import Progress, kind

FONTS = Path(settings.ROOT) / "web" / "node_modules"


class Page(str):
    """HTML that is to be laid out for paper."""


def local_fetcher() -> Any:
    """Return what fetches fonts and pictures for a print: from this machine only."""
    from weasyprint.urls import URLFetcher

    return URLFetcher(allowed_protocols=("file", "data"), allow_redirects=False)


def picture(content: bytes, content_type: str) -> str:
    """Return a picture as the address that a page holds it by."""
    return f"data:{content_type};base64,{base64.b64encode(content).decode()}"


def photographed(photo: Photo) -> str | None:
    """Return a photo as the address that a page holds it by.

    None where its file is gone: a page of paper is worth more without a picture than not at all.
    """
    content = photo.content()
    return None if content is None else picture(content, FileKind.JPEG)


def drawing(svg: str) -> str:
    """Return an SVG as the address that a page holds it by."""
    return picture(svg.encode(), "image/svg+xml")


def page_of(template: str, context: dict[str, Any], units: Units = Units.METRIC) -> Page:
    """Return a template of this app as a page to lay out, its sentences in the units preferred."""
    return Page(in_units(render_to_string(template, {**context, "fonts": FONTS.as_uri()}), units))


@kind("print", "The print", loads=("weasyprint",))
def PRINT(page: bytes, progress: Progress) -> bytes:  # noqa: N802 - a kind of work, a constant
    """Lay a page out as a PDF."""
    progress(0, 2, "Laying it out")
    # Loaded at first use: it costs more than the whole server's start.
    from weasyprint import HTML

    laid_out = HTML(string=page.decode(), url_fetcher=local_fetcher()).render()
    progress(1, 2, f"Writing {len(laid_out.pages)} pages")
    made: bytes = laid_out.write_pdf()
    return made
