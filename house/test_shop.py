import configparser
import http.client
import json
import os
import re
import shutil
import ssl
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

import shop
import shop_settings
from authority import Authority
from database import free_port
from paths import ROOT

#: What a checkout is made of, as far as a shop needs it.
LINKED = (
    "core",
    "server",
    "web",
    "bench",
    "docs",
    "requirements.txt",
    "requirements-dev.txt",
    "requirements-setup.txt",
)


class SettingsTests(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.file = Path(folder.name) / "shop.env"

    def refused(self, text):
        self.file.write_text(text)
        with self.assertRaises(SystemExit) as caught:
            found = shop_settings.read(self.file)
            _ = found.https_port, found.backups_kept
        return str(caught.exception)

    def test_a_file_to_fill_in_is_written_where_there_is_none_and_has_every_setting(self):
        with self.assertRaises(SystemExit) as caught:
            shop_settings.read(self.file)
        self.assertIn("Fill in at least CALM_AXLE_NAMES", str(caught.exception))
        text = self.file.read_text()
        for one in shop_settings.SETTINGS:
            self.assertIn(f"\n{one.key}={one.usual}\n", text)
        self.assertEqual(self.file.stat().st_mode & 0o777, 0o600, "it may hold a password of mail")
        self.file.write_text(text.replace("CALM_AXLE_NAMES=", "CALM_AXLE_NAMES=axle.lan, 10.0.0.2"))
        found = shop_settings.read(self.file)
        self.assertEqual(
            (found.names, found.address), (["axle.lan", "10.0.0.2"], "https://axle.lan")
        )

    def test_what_cannot_be_used_is_said_with_its_line(self):
        for text, words in (
            ("CALM_AXLE_NAMES", "line 1"),
            ("\n\nCALM_AXLE_NAME=x", "line 3: there is no setting CALM_AXLE_NAME"),
            ("CALM_AXLE_NAMES=", "CALM_AXLE_NAMES is empty"),
            ("CALM_AXLE_NAMES=a\nCALM_AXLE_CERTIFICATE=/x.pem", "or neither"),
            ("CALM_AXLE_NAMES=a\nCALM_AXLE_HTTPS_PORT=https", "from 1 to 65535"),
            ("CALM_AXLE_NAMES=a\nCALM_AXLE_BACKUPS_KEPT=0", "at least 1"),
        ):
            self.assertIn(words, self.refused(text))


class AuthorityTests(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.own = Authority(Path(folder.name) / "authority")

    def verified(self, certificate, name):
        words = [
            "openssl",
            "verify",
            "-CAfile",
            self.own.own,
            "-verify_hostname",
            name,
            certificate,
        ]
        return subprocess.run(words, capture_output=True, check=False).returncode == 0

    def test_it_vouches_for_the_shop_s_names_and_for_nothing_else(self):
        self.assertTrue(self.own.certify(["axle.lan", "127.0.0.1"]))
        self.assertTrue(self.verified(self.own.certificate, "axle.lan"))
        self.assertFalse(self.verified(self.own.certificate, "bank.example"))
        # Even where somebody has its key: another name is not permitted.
        (self.own.home / "names").write_text("axle.lan")
        self.own._make_server(["bank.example"])
        self.assertFalse(self.verified(self.own.certificate, "bank.example"))
        self.assertEqual(self.own.home.stat().st_mode & 0o777, 0o700)

    def test_it_stays_while_its_names_do_and_is_renewed_before_it_ends(self):
        self.own.certify(["axle.lan"])
        trusted, served = self.own.fingerprint(), self.own.certificate.read_bytes()
        self.assertFalse(self.own.certify(["axle.lan"]))
        with mock.patch("authority._LEFT_S", 500 * 24 * 3600):
            self.assertTrue(self.own.certify(["axle.lan"]))
        self.assertNotEqual(self.own.certificate.read_bytes(), served)
        self.assertEqual(self.own.fingerprint(), trusted, "devices need not trust it anew")
        self.assertTrue(self.own.certify(["axle.lan", "other.lan"]))
        self.assertNotEqual(self.own.fingerprint(), trusted)


class UnitTests(unittest.TestCase):
    def test_the_system_finds_nothing_wrong_with_them_and_they_start_what_there_is(self):
        with tempfile.TemporaryDirectory() as folder:
            written = shop.write_units(Path(folder), Path("/etc/shop.env"), "root")
            analyze = shutil.which("systemd-analyze")
            if analyze:
                words = [analyze, "verify", "--recursive-errors=no", *map(str, written)]
                said = subprocess.run(words, capture_output=True, text=True, check=False)
                ours = [line for line in said.stderr.splitlines() if "calm-axle" in line]
                self.assertEqual(ours, [])
            commands = set()
            for file in written:
                unit = configparser.ConfigParser(strict=False, interpolation=None)
                unit.read(file)
                for key in ("ExecStart", "ExecStop"):
                    if unit.has_option("Service", key):
                        commands.add(unit.get("Service", key).split("serve.py ")[1].split()[0])
        self.assertEqual(commands, {"shop-ready", "shop-rest", "shop-run", "shop-daily"})


class ServedTests(unittest.TestCase):
    """A shop from nothing, as docs/running-a-shop.md has it, in a checkout made of links."""

    @classmethod
    def setUpClass(cls):
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.root = Path(folder.name) / "checkout"
        cls.root.mkdir()
        Path(folder.name).chmod(0o755)
        for name in LINKED:
            (cls.root / name).symlink_to(ROOT / name)
        # Which checkout it is, is told by where these lie.
        shutil.copytree(ROOT / "house", cls.root / "house")
        run = cls.root / ".run"
        run.mkdir()
        for name in ("venv", "stamps", "static"):
            (run / name).symlink_to(ROOT / ".run" / name)
        cls.https, cls.http = free_port(), free_port()
        cls.settings = Path(folder.name) / "shop.env"
        cls.settings.write_text(
            "CALM_AXLE_NAMES=localhost,127.0.0.1\nCALM_AXLE_ADDRESS=127.0.0.1\n"
            f"CALM_AXLE_HTTPS_PORT={cls.https}\nCALM_AXLE_HTTP_PORT={cls.http}\n"
            f"CALM_AXLE_DATA={folder.name}/data\nCALM_AXLE_BACKUPS={folder.name}/backups\n"
            "CALM_AXLE_BACKUPS_KEPT=2\nCALM_AXLE_TIME_ZONE=Pacific/Auckland\n"
        )
        cls.addClassCleanup(cls.house, "stop")
        cls.said = cls.house("shop", f"settings={cls.settings}")

    @classmethod
    def house(cls, *words):
        line = [sys.executable, str(cls.root / "house" / "serve.py"), *words]
        # What this test's own server was told is not for another's.
        told = {key: value for key, value in os.environ.items() if "CALM_AXLE" not in key}
        told.pop("DJANGO_SETTINGS_MODULE", None)
        done = subprocess.run(line, capture_output=True, text=True, env=told, check=False)
        if done.returncode:
            raise AssertionError(done.stdout + done.stderr)
        return done.stdout

    def plain(self, path):
        line = http.client.HTTPConnection("127.0.0.1", self.http, timeout=20)
        self.addCleanup(line.close)
        line.request("GET", path)
        return line.getresponse()

    def ask(self, method, path, body=None, cookies=None):
        """Ask as a device does that trusts the shop's authority, and nobody else's."""
        trusted = ssl.create_default_context(
            cadata=self.plain("/calm-axle-authority.crt").read().decode()
        )
        line = http.client.HTTPSConnection("localhost", self.https, timeout=20, context=trusted)
        self.addCleanup(line.close)
        cookies = cookies if cookies is not None else {}
        headers = {
            "Content-Type": "application/json",
            "Cookie": "; ".join(f"{name}={value}" for name, value in cookies.items()),
            "X-CSRFToken": cookies.get("csrftoken", ""),
            "Referer": f"https://localhost:{self.https}/",
        }
        line.request(method, path, body and json.dumps(body), headers)
        answer = line.getresponse()
        for name, value in answer.getheaders():
            if name == "Set-Cookie":
                key, _, rest = value.partition("=")
                cookies[key] = rest.partition(";")[0]
        return answer

    def test_it_is_served_from_nothing_and_its_first_lead_comes_by_a_code(self):
        self.assertIn("Nobody leads a shop here yet", self.said)
        self.assertIn(f"https://localhost:{self.https}/", self.said)
        told = self.house("lead", "shop=Reed Works", f"settings={self.settings}")
        code = re.search(r"/join#(\S+)", told)[1]
        cookies = {}
        page = self.ask("GET", "/", cookies=cookies)
        self.assertIn("max-age=31536000", page.getheader("Strict-Transport-Security"))
        said = {"code": code, "username": "first", "first_name": "Ann", "password": "reed-and-rush"}
        joined = self.ask("POST", "/api/session/join", said, cookies)
        self.assertEqual(joined.status, 200)
        kept = joined.headers.get_all("Set-Cookie")
        self.assertTrue(kept)
        self.assertTrue(all("Secure" in one for one in kept), kept)
        self.assertEqual(json.loads(joined.read())["shop"], "Reed Works")
        self.assertEqual(self.ask("GET", "/api/jobs", cookies=cookies).status, 200)
        known = self.ask(
            "POST", "/api/session", {"username": "wren", "password": "longcauseway"}, {}
        )
        self.assertNotEqual(known.status, 200, "no published password opens it")

    def test_what_is_not_secret_sends_on_and_shows_how_to_trust(self):
        sent_on = self.plain("/racks?find=bar")
        self.assertEqual(sent_on.status, 308)
        self.assertEqual(
            sent_on.getheader("Location"), f"https://localhost:{self.https}/racks?find=bar"
        )
        page = self.plain("/trust").read().decode()
        compare = re.search(r"Compare there:\s+(\S+)", self.said)[1]
        self.assertIn(compare, page)

    def test_the_checks_for_a_server_that_people_rely_on_find_nothing(self):
        self.house("check-shop", f"settings={self.settings}")

    def test_its_day_backs_up_and_its_health_says_so(self):
        self.house("shop-daily", f"settings={self.settings}")
        self.assertTrue(list(Path(self.settings.parent / "backups").glob("*.tar")))
        health = json.loads(self.ask("GET", "/health").read())
        self.assertEqual((health["database"], health["backup"]), ("answers", "in time"))
        self.assertIn(health["worker"], ("works", "is not there"))

    def test_a_stranger_s_name_is_refused(self):
        line = http.client.HTTPConnection("127.0.0.1", self.http, timeout=20)
        self.addCleanup(line.close)
        line.request("GET", "/trust", headers={"Host": "bank.example"})
        self.assertEqual(line.getresponse().status, 400)

    def test_other_settings_than_the_data_was_begun_with_are_an_error(self):
        other = self.settings.with_name("other.env")
        other.write_text(self.settings.read_text().replace("/data", "/elsewhere"))
        with self.assertRaises(AssertionError) as caught:
            self.house("shop", f"settings={other}")
        self.assertIn("It was chosen at the first start", str(caught.exception))
        self.assertFalse((self.settings.parent / "elsewhere").exists())
