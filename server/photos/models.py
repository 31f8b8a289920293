"""Photos kept with a job, by the place they show."""

import uuid

from django.conf import settings
from django.core.files.base import ContentFile
from django.db import models
from django.db.models import Q
from django.db.models.fields.files import FieldFile

from jobs.models import Job
from racks.models import Part as RackPart
from rigs.models import Vehicle


def _address(photo: "Photo", _: str) -> str:
    # The name tells nothing and cannot be guessed; the sender's own name is not kept.
    return f"photos/{photo.job.shop_id}/{photo.job_id}/{uuid.uuid4().hex}.jpg"


def _file_address(paper: "KeptPaper", _: str) -> str:
    return f"attachments/{paper.person.shop_id}/{uuid.uuid4().hex}"


def save_with_file(file: FieldFile, content: bytes) -> None:
    """Keep a new row with this file of it, the row first: a row that fails leaves no file."""
    row = file.instance
    file.name = file.field.generate_filename(row, "")
    row.save(force_insert=True)
    file.storage.save(file.name, ContentFile(content))


class FileKind(models.TextChoices):
    """What a kept paper is."""

    PDF = "application/pdf"
    JPEG = "image/jpeg"


class KeptPaper(models.Model):
    """A paper or picture as it was handed in. Taking it away only marks it."""

    name = models.CharField(max_length=120)
    kind = models.CharField(max_length=16, choices=FileKind)
    file = models.FileField(upload_to=_file_address)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True, blank=True)
    # Said by whoever sends it: sent again after a lost answer, it is kept once.
    key = models.UUIDField(default=uuid.uuid4, editable=False)

    class Meta:
        abstract = True

    def __str__(self) -> str:
        return self.name


class Attachment(KeptPaper):
    """A paper or picture that belongs to a vehicle."""

    vehicle = models.ForeignKey(Vehicle, models.CASCADE, related_name="attachments")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["vehicle", "key"], name="one_attachment_a_key"),
            models.CheckConstraint(
                condition=Q(kind__in=["application/pdf", "image/jpeg"]), name="known_attachment"
            ),
        ]


class SheetScan(KeptPaper):
    """The sheet that came with a kit, scanned or photographed."""

    part = models.ForeignKey(RackPart, models.CASCADE, related_name="scans")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["part", "key"], name="one_scan_a_key"),
            models.CheckConstraint(
                condition=Q(kind__in=["application/pdf", "image/jpeg"]), name="known_scan"
            ),
        ]


class Photo(models.Model):
    """A picture of one place. Taking it away only marks it, so that it can be put back."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="photos")
    # A part of the look-over such as "rear_link_left", or "side" for the side profile.
    place = models.CharField(max_length=60)
    file = models.FileField(upload_to=_address)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    # Two points of the picture whose distance is known, as shares of its width and height.
    marks = models.JSONField(null=True, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True, blank=True)
    # Of its marks and of its being there.
    version = models.PositiveIntegerField(default=1)
    # Said by whoever sends it: the same picture sent again, after a lost answer, is kept once.
    key = models.UUIDField(default=uuid.uuid4, editable=False)

    class Meta:
        constraints = [
            models.CheckConstraint(condition=~Q(place=""), name="photo_has_a_place"),
            models.UniqueConstraint(fields=["job", "key"], name="one_photo_a_key"),
        ]
        indexes = [models.Index(fields=["job", "place"], name="photos_of_a_place")]

    def __str__(self) -> str:
        return f"photo of {self.place}, {self.job}"

    def content(self) -> bytes | None:
        """The picture, a JPEG; None where its file is gone."""
        storage, name = self.file.storage, str(self.file.name)
        if not storage.exists(name):
            return None
        with storage.open(name) as file:
            return bytes(file.read())
