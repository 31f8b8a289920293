"""Commands of the house: `python house/serve.py demo | stop | manage … | test …`."""

import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable, Container, Sequence
from pathlib import Path

from backup import backup, permit, restore
from database import Cluster, free_port, wait_for_port
from front import Front
from paths import FRONT_HOME, PYTHON, ROOT, RUN, SERVER_LOG, SERVER_PID, SERVER_PORT
from place import note_lost
from setup import fail, set_up

FIRST_CHOICE_PORT = 8630
FRONT = Front(FRONT_HOME)


def manage(cluster: Cluster, *words: str) -> int:
    """Run a Django command against a cluster and return its exit code."""
    environment = {**os.environ, **cluster.environment()}
    line = [str(PYTHON), "-W", "error::RuntimeWarning", str(ROOT / "server" / "manage.py"), *words]
    return subprocess.run(line, env=environment, cwd=ROOT, check=False).returncode


def ready(name: str, but: Container[str] = ()) -> Cluster:
    """Set everything up, ``but`` the steps named, and start a cluster."""
    set_up(but)
    cluster = Cluster(name)
    cluster.start()
    return cluster


def demo(_: Sequence[str]) -> int:
    """Set up, migrate, load the demo shop once, serve in the background, say where."""
    cluster = ready("demo")
    if manage(cluster, "prepare_demo"):
        fail("The demo's database could not be prepared; what it said is above.")
    _stop_server()
    port, workers_port = _serving_port(), free_port()
    server = begin_server(cluster, workers_port, SERVER_PID, SERVER_LOG)
    if not wait_for_port(workers_port, 30) or server.poll() is not None:
        fail(f"The server did not start; its log is {SERVER_LOG}.")
    begin_front(port, workers_port, FRONT)
    SERVER_PORT.write_text(str(port))
    print(
        f"\nCalm Axle is at  http://127.0.0.1:{port}/\n"
        "Demo sign-in     wren   (password: longcauseway)\n"
        "Stop it with     make stop\n"
    )
    return 0


def begin_server(
    cluster: Cluster, port: int, pid_file: Path, log_file: Path, **more: str
) -> "subprocess.Popen[bytes]":
    """Begin to serve from a cluster on a port of loopback; ``more`` is of its environment."""
    environment = {
        **os.environ,
        **cluster.environment(),
        # The front is the only one that is believed what it says of a caller.
        "CALM_AXLE_PROXIES": "127.0.0.1",
        "CALM_AXLE_BACKUPS": str(cluster.backups),
        # Threads that each keep a heap of their own take more memory than they use.
        "MALLOC_ARENA_MAX": "4",
        **more,
        "PYTHONPATH": str(ROOT / "server"),
    }
    with log_file.open("a") as log:
        return subprocess.Popen(
            [
                str(PYTHON),
                "-m",
                "gunicorn",
                "calmaxle.wsgi",
                "--bind",
                f"127.0.0.1:{port}",
                "--workers",
                "2",
                "--threads",
                "4",
                "--keep-alive",
                "75",
                "--worker-tmp-dir",
                "/dev/shm",
                "--pid",
                str(pid_file),
                "--preload",
                "--no-control-socket",
            ],
            cwd=ROOT / "server",
            env=environment,
            stdout=log,
            stderr=log,
            stdin=subprocess.DEVNULL,
            start_new_session=True,
        )


def begin_front(port: int, workers_port: int, front: Front) -> "subprocess.Popen[bytes]":
    """Begin to take requests in on a port of loopback and hand them on to workers."""
    begun = front.begin(f"listen 127.0.0.1:{port};", [workers_port])
    if not wait_for_port(port, 10) or begun.poll() is not None:
        fail(f"Nothing listens on port {port}; what was said is in {front.home}.")
    return begun


def stop(_: Sequence[str]) -> int:
    """Stop what this checkout started: the server and both clusters."""
    stopped = ["server"] if _stop_server() else []
    stopped += [f"{name} database" for name in ("demo", "test") if Cluster(name).stop()]
    print(f"Stopped: {', '.join(stopped)}." if stopped else "Nothing was running.")
    return 0


def _stop_server() -> bool:
    """End the front and the workers."""
    front = end(FRONT.pid_file, str(FRONT.home))
    return end(SERVER_PID, str(SERVER_PID)) or front


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


def _serving_port() -> int:
    """The port served last time if it is free, else the usual one, else any."""
    for port in (int(SERVER_PORT.read_text()) if SERVER_PORT.exists() else 0, FIRST_CHOICE_PORT):
        if port and not wait_for_port(port, 0.05):
            return port
    return free_port()


def run_manage(words: Sequence[str]) -> int:
    """Run any Django command on the demo database."""
    return manage(ready("demo"), *words)


def test(words: Sequence[str]) -> int:
    """Run the tests: all, or the folders and names given."""
    cluster = ready("test")
    places = words or ("core/tests", "house", "server", "web/browser_tests")
    # One more than the cores: a browser's tests wait as long as they work.
    return manage(cluster, "test", "--noinput", "--parallel", "3", *places)


def generated(words: Sequence[str]) -> int:
    """Write what is generated from core, or with --check say whether it is current."""
    # The web is built from what this writes.
    return manage(ready("test", but=("web",)), "export_shapes", *words)


def shots(words: Sequence[str]) -> int:
    """Take pictures of the served demo."""
    demo(())
    line = [str(PYTHON), str(ROOT / "house" / "shots.py"), _address(), *words]
    return subprocess.run(line, cwd=ROOT, check=False).returncode


def bench(_: Sequence[str]) -> int:
    """Measure core, endpoint and page on the served demo."""
    demo(())
    environment = {**os.environ, **Cluster("demo").environment()}
    line = [str(PYTHON), str(ROOT / "bench" / "run.py"), _address()]
    return subprocess.run(line, env=environment, cwd=ROOT, check=False).returncode


def load(words: Sequence[str]) -> int:
    """Let fifty people work on a shop of its own, durable as any, and say what they waited."""
    cluster = ready("load")
    server = front = None
    try:
        if manage(cluster, "prepare_demo"):
            fail("The database could not be prepared; what it said is above.")
        port, log = free_port(), RUN / "load.log"
        workers_port = free_port()
        server = begin_server(cluster, workers_port, RUN / "load.pid", log)
        if not wait_for_port(workers_port, 30):
            fail(f"The server did not start; its log is {log}.")
        front = begin_front(port, workers_port, Front(RUN / "load.front"))
        line = [str(PYTHON), str(ROOT / "bench" / "load.py"), f"http://127.0.0.1:{port}"]
        return subprocess.run([*line, str(server.pid), *words], cwd=ROOT, check=False).returncode
    finally:
        for begun in (front, server):
            if begun is not None:
                begun.terminate()
                begun.wait(30)
        cluster.remove()


def named(words: Sequence[str]) -> dict[str, str]:
    """Return what was said as name=value; a name without a value says nothing."""
    said = (word.partition("=") for word in words)
    return {name: value for name, _, value in said if value}


def back_up(words: Sequence[str]) -> int:
    """Write database and photos to one file, while they are served: to=FOLDER keep=NEWEST."""
    said, cluster = named(words), ready("demo")
    keep = said.get("keep", "0")
    if not keep.isdecimal():
        fail(f"Read KEEP={keep}; say how many backups stay, such as KEEP=14.")
    file = backup(cluster, Path(said.get("to", cluster.backups)), int(keep))
    print(f"Backup written: {file} ({file.stat().st_size / 1e6:.1f} MB)")
    return 0


def restore_from(words: Sequence[str]) -> int:
    """Put a backup in place of what is there: file=FILE, and over=yes where something is."""
    said = named(words)
    if "file" not in said:
        fail("Say which backup: make restore FILE=…")
    file, over = Path(said["file"]), said.get("over") == "yes"
    if over and not Cluster("demo").facts_file.exists():
        note_lost("demo")
    cluster = ready("demo")
    permit(cluster, file, over)
    _stop_server()
    restore(cluster, file)
    if manage(cluster, "migrate", "--noinput", "--verbosity", "0"):
        fail("The restored database could not be brought to this version; see above.")
    print("Restored. What was there before is set aside beside it. Start with  make demo")
    return 0


def _address() -> str:
    return f"http://127.0.0.1:{SERVER_PORT.read_text()}"


COMMANDS: dict[str, Callable[[Sequence[str]], int]] = {
    "demo": demo,
    "stop": stop,
    "manage": run_manage,
    "test": test,
    "generated": generated,
    "shots": shots,
    "backup": back_up,
    "restore": restore_from,
    "bench": bench,
    "load": load,
    "setup": lambda _: (set_up(), 0)[1],
}

if __name__ == "__main__":
    name, *words = sys.argv[1:] or [""]
    if name not in COMMANDS:
        sys.exit(f"Commands: {', '.join(COMMANDS)}.")
    sys.exit(COMMANDS[name](words))
