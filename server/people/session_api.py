"""Signing in and out over HTTP: by password, by a code, or at a tablet of the shop."""

from typing import Any

from django.conf import settings
from django.contrib.auth import authenticate, logout
from django.db import transaction
from django.http import HttpRequest, JsonResponse
from ninja import Router, Schema
from ninja.security import APIKeyCookie
from ninja.throttling import SimpleRateThrottle
from pydantic import Field

from axlecore.quantities.units import Units
from people import services, sessions, tablets
from people.models import SignedIn, Tablet
from people.sessions import only_with_password
from shops.errors import Refused, refusal
from shops.models import Person
from shops.requests import PersonRequest
from shops.slowing import seconds_to_wait, take_turn

router = Router(tags=["session"])
#: What a device of the shop keeps.
TABLET_COOKIE = "tablet"


class ByAddress(SimpleRateThrottle):
    """So many tries an address, signed in or not."""

    scope = "codes"

    def get_cache_key(self, request: HttpRequest) -> str:
        return f"tries-{self.scope}-{self.get_ident(request)}"


#: A person mistypes a code a few times; a guesser would ask for more.
_CODES = ByAddress("20/m")


class AnyoneWithToken(APIKeyCookie):
    """Lets anyone in who sends the CSRF token; for signing in only."""

    param_name = "sessionid"

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return True


class SignInIn(Schema):
    username: str = Field(max_length=150)
    password: str = Field(max_length=200)


class CodeIn(Schema):
    code: str = Field(max_length=40)


class JoinIn(CodeIn):
    username: str = Field("", max_length=150)
    first_name: str = Field("", max_length=150)
    last_name: str = Field("", max_length=150)
    password: str = Field(max_length=200)


class TakeTabletIn(Schema):
    person_id: int = Field(ge=1, lt=2**63)
    number: str = Field(max_length=12)


class NewPasswordIn(Schema):
    password_now: str = Field(max_length=200)
    password: str = Field(max_length=200)


class NumberIn(Schema):
    password: str = Field(max_length=200)
    number: str = Field(max_length=12)


class PersonOut(Schema):
    username: str
    name: str
    role: Person.Role
    may_write: bool
    shop: str
    units: Units
    #: The shop's tablet this is, handed on by numbers; empty at a device of one's own.
    tablet: str


class InvitedOut(Schema):
    shop: str
    role: Person.Role
    #: Whom it lets in again; None for somebody new.
    username: str | None


class TakerOut(Schema):
    id: int
    name: str


class TabletHere(Schema):
    name: str
    shop: str
    people: list[TakerOut]


def _person_out(request: HttpRequest, person: Person) -> PersonOut:
    return PersonOut(
        username=person.username,
        name=person.shown_name,
        role=Person.Role(person.role),
        may_write=person.may_write,
        shop=person.shop.name,
        units=person.shown_units,
        tablet=sessions.tablet_name(request),
    )


def _entered(request: HttpRequest, person: Person, tablet: Tablet | None = None) -> PersonOut:
    """Sign somebody in here and say who that is."""
    sessions.begin(request, person, tablet)
    return _person_out(request, person)


def locked_out(request: HttpRequest, *_: object, **__: object) -> JsonResponse:
    """Answer given in place of the sign-in's own once a person has failed too often."""
    message = "Too many failed attempts. Wait ten minutes, or ask the lead of your shop."
    return refusal(429, "password", message)


def _proven(request: HttpRequest, username: str, password: str, refused: str) -> Person:
    """Return whose name and password these are; every failure counts."""
    with transaction.atomic():
        take_turn(username)
        wait_s = seconds_to_wait(username, request.META["REMOTE_ADDR"])
        if wait_s:
            raise Refused("password", f"Too many failed attempts; wait {wait_s} s.", status=429)
        person = authenticate(request, username=username, password=password)
    if not isinstance(person, Person):
        raise Refused("password", refused, status=401)
    return person


@router.post("/session", response=PersonOut, auth=AnyoneWithToken(), operation_id="sign_in")
def sign_in(request: HttpRequest, body: SignInIn) -> PersonOut:
    person = _proven(request, body.username, body.password, "Name and password do not match.")
    return _entered(request, person)


@router.get("/session", response=PersonOut | None, auth=None, operation_id="who_am_i")
def who_am_i(request: HttpRequest) -> PersonOut | None:
    return _person_out(request, request.user) if isinstance(request.user, Person) else None


@router.delete("/session", response={204: None}, operation_id="sign_out")
def sign_out(request: PersonRequest) -> tuple[int, None]:
    SignedIn.objects.filter(session_key=request.session.session_key).delete()
    logout(request)
    return 204, None


@router.post(
    "/session/invitation",
    response=InvitedOut,
    auth=AnyoneWithToken(),
    throttle=_CODES,
    operation_id="read_invitation",
)
def post_invitation(request: HttpRequest, body: CodeIn) -> InvitedOut:
    found = services.invitation_of(body.code)
    return InvitedOut(
        shop=found.shop.name,
        role=Person.Role(found.role),
        username=found.person.username if found.person else None,
    )


@router.post(
    "/session/join",
    response=PersonOut,
    auth=AnyoneWithToken(),
    throttle=_CODES,
    operation_id="join_shop",
)
def post_join(request: HttpRequest, body: JoinIn) -> PersonOut:
    new = Person(
        username=body.username.strip(),
        first_name=body.first_name.strip(),
        last_name=body.last_name.strip(),
    )
    person = services.join(body.code, new, body.password)
    return _entered(request, person)


@router.get("/session/tablet", response=TabletHere | None, auth=None, operation_id="tablet_here")
def get_tablet(request: HttpRequest) -> TabletHere | None:
    tablet = tablets.tablet_of(request.COOKIES.get(TABLET_COOKIE, ""))
    if tablet is None:
        return None
    people = [TakerOut(id=one.pk, name=one.shown_name) for one in tablets.who_may_take(tablet)]
    return TabletHere(name=tablet.name, shop=tablet.shop.name, people=people)


@router.post(
    "/session/tablet", response=PersonOut, auth=AnyoneWithToken(), operation_id="take_tablet"
)
def post_tablet(request: HttpRequest, body: TakeTabletIn) -> PersonOut:
    tablet = tablets.tablet_of(request.COOKIES.get(TABLET_COOKIE, ""))
    if tablet is None:
        raise Refused("", "This device is not a tablet of the shop; sign in by name.", 404)
    person = tablets.take(tablet, body.person_id, body.number)
    return _entered(request, person, tablet)


@router.post("/session/password", response=PersonOut, operation_id="change_password")
def post_password(request: PersonRequest, body: NewPasswordIn) -> PersonOut:
    username = only_with_password(request).username
    refused = "That is not your password now."
    person = _proven(request, username, body.password_now, refused)
    services.change_password(person, body.password)
    return _entered(request, person)


@router.post("/session/number", response={204: None}, operation_id="set_number")
def post_number(request: PersonRequest, body: NumberIn) -> tuple[int, None]:
    username = only_with_password(request).username
    person = _proven(request, username, body.password, "That is not your password.")
    tablets.set_number(person, body.number)
    return 204, None


def keep_tablet(answer: Any, secret: str) -> None:
    """Let a device keep that it is the shop's."""
    answer.set_cookie(
        TABLET_COOKIE,
        secret,
        max_age=400 * 24 * 3600,
        httponly=True,
        samesite="Lax",
        secure=settings.SESSION_COOKIE_SECURE,
    )
