"""Hand over over HTTP: gates, visits, re-checks, the report's link, noises, the record."""

from datetime import date, timedelta

from django.core import mail

from aftercare.models import HandOver, KeptPrediction, ReportLink
from bay.tests.under import UnderTheVehicle
from jobs.models import Job
from rigs.models import Owner, Vehicle

REASON = {"reason": "wrench is being calibrated"}


class AfterTests(UnderTheVehicle):
    def setUp(self):
        super().setUp()
        Job.objects.filter(pk=self.job.pk).update(station="hand_over")

    def say(self, what, body=None, client=None, job=None):
        path = f"/jobs/{(job or self.job).pk}/{what}"
        return self.send("POST", path, body or {}, client)

    def view(self, job=None):
        return self.client.get(f"/api/jobs/{(job or self.job).pk}/hand-over").json()

    def about(self, **more):
        body = {"base_version": self.base(), "name": "Coach", **more}
        answer = self.send("PATCH", f"/jobs/{self.job.pk}/about", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])

    def handed(self, odometer="82 000 km", job=None):
        self.assertEqual(
            self.say("hand-over/odometer", {"odometer": odometer}, job=job).status_code, 200
        )
        answer = self.say("hand-over", REASON, job=job)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()


class HandOverTests(AfterTests):
    def test_a_lead_hands_over_with_a_reason_once_and_the_visits_are_planned(self):
        self.assert_refused(self.say("hand-over", REASON), 422, "odometer", "count from it")
        self.say("hand-over/odometer", {"odometer": "82 000 km"})
        self.assert_refused(self.say("hand-over"), 422, "reason", "Write why")
        fitter = self.as_(self.fitter)
        self.assert_refused(self.say("hand-over", REASON, fitter), 403, "role")
        told = self.say("hand-over", REASON).json()
        self.assertEqual(told["handed_on"], str(date.today()))
        self.assertEqual([one["from_m"] for one in told["visits"][:2]], [82.08e6, 82.8e6])
        self.assert_refused(self.say("hand-over", REASON), 409, "hand_over", "already")
        late = self.say("hand-over/odometer", {"odometer": "83 000 km"})
        self.assert_refused(late, 409, "hand_over")
        row = self.send("GET", "/jobs").json()["rows"][0]
        self.assertEqual(row["blocked_by"], "")

    def test_the_end_of_the_line_is_no_gate_like_the_others(self):
        body = {"base_version": self.base(), "station": "hand_over", "reason": "x"}
        answer = self.send("POST", f"/jobs/{self.job.pk}/gates", body)
        self.assert_refused(answer, 422, "station", "hand it over")

    def test_an_open_exhaust_is_a_stop_until_its_leak_check_passed(self):
        look = {
            "base_version": 1,
            "place": "parts.rear_exhaust.faults",
            "typed": "in the way of a bar",
        }
        self.assertEqual(
            self.send("PATCH", f"/jobs/{self.job.pk}/papers/look_over", look).status_code, 200
        )
        (work,) = (one for one in self.view()["outside"] if one["trade"] == "exhaust shop")
        self.say("hand-over/odometer", {"odometer": "82 000 km"})
        self.assert_refused(self.say("hand-over", REASON), 422, "station", "Drive holds a stop")
        step = {"step": work["step"]}
        back = self.say("hand-over/outside", {**step, "state": "back", "paper": "bill 7"})
        self.assert_refused(back, 422, "state", "next is given out")
        for more in (
            {"state": "given out", "who": "Reed Pipes"},
            {"state": "back", "paper": "bill 7", "cost": 140.5},
            {"state": "checked, right", "found": "no leak"},
        ):
            self.assertEqual(self.say("hand-over/outside", {**step, **more}).status_code, 200)
        self.assertEqual(self.say("hand-over", REASON).status_code, 200)
        (work,) = (one for one in self.view()["outside"] if one["trade"] == "exhaust shop")
        self.assertEqual((work["cost"], work["paper"], work["found"]), (140.5, "bill 7", "no leak"))

    def test_bad_input_is_said_at_its_field(self):
        for what, body, field in (
            ("hand-over/odometer", {"odometer": "a lot"}, "odometer"),
            ("hand-over/left", {"left_off": ["shield"]}, "left_off"),
            ("hand-over/threads", {"seen": True}, "threads"),
            ("troubles/cause", {"trouble_id": 0}, "trouble_id"),
        ):
            with self.subTest(what=what):
                self.assert_refused(self.say(what, body), 422, field)


class ComingBackTests(AfterTests):
    def recheck(self, visit=1, odometer="82 100 km", client=None):
        return self.say("recheck", {"visit": visit, "odometer": odometer}, client)

    def long_ago(self):
        """It was handed over a month ago: its first visit is over."""
        day = date.today()
        HandOver.objects.update(
            handed_on=day - timedelta(days=30), next_by=day - timedelta(days=16)
        )

    def test_a_recheck_opens_once_and_not_before_it_was_handed_over(self):
        self.assert_refused(self.recheck(), 409, "visit", "not handed over yet")
        self.handed()
        self.assert_refused(self.recheck(odometer="81 000 km"), 422, "odometer", "does not go back")
        self.assert_refused(self.recheck(visit=9), 422, "visit")
        answer = self.recheck()
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        again = answer.json()
        self.assertEqual((again["kind"], again["station"]), ("recheck", "look"))
        self.assertEqual(again["fitting"]["rear"] is not None, True)
        self.assert_refused(self.recheck(odometer="82 200 km"), 409, "visit")
        self.assertEqual(self.view()["visits"][0]["job_id"], again["id"])

    def test_a_visit_that_is_handed_over_makes_the_next_one_due(self):
        self.handed()
        again = Job.objects.get(pk=self.recheck().json()["id"])
        Job.objects.filter(pk=again.pk).update(station="hand_over")
        self.handed("82 130 km", job=again)
        giving = HandOver.objects.get(job=self.job)
        self.assertEqual((giving.next_number, giving.heard_m), (2, 82.13e6))
        self.assertEqual(self.view()["visits"][0]["done_on"], str(date.today()))

    def test_a_reading_that_fell_opens_its_joint_and_says_what_that_means(self):
        joint = next(iter(self.bay()["joints"].values()))
        row = {
            "joint": joint["target"]["key"], "bolt": 1, "how": "read", "got_n_m": 100.0,
            "judged": "passes", "target": joint["target"], "person": self.lead, "typed": "100 Nm",
        }  # fmt: skip
        self.job.torque_rows.create(**row)
        self.handed()
        again = Job.objects.get(pk=self.recheck().json()["id"])
        again.torque_rows.create(**{**row, "got_n_m": 84.0, "judged": "low"})
        told = next(one for one in self.view(again)["again"] if one["now_n_m"])
        self.assertEqual((told["then_n_m"], told["now_n_m"]), (100.0, 84.0))
        self.assertEqual((told["compared"], told["reopens"]), ("fell", True))
        self.assertTrue(told["means"])

    def test_who_is_due_and_the_calendar_behind_its_token(self):
        self.handed()
        due = self.send("GET", "/due").json()
        self.assertEqual(due["due"], [])
        self.long_ago()
        due = self.send("GET", "/due").json()
        self.assertEqual([one["state"] for one in due["due"]], ["overdue"])
        other = self.send("GET", "/due", client=self.as_(self.stranger)).json()
        self.assertEqual(other["due"], [])
        feed = self.client.get(due["feed"])
        self.assertEqual(feed["Content-Type"], "text/calendar; charset=utf-8")
        self.assertIn(b"Re-check", feed.content)
        self.assertNotIn(b"Re-check", self.client.get(other["feed"]).content)
        self.assertEqual(self.client.get("/calendar/1:1.guess.ics").status_code, 404)
        self.assertEqual(self.send("POST", "/due/feed").status_code, 200)
        self.assertEqual(self.client.get(due["feed"]).status_code, 404)

    def test_an_owner_is_reminded_only_where_they_agreed_to_it(self):
        self.handed()
        self.long_ago()
        remind = {"job_id": self.job.pk}
        self.assert_refused(self.send("POST", "/due/remind", remind), 403, "job_id", "agreed")
        # Known by name and address, and not agreed: neither words to copy nor a mail.
        self.about(owner="Marlow Kelp", may_be_contacted=False, email="kelp@example.org")
        self.assert_refused(self.send("POST", "/due/remind", remind), 403, "job_id", "agreed")
        self.assertEqual(self.send("GET", "/due").json()["due"][0]["reminder"], "")
        self.assertEqual(mail.outbox, [])
        self.about(owner="Marlow Kelp", may_be_contacted=True)
        self.assert_refused(self.send("POST", "/due/remind", remind), 422, "job_id", "No mail")
        self.about(owner="Marlow Kelp", may_be_contacted=True, email="kelp@example.org")
        told = self.send("POST", "/due/remind", remind).json()["due"][0]
        self.assertIn("Dear Marlow Kelp", told["reminder"])
        (sent,) = mail.outbox
        self.assertEqual((sent.to, sent.body), (["kelp@example.org"], told["reminder"]))
        other = self.send("POST", "/due/remind", remind, self.as_(self.stranger))
        self.assert_refused(other, 422, "job_id")

    def test_whoever_guesses_at_a_calendar_waits(self):
        answers = [self.client.get(f"/calendar/1:{at}.guess.ics").status_code for at in range(40)]
        self.assertEqual((answers[0], answers[-1]), (404, 429))

    def test_what_is_heard_of_the_odometer_brings_a_visit_forward(self):
        self.handed()
        heard = self.say("hand-over/heard", {"odometer": "82 500 km"}).json()
        self.assertEqual(heard["visits"][0]["state"], "overdue")
        self.assertEqual(len(self.send("GET", "/due").json()["due"]), 1)
        back = self.say("hand-over/heard", {"odometer": "82 400 km"})
        self.assert_refused(back, 422, "odometer", "does not go back")


class ReportTests(AfterTests):
    def test_the_link_shows_what_was_sent_until_it_is_withdrawn(self):
        self.assert_refused(self.say("report"), 422, "report", "not handed over yet")
        self.handed()
        self.assert_refused(self.say("report", client=self.as_(self.fitter)), 403, "role")
        link = self.say("report").json()["reports"][0]
        self.client.logout()
        page = self.client.get(link["path"])
        self.assertContains(page, "What did not change")
        self.assertContains(page, "82\u202f080 km")
        self.assertEqual(page["X-Robots-Tag"], "noindex")
        self.assertEqual(self.client.get(f"{link['path']}x").status_code, 404)
        said = self.client.post(link["path"], {"leans": "1", "word": "much calmer"})
        self.assertEqual(said.status_code, 302)
        kept = ReportLink.objects.get()
        self.assertEqual((kept.felt, kept.word), ({"leans": 1}, "much calmer"))
        for wrong in ({"leans": "9"}, {"leans": "x"}, {"word": "x" * 401}, {}):
            self.assertEqual(self.client.post(link["path"], wrong).status_code, 422)
        ReportLink.objects.update(withdrawn_at=kept.made_at)
        self.assertEqual(self.client.get(link["path"]).status_code, 410)
        self.assertEqual(self.client.post(link["path"], {"word": "late"}).status_code, 410)

    def test_a_new_link_closes_the_one_before(self):
        self.handed()
        first = self.say("report").json()["reports"][0]
        second = self.say("report").json()["reports"][0]
        self.assertEqual(self.client.get(first["path"]).status_code, 410)
        self.assertEqual(self.client.get(second["path"]).status_code, 200)
        self.say("report/withdrawn", {"link_id": second["id"]})
        self.assertEqual(self.client.get(second["path"]).status_code, 410)


class OwnerTests(AfterTests):
    def test_an_owner_is_erased_once_no_job_of_theirs_is_open_and_figures_stay(self):
        self.about(owner="Marlow Kelp", phone="07700 900188", registration="KELP 1")
        owner = Owner.objects.get(name="Marlow Kelp")
        erase = {"owner_id": owner.pk}
        open_still = self.send("POST", "/owners/erased", erase)
        self.assert_refused(open_still, 409, "owner_id", f"Job {self.job.number} of this owner")
        self.handed()
        link = self.say("report").json()["reports"][0]
        fitter = self.as_(self.fitter)
        self.assert_refused(self.send("POST", "/owners/erased", erase, fitter), 403, "role")
        stranger = self.as_(self.stranger)
        self.assertEqual(self.send("POST", "/owners/erased", erase, stranger).status_code, 404)
        self.assertEqual(self.send("POST", "/owners/erased", erase).status_code, 204)
        self.assertFalse(Owner.objects.filter(pk=owner.pk).exists())
        about = self.client.get(f"/api/jobs/{self.job.pk}").json()["about"]
        self.assertEqual((about["owner"], about["phone"], about["registration"]), ("", "", ""))
        self.assertEqual(self.client.get(link["path"]).status_code, 410)
        self.assertEqual(len(self.view()["visits"]), 4)


class NoiseTests(AfterTests):
    ASKED = {"heard": "slowly over bumps or a kerb", "since": "after some weeks"}

    def test_what_it_turned_out_to_be_counts_for_the_next_one(self):
        told = self.say("troubles", {"trouble": "clunk", **self.ASKED}).json()["troubles"][0]
        self.assertEqual(told["likely"][0]["cause"]["key"], "link_joint")
        unknown = {"trouble_id": told["id"], "cause": "gremlins"}
        self.assert_refused(self.say("troubles/cause", unknown), 422, "cause", "link_joint")
        found = {"trouble_id": told["id"], "cause": "washer_order", "found": "cup upside down"}
        self.assertEqual(self.say("troubles/cause", found).status_code, 200)
        second = self.say("troubles", {"trouble": "clunk", **self.ASKED}).json()["troubles"][1]
        washers = next(one for one in second["likely"] if one["cause"]["key"] == "washer_order")
        self.assertEqual((washers["here"], washers["of"]), (1, 1))
        stays = self.say("troubles/away", {"trouble_id": told["id"]})
        self.assert_refused(stays, 409, "trouble_id")
        left = self.say("troubles/away", {"trouble_id": second["id"]}).json()["troubles"]
        self.assertEqual(len(left), 1)


class RecordTests(AfterTests):
    def keep(self, count, springs=0.9):
        """Jobs whose springs are softer than their class's, each a little differently."""
        for number in range(count):
            job = Job.objects.create(
                shop=self.shop, vehicle=self.job.vehicle, number=900 + number, set_up={}
            )
            factor = springs + 0.004 * (number % 3)
            band = {"value": factor, "low": factor - 0.02, "high": factor + 0.02}
            KeptPrediction.objects.create(
                job=job, rig_kind="van", way="A",
                predicted={"value": 7.0, "low": 6.5, "high": 7.5},
                measured={"value": 7.6 + 0.01 * (number % 3), "low": 7.5, "high": 7.7},
                springs=band,
            )  # fmt: skip

    def rate(self):
        body = {"name": f"van {Vehicle.objects.count()}", "kind": "van"}
        sheet = self.send("POST", "/jobs", body).json()["sheet"]
        return sheet["rear"]["spring_rate_n_per_m"]

    def test_a_correction_is_taken_seen_in_the_next_vehicle_and_left_out_again(self):
        usual = self.rate()["value"]
        self.keep(9)
        told = self.send("GET", "/record").json()["record"]
        self.assertIn(
            "measured lean 9 % more than predicted over 9 jobs", told["misses"][0]["says"]
        )
        offer = told["offers"][0]
        take = {"rig_kind": "van", "jobs": offer["jobs"]}
        fitter = self.as_(self.fitter)
        self.assert_refused(self.send("POST", "/record/class", take, fitter), 403, "role")
        stale = {**take, "jobs": take["jobs"][1:]}
        self.assert_refused(self.send("POST", "/record/class", stale), 409, "jobs")
        self.assert_refused(
            self.send("POST", "/record/class", {**take, "rig_kind": "coach"}), 422, "rig_kind"
        )
        kept = self.send("POST", "/record/class", take).json()["corrections"]
        corrected = self.rate()
        self.assertAlmostEqual(corrected["value"] / usual, offer["factor"]["value"], places=6)
        self.assertEqual(corrected["known"], "default")
        body = {"correction_id": kept[0]["id"]}
        other = self.send("POST", "/record/class/away", body, self.as_(self.stranger))
        self.assertEqual(other.status_code, 404)
        self.assertEqual(self.send("POST", "/record/class/away", body).json()["corrections"], [])
        self.assertAlmostEqual(self.rate()["value"], usual)

    def test_the_record_goes_out_as_a_table_and_another_shop_reads_none_of_it(self):
        self.keep(2)
        table = self.client.get("/api/memory/predictions.csv").content.decode()
        self.assertEqual(len(table.splitlines()), 3)
        self.assertIn("900,van,A,7.0,6.5,7.5,7.6,7.5,7.7", table)
        self.assertEqual(
            self.send("GET", "/record", client=self.as_(self.stranger)).json()["rows"], []
        )
