"""Reading a log from a table: our own headings, or any logger's with a mapping."""

from __future__ import annotations

import csv
import re
from array import array
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, fields
from io import StringIO
from itertools import islice

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.quantities.units import si_per
from axlecore.road.log import RoadLog

#: An hour at 200 Hz.
MOST_ROWS = 720_000
#: No logger writes more than this in a row.
_LONGEST_LINE = 20_000
#: Each channel, and the unit of SI that a logger's own is turned into.
CHANNELS = {
    "time_s": "s",
    "lateral_acceleration_m_s2": "m/s**2",
    "roll_rate_rad_s": "rad/s",
    "roll_angle_rad": "rad",
    "yaw_rate_rad_s": "rad/s",
    "speed_m_s": "m/s",
    "vertical_acceleration_m_s2": "m/s**2",
}
assert tuple(CHANNELS) == tuple(one.name for one in fields(RoadLog))
#: How loggers write their units, as the library of units reads them.
_UNITS = {
    "s": "s", "sec": "s", "ms": "ms", "us": "us",
    "m/s2": "m/s**2", "m/s²": "m/s**2", "m/s^2": "m/s**2", "g": "standard_gravity",
    "rad/s": "rad/s", "deg/s": "deg/s", "°/s": "deg/s", "dps": "deg/s",
    "rad": "rad", "deg": "deg", "°": "deg",
    "m/s": "m/s", "km/h": "km/h", "kmh": "km/h", "kph": "km/h", "mph": "mile/h", "kn": "knot",
}  # fmt: skip
_IN_BRACKETS = re.compile(r"[\[(]([^\])]+)[\])]\s*$")


@dataclass(frozen=True, eq=False)
class ReadLog:
    """A log as it was read.

    Attributes
    ----------
    log : RoadLog
        In SI.
    assumed : tuple of str
        What was taken for granted of its units.
    """

    log: RoadLog
    assumed: tuple[str, ...]


def read_log(text: str, mapping: Mapping[str, str] | None = None) -> ReadLog:
    """Return the log of a table.

    Parameters
    ----------
    text : str
        CSV, parted by comma, semicolon or tab; decimal commas where it is not parted by them.
    mapping : mapping of str to str, or None
        Heading to channel; None where the headings are ours.

    Raises
    ------
    InputError
        With the line and the heading: no time, a heading that is not there, a unit that is not
        known, a cell that is no number.
    """
    rows = _Rows(text)
    chosen = _chosen(rows.headings, mapping)
    numbers = _numbers(rows, chosen)
    assumed, channels = [], {}
    for channel, at in chosen.items():
        scale, said = _scale(rows.headings[at], channel)
        assumed += said
        channels[channel] = scale * np.frombuffer(numbers[channel])
    return ReadLog(RoadLog(**channels), tuple(assumed))


@dataclass(frozen=True)
class LogColumn(Record):
    """A column of a table as it is looked at before it is read.

    Attributes
    ----------
    heading : str
        As it stands there.
    channel : str
        Which it is taken for by its heading; empty where nobody can say.
    unit : str
        That the heading names; empty where it names none.
    first : list of str
        Its first cells.
    """

    heading: str
    channel: str
    unit: str
    first: list[str]


#: What a heading has to hold to be taken for a channel, the first that fits.
_SOUNDS_LIKE = (
    ("time_s", ("time", "elapsed", "timestamp")),
    ("roll_rate_rad_s", ("roll rate", "gyro x", "gyro_x", "rotation x", "rollrate", "wx")),
    ("yaw_rate_rad_s", ("yaw", "gyro z", "gyro_z", "rotation z", "wz")),
    ("roll_angle_rad", ("roll", "lean", "bank")),
    ("vertical_acceleration_m_s2", ("vertical", "acc z", "acc_z", "accel z", "az")),
    ("lateral_acceleration_m_s2", ("lateral", "acc y", "acc_y", "accel y", "ay", "sideways")),
    ("speed_m_s", ("speed", "velocity")),
)
_FIRST_ROWS = 4


def columns_of(text: str) -> list[LogColumn]:
    """Return the columns of a table, each with what it is taken for.

    Parameters
    ----------
    text : str
        As it was logged.

    Raises
    ------
    InputError
        It is empty or too long.
    """
    rows = _Rows(text)
    firsts = [row for _, row in islice(rows, _FIRST_ROWS)]
    found, taken = [], set()
    for at, heading in enumerate(rows.headings):
        channel = _taken_for(heading)
        if channel in taken:
            channel = ""
        taken.add(channel)
        bracket = _IN_BRACKETS.search(heading)
        first = [row[at] if at < len(row) else "" for row in firsts]
        found.append(LogColumn(heading, channel, bracket[1].strip() if bracket else "", first))
    return found


def _taken_for(heading: str) -> str:
    if heading in CHANNELS:
        return heading
    plain = heading.lower()
    return next((one for one, words in _SOUNDS_LIKE if any(word in plain for word in words)), "")


class _Rows:
    """The rows of a table one by one, so that a long one is never held in pieces."""

    def __init__(self, text: str) -> None:
        self._text = text.lstrip("\ufeff")
        first = self._text.partition("\n")[0].rstrip("\r")
        if not first.strip():
            raise InputError("text", "The log is empty; its first line holds the headings.")
        if len(first) > _LONGEST_LINE:
            raise InputError("text", "The first line is too long to be a row of headings.")
        self.mark = max(",;\t", key=first.count)
        self.headings = [cell.strip() for cell in next(csv.reader([first], delimiter=self.mark))]

    def __iter__(self) -> Iterator[tuple[int, list[str]]]:
        """Yield the line of each row that is not empty, and its cells; the headings are none."""
        reader = csv.reader(self._lines(), delimiter=self.mark)
        try:
            for row in reader:
                if row and reader.line_num > 1:
                    yield reader.line_num, row
        except csv.Error as error:
            line = reader.line_num
            raise InputError("text", f"Line {line} is no row of a table: {error}.") from None

    def _lines(self) -> Iterator[str]:
        for number, line in enumerate(StringIO(self._text), 1):
            if number > MOST_ROWS:
                raise InputError("text", f"The log has over {MOST_ROWS} lines; log a shorter run.")
            if len(line) > _LONGEST_LINE:
                raise InputError("text", f"Line {number} is too long to be a row of numbers.")
            yield line


def _chosen(headings: list[str], mapping: Mapping[str, str] | None) -> dict[str, int]:
    """Return which column is which channel."""
    if mapping is None:
        found = {name: at for at, name in enumerate(headings) if name in CHANNELS}
    else:
        found = {}
        for heading, channel in mapping.items():
            if heading not in headings:
                raise InputError("mapping", f"There is no column “{heading[:40]}” in this log.")
            if channel not in CHANNELS:
                raise InputError(
                    "mapping",
                    f"There is no channel “{channel[:40]}”; one of {', '.join(CHANNELS)}.",
                )
            found[channel] = headings.index(heading)
    if "time_s" not in found:
        raise InputError(
            "time_s", f"No column is the time. Read: {', '.join(headings[:12])[:200]}."
        )
    return found


def _scale(heading: str, channel: str) -> tuple[float, list[str]]:
    """Return what a number under a heading is multiplied by, and what was assumed for that."""
    if heading == channel:
        return 1.0, []
    bracket = _IN_BRACKETS.search(heading)
    if bracket is None:
        return 1.0, [f"“{heading}” has no unit and is read in {_spoken(channel)}"]
    said = bracket[1].strip()
    unit = _UNITS.get(said.lower())
    if unit is None:
        raise InputError(channel, f"“{heading}”: the unit “{said[:20]}” is not known here.")
    try:
        return si_per(unit, CHANNELS[channel]), []
    except TypeError:
        raise InputError(
            channel, f"“{heading}” is in {said}, which is no unit of this channel."
        ) from None


def _spoken(channel: str) -> str:
    return CHANNELS[channel].replace("**2", "²")


def _numbers(rows: _Rows, chosen: Mapping[str, int]) -> dict[str, array[float]]:
    """Return the numbers of each chosen column."""
    found = {channel: array("d") for channel in chosen}
    decimal_comma = rows.mark != ","
    columns = [(found[channel].append, at) for channel, at in chosen.items()]
    for line, row in rows:
        for keep, at in columns:
            cell = row[at] if at < len(row) else ""
            try:
                keep(float(cell.replace(",", ".") if decimal_comma else cell))
            except ValueError:
                heading = rows.headings[at]
                raise InputError(
                    heading, f"Line {line}, “{heading}”: read “{cell[:20]}”, which is no number."
                ) from None
    return found


def written(log: RoadLog) -> str:
    """Return a log as a table of our own headings.

    Parameters
    ----------
    log : RoadLog
        In SI.
    """
    channels = [("time_s", log.time_s), *log.channels()]
    table = StringIO()
    table.write(",".join(name for name, _ in channels) + "\n")
    np.savetxt(table, np.column_stack([values for _, values in channels]), "%.7g", ",")
    return table.getvalue()
