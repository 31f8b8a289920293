"""The bench over HTTP: single calculators without a job, everything typed as a fitter writes it."""

import numpy as np
from ninja import Query, Router, Schema
from pydantic import Field

from axlecore.bars.bar import Bar, bar_rates, developed_length, square_u
from axlecore.bars.claims import Audit, audit
from axlecore.bars.section import area, bore_band, bore_from_mass
from axlecore.bars.steel import DENSITY_KG_M3
from axlecore.errors import InputError
from axlecore.fasteners.drills import Holes, holes
from axlecore.fasteners.repair import RepairRung, repair_ladder
from axlecore.fasteners.torque import Lubrication, Torque, torque
from axlecore.fitup.bracket_place import LevelHole, level_hole
from axlecore.fitup.links import LinkAttitude, link_attitude, link_for_level_arm
from axlecore.lean.protractor import (
    FrameLean,
    FrameLength,
    Line,
    Protractor,
    read_frame,
    read_length,
    read_pictures,
)
from axlecore.quantities.measure import Known, Measured
from axlecore.quantities.units import Dimension, read_quantity, read_with_its_unit
from shops.requests import PersonRequest

router = Router(tags=["bench"])
#: Half widths of what a tape, a caliper and a scale read.
_TAPE_M, _CALIPER_M, _SCALE_PART = 0.004, 0.0001, 0.01


def _typed(most: int = 24, default: str = "") -> str:
    text: str = Field(default, max_length=most)
    return text


class BarIn(Schema):
    diameter: str = _typed(default="1 3/8 in")
    bore: str = _typed(default="0 mm")
    arm: str = _typed(default="260 mm")
    centre: str = _typed(default="1020 mm")
    span: str = _typed(default="780 mm")
    bushing: str = _typed()
    link: str = _typed()


class BarOut(Schema):
    bar: Bar
    rate_n_per_m: float
    steel_rate_n_per_m: float
    mass_kg: float
    developed_length_m: float


class BoreIn(Schema):
    diameter: str = _typed(default="34.9 mm")
    length: str = _typed(default="1620 mm")
    mass: str = _typed(default="8.9 kg")


class BoreOut(Schema):
    bore_m: float
    low_m: float
    high_m: float
    outside_diameter_m: float


class ClaimIn(BarIn):
    claim: float = Field(90.0, ge=-90, le=5000)
    old_diameter: str = _typed(default="28.6 mm")
    old_bore: str = _typed(default="0 mm")


class LinkIn(Schema):
    arm: str = _typed(default="260 mm")
    forward: str = _typed(default="255 mm")
    up: str = _typed(default="240 mm")
    link: str = _typed(default="240 mm")


class LinkOut(Schema):
    arm_m: float
    forward_m: float
    up_m: float
    link_m: float
    attitude: LinkAttitude
    level_link_m: float


class LevelIn(Schema):
    bar: str = _typed(default="400 mm")
    link: str = _typed(default="240 mm")
    hole: str = _typed(default="600 mm")
    step: str = _typed(default="25 mm")
    arm: str = _typed(default="260 mm")


class TorqueIn(Schema):
    size: str = _typed(default="M12x1.75")
    grade: str = _typed(8, "8.8")
    lubrication: Lubrication = Lubrication.DRY
    sheet: str = _typed()


class TorqueOut(Schema):
    torque: Torque
    sheet_n_m: float | None


class SnappedIn(Schema):
    size: str = _typed(default="M12x1.75")
    wall: str = _typed(default="12 mm")
    edge: str = _typed(default="35 mm")
    behind: str = _typed(default="reachable")
    load: str = _typed(default="2 kN")


class PicturesIn(Schema):
    body: list[tuple[float, float, float, float]] = Field(min_length=2, max_length=2)
    horizon: list[tuple[float, float, float, float]] = Field(min_length=2, max_length=2)


class FrameIn(Schema):
    """Lines laid on one frozen frame, in pixels, y down."""

    body: Line
    horizon: Line
    travel: Line | None = None
    trim: Line | None = None
    trim_length: str = _typed()


class FrameOut(Schema):
    lean: FrameLean
    travel: FrameLength | None


def _read(text: str, dimension: Dimension, field: str) -> float:
    return read_quantity(text, dimension, field)


def _measured(text: str, dimension: Dimension, field: str) -> Measured:
    return Measured(_read(text, dimension, field), Known.QUOTED, 0.0, text)


def _bar(asked: BarIn, diameter: str, bore: str, prefix: str = "") -> Bar:
    bushing, link = (
        _measured(text, Dimension.RATE, name) if text.strip() else None
        for name, text in (("bushing", asked.bushing), ("link", asked.link))
    )
    small = Dimension.SMALL_LENGTH
    try:
        return Bar(
            name="bench",
            outside_diameter_m=_measured(diameter, small, f"{prefix}diameter"),
            bore_m=_measured(bore or "0", small, f"{prefix}bore"),
            centre_line_m=square_u(
                _read(asked.arm, Dimension.LENGTH, "arm"),
                _read(asked.centre, Dimension.LENGTH, "centre"),
            ),
            bushing_span_m=_measured(asked.span, Dimension.LENGTH, "span"),
            bushing_rate_n_per_m=bushing,
            link_rate_n_per_m=link,
        )
    except InputError as error:
        field = _FIELDS.get(error.field, error.field)
        raise InputError(
            f"{prefix}{field}" if field in ("diameter", "bore") else field, error.message
        ) from None


#: What core calls a measure, and the bench.
_FIELDS = {
    "outside_diameter_m": "diameter",
    "bore_m": "bore",
    "bushing_span_m": "span",
    "centre_line_m": "centre",
    "arm_m": "arm",
    "centre_length_m": "centre",
    "bushing_rate_n_per_m": "bushing",
    "link_rate_n_per_m": "link",
}


@router.get("/bench/bar", response=BarOut, operation_id="bench_bar")
def get_bar(request: PersonRequest, asked: Query[BarIn]) -> BarOut:
    bar = _bar(asked, asked.diameter, asked.bore)
    bare = _bar(asked.model_copy(update={"bushing": "", "link": ""}), asked.diameter, asked.bore)
    fitted, steel = bar_rates([bar, bare], [0, 0])
    length = developed_length(bar)
    section = float(area(bar.outside_diameter_m.value, bar.bore_m.value))
    return BarOut(
        bar=bar,
        rate_n_per_m=float(fitted),
        steel_rate_n_per_m=float(steel),
        mass_kg=section * length * DENSITY_KG_M3,
        developed_length_m=length,
    )


@router.get("/bench/bore", response=BoreOut, operation_id="bench_bore")
def get_bore(request: PersonRequest, asked: Query[BoreIn]) -> BoreOut:
    diameter = _read(asked.diameter, Dimension.SMALL_LENGTH, "diameter")
    length = _read(asked.length, Dimension.LENGTH, "length")
    mass = _read(asked.mass, Dimension.MASS, "mass")
    bore = float(bore_from_mass(diameter, length, mass))
    low, high = bore_band((diameter, _CALIPER_M), (length, _TAPE_M), (mass, mass * _SCALE_PART))
    return BoreOut(bore_m=bore, low_m=low, high_m=high, outside_diameter_m=diameter)


@router.get("/bench/claim", response=Audit, operation_id="bench_claim")
def get_claim(request: PersonRequest, asked: Query[ClaimIn]) -> Audit:
    old = _bar(asked, asked.old_diameter, asked.old_bore, "old_")
    return audit(asked.claim / 100, old, 0, _bar(asked, asked.diameter, asked.bore), 0)


@router.get("/bench/link", response=LinkOut, operation_id="bench_link")
def get_link(request: PersonRequest, asked: Query[LinkIn]) -> LinkOut:
    arm, link = (_read(getattr(asked, one), Dimension.LENGTH, one) for one in ("arm", "link"))
    forward, up = (_read(getattr(asked, one), Dimension.SHIFT, one) for one in ("forward", "up"))
    try:
        attitude = link_attitude(arm, forward, up, link)
    except InputError as error:
        names = {"arm_m": "arm", "link_m": "link", "upper_up_m": "up"}
        raise InputError(names.get(error.field, error.field), error.message) from None
    return LinkOut(
        arm_m=arm,
        forward_m=forward,
        up_m=up,
        link_m=link,
        attitude=attitude,
        level_link_m=link_for_level_arm(arm, forward, up),
    )


@router.get("/bench/level-hole", response=LevelHole, operation_id="bench_level_hole")
def get_level_hole(request: PersonRequest, asked: Query[LevelIn]) -> LevelHole:
    arm = _read(asked.arm, Dimension.LENGTH, "arm") if asked.arm.strip() else None
    try:
        return level_hole(
            _read(asked.bar, Dimension.LENGTH, "bar"),
            _read(asked.hole, Dimension.LENGTH, "hole"),
            _read(asked.step, Dimension.SHIFT, "step"),
            _read(asked.link, Dimension.LENGTH, "link"),
            arm,
        )
    except InputError as error:
        names = {
            "axis_up_m": "bar",
            "hole_up_m": "hole",
            "step_m": "step",
            "link_m": "link",
            "arm_m": "arm",
        }
        raise InputError(names.get(error.field, error.field), error.message) from None


@router.get("/bench/torque", response=TorqueOut, operation_id="bench_torque")
def get_torque(request: PersonRequest, asked: Query[TorqueIn]) -> TorqueOut:
    sheet = _read(asked.sheet, Dimension.TORQUE, "sheet") if asked.sheet.strip() else None
    return TorqueOut(
        torque=torque(asked.size, asked.grade, asked.lubrication, sheet),
        sheet_n_m=sheet,
    )


@router.get("/bench/drill", response=Holes, operation_id="bench_drill")
def get_drill(request: PersonRequest, size: str = Query("M12x1.75", max_length=24)) -> Holes:
    return holes(size)


@router.get("/bench/snapped", response=list[RepairRung], operation_id="bench_snapped")
def get_snapped(request: PersonRequest, body: Query[SnappedIn]) -> list[RepairRung]:
    return repair_ladder(
        body.size,
        read_quantity(body.wall, Dimension.SMALL_LENGTH, "wall"),
        read_quantity(body.edge, Dimension.SMALL_LENGTH, "edge"),
        body.behind == "reachable",
        read_quantity(body.load, Dimension.FORCE, "load"),
    )


@router.post("/bench/pictures", response=Protractor, operation_id="bench_pictures")
def post_pictures(request: PersonRequest, body: PicturesIn) -> Protractor:
    if not all(np.isfinite(line).all() for line in (*body.body, *body.horizon)):
        raise InputError("body.0", "Click two points on each line.")
    return read_pictures((body.body[0], body.body[1]), (body.horizon[0], body.horizon[1]))


@router.post("/bench/frame", response=FrameOut, operation_id="bench_frame")
def post_frame(request: PersonRequest, body: FrameIn) -> FrameOut:
    travel = None
    if body.travel is not None and body.trim is not None:
        known = read_with_its_unit(body.trim_length, Dimension.SMALL_LENGTH, "trim_length")
        travel = read_length(body.travel, body.trim, known)
    return FrameOut(lean=read_frame(body.body, body.horizon), travel=travel)
