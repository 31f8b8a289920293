"""The papers of a job: what each holds, at which station it is written, and who may write what.

One row a paper. Names in the database, shapes over HTTP and the web's types follow from here.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from types import MappingProxyType

from axlecore.build.edits import PlanEdits
from axlecore.fitup.arrival import Arrival
from axlecore.fitup.sheet import Fitting
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver, rated_by_themselves
from axlecore.practice.stations import Station
from axlecore.practice.target import Target
from axlecore.quantities.measure import Record


class PaperName(StrEnum):
    """Papers besides the sheet and the set-up."""

    COMPLAINT = "complaint"
    LOOK_OVER = "look_over"
    TARGET = "target"
    FITTING = "fitting"
    ARRIVAL = "arrival"
    PLAN = "plan"


def _as_changed(_before: Record, after: Record) -> Record:
    return after


def _look_over(before: Record, after: Record) -> Record:
    assert isinstance(before, LookOver)
    assert isinstance(after, LookOver)
    return rated_by_themselves(before, after)


@dataclass(frozen=True)
class PaperKind:
    """What a paper is.

    Attributes
    ----------
    record : type
        What it holds; it starts as this record with nothing said.
    station : Station
        Where it is written, and whose gate asks for it.
    lead_only : mapping of str to str
        Fields that only a lead changes, with what is said to others.
    settled : callable
        From the paper before and after a change, how it stands: what else the change means on it.
    """

    record: type[Record]
    station: Station
    lead_only: Mapping[str, str] = field(default_factory=dict)
    settled: Callable[[Record, Record], Record] = _as_changed


PAPERS: Mapping[PaperName, PaperKind] = MappingProxyType(
    {
        PaperName.COMPLAINT: PaperKind(Complaint, Station.LISTEN),
        PaperName.LOOK_OVER: PaperKind(LookOver, Station.LOOK, settled=_look_over),
        PaperName.TARGET: PaperKind(Target, Station.CHOOSE),
        PaperName.FITTING: PaperKind(
            Fitting,
            Station.FIT,
            {"torque_reasons": "Only a lead confirms a torque that would stop. Ask one."},
        ),
        PaperName.ARRIVAL: PaperKind(Arrival, Station.FIT),
        PaperName.PLAN: PaperKind(
            PlanEdits,
            Station.BUILD,
            dict.fromkeys(
                ("added", "struck", "moved", "split"), "Only a lead changes the plan. Ask one."
            ),
        ),
    }
)

#: Which paper holds a record.
PAPER_OF: Mapping[type[Record], PaperName] = MappingProxyType(
    {kind.record: name for name, kind in PAPERS.items()}
)


def only_leads_change(name: PaperName, before: Record, after: Record) -> str:
    """Return what is said to whoever is no lead and changes a paper so; empty where they may.

    Parameters
    ----------
    name : PaperName
        Which paper.
    before, after : Record
        As it stands, and as it would stand. How it got there does not matter: what a lead took
        back comes back by a lead alone.
    """
    for held, message in PAPERS[name].lead_only.items():
        if getattr(before, held) != getattr(after, held):
            return message
    return ""
