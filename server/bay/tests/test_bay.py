"""The bay over HTTP: steps done in their order, once; settled, tightened, taken back."""

from datetime import date, timedelta
from uuid import uuid4

from django.db import IntegrityError, transaction
from django.utils import timezone

from bay.models import AxleSetting, GapReading, StepAnswer, TorqueRow, TorqueWrench
from bay.tests.under import UnderTheVehicle
from jobs.models import BoltTally
from photos.models import Photo


class BayTests(UnderTheVehicle):
    def test_the_whole_build_is_done_step_by_step(self):
        bay = self.bay()
        for step in bay["steps"]:
            self.assertEqual(self.bay()["progress"]["next"], step["key"])
            self.do(bay, step["key"])
        done = self.bay()["progress"]
        self.assertIsNone(done["next"])
        self.assertTrue(all(one["stands"] == "done" for one in done["steps"]))

    def test_a_step_is_not_done_before_what_it_rests_on_and_not_twice(self):
        self.assert_refused(self.answer("all.tidy"), 422, "step", "rests on")
        self.assert_refused(self.answer("all.secure", "photo"), 422, "kind")
        fitter = self.as_(self.fitter)
        self.assertEqual(self.answer("all.secure", client=fitter).status_code, 200)
        self.assert_refused(self.answer("all.secure"), 409, "step", "fitter did this at")
        self.assertEqual(StepAnswer.objects.count(), 1)
        viewer = self.as_(self.viewer)
        self.assert_refused(self.answer("all.secure", client=viewer), 403, "role")
        self.assertEqual(self.answer("all.secure", client=self.as_(self.stranger)).status_code, 404)

    def test_what_was_not_done_after_all_is_taken_back_and_stays_on_the_record(self):
        def back(step, client=None):
            return self.send("POST", f"/jobs/{self.job.pk}/bay/back", {"step": step}, client)

        after = next(one for one in self.bay()["steps"] if one["after"] == ["all.secure"])
        self.assert_refused(back("all.secure"), 422, "step", "Nothing is recorded")
        self.work_up_to(after["key"])
        self.do(self.bay(), after["key"])
        self.assert_refused(back("all.secure"), 409, "step", "rests on it and is done")
        self.assertEqual(back(after["key"]).status_code, 200)
        self.assert_refused(back("all.secure", self.as_(self.viewer)), 403, "role")
        self.assertEqual(back("all.secure", self.as_(self.stranger)).status_code, 404)
        stands = {
            one["key"]: one["stands"] for one in back("all.secure").json()["progress"]["steps"]
        }
        self.assertEqual((stands["all.secure"], stands[after["key"]]), ("open", "waits"))
        self.assertEqual(StepAnswer.objects.filter(taken_back_by=self.lead).count(), 2)
        self.assertEqual(self.answer("all.secure").status_code, 200)
        self.assertEqual(sum(one.came_off for one in BoltTally.objects.all()), 0)

    def test_an_answer_sent_again_is_done_once_and_a_stolen_key_does_nothing(self):
        key = {"Idempotency-Key": str(uuid4())}
        first = self.answer("all.secure", headers=key)
        again = self.answer("all.secure", headers=key)
        self.assertEqual((first.status_code, again.status_code), (200, 200))
        self.assertEqual(first.content, again.content)
        other = self.answer("all.secure", headers=key, client=self.as_(self.stranger))
        self.assertEqual(other.status_code, 404)
        self.assertEqual(StepAnswer.objects.count(), 1)

    def test_keys_sent_again_out_of_order_from_another_device_do_nothing_twice(self):
        sent = []
        bay = self.bay()
        for step in bay["steps"][:9]:
            if step["records"] != ["tick"]:
                self.do(bay, step["key"])
                continue
            key = {"Idempotency-Key": str(uuid4())}
            sent.append((step["key"], key, self.answer(step["key"], headers=key).content))
        self.assertGreater(len(sent), 2)
        rows = list(StepAnswer.objects.values_list("pk", "step"))
        other_device = self.as_(self.lead)
        for step, key, said in reversed(sent):
            again = self.answer(step, headers=key, client=other_device)
            self.assertEqual((again.status_code, again.content), (200, said))
        step, key, said = sent[0]
        # A key that somebody else overheard neither does it again nor tells what was answered.
        fitter = self.answer(step, headers=key, client=self.as_(self.fitter))
        self.assert_refused(fitter, 409, "step", "did this at")
        stranger = self.answer(step, headers=key, client=self.as_(self.stranger))
        self.assertEqual(stranger.status_code, 404)
        self.assertEqual(list(StepAnswer.objects.values_list("pk", "step")), rows)

    def test_a_number_and_a_hand_are_said_and_a_photo_is_taken(self):
        number = next(one["key"] for one in self.bay()["steps"] if one["records"] == ["number"])
        self.work_up_to(number)
        self.assert_refused(self.answer(number, "number"), 422, "said", "what was measured")
        self.assertEqual(self.answer(number, "number", said="241 mm").status_code, 200)
        self.assertEqual(self.photo("no.step").status_code, 422)

    def joint(self):
        """Work up to the first joint with a range; its key and bay."""
        bay = self.bay()
        step = next(
            one
            for one in bay["steps"]
            if one["torque"] and bay["joints"][one["torque"]]["target"]["from_n_m"]
        )
        self.work_up_to(step["key"])
        return step["torque"], bay["joints"][step["torque"]]["target"]

    def test_a_reading_out_of_range_does_not_pass_and_is_only_superseded(self):
        key, target = self.joint()
        high = self.torque(key, 1, typed=f"{target['to_n_m'] * 1.2:.1f} N·m").json()
        joint = high["joints"][key]
        self.assertEqual((joint["rows"][0]["judged"], joint["left"][0]), ("high", 1))
        middle = f"{(target['from_n_m'] + target['to_n_m']) / 2:.1f} N·m"
        self.assert_refused(self.torque(key, 1, typed=middle), 422, "supersedes", "written over")
        # It may arrive hours later, when another unit is preferred: its own goes with it.
        bare = self.torque(key, 2, typed="81")
        self.assert_refused(bare, 422, "typed", "without a unit; write N·m or lbf·ft")
        wrong = joint["rows"][0]["id"]
        right = self.torque(key, 1, typed=middle, supersedes=wrong).json()["joints"][key]
        self.assertNotIn(1, right["left"])
        self.assertEqual([row["judged"] for row in right["rows"]], ["high", "passes"])
        low = self.torque(key, 2, typed="5 N·m").json()["joints"][key]["rows"][-1]["id"]
        why = {"typed": "5 N·m", "supersedes": low, "override": "maker allows it dry"}
        fitter = self.torque(key, 2, self.as_(self.fitter), **why)
        self.assert_refused(fitter, 403, "role", "Only a lead")
        self.assertNotIn(2, self.torque(key, 2, **why).json()["joints"][key]["left"])

    def test_what_is_no_reading_is_refused_with_the_reason(self):
        key, _ = self.joint()
        TorqueWrench.objects.filter(pk=self.wrench.pk).update(
            due_on=date.today() - timedelta(days=1)
        )
        self.assert_refused(self.torque(key, 1, typed="45 N·m"), 422, "wrench", "was due")
        TorqueWrench.objects.filter(pk=self.wrench.pk).update(due_on=date.today())
        none = self.torque(key, 1, typed="45 N·m", wrench_id=None)
        self.assert_refused(none, 422, "wrench", "impact tool is no reading")
        self.assert_refused(self.torque(key, 1, typed="tight"), 422, "typed")
        self.assert_refused(self.torque(key, 60, typed="45 N·m"), 422, "bolt")
        self.assert_refused(self.torque("moon", 1, typed="45 N·m"), 422, "joint")
        self.assertEqual(self.torque(key, 1, typed="45 N·m", wrench_id=10**12).status_code, 404)
        self.assertEqual(TorqueRow.objects.count(), 0)
        unread = self.torque(key, 1, how="no wrench reaches", wrench_id=None)
        self.assertEqual(unread.json()["joints"][key]["rows"][0]["judged"], "passes")

    def test_an_adapter_gives_the_joint_more_than_the_wrench_shows(self):
        key, target = self.joint()
        read = target["to_n_m"] / 1.25
        row = self.torque(key, 1, typed=f"{read:.2f} N·m", extension="100 mm").json()
        got = row["joints"][key]["rows"][0]["got_n_m"]
        self.assertAlmostEqual(got, target["to_n_m"], places=1)

    def test_a_stand_in_wrench_has_its_faults_and_its_rows_stay_marked(self):
        key, target = self.joint()

        def read(fault, client=None):
            body = {"joint": key, "fault": fault}
            return self.send("POST", f"/jobs/{self.job.pk}/bay/wrench", body, client)

        good = read("none").json()
        row = self.torque(key, 1, typed=good["typed"], simulated=True).json()
        self.assertTrue(row["joints"][key]["rows"][0]["simulated"])
        self.assertEqual(row["joints"][key]["rows"][0]["judged"], "passes")
        early = float(read("clicks early").json()["typed"].split()[0])
        self.assertLess(early, target["from_n_m"])
        for fault, words in (("battery", "battery is empty"), ("wrong joint", "another joint")):
            said = read(fault).json()
            self.assertEqual(said["typed"], "")
            self.assertIn(words, said["says"])
        self.assertEqual(read("none", self.as_(self.stranger)).status_code, 404)
        self.assertEqual(TorqueRow.objects.count(), 1)

    def test_the_round_asks_for_each_obstacle_and_says_what_is_less_than_on_paper(self):
        [first, *_] = self.bay()["obstacles"]
        key = first["obstacle"]["key"]
        self.assert_refused(self.gap(key, "30 mm"), 422, "step", "rests on")
        self.work_up_to("all.clearance")
        self.assert_refused(self.answer("all.clearance", "number", said="30"), 422, "kind", "Each")
        self.assert_refused(self.gap("moon", "30 mm"), 422, "obstacle")
        self.assert_refused(self.gap(key, "-3 mm"), 422, "typed")
        tight = self.gap(key, "1 mm").json()["obstacles"][0]
        self.assertIn("make room before the road", tight["says"])
        self.assertEqual(self.gap(key, "60 mm").json()["obstacles"][0]["typed"], "60 mm")
        self.assertEqual(GapReading.objects.count(), 2)
        self.assertEqual(self.gap(key, "30 mm", self.as_(self.stranger)).status_code, 404)
        self.do(self.bay(), "all.clearance")
        self.assertIn(
            "all.clearance",
            [one["key"] for one in self.bay()["progress"]["steps"] if one["stands"] == "done"],
        )

    def test_a_joint_is_not_read_before_the_vehicle_stands_and_the_log_is_never_edited(self):
        bay = self.bay()
        key = next(iter(bay["joints"]))
        self.assert_refused(self.torque(key, 1, typed="45 N·m"), 422, "step", "rests on")
        with self.assertRaises(IntegrityError), transaction.atomic():
            TorqueRow.objects.create(
                job=self.job,
                joint=key,
                bolt=1,
                how="read",
                judged="passes",
                target={},
                person=self.lead,
            )

    def test_what_came_off_and_what_snapped_is_in_the_shop_s_record(self):
        step = next(one for one in self.bay()["steps"] if one["undoes"])
        [old, *_] = step["undoes"]
        body = {"step": step["key"], "size": old["size"], "wall": "12 mm", "edge": "30 mm"}
        self.work_up_to(step["key"])
        self.send("POST", f"/jobs/{self.job.pk}/bay/snapped", body)
        self.do(self.bay(), step["key"])
        counted = BoltTally.objects.filter(shop=self.shop)
        self.assertEqual(sum(one.snapped for one in counted), 1)
        all_of_it = sum(one["count"] for one in step["undoes"])
        self.assertEqual(sum(one.came_off for one in counted), all_of_it - 1)

    def test_wrenches_are_the_leads_and_the_shops_own(self):
        body = {
            "name": "Wrench 4",
            "calibrated_on": "2026-01-01",
            "due_on": "2027-01-01",
            "from_n_m": 20,
            "to_n_m": 100,
            "length_m": 0.3,
        }
        self.assertEqual(len(self.send("PUT", "/shop/wrenches", body).json()), 2)
        self.assert_refused(
            self.send("PUT", "/shop/wrenches", {**body, "to_n_m": 5}), 422, "to_n_m"
        )
        fitter = self.send("PUT", "/shop/wrenches", body, self.as_(self.fitter))
        self.assert_refused(fitter, 403, "role")
        self.assertEqual(self.as_(self.stranger).get("/api/shop/wrenches").json(), [])

    def test_an_axle_holds_once_both_sides_are_alike_and_the_last_bolt_drops_in(self):
        self.assert_refused(self.settle(), 422, "step", "rests on")
        self.work_up_to("rear.settle")
        self.assert_refused(
            self.answer("rear.settle", "number", said="2"), 422, "kind", "each side"
        )
        forced = self.settle(gap="4 mm").json()
        settled = forced["settling"]["rear"]["settled"]
        self.assertFalse(settled["holds"])
        self.assertGreater(settled["preload_n"], 0)
        self.assertNotEqual(forced["progress"]["next"], "rear.settle.done")
        left = f"{self.planned_links()['left'] + 9:.1f} mm"
        unlike = self.settle(left_link=left).json()["settling"]["rear"]["settled"]
        self.assertIn("left link is 9 mm too long", unlike["says"][0])
        why = {"override": "frame is bent, maker agreed", "left_link": left}
        fitter = self.settle(self.as_(self.fitter), **why)
        self.assert_refused(fitter, 403, "role", "Only a lead")
        self.assertTrue(self.stands(self.settle(**why).json(), "rear.settle", "done"))
        longer = f"{self.planned_links()['left'] + 10:.1f} mm"
        both = self.settle(left_link=longer, right_link=longer).json()
        self.assertTrue(self.stands(both, "rear.settle", "done"))
        now = both["settling"]["rear"]["settled"]
        self.assertNotEqual(now["lean_rad"], now["planned_lean_rad"])
        self.assertEqual(AxleSetting.objects.count(), 4)

    def test_a_setting_that_another_bar_has_no_hole_for_holds_no_longer(self):
        self.work_up_to("rear.settle")
        self.assertTrue(self.stands(self.settle().json(), "rear.settle", "done"))
        row = AxleSetting.objects.get()
        row.measured["left"]["hole"] = 7
        row.save()
        bay = self.bay()
        self.assertTrue(self.stands(bay, "rear.settle", "open"))
        self.assertIsNone(bay["settling"]["rear"]["settled"])

    def test_a_setting_that_cannot_be_is_refused_by_its_field(self):
        self.work_up_to("rear.settle")
        for field, given in (
            ("axle", {"axle": "front"}),
            ("left_hole", {"left_hole": 8}),
            ("right_link", {"right_link": "3 mm"}),
            ("gap", {"gap": "wide"}),
        ):
            self.assert_refused(self.settle(**given), 422, field)
        self.assertEqual(self.settle(self.as_(self.stranger)).status_code, 404)
        self.assertEqual(AxleSetting.objects.count(), 0)

    def stands(self, bay, key, how):
        return any(one["key"] == key and one["stands"] == how for one in bay["progress"]["steps"])

    def test_when_it_was_done_is_told_by_the_device_where_that_can_be(self):
        then = timezone.now() - timedelta(hours=2)
        self.answer("all.secure", at=then.isoformat())
        self.assertEqual(StepAnswer.objects.get().done_at, then)
        StepAnswer.objects.all().delete()
        ahead = timezone.now() + timedelta(days=2)
        self.answer("all.secure", at=ahead.isoformat())
        self.assertLess(StepAnswer.objects.get().done_at, ahead - timedelta(days=1))
        self.assertEqual(self.answer("all.secure", at="yesterday").status_code, 422)

    def test_a_photo_taken_away_opens_its_step_again_for_all_who_look_on(self):
        self.work_up_to("rear.settle")
        self.assertTrue(self.stands(self.bay(), "rear.photo", "done"))
        before = self.bay()["work_version"]
        photo = Photo.objects.get(job=self.job, place="step.rear.photo")
        body = {"base_version": photo.version, "removed": True}
        gone = self.send("PATCH", f"/photos/{photo.pk}", body)
        self.assertEqual(gone.status_code, 200, gone.content[:200])
        self.assertTrue(self.stands(self.bay(), "rear.photo", "open"))
        self.assertGreater(self.bay()["work_version"], before)

    def test_who_has_a_step_in_hand_is_news_until_their_device_falls_silent(self):
        def hand(step, client=None):
            return self.send("POST", f"/jobs/{self.job.pk}/bay/hand", {"step": step}, client)

        fitter = self.as_(self.fitter)
        hand("all.secure", fitter)
        hand("rear.bar.in", fitter)
        [one] = self.client.get(f"/api/jobs/{self.job.pk}/news").json()["in_hand"]
        self.assertEqual((one["person"], one["step"]), ("fitter", "rear.bar.in"))
        self.job.in_hand.update(at=timezone.now() - timedelta(minutes=3))
        self.assertEqual(self.client.get(f"/api/jobs/{self.job.pk}/news").json()["in_hand"], [])
        self.assert_refused(hand("all.secure", self.as_(self.viewer)), 403, "role")
        self.assertEqual(hand("all.secure", self.as_(self.stranger)).status_code, 404)

    def test_real_hours_go_into_the_kit_s_memory_once(self):
        path = f"/jobs/{self.job.pk}/bay/hours"
        self.assert_refused(self.send("POST", path, {}), 422, "hours", "timed")
        self.work_up_to("rear.bar.in")
        now, keys = timezone.now(), [one["key"] for one in self.bay()["steps"]]
        rows = StepAnswer.objects.filter(job=self.job)
        for at, key in enumerate(keys[: keys.index("rear.bar.in")]):
            rows.filter(step=key).update(done_at=now - timedelta(minutes=10 * (20 - at)))
        self.assertEqual(self.answer("rear.bar.in").status_code, 200)
        rows.filter(step="rear.bar.in").update(
            done_at=rows.exclude(step="rear.bar.in").latest("done_at").done_at
            + timedelta(minutes=30)
        )
        self.assertEqual(self.send("POST", path, {}, self.as_(self.stranger)).status_code, 404)
        kept = self.send("POST", path, {})
        self.assertEqual((kept.status_code, kept.json()["hours_kept"]), (200, True))
        memory = self.client.get(f"/api/racks/parts/{self.part.pk}/sheet").json()
        self.assertAlmostEqual(memory["sheet"]["hours"]["rear.bar.in"][0], 0.5)
        self.assert_refused(self.send("POST", path, {}), 409, "hours", "already")
