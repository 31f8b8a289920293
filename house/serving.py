"""The processes that serve a shop: workers for requests, one for what takes its time, a front."""

import os
import signal
import subprocess
import time
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path

from database import Cluster, free_port, wait_for_port
from front import Front
from paths import PYTHON, ROOT
from setup import fail

_MANAGE = ROOT / "server" / "manage.py"
_GUNICORN = (
    "--workers",
    "2",
    "--threads",
    "4",
    "--keep-alive",
    "75",
    "--worker-tmp-dir",
    "/dev/shm",
    "--preload",
    "--no-control-socket",
)


def server_words(port: int, pid_file: Path) -> list[str]:
    """Return the command that answers requests on a port of loopback."""
    where = ["--bind", f"127.0.0.1:{port}", "--pid", str(pid_file)]
    return [str(PYTHON), "-m", "gunicorn", "calmaxle.wsgi", *_GUNICORN, *where]


def worker_words() -> list[str]:
    """Return the command that does what was handed over."""
    return [str(PYTHON), str(_MANAGE), "work"]


def environment(cluster: Cluster, more: Mapping[str, str]) -> dict[str, str]:
    """Return what a server's processes need to know; ``more`` is of one shop."""
    return {
        **os.environ,
        **cluster.environment(),
        # The front is the only one that is believed what it says of a caller.
        "CALM_AXLE_PROXIES": "127.0.0.1",
        "CALM_AXLE_BACKUPS": str(cluster.backups),
        # Threads that each keep a heap of their own take more memory than they use; what is freed
        # goes back, whatever was asked for at once before.
        "MALLOC_ARENA_MAX": "2",
        "MALLOC_TRIM_THRESHOLD_": "1000000",
        "MALLOC_MMAP_THRESHOLD_": "1000000",
        **more,
        "PYTHONPATH": str(ROOT / "server"),
    }


@dataclass(frozen=True)
class Served:
    """A shop that is served in the background, by the folder of its pids and logs.

    Parameters
    ----------
    cluster : Cluster
        What it is served from.
    home : Path
        Where its processes write down their numbers, and what they say.
    more : mapping
        Of its environment.
    """

    cluster: Cluster
    home: Path
    more: Mapping[str, str] = field(default_factory=dict)

    @property
    def front(self) -> Front:
        return Front(self.home / "front")

    @property
    def log(self) -> Path:
        return self.home / "server.log"

    def pid_file(self, name: str) -> Path:
        return self.home / f"{name}.pid"

    def begin(self, listen: str, port: int, beside: str = "") -> None:
        """Begin all three; ``listen`` is what the front is told, and ``port`` where it answers.

        What it serves ``beside`` that is a server of its own.
        """
        self.home.mkdir(parents=True, exist_ok=True)
        within = free_port()
        server = self.begin_server(within)
        if not wait_for_port(within, 30) or server.poll() is not None:
            fail(f"The server did not start; its log is {self.log}.")
        self.begin_worker()
        begun = self.front.begin(listen, [within], beside)
        if not wait_for_port(port, 10) or begun.poll() is not None:
            fail(f"Nothing listens on port {port}; what was said is in {self.front.home}.")

    def begin_server(self, port: int, name: str = "server") -> "subprocess.Popen[bytes]":
        """Begin what answers requests, on a port of loopback."""
        return self._begin(server_words(port, self.pid_file(name)), name)

    def begin_worker(self) -> "subprocess.Popen[bytes]":
        """Begin what does the work that was handed over."""
        return self._begin(worker_words(), "worker")

    def pids(self) -> list[int]:
        """Return the numbers of server and worker."""
        return [int(self.pid_file(name).read_text()) for name in ("server", "worker")]

    def end(self) -> bool:
        """End what was begun; False where nothing was."""
        ended = [
            end(self.front.pid_file, str(self.front.home)),
            end(self.pid_file("server"), str(self.pid_file("server"))),
            end(self.pid_file("worker"), str(_MANAGE)),
        ]
        return any(ended)

    def _begin(self, words: Sequence[str], name: str) -> "subprocess.Popen[bytes]":
        with self.log.open("a") as log:
            begun = subprocess.Popen(
                words,
                cwd=ROOT / "server",
                env=environment(self.cluster, self.more),
                stdout=log,
                stderr=log,
                stdin=subprocess.DEVNULL,
                start_new_session=True,
            )
        # At once: whoever is ended in the next moment leaves nothing that nobody knows of.
        self.pid_file(name).write_text(str(begun.pid))
        return begun


def end(pid_file: Path, mark: str) -> bool:
    """End a process by the id it wrote down, if it is still ours: its command line has a mark."""
    try:
        pid = int(pid_file.read_text())
        words = Path(f"/proc/{pid}/cmdline").read_bytes()
    except (OSError, ValueError):
        return False
    if mark.encode() not in words:
        return False
    os.kill(pid, signal.SIGTERM)
    until = time.monotonic() + 15
    while time.monotonic() < until and Path(f"/proc/{pid}").exists():
        try:
            # Ours only if this very process started it; otherwise init collects it.
            os.waitpid(pid, os.WNOHANG)
        except ChildProcessError:
            time.sleep(0.1)
    return True
