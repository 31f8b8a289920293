"""A private PostgreSQL cluster on loopback: one for demo data, one for tests.

Each has its own folder, port and password under .run/. The test cluster gives up
durability for speed; the demo cluster never does.
"""

import hashlib
import json
import os
import secrets
import shutil
import socket
import subprocess
import time
from dataclasses import dataclass
from pathlib import Path

from paths import ROOT, RUN
from setup import POSTGRES_BIN, fail

ROLE = DATABASE = "calmaxle"


@dataclass(frozen=True)
class Cluster:
    """One cluster by name, "demo" or "test"."""

    name: str

    @property
    def home(self) -> Path:
        """Its folder; outside the checkout only where postgres cannot reach the checkout."""
        inside = RUN / "postgres"
        inside.mkdir(parents=True, exist_ok=True)
        if os.geteuid() != 0 or _postgres_can_reach(inside):
            return inside / self.name
        mark = hashlib.sha256(str(ROOT).encode()).hexdigest()[:12]
        return Path("/var/lib/calm-axle") / mark / self.name

    @property
    def data(self) -> Path:
        return self.home / "data"

    @property
    def facts_file(self) -> Path:
        return self.home / "facts.json"

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
        }

    def start(self) -> None:
        """Make the cluster if there is none, start it if it stands still, make its database."""
        if not self.facts_file.exists():
            self._make()
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

    def _running(self) -> bool:
        return self._as_postgres("pg_ctl", "-D", self.data, "status").returncode == 0

    def _free_port(self) -> None:
        facts = self.facts()
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", int(facts["port"]))) != 0:
                return
        # Somebody else took the port since; the data does not depend on it.
        self._keep(facts | {"port": str(free_port())})

    def _keep(self, facts: dict[str, str]) -> None:
        partial = self.facts_file.with_suffix(".partial")
        partial.touch(mode=0o600)
        partial.write_text(json.dumps(facts))
        partial.replace(self.facts_file)

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
        done = self._as_postgres(
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
        if done.returncode:
            fail(f"The database folder could not be made in {self.home}.\n{done.stdout}")
        partial.rename(self.data)
        self._keep(facts)

    def _make_role_and_database(self) -> None:
        facts = self.facts()
        secret = facts["password"]
        if self._ask(f"select 1 from pg_roles where rolname = '{ROLE}'") != "1":
            # The tests make a database of their own, so the role may.
            self._ask(f"create role {ROLE} login createdb password '{secret}'")
        if self._ask(f"select 1 from pg_database where datname = '{DATABASE}'") != "1":
            self._ask(f"create database {DATABASE} owner {ROLE}")

    def _ask(self, sql: str) -> str:
        facts = self.facts()
        environment = {**os.environ, "PGPASSWORD": facts["admin_password"]}
        done = subprocess.run(
            [
                POSTGRES_BIN / "psql",
                "-h",
                "127.0.0.1",
                "-p",
                facts["port"],
                "-U",
                "postgres",
                "-d",
                "postgres",
                "-XAtqc",
                sql,
            ],
            env=environment,
            capture_output=True,
            text=True,
            timeout=60,
            check=False,
        )
        if done.returncode:
            fail(f"The database refused: {done.stderr.strip()}")
        return done.stdout.strip()

    def _as_postgres(self, program: str, *words: str | Path) -> "subprocess.CompletedProcess[str]":
        """PostgreSQL refuses to run as root, so root hands over to Debian's postgres user."""
        line = [str(POSTGRES_BIN / program), *(str(w) for w in words)]
        if os.geteuid() == 0:
            line = ["runuser", "-u", "postgres", "--", *line]
        log = RUN / "postgres.out"
        # A file, not a pipe: the server inherits it and would keep a pipe open for ever.
        with log.open("w+") as out:
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


def _postgres_can_reach(folder: Path) -> bool:
    done = subprocess.run(
        ["runuser", "-u", "postgres", "--", "test", "-x", str(folder)], check=False
    )
    return done.returncode == 0


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
