"""The worker itself, from the line on the database to the answer, and what one leaves behind."""

import contextlib
from importlib import import_module

from django.conf import settings
from django.db import connection
from django.test import TransactionTestCase
from procrastinate.contrib.django import app
from procrastinate.contrib.django.models import ProcrastinateJob

from shops.models import Shop
from shops.tests.people import person
from tasks.handing import handed_over, worker_is_there
from tasks.kinds import KINDS, kind
from tasks.models import Task, TaskState
from tasks.queued import MOST_TRIES


class WorkerTests(TransactionTestCase):
    def setUp(self):
        self.lead = person(Shop.objects.create(name="Here"), "lead")
        self.addCleanup(KINDS.pop, "shouted")
        self.kind = kind("shouted", "Shouted")(lambda asked, progress: asked.upper())
        self.addCleanup(self.sql, "TRUNCATE procrastinate_workers, procrastinate_jobs CASCADE")

    def sql(self, text, *values):
        with connection.cursor() as cursor:
            cursor.execute(text, values)

    def hand_over(self):
        # One is there, so that nothing is done by whoever asks; it is gone when the line is worked.
        self.sql("INSERT INTO procrastinate_workers DEFAULT VALUES")
        self.assertTrue(worker_is_there())
        return handed_over(self.lead, self.kind, 1, b"bar")

    def work_the_line(self, **more):
        with contextlib.ExitStack() as stack:
            stack.enter_context(app.replace_connector(app.connector.get_worker_connector()))
            app.run_worker(wait=False, concurrency=1, install_signal_handlers=False, **more)

    def test_it_knows_every_kind_that_the_server_hands_over(self):
        import_module(settings.ROOT_URLCONF)
        declared = {kind.work.__module__ for kind in KINDS.values()} - {__name__}
        self.assertEqual(declared, {*settings.TASK_KINDS})

    def test_it_does_what_waits(self):
        task = self.hand_over()
        self.work_the_line(delete_jobs="successful")
        task.refresh_from_db()
        self.assertEqual((task.state, bytes(task.answer)), (TaskState.DONE, b"BAR"))
        self.assertFalse(ProcrastinateJob.objects.filter(task_name="perform").exists())

    def test_what_a_worker_left_is_taken_up_and_given_up_after_a_few_tries(self):
        task = self.hand_over()
        for attempts, state in ((1, TaskState.DONE), (MOST_TRIES, TaskState.FAILED)):
            Task.objects.filter(pk=task.pk).update(
                state=TaskState.WORKING, ended_at=None, answer=None
            )
            self.sql("DELETE FROM procrastinate_jobs")
            self.sql(
                "INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now() - interval '1h')"
            )
            self.sql(
                "INSERT INTO procrastinate_jobs"
                " (queue_name, task_name, args, status, attempts, worker_id)"
                " SELECT 'default', 'perform', %s::jsonb, 'doing', %s, max(id)"
                " FROM procrastinate_workers",
                f'{{"task_id": {task.pk}}}',
                attempts,
            )
            app.configure_task("take_up").defer(timestamp=0)
            self.work_the_line()
            task.refresh_from_db()
            self.assertEqual(task.state, state)
