"""A job's record as one file, so that another shop or another year can read it."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, field
from datetime import date, datetime

from axlecore.aftercare.noises import Heard, Noticed, Since
from axlecore.aftercare.outside import OutsideEntry
from axlecore.bay.torque_log import HowTight, JointTarget, Judged
from axlecore.build.edits import PlanEdits
from axlecore.build.steps import Records
from axlecore.errors import InputError
from axlecore.fitup.arrival import Arrival
from axlecore.fitup.sheet import Fitting
from axlecore.practice.decision import Decision
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver
from axlecore.practice.stations import JobKind, Station
from axlecore.practice.target import Target
from axlecore.quantities.measure import Record
from axlecore.road.answer import RunAnswer, Told
from axlecore.road.driving import Manoeuvre
from axlecore.road.impressions import Felt, Rider
from axlecore.road.parts_apart import YardLean
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle

FORMAT, VERSION = "calm-axle-job", 1
#: Most rows of one kind that an archive is read with.
MOST_ROWS = 1000
#: What has a row each.
_ROWS = (
    "choices",
    "passes",
    "steps",
    "torque",
    "outside",
    "runs",
    "yard_tests",
    "troubles",
    "photos",
    "files",
)


@dataclass(frozen=True)
class ArchivedFile(Record):
    """A file that lies beside the record.

    Attributes
    ----------
    path : str
        In the archive.
    sha256 : str
        Of its content, in hexadecimal.
    size : int
        In bytes.
    """

    path: str
    sha256: str
    size: int


@dataclass(frozen=True)
class ArchivedPhoto(Record):
    """A picture of a place.

    Attributes
    ----------
    path, place : str
        In the archive, and what it shows.
    marks : list of list of float or None
        Two points whose distance is known, as shares of width and height.
    """

    path: str
    place: str
    marks: list[list[float]] | None = None


@dataclass(frozen=True)
class ArchivedFelt(Record):
    """What was felt in a run.

    Attributes
    ----------
    seat : Rider
        By whom.
    felt : mapping of Felt to int
        On the scale.
    said : str
        In words.
    """

    seat: Rider
    felt: Mapping[Felt, int]
    said: str = ""


@dataclass(frozen=True)
class ArchivedRun(Record):
    """A run on the road.

    Attributes
    ----------
    when, surface : str
        Before or after; dry or wet.
    manoeuvre : Manoeuvre
        What was driven.
    state : LoadKey
        How it was loaded.
    place, wind, traffic : str
        Where and how.
    closed_ground, simulated : bool
        On closed ground; by a stand-in.
    speed_m_s, limit_m_s : float or None
        [m/s].
    front_pressure_pa, rear_pressure_pa : float or None
        [Pa].
    sensor_height_m : float or None
        Over the roll axis [m].
    driven_at : datetime
        When.
    set_up : SetUp
        What was fitted then.
    log, log_name : str
        Path in the archive, and what it was called; empty where there is none.
    columns : mapping of str to str
        Heading to channel, where they are not ours.
    answer : RunAnswer or None
        What it says.
    told : Told or None
        What it is compared by.
    felt : list of ArchivedFelt
        What was felt.
    """

    when: str
    surface: str
    manoeuvre: Manoeuvre
    state: LoadKey
    place: str
    wind: str
    traffic: str
    closed_ground: bool
    simulated: bool
    speed_m_s: float | None
    limit_m_s: float | None
    front_pressure_pa: float | None
    rear_pressure_pa: float | None
    sensor_height_m: float | None
    driven_at: datetime
    set_up: SetUp
    log: str = ""
    log_name: str = ""
    columns: Mapping[str, str] = field(default_factory=dict)
    answer: RunAnswer | None = None
    told: Told | None = None
    felt: list[ArchivedFelt] = field(default_factory=list)


@dataclass(frozen=True)
class ArchivedTorque(Record):
    """A row of the torque log.

    Attributes
    ----------
    joint, bolt
        Which.
    how : HowTight
        How it was brought to its torque.
    typed : str
        As it was read off.
    got_n_m : float or None
        What the joint got [N·m].
    extension_m : float
        In line with the wrench [m].
    wrench : str
        Which; empty where none read it.
    judged : Judged
        What it was worth.
    target : JointTarget
        Against what.
    simulated : bool
        By a stand-in.
    supersedes : int or None
        Place in this list of the row it stands in for.
    override : str
        A lead's reason.
    done_at : datetime
        When.
    """

    joint: str
    bolt: int
    how: HowTight
    typed: str
    got_n_m: float | None
    extension_m: float
    wrench: str
    judged: Judged
    target: JointTarget
    simulated: bool
    supersedes: int | None
    override: str
    done_at: datetime


@dataclass(frozen=True)
class ArchivedStep(Record):
    """What was recorded of a step.

    Attributes
    ----------
    step, said : str
        Key of the plan's step, and what was said.
    kind : Records
        What kind of answer.
    done_at : datetime
        When.
    """

    step: str
    said: str
    kind: Records
    done_at: datetime


@dataclass(frozen=True)
class ArchivedPass(Record):
    """A gate that was passed.

    Attributes
    ----------
    station : Station
        Which.
    unmet : list of str
        What was not met.
    reason : str
        Why it was passed all the same.
    """

    station: Station
    unmet: list[str]
    reason: str


@dataclass(frozen=True)
class ArchivedChoice(Record):
    """A choice that was recorded.

    Attributes
    ----------
    decision : Decision
        As it was.
    reason : str
        Why.
    """

    decision: Decision
    reason: str


@dataclass(frozen=True)
class ArchivedTrouble(Record):
    """A noise or trouble afterwards.

    Attributes
    ----------
    trouble, heard, since
        What was answered.
    said : str
        In the owner's words.
    cause, found : str
        What it turned out to be; empty where nobody knows yet.
    """

    trouble: Noticed
    heard: Heard
    since: Since
    said: str
    cause: str
    found: str


@dataclass(frozen=True)
class ArchivedYardTest(Record):
    """A yard roll test.

    Attributes
    ----------
    typed : mapping of str to str
        As it was typed.
    measured : YardLean
        What that is.
    """

    typed: Mapping[str, str]
    measured: YardLean


@dataclass(frozen=True)
class ArchivedHandOver(Record):
    """How it was given back.

    Attributes
    ----------
    odometer : str
        As it was typed.
    odometer_m, heard_m : float or None
        What that is, and what was heard last [m].
    threads_seen : bool
        Repaired threads were looked at.
    left_off : list of str
        What was not put back, and why.
    handed_on : date or None
        When.
    every_m, every_days
        The interval of its re-checks.
    """

    odometer: str
    odometer_m: float | None
    heard_m: float | None
    threads_seen: bool
    left_off: list[str]
    handed_on: date | None
    every_m: float | None
    every_days: int | None


@dataclass(frozen=True)
class JobArchive(Record):
    """All of a job but its people: nobody's name, phone or registration is in it.

    Attributes
    ----------
    format : str
        What file this is.
    version : int
        Of this shape.
    core_version, shop : str
        What wrote it, and where.
    number : int
        The job's, there.
    name, description, year, build_notes
        Of the vehicle.
    kind : JobKind
        What the job is about.
    station : Station
        Where it stands.
    due_on : date or None
        When it was wanted.
    sheet : Vehicle
        As measured.
    set_up : SetUp
        As chosen.
    complaint, look_over, target, fitting, arrival, plan
        Its papers.
    choices, passes, steps, torque, outside, runs, yard_tests, troubles
        What was done and said, oldest first.
    hand_over : ArchivedHandOver or None
        How it was given back.
    photos : list of ArchivedPhoto
        Its pictures.
    files : list of ArchivedFile
        What lies beside this record.
    """

    format: str
    version: int
    core_version: str
    shop: str
    number: int
    name: str
    description: str
    year: int | None
    build_notes: str
    kind: JobKind
    station: Station
    due_on: date | None
    sheet: Vehicle
    set_up: SetUp
    complaint: Complaint
    look_over: LookOver
    target: Target
    fitting: Fitting
    arrival: Arrival
    plan: PlanEdits
    choices: list[ArchivedChoice] = field(default_factory=list)
    passes: list[ArchivedPass] = field(default_factory=list)
    steps: list[ArchivedStep] = field(default_factory=list)
    torque: list[ArchivedTorque] = field(default_factory=list)
    outside: list[OutsideEntry] = field(default_factory=list)
    runs: list[ArchivedRun] = field(default_factory=list)
    yard_tests: list[ArchivedYardTest] = field(default_factory=list)
    troubles: list[ArchivedTrouble] = field(default_factory=list)
    hand_over: ArchivedHandOver | None = None
    photos: list[ArchivedPhoto] = field(default_factory=list)
    files: list[ArchivedFile] = field(default_factory=list)

    def __post_init__(self) -> None:
        if self.format != FORMAT:
            raise InputError("format", f"Read “{self.format[:40]}”; a job's record is {FORMAT}.")
        if not 1 <= self.version <= VERSION:
            raise InputError(
                "version",
                f"Read version {self.version}; this program reads 1 to {VERSION}: bring it up to "
                "date, or have the record written by the version you have.",
            )
        if not self.name.strip() or len(self.name) > 80:
            raise InputError("name", "A vehicle's name has 1 to 80 characters.")
        for name in _ROWS:
            if len(getattr(self, name)) > MOST_ROWS:
                raise InputError(name, f"More than {MOST_ROWS} rows are no job's.")
        for place, row in enumerate(self.torque):
            if row.supersedes is not None and not 0 <= row.supersedes < place:
                raise InputError(
                    f"torque.{place}.supersedes", "A row stands in for one before it only."
                )
        self._check_paths({one.path for one in self.files})

    def _check_paths(self, there: Collection[str]) -> None:
        wanted = [("photos", one.path) for one in self.photos]
        wanted += [("runs", one.log) for one in self.runs if one.log]
        seen: set[str] = set()
        for name, path in wanted:
            if path not in there:
                raise InputError(name, f"“{path[:60]}” is not among its files.")
            if path in seen:
                raise InputError(name, f"“{path[:60]}” is named twice; each row has its own file.")
            seen.add(path)
