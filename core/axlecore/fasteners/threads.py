"""Threads: metric coarse and fine, inch UNC and UNF, and how they are written."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.quantities.spelling import plain

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


#: Words for the two series, coarse first.
_SERIES = {
    **dict.fromkeys(("coarse", "unc", "nc"), 0),
    **dict.fromkeys(("fine", "unf", "nf"), 1),
}
_SERIES_END = rf"(?:[\s-]*(?P<series>{'|'.join(_SERIES)}))?\s*$"
_METRIC = re.compile(
    r"^m\s*(?P<size>\d{1,2})(?:\s*[x·-]\s*(?P<pitch>\d(?:[.,]\d{1,2})?))?(?:\s*mm)?" + _SERIES_END,
    re.IGNORECASE,
)
_INCH = re.compile(
    r"^(?P<size>\d\s*/\s*\d{1,2}|1)(?:\s*(?:\"|''|inch\b|in\b\.?))?"
    r"(?:\s*[x·-]\s*(?P<count>\d{1,2})|\s+(?P<spaced>\d{1,2}))?" + _SERIES_END,
    re.IGNORECASE,
)


def read_thread(text: str, field: str = "size") -> Thread:
    """Return a thread as it is written.

    Parameters
    ----------
    text : str
        ``M12``, ``M12x1.25``, ``M12-1,25``, ``M12 fine``, ``1/2-13``, ``1/2 UNF``, ``½-13``,
        ``5/8 in``; coarse where neither pitch nor series is given. Of several fine metric
        pitches the coarsest is meant.
    field : str
        Name put into the error.

    Raises
    ------
    InputError
        Unreadable, a pitch that no such bolt has, or a pitch and a series that contradict.
    """
    written = plain(text)
    metric, inch = _METRIC.match(written), _INCH.match(written)
    if metric and int(metric["size"]) in PITCHES_MM:
        size = int(metric["size"])
        given = metric["pitch"]
        pitch = _picked(
            PITCHES_MM[size],
            float(given.replace(",", ".")) if given else None,
            metric["series"],
            (text, f"M{size}", " mm"),
            field,
        )
        return Thread(f"M{size}×{pitch:g}", size / 1e3, pitch / 1e3, True)
    name = re.sub(r"\s", "", inch["size"]) if inch else ""
    if inch and name in THREADS_AN_INCH:
        top, _, bottom = name.partition("/")
        given = inch["count"] or inch["spaced"]
        count = _picked(
            THREADS_AN_INCH[name],
            int(given) if given else None,
            inch["series"],
            (text, f"{name} in", " threads"),
            field,
        )
        return Thread(
            f"{name}-{count}", float(top) / float(bottom or 1) * INCH_M, INCH_M / count, False
        )
    raise InputError(
        field, f"Read “{text[:20]}”; write M5 to M24 as M12x1.75, or 1/4 to 1 in as 1/2-13."
    )


def _picked(
    made: tuple[float, ...],
    given: float | None,
    series: str | None,
    words: tuple[str, str, str],
    field: str,
) -> float:
    """Return the pitch, or the threads an inch, that is meant; ``made`` has the coarse first."""
    text, size, unit = words
    fine = _SERIES[series.lower()] if series else 0
    if given is None:
        return made[fine]
    if given not in made:
        known = " or ".join(f"{one:g}" for one in made)
        raise InputError(field, f"Read “{text[:20]}”; {size} has {known}{unit}.")
    if series and (given == made[0]) != (fine == 0):
        meant = "coarse" if given == made[0] else "fine"
        raise InputError(
            field,
            f"Read “{text[:20]}”; {size} with {given:g}{unit} is {meant}, not {series.lower()}. "
            "Write one of them.",
        )
    return given


def coarse_sizes(metric: bool) -> list[Thread]:
    """Return every size of a kind with its coarse pitch, thinnest first.

    Parameters
    ----------
    metric : bool
        Metric, else inch.
    """
    names = [f"M{size}" for size in PITCHES_MM] if metric else list(THREADS_AN_INCH)
    return [read_thread(name) for name in names]
