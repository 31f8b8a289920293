"""The line in which tasks wait for a worker, on the same database."""

from django.utils import timezone
from procrastinate import JobContext
from procrastinate.contrib.django import app
from procrastinate.jobs import Status

from tasks.doing import FAILED, perform
from tasks.models import Task, TaskState
from tasks.sweeping import sweep

#: A worker says so often that it is there, and is taken for gone after so long without a word.
BEAT_S, GONE_AFTER_S = 5.0, 20.0
#: A task that its worker did not outlive so often is not tried again.
MOST_TRIES = 3


@app.task(name="perform")
def perform_queued(task_id: int) -> None:
    """Do one task; whoever had it before is gone."""
    perform(Task.objects.filter(pk=task_id))


@app.periodic(cron="* * * * *")
@app.task(name="take_up", pass_context=True)
async def take_up(context: JobContext, timestamp: int) -> None:
    """Take up again, once a minute, what a worker left that is gone."""
    manager = app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=GONE_AFTER_S):
        if job.attempts < MOST_TRIES:
            await manager.retry_job(job)
            continue
        await manager.finish_job(job, status=Status.FAILED, delete_job=False)
        (number,) = job.task_kwargs.values()
        left = Task.objects.filter(pk=str(number), ended_at=None)
        failed = {"state": TaskState.FAILED, "message": FAILED.format(number=number)}
        await left.aupdate(**failed, ended_at=timezone.now())


@app.periodic(cron="7 * * * *")
@app.task(name="sweep")
def sweep_hourly(timestamp: int) -> None:
    """Drop what is of no use to anybody any more."""
    sweep()
