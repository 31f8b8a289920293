"""Fifty people at once for three minutes, mixed as a shop mixes: load.py ADDRESS [SECONDS].

Each person reads, edits, evaluates, fits, ranks and prints on vehicles of their own and thinks
between; what is asked is what the pages ask. Prints a table of each kind of request.
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
#: What may take its time.
SLOW = frozenset({"rank", "print"})


@dataclass
class Tally:
    """What all people were answered."""

    spent: dict[str, list[float]] = field(default_factory=lambda: defaultdict(list))
    wrong: list[str] = field(default_factory=list)


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

    def requests(self, kind: str) -> list[tuple[str, str, Any]]:
        """What a page asks for one thing that is done."""
        job = f"/api/jobs/{self.job}"
        edit = {
            "base_version": self.version,
            "place": "wheelbase_m",
            "typed": f"{4000 + self.random.randint(0, 900)} mm",
            "known": "measured",
        }
        asks: dict[str, list[tuple[str, str, Any]]] = {
            "yard": [("GET", "/api/jobs", None)],
            "news": [("GET", f"{job}/news", None)],
            "open": [("GET", job, None), ("GET", f"{job}/practice", None)],
            "edit": [("PATCH", f"{job}/sheet", edit)],
            "evaluate": [("GET", f"{job}/assessment", None)],
            "fit": [("GET", f"{job}/fit", None)],
            "plan": [("GET", f"{job}/work", None)],
            "rank": [("GET", f"{job}/ranking?state=trip_ready", None)],
            "print": [("GET", f"{job}/job-sheet.pdf", None)],
        }
        return asks[kind]

    def work(self, until: float, tally: Tally) -> None:
        while time.monotonic() < until:
            (kind,) = self.random.choices(list(self.mix), list(self.mix.values()))
            for method, path, body in self.requests(kind):
                self._timed(kind, method, path, body, tally)
            time.sleep(self.random.uniform(*THINK_S))

    def _timed(self, kind: str, method: str, path: str, body: Any, tally: Tally) -> None:
        begun = time.perf_counter()
        try:
            status, content = self.ask(method, path, body)
        except (OSError, http.client.HTTPException) as error:
            tally.wrong.append(f"{kind}: {error!r}")
            self.connection = http.client.HTTPConnection(self.host, timeout=60)
            return
        tally.spent[kind].append(time.perf_counter() - begun)
        if kind == "edit" and status in (200, 409):
            # As a page does: what another was faster with is read, and the next edit is on it.
            self.version = _version(content, self.version)
        elif status >= 400:
            tally.wrong.append(f"{kind}: {status} {content[:120]!r}")


def _version(content: bytes, before: int) -> int:
    said = json.loads(content)
    found = said.get("job", said).get("sheet_version")
    return int(found) if found else before


def memory_mb(pid: int) -> float:
    """Memory of a server with all that it started, each shared page counted once."""
    ours = [
        pid,
        *map(
            int,
            subprocess.run(
                ["pgrep", "-P", str(pid)], capture_output=True, text=True, check=False
            ).stdout.split(),
        ),
    ]
    kb = 0
    for one in ours:
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


def run(address: str, seconds: float, pid: int) -> dict[str, Any]:
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
        most = max(most, memory_mb(pid))
        time.sleep(2)
    whole = time.monotonic() - begun
    quick = [s for kind, spent in tally.spent.items() if kind not in SLOW for s in spent]
    every = [s for spent in tally.spent.values() for s in spent]
    kinds = {"all but rank and print": quick, "all": every, **tally.spent}
    return {
        "requests_a_second": len(every) / whole,
        "memory_mb": most,
        "wrong": tally.wrong,
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


def main(address: str, pid: int, seconds: float = 180.0) -> None:
    found = run(address, seconds, pid)
    print(f"\n{'what':<24}{'times':>7}{'p50':>10}{'p95':>10}")
    for kind, one in found["kinds"].items():
        print(f"{kind:<24}{one['times']:>7}{one['p50_ms']:>7.0f} ms{one['p95_ms']:>7.0f} ms")
    print(f"{found['requests_a_second']:.1f} requests a second, {found['memory_mb']:.0f} MB")
    print(f"{len(found['wrong'])} refused or dropped", *sorted({*found["wrong"]})[:10], sep="\n  ")
    print(json.dumps({"cores": os.cpu_count(), **found}))


if __name__ == "__main__":
    main(sys.argv[1], int(sys.argv[2]), *map(float, sys.argv[3:]))
