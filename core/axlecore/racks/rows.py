"""Rows of a table in CSV: counted before they are read, and read one at a time."""

from __future__ import annotations

import csv
import re
from collections.abc import Iterator

from axlecore.errors import InputError

#: A part is some 270 letters as it is written here; this holds the most rows of them.
LONGEST_TABLE = 8_000_000
MOST_ROWS = 25_000
#: Head line, blank lines and lines inside cells stand beside the rows.
_MOST_LINES = MOST_ROWS + 5_000
_MOST_LINES_A_ROW = 50
#: More headings than any seller's table has.
_MOST_CELLS_A_LINE = 200
_MOST_CELLS = 80 * MOST_ROWS
_LINE = re.compile(r"[^\r\n]*(?:\r\n?|\n)|[^\r\n]+\Z")
SPLIT = f"a table holds 1 to {MOST_ROWS} of them; split it."


def rows_of(text: str) -> Iterator[list[str]]:
    """Yield the rows of a table, its stripped headings first.

    Parameters
    ----------
    text : str
        CSV, parted by comma, semicolon or tab.

    Raises
    ------
    InputError
        ``text`` is empty, too long or no table: before anything of it is read where it has too
        many lines, else at the row that has too many cells or lines.
    """
    if len(text) > LONGEST_TABLE:
        raise InputError("text", f"The table is over {LONGEST_TABLE // 1_000_000} MB; split it.")
    line_count = 1 + text.count("\n") + text.count("\r") - text.count("\r\n")
    if line_count > _MOST_LINES:
        raise InputError("text", f"Read {line_count} lines of parts; {SPLIT}")
    begin = len(text) - len(text.lstrip("\ufeff"))
    first = _LINE.match(text, begin)
    mark = max(",;\t", key=(first[0] if first else "").count)
    cells = text.count(mark)
    if cells > _MOST_CELLS:
        raise InputError("text", f"Read {cells} cells; a table holds {_MOST_CELLS} at most.")
    try:
        count = sum(1 for row in _read(text, begin, mark) if not is_blank(row)) - 1
        if count > MOST_ROWS:
            raise InputError("text", f"Read {count} parts; {SPLIT}")
        rows = _read(text, begin, mark)
        head = [cell.strip() for cell in next(rows, [])]
        if not any(head):
            raise InputError("text", "The table is empty; its first line holds the headings.")
        yield head
        yield from rows
    except csv.Error as error:
        raise InputError("text", f"This is not a table: {error}.") from None


def is_blank(row: list[str]) -> bool:
    """Return whether nothing is written in a row.

    Parameters
    ----------
    row : list of str
        Its cells.
    """
    return not "".join(row).strip()


def _read(text: str, begin: int, mark: str) -> Iterator[list[str]]:
    """Rows of a text from a place on; InputError at one with too many cells or lines."""
    lines_of_this_row = 0

    def lines() -> Iterator[str]:
        nonlocal lines_of_this_row
        # One at a time: a list or a stream of them takes several times the text.
        for number, found in enumerate(_LINE.finditer(text, begin), start=1):
            cells = found[0].count(mark) + 1
            if cells > _MOST_CELLS_A_LINE:
                message = f"Read {cells} cells on line {number}; at most {_MOST_CELLS_A_LINE}."
                raise InputError("text", message)
            lines_of_this_row += 1
            if lines_of_this_row > _MOST_LINES_A_ROW:
                message = f"A quote is open from line {number - _MOST_LINES_A_ROW} on; close it."
                raise InputError("text", message)
            yield found[0]

    for row in csv.reader(lines(), delimiter=mark):
        lines_of_this_row = 0
        yield row
