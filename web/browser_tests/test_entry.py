"""What is typed is what is kept: quick fingers, a slow or dead network, two people."""

from __future__ import annotations

import base64
from contextlib import contextmanager

from browser_tests.browser import PATIENCE_MS
from browser_tests.test_first_stations import StationCase
from browser_tests.test_racks_and_bench import TABLE
from jobs.models import Job
from shops.models import Person

#: Between keys, as quick fingers type; and how long the network takes.
BETWEEN_KEYS_MS, LATENCY_MS = 110, 300
PICTURE = base64.b64decode(
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNkYAAAAAYAAjCB0C8AAAAASUVORK5CYII="
)
CORNERS = ("front_left", "front_right", "rear_left", "rear_right")


class EntryCase(StationCase):
    def slow(self, latency_ms: int) -> None:
        session = self.page.context.new_cdp_session(self.page)
        session.send("Network.enable")
        session.send(
            "Network.emulateNetworkConditions",
            {
                "offline": False,
                "latency": latency_ms,
                "downloadThroughput": -1,
                "uploadThroughput": -1,
            },
        )

    @contextmanager
    def no_network(self):
        self.page.context.set_offline(True)
        yield
        self.page.context.set_offline(False)

    def type(self, text: str, key: str = "Tab") -> None:
        self.page.keyboard.type(text, delay=BETWEEN_KEYS_MS)
        self.page.keyboard.press(key)

    def open_place(self, path: str) -> None:
        self.place(path).click()
        self.editor().wait_for()

    def saving(self):
        return self.page.get_by_role("status").first

    def wait_until_kept(self) -> None:
        self.wait_for_text(self.saving(), "Saved")

    def loads(self, job: Job) -> list[float]:
        state = self.sheet(job)["load_states"][1]
        return [state[f"{corner}_kg"]["value"] for corner in CORNERS]

    def versions(self, job: Job) -> int:
        job.vehicle.refresh_from_db()
        return job.vehicle.version


class TypingTests(EntryCase):
    at_yard = False

    def test_four_wheel_loads_with_tab_end_as_exactly_those(self):
        for latency in (0, LATENCY_MS):
            with self.subTest(latency):
                job = self.open_station("Orrery", "weigh")
                self.slow(latency)
                self.open_place("load_states.1.front_left_kg")
                for load in ("1402", "1480", "3030", "3130"):
                    self.type(str(int(load) + latency // 100))
                self.page.keyboard.press("Escape")
                self.wait_until_kept()
                added = latency // 100
                self.assertEqual(
                    self.loads(job), [load + added for load in (1402, 1480, 3030, 3130)]
                )

    def test_going_through_numbers_with_tab_writes_none(self):
        job = self.open_station("Orrery", "weigh")
        self.slow(LATENCY_MS)
        before = self.versions(job)
        self.open_place("load_states.1.front_left_kg")
        for _ in range(8):
            self.page.keyboard.press("Tab")
        self.page.keyboard.press("Enter")
        self.open_place("rear.track_m")
        self.type("1849 mm", "Enter")
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["typed"] == "1849 mm")
        self.wait_until_kept()
        self.assertEqual(self.versions(job), before + 1)

    def test_enter_on_a_default_leaves_it_one_and_confirming_it_is_an_act(self):
        job = self.open_station("Orrery", "weigh")
        place = "rear.standard_bar.motion_ratio"
        self.assertEqual(
            self.sheet(job)["rear"]["standard_bar"]["motion_ratio"]["known"], "default"
        )
        before = self.versions(job)
        self.open_place(place)
        self.page.keyboard.press("Enter")
        self.open_place(place)
        self.page.keyboard.press("Escape")
        self.assertEqual(self.versions(job), before)
        self.open_place(place)
        self.page.get_by_role("radio", name="measured").click()
        self.page.keyboard.press("Enter")
        self.until(
            lambda: self.sheet(job)["rear"]["standard_bar"]["motion_ratio"]["known"] == "measured"
        )

    def test_a_pad_read_over_a_split_load_is_measured_and_an_estimate_stays_one(self):
        job = self.open_station("Orrery", "weigh")
        self.open_place("load_states.1.front_kg")
        self.type("2900 kg", "Enter")
        self.open_place("rear.link_spacing_m")
        self.type("1058 mm", "Enter")
        self.open_place("load_states.1.front_left_kg")
        self.type("1402 kg", "Enter")
        self.wait_until_kept()
        sheet = self.sheet(job)
        front = sheet["load_states"][1]
        self.assertEqual(
            [front[f"front_{side}_kg"]["known"] for side in ("left", "right")],
            ["measured", "estimated"],
        )
        self.assertEqual(sheet["rear"]["link_spacing_m"]["known"], "estimated")

    def test_what_is_not_taken_stays_at_its_field_until_it_is_put_right(self):
        self.expected = ("422",)
        job = self.open_station("Orrery", "weigh")
        self.open_place("rear.track_m")
        self.type("18 bananas")
        self.page.keyboard.press("Escape")
        track = self.place("rear.track_m")
        self.wait_for_text(track, "18 bananas")
        self.wait_for_text(track, "not taken")
        self.wait_for_text(self.saving(), "1 not taken")
        self.page.reload()
        self.wait_for_text(self.place("rear.track_m"), "18 bananas")
        self.open_place("rear.track_m")
        self.wait_for_text(self.page.get_by_role("status"), "bananas")
        self.editor().fill("1853 mm")
        self.page.keyboard.press("Enter")
        self.wait_for_text(track, "1\u202f853")
        self.wait_until_kept()
        self.assertEqual(self.sheet(job)["rear"]["track_m"]["typed"], "1853 mm")


class PressingTests(EntryCase):
    at_yard = False

    def test_quick_presses_all_count(self):
        job = self.open_station("Bittern", "listen")
        self.slow(LATENCY_MS)
        pick = self.page.locator('[data-place^="symptoms."]').first
        order = ["none", "slight", "clear", "strong"]
        start = order.index(pick.get_attribute("aria-label").rsplit(": ", 1)[1])
        for _ in range(6):
            pick.click()
        expected = order[(start + 6) % 4]
        self.until(lambda: pick.get_attribute("aria-label").endswith(f": {expected}"))
        key = pick.get_attribute("data-place").split(".")[1]
        self.until(lambda: self.document(job, "complaint")["symptoms"][key] == expected)
        self.wait_until_kept()
        self.assertEqual(self.document(job, "complaint")["symptoms"][key], expected)

    def test_a_part_that_is_rated_stays_open_and_its_faults_are_its_own(self):
        job = self.open_station("Bittern", "look")
        self.slow(LATENCY_MS)
        part = self.page.locator("section[aria-label] h2").first
        name = part.text_content()
        self.page.get_by_role("radio", name="replace").click()
        faults = self.page.get_by_role("group", name="What is wrong with it").get_by_role("button")
        picked = [faults.nth(i).text_content() for i in range(2)]
        for i in range(2):
            faults.nth(i).click()
        self.assertEqual(part.text_content(), name)
        key = self.page.locator('[data-place^="parts."]').first.get_attribute("data-place")
        self.wait_until_kept()
        kept = self.document(job, "look_over")["parts"][key.split(".")[1]]
        self.assertEqual((kept["rating"], sorted(kept["faults"])), ("replace", sorted(picked)))


class OutboxTests(EntryCase):
    at_yard = False

    def test_what_is_typed_without_a_network_is_kept_here_and_sent_later(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED",)
        job = self.open_station("Orrery", "weigh")
        before = self.versions(job)
        with self.no_network():
            self.open_place("rear.track_m")
            self.type("1847 mm")
            self.type("335 mm")
            self.page.keyboard.press("Escape")
            self.wait_for_text(self.saving(), "2 kept here, not sent")
            self.saving().get_by_role("button").click()
            self.page.get_by_text("Track, rear: 1847 mm").wait_for()
            self.page.keyboard.press("Escape")
            self.assertEqual(self.versions(job), before)
        self.wait_until_kept()
        rear = self.sheet(job)["rear"]
        self.assertEqual(
            (rear["track_m"]["typed"], rear["dual_spacing_m"]["typed"]), ("1847 mm", "335 mm")
        )
        self.assertEqual(self.versions(job), before + 2)

    def test_a_reload_before_it_is_sent_loses_nothing_and_undo_lives_on(self):
        self.expected = ("Failed to load", "ERR_")
        job = self.open_station("Orrery", "weigh")
        track = self.sheet(job)["rear"]["track_m"]["typed"]
        self.page.route("**/api/jobs/*/sheet", lambda route: route.abort())
        self.open_place("rear.track_m")
        self.type("1846 mm", "Enter")
        self.wait_for_text(self.saving(), "1 kept here, not sent")
        self.page.unroute("**/api/jobs/*/sheet")
        self.page.reload()
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["typed"] == "1846 mm")
        self.wait_until_kept()
        self.page.reload()
        undo = self.page.get_by_role("button", name="Undo Track, rear: 1846 mm")
        undo.click()
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["typed"] == track)
        self.page.get_by_role("button", name="Redo Track, rear: 1846 mm").click()
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["typed"] == "1846 mm")

    def test_a_number_keeps_the_unit_that_stood_beside_its_field(self):
        """Typed without a network, sent once somebody prefers other units."""
        self.expected = ("ERR_INTERNET_DISCONNECTED",)
        prefers = self.rows(Person).filter(username="wren")
        prefers.update(units="inch")
        job = self.open_station("Orrery", "weigh")
        self.place("rear.track_m").filter(has_text="in").wait_for()
        self.page.context.set_offline(True)
        self.open_place("rear.track_m")
        self.type("72", "Enter")
        self.wait_for_text(self.saving(), "1 kept here, not sent")
        prefers.update(units="metric")
        self.page.context.set_offline(False)
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["typed"] == "72 in")
        self.assertAlmostEqual(self.sheet(job)["rear"]["track_m"]["value"], 1.8288)

    def test_a_write_whose_answer_was_lost_is_known_as_ones_own_after_a_reload(self):
        self.expected = ("Failed to load", "ERR_")
        job = self.open_station("Orrery", "weigh")
        before = self.versions(job)

        def done_and_lost(route):
            route.fetch()
            route.abort()

        self.page.route("**/api/jobs/*/sheet", done_and_lost)
        self.open_place("rear.track_m")
        self.type("1843 mm", "Enter")
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["typed"] == "1843 mm")
        self.wait_for_text(self.saving(), "1 kept here, not sent")
        self.page.unroute("**/api/jobs/*/sheet")
        self.page.reload()
        self.open_place("rear.track_m")
        self.type("1842 mm", "Enter")
        self.wait_until_kept()
        self.assertEqual(self.sheet(job)["rear"]["track_m"]["typed"], "1842 mm")
        self.assertEqual(self.versions(job), before + 2)
        self.page.get_by_role("button", name="Undo Track, rear: 1842 mm").click()
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["typed"] == "1843 mm")

    def test_what_is_kept_here_is_sent_though_its_job_is_not_read_yet(self):
        self.expected = ("Failed to load", "ERR_")
        job = self.open_station("Orrery", "weigh")
        self.page.route("**/api/jobs/*/sheet", lambda route: route.abort())
        self.open_place("rear.track_m")
        self.type("1844 mm", "Enter")
        self.wait_for_text(self.saving(), "1 kept here, not sent")
        self.page.unroute("**/api/jobs/*/sheet")
        # Away from the application, so that nothing is kept anew; answers last a week, writes for ever.
        self.page.goto(f"{self.live_server_url}/static/app/favicon.svg")
        self.page.evaluate("() => void indexedDB.deleteDatabase('calm-axle-cache')")
        self.page.goto(self.live_server_url)
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["typed"] == "1844 mm")

    def test_a_job_that_was_opened_opens_again_without_the_server(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED", "Failed to load")
        self.page.close()
        self.page = self.new_page(service_workers="allow")
        self.sign_in(self.page)
        self.open_station("Orrery", "weigh")
        self.wait_for_text(self.place("rear.track_m"), "mm")
        self.page.evaluate("() => navigator.serviceWorker.ready.then(() => undefined)")
        # The page is given by the worker from its second load on.
        self.page.reload()
        self.wait_for_text(self.place("rear.track_m"), "mm")
        self.page.wait_for_timeout(1500)
        with self.no_network():
            # What could not be read anew is still there the second time.
            for _ in range(2):
                self.page.reload()
                self.wait_for_text(self.place("rear.track_m"), "mm")
                self.page.wait_for_timeout(1500)
            self.open_place("rear.track_m")
            self.type("1845 mm", "Enter")
            self.wait_for_text(self.saving(), "1 kept here, not sent")
        self.wait_until_kept()

    def test_sheets_nobody_opened_open_without_the_server(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED", "Failed to load")
        self.page.close()
        self.page = self.new_page(service_workers="allow")
        self.sign_in(self.page)
        self.open_station("Orrery", "weigh")
        self.page.evaluate("() => navigator.serviceWorker.ready.then(() => undefined)")
        # The last of all that is fetched, one question after the other.
        with self.page.expect_response("**/bench/snapped*", timeout=4 * PATIENCE_MS):
            self.page.reload()
        # What was answered last is written to the device a second later.
        self.page.wait_for_timeout(2500)
        with self.no_network():
            self.page.reload()
            stations = self.page.get_by_role("navigation", name="Stations")
            stations.get_by_role("link", name="Choose").click()
            self.page.get_by_test_id("body-after").wait_for()
            self.page.get_by_role("link", name="Ranking", exact=True).click()
            self.page.get_by_test_id("recommended").wait_for()
            self.page.get_by_role("link", name="Plan and choice").click()
            self.page.get_by_text("shocks all round").first.wait_for()
            stations.get_by_role("link", name="Fit").click()
            self.page.get_by_test_id("arm-left").wait_for()
            self.page.get_by_role("link", name="Bench").click()
            self.page.get_by_text("Should weigh").wait_for()
            self.page.get_by_label("Outside diameter").fill("30 mm")
            self.page.get_by_text("Without the shop’s server only what was asked").wait_for()
            self.assertEqual(self.page.get_by_text("Should weigh").count(), 0)

    def test_a_vehicle_taken_in_without_a_network_is_in_the_yard_once_it_is_back(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED", "Failed to load")
        self.page.goto(self.live_server_url)
        self.page.get_by_role("link", name="Take in a vehicle").click()
        self.page.get_by_label("What the shop calls it").fill("Ferry tender")
        opens = self.button("Open the job")
        with self.no_network():
            opens.click()
            self.page.get_by_text("Kept on this device. The job opens as soon").wait_for()
            self.assertTrue(opens.is_disabled())
            self.button("Back to the yard").click()
            self.wait_for_text(self.saving(), "1 kept here, not sent")
        self.page.get_by_role("link", name="Ferry tender").wait_for()
        self.page.get_by_role("link", name="Take in a vehicle").click()
        self.assertEqual(self.page.get_by_label("What the shop calls it").input_value(), "")

    def test_the_shops_way_and_a_table_of_parts_wait_for_the_network(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED", "Failed to load")
        job = self.open_job("Orrery", "fit")
        way = self.page.locator('[data-place="fitting.schools.attitude"]')
        way.select_option("arm_level")
        makes_it_ours = self.button("Make it the shop’s")
        makes_it_ours.wait_for()
        with self.no_network():
            makes_it_ours.click()
            self.wait_for_text(self.saving(), "1 kept here, not sent")
            self.assertEqual(job.shop.schools, {})
        self.wait_until_kept()
        job.shop.refresh_from_db()
        self.assertEqual(job.shop.schools, {"attitude": "arm_level"})

        self.page.goto(f"{self.live_server_url}/racks/import")
        table = {"name": "seller.csv", "mimeType": "text/csv", "buffer": TABLE.encode()}
        self.page.get_by_label("Table of parts").set_input_files(table)
        takes = self.button("Take in 2 rows that can be read")
        takes.wait_for()
        with self.no_network():
            takes.click()
            self.wait_for_text(self.saving(), "1 kept here, not sent")
        self.page.get_by_text("1 new parts, 1 updated, 1 rows left out.").wait_for()

    def test_a_photo_taken_without_a_network_is_kept_here_and_sent_later(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED", "Failed to load")
        job = self.open_job("Bittern", "look?part=rear_bar")
        photo = self.page.get_by_label("Photo of the", exact=False).first
        photo.wait_for(state="attached")
        before = job.photos.count()
        with self.no_network():
            picture = {"name": "bar.png", "mimeType": "image/png", "buffer": PICTURE}
            photo.set_input_files(picture)
            self.page.get_by_text("bar.png: kept here").wait_for()
            self.wait_for_text(self.saving(), "1 kept here, not sent")
        self.wait_until_kept()
        self.assertEqual(job.photos.count(), before + 1)

    def test_figures_are_dimmed_while_a_number_they_rest_on_is_sent(self):
        self.open_station("Orrery", "weigh")
        self.slow(LATENCY_MS)
        worked = self.page.locator('[data-stale="true"] [data-testid="lean-change"]')
        self.open_place("rear.track_m")
        self.type("1849 mm", "Enter")
        worked.wait_for()
        worked.wait_for(state="detached")


class TwoPeopleTests(EntryCase):
    at_yard = False

    def other_page(self):
        other = self.new_page()
        self.sign_in(other, "tern")
        return other

    def test_what_another_writes_shows_with_their_name(self):
        self.open_station("Orrery", "weigh")
        self.tern_enters_a_track_of_1840()
        self.wait_for_text(self.place("rear.track_m"), "1\u202f840")
        self.wait_for_text(self.page.get_by_role("status"), "Track, rear 1840 mm")
        self.wait_for_text(self.place("rear.track_m"), "Tern")

    def test_a_conflict_says_who_where_and_both_values_and_theirs_can_stay(self):
        self.expected = ("409",)
        job = self.open_station("Orrery", "weigh")
        self.open_place("rear.track_m")
        self.tern_enters_a_track_of_1840()
        self.editor().fill("1860 mm")
        self.page.keyboard.press("Enter")
        dialog = self.page.get_by_role("dialog")
        self.wait_for_text(dialog, "changed this meanwhile")
        for words in ("Tern", "Track, rear", "1\u202f840 mm", "1860 mm"):
            self.wait_for_text(dialog, words)
        before = self.versions(job)
        dialog.get_by_role("button", name="Keep what stands").click()
        self.wait_until_kept()
        self.assertEqual(self.sheet(job)["rear"]["track_m"]["typed"], "1840 mm")
        self.assertEqual(self.versions(job), before)

    def test_undo_ends_where_somebody_else_has_written(self):
        self.open_station("Orrery", "weigh")
        self.open_place("rear.track_m")
        self.type("1855 mm", "Enter")
        self.page.get_by_role("button", name="Undo Track, rear: 1855 mm").wait_for()
        self.tern_enters_a_track_of_1840()
        ended = self.page.get_by_role(
            "button", name="Somebody else has written since; undo ends here"
        )
        ended.wait_for()
        self.assertTrue(ended.is_disabled())
        self.page.keyboard.press("Control+z")
        self.wait_for_text(self.saving(), "1 not taken")
        self.wait_for_text(self.place("rear.track_m"), "1\u202f840")
