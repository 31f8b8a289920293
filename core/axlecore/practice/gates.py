"""Gates: what stands between a station and the next."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from axlecore.practice.checks import (
    Check,
    Papers,
    build_checks,
    choose_checks,
    drive_checks,
    fit_checks,
    hand_over_checks,
    listen_checks,
    look_checks,
    weigh_checks,
)
from axlecore.practice.stations import STATIONS_OF, Station, next_station
from axlecore.quantities.measure import Record

#: What each station's gate asks, a row a station.
CHECKS: dict[Station, Callable[[Papers], Iterator[Check]]] = {
    Station.LISTEN: listen_checks,
    Station.WEIGH: weigh_checks,
    Station.LOOK: look_checks,
    Station.CHOOSE: choose_checks,
    Station.FIT: fit_checks,
    Station.BUILD: build_checks,
    Station.DRIVE: drive_checks,
    Station.HAND_OVER: hand_over_checks,
}


@dataclass(frozen=True)
class Gate(Record):
    """What stands between a station and the next.

    Attributes
    ----------
    station : Station
        Which station.
    next : Station or None
        Where the job goes on to; None at the end of its line.
    checks : list of Check
        What must be true.
    open : bool
        Every check is met.
    overridable : bool
        What is not met may be overridden by a lead with a reason.
    held : str
        Why the job cannot go on from here yet, whoever asks and whatever the reason: it has not
        come here, or an earlier station stops it. Empty where nothing holds it.
    """

    station: Station
    next: Station | None
    checks: list[Check]
    open: bool
    overridable: bool
    held: str


def gates(papers: Papers) -> list[Gate]:
    """Return the gates of the stations a job walks.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    found: list[Gate] = []
    order = list(Station)
    stopped = ""
    for station in STATIONS_OF[papers.kind]:
        checks = list(CHECKS[station](papers))
        come = order.index(station) <= order.index(papers.station)
        held = "" if come else f"The job stands at {papers.station.label}; go on from there first."
        found.append(
            Gate(
                station=station,
                next=next_station(papers.kind, station),
                checks=checks,
                open=all(check.met for check in checks),
                overridable=all(check.met or not check.stop for check in checks),
                held=stopped or held,
            )
        )
        stop = next((check for check in checks if check.stop and not check.met), None)
        if stop is not None and not stopped:
            stopped = f"{station.label} holds a stop. Not met: {stop.text} Settle that first."
    return found
