"""Two servers on one database, behind one front: one shop, whichever is asked."""

from __future__ import annotations

import os
import signal
from pathlib import Path
from uuid import uuid4

from django.test import tag

from browser_tests.browser import BrowserTestCase
from browser_tests.rough_house import RoughHouse, free_port, wait_for_port
from front import Front
from photos.tests.test_photos import picture
from shops.hashing import Argon2
from shops.models import Person


@tag("long")
class TwoServersTests(BrowserTestCase):
    at_yard = False

    def setUp(self):
        super().setUp()
        self.job = self.job("Hive")
        # Tests hash in a way that no real server reads.
        hasher = Argon2()
        kept = hasher.encode("longcauseway", hasher.salt())
        Person.objects.filter(username="wren").update(password=kept)
        self.house = RoughHouse()
        self.addCleanup(self.house.end)
        other = free_port()
        second = self.house.serve(other, "second")
        self.addCleanup(second.wait, 30)
        self.addCleanup(os.killpg, second.pid, signal.SIGKILL)
        self.first, self.second = self.house.address, f"http://127.0.0.1:{other}"
        port = free_port()
        home = Path(self.house.folder.name)
        home.chmod(0o755)
        front = Front(home / "front").begin(f"listen 127.0.0.1:{port};", [self.house.port, other])
        self.addCleanup(front.wait, 10)
        self.addCleanup(front.terminate)
        self.assertTrue(wait_for_port(port, 10))
        self.front = f"http://127.0.0.1:{port}"
        # Cookies are of the address, not of the port: one person at one device.
        self.device = self.page.context.request

    def send(self, method, url, **more):
        cookies = {one["name"]: one["value"] for one in self.page.context.cookies()}
        headers = {"X-CSRFToken": cookies.get("csrftoken", ""), **more.pop("headers", {})}
        return self.device.fetch(url, method=method, headers=headers, **more)

    def signed_in(self, server, password="longcauseway"):  # noqa: S107  the demo's
        self.device.get(server)
        told = {"username": "wren", "password": password}
        return self.send("POST", f"{server}/api/session", data=told)

    def test_they_are_one_shop_and_one_of_them_may_go(self):
        job = f"/api/jobs/{self.job.pk}"
        self.assertEqual(self.signed_in(self.first).status, 200)
        # Whoever signed in at one is known at the other, and what is written at one is there.
        self.assertEqual(self.device.get(f"{self.second}/api/session").json()["username"], "wren")
        version = self.device.get(f"{self.second}{job}").json()["sheet_version"]
        edit = {
            "base_version": version,
            "place": "wheelbase_m",
            "typed": "4321 mm",
            "known": "measured",
        }
        key = {"Idempotency-Key": str(uuid4())}
        written, again = (
            self.send("PATCH", f"{server}{job}/sheet", data=edit, headers=key).json()
            for server in (self.first, self.second)
        )
        self.assertEqual(written["job"]["sheet_version"], version + 1)
        self.assertEqual(again["wrote"], written["wrote"], "sent again to the other, done once")
        news = self.device.get(f"{self.second}{job}/news").json()["last"]
        self.assertIn("4321 mm", [one["typed"] for one in news if one["paper"] == "sheet"])
        # A photo kept by one is handed out by the other.
        file = {"name": "x.jpg", "mimeType": "image/jpeg", "buffer": picture()}
        told = {"place": "side", "key": str(uuid4()), "file": file}
        photo = self.send("POST", f"{self.second}{job}/photos", multipart=told).json()["id"]
        seen = [
            self.device.get(f"{server}/api/photos/{photo}.jpg").body()
            for server in (self.first, self.second, self.front)
        ]
        self.assertEqual(len(set(seen)), 1)
        # The front goes on with the one that is left.
        self.house.kill_server()
        for _ in range(6):
            self.assertEqual(self.device.get(f"{self.front}{job}").status, 200)
        self.house.start_server()

    def test_whoever_guesses_at_one_is_locked_out_at_the_other(self):
        for server in (self.first, self.second) * 2 + (self.first,):
            self.assertIn(self.signed_in(server, "wrong").status, (401, 429))
        self.assertEqual(self.signed_in(self.second).status, 429)
