"""A shop's memory as tables for any spreadsheet."""

import csv
import io
from collections.abc import Iterable, Sequence

from aftercare.record import kept_rows
from axlecore.racks.table import guarded_cell
from shops.models import Shop


def predictions_csv(shop: Shop) -> str:
    """Predicted against measured, a row a job, roll gradients in degrees per g."""
    heads = ["job", "kind of vehicle", "measured by"]
    for name in ("predicted", "measured"):
        heads += [f"{name} °/g", f"{name} low °/g", f"{name} high °/g"]
    return written(
        [*heads, "held"],
        (
            [
                row.job,
                row.rig_kind,
                row.way,
                *(
                    round(value, 3)
                    for band in (row.predicted, row.measured)
                    for value in (band.value, band.low, band.high)
                ),
                "yes" if row.held else "no",
            ]
            for row in kept_rows(shop)
        ),
    )


def written(heads: Sequence[str], rows: Iterable[Sequence[object]]) -> str:
    """A table as CSV; no cell of it runs as a formula."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(heads)
    writer.writerows([guarded_cell(str(cell)) for cell in row] for row in rows)
    return out.getvalue()
