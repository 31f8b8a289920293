"""`axlecore schema`: the JSON Schema of each file that is read."""

from __future__ import annotations

import json
from argparse import Namespace
from typing import Any

from axlecore.aftercare.archive import JobArchive
from axlecore.build.board_file import BoardFile
from axlecore.build.job import JobFile
from axlecore.cli.claim import ClaimFile
from axlecore.cli.files import EXIT_OK
from axlecore.cli.fit import FitFile
from axlecore.cli.rank import RankFile
from axlecore.formats import json_schema
from axlecore.vehicle.rig import RigFile

FILES: dict[str, type] = {
    "rig": RigFile,
    "rank": RankFile,
    "claim": ClaimFile,
    "fit": FitFile,
    "job": JobFile,
    "board": BoardFile,
    "record": JobArchive,
}


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("schema", help="print the JSON Schema of a file")
    parser.add_argument("of", nargs="?", choices=FILES, default="rig", help="which file")
    parser.set_defaults(run=_run)


def _run(chosen: Namespace) -> int:
    print(json.dumps(json_schema(FILES[chosen.of]), indent=2, ensure_ascii=False))
    return EXIT_OK
