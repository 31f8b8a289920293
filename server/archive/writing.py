"""A job's record out: one ZIP of JSON, pictures, logs and papers, each with its checksum."""

import gzip
import hashlib
import zipfile
from collections.abc import Mapping
from io import BytesIO

from aftercare.models import HandOver
from aftercare.outside_said import entries_of
from axlecore import __version__
from axlecore.aftercare.archive import (
    FORMAT,
    VERSION,
    ArchivedChoice,
    ArchivedFelt,
    ArchivedFile,
    ArchivedHandOver,
    ArchivedPass,
    ArchivedPhoto,
    ArchivedRun,
    ArchivedStep,
    ArchivedTorque,
    ArchivedTrouble,
    ArchivedYardTest,
    JobArchive,
)
from axlecore.aftercare.noises import Heard, Noticed, Since
from axlecore.bay.torque_log import HowTight, JointTarget, Judged
from axlecore.build.edits import PlanEdits
from axlecore.build.steps import Records
from axlecore.fitup.arrival import Arrival
from axlecore.fitup.sheet import Fitting
from axlecore.formats import from_plain, to_json
from axlecore.practice.decision import Decision
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver
from axlecore.practice.stations import JobKind, Station
from axlecore.practice.target import Target
from axlecore.quantities.sentences import MARK
from axlecore.road.answer import RunAnswer, Told
from axlecore.road.driving import Manoeuvre
from axlecore.road.impressions import Felt, Rider
from axlecore.road.parts_apart import YardLean
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from drive.models import Run
from jobs.opened import OpenJob

#: Name of the record in the archive.
RECORD = "job.json"
#: How a run was driven, by the names that its row and its archive share.
AS_KEPT = (
    "when",
    "surface",
    "place",
    "wind",
    "traffic",
    "closed_ground",
    "simulated",
    "speed_m_s",
    "limit_m_s",
    "front_pressure_pa",
    "rear_pressure_pa",
    "sensor_height_m",
    "driven_at",
)
#: A record written twice is the same file: ZIP's first day.
_DAY = (1980, 1, 1, 0, 0, 0)


def archive_of(job: OpenJob, papers: Mapping[str, bytes]) -> bytes:
    """Return a job's record as a ZIP; `papers` are PDFs by their path in it."""
    row, vehicle = job.row, job.row.vehicle
    files = _Files(papers)
    photos = [
        ArchivedPhoto(files.add(f"photos/{at:03}.jpg", content), photo.place, photo.marks)
        for at, photo in enumerate(row.photos.filter(removed_at=None).order_by("pk"), 1)
        if (content := photo.content()) is not None
    ]
    record = JobArchive(
        format=FORMAT,
        version=VERSION,
        core_version=__version__,
        shop=row.shop.name,
        number=row.number,
        name=vehicle.name,
        description=vehicle.description,
        year=vehicle.year,
        build_notes=vehicle.build_notes,
        kind=JobKind(row.kind),
        station=Station(row.station),
        due_on=row.due_on,
        sheet=job.sheet,
        set_up=job.set_up,
        complaint=job.read(Complaint),
        look_over=job.read(LookOver),
        target=job.read(Target),
        fitting=job.read(Fitting),
        arrival=job.read(Arrival),
        plan=job.read(PlanEdits),
        choices=[
            ArchivedChoice(from_plain(one.document, Decision), one.reason)
            for one in sorted(row.decisions.all(), key=lambda one: one.pk)
        ],
        passes=[
            ArchivedPass(Station(one.station), one.unmet, one.reason) for one in row.passes.all()
        ],
        steps=[
            ArchivedStep(one.step, one.said, Records(one.kind), one.done_at)
            for one in row.step_answers.filter(taken_back_at=None).order_by("pk")
        ],
        torque=_torque(job),
        outside=entries_of(row),
        runs=[
            _run(run, files.add_log(f"logs/{at:03}.csv", run))
            for at, run in enumerate(
                row.runs.filter(removed_at=None)
                .prefetch_related("impressions")
                .order_by("driven_at", "pk"),
                1,
            )
        ],
        yard_tests=[
            ArchivedYardTest(one.typed, from_plain(one.measured, YardLean))
            for one in row.yard_tests.filter(removed_at=None).order_by("pk")
        ],
        troubles=[
            ArchivedTrouble(
                Noticed(one.trouble),
                Heard(one.heard),
                Since(one.since),
                one.said,
                one.cause,
                one.found,
            )
            for one in row.troubles_after.order_by("pk")
        ],
        hand_over=_hand_over(job),
        photos=photos,
        files=files.listed,
    )
    # Whoever takes it in reads its sentences as they stand: in metric units.
    return files.zipped(to_json(record, indent=1).replace(MARK.encode(), b""))


class _Files:
    """Files of an archive as they are taken in."""

    def __init__(self, papers: Mapping[str, bytes]) -> None:
        self.listed: list[ArchivedFile] = []
        self._contents: dict[str, bytes] = {}
        for path, content in papers.items():
            self.add(path, content)

    def add_log(self, path: str, run: Run) -> str:
        """Take a run's log in, unpacked; empty where it has none."""
        if not run.log:
            return ""
        with run.log.open("rb") as packed:
            return self.add(path, gzip.decompress(packed.read()))

    def add(self, path: str, content: bytes) -> str:
        """Take a file in, and return its path."""
        digest = hashlib.sha256(content).hexdigest()
        self.listed.append(ArchivedFile(path, digest, len(content)))
        self._contents[path] = content
        return path

    def zipped(self, record: bytes) -> bytes:
        """All of it with its record."""
        out = BytesIO()
        with zipfile.ZipFile(out, "w") as archive:
            for path, content in {RECORD: record, **self._contents}.items():
                # Pictures are packed already.
                packed = zipfile.ZIP_STORED if path.endswith(".jpg") else zipfile.ZIP_DEFLATED
                info = zipfile.ZipInfo(path, _DAY)
                archive.writestr(info, content, packed)
        return out.getvalue()


def _torque(job: OpenJob) -> list[ArchivedTorque]:
    rows = list(job.row.torque_rows.select_related("wrench").order_by("pk"))
    places = {row.pk: place for place, row in enumerate(rows)}
    return [
        ArchivedTorque(
            row.joint,
            row.bolt,
            HowTight(row.how),
            row.typed,
            row.got_n_m,
            row.extension_m,
            "" if row.wrench is None else row.wrench.name,
            Judged(row.judged),
            from_plain(row.target, JointTarget),
            row.simulated,
            None if row.supersedes_id is None else places[row.supersedes_id],
            row.override,
            row.done_at,
        )
        for row in rows
    ]


def _run(run: Run, log: str) -> ArchivedRun:
    return ArchivedRun(
        **{name: getattr(run, name) for name in AS_KEPT},
        manoeuvre=Manoeuvre(run.manoeuvre),
        state=LoadKey(run.state),
        set_up=from_plain(run.set_up, SetUp),
        log=log,
        log_name=run.log_name,
        columns=run.columns,
        answer=None if run.answer is None else from_plain(run.answer, RunAnswer),
        told=None if run.told is None else from_plain(run.told, Told),
        felt=[
            ArchivedFelt(
                Rider(one.seat), {Felt(key): rate for key, rate in one.felt.items()}, one.said
            )
            for one in sorted(run.impressions.all(), key=lambda one: one.seat)
        ],
    )


def _hand_over(job: OpenJob) -> ArchivedHandOver | None:
    giving = HandOver.objects.filter(job=job.row).first()
    if giving is None:
        return None
    return ArchivedHandOver(
        giving.odometer,
        giving.odometer_m,
        giving.heard_m,
        giving.threads_seen,
        giving.left_off,
        giving.handed_on,
        giving.every_m,
        giving.every_days,
    )
