"""One evaluation of a job, in processor time, and what part of an answer is not core's."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable

from django.test import Client

from jobs.gates import assess_job
from jobs.models import Job
from shops.models import Person

ROUNDS = 60


def _processor_ms(act: Callable[[], object]) -> float:
    act()
    spent = []
    for _ in range(ROUNDS):
        started = time.process_time()
        act()
        spent.append(time.process_time() - started)
    return statistics.median(spent) * 1e3


def measure() -> dict[str, float]:
    """Return processor time of core alone and of the whole request inside the server."""
    job = (
        Job.objects.select_related("vehicle")
        .prefetch_related("papers", "decisions")
        .get(vehicle__name__startswith="Orrery")
    )
    client = Client()
    client.force_login(Person.objects.get(username="wren"))
    core = _processor_ms(lambda: assess_job(job))
    whole = _processor_ms(lambda: client.get(f"/api/jobs/{job.pk}/assessment"))
    return {
        "evaluation_processor_ms": core,
        "answer_processor_ms": whole,
        "share_outside_core_percent": (1 - core / whole) * 100,
    }
