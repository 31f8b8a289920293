"""The board: a job put on from its plan, the proposal seen before it is taken, a pin by hand."""

import re
from datetime import date, timedelta

from board.models import Placing
from board.services import standing
from browser_tests.browser import BrowserTestCase
from jobs.models import Job


class BoardTests(BrowserTestCase):
    at_yard = False

    def setUp(self):
        super().setUp()
        self.page.goto(f"{self.live_server_url}/board")
        self.page.get_by_role("heading", name="Board", exact=True).wait_for()

    def on_lane(self, name, proposed):
        job = self.job(name)
        return self.page.locator(f'[data-job="{job.pk}"][data-proposed="{str(proposed).lower()}"]')

    def test_what_is_proposed_is_shown_dashed_and_taken_as_seen(self):
        self.on_lane("Orrery", True).wait_for()
        self.assertEqual(self.on_lane("Orrery", False).count(), 0)
        # The hauler's bar comes after its day.
        self.wait_for_text(self.page.get_by_role("listitem"), "Hive hauler: Its parts come on")
        # How many move hangs on the day of the week the demo is loaded on.
        self.page.get_by_role("button", name=re.compile(r"Take the proposal: \d moves?")).click()
        self.on_lane("Orrery", False).wait_for()
        self.page.get_by_text("Nothing: it stands as it is proposed.").wait_for()
        placing = self.rows(Placing).get(job__vehicle__name__startswith="Orrery")
        self.assertIsNotNone(placing.day)
        self.assertTrue(self.rows(Job).get(pk=placing.job_id).bay_planned)

    def test_a_pin_by_hand_moves_the_others_round_it_before_anything_is_taken(self):
        self.on_lane("Orrery", True).press("Enter")
        panel = self.page.get_by_label("Job on the board")
        self.wait_for_text(panel, "h in eight of ten cases")
        panel.get_by_label("Day").select_option(index=9)
        panel.get_by_label("Hours after opening").select_option("2")
        panel.get_by_role("button", name="Pin it there").click()
        panel.get_by_role("button", name="Let it move again").wait_for()
        self.wait_for_text(self.on_lane("Orrery", False), "●")
        placing = self.rows(Placing).get(job__vehicle__name__startswith="Orrery")
        self.assertEqual((placing.hour, placing.pinned), (2, True))

    def test_a_job_goes_on_with_its_plan_and_one_without_a_choice_says_why(self):
        self.expected = ("422",)
        self.page.get_by_role("button", name="Put it on: Bittern").click()
        self.page.get_by_text("Nothing is chosen at either axle").first.wait_for()
        self.on_lane("Skerry", False).click()
        self.page.get_by_role("button", name="Take it off").click()
        self.until(lambda: self.on_lane("Skerry", False).count() == 0)
        self.page.get_by_role("button", name="Put it on: Skerry").click()
        self.on_lane("Skerry", True).wait_for()

    def test_a_bar_that_comes_later_than_told_moves_the_board(self):
        self.page.get_by_role("button", name="Take the proposal").click()
        self.page.get_by_text("Nothing: it stands as it is proposed.").wait_for()
        job = self.open_job("Lantern", "build?sheet=order")
        self.page.get_by_test_id("order-waits").wait_for()
        for everything in self.page.get_by_label("All ").all():
            everything.check()
        hand = self.page.get_by_label("Lines in hand")
        late = date.today() + timedelta(days=13)
        hand.get_by_label("Comes on").fill(str(late))
        hand.get_by_role("button", name="Ordered", exact=True).click()
        self.page.get_by_test_id("order-waits").filter(has_text=f" {late.day} ").wait_for()
        self.page.get_by_role("link", name="Board").click()
        moved = self.page.locator(f'[data-job="{job.pk}"][data-proposed="true"]')
        moved.wait_for()
        self.wait_for_text(self.page.get_by_role("listitem"), "Lantern crew from ")

    def test_who_is_away_is_counted_and_the_board_is_exported(self):
        self.page.get_by_text("Who is away").click()
        self.page.get_by_role("combobox", name="Who").select_option("Tern Oakes")
        day = standing(self.shop).days[3]
        self.page.get_by_label("On", exact=True).fill(str(day))
        self.page.get_by_role("button", name="Away that day").click()
        there = self.page.get_by_role("region", name="People there").locator("span > span")
        self.until(lambda: there.nth(3).text_content() == "1")
        calendar = self.page.request.get(f"{self.live_server_url}/api/board/board.ics").text()
        self.assertIn("SUMMARY:Skerry wagon", calendar)

    def test_no_room_is_said_and_the_job_can_be_taken_off_again(self):
        self.rows(Placing).filter(job__vehicle__name__startswith="Orrery").update(kinds=["pit"])
        self.page.reload()
        self.page.get_by_text("needs pit; the shop has level ground, lift").wait_for()
        self.page.get_by_text("Bays and closed days").click()
        self.page.get_by_label("Another bay").fill("Old pit")
        self.page.get_by_label("It is").select_option("pit")
        self.page.get_by_role("button", name="Add the bay").click()
        self.on_lane("Orrery", True).wait_for()
