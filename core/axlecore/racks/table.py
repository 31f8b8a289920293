"""The racks as a table: reading a seller's CSV with its own headings, and writing ours."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.quantities.units import Units, with_unit
from axlecore.racks.cells import MONEY, currency_of
from axlecore.racks.columns import COLUMNS, ROWS, Column, Row
from axlecore.racks.parts import FACTS_OF, BushingFacts, FitsFor, LinkFacts, RackPart, SupplierOffer
from axlecore.racks.plain_u import FIELDS_OF_A_BAR, bar_of, plain_u
from axlecore.racks.rows import SPLIT, is_blank, rows_of
from axlecore.spreadsheet import table_written, unguarded
from axlecore.upgrades.words_of_the_trade import word_now

#: Headings, ours and sellers', in small letters and parted by blanks.
_KEY_OF = {
    heading: row.column.key
    for row in ROWS
    for heading in (row.column.key.replace("_", " "), *row.also)
}
#: Where the fields of each record stand.
_PLACES = {
    record: [(row, place) for row in ROWS for place in row.places if place.record == record]
    for record in {place.record for row in ROWS for place in row.places}
}
#: Which column a field of core's records stands in.
_COLUMN_OF = {
    **{place.field: row.column.key for row in reversed(ROWS) for place in row.places},
    **{"torque_n_m": "torques", "count": "torques"},
    **FIELDS_OF_A_BAR,
}


@dataclass(frozen=True)
class CellComplaint(Record):
    """What is wrong with one cell.

    Attributes
    ----------
    column : str
        Its column's key.
    message : str
        What was read and what would be accepted.
    """

    column: str
    message: str


@dataclass(frozen=True)
class ReadRow(Record):
    """One row of a table, read or not.

    Attributes
    ----------
    line : int
        Line of the file, from 1.
    part_number : str
        As far as it could be read.
    part : RackPart or None
        The part; None where the row has complaints.
    offer : SupplierOffer or None
        What it costs.
    complaints : list of CellComplaint
        What is wrong.
    """

    line: int
    part_number: str
    part: RackPart | None
    offer: SupplierOffer | None
    complaints: list[CellComplaint]


def headings(text: str) -> list[str]:
    """Return the headings of a table.

    Parameters
    ----------
    text : str
        CSV, parted by comma, semicolon or tab.

    Raises
    ------
    InputError
        ``text`` is empty or too long.
    """
    return next(rows_of(text))


def suggest(found: Sequence[str]) -> dict[str, str]:
    """Return which of our columns each heading of a table most likely is.

    Parameters
    ----------
    found : sequence of str
        Headings as they are.

    Returns
    -------
    dict of str to str
        Heading to column key; headings nobody knows are left out, no key is given twice.
    """
    mapping: dict[str, str] = {}
    for heading in found:
        plain = re.sub(r"[\s_\-]+", " ", re.sub(r"\(.*\)", "", heading)).strip().lower()
        key = _KEY_OF.get(plain)
        if key and key not in mapping.values():
            mapping[heading] = key
    return mapping


def read_rack(
    text: str, mapping: Mapping[str, str], units: Units = Units.METRIC, currency: str = ""
) -> list[ReadRow]:
    """Return every row of a table as a part with its offer, or with what is wrong with it.

    Parameters
    ----------
    text : str
        CSV with a head line.
    mapping : mapping of str to str
        Heading to column key; other headings are left out.
    units : Units
        What a number without a unit means.
    currency : str
        Code of the money prices are in; empty takes any.

    Returns
    -------
    list of ReadRow
        In the order of the file, blank lines left out.

    Raises
    ------
    InputError
        The table as a whole cannot be read: empty, too long, or a needed column is missing.
    """
    rows = rows_of(text)
    head = next(rows)
    at = {mapping[name]: index for index, name in enumerate(head) if mapping.get(name)}
    unknown = set(at) - {column.key for column in COLUMNS}
    if unknown:
        raise InputError("mapping", f"There is no column “{sorted(unknown)[0][:40]}”.")
    missing = [column.key for column in COLUMNS if column.needed and column.key not in at]
    if missing:
        raise InputError("mapping", f"No heading stands for “{missing[0]}”; every part needs it.")
    found: list[ReadRow] = []
    seen: dict[tuple[str, str], int] = {}
    for line, row in enumerate(rows, start=2):
        if is_blank(row):
            continue
        cells = {key: row[index].strip() if index < len(row) else "" for key, index in at.items()}
        read = _read_row(line, cells, units, currency)
        twin = seen.setdefault((read.part_number, cells.get("supplier", "")), line)
        if twin != line and read.part is not None:
            again = CellComplaint(
                "part_number", f"This part of this supplier is on line {twin} too."
            )
            read = ReadRow(line, read.part_number, None, None, [again])
        found.append(read)
    if not found:
        raise InputError("text", f"Read no part; {SPLIT}")
    return found


@dataclass
class _Row:
    """Cells of one row as they are read; what is wrong is gathered, not raised."""

    cells: Mapping[str, str]
    units: Units
    currency: str
    complaints: list[CellComplaint] = field(default_factory=list)

    def record(self, record: str) -> dict[str, Any] | None:
        """Fields of one record that stand in the row; None where it has wrong or missing ones."""
        before, fields = len(self.complaints), {}
        for row, place in _PLACES[record]:
            typed = self.cells.get(row.column.key, "")
            if typed:
                fields[place.field] = self._read(row, unguarded(typed))
            elif place.needed:
                message = "This is missing; every part of its kind has it."
                self.complaints.append(CellComplaint(row.column.key, message))
        return fields if len(self.complaints) == before else None

    def _read(self, row: Row, typed: str) -> Any:
        kind = row.cell.dimension
        code = currency_of(typed) if row.cell is MONEY else ""
        if code and self.currency and code != self.currency:
            message = f"Read “{typed[:40]}”; prices are in {self.currency} here."
            self.complaints.append(CellComplaint(row.column.key, message))
            return None
        try:
            return row.cell.read(typed if kind is None else with_unit(typed, kind, self.units))
        except InputError as error:
            self.complaints.append(CellComplaint(row.column.key, error.message))
        except ValueError:
            message = f"Read “{typed[:40]}”; write {_accepted(row.column)}."
            self.complaints.append(CellComplaint(row.column.key, message))
        return None


def _accepted(column: Column) -> str:
    # Where the words list what may stand there they are the better example.
    listed = " or " in column.says or ", " in column.says
    return column.says if listed else f"{column.says.lower()}, such as {column.example}"


def _read_row(line: int, cells: Mapping[str, str], units: Units, currency: str) -> ReadRow:
    # A table that an earlier version wrote has its words.
    row = _Row({**cells, "kind": word_now(cells.get("kind", ""))}, units, currency)
    number = row.cells.get("part_number", "")
    part: RackPart | None = None
    offer: SupplierOffer | None = None
    try:
        part, offer = _part(row), _offer(row)
    except InputError as error:
        name = error.field.split(".")[-1]
        column = _COLUMN_OF.get(name, name)
        # What a cell already says is not said twice.
        if not any(complaint.column == column for complaint in row.complaints):
            row.complaints.append(CellComplaint(column, error.message))
    if row.complaints:
        return ReadRow(line, number, None, None, row.complaints)
    return ReadRow(line, number, part, offer, [])


def _offer(row: _Row) -> SupplierOffer | None:
    fields = row.record("offer")
    return None if fields is None else SupplierOffer(**{"supplier": "", **fields})


def _part(row: _Row) -> RackPart | None:
    own, fits = row.record("part"), row.record("fits")
    if own is None or "kind" not in own:
        return None
    facts = FACTS_OF[own["kind"]]
    found = None if facts is None else row.record(facts)
    if fits is None or (facts is not None and found is None):
        return None
    own = {"part_number": "", "maker": "", **own}
    if facts is not None and found is not None:
        name = f"{own['maker']} {own['part_number']}"
        own[facts] = _FACTS[facts](name, found)
    return RackPart(fits=FitsFor(**fits), **own)


_FACTS: dict[str, Callable[[str, dict[str, Any]], Record]] = {
    "bar": bar_of,
    "link": lambda _, found: LinkFacts(**{"length_to_m": found["length_from_m"], **found}),
    "bushing": lambda _, found: BushingFacts(**{"material": "", **found}),
}


def write_rack(items: Sequence[tuple[RackPart, SupplierOffer]], currency: str = "") -> str:
    """Return parts with their offers as a table that `read_rack` reads.

    Parameters
    ----------
    items : sequence of tuple of RackPart, SupplierOffer
        One row each.
    currency : str
        Code behind every price; empty leaves it out.

    Notes
    -----
    A cell that a spreadsheet would run as a formula is written with an apostrophe before it;
    `read_rack` takes it away again. Only parts whose bar is a plain U are written in full.
    """
    each = (_records(part, offer) for part, offer in items)
    return table_written(
        [column.key for column in COLUMNS],
        ([_written(row, records, currency) for row in ROWS] for records in each),
    )


def _records(part: RackPart, offer: SupplierOffer) -> dict[str, Mapping[str, Any]]:
    """Fields by record, as `Row.places` names them."""
    return {
        "part": vars(part),
        "fits": vars(part.fits),
        "offer": vars(offer),
        "bar": {} if part.bar is None else plain_u(part.bar),
        "link": {} if part.link is None else vars(part.link),
        "bushing": {} if part.bushing is None else vars(part.bushing),
    }


def _written(row: Row, records: Mapping[str, Mapping[str, Any]], currency: str) -> str:
    for place in row.places:
        value = records[place.record].get(place.field)
        if value is not None:
            money = f" {currency}" if currency and row.cell is MONEY else ""
            return row.cell.write(value) + money
    return ""
