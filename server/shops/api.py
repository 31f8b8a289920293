"""Signing in and out, and who is signed in."""

from typing import Any, Literal

from django.contrib.auth import authenticate, login, logout
from django.db import transaction
from django.http import HttpRequest, JsonResponse
from ninja import Router, Schema
from ninja.security import APIKeyCookie
from pydantic import Field

from axlecore.fitup.schools import SCHOOLS, School, settled
from axlecore.quantities.units import Units
from shops.errors import Refused, refusal
from shops.models import Currency, Person
from shops.requests import PersonRequest, writer
from shops.services import OWN_UNITS, change_own_units, change_setting
from shops.slowing import seconds_to_wait, take_turn

router = Router(tags=["session"])


class AnyoneWithToken(APIKeyCookie):
    """Lets anyone in who sends the CSRF token; for signing in only."""

    param_name = "sessionid"

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return True


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
    schools: dict[str, str]
    #: All matters with their schools.
    matters: list[School]


class SignInIn(Schema):
    username: str = Field(max_length=150)
    password: str = Field(max_length=200)


class PersonOut(Schema):
    username: str
    name: str
    role: Person.Role
    may_write: bool
    shop: str
    units: Units


def _person_out(person: Person) -> PersonOut:
    return PersonOut(
        username=person.username,
        name=person.shown_name,
        role=Person.Role(person.role),
        may_write=person.may_write,
        shop=person.shop.name,
        units=person.shown_units,
    )


def locked_out(request: HttpRequest, *_: object, **__: object) -> JsonResponse:
    """Answer given in place of the sign-in's own once a person has failed too often."""
    message = "Too many failed attempts. Wait ten minutes, or ask the lead of your shop."
    return refusal(429, "password", message)


@router.post("/session", response=PersonOut, auth=AnyoneWithToken(), operation_id="sign_in")
def sign_in(request: HttpRequest, body: SignInIn) -> PersonOut:
    with transaction.atomic():
        take_turn(body.username)
        wait_s = seconds_to_wait(body.username, request.META["REMOTE_ADDR"])
        if wait_s:
            raise Refused("password", f"Too many failed attempts; wait {wait_s} s.", status=429)
        person = authenticate(request, username=body.username, password=body.password)
    if not isinstance(person, Person):
        raise Refused("password", "Name and password do not match.", status=401)
    login(request, person)
    return _person_out(person)


@router.get("/session", response=PersonOut | None, auth=None, operation_id="who_am_i")
def who_am_i(request: HttpRequest) -> PersonOut | None:
    return _person_out(request.user) if isinstance(request.user, Person) else None


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


@router.delete("/session", response={204: None}, operation_id="sign_out")
def sign_out(request: PersonRequest) -> tuple[int, None]:
    logout(request)
    return 204, None
