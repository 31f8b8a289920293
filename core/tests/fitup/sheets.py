"""Made-up fit-up sheets for tests."""

from __future__ import annotations

from dataclasses import replace

from axlecore.fitup.sheet import (
    AxleFit,
    BracketHole,
    Heading,
    Layout,
    LinkGoes,
    LinkKind,
    Mount,
    MovesWith,
    Nature,
    Obstacle,
    Rail,
    Seat,
    Shape,
    SideFit,
    Sides,
)
from tests.rigs import m


def pick(link_m: float = 0.24, **changes: int) -> SideFit:
    return SideFit(m(link_m), **changes)


def hole(forward_m: float, height_m: float) -> BracketHole:
    return BracketHole(m(forward_m), m(height_m))


def axle_fit(**changes: object) -> AxleFit:
    """Worked case 17 on an axle: bar at (0, 0.4), arm 260 forward, hole at (255, 640)."""
    both = changes.pop("both", pick())
    fit = AxleFit(
        layout=Layout.LEAF,
        mount=Mount.ON_AXLE,
        heading=Heading.FORWARD,
        link_goes=LinkGoes.UP,
        rail=Rail(m(0.7), m(0.15), m(0.006), m(0.06), m(0.86)),
        seat=Seat(m(1.02), m(0.0), m(0.8), m(0.06)),
        link=LinkKind(m(0.2), m(0.28), m(0.018), m(0.06)),
        link_holes=(hole(0.255, 0.64), hole(0.215, 0.71)),
        bar_places=(hole(0.0, 0.4),),
        left=both,
        right=both,
        bump_m=m(0.08),
        droop_m=m(0.09),
        link_ratio=m(1.0),
        plate_m=m(0.008),
        backing_m=m(0.0),
    )
    return replace(fit, **changes)  # type: ignore[arg-type]


def obstacle(shape: Shape = Shape.CIRCLE, **changes: object) -> Obstacle:
    """A pipe of 60 mm straight above the tip of worked case 17, on both sides."""
    one = Obstacle(
        "Pipe",
        shape,
        Nature.HOT,
        MovesWith.FRAME,
        Sides.BOTH,
        m(0.13),
        m(0.55),
        m(0.2),
        m(0.1),
        m(0.06),
        m(0.6),
        m(0.4),
    )
    return replace(one, **changes)
