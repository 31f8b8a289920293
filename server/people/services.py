"""Who belongs to a shop, with which role, and how they get in."""

from datetime import timedelta

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.db.models import QuerySet
from django.shortcuts import get_object_or_404
from django.utils import timezone

from people import sessions
from people.codes import digest_of, new_code
from people.models import Invitation, SignedIn
from people.record import note
from shops.errors import Refused
from shops.models import Person, Shop
from shops.requests import only_a_lead

#: How long a code lets somebody in.
INVITED_FOR = timedelta(days=7)
RESET_FOR = timedelta(days=1)
CLOSED = "This code is not open: it was used, withdrawn or is too old. Ask the lead for another."


def people_lead(person: Person) -> Person:
    """Return who is asking, if they may change a shop's people."""
    only_a_lead(person, "Only a lead changes who belongs to the shop.")
    return person


def of_shop(lead: Person, person_id: int) -> Person:
    """Return somebody of a lead's shop; Http404 otherwise."""
    return get_object_or_404(Person, pk=person_id, shop=lead.shop_id)


@transaction.atomic
def add(lead: Person, about: Person, password: str) -> Person:
    """Take somebody in with a first password that they are told."""
    _create(about, password)
    note(lead.shop, lead, about, f"added {about.username}, {about.role}")
    return about


@transaction.atomic
def invite(shop: Shop, by: Person | None, role: Person.Role) -> str:
    """Return a code that lets somebody new in with a role."""
    code = new_code()
    Invitation.objects.create(
        shop=shop,
        role=role,
        digest=digest_of(code),
        made_by=by,
        expires_at=timezone.now() + INVITED_FOR,
    )
    note(shop, by, None, f"invited a {role}")
    return code


@transaction.atomic
def reset(lead: Person, about: Person) -> str:
    """End somebody's password and sessions; return a code that lets them choose another."""
    if about == lead:
        raise Refused("", "Change your own password instead.", 422)
    if not about.is_active:
        raise Refused("", f"{about.shown_name} is not with the shop; take them back first.", 409)
    about.set_unusable_password()
    about.save(update_fields=["password"])
    sessions.end(about.signed_in.all())
    still_open().filter(person=about).update(withdrawn_at=timezone.now())
    code = new_code()
    Invitation.objects.create(
        shop=lead.shop,
        person=about,
        role=about.role,
        digest=digest_of(code),
        made_by=lead,
        expires_at=timezone.now() + RESET_FOR,
    )
    note(lead.shop, lead, about, f"reset the password of {about.username}")
    return code


def still_open() -> "QuerySet[Invitation]":
    """Return the invitations that let somebody in now."""
    return Invitation.objects.filter(
        used_at=None, withdrawn_at=None, expires_at__gt=timezone.now()
    ).select_related("shop", "person", "made_by")


def invitation_of(code: str) -> Invitation:
    """Return the open invitation of a code; Refused where there is none."""
    found = still_open().filter(digest=digest_of(code)).first()
    if found is None:
        raise Refused("code", CLOSED, 404)
    return found


@transaction.atomic
def join(code: str, new: Person, password: str) -> Person:
    """Let somebody in by a code: as somebody new, or with a new password; a code is used once.

    Parameters
    ----------
    code : str
        As it was typed.
    new : Person
        Name and names of somebody new; unread where the code is of somebody who is known.
    password : str
        The one chosen.
    """
    invitation = invitation_of(code)
    # Of two at once, one is in.
    if not still_open().filter(pk=invitation.pk).update(used_at=timezone.now()):
        raise Refused("code", CLOSED, 404)
    person = invitation.person
    if person is None:
        new.shop, new.role = invitation.shop, invitation.role
        _create(new, password)
        note(invitation.shop, new, new, f"joined as {new.username}, {new.role}")
        return new
    _put_password(person, password)
    note(invitation.shop, person, person, "chose a new password")
    return person


@transaction.atomic
def withdraw(lead: Person, invitation_id: int) -> None:
    """Close an invitation that nobody used."""
    there = get_object_or_404(Invitation, pk=invitation_id, shop=lead.shop_id)
    if still_open().filter(pk=there.pk).update(withdrawn_at=timezone.now()):
        note(lead.shop, lead, there.person, f"withdrew the code for a {there.role}")


@transaction.atomic
def change_role(lead: Person, about: Person, role: Person.Role) -> None:
    """Give somebody another role; the shop keeps a lead."""
    before = about.role
    if before == role:
        return
    if role != Person.Role.LEAD:
        _leave_a_lead(about)
    about.role = role
    about.save(update_fields=["role"])
    note(lead.shop, lead, about, f"made {about.username} a {role}, {before} before")


@transaction.atomic
def send_off(lead: Person, about: Person) -> None:
    """Let somebody in no more; what they did stays theirs on the record."""
    if not about.is_active:
        return
    _leave_a_lead(about)
    about.is_active = False
    about.save(update_fields=["is_active"])
    sessions.end(about.signed_in.all())
    still_open().filter(person=about).update(withdrawn_at=timezone.now())
    note(lead.shop, lead, about, f"{about.username} is no longer with the shop")


@transaction.atomic
def take_back(lead: Person, about: Person) -> None:
    """Let somebody in again who was with the shop before."""
    if about.is_active:
        return
    about.is_active = True
    about.save(update_fields=["is_active"])
    note(lead.shop, lead, about, f"took {about.username} back")


@transaction.atomic
def end_session(lead: Person, signed_in_id: int) -> None:
    """End one session of somebody of the shop."""
    there = get_object_or_404(SignedIn, pk=signed_in_id, person__shop=lead.shop_id)
    sessions.end(SignedIn.objects.filter(pk=there.pk))
    name = there.person.username
    note(lead.shop, lead, there.person, f"signed {name} out of {there.device}")


@transaction.atomic
def change_password(person: Person, password: str) -> None:
    """Give oneself another password; every session of theirs ends with it."""
    _put_password(person, password)
    note(person.shop, person, person, "changed their own password")


def _leave_a_lead(about: Person) -> None:
    # Two leads who send each other off at once wait here for each other.
    Shop.objects.select_for_update().get(pk=about.shop_id)
    leads = Person.objects.filter(shop=about.shop_id, role=Person.Role.LEAD, is_active=True)
    if not leads.exclude(pk=about.pk).exists():
        raise Refused("role", "A shop keeps a lead: make somebody else one first.", 409)


def _create(new: Person, password: str) -> None:
    try:
        new.username_validator(new.username)
    except ValidationError:
        message = "Sign-in names are letters, digits and . + - _ @ without spaces."
        raise Refused("username", f"Read “{new.username[:40]}”. {message}", 422) from None
    taken = f"There is a “{new.username}” already; choose another name to sign in with."
    if Person.objects.filter(username__iexact=new.username).exists():
        raise Refused("username", taken, 409)
    _check_password(password, new)
    new.set_password(password)
    try:
        with transaction.atomic():
            new.save()
    except IntegrityError:
        # Somebody else took it in this very moment.
        raise Refused("username", taken, 409) from None


def _put_password(person: Person, password: str) -> None:
    _check_password(password, person)
    person.set_password(password)
    person.save(update_fields=["password"])
    sessions.end(person.signed_in.all())


def _check_password(password: str, person: Person) -> None:
    try:
        validate_password(password, person)
    except ValidationError as error:
        raise Refused("password", " ".join(error.messages), 422) from None
