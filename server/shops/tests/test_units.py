"""Numbers in the units of whoever reads them, whatever the shop has."""

import json

from axlecore.quantities.units import Units
from shops.in_units import json_in_units
from shops.tests.people import TwoShops


class UnitsTests(TwoShops):
    def change(self, place, typed, instead_of=""):
        body = {"place": place, "typed": typed, "instead_of": instead_of}
        return self.send("PATCH", "/shop", body)

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

    def test_sentences_are_turned_and_what_was_typed_is_not(self):
        whole = {
            "what": "Move it 30 mm.",
            "typed": "30 mm",
            "formula": "a = 30 mm",
            "list": ["5 kg"],
        }
        found = json.loads(json_in_units(json.dumps(whole, ensure_ascii=False), Units.INCH))
        self.assertEqual(
            found,
            {
                "what": "Move it 1.18 in.",
                "typed": "30 mm",
                "formula": "a = 30 mm",
                "list": ["11 lb"],
            },
        )

    def test_refusals_are_said_in_their_units_too(self):
        self.change("my_units", "inch")
        refused = self.client.get("/api/bench/drill", {"size": "M99"})
        self.assertNotIn(" mm", refused.content.decode())
        answer = self.client.get("/api/bench/level-hole", {"bar": "9 m"})
        self.assertIn("in", answer.json()["detail"][0]["message"])
