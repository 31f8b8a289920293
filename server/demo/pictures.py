"""Pictures for the demo, drawn by hand of code: no photograph of anything that exists."""

import io
import math
from collections.abc import Callable

from PIL import Image, ImageDraw

from axlecore.vehicle.rig import Vehicle

SIZE = (1200, 800)
_GROUND, _METAL, _DARK, _RUST, _OIL = "#b9b2a2", "#7c868c", "#2a3239", "#9a5a34", "#1a1512"
Draw = ImageDraw.ImageDraw


def _base() -> tuple[Image.Image, Draw]:
    picture = Image.new("RGB", SIZE, "#d8d2c4")
    draw = ImageDraw.Draw(picture)
    for y in range(0, SIZE[1], 8):
        shade = 200 - y // 10
        draw.rectangle((0, y, SIZE[0], y + 8), fill=(shade, shade - 4, shade - 14))
    return picture, draw


def _torn_boot(draw: Draw) -> None:
    draw.line((600, 60, 600, 560), fill=_METAL, width=46)
    draw.ellipse((500, 520, 700, 720), fill=_DARK)
    for ring in range(4):
        draw.arc(
            (515 - ring * 4, 500 + ring * 26, 685 + ring * 4, 570 + ring * 26),
            0,
            180,
            fill="#55616a",
            width=6,
        )
    draw.polygon([(620, 560), (690, 640), (640, 660)], fill="#c9b27a")
    draw.line((150, 620, 520, 620), fill=_METAL, width=70)


def _rust(draw: Draw) -> None:
    draw.line((0, 430, 1200, 430), fill=_METAL, width=120)
    for step in range(90):
        x = 380 + (step * 73) % 430
        y = 375 + (step * 41) % 112
        draw.ellipse((x, y, x + 16 + step % 23, y + 9 + step % 11), fill=_RUST)
    draw.rectangle((400, 300, 440, 560), outline=_DARK, width=6)
    draw.rectangle((780, 300, 820, 560), outline=_DARK, width=6)


def _exhaust(draw: Draw) -> None:
    draw.line((0, 250, 520, 250, 760, 470, 1200, 470), fill=_METAL, width=110, joint="curve")
    draw.line((240, 0, 240, 800), fill=_DARK, width=54)
    draw.ellipse((200, 560, 280, 640), fill=_DARK)


def _leak(draw: Draw) -> None:
    draw.line((120, 400, 1080, 330), fill=_DARK, width=110)
    draw.line((640, 365, 1100, 328), fill=_METAL, width=44)
    for drop in range(7):
        x = 560 + drop * 17
        draw.line((x, 400, x + 4, 470 + drop * 31 % 120), fill=_OIL, width=12)


def _chafed(draw: Draw) -> None:
    draw.arc((-200, 120, 1400, 1500), 200, 340, fill="#3d5446", width=26)
    draw.line((540, 0, 660, 800), fill=_METAL, width=70)
    draw.ellipse((545, 105, 655, 165), fill="#d9dfe2")


_DRAWINGS: dict[str, Callable[[Draw], None]] = {
    "torn boot": _torn_boot,
    "rust": _rust,
    "exhaust": _exhaust,
    "leak": _leak,
    "chafed": _chafed,
}


def part_picture(name: str) -> bytes:
    """Return a JPEG that stands for a photo of a part."""
    picture, draw = _base()
    _DRAWINGS[name](draw)
    return _jpeg(picture)


def side_picture(sheet: Vehicle) -> tuple[bytes, list[tuple[float, float]]]:
    """Return a JPEG of a vehicle from its left side, and where its hubs are in it."""
    picture, draw = _base()
    scale = 960 / sum(block.length_m.value for block in sheet.profile.blocks)
    ground, left = 690.0, 120.0
    draw.rectangle((0, ground, *SIZE), fill=_GROUND)
    x = left
    for block in sheet.profile.blocks:
        right = x + block.length_m.value * scale
        top, bottom = (ground - h.value * scale for h in (block.top_m, block.bottom_m))
        draw.rounded_rectangle((x, top, right, bottom), 22, fill="#8fa3a0", outline=_DARK, width=5)
        glass = top + 0.16 * (bottom - top)
        draw.rounded_rectangle(
            (x + 34, glass, right - 34, glass + 0.22 * (bottom - top)), 12, fill="#54676d"
        )
        x = right
    hubs = []
    front = left + sheet.profile.front_overhang_m.value * scale
    for at, axle in ((front, sheet.front), (front + sheet.wheelbase_m.value * scale, sheet.rear)):
        radius = axle.wheel_centre_height_m.value * scale
        draw.ellipse((at - radius, ground - 2 * radius, at + radius, ground), fill=_DARK)
        hub = 0.4 * radius
        draw.ellipse(
            (at - hub, ground - radius - hub, at + hub, ground - radius + hub), fill="#9aa3a6"
        )
        hubs.append((at / SIZE[0], (ground - radius) / SIZE[1]))
    for wave in range(60):
        y = 60 + 12 * math.sin(wave / 5)
        draw.line(
            (wave * 20, y, wave * 20 + 20, 60 + 12 * math.sin((wave + 1) / 5)),
            fill="#aeb6b4",
            width=3,
        )
    return _jpeg(picture), hubs


def _jpeg(picture: Image.Image) -> bytes:
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=80)
    return out.getvalue()
