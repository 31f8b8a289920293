"""Papers and pictures that belong to a vehicle: taken in, taken away, put back."""

from typing import IO, Any
from uuid import UUID

from django.core.files.base import ContentFile
from django.utils import timezone

from jobs.opened import OpenJob
from jobs.writes import in_turn
from photos.models import Attachment
from photos.pictures import LARGEST_BYTES, as_kept
from shops.errors import Refused
from shops.models import Person

_MOST = 60
_PDF_BEGINS, _PDF_ENDS = b"%PDF-", b"%%EOF"
#: How far from its end a PDF may say that it ends; readers look no further.
_END_WITHIN = 2048


def _checked(upload: IO[Any], size: int) -> tuple[bytes, Attachment.FileKind]:
    """What is kept of a file, and what it is by its content; Refused where it is neither."""
    begins = upload.read(len(_PDF_BEGINS))
    upload.seek(0)
    if begins != _PDF_BEGINS:
        return as_kept(upload, size)[0], Attachment.FileKind.JPEG
    if size > LARGEST_BYTES:
        raise Refused("file", f"The PDF is over {LARGEST_BYTES // 1_000_000} MB.", 413)
    content: bytes = upload.read()
    if _PDF_ENDS not in content[-_END_WITHIN:]:
        raise Refused("file", "The PDF is broken or cut off. Send a PDF or a picture.", 422)
    return content, Attachment.FileKind.PDF


def attach(
    job: OpenJob, person: Person, name: str, key: UUID, upload: IO[Any], size: int
) -> Attachment:
    """Keep a file with a job's vehicle; the same key again is the same file."""
    content, kind = _checked(upload, size)

    def keep() -> Attachment:
        of_vehicle = job.row.vehicle.attachments
        kept = of_vehicle.filter(key=key).first()
        if kept is not None:
            return kept
        if of_vehicle.filter(removed_at=None).count() >= _MOST:
            message = f"A vehicle keeps {_MOST} files; take some away first."
            raise Refused("file", message, 422)
        made = Attachment(
            vehicle=job.row.vehicle, name=name.strip(), kind=kind, key=key, person=person
        )
        made.file.save("file", ContentFile(content), save=False)
        made.save()
        return made

    return in_turn(job.row.pk, job.row.shop_id, keep)


def set_attachment_removed(attachment: Attachment, removed: bool) -> Attachment:
    """Take a file away, or put it back."""
    attachment.removed_at = timezone.now() if removed else None
    attachment.save(update_fields=["removed_at"])
    return attachment
