"""A run's log: read as it comes, kept whole, and worked through again when it is drawn."""

import gzip
from collections.abc import Mapping, Sequence
from io import BytesIO

from axlecore import __version__
from axlecore.errors import InputError
from axlecore.formats import to_json
from axlecore.road.answer import Answered, answered, answered_together
from axlecore.road.reading import read_log
from axlecore.road.trace import traced
from drive.models import Run
from jobs.kept import Kept
from shops.errors import Refused

#: Ten minutes at 200 Hz with all channels is some 9 MB as text.
LARGEST_BYTES = 16_000_000
_traces: Kept[bytes] = Kept(16)
_together: Kept[Answered] = Kept(64)


def text_of(content: bytes) -> str:
    """Return the text of a log that was sent, unpacked where it came packed; Refused if large."""
    if content[:2] == b"\x1f\x8b":
        content = _unpacked(content)
    if len(content) > LARGEST_BYTES:
        raise Refused("file", f"The log is over {LARGEST_BYTES // 1_000_000} MB.", 413)
    if b"\x00" in content:
        raise Refused("file", "This is no table: it has bytes in it that no text has.", 422)
    return content.decode("utf-8", "replace")


def _unpacked(content: bytes) -> bytes:
    try:
        with gzip.GzipFile(fileobj=BytesIO(content)) as packed:
            # Never more than is taken, however much was packed into little.
            return packed.read(LARGEST_BYTES + 1)
    except (OSError, EOFError) as error:
        raise Refused("file", "The packed log is broken or cut off.", 422) from error


def worked(text: str, columns: Mapping[str, str], sensor_height_m: float | None) -> Answered:
    """Return what a log says; InputError with line and column where it cannot be read."""
    read = read_log(text, columns or None)
    return answered(read.log, read.assumed, sensor_height_m)


def kept_text(run: Run) -> str:
    """Return a run's log as it came; InputError where it has none."""
    _check_log(run)
    with run.log.open("rb") as packed:
        return gzip.decompress(packed.read()).decode()


def _check_log(run: Run) -> None:
    if not run.log:
        raise InputError("run", "This run has no log.")


def trace_json(run: Run) -> bytes:
    """Return a run's trace as it is sent; InputError where its log gives no number."""

    def work() -> bytes:
        return to_json(traced(worked(kept_text(run), run.columns, run.sensor_height_m)))

    _check_log(run)
    return _traces.answer([run.pk, run.log.name, run.sensor_height_m, __version__], work)


def together_of(runs: Sequence[Run]) -> Answered:
    """What logs of runs that were driven alike say as one."""

    def work() -> Answered:
        found = [worked(kept_text(run), run.columns, run.sensor_height_m) for run in runs]
        as_one = answered_together(found)
        # Without their samples: only what they come to is kept.
        return Answered(as_one.answer, as_one.told)

    question = [[run.pk, run.log.name, run.sensor_height_m] for run in runs]
    return _together.answer([question, __version__], work)


def packed(text: str) -> bytes:
    """Return a log as it is kept."""
    return gzip.compress(text.encode(), mtime=0)
