"""Lean from two pictures: the angle between a line on the body and the horizon, in each."""

from __future__ import annotations

import math
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.measure import Record

#: A clicked point lies within this many pixels of what was meant.
CLICK_PX = 2.0

Line = tuple[float, float, float, float]


@dataclass(frozen=True)
class Protractor(Record):
    """Lean read off two pictures.

    Attributes
    ----------
    angle_rad : tuple of two float
        Body line against the horizon in each picture [rad].
    lean_rad, band_rad : float
        Their difference, and the half width of its band from the clicks [rad].
    """

    angle_rad: tuple[float, float]
    lean_rad: float
    band_rad: float


def read_pictures(body: tuple[Line, Line], horizon: tuple[Line, Line]) -> Protractor:
    """Return the lean between two pictures of the same vehicle.

    Parameters
    ----------
    body, horizon : tuple of two lines
        In the standing and in the leaning picture, (x1, y1, x2, y2) in pixels, y down.

    Raises
    ------
    InputError
        A line is shorter than twenty pixels, or not a number.

    Notes
    -----
    The camera looks along the road and may be tilted: the horizon takes that out. A click
    within two pixels turns a line of length l by √2·2/l; four lines add as squares.
    """
    angles, variance = [], 0.0
    for at, (on_body, level) in enumerate(zip(body, horizon, strict=True)):
        turned = []
        for name, line in (("body", on_body), ("horizon", level)):
            length = math.hypot(line[2] - line[0], line[3] - line[1])
            if not (math.isfinite(length) and length >= 20):
                raise InputError(f"{name}.{at}", "Click two points well apart, at least 20 pixels.")
            turned.append(math.atan2(-(line[3] - line[1]), line[2] - line[0]))
            variance += (math.sqrt(2) * CLICK_PX / length) ** 2
        # A line has no direction: angles count modulo half a turn.
        angle = (turned[0] - turned[1] + math.pi / 2) % math.pi - math.pi / 2
        angles.append(angle)
    lean = (angles[1] - angles[0] + math.pi / 2) % math.pi - math.pi / 2
    return Protractor((angles[0], angles[1]), abs(lean), math.sqrt(variance))
