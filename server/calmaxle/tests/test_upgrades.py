"""Data that each released version wrote: brought to this one, and every page of it read.

``released/`` holds the demo shop as each version loaded it; ``make released`` adds this one's.
"""

import gzip
import os
import subprocess
from dataclasses import replace
from functools import partialmethod
from pathlib import Path
from unittest import mock

from django.core.management import call_command
from django.db import connection
from django.test import Client, TransactionTestCase, tag

from calmaxle.tests.test_every_endpoint import operations
from jobs.models import Job
from prints.paper import PRINT
from racks.models import Part
from shops.models import Person
from tasks.kinds import KINDS

RELEASED = Path(__file__).parent / "released"
#: What a page asks that is looked at; without one of them it is refused in words.
ASKED = {
    "short-list": {"action": "supplement"},
    "first-answer": {},
    "claim": {"per_cent": "150"},
    "material": {"state": "trip_ready"},
    "sizes": {"action": "supplement", "state": "trip_ready"},
}


#: A print's page is made of what is kept; how it is laid out no version's data changes.
NOT_LAID_OUT = {PRINT.name: replace(PRINT, work=lambda page, progress: page)}


@tag("long")
@mock.patch.dict(KINDS, NOT_LAID_OUT)
class Upgrades(TransactionTestCase):
    def upgraded(self, version: str) -> None:
        """Be on a database of this version's data, brought along, until the test ends."""
        settings = connection.settings_dict
        before, name = settings["NAME"], f"{settings['NAME']}_upgraded"
        with connection.cursor() as cursor:
            cursor.execute(f'DROP DATABASE IF EXISTS "{name}"')
            cursor.execute(f'CREATE DATABASE "{name}"')

        def go_back() -> None:
            connection.close()
            settings["NAME"] = before
            with connection.cursor() as cursor:
                cursor.execute(f'DROP DATABASE "{name}"')

        connection.close()
        settings["NAME"] = name
        self.addCleanup(go_back)
        sql = gzip.decompress((RELEASED / f"{version}.sql.gz").read_bytes())
        # Roles and their rights are this server's own.
        line = ["psql", "-qX", "-v", "ON_ERROR_STOP=1", "-h", settings["HOST"]]
        login = {**os.environ, "PGPASSWORD": settings["PASSWORD"]}
        where = ["-p", str(settings["PORT"]), "-U", settings["USER"], name]
        subprocess.run([*line, *where], input=sql, env=login, check=True, capture_output=True)
        call_command("migrate", verbosity=0)

    def read(self, client: Client, address: str) -> None:
        last = address.rpartition("/")[2]
        answer = client.get(f"/api{address}", {"state": "trip_ready", **ASKED.get(last, {})})
        self.assertIn(answer.status_code, (200, 404, 422), f"{address}: {answer.content[:200]!r}")
        if answer.status_code != 200:
            self.assertTrue(answer.json()["detail"][0]["message"], address)

    def bring_along_and_read_every_page(self, version: str) -> None:
        self.upgraded(version)
        self.read_all()

    def read_all(self) -> None:
        lead = Person.objects.filter(role=Person.Role.LEAD).first()
        client = Client()
        client.force_login(lead)
        jobs = list(Job.objects.values_list("pk", flat=True))
        self.assertGreater(len(jobs), 2)
        part = Part.objects.values_list("pk", flat=True).first()
        values = {"part_id": part, "paper": "complaint", "kind": "svg"}
        pages = [path for method, path in operations() if method == "GET"]
        for job in jobs:
            page = client.get(f"/api/jobs/{job}")
            self.assertEqual(page.status_code, 200)
            self.assertEqual(client.get(f"/api/jobs/{job}/assessment").status_code, 200)
        for path in pages:
            names = [one.partition("}")[0].rpartition(":")[2] for one in path.split("{")[1:]]
            if "job_id" in names and {*names} <= {*values, "job_id"}:
                # Every vehicle is opened above; the first and the last differ most.
                for job in (jobs[0], jobs[-1]):
                    self.read(client, self.filled(path, {**values, "job_id": job}))
            elif {*names} <= {*values}:
                self.read(client, self.filled(path, values))

    def filled(self, path: str, values: dict[str, object]) -> str:
        for name, value in values.items():
            path = path.replace(f"{{int:{name}}}", str(value)).replace(f"{{{name}}}", str(value))
        return path


for file in RELEASED.glob("*.sql.gz"):
    version = file.name.removesuffix(".sql.gz")
    setattr(
        Upgrades,
        f"test_what_{version.replace('.', '_')}_wrote_is_brought_along_and_read",
        partialmethod(Upgrades.bring_along_and_read_every_page, version),
    )
