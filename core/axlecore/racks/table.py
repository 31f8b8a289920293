"""The racks as a table: reading a seller's CSV with its own headings, and writing ours."""

from __future__ import annotations

import csv
import functools
import io
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from axlecore.bars.bar import Bar
from axlecore.bars.centre_line import Point
from axlecore.earlier import word_now
from axlecore.errors import InputError
from axlecore.quantities.measure import RELATIVE_TOLERANCE, Known, Measured, Record
from axlecore.quantities.units import Dimension, read_quantity
from axlecore.racks.parts import (
    BarRole,
    BushingFacts,
    Crossmember,
    FitsFor,
    LinkFacts,
    MadeFor,
    PartKind,
    RackPart,
    SheetTorque,
    SupplierOffer,
    TubeNeed,
)

#: A part is some 200 letters; this holds ten thousand of them.
LONGEST_TABLE = 4_000_000
MOST_ROWS = 10_000
#: A cell that a spreadsheet would run as a formula.
_FORMULA = re.compile(r"^[=+\-@\t\r]")


@dataclass(frozen=True)
class Column(Record):
    """One column of the table.

    Attributes
    ----------
    key : str
        Heading that we write.
    says : str
        What stands in it.
    example : str
        A cell as it may be typed.
    needed : bool
        Every part has it.
    """

    key: str
    says: str
    example: str
    needed: bool = False


#: The table's columns in the order we write them. A new one is a row here and in `_cells`.
COLUMNS: tuple[Column, ...] = (
    Column("kind", "bar, kit, link, bracket or bushing", "bar", True),
    Column("part_number", "Part number", "GR-R35", True),
    Column("maker", "Maker", "Gannet Row", True),
    Column("supplier", "Supplier", "Mudlark Supply", True),
    Column("price", "Price", "429.00", True),
    Column("stock", "On the supplier's shelf", "3"),
    Column("days", "Days until it is here", "4"),
    Column("axle", "front, rear or either", "rear", True),
    Column("axle_load_from", "Axle load from", "5500 kg", True),
    Column("axle_load_to", "Axle load to", "8000 kg", True),
    Column("tube_from", "Axle tube from", "95 mm"),
    Column("tube_to", "Axle tube to", "108 mm"),
    Column("tube_shape", "any, round or square", "round"),
    Column("lift_from", "Lift from", "-40 mm"),
    Column("lift_to", "Lift to", "50 mm"),
    Column("crossmember", "any, round, channel or none", "any"),
    Column("variant", "Weight variant or option", "heavy rear axle"),
    Column("role", "beside, instead or either", "either"),
    Column("drilled", "Holes to drill", "4"),
    Column("u_bolts_off", "Spring U-bolts come off: yes or no", "no"),
    Column("hours", "Hours to fit", "3.5"),
    Column("claim", "Seller's claim, per cent stiffer", "90"),
    Column("renewable", "Bushings and joints can be renewed: yes or no", "yes"),
    Column("coating", "Coating", "powder"),
    Column("contents", "In the box, parted by ;", "2 × GR-L180; 4 × GR-C12"),
    Column(
        "torques",
        "Sheet torques: where, size, grade, count, N·m; parted by ;",
        "frame, M12x1.75, 10.9, 4, 110",
    ),
    Column("note", "Note", ""),
    Column("diameter", "Bar's outside diameter", '1 3/8"'),
    Column("bore", "Bar's bore", "0"),
    Column("arm", "Bar's arm, outermost hole to bend", "260 mm"),
    Column("splay", "How far each arm runs outward", "20 mm"),
    Column("centre", "Bar's centre part, bend to bend", "1020 mm"),
    Column("span", "Bushing span", "780 mm"),
    Column("hole_step", "From hole to hole", "30 mm"),
    Column("holes", "Holes an arm", "3"),
    Column("bushing_rate", "One bushing", "6 kN/mm"),
    Column("link_rate", "One link with bushings", "9 kN/mm"),
    Column("steel", "Steel's key", "4140_hardened"),
    Column("length_from", "Link's shortest length", "160 mm"),
    Column("length_to", "Link's longest length", "210 mm"),
    Column("thread", "Link's thread", "M12x1.75"),
    Column("joint_angle", "Joint angle to one side", "25°"),
    Column("bushing_bore", "Bushing's bore", "35 mm"),
    Column("material", "rubber or polyurethane", "polyurethane"),
)

#: Headings that sellers use for them.
_ALSO = {
    "part number": "part_number",
    "part no": "part_number",
    "sku": "part_number",
    "article": "part_number",
    "brand": "maker",
    "manufacturer": "maker",
    "vendor": "supplier",
    "cost": "price",
    "unit price": "price",
    "qty": "stock",
    "on hand": "stock",
    "lead time": "days",
    "cushion bore": "bushing_bore",
    "od": "diameter",
    "outside diameter": "diameter",
    "id": "bore",
    "position": "axle",
    "min load": "axle_load_from",
    "max load": "axle_load_to",
    "type": "kind",
    "material grade": "steel",
    "remarks": "note",
}


@dataclass(frozen=True)
class CellComplaint(Record):
    """What is wrong with one cell.

    Attributes
    ----------
    column : str
        Its column's key.
    message : str
        What was read and what would be accepted.
    """

    column: str
    message: str


@dataclass(frozen=True)
class ReadRow(Record):
    """One row of a table, read or not.

    Attributes
    ----------
    line : int
        Line of the file, from 1.
    part_number : str
        As far as it could be read.
    part : RackPart or None
        The part; None where the row has complaints.
    offer : SupplierOffer or None
        What it costs.
    complaints : list of CellComplaint
        What is wrong.
    """

    line: int
    part_number: str
    part: RackPart | None
    offer: SupplierOffer | None
    complaints: list[CellComplaint]


def headings(text: str) -> list[str]:
    """Return the headings of a table.

    Parameters
    ----------
    text : str
        CSV, parted by comma, semicolon or tab.

    Raises
    ------
    InputError
        ``text`` is empty or too long.
    """
    return [cell.strip() for cell in _rows(text)[0]]


def suggest(found: Sequence[str]) -> dict[str, str]:
    """Return which of our columns each heading of a table most likely is.

    Parameters
    ----------
    found : sequence of str
        Headings as they are.

    Returns
    -------
    dict of str to str
        Heading to column key; headings nobody knows are left out, no key is given twice.
    """
    keys = {column.key for column in COLUMNS}
    mapping: dict[str, str] = {}
    for heading in found:
        plain = re.sub(r"[\s_\-]+", " ", re.sub(r"\(.*\)", "", heading)).strip().lower()
        key = plain.replace(" ", "_")
        key = key if key in keys else _ALSO.get(plain, "")
        if key and key not in mapping.values():
            mapping[heading] = key
    return mapping


def read_rack(text: str, mapping: Mapping[str, str]) -> list[ReadRow]:
    """Return every row of a table as a part with its offer, or with what is wrong with it.

    Parameters
    ----------
    text : str
        CSV with a head line.
    mapping : mapping of str to str
        Heading to column key; other headings are left out.

    Returns
    -------
    list of ReadRow
        In the order of the file, blank lines left out.

    Raises
    ------
    InputError
        The table as a whole cannot be read: empty, too long, or a needed column is missing.
    """
    rows = _rows(text)
    head = [cell.strip() for cell in rows[0]]
    at = {mapping[name]: index for index, name in enumerate(head) if mapping.get(name)}
    unknown = set(at) - {column.key for column in COLUMNS}
    if unknown:
        raise InputError("mapping", f"There is no column “{sorted(unknown)[0][:40]}”.")
    missing = [column.key for column in COLUMNS if column.needed and column.key not in at]
    if missing:
        raise InputError("mapping", f"No heading stands for “{missing[0]}”; every part needs it.")
    found: list[ReadRow] = []
    seen: dict[tuple[str, str], int] = {}
    for line, row in enumerate(rows[1:], start=2):
        if not any(cell.strip() for cell in row):
            continue
        cells = {key: row[index].strip() if index < len(row) else "" for key, index in at.items()}
        read = _read_row(line, cells)
        twin = seen.setdefault((read.part_number, cells.get("supplier", "")), line)
        if twin != line and read.part is not None:
            again = CellComplaint(
                "part_number", f"This part of this supplier is on line {twin} too."
            )
            read = ReadRow(line, read.part_number, None, None, [again])
        found.append(read)
    if not 1 <= len(found) <= MOST_ROWS:
        raise InputError("text", f"Read {len(found)} parts; a table holds 1 to {MOST_ROWS}.")
    return found


def _rows(text: str) -> list[list[str]]:
    if len(text) > LONGEST_TABLE:
        raise InputError("text", f"The table is over {LONGEST_TABLE // 1_000_000} MB; split it.")
    plain = text.lstrip("\ufeff")
    head = plain.split("\n", 1)[0]
    mark = max(",;\t", key=head.count)
    try:
        rows = list(csv.reader(io.StringIO(plain), delimiter=mark))
    except csv.Error as error:
        raise InputError("text", f"This is not a table: {error}.") from None
    if not rows or not any(cell.strip() for cell in rows[0]):
        raise InputError("text", "The table is empty; its first line holds the headings.")
    return rows


class _Cells:
    """Cells of one row, read one by one; what is wrong is gathered, not raised."""

    def __init__(self, cells: Mapping[str, str]) -> None:
        self.cells = cells
        self.complaints: list[CellComplaint] = []

    def text(self, key: str) -> str:
        found = self.cells.get(key, "")
        # What we guarded on the way out comes back as it was.
        return found[1:] if found.startswith("'") and _FORMULA.match(found[1:]) else found

    def read(self, key: str, reader: Callable[[str], Any], default: Any = None) -> Any:
        found = self.text(key)
        if not found:
            return default
        try:
            return reader(found)
        except InputError as error:
            self.complaints.append(CellComplaint(key, error.message))
        except ValueError:
            column = next(column for column in COLUMNS if column.key == key)
            # Where the words list what may stand there they are the better example.
            listed = " or " in column.says or ", " in column.says
            accepted = column.says if listed else f"{column.says.lower()}, such as {column.example}"
            self.complaints.append(CellComplaint(key, f"Read “{found[:40]}”; write {accepted}."))
        return default

    def need(self, key: str, reader: Callable[[str], Any], default: Any) -> Any:
        if not self.text(key):
            self.complaints.append(
                CellComplaint(key, "This is missing; every part of its kind has it.")
            )
            return default
        return self.read(key, reader, default)


@functools.lru_cache(maxsize=4096)
def _quantity(found: str, dimension: Dimension) -> float:
    """A seller's table says the same few hundred sizes ten thousand times."""
    return read_quantity(found, dimension)


def _length(found: str) -> float:
    return _quantity(found, Dimension.SHIFT)


def _mass(found: str) -> float:
    return _quantity(found, Dimension.MASS)


def _yes(found: str) -> bool:
    word = found.lower()
    if word not in ("yes", "no", "true", "false", "1", "0", "x"):
        raise ValueError
    return word in ("yes", "true", "1", "x")


def _number(found: str) -> float:
    return float(found.replace(",", "").replace("\u202f", "").strip("% €$£"))


def _from_sheet(dimension: Dimension) -> Callable[[str], Measured]:
    def read(found: str) -> Measured:
        value = _quantity(found, dimension)
        return Measured(value, Known.PLATE, value * RELATIVE_TOLERANCE[Known.PLATE], found)

    return read


def _read_row(line: int, cells: Mapping[str, str]) -> ReadRow:
    # A table that an earlier version wrote has its words.
    found = _Cells({**cells, "kind": word_now(cells.get("kind", ""))})
    number = found.text("part_number")
    part: RackPart | None = None
    offer: SupplierOffer | None = None
    try:
        part, offer = _part(found), _offer(found)
    except InputError as error:
        column = _COLUMN_OF.get(error.field.split(".")[-1], error.field.split(".")[-1])
        # What a cell already says is not said twice.
        if not any(complaint.column == column for complaint in found.complaints):
            found.complaints.append(CellComplaint(column, error.message))
    if found.complaints:
        return ReadRow(line, number, None, None, found.complaints)
    return ReadRow(line, number, part, offer, [])


#: Which column a field of core's records stands in, where the names differ.
_COLUMN_OF = {
    "outside_diameter_m": "diameter",
    "bore_m": "bore",
    "bushing_span_m": "span",
    "centre_line_m": "centre",
    "hole_setbacks_m": "holes",
    "axle_load_to_kg": "axle_load_to",
    "tube_to_m": "tube_to",
    "lift_to_m": "lift_to",
    "length_to_m": "length_to",
    "length_from_m": "length_from",
    "holes_drilled": "drilled",
    "claimed_gain": "claim",
    "bushing_rate_n_per_m": "bushing_rate",
    "link_rate_n_per_m": "link_rate",
    "joint_angle_rad": "joint_angle",
    "torque_n_m": "torques",
    "count": "torques",
}


def _offer(found: _Cells) -> SupplierOffer:
    return SupplierOffer(
        supplier=found.text("supplier"),
        price=found.need("price", _number, 0.0),
        stock=found.read("stock", int, 0),
        days=found.read("days", int, 0),
    )


def _part(found: _Cells) -> RackPart:
    kind = found.need("kind", PartKind, PartKind.BRACKET)
    claim = found.read("claim", _number)
    fits = FitsFor(
        axle=found.need("axle", MadeFor, MadeFor.EITHER),
        axle_load_from_kg=found.need("axle_load_from", _mass, 0.0),
        axle_load_to_kg=found.need("axle_load_to", _mass, 30_000.0),
        tube_from_m=found.read("tube_from", _length),
        tube_to_m=found.read("tube_to", _length),
        tube_shape=found.read("tube_shape", TubeNeed, TubeNeed.ANY),
        lift_from_m=found.read("lift_from", _length),
        lift_to_m=found.read("lift_to", _length),
        crossmember=found.read("crossmember", Crossmember, Crossmember.ANY),
        variant=found.text("variant"),
    )
    return RackPart(
        kind=kind,
        part_number=found.text("part_number"),
        maker=found.text("maker"),
        fits=fits,
        bar=_bar(found) if kind in (PartKind.BAR, PartKind.KIT) else None,
        link=_link(found) if kind is PartKind.LINK else None,
        bushing=_bushing(found) if kind is PartKind.BUSHING else None,
        role=found.read("role", BarRole, BarRole.EITHER),
        holes_drilled=found.read("drilled", int, 0),
        u_bolts_off=found.read("u_bolts_off", _yes, False),
        hours=found.read("hours", _number, 0.0),
        claimed_gain=None if claim is None else claim / 100,
        renewable=found.read("renewable", _yes, False),
        coating=found.text("coating"),
        contents=tuple(item.strip() for item in found.text("contents").split(";") if item.strip()),
        torques=found.read("torques", _torques, ()),
        note=found.text("note"),
    )


def _torques(text: str) -> tuple[SheetTorque, ...]:
    found = []
    for item in text.split(";"):
        if item.strip():
            where, size, grade, count, *torque = (part.strip() for part in item.split(","))
            newton_metres = float(torque[0]) if torque and torque[0] else None
            found.append(SheetTorque(where, size, grade, int(count), newton_metres))
    return tuple(found)


def _bar(found: _Cells) -> Bar | None:
    before = len(found.complaints)
    size, span = _from_sheet(Dimension.SMALL_LENGTH), _from_sheet(Dimension.LENGTH)
    outside, bore = found.need("diameter", size, None), found.read("bore", size, size("0"))
    arm, centre = found.need("arm", _length, None), found.need("centre", _length, None)
    splay, step = found.read("splay", _length, 0.0), found.read("hole_step", _length, 0.0)
    holes, bushings = found.read("holes", int, 1), found.need("span", span, None)
    rate = _from_sheet(Dimension.RATE)
    bushing_rate, link_rate = found.read("bushing_rate", rate), found.read("link_rate", rate)
    if len(found.complaints) > before:
        return None
    return Bar(
        name=f"{found.text('maker')} {found.text('part_number')}",
        outside_diameter_m=outside,
        bore_m=bore,
        centre_line_m=_centre_line(arm, splay, centre),
        bushing_span_m=bushings,
        hole_setbacks_m=tuple(round(hole * step, 4) for hole in range(min(holes, 9))),
        bushing_rate_n_per_m=bushing_rate,
        link_rate_n_per_m=link_rate,
        steel=found.text("steel") or "1045_hardened",
    )


def _centre_line(arm: float, splay: float, centre: float) -> tuple[Point, ...]:
    half = centre / 2
    return (
        (arm, -half - splay, 0.0),
        (0.0, -half, 0.0),
        (0.0, half, 0.0),
        (arm, half + splay, 0.0),
    )


def _link(found: _Cells) -> LinkFacts | None:
    before = len(found.complaints)
    length = _from_sheet(Dimension.LENGTH)
    shortest = found.need("length_from", length, None)
    longest = found.read("length_to", length, shortest)
    angle = found.read("joint_angle", _from_sheet(Dimension.ANGLE))
    if len(found.complaints) > before:
        return None
    return LinkFacts(shortest, longest, found.text("thread"), angle)


def _bushing(found: _Cells) -> BushingFacts | None:
    before = len(found.complaints)
    bore = found.need("bushing_bore", _from_sheet(Dimension.SMALL_LENGTH), None)
    rate = found.read("bushing_rate", _from_sheet(Dimension.RATE))
    if len(found.complaints) > before:
        return None
    return BushingFacts(found.text("material"), bore, rate)


def write_rack(items: Sequence[tuple[RackPart, SupplierOffer]]) -> str:
    """Return parts with their offers as a table that `read_rack` reads.

    Parameters
    ----------
    items : sequence of tuple of RackPart, SupplierOffer
        One row each.

    Notes
    -----
    A cell that a spreadsheet would run as a formula is written with an apostrophe before it;
    `read_rack` takes it away again. Only parts whose bar is a plain U are written in full.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow([column.key for column in COLUMNS])
    for part, offer in items:
        cells = _cells(part, offer)
        writer.writerow([_guarded(cells.get(column.key, "")) for column in COLUMNS])
    return out.getvalue()


def _guarded(cell: str) -> str:
    # Lifts and lowerings are numbers with a sign, which nothing runs.
    return f"'{cell}" if _FORMULA.match(cell) and not re.match(r"^-[\d.]+ mm$", cell) else cell


def _mm(value: float | None) -> str:
    return "" if value is None else f"{value * 1e3:.10g} mm"


def _typed(found: Measured | None, scale: float, unit: str) -> str:
    if found is None:
        return ""
    return found.typed or f"{found.value * scale:.10g}{unit}"


def _cells(part: RackPart, offer: SupplierOffer) -> dict[str, str]:
    fits = part.fits
    cells = {
        "kind": part.kind,
        "part_number": part.part_number,
        "maker": part.maker,
        "supplier": offer.supplier,
        "price": f"{offer.price:.2f}",
        "stock": str(offer.stock),
        "days": str(offer.days),
        "axle": fits.axle,
        "axle_load_from": f"{fits.axle_load_from_kg:.10g} kg",
        "axle_load_to": f"{fits.axle_load_to_kg:.10g} kg",
        "tube_from": _mm(fits.tube_from_m),
        "tube_to": _mm(fits.tube_to_m),
        "tube_shape": fits.tube_shape,
        "lift_from": _mm(fits.lift_from_m),
        "lift_to": _mm(fits.lift_to_m),
        "crossmember": fits.crossmember,
        "variant": fits.variant,
        "role": part.role,
        "drilled": str(part.holes_drilled),
        "u_bolts_off": "yes" if part.u_bolts_off else "no",
        "hours": f"{part.hours:.10g}",
        "claim": "" if part.claimed_gain is None else f"{part.claimed_gain * 100:.10g}",
        "renewable": "yes" if part.renewable else "no",
        "coating": part.coating,
        "contents": "; ".join(part.contents),
        "torques": "; ".join(_torque_cell(torque) for torque in part.torques),
        "note": part.note,
    }
    if part.bar is not None:
        cells |= _bar_cells(part.bar)
    if part.link is not None:
        cells |= {
            "length_from": _typed(part.link.length_from_m, 1e3, " mm"),
            "length_to": _typed(part.link.length_to_m, 1e3, " mm"),
            "thread": part.link.thread,
            "joint_angle": _typed(part.link.joint_angle_rad, 57.29577951308232, "°"),
        }
    if part.bushing is not None:
        cells |= {
            "bushing_bore": _typed(part.bushing.bore_m, 1e3, " mm"),
            "material": part.bushing.material,
            "bushing_rate": _typed(part.bushing.rate_n_per_m, 1e-3, " N/mm"),
        }
    return cells


def _torque_cell(torque: SheetTorque) -> str:
    newton_metres = "" if torque.torque_n_m is None else f"{torque.torque_n_m:.10g}"
    return f"{torque.where}, {torque.size}, {torque.grade}, {torque.count}, {newton_metres}"


def _bar_cells(bar: Bar) -> dict[str, str]:
    eye, bend = bar.centre_line_m[0], bar.centre_line_m[1]
    holes = bar.hole_setbacks_m
    return {
        "diameter": _typed(bar.outside_diameter_m, 1e3, " mm"),
        "bore": _typed(bar.bore_m, 1e3, " mm") if bar.bore_m.value else "0",
        "arm": _mm(round(eye[0] - bend[0], 6)),
        "splay": _mm(round(bend[1] - eye[1], 6)),
        "centre": _mm(round(-2 * bend[1], 6)),
        "span": _typed(bar.bushing_span_m, 1e3, " mm"),
        "hole_step": _mm(holes[1] if len(holes) > 1 else 0.0),
        "holes": str(len(holes)),
        "bushing_rate": _typed(bar.bushing_rate_n_per_m, 1e-3, " N/mm"),
        "link_rate": _typed(bar.link_rate_n_per_m, 1e-3, " N/mm"),
        "steel": bar.steel,
    }
