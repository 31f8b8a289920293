"""What a shop keeps to: its ways, its money."""

from collections.abc import Callable, Mapping
from datetime import datetime

from django.db import transaction

from axlecore.aftercare.recheck import Every
from axlecore.errors import InputError
from axlecore.fitup.schools import settled
from axlecore.quantities.entry import read_amount
from axlecore.quantities.sentences import in_units, stated_quantity
from axlecore.quantities.units import (
    Dimension,
    Units,
    read_with_its_unit,
)
from shops.errors import Refused
from shops.models import Currency, Person, Shop
from shops.requests import only_a_lead

_WAYS = "schools."


def _put_currency(shop: Shop, typed: str) -> None:
    if typed not in Currency.values:
        choices = ", ".join(Currency.values)
        raise InputError("currency", f"Read “{typed[:20]}”; choose one of {choices}.")
    shop.currency = typed


def _put_labour(shop: Shop, typed: str) -> None:
    rate = read_amount(typed, "labour")
    if not 0 < rate <= 10_000:
        raise InputError("labour", f"Read “{typed[:20]}”; enter what an hour costs, up to 10,000.")
    shop.labour_cents_an_hour = round(rate * 100)


def _given_out_cents(typed: str, place: str) -> int:
    price = read_amount(typed, place)
    if not 0 <= price <= 10_000:
        raise InputError(place, f"Read “{typed[:20]}”; enter what it costs, up to 10,000.")
    return round(price * 100)


def _put_alignment(shop: Shop, typed: str) -> None:
    shop.alignment_cents = _given_out_cents(typed, "alignment")


def _put_exhaust(shop: Shop, typed: str) -> None:
    shop.exhaust_cents = _given_out_cents(typed, "exhaust")


def _whole(typed: str, place: str, most: int) -> int:
    if not (typed.strip().isdecimal() and 1 <= int(typed) <= most):
        raise InputError(place, f"Read “{typed[:20]}”; enter a whole number, 1 to {most}.")
    return int(typed)


def _put_open_hours(shop: Shop, typed: str) -> None:
    shop.open_hours = _whole(typed, "open_hours", 24)


def _put_opens_at(shop: Shop, typed: str) -> None:
    try:
        read = datetime.strptime(typed.strip(), "%H:%M")
    except ValueError:
        raise InputError("opens_at", f"Read “{typed[:20]}”; enter a time such as 07:30.") from None
    shop.opens_at = read.time()


def _put_crew(shop: Shop, typed: str) -> None:
    shop.crew = _whole(typed, "crew", 40)


def _put_units(shop: Shop, typed: str) -> None:
    shop.units = _known_units(typed)


def _known_units(typed: str) -> str:
    if typed not in [*Units]:
        known = ", ".join(Units)
        raise InputError("units", f"Read “{typed[:20]}”; choose one of {known}.")
    return typed


def _put_recheck_distance(shop: Shop, typed: str) -> None:
    shop.recheck_m = read_with_its_unit(typed, Dimension.DISTANCE, "recheck_distance")
    _checked_interval(shop)


def _put_recheck_days(shop: Shop, typed: str) -> None:
    shop.recheck_days = _whole(typed, "recheck_days", 2000)
    _checked_interval(shop)


def _checked_interval(shop: Shop) -> None:
    try:
        Every(shop.recheck_m, shop.recheck_days)
    except InputError as error:
        raise InputError(f"recheck_{error.field}", error.message) from None


#: Settings by their place: as it stands, and how another is put there.
_SETTINGS: Mapping[str, tuple[Callable[[Shop], str], Callable[[Shop, str], None]]] = {
    "currency": (lambda shop: shop.currency, _put_currency),
    "labour": (lambda shop: f"{shop.labour_cents_an_hour / 100:.2f}", _put_labour),
    "alignment": (lambda shop: f"{shop.alignment_cents / 100:.2f}", _put_alignment),
    "exhaust": (lambda shop: f"{shop.exhaust_cents / 100:.2f}", _put_exhaust),
    "units": (lambda shop: shop.units, _put_units),
    "open_hours": (lambda shop: str(shop.open_hours), _put_open_hours),
    "opens_at": (lambda shop: f"{shop.opens_at:%H:%M}", _put_opens_at),
    "crew": (lambda shop: str(shop.crew), _put_crew),
    "recheck_distance": (
        lambda shop: in_units(
            stated_quantity(shop.recheck_m, Dimension.DISTANCE, 1e3), Units(shop.units)
        ),
        _put_recheck_distance,
    ),
    "recheck_days": (lambda shop: str(shop.recheck_days), _put_recheck_days),
}


def standing(shop: Shop, place: str) -> str:
    """A setting as it stands, as it would be typed; InputError where there is none such."""
    if place in _SETTINGS:
        return _SETTINGS[place][0](shop)
    matter = place.removeprefix(_WAYS)
    ways = settled(shop.schools)
    if matter == place or matter not in ways:
        known = ", ".join([*_SETTINGS, *(_WAYS + way for way in ways)])
        raise InputError("place", f"There is no setting “{place[:40]}”; one of {known}.")
    return ways[matter]


def _put(shop: Shop, place: str, typed: str) -> None:
    if place in _SETTINGS:
        _SETTINGS[place][1](shop, typed)
    else:
        schools = {**shop.schools, place.removeprefix(_WAYS): typed}
        settled(schools)
        shop.schools = schools
    shop.schools_version += 1


#: What each person settles for themselves; empty is as the shop has it.
OWN_UNITS = "my_units"


def change_own_units(person: Person, typed: str) -> Shop:
    """Show a person numbers in other units than the shop's, or as the shop again."""
    person.units = _known_units(typed) if typed else ""
    person.save(update_fields=["units"])
    return person.shop


def change_setting(person: Person, place: str, typed: str, instead_of: str) -> Shop:
    """Keep to something else in one matter; a lead says so for the whole shop.

    Refused where another stands there by now than the one that was to be replaced.
    """
    only_a_lead(person, "Only a lead changes what the shop keeps to.")
    with transaction.atomic():
        shop = Shop.objects.select_for_update(no_key=True).get(pk=person.shop_id)
        before = standing(shop, place)
        _put(shop, place, typed)
        if before not in (instead_of, standing(shop, place)):
            message = "Somebody changed what the shop keeps to meanwhile. Look at it again."
            raise Refused("instead_of", message, 409)
        shop.save()
    return shop
