"""Which kinds of work there are. An app says so where the work is; core does it."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import TypeAlias

#: Told how many of how many steps are done and what is begun; raises where a stop was asked for.
Progress: TypeAlias = Callable[[int, int, str], None]
#: From what was asked to the answer.
Work: TypeAlias = Callable[[bytes, Progress], bytes]


@dataclass(frozen=True)
class Kind:
    """A kind of work: what whoever waits reads, and what does it."""

    name: str
    words: str
    work: Work
    #: Modules that take long to load; a worker has them before it begins.
    loads: tuple[str, ...] = ()


KINDS: dict[str, Kind] = {}


def kind(name: str, words: str, loads: tuple[str, ...] = ()) -> Callable[[Work], Kind]:
    """Declare a function to be a kind of work."""

    def declare(work: Work) -> Kind:
        KINDS[name] = Kind(name, words, work, loads)
        return KINDS[name]

    return declare


class StoppedError(Exception):
    """Somebody asked for a stop, or another has the work in hand."""


class MovedError(Exception):
    """What was asked about is not what it was; ask anew."""
