"""Writing the next version of a document, or refusing because somebody else did first."""

from collections.abc import Callable
from typing import Any

from django.db import models, transaction

from history.models import Revision, Versioned
from shops.models import Person


class StaleError(Exception):
    """The document has moved on since it was read."""

    def __init__(self, place: str, current_version: int) -> None:
        super().__init__("Somebody else changed this sheet meanwhile.")
        self.place = place
        self.current_version = current_version


def write_next(
    owner: Versioned,
    revisions: "models.Manager[Any]",
    base_version: int,
    place: str,
    typed: str,
    person: Person,
    change: Callable[[Versioned], Any],
) -> None:
    """Put the next version of a document into the database, all of it or nothing.

    ``change`` is called with the locked row, sets the new document on it and returns the
    document as plain data. Raises StaleError unless ``base_version`` is the current one.
    """
    with transaction.atomic():
        locked = type(owner)._default_manager.select_for_update().get(pk=owner.pk)
        if locked.version != base_version:
            raise StaleError(place, locked.version)
        document = change(locked)
        locked.version += 1
        locked.save()
        revisions.create(
            version=locked.version, document=document, place=place, typed=typed, person=person
        )


def document_at(revisions: "models.Manager[Any]", version: int) -> Any:
    """Return the document as it was in one version; Revision.DoesNotExist if never."""
    found: Revision = revisions.get(version=version)
    return found.document
