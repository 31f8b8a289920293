"""Laying a page out for paper: HTML in, PDF out, nothing fetched from outside."""

import atexit
import base64
import threading
from functools import cache
from pathlib import Path
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string

from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units
from photos.models import FileKind, Photo
from tasks.kinds import Progress, kind

FONTS = Path(settings.ROOT) / "web" / "node_modules" / "@fontsource-variable"
_FACES = {
    "Archivo": "archivo/files/archivo-latin-wght-normal.woff2",
    "Figures": "martian-mono/files/martian-mono-latin-wght-normal.woff2",
}
#: One page at a time: fonts that are kept are nobody's to share while a page is laid out.
_laying_out = threading.Lock()


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
    return Page(in_units(render_to_string(template, context), units))


@cache
def _faces() -> tuple[Any, Any]:
    """Return the fonts of paper and the style sheet that names them.

    Kept: to unpack them takes longer than to lay most pages out.
    """
    from weasyprint import CSS
    from weasyprint.text.fonts import FontConfiguration

    fonts = FontConfiguration()
    rules = "".join(
        f"@font-face {{ font-family: {name}; src: url({(FONTS / file).as_uri()}); }}"
        for name, file in _FACES.items()
    )
    # They take what they unpacked away while its library is there still.
    atexit.register(_faces.cache_clear)
    return fonts, CSS(string=rules, font_config=fonts, url_fetcher=local_fetcher())


@kind("print", "The print", loads=("weasyprint",))
def PRINT(page: bytes, progress: Progress) -> bytes:  # noqa: N802 - a kind of work, a constant
    """Lay a page out as a PDF."""
    progress(0, 2, "Laying it out")
    # Loaded at first use: it costs more than the whole server's start.
    from weasyprint import HTML

    whole = HTML(string=page.decode(), url_fetcher=local_fetcher())
    with _laying_out:
        fonts, faces = _faces()
        laid_out = whole.render(font_config=fonts, stylesheets=[faces])
        progress(1, 2, f"Writing {len(laid_out.pages)} pages")
        made: bytes = laid_out.write_pdf()
    return made
