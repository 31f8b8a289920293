"""A whole job without a mouse: found, measured, looked over, chosen, undone."""

from browser_tests.test_first_stations import StationCase


class KeyboardTests(StationCase):
    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)

    def tab_to(self, path: str, most: int = 80) -> None:
        """Go on with Tab until the cursor is on the number or pick at a place."""
        for _ in range(most):
            if self.page.locator(f'[data-place="{path}"]:focus').count():
                return
            self.press("Tab")
        self.fail(f"Tab never comes to {path}")

    def test_a_job_is_found_and_its_stations_are_walked_by_keys(self):
        self.press("/")
        dialog = self.page.get_by_role("dialog", name="Find")
        dialog.wait_for()
        self.page.keyboard.type("bittern")
        self.wait_for_text(dialog, "Bittern")
        self.press("Enter")
        self.page.get_by_test_id("lean-change").wait_for()
        for key, landmark in (("1", "In the owner's words"), ("2", None), ("3", None)):
            self.press(key)
            if landmark:
                self.page.get_by_label(landmark).wait_for()
        self.page.get_by_label("Rust of the whole underside").wait_for()
        self.press("4")
        self.page.get_by_role("heading", name="Rear bar").wait_for()

    def test_a_row_of_numbers_is_entered_without_leaving_the_keys(self):
        job = self.open_station("Orrery", "weigh")
        self.tab_to("rear.track_m", 140)
        self.press("Enter")
        self.editor().wait_for()
        self.page.keyboard.type("1752 mm")
        self.press("Tab")
        self.page.locator("label", has_text="Dual spacing").wait_for()
        self.page.keyboard.type("31 cm")
        self.press("Enter")
        self.wait_for_focus("rear.dual_spacing_m")
        self.until(lambda: self.sheet(job)["rear"]["dual_spacing_m"]["typed"] == "31 cm")
        self.assertEqual(self.sheet(job)["rear"]["track_m"]["typed"], "1752 mm")
        self.press("Control+z")
        self.until(lambda: self.sheet(job)["rear"]["dual_spacing_m"]["typed"] != "31 cm")
        self.assertEqual(self.sheet(job)["rear"]["track_m"]["typed"], "1752 mm")

    def test_escape_leaves_a_number_as_it_was_and_the_cursor_on_it(self):
        job = self.open_station("Orrery", "weigh")
        before = self.sheet(job)
        self.tab_to("wheelbase_m", 140)
        self.press("Enter")
        self.editor().wait_for()
        self.page.keyboard.type("1 m")
        self.press("Escape")
        self.wait_for_focus("wheelbase_m")
        self.assertEqual(self.sheet(job), before)

    def test_a_key_typed_into_words_is_a_letter_and_no_command(self):
        job = self.open_station("Crumb", "listen")
        words = self.page.get_by_label("In the owner's words")
        words.focus()
        self.press("Control+End")
        self.page.keyboard.type(" Rated 4 / 5? x")
        self.until(lambda: self.document(job, "complaint")["words"].endswith(" Rated 4 / 5? x"))
        self.assertEqual(self.page.get_by_role("dialog").count(), 0)
        self.assertTrue(self.page.url.split("?")[0].endswith("/listen"))
