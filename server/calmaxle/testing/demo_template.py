"""The demo shop, loaded once for each state of the code and each day, then copied.

Run as a program it loads the shop and exits; a run of tests begins that beside its first tests.
"""

from __future__ import annotations

import contextlib
import fcntl
import os
import shutil
import subprocess
import sys
from collections.abc import Iterator
from datetime import date
from pathlib import Path
from typing import Any

import django
from django.conf import settings

from calmaxle.testing import databases
from calmaxle.testing.source_digest import source_digest

PREFIX = "demo_template_"
_HOME = settings.ROOT / ".run" / "demo-template"


def demo_template() -> tuple[str, Path]:
    """Return the database and the folder of its files, loaded by now; waits where it is not yet."""
    name = _name()
    if not databases.exists(name):
        # Where another process is at it, this one waits for that.
        subprocess.run(_PROGRAM, check=True, **_asked(name))
    return name, _media(name)


def begin_demo_template() -> None:
    """Begin to load the shop in a process beside this one, unless it is there."""
    name = _name()
    if not databases.exists(name):
        subprocess.Popen(_PROGRAM, **_asked(name))


_PROGRAM = [sys.executable, "-m", "calmaxle.testing.demo_template"]


def _name() -> str:
    rooms = (settings.ROOT / "core" / "axlecore", settings.ROOT / "server")
    files = (
        file
        for room in rooms
        for file in room.rglob("*")
        if file.is_file() and not {"tests", "testing", "__pycache__"} & {*file.parts}
    )
    # What is due, and when a run was driven, is counted from the day it is loaded.
    return f"{PREFIX}{date.today():%m%d}_{source_digest(files)}"


def _media(name: str) -> Path:
    media: Path = _HOME / name
    return media


def _asked(name: str) -> dict[str, Any]:
    """Return how the program is begun: where, with which settings, and silent if all goes well."""
    paths = (settings.ROOT / "server", os.environ.get("PYTHONPATH", ""))
    environment = {
        **os.environ,
        "PYTHONPATH": os.pathsep.join(filter(None, map(str, paths))),
        "DJANGO_SETTINGS_MODULE": "calmaxle.settings",
        "CALM_AXLE_MEDIA": str(_media(name)),
        "CALM_AXLE_DEMO_TEMPLATE": name,
    }
    return {"cwd": settings.ROOT, "env": environment, "stdout": subprocess.DEVNULL}


@contextlib.contextmanager
def _alone() -> Iterator[None]:
    _HOME.mkdir(parents=True, exist_ok=True)
    with (_HOME / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield


def _load(name: str) -> None:
    """Load the shop into a copy of the empty database, which bears its name once it is whole."""
    from django.core.management import call_command
    from django.db import connection

    from calmaxle.testing.schema_template import schema_template

    partial = f"{name}_partial"
    shutil.rmtree(_media(name), ignore_errors=True)
    databases.copy(schema_template(), partial)
    connection.settings_dict["NAME"] = partial
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    call_command("load_demo", verbosity=0)
    connection.close()
    databases.drop_others(PREFIX, keep=partial)
    databases.rename(partial, name)


if __name__ == "__main__":
    django.setup()
    with _alone():
        wanted = os.environ["CALM_AXLE_DEMO_TEMPLATE"]
        if not databases.exists(wanted):
            _load(wanted)
