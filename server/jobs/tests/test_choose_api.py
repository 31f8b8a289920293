from axlecore.formats import from_plain
from axlecore.lean.evaluate import evaluate
from axlecore.practice.decision import Decision as DecisionRecord
from axlecore.vehicle.rig import SetUp
from jobs.choosing import price_of
from jobs.models import Decision, Job
from jobs.opened import opened
from shops.models import Person
from shops.tests.people import TwoShops, person, stock


class ChoosingTests(TwoShops):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        stock(cls.shop, 200)

    def path(self, rest):
        return f"/jobs/{self.job.pk}/{rest}"

    def read(self, rest):
        answer = self.client.get(f"/api{self.path(rest)}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def fresh(self):
        return opened(self.job.pk, self.shop.pk)

    def aim(self, place, typed, base):
        body = {"base_version": base, "place": place, "typed": typed}
        answer = self.send("PATCH", self.path("papers/target"), body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def take(self, base=1, **picks):
        return self.send("PUT", self.path("choice"), {"base_version": base, **picks})

    def decide(self, base, reason="", client=None, sheet=1):
        body = {"base_version": base, "sheet_version": sheet, "reason": reason}
        return self.send("POST", self.path("decisions"), body, client)


class RankingTests(ChoosingTests):
    def test_keeping_and_renewing_are_always_among_the_sets(self):
        answer = self.read("ranking?state=trip_ready")
        keys = {(one["front"], one["rear"]) for one in answer["ranking"]["sets"]}
        self.assertLessEqual({("keep", "keep"), ("keep", "renew"), ("renew", "keep")}, keys)

    def test_every_set_is_named_by_an_option_with_its_price_and_fit(self):
        answer = self.read("ranking?state=trip_ready")
        options = {(option["axle"], option["key"]): option for option in answer["options"]}
        for one in answer["ranking"]["sets"]:
            pair = options["front", one["front"]], options["rear", one["rear"]]
            self.assertAlmostEqual(one["price"], sum(option["price"] for option in pair))
            self.assertNotIn("no", {option["verdict"]["fit"] for option in pair})

    def test_the_target_and_the_budget_decide_who_fails(self):
        self.aim("states.trip_ready.lean_rad", "1.4 deg", 1)
        body = {"base_version": 1, "place": "budget", "typed": "900"}
        self.send("PATCH", self.path("papers/complaint"), body)
        ranking = self.read("ranking?state=trip_ready")["ranking"]
        failed = {words for one in ranking["sets"] for words in one["failed"]}
        self.assertTrue(any("1.40° asked" in words for words in failed))
        self.assertTrue(any("900 EUR to spend" in words for words in failed))

    def test_the_recommended_set_taken_gives_the_lean_it_was_ranked_by(self):
        answer = self.read("ranking?state=trip_ready")
        options = {(option["axle"], option["key"]): option for option in answer["options"]}
        one = answer["ranking"]["sets"][answer["ranking"]["recommended"]]
        picks = {
            axle: {
                key: options[axle, one[axle]][key]
                for key in ("part_id", "action", "hole", "renews")
            }
            for axle in ("front", "rear")
        }
        self.assertEqual(self.take(**picks).status_code, 200)
        job = self.fresh()
        evaluation = evaluate(job.sheet, job.set_up)
        self.assertAlmostEqual(evaluation.states[0].after.reference_lean_rad, one["lean_rad"][0], 6)
        self.assertAlmostEqual(price_of(job, job.set_up), one["price"])
        self.assertEqual(job.row.version, 2, "both axles are one version")


class TakingTests(ChoosingTests):
    def test_a_kit_of_the_wrong_weight_variant_is_refused_with_its_reason(self):
        heavy = self.shop.parts.get(part_number="TM-KR35-H")
        answer = self.take(rear={"part_id": heavy.pk, "action": "supplement"})
        self.assert_refused(answer, 422, "part_id", "Wrong weight variant (heavy rear axle)")
        self.assertEqual(self.fresh().set_up, SetUp())

    def test_a_link_is_no_bar(self):
        link = self.shop.parts.get(part_number="OR-L200")
        self.assert_refused(
            self.take(rear={"part_id": link.pk, "action": "supplement"}),
            422,
            "part_id",
            "not a bar",
        )

    def test_a_hole_the_bar_has_not_got_is_refused(self):
        bar = self.shop.parts.get(part_number="TM-R28-S")
        answer = self.take(rear={"part_id": bar.pk, "action": "supplement", "hole": 5})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("hole", answer.json()["detail"][0]["field"])

    def test_nothing_said_is_not_a_choice(self):
        self.assert_refused(self.take(), 422, "front", "at both")

    def test_a_bar_edited_by_hand_has_no_price_any_more(self):
        bar = self.shop.parts.get(part_number="TM-R28-S")
        self.take(rear={"part_id": bar.pk, "action": "supplement"})
        self.assertIsNotNone(price_of(self.fresh(), self.fresh().set_up))
        body = {
            "base_version": 2,
            "place": "rear.fitted.bar.outside_diameter_m",
            "typed": "29 mm",
            "known": "measured",
        }
        self.send("PATCH", self.path("set-up"), body)
        self.assertIsNone(price_of(self.fresh(), self.fresh().set_up))


class WhatIfTests(ChoosingTests):
    def test_up_to_three_sets_are_compared_with_bands(self):
        thin, thick = (self.shop.parts.get(part_number=n).pk for n in ("TM-R28-S", "TM-R32-S"))
        sets = [
            {},
            {"rear": {"part_id": thin, "action": "supplement"}},
            {"rear": {"part_id": thick, "action": "supplement"}},
        ]
        answer = self.send("POST", self.path("compare"), {"state": "trip_ready", "sets": sets})
        none, soft, stiff = answer.json()
        leans = [one["figures"]["lean_rad"] for one in (none, soft, stiff)]
        self.assertEqual(leans, sorted(leans, reverse=True))
        band = next(band for band in stiff["bands"] if band["name"] == "lean after")
        self.assertTrue(band["low"] < stiff["figures"]["lean_rad"] < band["high"])
        four = {"state": "trip_ready", "sets": [{}] * 4}
        self.assertEqual(self.send("POST", self.path("compare"), four).status_code, 422)

    def test_what_it_would_take_answers_in_millimetres_or_says_why_not(self):
        asked = "sizes?axle=rear&action=supplement&state=trip_ready"
        self.assertIn("Set a target", self.read(asked)["why_not"])
        self.aim("states.trip_ready.lean_rad", "2.4 deg", 1)
        found = self.read(asked)
        self.assertTrue(0.02 < found["size"]["diameter_m"] < 0.05)
        self.assertGreaterEqual(found["size"]["next_standard_m"], found["size"]["diameter_m"])
        self.aim("states.trip_ready.lean_rad", "0.3 deg", 2)
        self.assertIn("ask for less", self.read(asked)["why_not"])

    def test_a_claim_is_audited_against_the_chosen_bar(self):
        refused = self.client.get(f"/api{self.path('claim?per_cent=90')}")
        self.assert_refused(refused, 422, "axle", "Choose the seller's bar")
        self.take(
            rear={"action": "replace", "part_id": self.shop.parts.get(part_number="TM-R32-S").pk}
        )
        found = self.read("claim?per_cent=900")
        self.assertGreater(found["off_by"], 3)
        holes = [one["name"] for one in found["readings"] if one["name"].endswith("hole")]
        self.assertEqual(len(holes), 3)
        self.assertEqual(len(found["readings"]), 6 + len(holes))

    def test_the_lean_sheets_figures_are_whole_curves_before_and_after(self):
        self.take(rear={"action": "supplement"})
        found = self.read("lean-sheet?state=trip_ready")
        self.assertEqual(len(found["side_force_n"]), len(found["angle_rad"]))
        both = self.read("replay?state=trip_ready&road_m_s=20")
        self.assertEqual(both["before"]["manoeuvres"], both["after"]["manoeuvres"])
        slalom = both["before"]["manoeuvres"].index("slalom")
        self.assertLess(
            both["after"]["peak_lean_rad"][slalom], both["before"]["peak_lean_rad"][slalom]
        )
        steels = self.read("material?axle=rear&state=trip_ready")["steels"]
        self.assertEqual(len({row["rate_n_per_m"] for row in steels}), 1)

    def test_the_staged_plan_is_priced_from_the_racks(self):
        plan = self.read("plan?state=trip_ready")
        self.assertGreaterEqual(len(plan["stages"]), 2)
        spent = [stage["price_so_far"] for stage in plan["stages"]]
        self.assertEqual(spent, sorted(spent))

    def test_a_stage_that_breaks_a_limit_is_no_place_to_stop(self):
        free = self.read("plan?state=trip_ready")["stages"]
        self.aim("share_loss_points", "0", 1)
        self.aim("share_gain_points", "0", 2)
        held = self.read("plan?state=trip_ready")["stages"]
        self.assertEqual([one["key"] for one in held], [one["key"] for one in free])
        bar = next(one for one in held if one["end"] == "rear")
        (said,) = bar["breaks"]
        self.assertRegex(said, r"front–rear balance falls by \d+\.\d points, 0\.0 allowed")

    def test_starting_targets_come_with_their_reason_and_can_be_entered(self):
        for base, one in enumerate(self.read("suggestions"), start=1):
            self.assertTrue(one["why"])
            self.aim(one["place"], one["typed"], base)


class DecisionTests(ChoosingTests):
    def chosen(self):
        bar = self.shop.parts.get(part_number="TM-R28-S")
        self.take(rear={"part_id": bar.pk, "action": "supplement"})

    def rules(self):
        return {found["rule"] for found in self.read("assessment")["findings"]}

    def test_it_keeps_who_when_and_the_figures_at_that_time(self):
        self.chosen()
        answer = self.decide(2, "owner wants the quiet one").json()["job"]["decision"]
        self.assertEqual(
            (answer["person"], answer["reason"]),
            (self.lead.shown_name, "owner wants the quiet one"),
        )
        stored = Decision.objects.get(job=self.job)
        record = from_plain(stored.document, DecisionRecord)
        job = self.fresh()
        now = evaluate(job.sheet, job.set_up).states[0].after
        self.assertEqual(record.states[0].lean_rad, now.reference_lean_rad)
        self.assertEqual((stored.sheet_version, stored.set_up_version), (1, 2))
        self.assertEqual(record.price, price_of(job, job.set_up))

    def test_only_a_lead_decides_and_only_on_what_was_looked_at(self):
        self.chosen()
        fitter = person(self.shop, "fitter", Person.Role.FITTER)
        self.assert_refused(self.decide(2, client=self.as_(fitter)), 403, "role")
        self.assert_refused(self.decide(1), 409, "base_version", "changed meanwhile")
        self.assertEqual(Decision.objects.count(), 0)

    def test_a_measurement_changed_afterwards_says_that_it_no_longer_holds(self):
        self.chosen()
        self.decide(2)
        self.assertNotIn("decision_moved", self.rules())
        self.sheet_edit("load_states.0.centre_of_gravity_height_m", "1750 mm")
        self.assertIn("decision_moved", self.rules())
        gate = next(g for g in self.read("practice")["gates"] if g["station"] == "choose")
        self.assertEqual(
            {check["key"]: check["met"] for check in gate["checks"]},
            {"decided": True, "holds": False, "no_stop": True},
        )
        self.assertEqual(self.decide(2).status_code, 409, "the sheet has moved on")
        self.decide(2, sheet=2)
        self.assertNotIn("decision_moved", self.rules())
        self.assertEqual(Decision.objects.count(), 2, "the first one stays")

    def test_other_parts_after_deciding_are_said(self):
        self.chosen()
        self.decide(2)
        self.take(2, rear={"action": None})
        self.assertIn("decision_other_parts", self.rules())

    def test_the_yard_says_what_the_gate_of_choose_waits_for(self):
        Job.objects.filter(pk=self.job.pk).update(station="choose")
        self.chosen()
        self.assertIn("recorded", Job.objects.get(pk=self.job.pk).blocked_by)
        self.decide(2)
        self.assertEqual(Job.objects.get(pk=self.job.pk).blocked_by, "")
