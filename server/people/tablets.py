"""Tablets of the shop, handed on by a short number, so that the record says who did what."""

import secrets

from django.contrib.auth.hashers import check_password, make_password
from django.db import transaction
from django.shortcuts import get_object_or_404

from people import sessions
from people.codes import secret_digest
from people.models import Pin, Tablet
from people.record import note
from shops.errors import Refused
from shops.models import Person

#: Wrong in a row, and a number is good for nothing until its person sets another.
MOST_FAILURES = 5
_SHORTEST, _LONGEST = 4, 6
_IN_ORDER = ("0123456789", "9876543210")


@transaction.atomic
def make_tablet(lead: Person, name: str) -> tuple[Tablet, str]:
    """Make a device the shop's; return it with the secret that the device keeps."""
    name = name.strip()
    if not name:
        raise Refused("name", "Give the tablet a name, such as “Bay 1”.", 422)
    secret = secrets.token_urlsafe(32)
    tablet, made = Tablet.objects.get_or_create(
        shop=lead.shop, name=name, defaults={"digest": secret_digest(secret)}
    )
    if not made:
        raise Refused("name", f"There is a tablet “{name}” already; give it another name.", 409)
    note(lead.shop, lead, None, f"made a device the shop's tablet “{name}”")
    return tablet, secret


@transaction.atomic
def drop_tablet(lead: Person, tablet_id: int) -> None:
    """Let a device be the shop's no more; whoever is signed in there is signed out."""
    tablet = get_object_or_404(Tablet, pk=tablet_id, shop=lead.shop_id)
    sessions.end(tablet.signed_in.all())
    note(lead.shop, lead, None, f"“{tablet.name}” is no tablet of the shop any more")
    tablet.delete()


def tablet_of(secret: str) -> Tablet | None:
    """Return the tablet that a device is by what it keeps; None where it is none."""
    if not secret:
        return None
    found = Tablet.objects.filter(digest=secret_digest(secret))
    return found.select_related("shop").first()


def who_may_take(tablet: Tablet) -> list[Person]:
    """Return who can be handed a tablet: people of its shop who have a number."""
    people = Person.objects.filter(shop=tablet.shop_id, is_active=True)
    return list(people.filter(pin__failures__lt=MOST_FAILURES).order_by("first_name", "username"))


def take(tablet: Tablet, person_id: int, number: str) -> Person:
    """Return who takes a tablet by their number; Refused where it is not theirs."""
    with transaction.atomic():
        people = Person.objects.filter(shop=tablet.shop_id, is_active=True)
        person = get_object_or_404(people, pk=person_id)
        # Tries at once are counted one by one.
        pin = Pin.objects.select_for_update().filter(person=person).first()
        if pin is None or pin.failures >= MOST_FAILURES:
            message = "This number is closed. Sign in with your password and set another."
            raise Refused("number", message, 403)
        right = check_password(number, pin.hash)
        pin.failures = 0 if right else pin.failures + 1
        pin.save(update_fields=["failures"])
    if not right:
        left = MOST_FAILURES - pin.failures
        raise Refused("number", f"That is not the number; {left} more tries.", 401)
    return person


@transaction.atomic
def set_number(person: Person, number: str) -> None:
    """Give oneself a number for the shop's tablets."""
    if not (number.isascii() and number.isdigit() and _SHORTEST <= len(number) <= _LONGEST):
        raise Refused("number", f"Choose {_SHORTEST} to {_LONGEST} digits.", 422)
    if len({*number}) == 1 or any(number in digits for digits in _IN_ORDER):
        raise Refused("number", "Choose one that nobody tries first: not 0000 or 1234.", 422)
    kept = {"hash": make_password(number), "failures": 0}
    Pin.objects.update_or_create(person=person, defaults=kept)
    note(person.shop, person, person, "set their number for the shop's tablets")
