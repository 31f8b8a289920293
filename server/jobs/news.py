"""What was last written on a job and by whom, for those who look at it at the same time."""

from collections.abc import Iterator
from datetime import datetime

from django.db.models import F
from ninja import Schema

from axlecore.papers import PAPERS
from history.models import Revision
from jobs.in_hand import StepInHand, in_hand
from jobs.models import Job, PaperRevision
from rigs.models import SheetRevision
from shops.models import Person


class LastWrite(Schema):
    """The newest version of one document, and where it came from."""

    paper: str
    version: int
    place: str
    typed: str
    username: str
    person: str
    made_at: datetime


class News(Schema):
    """Versions of everything on a job, by name, and who wrote each last."""

    line_version: int
    #: Of what is done under the vehicle.
    work_version: int
    last: list[LastWrite]
    #: Steps under the vehicle that somebody has before them.
    in_hand: list[StepInHand]


def news_of(job_id: int, shop_id: int) -> News:
    """Return what is newest on a job of a shop; Job.DoesNotExist if there is none."""
    job = Job.objects.only("line_version", "work_version", "vehicle_id").get(
        pk=job_id, shop_id=shop_id
    )
    return News(
        line_version=job.line_version,
        work_version=job.work_version,
        last=list(_last(job)),
        in_hand=in_hand(job),
    )


def _last(job: Job) -> Iterator[LastWrite]:
    sheets = SheetRevision.objects.filter(vehicle_id=job.vehicle_id)
    for paper, revisions in (("sheet", sheets), ("set_up", job.revisions.all())):
        newest = revisions.select_related("person").order_by("-version").first()
        if newest is not None:
            yield _of(paper, newest)
    papers = PaperRevision.objects.filter(paper__job=job, paper__name__in=list(PAPERS))
    newest_of_each = papers.order_by("paper_id", "-version").distinct("paper_id")
    for revision in newest_of_each.select_related("person").annotate(name=F("paper__name")):
        yield _of(revision.name, revision)


def _of(paper: str, revision: Revision) -> LastWrite:
    person: Person = revision.person
    return LastWrite(
        paper=paper,
        version=revision.version,
        place=revision.place,
        typed=revision.typed,
        username=person.username,
        person=person.shown_name,
        made_at=revision.made_at,
    )
