"""Handing work over: whoever asks gets the answer if it is there, else a task to wait for."""

from collections.abc import Callable
from datetime import timedelta
from typing import Any

from django.db import IntegrityError, transaction
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone
from ninja import Schema
from procrastinate.contrib.django.models import ProcrastinateWorker

from shops.digest import digest_of
from shops.errors import refusal
from shops.models import Person
from tasks.doing import left_alone, perform
from tasks.kinds import KINDS, Kind
from tasks.models import ANSWERING, Task, TaskState
from tasks.queued import GONE_AFTER_S, perform_queued

#: A page in a tab of its own looks again so often.
LOOKS_AGAIN_S = 1


class TaskOut(Schema):
    """A piece of work that is waited for."""

    id: int
    state: TaskState
    #: What is made, as whoever waits reads it.
    words: str
    steps_done: int
    #: 0 until it is known.
    steps: int
    doing: str
    #: Why there is no answer; empty where there is one or will be.
    message: str
    may_stop: bool


def task_out(task: Task, person: Person) -> TaskOut:
    return TaskOut(
        id=task.pk,
        state=TaskState(task.state),
        words=KINDS[task.kind].words,
        steps_done=task.steps_done,
        steps=task.steps,
        doing=task.doing,
        message=task.message,
        may_stop=may_stop(task, person),
    )


def may_stop(task: Task, person: Person) -> bool:
    """Whether somebody may stop a task: whoever asked for it, or a lead."""
    return not task.ended and (task.person_id == person.pk or person.role == Person.Role.LEAD)


def worker_is_there() -> bool:
    """Return whether a worker has said within a few seconds that it is there."""
    since = timezone.now() - timedelta(seconds=GONE_AFTER_S)
    return ProcrastinateWorker.objects.filter(last_heartbeat__gt=since).exists()


def handed_over(person: Person, kind: Kind, question: Any, asked: bytes) -> Task:
    """Return the task that answers a question; a new one where nobody asked it yet.

    Parameters
    ----------
    person : Person
        Whoever asks.
    kind : Kind
        What kind of work it is.
    question : plain data
        All that the answer rests on.
    asked : bytes
        What the kind reads.
    """
    digest = digest_of(question)
    of_it = Task.objects.filter(shop=person.shop_id, digest=digest, state__in=ANSWERING)
    task = of_it.first() or _new(person, kind, digest, asked) or of_it.get()
    return seen_to(task)


def seen_to(task: Task) -> Task:
    """Return a task as it stands; where no worker is there, whoever asks does it."""
    if task.ended or worker_is_there():
        return task
    perform(Task.objects.filter(left_alone(), pk=task.pk))
    return Task.objects.get(pk=task.pk)


def _new(person: Person, kind: Kind, digest: str, asked: bytes) -> Task | None:
    """Return a new task, in the line of the workers; None where a twin was faster."""
    try:
        with transaction.atomic():
            task = Task.objects.create(
                shop=person.shop, person=person, kind=kind.name, digest=digest, asked=asked
            )
            perform_queued.defer(task_id=task.pk)
            return task
    except IntegrityError:
        return None


def told(
    request: HttpRequest, task: Task, finished: Callable[[bytes], HttpResponse]
) -> HttpResponse:
    """Return a task's answer, or how far it is: as JSON, or as a page in a tab of its own."""
    if task.state == TaskState.DONE:
        return finished(bytes(task.answer or b""))
    return unfinished(request, task)


def unfinished(request: HttpRequest, task: Task) -> HttpResponse:
    """Return why a task has no answer: it failed, or how far it is."""
    if task.state == TaskState.FAILED:
        return refusal(422, "", task.message)
    return waited_for(request, task)


def waited_for(request: HttpRequest, task: Task) -> HttpResponse:
    """Return how far a task is: as JSON, or in a tab of its own as a page that looks again."""
    person: Any = request.user
    said, status = task_out(task, person), 200 if task.ended else 202
    if "text/html" not in request.headers.get("Accept", ""):
        return HttpResponse(said.model_dump_json(), content_type="application/json", status=202)
    page = render(
        request,
        "waiting.html",
        {"task": said, "address": request.get_full_path() if request.method == "GET" else ""},
    )
    page.status_code = status
    if not task.ended:
        page.headers["Refresh"] = str(LOOKS_AGAIN_S)
    return page
