"""The evaluation endpoint under sixteen clients on loopback."""

from __future__ import annotations

import http.client
import statistics
import threading
import time
from urllib.parse import urlsplit

from django.contrib.sessions.backends.db import SessionStore

from jobs.models import Job
from shops.models import Person

CLIENTS = 16
REQUESTS_EACH = 40


def _session_of(person: Person) -> str:
    store = SessionStore()
    store["_auth_user_id"] = str(person.pk)
    store["_auth_user_backend"] = "django.contrib.auth.backends.ModelBackend"
    store["_auth_user_hash"] = person.get_session_auth_hash()
    store.save()
    return str(store.session_key)


def measure(address: str) -> dict[str, float]:
    """Return median and 95th percentile of an answer, and answers a second."""
    job = Job.objects.get(vehicle__name__startswith="Orrery")
    path = f"/api/jobs/{job.pk}/assessment"
    cookie = {"Cookie": f"sessionid={_session_of(Person.objects.get(username='wren'))}"}
    host = urlsplit(address).netloc
    spent: list[float] = []

    def client(rounds: int) -> None:
        connection = http.client.HTTPConnection(host, timeout=30)
        for _ in range(rounds):
            started = time.perf_counter()
            connection.request("GET", path, headers=cookie)
            answer = connection.getresponse()
            answer.read()
            if answer.status != 200:
                raise RuntimeError(f"{path} answered {answer.status}")
            spent.append(time.perf_counter() - started)
        connection.close()

    client(10)
    spent.clear()
    threads = [threading.Thread(target=client, args=(REQUESTS_EACH,)) for _ in range(CLIENTS)]
    started = time.perf_counter()
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    whole = time.perf_counter() - started
    return {
        "endpoint_median_ms": statistics.median(spent) * 1e3,
        "endpoint_p95_ms": statistics.quantiles(spent, n=20)[-1] * 1e3,
        "endpoint_answers_a_second": len(spent) / whole,
    }
