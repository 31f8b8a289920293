"""The owner's report: what it says, kept as it was shown, and the link it is behind."""

import re

from django.db.models import QuerySet
from django.utils import timezone

from aftercare.giving import planned_visits
from aftercare.models import ReportLink
from aftercare.returned import hand_over_of, outside_of, plan_steps
from axlecore import __version__
from axlecore.aftercare.owner_report import (
    OwnerLater,
    OwnerLean,
    OwnerReport,
    in_a_sentence,
    outside_sentences,
    owner_lean,
    visit_sentences,
)
from axlecore.errors import InputError
from axlecore.formats import from_plain, to_plain
from axlecore.practice.finding import Kind
from axlecore.practice.listen import Complaint
from axlecore.practice.target import Target
from axlecore.practice.words import chosen_words
from axlecore.road.impressions import QUESTIONS, SCALE, Felt, Rider
from drive.models import Impression
from drive.verdict import Verdicts, verdicts_of
from jobs.gates import worked
from jobs.opened import OpenJob
from photos.models import Photo
from shops.errors import Refused
from shops.models import Person
from shops.requests import only_a_lead
from shops.secret import Secret

_SECRET = Secret("report")
#: Pictures in a report: two pages hold no more.
_MOST_PHOTOS = 4
_MOST_FOUND, _MOST_LATER = 6, 4
#: Less than this part of the lean nobody feels.
_LEAST_GAIN = 0.02


def report_of(job: OpenJob) -> OwnerReport:
    """Return a job as its owner reads it; Refused where it was not handed over."""
    giving = hand_over_of(job)
    if giving.handed_on is None:
        raise Refused("report", "It was not handed over yet; the report is of what was.", 422)
    verdicts = verdicts_of(job)
    lean = _lean(verdicts)
    return OwnerReport(
        vehicle=job.row.vehicle.name,
        shop=job.row.shop.name,
        handed_on=giving.handed_on,
        complaint=job.read(Complaint).words,
        found=[
            f"{one.what} {one.todo}".strip()
            for one in job.practice.look.findings
            if one.kind is not Kind.NOTE
        ][:_MOST_FOUND],
        fitted=chosen_words(job.set_up),
        outside=outside_sentences(outside_of(job, plan_steps(job))),
        left_off=list(giving.left_off),
        lean=lean,
        says="" if lean is None else in_a_sentence(lean),
        felt=_felt(job),
        visits=visit_sentences(planned_visits(giving)),
        later=_later(job, verdicts),
        currency=job.row.shop.currency,
    )


def _lean(verdicts: Verdicts) -> OwnerLean | None:
    judged = verdicts.judged
    if judged is None or verdicts.measured is None:
        return None
    pair = verdicts.judged_pair
    before = None if pair is None else pair.comparison.before.roll_gradient_deg_per_g
    after = verdicts.measured.roll_gradient_deg_per_g
    return owner_lean(judged.predicted_before, judged.predicted, before, after)


def _felt(job: OpenJob) -> list[str]:
    """What both sides of the work felt like, where somebody answered the same question twice."""
    answers: dict[tuple[str, str], dict[str, int]] = {}
    for one in Impression.objects.filter(run__job=job.row, run__removed_at=None).order_by("pk"):
        answers[one.seat, one.run.when] = one.felt
    said = []
    for question in QUESTIONS:
        each = []
        for seat in Rider:
            was, now = (
                answers.get((seat, when), {}).get(question.felt) for when in ("before", "after")
            )
            if was is not None and now is not None:
                each.append(f"{seat} {SCALE[was]} before, {SCALE[now]} now")
        if each:
            said.append(f"{question.text}: {'; '.join(each)}.")
    return said


def _later(job: OpenJob, verdicts: Verdicts) -> list[OwnerLater]:
    """What was left for later at the desk, then what would let it lean less by the road."""
    words = re.split(r"[;\n]", job.read(Target).left_for_later)
    left = [OwnerLater(one.strip()) for one in words if one.strip()]
    labour = job.row.shop.labour_cents_an_hour / 100
    steps = verdicts.judged.next_steps if verdicts.judged else []
    better = [
        OwnerLater(one.what, -one.change, one.hours * labour, one.parts)
        for one in steps
        if one.change < -_LEAST_GAIN
    ]
    return [*left, *better][:_MOST_LATER]


def photos_of(job_id: int) -> "QuerySet[Photo]":
    """Pictures of a job that a report may show, the newest first."""
    return Photo.objects.filter(job=job_id, removed_at=None).order_by("-pk")


def report_photos(photos: "QuerySet[Photo]") -> list[Photo]:
    """The pictures a report shows, in the order they were taken."""
    return list(reversed(photos[:_MOST_PHOTOS]))


def send_report(job: OpenJob, person: Person) -> None:
    """Make a link to the report as it is; one that was open before is withdrawn."""
    only_a_lead(person, "Only a lead sends a report; ask one.")
    shown = to_plain(report_of(job))
    job.row.report_links.filter(withdrawn_at=None).update(withdrawn_at=timezone.now())
    job.row.report_links.create(
        shown=shown,
        core_version=__version__,
        photos=[one.pk for one in report_photos(photos_of(job.row.pk))],
        person=person,
    )
    worked(job.row)


def withdraw_report(job: OpenJob, person: Person, link_id: int) -> None:
    """Close a report's link; whoever opens it is told to ask the shop."""
    only_a_lead(person, "Only a lead withdraws a report; ask one.")
    link = job.row.report_links.get(pk=link_id)
    if link.withdrawn_at is None:
        link.withdrawn_at = timezone.now()
        link.save(update_fields=["withdrawn_at"])
    worked(job.row)


def report_token(link: ReportLink) -> str:
    """The secret end of a report's address; nobody makes one without the server's key."""
    return _SECRET.end_of(str(link.pk))


def report_link_of(token: str) -> ReportLink | None:
    """The link that a secret end belongs to; None where the server never signed it."""
    number = _SECRET.stands_for(token)
    if number is None:
        return None
    links = ReportLink.objects.select_related("job__shop", "job__vehicle")
    return links.filter(pk=number).first()


def is_open_report(link: ReportLink) -> bool:
    """Whether a report can still be read."""
    return link.withdrawn_at is None


def shown_report(link: ReportLink) -> OwnerReport:
    """The report as it was sent."""
    return from_plain(link.shown, OwnerReport)


def take_word(link: ReportLink, felt: dict[Felt, int], word: str) -> None:
    """Keep what an owner says after some months, on the scale of Drive; the last word counts."""
    for one, rating in felt.items():
        if not 0 <= rating < len(SCALE):
            raise InputError(one, f"Read {rating}; choose one of {', '.join(SCALE)}.")
    if len(word) > 400:
        raise InputError("word", f"Read {len(word)} characters; write at most 400.")
    if not felt and not word.strip():
        raise InputError("word", "Choose an answer, or write a word.")
    link.felt = {one.value: rating for one, rating in felt.items()}
    link.word, link.word_at = word.strip(), timezone.now()
    link.save(update_fields=["felt", "word", "word_at"])
