"""Write the shapes that the web is generated from, or check that they are current."""

import json
import re
from collections.abc import Iterable
from dataclasses import asdict
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from axlecore.aftercare.noises import Heard, Noticed, Since
from axlecore.bars.steel import STEELS
from axlecore.build.seized import Burns
from axlecore.fasteners.torque import GRADES, Lubrication
from axlecore.fitup.arrival import Arrival
from axlecore.fitup.sheet import Fitting
from axlecore.formats import json_schema, places_of
from axlecore.practice.class_tables import CLASSES
from axlecore.practice.first_answer import BarSeen
from axlecore.practice.look import PICKS
from axlecore.practice.stations import JobKind, Station, fit_sheets
from axlecore.practice.target import Target
from axlecore.quantities.measure import Known
from axlecore.quantities.units import GRAVITY_M_S2, Dimension, Units, read_quantity, shown
from axlecore.racks.parts import PartKind
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import RigFile, SetUp, Vehicle
from calmaxle.api import api

_NOTE = "// Generated from core by `make generate`; change the dataclass there, not this file.\n"
#: A word, its name in code, what an engineer says, symbol and unit.
_GLOSSARY_ROW = re.compile(
    r"^\| ([^|]+) \| `\w+` \| ([^|]+) \| ([^|]+) \| ([^|]+) \|$", re.MULTILINE
)
_FORMATS = ("docs", "formats.md")
_SCHEMA_MARKS = ("<!-- schema begins -->", "<!-- schema ends -->")


def _openapi() -> str:
    return json.dumps(api.get_openapi_schema(), indent=2, ensure_ascii=False) + "\n"


def _places() -> str:
    places = {
        path: {"label": rule.label, "dimension": rule.dimension.value}
        for path, rule in (
            *places_of(Vehicle).items(),
            *((f"set_up.{path}", rule) for path, rule in places_of(SetUp).items()),
            *((f"target.{path}", rule) for path, rule in places_of(Target).items()),
            *((f"fitting.{path}", rule) for path, rule in places_of(Fitting).items()),
            *((f"arrival.{path}", rule) for path, rule in places_of(Arrival).items()),
        )
    }
    constants = {
        "PLACES": places,
        "GRADES": list(GRADES),
        "LUBRICATIONS": list(Lubrication),
        "STEELS": {key: steel.label for key, steel in STEELS.items()},
        "STATION_NAMES": _labels(Station),
        "JOB_KIND_NAMES": _labels(JobKind),
        "LOAD_NAMES": _labels(LoadKey),
        "PART_KIND_NAMES": _labels(PartKind),
        "KNOWN": list(Known),
        "BARS_SEEN": [*BarSeen],
        "BURNS": [*Burns],
        "TROUBLES": [*Noticed],
        "HEARD": [*Heard],
        "SINCE": [*Since],
        "FIT_SHEETS": {kind.value: [*fit_sheets(kind)] for kind in JobKind},
        "PICKS": {name: [str(value) for value in values] for name, values in PICKS.items()},
        "DIMENSIONS": {
            units.value: {one.value: asdict(shown(one, units)) for one in Dimension}
            for units in Units
        },
        "UNITS": {units.value: units.label for units in Units},
        "GRAVITY_M_S2": GRAVITY_M_S2,
        "GLOSSARY": _glossary(),
        "NEWTON_METRES_A_FOOT_POUND": read_quantity("1 ft lb", Dimension.TORQUE),
        "RIG_CLASSES": {
            kind.value: {"label": usual.label, "rests_on": usual.rests_on}
            for kind, usual in CLASSES.items()
        },
    }
    return _NOTE + "\n".join(_constant(*one) for one in constants.items())


def _glossary() -> dict[str, dict[str, str]]:
    """What each word on screen means, from the page that ties it to code."""
    page = settings.ROOT.joinpath("docs", "glossary.md").read_text()
    rows = [[cell.strip() for cell in row] for row in _GLOSSARY_ROW.findall(page)]
    return {
        said: {"means": means, "symbol": symbol, "unit": unit} for said, means, symbol, unit in rows
    }


def _labels(
    names: Iterable[Station] | Iterable[JobKind] | Iterable[LoadKey] | Iterable[PartKind],
) -> dict[str, str]:
    return {name.value: name.label for name in names}


def _constant(name: str, value: object) -> str:
    return f"export const {name} = {json.dumps(value, indent=2, ensure_ascii=False)} as const;\n"


def _formats_page(path: Path) -> str:
    begin, end = _SCHEMA_MARKS
    before, rest = path.read_text().split(begin)
    after = rest.split(end)[1]
    schema = json.dumps(json_schema(RigFile), indent=1, ensure_ascii=False)
    return f"{before}{begin}\n```json\n{schema}\n```\n{end}{after}"


class Command(BaseCommand):
    help = "Write the OpenAPI document, the places and the schema in the docs."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument(
            "--check", action="store_true", help="only say whether they are current"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        root: Path = settings.ROOT
        formats = root.joinpath(*_FORMATS)
        made = {
            root / "web" / "openapi.json": _openapi(),
            root / "web" / "src" / "api" / "generated" / "core.ts": _places(),
            formats: _formats_page(formats),
        }
        if not options["check"]:
            for path, text in made.items():
                path.write_text(text)
            return
        old = [p.name for p, text in made.items() if not p.exists() or p.read_text() != text]
        if old:
            raise CommandError(f"Not current: {', '.join(old)}. Run `make generate` and commit.")
