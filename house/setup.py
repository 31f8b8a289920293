"""Set-up of a fresh machine, in steps that each leave a stamp when they are finished.

A stamp holds a hash of what the step was made from, and for what it was made: running the product
takes less than testing it. A step whose stamp is missing, narrower or older than its sources is
done again, so a killed set-up is finished by the next run. Steps that do not wait for each other
go side by side. Standard library only: this runs before anything is installed.
"""

import contextlib
import ctypes.util
import hashlib
import importlib.util
import os
import pwd
import shutil
import sys
import threading
import time
from collections.abc import Callable, Container, Iterable, Iterator, Mapping
from dataclasses import dataclass
from enum import IntEnum
from pathlib import Path

from chromium import CHROMIUM
from guard import ENDED, WHY_ENDED, alone, guarded
from paths import PYTHON, ROOT, RUN, STAMPS, VENV, WEB


class Need(IntEnum):
    """What a set-up is for; the wider one serves the narrower too."""

    RUNNING = 1
    TESTING = 2


RUNNING_PACKAGES = (
    "postgresql",
    "nginx-light",
    "python3-venv",
    # What prints are laid out with.
    "libpango-1.0-0",
    "libpangoft2-1.0-0",
    "libharfbuzz-subset0",
    "fontconfig",
)
DEBIAN_PACKAGES = {
    Need.RUNNING: RUNNING_PACKAGES,
    Need.TESTING: (*RUNNING_PACKAGES, "chromium-headless-shell"),
}
POSTGRES_BIN = Path("/usr/lib/postgresql/15/bin")
NGINX = Path("/usr/sbin/nginx")
DEBIAN_PROGRAMS = {
    Need.RUNNING: (POSTGRES_BIN, NGINX),
    Need.TESTING: (POSTGRES_BIN, NGINX, Path(CHROMIUM)),
}
PYTHON_LOCKS = {
    Need.RUNNING: ROOT / "requirements.txt",
    Need.TESTING: ROOT / "requirements-dev.txt",
}
#: Installs all the others, in a tenth of the time that pip takes.
INSTALLER_LOCK = ROOT / "requirements-setup.txt"

#: What packages and what is built of them take.
LEAST_ROOM = 2_000_000_000


class StepError(Exception):
    """A step failed; the message says what to do."""


def fail(message: str) -> None:
    """Stop with a message that says what to do."""
    sys.exit(f"\nSet-up stopped: {message}\n")


def run(log: Path, *words: str | Path, cwd: Path = ROOT, why_it_may_fail: str) -> None:
    """Run one program, its output in a log, shown only when it fails."""
    with log.open("a") as out:
        code = guarded(*words, cwd=cwd, out=out)
    if code in ENDED:
        raise StepError(WHY_ENDED)
    if code:
        tail = "\n".join(log.read_text(errors="replace").splitlines()[-25:])
        program = " ".join(str(word) for word in words[:3])
        raise StepError(f"{program} … failed.\n{tail}\n\n{why_it_may_fail}")


def digest(sources: Iterable[Path]) -> str:
    """Hash of the contents of files, and of all files below folders."""
    found = hashlib.sha256()
    for source in sources:
        files = sorted(p for p in source.rglob("*") if p.is_file()) if source.is_dir() else [source]
        for file in files:
            found.update(str(file.relative_to(ROOT)).encode() + b"\0" + file.read_bytes())
    return found.hexdigest()


def _has_print_libraries() -> bool:
    names = ("pango-1.0", "pangoft2-1.0", "harfbuzz-subset")
    return all(ctypes.util.find_library(name) for name in names)


def _has_venv() -> bool:
    """Whether this Python can make environments; Debian leaves that out of its own."""
    return importlib.util.find_spec("ensurepip") is not None


def install_debian_packages(attempt: "Attempt") -> None:
    wanted = DEBIAN_PACKAGES[attempt.need]
    installed = all(program.exists() for program in DEBIAN_PROGRAMS[attempt.need])
    if installed and _has_print_libraries() and _has_venv():
        return
    if os.geteuid() != 0 or not shutil.which("apt-get"):
        raise StepError(f"install these Debian packages and run again: {' '.join(wanted)}")
    help_text = "Check the package sources of this machine, then run again."
    # Debian's own package starts a cluster at install; ours is private, so that is switched off.
    Path("/etc/postgresql-common").mkdir(exist_ok=True)
    settings = Path("/etc/postgresql-common/createcluster.conf")
    if not settings.exists():
        settings.write_text("create_main_cluster = false\n")
    run(attempt.log, "apt-get", "update", "-q", why_it_may_fail=help_text)
    install = ("env", "DEBIAN_FRONTEND=noninteractive", "apt-get", "install", "-y", "-q")
    options = ("--no-install-recommends", "-o", "Dpkg::Options::=--force-confold")
    with _nothing_begun():
        run(attempt.log, *install, *options, *wanted, why_it_may_fail=help_text)


_NOTHING_BEGINS = "#!/bin/sh\n# While Calm Axle is set up.\nexit 101\n"


@contextlib.contextmanager
def _nothing_begun() -> Iterator[None]:
    """Let Debian's packages begin no service of theirs: ours have places of their own."""
    policy = Path("/usr/sbin/policy-rc.d")
    # One that a killed set-up left is ours to take away; any other stays.
    if policy.exists() and policy.read_text() != _NOTHING_BEGINS:
        yield
        return
    policy.write_text(_NOTHING_BEGINS)
    policy.chmod(0o755)
    try:
        yield
    finally:
        policy.unlink()


def make_environment(attempt: "Attempt") -> None:
    if sys.version_info < (3, 11):  # noqa: UP036  an older Python is what this is to tell of
        raise StepError(f"Python 3.11 is needed, this is {sys.version.split()[0]}.")
    lock = PYTHON_LOCKS[attempt.need]
    installer = VENV / "bin" / "uv"
    # Packages of a killed run may only look installed; making them anew takes seconds.
    if attempt.half or not installer.exists():
        why = "Debian's python3-venv makes environments; install it and run again."
        run(attempt.log, sys.executable, "-m", "venv", "--clear", VENV, why_it_may_fail=why)
        pip = (PYTHON, "-m", "pip", "install", "-q", "--disable-pip-version-check")
        hashed = (*pip, "--require-hashes", "-r", INSTALLER_LOCK)
        run(attempt.log, *hashed, why_it_may_fail=_NO_INDEX)
    install = (installer, "pip", "install", "-q", "--python", PYTHON)
    run(attempt.log, *install, "--require-hashes", "-r", lock, why_it_may_fail=_NO_INDEX)
    ours = ("--no-build-isolation", "--no-deps", "-e", ROOT / "core")
    run(attempt.log, *install, *ours, why_it_may_fail=_NO_INDEX)


_NO_INDEX = "Check the connection to the Python package index, then run again."


def install_web_packages(attempt: "Attempt") -> None:
    if not shutil.which("npm"):
        raise StepError("Node 20 with npm is needed; install it and run again.")
    help_text = "Check the connection to the npm registry and that Node is version 20 or newer."
    only = ("--omit=dev",) if attempt.need is Need.RUNNING else ()
    install = ("npm", "ci", "--prefer-offline", *only)
    run(attempt.log, *install, cwd=WEB, why_it_may_fail=help_text)


def build_web(attempt: "Attempt") -> None:
    help_text = "The web sources do not build; see above."
    run(attempt.log, "npm", "run", "build", cwd=WEB, why_it_may_fail=help_text)


@dataclass(frozen=True)
class Attempt:
    """One go at a step: for what, where it writes, and whether an earlier one was killed."""

    need: Need
    log: Path
    half: bool


@dataclass(frozen=True)
class Step:
    """One step of the set-up.

    Attributes
    ----------
    name, label : str
        Of its stamp; what people read.
    sources : mapping of Need to tuple of Path
        What it is made from; a change has it done again.
    products : mapping of Need to tuple of Path
        What is there once it is done.
    act : callable
        Does it.
    after : tuple of str
        Steps that it waits for.
    """

    name: str
    label: str
    sources: Mapping[Need, tuple[Path, ...]]
    products: Mapping[Need, tuple[Path, ...]]
    act: Callable[[Attempt], None]
    after: tuple[str, ...] = ()

    def wanted(self, need: Need) -> str:
        """Return what its stamp says once it is done for this."""
        return f"{need.name} {digest(self.sources[need])}"

    def is_done(self, need: Need) -> bool:
        """Whether it is done for this, or for more."""
        stamp = STAMPS / self.name
        if not stamp.exists():
            return False
        said = stamp.read_text()
        return any(
            said == self.wanted(wide) and all(path.exists() for path in self.products[wide])
            for wide in Need
            if wide >= need
        )


def _same(*paths: Path) -> dict[Need, tuple[Path, ...]]:
    return dict.fromkeys(Need, paths)


_WEB_PACKAGES = WEB / "node_modules" / ".bin"
STEPS = (
    Step(
        "debian", "Debian packages", _same(Path(__file__)), DEBIAN_PROGRAMS, install_debian_packages
    ),
    Step(
        "python",
        "Python environment",
        {
            need: (lock, INSTALLER_LOCK, ROOT / "core" / "pyproject.toml")
            for need, lock in PYTHON_LOCKS.items()
        },
        {
            Need.RUNNING: (PYTHON, VENV / "bin" / "axlecore"),
            Need.TESTING: (PYTHON, VENV / "bin" / "axlecore", VENV / "bin" / "ruff"),
        },
        make_environment,
        () if _has_venv() else ("debian",),
    ),
    Step(
        "node",
        "web packages",
        _same(WEB / "package-lock.json"),
        {
            Need.RUNNING: (_WEB_PACKAGES / "vite",),
            Need.TESTING: (_WEB_PACKAGES / "vite", _WEB_PACKAGES / "vitest"),
        },
        install_web_packages,
    ),
    Step(
        "web",
        "web application",
        _same(
            *(WEB / "package-lock.json", WEB / "src", WEB / "index.html"),
            *(WEB / "vite.config.ts", WEB / "precache.ts"),
        ),
        _same(WEB / "dist" / ".vite" / "manifest.json", WEB / "dist" / "sw.js"),
        build_web,
        ("node",),
    ),
)


def _room_for_a_step() -> None:
    free = shutil.disk_usage(RUN).free
    if free < LEAST_ROOM:
        fail(
            f"The disk of {RUN} has {free / 1e9:.1f} GB left, and this takes "
            f"{LEAST_ROOM / 1e9:.0f} GB. Make room, then run again."
        )


def needs_user(name: str, why: str) -> None:
    """Stop in words where the system has no such user."""
    try:
        pwd.getpwnam(name)
    except KeyError:
        fail(
            f"This system has no user “{name}”, {why}. Make it again:  "
            f"adduser --system --group --no-create-home {name}"
        )


def set_up(need: Need, but: Container[str] = ()) -> None:
    """Do every step that is not done yet, ``but`` those named, telling what and how long."""
    STAMPS.mkdir(parents=True, exist_ok=True)
    # Two runs at once would trample each other's half-made folders.
    with alone(RUN / "setup.lock"):
        open_steps = [step for step in STEPS if step.name not in but and not step.is_done(need)]
        if open_steps:
            _room_for_a_step()
            _SideBySide(open_steps, need).run()


class _SideBySide:
    """Steps that are not done yet, each begun when what it waits for is done."""

    def __init__(self, steps: Iterable[Step], need: Need) -> None:
        self.need = need
        self.steps = tuple(steps)
        self.ended = {step.name: threading.Event() for step in self.steps}
        self.failed: list[StepError | OSError] = []

    def run(self) -> None:
        # Daemons: whoever stops this run does not wait for what the guards then end.
        hands = [threading.Thread(target=self._do, args=(s,), daemon=True) for s in self.steps]
        for hand in hands:
            hand.start()
        for hand in hands:
            hand.join()
        for error in self.failed:
            if isinstance(error, StepError):
                fail(str(error))
            raise error

    def _do(self, step: Step) -> None:
        for name in step.after:
            if name in self.ended:
                self.ended[name].wait()
        try:
            if not self.failed:
                self._attempt(step)
        except (StepError, OSError) as error:
            self.failed.append(error)
        finally:
            self.ended[step.name].set()

    def _attempt(self, step: Step) -> None:
        stamp, begun = STAMPS / step.name, STAMPS / f"{step.name}.begun"
        half = begun.exists()
        said = " (an earlier run was stopped here; finishing it)" if half else ""
        print(f"Setting up: {step.label}{said} …", flush=True)
        started = time.monotonic()
        begun.touch()
        step.act(Attempt(self.need, RUN / f"setup-{step.name}.log", half))
        stamp.write_text(step.wanted(self.need))
        begun.unlink()
        print(f"Set up: {step.label}, {time.monotonic() - started:.0f} s", flush=True)


if __name__ == "__main__":
    set_up(Need.RUNNING)
