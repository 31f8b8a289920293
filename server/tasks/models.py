"""Work that takes too long for whoever asked to wait in line with it."""

from django.db import models

from shops.models import Person, Shop


class TaskState(models.TextChoices):
    WAITING = "waiting", "Waiting"
    WORKING = "working", "Working"
    DONE = "done", "Done"
    FAILED = "failed", "Failed"
    STOPPED = "stopped", "Stopped"
    # What it was about is not what it was; whoever asks again is answered anew.
    MOVED = "moved", "Moved"


#: A task that answers, or will.
ANSWERING = (TaskState.WAITING, TaskState.WORKING, TaskState.DONE)


class Task(models.Model):
    """One piece of work with what came of it, so that nobody asks for the same twice."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="+")
    person = models.ForeignKey(Person, models.CASCADE, related_name="+")
    kind = models.CharField(max_length=24)
    # Of the kind and all that the answer rests on: the same question has one task.
    digest = models.CharField(max_length=64)
    # What is to be worked on, as its kind reads it; dropped when it is done.
    asked = models.BinaryField()
    state = models.CharField(max_length=8, choices=TaskState, default=TaskState.WAITING)
    # Who has it in hand; whoever lost it to another writes nothing any more.
    hand = models.UUIDField(null=True)
    steps_done = models.PositiveIntegerField(default=0)
    steps = models.PositiveIntegerField(default=0)
    doing = models.CharField(max_length=120, default="")
    stop_asked = models.BooleanField(default=False)
    # Why there is no answer, in words.
    message = models.TextField(default="")
    answer = models.BinaryField(null=True)
    made_at = models.DateTimeField(auto_now_add=True)
    begun_at = models.DateTimeField(null=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=models.Q(state__in=TaskState.values), name="known_task_state"
            ),
            models.CheckConstraint(
                condition=models.Q(answer__isnull=False) | ~models.Q(state=TaskState.DONE),
                name="done_with_an_answer",
            ),
            models.UniqueConstraint(
                fields=["shop", "digest"],
                condition=models.Q(state__in=[state.value for state in ANSWERING]),
                name="one_task_a_question",
            ),
        ]
        indexes = [models.Index(fields=["ended_at"], name="tasks_by_age")]

    @property
    def ended(self) -> bool:
        return self.state not in (TaskState.WAITING, TaskState.WORKING)
