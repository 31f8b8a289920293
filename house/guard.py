"""Programs that end with whoever began them, and runs that wait for each other.

Whoever begins a program holds one end of a pipe. When that end closes, however its holder ended,
the guard ends the program with all that it began. As long as anything of a run lives it holds the
run's lock, so that the next one never works on what a left-over still writes.
"""

import contextlib
import fcntl
import os
import signal
import subprocess
import sys
import threading
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import IO

#: Exit codes of what was killed or told to end.
ENDED = (128 + signal.SIGKILL, 128 + signal.SIGTERM, -signal.SIGKILL, -signal.SIGTERM)
WHY_ENDED = "It was ended from outside. Run the same again: it goes on where it was."
#: Locks that this run holds; what it begins holds them too.
_HELD: set[int] = set()


def guarded(
    *words: str | Path,
    cwd: Path | str | None = None,
    out: IO[str] | None = None,
    env: Mapping[str, str] | None = None,
) -> int:
    """Run a program to its end and return its exit code; it never outlives this process."""
    reads, holds = os.pipe()
    try:
        guard = subprocess.Popen(
            [sys.executable, __file__, *map(str, words)],
            cwd=cwd,
            env=env,
            stdin=reads,
            stdout=out,
            stderr=out,
            pass_fds=tuple(_HELD),
            start_new_session=True,
        )
        os.close(reads)
        try:
            return guard.wait()
        finally:
            # Where the guard alone was ended, what it began is still there.
            with contextlib.suppress(ProcessLookupError):
                os.killpg(guard.pid, signal.SIGKILL)
    finally:
        os.close(holds)


@contextlib.contextmanager
def alone(lock_file: Path) -> Iterator[None]:
    """Be the only run at something; says so where another is at it, and waits."""
    lock_file.parent.mkdir(parents=True, exist_ok=True)
    with lock_file.open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            print("Another run is at this; waiting for it …", flush=True)
            fcntl.flock(lock, fcntl.LOCK_EX)
        _HELD.add(lock.fileno())
        try:
            yield
        finally:
            _HELD.discard(lock.fileno())


def _guard(words: list[str]) -> int:
    program = subprocess.Popen(words, stdin=subprocess.DEVNULL, close_fds=False)

    def watch() -> None:
        os.read(0, 1)
        os.killpg(0, signal.SIGKILL)

    threading.Thread(target=watch, daemon=True).start()
    code = program.wait()
    return code if code >= 0 else 128 - code


if __name__ == "__main__":
    os._exit(_guard(sys.argv[1:]))
