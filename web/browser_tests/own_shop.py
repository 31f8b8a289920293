"""A demo shop of a test's own, copied from the first one with numbers of its own.

Shops are apart by design, so tests are too: nothing is emptied between them, and what a page that
was just closed still asks for finds its shop as it left it.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import dataclass
from typing import TypeVar

from django.apps import apps
from django.db import connection, transaction
from django.db.models import Field, ForeignKey, Model, QuerySet

from shops.models import Shop

#: Numbers of a shop's rows: copied ones are below the half of this, new ones above.
ROWS_A_SHOP = 1_000_000
#: What counts tries and sessions is nobody's; the queue of work and the kinds of model are all's.
_NOT_A_SHOP_S = {"sessions", "axes", "contenttypes", "auth", "procrastinate"}

M = TypeVar("M", bound=Model)
_numbers = itertools.count(1)


@dataclass(frozen=True)
class OwnShop:
    """One copy of the demo shop; its rows have numbers from ``first`` on."""

    first: int

    @property
    def shop(self) -> Shop:
        return self.rows(Shop).get()

    def rows(self, model: type[M]) -> QuerySet[M]:
        """Return the rows of a model that are this shop's."""
        return model._default_manager.filter(pk__gte=self.first, pk__lt=self.first + ROWS_A_SHOP)


def copied_shop() -> OwnShop:
    """Copy the demo shop; people and shops before it lose the names that its own now bear."""
    shop = OwnShop(next(_numbers) * ROWS_A_SHOP)
    with transaction.atomic(), connection.cursor() as cursor:
        # Rows of one statement may stand on rows of a later one until the end.
        cursor.execute("SET CONSTRAINTS ALL DEFERRED")
        # What was tried and worked out is known by its content, whichever shop asked for it.
        for table in ("axes_accessattempt", "calmaxle_cache", "tasks_task"):
            cursor.execute(f"DELETE FROM {table}")
        cursor.execute("UPDATE shops_shop SET name = name || '~' || id WHERE name NOT LIKE '%~%'")
        cursor.execute(
            "UPDATE shops_person SET username = username || '~' || id WHERE username NOT LIKE '%~%'"
        )
        for model in _models():
            _copy_rows(cursor, model, shop.first)
        _number_new_rows(cursor, shop.first + ROWS_A_SHOP // 2)
    return shop


def _models() -> Iterator[type[Model]]:
    for model in apps.get_models(include_auto_created=True):
        if model._meta.managed and model._meta.app_label not in _NOT_A_SHOP_S:
            yield model


def _copy_rows(cursor: object, model: type[Model], first: int) -> None:
    fields = model._meta.local_concrete_fields
    columns = ", ".join(f'"{field.column}"' for field in fields)
    values = ", ".join(_value(field, first) for field in fields)
    table = model._meta.db_table
    cursor.execute(  # type: ignore[attr-defined]
        f'INSERT INTO "{table}" ({columns}) SELECT {values} FROM "{table}" WHERE id < {ROWS_A_SHOP}'
    )


def _value(field: Field, first: int) -> str:
    """Return what stands in a column of the copy."""
    column = f'"{field.column}"'
    if (field.model._meta.label, field.name) in _NAMES:
        return f"split_part({column}, '~', 1)"
    shifts = field.primary_key or (isinstance(field, ForeignKey) and _is_copied(field))
    return f"{column} + {first}" if shifts else column


#: Names that one row alone may bear.
_NAMES = {("shops.Shop", "name"), ("shops.Person", "username")}


def _is_copied(field: ForeignKey) -> bool:
    return field.related_model._meta.app_label not in _NOT_A_SHOP_S


def _number_new_rows(cursor: object, first: int) -> None:
    sequences = ", ".join(
        f"setval(pg_get_serial_sequence('\"{model._meta.db_table}\"', 'id'), {first})"
        for model in _models()
    )
    cursor.execute(f"SELECT {sequences}")  # type: ignore[attr-defined]
