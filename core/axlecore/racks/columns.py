"""Columns of the racks' table: what each holds, how it is read and written, and where it goes."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

from axlecore.quantities.measure import Record
from axlecore.racks import cells
from axlecore.racks.cells import Cell
from axlecore.racks.parts import (
    BarRole,
    Crossmember,
    Grease,
    MadeFor,
    MountNeed,
    PartKind,
    TubeNeed,
)


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


@dataclass(frozen=True)
class Place:
    """Where a column goes.

    Attributes
    ----------
    record : str
        Which record of a row, one of `table.RECORDS`.
    field : str
        Its field.
    needed : bool
        The record cannot be without it.
    """

    record: str
    field: str
    needed: bool = False


@dataclass(frozen=True)
class Row:
    """One row of the registry.

    Attributes
    ----------
    column : Column
        As it is shown.
    cell : Cell
        How its cells are read and written.
    places : tuple of Place
        Where they go: a bushing's stiffness is of a bar's bushings, or of the part itself.
    also : tuple of str
        Headings that sellers use for it.
    """

    column: Column
    cell: Cell
    places: tuple[Place, ...]
    also: tuple[str, ...] = ()


def _row(
    key: str,
    says: str,
    example: str,
    cell: Cell,
    place: Place,
    *also: str,
    needed: bool = False,
) -> Row:
    return Row(Column(key, says, example, needed), cell, (place,), also)


_part, _fits, _offer, _bar, _link, _bushing = (
    partial(Place, record) for record in ("part", "fits", "offer", "bar", "link", "bushing")
)
_KINDS = f"{', '.join(list(PartKind)[:-1])} or {list(PartKind)[-1]}"

#: In the order they are written. A new column is a row here.
ROWS: tuple[Row, ...] = (
    _row("kind", _KINDS, "bar", cells.word(PartKind), _part("kind", True), "type", needed=True),
    _row(
        "part_number",
        "Part number",
        "GR-R35",
        cells.TEXT,
        _part("part_number"),
        "part number",
        "part no",
        "sku",
        "article",
        needed=True,
    ),
    _row(
        "maker",
        "Maker",
        "Gannet Row",
        cells.TEXT,
        _part("maker"),
        "brand",
        "manufacturer",
        needed=True,
    ),
    _row(
        "supplier",
        "Supplier",
        "Mudlark Supply",
        cells.TEXT,
        _offer("supplier"),
        "vendor",
        needed=True,
    ),
    _row(
        "price",
        "Price",
        "429.00",
        cells.MONEY,
        _offer("price", True),
        "cost",
        "unit price",
        needed=True,
    ),
    _row(
        "stock",
        "On the supplier's shelf",
        "3",
        cells.COUNT,
        _offer("stock"),
        "qty",
        "on hand",
    ),
    _row("days", "Days until it is here", "4", cells.COUNT, _offer("days"), "lead time"),
    _row(
        "axle",
        "front, rear or either",
        "rear",
        cells.word(MadeFor),
        _fits("axle", True),
        "position",
        needed=True,
    ),
    _row(
        "axle_load_from",
        "Axle load from",
        "5500 kg",
        cells.MASS,
        _fits("axle_load_from_kg", True),
        "min load",
        needed=True,
    ),
    _row(
        "axle_load_to",
        "Axle load to",
        "8000 kg",
        cells.MASS,
        _fits("axle_load_to_kg", True),
        "max load",
        needed=True,
    ),
    _row("tube_from", "Axle tube from", "95 mm", cells.LENGTH, _fits("tube_from_m")),
    _row("tube_to", "Axle tube to", "108 mm", cells.LENGTH, _fits("tube_to_m")),
    _row("tube_shape", "any, round or square", "round", cells.word(TubeNeed), _fits("tube_shape")),
    _row("lift_from", "Lift from", "-40 mm", cells.LENGTH, _fits("lift_from_m")),
    _row("lift_to", "Lift to", "50 mm", cells.LENGTH, _fits("lift_to_m")),
    _row(
        "crossmember",
        "any, round, channel or none",
        "any",
        cells.word(Crossmember),
        _fits("crossmember"),
    ),
    _row(
        "shock_mount",
        "Lower shock mounts: any, one bolt, two bolts or stud",
        "any",
        cells.word(MountNeed),
        _fits("shock_mount"),
    ),
    _row("variant", "Weight variant or option", "heavy rear axle", cells.TEXT, _fits("variant")),
    _row("role", "beside, instead or either", "either", cells.word(BarRole), _part("role")),
    _row("drilled", "Holes to drill", "4", cells.COUNT, _part("holes_drilled")),
    _row(
        "u_bolts_off",
        "Spring U-bolts come off: yes or no",
        "no",
        cells.YES,
        _part("u_bolts_off"),
    ),
    _row(
        "cradle_lowered",
        "The cradle is lowered for it: yes or no",
        "no",
        cells.YES,
        _part("cradle_lowered"),
        "subframe lowered",
    ),
    _row(
        "drive_shaft_off",
        "A drive shaft comes off: yes or no",
        "no",
        cells.YES,
        _part("drive_shaft_off"),
    ),
    _row(
        "exhaust_opened",
        "The exhaust is opened: yes or no",
        "no",
        cells.YES,
        _part("exhaust_opened"),
    ),
    _row(
        "alignment",
        "Wheel alignment afterwards: yes or no",
        "no",
        cells.YES,
        _part("alignment"),
    ),
    _row(
        "side_marks",
        "How left is told from right",
        "L and R stamped at the eyes",
        cells.TEXT,
        _part("side_marks"),
    ),
    _row(
        "bolt_heads",
        "Which way its bolts point",
        "heads outward at the links",
        cells.TEXT,
        _part("bolt_heads"),
    ),
    _row(
        "grease",
        "Grease in its bushings: unsaid, silicone, ptfe or dry",
        "unsaid",
        cells.word(Grease),
        _part("grease"),
    ),
    _row("mass", "What the bar weighs", "12.4 kg", cells.MASS, _part("mass_kg"), "weight"),
    _row("hours", "Hours to fit", "3.5", cells.NUMBER, _part("hours")),
    _row("claim", "Seller's claim, per cent stiffer", "90", cells.PER_CENT, _part("claimed_gain")),
    _row(
        "renewable",
        "Bushings and joints can be renewed: yes or no",
        "yes",
        cells.YES,
        _part("renewable"),
    ),
    _row("coating", "Coating", "powder", cells.TEXT, _part("coating")),
    _row(
        "contents",
        "In the box, parted by ;",
        "2 × GR-L180; 4 × GR-C12",
        cells.LIST,
        _part("contents"),
    ),
    _row(
        "torques",
        "Sheet torques: where, size, grade or ?, count, N·m or a range, cushioned, lock nut; "
        "parted by ;",
        "frame, M12x1.75, 10.9, 4, 78-88, lock nut",
        cells.TORQUES,
        _part("torques"),
    ),
    _row("note", "Note", "", cells.TEXT, _part("note"), "remarks"),
    _row(
        "diameter",
        "Bar's outside diameter",
        '1 3/8"',
        cells.SIZE,
        _bar("outside_diameter_m", True),
        "od",
        "outside diameter",
    ),
    _row(
        "arm_diameter",
        "Diameter of its arms, where another",
        "32 mm",
        cells.LENGTH,
        _bar("arm_diameter_m"),
    ),
    _row("bore", "Bar's bore", "0", cells.SIZE, _bar("bore_m"), "id"),
    _row("arm", "Bar's arm, outermost hole to bend", "260 mm", cells.LENGTH, _bar("arm_m", True)),
    _row("splay", "How far each arm runs outward", "20 mm", cells.LENGTH, _bar("splay_m")),
    _row(
        "centre", "Bar's centre part, bend to bend", "1020 mm", cells.LENGTH, _bar("centre_m", True)
    ),
    _row("span", "Bushing span", "780 mm", cells.SPAN, _bar("bushing_span_m", True)),
    _row("hole_step", "From hole to hole", "30 mm", cells.LENGTH, _bar("hole_step_m")),
    _row("holes", "Holes an arm", "3", cells.COUNT, _bar("holes")),
    Row(
        Column("bushing_rate", "One bushing", "6 kN/mm"),
        cells.RATE,
        (_bar("bushing_rate_n_per_m"), _bushing("rate_n_per_m")),
    ),
    _row("link_rate", "One link with bushings", "9 kN/mm", cells.RATE, _bar("link_rate_n_per_m")),
    _row("steel", "Steel's key", "4140_hardened", cells.TEXT, _bar("steel"), "material grade"),
    _row(
        "length_from",
        "Link's shortest length",
        "160 mm",
        cells.SPAN,
        _link("length_from_m", True),
    ),
    _row("length_to", "Link's longest length", "210 mm", cells.SPAN, _link("length_to_m")),
    _row("length_step", "Link's fixed step of length", "15 mm", cells.SIZE, _link("step_m")),
    _row("thread", "Link's thread", "M12x1.75", cells.TEXT, _link("thread")),
    _row("joint_angle", "Joint angle to one side", "25°", cells.ANGLE, _link("joint_angle_rad")),
    _row(
        "bushing_bore",
        "Bushing's bore",
        "35 mm",
        cells.SIZE,
        _bushing("bore_m", True),
        "cushion bore",
    ),
    _row("material", "rubber or polyurethane", "polyurethane", cells.TEXT, _bushing("material")),
)
COLUMNS: tuple[Column, ...] = tuple(row.column for row in ROWS)
