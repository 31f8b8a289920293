"""The board over HTTP: jobs put on, pinned, proposed, taken; closed days; two people at once."""

from datetime import datetime, timedelta
from unittest import mock

from django.utils import timezone
from icalendar import Calendar

from board import proposing, services
from board.models import Bay, Placing
from board.services import working_days
from jobs.models import Job
from jobs.services import open_job_on
from jobs.tests.chosen import WithChoice
from racks.models import Offer
from rigs.models import Vehicle
from shops.models import Person
from shops.tests.people import person


class BoardTests(WithChoice):
    def bay(self, name="Lift", kind="lift"):
        answer = self.send("POST", "/board/bays", {"name": name, "kind": kind})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return Bay.objects.get(shop=self.shop, name=name)

    def put_on(self, job=None, client=None):
        return self.send("POST", "/board/jobs", {"job_id": (job or self.job).pk}, client)

    def board(self):
        return self.client.get("/api/board").json()

    def proposed(self):
        return self.client.get("/api/board/proposal").json()

    def proposal(self):
        return self.proposed()["proposal"]

    def pin(self, bay, day, hour=0, client=None):
        body = {"bay_id": bay.pk, "day": day, "hour": hour}
        return self.send("PUT", f"/board/jobs/{self.job.pk}/pin", body, client)

    def test_a_job_is_put_on_with_what_its_plan_takes_and_proposed(self):
        self.bay()
        board = self.put_on().json()
        [job] = board["jobs"]
        work = self.client.get(f"/api/jobs/{self.job.pk}/work").json()
        self.assertAlmostEqual(job["hours"], work["quote"]["hours"]["p80"], places=2)
        # Its parts are days away.
        self.assertGreater(job["earliest"], str(timezone.localdate()))
        [placed] = self.proposal()["jobs"]
        self.assertGreaterEqual(board["days"][placed["day"]], job["earliest"])
        self.assertEqual(len(board["days"]), 15)

    def test_taking_the_proposal_plans_the_bay_and_meets_the_gate(self):
        self.bay()
        seen = self.put_on().json()["seen"]
        taken = self.send("POST", "/board/take", {"seen": seen})
        self.assertEqual(taken.status_code, 200, taken.content[:300])
        self.assertTrue(Job.objects.get(pk=self.job.pk).bay_planned)
        [job] = taken.json()["jobs"]
        self.assertEqual(job["bay"], "Lift")
        self.send("POST", "/board/off", {"job_id": self.job.pk})
        self.assertFalse(Job.objects.get(pk=self.job.pk).bay_planned)

    def test_two_people_planning_at_once_do_not_overwrite_each_other(self):
        bay = self.bay()
        seen = self.put_on().json()["seen"]
        self.assertEqual(self.pin(bay, self.board()["days"][5]).status_code, 200)
        late = self.send("POST", "/board/take", {"seen": seen})
        self.assert_refused(late, 409, "seen", "meanwhile")

    def test_the_board_may_change_while_it_is_solved(self):
        """Nobody is held up by the solver: a pin is worked out anew, a proposal looked at again."""
        bay = self.bay()
        self.put_on()
        day, real, changes = self.board()["days"][5], services.solved, [7.5]

        def solve(asked):
            if changes:
                Placing.objects.update(hours=changes.pop())
            return real(asked)

        with (
            mock.patch.object(services, "solved", side_effect=solve),
            mock.patch.object(proposing, "solved", side_effect=solve),
        ):
            pinned = self.pin(bay, day)
            self.assertEqual(pinned.status_code, 200)
            [job] = pinned.json()["jobs"]
            self.assertEqual((job["day"], job["hours"]), (day, 7.5))
            changes.append(6.5)
            late = self.send("POST", "/board/take", {"seen": pinned.json()["seen"]})
            self.assert_refused(late, 409, "seen", "meanwhile")

    def test_a_proposal_is_not_taken_once_a_bar_is_late(self):
        self.bay()
        seen = self.put_on().json()["seen"]
        today = timezone.localdate()
        Job.objects.filter(pk=self.job.pk).update(parts_on=today + timedelta(days=14))
        late = self.send("POST", "/board/take", {"seen": seen})
        self.assert_refused(late, 409, "seen", "meanwhile")

    def test_what_stands_today_or_before_waits_for_a_late_bar_too(self):
        bay = self.bay()
        self.put_on()
        today = timezone.localdate()
        comes = today + timedelta(days=8)
        Job.objects.filter(pk=self.job.pk).update(parts_on=comes)
        for day in (today, today - timedelta(days=1)):
            Placing.objects.update(bay=bay, day=working_days(self.shop, day)[0], hour=0, hours=30)
            board = self.board()
            [placed] = self.proposal()["jobs"]
            self.assertGreaterEqual(board["days"][placed["day"]], str(comes))

    def test_a_pin_stays_and_others_go_round_it(self):
        bay = self.bay()
        self.put_on()
        other = open_job_on(self.lead, Vehicle.objects.get(pk=self.job.vehicle_id), None)
        self.choose(other)
        self.put_on(other)
        day = self.board()["days"][4]
        pinned = self.pin(bay, day, 1).json()
        spots = {one["key"]: one for one in self.proposal()["jobs"]}
        mine = spots[str(self.job.pk)]
        self.assertEqual((pinned["days"][mine["day"]], mine["hour"]), (day, 1))
        self.send("POST", "/board/unpin", {"job_id": self.job.pk})
        self.assertFalse(Placing.objects.get(job=self.job).pinned)

    def test_a_closed_day_takes_no_job_and_no_pin(self):
        bay = self.bay()
        self.put_on()
        day = self.board()["days"][3]
        closed = self.send("PUT", "/board/days-off", {"day": day, "off": True}).json()
        self.assertNotIn(day, closed["days"])
        self.assert_refused(self.pin(bay, day), 422, "day", "no working day")
        self.assert_refused(self.pin(bay, closed["days"][3], 20), 422, "hour", "open 8 hours")

    def test_a_late_bar_moves_the_board_and_says_why(self):
        self.bay()
        self.put_on()
        Job.objects.filter(pk=self.job.pk).update(due_on=timezone.localdate())
        Placing.objects.update(earliest=timezone.localdate() + timedelta(days=6))
        [late] = self.proposal()["late"]
        self.assertEqual(late["forbids"], "its parts")
        self.assertRegex(late["says"], r"come on (Mon|Tue|Wed|Thu|Fri) \d+ \w{3}")

    def test_nothing_is_pinned_before_its_parts_come_and_a_late_part_is_said_of_a_pin(self):
        bay = self.bay()
        self.put_on()
        days = self.board()["days"]
        self.assert_refused(self.pin(bay, days[0]), 422, "day", "Its parts come on")
        self.assertEqual(self.pin(bay, days[6]).json()["jobs"][0]["too_soon"], "")
        Job.objects.filter(pk=self.job.pk).update(parts_on=days[8])
        self.assertIn("and its parts come on", self.board()["jobs"][0]["too_soon"])

    def test_who_is_away_does_not_work_that_day_and_comes_back(self):
        self.bay()
        self.put_on()
        board = self.board()
        away = {"person_id": self.lead.pk, "day": board["days"][2], "away": True}
        fitter = person(self.shop, "fitter", Person.Role.FITTER)
        body = {**away, "person_id": fitter.pk}
        answer = self.send("PUT", "/board/people", body).json()
        self.assertEqual(answer["people_on"][:3], [2, 2, 1])
        self.assertEqual(answer["people"][1]["days_away"], [board["days"][2]])
        self.assertEqual(self.send("PUT", "/board/people", away).json()["people_on"][2], 0)
        back = self.send("PUT", "/board/people", {**body, "away": False}).json()
        self.assertEqual(back["people_on"][2], 1)
        self.assert_refused(self.send("PUT", "/board/people", body, self.as_(fitter)), 403, "role")
        stranger = {**away, "person_id": self.stranger.pk}
        self.assertEqual(self.send("PUT", "/board/people", stranger).status_code, 404)

    def test_the_day_it_is_ready_holds_the_work_of_others(self):
        bay = self.bay()
        self.put_on()
        Placing.objects.update(hours=9.0, away=1)
        days = self.board()["days"]
        self.pin(bay, days[5], 7)
        # One hour on day 5, eight on day 6, a day with others.
        self.assertEqual(str(Job.objects.get(pk=self.job.pk).ready_on), days[7])
        self.send("POST", "/board/off", {"job_id": self.job.pk})
        self.assertIsNone(Job.objects.get(pk=self.job.pk).ready_on)

    def test_a_calendar_has_an_event_each_day_a_job_holds_its_bay(self):
        bay = self.bay()
        self.put_on()
        Placing.objects.update(hours=9.5)
        days = self.board()["days"]
        self.pin(bay, days[5], 6)
        file = self.client.get("/api/board/board.ics")
        self.assertEqual(file["Content-Type"], "text/calendar")
        events = Calendar.from_ical(file.content).walk("VEVENT")
        spans = [(event["dtstart"].dt, event["dtend"].dt) for event in events]
        first, second = (datetime.fromisoformat(f"{day}T08:00") for day in days[5:7])
        hour = timedelta(hours=1)
        self.assertEqual(spans, [(first + 6 * hour, first + 8 * hour), (second, second + 8 * hour)])
        self.assertEqual((str(events[0]["location"]), len({e["uid"] for e in events})), ("Lift", 2))
        empty = self.as_(self.stranger).get("/api/board/board.ics")
        self.assertEqual(Calendar.from_ical(empty.content).walk("VEVENT"), [])

    def test_a_part_that_nobody_says_when_it_comes_is_said_before_it_is_put_on(self):
        self.bay()
        Offer.objects.filter(part=self.part).update(delivery_days=None)
        self.assert_refused(self.put_on(), 422, "order", "No supplier says in how many days")
        Job.objects.filter(pk=self.job.pk).update(parts_on=timezone.localdate())
        self.assertEqual(self.put_on().status_code, 200)

    def test_what_cannot_be_is_said_in_words(self):
        self.assertIn("There is no bay yet", self.proposed()["no_room"])
        self.assert_refused(
            self.send("POST", "/board/take", {"seen": self.board()["seen"]}), 422, "bays"
        )
        self.assertEqual(self.board()["bays"], [])
        self.bay()
        self.assert_refused(
            self.send("POST", "/board/bays", {"name": "Lift", "kind": "lift"}),
            422,
            "name",
            "already",
        )
        Placing.objects.create(
            job=self.job, hours=900, people=1, kinds=["lift"], earliest=timezone.localdate()
        )
        # The board itself is shown, so that the job can be taken off again.
        board = self.board()
        self.assertIn(f"{self.job.vehicle.name} takes 900 h", self.proposed()["no_room"])
        self.assertEqual(len(board["jobs"]), 1)
        Placing.objects.update(hours=5, kinds=["pit"])
        self.assertIn("needs pit; the shop has lift", self.proposed()["no_room"])
        off = self.send("POST", "/board/off", {"job_id": self.job.pk}).json()
        self.assertEqual((self.proposed()["no_room"], off["jobs"]), ("", []))

    def test_what_is_under_way_stays_and_nothing_begins_today(self):
        bay = self.bay()
        self.put_on()
        today = timezone.localdate()
        Placing.objects.update(earliest=today)
        board = self.board()
        [placed] = self.proposal()["jobs"]
        self.assertGreater(board["days"][placed["day"]], str(today))
        before = working_days(self.shop, today - timedelta(days=10))[0]
        Placing.objects.update(bay=bay, day=before, hour=2, hours=8 * 10)
        board = self.board()
        [placed] = self.proposal()["jobs"]
        self.assertEqual((board["days"][0], placed["day"], placed["hour"]), (str(before), 0, 2))

    def test_only_a_lead_of_the_shop_plans(self):
        bay = self.bay()
        self.put_on()
        fitter = self.as_(person(self.shop, "fitter", Person.Role.FITTER))
        self.assert_refused(self.put_on(client=fitter), 403, "role")
        self.assert_refused(self.pin(bay, self.board()["days"][2], 0, fitter), 403, "role")
        stranger = self.as_(self.stranger)
        self.assertEqual(self.put_on(client=stranger).status_code, 404)
        self.assertEqual(self.send("GET", "/board", None, stranger).json()["jobs"], [])

    def test_a_bay_that_is_taken_away_lets_its_jobs_go(self):
        bay = self.bay()
        self.bay("Ground", "ground")
        self.put_on()
        self.pin(bay, self.board()["days"][2])
        self.send("POST", "/board/bays/away", {"bay_id": bay.pk})
        placing = Placing.objects.get(job=self.job)
        self.assertEqual((placing.bay, placing.pinned), (None, False))
        self.assertFalse(Job.objects.get(pk=self.job.pk).bay_planned)
