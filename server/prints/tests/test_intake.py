import io

from django.test import SimpleTestCase
from pypdf import PdfReader

from prints.paper import FONTS, local_fetcher
from shops.tests.people import TwoShops


class IntakeSheetTests(TwoShops):
    def sheet(self, client=None):
        return self.send("GET", f"/jobs/{self.job.pk}/intake.pdf", None, client)

    def test_it_says_what_was_said_weighed_and_seen(self):
        paper = f"/jobs/{self.job.pk}/papers"
        for name, base, place, typed in (
            ("complaint", 1, "words", "Leans like a boat & <b>creaks</b>"),
            ("complaint", 2, "symptoms.pulls", "clear"),
            ("look_over", 1, "parts.rear_link_left.rating", "replace"),
            ("look_over", 2, "parts.rear_link_left.note", "boot gone"),
        ):
            self.send(
                "PATCH", f"{paper}/{name}", {"base_version": base, "place": place, "typed": typed}
            )
        self.sheet_edit("rear.rating_kg", "3000 kg")
        answer = self.sheet()
        self.assertEqual(answer["Content-Type"], "application/pdf")
        pages = PdfReader(io.BytesIO(answer.content)).pages
        text = " ".join(" ".join(page.extract_text() for page in pages).split())
        for words in (
            "Coach",
            "job 101",
            "Leans like a boat & <b>creaks</b>",
            "A bar does not change this: pulls to one side",
            "Stop. The rear axle is over",
            "rear link, left",
            "boot gone",
            "rear links, pair",
            "Spring base",
            "A bar raises no rating.",
        ):
            self.assertIn(words, text)

    def test_it_is_for_this_shop_only(self):
        self.assertEqual(self.sheet(self.as_(self.stranger)).status_code, 404)


class PaperTests(SimpleTestCase):
    def test_a_print_fetches_nothing_from_outside(self):
        fetcher = local_fetcher()
        with self.assertRaisesMessage(ValueError, "disallowed protocol"):
            fetcher.fetch("https://example.invalid/font.woff2")
        self.assertTrue(fetcher.fetch((FONTS / "archivo" / "package.json").as_uri()).read(1))
