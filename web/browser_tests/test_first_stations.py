"""From a vehicle nobody has seen to the look-over's gate, as a lead would go."""

from browser_tests.browser import BrowserTestCase
from jobs.models import Job
from shops.models import Person, Shop


class StationCase(BrowserTestCase):
    def open_station(self, name: str, station: str, page=None) -> Job:
        """Open a station of a job; lean need not be computable there."""
        page = page or self.page
        job = self.job(name)
        page.goto(f"{self.live_server_url}/jobs/{job.pk}/{station}")
        page.get_by_role("navigation", name="Stations").wait_for()
        return job

    def symptom(self, key: str, times: int = 1) -> None:
        pick = self.page.locator(f'[data-place="symptoms.{key}"]')
        for _ in range(times):
            said = pick.get_attribute("aria-label")
            pick.click()
            self.until(lambda before=said: pick.get_attribute("aria-label") != before)

    def document(self, job: Job, name: str) -> dict:
        paper = job.papers.filter(name=name).first()
        return paper.document if paper else {}

    def button(self, name: str, page=None):
        return (page or self.page).get_by_role("button", name=name, exact=True)


class WholeWayTests(StationCase):
    def test_a_vehicle_from_nothing_to_the_gate_of_the_look_over(self):
        page = self.page
        page.get_by_role("link", name="Take in a vehicle").click()
        for label, typed in (
            ("What the shop calls it", "Ferry tender"), ("Front axle load", "1,900 lb"),
            ("Rear axle load", "790 kg"), ("Wheelbase", "8 ft 7 in"),
            ("Front axle rating", "1050 kg"), ("Rear axle rating", "1100 kg"),
            ("Vehicle rating", "1980 kg"),
        ):
            page.get_by_label(label).fill(typed)
        page.get_by_label("Van or car").check(force=True)
        self.button("Open the job").click()

        page.get_by_label("In the owner's words").fill("Heels in every bend.")
        self.symptom("leans_in_bend", 3)
        self.symptom("pushed_by_gust")
        self.wait_for_text(page.locator("section"), "A bar will cure part of it.")
        self.button("Accept").click()
        self.button("Go on to Weigh").click()

        page.get_by_role("heading", name="From the side").wait_for()
        for place, typed in (
            ("rear.track_m", "1490 mm"),
            ("load_states.0.centre_of_gravity_height_m", "560 mm"),
            ("rear.standard_bar.bar.outside_diameter_m", "18 mm"),
        ):
            self.enter(place, typed)
            self.place(place).wait_for()
        page.get_by_role("radio", name="Front axle").click()
        for place, typed in (
            ("front.track_m", "4 ft 11 in"),
            ("front.standard_bar.bar.outside_diameter_m", '7/8"'),
        ):
            self.enter(place, typed)
            self.place(place).wait_for()
        self.button("Go on to Look").click()

        page.get_by_role("radio", name="List").click()
        ratings = page.get_by_label("Rating of the")
        self.until(lambda: ratings.count() > 20)
        for rating in ratings.all():
            rating.select_option("good")
        page.get_by_label("Rust of the whole underside").select_option("light")
        self.button("Go on to Choose").click()
        page.get_by_role("heading", name="Rear bar").wait_for()
        job = self.rows(Job).get(vehicle__name="Ferry tender")
        self.assertEqual(job.station, "choose")
        passed = job.passes.order_by("pk")
        self.assertEqual(
            [(one.station, one.unmet) for one in passed],
            [("listen", []), ("weigh", []), ("look", [])],
        )

    def test_over_a_rating_the_gate_stays_shut_for_everybody(self):
        self.open_station("Tidewater", "weigh")
        gate = self.page.get_by_role("region", name="Gate of Weigh")
        self.wait_for_text(gate, "No reason overrides this.")
        self.assertTrue(gate.get_by_role("button", name="Go on to Look").is_disabled())
        self.assertEqual(gate.get_by_label("Going on without it?").count(), 0)
        gate.get_by_role("listitem").filter(has_text="over its rating").get_by_role(
            "button", name="Show me"
        ).click()
        self.wait_for_focus("load_states.1.rear_left_kg")

    def test_what_is_unmet_is_passed_with_a_reason_that_stays(self):
        job = self.open_station("Bittern", "look")
        gate = self.page.get_by_role("region", name="Gate of Look")
        on = gate.get_by_role("button", name="Go on to Choose without it")
        self.assertTrue(on.is_disabled())
        gate.get_by_label("Going on without it?").fill("front is seen tomorrow on the lift")
        on.click()
        self.page.get_by_role("heading", name="Rear bar").wait_for()
        self.assertEqual(job.passes.get(station="look").reason,
                         "front is seen tomorrow on the lift")
        self.page.keyboard.press("3")
        self.wait_for_text(gate, "Passed by Wren Haldane")


class ListenTests(StationCase):
    at_yard = False

    def test_picks_are_sorted_live_undone_and_reached_by_keyboard(self):
        job = self.open_station("Tidewater", "listen")
        sorted_ = self.page.get_by_role("region", name="Sorted")
        pick = self.page.locator('[data-place="symptoms.wanders"]')
        pick.focus()
        self.page.keyboard.press("ArrowRight")
        self.wait_for_text(sorted_, "A bar does not change this: wanders")
        self.page.keyboard.press("ArrowRight")
        self.until(lambda: "clear" in (pick.get_attribute("aria-label") or ""))
        self.page.keyboard.press("Control+z")
        self.until(lambda: "slight" in (pick.get_attribute("aria-label") or ""))
        self.assertEqual(self.document(job, "complaint")["symptoms"]["wanders"], "slight")

    def test_a_verdict_is_overridden_only_with_a_reason(self):
        job = self.open_station("Tidewater", "listen")
        self.button("Think again").click()
        override = self.button("Override")
        self.until(lambda: override.is_disabled())
        self.page.get_by_label("Why override it?").fill("owner wants to see the sums first")
        self.until(lambda: override.is_enabled())
        override.click()
        self.button("Overridden").wait_for()
        self.until(lambda: self.document(job, "complaint")["verdict"] == "overridden")

    def test_a_lost_connection_while_typing_loses_nothing(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED",)
        job = self.open_station("Crumb", "listen")
        words = self.page.get_by_label("In the owner's words")
        self.page.context.set_offline(True)
        words.fill("It groans over every kerb since it sits lower.")
        self.wait_for_text(self.page.get_by_role("status"), "1 kept here, not sent")
        self.page.context.set_offline(False)
        self.until(lambda: "sits lower" in self.document(job, "complaint")["words"])

    def test_a_page_closed_before_it_could_save_keeps_the_draft_for_next_time(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED",)
        job = self.open_station("Crumb", "listen")
        self.page.context.set_offline(True)
        self.page.get_by_label("In the owner's words").fill("Groans. Owner comes on Friday.")
        self.wait_for_text(self.page.get_by_role("status"), "1 kept here, not sent")
        self.page.context.set_offline(False)
        self.page.goto("about:blank")
        self.open_station("Crumb", "listen")
        self.until(lambda: "Friday" in self.document(job, "complaint")["words"])

    def test_a_short_job_walks_its_own_line_and_grows(self):
        job = self.open_station("Skerry", "listen")
        stations = self.page.get_by_role("navigation", name="Stations")
        self.assertNotIn("Weigh", stations.inner_text())
        self.page.keyboard.press("2")
        self.page.get_by_label("In the owner's words").wait_for()
        self.page.get_by_label("This job is to").select_option("upgrade")
        self.wait_for_text(stations, "Weigh")
        job.refresh_from_db()
        self.assertEqual((job.kind, job.station), ("upgrade", "weigh"))
        self.assertIn("drain cover", self.document(job, "complaint")["words"])


class LookTests(StationCase):
    at_yard = False

    def test_a_part_is_tapped_rated_and_its_consequences_follow(self):
        job = self.open_station("Bittern", "look")
        self.page.get_by_role("button", name="rear bar: watch").click()
        part = self.page.get_by_role("region", name="rear Bar")
        part.get_by_role("radio", name="replace").click()
        part.get_by_role("button", name="cracked").click()
        self.wait_for_text(self.page.locator("li"), "Never weld a bar.")
        self.wait_for_text(self.page.get_by_role("region", name="What follows"), "rear bar")
        part.get_by_label("Note").fill("hairline at the left bend")
        self.until(
            lambda: "hairline" in self.document(job, "look_over")["parts"]["rear_bar"]["note"]
        )
        check = self.document(job, "look_over")["parts"]["rear_bar"]
        self.assertEqual(check["faults"], ["rust under the bushing", "cracked"])

    def test_a_short_job_asks_for_its_own_parts_and_the_rest_is_good_in_one_press(self):
        job = self.open_station("Skerry", "look")
        self.page.get_by_role("radio", name="rear", exact=True).click()
        parts = self.page.get_by_role("button", name="rear link, left: unseen")
        self.until(lambda: self.document(job, "look_over").get("ends") == "rear")
        self.wait_for_text(self.page.get_by_role("heading", name="From below"), "0 of 7 parts")
        parts.click()
        part = self.page.get_by_role("region", name="rear Link, left")
        part.get_by_role("radio", name="replace").click()
        part.get_by_label("They turn in").select_option("captive nut")
        self.wait_for_text(self.page.get_by_role("region", name="What follows"), "from inside too")
        self.button("rear, 6").click()
        self.wait_for_text(self.page.get_by_role("heading", name="From below"), "7 of 7 parts")
        self.page.get_by_role("button", name="rear bar: good").click()
        self.page.get_by_text("Said together with the rest").wait_for()
        fit = self.page.get_by_role("navigation", name="Stations").get_by_role("link", name="Fit")
        fit.click()
        tabs = self.page.get_by_role("navigation", name="Sheets of Fit").get_by_role("link")
        self.until(lambda: tabs.count() == 3)

    def test_a_photo_is_kept_and_taken_away_and_put_back(self):
        from photos.tests.test_photos import turned_with_location

        job = self.open_station("Skerry", "look")
        self.page.get_by_role("button", name="rear bar: unseen").click()
        part = self.page.get_by_role("region", name="rear Bar")
        part.get_by_label("Photo of the rear bar").set_input_files(
            {"name": "p.jpg", "mimeType": "image/jpeg", "buffer": turned_with_location()}
        )
        part.get_by_role("img").wait_for()
        kept = job.photos.get(place="rear_bar")
        self.assertEqual((kept.width, kept.height), (300, 400))
        part.get_by_role("button", name="Take away").click()
        part.get_by_role("button", name="Put it back").click()
        part.get_by_role("img").wait_for()

    def test_what_is_no_picture_is_said_at_its_place(self):
        self.expected = ("422",)
        self.open_station("Skerry", "look")
        self.page.get_by_role("button", name="rear bar: unseen").click()
        part = self.page.get_by_role("region", name="rear Bar")
        part.get_by_label("Photo of the rear bar").set_input_files(
            {"name": "p.jpg", "mimeType": "image/jpeg", "buffer": b"not a picture"}
        )
        self.wait_for_text(part, "This is no picture we can read.")

    def test_two_people_at_one_part_are_asked_which_stays(self):
        self.expected = ("409",)
        job = self.open_station("Bittern", "look")
        self.page.get_by_role("button", name="rear link, right: watch").click()
        other = self.new_page()
        self.sign_in(other, "tern")
        self.open_station("Bittern", "look", other)
        other.get_by_role("button", name="rear link, right: watch").click()
        other.get_by_role("radio", name="good").click()
        other.get_by_role("button", name="rear link, right: good").wait_for()
        other.context.close()
        self.page.get_by_role("radio", name="replace").click()
        dialog = self.page.get_by_role("dialog")
        self.assertIn("good", dialog.inner_text())
        dialog.get_by_role("button", name="Use mine").click()
        self.page.get_by_role("button", name="rear link, right: replace").wait_for()
        self.until(
            lambda: self.document(job, "look_over")["parts"]["rear_link_right"]["rating"]
            == "replace"
        )

    def test_another_shops_job_shows_nothing_at_any_station(self):
        self.expected = ("404",)
        shop = Shop.objects.create(name="Elsewhere")
        Person.objects.create_user("wader", password="another-pass-phrase", shop=shop, role="lead")
        page = self.new_page()
        self.sign_in_by_hand(page, "wader", "another-pass-phrase")
        job = self.job("Bittern")
        for station in ("listen", "weigh", "look"):
            page.goto(f"{self.live_server_url}/jobs/{job.pk}/{station}")
            page.get_by_text("There is no such record in your shop.").wait_for()
            self.assertNotIn("Bittern", page.locator("body").inner_text())
        page.context.close()

    def test_a_viewer_sees_all_and_can_press_nothing_that_writes(self):
        page = self.new_page()
        self.sign_in(page, "plover")
        self.open_station("Bittern", "look", page)
        page.get_by_role("button", name="rear bar: watch").click()
        part = page.get_by_role("region", name="rear Bar")
        self.assertTrue(part.get_by_role("radio", name="good").is_disabled())
        self.assertEqual(part.get_by_label("Photo of the rear bar").count(), 0)
        gate = page.get_by_role("region", name="Gate of Look")
        self.assertEqual(gate.get_by_role("button", name="Go on").count(), 0)
        page.context.close()


class PrintTests(StationCase):
    at_yard = False

    def test_the_intake_sheet_is_a_link_away(self):
        self.open_station("Orrery", "listen")
        link = self.page.get_by_role("link", name="Intake sheet")
        answer = self.page.request.get(self.live_server_url + link.get_attribute("href"))
        self.assertTrue(answer.body().startswith(b"%PDF"))

