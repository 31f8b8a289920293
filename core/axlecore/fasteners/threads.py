"""Threads: metric coarse and fine, inch UNC and UNF, and how they are written."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.measure import Record

INCH_M = 0.0254

#: Pitches of metric threads, coarse first: ISO 261 [mm by mm].
PITCHES_MM: dict[int, tuple[float, ...]] = {
    5: (0.8, 0.5),
    6: (1.0, 0.75),
    8: (1.25, 1.0, 0.75),
    10: (1.5, 1.25, 1.0, 0.75),
    12: (1.75, 1.5, 1.25, 1.0),
    14: (2.0, 1.5, 1.25, 1.0),
    16: (2.0, 1.5, 1.0),
    18: (2.5, 2.0, 1.5, 1.0),
    20: (2.5, 2.0, 1.5, 1.0),
    22: (2.5, 2.0, 1.5, 1.0),
    24: (3.0, 2.0, 1.5, 1.0),
}
#: Threads an inch, UNC first, then UNF: ASME B1.1.
THREADS_AN_INCH: dict[str, tuple[int, ...]] = {
    "1/4": (20, 28),
    "5/16": (18, 24),
    "3/8": (16, 24),
    "7/16": (14, 20),
    "1/2": (13, 20),
    "9/16": (12, 18),
    "5/8": (11, 18),
    "3/4": (10, 16),
    "7/8": (9, 14),
    "1": (8, 12),
}


@dataclass(frozen=True)
class Thread(Record):
    """A thread.

    Attributes
    ----------
    name : str
        As written on a drawing.
    diameter_m, pitch_m : float
        Nominal [m].
    metric : bool
        Metric, else inch.
    """

    name: str
    diameter_m: float
    pitch_m: float
    metric: bool

    @property
    def stress_area_m2(self) -> float:
        """Area that carries the load [m²]: ISO 898-1, ASME B1.1."""
        factor = 0.9382 if self.metric else 0.9743
        return math.pi / 4 * (self.diameter_m - factor * self.pitch_m) ** 2


_METRIC = re.compile(r"^m\s*(\d{1,2})(?:\s*[x×]\s*(\d(?:\.\d{1,2})?))?$", re.IGNORECASE)
_INCH = re.compile(r"^(\d/\d{1,2}|1)(?:\"|in)?(?:\s*-\s*(\d{1,2}))?(?:\s*un[cf])?$", re.IGNORECASE)


def read_thread(text: str, field: str = "size") -> Thread:
    """Return a thread as it is written.

    Parameters
    ----------
    text : str
        ``M12``, ``M12x1.25``, ``1/2-13``, ``5/8``; coarse where no pitch is given.
    field : str
        Name put into the error.

    Raises
    ------
    InputError
        Unreadable, or a pitch that no such bolt has.
    """
    metric, inch = _METRIC.match(text.strip()), _INCH.match(text.strip())
    if metric and int(metric[1]) in PITCHES_MM:
        size = int(metric[1])
        pitch = float(metric[2]) if metric[2] else PITCHES_MM[size][0]
        if pitch not in PITCHES_MM[size]:
            known = " or ".join(f"{one:g}" for one in PITCHES_MM[size])
            raise InputError(field, f"Read “{text[:20]}”; M{size} has {known} mm.")
        return Thread(f"M{size}×{pitch:g}", size / 1e3, pitch / 1e3, True)
    if inch and inch[1] in THREADS_AN_INCH:
        top, _, bottom = inch[1].partition("/")
        counts = THREADS_AN_INCH[inch[1]]
        count = int(inch[2]) if inch[2] else counts[0]
        if count not in counts:
            known = " or ".join(str(one) for one in counts)
            raise InputError(field, f"Read “{text[:20]}”; {inch[1]} in has {known} threads.")
        return Thread(
            f"{inch[1]}-{count}", float(top) / float(bottom or 1) * INCH_M, INCH_M / count, False
        )
    raise InputError(
        field, f"Read “{text[:20]}”; write M5 to M24 as M12x1.75, or 1/4 to 1 in as 1/2-13."
    )


def coarse_sizes(metric: bool) -> list[Thread]:
    """Return every size of a kind with its coarse pitch, thinnest first.

    Parameters
    ----------
    metric : bool
        Metric, else inch.
    """
    names = [f"M{size}" for size in PITCHES_MM] if metric else list(THREADS_AN_INCH)
    return [read_thread(name) for name in names]
