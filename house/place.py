"""Where a shop's data lives: apart from all that is built, chosen once, and from then on found.

The place is written down in the checkout; the place itself bears the same mark. One that cannot be
reached, or bears another mark, is an error: nobody is ever shown a fresh empty shop instead.
"""

import hashlib
import json
import os
import secrets
import subprocess
from collections.abc import Callable
from pathlib import Path
from typing import Any

from paths import ROOT
from setup import fail

WRITTEN = ROOT / ".place.json"
MARK = "calm-axle.json"


def place() -> Path:
    """Return the folder of this checkout's data; chosen where none is written down yet."""
    if not WRITTEN.exists():
        return _chosen()
    written = json.loads(WRITTEN.read_text())
    folder = Path(written["folder"])
    there = _marked(folder)
    if there is None:
        fail(
            f"The shop's data is kept in {folder}, which cannot be read. Bring it back, such as by "
            "mounting the disk; nothing is begun without it. Only where it is lost for good: "
            f"remove {WRITTEN}, then put a backup in a new place with  make restore FILE=…"
        )
    if there["mark"] != written["mark"]:
        fail(f"{folder} holds the data of another shop than this one. Put this one's back there.")
    return folder


def note_made(name: str) -> None:
    """Note in the place that a database was made there."""
    _note(lambda made: {*made, name})


def note_lost(name: str) -> None:
    """Note that a database is gone for good, so that one may be made for a backup of it."""
    _note(lambda made: made - {name})


def _note(change: Callable[[set[str]], set[str]]) -> None:
    folder = place()
    there = _marked(folder) or {}
    write_whole(folder / MARK, there | {"made": sorted(change({*there["made"]}))})


def was_made(name: str) -> bool:
    """Return whether a database of this name was once made in the place."""
    return name in (_marked(place()) or {})["made"]


def reachable(folder: Path) -> bool:
    """Return whether PostgreSQL, which refuses to be root, can reach a folder."""
    if os.geteuid() != 0:
        return True
    line = ["runuser", "-u", "postgres", "--", "test", "-x", str(folder)]
    return subprocess.run(line, check=False).returncode == 0


def beside(inside: Path) -> Path:
    """Return a folder for databases: this one, or one of the system's where it is out of reach."""
    inside.mkdir(parents=True, exist_ok=True)
    if reachable(inside):
        return inside
    return Path("/var/lib/calm-axle") / hashlib.sha256(str(ROOT).encode()).hexdigest()[:12]


def _chosen() -> Path:
    asked = os.environ.get("CALM_AXLE_DATA")
    folder = Path(asked).resolve() if asked else beside(ROOT / ".data")
    folder.mkdir(parents=True, exist_ok=True)
    if not reachable(folder):
        fail(f"PostgreSQL's user cannot reach {folder}; choose another with CALM_AXLE_DATA.")
    there = _marked(folder)
    if there is None:
        if asked and any(folder.iterdir()):
            fail(f"{folder} holds something else already; choose an empty folder.")
        there = {"mark": secrets.token_hex(8), "made": []}
        write_whole(folder / MARK, there)
    write_whole(WRITTEN, {"folder": str(folder), "mark": there["mark"]})
    return folder


def _marked(folder: Path) -> dict[str, Any] | None:
    try:
        found: dict[str, Any] = json.loads((folder / MARK).read_text())
    except (OSError, ValueError):
        return None
    return found if "mark" in found else None


def write_whole(file: Path, content: dict[str, Any], mode: int = 0o644) -> None:
    """Write a file of JSON whole or not at all."""
    partial = file.with_suffix(".partial")
    partial.touch(mode)
    with partial.open("w") as out:
        json.dump(content, out)
        out.flush()
        os.fsync(out.fileno())
    partial.replace(file)
