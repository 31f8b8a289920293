"""A shop of its own: real data, one file of settings, a certificate, and units for the system."""

import os
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path

from authority import Authority
from backup import backup
from database import Cluster, free_port, wait_for_port
from front import plain_server
from paths import ROOT, RUN
from serving import Served, environment, server_words, worker_words
from setup import fail
from shop_settings import ShopSettings

#: Where its processes write down their numbers, and what they say.
HOME = RUN / "shop"
_TLS = """\
    ssl_certificate {certificate};
    ssl_certificate_key {key};
    ssl_protocols TLSv1.2 TLSv1.3;
    ssl_session_cache shared:tls:2m;"""


@dataclass(frozen=True)
class Shop:
    """One shop by its settings."""

    settings: ShopSettings

    @property
    def cluster(self) -> Cluster:
        return Cluster("shop")

    @property
    def served(self) -> Served:
        return Served(self.cluster, HOME, self.more())

    @property
    def authority(self) -> Authority | None:
        """Return the authority of its own; None where it has a certificate of another's."""
        if self.settings["CALM_AXLE_CERTIFICATE"]:
            return None
        return Authority(self.cluster.home / "authority")

    @property
    def backups(self) -> Path:
        return Path(self.settings["CALM_AXLE_BACKUPS"] or self.cluster.backups)

    def more(self) -> dict[str, str]:
        """Return what its processes are told beside what every server's are."""
        told = self.settings.environment()
        mail = told.get("CALM_AXLE_MAIL") or f"file://{self.cluster.home}/mail"
        own = {"CALM_AXLE_AUTHORITY": str(self.authority.own)} if self.authority else {}
        return {**told, **own, "CALM_AXLE_MAIL": mail, "CALM_AXLE_BACKUPS": str(self.backups)}

    def certify(self) -> bool:
        """See that there is a certificate; return whether another one has to be read."""
        if self.authority is None:
            for key in ("CALM_AXLE_CERTIFICATE", "CALM_AXLE_CERTIFICATE_KEY"):
                if not os.access(self.settings[key], os.R_OK):
                    fail(f"{self.settings.file}: {key} names {self.settings[key]}, not readable.")
            return False
        return self.authority.certify(self.settings.names)

    def listen(self) -> str:
        """Return where the front listens with a certificate."""
        said = [f"    listen {_at(one)}:{self.settings.https_port} ssl;" for one in self._where()]
        own = self.authority
        certificate = own.certificate if own else self.settings["CALM_AXLE_CERTIFICATE"]
        key = own.key if own else self.settings["CALM_AXLE_CERTIFICATE_KEY"]
        return "\n".join([*said, _TLS.format(certificate=certificate, key=key)])

    def plain(self) -> str:
        """Return the server that sends on to the one with a certificate."""
        said = "".join(f"listen {_at(one)}:{self.settings.http_port};" for one in self._where())
        return plain_server(said, self.settings.address)

    def begin(self) -> None:
        """Serve it in the background."""
        for key in ("CALM_AXLE_HTTPS_PORT", "CALM_AXLE_HTTP_PORT"):
            port = self.settings.port(key)
            if wait_for_port(port, 0.05):
                fail(
                    f"Somebody serves port {port} on this machine already. End that, or set "
                    f"another {key} in {self.settings.file}."
                )
        self.served.begin(self.listen(), self.settings.https_port, self.plain())

    def exec(self, part: str) -> None:
        """Become one of its processes, for the system's units; never returns."""
        words = _PARTS[part](self)
        os.chdir(ROOT / "server")
        os.execve(words[0], words, environment(self.cluster, self.more()))  # noqa: S606

    def within(self) -> int:
        """Return the port of loopback that its server answers at, chosen once."""
        written = self.served.home / "within.port"
        if not written.exists():
            self.served.home.mkdir(parents=True, exist_ok=True)
            written.write_text(str(free_port()))
        return int(written.read_text())

    def daily(self) -> None:
        """Back up, keep the newest, renew a certificate that is nearly over."""
        file = backup(self.cluster, self.backups, self.settings.backups_kept)
        print(f"Backup written: {file}")
        if self.certify() and self.served.front.reload():
            print("The certificate was renewed.")

    def _where(self) -> list[str]:
        return self.settings.addresses


def _at(address: str) -> str:
    return f"[{address}]" if ":" in address else address


def _front_words(shop: Shop) -> list[str]:
    shop.certify()
    return shop.served.front.words(shop.listen(), [shop.within()], shop.plain())


_PARTS: Mapping[str, Callable[[Shop], list[str]]] = {
    "server": lambda shop: server_words(shop.within(), shop.served.pid_file("server")),
    "worker": lambda shop: worker_words(),
    "front": _front_words,
}
PARTS = tuple(_PARTS)


_UNIT = """\
[Unit]
Description=Calm Axle, {what}
{needs}

[Service]
User={user}
WorkingDirectory={root}
{how}

[Install]
WantedBy={wanted}
"""
_LASTING = "Restart=always\nRestartSec=2\nNoNewPrivileges=yes\nPrivateTmp=yes"
_NEEDS = "Requires=calm-axle-database.service\nAfter=calm-axle-database.service"


def units(settings: Path, user: str) -> dict[str, str]:
    """Return the system's units of a shop by their file names."""

    def run(command: str) -> str:
        return f"/usr/bin/env python3 {ROOT}/house/serve.py {command} settings={settings}"

    def unit(what: str, how: str, needs: str = _NEEDS, wanted: str = "multi-user.target") -> str:
        return _UNIT.format(what=what, how=how, needs=needs, wanted=wanted, user=user, root=ROOT)

    return {
        "calm-axle-database.service": unit(
            "database",
            f"Type=oneshot\nRemainAfterExit=yes\nTimeoutStartSec=300\n"
            f"ExecStart={run('shop-ready')}\nExecStop={run('shop-rest')}",
            "After=local-fs.target network.target\nRequiresMountsFor=" + str(ROOT),
        ),
        "calm-axle-server.service": unit(
            "server", f"ExecStart={run('shop-run part=server')}\n{_LASTING}"
        ),
        "calm-axle-worker.service": unit(
            "worker for what takes long",
            f"ExecStart={run('shop-run part=worker')}\n{_LASTING}\nCPUWeight=40",
        ),
        "calm-axle-front.service": unit(
            "front",
            f"ExecStart={run('shop-run part=front')}\n{_LASTING}\n"
            "AmbientCapabilities=CAP_NET_BIND_SERVICE",
            _NEEDS + " calm-axle-server.service",
        ),
        "calm-axle-daily.service": unit(
            "backup of the day", f"Type=oneshot\nExecStart={run('shop-daily')}"
        ),
        "calm-axle-daily.timer": (
            "[Unit]\nDescription=Calm Axle, backup of the day\n\n"
            "[Timer]\nOnCalendar=*-*-* 02:30\nPersistent=true\n\n"
            "[Install]\nWantedBy=timers.target\n"
        ),
    }


def write_units(folder: Path, settings: Path, user: str) -> Sequence[Path]:
    """Write the units to a folder and return their files."""
    folder.mkdir(parents=True, exist_ok=True)
    written = []
    for name, text in units(settings, user).items():
        (folder / name).write_text(text)
        written.append(folder / name)
    return written
