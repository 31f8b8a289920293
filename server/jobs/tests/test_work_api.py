"""The plan over HTTP: derived, changed by a lead, refused where it cannot be, looked through."""

from jobs.models import Job, PlanLook
from jobs.tests.chosen import WithChoice
from racks.models import Part
from shops.models import Person
from shops.tests.people import person


class WorkTests(WithChoice):
    def keys(self):
        return [step["key"] for step in self.work()["plan"]["steps"]]

    def edit(self, way, base, client=None, **body):
        body = {"base_version": base, "reason": "because", **body}
        return self.send("POST", f"/jobs/{self.job.pk}/plan/{way}", body, client)

    def look(self, digest, client=None):
        body = {"base_version": self.base(), "digest": digest}
        return self.send("POST", f"/jobs/{self.job.pk}/plan/look", body, client)

    def test_a_choice_is_a_plan_with_its_order_and_its_quote(self):
        work = self.work()
        self.assertIn("rear.bar.in", [step["key"] for step in work["plan"]["steps"]])
        ordered = {line["part_number"] for line in work["order"]}
        # A bare bar is bought with what makes it fit.
        self.assertIn("TM-R32-S", ordered)
        self.assertGreater(len(ordered - {""}), 3)
        quote = work["quote"]
        self.assertLess(quote["hours"]["p10"], quote["hours"]["p90"])
        bought = sum(
            part.offers.order_by("price_cents").first().price_cents
            for part in Part.objects.filter(part_number__in=ordered - {""})
        )
        labour = quote["hours"]["p50"] * 90
        self.assertAlmostEqual(quote["price"]["p50"], labour + bought / 100, delta=30)
        self.assertEqual(self.work()["quote"], quote)

    def test_a_lead_adds_strikes_moves_and_splits_and_undoes(self):
        self.assertEqual(self.edit("add", 1, what="Wash it", before="rear.seats").status_code, 200)
        self.assertEqual(self.edit("strike", 2, key="rear.photo").status_code, 200)
        self.assertEqual(
            self.edit("split", 3, key="rear.seats", first="Clean", second="Paint").status_code, 200
        )
        keys = self.keys()
        self.assertLess(keys.index("own.1"), keys.index("rear.seats"))
        self.assertIn("rear.seats.2", keys)
        self.assertNotIn("rear.photo", keys)
        path = f"/jobs/{self.job.pk}/papers/plan/revert"
        back = self.send("POST", path, {"base_version": 4, "to_version": 1})
        self.assertEqual(back.status_code, 200, back.content[:300])
        self.assertIn("rear.photo", self.keys())
        self.assertEqual(self.edit("strike", 5, key="own.9").status_code, 422)

    def test_an_order_that_precedence_forbids_is_refused_and_nothing_is_kept(self):
        refused = self.edit("move", 1, key="rear.bar.in", after="rear.settle")
        self.assert_refused(refused, 422, "after", "wait for each other")
        moved = self.edit("move", 1, key="rear.photo", after="rear.swings")
        self.assertEqual(moved.status_code, 200)
        self.assert_refused(self.edit("move", 2, key="nothing", after="rear.settle"), 422, "key")

    def test_a_change_needs_a_reason_and_a_lead_and_the_version_it_was_made_on(self):
        self.assert_refused(self.edit("strike", 1, key="rear.photo", reason=" "), 422, "reason")
        fitter = self.as_(person(self.shop, "fitter", Person.Role.FITTER))
        self.assert_refused(self.edit("strike", 1, fitter, key="rear.photo"), 403, "role")
        self.assertEqual(self.edit("strike", 1, key="rear.photo").status_code, 200)
        self.assertEqual(self.edit("strike", 1, key="rear.settle").status_code, 409)
        hours = self.edit("add", 2, what="Wait", usual_hours=900.0)
        self.assert_refused(hours, 422, "hours", "0 to 24")

    def test_a_look_holds_until_the_plan_changes_and_then_says_what_changed(self):
        digest = self.work()["digest"]
        self.assertEqual(self.look(digest).status_code, 200)
        looked = self.work()["looked"]
        self.assertEqual((looked["change"]["new"], looked["change"]["gone"]), ([], []))
        self.edit("add", 1, what="Wash it", before="rear.seats")
        self.assertEqual(self.work()["looked"]["change"]["new"], ["Wash it"])
        self.assert_refused(self.look(digest), 409, "digest")
        fitter = self.as_(person(self.shop, "fitter", Person.Role.FITTER))
        self.assert_refused(self.look(self.work()["digest"], fitter), 403, "role")
        self.assertEqual(PlanLook.objects.count(), 1)

    def test_the_gate_asks_for_what_is_settled_at_the_desk(self):
        Job.objects.filter(pk=self.job.pk).update(station="build")
        gate = self.gate()
        self.assertFalse(any(check["met"] for check in gate["checks"]))
        answer = self.look(self.work()["digest"])
        met = {check["key"] for check in self.gate(answer)["checks"] if check["met"]}
        self.assertEqual(met, {"plan"})

    def gate(self, answer=None):
        found = (
            self.client.get(f"/api/jobs/{self.job.pk}/practice").json()
            if answer is None
            else answer.json()["practice"]
        )
        return next(one for one in found["gates"] if one["station"] == "build")

    def test_nothing_chosen_is_said_in_words(self):
        path = f"/jobs/{self.job.pk}/set-up/revert"
        self.send("POST", path, {"base_version": 2, "to_version": 1})
        answer = self.client.get(f"/api/jobs/{self.job.pk}/work")
        self.assert_refused(answer, 422, "set_up", "Nothing is chosen")
