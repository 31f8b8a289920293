"""Weigh tickets as CSV: what the pads or a public scale printed, in and out."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.measure import Measured
from axlecore.quantities.units import Dimension, write_quantity
from axlecore.vehicle.ends import End, Side, Wheel
from axlecore.vehicle.loads import LOAD_NAMES, LoadKey
from axlecore.vehicle.rig import LoadState, Vehicle

COLUMNS = ("state", "place", "load")
LONGEST_TICKET = 20_000
_MOST_ROWS = 100

_STATES = {name.replace("-", " ").removeprefix("at "): key for key, name in LOAD_NAMES.items()}
_PLACES = {
    field.removesuffix("_kg").replace("_", " "): field
    for field in (*(f"{wheel}_kg" for wheel in Wheel), *(f"{end}_kg" for end in End))
}


@dataclass(frozen=True)
class TicketRow:
    """One load of a weigh ticket.

    Attributes
    ----------
    line : int
        Line of the file, from 1.
    state : LoadKey
        State the vehicle was weighed in.
    field : str
        Field of `rig.LoadState`, or an axle as a whole.
    typed : str
        Load as written, unit included.
    """

    line: int
    state: LoadKey
    field: str
    typed: str


def read_ticket(text: str) -> list[TicketRow]:
    """Return the rows of a weigh ticket.

    Parameters
    ----------
    text : str
        CSV with a head line naming state, place and load in any order; comma, semicolon or
        tab between. State: empty, trip-ready, maximum, towing. Place: front left … rear
        right, front, rear. Load with any unit of mass, ``(kg)`` or ``(lb)`` in the head for
        bare numbers.

    Returns
    -------
    list of TicketRow
        In the order of the file; loads not yet read as numbers.

    Raises
    ------
    InputError
        Field ``line N``: what was read there and what would be accepted.
    """
    if len(text) > LONGEST_TICKET:
        raise InputError("line 1", f"The ticket is over {LONGEST_TICKET // 1000} kB.")
    lines = text.lstrip("\ufeff").splitlines()
    head = lines[0] if lines else ""
    mark = max(",;\t", key=head.count)
    rows = list(csv.reader(io.StringIO("\n".join(lines)), delimiter=mark))
    if not rows:
        raise InputError("line 1", f"The ticket is empty; its head is {', '.join(COLUMNS)}.")
    at, unit = _columns(rows[0])
    found = [
        _row(number, row, at, unit)
        for number, row in enumerate(rows[1:], start=2)
        if any(cell.strip() for cell in row)
    ]
    if not 1 <= len(found) <= _MOST_ROWS:
        raise InputError("line 2", f"Write 1 to {_MOST_ROWS} loads below the head.")
    return found


def _columns(head: list[str]) -> tuple[dict[str, int], str]:
    at, unit = {}, ""
    for index, cell in enumerate(head):
        name, _, bracket = cell.strip().lower().partition("(")
        at[name.strip()] = index
        if name.strip() == "load":
            unit = bracket.rstrip(") ")
    missing = [name for name in COLUMNS if name not in at]
    if missing:
        raise InputError(
            "line 1", f"Column “{missing[0]}” is missing; the head is {', '.join(COLUMNS)}."
        )
    return at, unit


def _row(line: int, row: list[str], at: dict[str, int], unit: str) -> TicketRow:
    if len(row) <= max(at[name] for name in COLUMNS):
        raise InputError(f"line {line}", f"Read {len(row)} cells; the head has {len(at)}.")
    state, place, load = (row[at[name]].strip() for name in COLUMNS)
    key = _STATES.get(state.lower().replace("-", " ").replace("_", " "))
    if key is None:
        raise InputError(f"line {line}", f"Read state “{state[:30]}”; one of {', '.join(_STATES)}.")
    field = _PLACES.get(place.lower().replace("-", " ").replace("_", " "))
    if field is None:
        raise InputError(f"line {line}", f"Read place “{place[:30]}”; one of {', '.join(_PLACES)}.")
    return TicketRow(line, key, field, f"{load} {unit}" if load[-1:].isdigit() else load)


def write_ticket(vehicle: Vehicle) -> str:
    """Return a vehicle's wheel loads as a weigh ticket that `read_ticket` reads.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.

    Notes
    -----
    A load is written as it was typed where it was, else in kilograms.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for state in vehicle.load_states:
        for words, load in _loads(state):
            text = load.typed or write_quantity(load.value, Dimension.MASS, 1.0)
            name = LOAD_NAMES[state.key].removeprefix("at ")
            writer.writerow((name, words, text.replace("\u202f", "")))
    return out.getvalue()


def _loads(state: LoadState) -> Iterator[tuple[str, Measured]]:
    """Each reading with its place in words: an axle that was read as one, else its wheels."""
    for end in End:
        reading = state.axle_reading(end)
        if reading is not None:
            yield end.value, reading
            continue
        for side in Side:
            wheel = Wheel(f"{end}_{side}")
            yield wheel.words, state.wheel_kg(wheel)
