"""Writing a vehicle's sheet: every change is a checked whole and a version of its own."""

from collections.abc import Callable, Mapping, Sequence
from typing import Any, NamedTuple

from django.core.exceptions import ValidationError
from django.core.validators import validate_email

from axlecore.errors import InputError
from axlecore.formats import from_plain, to_plain
from axlecore.practice.classes import ClassSprings
from axlecore.practice.findings import first_stop
from axlecore.practice.first_answer import BarSeen, taken_in
from axlecore.quantities.measure import Known
from axlecore.quantities.units import Dimension, read_quantity
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigKind
from axlecore.vehicle.rig import Vehicle as Sheet
from history.versions import document_at, write_next
from rigs.models import Owner, Vehicle
from shops.models import Person, Shop


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
    sheet = taken_in(kind, entries, bars, class_springs(person.shop, kind))
    return store_new(person, name, description, sheet)


def class_springs(shop: Shop, kind: RigKind) -> ClassSprings | None:
    """Return what a shop's own record makes of a class's springs; None where nothing stands."""
    standing = shop.class_corrections.filter(rig_kind=kind, left_out_at=None).first()
    return None if standing is None else ClassSprings(standing.factor, standing.spread)


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


class About(NamedTuple):
    """Who brings a vehicle and what it is called, besides its measurements."""

    name: str
    description: str = ""
    registration: str = ""
    odometer: str = ""
    year: int | None = None
    build_notes: str = ""
    owner: str = ""
    phone: str = ""
    email: str = ""
    address: str = ""
    may_be_contacted: bool = False


def describe(vehicle: Vehicle, about: About) -> None:
    """Write what a vehicle is and whose; an owner of that name gets the ways that are said here.

    Call with its job locked. InputError names a field that cannot be read.
    """
    texts: dict[str, Any] = {
        name: text.strip() for name, text in about._asdict().items() if isinstance(text, str)
    }
    said = about._replace(**texts)
    if said.odometer:
        read_quantity(said.odometer, Dimension.DISTANCE, "odometer")
    if said.year is not None and not 1900 <= said.year <= 2100:
        raise InputError("year", f"Read {said.year}; enter the year it was built, 1900 to 2100.")
    if said.email:
        _check_email(said.email)
    if not said.owner and (said.phone or said.email or said.address):
        raise InputError("owner", "Say whose phone, mail or address that is.")
    vehicle.name, vehicle.description = said.name, said.description
    vehicle.registration, vehicle.odometer = said.registration, said.odometer
    vehicle.year, vehicle.build_notes = said.year, said.build_notes
    vehicle.owner = _owner(vehicle.shop_id, said) if said.owner else None
    vehicle.save(
        update_fields=[
            "name",
            "description",
            "registration",
            "odometer",
            "year",
            "build_notes",
            "owner",
        ]
    )


def _owner(shop_id: int, said: About) -> Owner:
    ways = {
        "phone": said.phone,
        "email": said.email,
        "address": said.address,
        "may_be_contacted": said.may_be_contacted,
    }
    return Owner.objects.update_or_create(shop_id=shop_id, name=said.owner, defaults=ways)[0]


def _check_email(text: str) -> None:
    try:
        validate_email(text)
    except ValidationError:
        message = f"Read “{text[:60]}”; enter a mail address, such as name@example.org."
        raise InputError("email", message) from None
