"""What a fit-up sheet starts from: usual places of a suspension, every number a default."""

from __future__ import annotations

from dataclasses import dataclass, replace

from axlecore.bars.bar import Bar
from axlecore.errors import InputError
from axlecore.fitup.sheet import (
    AxleFit,
    BracketHole,
    DrilledHole,
    Fitting,
    Heading,
    Layout,
    LinkGoes,
    LinkKind,
    LinkStack,
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
from axlecore.fitup.sweep import arm_length
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import RELATIVE_TOLERANCE, Known, Measured
from axlecore.vehicle.axle import Axle, Suspension
from axlecore.vehicle.ends import End, Side


def usual(value: float) -> Measured:
    """Return a usual number that nobody has measured.

    Parameters
    ----------
    value : float
        Value [SI].
    """
    return Measured(
        value, Known.DEFAULT, max(abs(value) * RELATIVE_TOLERANCE[Known.DEFAULT], 0.005)
    )


@dataclass(frozen=True)
class _Start:
    """Usual places of a suspension in mm: bar from the axle's middle, link, rail, travel."""

    says: str
    suspensions: tuple[Suspension, ...]
    mount: Mount
    heading: Heading
    link_goes: LinkGoes
    bar_forward: float
    bar_up: float
    link: float
    rail_up: float
    bump: float
    droop: float
    ratio: float
    holes: int
    obstacles: tuple[str, ...]


_SOLID, _FREE = (Suspension.SOLID,), (Suspension.INDEPENDENT,)

#: One row a suspension.
_STARTS = {
    Layout.LEAF: _Start(
        "Solid axle on leaves, bar on the axle",
        _SOLID,
        Mount.ON_AXLE,
        Heading.REARWARD,
        LinkGoes.UP,
        -95,
        -60,
        240,
        250,
        80,
        85,
        1.0,
        3,
        ("tyre", "leaf", "shock", "tail_pipe", "shaft", "spare", "axle_line"),
    ),
    Layout.COIL: _Start(
        "Solid axle on coils, bar on the axle",
        _SOLID,
        Mount.ON_AXLE,
        Heading.REARWARD,
        LinkGoes.UP,
        -95,
        -50,
        245,
        260,
        85,
        85,
        1.0,
        3,
        ("tyre", "coil", "shock", "tail_pipe", "shaft", "axle_line"),
    ),
    Layout.SWING_BEAM: _Start(
        "Split swing beams, bar on the frame",
        # Each wheel has its own beam: sheets are begun from either kind of axle.
        _SOLID + _FREE,
        Mount.ON_FRAME,
        Heading.REARWARD,
        LinkGoes.DOWN,
        340,
        150,
        190,
        275,
        80,
        85,
        1.0,
        2,
        ("tyre", "coil", "tie_rod", "frame_line"),
    ),
    Layout.WISHBONE: _Start(
        "Double wishbones, bar on the frame",
        _FREE,
        Mount.ON_FRAME,
        Heading.REARWARD,
        LinkGoes.DOWN,
        250,
        70,
        130,
        160,
        70,
        80,
        0.62,
        1,
        ("tyre", "coil", "tie_rod", "frame_line"),
    ),
    Layout.STRUT: _Start(
        "Struts, bar on the subframe",
        _FREE,
        Mount.ON_FRAME,
        Heading.FORWARD,
        LinkGoes.UP,
        -250,
        90,
        230,
        190,
        65,
        75,
        0.9,
        1,
        ("tyre", "tie_rod", "frame_line"),
    ),
}
LAYOUTS = {layout.value: start.says for layout, start in _STARTS.items()}


@dataclass(frozen=True)
class _Obstacle:
    """A usual obstacle in mm from the axle's middle; across as a part of half the track."""

    name: str
    shape: Shape
    nature: Nature
    moves: MovesWith
    sides: Sides
    forward: float
    up: float
    run: float
    rise: float
    size: float
    left: float
    right: float


_C, _B, _S = Shape.CIRCLE, Shape.BOX, Shape.SEGMENT
_ON_AXLE, _HALF, _ON_FRAME = MovesWith.AXLE, MovesWith.BETWEEN, MovesWith.FRAME
#: One row an obstacle; a new one is one row here.
_OBSTACLES = {
    "tyre": _Obstacle("Tyre", _C, Nature.MOVING, _ON_AXLE, Sides.BOTH, 0, 0, 0, 0, 0, 1.16, 0.84),
    "leaf": _Obstacle(
        "Leaf spring, middle", _B, Nature.MOVING, _HALF, Sides.BOTH, 40, 120, 500, 60, 0, 0, 0
    ),
    "coil": _Obstacle(
        "Coil spring", _B, Nature.MOVING, _HALF, Sides.BOTH, -70, 200, 130, 260, 0, 0.52, 0.34
    ),
    "shock": _Obstacle(
        "Shock", _S, Nature.MOVING, _HALF, Sides.BOTH, 150, 170, 110, 400, 60, 0.46, 0.38
    ),
    "tail_pipe": _Obstacle(
        "Exhaust", _S, Nature.HOT, _ON_FRAME, Sides.ONCE, -200, 290, 1500, 0, 63, -0.30, -0.38
    ),
    "shaft": _Obstacle(
        "Drive shaft", _S, Nature.MOVING, _HALF, Sides.ONCE, 700, 30, 1150, 40, 90, 0.06, -0.06
    ),
    "spare": _Obstacle(
        "Spare tyre", _B, Nature.STILL, _ON_FRAME, Sides.ONCE, -1150, 60, 760, 220, 0, 0.42, -0.42
    ),
    "axle_line": _Obstacle(
        "Brake line", _C, Nature.SOFT, _ON_AXLE, Sides.ONCE, -20, 62, 0, 0, 8, 0.70, -0.70
    ),
    "frame_line": _Obstacle(
        "Brake line", _C, Nature.SOFT, _ON_FRAME, Sides.BOTH, 60, 330, 0, 0, 8, 0.86, 0.55
    ),
    "tie_rod": _Obstacle(
        "Steering link", _C, Nature.MOVING, _ON_AXLE, Sides.ONCE, -130, -20, 0, 0, 32, 0.82, -0.82
    ),
    "exhaust": _Obstacle(
        "Exhaust", _S, Nature.HOT, _ON_FRAME, Sides.ONCE, -200, 290, 1500, 0, 63, -0.30, -0.38
    ),
    "shield": _Obstacle(
        "Heat shield", _B, Nature.STILL, _ON_FRAME, Sides.ONCE, -200, 250, 900, 6, 0, -0.22, -0.46
    ),
    "steering_damper": _Obstacle(
        "Steering damper", _C, Nature.MOVING, _ON_AXLE, Sides.ONCE, -170, 25, 0, 0, 55, 0.35, -0.25
    ),
    "brace": _Obstacle(
        "Bolt-on brace", _B, Nature.STILL, _ON_FRAME, Sides.ONCE, -350, 200, 60, 50, 0, 0.5, -0.5
    ),
    "liner": _Obstacle(
        "Wheel-arch liner", _B, Nature.STILL, _ON_FRAME, Sides.BOTH, 0, 480, 700, 20, 0, 1.15, 0.8
    ),
    "other": _Obstacle(
        "Something else", _C, Nature.STILL, _ON_FRAME, Sides.ONCE, -300, 300, 0, 0, 40, 0.10, -0.10
    ),
}
OBSTACLES = {key: row.name for key, row in _OBSTACLES.items()}


def usual_obstacle(key: str, axle: Axle) -> Obstacle:
    """Return an obstacle where it usually is.

    Parameters
    ----------
    key : str
        One of `OBSTACLES`.
    axle : Axle
        Gives wheel centre, track and spring base.

    Raises
    ------
    InputError
        No such obstacle.
    """
    row = _OBSTACLES.get(key)
    if row is None:
        raise InputError("obstacle", f"Read “{key[:30]}”; one of {', '.join(_OBSTACLES)}.")
    half, centre = axle.track_m.value / 2, axle.wheel_centre_height_m.value
    left, right = row.left * half, row.right * half
    if key == "leaf":
        base = axle.spring_base_m.value / 2 if axle.spring_base_m else 0.55 * half
        left, right = base + 0.035, base - 0.035
    dual = axle.dual_spacing_m.value / 2 if axle.dual_spacing_m and key == "tyre" else 0.0
    size = 2 * centre - 0.02 if key == "tyre" else row.size / 1e3
    return Obstacle(
        row.name,
        row.shape,
        row.nature,
        row.moves,
        row.sides,
        usual(row.forward / 1e3),
        usual(centre + row.up / 1e3),
        usual(row.run / 1e3),
        usual(row.rise / 1e3),
        usual(size),
        usual(left + dual),
        usual(right - dual),
    )


def layouts_for(axle: Axle) -> dict[str, str]:
    """Return the suspensions that an axle's sheet can start from, in words by key.

    Parameters
    ----------
    axle : Axle
        Solid or independent.
    """
    return {
        layout.value: start.says
        for layout, start in _STARTS.items()
        if axle.suspension in start.suspensions
    }


def begin(axle: Axle, bar: Bar, layout: Layout) -> AxleFit:
    """Return a fit-up sheet with a suspension's usual places.

    Parameters
    ----------
    axle : Axle
        Gives heights and spacings.
    bar : Bar
        Gives arm and eyes.
    layout : Layout
        The suspension.

    Raises
    ------
    InputError
        A suspension of the other kind.
    """
    start = _STARTS[layout]
    if axle.suspension not in start.suspensions:
        fits = " or ".join(layouts_for(axle))
        raise InputError("layout", f"The axle is {axle.suspension}; start from {fits}.")
    centre = axle.wheel_centre_height_m.value
    arm, turn = arm_length(bar, 0), 1.0 if start.heading is Heading.FORWARD else -1.0
    bar_up = centre + start.bar_up / 1e3
    up = 1.0 if start.link_goes is LinkGoes.UP else -1.0
    tip_forward = start.bar_forward / 1e3 + turn * arm
    hole_up = bar_up + up * start.link / 1e3
    spread = [(at - (start.holes - 1) / 2) * 0.025 for at in range(start.holes)]
    eye = bar.centre_line_m[-1][1]
    picked = SideFit(usual(start.link / 1e3), link_hole=start.holes // 2)
    edge = centre + start.rail_up / 1e3
    return AxleFit(
        layout=layout,
        mount=start.mount,
        heading=start.heading,
        link_goes=start.link_goes,
        rail=Rail(usual(edge), usual(0.15), usual(0.006), usual(0.065), usual(0.86)),
        seat=Seat(
            link_holes_apart_m=usual(2 * eye),
            bar_offset_m=usual(0.0),
            saddles_apart_m=usual(bar.bushing_span_m.value),
            saddle_width_m=usual(0.06),
            bracket_out_m=usual(bar.outside_diameter_m.value / 2 + 0.025),
        ),
        link=LinkKind(
            usual(start.link / 1e3 - 0.02),
            usual(start.link / 1e3 + 0.03),
            usual(0.018),
            usual(0.068),
            usual(0.44),
        ),
        link_holes=tuple(
            BracketHole(usual(tip_forward), usual(hole_up + offset)) for offset in spread
        ),
        bar_places=(BracketHole(usual(start.bar_forward / 1e3), usual(bar_up)),),
        left=picked,
        right=picked,
        bump_m=usual(start.bump / 1e3),
        droop_m=usual(start.droop / 1e3),
        link_ratio=usual(start.ratio),
        plate_m=usual(0.008),
        backing_m=usual(0.0),
        control_arm_rad=usual(0.0) if axle.suspension in _FREE else None,
        obstacles=tuple(usual_obstacle(key, axle) for key in start.obstacles),
        drilled=tuple(DrilledHole(usual(forward / 1e3), usual(0.045)) for forward in (-35.0, 35.0))
        if start.mount is Mount.ON_AXLE
        else (),
    )


def usual_stack() -> LinkStack:
    """Return a link's stack of bushings with usual thicknesses."""
    return LinkStack(usual(0.003), usual(0.015), usual(0.025), usual(0.008), usual(0.09))


def with_part(fitting: Fitting, end: End, axle: Axle, place: str) -> Fitting:
    """Return a sheet with one more of something.

    Parameters
    ----------
    fitting : Fitting
        The job's sheet.
    end : End
        Front or rear.
    axle : Axle
        That axle, as measured.
    place : str
        ``link_hole``, ``bar_place``, ``drilled``, ``stack``, or a key of `OBSTACLES`.

    Raises
    ------
    InputError
        The axle's sheet is not begun, or there is no such thing.
    """
    fit = begun(fitting, end)
    if place == "link_hole":
        last = fit.link_holes[-1]
        more = BracketHole(last.forward_m, usual(last.height_m.value + 0.025))
        fit = replace(fit, link_holes=(*fit.link_holes, more))
    elif place == "bar_place":
        spot = fit.bar_places[-1]
        more = BracketHole(usual(spot.forward_m.value + 0.03), spot.height_m)
        fit = replace(fit, bar_places=(*fit.bar_places, more))
    elif place == "drilled":
        fit = replace(fit, drilled=(*fit.drilled, DrilledHole(usual(0.0), usual(0.06))))
    elif place == "stack":
        fit = replace(fit, stack=usual_stack())
    else:
        fit = replace(fit, obstacles=(*fit.obstacles, usual_obstacle(place, axle)))
    return fit_part(fitting, end, fit)


def without_part(fitting: Fitting, end: End, place: str) -> Fitting:
    """Return a sheet with one thing less.

    Parameters
    ----------
    fitting : Fitting
        The job's sheet.
    end : End
        Front or rear.
    place : str
        ``stack``, or a list with a number: ``obstacles.2``, ``drilled.0``, ``link_holes.3``,
        ``bar_places.1``.

    Raises
    ------
    InputError
        No such thing there.
    """
    fit = begun(fitting, end)
    name, _, number = place.partition(".")
    if place == "stack":
        return fit_part(fitting, f"{end}.stack", None)
    lists: dict[str, tuple[object, ...]] = {
        "obstacles": fit.obstacles,
        "drilled": fit.drilled,
        "link_holes": fit.link_holes,
        "bar_places": fit.bar_places,
    }
    if name not in lists:
        raise InputError(place[:40], "There is no such thing to take away.")
    found = lists[name]
    if not (number.isdecimal() and int(number) < len(found)):
        raise InputError(place[:40], f"There are {len(found)} of these.")
    at = int(number)
    if name in _PICKED:
        fit = _keeping_picks(fit, name, at)
    kept = found[:at] + found[at + 1 :]
    fitting = fit_part(fitting, end, fit)
    return fit_part(fitting, f"{end}.{name}", kept)


#: What a side picks from a bracket's list, by that list.
_PICKED = {"link_holes": "link_hole", "bar_places": "bar_place"}


def _keeping_picks(fit: AxleFit, name: str, at: int) -> AxleFit:
    """Picks that point at the same holes once one before them is gone."""
    pick = _PICKED[name]
    for side in Side:
        picked = fit.of_side(side)
        there = picked.link_hole if pick == "link_hole" else picked.bar_place
        if there == at:
            raise InputError(f"{name}.{at}", f"The {side} side uses this one: pick another first.")
        if there > at:
            fit = fit_part(fit, f"{side}.{pick}", there - 1)
    return fit


def begun(fitting: Fitting, end: End) -> AxleFit:
    """Return an axle's sheet; InputError where nobody has begun it.

    Parameters
    ----------
    fitting : Fitting
        The job's sheet.
    end : End
        Front or rear.
    """
    fit = fitting.of_end(end)
    if fit is None:
        raise InputError("axle", f"The fit-up of the {end} is not begun yet: begin it first.")
    return fit
