"""A browser at a demo shop of the test's own; a test fails if the page complains on its console."""

from __future__ import annotations

import atexit
import functools
import os
import shutil
import tempfile
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any, Literal, TypeVar

from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.servers.basehttp import ThreadedWSGIServer
from django.db import connection
from django.db.models import Model, QuerySet
from django.test import Client
from django.test.testcases import LiveServerThread, QuietWSGIRequestHandler
from playwright.sync_api import (
    BrowserContext,
    Locator,
    Page,
    Playwright,
    Request,
    sync_playwright,
)

from browser_tests.own_shop import copied_shop
from calmaxle.testing import databases
from calmaxle.testing.demo_template import demo_template
from calmaxle.testing.runner import use_media
from chromium import ARGUMENTS, CHROMIUM
from database import free_port
from demo.management.commands.load_demo import PASSWORD
from jobs.models import Job
from shops.models import Person, Shop

AXE = Path(__file__).parents[1] / "node_modules" / "axe-core" / "axe.min.js"
#: A limit for every wait, not a measure of speed: the cores are busy with the other tests too.
PATIENCE_MS = 30_000
#: What the standard asks for, and what is off by default or no part of it.
RULES = ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]
MORE_RULES = ["target-size", "label-content-name-mismatch", "empty-table-header"]
_ASK_AXE = """([beneath, runOnly, more]) => {
  const byTag = runOnly[0].startsWith('wcag');
  const rules = byTag ? Object.fromEntries(more.map((id) => [id, { enabled: true }])) : {};
  const resultTypes = ['violations'];
  return axe.run({ exclude: beneath ? [beneath] : [] }, { runOnly, rules, resultTypes });
}"""
#: Goes to an address and waits for what that changes first.
_WALK = """path => new Promise((done) => {
  if (location.pathname + location.search === path) return done();
  const drawn = new MutationObserver(() => { drawn.disconnect(); done(); });
  drawn.observe(document.body, { subtree: true, childList: true, attributes: true });
  history.pushState({}, '', path);
})"""
_NEXT_FRAME = "() => new Promise((done) => requestAnimationFrame(() => setTimeout(done, 20)))"
_VIEW: Any = {"viewport": {"width": 1280, "height": 800}, "reduced_motion": "reduce"}

M = TypeVar("M", bound=Model)


class _Worker:
    """What a process that runs browser tests makes once: a database, a port, a profile.

    The port stays, so that scripts are fetched and compiled once and not once a class.
    """

    def __init__(self) -> None:
        template, self.media = demo_template()
        self.database = f"{connection.settings_dict['NAME']}_shops"
        databases.copy(template, self.database)
        self.port = free_port()
        self.profile = tempfile.mkdtemp(prefix="calm-axle-profile-")
        atexit.register(shutil.rmtree, self.profile, ignore_errors=True)


@functools.cache
def _worker_of(process: int) -> _Worker:
    return _Worker()


class _FinishingServer(ThreadedWSGIServer):
    """A server that has given its last answer when it is closed: files of a class go with it."""

    daemon_threads = False


class _SamePort(LiveServerThread):
    """A server at the port that the class before had."""

    server_class = _FinishingServer

    def _create_server(self, connections_override: Any = None) -> Any:
        return self.server_class(
            (self.host, self.port),
            QuietWSGIRequestHandler,
            allow_reuse_address=True,
            connections_override=connections_override,
        )


class BrowserTestCase(StaticLiveServerTestCase):
    """Starts one Chromium a class and one page a test, at the yard of a demo shop of its own."""

    server_thread_class = _SamePort
    playwright: Playwright
    context: BrowserContext
    #: Built files come as a shop's server sends them, so that the browser keeps what it compiled.
    static_handler = staticmethod(lambda application: application)
    #: Whether a test begins at the yard; one that opens something else first need not wait for it.
    at_yard: bool = True
    #: Words of console errors that a test provokes on purpose.
    expected: tuple[str, ...] = ()

    @classmethod
    def setUpClass(cls) -> None:
        # Playwright's loop would make Django refuse its own plain queries in this thread.
        cls._async_before = os.environ.get("DJANGO_ALLOW_ASYNC_UNSAFE")
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"
        worker = _worker_of(os.getpid())
        cls._database_before = connection.settings_dict["NAME"]
        cls._use_database(worker.database)
        cls._media_before = settings.MEDIA_ROOT
        use_media(shutil.copytree(worker.media, tempfile.mkdtemp(), dirs_exist_ok=True))
        cls.port = worker.port
        # Before the server's own end is noted, which is therefore done before.
        cls.addClassCleanup(cls._put_back)
        super().setUpClass()
        cls.playwright = sync_playwright().start()
        cls.context = cls.playwright.chromium.launch_persistent_context(
            worker.profile,
            executable_path=CHROMIUM,
            args=ARGUMENTS,
            service_workers="block",
            **_VIEW,
        )
        cls.context.set_default_timeout(PATIENCE_MS)

    @classmethod
    def tearDownClass(cls) -> None:
        cls.context.close()
        cls.playwright.stop()
        super().tearDownClass()

    @classmethod
    def _put_back(cls) -> None:
        """Give the worker its own database and folder again; the server has ended by now."""
        shutil.rmtree(settings.MEDIA_ROOT, ignore_errors=True)
        use_media(cls._media_before)
        cls._use_database(cls._database_before)
        if cls._async_before is None:
            del os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"]
        else:
            os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = cls._async_before

    @classmethod
    def _use_database(cls, name: str) -> None:
        connection.close()
        connection.settings_dict["NAME"] = name

    def _fixture_teardown(self) -> None:
        """Leave what is there: the next test has a shop of its own."""

    def setUp(self) -> None:
        self.own = copied_shop()
        self.complaints: list[str] = []
        self.on_their_way: set[Request] = set()
        self.expected = ()
        # Left blank by the test before: a page is a process, which takes half a second to begin.
        self.page = self._listened(self.context.pages[0])
        self.sign_in(self.page)

    def tearDown(self) -> None:
        for context in self.context.browser.contexts if self.context.browser else ():
            if context is not self.context:
                context.close()
        self._forget()
        said = [c for c in self.complaints if not any(words in c for words in self.expected)]
        self.assertEqual(said, [], "the browser's console")

    def _forget(self) -> None:
        """Leave the browser as it was found, but for the scripts that it compiled."""
        blank = self.context.new_page()
        for page in self.context.pages:
            if page is not blank:
                page.close()
        self.context.clear_cookies()
        self.context.set_offline(False)
        session = self.context.new_cdp_session(blank)
        origin = {"origin": self.live_server_url, "storageTypes": _KEPT_BY_PAGES}
        session.send("Storage.clearDataForOrigin", origin)

    @property
    def shop(self) -> Shop:
        return self.own.shop

    def rows(self, model: type[M]) -> QuerySet[M]:
        """Return the rows of a model that are of this test's shop."""
        return self.own.rows(model)

    def new_page(self, service_workers: Literal["allow", "block"] = "block") -> Page:
        """Return a page at another device: nothing that is kept here is known there."""
        browser = self.context.browser
        assert browser is not None
        context = browser.new_context(service_workers=service_workers, **_VIEW)
        context.set_default_timeout(PATIENCE_MS)
        return self._listened(context.new_page())

    def _listened(self, page: Page) -> Page:
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        page.on(
            "console",
            lambda said: said.type == "error" and self.complaints.append(said.text[:300]),
        )
        page.on("request", lambda one: self.on_their_way.add(one))
        page.on("requestfinished", lambda one: self.on_their_way.discard(one))
        page.on("requestfailed", lambda one: self.on_their_way.discard(one))
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

    def job(self, name: str) -> Job:
        """Return the first job of a vehicle of this shop by how its name begins."""
        return self.rows(Job).get(vehicle__name__startswith=name, again_of=None)

    def open_job(self, name: str, station: str, page: Page | None = None) -> Job:
        page = page or self.page
        job = self.job(name)
        self.walk_to(f"jobs/{job.pk}/{station}", page)
        page.get_by_role("heading", level=1, name=job.vehicle.name, exact=True).wait_for()
        page.get_by_test_id("lean-change").wait_for()
        return job

    def walk_to(self, path: str, page: Page | None = None) -> None:
        """Go to an address in the page as a link does, which loads nothing anew; "" is the yard."""
        page = page or self.page
        if not page.url.startswith(self.live_server_url):
            page.goto(f"{self.live_server_url}/{path}")
            return
        page.evaluate(_WALK, f"/{path}")

    def settled(self) -> None:
        """Wait until the page asks for nothing and has drawn what it was told."""
        quiet = 0
        while quiet < 3:
            self.page.evaluate(_NEXT_FRAME)
            quiet = 0 if self.on_their_way else quiet + 1
        # Figures that newer ones are still to come for are dimmed.
        self.page.locator('[data-stale="true"]').wait_for(state="detached")

    def rules_kept(self, view: str, beneath: str = "") -> None:
        """Ask axe about the page as it is; what lies beneath something open is left out.

        By day everything is asked for; in the bay's theme only colours are others.
        """
        self.settled()
        if not self.page.evaluate("() => 'axe' in window"):
            self.page.evaluate(AXE.read_text())
        for theme, rules, least in (("bay", ["color-contrast"], 1), ("paper", RULES, 10)):
            self.page.evaluate("theme => { document.documentElement.dataset.theme = theme }", theme)
            found = self.page.evaluate(_ASK_AXE, [beneath, rules, MORE_RULES])
            broken = {
                rule["id"]: [node["html"][:160] for node in rule["nodes"][:3]]
                for rule in found["violations"]
            }
            self.assertEqual(broken, {}, f"{view}, {theme}")
            self.assertGreaterEqual(len(found["passes"]), least, f"{view}, {theme}")

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


#: What a page keeps on its device; scripts that were compiled are kept elsewhere.
_KEPT_BY_PAGES = "cookies,indexeddb,local_storage,cache_storage,service_workers,file_systems"
