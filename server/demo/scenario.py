"""The made-up workshop Saltgrass Chassis: its people, vehicles, rack and jobs.

Nothing here exists: names, makers, part numbers and figures are invented and plausible.
Sheets are entered place by place, just as a fitter would, so they go through the same
checks.
"""

import csv
from dataclasses import replace
from pathlib import Path

from axlecore.axle import AirLines
from axlecore.bar import Bar, Point
from axlecore.entry import enter, fit_part
from axlecore.loads import LoadKey
from axlecore.measure import RELATIVE_TOLERANCE, Known, Measured
from axlecore.practice.classes import change_part, class_vehicle
from axlecore.rig import RigKind, Vehicle
from axlecore.units import Dimension, read_quantity

HERE = Path(__file__).parent


def _sheet(
    file: str, kind: RigKind, states: tuple[LoadKey, ...], parts: tuple[str, ...]
) -> Vehicle:
    sheet = class_vehicle(kind)
    for place in (*(f"load_states.{key}" for key in states), *parts):
        sheet = change_part(sheet, place, True)
    index = {state.key.value: str(at) for at, state in enumerate(sheet.load_states)}
    with (HERE / "sheets" / file).open(newline="") as rows:
        for row in csv.DictReader(rows):
            place = ".".join(index.get(part, part) for part in row["place"].split("."))
            sheet = enter(sheet, place, row["typed"], Known(row["known"]))
    return sheet


def planetarium() -> Vehicle:
    """A travelling planetarium on a stripped motorhome chassis."""
    states = (LoadKey.EMPTY, LoadKey.MAXIMUM)
    return _sheet("orrery.csv", RigKind.MOTORHOME, states, ("stack",) * 5)


def clinic() -> Vehicle:
    """A cutaway coach used as a mobile dental clinic; over its rear rating when full."""
    return _sheet("clinic.csv", RigKind.COACH, (LoadKey.MAXIMUM,), ())


def hives() -> Vehicle:
    """A beekeeper's heavy pickup; its air bags share one line, and it has no rear bar."""
    sheet = _sheet("hives.csv", RigKind.PICKUP, (LoadKey.TOWING,), ("rear.air_bags",))
    bags = sheet.rear.air_bags
    assert bags is not None
    sheet = fit_part(sheet, "rear.air_bags", replace(bags, lines=AirLines.CONNECTED))
    return change_part(sheet, "rear.standard_bar", False)


def lookout() -> Vehicle:
    """A lifted pickup with a slide-in cabin for bird surveys."""
    return _sheet("lookout.csv", RigKind.CAMPER_PICKUP, (LoadKey.EMPTY,), ())


def bakery() -> Vehicle:
    """A lowered delivery car of a bakery."""
    return _sheet("bakery.csv", RigKind.VAN, (), ())


def kayaks() -> Vehicle:
    """A utility wagon with a roof rack of kayaks."""
    return _sheet("kayaks.csv", RigKind.WAGON, (LoadKey.EMPTY,), ("stack",) * 3)


def papers(vehicle: str, paper: str) -> list[tuple[str, str]]:
    """Places and what is typed there, of one paper of one vehicle's job."""
    with (HERE / "papers.csv").open(newline="") as rows:
        return [(row["place"], row["typed"]) for row in csv.DictReader(rows)
                if (row["vehicle"], row["paper"]) == (vehicle, paper)]  # fmt: skip


def photos(vehicle: str) -> list[tuple[str, str]]:
    """Places and drawings of one vehicle's photos."""
    with (HERE / "photos.csv").open(newline="") as rows:
        return [(row["place"], row["drawing"]) for row in csv.DictReader(rows)
                if row["vehicle"] == vehicle]  # fmt: skip


def _from_maker(text: str, dimension: Dimension) -> Measured:
    value = read_quantity(text, dimension)
    return Measured(value, Known.PLATE, value * RELATIVE_TOLERANCE[Known.PLATE], text)


def _centre_line(arm_mm: float, splay_mm: float, centre_mm: float) -> tuple[Point, ...]:
    half, arm, splay = centre_mm / 2e3, arm_mm / 1e3, splay_mm / 1e3
    return (
        (arm, -half - splay, 0.0),
        (0.0, -half, 0.0),
        (0.0, half, 0.0),
        (arm, half + splay, 0.0),
    )


def rack() -> list[tuple[dict[str, str], Bar]]:
    """The bars on the rack: what the shop keeps of each, and the bar itself."""
    with (HERE / "bars.csv").open(newline="") as rows:
        return [(row, _bar(row)) for row in csv.DictReader(rows)]


def _bar(row: dict[str, str]) -> Bar:
    step = float(row["hole_step_mm"]) / 1e3
    return Bar(
        name=f"{row['maker']} {row['part_number']}",
        outside_diameter_m=_from_maker(row["diameter"], Dimension.SMALL_LENGTH),
        bore_m=_from_maker(row["bore"], Dimension.SMALL_LENGTH),
        centre_line_m=_centre_line(
            float(row["arm_mm"]), float(row["splay_mm"]), float(row["centre_mm"])
        ),
        bushing_span_m=_from_maker(row["span"], Dimension.LENGTH),
        hole_setbacks_m=tuple(round(at * step, 4) for at in range(int(row["holes"]))),
        bushing_rate_n_per_m=_from_maker(row["bushing_rate"], Dimension.RATE),
        link_rate_n_per_m=_from_maker(row["link_rate"], Dimension.RATE),
        steel=row["steel"],
    )
