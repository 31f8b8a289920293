"""The made-up workshop Saltgrass Chassis: its people, vehicles, rack and jobs.

Nothing here exists: names, makers, part numbers and figures are invented and plausible.
Sheets are entered place by place, just as a fitter would, so they go through the same
checks.
"""

import csv
import functools
from dataclasses import replace
from pathlib import Path

from axlecore.practice.classes import change_part, class_vehicle
from axlecore.quantities.entry import enter, fit_part, walk
from axlecore.quantities.measure import Known
from axlecore.quantities.units import write_quantity
from axlecore.racks.table import ReadRow, headings, read_rack, suggest
from axlecore.vehicle.axle import AirLines
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import RigKind, Vehicle

HERE = Path(__file__).parent


@functools.cache
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


def library() -> Vehicle:
    """A book van in for a short job: its sheet still has the class's numbers."""
    return class_vehicle(RigKind.VAN)


def kitchen() -> Vehicle:
    """A kitchen on a cutaway van, in for a short job."""
    return class_vehicle(RigKind.COACH)


def crew() -> Vehicle:
    """A pickup with a light mast, in for a short job."""
    return class_vehicle(RigKind.PICKUP)


def post() -> Vehicle:
    """A delivery van, in for a short job."""
    return class_vehicle(RigKind.VAN)


def seedbank() -> Vehicle:
    """A cutaway van that keeps seeds; done, and measured throughout."""
    return _measured(class_vehicle(RigKind.COACH))


def rescue() -> Vehicle:
    """A heavy pickup of a rescue post, each rear air bag on a line of its own; done."""
    sheet = change_part(class_vehicle(RigKind.PICKUP), "rear.air_bags", True)
    for place, typed in (("rate_n_per_m", "95 N/mm"), ("spacing_m", "1010 mm")):
        sheet = enter(sheet, f"rear.air_bags.{place}", typed, Known.MEASURED)
    return _measured(sheet)


def _measured(sheet: Vehicle) -> Vehicle:
    """A sheet whose every number was taken, as usual for its class as they came out."""
    for path, rule, found in list(walk(sheet)):
        sheet = enter(sheet, path, write_quantity(found.value, rule.dimension), Known.MEASURED)
    return sheet


def papers(vehicle: str, paper: str) -> list[tuple[str, str]]:
    """Places and what is typed there, of one paper of one vehicle's job."""
    with (HERE / "papers.csv").open(newline="") as rows:
        return [
            (row["place"], row["typed"])
            for row in csv.DictReader(rows)
            if (row["vehicle"], row["paper"]) == (vehicle, paper)
        ]


def photos(vehicle: str) -> list[tuple[str, str]]:
    """Places and drawings of one vehicle's photos."""
    with (HERE / "photos.csv").open(newline="") as rows:
        return [
            (row["place"], row["drawing"])
            for row in csv.DictReader(rows)
            if row["vehicle"] == vehicle
        ]


@functools.cache
def rack() -> list[ReadRow]:
    """The parts on the racks with their offers, read as any seller's table is."""
    text = (HERE / "rack.csv").read_text()
    return read_rack(text, suggest(headings(text)))
