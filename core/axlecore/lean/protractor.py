"""Lean from two pictures: the angle between a line on the body and the horizon, in each."""

from __future__ import annotations

import math
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import mm

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


@dataclass(frozen=True)
class FrameLean(Record):
    """Lean read off one picture.

    Attributes
    ----------
    angle_rad, band_rad : float
        Body line against the horizon, and the half width of its band from the clicks [rad].
    """

    angle_rad: float
    band_rad: float


@dataclass(frozen=True)
class FrameLength(Record):
    """A length read off a picture beside one that is known.

    Attributes
    ----------
    length_m, band_m : float
        As read, and the half width of its band from the clicks [m].
    """

    length_m: float
    band_m: float


def read_frame(body: Line, horizon: Line, at: int = 0) -> FrameLean:
    """Return the angle of a body line against the horizon in one picture.

    Parameters
    ----------
    body, horizon : tuple of float
        (x1, y1, x2, y2) in pixels, y down.
    at : int
        Which of several pictures, for the error's field.

    Raises
    ------
    InputError
        A line is shorter than twenty pixels, or not a number.

    Notes
    -----
    A click within two pixels turns a line of length l by √2·2/l; both lines add as squares.
    """
    turned, variance = [], 0.0
    for name, line in (("body", body), ("horizon", horizon)):
        length = _pixels(f"{name}.{at}", line)
        turned.append(math.atan2(-(line[3] - line[1]), line[2] - line[0]))
        variance += (math.sqrt(2) * CLICK_PX / length) ** 2
    return FrameLean(_undirected(turned[0] - turned[1]), math.sqrt(variance))


def read_length(line: Line, trim: Line, trim_m: float) -> FrameLength:
    """Return a length in a picture, such as wheel to arch, beside a trim of known length.

    Parameters
    ----------
    line, trim : tuple of float
        (x1, y1, x2, y2) in pixels.
    trim_m : float
        Length of the trim [m], above zero.

    Raises
    ------
    InputError
        A line is shorter than twenty pixels; the trim has no length.

    Notes
    -----
    Both as far from the camera. A click within two pixels lengthens a line by √2·2.
    """
    if not (math.isfinite(trim_m) and trim_m > 0):
        raise InputError("trim_length", f"Say how long the trim is, such as {mm(0.3):.0f}.")
    read, known = _pixels("travel", line), _pixels("trim", trim)
    length = trim_m * read / known
    part = math.sqrt(2) * CLICK_PX
    return FrameLength(length, length * math.hypot(part / read, part / known))


def _pixels(field: str, line: Line) -> float:
    length = math.hypot(line[2] - line[0], line[3] - line[1])
    if not (math.isfinite(length) and length >= 20):
        raise InputError(field, "Click two points well apart, at least 20 pixels.")
    return length


def _undirected(angle_rad: float) -> float:
    """A line has no direction: angles count modulo half a turn."""
    return (angle_rad + math.pi / 2) % math.pi - math.pi / 2


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
    frames = [
        read_frame(on_body, level, at)
        for at, (on_body, level) in enumerate(zip(body, horizon, strict=True))
    ]
    standing, leaning = frames
    lean = _undirected(leaning.angle_rad - standing.angle_rad)
    band = math.hypot(standing.band_rad, leaning.band_rad)
    return Protractor((standing.angle_rad, leaning.angle_rad), abs(lean), band)
