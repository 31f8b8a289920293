"""A write that names itself is done once, however often and from wherever it is sent."""

from __future__ import annotations

import json
from uuid import uuid4

from django.test import Client, TransactionTestCase

from axlecore.vehicle.rig import RigKind
from jobs.models import Job
from jobs.services import open_job
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
