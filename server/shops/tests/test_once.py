"""A write that names itself is done once, however often and from wherever it is sent."""

from __future__ import annotations

import json
from unittest import mock
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile, UploadedFile
from django.db import OperationalError
from django.test import Client, TransactionTestCase
from psycopg.errors import DeadlockDetected

from axlecore.vehicle.rig import RigKind
from jobs import writes
from jobs.models import Job
from jobs.services import open_job
from photos import api as photos_api
from photos.tests.test_photos import picture
from rigs.models import Vehicle
from shops.models import KeptAnswer, Shop
from shops.tests.at_once import at_once
from shops.tests.people import TwoShops, person


def edit(client: Client, job: Job, key: str, typed: str = "5300 mm", base: int = 1):
    body = {"place": "wheelbase_m", "typed": typed, "known": "measured", "base_version": base}
    return client.generic(
        "PATCH",
        f"/api/jobs/{job.pk}/sheet",
        json.dumps(body),
        content_type="application/json",
        headers={"Idempotency-Key": key},
    )


class OnceTests(TwoShops):
    def version(self) -> int:
        return Vehicle.objects.get(pk=self.job.vehicle_id).version

    def test_a_write_sent_again_is_answered_the_same_and_not_done_again(self):
        key = str(uuid4())
        first, again = edit(self.client, self.job, key), edit(self.client, self.job, key)
        self.assertEqual((first.status_code, again.status_code), (200, 200))
        self.assertEqual(json.loads(first.content), json.loads(again.content))
        self.assertEqual(self.version(), 2)

    def test_it_is_the_same_write_on_a_later_version_too(self):
        key = str(uuid4())
        edit(self.client, self.job, key)
        again = edit(self.client, self.job, key, base=2)
        self.assertEqual((again.status_code, self.version()), (200, 2))

    def test_an_identifier_names_one_write(self):
        key = str(uuid4())
        edit(self.client, self.job, key)
        other = edit(self.client, self.job, key, "5310 mm")
        self.assertEqual(other.status_code, 422)
        self.assertEqual(other.json()["detail"][0]["field"], "Idempotency-Key")

    def test_what_is_refused_may_be_put_right_under_the_same_identifier(self):
        key = str(uuid4())
        self.assertEqual(edit(self.client, self.job, key, "5300 bananas").status_code, 422)
        self.assertEqual(edit(self.client, self.job, key).status_code, 200)
        self.assertEqual(self.version(), 2)

    def test_another_person_is_not_answered_with_it(self):
        key = str(uuid4())
        edit(self.client, self.job, key)
        self.assertEqual(edit(self.as_(self.stranger), self.job, key).status_code, 404)

    def test_an_identifier_that_is_none_is_refused(self):
        for key in ("short", "x" * 65, "bad key!!", "ключ-ключ"):
            self.assertEqual(edit(self.client, self.job, key).status_code, 422, key)
        self.assertEqual(KeptAnswer.objects.count(), 0)


def deadlock() -> OperationalError:
    """The error that Django raises where PostgreSQL chose a transaction to be undone."""
    error = OperationalError("deadlock detected")
    error.__cause__ = DeadlockDetected()
    return error


class TriedAgainTests(TransactionTestCase):
    """Writes with and without an identifier, undone by the database once or for good."""

    def setUp(self) -> None:
        self.lead = person(Shop.objects.create(name="Twice"), "twice")
        self.job = open_job(self.lead, "Coach", "", RigKind.COACH, None, [])
        self.client.force_login(self.lead)
        self.headers = ({}, {"Idempotency-Key": str(uuid4())})

    def after_deadlocks(self, times: int, headers: dict[str, str]):
        """Change the wheelbase while the database undoes the first so many tries."""
        sheet = Vehicle.objects.get(pk=self.job.vehicle_id)
        body = {"place": "wheelbase_m", "typed": f"{5300 + sheet.version} mm", "known": "measured"}
        real, left = writes.opened, [deadlock() for _ in range(times)]

        def opened(*place):
            if left:
                raise left.pop()
            return real(*place)

        with mock.patch.object(writes, "opened", opened):
            return self.client.patch(
                f"/api/jobs/{self.job.pk}/sheet",
                body | {"base_version": sheet.version},
                content_type="application/json",
                headers=headers,
            )

    def test_a_deadlock_is_tried_again(self):
        for number, headers in enumerate(self.headers, start=2):
            self.assertEqual(self.after_deadlocks(1, headers).status_code, 200, headers)
            self.assertEqual(Vehicle.objects.get(pk=self.job.vehicle_id).version, number)

    def test_one_that_never_ends_is_answered_as_later(self):
        for headers in self.headers:
            with self.assertLogs("django.request", "ERROR"):
                answer = self.after_deadlocks(9, headers)
            self.assertEqual(answer.status_code, 503, headers)
            self.assertIn("tried again", answer.json()["detail"][0]["message"])
        self.assertEqual(Vehicle.objects.get(pk=self.job.vehicle_id).version, 1)

    def test_a_photo_is_read_from_its_beginning_again(self):
        real, left = photos_api.keep_photo, [deadlock()]

        def keep_photo(*given, **named):
            if left:
                next(one for one in given if isinstance(one, UploadedFile)).read()
                raise left.pop()
            return real(*given, **named)

        file = SimpleUploadedFile("x.jpg", picture(), "image/jpeg")
        with mock.patch.object(photos_api, "keep_photo", keep_photo):
            answer = self.client.post(
                f"/api/jobs/{self.job.pk}/photos",
                {"place": "side", "key": str(uuid4()), "file": file},
                headers={"Idempotency-Key": str(uuid4())},
            )
        self.assertEqual(answer.status_code, 201, answer.content)


class TwinTests(TransactionTestCase):
    def test_twins_at_the_very_same_time_are_one_write(self):
        shop = Shop.objects.create(name="Twins")
        lead = person(shop, "twin")
        job = open_job(lead, "Coach", "", RigKind.COACH, None, [])
        key = str(uuid4())

        def send():
            client = Client()
            client.force_login(lead)
            return edit(client, job, key).status_code

        self.assertEqual(at_once(*[send] * 4), [200] * 4)
        self.assertEqual(Vehicle.objects.get(pk=job.vehicle_id).version, 2)
