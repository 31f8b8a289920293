"""Turns that are held in the database, for every worker and server alike, by a name."""

import hashlib

from django.db import connection


def wait_for_turn(name: str) -> None:
    """Hold what a name stands for until the transaction ends, once nobody else does."""
    _ask("SELECT pg_advisory_xact_lock(%s)", name)


def turn_is_free(name: str) -> bool:
    """Hold what a name stands for until the transaction ends; False where somebody else does."""
    return bool(_ask("SELECT pg_try_advisory_xact_lock(%s)", name))


def _ask(sql: str, name: str) -> object:
    number = int.from_bytes(hashlib.sha256(name.encode()).digest()[:8], signed=True)
    with connection.cursor() as cursor:
        cursor.execute(sql, [number])
        return cursor.fetchone()[0]
