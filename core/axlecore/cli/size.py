"""`axlecore size`: the diameter that a target lean takes, on the vehicle's own geometry."""

from __future__ import annotations

import math
from argparse import Namespace
from typing import Any

from axlecore.choosing.sizing import size_bar
from axlecore.cli.files import EXIT_OK, add_file, guarded, print_json, read
from axlecore.practice.classes import default_bar
from axlecore.quantities.units import Dimension, read_quantity
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, RigFile


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("size", help="the diameter that a target lean takes")
    add_file(parser, "rig file")
    parser.add_argument("--axle", choices=("front", "rear"), default="rear")
    parser.add_argument("--lean", required=True, help="in a bend of 0.3 g, such as 3.5°")
    parser.add_argument("--state", choices=[key.value for key in LoadKey], default="trip_ready")
    parser.add_argument(
        "--action",
        choices=[action.value for action in Action],
        help="as chosen in the file; else beside the standard bar, or new where none is",
    )
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    rig = read(chosen.file, RigFile)
    key = LoadKey(chosen.state)
    rig.vehicle.weighed(key)
    axle = rig.vehicle.of_end(chosen.axle)
    choice = rig.set_up.of_end(chosen.axle)
    usual = Action.NEW if axle.standard_bar is None else Action.SUPPLEMENT
    action = Action(chosen.action) if chosen.action else (choice.action if choice else usual)
    fitted: FittedBar = choice.fitted if choice else axle.standard_bar or default_bar(axle)
    target = read_quantity(chosen.lean, Dimension.ANGLE, "--lean")
    found = size_bar(rig.vehicle, rig.set_up, chosen.axle, action, fitted, key, target)
    if chosen.json:
        print_json(found)
        return EXIT_OK
    print(f"{'':<24}{'diameter, mm':>14}{'lean, °':>10}")
    for name, diameter, lean in (
        ("meets the target", found.diameter_m, found.lean_rad),
        ("next standard size", found.next_standard_m, found.standard_lean_rad),
    ):
        print(f"{name:<24}{diameter * 1e3:>14.1f}{math.degrees(lean):>10.2f}")
    return EXIT_OK
