"""Several numbers in one go: from the pads or a weigh ticket, all of them or none."""

from collections.abc import Sequence

from axlecore.errors import InputError
from axlecore.practice.classes import change_part
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known
from axlecore.vehicle.rig import Vehicle as Sheet
from axlecore.vehicle.weigh_ticket import TicketRow, read_ticket
from jobs.opened import OpenJob
from jobs.services import edit_sheet
from rigs.services import Entry
from shops.models import Person


def enter_all(job: OpenJob, person: Person, base_version: int, entries: Sequence[Entry]) -> None:
    """Write several numbers as one version of the sheet; the first bad one refuses all."""

    def change(sheet: Sheet) -> Sheet:
        for entry in entries:
            sheet = enter(sheet, *entry)
        return sheet

    place, typed = entries[0].place, entries[0].typed
    edit_sheet(
        job, person, base_version, place, f"{typed[:40]} and {len(entries) - 1} more", change
    )


def import_ticket(job: OpenJob, person: Person, base_version: int, text: str) -> None:
    """Write a weigh ticket on the sheet, adding load states it names; all rows or none."""
    rows = read_ticket(text)

    def change(sheet: Sheet) -> Sheet:
        for row in rows:
            sheet = _with_row(sheet, row)
        return sheet

    edit_sheet(job, person, base_version, "load_states", f"ticket of {len(rows)} loads", change)


def _with_row(sheet: Sheet, row: TicketRow) -> Sheet:
    if sheet.state(row.state) is None:
        sheet = change_part(sheet, f"load_states.{row.state}", True)
    index = sheet.weighed(row.state)
    try:
        return enter(sheet, f"load_states.{index}.{row.field}", row.typed, Known.MEASURED)
    except InputError as error:
        raise InputError(f"line {row.line}", error.message) from None
