"""Trouble under a vehicle: each kind really does what it says, to plan, papers, quote and board."""

from bay.tests.under import UnderTheVehicle
from board.models import Placing
from jobs.models import Snapped, Trouble


class TroubleTests(UnderTheVehicle):
    def test_a_snapped_bolt_is_a_step_with_its_ladder_and_goes_on_where_a_rung_does_not_hold(self):
        step = next(one for one in self.bay()["steps"] if one["undoes"])
        size = step["undoes"][0]["size"]
        body = {"step": step["key"], "size": size, "wall": "12 mm", "edge": "30 mm"}
        path = f"/jobs/{self.job.pk}/bay/snapped"
        before = self.bay()["middle_cents"]
        answer = self.send("POST", path, body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        bay = answer.json()
        [bolt] = bay["snapped"]
        repair = next(one for one in bay["steps"] if ".snapped." in one["key"])
        self.assertIn("next rung: extract", repair["why"])
        self.assertGreater(bay["middle_cents"], before)
        further = self.send("POST", f"/jobs/{self.job.pk}/bay/rung", {"bolt_id": bolt["id"]})
        self.assertEqual(further.json()["snapped"][0]["tried"], ["extract"])
        self.assert_refused(self.send("POST", path, {**body, "wall": "thin"}), 422, "wall")
        self.assert_refused(self.send("POST", path, {**body, "size": "M7"}), 422, "size")
        self.assert_refused(
            self.send("POST", path, {**body, "step": "all.secure"}), 422, "step", "No old bolt"
        )
        stranger = self.send("POST", path, body, self.as_(self.stranger))
        self.assertEqual((stranger.status_code, Snapped.objects.count()), (404, 1))

    def tell(self, path, client=None, **body):
        return self.send("POST", f"/jobs/{self.job.pk}/bay/{path}", body, client)

    def undoing(self):
        return next(one for one in self.bay()["steps"] if one["undoes"])

    def test_a_bolt_another_fitter_snapped_is_news_and_moves_the_board(self):
        self.send("POST", "/board/bays", {"name": "Lift", "kind": "lift"})
        self.assertEqual(self.send("POST", "/board/jobs", {"job_id": self.job.pk}).status_code, 200)
        before, hours = self.bay()["work_version"], Placing.objects.get(job=self.job).hours
        step = self.undoing()
        size = step["undoes"][0]["size"]
        snapped = self.tell("snapped", step=step["key"], size=size, wall="12 mm", edge="30 mm")
        self.assertEqual(snapped.status_code, 200, snapped.content[:300])
        self.assertGreater(self.bay()["work_version"], before)
        self.assertGreater(Placing.objects.get(job=self.job).hours, hours)
        days = self.client.get(f"/api/jobs/{self.job.pk}/bay/days").json()
        self.assertEqual(days, {"moves": [], "no_room": ""})

    def test_the_board_says_whose_day_moves_before_it_is_taken(self):
        self.send("POST", "/board/bays", {"name": "Lift", "kind": "lift"})
        board = self.send("POST", "/board/jobs", {"job_id": self.job.pk}).json()
        self.send("POST", "/board/take", {"seen": board["seen"]})
        step = self.undoing()
        size = step["undoes"][0]["size"]
        for _ in range(12):
            self.tell("snapped", step=step["key"], size=size, wall="12 mm", edge="30 mm")
        [move] = self.client.get(f"/api/jobs/{self.job.pk}/bay/days").json()["moves"]
        self.assertEqual(move["job_id"], self.job.pk)
        self.assertGreater(move["proposed"], move["told"])

    def test_a_seized_bolt_is_freed_before_it_is_undone_way_by_way(self):
        step = self.undoing()
        body = {"step": step["key"], "size": "M10x1.5", "near": ["tank"]}
        bay = self.tell("seized", **body).json()
        [bolt] = bay["seized"]
        free = next(one for one in bay["steps"] if ".seized." in one["key"])
        undo = next(one for one in bay["steps"] if one["key"] == step["key"])
        self.assertEqual((bolt["next"], free["key"] in undo["after"]), ("soak", True))
        self.assertIn("tank", next(w for w in bolt["ladder"] if w["way"] == "heat")["why_not"])
        for way in ("work it back and forth", "cut"):
            self.assertEqual(
                self.tell("way", trouble_id=bolt["id"]).json()["seized"][0]["next"], way
            )
        self.assert_refused(self.tell("way", trouble_id=bolt["id"]), 422, "trouble_id", "last way")
        self.assert_refused(self.tell("seized", **{**body, "size": " "}), 422, "size")
        self.assert_refused(self.tell("seized", **{**body, "step": "all.secure"}), 422, "step")
        self.assertEqual(self.tell("seized", **{**body, "near": ["cat"]}).status_code, 422)
        self.assertEqual(self.tell("seized", self.as_(self.stranger), **body).status_code, 404)
        self.assertEqual(Trouble.objects.count(), 1)

    def test_what_else_was_loosened_is_marked_and_steering_asks_for_alignment(self):
        bay = self.tell("loosened", step="all.secure", what="drag link", steers=True).json()
        steps = {one["key"]: one for one in bay["steps"]}
        self.assertEqual(steps["all.secure.loosened.0"]["records"], ["torque", "witness mark"])
        self.assertEqual(steps["all.alignment"]["why"], "drag link was loosened")
        self.assertIn("all.secure.loosened.0", bay["joints"])
        self.assert_refused(self.tell("loosened", step="all.secure", what=""), 422, "what")

    def test_what_is_found_grows_the_look_over_and_a_stop_stops(self):
        part = next(one for one in self.bay()["parts"] if "cracked" in one["faults"])
        body = {"step": "all.secure", "part": part["key"], "fault": "cracked", "rating": "stop"}
        bay = self.tell("found", **body, said="through the weld").json()
        self.assertTrue(any("stop" in one for one in bay["progress"]["stops"]))
        seen = self.client.get(f"/api/jobs/{self.job.pk}").json()["look_over"]["parts"][part["key"]]
        self.assertEqual((seen["rating"], seen["note"]), ("stop", "through the weld"))
        self.work_up_to("all.tidy")
        self.assert_refused(self.answer("all.tidy"), 422, "step", "A stop keeps it off the road")
        [told] = self.client.get(f"/api/jobs/{self.job.pk}/bay/troubles").json()
        self.assertIn("stop, cracked", told["read"])
        self.assert_refused(self.tell("found", **{**body, "rating": "good"}), 422, "rating")
        self.assert_refused(self.tell("found", **{**body, "part": "flux"}), 422, "parts.flux")
        self.assertEqual(self.tell("found", self.as_(self.stranger), **body).status_code, 404)

    def test_what_does_not_fit_goes_to_fit_as_measured_and_changes_what_is_planned(self):
        def fit(client=None, **more):
            return self.tell("misfit", client, step="rear.settle", **more)

        bay = fit(place="rear.left.link_m", typed="266 mm", said="hits the shock").json()
        self.assertAlmostEqual(bay["settling"]["rear"]["tape"]["planned"]["left"]["link_m"], 0.266)
        self.assertEqual(fit(said="bracket 3 mm too narrow").status_code, 200)
        self.assert_refused(fit(), 422, "said")
        self.assert_refused(fit(place="rear.moon", typed="1"), 422, "place", "Rear left link")
        self.assert_refused(fit(place="rear.left.bar_hole", typed="x"), 422, "typed", "number")
        self.assertEqual(fit(self.as_(self.stranger), said="no").status_code, 404)

    def test_the_desk_takes_up_what_the_bay_told_it(self):
        self.tell("misfit", self.as_(self.fitter), step="rear.settle", said="too narrow")
        path = f"/jobs/{self.job.pk}/bay/troubles"
        [told] = self.client.get(f"/api{path}").json()
        self.assertEqual((told["person"], told["taken_up_by"]), ("fitter", ""))
        body = {"trouble_id": told["id"]}
        self.assert_refused(self.send("POST", path, body, self.as_(self.fitter)), 403, "role")
        self.assertEqual(self.send("POST", path, body, self.as_(self.stranger)).status_code, 404)
        [taken] = self.send("POST", path, body).json()
        self.assertEqual(taken["taken_up_by"], self.lead.shown_name)
