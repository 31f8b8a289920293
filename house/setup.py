"""Set-up of a fresh machine, in steps that each leave a stamp when they are finished.

A stamp holds a hash of what the step was made from. A step whose stamp is missing or
older than its sources is done again, so a killed set-up is finished by the next run.
Standard library only: this runs before anything is installed.
"""

import contextlib
import ctypes.util
import hashlib
import importlib.util
import os
import pwd
import shutil
import sys
import time
from collections.abc import Callable, Container, Iterable, Iterator
from pathlib import Path

from guard import ENDED, WHY_ENDED, alone, guarded
from paths import PYTHON, ROOT, RUN, STAMPS, VENV, WEB

DEBIAN_PACKAGES = (
    "postgresql",
    "nginx-light",
    "chromium",
    "python3-venv",
    # What prints are laid out with.
    "libpango-1.0-0",
    "libpangoft2-1.0-0",
    "libharfbuzz-subset0",
    "fontconfig",
)
POSTGRES_BIN = Path("/usr/lib/postgresql/15/bin")
CHROMIUM = Path("/usr/bin/chromium")
NGINX = Path("/usr/sbin/nginx")


#: What packages and what is built of them take.
LEAST_ROOM = 2_000_000_000


def fail(message: str) -> None:
    """Stop with a message that says what to do."""
    sys.exit(f"\nSet-up stopped: {message}\n")


def run(*words: str | Path, cwd: Path = ROOT, why_it_may_fail: str) -> None:
    """Run one program, its output in the set-up log, shown only when it fails."""
    log = RUN / "setup.log"
    with log.open("a") as out:
        code = guarded(*words, cwd=cwd, out=out)
    if code in ENDED:
        fail(WHY_ENDED)
    if code:
        tail = "\n".join(log.read_text(errors="replace").splitlines()[-25:])
        fail(f"{' '.join(str(w) for w in words[:3])} … failed.\n{tail}\n\n{why_it_may_fail}")


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


def install_debian_packages(_: bool) -> None:
    # Debian leaves the maker of environments out of its Python.
    programs = (POSTGRES_BIN, CHROMIUM, NGINX)
    installed = all(program.exists() for program in programs) and _has_print_libraries()
    if installed and importlib.util.find_spec("ensurepip"):
        return
    if os.geteuid() != 0 or not shutil.which("apt-get"):
        fail(f"install these Debian packages and run again: {' '.join(DEBIAN_PACKAGES)}")
    environment = "DEBIAN_FRONTEND=noninteractive"
    help_text = "Check the package sources of this machine, then run again."
    # Debian's own package starts a cluster at install; ours is private, so that is switched off.
    Path("/etc/postgresql-common").mkdir(exist_ok=True)
    settings = Path("/etc/postgresql-common/createcluster.conf")
    if not settings.exists():
        settings.write_text("create_main_cluster = false\n")
    run("apt-get", "update", "-q", why_it_may_fail=help_text)
    with _nothing_begun():
        _apt_get(environment, help_text)


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


def _apt_get(environment: str, help_text: str) -> None:
    run(
        "env",
        environment,
        "apt-get",
        "install",
        "-y",
        "-q",
        "--no-install-recommends",
        "-o",
        "Dpkg::Options::=--force-confold",
        *DEBIAN_PACKAGES,
        why_it_may_fail=help_text,
    )


def make_environment(half: bool) -> None:
    if sys.version_info < (3, 11):  # noqa: UP036  an older Python is what this is to tell of
        fail(f"Python 3.11 is needed, this is {sys.version.split()[0]}.")
    if half:
        _forget_half_installed()
    if not any(_installed("pip-*")):
        why = "Debian's python3-venv makes environments; install it and run again."
        run(sys.executable, "-m", "venv", "--clear", VENV, why_it_may_fail=why)
    pip = (PYTHON, "-m", "pip", "install", "-q", "--disable-pip-version-check")
    help_text = "Check the connection to the Python package index, then run again."
    run(*pip, "--require-hashes", "-r", ROOT / "requirements-dev.txt", why_it_may_fail=help_text)
    run(*pip, "--no-build-isolation", "--no-deps", "-e", ROOT / "core", why_it_may_fail=help_text)


def _installed(pattern: str) -> Iterator[Path]:
    return VENV.glob(f"lib/python*/site-packages/{pattern}.dist-info")


def _forget_half_installed() -> None:
    """Forget packages whose list of files, written last, is missing: they only look installed."""
    for info in _installed("*"):
        if not (info / "RECORD").exists():
            shutil.rmtree(info)


def install_web_packages(_: bool) -> None:
    if not shutil.which("npm"):
        fail("Node 20 with npm is needed; install it and run again.")
    help_text = "Check the connection to the npm registry and that Node is version 20 or newer."
    run("npm", "ci", cwd=WEB, why_it_may_fail=help_text)


def build_web(_: bool) -> None:
    run("npm", "run", "build", cwd=WEB, why_it_may_fail="The web sources do not build; see above.")


STEPS: tuple[tuple[str, str, tuple[Path, ...], Callable[[bool], None]], ...] = (
    ("debian", "Debian packages", (Path(__file__),), install_debian_packages),
    (
        "python",
        "Python environment",
        (ROOT / "requirements-dev.txt", ROOT / "core" / "pyproject.toml"),
        make_environment,
    ),
    ("node", "web packages", (WEB / "package-lock.json",), install_web_packages),
    (
        "web",
        "web application",
        (WEB / "package-lock.json", WEB / "src", WEB / "index.html", WEB / "vite.config.ts"),
        build_web,
    ),
)

PRODUCTS = {
    "debian": (POSTGRES_BIN, CHROMIUM, NGINX),
    "python": (PYTHON, VENV / "bin" / "axlecore"),
    "node": (WEB / "node_modules" / ".bin" / "vite",),
    "web": (WEB / "dist" / ".vite" / "manifest.json",),
}


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


def set_up(but: Container[str] = ()) -> None:
    """Do every step that is not done yet, ``but`` those named, telling what and how long."""
    STAMPS.mkdir(parents=True, exist_ok=True)
    # Two runs at once would trample each other's half-made folders.
    with alone(RUN / "setup.lock"):
        for name, label, sources, step in STEPS:
            if name in but:
                continue
            stamp, begun = STAMPS / name, STAMPS / f"{name}.begun"
            wanted = digest(sources)
            made = all(path.exists() for path in PRODUCTS[name])
            if made and stamp.exists() and stamp.read_text() == wanted:
                continue
            _room_for_a_step()
            half = begun.exists()
            said = " (an earlier run was stopped here; finishing it)" if half else ""
            print(f"Setting up: {label}{said} …", end=" ", flush=True)
            started = time.monotonic()
            begun.touch()
            step(half)
            stamp.write_text(wanted)
            begun.unlink()
            print(f"done in {time.monotonic() - started:.0f} s", flush=True)


if __name__ == "__main__":
    set_up()
