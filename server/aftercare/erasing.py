"""Erasing an owner: the figures of their vehicles stay, without the person."""

from django.db import transaction
from django.utils import timezone

from aftercare.models import HandOver
from jobs.models import Agreement, Job, Shelf
from rigs.models import Owner
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead

_ERASED = "erased"
#: A stroke that is no signature any more: who signed has signed, but nobody's hand is kept.
_NO_HAND = [[[0, 0], [1, 1]]]


def erase_owner(person: Person, owner_id: int) -> None:
    """Erase an owner with all that names them; Refused while a job of theirs is open."""
    only_a_lead(person, "Only a lead erases an owner; ask one.")
    with transaction.atomic():
        owner = Owner.objects.select_for_update().get(pk=owner_id, shop=person.shop_id)
        jobs = Job.objects.filter(vehicle__owner=owner)
        handed = HandOver.objects.filter(job__in=jobs, handed_on__isnull=False).values("job")
        first = jobs.filter(shelf=Shelf.YARD).exclude(pk__in=handed).order_by("number").first()
        if first is not None:
            raise Refused(
                "owner_id", f"Job {first.number} of this owner is open: end it first.", 409
            )
        Agreement.objects.filter(job__in=jobs).exclude(signature=[]).update(signature=_NO_HAND)
        Agreement.objects.filter(job__in=jobs).update(by=_ERASED)
        now = timezone.now()
        for job in jobs:
            job.report_links.filter(withdrawn_at=None).update(withdrawn_at=now)
            job.report_links.update(felt={}, word="")
            job.quote_links.filter(withdrawn_at=None).update(withdrawn_at=now)
            job.quote_links.update(question="")
            job.troubles_after.update(said="")
        owner.vehicles.update(registration="", odometer="")
        owner.delete()
