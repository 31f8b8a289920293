"""Commands of the house: `python house/serve.py demo | stop | manage … | test …`."""

import contextlib
import errno
import gzip
import os
import subprocess
import sys
from collections.abc import Callable, Container, Iterator, Mapping, Sequence
from pathlib import Path

import kill_setup
import shop_settings
from backup import backup, permit, restore
from database import Cluster, free_port, wait_for_port
from guard import ENDED, WHY_ENDED, alone, guarded
from paths import PYTHON, ROOT, RUN, SERVER_PORT
from place import note_lost, place
from serving import Served
from setup import Need, fail, set_up
from shop import HOME as SHOP_HOME
from shop import PARTS, Shop, write_units

FIRST_CHOICE_PORT = 8630
DEMO = Served(Cluster("demo"), RUN)
_SERVED = {"demo": DEMO, "shop": Served(Cluster("shop"), SHOP_HOME)}


_DJANGO = (str(PYTHON), "-W", "error::RuntimeWarning", str(ROOT / "server" / "manage.py"))


def _told(cluster: Cluster, more: Mapping[str, str]) -> dict[str, str]:
    return {**os.environ, **cluster.environment(), **more}


def manage(cluster: Cluster, *words: str, **more: str) -> int:
    """Run a Django command against a cluster and return its exit code; more is of a shop."""
    line, told = [*_DJANGO, *words], _told(cluster, more)
    return subprocess.run(line, env=told, cwd=ROOT, check=False).returncode


def prepare(cluster: Cluster, command: str, **more: str) -> None:
    """Bring a cluster's database and files to what this version serves; ends with this run."""
    code = guarded(*_DJANGO, command, cwd=ROOT, env=_told(cluster, more))
    if code:
        told = "The database could not be prepared; what it said is above."
        fail(WHY_ENDED if code in ENDED else told)


def ready(name: str, need: Need = Need.RUNNING, but: Container[str] = ()) -> Cluster:
    """Set up what is needed, ``but`` the steps named, and start a cluster."""
    set_up(need, but)
    cluster = Cluster(name)
    cluster.start()
    return cluster


def demo(_: Sequence[str]) -> int:
    """Set up, migrate, load the demo shop once, serve in the background, say where."""
    with alone(RUN / "demo.lock"):
        cluster = ready("demo")
        prepare(cluster, "prepare_demo")
        DEMO.end()
        port = _serving_port()
        DEMO.begin(f"listen 127.0.0.1:{port};", port)
        SERVER_PORT.write_text(str(port))
    print(
        f"\nCalm Axle is at  http://127.0.0.1:{port}/\n"
        "Demo sign-in     wren   (password: longcauseway)\n"
        "Stop it with     make stop\n"
    )
    return 0


def stop(_: Sequence[str]) -> int:
    """Stop what this checkout started: the server and both clusters."""
    stopped = ["server"] if DEMO.end() else []
    stopped += ["shop"] if _SERVED["shop"].end() else []
    stopped += [f"{name} database" for name in ("demo", "shop", "test") if Cluster(name).stop()]
    print(f"Stopped: {', '.join(stopped)}." if stopped else "Nothing was running.")
    return 0


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
    """Run the tests: all but the long ones, or the folders and names given."""
    return _run_tests(*(words or TEST_FOLDERS), *([] if words else ["--exclude-tag", "long"]))


def test_long(words: Sequence[str]) -> int:
    """Run the tests that take minutes by their nature; `today`: one of them, another each day."""
    one = ["--one-of-the-day"] if "today" in words else []
    return _run_tests(*TEST_FOLDERS, "--tag", "long", *one)


TEST_FOLDERS = ("core/tests", "house", "server", "web/browser_tests")


def _run_tests(*words: str) -> int:
    # One more than the cores: a browser's tests wait as long as they work.
    line = ("test", "--noinput", "--verbosity", "0", "--parallel", "3")
    return manage(ready("test", Need.TESTING), *line, *words)


def generated(words: Sequence[str]) -> int:
    """Write what is generated from core, or with --check say whether it is current."""
    # The web is built from what this writes.
    return manage(ready("test", Need.TESTING, but=("web",)), "export_shapes", *words)


def shots(words: Sequence[str]) -> int:
    """Take pictures of the served demo."""
    set_up(Need.TESTING)
    demo(())
    line = [str(PYTHON), str(ROOT / "house" / "shots.py"), _address(), *words]
    return subprocess.run(line, cwd=ROOT, check=False).returncode


def films(_: Sequence[str]) -> int:
    """Draw the demo's films anew."""
    line = [str(PYTHON), str(ROOT / "house" / "films.py"), str(ROOT / "server" / "demo" / "films")]
    # The made-up vehicles are the demo's.
    environment = {**os.environ, "PYTHONPATH": str(ROOT / "server")}
    return subprocess.run(line, cwd=ROOT, env=environment, check=False).returncode


def bench(_: Sequence[str]) -> int:
    """Measure core, endpoint and page on the served demo."""
    set_up(Need.TESTING)
    demo(())
    environment = {**os.environ, **Cluster("demo").environment()}
    line = [str(PYTHON), str(ROOT / "bench" / "run.py"), _address()]
    return subprocess.run(line, env=environment, cwd=ROOT, check=False).returncode


def load(words: Sequence[str]) -> int:
    """Let fifty people work on a shop of its own, durable as any, and say what they waited."""
    # What a run that was ended left behind is nobody's.
    Cluster("load").remove()
    cluster = ready("load", Need.TESTING)
    served = Served(cluster, RUN / "load")
    try:
        prepare(cluster, "prepare_demo")
        port = free_port()
        served.begin(f"listen 127.0.0.1:{port};", port)
        pids = ",".join(map(str, served.pids()))
        line = [str(PYTHON), str(ROOT / "bench" / "load.py"), f"http://127.0.0.1:{port}", pids]
        environment = {**os.environ, **cluster.environment()}
        return subprocess.run([*line, *words], cwd=ROOT, env=environment, check=False).returncode
    finally:
        served.end()
        cluster.remove()


def released(_: Sequence[str]) -> int:
    """Keep the demo shop as this version writes it, for the test of upgrades."""
    Cluster("released").remove()
    cluster = ready("released")
    try:
        prepare(cluster, "prepare_demo")
        version = (ROOT / "core" / "axlecore" / "__init__.py").read_text().split('"')[-2]
        file = ROOT / "server" / "calmaxle" / "tests" / "released" / f"{version}.sql.gz"
        file.write_bytes(gzip.compress(cluster.as_sql().encode(), 9, mtime=0))
        print(f"{file} ({file.stat().st_size / 1e3:.0f} kB)")
    finally:
        cluster.remove()
    return 0


def named(words: Sequence[str]) -> dict[str, str]:
    """Return what was said as name=value; a name without a value says nothing."""
    said = (word.partition("=") for word in words)
    return {name: value for name, _, value in said if value}


def _of(said: Mapping[str, str]) -> str:
    """Return which of this checkout's is meant, the demo or the shop."""
    name = said.get("of", "demo")
    if name not in _SERVED:
        fail(f"Read OF={name}; one of {', '.join(_SERVED)}.")
    return name


def back_up(words: Sequence[str]) -> int:
    """Write database and photos to one file, while they are served: of=, to=FOLDER keep=NEWEST."""
    said = named(words)
    cluster = ready(_of(said))
    keep = said.get("keep", "0")
    if not keep.isdecimal():
        fail(f"Read KEEP={keep}; say how many backups stay, such as KEEP=14.")
    file = backup(cluster, Path(said.get("to", cluster.backups)), int(keep))
    print(f"Backup written: {file} ({file.stat().st_size / 1e6:.1f} MB)")
    return 0


def restore_from(words: Sequence[str]) -> int:
    """Put a backup in place of what is there: of=, file=FILE, over=yes where something is."""
    said = named(words)
    if "file" not in said:
        fail("Say which backup: make restore FILE=…")
    file, over = Path(said["file"]), said.get("over") == "yes"
    name = _of(said)
    if over and not Cluster(name).facts_file.exists():
        note_lost(name)
    cluster = ready(name)
    permit(cluster, file, over)
    _SERVED[name].end()
    restore(cluster, file)
    if manage(cluster, "migrate", "--noinput", "--verbosity", "0"):
        fail("The restored database could not be brought to this version; see above.")
    print(f"Restored. What was there before is set aside beside it. Start with  make {name}")
    return 0


def _address() -> str:
    return f"http://127.0.0.1:{SERVER_PORT.read_text()}"


def _shop(words: Sequence[str]) -> Shop:
    """Return the shop of a file of settings: settings=FILE, else the usual one."""
    file = named(words).get("settings")
    settings = shop_settings.read(Path(file).resolve() if file else shop_settings.USUAL_FILE)
    folder = settings["CALM_AXLE_DATA"]
    if folder:
        os.environ["CALM_AXLE_DATA"] = folder
        if place() != Path(folder).resolve():
            fail(
                f"The data of this checkout is kept in {place()}, and {settings.file} names "
                f"{folder}. It was chosen at the first start: name the same, or use another "
                "checkout for this shop."
            )
    return Shop(settings)


def _ready_shop(words: Sequence[str]) -> Shop:
    """Set up, start the shop's database, and bring it to this version."""
    shop = _shop(words)
    cluster = ready("shop")
    shop.certify()
    prepare(cluster, "prepare_shop", **shop.more())
    return shop


def shop(words: Sequence[str]) -> int:
    """Serve a shop of its own in the background: settings=FILE."""
    with alone(RUN / "shop.lock"):
        ready_shop = _ready_shop(words)
        ready_shop.served.end()
        ready_shop.begin()
    print(f"\nThe shop is at   {ready_shop.settings.address}/")
    if ready_shop.authority:
        port = ready_shop.settings.http_port
        plain = f"http://{ready_shop.settings.names[0]}" + ("" if port == 80 else f":{port}")
        print(
            f"Each device trusts it once:  {plain}/trust\n"
            f"Compare there:   {ready_shop.authority.fingerprint()}"
        )
    print("Stop it with     make stop\n")
    return 0


def lead(words: Sequence[str]) -> int:
    """Invite a lead, the first one among them: shop=NAME settings=FILE."""
    said = named(words)
    if "shop" not in said:
        fail("Name the shop as people read it: make lead SHOP=“Saltgrass Chassis”")
    of = _shop(words)
    of.cluster.start()
    address = of.settings.address
    return manage(of.cluster, "invite_lead", said["shop"], "--at", address, **of.more())


def check_shop(words: Sequence[str]) -> int:
    """Say what of a shop's settings is not as it should be for people to rely on it."""
    of = _shop(words)
    of.cluster.start()
    line = ("check", "--deploy", "--fail-level", "WARNING")
    return manage(of.cluster, *line, **of.more())


def shop_ready(words: Sequence[str]) -> int:
    """Start a shop's database and bring it to this version; for the system's units."""
    _ready_shop(words)
    return 0


def shop_rest(words: Sequence[str]) -> int:
    """Stop a shop's database; for the system's units."""
    _shop(words).cluster.stop()
    return 0


def shop_run(words: Sequence[str]) -> int:
    """Become one process of a shop, for the system's units: part=server, worker or front."""
    part = named(words).get("part", "")
    if part not in PARTS:
        fail(f"Read part={part}; one of {', '.join(PARTS)}.")
    _shop(words).exec(part)
    return 1


def shop_daily(words: Sequence[str]) -> int:
    """Back a shop up, drop what is old, renew what is nearly over: once a day."""
    of = _shop(words)
    of.cluster.start()
    of.daily()
    return manage(of.cluster, "sweep", **of.more())


def shop_units(words: Sequence[str]) -> int:
    """Write the system's units: to=FOLDER user=NAME settings=FILE."""
    said, of = named(words), _shop(words)
    user = said.get("user") or ROOT.owner()
    folder = Path(said.get("to", RUN / "units"))
    for file in write_units(folder, of.settings.file, user):
        print(file)
    return 0


COMMANDS: dict[str, Callable[[Sequence[str]], int]] = {
    "demo": demo,
    "stop": stop,
    "manage": run_manage,
    "test": test,
    "test-long": test_long,
    "generated": generated,
    "shots": shots,
    "films": films,
    "backup": back_up,
    "restore": restore_from,
    "bench": bench,
    "load": load,
    "released": released,
    "shop": shop,
    "lead": lead,
    "check-shop": check_shop,
    "shop-ready": shop_ready,
    "shop-rest": shop_rest,
    "shop-run": shop_run,
    "shop-daily": shop_daily,
    "shop-units": shop_units,
    "test-setup": lambda words: kill_setup.main(*map(int, words)),
    "setup": lambda _: (set_up(Need.TESTING), 0)[1],
}


@contextlib.contextmanager
def said_in_words() -> Iterator[None]:
    """Say what a machine refuses as a sentence that tells what to do."""
    try:
        yield
    except OSError as error:
        sentence = _REFUSED.get(error.errno or 0)
        if sentence is None:
            raise
        fail(sentence.format(file=error.filename or ROOT))
    except KeyboardInterrupt:
        fail("You stopped it. Run the same again: it goes on where it was.")


_REFUSED = {
    errno.EROFS: "{file} lies on a disk that is read-only; put the checkout where it can write.",
    errno.EACCES: "{file} is not yours to write; run as its owner, or give it to yourself.",
    errno.EPERM: "{file} is not yours to change; run as its owner, or give it to yourself.",
    errno.ENOSPC: "The disk of {file} is full. Make some 2 GB of room, then run the same again.",
    errno.EDQUOT: "Your share of the disk of {file} is used up; make room, then run again.",
}


if __name__ == "__main__":
    # Programs that begin often are compiled once, whatever whoever began this one prefers:
    # Django and core take seconds each time else.
    os.environ.pop("PYTHONDONTWRITEBYTECODE", None)
    name, *words = sys.argv[1:] or [""]
    if name not in COMMANDS:
        sys.exit(f"Commands: {', '.join(COMMANDS)}.")
    with said_in_words():
        sys.exit(COMMANDS[name](words))
