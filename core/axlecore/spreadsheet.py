"""Tables that any spreadsheet opens, and none of whose cells it runs."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Sequence

_FORMULA = re.compile(r"^[=+\-@\t\r]")
#: A number with its sign, which nothing runs.
_NUMBER = re.compile(r"^-\d+(\.\d+)?( mm)?$")


def table_written(heads: Sequence[str], rows: Iterable[Sequence[object]]) -> str:
    """Return a table as CSV.

    Parameters
    ----------
    heads : sequence of str
        Of the columns.
    rows : iterable of sequence
        Cells, a row each; what is None is left empty.

    Notes
    -----
    A cell that a spreadsheet would run as a formula is written with an apostrophe before it.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(heads)
    writer.writerows(["" if cell is None else _guarded(str(cell)) for cell in row] for row in rows)
    return out.getvalue()


def _guarded(cell: str) -> str:
    return f"'{cell}" if _FORMULA.match(cell) and not _NUMBER.match(cell) else cell


def unguarded(cell: str) -> str:
    """Return a cell as it was before it was written.

    Parameters
    ----------
    cell : str
        As it is read.
    """
    return cell[1:] if cell.startswith("'") and _FORMULA.match(cell[1:]) else cell
