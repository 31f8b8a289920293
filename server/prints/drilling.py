"""The drill template at full size: SVG, DXF, and a PDF to print without scaling."""

import io
from collections.abc import Callable

import ezdxf
from django.template.loader import render_to_string
from ezdxf import units

from axlecore.fitup.drilling import RULER_M, Template, Tile, drill_plan, template, tiles
from axlecore.fitup.sheet import AxleFit, Fitting
from axlecore.fitup.start import begun
from axlecore.practice.fitting import CAUTIONS
from axlecore.quantities.sentences import mm
from axlecore.vehicle.ends import End, Side
from jobs.opened import OpenJob
from prints.paper import Page, drawing, page_of
from shops.errors import Refused

_CROSS_M = 0.008
_MM = 1e3
#: Of the check ruler, each centimetre [mm].
_TICKS = [10.0 * step for step in range(11)]
#: Sheets of paper that shops print on, short side first [mm].
PAPERS = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
#: Margin all round, and what a page's heading with its ruler takes [mm].
_MARGIN, _HEADING = 8.0, 38.0


def _fit(job: OpenJob, axle: End) -> AxleFit:
    return begun(job.read(Fitting), axle)


def template_svg(drawn: Template, tile: Tile | None = None) -> str:
    """Return a template as SVG in millimetres, at full size: all of it, or what a page holds."""
    mm = _MM
    height = drawn.height_m * mm
    shown = tile or Tile(0.0, 0.0, drawn.width_m, drawn.height_m, [])
    return render_to_string(
        "drill_template.svg",
        {
            "shown": {
                "x": shown.x_m * mm,
                "y": height - (shown.y_m + shown.height_m) * mm,
                "width": shown.width_m * mm,
                "height": shown.height_m * mm,
            },
            "width": drawn.width_m * mm,
            "height": height,
            "inner_width": drawn.width_m * mm - 0.4,
            "inner_height": height - 0.4,
            "side": drawn.side,
            # A page has a ruler of its own beside the drawing.
            "has_ruler": tile is None,
            # SVG counts downwards.
            "edge": height - drawn.edge_y_m * mm,
            "top": height - drawn.top_y_m * mm,
            "plumb": drawn.plumb_x_m * mm,
            "circles": [
                {
                    "x": one.x_m * mm,
                    "y": height - one.y_m * mm,
                    "r": one.diameter_m / 2 * mm,
                    "reach": (one.diameter_m / 2 + _CROSS_M) * mm,
                    "label": one.label,
                }
                for one in drawn.circles
            ],
            "ruler_x": drawn.ruler[0] * mm,
            "ruler_y": height - drawn.ruler[1] * mm,
            "ruler": drawn.ruler[2] * mm,
            "ticks": _TICKS,
        },
    )


def template_dxf(drawn: Template) -> bytes:
    """Return a template as DXF in millimetres, at full size."""
    mm = _MM
    document = ezdxf.new("R2010", setup=True)
    document.units = units.MM
    space = document.modelspace()
    for layer in ("HOLES", "RAIL", "PLUMB", "RULER", "TEXT"):
        document.layers.add(layer)
    width = drawn.width_m * mm
    for y in (drawn.edge_y_m * mm, drawn.top_y_m * mm):
        space.add_line((0, y), (width, y), dxfattribs={"layer": "RAIL"})
    plumb = drawn.plumb_x_m * mm
    space.add_line((plumb, 0), (plumb, drawn.height_m * mm), dxfattribs={"layer": "PLUMB"})
    for one in drawn.circles:
        middle = (one.x_m * mm, one.y_m * mm)
        space.add_circle(middle, one.diameter_m / 2 * mm, dxfattribs={"layer": "HOLES"})
        text = space.add_text(one.label, height=4, dxfattribs={"layer": "TEXT"})
        text.set_placement((middle[0] + one.diameter_m * mm, middle[1] + 3))
    x, y, length = (part * mm for part in drawn.ruler)
    space.add_line((x, y), (x + length, y), dxfattribs={"layer": "RULER"})
    for end in (x, x + length):
        space.add_line((end, y - 2), (end, y + 2), dxfattribs={"layer": "RULER"})
    said = space.add_text(f"{length:.0f} mm", height=4, dxfattribs={"layer": "TEXT"})
    said.set_placement((x + 2, y + 3))
    written_text = io.StringIO()
    document.write(written_text)
    return written_text.getvalue().encode()


def _svg(job: OpenJob, axle: End, side: Side, _paper: str) -> bytes:
    return template_svg(template(_fit(job, axle), side)).encode()


def _dxf(job: OpenJob, axle: End, side: Side, _paper: str) -> bytes:
    return template_dxf(template(_fit(job, axle), side))


def _laid_out(drawn: Template, paper: str) -> tuple[tuple[float, float], list[Tile]]:
    """Return the page [mm], upright unless lying takes fewer, and what goes on each."""
    short, long = PAPERS[paper]
    ways = [
        (page, tiles(drawn, *(room / _MM for room in _room(page))))
        for page in ((short, long), (long, short))
    ]
    return min(ways, key=lambda way: len(way[1]))


def _room(page: tuple[float, float]) -> tuple[float, float]:
    width, height = page
    # A little is left over: what fills a page to the last tenth is moved to the next.
    return width - 2 * _MARGIN, height - 2 * _MARGIN - _HEADING - 2.0


def _pdf(job: OpenJob, axle: End, side: Side, paper: str) -> Page:
    fit = _fit(job, axle)
    drawn = template(fit, side)
    page, found = _laid_out(drawn, paper)
    plan = drill_plan(fit)
    return page_of(
        "drill_template.html",
        {
            "job": job,
            "shop": job.row.shop.name,
            "axle": axle,
            "side": side,
            "page": {"width": page[0], "height": page[1], "margin": _MARGIN, "heading": _HEADING},
            "ruler": drawing(
                render_to_string(
                    "drill_ruler.svg",
                    {"ruler": RULER_M * _MM, "ticks": _TICKS},
                )
            ),
            "tiles": [
                {
                    "drawing": drawing(template_svg(drawn, tile)),
                    "width": tile.width_m * _MM,
                    "height": tile.height_m * _MM,
                    "holes": ", ".join(tile.holes),
                }
                for tile in found
            ],
            "plan": plan,
            "cautions": CAUTIONS,
            "marks": [
                {
                    "number": mark.number,
                    "size": mark.size,
                    "forward": f"{mm(mark.forward_m):.1f}",
                    "above": f"{mm(mark.above_edge_m):.1f}",
                    "steps": " · ".join(f"{step * _MM:g}" for step in mark.steps_m),
                    "bolt": None if mark.bolt_m is None else round(mark.bolt_m * _MM),
                    "fine": mark.fine,
                }
                for mark in plan.marks
            ],
        },
    )


#: Writes a job's template of an axle and a side, for a paper.
Writer = Callable[[OpenJob, End, Side, str], Page | bytes]
_WRITERS: dict[str, tuple[Writer, str]] = {
    "svg": (_svg, "image/svg+xml"),
    "dxf": (_dxf, "image/vnd.dxf"),
    "pdf": (_pdf, "application/pdf"),
}


def written(kind: str) -> tuple[Writer, str]:
    """Return what writes a template in a format, and its content type."""
    if kind not in _WRITERS:
        raise Refused(
            "kind", f"Read “{kind[:10]}”; a template comes as {', '.join(_WRITERS)}.", 422
        )
    return _WRITERS[kind]
