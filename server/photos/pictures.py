"""Making an uploaded file a picture that is safe to keep: checked, turned, shrunk, stripped."""

import io
from typing import IO, Any

from PIL import Image, ImageOps, UnidentifiedImageError

from shops.errors import Refused

LARGEST_BYTES = 15_000_000
_MOST_PIXELS = 60_000_000
_LONGEST_SIDE = 1600
_FORMATS = ("JPEG", "PNG", "WEBP")


def as_kept(upload: IO[Any], size: int) -> tuple[bytes, int, int]:
    """Return a JPEG with its width and height; Refused where the content is no picture.

    The camera's turn is applied; everything else it wrote, its location above all, is dropped
    because only the pixels are saved anew.
    """
    if size > LARGEST_BYTES:
        raise Refused("file", f"The picture is over {LARGEST_BYTES // 1_000_000} MB.", 413)
    accepted = "Send a JPEG, PNG or WebP picture."
    try:
        opened = Image.open(upload, formats=_FORMATS)
        if opened.width * opened.height > _MOST_PIXELS:
            raise Refused("file", "The picture has over 60 million pixels; shrink it first.", 422)
        picture = ImageOps.exif_transpose(opened).convert("RGB")
    except UnidentifiedImageError:
        raise Refused("file", f"This is no picture we can read. {accepted}", 422) from None
    except (OSError, SyntaxError, ValueError):
        # What Pillow raises on a file that begins like a picture and is cut off or broken.
        raise Refused("file", f"The picture is broken or cut off. {accepted}", 422) from None
    picture.thumbnail((_LONGEST_SIDE, _LONGEST_SIDE))
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=85, optimize=True)
    return out.getvalue(), picture.width, picture.height
