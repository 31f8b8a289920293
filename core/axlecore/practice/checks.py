"""What must be true before a job goes on from a station, one function a station."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property

from axlecore.fitup.arrival import Result
from axlecore.fitup.schools import settled
from axlecore.fitup.sheet import AxleFit, Fitting
from axlecore.practice.consequences import Consequences, consequences
from axlecore.practice.finding import Finding, Kind, Topic
from axlecore.practice.fitting import FitStation
from axlecore.practice.listen import Complaint, Verdict
from axlecore.practice.look import Ends, LookOver, Rating, parts_to_see
from axlecore.practice.stations import FIT_SHEETS_OF, FitSheet, JobKind, Station, fit_sheets
from axlecore.quantities.measure import Known, Measured, Record
from axlecore.vehicle.ends import End, Side, Wheel
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle


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
class Built(Record):
    """How far a job is with what is settled at the desk before it takes a bay.

    Attributes
    ----------
    plan_seen : bool
        A lead looked through the plan as it is now.
    parts_here : bool
        All that is ordered is here and passed.
    quote_agreed : bool
        The owner agreed to a quote.
    bay_planned : bool
        It stands on the board.
    """

    plan_seen: bool = False
    parts_here: bool = False
    quote_agreed: bool = False
    bay_planned: bool = False


@dataclass(frozen=True)
class Returned(Record):
    """How far a job is with what has to be true before its owner drives again.

    Attributes
    ----------
    keeps_parked : tuple of str
        What has to be true before it is on the road and is not, in words.
    driven : bool
        Its slow first exit was driven.
    told : bool
        A run after the work says what it did.
    outside_right : bool
        All work given out is back and checked.
    torque_read : bool
        Every joint is on the torque log.
    threads_seen : bool
        Repaired threads were looked at after the first drive; true where none was repaired.
    all_back : bool
        All that came off is back, or on the record as left off.
    odometer_read : bool
        For the re-checks.
    """

    keeps_parked: tuple[str, ...] = ()
    driven: bool = False
    told: bool = False
    outside_right: bool = False
    torque_read: bool = False
    threads_seen: bool = False
    all_back: bool = False
    odometer_read: bool = False


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
    schools : mapping of str to str
        School that holds, by matter.
    built : Built
        What is settled at the desk.
    returned : Returned
        What is true before its owner drives again.
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
    schools: Mapping[str, str] = field(default_factory=lambda: settled({}))
    built: Built = field(default_factory=Built)
    returned: Returned = field(default_factory=Returned)

    @cached_property
    def seen(self) -> Consequences:
        """What follows from the look-over."""
        return consequences(self.vehicle, self.look, self.kind)

    @property
    def stops(self) -> list[Finding]:
        """Findings that stop."""
        return [finding for finding in self.findings if finding.kind is Kind.STOP]


_UNREAD = (Known.DEFAULT, Known.ESTIMATED)


def _read(*numbers: Measured | None) -> bool:
    return all(number is not None and number.known not in _UNREAD for number in numbers)


def listen_checks(papers: Papers) -> Iterator[Check]:
    """Yield what must be said before a vehicle is weighed.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
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


def weigh_checks(papers: Papers) -> Iterator[Check]:
    """Yield what must be known before a choice can be trusted.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    vehicle = papers.vehicle
    ready = vehicle.state(LoadKey.TRIP_READY) or vehicle.load_states[0]
    at = vehicle.load_states.index(ready)
    axles_weighed = all(ready.wheel_kg(wheel).known is not Known.DEFAULT for wheel in Wheel)
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
    over = [stop for stop in papers.stops if stop.topic is Topic.RATINGS]
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


def look_checks(papers: Papers) -> Iterator[Check]:
    """Yield what must be seen before parts are chosen.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    parts = parts_to_see(papers.vehicle, papers.kind, papers.look.ends)
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


def choose_checks(papers: Papers) -> Iterator[Check]:
    """Yield what must be decided before anything is measured for it.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    yield Check(
        "decided",
        "The choice is recorded, with the figures it was made by.",
        papers.decided,
        False,
        "decision",
    )
    broken = [found for found in papers.findings if found.topic is Topic.DECISION]
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


def fit_checks(papers: Papers) -> Iterator[Check]:
    """Yield what must be true before anything is taken off.

    Parameters
    ----------
    papers : Papers
        Of the job. A link's length alone orders no kit.
    """
    set_up, fitting, fit = papers.set_up, papers.fitting, papers.fit
    sheets = {name: sheet for name in End if (sheet := fitting.of_end(name)) is not None}
    begun = list(sheets)
    asked = fit_sheets(papers.kind)
    wanted = [name for name in End if set_up.of_end(name) is not None]
    touched = papers.look.ends
    if not wanted and papers.kind in FIT_SHEETS_OF and touched is not Ends.BOTH:
        wanted = [End(touched.value)]
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
        for place, number in _fit_numbers(sheet, asked)
        if not _read(number)
    ]
    if FitSheet.LINKS in asked:
        whole = FitSheet.SIDE in asked
        yield Check(
            "fit_measured",
            "Holes, links and travel are measured on the vehicle."
            if whole
            else "The links' length is measured on the vehicle.",
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
    if papers.kind is not JobKind.LINK_LENGTH:
        left = list(_in_boxes(papers, Result.OPEN))
        boxes = fit is not None and any(fit.of_end(name) is not None for name in begun)
        yield Check(
            "arrived",
            "What came is measured and counted before the old bar comes off.",
            boxes and not left,
            False,
            left[0] if left else "arrival",
        )


def _in_boxes(papers: Papers, *results: Result) -> Iterator[str]:
    """Places of what the arrival check comes to one of some results for."""
    if papers.fit is None:
        return
    for end, station in papers.fit.stations():
        for item in station.arrival.items:
            if item.result in results:
                yield f"arrival.{end}.{item.place}"


def _fit_numbers(fit: AxleFit, asked: Collection[FitSheet]) -> Iterator[tuple[str, Measured]]:
    """Numbers that decide the fit, as far as they are picked and asked for."""
    if FitSheet.SIDE not in asked:
        if FitSheet.LINKS in asked:
            yield from ((f"{side}.link_m", fit.of_side(side).link_m) for side in Side)
        return
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


def build_checks(papers: Papers) -> Iterator[Check]:
    """Yield what must be settled before a vehicle takes its bay.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    built = papers.built
    # A job on link length alone has no box to open.
    asked = papers.kind is not JobKind.LINK_LENGTH
    passed = not (asked and any(_in_boxes(papers, Result.OPEN, Result.HOLD)))
    for key, text, met in (
        ("plan", "A lead has looked through the plan as it is now.", built.plan_seen),
        ("order", "All that is ordered is here and passed.", built.parts_here and passed),
        ("quote", "The owner has agreed to the quote.", built.quote_agreed),
        ("board", "The job has its bay and its day.", built.bay_planned),
    ):
        yield Check(key, text, met, False, f"build.{key}")


def _parked_checks(papers: Papers) -> Iterator[Check]:
    for number, text in enumerate(papers.returned.keeps_parked):
        yield Check(f"parked.{number}", text, False, True, "hand_over.outside")


def drive_checks(papers: Papers) -> Iterator[Check]:
    """Yield what must be true before a vehicle that was on the road is handed over.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    yield from _parked_checks(papers)
    returned = papers.returned
    yield Check(
        "driven",
        "The slow first exit is driven: over the dip, listened to, looked at underneath.",
        returned.driven,
        False,
        "drive.runs",
    )
    if papers.kind in (JobKind.UPGRADE, JobKind.BROKEN_BAR):
        text = "A run after the work says what it did."
        yield Check("told", text, returned.told, False, "drive.runs")


def hand_over_checks(papers: Papers) -> Iterator[Check]:
    """Yield what must be true before the owner has the vehicle back.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    yield from _parked_checks(papers)
    returned = papers.returned
    for key, text, met, place in (
        (
            "outside",
            "All work given out is back, with its paper, and checked.",
            returned.outside_right,
            "hand_over.outside",
        ),
        ("torque", "Every joint is on the torque log.", returned.torque_read, "bay"),
        (
            "threads",
            "Repaired threads were looked at after the first drive.",
            returned.threads_seen,
            "hand_over.threads",
        ),
        (
            "back",
            "All that came off is back, or on the record as left off.",
            returned.all_back,
            "bay",
        ),
        (
            "odometer",
            "The odometer is read: the re-checks count from it.",
            returned.odometer_read,
            "hand_over.odometer",
        ),
    ):
        yield Check(key, text, met, False, place)
