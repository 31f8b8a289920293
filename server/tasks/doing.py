"""Doing a task: one has it in hand at a time, says how far it is, and ends it in one way."""

import logging
from datetime import timedelta
from uuid import UUID, uuid4

from django.db.models import Q, QuerySet
from django.utils import timezone

from axlecore.errors import CoreError
from tasks.kinds import KINDS, MovedError, StoppedError
from tasks.models import Task, TaskState

#: Nobody's step is as long; whoever had it in hand is gone.
GIVEN_UP_AFTER = timedelta(seconds=60)
STOPPED = "It was stopped."
FAILED = "This did not work out. Try again, or tell the lead; the log has it as task {number}."

_LOG = logging.getLogger("calmaxle.tasks")


def left_alone() -> Q:
    """Return what tells tasks that nobody has in hand."""
    gone = Q(state=TaskState.WORKING, begun_at__lt=timezone.now() - GIVEN_UP_AFTER)
    return Q(state=TaskState.WAITING) | gone


def perform(tasks: QuerySet[Task]) -> None:
    """Take a task in hand, given as rows it is the only one of, and do it to its end.

    What came of it is on its row; where it ended already, nothing is done.
    """
    hand = uuid4()
    begun = {"state": TaskState.WORKING, "hand": hand, "begun_at": timezone.now()}
    if not tasks.filter(ended_at=None).update(**begun):
        return
    task = Task.objects.get(hand=hand)
    try:
        answer = KINDS[task.kind].work(bytes(task.asked), lambda *said: _say(hand, *said))
    except StoppedError:
        _end(hand, TaskState.STOPPED, message=STOPPED)
    except MovedError:
        _end(hand, TaskState.MOVED)
    except CoreError as error:
        _end(hand, TaskState.FAILED, message=str(error))
    except Exception:
        _LOG.exception("task %s failed", task.pk)
        _end(hand, TaskState.FAILED, message=FAILED.format(number=task.pk))
    else:
        _end(hand, TaskState.DONE, answer=answer)


def _say(hand: UUID, steps_done: int, steps: int, doing: str) -> None:
    said = {"steps_done": steps_done, "steps": steps, "doing": doing}
    in_hand = Task.objects.filter(hand=hand, stop_asked=False, ended_at=None)
    if not in_hand.update(**said):
        raise StoppedError


def _end(hand: UUID, state: TaskState, message: str = "", answer: bytes | None = None) -> None:
    Task.objects.filter(hand=hand, ended_at=None).update(
        state=state, message=message, answer=answer, asked=b"", ended_at=timezone.now()
    )
