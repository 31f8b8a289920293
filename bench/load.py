"""Fifty people at once for three minutes, mixed as a shop mixes: load.py ADDRESS PIDS [SECONDS].

Each person reads, edits, evaluates, fits, ranks and prints on vehicles of their own and thinks
between; what is asked is what the pages ask. Prints a table of each kind of request, and writes a
whole run's down in docs/benchmarks.md.
"""

from __future__ import annotations

import gzip
import http.client
import json
import os
import random
import statistics
import subprocess
import sys
import threading
import time
from collections import defaultdict
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "server"), str(ROOT / "bench")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "calmaxle.settings")

import calmaxle.wsgi  # noqa: E402, F401  settings come first; set up as the server is
import evaluation  # noqa: E402
import targets  # noqa: E402

#: Three minutes; a shorter run is looked at and not written down.
WHOLE_S = 180.0
PEOPLE = 50
#: People who have one vehicle between them.
TO_A_VEHICLE = 2
THINK_S = (0.2, 0.8)
#: How often each thing is done, of a hundred: by who measures, who chooses, who builds, who plans.
MIXES = (
    {"yard": 10, "news": 20, "open": 14, "edit": 32, "evaluate": 24},
    {"yard": 10, "news": 20, "open": 12, "edit": 10, "evaluate": 20, "fit": 12, "rank": 16},
    {"yard": 8, "news": 40, "open": 12, "edit": 4, "evaluate": 8, "fit": 16, "plan": 12},
    {"yard": 34, "news": 12, "open": 20, "edit": 4, "evaluate": 10, "plan": 10, "print": 10},
)
#: How soon a page looks whether what it handed over is done.
FIRST_LOOK_S = 0.15
#: What may take its time.
SLOW = frozenset({"rank", "print"})


@dataclass
class Tally:
    """What all people were answered."""

    spent: dict[str, list[float]] = field(default_factory=lambda: defaultdict(list))
    wrong: list[str] = field(default_factory=list)
    #: Edits that another's was faster than.
    conflicts: int = 0


class Visitor:
    """One person at one device."""

    def __init__(self, address: str, number: int) -> None:
        self.host = urlsplit(address).netloc
        self.random = random.Random(number)  # noqa: S311  a seed, not a secret
        self.connection = http.client.HTTPConnection(self.host, timeout=60)
        self.cookies: dict[str, str] = {}
        self.job, self.version, self.number = 0, 1, number
        self.mix: dict[str, int] = {}

    def ask(self, method: str, path: str, body: Any = None) -> tuple[int, bytes]:
        """Return status and content; what was set as a cookie is sent from then on."""
        headers = {
            "Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()),
            "Accept-Encoding": "gzip",
        }
        if method != "GET":
            headers |= {
                "Content-Type": "application/json",
                "X-CSRFToken": self.cookies.get("csrftoken", ""),
                "Idempotency-Key": f"{self.random.getrandbits(96):024x}",
            }
        self.connection.request(method, path, body and json.dumps(body), headers)
        answer = self.connection.getresponse()
        content = answer.read()
        if answer.getheader("Content-Encoding") == "gzip":
            content = gzip.decompress(content)
        for name, value in answer.getheaders():
            if name.lower() == "set-cookie":
                key, _, rest = value.partition("=")
                self.cookies[key] = rest.partition(";")[0]
        return answer.status, content

    def sign_in(self) -> None:
        self.ask("GET", "/")
        told = {"username": "wren", "password": "longcauseway"}
        status, content = self.ask("POST", "/api/session", told)
        if status != 200:
            raise RuntimeError(f"sign-in answered {status}: {content[:200]!r}")

    def requests(self, kind: str) -> list[tuple[str, str]]:
        """What a page asks for one thing that is done."""
        job = f"/api/jobs/{self.job}"
        asks: dict[str, list[tuple[str, str]]] = {
            "yard": [("GET", "/api/jobs")],
            "news": [("GET", f"{job}/news")],
            "open": [("GET", job), ("GET", f"{job}/practice")],
            # A page has heard of what others wrote within two seconds.
            "edit": [("GET", f"{job}/news"), ("PATCH", f"{job}/sheet")],
            "evaluate": [("GET", f"{job}/assessment")],
            "fit": [("GET", f"{job}/fit")],
            "plan": [("GET", f"{job}/work")],
            "rank": [("GET", f"{job}/ranking?state=trip_ready")],
            "print": [("GET", f"{job}/job-sheet.pdf")],
        }
        return asks[kind]

    def work(self, until: float, tally: Tally) -> None:
        while time.monotonic() < until:
            (kind,) = self.random.choices(list(self.mix), list(self.mix.values()))
            for method, path in self.requests(kind):
                self._timed("news" if path.endswith("/news") else kind, method, path, tally)
            time.sleep(self.random.uniform(*THINK_S))

    def edit(self) -> dict[str, Any]:
        typed = f"{4000 + self.random.randint(0, 900)} mm"
        place = {"place": "wheelbase_m", "typed": typed, "known": "measured"}
        return {"base_version": self.version, **place}

    def _timed(self, kind: str, method: str, path: str, tally: Tally) -> None:
        body = self.edit() if kind == "edit" else None
        begun = time.perf_counter()
        try:
            status, content = self.ask(method, path, body)
            while status == 202:
                self._wait_for(json.loads(content))
                status, content = self.ask(method, path, body)
        except (OSError, http.client.HTTPException) as error:
            tally.wrong.append(f"{kind}: {error!r}")
            self.connection = http.client.HTTPConnection(self.host, timeout=60)
            return
        tally.spent[kind].append(time.perf_counter() - begun)
        if path == f"/api/jobs/{self.job}/news":
            self.version = next(
                (one["version"] for one in json.loads(content)["last"] if one["paper"] == "sheet"),
                self.version,
            )
        elif kind == "edit" and status in (200, 409):
            # As a page does: what another was faster with is read, and the next edit is on it.
            self.version = _version(content)
            tally.conflicts += status == 409
        elif status >= 400:
            tally.wrong.append(f"{kind}: {status} {content[:120]!r}")

    def _wait_for(self, task: dict[str, Any]) -> None:
        """Look, as a page does, until what was handed over is done."""
        pause = FIRST_LOOK_S
        while task["state"] in ("waiting", "working"):
            time.sleep(pause)
            pause = min(pause * 1.5, 1.0)
            task = json.loads(self.ask("GET", f"/api/tasks/{task['id']}")[1])


def _version(content: bytes) -> int:
    said = json.loads(content)
    # What was written, or what stands where somebody else was faster.
    now = said.get("job") or said["current"]
    return int(now["sheet_version"])


def memory_mb(pids: list[int]) -> float:
    """Memory of processes with all that they started, each shared page counted once."""
    asked = ["pgrep", "-P", ",".join(map(str, pids))]
    begun = subprocess.run(asked, capture_output=True, text=True, check=False).stdout.split()
    kb = 0
    for one in (*pids, *begun):
        for line in Path(f"/proc/{one}/smaps_rollup").read_text().splitlines():
            if line.startswith("Pss:"):
                kb += int(line.split()[1])
    return kb / 1024


def vehicles(address: str) -> list[int]:
    """Return a vehicle for every two people: copies of those that are there."""
    lead = Visitor(address, 0)
    lead.sign_in()
    _, content = lead.ask("GET", "/api/jobs")
    rows = [job["id"] for job in json.loads(content)["rows"]]
    # Whoever plans and prints has chosen something.
    there = [job for job in rows if lead.ask("GET", f"/api/jobs/{job}/work")[0] == 200]
    copies: list[int] = []
    for number in range(len(there) + PEOPLE // TO_A_VEHICLE):
        told = {"name": f"Load {number}", "kind": "upgrade", "with_choice": True}
        first = there[number % len(there)]
        status, content = lead.ask("POST", f"/api/jobs/{first}/copy", told)
        if status != 201:
            raise RuntimeError(f"copying {first} answered {status}: {content[:200]!r}")
        copy = json.loads(content)["id"]
        if lead.ask("GET", f"/api/jobs/{copy}/work")[0] == 200:
            copies.append(copy)
    return copies


def run(address: str, seconds: float, pids: list[int]) -> dict[str, Any]:
    """Let everybody work and return what it took, by kind of thing done."""
    jobs = vehicles(address)
    people = [Visitor(address, number) for number in range(1, PEOPLE + 1)]
    for one in people:
        one.sign_in()
        one.job, one.mix = jobs[one.number % len(jobs)], MIXES[one.number % len(jobs) % len(MIXES)]
    tally = Tally()
    begun = time.monotonic()
    threads = [threading.Thread(target=one.work, args=(begun + seconds, tally)) for one in people]
    for thread in threads:
        thread.start()
    most = 0.0
    while any(thread.is_alive() for thread in threads):
        most = max(most, memory_mb(pids))
        time.sleep(2)
    whole = time.monotonic() - begun
    quick = [s for kind, spent in tally.spent.items() if kind not in SLOW for s in spent]
    every = [s for spent in tally.spent.values() for s in spent]
    kinds = {"all but rank and print": quick, "all": every, **tally.spent}
    return {
        "requests_a_second": len(every) / whole,
        "memory_mb": most,
        "wrong": tally.wrong,
        "conflicts": tally.conflicts,
        "kinds": {
            kind: {
                "times": len(spent),
                "p50_ms": statistics.median(spent) * 1e3,
                "p95_ms": statistics.quantiles(spent, n=20)[-1] * 1e3,
            }
            for kind, spent in kinds.items()
            if len(spent) > 1
        },
    }


def table(found: dict[str, Any]) -> str:
    """Return what was found as a table with its sum in words."""
    lines = ["| what | times | p50 | p95 |", "|---|---:|---:|---:|"]
    lines += [
        f"| {kind} | {one['times']} | {one['p50_ms']:.0f} ms | {one['p95_ms']:.0f} ms |"
        for kind, one in found["kinds"].items()
    ]
    words = (
        f"{found['requests_a_second']:.0f} requests a second, {found['memory_mb']:.0f} MB at most, "
        f"{found['conflicts']} edits that another's was faster than, "
        f"{len(found['wrong'])} refused or dropped; {os.cpu_count()} cores, which also sent them."
    )
    return "\n".join([*lines, "", words])


def asked(found: dict[str, Any], evaluation_ms: float) -> list[targets.Figure]:
    """Return what is asked of fifty people at once, each beside what was measured."""
    quick = found["kinds"]["all but rank and print"]["p95_ms"]
    return [
        targets.Figure(words, unit, value, target, evaluation_ms)
        for words, unit, value, target in (
            ("p95 of all but ranking and prints", "ms", quick, "under 600"),
            (
                "requests answered while one evaluation takes",
                "",
                found["requests_a_second"] * evaluation_ms / 1e3,
                f"at least {60 * targets.EVALUATION_MS / 1e3:g}",
            ),
            ("memory at most", "MB", found["memory_mb"], "under 600"),
            ("refused or dropped", "", len(found["wrong"]), "at most 0"),
        )
    ]


def main(address: str, pids: str, seconds: float = WHOLE_S) -> None:
    found = run(address, seconds, [*map(int, pids.split(","))])
    print(f"\n{table(found)}", *sorted({*found["wrong"]})[:10], sep="\n  ")
    print(json.dumps(found))
    evaluation_ms = evaluation.measure()["evaluation_processor_ms"]
    said = f"One evaluation took {evaluation_ms:.1f} ms just after."
    figures = targets.table(asked(found, evaluation_ms))
    print(f"\n{said}\n\n{figures}")
    if seconds >= WHOLE_S:
        targets.write_down("load", f"{said}\n\n{figures}\n\n{table(found)}")


if __name__ == "__main__":
    main(sys.argv[1], sys.argv[2], *map(float, sys.argv[3:]))
