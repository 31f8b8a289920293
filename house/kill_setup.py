"""The set-up of a fresh clone, killed at random moments again and again: the next run finishes."""

import contextlib
import json
import os
import random
import shutil
import signal
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path

from paths import ROOT

#: A run is killed after so long at most, early, in the middle, or late [s]. What it finished before
#: stays, so the kills move through all steps: the longest takes a minute.
_LATEST_S = (8.0, 40.0, 90.0)
_LAST_RUN_S = 600


def descendants(pid: int) -> Iterator[int]:
    """Return the processes that a process began, and what those began."""
    children = Path(f"/proc/{pid}/task/{pid}/children")
    with contextlib.suppress(OSError):
        for child in children.read_text().split():
            yield int(child)
            yield from descendants(int(child))


def end_somebody(run: "subprocess.Popen[str]", chance: random.Random) -> str:
    """Kill the run, one of what it began, or all at once; return which."""
    family = list(descendants(run.pid))
    how = chance.choice(["parent", "child", "all"])
    if how == "parent" or not family:
        victims, how = [run.pid], "parent"
    elif how == "child":
        victims = [chance.choice(family)]
    else:
        victims = [run.pid, *family]
    for victim in victims:
        with contextlib.suppress(ProcessLookupError):
            os.kill(victim, signal.SIGKILL)
    return how


def main(kills: int = 30, seed: int = 0) -> int:
    """Kill a clone's `demo` so often, then let it finish; 0 where it serves and nothing is left."""
    seed = seed or time.time_ns() % 100_000
    chance = random.Random(seed)  # noqa: S311  a seed, not a secret
    print(f"{kills} kills with seed {seed}", flush=True)
    with tempfile.TemporaryDirectory() as folder:
        # PostgreSQL's user has to reach it.
        Path(folder).chmod(0o755)
        clone = Path(folder) / "clone"
        subprocess.run(["git", "clone", "-q", str(ROOT), str(clone)], check=True)
        command = [sys.executable, str(clone / "house" / "serve.py")]
        try:
            for number in range(1, kills + 1):
                if _killed(command, number, chance):
                    continue
                # It finished: what it made goes, so that the next ones have it to make again.
                subprocess.run([*command, "stop"], check=False, capture_output=True)
                chance.choice(sorted((clone / ".run" / "stamps").iterdir())).unlink()
                (clone / ".place.json").unlink()
                shutil.rmtree(clone / ".data")
            return _finish(command, clone)
        finally:
            subprocess.run([*command, "stop"], check=False, capture_output=True)


def _killed(command: list[str], number: int, chance: random.Random) -> bool:
    """Begin a run and kill it at a random moment; False where it had finished by then."""
    run = subprocess.Popen(
        [*command, "demo"], stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True
    )
    after = chance.uniform(0.1, chance.choice(_LATEST_S))
    with contextlib.suppress(subprocess.TimeoutExpired):
        run.wait(after)
    ended = run.poll() is not None
    how = "ended before" if ended else end_somebody(run, chance)
    said, _ = run.communicate(timeout=_LAST_RUN_S)
    last = (said.strip().splitlines() or [""])[-1]
    print(f"{number:3d}  {after:5.1f} s  {how:12}  {last[:70]}", flush=True)
    return not (ended and run.returncode == 0)


def _finish(command: list[str], clone: Path) -> int:
    done = subprocess.run(
        [*command, "demo"], capture_output=True, text=True, timeout=_LAST_RUN_S, check=False
    )
    if done.returncode:
        print(done.stdout, done.stderr)
        return 1
    port = int((clone / ".run" / "server.port").read_text())
    with urllib.request.urlopen(f"http://127.0.0.1:{port}/health") as answer:
        health = json.load(answer)
    print(f"Finished and serves: {health}")
    return 0 if health["database"] == "answers" else 1
