"""Station 4 as a lead goes through it: aim, rank, compare, look, decide, show the owner."""

import re
from dataclasses import replace

from axlecore.lean.evaluate import evaluate
from axlecore.practice.target import Target
from axlecore.vehicle.rig import SetUp
from browser_tests.browser import BrowserTestCase
from jobs.models import Decision
from jobs.opened import OpenJob, opened


class ChoosingCase(BrowserTestCase):
    at_yard = False

    def sheet_of_choose(self, name: str) -> None:
        self.page.get_by_role("link", name=name, exact=True).click()

    def stored(self, name: str) -> OpenJob:
        job = self.job(name)
        return opened(job.pk, job.shop_id)

    def planetarium(self) -> OpenJob:
        return self.stored("Orrery")

    def finding(self, words: str):
        return self.page.locator("li", has_text=words).first


class ShowMeTests(ChoosingCase):
    def test_show_me_shows_what_is_meant_wherever_it_is(self):
        for name, page, place in (
            ("Tidewater", "choose?sheet=decide", "decision"),
            ("Tidewater", "fit", "fitting.rear"),
            ("Orrery", "fit", "fitting.rear.obstacles.3.height_m"),
        ):
            self.open_job(name, page)
            # Which is the first is known once all is told.
            self.settled()
            self.page.get_by_role("button", name="Show me").first.click()
            self.wait_for_focus(place)


class FromNothingTests(ChoosingCase):
    def test_the_planetarium_is_chosen_for_from_nothing(self):
        self.open_job("Orrery", "choose")
        self.page.get_by_role("radio", name="As it is").click()
        self.wait_for_text(self.page.get_by_test_id("lean-change"), "nothing chosen")

        self.sheet_of_choose("Target")
        self.enter("target.states.trip_ready.lean_rad", "3.4 deg")
        self.wait_for_text(self.place("target.states.trip_ready.lean_rad"), "3.4°")
        self.wait_for_text(self.page.get_by_text("The target takes"), "next standard size")

        self.sheet_of_choose("Ranking")
        self.wait_for_text(self.page.get_by_test_id("recommended"), "cheapest of")
        for words in ("Keep what is there", "renew links and bushings"):
            self.page.get_by_role("button", name=words).first.wait_for()
        self.page.get_by_role("button", name="Choose this set").click()
        self.page.get_by_test_id("lean-change").filter(has_text="less").wait_for()
        job = self.planetarium()
        lean = evaluate(job.sheet, job.set_up).states[1].after
        self.assertLessEqual(lean.reference_lean_rad * 57.29578, 3.4)

        self.sheet_of_choose("Plan and choice")
        self.page.get_by_label("Why this one").fill("least money that is enough")
        self.page.get_by_role("button", name="Record this choice").click()
        recorded = self.page.get_by_test_id("recorded")
        self.wait_for_text(recorded, "Wren Haldane")
        self.wait_for_text(recorded, f"{lean.reference_lean_rad * 57.29578:.1f}°")
        self.page.get_by_role("button", name="Go on to Fit").click()
        self.until(lambda: self.planetarium().row.station == "fit")
        self.assertEqual(self.rows(Decision).get(job=job.row).reason, "least money that is enough")

    def test_a_start_is_taken_with_its_reason(self):
        self.open_job("Bittern", "choose?sheet=target")
        start = self.page.get_by_label("Starting targets")
        self.wait_for_text(start, "camper pickup: the cabin stands high")
        start.get_by_role("button", name="Take these").click()
        start.wait_for(state="detached")
        target = self.stored("Bittern").read(Target)
        self.assertIsNotNone(target.states["trip_ready"].lean_rad)
        self.assertEqual(target.head_toss_growth.value, 1.25)

    def test_the_diameter_is_slid_and_tried(self):
        self.open_job("Orrery", "choose?sheet=target")
        says = self.page.get_by_test_id("size-says")
        says.wait_for()
        slider = self.page.get_by_role("slider", name="Diameter")
        before = says.text_content()
        slider.press("Shift+ArrowRight")
        self.until(lambda: says.text_content() != before)
        size = re.match(r"([\d.]+) mm", says.text_content()).group(1)
        self.page.get_by_role("button", name=f"Try {size} mm").click()
        self.until(
            lambda: abs(self.planetarium().set_up.rear.fitted.bar.outside_diameter_m.value
                        - float(size) / 1e3) < 1e-6
        )


class RankingTests(ChoosingCase):
    def test_a_point_is_picked_by_mouse_and_by_keyboard_and_the_table_goes_along(self):
        self.open_job("Orrery", "choose?sheet=ranking")
        picture = self.page.get_by_label("Trade-off of all sets")
        picked = self.page.get_by_test_id("picked-set")
        picture.wait_for()
        first = picked.text_content()
        picture.focus()
        picture.press("ArrowLeft")
        self.until(lambda: picked.text_content() != first)
        pressed = self.page.locator("table button[aria-pressed=true]")
        second = pressed.text_content()
        self.assertIn(second.removeprefix("◦ ").split(" beside")[0].split(": ")[-1],
                      picked.text_content())
        picture.locator("g[data-set]").last.click(force=True)
        self.until(lambda: pressed.text_content() != second)

    def test_three_are_compared_on_one_drawing_with_bands(self):
        self.open_job("Orrery", "choose?sheet=ranking")
        rows = self.page.locator("section[aria-label='All sets'] tbody button")
        for at in (0, 5, 11):
            rows.nth(at).click()
            self.page.get_by_role("button", name="Compare").click()
        compared = self.page.get_by_label("Compared")
        self.page.get_by_test_id("leaning-C").wait_for()
        lean = compared.locator("tr", has_text="Lean at 0.3 g").locator("td.figure").first
        shown = re.match(r"([\d.]+)° ± ([\d.]+)°", lean.text_content())
        turn = self.page.get_by_test_id("leaning-A").get_attribute("transform")
        drawn = float(re.match(r"rotate\(([-\d.]+)", turn).group(1)) / 3
        self.assertAlmostEqual(drawn, float(shown.group(1)), delta=0.051)
        self.assertGreater(float(shown.group(2)), 0)
        compared.get_by_role("button", name="leave out").first.click()
        self.page.get_by_test_id("leaning-C").wait_for(state="detached")

    def test_what_a_set_fails_is_said_beside_it(self):
        self.open_job("Orrery", "choose?sheet=ranking")
        keep = self.page.locator("tr", has_text="Keep what is there")
        self.wait_for_text(keep, "3.20° asked")


class RefusalTests(ChoosingCase):
    def test_a_kit_for_the_wrong_weight_variant_is_refused_with_its_reason(self):
        self.expected = ("422",)
        self.open_job("Orrery", "choose")
        chosen = self.planetarium().set_up
        self.page.get_by_label("Find a bar or kit").fill("KR35")
        self.page.get_by_role("button", name="All", exact=False).filter(
            has_text="what does not").click()
        light = self.page.get_by_role("button", name="TM-KR35-L")
        self.wait_for_text(light, "Wrong weight variant")
        light.click()
        alert = self.page.get_by_role("alert").filter(has_text="light rear axle")
        self.wait_for_text(alert, "is not for this axle")
        self.assertEqual(self.planetarium().set_up, chosen)

    def test_a_wrong_claim_is_found_out(self):
        self.open_job("Orrery", "choose")
        self.page.get_by_label("Find a bar or kit").fill("MF-KR34")
        self.page.get_by_role("button", name="MF-KR34 ").first.click()
        self.wait_for_text(self.page.get_by_label("Bar", exact=True), "MF-KR34")
        self.sheet_of_choose("Steel and claims")
        self.page.get_by_label("Per cent stiffer").fill("80 %")
        self.page.get_by_label("Per cent stiffer").press("Enter")
        says = self.page.get_by_test_id("claim-says")
        self.wait_for_text(says, "Claimed 80%")
        self.page.get_by_role("button", name="Check the 180 % on its sheet").click()
        self.wait_for_text(says, "No reading makes the claim true")

    def test_a_measurement_changed_after_choosing_breaks_the_decision(self):
        self.open_job("Hive hauler", "choose?sheet=decide")
        self.page.get_by_test_id("recorded").wait_for()
        self.open_job("Hive hauler", "weigh")
        place = "load_states.0.centre_of_gravity_height_m"
        self.enter(place, "1300 mm")
        self.wait_for_text(self.place(place), "1\u202f300")
        self.page.keyboard.press("4")
        broken = self.finding("The decision no longer holds")
        broken.wait_for()
        broken.get_by_text("how this was worked out").click()
        broken.get_by_role("button", name="Go to the number behind it").click()
        gate = self.page.get_by_label("Gate of Choose")
        self.wait_for_text(gate, "still holds with today")
        self.assertTrue(gate.get_by_role("button", name="Go on to Fit").is_disabled())
        self.page.get_by_role("button", name="Record this choice").click()
        gate.get_by_role("button", name="Go on to Fit", exact=True).wait_for()


class RoomTests(ChoosingCase):
    def test_wind_from_ahead_pushes_nothing_and_a_soft_frame_leans_the_ends_apart(self):
        self.open_job("Orrery", "choose")
        self.page.get_by_role("button", name="Side wind, 12 m/s").click()
        direction = self.page.get_by_role("slider", name="Wind direction")
        direction.wait_for()
        square = self.degrees("lean-before")
        direction.press("Home")
        self.wait_for_text(self.page.get_by_test_id("push"), "No wind, no push")
        self.assertAlmostEqual(self.degrees("lean-before"), 0.0)
        self.assertGreater(square, 0.5)
        self.page.get_by_role("button", name="Bend, 0.3 g").click()
        frame = self.page.get_by_role("slider", name="Frame")
        frame.press("Home")
        rear = self.degrees("lean-after")
        self.page.get_by_role("radio", name="Front axle").click()
        self.until(lambda: abs(self.degrees("lean-after") - rear) > 0.2)
        self.page.get_by_text("the ends lean apart").wait_for()

    def test_a_manoeuvre_is_scrubbed_and_the_body_stands_where_the_curve_says(self):
        self.open_job("Orrery", "choose?sheet=motion")
        self.page.get_by_role("radio", name="steady bend").click()
        time = self.page.get_by_role("slider", name="Time")
        time.press("End")
        drawn = self.page.get_by_test_id("motion-before").get_attribute("transform")
        angle = float(re.match(r"rotate\(([-\d.]+)", drawn).group(1)) / 3
        settled = evaluate(self.planetarium().sheet, self.planetarium().set_up)
        lean = settled.states[1].before.reference_lean_rad * 57.29578
        self.assertAlmostEqual(angle, lean, delta=0.05)
        self.page.get_by_role("radio", name="both-side bump").click()
        self.page.get_by_text("no bar changes this").wait_for()
        self.page.get_by_role("button", name="Play", exact=True).click()
        self.page.get_by_role("button", name="Pause").wait_for()

    def test_a_forecast_is_placed_on_the_map(self):
        self.open_job("Orrery", "choose?sheet=ground")
        says = self.page.get_by_test_id("forecast-says")
        self.wait_for_text(says, "14.0 m/s at 85 km/h")
        self.enter("target.forecast_wind_m_s", "60 km/h")
        self.wait_for_text(says, "16.7 m/s")
        table = self.page.locator("table", has_text="all bars off")
        self.assertEqual(table.locator("tbody tr").count(), 5)
        self.wait_for_text(self.page.get_by_test_id("wind-as-far"), "m/s to lean it as far as 12 m/s")

    def test_where_it_tips_over_is_said_with_its_caution(self):
        self.open_job("Orrery", "choose?sheet=lean")
        limits = self.page.get_by_test_id("limits")
        state = evaluate(self.planetarium().sheet, self.planetarium().set_up).states[1]
        tips = f"{state.before.rollover_m_s2 / 9.80665:.2f} g → {state.after.rollover_m_s2 / 9.80665:.2f} g"
        self.wait_for_text(limits, tips)
        self.wait_for_text(limits, "A bound, not a promise")

    def test_joints_are_renewed_and_the_lean_falls(self):
        self.open_job("Bittern", "choose")
        self.page.get_by_label("Renew links and bushings of the standard bar").click()
        self.page.get_by_test_id("body-after").wait_for()

        def leans(when: str) -> float:
            return float(self.page.get_by_test_id(f"body-{when}").get_attribute("data-lean"))

        self.until(lambda: leans("before") > leans("after"))
        # The bar comes in late by a free lean of 2 mm over 1075 mm. What that costs is to the free
        # lean as what the bar saves is to the twist that it works against (Sherman and Morrison).
        sheet = self.stored("Bittern").sheet
        bare = evaluate(replace(sheet, rear=replace(sheet.rear, standard_bar=None)), SetUp())
        without = next(one for one in bare.states if one.key == "trip_ready").before
        bend = bare.bend_m_s2.index(min(bare.bend_m_s2, key=lambda at: abs(at - 0.3 * 9.80665)))
        lean, tyre = without.lean_rad[bend][0], without.rear_tyre_roll_rad[bend][0]
        expected = 0.002 / 1.075 * (lean - leans("after")) / (lean - tyre)
        self.assertAlmostEqual(leans("before") - leans("after"), expected, delta=0.01 * expected)

    def test_steel_is_changed_from_its_table_and_the_rate_stays(self):
        self.open_job("Orrery", "choose?sheet=steel")
        says = self.page.get_by_test_id("steel-says")
        rate = says.text_content()
        self.page.get_by_role("button", name="5160, quenched").click()
        self.until(lambda: self.planetarium().set_up.rear.fitted.bar.steel == "5160_hardened")
        self.assertEqual(says.text_content(), rate)


class KeyboardOnlyTests(ChoosingCase):
    def test_a_set_is_ranked_chosen_and_recorded_without_a_mouse(self):
        press = self.page.keyboard.press
        self.open_job("Orrery", "choose?sheet=ranking")
        self.page.get_by_label("Trade-off of all sets").focus()
        before = self.page.get_by_test_id("picked-set").text_content()
        press("ArrowDown")
        self.until(lambda: self.page.get_by_test_id("picked-set").text_content() != before)
        press("Tab")
        self.assertEqual(self.focused(), "Choose this set")
        press("Enter")
        self.until(lambda: self.planetarium().row.version > 2)
        self.page.get_by_role("link", name="Plan and choice").focus()
        press("Enter")
        self.page.get_by_label("Why this one").focus()
        self.page.keyboard.type("by hand")
        press("Tab")
        self.assertEqual(self.focused(), "Record this choice")
        press("Enter")
        self.wait_for_text(self.page.get_by_test_id("recorded"), "by hand")

    def focused(self) -> str:
        return self.page.locator(":focus").text_content() or ""


class PlanTests(ChoosingCase):
    def test_a_step_is_left_for_later_and_goes_with_the_job(self):
        self.open_job("Hive hauler", "choose?sheet=decide")
        self.page.get_by_role("button", name="Leave for later: new shocks").click()
        expected = "separate air lines, in spring; new shocks all round"

        def kept() -> str:
            return self.stored("Hive").read(Target).left_for_later

        self.until(lambda: kept() == expected)
        self.until(lambda: self.page.get_by_label("Left for another time").input_value() == expected)


class OwnersPageTests(ChoosingCase):
    def test_the_owners_page_opens_as_a_pdf(self):
        job = self.open_job("Hive hauler", "choose?sheet=decide")
        link = self.page.get_by_role("link", name="One page for the owner")
        answer = self.page.request.get(f"{self.live_server_url}{link.get_attribute('href')}")
        self.assertEqual(answer.headers["content-type"], "application/pdf")
        self.assertIn(f"job-{job.number}-comparison", answer.headers["content-disposition"])
