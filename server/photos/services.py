"""Keeping photos with a job."""

from collections.abc import Callable
from typing import IO, Any
from uuid import UUID

from django.utils import timezone

from axlecore.build.ordering import OrderState
from axlecore.errors import InputError
from axlecore.practice.undercarriage import parts_there
from history.versions import check_version
from jobs.gates import worked
from jobs.opened import OpenJob
from jobs.work import Work
from jobs.writes import in_turn
from photos.models import Photo, save_with_file
from photos.pictures import as_kept
from shops.errors import Refused
from shops.models import Person

#: The picture the side profile is drawn over.
SIDE = "side"
_MOST_PHOTOS = 200
#: What came for each axle: the evidence where it is not as ordered.
ARRIVED = ("front_arrival", "rear_arrival")
#: Frozen frames of the films of a run, with the lines that were laid on them.
FRAMES = ("film_before", "film_after")
#: With the number of what was told: a part of the order that came wrong.
WRONG_PART = "order"
#: With its key: what a step of the plan has a photo of.
STEP = "step"


def keep_photo(
    job: OpenJob, person: Person, place: str, key: UUID, upload: IO[Any], size: int
) -> Photo:
    """Store a picture of one place of a job's vehicle; the same key again is the same picture."""
    places = {part.key for part in parts_there(job.sheet)} | {SIDE, *ARRIVED, *FRAMES}
    if place not in places and not _of_a_wrong_part(job, place) and not _of_a_step(job, place):
        raise InputError("place", f"There is no “{place[:40]}” on this vehicle's list.")
    content, width, height = as_kept(upload, size)

    def keep() -> Photo:
        kept = job.row.photos.filter(key=key).first()
        if kept is not None:
            return kept
        if job.row.photos.filter(removed_at=None).count() >= _MOST_PHOTOS:
            message = f"A job keeps {_MOST_PHOTOS} photos; take some away first."
            raise Refused("file", message, 422)
        photo = Photo(job=job.row, place=place, key=key, person=person, width=width, height=height)
        if place.startswith(f"{STEP}."):
            worked(job.row)
        save_with_file(photo.file, content)
        return photo

    # One key is one picture, and the count is true.
    return in_turn(job.row.pk, job.row.shop_id, keep)


def _of_a_wrong_part(job: OpenJob, place: str) -> bool:
    """Whether a place is the evidence of something that came wrong."""
    kind, _, number = place.partition(".")
    if kind != WRONG_PART or not number.isdecimal() or len(number) > 18:
        return False
    return job.row.order_entries.filter(pk=number, state=OrderState.WRONG).exists()


def _of_a_step(job: OpenJob, place: str) -> bool:
    """Whether a place is a step of the job's plan."""
    kind, _, key = place.partition(".")
    return kind == STEP and key in {step.key for step in Work(job).plan.steps}


def set_removed(photo: Photo, base_version: int, removed: bool) -> Photo:
    """Take a photo away, or put it back."""

    def change(now: Photo) -> None:
        now.removed_at = timezone.now() if removed else None

    return _change(photo, base_version, "removed", change)


def mark(photo: Photo, base_version: int, points: list[tuple[float, float]]) -> Photo:
    """Keep the two points of a picture whose distance is known."""
    if len(points) != 2 or not all(0 <= value <= 1 for point in points for value in point):
        raise InputError("marks", "Mark two points inside the picture.")
    if points[0] == points[1]:
        raise InputError("marks", "The two points lie on each other; mark two places apart.")

    def change(now: Photo) -> None:
        now.marks = points

    return _change(photo, base_version, "marks", change)


def _change(photo: Photo, base_version: int, place: str, change: Callable[[Photo], None]) -> Photo:
    def work() -> Photo:
        now = Photo.objects.select_related("person", "job").get(pk=photo.pk)
        check_version(now.version, base_version, place)
        change(now)
        now.version += 1
        now.save()
        if now.place.startswith(f"{STEP}."):
            worked(now.job)
        return now

    return in_turn(photo.job_id, photo.job.shop_id, work)
