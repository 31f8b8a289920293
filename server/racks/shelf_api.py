"""The shop's own shelf and the sheets of its kits over HTTP."""

from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from axlecore.errors import InputError
from axlecore.racks.kit_sheet import KitSheet, SheetLine
from axlecore.racks.parts import WITH_A_BAR, SheetTorque
from axlecore.racks.typed_torque import TypedTorque, read_torques
from racks.kit_memory import memory_of, remember, write_sheet
from racks.models import KitMemory, Part, Stocked
from racks.services import record_of
from racks.stock import count_stock, drop_stock
from shops.requests import PersonRequest, writer

router = Router(tags=["racks"])


class StockOut(Schema):
    what: str
    quantity: int
    least: int
    price_cents: int


class StockIn(Schema):
    what: str = Field(max_length=200)
    quantity: int
    least: int = 0
    price_cents: int = 0


class StockAwayIn(Schema):
    what: str = Field(max_length=200)


class KitSheetOut(Schema):
    part_id: int
    part_number: str
    version: int
    sheet: KitSheet
    torques: list[SheetTorque]
    #: Who changed it last; empty where nobody has.
    person: str


class KitRow(Schema):
    """A kit with what is known of it, in figures."""

    part_id: int
    part_number: str
    maker: str
    lines: int
    unclear: int
    snags: int
    jobs: int


class SheetLineIn(Schema):
    """A line as typed; core says what is too long, or missing."""

    says: str
    bolt: str = ""
    socket: str = ""
    hand: str = ""
    loose_until: str = ""
    unclear: str = ""
    answer: str = ""


class KitSheetIn(Schema):
    base_version: int
    lines: list[SheetLineIn] = Field(max_length=200)
    torques: list[TypedTorque] = Field(max_length=200)


class RememberIn(Schema):
    step: str = Field(min_length=1, max_length=60)
    #: Such as "job 6".
    job: str = Field("", max_length=40)
    says: str = Field("", max_length=400)
    hours: float | None = None
    bolt: str = Field("", max_length=60)
    socket: str = Field("", max_length=60)


@router.get("/racks/stock", response=list[StockOut], operation_id="list_stock")
def get_stock(request: PersonRequest) -> list[Stocked]:
    return list(Stocked.objects.filter(shop=request.user.shop_id).order_by("what"))


@router.put("/racks/stock", response=list[StockOut], operation_id="count_stock")
def put_stock(request: PersonRequest, body: StockIn) -> list[Stocked]:
    count_stock(writer(request), body.what, body.quantity, body.least, body.price_cents)
    return get_stock(request)


@router.post("/racks/stock/away", response=list[StockOut], operation_id="drop_stock")
def post_stock_away(request: PersonRequest, body: StockAwayIn) -> list[Stocked]:
    drop_stock(writer(request), body.what)
    return get_stock(request)


@router.get("/racks/sheets", response=list[KitRow], operation_id="list_kit_sheets")
def get_sheets(request: PersonRequest) -> list[KitRow]:
    kept = KitMemory.objects.filter(part__shop=request.user.shop_id).select_related("part")
    return [_row(memory) for memory in kept.order_by("part__part_number")]


def _row(memory: KitMemory) -> KitRow:
    sheet = memory_of(memory.part)
    return KitRow(
        part_id=memory.part_id,
        part_number=memory.part.part_number,
        maker=memory.part.maker,
        lines=len(sheet.lines),
        unclear=sum(bool(line.unclear and not line.answer) for line in sheet.lines),
        snags=len(sheet.snags),
        jobs=max((len(real) for real in sheet.hours.values()), default=0),
    )


@router.get("/racks/parts/{int:part_id}/sheet", response=KitSheetOut, operation_id="read_kit_sheet")
def get_sheet(request: PersonRequest, part_id: int) -> KitSheetOut:
    parts = Part.objects.filter(shop=request.user.shop_id, kind__in=WITH_A_BAR)
    return _sheet_out(get_object_or_404(parts.select_related("memory"), pk=part_id))


def _sheet_out(part: Part) -> KitSheetOut:
    memory: KitMemory | None = getattr(part, "memory", None)
    last = None if memory is None else memory.revisions.order_by("-version").first()
    return KitSheetOut(
        part_id=part.pk,
        part_number=part.part_number,
        version=1 if memory is None else memory.version,
        sheet=memory_of(part),
        torques=list(record_of(part).torques),
        person="" if last is None else last.person.shown_name,
    )


@router.put(
    "/racks/parts/{int:part_id}/sheet", response=KitSheetOut, operation_id="write_kit_sheet"
)
def put_sheet(request: PersonRequest, part_id: int, body: KitSheetIn) -> KitSheetOut:
    person = writer(request)
    torques = read_torques(body.torques)
    lines = [_line(f"lines.{at}", line) for at, line in enumerate(body.lines)]
    return _sheet_out(write_sheet(person, part_id, body.base_version, lines, torques))


def _line(path: str, line: SheetLineIn) -> SheetLine:
    try:
        return SheetLine(**line.dict())
    except InputError as error:
        raise InputError(f"{path}.{error.field}", error.message) from error


@router.post(
    "/racks/parts/{int:part_id}/remembered", response=KitSheetOut, operation_id="remember_of_kit"
)
def post_remembered(request: PersonRequest, part_id: int, body: RememberIn) -> KitSheetOut:
    return _sheet_out(
        remember(
            writer(request),
            part_id,
            body.step,
            body.job,
            body.says,
            body.hours,
            body.bolt,
            body.socket,
        )
    )
