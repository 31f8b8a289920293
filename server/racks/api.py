"""The racks over HTTP: searching, one part, import with a preview, export."""

from typing import Any

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from axlecore.bars.steel import STEELS
from axlecore.errors import InputError
from axlecore.quantities.entry import read_amount
from axlecore.quantities.units import Dimension, Units, read_quantity
from axlecore.racks.columns import COLUMNS, Column
from axlecore.racks.parts import PartKind, RackPart
from axlecore.racks.rows import LONGEST_TABLE
from axlecore.racks.table import (
    CellComplaint,
    headings,
    read_rack,
    suggest,
    write_rack,
)
from racks.models import Offer, Part
from racks.services import (
    Search,
    count_by_kind,
    hold_racks,
    import_rows,
    offer_of,
    prices_moved,
    record_of,
    searched,
    suppliers_of,
)
from shops.errors import Refused
from shops.files import download
from shops.requests import PersonRequest, only_a_lead, writer

router = Router(tags=["racks"])
ROWS_A_PAGE = 50
#: Rows with something wrong that a preview shows; more would not be read.
COMPLAINTS_SHOWN = 200


class PartRow(Schema):
    id: int
    kind: PartKind
    part_number: str
    maker: str
    axle: str
    axle_load_from_kg: float
    axle_load_to_kg: float
    diameter_m: float | None
    bore_m: float | None
    steel: str
    holes_drilled: int
    price_cents: int | None
    delivery_days: int | None
    stock: int | None
    supplier_name: str | None


#: More than any part costs, or anybody waits; what lies above does not narrow the racks.
_MOST = 10_000_000


def _at_most(typed: str, field: str, per_unit: int) -> int | None:
    """A limit as typed, in the smallest unit; None where there is none."""
    return min(round(read_amount(typed, field) * per_unit), _MOST) if typed.strip() else None


class RackOut(Schema):
    rows: list[PartRow]
    total: int
    page: int
    pages: int
    counts: dict[str, int]


class SteelOut(Schema):
    key: str
    label: str
    yield_strength_pa: float
    ultimate_strength_pa: float
    finish: str
    peened: bool


class SupplierOut(Schema):
    name: str
    parts: int
    there: int
    soonest_days: int | None
    latest_days: int | None


class OfferOut(Schema):
    supplier: str
    price_cents: int
    stock: int
    delivery_days: int | None


class PartOut(Schema):
    id: int
    part: RackPart
    offers: list[OfferOut]


class SearchIn(Schema):
    """What is looked for; lengths, loads and money as typed."""

    find: str = Field("", max_length=80)
    kind: PartKind | None = None
    axle: str = Field("", pattern="^(front|rear)?$")
    steel: str = Field("", max_length=24)
    diameter_from: str = Field("", max_length=20)
    diameter_to: str = Field("", max_length=20)
    bore_from: str = Field("", max_length=20)
    axle_load: str = Field("", max_length=20)
    price_to: str = Field("", max_length=20)
    days_to: str = Field("", max_length=20)
    tube_only: bool = False
    no_drilling: bool = False
    nothing_apart: bool = False
    page: int = Field(1, ge=1, le=100_000)


class TableIn(Schema):
    # One more than is read, so that core says what is too long.
    text: str = Field(max_length=LONGEST_TABLE + 1)
    mapping: dict[str, str] | None = None
    #: What a bare number of it means: what whoever looked at it sees numbers in.
    units: Units = Units.METRIC


class RowOut(Schema):
    line: int
    part_number: str
    complaints: list[CellComplaint]


class PreviewOut(Schema):
    headings: list[str]
    mapping: dict[str, str]
    columns: list[Column]
    good: int
    new: int
    #: Prices new or other than on the racks; they are a lead's to take in.
    prices: int
    bad: list[RowOut]
    bad_total: int


class ImportIn(TableIn):
    mapping: dict[str, str]
    good_rows_only: bool = False


class ImportOut(Schema):
    new: int
    updated: int
    left_out: int


def _typed(text: str, dimension: Dimension, field: str) -> float | None:
    return read_quantity(text, dimension, field) if text.strip() else None


@router.get("/racks", response=RackOut, operation_id="search_racks")
def get_racks(request: PersonRequest, asked: Query[SearchIn]) -> dict[str, Any]:
    shop = request.user.shop_id
    search = Search(
        words=asked.find,
        kind=asked.kind.value if asked.kind else "",
        axle=asked.axle,
        steel=asked.steel,
        tube_only=asked.tube_only,
        no_drilling=asked.no_drilling,
        nothing_apart=asked.nothing_apart,
        diameter_from_m=_typed(asked.diameter_from, Dimension.SMALL_LENGTH, "diameter_from"),
        diameter_to_m=_typed(asked.diameter_to, Dimension.SMALL_LENGTH, "diameter_to"),
        bore_from_m=_typed(asked.bore_from, Dimension.SMALL_LENGTH, "bore_from"),
        axle_load_kg=_typed(asked.axle_load, Dimension.MASS, "axle_load"),
        price_to_cents=_at_most(asked.price_to, "price_to", 100),
        days_to=_at_most(asked.days_to, "days_to", 1),
    )
    found = searched(shop, search)
    total = found.count()
    at = (asked.page - 1) * ROWS_A_PAGE
    return {
        "rows": found.defer("document")[at : at + ROWS_A_PAGE],
        "total": total,
        "page": asked.page,
        "pages": max(1, -(-total // ROWS_A_PAGE)),
        "counts": count_by_kind(shop),
    }


@router.get("/racks/parts/{int:part_id}", response=PartOut, operation_id="read_part")
def get_part(request: PersonRequest, part_id: int) -> dict[str, Any]:
    parts = Part.objects.prefetch_related("offers__supplier")
    part = get_object_or_404(parts, pk=part_id, shop_id=request.user.shop_id)
    return {
        "id": part.pk,
        "part": record_of(part),
        "offers": sorted(map(offer_out, part.offers.all()), key=lambda one: one.price_cents),
    }


def offer_out(offer: Offer) -> OfferOut:
    """Return an offer as it is shown; call with its supplier read along."""
    return OfferOut(
        supplier=offer.supplier.name,
        price_cents=offer.price_cents,
        stock=offer.stock,
        delivery_days=offer.delivery_days,
    )


@router.get("/racks/steels", response=list[SteelOut], operation_id="list_steels")
def get_steels(request: PersonRequest) -> list[Any]:
    return list(STEELS.values())


@router.get("/racks/suppliers", response=list[SupplierOut], operation_id="list_suppliers")
def get_suppliers(request: PersonRequest) -> list[Any]:
    return list(suppliers_of(request.user.shop_id))


@router.get("/racks/rack.csv", include_in_schema=False)
def get_table(request: HttpRequest) -> HttpResponse:
    person: Any = request.user
    offers = (
        Offer.objects.filter(part__shop_id=person.shop_id)
        .select_related("part", "supplier")
        .order_by("part__kind", "part__part_number", "price_cents")
    )
    rows = [(record_of(offer.part), offer_of(offer)) for offer in offers]
    text = write_rack(rows, person.shop.currency)
    return download(text, "text/csv; charset=utf-8", "rack.csv")


@router.post("/racks/preview", response=PreviewOut, operation_id="preview_import")
def post_preview(request: PersonRequest, body: TableIn) -> dict[str, Any]:
    shop = writer(request).shop
    found = headings(body.text)
    mapping = suggest(found) if body.mapping is None else body.mapping
    try:
        rows = read_rack(body.text, mapping, body.units, shop.currency)
    except InputError as error:
        # A mapping that is not finished yet is shown, not refused; the rest is.
        if error.field != "mapping":
            raise
        said = [RowOut(line=1, part_number="", complaints=[CellComplaint("", error.message)])]
        return {
            "headings": found,
            "mapping": mapping,
            "columns": COLUMNS,
            "good": 0,
            "new": 0,
            "prices": 0,
            "bad": said,
            "bad_total": 1,
        }
    good = {row.part_number for row in rows if row.part is not None}
    known = Part.objects.filter(shop=shop, part_number__in=good).count()
    bad = [row for row in rows if row.complaints]
    return {
        "headings": found,
        "mapping": mapping,
        "columns": COLUMNS,
        "good": len(rows) - len(bad),
        "new": len(good) - known,
        "prices": prices_moved(shop, rows),
        "bad_total": len(bad),
        "bad": [
            RowOut(line=row.line, part_number=row.part_number, complaints=row.complaints)
            for row in bad[:COMPLAINTS_SHOWN]
        ],
    }


@router.post("/racks/import", response=ImportOut, operation_id="import_table")
def post_import(request: PersonRequest, body: ImportIn) -> dict[str, Any]:
    shop = writer(request).shop
    rows = read_rack(body.text, body.mapping, body.units, shop.currency)
    bad = [row for row in rows if row.complaints]
    if bad and not body.good_rows_only:
        first = bad[0]
        raise Refused(
            f"line {first.line}",
            f"{len(bad)} rows cannot be read; the first, {first.complaints[0].column}: "
            f"{first.complaints[0].message} Mend them, or take the good rows only.",
            422,
        )
    if len(bad) == len(rows):
        raise Refused("text", "No row of this table can be read; nothing was taken in.", 422)
    with transaction.atomic():
        hold_racks(shop)
        moved = prices_moved(shop, rows)
        if moved:
            only_a_lead(request.user, f"{moved} prices are new or changed; a lead takes them in.")
        done = import_rows(shop, rows)
    return {"new": done.new, "updated": done.updated, "left_out": done.left_out}
