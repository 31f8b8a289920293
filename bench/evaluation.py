"""One evaluation of a job and one edit, in processor time, and what of an answer is not core's."""

from __future__ import annotations

import json
import statistics
import time
from collections.abc import Callable

from django.test import Client

from axlecore.fitup.sheet import Fitting
from axlecore.practice.report import assessed
from axlecore.practice.target import Target
from jobs.models import Job
from jobs.opened import opened
from shops.models import Person

ROUNDS = 60


def _processor_ms(act: Callable[[int], object]) -> list[float]:
    act(0)
    spent = []
    for round_ in range(1, ROUNDS + 1):
        started = time.process_time()
        act(round_)
        spent.append((time.process_time() - started) * 1e3)
    return spent


def measure() -> dict[str, float]:
    """Return processor time of core alone, of the whole request, and of an edit in the server."""
    row = Job.objects.select_related("vehicle").get(vehicle__name__startswith="Orrery")
    job = opened(row.pk, row.shop_id)
    client = Client(headers={"host": "127.0.0.1"})
    client.force_login(Person.objects.get(username="wren"))
    papers = job.read(Target), job.decision, job.read(Fitting)
    core = _processor_ms(lambda _: assessed(job.sheet, job.set_up, *papers))
    again = _processor_ms(lambda _: client.get(f"/api/jobs/{row.pk}/assessment"))
    edits = _processor_ms(lambda round_: _edit(client, row, round_))
    return {
        "evaluation_processor_ms": statistics.median(core),
        "answer_again_processor_ms": statistics.median(again),
        "edit_processor_median_ms": statistics.median(edits),
        "edit_processor_p95_ms": statistics.quantiles(edits, n=20)[-1],
    }


def _edit(client: Client, row: Job, round_: int) -> None:
    """One number typed on the sheet of a job with a fit-up begun."""
    row.vehicle.refresh_from_db(fields=["version"])
    body = {
        "base_version": row.vehicle.version,
        "place": "rear.track_m",
        # Never the same twice: nothing of it is kept from before.
        "typed": f"{1850 + round_ % 2 + time.time() % 1:.6f} mm",
        "known": "measured",
    }
    answer = client.patch(
        f"/api/jobs/{row.pk}/sheet", json.dumps(body), content_type="application/json"
    )
    if answer.status_code != 200:
        raise RuntimeError(f"the edit answered {answer.status_code}: {answer.content[:200]!r}")
