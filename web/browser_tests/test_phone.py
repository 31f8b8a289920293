"""A phone: a drawing is walked number by number, the line of stations is one stop."""

from browser_tests.browser import BrowserTestCase


class PhoneTests(BrowserTestCase):
    at_yard = False

    def test_the_numbers_of_a_drawing_are_walked_in_measuring_order_with_each_lit(self):
        self.page.set_viewport_size({"width": 390, "height": 800})
        job = self.open_job("Orrery", "weigh")
        self.page.get_by_role("button", name="Next number: Axle rating, front").wait_for()
        self.place("load_states.1.front_left_kg").click()
        lit = self.page.locator('[data-shown="load_states.1.front_left_kg"].outline-after')
        lit.wait_for()
        self.editor().fill("1402 kg")
        self.page.get_by_role("button", name="Keep, and the next number").click()
        self.page.locator('[data-shown="load_states.1.front_right_kg"].outline-after').wait_for()
        sheet = self.page.locator("[data-scrolls]", has=lit.page.locator("[data-shown]")).nth(1)
        self.assertGreater(sheet.evaluate("(sheet) => sheet.scrollWidth - sheet.clientWidth"), 100)
        self.editor().press("Escape")

        def kept():
            job.vehicle.refresh_from_db()
            return job.vehicle.sheet["load_states"][1]["front_left_kg"]["value"] == 1402

        self.until(kept)

    def test_the_line_is_one_stop_with_a_menu(self):
        self.page.set_viewport_size({"width": 360, "height": 800})
        self.open_job("Orrery", "weigh")
        stations = self.page.get_by_role("navigation", name="Stations")
        look = stations.get_by_role("link", name="Look")
        self.assertFalse(look.is_visible())
        stations.get_by_role("button", name="Weigh").click()
        look.click()
        stations.get_by_role("button", name="Look").wait_for()
