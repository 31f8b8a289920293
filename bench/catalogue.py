"""The racks with ten thousand parts: searching, ranking a job, and taking a table in.

All of it in one transaction that is rolled back, so that the demo keeps its own racks.
"""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from dataclasses import replace

from django.conf import settings
from django.db import transaction
from django.test import Client

from axlecore.quantities.measure import Measured
from axlecore.racks.table import ReadRow
from demo.scenario import planetarium, rack
from jobs.services import open_job_on
from racks.services import import_rows
from rigs.services import store_new
from shops.models import Person, Shop

PARTS = 10_000
ROUNDS = 5


def _many(count: int) -> list[ReadRow]:
    """The demo's rows again and again, each time a little thicker."""
    rows = [row for row in rack() if row.part is not None]
    found = []
    for at in range(count):
        row, again = rows[at % len(rows)], at // len(rows)
        assert row.part is not None
        part = replace(row.part, part_number=f"{row.part.part_number}-{at}")
        if part.bar is not None:
            outside = part.bar.outside_diameter_m.value * (1 + again / 2000)
            bar = replace(part.bar, outside_diameter_m=Measured(outside))
            part = replace(part, bar=bar)
        found.append(replace(row, part=part, part_number=part.part_number))
    return found


_LOOKS_AGAIN_S = 0.02


def _median_s(ask: Callable[[], object]) -> float:
    ask()
    spent = []
    for _ in range(ROUNDS):
        begun = time.perf_counter()
        ask()
        spent.append(time.perf_counter() - begun)
    return statistics.median(spent)


def _answers(name: str, parts: int) -> dict[str, float]:
    shop = Shop.objects.create(name=f"bench {name}")
    lead = Person.objects.create_user(f"bench {name}", shop=shop, role=Person.Role.LEAD)
    begun = time.perf_counter()
    import_rows(shop, _many(parts))
    imported = time.perf_counter() - begun
    job = open_job_on(lead, store_new(lead, "Orrery", "", planetarium()), None)
    client = Client()
    client.force_login(lead, "django.contrib.auth.backends.ModelBackend")

    def get(path: str) -> object:
        answer = client.get(f"/api{path}")
        # What is handed to the workers is waited for, as the page does.
        while answer.status_code == 202:
            time.sleep(_LOOKS_AGAIN_S)
            answer = client.get(f"/api{path}")
        if answer.status_code != 200:
            raise RuntimeError(f"{path} answered {answer.status_code}")
        return answer.content

    return {
        "import_s": imported,
        "search_s": _median_s(lambda: get("/racks?kind=bar&axle=rear&axle_load=6980&price_to=500")),
        "ranking_s": _median_s(lambda: get(f"/jobs/{job.pk}/ranking?state=trip_ready")),
        "short_list_s": _median_s(
            lambda: get(f"/jobs/{job.pk}/short-list?axle=rear&action=supplement")
        ),
    }


def measure() -> dict[str, float]:
    """Return seconds of each answer with 10,000 parts, and times as long as with the demo's."""
    settings.ALLOWED_HOSTS = ["*"]
    with transaction.atomic():
        few, many = _answers("few", len(rack())), _answers("many", PARTS)
        transaction.set_rollback(True)
    found = {f"racks_{name}": value for name, value in many.items()}
    return found | {
        f"racks_{name.removesuffix('_s')}_ratio": many[name] / few[name]
        for name in ("search_s", "ranking_s", "short_list_s")
    }
