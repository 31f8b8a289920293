"""What a shop keeps to, over HTTP."""

from typing import Literal

from ninja import Router, Schema
from pydantic import Field

from axlecore.fitup.schools import SCHOOLS, School, settled
from axlecore.quantities.units import Units
from shops.models import Currency, Person
from shops.requests import PersonRequest, writer
from shops.services import OWN_UNITS, change_own_units, change_setting, standing

router = Router(tags=["shop"])


class SettingIn(Schema):
    place: str = Field(max_length=60)
    typed: str = Field(max_length=40)
    instead_of: str = Field(max_length=40)


class ShopOut(Schema):
    name: str
    currency: Currency
    currencies: list[Currency]
    units: Units
    #: The reader's own; empty is as the shop has it.
    my_units: Units | Literal[""]
    labour_cents_an_hour: int
    alignment_cents: int
    exhaust_cents: int
    #: Such as 08:00.
    opens_at: str
    open_hours: int
    crew: int
    #: As it is written in the shop's units.
    recheck_distance: str
    recheck_days: int
    schools: dict[str, str]
    #: All matters with their schools.
    matters: list[School]


def _shop_out(person: Person) -> ShopOut:
    shop = person.shop
    return ShopOut(
        name=shop.name,
        currency=Currency(shop.currency),
        currencies=list(Currency),
        units=Units(shop.units),
        my_units=Units(person.units) if person.units else "",
        labour_cents_an_hour=shop.labour_cents_an_hour,
        alignment_cents=shop.alignment_cents,
        exhaust_cents=shop.exhaust_cents,
        opens_at=f"{shop.opens_at:%H:%M}",
        open_hours=shop.open_hours,
        crew=shop.crew,
        recheck_distance=standing(shop, "recheck_distance"),
        recheck_days=shop.recheck_days,
        schools=settled(shop.schools),
        matters=list(SCHOOLS),
    )


@router.get("/shop", response=ShopOut, operation_id="get_shop")
def get_shop(request: PersonRequest) -> ShopOut:
    return _shop_out(request.user)


@router.patch("/shop", response=ShopOut, operation_id="change_setting")
def patch_shop(request: PersonRequest, body: SettingIn) -> ShopOut:
    if body.place == OWN_UNITS:
        change_own_units(request.user, body.typed)
    else:
        change_setting(writer(request), body.place, body.typed, body.instead_of)
    request.user.refresh_from_db()
    return _shop_out(request.user)
