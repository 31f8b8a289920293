"""The drill template at full size: SVG, DXF, and a PDF to print without scaling."""

import base64
import io
from collections.abc import Callable

import ezdxf
from django.template.loader import render_to_string
from ezdxf import units

from axlecore.fitup.drilling import Template, drill_plan, template
from axlecore.fitup.sheet import AxleFit, Fitting
from axlecore.fitup.start import begun
from axlecore.practice.fitting import CAUTIONS
from axlecore.vehicle.ends import End, Side
from jobs.opened import OpenJob
from prints.paper import as_pdf
from shops.errors import Refused

_CROSS_M = 0.008


def _fit(job: OpenJob, axle: End) -> AxleFit:
    return begun(job.read(Fitting), axle)


def template_svg(drawn: Template) -> str:
    """Return a template as SVG in millimetres, at full size."""
    mm = 1e3
    height = drawn.height_m * mm
    return render_to_string(
        "drill_template.svg",
        {
            "width": drawn.width_m * mm,
            "height": height,
            "inner_width": drawn.width_m * mm - 0.4,
            "inner_height": height - 0.4,
            "tick_top": height - drawn.ruler[1] * mm - 3,
            "side": drawn.side,
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
            "ticks": [drawn.ruler[0] * mm + 10 * step for step in range(11)],
        },
    )


def template_dxf(drawn: Template) -> bytes:
    """Return a template as DXF in millimetres, at full size."""
    mm = 1e3
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


def _svg(job: OpenJob, axle: End, side: Side) -> bytes:
    return template_svg(template(_fit(job, axle), side)).encode()


def _dxf(job: OpenJob, axle: End, side: Side) -> bytes:
    return template_dxf(template(_fit(job, axle), side))


def _pdf(job: OpenJob, axle: End, side: Side) -> bytes:
    fit = _fit(job, axle)
    drawn = template(fit, side)
    drawing = base64.b64encode(template_svg(drawn).encode()).decode()
    return as_pdf(
        "drill_template.html",
        {
            "job": job,
            "shop": job.row.shop.name,
            "axle": axle,
            "side": side,
            "drawing": drawing,
            "width": drawn.width_m * 1e3,
            "height": drawn.height_m * 1e3,
            "plan": drill_plan(fit),
            "cautions": CAUTIONS,
            "marks": [
                {
                    "number": mark.number,
                    "size": mark.size,
                    "forward": round(mark.forward_m * 1e3, 1),
                    "above": round(mark.above_edge_m * 1e3, 1),
                    "steps": " · ".join(f"{step * 1e3:g}" for step in mark.steps_m),
                    "bolt": None if mark.bolt_m is None else round(mark.bolt_m * 1e3),
                    "fine": mark.fine,
                }
                for mark in drill_plan(fit).marks
            ],
        },
    )


_WRITERS: dict[str, tuple[Callable[[OpenJob, End, Side], bytes], str]] = {
    "svg": (_svg, "image/svg+xml"),
    "dxf": (_dxf, "image/vnd.dxf"),
    "pdf": (_pdf, "application/pdf"),
}


def written(kind: str) -> tuple[Callable[[OpenJob, End, Side], bytes], str]:
    """Return what writes a template in a format, and its content type."""
    if kind not in _WRITERS:
        raise Refused(
            "kind", f"Read “{kind[:10]}”; a template comes as {', '.join(_WRITERS)}.", 422
        )
    return _WRITERS[kind]
