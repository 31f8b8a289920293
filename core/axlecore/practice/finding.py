"""A finding: one thing the rules say, with its reason and what to do."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from axlecore.quantities.measure import Record
from axlecore.vehicle.loads import LoadKey


class Kind(StrEnum):
    """How grave a finding is, mildest first."""

    NOTE = "note"
    WATCH = "watch"
    FIX = "fix"
    STOP = "stop"


class Topic(StrEnum):
    """What a finding is about, where a gate asks."""

    RATINGS = "ratings"
    DECISION = "decision"
    OTHER = "other"


@dataclass(frozen=True)
class Finding(Record):
    """One thing the numbers say.

    Attributes
    ----------
    rule : str
        Identifier of the rule.
    kind : Kind
        How grave.
    what, why, todo : str
        Sentences: the thing, its reason with numbers, what to do.
    formula : str
        The working with this job's own numbers.
    place : str or None
        Path of the input behind it; on the set-up if it starts with ``set_up.``.
    state : LoadKey or None
        Load state it belongs to; None for all.
    topic : Topic
        What it is about.
    """

    rule: str
    kind: Kind
    what: str
    why: str
    todo: str
    formula: str
    place: str | None = None
    state: LoadKey | None = None
    topic: Topic = Topic.OTHER


_GRAVEST_FIRST = {kind: -rank for rank, kind in enumerate(Kind)}


def gravest_first(found: Iterable[Finding]) -> list[Finding]:
    """Return findings with stops on top, notes last, else in the order given.

    Parameters
    ----------
    found : iterable of Finding
        Any.
    """
    return sorted(found, key=lambda finding: _GRAVEST_FIRST[finding.kind])
