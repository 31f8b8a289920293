"""What is handed over: done once, by a worker or whoever asks, said how far, stopped, kept."""

from datetime import timedelta
from unittest import mock

from django.db import IntegrityError, transaction
from django.test import TestCase
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from axlecore.errors import InputError
from rigs.models import Vehicle
from shops.models import Person, Shop
from shops.tests.people import TwoShops, person
from tasks import handing
from tasks.doing import GIVEN_UP_AFTER, perform
from tasks.handing import handed_over
from tasks.kinds import KINDS, kind
from tasks.models import Task, TaskState
from tasks.sweeping import KEPT_FOR, sweep


class HandedOver(TestCase):
    """Work of a kind of the test's own."""

    @classmethod
    def setUpTestData(cls):
        cls.shop = Shop.objects.create(name="Here")
        cls.lead = person(cls.shop, "lead")

    def setUp(self):
        self.times = 0
        self.enterContext(mock.patch.dict(KINDS))
        self.spelled = kind("spelled", "Spelled backwards")(self.work)

    def work(self, asked, progress):
        self.times += 1
        for step in range(len(asked)):
            progress(step, len(asked), f"letter {step + 1}")
            self.between(step)
        return asked[::-1]

    def between(self, step):
        pass

    def hand_over(self, question=1, asked=b"abc", worker=True):
        with mock.patch.object(handing, "worker_is_there", return_value=worker):
            return handed_over(self.lead, self.spelled, question, asked)

    def done(self, task):
        perform(Task.objects.filter(pk=task.pk))
        task.refresh_from_db()
        return task

    def test_without_a_worker_whoever_asks_has_it_done_at_once(self):
        task = self.hand_over(worker=False)
        self.assertEqual((task.state, bytes(task.answer)), (TaskState.DONE, b"cba"))
        self.assertEqual(bytes(task.asked), b"", "what was asked is dropped with the answer")

    def test_with_a_worker_it_waits_in_line_and_a_question_is_worked_out_once(self):
        task = self.hand_over()
        self.assertEqual((task.state, self.times), (TaskState.WAITING, 0))
        queued = ProcrastinateJob.objects.get(task_name="perform")
        self.assertEqual(queued.args, {"task_id": task.pk})
        self.assertEqual(self.hand_over().pk, task.pk)
        self.assertNotEqual(self.hand_over(question=2).pk, task.pk)
        self.assertEqual(self.done(task).state, TaskState.DONE)
        self.assertEqual(self.hand_over(worker=False).pk, task.pk)
        self.assertEqual(self.times, 1)

    def test_a_stop_is_heard_at_the_next_step_and_the_question_may_be_asked_again(self):
        task = self.hand_over()
        stop = Task.objects.filter(pk=task.pk)
        self.between = lambda step: step == 1 and stop.update(stop_asked=True)
        self.assertEqual(self.done(task).state, TaskState.STOPPED)
        self.assertEqual((task.steps_done, task.steps, task.doing), (1, 3, "letter 2"))
        self.between = lambda step: None
        again = self.hand_over(worker=False)
        self.assertNotEqual(again.pk, task.pk)
        self.assertEqual(again.state, TaskState.DONE)

    def test_whoever_lost_it_to_another_writes_nothing(self):
        task = self.hand_over()
        taken_up = []

        def another_takes_it_up(step):
            if step == 1 and not taken_up:
                taken_up.append(step)
                perform(Task.objects.filter(pk=task.pk))

        self.between = another_takes_it_up
        self.assertEqual(self.done(task).state, TaskState.DONE)
        self.assertEqual(self.times, 2)
        self.assertEqual(bytes(task.answer), b"cba")

    def test_what_a_gone_worker_left_is_done_by_whoever_asks_and_not_before(self):
        task = self.hand_over()
        for ago, times in ((GIVEN_UP_AFTER / 2, 0), (GIVEN_UP_AFTER * 2, 1)):
            begun = {"state": TaskState.WORKING, "begun_at": timezone.now() - ago}
            Task.objects.filter(pk=task.pk).update(**begun)
            self.hand_over(worker=False)
            self.assertEqual(self.times, times)

    def test_what_fails_is_said_in_words_and_may_be_asked_again(self):
        for raised, words in (
            (InputError("x", "There is no such bar."), "no such bar"),
            (RuntimeError("secret of the machine"), "the log has it as task"),
        ):
            self.between = mock.Mock(side_effect=raised)
            with self.assertLogs("calmaxle.tasks") if "log" in words else mock.MagicMock():
                task = self.hand_over(question=words, worker=False)
            self.assertEqual(task.state, TaskState.FAILED)
            self.assertIn(words, task.message)
            self.assertNotIn("secret", task.message)

    def test_two_of_one_question_or_a_done_one_without_an_answer_cannot_be(self):
        task = self.hand_over()
        for wrong in (
            {"digest": task.digest},
            {"digest": "other", "state": TaskState.DONE},
            {"digest": "third", "state": "asleep"},
        ):
            with self.assertRaises(IntegrityError), transaction.atomic():
                Task.objects.create(
                    shop=self.shop, person=self.lead, kind="spelled", asked=b"", **wrong
                )

    def test_what_ended_a_day_ago_is_swept_and_nothing_else(self):
        old, new, waiting = (self.hand_over(question=at) for at in range(3))
        self.done(new)
        Task.objects.filter(pk=self.done(old).pk).update(
            ended_at=timezone.now() - KEPT_FOR - timedelta(minutes=1)
        )
        self.assertEqual(sweep(), 1)
        self.assertEqual({*Task.objects.values_list("pk", flat=True)}, {new.pk, waiting.pk})


class OverHttp(TwoShops):
    def setUp(self):
        super().setUp()
        there = mock.patch.object(handing, "worker_is_there", return_value=True)
        self.enterContext(there)
        self.path = f"/jobs/{self.job.pk}/ranking?state=trip_ready"

    def as_fitter(self):
        return self.as_(person(self.shop, "fitter", Person.Role.FITTER))

    def test_a_ranking_is_waited_for_and_then_there(self):
        answer = self.send("GET", self.path)
        self.assertEqual(answer.status_code, 202)
        told = answer.json()
        self.assertEqual((told["state"], told["words"]), ("waiting", "The ranking"))
        perform(Task.objects.filter(pk=told["id"]))
        told = self.send("GET", f"/tasks/{told['id']}").json()
        self.assertEqual((told["state"], told["steps_done"], told["steps"]), ("done", 3, 4))
        ranked = self.send("GET", self.path)
        self.assertEqual(ranked.status_code, 200)
        self.assertTrue(ranked.json()["ranking"]["sets"])

    def test_what_it_is_about_moved_meanwhile(self):
        told = self.send("GET", self.path).json()
        self.sheet_edit("wheelbase_m", "4200 mm")
        perform(Task.objects.filter(pk=told["id"]))
        self.assertEqual(self.send("GET", f"/tasks/{told['id']}").json()["state"], "moved")
        self.assertNotEqual(self.send("GET", self.path).json()["id"], told["id"])
        # Another may write it back to what it was: that is asked anew, not answered with “moved”.
        Vehicle.objects.update(sheet=self.job.vehicle.sheet)
        again = self.send("GET", self.path).json()
        self.assertEqual(again["state"], "waiting")

    def test_whoever_asked_or_a_lead_stops_it_and_nobody_else(self):
        fitter = self.as_fitter()
        told = self.send("GET", self.path, client=fitter).json()
        stop = f"/tasks/{told['id']}/stop"
        self.assert_refused(self.send("POST", stop, client=self.as_(self.viewer)), 403, "")
        self.assertEqual(self.send("POST", stop, client=self.as_(self.stranger)).status_code, 404)
        self.assertEqual(self.send("POST", stop, client=fitter).json()["state"], "stopped")
        second = self.send("GET", self.path, client=fitter).json()
        self.assertEqual(
            self.send("POST", f"/tasks/{second['id']}/stop").json()["state"], "stopped"
        )

    def test_a_print_opened_in_a_tab_is_a_page_that_looks_again_and_then_the_print(self):
        path = f"/api/jobs/{self.job.pk}/intake.pdf"
        page = self.client.get(path, headers={"Accept": "text/html,*/*"})
        self.assertEqual((page.status_code, page.headers["Refresh"]), (202, "1"))
        self.assertContains(page, "The print is being made", status_code=202)
        perform(Task.objects.all())
        made = self.client.get(path, headers={"Accept": "text/html,*/*"})
        self.assertEqual(made.headers["Content-Type"], "application/pdf")
        self.assertTrue(made.content.startswith(b"%PDF"))
