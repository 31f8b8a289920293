"""A certificate for a shop's own network, from an authority that is good for nothing else.

Tablets need a secure origin for motion sensors and for working without the server. A shop without
a public name makes an authority once; it may vouch for the shop's names only, so that a tablet that
trusts it trusts nothing more.
"""

import ipaddress
import subprocess
import tempfile
from dataclasses import dataclass
from pathlib import Path

from setup import fail

_AUTHORITY_DAYS, _SERVER_DAYS = 3650, 397
#: Renewed by the daily run while there is so much left.
_LEFT_S = 30 * 24 * 3600
_KEY = ("-newkey", "ec", "-pkeyopt", "ec_paramgen_curve:prime256v1", "-nodes")


@dataclass(frozen=True)
class Authority:
    """One authority with the certificate it gave, by the folder they are kept in."""

    home: Path

    @property
    def own(self) -> Path:
        return self.home / "authority.crt"

    @property
    def certificate(self) -> Path:
        return self.home / "server.crt"

    @property
    def key(self) -> Path:
        return self.home / "server.key"

    def certify(self, names: list[str]) -> bool:
        """Make what is missing, of other names, or nearly over; return whether anything was."""
        self.home.mkdir(parents=True, exist_ok=True)
        self.home.chmod(0o700)
        made_for = self.home / "names"
        same = made_for.exists() and made_for.read_text().split() == names
        if not same:
            self._make_own(names)
        elif self.certificate.exists() and self._lasts():
            return False
        self._make_server(names)
        made_for.write_text("\n".join(names))
        return True

    def fingerprint(self) -> str:
        """Return what a tablet shows of the authority, to be compared by eye."""
        said = _openssl("x509", "-in", self.own, "-noout", "-fingerprint", "-sha256")
        return said.partition("=")[2].strip()

    def _make_own(self, names: list[str]) -> None:
        permitted = ",".join(f"permitted;{_constraint(name)}" for name in names)
        _openssl(
            "req",
            "-x509",
            *_KEY,
            "-days",
            str(_AUTHORITY_DAYS),
            "-keyout",
            self.home / "authority.key",
            "-out",
            self.own,
            "-subj",
            f"/CN=Calm Axle at {names[0]}"[:60],
            "-addext",
            "keyUsage=critical,keyCertSign,cRLSign",
            "-addext",
            f"nameConstraints=critical,{permitted}",
        )

    def _make_server(self, names: list[str]) -> None:
        alternative = ",".join(f"{_kind(name)}:{name}" for name in names)
        with tempfile.TemporaryDirectory(dir=self.home) as folder:
            asked, says = Path(folder) / "asked.csr", Path(folder) / "says"
            key, certificate = Path(folder) / "server.key", Path(folder) / "server.crt"
            says.write_text(
                f"subjectAltName={alternative}\nextendedKeyUsage=serverAuth\n"
                "basicConstraints=critical,CA:FALSE\n"
            )
            _openssl("req", *_KEY, "-keyout", key, "-out", asked, "-subj", "/CN=Calm Axle")
            _openssl(
                "x509",
                "-req",
                "-in",
                asked,
                "-CA",
                self.own,
                "-CAkey",
                self.home / "authority.key",
                "-CAcreateserial",
                "-days",
                str(_SERVER_DAYS),
                "-extfile",
                says,
                "-out",
                certificate,
            )
            # What is served is always a whole pair.
            key.replace(self.key)
            certificate.replace(self.certificate)

    def _lasts(self) -> bool:
        words = ["openssl", "x509", "-in", self.certificate, "-noout", "-checkend", str(_LEFT_S)]
        done = subprocess.run(words, capture_output=True, check=False)
        return done.returncode == 0


def _kind(name: str) -> str:
    try:
        ipaddress.ip_address(name)
    except ValueError:
        return "DNS"
    return "IP"


def _constraint(name: str) -> str:
    if _kind(name) == "DNS":
        return f"DNS:{name}"
    whole = "255.255.255.255" if "." in name else ":".join(["ffff"] * 8)
    return f"IP:{name}/{whole}"


def _openssl(*words: str | Path) -> str:
    done = subprocess.run(
        ["openssl", *map(str, words)], capture_output=True, text=True, check=False
    )
    if done.returncode:
        fail(f"No certificate could be made: {done.stderr.strip()}")
    return done.stdout
