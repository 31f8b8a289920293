"""The vehicle from behind, leaning before and after, as a drawing for paper."""

from __future__ import annotations

import math

from axlecore.vehicle.rig import Vehicle

_WIDTH, _HEIGHT = 340.0, 210.0
#: Small angles are drawn larger than true, and the page says so.
DRAWN_LARGER = 3


def leaning_svg(sheet: Vehicle, roll_axis_m: float, before_rad: float, after_rad: float) -> str:
    """Return an SVG of the body from behind: dashed before, solid after."""
    scale = min(160 / sheet.roof_height_m.value, 75.0)
    ground, middle = _HEIGHT - 24, _WIDTH / 2
    half = sheet.width_m.value / 2 * scale
    floor, roof = (
        ground - height.value * scale for height in (sheet.floor_height_m, sheet.roof_height_m)
    )
    track = sheet.rear.track_m.value / 2 * scale
    wheel = sheet.rear.wheel_centre_height_m.value * scale
    pivot = f"{middle:.1f} {ground - roll_axis_m * scale:.1f}"

    def body(lean_rad: float, look: str) -> str:
        turn = math.degrees(lean_rad) * DRAWN_LARGER
        return (
            f'<rect x="{middle - half:.1f}" y="{roof:.1f}" width="{2 * half:.1f}" '
            f'height="{floor - roof:.1f}" rx="8" fill="none" {look} '
            f'transform="rotate({turn:.2f} {pivot})"/>'
        )

    dual = sheet.rear.dual_spacing_m
    offsets = (0.0,) if dual is None else (-dual.value / 2 * scale, dual.value / 2 * scale)
    wheels = "".join(
        f'<rect x="{middle + side * track + offset - 7:.1f}" y="{ground - 2 * wheel:.1f}" '
        f'width="14" height="{2 * wheel:.1f}" rx="6" fill="none" stroke="#1b2833" '
        'stroke-width="1.4"/>'
        for side in (-1, 1)
        for offset in offsets
    )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {_WIDTH:.0f} {_HEIGHT:.0f}">'
        f'<line x1="40" x2="{_WIDTH - 40:.0f}" y1="{ground}" y2="{ground}" stroke="#8d8778"/>'
        f"{wheels}"
        + body(before_rad, 'stroke="#5d6c7a" stroke-width="1.3" stroke-dasharray="6 4"')
        + body(after_rad, 'stroke="#0c705d" stroke-width="2"')
        + f'<text x="{middle}" y="{_HEIGHT - 6}" text-anchor="middle" font-size="9" '
        f'fill="#55626c">lean drawn {DRAWN_LARGER} times as large; dashed now, solid after</text>'
        "</svg>"
    )
