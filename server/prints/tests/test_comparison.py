import io

from django.utils import timezone
from pypdf import PdfReader

from shops.tests.people import TwoShops, stock


class ComparisonTests(TwoShops):
    def page(self, client=None):
        return self.send("GET", f"/jobs/{self.job.pk}/comparison.pdf", None, client)

    def text(self):
        reader = PdfReader(io.BytesIO(self.page().content))
        self.assertEqual(len(reader.pages), 1, "one page for the owner")
        return " ".join(reader.pages[0].extract_text().split())

    def choose(self):
        bar = stock(self.shop, 1)[0]
        body = {"base_version": 1, "rear": {"part_id": bar.pk, "action": "supplement"}}
        self.send("PUT", f"/jobs/{self.job.pk}/choice", body)

    def test_it_shows_what_changes_what_does_not_the_price_and_the_limits(self):
        self.choose()
        body = {"base_version": 1, "place": "left_for_later", "typed": "shocks & <new> tyres"}
        self.send("PATCH", f"/jobs/{self.job.pk}/papers/target", body)
        self.sheet_edit("rear.rating_kg", "3000 kg")
        text = self.text()
        for words in (
            "What is proposed",
            "TM-R28-S beside the standard bar, hole 1",
            "Lean in an ordinary bend (0.3 g)",
            "less",
            "A bar raises no rating",
            "measured on this vehicle",
            "typical for its class",
            f"printed {timezone.localdate():%-d %b %Y}",
            "for the shop Owner Day",
            "How far a gust pushes it out of its lane",
            "544 EUR with hours",
            "shocks & <new> tyres",
            "Stop. The rear axle is over its rating",
        ):
            self.assertIn(words, text)

    def test_once_recorded_it_says_chosen(self):
        self.choose()
        body = {"base_version": 2, "sheet_version": 1}
        self.send("POST", f"/jobs/{self.job.pk}/decisions", body)
        self.assertIn("What was chosen", self.text())

    def test_nothing_chosen_and_numbers_that_cannot_stand_still_give_a_page(self):
        self.assertIn("it stays as it is", self.text())
        self.sheet_edit("load_states.0.centre_of_gravity_height_m", "310 mm")
        self.assertIn("Stop.", self.text())

    def test_it_is_for_this_shop_only(self):
        self.assertEqual(self.page(self.as_(self.stranger)).status_code, 404)
