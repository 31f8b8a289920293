"""People of a shop over HTTP: who belongs to it, where they are signed in, what was changed."""

from datetime import datetime

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import Field

from people import services, sessions, tablets
from people.models import Tablet
from people.record import newest
from people.session_api import keep_tablet
from people.sessions import only_with_password
from shops.models import Person
from shops.requests import PersonRequest

router = Router(tags=["people"])


class SignedInOut(Schema):
    id: int
    device: str
    address: str
    begun_at: datetime
    seen_at: datetime
    #: The session that asks.
    here: bool


class MemberOut(Schema):
    id: int
    username: str
    name: str
    role: Person.Role
    #: Whether they are with the shop now.
    active: bool
    #: Whether they have a number for the shop's tablets.
    number: bool
    signed_in: list[SignedInOut]


class InvitationOut(Schema):
    id: int
    role: Person.Role
    #: Whom it lets in again; None for somebody new.
    username: str | None
    made_by: str
    expires_at: datetime


class TabletOut(Schema):
    id: int
    name: str
    made_at: datetime


class PeopleEventOut(Schema):
    by: str
    words: str
    made_at: datetime


class NameOut(Schema):
    """Somebody of the shop, as a job is given to them."""

    username: str
    name: str


class PeopleOut(Schema):
    people: list[MemberOut]
    invitations: list[InvitationOut]
    tablets: list[TabletOut]
    events: list[PeopleEventOut]


class CodeOut(Schema):
    code: str
    #: Address of the page that takes it; a browser sends nothing of it to any server.
    path: str
    days: int


class AddPersonIn(Schema):
    username: str = Field(max_length=150)
    first_name: str = Field("", max_length=150)
    last_name: str = Field("", max_length=150)
    role: Person.Role
    password: str = Field(max_length=200)


class RoleIn(Schema):
    role: Person.Role


class TabletIn(Schema):
    name: str = Field(max_length=40)


#: Who did what no person did.
_BY_COMMAND = "the server’s command"


def _lead(request: PersonRequest) -> Person:
    return services.people_lead(only_with_password(request))


def _people_out(request: PersonRequest) -> PeopleOut:
    shop = request.user.shop_id
    key = request.session.session_key
    signed_in: dict[int, list[SignedInOut]] = {}
    for one in sessions.standing(shop).order_by("-seen_at"):
        shown = SignedInOut(
            id=one.pk,
            device=one.device,
            address=str(one.address),
            begun_at=one.begun_at,
            seen_at=one.seen_at,
            here=one.session_key == key,
        )
        signed_in.setdefault(one.person_id, []).append(shown)
    people = Person.objects.filter(shop=shop).select_related("pin")
    return PeopleOut(
        people=[
            MemberOut(
                id=one.pk,
                username=one.username,
                name=one.shown_name,
                role=Person.Role(one.role),
                active=one.is_active,
                number=hasattr(one, "pin") and one.pin.failures < tablets.MOST_FAILURES,
                signed_in=signed_in.get(one.pk, []),
            )
            for one in people.order_by("-is_active", "first_name", "username")
        ],
        invitations=[
            InvitationOut(
                id=one.pk,
                role=Person.Role(one.role),
                username=one.person.username if one.person else None,
                made_by=one.made_by.shown_name if one.made_by else _BY_COMMAND,
                expires_at=one.expires_at,
            )
            for one in services.still_open().filter(shop=shop).order_by("expires_at")
        ],
        tablets=[
            TabletOut(id=one.pk, name=one.name, made_at=one.made_at)
            for one in Tablet.objects.filter(shop=shop).order_by("name")
        ],
        events=[
            PeopleEventOut(
                by=one.by.shown_name if one.by else _BY_COMMAND,
                words=one.words,
                made_at=one.made_at,
            )
            for one in newest(shop)
        ],
    )


def _code_out(code: str, days: int) -> CodeOut:
    return CodeOut(code=code, path=f"/join#{code}", days=days)


@router.get("/people/names", response=list[NameOut], operation_id="list_names")
def get_names(request: PersonRequest) -> list[NameOut]:
    there = Person.objects.filter(shop=request.user.shop_id, is_active=True).order_by("username")
    return [NameOut(username=one.username, name=one.shown_name) for one in there]


@router.get("/people", response=PeopleOut, operation_id="list_people")
def get_people(request: PersonRequest) -> PeopleOut:
    _lead(request)
    return _people_out(request)


@router.post("/people", response=PeopleOut, operation_id="add_person")
def post_person(request: PersonRequest, body: AddPersonIn) -> PeopleOut:
    lead = _lead(request)
    new = Person(
        shop=lead.shop,
        username=body.username.strip(),
        first_name=body.first_name.strip(),
        last_name=body.last_name.strip(),
        role=body.role,
    )
    services.add(lead, new, body.password)
    return _people_out(request)


@router.post("/people/invitations", response=CodeOut, operation_id="invite_person")
def post_invitation(request: PersonRequest, body: RoleIn) -> CodeOut:
    lead = _lead(request)
    return _code_out(services.invite(lead.shop, lead, body.role), services.INVITED_FOR.days)


@router.post(
    "/people/invitations/{int:invitation_id}/withdraw",
    response=PeopleOut,
    operation_id="withdraw_invitation",
)
def post_withdraw(request: PersonRequest, invitation_id: int) -> PeopleOut:
    services.withdraw(_lead(request), invitation_id)
    return _people_out(request)


@router.post("/people/{int:person_id}/role", response=PeopleOut, operation_id="change_role")
def post_role(request: PersonRequest, person_id: int, body: RoleIn) -> PeopleOut:
    lead = _lead(request)
    services.change_role(lead, services.of_shop(lead, person_id), body.role)
    return _people_out(request)


@router.post("/people/{int:person_id}/reset", response=CodeOut, operation_id="reset_password")
def post_reset(request: PersonRequest, person_id: int) -> CodeOut:
    lead = _lead(request)
    code = services.reset(lead, services.of_shop(lead, person_id))
    return _code_out(code, services.RESET_FOR.days)


@router.post("/people/{int:person_id}/off", response=PeopleOut, operation_id="send_off")
def post_off(request: PersonRequest, person_id: int) -> PeopleOut:
    lead = _lead(request)
    services.send_off(lead, services.of_shop(lead, person_id))
    return _people_out(request)


@router.post("/people/{int:person_id}/back", response=PeopleOut, operation_id="take_back")
def post_back(request: PersonRequest, person_id: int) -> PeopleOut:
    lead = _lead(request)
    services.take_back(lead, services.of_shop(lead, person_id))
    return _people_out(request)


@router.post(
    "/people/sessions/{int:signed_in_id}/end", response=PeopleOut, operation_id="end_session"
)
def post_end(request: PersonRequest, signed_in_id: int) -> PeopleOut:
    services.end_session(_lead(request), signed_in_id)
    return _people_out(request)


@router.post("/people/tablets", response=PeopleOut, operation_id="make_tablet")
def post_tablet(request: PersonRequest, body: TabletIn, response: HttpResponse) -> PeopleOut:
    _, secret = tablets.make_tablet(_lead(request), body.name)
    keep_tablet(response, secret)
    return _people_out(request)


@router.post("/people/tablets/{int:tablet_id}/drop", response=PeopleOut, operation_id="drop_tablet")
def post_drop(request: PersonRequest, tablet_id: int) -> PeopleOut:
    tablets.drop_tablet(_lead(request), tablet_id)
    return _people_out(request)
