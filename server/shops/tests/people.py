"""Two shops with people, a vehicle and a rack, for the server's tests."""

from __future__ import annotations

import json
from typing import Any

from django.test import Client, TestCase

from axlecore.vehicle.rig import RigKind
from demo.scenario import rack
from jobs.models import Job
from jobs.services import open_job
from racks.models import Part
from racks.services import import_rows
from shops.models import Person, Shop

PASSWORD = "a-long-pass-phrase"


def person(shop: Shop, username: str, role: str = Person.Role.LEAD) -> Person:
    return Person.objects.create_user(username, password=PASSWORD, shop=shop, role=role)


def stock(shop: Shop, count: int) -> list[Part]:
    """Put the first parts of the demo's racks, rear bars all, on a shop's."""
    rows = rack()[:count]
    import_rows(shop, rows)
    numbers = [row.part_number for row in rows]
    return list(Part.objects.filter(shop=shop, part_number__in=numbers).order_by("pk"))


class TwoShops(TestCase):
    """A shop with a lead, a viewer, a job and bars; and a stranger of another shop."""

    @classmethod
    def setUpTestData(cls) -> None:
        cls.shop, cls.other_shop = (Shop.objects.create(name=n) for n in ("Here", "There"))
        cls.lead = person(cls.shop, "lead")
        cls.viewer = person(cls.shop, "viewer", Person.Role.VIEWER)
        cls.stranger = person(cls.other_shop, "stranger")
        cls.job: Job = open_job(cls.lead, "Coach", "a test coach", RigKind.COACH, None, [])
        cls.bars = stock(cls.shop, 4)

    def setUp(self) -> None:
        self.client.force_login(self.lead)

    def as_(self, someone: Person) -> Client:
        client = Client()
        client.force_login(someone)
        return client

    def send(
        self,
        method: str,
        path: str,
        body: Any = None,
        client: Client | None = None,
        headers: dict[str, str] | None = None,
    ) -> Any:
        return (client or self.client).generic(
            method,
            f"/api{path}",
            json.dumps(body),
            content_type="application/json",
            headers=headers,
        )

    def sheet_edit(
        self, place: str, typed: str, base: int = 1, client: Client | None = None
    ) -> Any:
        body = {"base_version": base, "place": place, "typed": typed, "known": "measured"}
        return self.send("PATCH", f"/jobs/{self.job.pk}/sheet", body, client)

    def assert_refused(self, answer: Any, status: int, field: str, words: str = "") -> None:
        self.assertEqual(answer.status_code, status, answer.content[:300])
        detail = answer.json()["detail"][0]
        self.assertEqual(detail["field"], field)
        self.assertIn(words, detail["message"])
