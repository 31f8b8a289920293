"""Tasks over HTTP: how far one is, and stopping it."""

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router

from shops.errors import Refused
from shops.requests import PersonRequest
from tasks.doing import STOPPED
from tasks.handing import TaskOut, may_stop, seen_to, task_out, waited_for
from tasks.models import Task, TaskState

router = Router(tags=["tasks"])


def _task(request: PersonRequest, task_id: int) -> Task:
    # What was asked and answered may be megabytes; neither is told here.
    there = Task.objects.defer("asked", "answer")
    return get_object_or_404(there, pk=task_id, shop=request.user.shop_id)


@router.get("/tasks/{int:task_id}", response=TaskOut, operation_id="read_task")
def get_task(request: PersonRequest, task_id: int) -> TaskOut:
    return task_out(seen_to(_task(request, task_id)), request.user)


@router.post("/tasks/{int:task_id}/stop", response=TaskOut, operation_id="stop_task")
def post_stop(request: PersonRequest, task_id: int) -> HttpResponse:
    task = _task(request, task_id)
    if not task.ended and not may_stop(task, request.user):
        raise Refused("", "Whoever asked for it may stop it, or a lead.", status=403)
    still = Task.objects.filter(pk=task.pk, ended_at=None)
    # One that nobody has begun ends here; one that is worked on at its next step.
    still.update(stop_asked=True)
    still.filter(state=TaskState.WAITING).update(
        state=TaskState.STOPPED, message=STOPPED, ended_at=timezone.now()
    )
    return waited_for(request, _task(request, task_id))
