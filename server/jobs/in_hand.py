"""Who has which step in hand, so that two fitters on one job do not begin the same."""

from datetime import timedelta

from django.utils import timezone
from ninja import Schema

from jobs.models import InHand, Job
from shops.models import Person

#: A device says so anew every minute; one that fell silent has nothing in hand.
FRESH = timedelta(seconds=150)


class StepInHand(Schema):
    """A step that somebody has before them."""

    username: str
    person: str
    step: str


def take_in_hand(person: Person, job_id: int, step: str) -> None:
    """Note the step that somebody has before them; Job.DoesNotExist where it is not theirs."""
    job = Job.objects.only("pk").get(pk=job_id, shop=person.shop_id)
    InHand.objects.update_or_create(
        job=job, person=person, defaults={"step": step, "at": timezone.now()}
    )


def in_hand(job: Job) -> list[StepInHand]:
    """Return what is in hand on a job, by whom."""
    fresh = job.in_hand.filter(at__gt=timezone.now() - FRESH).select_related("person")
    return [
        StepInHand(username=one.person.username, person=one.person.shown_name, step=one.step)
        for one in fresh.order_by("pk")
    ]
