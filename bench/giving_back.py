"""Giving back and looking back: the report as PDF, a whole job's archive, a yard of 10,000 jobs."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from io import BytesIO
from typing import Any

from django.db import connection, transaction
from django.test import RequestFactory
from django.test.utils import CaptureQueriesContext

from aftercare.report import report_of
from aftercare.report_page import report_page
from archive.papers import papers_of
from archive.reading import take_in, unpacked
from archive.writing import archive_of
from axlecore.quantities.units import Units
from jobs.api import YardOnly, YardSort, list_jobs
from jobs.models import Job
from jobs.opened import OpenJob, opened
from prints.paper import PRINT, Page
from shops.models import Person

JOBS, ROUNDS = 10_000, 5


def measure() -> dict[str, float]:
    """Return seconds of the report and the archive, and milliseconds of a page of the yard."""
    lead = Person.objects.get(username="wren")
    done = Job.objects.get(vehicle__name="Gannet seedbank", again_of=None)
    job = opened(done.pk, done.shop_id)
    # The layout's own libraries load once a process.
    _report(job)
    report_s = _median(lambda: _report(opened(done.pk, done.shop_id)))
    content = _archive(job)
    archive_s = _median(lambda: _archive(opened(done.pk, done.shop_id)))
    with transaction.atomic():
        started = time.perf_counter()
        take_in(lead, unpacked(BytesIO(content), len(content)))
        taken_in_s = time.perf_counter() - started
        transaction.set_rollback(True)
    return {
        "report_s": report_s,
        "archive_out_s": archive_s,
        "archive_in_s": taken_in_s,
        "archive_mb": len(content) / 1e6,
        **_yard(lead),
    }


def _report(job: OpenJob) -> bytes:
    return _laid_out(report_page(report_of(job), job.row.pk, Units.METRIC))


def _archive(job: OpenJob) -> bytes:
    """The archive with its papers, none of them laid out before."""
    pages = papers_of(job, Units.METRIC)
    return archive_of(job, {path: _laid_out(page) for path, page in pages.items()})


def _laid_out(page: Page) -> bytes:
    return PRINT.work(page.encode(), lambda *_: None)


def _yard(lead: Person) -> dict[str, float]:
    """A shop of 10,000 jobs, undone again."""
    request: Any = RequestFactory().get("/api/jobs")
    request.user = lead
    asked: list[dict[str, Any]] = [
        {},
        {"find": "coach 77"},
        {"only": YardOnly.BLOCKED, "sort": YardSort.DUE},
        {"fitter": "tern", "sort": YardSort.NAME},
    ]
    with transaction.atomic():
        model = Job.objects.filter(shop=lead.shop).order_by("pk").first()
        assert model is not None
        Job.objects.bulk_create(
            Job(
                shop=lead.shop,
                number=100_000 + number,
                vehicle=model.vehicle,
                set_up=model.set_up,
                blocked_by="" if number % 2 else "Both axles are weighed.",
            )
            for number in range(JOBS)
        )
        with connection.cursor() as cursor:
            cursor.execute("ANALYZE jobs_job")
        spent, queries = [], set()
        for more in asked:
            given = {"find": "", "page": 1, "fitter": "", **more}
            with CaptureQueriesContext(connection) as seen:
                _asked(request, given)
            queries.add(len(seen))
            spent.append(_median(lambda given=given: _asked(request, given)))
        transaction.set_rollback(True)
    return {"yard_ms": 1e3 * max(spent), "yard_queries": float(max(queries))}


def _asked(request: Any, given: dict[str, Any]) -> None:
    found = list_jobs(request, **given)
    list(found["rows"])


def _median(work: Callable[[], object]) -> float:
    spent = []
    for _ in range(ROUNDS):
        started = time.perf_counter()
        work()
        spent.append(time.perf_counter() - started)
    return statistics.median(spent)
