"""Numbers in the units of whoever reads them, whatever the shop has."""

from axlecore.quantities.sentences import MARK
from shops.tests.people import TwoShops


class UnitsTests(TwoShops):
    def change(self, place, typed, instead_of=""):
        body = {"place": place, "typed": typed, "instead_of": instead_of}
        return self.send("PATCH", "/shop", body)

    def described(self, words):
        """Open a job described in these words, and return how it is described by then."""
        body = {"name": "Coach 2", "kind": "coach", "description": words}
        return self.send("POST", "/jobs", body).json()["description"]

    def test_everybody_has_their_own_and_a_lead_the_shops(self):
        self.assertEqual(self.client.get("/api/session").json()["units"], "metric")
        self.assertEqual(self.change("units", "inch", "metric").json()["units"], "inch")
        self.assertEqual(self.client.get("/api/session").json()["units"], "inch")
        self.assertEqual(self.change("my_units", "metric").json()["my_units"], "metric")
        self.assertEqual(self.client.get("/api/session").json()["units"], "metric")
        self.assertEqual(self.change("my_units", "").json()["my_units"], "")
        self.assertEqual(self.client.get("/api/session").json()["units"], "inch")
        self.assert_refused(self.change("my_units", "cubits"), 422, "units", "metric, inch")
        self.assert_refused(self.change("units", "cubits", "inch"), 422, "units", "metric, inch")

    def test_what_people_wrote_is_never_turned(self):
        self.change("my_units", "inch")
        words = "7.5 m coach, 3500 kg"
        self.assertEqual(self.described(words), words)
        # Nor where they wrote it with the mark that a quantity of the program's own has.
        self.assertEqual(self.described(f"{MARK}7.5 m{MARK} coach"), "7.5 m coach")

    def test_refusals_are_said_in_their_units_too(self):
        told = {}
        for units in ("metric", "inch"):
            self.change("my_units", units)
            answer = self.sheet_edit("wheelbase_m", "10 mm")
            told[units] = answer.json()["detail"][0]["message"]
            self.assertNotIn(MARK, answer.content.decode())
        self.assertIn(" mm", told["metric"])
        self.assertNotIn(" mm", told["inch"])
        self.assertIn(" in", told["inch"])
