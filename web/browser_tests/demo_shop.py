"""The demo shop as every test finds it: loaded once a database, then copied in."""

from __future__ import annotations

from django.apps import apps
from django.core.management import call_command
from django.core.management.color import no_style
from django.db import OperationalError, connection, transaction
from django.db.models import Model

#: Beside the tables that a test's end empties.
_KEPT = "demo_template"


def put_in_demo_shop() -> None:
    """Fill the empty database with the demo shop."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT 1 FROM information_schema.schemata WHERE schema_name = %s", [_KEPT])
        kept = cursor.fetchone() is not None
    if kept:
        _copied_in()
    else:
        call_command("load_demo", verbosity=0)
        _keep()


def _copied_in() -> None:
    """Copy the shop in; a page that was just closed may still have a question on its way."""
    for tries_left in (2, 1, 0):
        try:
            return _copy_in()
        except OperationalError:
            if not tries_left:
                raise
    return None


def _models() -> list[type[Model]]:
    """Models of ours; what waits in the worker's line is no part of a shop."""
    return [one for one in apps.get_models(include_auto_created=True) if one._meta.managed]


def _tables() -> list[str]:
    """Tables of the models; sessions come and go with the tests."""
    return sorted({model._meta.db_table for model in _models()} - {"django_session"})


def _keep() -> None:
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.execute(f"CREATE SCHEMA {_KEPT}")
        for table in _tables():
            cursor.execute(f'CREATE TABLE {_KEPT}."{table}" AS TABLE "{table}"')


def _copy_in() -> None:
    with transaction.atomic(), connection.cursor() as cursor:
        # Foreign keys are checked at the end, so the tables may come in any order.
        for table in _tables():
            cursor.execute(f'DELETE FROM "{table}"')
        for table in _tables():
            cursor.execute(f'INSERT INTO "{table}" SELECT * FROM {_KEPT}."{table}"')
        for statement in connection.ops.sequence_reset_sql(no_style(), _models()):
            cursor.execute(statement)
