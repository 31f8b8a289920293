"""The fit-up over HTTP: begun, measured, added to, picked, undone, and what it gives back."""

import math

from axlecore.fitup.links import link_attitude
from axlecore.quantities.entry import walk
from axlecore.quantities.measure import Known
from axlecore.quantities.units import write_quantity
from jobs.models import Job, PaperRevision
from racks.services import suited_to
from rigs.services import sheet_of
from shops.models import Person
from shops.tests.people import TwoShops, person, stock


class FitTests(TwoShops):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        stock(cls.shop, 200)

    def path(self, rest):
        return f"/jobs/{self.job.pk}/{rest}"

    def read(self, rest="fit"):
        answer = self.client.get(f"/api{self.path(rest)}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def begin(self, base=1, layout="leaf", axle="rear"):
        body = {"base_version": base, "axle": axle, "layout": layout}
        return self.send("POST", self.path("fit/begin"), body)

    def enter(self, place, typed, base, paper="fitting", client=None):
        body = {"base_version": base, "place": place, "typed": typed}
        return self.send("PATCH", self.path(f"papers/{paper}"), body, client)

    def several(self, base, *entries):
        listed = [{"place": place, "typed": typed} for place, typed in entries]
        body = {"base_version": base, "entries": listed}
        return self.send("POST", self.path("papers/fitting/entries"), body)

    def part(self, place, there, base, axle="rear"):
        body = {"base_version": base, "axle": axle, "place": place, "there": there}
        return self.send("POST", self.path("fit/parts"), body)


class SheetTests(FitTests):
    def test_a_sheet_is_begun_from_a_suspension_and_answers_with_everything(self):
        self.assertIsNone(self.read()["rear"])
        answer = self.begin()
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.assertEqual(answer.json()["job"]["fitting"]["rear"]["layout"], "leaf")
        rear = self.read()["rear"]["report"]
        self.assertEqual(len(rear["travel_m"]), len(rear["left"]["motion_ratio"]))
        self.assertTrue(rear["matrix"] and rear["gaps"] and rear["states"])
        # What the racks hold is offered by name.
        self.assertTrue(any("L2" in one["name"] for one in rear["advice"]["offered"]))

    def test_a_suspension_of_the_other_kind_is_refused(self):
        self.assert_refused(self.begin(layout="strut"), 422, "layout", "The axle is solid")

    def test_what_is_entered_moves_the_link_as_the_link_alone_moves(self):
        self.begin()
        for base, (place, typed) in enumerate(
            (("rear.left.link_m", "9 1/2 in"), ("rear.link_holes.1.height_m", "612 mm")), start=2
        ):
            self.assertEqual(self.enter(place, typed, base).status_code, 200)
        fit = Job.objects.get(pk=self.job.pk).papers.get(name="fitting").document["rear"]
        hole, spot = fit["link_holes"][1], fit["bar_places"][0]
        report = self.read()["rear"]["report"]
        bare = link_attitude(
            report["arms_m"][0],
            abs(hole["forward_m"]["value"] - spot["forward_m"]["value"]),
            hole["height_m"]["value"] - spot["height_m"]["value"],
            9.5 * 0.0254,
        )
        self.assertAlmostEqual(report["left"]["ride_arm_rad"], bare.arm_rad, 6)
        self.assertAlmostEqual(report["left"]["ride_ratio"], bare.motion_ratio, 6)

    def test_an_over_centre_link_is_a_stop_and_one_that_does_not_go_in_says_by_how_much(self):
        self.begin()
        self.several(2, ("rear.left.link_m", "580 mm"), ("rear.right.link_m", "900 mm"))
        found = {one["rule"]: one for one in self.read()["findings"]}
        self.assertEqual(found["fit_over_centre"]["kind"], "stop")
        self.assertRegex(found["fit_cannot_assemble"]["why"], r"\d+ mm too long")
        gate = next(one for one in self.read("practice")["gates"] if one["station"] == "fit")
        self.assertFalse(gate["overridable"])

    def test_things_are_added_taken_away_and_undone(self):
        self.begin()
        self.assertEqual(self.part("exhaust", True, 2).status_code, 200)
        names = [one["name"] for one in self.read()["rear"]["report"]["obstacles"]]
        self.assertEqual(names.count("Exhaust"), 2)
        answer = self.part(f"obstacles.{len(names) - 2}", False, 3)
        self.assertEqual(answer.json()["job"]["fitting_version"], 4)
        self.assert_refused(self.part("moon", True, 4), 422, "obstacle", "one of tyre")
        self.assert_refused(self.part("tyre", True, 4, "front"), 422, "axle", "begin it first")
        body = {"base_version": 4, "to_version": 1}
        answer = self.send("POST", self.path("papers/fitting/revert"), body)
        self.assertIsNone(answer.json()["job"]["fitting"]["rear"])
        self.assertEqual(PaperRevision.objects.filter(paper__job=self.job).count(), 5)

    def test_a_stale_write_gets_both_sides(self):
        self.begin()
        self.assertEqual(self.enter("rear.bump_m", "70 mm", 2).status_code, 200)
        answer = self.enter("rear.bump_m", "75 mm", 2)
        self.assertEqual(answer.status_code, 409)
        typed = answer.json()["current"]["fitting"]["rear"]["bump_m"]["typed"]
        self.assertEqual(typed, "70 mm")

    def test_several_entries_are_one_version_or_none(self):
        self.begin()
        answer = self.several(2, ("rear.left.link_hole", "2"), ("rear.left.link_m", "a yard or so"))
        self.assert_refused(answer, 422, "rear.left.link_m", "Could not read")
        fit = self.send("GET", f"/jobs/{self.job.pk}").json()
        self.assertEqual(
            (fit["fitting_version"], fit["fitting"]["rear"]["left"]["link_hole"]), (2, 1)
        )

    def test_a_number_keeps_how_it_is_known(self):
        self.begin()
        body = {"base_version": 2, "place": "rear.droop_m", "typed": "95 mm", "known": "estimated"}
        answer = self.send("PATCH", self.path("papers/fitting"), body)
        self.assertEqual(answer.json()["job"]["fitting"]["rear"]["droop_m"]["known"], "estimated")


class GivesBackTests(FitTests):
    def measure_everything(self):
        """A class table is too unsure for any band to be left; a caliper is not."""
        sheet = sheet_of(Job.objects.select_related("vehicle").get(pk=self.job.pk).vehicle)
        entries = [
            {"place": place, "typed": write_quantity(one.value, rule.dimension, 1e-5)}
            for place, rule, one in walk(sheet)
            if one.known is Known.DEFAULT
        ]
        for first in range(0, len(entries), 40):
            body = {"base_version": 1 + first // 40, "entries": entries[first : first + 40]}
            answer = self.send("POST", self.path("sheet/entries"), body)
            self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()["job"]["sheet_version"]

    def lean(self):
        return self.read("assessment")["evaluation"]["states"][0]["after"]["reference_lean_rad"]

    def test_the_roll_figures_use_the_fitted_gain_and_say_when_it_breaks_the_promise(self):
        sheet_version = self.measure_everything()
        stiff = self.shop.parts.get(part_number="TM-R32-S")
        pick = {"base_version": 1, "rear": {"part_id": stiff.pk, "action": "supplement"}}
        answer = self.send("PUT", self.path("choice"), pick)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        promised = self.lean()
        body = {"base_version": 2, "sheet_version": sheet_version, "reason": "ordered"}
        self.assertEqual(self.send("POST", self.path("decisions"), body).status_code, 200)
        self.begin()
        self.assertAlmostEqual(self.lean(), promised, delta=math.radians(0.05))
        rules = {one["rule"] for one in self.read("assessment")["findings"]}
        self.assertNotIn("fit_changes_promise", rules)
        # The innermost hole, arms 40° down, links plumb: motion ratio 1.3, three times as stiff.
        fit = self.send("GET", f"/jobs/{self.job.pk}").json()["fitting"]["rear"]
        axis = fit["bar_places"][0]["forward_m"]["value"]
        hole = axis - 0.195 * math.cos(math.radians(40))
        link = 0.24 + 0.195 * math.sin(math.radians(40))
        entries = [("rear.link_holes.1.forward_m", f"{hole * 1e3:.1f} mm")]
        for side in ("left", "right"):
            entries += [
                (f"rear.{side}.link_m", f"{link * 1e3:.1f} mm"),
                (f"rear.{side}.bar_hole", "2"),
            ]
        self.assertEqual(self.several(2, *entries).status_code, 200)
        motion_ratio = self.read()["rear"]["report"]["left"]["ride_ratio"]
        self.assertAlmostEqual(motion_ratio, 1 / math.cos(math.radians(40)), 2)
        self.assertNotAlmostEqual(self.lean(), promised, delta=math.radians(0.1))
        findings = {one["rule"]: one for one in self.read("assessment")["findings"]}
        self.assertIn("more than its band", findings["fit_changes_promise"]["why"])
        self.assertNotIn("decision_moved", findings)

    def test_the_kit_is_held_against_the_vehicle_and_its_box_against_the_kit(self):
        kit = next(
            one
            for one in suited_to(self.shop.pk, 3850.0, "rear").filter(kind="kit")
            if one.document["torques"]
        )
        pick = {"base_version": 1, "rear": {"part_id": kit.pk, "action": "supplement"}}
        self.assertEqual(self.send("PUT", self.path("choice"), pick).status_code, 200)
        self.begin()
        rear = self.read()["rear"]
        self.assertIn(rear["kit"]["fit"], ("fits", "work"))
        self.assertEqual(len(rear["bolts"]), len(kit.document["torques"]))
        self.assertEqual(rear["arrival"]["result"], "open")
        self.assertEqual(self.enter("rear.diameter_m", "80 mm", 1, "arrival").status_code, 200)
        self.assertEqual(self.read()["rear"]["arrival"]["result"], "hold")
        self.assertIn("fit_arrival", {one["rule"] for one in self.read()["findings"]})
        self.assertEqual(self.enter("rear.counts.0", "4", 2, "arrival").status_code, 200)
        self.assert_refused(
            self.enter("rear.counts.0", "a few", 3, "arrival"), 422, "rear.counts.0", "count 0 to"
        )


class SchoolTests(FitTests):
    def choose(self, school, client=None, matter="attitude", instead_of="least_change"):
        body = {"place": f"schools.{matter}", "typed": school, "instead_of": instead_of}
        return self.send("PATCH", "/shop", body, client)

    def test_a_lead_sets_the_shops_school_and_a_job_keeps_its_own(self):
        self.begin()
        self.assertEqual(self.choose("link_plumb").status_code, 200)
        self.assert_refused(self.choose("arm_level"), 409, "instead_of", "meanwhile")
        # Said twice, it holds; another matter is another matter.
        self.assertEqual(self.choose("link_plumb").status_code, 200)
        other = {"matter": "hole", "instead_of": "computed"}
        self.assertEqual(self.choose("softest", **other).json()["schools"]["hole"], "softest")
        self.assertEqual(self.read()["rear"]["report"]["attitude"], "link_plumb")
        self.assertEqual(self.enter("schools.attitude", "arm_level", 2).status_code, 200)
        self.assertEqual(self.read()["rear"]["report"]["attitude"], "arm_level")
        self.assertEqual(self.enter("schools.attitude", "", 3).status_code, 200)
        self.assertEqual(self.read()["rear"]["report"]["attitude"], "link_plumb")

    def test_no_such_school_and_no_such_matter(self):
        self.begin()
        self.assert_refused(self.choose("upside_down"), 422, "attitude", "choose one of")
        self.assert_refused(self.choose("x", matter="tea"), 422, "place", "no setting")
        self.assert_refused(
            self.enter("schools.attitude", "upside_down", 2), 422, "schools.attitude", "choose one"
        )

    def test_only_a_lead_speaks_for_the_shop_or_confirms_a_torque(self):
        fitter = self.as_(person(self.shop, "tern2", Person.Role.FITTER))
        self.begin()
        self.assert_refused(self.choose("arm_level", fitter), 403, "role", "Only a lead")
        confirm = ("torque_reasons.rear_0", "maker's letter of May", 2)
        self.assert_refused(self.enter(*confirm, client=fitter), 403, "role", "Only a lead")
        self.assertEqual(self.enter(*confirm).status_code, 200)
        self.assertEqual(self.enter("rear.bump_m", "70 mm", 3, client=fitter).status_code, 200)

    def test_what_a_lead_took_back_does_not_come_back_by_a_fitters_undo(self):
        fitter = self.as_(person(self.shop, "tern3", Person.Role.FITTER))
        self.begin()
        self.enter("torque_reasons.rear_0", "maker's letter of May", 2)
        self.enter("torque_reasons.rear_0", "", 3)
        undo = {"base_version": 4, "to_version": 3}
        path = f"/jobs/{self.job.pk}/papers/fitting/revert"
        self.assert_refused(self.send("POST", path, undo, fitter), 403, "role", "Only a lead")
        self.assertEqual(self.send("POST", path, undo).status_code, 200)
        # Undoing what changes no such thing is anybody's.
        undo = {"base_version": 5, "to_version": 3}
        self.assertEqual(self.send("POST", path, undo, fitter).status_code, 200)

    def test_one_shops_school_is_not_anothers(self):
        self.choose("link_plumb")
        stranger = self.as_(self.stranger)
        answer = self.send(
            "PATCH",
            "/shop",
            {"place": "schools.hole", "typed": "softest", "instead_of": "computed"},
            stranger,
        )
        self.assertEqual(answer.json()["schools"]["attitude"], "least_change")


class CostTests(FitTests):
    def test_reading_the_fit_up_takes_a_fixed_number_of_queries(self):
        self.begin()
        self.read()
        with self.assertNumQueries(7):
            self.read()
        stock(self.other_shop, 20)
        with self.assertNumQueries(7):
            self.read()
