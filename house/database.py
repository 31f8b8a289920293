"""A private PostgreSQL cluster on loopback: one for demo data, one for tests.

Each has its own folder, port and password. The demo's is where the shop's data lives and is as
durable as can be; a cluster of tests is under .run/ and gives up durability for speed.
"""

import json
import os
import secrets
import shutil
import socket
import subprocess
import tempfile
import time
from dataclasses import dataclass
from pathlib import Path
from typing import IO

from guard import guarded
from paths import RUN
from place import beside, note_made, place, was_made, write_whole
from setup import POSTGRES_BIN, fail, needs_user

ROLE = DATABASE = "calmaxle"
#: Clusters that hold what nobody could make again.
KEPT = frozenset({"demo", "shop"})


@dataclass(frozen=True)
class Cluster:
    """One cluster by name, such as "demo" or "shop"."""

    name: str

    @property
    def kept(self) -> bool:
        """Whether it holds what nobody could make again."""
        return self.name in KEPT

    @property
    def home(self) -> Path:
        """Its folder; outside the checkout only where postgres cannot reach the checkout."""
        return (place() if self.kept else beside(RUN / "postgres")) / self.name

    @property
    def media(self) -> Path:
        """Photos and papers that belong to its rows."""
        return self.home / "media"

    @property
    def backups(self) -> Path:
        """Where its backups are put if nobody names another folder."""
        return self.home / "backups"

    @property
    def data(self) -> Path:
        return self.home / "data"

    @property
    def facts_file(self) -> Path:
        # Inside what it is about: made and moved with it in one go.
        return self.data / "calm-axle.json"

    def facts(self) -> dict[str, str]:
        """Port and password, as kept when the cluster was made."""
        found: dict[str, str] = json.loads(self.facts_file.read_text())
        return found

    def environment(self) -> dict[str, str]:
        """What the application needs to know, as environment variables."""
        facts = self.facts()
        return {
            "CALM_AXLE_DATABASE_PORT": facts["port"],
            "CALM_AXLE_DATABASE_PASSWORD": facts["password"],
            "CALM_AXLE_SECRET_KEY": facts["secret_key"],
            "CALM_AXLE_MEDIA": str(self.media),
        }

    def start(self) -> None:
        """Make the cluster if there is none, start it if it stands still, make its database."""
        if not self.facts_file.exists():
            self._adopt_earlier()
        if not self.facts_file.exists():
            if self.kept and was_made(self.name):
                fail(
                    f"The database that was in {self.data} is not there, and a new one is not made "
                    "in its place. Put the folder back, or a backup: make restore FILE=… OVER=yes"
                )
            self._make()
        if self.kept:
            note_made(self.name)
        if not self._running():
            self._free_port()
            durability = "-c fsync=off -c synchronous_commit=off -c full_page_writes=off"
            options = (
                f"-c listen_addresses=127.0.0.1 -c port={self.facts()['port']} "
                f"-c unix_socket_directories={self.home} -c max_connections=60 "
                + (durability if self.name == "test" else "")
            )
            done = self._as_postgres(
                "pg_ctl",
                "-D",
                self.data,
                "-l",
                self.home / "log",
                "-w",
                "-t",
                "60",
                "-o",
                options,
                "start",
            )
            if done.returncode:
                fail(f"PostgreSQL did not start; its log is {self.home / 'log'}.\n{done.stdout}")
        self._make_role_and_database()

    def stop(self) -> bool:
        """Stop the cluster; False where it did not run."""
        if not self.facts_file.exists() or not self._running():
            return False
        self._as_postgres("pg_ctl", "-D", self.data, "-m", "fast", "-w", "stop")
        return True

    def remove(self) -> None:
        """Stop the cluster and take away all that it holds."""
        self.stop()
        shutil.rmtree(self.home, ignore_errors=True)

    def crash(self) -> None:
        """End the cluster as a power cut would: nothing is finished, the next start recovers."""
        self._as_postgres("pg_ctl", "-D", self.data, "-m", "immediate", "-w", "stop")

    def dump(self, to: Path) -> None:
        """Write one moment of its database to a file, while it serves."""
        with to.open("wb") as out:
            self._program("pg_dump", "--format=custom", "-d", DATABASE, stdout=out)

    def as_sql(self) -> str:
        """Return its database as text, without roles and rights."""
        return self._program("pg_dump", "--no-owner", "--no-privileges", "-d", DATABASE)

    def load(self, dump: Path, database: str, owner: str) -> None:
        """Make a database of this name from what `dump` wrote."""
        self._ask(f"drop database if exists {database}")
        self._ask(f"create database {database} owner {owner}")
        words = ("--no-owner", f"--role={owner}", "--exit-on-error", "-d", database, dump)
        self._program("pg_restore", *words)

    def holds_anything(self) -> bool:
        """Return whether there is a shop in its database."""
        there = "select count(*) from pg_tables where tablename = 'shops_shop'"
        if self._ask(there, DATABASE) == "0":
            return False
        return self._ask("select count(*) from shops_shop", DATABASE) != "0"

    def swap_in(self, database: str, aside: str) -> None:
        """Give a database the name that is served from; the one that has it gets another."""
        self._ask(
            f"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{DATABASE}'"
        )
        self._ask(f"alter database {DATABASE} rename to {aside}")
        self._ask(f"alter database {database} rename to {DATABASE}")

    def _running(self) -> bool:
        return self._as_postgres("pg_ctl", "-D", self.data, "status").returncode == 0

    def _adopt_earlier(self) -> None:
        """Move here what earlier versions kept under .run/, photos with it."""
        earlier = beside(RUN / "postgres") / self.name
        data, facts = earlier / "data", earlier / "facts.json"
        if not self.kept or not (data / "PG_VERSION").exists():
            return
        self._as_postgres("pg_ctl", "-D", data, "-m", "fast", "-w", "stop")
        if facts.exists():
            facts.rename(data / self.facts_file.name)
        self.home.mkdir(parents=True, exist_ok=True)
        if os.geteuid() == 0:
            shutil.chown(self.home, "postgres")
        if (RUN / "media").exists():
            shutil.move(RUN / "media", self.media)
        # Last: whoever is stopped before finds it here again.
        shutil.move(data, self.data)

    def _free_port(self) -> None:
        facts = self.facts()
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", int(facts["port"]))) != 0:
                return
        # Somebody else took the port since; the data does not depend on it.
        self._keep(facts | {"port": str(free_port())})

    def _keep(self, facts: dict[str, str]) -> None:
        write_whole(self.facts_file, facts, 0o600)

    def _make(self) -> None:
        """Make the cluster beside its place and move it there, so that it is whole or absent."""
        self.home.mkdir(parents=True, exist_ok=True)
        partial, password_file = self.home / "data.partial", self.home / "password"
        for leftover in (partial, self.data):
            shutil.rmtree(leftover, ignore_errors=True)
        facts = {
            "port": str(free_port()),
            "password": secrets.token_urlsafe(24),
            "admin_password": secrets.token_urlsafe(24),
            "secret_key": secrets.token_urlsafe(48),
        }
        password_file.touch(mode=0o600)
        password_file.write_text(facts["admin_password"])
        if os.geteuid() == 0:
            shutil.chown(self.home, "postgres")
            shutil.chown(password_file, "postgres")
        code, said = self._guarded_as_postgres(
            "initdb",
            "-D",
            partial,
            "-U",
            "postgres",
            "--auth=scram-sha-256",
            f"--pwfile={password_file}",
            "--locale=C.UTF-8",
            "--encoding=UTF8",
        )
        password_file.unlink()
        if code:
            fail(f"The database folder could not be made in {self.home}.\n{said}")
        write_whole(partial / self.facts_file.name, facts, 0o600)
        partial.rename(self.data)

    def _make_role_and_database(self) -> None:
        facts = self.facts()
        secret = facts["password"]
        if self._ask(f"select 1 from pg_roles where rolname = '{ROLE}'") != "1":
            # The tests make a database of their own, so the role may.
            self._ask(f"create role {ROLE} login createdb password '{secret}'")
        if self._ask(f"select 1 from pg_database where datname = '{DATABASE}'") != "1":
            self._ask(f"create database {DATABASE} owner {ROLE}")

    def _ask(self, sql: str, database: str = "postgres") -> str:
        return self._program("psql", "-d", database, "-XAtqc", sql).strip()

    def _program(
        self, program: str, *words: str | Path, stdout: IO[bytes] | int = subprocess.PIPE
    ) -> str:
        """Run one of PostgreSQL's programs on the running cluster and return what it says."""
        facts = self.facts()
        line = [POSTGRES_BIN / program, "-h", "127.0.0.1", "-p", facts["port"], "-U", "postgres"]
        done = subprocess.run(
            [*map(str, line), *map(str, words)],
            env={
                **os.environ,
                "PGPASSWORD": facts["admin_password"],
                "PGCONNECT_TIMEOUT": "30",
            },
            stdin=subprocess.DEVNULL,
            stdout=stdout,
            stderr=subprocess.PIPE,
            check=False,
        )
        if done.returncode:
            fail(f"The database refused: {done.stderr.decode(errors='replace').strip()}")
        return (done.stdout or b"").decode()

    def _as_postgres(self, program: str, *words: str | Path) -> "subprocess.CompletedProcess[str]":
        """PostgreSQL refuses to run as root, so root hands over to Debian's postgres user."""
        line = self._line(program, *words)
        # A file, not a pipe: the server inherits it and would keep a pipe open for ever.
        with tempfile.TemporaryFile("w+") as out:
            done = subprocess.run(
                line,
                cwd="/",
                stdout=out,
                stderr=out,
                stdin=subprocess.DEVNULL,
                timeout=120,
                check=False,
            )
            out.seek(0)
            return subprocess.CompletedProcess(line, done.returncode, out.read())

    def _guarded_as_postgres(self, program: str, *words: str | Path) -> tuple[int, str]:
        """As above, for what makes things: it ends with this run, and says so with its words."""
        with tempfile.TemporaryFile("w+") as out:
            code = guarded(*self._line(program, *words), cwd="/", out=out)
            out.seek(0)
            return code, out.read()

    def _line(self, program: str, *words: str | Path) -> list[str]:
        line = [str(POSTGRES_BIN / program), *(str(w) for w in words)]
        if os.geteuid() != 0:
            return line
        needs_user("postgres", "which PostgreSQL runs as")
        return ["runuser", "-u", "postgres", "--", *line]


def free_port() -> int:
    """Return a port on loopback that nobody listens on."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def wait_for_port(port: int, seconds: float) -> bool:
    """Return whether somebody listens on a loopback port within some seconds."""
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)) == 0:
                return True
        time.sleep(0.1)
    return False
