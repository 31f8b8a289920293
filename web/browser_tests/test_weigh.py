from browser_tests.browser import BrowserTestCase
from jobs.models import Job


class WeighTests(BrowserTestCase):
    at_yard = False

    def test_a_number_typed_on_the_drawing_changes_the_lean_and_is_kept(self):
        job = self.open_job("Orrery", "weigh")
        before = self.text("lean-change")
        self.enter("rear.link_spacing_m", '45 1/4"')
        self.wait_for_text(self.place("rear.link_spacing_m"), "1\u202f149")
        self.until(lambda: self.text("lean-change") != before)
        kept = self.sheet(job)["rear"]["link_spacing_m"]
        self.assertEqual((kept["typed"], kept["known"]), ('45 1/4"', "estimated"))
        self.page.reload()
        self.wait_for_text(self.place("rear.link_spacing_m"), "1\u202f149")

    def test_tab_goes_on_in_measuring_order_and_arrows_say_how_it_is_known(self):
        job = self.open_job("Orrery", "weigh")
        self.enter("load_states.1.front_left_kg", "3,400 lb", key="Tab")
        self.page.locator("label", has_text="Front right wheel load").wait_for()
        self.editor().fill("3500 lb")
        self.editor().press("ArrowDown")
        self.editor().press("Enter")
        self.wait_for_text(self.place("load_states.1.front_right_kg"), "1\u202f588")
        state = self.sheet(job)["load_states"][1]
        self.assertAlmostEqual(state["front_left_kg"]["value"], 3400 * 0.45359237)
        self.assertEqual(state["front_right_kg"]["known"], "plate")
        self.wait_for_focus("load_states.1.front_right_kg")

    def test_what_cannot_be_read_is_said_at_its_place_and_nothing_is_saved(self):
        self.expected = ("422",)
        job = self.open_job("Orrery", "weigh")
        version = job.vehicle.version
        for typed, words in (("wide", "Could not read"), ("3 m", "enter a value between 200 mm"),
                             ("1.9 m", "not inside the track")):
            self.enter("rear.link_spacing_m", typed)
            self.wait_for_text(self.page.locator("[id$='-says']"), words)
            self.editor().press("Escape")
        self.wait_for_text(self.place("rear.link_spacing_m"), "1\u202f060")
        job.vehicle.refresh_from_db()
        self.assertEqual(job.vehicle.version, version)

    def test_over_a_rating_is_a_stop_and_its_link_leads_to_the_number(self):
        self.open_job("Tidewater", "weigh")
        stop = self.page.locator("li", has_text="Stop. The rear axle is over its rating")
        self.assertIn("120 kg too much", stop.inner_text())
        stop.locator("summary").click()
        stop.get_by_role("button", name="Go to the number").click()
        self.wait_for_focus("load_states.1.rear_left_kg")

    def test_undo_brings_the_last_number_back(self):
        job = self.open_job("Orrery", "weigh")
        first = self.sheet(job)
        self.enter("wheelbase_m", "5400 mm")
        self.wait_for_text(self.place("wheelbase_m"), "5\u202f400")
        self.page.keyboard.press("Control+z")
        self.wait_for_text(self.place("wheelbase_m"), "5\u202f310")
        self.assertEqual(self.sheet(job), first)

    def test_two_people_at_one_number_are_asked_which_stays(self):
        self.expected = ("409",)
        job = self.open_job("Orrery", "weigh")
        self.place("rear.track_m").click()
        self.tern_enters_a_track_of_1840()
        self.editor().fill("1860 mm")
        self.editor().press("Enter")
        dialog = self.page.get_by_role("dialog")
        self.wait_for_text(dialog, "1\u202f840 mm")
        dialog.get_by_role("button", name="Use mine").click()
        self.wait_for_text(self.place("rear.track_m"), "1\u202f860")
        self.assertAlmostEqual(self.sheet(job)["rear"]["track_m"]["value"], 1.86)

    def test_two_people_at_two_numbers_both_get_through(self):
        self.expected = ("409",)
        job = self.open_job("Orrery", "weigh")
        self.tern_enters_a_track_of_1840()
        self.enter("wheelbase_m", "5400 mm")
        self.wait_for_text(self.place("wheelbase_m"), "5\u202f400")
        self.wait_for_text(self.place("rear.track_m"), "1\u202f840")
        sheet = self.sheet(job)
        self.assertAlmostEqual(sheet["wheelbase_m"]["value"], 5.4)
        self.assertAlmostEqual(sheet["rear"]["track_m"]["value"], 1.84)

    def test_parts_change_the_drawing(self):
        self.open_job("Orrery", "weigh")
        self.page.get_by_label("Air bags").select_option("separate")
        self.place("rear.air_bags.spacing_m").wait_for()
        self.page.get_by_label("Bar there now").select_option("none")
        self.place("rear.standard_bar.bar.outside_diameter_m").wait_for(state="detached")
        self.page.get_by_role("button", name="Add a block").click()
        self.place("profile.blocks.1.length_m").wait_for()
        self.page.get_by_role("button", name="towing").click()
        self.page.get_by_role("radio", name="Towing").wait_for()


class IntakeTests(BrowserTestCase):
    def test_a_vehicle_is_taken_in_from_nothing_with_defaults_marked(self):
        self.expected = ("422",)
        self.page.get_by_role("link", name="Take in a vehicle").click()
        self.page.get_by_label("What the shop calls it").fill("Bakery van")
        self.page.get_by_label("Van or car").check(force=True)
        self.page.get_by_label("Front axle load").fill("1,900 lb")
        self.page.get_by_label("Rear axle load").fill("heavy")
        self.page.get_by_label("Rear axle rating").fill("1100 kg")
        self.page.get_by_role("button", name="Open the job").click()
        self.wait_for_text(self.page.get_by_role("alert"), "Could not read “heavy”")
        self.assertFalse(self.rows(Job).filter(vehicle__name="Bakery van").exists())
        self.page.get_by_label("Rear axle load").fill("790 kg")
        self.page.get_by_role("button", name="Open the job").click()
        self.page.get_by_role("heading", name="On a journey").wait_for()
        self.page.keyboard.press("2")
        self.page.get_by_role("heading", name="From the side").wait_for()
        known = {
            path: self.how_known(path)
            for path in ("wheelbase_m", "rear.rating_kg", "load_states.0.rear_kg")
        }
        self.assertEqual(
            known, {"wheelbase_m": "default", "rear.rating_kg": "plate",
                    "load_states.0.rear_kg": "measured"}
        )
        self.wait_for_text(self.page.locator("li"), "numbers are still class defaults")


class SavingTests(BrowserTestCase):
    at_yard = False

    def test_a_lost_connection_keeps_what_was_typed_until_it_is_back(self):
        self.expected = ("ERR_INTERNET_DISCONNECTED",)
        job = self.open_job("Orrery", "weigh")
        self.page.context.set_offline(True)
        self.enter("wheelbase_m", "5350 mm")
        self.wait_for_text(self.page.get_by_role("status"), "1 kept here, not sent")
        self.wait_for_text(self.place("wheelbase_m"), "5350 mm")
        self.page.context.set_offline(False)
        self.wait_for_text(self.place("wheelbase_m"), "5\u202f350")
        self.assertEqual(self.sheet(job)["wheelbase_m"]["typed"], "5350 mm")

    def test_clicking_away_keeps_what_was_typed(self):
        job = self.open_job("Orrery", "weigh")
        self.place("wheelbase_m").click()
        self.editor().fill("5 360 mm")
        self.page.get_by_role("heading", name="From the side").click()
        self.wait_for_text(self.place("wheelbase_m"), "5\u202f360")
        self.until(lambda: abs(self.sheet(job)["wheelbase_m"]["value"] - 5.36) < 1e-9)

    def test_escape_leaves_a_number_as_it_was(self):
        job = self.open_job("Orrery", "weigh")
        version = job.vehicle.version
        self.enter("wheelbase_m", "9 m", key="Escape")
        self.wait_for_text(self.place("wheelbase_m"), "5\u202f310")
        job.vehicle.refresh_from_db()
        self.assertEqual(job.vehicle.version, version)

    def test_keeping_what_stands_in_a_conflict_changes_nothing(self):
        self.expected = ("409",)
        job = self.open_job("Orrery", "weigh")
        self.place("rear.track_m").click()
        self.tern_enters_a_track_of_1840()
        self.editor().fill("1860 mm")
        self.editor().press("Enter")
        self.page.get_by_role("button", name="Keep what stands").click()
        self.wait_for_text(self.place("rear.track_m"), "1\u202f840")
        self.assertAlmostEqual(self.sheet(job)["rear"]["track_m"]["value"], 1.84)



class DrawingTests(BrowserTestCase):
    at_yard = False

    def box(self, path: str):
        return self.place(path).bounding_box()

    def test_no_number_lies_over_another(self):
        for name in ("Orrery", "Tidewater", "Hive hauler"):
            self.open_job(name, "weigh")
            boxes = [
                (button.get_attribute("data-place"), button.bounding_box())
                for button in self.page.locator("main button[data-place]").all()
            ]
            self.assertGreater(len(boxes), 25)
            for at, (place, one) in enumerate(boxes):
                for other_place, other in boxes[at + 1 :]:
                    apart = (
                        one["x"] + one["width"] <= other["x"] + 1
                        or other["x"] + other["width"] <= one["x"] + 1
                        or one["y"] + one["height"] <= other["y"] + 1
                        or other["y"] + other["height"] <= one["y"] + 1
                    )
                    self.assertTrue(apart, f"{name}: {place} over {other_place}")

    def test_nothing_hangs_over_the_edge_of_the_page(self):
        for width, height in ((1280, 800), (820, 1180)):
            self.page.set_viewport_size({"width": width, "height": height})
            for station in (
                "listen", "weigh", "weigh?sheet=loads", "weigh?sheet=height", "weigh?sheet=bars",
                "weigh?sheet=roll", "weigh?sheet=certainty", "look", "choose",
            ):
                self.open_job("Orrery", station)
                wide = self.page.evaluate("() => document.documentElement.scrollWidth")
                self.assertLessEqual(wide, width, f"{station} at {width}")

    def test_an_editor_stays_on_the_page_wherever_its_number_is(self):
        self.open_job("Orrery", "weigh")
        for path in ("rear.link_spacing_m", "rear.tyre_rate_n_per_m", "width_m", "floor_height_m"):
            self.place(path).click()
            box = self.editor().bounding_box()
            self.assertTrue(box["x"] >= 0 and box["x"] + box["width"] <= 1280, path)
            self.editor().press("Escape")

    def test_a_longer_wheelbase_is_drawn_longer(self):
        self.open_job("Orrery", "weigh")
        before = self.box("wheelbase_m")["x"]
        self.enter("wheelbase_m", "6200 mm")
        self.wait_for_text(self.place("wheelbase_m"), "6\u202f200")
        self.assertGreater(self.box("wheelbase_m")["x"], before + 10)

    def test_the_front_axle_is_drawn_and_entered_like_the_rear(self):
        job = self.open_job("Tidewater", "weigh")
        self.page.get_by_role("radio", name="Front axle").click()
        self.place("front.spring_base_m").wait_for(state="detached")
        self.page.get_by_role("combobox", name="Suspension").select_option("yes")
        self.place("front.spring_base_m").wait_for()
        self.assertEqual(self.sheet(job)["front"]["spring_base_m"]["known"], "default")
        self.page.get_by_role("combobox", name="Suspension").select_option("no")
        self.place("front.spring_base_m").wait_for(state="detached")

    def test_how_a_number_is_known_is_said_to_those_who_cannot_see_it(self):
        self.open_job("Orrery", "weigh")
        for path, known in (
            ("rear.rating_kg", "plate"),
            ("rear.link_spacing_m", "estimated"),
            ("rear.standard_bar.bar.bore_m", "default"),
        ):
            self.assertEqual(self.how_known(path), known)
