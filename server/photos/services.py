"""Keeping photos with a job."""

from typing import IO, Any

from django.core.files.base import ContentFile
from django.utils import timezone

from axlecore.errors import InputError
from axlecore.practice.look import parts_to_see
from jobs.models import Job
from photos.models import Photo
from photos.pictures import as_kept
from rigs.services import sheet_of
from shops.errors import Refused
from shops.models import Person

#: The picture the side profile is drawn over.
SIDE = "side"
_MOST_PHOTOS = 200
#: What came for each axle: the evidence where it is not as ordered.
ARRIVED = ("front_arrival", "rear_arrival")


def keep_photo(job: Job, person: Person, place: str, upload: IO[Any], size: int) -> Photo:
    """Store a picture of one place of a job's vehicle."""
    places = {part.key for part in parts_to_see(sheet_of(job.vehicle))} | {SIDE, *ARRIVED}
    if place not in places:
        raise InputError("place", f"There is no “{place[:40]}” on this vehicle's list.")
    if job.photos.filter(removed_at=None).count() >= _MOST_PHOTOS:
        raise Refused("file", f"A job keeps {_MOST_PHOTOS} photos; take some away first.", 422)
    content, width, height = as_kept(upload, size)
    photo = Photo(job=job, place=place, person=person, width=width, height=height)
    photo.file.save("photo.jpg", ContentFile(content), save=False)
    photo.save()
    return photo


def set_removed(photo: Photo, removed: bool) -> None:
    """Take a photo away, or put it back."""
    photo.removed_at = timezone.now() if removed else None
    photo.save(update_fields=["removed_at"])


def mark(photo: Photo, points: list[tuple[float, float]]) -> None:
    """Keep the two points of a picture whose distance is known."""
    if len(points) != 2 or not all(0 <= value <= 1 for point in points for value in point):
        raise InputError("marks", "Mark two points inside the picture.")
    if points[0] == points[1]:
        raise InputError("marks", "The two points lie on each other; mark two places apart.")
    photo.marks = points
    photo.save(update_fields=["marks"])
