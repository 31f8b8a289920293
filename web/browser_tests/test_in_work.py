import re

from django.db import connection

from browser_tests.browser import BrowserTestCase
from tasks.doing import perform
from tasks.models import Task, TaskState


def asked_of_the_database(sql: str) -> None:
    with connection.cursor() as cursor:
        cursor.execute(sql)


class InWorkTests(BrowserTestCase):
    """What is handed over; the test is the worker, which takes as long as it is looked at."""

    at_yard = False

    def setUp(self) -> None:
        super().setUp()
        asked_of_the_database(
            "INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now() + interval '1h')"
        )
        for left in ("workers", "jobs"):
            self.addCleanup(asked_of_the_database, f"TRUNCATE procrastinate_{left} CASCADE")

    def in_line(self) -> Task:
        self.until(lambda: self.rows(Task).filter(state=TaskState.WAITING).exists())
        return self.rows(Task).get(state=TaskState.WAITING)

    def done(self) -> None:
        perform(self.rows(Task).filter(pk=self.in_line().pk))

    def test_a_ranking_says_how_far_it_is_is_stopped_and_asked_for_again(self):
        self.expected = ("409",)
        self.open_job("Orrery", "choose?sheet=ranking")
        task = self.in_line()
        self.rows(Task).filter(pk=task.pk).update(
            steps=4, steps_done=2, doing="418 sets: lean, balance, stress, price"
        )
        self.page.get_by_text("418 sets").wait_for()
        self.assertEqual(self.page.get_by_role("progressbar").get_attribute("value"), "2")
        self.page.get_by_role("button", name="Stop").click()
        self.page.get_by_text("It was stopped.").wait_for()
        self.page.get_by_role("button", name="Rank them").click()
        self.done()
        self.page.get_by_test_id("recommended").wait_for()

    def test_a_print_waits_in_its_tab_until_it_is_laid_out(self):
        self.open_job("Orrery", "listen")
        link = self.page.get_by_role("link", name=re.compile("intake", re.IGNORECASE)).first
        with self.page.context.expect_page() as opened:
            link.click()
        tab = opened.value
        tab.get_by_role("heading", name="The print is being made").wait_for()
        tab.get_by_role("button", name="Stop").click()
        tab.get_by_text("It was stopped.").wait_for()
        tab.goto(link.evaluate("link => link.href"))
        tab.get_by_role("status").wait_for()
        with tab.expect_response(
            lambda answer: answer.headers.get("content-type") == "application/pdf"
        ):
            self.done()
