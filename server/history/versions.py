"""Writing the next version of a document, or refusing because somebody else did first."""

from collections.abc import Callable
from typing import Any

from django.db import models

from history.models import Revision, Versioned
from shops.models import Person


class StaleError(Exception):
    """What is written on has moved on since it was read."""

    def __init__(self, place: str, current_version: int) -> None:
        super().__init__("Somebody else changed this meanwhile.")
        self.place = place
        self.current_version = current_version


def check_version(current: int, base_version: int, place: str) -> None:
    """Raise StaleError unless what was read is what stands."""
    if current != base_version:
        raise StaleError(place, current)


def write_next(
    row: Versioned,
    revisions: "models.Manager[Any]",
    base_version: int,
    place: str,
    typed: str,
    person: Person,
    change: Callable[[], Any],
) -> None:
    """Put the next version of a document into the database. Call with the row locked.

    ``change`` sets the new document on the row and returns it as plain data; it is not called
    where ``base_version`` is not the current one (StaleError).
    """
    check_version(row.version, base_version, place)
    document = change()
    row.version += 1
    row.save()
    revisions.create(
        version=row.version, document=document, place=place, typed=typed, person=person
    )


def document_at(revisions: "models.Manager[Any]", version: int) -> Any:
    """Return the document as it was in one version; Revision.DoesNotExist if never."""
    found: Revision = revisions.get(version=version)
    return found.document
