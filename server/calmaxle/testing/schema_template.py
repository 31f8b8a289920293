"""The tests' empty database: migrated once for each state of the migrations, then copied."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import connection

from calmaxle.testing import databases
from calmaxle.testing.source_digest import source_digest

PREFIX = "schema_template_"


def schema_template() -> str:
    """Return the template's name; it is there once the tests' databases are set up."""
    migrations = settings.ROOT.glob("server/*/migrations/*.py")
    return PREFIX + source_digest([*migrations, settings.ROOT / "requirements.txt"])


def _test_settings() -> dict[str, Any]:
    found: dict[str, Any] = connection.settings_dict["TEST"]
    return found


def use_schema_template() -> None:
    """Have the database of the tests copied from the template where there is one."""
    if databases.exists(schema_template()):
        _test_settings()["TEMPLATE"] = schema_template()


def keep_schema_template() -> None:
    """Keep the database of the tests as it was just made, for the next run."""
    if _test_settings().get("TEMPLATE") == schema_template():
        return
    test_database = str(connection.settings_dict["NAME"])
    # Nobody may be connected to what is copied.
    connection.close()
    databases.copy(test_database, schema_template())
    databases.drop_others(PREFIX, keep=schema_template())
