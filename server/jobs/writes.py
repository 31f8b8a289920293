"""Writing on a job: the one way to lock what is written on, and the one order of locks.

Locks are taken in this order and no other: shop, vehicle, job; a job's papers, decisions and
passes are locked with the job. What needs the shop's lock takes it first and on its own.
"""

from collections.abc import Callable
from typing import TypeVar

from django.db import OperationalError, connection, transaction

from jobs.models import Job
from jobs.opened import OpenJob, opened
from rigs.models import Vehicle
from shops.try_again import TRIES, asks_to_try_again

R = TypeVar("R")


def in_turn(job_id: int, shop_id: int, work: Callable[[], R]) -> R:
    """Do some work while nobody else writes on a job of a shop: all of it or nothing.

    Locks the job's vehicle, then the job; Job.DoesNotExist where the shop has none such. Done
    again where the database asks for that, so ``work`` reads what it needs itself.
    """
    of_job = Vehicle.objects.filter(jobs=job_id, jobs__shop=shop_id).only("pk")
    job = Job.objects.filter(pk=job_id, shop=shop_id).only("pk")

    def once() -> R:
        with transaction.atomic():
            of_job.select_for_update(no_key=True, of=("self",)).first()
            job.select_for_update(no_key=True).get()
            return work()

    return _tried_again(once)


def write(job_id: int, shop_id: int, act: Callable[[OpenJob], object]) -> OpenJob:
    """Let ``act`` write on a job as it stands once it is locked; return it as it then is.

    What the job's gate asks for is noted anew.
    """

    def work() -> OpenJob:
        job = opened(job_id, shop_id)
        act(job)
        now = job.after_writing()
        _note_gate(now)
        return now

    return in_turn(job_id, shop_id, work)


def _tried_again(work: Callable[[], R]) -> R:
    """Do a transaction, again where the database asks for that."""
    for tries_left in reversed(range(TRIES)):
        try:
            return work()
        except OperationalError as error:
            # Inside another transaction all of that is done again, by whoever began it.
            if not (tries_left and asks_to_try_again(error)) or connection.in_atomic_block:
                raise
    raise AssertionError("unreachable")


def _passed(job: OpenJob, station: str) -> bool:
    return any(one.station == station for one in job.row.passes.all())


def _note_gate(job: OpenJob) -> None:
    """Keep what the job's gate asks for next, so that the yard reads it without working."""
    gates = job.practice.gates
    gate = next((gate for gate in gates if gate.station == job.row.station), None)
    # Past the last gate nothing is asked for any more.
    over = gate is not None and gate.next is None and _passed(job, gate.station)
    unmet = [check.text for check in gate.checks if not check.met] if gate and not over else []
    more = f" (and {len(unmet) - 1} more)" if len(unmet) > 1 else ""
    said = f"{unmet[0]}{more}"[:160] if unmet else ""
    if said != job.row.blocked_by:
        job.row.blocked_by = said
        Job.objects.filter(pk=job.row.pk).update(blocked_by=said)
