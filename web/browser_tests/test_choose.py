import re

from axlecore.lean.evaluate import evaluate
from browser_tests.browser import BrowserTestCase
from jobs.models import Job, Paper
from jobs.opened import opened


class ChooseTests(BrowserTestCase):
    at_yard = False

    def drawn_degrees(self, test_id: str) -> float:
        turn = self.page.get_by_test_id(test_id).get_attribute("transform") or ""
        return float(re.match(r"rotate\(([-\d.e]+)", turn).group(1))

    def evaluated(self, job: Job):
        now = opened(job.pk, job.shop_id)
        return evaluate(now.sheet, now.set_up)

    def test_the_body_is_drawn_at_three_times_the_angle_that_core_computes(self):
        job = self.open_job("Orrery", "choose")
        trip_ready = self.evaluated(job).states[1]
        for when in ("before", "after"):
            lean = getattr(trip_ready, when).reference_lean_rad * 180 / 3.141592653589793
            self.assertAlmostEqual(self.drawn_degrees(f"body-{when}"), 3 * lean, places=3)
            self.assertAlmostEqual(self.degrees(f"lean-{when}"), lean, delta=0.051)

    def test_a_slider_moves_the_body_without_asking_the_server(self):
        self.open_job("Orrery", "choose")
        self.page.wait_for_load_state("networkidle")
        asked = []
        self.page.on("request", lambda request: asked.append(request.url))
        bend = self.page.get_by_role("slider", name="Bend")
        at_rest = self.degrees("lean-after")
        bend.focus()
        bend.press("ArrowRight")
        self.assertEqual(bend.get_attribute("aria-valuetext"), "0.31 g")
        bend.press("Shift+ArrowRight")
        self.assertEqual(bend.get_attribute("aria-valuetext"), "0.41 g")
        self.assertAlmostEqual(self.degrees("lean-after"), at_rest * 0.41 / 0.3, delta=0.1)
        self.page.get_by_role("slider", name="Wind from the side").press("Shift+ArrowRight")
        self.wait_for_text(self.page.get_by_test_id("push"), " N, whatever the bar")
        # Who wrote meanwhile is asked all the time; that is no computation.
        self.assertEqual([url for url in asked if not url.endswith("/news")], [])

    def test_side_wind_is_what_core_says_for_that_wind(self):
        job = self.open_job("Orrery", "choose")
        self.page.get_by_role("button", name="Side wind, 12 m/s").click()
        state = self.evaluated(job).states[1]
        lean = state.before.reference_wind_lean_rad * 180 / 3.141592653589793
        self.assertAlmostEqual(self.degrees("lean-before"), lean, delta=0.06)

    def test_a_bar_is_picked_from_the_rack_and_made_thicker(self):
        job = self.open_job("Orrery", "choose")
        self.page.get_by_label("Find a bar or kit").fill("R38-S")
        self.page.get_by_role("button", name="TM-R38-S").click()
        self.wait_for_text(self.page.get_by_label("Bar", exact=True), "TM-R38-S")
        self.enter("set_up.rear.fitted.bar.outside_diameter_m", '1 5/8"')
        self.wait_for_text(self.place("set_up.rear.fitted.bar.outside_diameter_m"), "41.3")
        rate = self.evaluated(job).rear.after.chosen_bar_rate_n_per_m / 1e3
        self.until(lambda: self.text("chosen-rate") == f"{rate:.0f} N/mm")

    def test_a_stiffer_hole_leans_less_and_steel_changes_nothing(self):
        self.open_job("Orrery", "choose")
        soft = int(self.text("chosen-rate").split()[0])
        self.page.get_by_role("combobox", name="Steel").select_option("s355")
        self.wait_for_text(self.page.locator("li"), "S355, as rolled buys strength")
        self.assertEqual(int(self.text("chosen-rate").split()[0]), soft)
        self.page.get_by_role("button", name="Hole 3 of 3").click()
        self.until(lambda: int(self.text("chosen-rate").split()[0]) > soft)

    def test_the_fit_up_follows_a_hole_that_is_chosen_and_says_when_it_has_its_own(self):
        job = self.open_job("Orrery", "choose")
        self.page.get_by_role("button", name="Hole 2 of 3").click()

        def fitted():
            return self.rows(Paper).get(job=job, name="fitting").document["rear"]

        self.until(lambda: (fitted()["left"]["bar_hole"], fitted()["right"]["bar_hole"]) == (1, 1))
        self.open_job("Orrery", "fit?sheet=holes")
        self.page.get_by_test_id("bar_hole-0").click()
        self.until(lambda: fitted()["left"]["bar_hole"] == 0)
        self.open_job("Orrery", "choose")
        self.page.get_by_text("The fit-up has hole 1 left, 1 right").wait_for()
        self.page.get_by_role("link", name="See it there").click()
        self.page.get_by_label("Hole matrix").wait_for()

    def test_actions_that_do_not_suit_the_axle_cannot_be_chosen(self):
        self.open_job("Hive hauler", "choose")
        self.assertTrue(self.page.get_by_role("radio", name="Add beside it").is_disabled())
        self.wait_for_text(self.page.locator("li"), "per cent stiffer” means nothing")
        self.wait_for_text(self.page.locator("li"), "air bags share one line")

    def test_the_load_state_changes_the_figures(self):
        self.open_job("Orrery", "choose")
        trip_ready = self.degrees("lean-before")
        self.page.get_by_role("radio", name="Empty").click()
        self.assertLess(self.degrees("lean-before"), trip_ready)

    def test_a_viewer_looks_but_finds_nothing_to_change(self):
        self.sign_in(self.page, "plover")
        self.open_job("Orrery", "choose")
        self.assertTrue(self.page.get_by_role("combobox", name="Steel").is_disabled())
        self.assertTrue(self.place("set_up.rear.fitted.bar.outside_diameter_m").is_disabled())


class KeyboardTests(BrowserTestCase):
    at_yard = False

    def test_stations_find_swap_and_the_list_of_keys(self):
        self.open_job("Orrery", "weigh")
        self.page.keyboard.press("4")
        self.page.get_by_role("heading", name="Rear bar").wait_for()
        self.page.keyboard.press("8")
        self.page.get_by_role("heading", name="Work given out").wait_for()
        self.page.keyboard.press("4")
        self.page.get_by_role("heading", name="Rear bar").wait_for()
        after = self.text("wheel-right")
        self.page.keyboard.press("x")
        self.assertNotEqual(self.text("wheel-right"), after)
        self.page.keyboard.press("?")
        self.page.get_by_role("dialog", name="Keys").wait_for()
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("/")
        self.page.get_by_label("Job, measurement").fill("roll centre")
        self.page.get_by_role("button", name="Roll centre height, front").click()
        self.wait_for_focus("front.roll_centre_height_m")

    def test_the_whole_way_to_a_bar_by_keyboard_alone(self):
        self.page.goto(self.live_server_url)
        self.page.get_by_role("heading", name="Yard").wait_for()
        self.page.keyboard.press("/")
        self.page.get_by_label("Job, measurement").fill("hive")
        self.page.get_by_role("button", name="Hive hauler").wait_for()
        self.page.keyboard.press("Enter")
        self.page.get_by_test_id("lean-change").wait_for()
        self.page.keyboard.press("4")
        place = self.place("set_up.rear.fitted.bar.outside_diameter_m")
        place.focus()
        self.page.keyboard.press("Enter")
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type("32 mm")
        self.page.keyboard.press("Enter")
        self.wait_for_text(place, "32")

    def test_a_part_and_a_setting_are_found_by_name(self):
        self.open_job("Orrery", "weigh")
        find = self.page.get_by_label("Job, measurement")
        self.page.keyboard.press("/")
        find.fill("f38-s")
        self.page.get_by_role("button", name="Tamarisk Springworks TM-F38-S").click()
        self.page.get_by_role("heading", name="Front bar").wait_for()
        self.wait_for_focus("rack.TM-F38-S")
        self.page.keyboard.press("/")
        find.fill("bay theme")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="Paper theme").wait_for()
        self.page.keyboard.press("/")
        self.assertEqual(find.input_value(), "")
        find.fill("motion ratio")
        self.wait_for_text(self.page.get_by_role("dialog").locator("li"), "link travel")
        find.fill("obstacles")
        self.page.get_by_role("button", name="Obstacles sheet of Fit").click()
        self.until(lambda: self.page.title().startswith("Orrery") and "Obstacles" in self.page.title())
        self.page.keyboard.press("/")
        find.fill("bore from")
        self.page.get_by_role("button", name="Bore from weight calculator").click()
        self.until(lambda: self.page.title().startswith("Bore from weight"))

    def test_bay_theme_is_remembered(self):
        self.page.goto(self.live_server_url)
        self.page.get_by_role("button", name="Bay theme").click()
        self.page.reload()
        self.page.get_by_role("button", name="Paper theme").wait_for()


class StateTests(BrowserTestCase):
    at_yard = False

    def test_nothing_chosen_shows_one_lean_and_no_after(self):
        self.open_job("Tidewater", "choose")
        self.wait_for_text(self.page.get_by_test_id("lean-change"), "nothing chosen")
        self.assertEqual(self.page.get_by_test_id("body-after").count(), 0)
        self.page.get_by_role("radio", name="Add beside it").click()
        # Which bar is not said yet, so none is drawn.
        own = self.page.get_by_role("button", name="A bar of your own dimensions")
        own.wait_for()
        self.assertEqual(self.page.get_by_test_id("body-after").count(), 0)
        own.click()
        self.page.get_by_test_id("body-after").wait_for()
        self.page.get_by_role("radio", name="As it is").click()
        self.page.get_by_test_id("body-after").wait_for(state="detached")

    def test_a_front_bar_raises_the_front_share_and_the_warning_goes(self):
        self.open_job("Orrery", "choose")
        warning = self.page.locator("li", has_text="The rear will let go earlier")
        warning.first.wait_for()
        self.page.get_by_role("radio", name="Front axle").click()
        self.page.get_by_role("button", name="TM-F38-S").click()
        warning.first.wait_for(state="detached")

    def test_put_in_its_place_is_softer_than_added_beside(self):
        self.open_job("Orrery", "choose")
        added = self.degrees("lean-after")
        self.page.get_by_role("radio", name="Put in its place").click()
        self.until(lambda: self.degrees("lean-after") > added)

    def test_numbers_that_do_not_describe_a_vehicle_are_a_stop_not_a_picture(self):
        self.open_job("Orrery", "weigh")
        # The short list cannot be worked out either, and says so.
        self.expected = ("422",)
        height = "load_states.1.centre_of_gravity_height_m"
        self.enter(height, "500 mm")
        self.wait_for_text(self.place(height), "500")
        self.page.keyboard.press("4")
        self.page.get_by_text("These numbers do not describe a vehicle that stands").wait_for()
        self.wait_for_text(self.page.locator("li"), "not above the roll axis")
        self.assertEqual(self.page.get_by_test_id("body-before").count(), 0)

    def test_a_bend_that_lifts_a_wheel_is_said_on_the_drawing(self):
        self.open_job("Orrery", "choose")
        self.page.get_by_role("slider", name="Bend").press("End")
        self.page.get_by_role("slider", name="Wind from the side").press("End")
        self.page.get_by_text("A wheel has lifted").wait_for()

    def test_the_curves_stand_where_the_sliders_stand(self):
        self.open_job("Orrery", "choose")
        self.page.get_by_role("button", name="Curves over bend and wind").click()
        self.page.get_by_role("img", name="Lean in a bend, before and after").wait_for()
        self.page.get_by_role("slider", name="Road speed").press("ArrowRight")
        self.page.get_by_text("Lean in a side wind at 95 km/h").wait_for()

    def test_bars_for_other_weights_are_shown_only_when_asked_for_and_say_so(self):
        self.open_job("Orrery", "choose")
        rows = self.page.locator("table tbody tr")
        few = rows.count()
        self.page.get_by_role("button", name="what does not").click()
        self.until(lambda: rows.count() > few + 20)
        self.wait_for_text(rows, "for 500–1\u202f700 kg")
