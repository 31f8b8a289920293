from shops.tests.people import TwoShops


class BenchTests(TwoShops):
    """The worked cases of the physics, asked the way a fitter types them."""

    def ask(self, calculator, **typed):
        answer = self.client.get(f"/api/bench/{calculator}", typed)
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        return answer.json()

    def refuse(self, calculator, field, words="", **typed):
        answer = self.client.get(f"/api/bench/{calculator}", typed)
        self.assert_refused(answer, 422, field, words)

    def test_cases_2_and_4_a_bar_with_and_without_its_rubber(self):
        typed = {"diameter": "34.9 mm", "arm": "26 cm", "centre": "1020", "span": "800 mm"}
        bare = self.ask("bar", **typed)
        self.assertAlmostEqual(bare["rate_n_per_m"] / 1e3, 284.7, delta=0.3)
        soft = self.ask("bar", **typed, bushing="6 kN/mm", link="9 kN/mm")
        self.assertAlmostEqual(soft["rate_n_per_m"] / 1e3, 256.8, delta=0.3)
        self.assertAlmostEqual(soft["steel_rate_n_per_m"], bare["rate_n_per_m"])

    def test_case_6_a_bore_from_the_scale_with_its_band(self):
        found = self.ask("bore", diameter="34.9 mm", length="1.62 m", mass="8.90 kg")
        self.assertAlmostEqual(found["bore_m"] * 1e3, 18.08, delta=0.02)
        self.assertTrue(found["low_m"] < found["bore_m"] < found["high_m"])

    def test_cases_17_19_and_21(self):
        self.assertAlmostEqual(self.ask("link")["attitude"]["motion_ratio"], 1.0, 4)
        found = self.ask("torque", size="M14", grade="10.9")["torque"]
        self.assertAlmostEqual(found["target_n_m"], 201.2, delta=0.2)
        self.assertAlmostEqual(self.ask("drill", size="M10")["tap_drill_m"] * 1e3, 8.5)
        rungs = {one["rung"]: one for one in self.ask("snapped", size="M10", wall="6 mm")}
        self.assertIn("too little thread", rungs["insert"]["why_not"])
        self.assertTrue(rungs["through-bolt"]["possible"])

    def test_a_claim_is_held_against_both_bars(self):
        found = self.ask(
            "claim", claim="122", diameter="34.9 mm", old_diameter="28.6 mm", span="800 mm"
        )
        self.assertIn("holds", found["said"])

    def test_a_sheet_torque_is_read_in_any_unit_and_judged(self):
        found = self.ask("torque", size="M10", grade="8.8", sheet="81 lbf·ft")["torque"]
        self.assertEqual(found["sheet_kind"], "stop")

    def test_pictures_give_the_lean_between_them(self):
        level = [0, 100, 400, 100]
        body = {"body": [level, [0, 100, 400, 70]], "horizon": [level, level]}
        found = self.send("POST", "/bench/pictures", body).json()
        self.assertAlmostEqual(found["lean_rad"], 0.07486, 4)

    def test_what_is_typed_wrong_is_said_at_the_field_it_was_typed_in(self):
        self.refuse("bar", "diameter", "Could not read", diameter="thick")
        self.refuse("bar", "bore", "not below", bore="40 mm")
        self.refuse("bar", "span", span="1400 mm")
        self.refuse("claim", "old_bore", "not below", old_bore="30 mm")
        self.refuse("bore", "mass_kg", "heavier than a solid", mass="40 kg")
        self.refuse("link", "link", "too short", link="10 mm")
        self.refuse("torque", "grade", "8.8", grade="9")
        self.refuse("drill", "size", "M5 to M24", size="M99")
        self.refuse("snapped", "wall", "", wall="thick")
        self.refuse("snapped", "edge_distance_m", "above zero", edge="0 mm")
        empty = self.send("POST", "/bench/pictures", {"body": [], "horizon": []})
        self.assertEqual(empty.status_code, 422)
