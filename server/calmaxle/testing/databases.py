"""Databases of the tests' cluster, made, copied and dropped by name."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import psycopg
from django.db import connection
from psycopg import sql


@contextmanager
def maintenance() -> Iterator[psycopg.Connection[Any]]:
    """Return a connection that makes and drops databases, whatever the tests' own is doing."""
    settings = connection.settings_dict
    with psycopg.connect(
        host=settings["HOST"],
        port=settings["PORT"],
        user=settings["USER"],
        password=settings["PASSWORD"],
        dbname="postgres",
        autocommit=True,
    ) as database:
        yield database


def exists(name: str) -> bool:
    """Return whether a database of this name is there."""
    with maintenance() as database:
        found = database.execute("SELECT 1 FROM pg_database WHERE datname = %s", [name]).fetchone()
    return found is not None


def copy(template: str, name: str) -> None:
    """Make a database a copy of another that nobody is connected to, in place of what there was."""
    with maintenance() as database:
        database.execute(_statement("DROP DATABASE IF EXISTS {} WITH (FORCE)", name))
        # File by file is quicker than through the log for databases as small as these.
        database.execute(
            _statement("CREATE DATABASE {} TEMPLATE {} STRATEGY file_copy", name, template)
        )


def rename(name: str, to: str) -> None:
    """Rename a database."""
    with maintenance() as database:
        database.execute(_statement("ALTER DATABASE {} RENAME TO {}", name, to))


def drop_others(prefix: str, keep: str) -> None:
    """Drop the databases of a prefix but one: templates of earlier states of the code."""
    with maintenance() as database:
        names = database.execute(
            "SELECT datname FROM pg_database WHERE starts_with(datname, %s) AND datname <> %s",
            [prefix, keep],
        ).fetchall()
        for (name,) in names:
            database.execute(_statement("DROP DATABASE IF EXISTS {} WITH (FORCE)", name))


def _statement(words: str, *names: str) -> sql.Composed:
    return sql.SQL(words).format(*map(sql.Identifier, names))
