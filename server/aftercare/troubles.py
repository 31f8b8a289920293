"""Noises and troubles after the work: three answers, the likely part, and what it was."""

from django.db.models import Count
from django.utils import timezone

from aftercare.models import TroubleAfter
from axlecore.aftercare.noises import Found, Heard, Noticed, Since, causes
from axlecore.errors import InputError
from jobs.gates import worked
from jobs.opened import OpenJob
from shops.errors import Refused
from shops.models import Person, Shop


def found_here(shop: Shop) -> list[Found]:
    """How often each trouble turned out to be what, in a shop."""
    counted = (
        TroubleAfter.objects.filter(job__shop=shop)
        .exclude(cause="")
        .values("trouble", "cause")
        .annotate(times=Count("pk"))
    )
    return [Found(Noticed(one["trouble"]), one["cause"], one["times"]) for one in counted]


def tell_trouble(
    job: OpenJob, person: Person, trouble: Noticed, heard: Heard, since: Since, said: str
) -> None:
    """Keep what an owner noticed. Call with the job locked, as everything here."""
    job.row.troubles_after.create(
        trouble=trouble, heard=heard, since=since, said=said.strip(), person=person
    )
    worked(job.row)


def say_cause(job: OpenJob, person: Person, trouble_id: int, cause: str, found: str) -> None:
    """Keep what a trouble turned out to be; it counts for the next one. Said anew, it is that."""
    row = job.row.troubles_after.get(pk=trouble_id)
    known = [one.key for one in causes([Noticed(row.trouble)])]
    if cause and cause not in known:
        raise InputError("cause", f"Read “{cause[:32]}”; one of {', '.join(known)}, or none.")
    if not cause and not found.strip():
        raise InputError("found", "Choose what it was, or write it.")
    row.cause, row.found = cause, found.strip()
    row.found_at, row.found_by = timezone.now(), person
    row.save()
    worked(job.row)


def take_trouble_back(job: OpenJob, trouble_id: int) -> None:
    """Take a trouble away that was told by mistake; one whose cause was found stays."""
    row = job.row.troubles_after.get(pk=trouble_id)
    if row.found_at is not None:
        raise Refused("trouble_id", "Its cause was found: it stays on the record.", 409)
    row.delete()
    worked(job.row)
