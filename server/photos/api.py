"""Photos over HTTP: sending, seeing, marking, taking away and putting back."""

from datetime import datetime
from typing import Any
from uuid import UUID

from django.db.models import QuerySet
from django.http import FileResponse
from django.shortcuts import get_object_or_404
from ninja import File, Form, Router, Schema
from ninja.files import UploadedFile

from jobs.schemas import job_of
from photos.attachments import attach, keep_scan, set_paper_removed
from photos.models import Attachment, FileKind, KeptPaper, Photo, SheetScan
from photos.services import keep_photo, mark, set_removed
from racks.models import Part
from shops.requests import PersonRequest, writer

router = Router(tags=["photos"])


class PhotoOut(Schema):
    id: int
    place: str
    width: int
    height: int
    marks: list[tuple[float, float]] | None
    version: int
    person: str
    made_at: datetime


class MarksIn(Schema):
    base_version: int
    marks: list[tuple[float, float]]


class RemovedIn(Schema):
    base_version: int
    removed: bool


class AttachmentOut(Schema):
    id: int
    name: str
    kind: FileKind
    person: str
    made_at: datetime


class AttachmentRemovedIn(Schema):
    removed: bool


def _out(photo: Photo) -> PhotoOut:
    return PhotoOut(
        id=photo.pk,
        place=photo.place,
        width=photo.width,
        height=photo.height,
        marks=photo.marks,
        version=photo.version,
        person=photo.person.shown_name,
        made_at=photo.made_at,
    )


def _photos(request: PersonRequest) -> "QuerySet[Photo]":
    return Photo.objects.filter(job__shop_id=request.user.shop_id).select_related("person", "job")


@router.get("/jobs/{int:job_id}/photos", response=list[PhotoOut], operation_id="list_photos")
def list_photos(request: PersonRequest, job_id: int) -> list[PhotoOut]:
    job = job_of(request, job_id)
    kept = job.row.photos.filter(removed_at=None).select_related("person").order_by("pk")
    return [_out(photo) for photo in kept]


@router.post("/jobs/{int:job_id}/photos", response={201: PhotoOut}, operation_id="keep_photo")
def post_photo(
    request: PersonRequest,
    job_id: int,
    place: str = Form(..., max_length=60),
    key: UUID = Form(...),
    file: UploadedFile = File(...),
) -> tuple[int, PhotoOut]:
    job, person = job_of(request, job_id), writer(request)
    # An uploaded file is a file itself; its inner one may not be open yet.
    return 201, _out(keep_photo(job, person, place, key, file, file.size or 0))


@router.get("/photos/{int:photo_id}.jpg", include_in_schema=False)
def get_picture(request: PersonRequest, photo_id: int) -> FileResponse:
    photo = get_object_or_404(_photos(request), pk=photo_id)
    answer = FileResponse(photo.file.open("rb"), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400, immutable"
    return answer


@router.patch("/photos/{int:photo_id}/marks", response=PhotoOut, operation_id="mark_photo")
def patch_marks(request: PersonRequest, photo_id: int, body: MarksIn) -> PhotoOut:
    photo = get_object_or_404(_photos(request), pk=photo_id)
    writer(request)
    return _out(mark(photo, body.base_version, body.marks))


@router.patch("/photos/{int:photo_id}", response=PhotoOut, operation_id="remove_photo")
def patch_photo(request: PersonRequest, photo_id: int, body: RemovedIn) -> PhotoOut:
    photo = get_object_or_404(_photos(request), pk=photo_id)
    writer(request)
    return _out(set_removed(photo, body.base_version, body.removed))


def _paper_out(paper: KeptPaper) -> AttachmentOut:
    return AttachmentOut(
        id=paper.pk,
        name=paper.name,
        kind=FileKind(paper.kind),
        person=paper.person.shown_name,
        made_at=paper.made_at,
    )


def _attachment(request: PersonRequest, attachment_id: int) -> Attachment:
    of_shop = Attachment.objects.filter(vehicle__shop_id=request.user.shop_id)
    return get_object_or_404(of_shop.select_related("person"), pk=attachment_id)


def _kit(request: PersonRequest, part_id: int) -> Part:
    return get_object_or_404(Part, pk=part_id, shop_id=request.user.shop_id)


def _scan(request: PersonRequest, scan_id: int) -> SheetScan:
    of_shop = SheetScan.objects.filter(part__shop_id=request.user.shop_id)
    return get_object_or_404(of_shop.select_related("person"), pk=scan_id)


def _listed(papers: "QuerySet[Any]") -> list[AttachmentOut]:
    kept = papers.filter(removed_at=None).select_related("person").order_by("pk")
    return [_paper_out(paper) for paper in kept]


def _handed_out(paper: KeptPaper) -> FileResponse:
    # Never shown by the browser as a page of ours, whatever a paper holds.
    return FileResponse(
        paper.file.open("rb"), content_type=paper.kind, as_attachment=True, filename=paper.name
    )


@router.get(
    "/jobs/{int:job_id}/attachments",
    response=list[AttachmentOut],
    operation_id="list_attachments",
)
def list_attachments(request: PersonRequest, job_id: int) -> list[AttachmentOut]:
    return _listed(job_of(request, job_id).row.vehicle.attachments.all())


@router.post("/jobs/{int:job_id}/attachments", response={201: AttachmentOut}, operation_id="attach")
def post_attachment(
    request: PersonRequest,
    job_id: int,
    place: str = Form(..., max_length=120, description="What it is called."),
    key: UUID = Form(...),
    file: UploadedFile = File(...),
) -> tuple[int, AttachmentOut]:
    job, person = job_of(request, job_id), writer(request)
    return 201, _paper_out(attach(job, person, place, key, file, file.size or 0))


@router.get("/attachments/{int:attachment_id}/file", include_in_schema=False)
def get_attachment(request: PersonRequest, attachment_id: int) -> FileResponse:
    return _handed_out(_attachment(request, attachment_id))


@router.patch(
    "/attachments/{int:attachment_id}", response=AttachmentOut, operation_id="remove_attachment"
)
def patch_attachment(
    request: PersonRequest, attachment_id: int, body: AttachmentRemovedIn
) -> AttachmentOut:
    attachment = _attachment(request, attachment_id)
    writer(request)
    set_paper_removed(attachment, body.removed)
    return _paper_out(attachment)


@router.get(
    "/racks/parts/{int:part_id}/scans", response=list[AttachmentOut], operation_id="list_scans"
)
def list_scans(request: PersonRequest, part_id: int) -> list[AttachmentOut]:
    return _listed(_kit(request, part_id).scans.all())


@router.post(
    "/racks/parts/{int:part_id}/scans", response={201: AttachmentOut}, operation_id="keep_scan"
)
def post_scan(
    request: PersonRequest,
    part_id: int,
    place: str = Form(..., max_length=120, description="What it is called."),
    key: UUID = Form(...),
    file: UploadedFile = File(...),
) -> tuple[int, AttachmentOut]:
    part, person = _kit(request, part_id), writer(request)
    return 201, _paper_out(keep_scan(part, person, place, key, file, file.size or 0))


@router.get("/scans/{int:scan_id}/file", include_in_schema=False)
def get_scan(request: PersonRequest, scan_id: int) -> FileResponse:
    return _handed_out(_scan(request, scan_id))


@router.patch("/scans/{int:scan_id}", response=AttachmentOut, operation_id="remove_scan")
def patch_scan(request: PersonRequest, scan_id: int, body: AttachmentRemovedIn) -> AttachmentOut:
    scan = _scan(request, scan_id)
    writer(request)
    set_paper_removed(scan, body.removed)
    return _paper_out(scan)
