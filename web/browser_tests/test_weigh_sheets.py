"""The sheets of Weigh beyond the drawings: pads, trailer, height, bars, roll test, certainty."""

import math

from axlecore.lean.uncertainty import certainty
from axlecore.vehicle.loads import LoadKey
from browser_tests.test_first_stations import StationCase
from jobs.opened import opened


class SheetCase(StationCase):
    at_yard = False

    def sheet_of_weigh(self, name: str, sheet: str):
        job = self.open_station(name, "weigh")
        self.page.get_by_role("link", name=sheet, exact=True).click()
        return job

    def offer(self, key: str):
        return self.page.locator(f'[data-offer="{key}"]')


class LoadTests(SheetCase):
    def read_pads(self, fault: str) -> None:
        self.page.get_by_label("To practise on").select_option(fault)
        self.button("Read the pads").click()
        self.page.locator("[data-pad]").first.wait_for()

    def test_a_pad_that_drops_out_leaves_its_wheel_as_it_was(self):
        job = self.sheet_of_weigh("Orrery", "Pads and loads")
        before = self.sheet(job)["load_states"][1]
        self.read_pads("drops_out")
        self.wait_for_text(self.page.get_by_role("alert"), "The rear right pad sends nothing.")
        self.button("Take the 3 steady ones over").click()
        self.page.locator("[data-pad]").first.wait_for(state="detached")
        after = self.sheet(job)["load_states"][1]
        self.assertEqual(after["rear_right_kg"], before["rear_right_kg"])
        self.assertNotEqual(after["rear_left_kg"], before["rear_left_kg"])
        self.assertEqual(after["rear_left_kg"]["known"], "measured")

    def test_a_drifting_pad_is_not_offered_and_an_offset_is_taken_off(self):
        self.sheet_of_weigh("Orrery", "Pads and loads")
        self.read_pads("drifting")
        self.wait_for_text(self.page.get_by_role("alert"), "still climbs")
        self.button("Take the 3 steady ones over").wait_for()
        self.button("Leave them").click()
        self.read_pads("off_by_one")
        self.wait_for_text(self.page.get_by_role("alert"), "read 5 kg with nothing on it")
        self.button("Take all four over").wait_for()

    def test_a_ticket_is_taken_in_whole_or_refused_by_its_line(self):
        self.expected = ("422",)
        job = self.sheet_of_weigh("Bittern", "Pads and loads")
        file = self.page.get_by_label("Weigh ticket file")

        def take(text: str) -> None:
            file.set_input_files({"name": "t.csv", "mimeType": "text/csv", "buffer": text.encode()})

        take("state,place,load\ntrip-ready,front,4500 lb\ntrip-ready,roof,90 kg\n")
        ticket = self.page.get_by_role("region", name="Weigh ticket")
        self.wait_for_text(ticket, "line 3: Read place “roof”")
        version = self.sheet(job)["load_states"][1]["front_left_kg"]["typed"]
        self.assertEqual(version, "2,285 lb")
        take("state;place;load\ntrip-ready;front;4500 lb\nmaximum;rear;3 100 kg\n")
        self.wait_for_text(ticket, "t.csv is on the sheet.")
        self.page.get_by_role("radio", name="Maximum").wait_for()

    def test_a_tongue_load_makes_a_towing_state_that_nobody_weighed(self):
        job = self.sheet_of_weigh("Orrery", "Pads and loads")
        self.button("towing").click()
        self.page.get_by_role("radio", name="Towing").wait_for()
        self.page.get_by_label("It tows").select_option("tongue")
        self.enter("tow.load_kg", "300 kg")
        self.place("tow.load_kg").wait_for()
        self.enter("tow.behind_rear_axle_m", "2650 mm")
        self.offer("loads_by_tow").get_by_role("button", name="Use it").click()
        self.wait_for_text(self.offer("loads_by_tow"), "taken over")
        state = next(s for s in self.sheet(job)["load_states"] if s["key"] == "towing")
        front = state["front_left_kg"]["value"] + state["front_right_kg"]["value"]
        self.assertAlmostEqual(front, 3120 - 300 * 2.65 / 5.31, 3)

    def test_states_stand_side_by_side_with_what_is_over(self):
        self.sheet_of_weigh("Tidewater", "Pads and loads")
        table = self.page.get_by_role("region", name="Load states side by side")
        self.wait_for_text(table, "4\u202f420 kg over")
        self.assertIn("left", table.inner_text())


class HeightTests(SheetCase):
    def test_raising_the_rear_gives_a_height_that_is_taken_over(self):
        job = self.sheet_of_weigh("Orrery", "Centre of gravity")
        self.enter("lift_weighing.raised_front_kg", "3318 kg")
        offer = self.offer("height_by_lift")
        self.wait_for_text(offer, "ΔW = 198 kg")
        offer.get_by_role("button", name="Use it").click()
        self.wait_for_text(offer, "taken over")
        height = self.sheet(job)["load_states"][1]["centre_of_gravity_height_m"]
        self.assertEqual((height["known"], height["typed"]), ("measured", "by lifting the rear"))
        self.page.keyboard.press("Control+z")
        self.wait_for_text(offer, "Use it")

    def test_a_front_that_got_no_heavier_is_said_at_its_reading(self):
        self.sheet_of_weigh("Orrery", "Centre of gravity")
        self.enter("lift_weighing.raised_front_kg", "3000 kg")
        self.wait_for_text(self.page.locator("section"), "With the rear raised the front must weigh")
        self.page.get_by_role("button", name="Show me").click()
        self.wait_for_focus("lift_weighing.raised_front_kg")

    def test_a_mass_is_dragged_to_where_it_sits(self):
        job = self.sheet_of_weigh("Orrery", "Centre of gravity")
        mark = self.page.locator('[data-mass="0"] circle')
        mark.scroll_into_view_if_needed()
        box = mark.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        before = self.sheet(job)["stack"][0]
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + 60, y + 30, steps=4)
        self.page.mouse.up()
        self.until(lambda: self.sheet(job)["stack"][0] != before)
        after = self.sheet(job)["stack"][0]
        self.assertGreater(
            after["behind_front_axle_m"]["value"], before["behind_front_axle_m"]["value"] + 0.4
        )
        self.assertLess(after["height_m"]["value"], before["height_m"]["value"] - 0.2)
        self.assertEqual(after["mass_kg"], before["mass_kg"])

    def test_a_mass_is_put_on_named_and_taken_off(self):
        job = self.sheet_of_weigh("Bittern", "Centre of gravity")
        self.button("Put a mass on the stack").click()
        name = self.page.get_by_label("Name of mass 1")
        name.fill("roof box")
        name.blur()
        self.until(lambda: self.sheet(job)["stack"][0]["name"] == "roof box")
        self.enter("stack.0.left_m", "-2 in")
        self.wait_for_text(self.place("stack.0.left_m"), "−51")
        self.page.get_by_role("button", name="Take roof box off").click()
        self.until(lambda: self.sheet(job)["stack"] == [])


class RateTests(SheetCase):
    def test_a_tyres_pressure_and_size_give_its_rate(self):
        job = self.open_station("Orrery", "weigh")
        self.enter("rear.tyre_pressure_pa", "80 psi")
        self.wait_for_text(self.offer("tyre:rear"), "225/70 R19.5 at 552 kPa")
        self.offer("tyre:rear").get_by_role("button", name="Use it").click()
        self.wait_for_text(self.offer("tyre:rear"), "taken over")
        self.assertEqual(self.sheet(job)["rear"]["tyre_rate_n_per_m"]["typed"], "by its pressure")


class BarTests(SheetCase):
    def test_three_calipers_and_a_weight_become_diameter_and_bore(self):
        job = self.sheet_of_weigh("Tidewater", "Bars there now")
        rear = self.page.get_by_role("region", name="rear bar")
        for at in (1, 2, 3):
            rear.get_by_role("button", name=f"Read place {at}").click()
            place = f"rear.standard_bar.readings.caliper_{at}_m"
            self.until(lambda path=place: "mm" in (self.place(path).text_content() or ""))
        offer = self.offer("caliper:rear.standard_bar")
        offer.get_by_role("button", name="Use it").click()
        self.wait_for_text(offer, "taken over")
        outside = self.sheet(job)["rear"]["standard_bar"]["bar"]["outside_diameter_m"]
        self.assertEqual(outside["typed"], "mean of 3 by caliper")
        self.enter("rear.standard_bar.readings.mass_kg", "4.6 kg")
        self.wait_for_text(self.offer("bore:rear.standard_bar"), "between")

    def test_quoted_against_measured_and_play_are_said_with_their_effect(self):
        self.sheet_of_weigh("Bittern", "Bars there now")
        said = self.page.get_by_role("region", name="What the readings say")
        # (7/8 ÷ 1)⁴ = 0.586
        self.wait_for_text(said, "41 % less stiffness")
        self.wait_for_text(said, "does nothing for the first")


class RollTestTests(SheetCase):
    def test_a_logger_reads_the_test_and_the_vehicle_is_calibrated_by_it(self):
        job = self.sheet_of_weigh("Orrery", "Roll test")
        self.button("Read the tilt logger").click()
        self.button("Take the readings over").click()
        self.wait_for_text(self.place("roll_test.lean_right_rad"), "°")
        springs = self.offer("calibrate_springs")
        springs.get_by_role("button", name="Use it").click()
        self.wait_for_text(springs, "taken over")
        states = opened(job.pk, job.shop_id).assessment.evaluation.states
        lean = math.degrees(states[1].before.reference_lean_rad)
        self.until(lambda: self.text("lean-change").startswith(f"{lean:.1f}°"))
        beside = self.page.get_by_role("region", name="Model and reading")
        self.wait_for_text(beside.get_by_role("row", name="Lean"), "0 %")
        sheet = self.sheet(job)
        self.assertEqual(
            sheet["spring_correction"]["typed"], "from the roll test of a stand-in"
        )
        self.assertTrue(sheet["spring_correction"]["simulated"])
        self.assertEqual(sheet["roll_test"]["read_with"], "Tilt logger, stand-in")

    def test_the_drawn_lean_is_the_lean_that_was_read(self):
        self.sheet_of_weigh("Orrery", "Roll test")
        read = self.page.get_by_role("row", name="Lean").get_by_role("cell").nth(1)
        degrees = float(read.inner_text().rstrip("°"))
        drawn = self.page.locator("svg .after-line").get_attribute("transform")
        turned = float(drawn.removeprefix("rotate(").split(" ")[0])
        self.assertAlmostEqual(turned, degrees * 5, delta=0.05)

    def test_readings_that_no_spring_explains_are_said(self):
        self.sheet_of_weigh("Orrery", "Roll test")
        self.enter("roll_test.lean_right_rad", "6°")
        self.wait_for_text(self.page.locator("section"), "check the mass, its distance")


class CertaintyTests(SheetCase):
    def test_the_costliest_number_is_named_and_measuring_it_narrows_the_band(self):
        job = self.sheet_of_weigh("Orrery", "Certainty")

        def band() -> float:
            rig = opened(job.pk, job.shop_id).fitted_rig
            return certainty(*rig, LoadKey.TRIP_READY).band_rad

        wide = band()
        row = self.page.get_by_role("row").nth(1)
        self.assertIn("Leaf twist factor, rear", row.inner_text())
        row.get_by_role("button").click()
        self.wait_for_focus("rear.leaf_twist_factor")
        self.page.keyboard.press("Enter")
        self.editor().fill("1.25")
        self.page.get_by_role("radio", name="measured").click()
        self.editor().press("Enter")
        self.wait_for_text(self.place("rear.leaf_twist_factor"), "1.25")
        self.page.get_by_role("link", name="Certainty").click()
        self.until(lambda: "Leaf twist factor, rear" not in row.inner_text())
        self.assertLess(band(), wide)
        shown = self.text("lean-band").split("±")[1].rstrip("° ")
        self.assertAlmostEqual(float(shown), math.degrees(band()), delta=0.06)


class SidePictureTests(SheetCase):
    def test_a_picture_is_laid_under_and_scaled_by_its_hubs(self):
        from photos.tests.test_photos import picture

        job = self.open_station("Tidewater", "weigh")
        self.page.get_by_label("Picture of the left side").set_input_files(
            {"name": "s.jpg", "mimeType": "image/jpeg", "buffer": picture((1000, 500))}
        )
        dialog = self.page.get_by_role("dialog")
        image = dialog.get_by_role("button", name="Picture of the side")
        box = image.bounding_box()
        image.click(position={"x": box["width"] * 0.2, "y": box["height"] * 0.8})
        self.wait_for_text(dialog, "Now on the rear hub")
        image.click(position={"x": box["width"] * 0.7, "y": box["height"] * 0.8})
        newest = job.photos.filter(place="side").order_by("-pk")
        self.until(lambda: newest.first().marks is not None)
        marks = newest.first().marks
        self.page.locator(f'svg image[href="/api/photos/{newest.first().pk}.jpg"]').wait_for()
        self.assertAlmostEqual(marks[1][0] - marks[0][0], 0.5, delta=0.02)
