"""Kinds of job, the stations each walks, and what must be true before it goes on."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from functools import cached_property

from axlecore.fitup.arrival import Result
from axlecore.fitup.sheet import AxleFit, Fitting
from axlecore.practice.consequences import Consequences, consequences
from axlecore.practice.finding import Finding, Kind
from axlecore.practice.fitting import FitStation
from axlecore.practice.listen import Complaint, Verdict
from axlecore.practice.look import LookOver, Rating, parts_to_see
from axlecore.quantities.measure import Known, Measured, Record
from axlecore.vehicle.ends import End, Side
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle


class Station(StrEnum):
    """Stops along the line, in order."""

    LISTEN = "listen"
    WEIGH = "weigh"
    LOOK = "look"
    CHOOSE = "choose"
    FIT = "fit"
    BUILD = "build"
    DRIVE = "drive"
    HAND_OVER = "hand_over"

    @property
    def label(self) -> str:
        """Its name on a page."""
        return self.value.replace("_", " ").capitalize()


class JobKind(StrEnum):
    """What a job is about."""

    UPGRADE = "upgrade"
    RENEW_LINKS = "renew_links"
    RENEW_BUSHINGS = "renew_bushings"
    BROKEN_BAR = "broken_bar"
    LINK_LENGTH = "link_length"
    RECHECK = "recheck"


_S = Station
#: Nobody weighs a vehicle to renew a link; whoever wants to, makes it an upgrade.
STATIONS_OF: dict[JobKind, tuple[Station, ...]] = {
    JobKind.UPGRADE: tuple(Station),
    JobKind.RENEW_LINKS: (_S.LISTEN, _S.LOOK, _S.BUILD, _S.DRIVE, _S.HAND_OVER),
    JobKind.RENEW_BUSHINGS: (_S.LISTEN, _S.LOOK, _S.BUILD, _S.DRIVE, _S.HAND_OVER),
    JobKind.BROKEN_BAR: (_S.LISTEN, _S.LOOK, _S.CHOOSE, _S.FIT, _S.BUILD, _S.DRIVE, _S.HAND_OVER),
    JobKind.LINK_LENGTH: (_S.LISTEN, _S.LOOK, _S.FIT, _S.BUILD, _S.DRIVE, _S.HAND_OVER),
    JobKind.RECHECK: (_S.LOOK, _S.DRIVE, _S.HAND_OVER),
}

#: Stations whose gates are built; the others are not yet open.
BUILT = (_S.LISTEN, _S.WEIGH, _S.LOOK, _S.CHOOSE, _S.FIT)


@dataclass(frozen=True)
class Check(Record):
    """One thing that must be true before a job goes on.

    Attributes
    ----------
    key : str
        Identifier of the rule.
    text : str
        What must be true, in words.
    met : bool
        Whether it is.
    stop : bool
        A stop for safety: no reason overrides it.
    place : str
        Path of what would make it true.
    """

    key: str
    text: str
    met: bool
    stop: bool
    place: str


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


@dataclass(frozen=True)
class Papers:
    """All that the gates of a job look at.

    Attributes
    ----------
    kind : JobKind
        What the job is about.
    vehicle : Vehicle
        The measured sheet.
    complaint : Complaint
        What the owner said.
    look : LookOver
        What was seen.
    findings : sequence of Finding
        What the numbers say, for their stops and for what no longer holds.
    decided : bool
        Whether a choice is recorded.
    set_up : SetUp
        What is chosen.
    fitting : Fitting
        The fit-up sheet.
    fit : FitStation or None
        What it comes to; None where nobody has begun it.
    station : Station
        Where the job stands.
    """

    kind: JobKind
    vehicle: Vehicle
    complaint: Complaint
    look: LookOver
    findings: Sequence[Finding] = ()
    decided: bool = False
    set_up: SetUp = SetUp()
    fitting: Fitting = field(default_factory=Fitting)
    fit: FitStation | None = None
    station: Station = Station.HAND_OVER

    @cached_property
    def seen(self) -> Consequences:
        """What follows from the look-over."""
        return consequences(self.vehicle, self.look)

    @property
    def stops(self) -> list[Finding]:
        """Findings that stop."""
        return [finding for finding in self.findings if finding.kind is Kind.STOP]


_UNREAD = (Known.DEFAULT, Known.ESTIMATED)


def _read(*numbers: Measured | None) -> bool:
    return all(number is not None and number.known not in _UNREAD for number in numbers)


def _listen_checks(papers: Papers) -> Iterator[Check]:
    complaint = papers.complaint
    yield Check(
        "said",
        "The complaint is written in the owner's words.",
        bool(complaint.words.strip()),
        False,
        "words",
    )
    if papers.kind is JobKind.UPGRADE:
        felt = any(value != "none" for value in vars(complaint.symptoms).values())
        yield Check("picked", "What is felt is picked on the journey.", felt, False, "symptoms")
        yield Check(
            "cure",
            "Whether a bar will cure it is accepted, or overridden with a reason.",
            complaint.verdict is not Verdict.OPEN,
            False,
            "verdict",
        )


def _weigh_checks(papers: Papers) -> Iterator[Check]:
    vehicle = papers.vehicle
    ready = vehicle.state(LoadKey.TRIP_READY) or vehicle.load_states[0]
    at = vehicle.load_states.index(ready)
    axles_weighed = all(
        all(not side.typed.startswith("class") and side.known is not Known.DEFAULT for side in pair)
        for pair in (
            (ready.front_left_kg, ready.front_right_kg),
            (ready.rear_left_kg, ready.rear_right_kg),
        )
    )
    yield Check(
        "weighed",
        "Both axles are weighed, trip-ready.",
        axles_weighed,
        False,
        f"load_states.{at}.front_left_kg",
    )
    rated = _read(vehicle.front.rating_kg, vehicle.rear.rating_kg, vehicle.rating_kg)
    yield Check(
        "rated", "The three ratings are read from the plates.", rated, False, "front.rating_kg"
    )
    over = [stop for stop in papers.stops if stop.rule.startswith("over_")]
    yield Check(
        "within",
        "No axle, nor the vehicle, is over its rating.",
        not over,
        True,
        over[0].place or "rating_kg" if over else "rating_kg",
    )
    other = [stop for stop in papers.stops if stop not in over]
    yield Check(
        "stands",
        "The numbers describe a vehicle that stands.",
        not other,
        True,
        (other[0].place if other else None) or "wheelbase_m",
    )
    yield Check(
        "sized",
        "Wheelbase and both tracks are measured.",
        _read(vehicle.wheelbase_m, vehicle.front.track_m, vehicle.rear.track_m),
        False,
        "wheelbase_m",
    )
    height = ready.centre_of_gravity_height_m
    yield Check(
        "centred",
        "The centre of gravity's height is more than a class default.",
        height.known is not Known.DEFAULT,
        False,
        f"load_states.{at}.centre_of_gravity_height_m",
    )
    for name in End:
        fitted = vehicle.of_end(name).standard_bar
        if fitted is not None:
            yield Check(
                f"{name}_bar",
                f"The {name} bar's diameter is read with a caliper.",
                _read(fitted.bar.outside_diameter_m),
                False,
                f"{name}.standard_bar.bar.outside_diameter_m",
            )


def _look_checks(papers: Papers) -> Iterator[Check]:
    parts = parts_to_see(papers.vehicle)
    unseen = [part for part in parts if papers.look.of(part.key).rating is Rating.UNSEEN]
    yield Check(
        "seen",
        "Every part of the list is looked at.",
        not unseen,
        False,
        f"parts.{unseen[0].key}" if unseen else "rust",
    )
    yield Check("rust", "Rust is rated.", papers.look.rust != "unseen", False, "rust")
    stops = [finding for finding in papers.seen.findings if finding.kind is Kind.STOP]
    yield Check(
        "no_stop",
        "Nothing under the vehicle is a stop.",
        not stops,
        True,
        (stops[0].place if stops else None) or "rust",
    )


def _choose_checks(papers: Papers) -> Iterator[Check]:
    yield Check(
        "decided",
        "The choice is recorded, with the figures it was made by.",
        papers.decided,
        False,
        "decision",
    )
    broken = [found for found in papers.findings if found.rule.startswith("decision_")]
    yield Check(
        "holds",
        "The recorded choice still holds with today's measurements.",
        papers.decided and not broken,
        False,
        "decision",
    )
    yield Check(
        "no_stop",
        "No rating is exceeded, and the vehicle stands.",
        not papers.stops,
        True,
        (papers.stops[0].place if papers.stops else None) or "rating_kg",
    )


def _fit_station_checks(papers: Papers) -> Iterator[Check]:
    yield from fit_checks(papers.kind, papers.set_up, papers.fitting, papers.fit)


def fit_checks(
    kind: JobKind, set_up: SetUp, fitting: Fitting, fit: FitStation | None
) -> Iterator[Check]:
    """Yield what must be true before anything is taken off.

    Parameters
    ----------
    kind : JobKind
        What the job is about: a link's length alone orders no kit.
    set_up : SetUp
        What is chosen.
    fitting : Fitting
        The fit-up sheet.
    fit : FitStation or None
        What it comes to; None where nobody has begun it.
    """
    sheets = {name: sheet for name in End if (sheet := fitting.of_end(name)) is not None}
    begun = list(sheets)
    wanted = [name for name in End if set_up.of_end(name) is not None]
    missing = [name for name in wanted if name not in begun]
    yield Check(
        "fit_begun",
        "The fit-up of every axle that gets a bar or link is done.",
        bool(begun) and not missing,
        False,
        f"fitting.{(missing or wanted or [End.REAR])[0]}",
    )
    unread = [
        f"fitting.{name}.{place}"
        for name, sheet in sheets.items()
        for place, number in _fit_numbers(sheet)
        if not _read(number)
    ]
    yield Check(
        "fit_measured",
        "Holes, links and travel are measured on the vehicle.",
        not unread,
        False,
        unread[0] if unread else "fitting",
    )
    findings = [] if fit is None else fit.findings
    trouble = {} if fit is None else fit.trouble
    stops = [one for one in findings if one.kind is Kind.STOP]
    yield Check(
        "fit_no_stop",
        "No stop in the fit-up: it goes in, hits nothing, carries no axle.",
        not stops and not trouble,
        True,
        (stops[0].place if stops else None) or "fitting",
    )
    fixes = [one for one in findings if one.kind is Kind.FIX]
    yield Check(
        "fit_settled",
        "What the fit-up found to fix is settled.",
        not fixes,
        False,
        (fixes[0].place if fixes else None) or "fitting",
    )
    if kind is not JobKind.LINK_LENGTH:
        stations = {} if fit is None else {name: fit.of_end(name) for name in begun}
        boxes = [(name, one.arrival) for name, one in stations.items() if one is not None]
        left = [
            f"arrival.{name}.{item.place}"
            for name, box in boxes
            for item in box.items
            if item.result is Result.OPEN
        ]
        yield Check(
            "arrived",
            "What came is measured and counted before the old bar comes off.",
            bool(boxes) and not left,
            False,
            left[0] if left else "arrival",
        )


def _fit_numbers(fit: AxleFit) -> Iterator[tuple[str, Measured]]:
    """Numbers that decide the fit, as far as they are picked."""
    for side in Side:
        pick = fit.of_side(side)
        hole, spot = fit.link_holes[pick.link_hole], fit.bar_places[pick.bar_place]
        yield f"link_holes.{pick.link_hole}.forward_m", hole.forward_m
        yield f"link_holes.{pick.link_hole}.height_m", hole.height_m
        yield f"bar_places.{pick.bar_place}.forward_m", spot.forward_m
        yield f"bar_places.{pick.bar_place}.height_m", spot.height_m
        yield f"{side}.link_m", pick.link_m
    yield "bump_m", fit.bump_m
    yield "droop_m", fit.droop_m


_CHECKS: dict[Station, Callable[[Papers], Iterator[Check]]] = {
    Station.LISTEN: _listen_checks,
    Station.WEIGH: _weigh_checks,
    Station.LOOK: _look_checks,
    Station.CHOOSE: _choose_checks,
    Station.FIT: _fit_station_checks,
}


def next_station(kind: JobKind, station: Station) -> Station | None:
    """Return the station a kind of job goes on to; None at the end of its line.

    Parameters
    ----------
    kind : JobKind
        What the job is about.
    station : Station
        Where it is; need not be on its line, since a job may have changed its kind.
    """
    order = list(Station)
    later = [s for s in STATIONS_OF[kind] if order.index(s) > order.index(station)]
    return later[0] if later else None


def gates(papers: Papers) -> list[Gate]:
    """Return the gates of the stations a job walks, those that are built.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    found: list[Gate] = []
    order = list(Station)
    stopped = ""
    for station in STATIONS_OF[papers.kind]:
        if station not in BUILT:
            continue
        checks = list(_CHECKS[station](papers))
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
