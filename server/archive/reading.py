"""A job's record in: checked as a whole before anything of it is written."""

import hashlib
import zipfile
import zlib
from dataclasses import dataclass
from io import BytesIO
from typing import IO, Any
from uuid import uuid4

from django.db import DataError, IntegrityError, transaction

from aftercare.giving import plan_next
from aftercare.models import HandOver, TroubleAfter
from aftercare.outside_said import keep_entry
from archive.writing import AS_KEPT, RECORD
from axlecore import __version__
from axlecore.aftercare.archive import ArchivedRun, JobArchive
from axlecore.formats import FileError, from_json, to_plain
from axlecore.papers import PaperName
from axlecore.practice.stations import JobKind
from axlecore.road.answer import Answered
from bay.models import StepAnswer, TorqueRow, TorqueWrench
from drive.logs import LARGEST_BYTES as LARGEST_LOG
from drive.logs import packed, text_of, worked
from drive.models import Impression, Run
from jobs.models import Decision, GatePass, Job
from jobs.opened import OpenJob
from jobs.papers import carry_paper
from jobs.services import open_job_on
from jobs.writes import write
from photos.models import Photo, save_with_file
from photos.pictures import as_kept
from rigs.services import store_new
from shops.errors import Refused
from shops.models import Person

#: An archive as it is sent, unpacked, and how many files it may have.
LARGEST_ARCHIVE, _LARGEST_UNPACKED, _MOST_FILES = 64_000_000, 200_000_000, 400
#: Logs of all runs together: each is worked through anew while whoever asks waits.
_LARGEST_LOGS = 48_000_000
#: So many times smaller than its content nothing of ours is packed.
_MOST_PACKED = 200
_BROKEN = "The archive is broken or cut off. Have it written again."


@dataclass(frozen=True)
class Unpacked:
    """An archive whose record and files are what they say."""

    record: JobArchive
    files: dict[str, bytes]


def unpacked(upload: IO[Any], size: int) -> Unpacked:
    """Return an archive's record and files; Refused with the reason where it is none."""
    if size > LARGEST_ARCHIVE:
        raise Refused("file", f"The archive is over {LARGEST_ARCHIVE // 1_000_000} MB.", 413)
    try:
        with zipfile.ZipFile(BytesIO(upload.read())) as archive:
            _check_listing(archive)
            record = _record(_read(archive, RECORD))
            files = {one.path: _checked(archive, one) for one in record.files}
    except (zipfile.BadZipFile, zlib.error, EOFError, RuntimeError) as error:
        raise Refused("file", _BROKEN, 422) from error
    return Unpacked(record, files)


def _check_listing(archive: zipfile.ZipFile) -> None:
    """Refused where a listing alone says that it is no job's record: nothing is unpacked yet."""
    listed = archive.infolist()
    names = [one.filename for one in listed]
    if RECORD not in names:
        raise Refused("file", f"This is no job's record: it has no {RECORD}.", 422)
    if len(listed) > _MOST_FILES or len(set(names)) != len(names):
        raise Refused("file", f"A record has at most {_MOST_FILES} files, each once.", 422)
    if sum(one.file_size for one in listed) > _LARGEST_UNPACKED:
        raise Refused("file", f"Unpacked it is over {_LARGEST_UNPACKED // 1_000_000} MB.", 413)
    for one in listed:
        if one.file_size > _MOST_PACKED * max(1, one.compress_size):
            raise Refused("file", f"“{one.filename[:60]}” is packed as no record of ours is.", 422)


def _read(archive: zipfile.ZipFile, path: str) -> bytes:
    try:
        return archive.read(path)
    except KeyError:
        raise Refused("file", f"“{path[:60]}” is not in the archive.", 422) from None


def _record(text: bytes) -> JobArchive:
    try:
        return from_json(text, JobArchive)
    except FileError as error:
        first = error.complaints[0]
        said = f"{RECORD}, line {first.line}, {first.field}: {first.message}"
        raise Refused("file", said[:400], 422) from None


def _checked(archive: zipfile.ZipFile, listed: Any) -> bytes:
    content = _read(archive, listed.path)
    digest = hashlib.sha256(content).hexdigest()
    if len(content) != listed.size or digest != listed.sha256:
        raise Refused(
            "file", f"“{listed.path[:60]}” is not what was packed: its checksum differs.", 422
        )
    return content


def take_in(person: Person, found: Unpacked) -> Job:
    """Open a job of this shop with all that a record has; all of it or nothing.

    What was said there is kept as it was said; whoever takes it in stands for those who said it.
    """
    record = found.record
    pictures = {
        one.path: as_kept(BytesIO(found.files[one.path]), len(found.files[one.path]))
        for one in record.photos
    }
    _check_logs(found)
    logs = {one.log: _log(found, one) for one in record.runs if one.log}
    try:
        return _kept(person, record, pictures, logs)
    except (IntegrityError, DataError) as error:
        # The database holds what must always be true of a job: a record that is not so is none.
        raise Refused("file", "What the record says cannot be true of one job.", 422) from error


def _kept(
    person: Person,
    record: JobArchive,
    pictures: dict[str, tuple[bytes, int, int]],
    logs: dict[str, str],
) -> Job:
    with transaction.atomic():
        vehicle = store_new(person, record.name, record.description, record.sheet)
        vehicle.year, vehicle.build_notes = record.year, record.build_notes[:2000]
        vehicle.save(update_fields=["year", "build_notes"])
        job = open_job_on(person, vehicle, record.due_on, record.kind, record.set_up)
        job.station = record.station
        job.save(update_fields=["station"])
        _keep_rows(job, person, record)
        _keep_runs(job, person, record, logs)
        write(job.pk, job.shop_id, lambda opened: _keep_papers(opened, person, record))
        for one in record.photos:
            content, width, height = pictures[one.path]
            photo = Photo(
                job=job, place=one.place[:60], marks=one.marks, person=person,
                width=width, height=height,
            )  # fmt: skip
            save_with_file(photo.file, content)
    return job


def _check_logs(found: Unpacked) -> None:
    if sum(len(found.files[one.log]) for one in found.record.runs if one.log) > _LARGEST_LOGS:
        words = f"The logs are over {_LARGEST_LOGS // 1_000_000} MB together."
        raise Refused("file", words, 413)


def _log(found: Unpacked, run: ArchivedRun) -> str:
    content = found.files[run.log]
    if len(content) > LARGEST_LOG:
        raise Refused("file", f"“{run.log[:60]}” is over {LARGEST_LOG // 1_000_000} MB.", 413)
    return text_of(content)


def _keep_papers(job: OpenJob, person: Person, record: JobArchive) -> None:
    whence = f"job {record.number}, {record.shop}"[:60]
    for name in PaperName:
        carry_paper(job, name, person, getattr(record, name.value), whence)


def _keep_rows(job: Job, person: Person, record: JobArchive) -> None:
    for choice in record.choices:
        Decision.objects.create(
            job=job,
            person=person,
            core_version=__version__,
            sheet_version=1,
            set_up_version=1,
            document=to_plain(choice.decision),
            reason=choice.reason[:400],
        )
    for passed in record.passes:
        GatePass.objects.create(
            job=job,
            person=person,
            station=passed.station,
            unmet=passed.unmet,
            reason=passed.reason[:400],
        )
    for step in record.steps:
        StepAnswer.objects.create(
            job=job,
            person=person,
            step=step.step[:60],
            kind=step.kind,
            said=step.said[:200],
            done_at=step.done_at,
        )
    _keep_torque(job, person, record)
    for entry in record.outside:
        keep_entry(job, person, entry)
    for test in record.yard_tests:
        job.yard_tests.create(
            fitted=test.measured.fitted[:80],
            typed=dict(test.typed),
            measured=to_plain(test.measured),
            person=person,
        )
    for told in record.troubles:
        row = TroubleAfter(job=job, person=person, **to_plain(told))
        if row.cause or row.found:
            row.found_at, row.found_by = job.changed_at, person
        row.save()
    _keep_hand_over(job, person, record)


def _keep_torque(job: Job, person: Person, record: JobArchive) -> None:
    wrenches = {one.name: one for one in TorqueWrench.objects.filter(shop=job.shop_id)}
    rows: list[TorqueRow] = []
    for one in record.torque:
        rows.append(
            TorqueRow.objects.create(
                job=job,
                person=person,
                joint=one.joint[:60],
                bolt=one.bolt,
                how=one.how,
                typed=one.typed[:40],
                got_n_m=one.got_n_m,
                extension_m=one.extension_m,
                wrench=wrenches.get(one.wrench),
                judged=one.judged,
                target=to_plain(one.target),
                simulated=one.simulated,
                supersedes=None if one.supersedes is None else rows[one.supersedes],
                override=one.override[:300],
                done_at=one.done_at,
            )
        )


def _keep_hand_over(job: Job, person: Person, record: JobArchive) -> None:
    if record.hand_over is None:
        return
    giving = HandOver(job=job, **to_plain(record.hand_over))
    giving.handed_on = record.hand_over.handed_on
    if giving.handed_on is not None:
        giving.handed_by = person
        if record.kind is not JobKind.RECHECK:
            plan_next(giving, ())
    giving.save()


def _keep_runs(job: Job, person: Person, record: JobArchive, logs: dict[str, str]) -> None:
    for one in record.runs:
        run = Run(job=job, person=person, key=uuid4(), manoeuvre=one.manoeuvre, state=one.state)
        for name in AS_KEPT:
            setattr(run, name, getattr(one, name))
        run.place, run.wind, run.traffic = one.place[:80], one.wind[:40], one.traffic[:40]
        run.set_up, run.columns = to_plain(one.set_up), dict(one.columns)
        if one.log:
            run.log_name = one.log_name[:120]
            # What a log says is worked out here: another version may have said it otherwise.
            said = _said(one, logs[one.log])
            run.answer, run.told = to_plain(said.answer), to_plain(said.told)
            save_with_file(run.log, packed(logs[one.log]))
        else:
            run.save()
        for felt in one.felt:
            Impression.objects.create(
                run=run,
                seat=felt.seat,
                felt={key.value: rating for key, rating in felt.felt.items()},
                said=felt.said[:400],
                person=person,
            )


def _said(run: ArchivedRun, text: str) -> Answered:
    return worked(text, run.columns, run.sensor_height_m)
