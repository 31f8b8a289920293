"""Making an uploaded file a picture that is safe to keep: checked, turned, shrunk, stripped."""

import io
import threading
from typing import IO, Any

from PIL import Image, ImageOps, UnidentifiedImageError

from shops.errors import Refused

LARGEST_BYTES = 15_000_000
#: Of a camera of today. Such a picture is decoded at a fraction of its size.
_MOST_PIXELS = 200_000_000
_MOST_DECODED = 25_000_000
_LONGEST_SIDE = 1600
_FORMATS = ("JPEG", "PNG", "WEBP")
_ACCEPTED = "Send a JPEG, PNG or WebP picture."
#: One at a time a worker: a decoded picture takes some 100 MB.
_turn = threading.Lock()
# How much is decoded is looked at here, and answered; the library would only warn or fail.
Image.MAX_IMAGE_PIXELS = None


def as_kept(upload: IO[Any], size: int) -> tuple[bytes, int, int]:
    """Return a JPEG with its width and height; Refused where the content is no picture.

    The camera's turn is applied; everything else that stood beside the pixels is dropped, its
    location above all: only they are saved anew.
    """
    if size > LARGEST_BYTES:
        raise Refused("file", f"The picture is over {LARGEST_BYTES // 1_000_000} MB.", 413)
    try:
        with _turn, Image.open(upload, formats=_FORMATS) as opened:
            picture = _pixels(opened)
    except Refused:
        raise
    except UnidentifiedImageError:
        raise Refused("file", f"This is no picture we can read. {_ACCEPTED}", 422) from None
    except Exception:
        raise Refused("file", f"The picture is broken or cut off. {_ACCEPTED}", 422) from None
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=85, optimize=True)
    return out.getvalue(), picture.width, picture.height


def _pixels(opened: Image.Image) -> Image.Image:
    """The pixels of a picture, turned and shrunk, and nothing else of it."""
    if opened.width * opened.height > _MOST_PIXELS:
        raise _too_large()
    # A JPEG is read at an eighth to the whole of its size, but one that comes in passes is held
    # whole while it is.
    if not opened.info.get("progressive"):
        opened.draft("RGB", (_LONGEST_SIDE, _LONGEST_SIDE))
    if opened.width * opened.height > _MOST_DECODED:
        raise _too_large()
    opened.thumbnail((_LONGEST_SIDE, _LONGEST_SIDE))
    turned = ImageOps.exif_transpose(opened).convert("RGB")
    turned.info = {}
    return turned


def _too_large() -> Refused:
    most = _MOST_DECODED // 1_000_000
    return Refused("file", f"The picture has over {most} million pixels; shrink it first.", 422)
