"""Health and logs: what whoever runs a server sees of it."""

import io
import json
import logging
import os
import tempfile
from pathlib import Path
from unittest import mock

from django.db import OperationalError, connection
from django.test import TestCase, override_settings

from calmaxle import health, logs
from shops.tests.people import TwoShops


class HealthTests(TestCase):
    def test_it_tells_database_disk_backup_and_version(self):
        with tempfile.TemporaryDirectory() as folder, override_settings(BACKUPS=Path(folder)):
            none = self.client.get("/health").json()
            file = Path(folder) / "2001-01-01-000000.calm-axle.tar"
            file.touch()
            fresh = self.client.get("/health").json()
            os.utime(file, (1, 1))
            late = self.client.get("/health").json()
        self.assertEqual(none["database"], "answers")
        self.assertRegex(none["version"], r"^\d+\.\d+")
        self.assertEqual((none["backup"], none["backup_age_h"]), ("none yet", None))
        self.assertEqual((fresh["backup"], fresh["backup_age_h"]), ("in time", 0.0))
        self.assertEqual(late["backup"], "overdue")

    def test_a_database_that_is_away_or_a_disk_that_is_full_is_said(self):
        with (
            mock.patch.object(health.connection, "cursor", side_effect=OperationalError("gone")),
            self.assertLogs("django.request", "ERROR"),
        ):
            away = self.client.get("/health")
        self.assertEqual((away.status_code, away.json()["database"]), (503, "does not answer"))
        with mock.patch.object(health.shutil, "disk_usage", return_value=mock.Mock(free=5_000_000)):
            full = self.client.get("/health").json()
        self.assertEqual((full["disk"], full["disk_free_mb"]), ("nearly full", 5))


class LogTests(TwoShops):
    def setUp(self):
        super().setUp()
        # The runner hushes what tests provoke.
        self.addCleanup(logging.disable, logging.root.manager.disable)
        logging.disable(logging.NOTSET)

    def test_a_request_is_one_line_with_a_number_that_is_answered_too(self):
        with self.assertLogs("calmaxle.requests", "INFO") as caught:
            answer = self.client.get(f"/api/jobs/{self.job.pk}?find=secret")
        (record,) = caught.records
        self.assertEqual(record.getMessage(), f"GET /api/jobs/{self.job.pk}")
        self.assertEqual(record.told["status"], 200)
        self.assertRegex(answer["X-Request-Number"], "^[0-9a-f]{12}$")

    def test_a_failure_is_said_with_the_number_it_is_written_under(self):
        self.client.raise_request_exception = False
        written = io.StringIO()
        handler = logging.StreamHandler(written)
        handler.setFormatter(logs.JsonLines())
        logger = logging.getLogger("django.request")
        with (
            mock.patch.object(logger, "handlers", [handler]),
            mock.patch.object(logger, "propagate", new=False),
            mock.patch("jobs.api.news_of", side_effect=KeyError("x")),
        ):
            answer = self.client.get(f"/api/jobs/{self.job.pk}/news")
        line = json.loads(written.getvalue())
        self.assertIn("KeyError", line["trace"])
        self.assertIn(line["request"], answer.json()["detail"][0]["message"])
        self.assertEqual(answer["X-Request-Number"], line["request"])

    def test_a_slow_query_is_written_down_without_its_values(self):
        with (
            mock.patch.object(logs, "SLOW_QUERY_S", -1.0),
            self.assertLogs("calmaxle.queries", "WARNING") as caught,
        ):
            self.client.get("/api/session")
        said = " ".join(record.getMessage() for record in caught.records)
        self.assertIn("django_session", said)
        self.assertNotIn(self.client.cookies["sessionid"].value, said)
        self.assertFalse(connection.execute_wrappers, "nothing of it stays")
