"""A server that failed says so in words, and "later" while its database does not answer."""

from unittest import mock

from django.db import InterfaceError, OperationalError

from shops.tests.people import TwoShops


class BrokenTests(TwoShops):
    def failing(self, error):
        self.client.raise_request_exception = False
        with (
            mock.patch("jobs.api.news_of", side_effect=error),
            self.assertLogs("django.request", "ERROR"),
        ):
            return self.client.get(f"/api/jobs/{self.job.pk}/news")

    def test_a_database_that_does_not_answer_is_later_not_no(self):
        for error in (OperationalError("gone"), InterfaceError("closed")):
            self.assert_refused(self.failing(error), 503, "", "tried again")

    def test_a_failure_of_the_server_is_said_in_words(self):
        self.assert_refused(self.failing(KeyError("x")), 500, "", "The server failed")

    def test_a_database_that_is_away_before_anybody_is_known_is_later_too(self):
        self.client.raise_request_exception = False
        with (
            mock.patch(
                "django.contrib.sessions.backends.db.SessionStore.load",
                side_effect=OperationalError("gone"),
            ),
            self.assertLogs("django.request", "ERROR"),
        ):
            answer = self.client.get(f"/api/jobs/{self.job.pk}/news")
        self.assert_refused(answer, 503, "", "tried again")
