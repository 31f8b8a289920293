"""Write the shapes that the web is generated from, or check that they are current."""

import json
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from axlecore.bars.steel import STEELS
from axlecore.fitup.arrival import Arrival
from axlecore.fitup.sheet import Fitting
from axlecore.formats import json_schema, places_of
from axlecore.practice.target import Target
from axlecore.quantities.entry import shared_place
from axlecore.vehicle.rig import LoadState, RigFile, SetUp, Vehicle
from calmaxle.api import api

_NOTE = "// Generated from core by `make generate`; change the dataclass there, not this file.\n"
_FORMATS = ("docs", "formats.md")
_SCHEMA_MARKS = ("<!-- schema begins -->", "<!-- schema ends -->")


def _openapi() -> str:
    return json.dumps(api.get_openapi_schema(), indent=2, ensure_ascii=False) + "\n"


def _places() -> str:
    places = {
        path: {"label": rule.label, "dimension": rule.dimension.value}
        for path, rule in (
            *places_of(Vehicle).items(),
            *(
                (f"load_states.*.{name}", shared_place(LoadState, name))
                for name in LoadState.entered_together
            ),
            *((f"set_up.{path}", rule) for path, rule in places_of(SetUp).items()),
            *((f"target.{path}", rule) for path, rule in places_of(Target).items()),
            *((f"fitting.{path}", rule) for path, rule in places_of(Fitting).items()),
            *((f"arrival.{path}", rule) for path, rule in places_of(Arrival).items()),
        )
    }
    steels = {key: steel.label for key, steel in STEELS.items()}
    return f"{_NOTE}{_constant('PLACES', places)}\n{_constant('STEELS', steels)}"


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
            root / "web" / "src" / "api" / "generated" / "places.ts": _places(),
            formats: _formats_page(formats),
        }
        if not options["check"]:
            for path, text in made.items():
                path.write_text(text)
            return
        old = [p.name for p, text in made.items() if not p.exists() or p.read_text() != text]
        if old:
            raise CommandError(f"Not current: {', '.join(old)}. Run `make generate` and commit.")
