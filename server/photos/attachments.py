"""Papers and pictures of a vehicle, and scans of a kit's sheet: taken in, away, put back."""

from typing import IO, Any, TypeVar
from uuid import UUID

from django.db import models, transaction
from django.utils import timezone

from jobs.opened import OpenJob
from jobs.writes import in_turn
from photos.models import Attachment, FileKind, KeptPaper, SheetScan, save_with_file
from photos.pictures import LARGEST_BYTES, as_kept
from racks.models import Part
from shops.errors import Refused
from shops.models import Person

P = TypeVar("P", bound=KeptPaper)
_MOST = 60
_PDF_BEGINS, _PDF_ENDS = b"%PDF-", b"%%EOF"
#: How far from its end a PDF may say that it ends; readers look no further.
_END_WITHIN = 2048


def _checked(upload: IO[Any], size: int) -> tuple[bytes, FileKind]:
    """What is kept of a file, and what it is by its content; Refused where it is neither."""
    begins = upload.read(len(_PDF_BEGINS))
    upload.seek(0)
    if begins != _PDF_BEGINS:
        return as_kept(upload, size)[0], FileKind.JPEG
    if size > LARGEST_BYTES:
        raise Refused("file", f"The PDF is over {LARGEST_BYTES // 1_000_000} MB.", 413)
    content: bytes = upload.read()
    if _PDF_ENDS not in content[-_END_WITHIN:]:
        raise Refused("file", "The PDF is broken or cut off. Send a PDF or a picture.", 422)
    return content, FileKind.PDF


def attach(
    job: OpenJob, person: Person, name: str, key: UUID, upload: IO[Any], size: int
) -> Attachment:
    """Keep a file with a job's vehicle; the same key again is the same file."""
    vehicle, content = job.row.vehicle, _checked(upload, size)
    paper = Attachment(vehicle=vehicle, name=name.strip(), key=key, person=person)

    def keep() -> Attachment:
        return _kept(vehicle.attachments, paper, content)

    return in_turn(job.row.pk, job.row.shop_id, keep)


def keep_scan(
    part: Part, person: Person, name: str, key: UUID, upload: IO[Any], size: int
) -> SheetScan:
    """Keep a scan of a kit's sheet; the same key again is the same scan."""
    content = _checked(upload, size)
    with transaction.atomic():
        # One key is one scan, and the count is true.
        Part.objects.select_for_update(no_key=True).get(pk=part.pk)
        scan = SheetScan(part=part, name=name.strip(), key=key, person=person)
        return _kept(part.scans, scan, content)


def _kept(papers: "models.Manager[P]", new: P, content: tuple[bytes, FileKind]) -> P:
    """The paper that has the new one's key, else the new one, kept."""
    there = papers.filter(key=new.key).first()
    if there is not None:
        return there
    if papers.filter(removed_at=None).count() >= _MOST:
        raise Refused("file", f"At most {_MOST} files are kept; take some away first.", 422)
    new.kind = content[1]
    save_with_file(new.file, content[0])
    return new


def set_paper_removed(paper: KeptPaper, removed: bool) -> None:
    """Take a file away, or put it back."""
    paper.removed_at = timezone.now() if removed else None
    paper.save(update_fields=["removed_at"])
