"""A browser at the demo shop; a test fails if the page complains on its console."""

from __future__ import annotations

import os
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any, Literal

from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.management.base import CommandError
from django.test import Client
from playwright.sync_api import Browser, Locator, Page, Playwright, sync_playwright

from browser_tests.demo_shop import put_in_demo_shop
from demo.management.commands.load_demo import PASSWORD
from jobs.models import Job
from shops.models import Person

AXE = Path(__file__).parents[1] / "node_modules" / "axe-core" / "axe.min.js"
CHROMIUM = "/usr/bin/chromium"
ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync"]
#: A limit for every wait, not a measure of speed: the cores are busy with the other tests too.
PATIENCE_MS = 30_000


class BrowserTestCase(StaticLiveServerTestCase):
    """Starts one Chromium a class and one page a test, at the yard of the demo shop."""

    playwright: Playwright
    browser: Browser
    #: Whether a test begins at the yard; one that opens something else first need not wait for it.
    at_yard: bool = True
    #: Words of console errors that a test provokes on purpose.
    expected: tuple[str, ...] = ()

    @classmethod
    def setUpClass(cls) -> None:
        # Playwright's loop would make Django refuse its own plain queries in this thread.
        cls._async_before = os.environ.get("DJANGO_ALLOW_ASYNC_UNSAFE")
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"
        super().setUpClass()
        cls.playwright = sync_playwright().start()
        cls.browser = cls.playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)

    @classmethod
    def tearDownClass(cls) -> None:
        cls.browser.close()
        cls.playwright.stop()
        super().tearDownClass()
        if cls._async_before is None:
            del os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"]
        else:
            os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = cls._async_before

    def setUp(self) -> None:
        put_in_demo_shop()
        self.complaints: list[str] = []
        self.expected = ()
        self.page = self.new_page()
        self.sign_in(self.page)

    def tearDown(self) -> None:
        self.page.context.close()
        said = [c for c in self.complaints if not any(words in c for words in self.expected)]
        self.assertEqual(said, [], "the browser's console")

    def _fixture_teardown(self) -> None:
        """Empty the database; a page that was just closed may still have a question on its way."""
        for tries_left in (2, 1, 0):
            try:
                return super()._fixture_teardown()
            except CommandError:
                if not tries_left:
                    raise
        return None

    def new_page(self, service_workers: Literal["allow", "block"] = "block") -> Page:
        """A page of its own; the worker that keeps it readable without the server costs time."""
        context = self.browser.new_context(
            viewport={"width": 1280, "height": 800},
            reduced_motion="reduce",
            service_workers=service_workers,
        )
        context.set_default_timeout(PATIENCE_MS)
        page = context.new_page()
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        page.on(
            "console",
            lambda said: said.type == "error" and self.complaints.append(said.text[:300]),
        )
        return page

    def sign_in(self, page: Page, username: str = "wren") -> None:
        """Come as somebody who has signed in; that itself is tested by typing."""
        client = Client()
        client.force_login(Person.objects.get(username=username))
        session = client.cookies[settings.SESSION_COOKIE_NAME].value
        cookie = {
            "name": settings.SESSION_COOKIE_NAME,
            "value": session,
            "url": self.live_server_url,
        }
        page.context.add_cookies([cookie])
        if self.at_yard:
            page.goto(self.live_server_url)
            page.get_by_role("heading", name="Yard").wait_for()

    def sign_in_by_hand(self, page: Page, username: str, password: str = PASSWORD) -> None:
        page.goto(self.live_server_url)
        page.get_by_label("Name").fill(username)
        page.get_by_label("Password").fill(password)
        page.get_by_role("button", name="Sign in").click()
        page.get_by_role("heading", name="Yard").wait_for()

    def open_job(self, name: str, station: str, page: Page | None = None) -> Job:
        page = page or self.page
        job = Job.objects.get(vehicle__name__startswith=name, again_of=None)
        page.goto(f"{self.live_server_url}/jobs/{job.pk}/{station}")
        page.get_by_test_id("lean-change").wait_for()
        return job

    def rules_kept(self, view: str) -> None:
        """Ask axe about the page as it is, in both themes."""
        # Figures that newer ones are still to come for are dimmed.
        self.page.locator('[data-stale="true"]').wait_for(state="detached")
        self.page.evaluate(AXE.read_text())
        for theme in ("paper", "bay"):
            self.page.evaluate(f"document.documentElement.dataset.theme = '{theme}'")
            found = self.page.evaluate("axe.run()")
            broken = [(one["id"], one["nodes"][0]["html"][:160]) for one in found["violations"]]
            self.assertEqual(broken, [], f"{view}, {theme}")

    def place(self, path: str, page: Page | None = None) -> Locator:
        """Return the number at a place of the drawings."""
        return (page or self.page).locator(f'[data-place="{path}"]')

    def how_known(self, path: str) -> str:
        """Return how a number is known, as those hear it who cannot see it."""
        said = self.place(path).locator(".sr-only").text_content() or ""
        return said.rpartition(", ")[2]

    def editor(self, page: Page | None = None) -> Locator:
        """Return the line that is being written on."""
        return (page or self.page).locator("input[aria-describedby$='-says']")

    def enter(self, path: str, typed: str, key: str = "Enter", page: Page | None = None) -> None:
        self.place(path, page).click()
        self.editor(page).fill(typed)
        self.editor(page).press(key)

    def text(self, test_id: str) -> str:
        return self.page.get_by_test_id(test_id).text_content() or ""

    def degrees(self, test_id: str) -> float:
        return float(self.text(test_id).rstrip("°"))

    def wait_for_text(self, where: Locator, words: str) -> None:
        where.filter(has_text=words).first.wait_for()

    def until(self, holds: Callable[[], bool], patience_ms: int = PATIENCE_MS) -> None:
        """Wait until something holds; the page's policy forbids asking it from inside."""
        end = time.monotonic() + patience_ms / 1000
        while not holds():
            self.assertLess(time.monotonic(), end, "waited in vain")
            self.page.wait_for_timeout(30)

    def wait_for_focus(self, path: str) -> None:
        """Wait until the cursor is on the number at a place."""
        self.page.locator(f'[data-place="{path}"]:focus').wait_for()

    def sheet(self, job: Job) -> Any:
        job.vehicle.refresh_from_db()
        return job.vehicle.sheet

    def tern_enters_a_track_of_1840(self) -> None:
        """A second person changes the rear track of the same job at another screen."""
        other = self.new_page()
        self.sign_in(other, "tern")
        self.open_job("Orrery", "weigh", other)
        self.enter("rear.track_m", "1840 mm", page=other)
        self.wait_for_text(self.place("rear.track_m", other), "1\u202f840")
        other.context.close()
