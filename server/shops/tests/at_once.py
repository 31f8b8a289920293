"""Several pieces of work at the very same time, each in a thread and a connection of its own."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import TypeVar

from django.db import connection

R = TypeVar("R")


def at_once(*works: Callable[[], R]) -> list[R]:
    """Start every piece of work together; return what they returned, in the order given.

    A piece of work that fails fails the test with its own error.
    """
    ready = threading.Barrier(len(works), timeout=30)
    found: dict[int, R] = {}
    failed: list[BaseException] = []

    def run(index: int, work: Callable[[], R]) -> None:
        try:
            ready.wait()
            found[index] = work()
        except BaseException as error:  # Told to the test, whatever it is.
            failed.append(error)
        finally:
            connection.close()

    threads = [threading.Thread(target=run, args=pair) for pair in enumerate(works)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(timeout=60)
    if failed:
        raise failed[0]
    return [found[index] for index in range(len(works))]
