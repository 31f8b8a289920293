"""Requests of people who are signed in, and what they may do."""

from django.http import HttpRequest

from shops.errors import Refused
from shops.models import Person


class PersonRequest(HttpRequest):
    """A request behind the sign-in; only for type checking."""

    user: Person


def only_a_lead(person: Person, message: str) -> None:
    """Refuse in these words whoever is no lead."""
    if person.role != Person.Role.LEAD:
        raise Refused("role", message, status=403)


def writer(request: PersonRequest) -> Person:
    """Return who is asking, if their role may change records; else refuse."""
    if not request.user.may_write:
        raise Refused("role", "You can look but not change anything; ask the lead.", status=403)
    return request.user
