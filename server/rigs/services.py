"""Writing a vehicle's sheet: every change is a checked whole and a version of its own."""

from collections.abc import Callable, Mapping, Sequence
from typing import NamedTuple

from axlecore.formats import from_plain, to_plain
from axlecore.practice.findings import first_stop
from axlecore.practice.first_answer import BarSeen, taken_in
from axlecore.quantities.measure import Known
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigKind
from axlecore.vehicle.rig import Vehicle as Sheet
from history.versions import document_at, write_next
from rigs.models import Vehicle
from shops.models import Person


class Entry(NamedTuple):
    """Something entered at a place of a sheet."""

    place: str
    typed: str
    known: Known
    simulated: bool = False


def sheet_of(vehicle: Vehicle) -> Sheet:
    """Return the stored sheet as core's record."""
    return from_plain(vehicle.sheet, Sheet)


def take_in(
    person: Person,
    name: str,
    description: str,
    kind: RigKind,
    entries: Sequence[Entry],
    bars: Mapping[End, BarSeen],
) -> Vehicle:
    """Store a new vehicle: its class's defaults, corrected by what was entered.

    Raises
    ------
    SeveralInputsError
        Names every field that cannot be read, not only the first.
    """
    return store_new(person, name, description, taken_in(kind, entries, bars))


def store_new(person: Person, name: str, description: str, sheet: Sheet) -> Vehicle:
    """Store a new vehicle with its sheet as version 1. Call inside a transaction."""
    plain = to_plain(sheet)
    vehicle = Vehicle.objects.create(
        shop=person.shop, name=name, description=description, sheet=plain, stop=first_stop(sheet)
    )
    vehicle.revisions.create(version=1, document=plain, place="new", person=person)
    return vehicle


def change_sheet(
    vehicle: Vehicle,
    person: Person,
    base_version: int,
    place: str,
    typed: str,
    change: Callable[[Sheet], Sheet],
) -> None:
    """Write the next version of a sheet; StaleError if it has moved on. Call with it locked."""

    def changed() -> object:
        sheet = change(sheet_of(vehicle))
        vehicle.sheet, vehicle.stop = to_plain(sheet), first_stop(sheet)
        return vehicle.sheet

    write_next(vehicle, vehicle.revisions, base_version, place, typed, person, changed)


def revert_sheet(vehicle: Vehicle, person: Person, base_version: int, to_version: int) -> None:
    """Write an earlier version again as the next one."""
    earlier = document_at(vehicle.revisions, to_version)
    change_sheet(
        vehicle,
        person,
        base_version,
        "undo",
        f"to {to_version}",
        lambda _: from_plain(earlier, Sheet),
    )
