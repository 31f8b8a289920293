"""Hand over as a fitter and an owner use it: gates, a phone, a re-check, a clunk, the record."""

import zipfile
from io import BytesIO
from pathlib import Path

from aftercare.models import CalendarFeed, HandOver, ReportLink, TroubleAfter
from aftercare.report import report_token
from browser_tests.browser import BrowserTestCase
from jobs.models import Job
from rigs.models import Owner


class HandOverTests(BrowserTestCase):
    at_yard = False

    def hand_over(self, name, sheet="back"):
        return self.open_job(name, f"hand-over?sheet={sheet}")

    def test_the_hive_hauler_is_handed_over_to_its_owners_phone(self):
        job = self.rows(Job).get(vehicle__name="Hive hauler")
        self.rows(Job).filter(pk=job.pk).update(station="hand_over")
        self.hand_over("Hive hauler")
        odometer = self.page.get_by_role("region", name="Odometer")
        odometer.get_by_label("It reads, km").fill("93 400")
        odometer.get_by_role("button", name="Keep it").click()
        gate = self.page.get_by_role("region", name="Gate of Hand over")
        self.until(lambda: self.rows(HandOver).filter(job=job, odometer_m=93.4e6).exists())
        press = gate.get_by_role("button", name="Hand it over without it")
        self.assertTrue(press.is_disabled())
        gate.get_by_role("textbox").fill("the bay's log is on paper today")
        press.click()
        self.page.get_by_text("Handed over on").wait_for()
        self.page.get_by_role("link", name="Coming back").click()
        table = self.page.get_by_role("table", name="Planned re-checks")
        self.wait_for_text(table, "93 480 km to 93 560 km")
        self.page.get_by_role("link", name="Owner's report").click()
        self.page.get_by_role("button", name="Make a link for the owner").click()
        self.page.get_by_role("region", name="The owner's link").wait_for()
        link = self.rows(ReportLink).get(job=job)
        phone = self.new_page()
        phone.set_viewport_size({"width": 390, "height": 844})
        phone.goto(f"{self.live_server_url}/report/{report_token(link)}")
        phone.get_by_role("heading", name="Hive hauler").wait_for()
        phone.get_by_text("When to come back").wait_for()
        wide = phone.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
        phone.get_by_label("It leans in bends").select_option("a little")
        phone.get_by_label("In your own words").fill("much calmer on the causeway")
        phone.get_by_role("button", name="Send it to the workshop").click()
        phone.get_by_text("is with the workshop").wait_for()
        phone.close()
        self.page.reload()
        self.page.get_by_text("much calmer on the causeway").wait_for()
        self.page.get_by_text("It leans in bends: a little.").wait_for()
        self.page.get_by_role("button", name="Withdraw it").click()
        self.page.get_by_role("button", name="Make a link for the owner").wait_for()

    def test_who_is_due_opens_a_recheck_with_the_old_log_beside_it(self):
        self.page.goto(self.live_server_url)
        due = self.page.get_by_role("region", name="Re-checks due")
        due.get_by_role("link", name="Gannet seedbank").click()
        form = self.page.get_by_role("form", name="Open the re-check")
        form.get_by_label("Odometer as it comes in").fill("61 200")
        form.get_by_role("button", name="Open the re-check").click()
        form.get_by_text("does not go back").wait_for()
        form.get_by_label("Odometer as it comes in").fill("61 420")
        form.get_by_role("button", name="Open the re-check").click()
        self.page.wait_for_url("**/look")
        self.until(lambda: self.rows(Job).filter(again_of__vehicle__name="Gannet seedbank").exists())
        self.expected = ("422",)

    def test_a_torque_that_fell_opens_its_joint_and_says_why(self):
        again = self.rows(Job).get(vehicle__name="Turnstone survey", kind="recheck")
        self.page.goto(f"{self.live_server_url}/jobs/{again.pk}/hand-over?sheet=visits")
        table = self.page.get_by_role("table", name="Torque then and now")
        fallen = table.get_by_role("row").filter(has_text="18 % less")
        self.wait_for_text(fallen, "110 N·m")
        self.wait_for_text(fallen, "the spring pack settled")
        self.page.get_by_role("link", name="Read it in the bay").click()
        self.page.wait_for_url("**/bay/**")

    def test_a_clunk_is_led_to_its_part_and_what_it_was_is_kept(self):
        self.hand_over("Heron", "noises")
        clunk = self.page.get_by_role("article", name="clunk")
        self.wait_for_text(clunk.get_by_role("listitem").first, "a link's joint")
        clunk.get_by_role("combobox", name="It was").select_option("washers in the wrong order")
        clunk.get_by_label("What was found").fill("cup washer upside down, left")
        clunk.get_by_role("button", name="Keep what it was").click()
        self.wait_for_text(clunk, "It was washers in the wrong order: cup washer upside down")
        self.assertEqual(self.rows(TroubleAfter).get().cause, "washer_order")
        ask = self.page.get_by_role("region", name="What is noticed")
        ask.get_by_role("combobox", name="What", exact=True).select_option("clunk")
        ask.get_by_role("button", name="Where does it come from?").click()
        self.page.get_by_text("Here 1 of 1 times.").first.wait_for()

    def test_a_correction_is_taken_and_seen_in_the_next_prediction(self):
        self.page.goto(f"{self.live_server_url}/record")
        self.page.get_by_text("Motorhome, stripped chassis: measured lean").wait_for()
        before = self.first_lean()
        self.page.goto(f"{self.live_server_url}/record")
        self.page.get_by_role("button", name="Let the next of them start from that").click()
        self.page.get_by_role("button", name="Leave it out again").wait_for()
        self.assertGreater(self.first_lean(), before)
        self.page.goto(f"{self.live_server_url}/new")
        self.page.get_by_label("Motorhome, stripped chassis").check(force=True)
        self.page.get_by_text("by our own record of 16 jobs").wait_for()
        self.page.goto(f"{self.live_server_url}/record")
        self.page.get_by_role("button", name="Leave it out again").click()
        self.page.get_by_role("button", name="Let the next of them start from that").wait_for()
        self.assertAlmostEqual(self.first_lean(), before)

    def first_lean(self):
        """What a motorhome nobody has measured is first said to lean [rad]."""
        return self.page.evaluate(
            """async () => {
              const token = document.cookie.match(/csrftoken=([^;]+)/)[1];
              const answer = await fetch('/api/first-answer', { method: 'POST',
                headers: { 'Content-Type': 'application/json', 'X-CSRFToken': token },
                body: JSON.stringify({ kind: 'motorhome', entries: [] }) });
              return (await answer.json()).lean_rad;
            }"""
        )

    def test_the_calendars_address_is_made_anew(self):
        self.page.goto(self.live_server_url)
        self.page.get_by_text("In your own calendar").click()
        self.page.get_by_role("button", name="Make a new address").click()
        self.until(lambda: self.rows(CalendarFeed).filter(number=2).exists())

    def test_a_job_is_somebodys_and_the_yard_shows_only_theirs(self):
        self.open_job("Skerry", "look")
        self.page.get_by_role("button", name="This job").click()
        self.page.get_by_role("combobox", name="Whose job it is").select_option("Tern Oakes")
        self.until(lambda: self.rows(Job).filter(fitter__username="tern").exists())
        self.page.goto(f"{self.live_server_url}/?fitter=tern")
        self.page.get_by_role("link", name="Skerry wagon").wait_for()
        self.assertEqual(self.page.get_by_role("link", name="Kelp kitchen").count(), 0)

    def test_a_jobs_record_goes_out_and_comes_in_as_a_job(self):
        self.open_job("Gannet seedbank", "hand-over")
        self.page.get_by_role("button", name="This job").click()
        with self.page.expect_download() as kept:
            self.page.get_by_role("button", name="Its record as one file").click()
        record = Path(kept.value.path()).read_bytes()
        with zipfile.ZipFile(BytesIO(record)) as archive:
            self.assertIn("papers/report.pdf", archive.namelist())
        self.page.goto(f"{self.live_server_url}/new")
        taken = {"name": "job.zip", "mimeType": "application/zip", "buffer": b"no archive"}
        self.expected = ("422",)
        self.page.get_by_label("Take in a record").set_input_files(taken)
        self.page.get_by_text("The archive is broken or cut off").wait_for()
        self.page.get_by_label("Take in a record").set_input_files(
            {**taken, "buffer": record}
        )
        self.page.wait_for_url("**/hand-over")
        self.page.get_by_text("Odometer at hand-over: 61 300 km").wait_for()
        self.assertEqual(self.rows(Job).filter(vehicle__name="Gannet seedbank").count(), 2)

    def test_who_did_what_is_filtered_and_two_versions_stand_side_by_side(self):
        self.open_job("Orrery", "weigh")
        self.place("wheelbase_m").click()
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type("5300 mm")
        self.page.keyboard.press("Enter")
        self.page.get_by_text("Saved", exact=True).wait_for()
        self.page.get_by_role("button", name="This job").click()
        self.page.get_by_role("link", name="Who did what when").click()
        history = self.page.get_by_role("region", name="History")
        first = history.get_by_role("listitem").first
        self.wait_for_text(first, "Wheelbase: 5300 mm")
        first.get_by_role("button", name="what changed").click()
        beside = self.page.get_by_role("table", name="What changed")
        self.wait_for_text(beside, "Wheelbase")
        self.wait_for_text(beside, "5300 mm, measured")
        history.get_by_role("combobox", name="Of").select_option("bay")
        history.get_by_text("Nothing of that was done here.").wait_for()

    def test_an_owner_is_erased_after_being_asked_twice(self):
        self.hand_over("Gannet")
        self.page.get_by_role("button", name="This job").click()
        self.page.get_by_role("button", name="Erase the owner").click()
        self.page.get_by_role("button", name="Erase for good").click()
        self.page.get_by_role("button", name="Erase for good").wait_for(state="detached")
        self.assertFalse(self.rows(Owner).filter(name="Isla Fenwick").exists())

    def test_hand_over_keeps_the_rules_in_both_themes(self):
        again = self.rows(Job).get(vehicle__name="Turnstone survey", kind="recheck")
        link = self.rows(ReportLink).filter(job__vehicle__name="Gannet seedbank").get()
        gannet = f"/jobs/{link.job_id}/hand-over?sheet="
        for path, seen in (
            (f"{gannet}back", "Handed over on"),
            (f"{gannet}report", "Copy the address"),
            (f"{gannet}visits", "Heard from the owner"),
            (f"{gannet}noises", "Where does it come from?"),
            (f"/jobs/{again.pk}/hand-over?sheet=visits", "Torque then and now"),
            ("/record", "Missed always"),
            (f"/report/{report_token(link)}", "What to listen for"),
        ):
            self.page.goto(f"{self.live_server_url}{path}")
            self.page.get_by_text(seen).first.wait_for()
            self.rules_kept(path)
