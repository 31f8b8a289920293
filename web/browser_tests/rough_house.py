"""A server and a database of their own, to be killed in the middle of work and started again."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any

import psycopg
from django.conf import settings
from django.db import connection

sys.path.insert(0, str(settings.ROOT / "house"))

from database import Cluster, free_port, wait_for_port
from serving import Served
from setup import POSTGRES_BIN


class RoughHouse:
    """What the test's own database holds, served by itself; kept as durably as a shop's."""

    def __init__(self) -> None:
        self.folder = tempfile.TemporaryDirectory()
        self.cluster = Cluster(f"rough-{os.getpid()}")
        self.port = free_port()
        self.cluster.start()
        self._copy_in()
        static = Path(self.folder.name) / "static"
        static.mkdir()
        (static / "app").symlink_to(settings.BUILT_WEB)
        self.start_server()

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def start_server(self) -> None:
        self.server = self.serve(self.port, "server")

    def serve(self, port: int, name: str) -> subprocess.Popen[bytes]:
        """Begin a server on a port of loopback; every one has the same database and files."""
        begun = self.served.begin_server(port, name)
        if not wait_for_port(port, 30):
            raise AssertionError(self.served.log.read_text())
        return begun

    @property
    def served(self) -> Served:
        folder = Path(self.folder.name)
        more = {
            "CALM_AXLE_MEDIA": str(folder / "media"),
            "CALM_AXLE_STATIC": str(folder / "static"),
            "CALM_AXLE_SECRET_KEY": settings.SECRET_KEY,
        }
        return Served(self.cluster, folder, more)

    def kill_server(self) -> None:
        """Without a word: master and workers at once."""
        os.killpg(self.server.pid, signal.SIGKILL)
        self.server.wait()
        (Path(self.folder.name) / "server.pid").unlink(missing_ok=True)

    def kill_database(self) -> None:
        self.cluster.crash()

    def start_database(self) -> None:
        self.cluster.start()

    def rows(self, sql: str, values: dict[str, Any]) -> list[tuple[Any, ...]]:
        """Ask the database itself."""
        with psycopg.connect(**self._login()) as there:
            return there.execute(sql, values).fetchall()

    def end(self) -> None:
        self.kill_server()
        self.cluster.remove()
        self.folder.cleanup()

    def _login(self) -> dict[str, Any]:
        facts = self.cluster.facts()
        return {
            "host": "127.0.0.1",
            "port": facts["port"],
            "user": "calmaxle",
            "password": facts["password"],
            "dbname": "calmaxle",
        }

    def _copy_in(self) -> None:
        there, here = self._login(), connection.settings_dict
        dumped = subprocess.run(
            [
                POSTGRES_BIN / "pg_dump",
                "--schema=public",
                "--no-owner",
                "-h",
                "127.0.0.1",
                "-p",
                str(here["PORT"]),
                "-U",
                here["USER"],
                here["NAME"],
            ],
            env={**os.environ, "PGPASSWORD": here["PASSWORD"]},
            capture_output=True,
            check=True,
        )
        subprocess.run(
            [
                POSTGRES_BIN / "psql",
                "-q",
                "-h",
                "127.0.0.1",
                "-p",
                there["port"],
                "-U",
                there["user"],
                there["dbname"],
            ],
            env={**os.environ, "PGPASSWORD": there["password"]},
            input=dumped.stdout,
            capture_output=True,
            check=True,
        )
