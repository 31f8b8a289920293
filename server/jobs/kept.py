"""Answers kept by what they were worked out from, so that nothing is worked out twice."""

from collections import OrderedDict
from collections.abc import Callable
from threading import Lock
from typing import Any, Generic, TypeVar

from shops.digest import digest_of

T = TypeVar("T")


class Kept(Generic[T]):
    """The last answers to one kind of question, by the content of the question.

    By content, not by version: a version whose transaction was undone may come again with
    another content.

    Parameters
    ----------
    most : int
        Answers kept; the one not asked for longest goes first.
    """

    def __init__(self, most: int) -> None:
        self._most = most
        self._found: OrderedDict[str, T] = OrderedDict()
        self._lock = Lock()

    def answer(self, question: Any, work: Callable[[], T]) -> T:
        """Return the kept answer to a question given as plain data, or work it out."""
        key = digest_of(question)
        with self._lock:
            if key in self._found:
                self._found.move_to_end(key)
                return self._found[key]
        found = work()
        with self._lock:
            self._found[key] = found
            while len(self._found) > self._most:
                self._found.popitem(last=False)
        return found
