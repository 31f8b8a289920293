from django.db import IntegrityError, transaction

from axlecore.formats import from_plain
from axlecore.practice.report import Practice
from axlecore.vehicle.weigh_ticket import read_ticket
from jobs.models import GatePass, Job, Paper
from shops.models import Person
from shops.tests.people import TwoShops, person


class StationCase(TwoShops):
    def paper(self, name, place, typed, base=1, client=None):
        body = {"base_version": base, "place": place, "typed": typed}
        return self.send("PATCH", f"/jobs/{self.job.pk}/papers/{name}", body, client)

    def post(self, path, **body):
        return self.send("POST", f"/jobs/{self.job.pk}/{path}", body)

    def line(self):
        return Job.objects.get(pk=self.job.pk).line_version

    def practice(self):
        return self.send("GET", f"/jobs/{self.job.pk}/practice").json()


class PermissionTests(StationCase):
    def test_nobody_of_another_shop_and_no_viewer_writes_here(self):
        job = f"/jobs/{self.job.pk}"
        writes = (
            (
                "PATCH",
                f"{job}/papers/complaint",
                {"base_version": 1, "place": "words", "typed": "x"},
            ),
            ("POST", f"{job}/papers/complaint/revert", {"base_version": 1, "to_version": 1}),
            (
                "POST",
                f"{job}/sheet/entries",
                {
                    "base_version": 1,
                    "entries": [{"place": "wheelbase_m", "typed": "4 m", "known": "measured"}],
                },
            ),
            ("POST", f"{job}/sheet/offers", {"base_version": 1, "offer": "height_by_lift"}),
            ("POST", f"{job}/weigh-ticket", {"base_version": 1, "text": "state,place,load\n"}),
            ("POST", f"{job}/gates", {"base_version": 1, "station": "listen"}),
            ("POST", f"{job}/look/rest", {"base_version": 1, "ends": "both"}),
            ("PATCH", f"{job}/kind", {"base_version": 1, "kind": "recheck"}),
            ("PATCH", f"{job}/due", {"base_version": 1, "due_on": "2026-12-24"}),
        )
        stranger, viewer = self.as_(self.stranger), self.as_(self.viewer)
        for method, path, body in writes:
            self.assertEqual(self.send(method, path, body, stranger).status_code, 404, path)
            self.assert_refused(self.send(method, path, body, viewer), 403, "role")
        for path in ("practice", "earlier", "certainty?state=trip_ready", "weigh-ticket.csv"):
            self.assertEqual(
                self.send("GET", f"{job}/{path}", None, stranger).status_code, 404, path
            )
        self.assertFalse(Paper.objects.exists() or GatePass.objects.exists())


class PaperTests(StationCase):
    def test_what_is_said_is_kept_in_versions_and_undone(self):
        words = "Leans. " * 100
        said = self.paper("complaint", "words", words).json()["job"]
        self.assertEqual((said["complaint"]["words"], said["complaint_version"]), (words, 2))
        self.paper("complaint", "symptoms.leans_in_bend", "strong", base=2)
        undo = {"base_version": 3, "to_version": 1}
        back = self.send("POST", f"/jobs/{self.job.pk}/papers/complaint/revert", undo).json()["job"]
        self.assertEqual((back["complaint"]["words"], back["complaint_version"]), ("", 4))
        kept = Paper.objects.get().revisions.get(version=2)
        self.assertEqual((kept.person, kept.document["words"]), (self.lead, words))

    def test_a_stale_paper_gets_409_with_what_stands(self):
        self.paper("look_over", "rust", "scaly")
        stale = self.paper("look_over", "rust", "light")
        self.assert_refused(stale, 409, "rust")
        self.assertEqual(stale.json()["current"]["look_over"]["rust"], "scaly")

    def test_bad_picks_are_refused_at_their_place_and_leave_no_version(self):
        for name, place, typed, field in (
            ("complaint", "symptoms.leans_in_bend", "very", "symptoms.leans_in_bend"),
            ("complaint", "verdict", "overridden", "verdict_reason"),
            ("complaint", "words", "x" * 2001, "words"),
            ("look_over", "parts.rear_bar.faults", "leaks", "parts.rear_bar.faults"),
            ("look_over", "parts.rear_wing.rating", "good", "parts.rear_wing"),
            ("look_over", "rear_tube.diameter_m", "-4 in", "rear_tube.diameter_m"),
        ):
            self.assert_refused(self.paper(name, place, typed), 422, field)
        self.assertEqual(self.paper("diary", "words", "x").status_code, 422)
        self.assertEqual({paper.version for paper in Paper.objects.all()}, set())

    def test_the_rules_answer_in_their_declared_shape(self):
        self.paper("complaint", "symptoms.wanders", "strong")
        answer = self.practice()
        self.assertEqual(from_plain(answer, Practice).cure.answer, "no")
        self.assertEqual([f["place"] for f in answer["sorting"]], ["symptoms.wanders"])


class SheetReadingTests(StationCase):
    def test_several_numbers_go_in_as_one_version_or_not_at_all(self):
        entries = [
            {"place": f"load_states.0.front_{side}_kg", "typed": typed, "known": "measured"}
            for side, typed in (("left", "1010 kg"), ("right", "fat"))
        ]
        refused = self.post("sheet/entries", base_version=1, entries=entries)
        self.assert_refused(refused, 422, "load_states.0.front_right_kg")
        entries[1]["typed"] = "990 kg"
        taken = self.post("sheet/entries", base_version=1, entries=entries).json()["job"]
        self.assertEqual(taken["sheet_version"], 2)
        self.assertEqual(taken["sheet"]["load_states"][0]["front_left_kg"]["value"], 1010)

    def test_a_reading_is_offered_taken_over_and_stands(self):
        self.sheet_edit("rear.standard_bar.readings.caliper_1_m", "26.4 mm")
        (offer,) = self.practice()["offers"]["offers"]
        self.assertFalse(offer["taken"])
        taken = self.post("sheet/offers", base_version=2, offer=offer["key"]).json()["job"]
        outside = taken["sheet"]["rear"]["standard_bar"]["bar"]["outside_diameter_m"]
        self.assertAlmostEqual(outside["value"], 0.0264)
        self.assertTrue(self.practice()["offers"]["offers"][0]["taken"])
        gone = self.post("sheet/offers", base_version=3, offer="height_by_lift")
        self.assert_refused(gone, 422, "offer")

    def test_a_ticket_goes_in_whole_adds_a_state_and_comes_back_out(self):
        text = "state;place;load\ntrip-ready;front;4,500 lb\nempty;rear left;1 380 kg\n"
        taken = self.post("weigh-ticket", base_version=1, text=text).json()["job"]
        self.assertEqual([s["key"] for s in taken["sheet"]["load_states"]], ["empty", "trip_ready"])
        self.assertEqual(taken["sheet"]["load_states"][0]["rear_left_kg"]["value"], 1380)
        out = self.send("GET", f"/jobs/{self.job.pk}/weigh-ticket.csv").content.decode()
        # An axle that was read as one goes out as one.
        self.assertEqual(len(read_ticket(out)), 7)
        for text, field in (("state,place,load\nempty,rear,heavy\n", "line 2"), ("x", "line 1")):
            self.assert_refused(self.post("weigh-ticket", base_version=2, text=text), 422, field)

    def test_certainty_names_what_costs_most(self):
        path = f"/jobs/{self.job.pk}/certainty"
        found = self.send("GET", f"{path}?state=trip_ready").json()
        shares = [cost["share"] for cost in found["costs"]]
        self.assertEqual(shares, sorted(shares, reverse=True))
        self.assertEqual(found["costs"][0]["place"], "load_states.0.centre_of_gravity_height_m")
        self.assert_refused(self.send("GET", f"{path}?state=towing"), 422, "state")


class GateTests(StationCase):
    def go_on(self, station="listen", reason="", client=None):
        body = {"base_version": self.line(), "station": station, "reason": reason}
        return self.send("POST", f"/jobs/{self.job.pk}/gates", body, client)

    def listen(self):
        for base, (place, typed) in enumerate(
            (("words", "leans"), ("symptoms.leans_in_bend", "clear"), ("verdict", "accepted")),
            start=1,
        ):
            self.assertEqual(self.paper("complaint", place, typed, base).status_code, 200)

    def test_a_met_gate_lets_the_job_on_and_is_on_the_record(self):
        self.listen()
        answer = self.go_on().json()["job"]
        self.assertEqual((answer["station"], answer["passes"][0]["unmet"]), ("weigh", []))
        self.assertEqual(answer["passes"][0]["person"], "lead")

    def test_what_is_unmet_takes_a_lead_with_a_reason(self):
        self.assert_refused(self.go_on(), 422, "reason", "Write why you go on anyway")
        fitter = self.as_(person(self.shop, "fitter", Person.Role.FITTER))
        self.assert_refused(self.go_on(reason="later", client=fitter), 403, "role")
        answer = self.go_on(reason="owner calls back tonight").json()["job"]
        self.assertEqual(answer["passes"][0]["reason"], "owner calls back tonight")
        self.assertEqual(len(answer["passes"][0]["unmet"]), 3)

    def test_a_stop_takes_no_reason_at_all(self):
        self.sheet_edit("rear.rating_kg", "2000 kg")
        self.go_on(reason="owner calls back tonight")
        refused = self.go_on("weigh", reason="we know what we do")
        self.assert_refused(refused, 422, "station", "no reason overrides it")
        self.assert_refused(self.go_on("drive"), 422, "station", "Weigh holds a stop")
        self.assertEqual(GatePass.objects.count(), 1)

    def test_no_gate_is_passed_before_the_job_has_come_there_or_past_an_earlier_stop(self):
        self.assert_refused(self.go_on("weigh", reason="x"), 422, "station", "stands at Listen")
        for station in ("listen", "weigh", "look"):
            self.assertEqual(self.go_on(station, reason="x").status_code, 200, station)
        self.sheet_edit("rear.rating_kg", "2000 kg")
        held = self.go_on("choose", reason="x")
        self.assert_refused(held, 422, "station", "Weigh holds a stop")
        said = {gate["station"]: gate["held"] for gate in self.practice()["gates"]}
        later = ["look", "choose", "fit", "build", "drive", "hand_over"]
        self.assertEqual([s for s, why in said.items() if why], later)
        self.assertEqual(self.go_on("listen", reason="x").json()["job"]["station"], "choose")

    def test_the_yard_says_what_a_job_waits_for(self):
        def row():
            return self.send("GET", "/jobs").json()["rows"][0]

        self.assertIn("owner's words", row()["blocked_by"])
        self.assertIn("2 more", row()["blocked_by"])
        self.listen()
        self.assertEqual(row()["blocked_by"], "")
        self.go_on()
        self.assertIn("Both axles are weighed", row()["blocked_by"])

    def test_a_short_job_grows_into_an_upgrade_and_keeps_what_it_has(self):
        kind = f"/jobs/{self.job.pk}/kind"
        short = self.send("PATCH", kind, {"base_version": 1, "kind": "renew_links"}).json()["job"]
        self.assertNotIn("weigh", short["line"])
        self.paper("complaint", "words", "clunks")
        self.paper("look_over", "rust", "light")
        self.assertEqual(self.go_on().json()["job"]["station"], "look")
        grown = self.send("PATCH", kind, {"base_version": 3, "kind": "upgrade"}).json()["job"]
        self.assertEqual((grown["station"], len(grown["passes"])), ("weigh", 1))
        self.assertEqual(grown["complaint"]["words"], "clunks")
        self.assertEqual(grown["look_over"]["rust"], "light")
        bad = self.send("PATCH", kind, {"base_version": 4, "kind": "respray"})
        self.assertEqual(bad.status_code, 422)

    def test_the_date_it_is_wanted_by_can_move_and_go(self):
        due = f"/jobs/{self.job.pk}/due"
        said = self.send("PATCH", due, {"base_version": 1, "due_on": "2026-12-24"}).json()["job"]
        self.assertEqual((said["due_on"], said["line_version"]), ("2026-12-24", 2))
        late = self.send("PATCH", due, {"base_version": 1, "due_on": "2026-12-31"})
        self.assert_refused(late, 409, "due_on")
        self.assertEqual(late.json()["current"]["due_on"], "2026-12-24")
        gone = self.send("PATCH", due, {"base_version": 2, "due_on": None}).json()["job"]
        self.assertIsNone(gone["due_on"])
        bad = self.send("PATCH", due, {"base_version": 3, "due_on": "soon"})
        self.assertEqual(bad.status_code, 422)

    def test_what_must_always_hold_is_held_by_the_database(self):
        for broken in (
            GatePass(job=self.job, station="weigh", person=self.lead, unmet=["a"], reason=""),
            Paper(job=self.job, name="diary", document={}),
            Job(shop=self.shop, number=998, vehicle=self.job.vehicle, set_up={}, kind="respray"),
        ):
            with self.assertRaises(IntegrityError), transaction.atomic():
                broken.save()


class RestIsGoodTests(StationCase):
    def rest(self, ends, base):
        return self.post("look/rest", base_version=base, ends=ends)

    def test_the_rest_of_an_end_is_good_as_one_version_and_said_together(self):
        self.paper("look_over", "parts.rear_link_left.rating", "watch")
        answer = self.rest("rear", 2).json()["job"]
        parts = answer["look_over"]["parts"]
        self.assertEqual(answer["look_over_version"], 3)
        self.assertEqual({key.partition("_")[0] for key in parts}, {"rear"})
        self.assertEqual(parts["rear_link_left"]["rating"], "watch")
        self.assertEqual(
            (parts["rear_bar"]["rating"], parts["rear_bar"]["together"]), ("good", True)
        )
        self.assert_refused(self.rest("front", 2), 409, "parts.front")
        # Rated by itself since, it is no longer said with the others.
        now = self.paper("look_over", "parts.rear_bar.rating", "watch", 3).json()["job"]
        self.assertFalse(now["look_over"]["parts"]["rear_bar"]["together"])
        undone = {"base_version": 4, "to_version": 2}
        back = self.post("papers/look_over/revert", **undone).json()["job"]
        self.assertEqual(list(back["look_over"]["parts"]), ["rear_link_left"])

    def test_a_short_job_asks_for_its_own_parts_at_its_own_end(self):
        kind = {"base_version": 1, "kind": "renew_links"}
        self.send("PATCH", f"/jobs/{self.job.pk}/kind", kind)
        self.paper("look_over", "ends", "rear")
        keys = {part["key"] for part in self.practice()["parts"]}
        self.assertIn("rear_link_left", keys)
        self.assertFalse({key for key in keys if key.startswith("front") or "exhaust" in key})
        self.rest("both", 2)
        self.paper("look_over", "rust", "light", 3)
        look = next(gate for gate in self.practice()["gates"] if gate["station"] == "look")
        self.assertTrue(look["open"], look)
        fit = next(gate for gate in self.practice()["gates"] if gate["station"] == "fit")
        self.assertEqual(
            {check["key"] for check in fit["checks"]},
            {"fit_begun", "fit_measured", "fit_no_stop", "fit_settled", "arrived"},
        )


class AsFoundTests(StationCase):
    def lean(self):
        answer = self.send("GET", f"/jobs/{self.job.pk}/assessment").json()
        return answer["evaluation"]["states"][0]["before"]["reference_lean_rad"]

    def test_a_broken_bar_does_no_work_before(self):
        before = self.lean()
        self.paper("look_over", "parts.rear_bar.faults", "broken")
        self.assertGreater(self.lean(), before * 1.05)
        self.paper("look_over", "parts.rear_bar.faults", "", 2)
        self.assertAlmostEqual(self.lean(), before)


class EarlierJobTests(StationCase):
    def test_a_recheck_opens_with_what_was_seen_and_decided_before(self):
        self.paper("look_over", "parts.rear_link_left.rating", "watch")
        self.paper("look_over", "parts.rear_bar.rating", "good", 2)
        again = {"kind": "recheck", "with_choice": True}
        second = self.send("POST", f"/jobs/{self.job.pk}/again", again).json()
        [first] = self.send("GET", f"/jobs/{second['id']}/earlier").json()
        self.assertEqual(first["id"], self.job.pk)
        self.assertEqual([seen["part"] for seen in first["seen"]], ["rear link, left"])
        self.assertEqual(self.send("GET", f"/jobs/{self.job.pk}/earlier").json(), [])
