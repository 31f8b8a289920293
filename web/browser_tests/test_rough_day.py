"""A day while network, server and database fail: each answer arrives once and in order."""

from __future__ import annotations

import random
import re
import tempfile
from dataclasses import replace

from django.conf import settings
from django.test import Client, tag

from axlecore.build.edits import Added, PlanEdits
from axlecore.build.steps import VehicleState
from bay.models import TorqueWrench
from browser_tests.browser import ARGUMENTS, CHROMIUM, PATIENCE_MS, BrowserTestCase
from browser_tests.fitter import Fitter
from browser_tests.rough_house import RoughHouse
from jobs.work import edit_plan
from jobs.writes import write
from shops.models import Person

DROPS, SERVER_KILLS, DATABASE_KILLS = 40, 10, 5
STEPS = 60
#: All that was kept of the job's work, in the order in which it was.
KEPT = """
select what from (
  select made_at, step || ' ' || kind as what from bay_stepanswer where job_id = %(job)s
  union all select made_at, joint || ' ' || bolt from bay_torquerow where job_id = %(job)s
  union all select made_at, obstacle from bay_gapreading where job_id = %(job)s
  union all select made_at, axle || ' set' from bay_axlesetting where job_id = %(job)s
  union all select made_at, place from photos_photo where job_id = %(job)s and place like 'step.%%'
) as kept order by made_at
"""


@tag("long")
class RoughDayTests(BrowserTestCase):
    at_yard = False

    def setUp(self):
        super().setUp()
        self.job = self.job("Hive")
        self.lead = Person.objects.get(username="wren")
        self.lengthen_plan()
        client = Client()
        client.force_login(self.lead)
        self.session = client.cookies[settings.SESSION_COOKIE_NAME].value
        self.house = RoughHouse()
        self.addCleanup(self.house.end)
        folder = tempfile.TemporaryDirectory(ignore_cleanup_errors=True)
        self.addCleanup(folder.cleanup)
        self.profile = folder.name
        self.expected = ("ERR_", "Failed to", "503", "500", "502")

    def lengthen_plan(self):
        """Add steps of the lead's own until there are sixty."""
        own = tuple(
            Added(f"own.{at}", f"Own step {at}.", "a long day", VehicleState.ON_WHEELS)
            for at in range(STEPS - 20)
        )

        def act(job):
            edits = replace(job.read(PlanEdits), added=own)
            edit_plan(job, self.lead, job.versions["plan"], "own", "added", edits)

        write(self.job.pk, self.job.shop_id, act)

    def open_browser(self):
        context = self.playwright.chromium.launch_persistent_context(
            self.profile, executable_path=CHROMIUM, args=ARGUMENTS, reduced_motion="reduce"
        )
        context.set_default_timeout(PATIENCE_MS)
        cookie = {"name": settings.SESSION_COOKIE_NAME, "value": self.session}
        context.add_cookies([{**cookie, "url": self.house.address}])
        page = context.pages[0]
        page.goto(f"{self.house.address}/bay/{self.job.pk}")
        page.get_by_role("heading", level=1).wait_for()
        return page

    def test_sixty_steps_through_drops_and_kills_arrive_once_and_in_order(self):
        page = self.open_browser()
        wrench = self.rows(TorqueWrench).get(name="Wrench 3").pk
        path = f"{self.house.address}/api/jobs/{self.job.pk}/bay"
        bay = page.request.get(path).json()
        self.assertEqual(len(bay["steps"]), STEPS)
        trouble, kept = Troubles(self.house), []
        for at, step in enumerate(bay["steps"]):
            trouble.before(at, page)
            fitter = Fitter(self, page, bay, wrench)
            fitter.says(step["what"])
            if at == STEPS // 2:
                # The battery goes with answers that nobody has yet.
                page.context.set_offline(True)
            kept += fitter.do(step)
            if at == STEPS // 2:
                page.context.close()
                trouble.mend()
                page = self.open_browser()
        trouble.mend()
        page.context.set_offline(False)
        page.get_by_text(f"{STEPS} of {STEPS} done").wait_for()
        saving = page.get_by_role("status").first
        # What is left is sent one after the other, after the longest pause between two tries.
        self.until(
            lambda: re.search("Saved|not taken", saving.text_content()) is not None,
            5 * PATIENCE_MS,
        )
        self.assertEqual(saving.text_content(), "Saved")
        rows = [row[0] for row in self.house.rows(KEPT, {"job": self.job.pk})]
        self.assertEqual(rows, kept)
        self.assertEqual(trouble.counted, (DROPS, SERVER_KILLS, DATABASE_KILLS))
        page.context.close()


class Troubles:
    """What fails before which step, and how often it did; the same on every day."""

    def __init__(self, house):
        self.house = house
        chance = random.Random(14)
        steps = range(STEPS)
        self.drops = set(chance.sample(steps, DROPS))
        self.server = set(chance.sample(steps, SERVER_KILLS))
        self.database = set(chance.sample(steps, DATABASE_KILLS))
        self.counted = (0, 0, 0)
        self.down = []

    def before(self, at, page):
        """Mend what failed a step ago, then let fail what fails now."""
        self.mend()
        page.context.set_offline(at in self.drops)
        drops, servers, databases = self.counted
        if at in self.server:
            self.house.kill_server()
            self.down.append(self.house.start_server)
        if at in self.database:
            self.house.kill_database()
            self.down.append(self.house.start_database)
        self.counted = (
            drops + (at in self.drops),
            servers + (at in self.server),
            databases + (at in self.database),
        )

    def mend(self):
        while self.down:
            self.down.pop()()
