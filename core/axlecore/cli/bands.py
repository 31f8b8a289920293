"""`axlecore bands`: every figure people decide by, with its band and what drives it."""

from __future__ import annotations

import math
from argparse import Namespace
from typing import Any

import numpy as np

from axlecore.cli.files import EXIT_OK, add_file, guarded, print_json, read
from axlecore.lean.monte_carlo import Quantity, bands
from axlecore.quantities.entry import walk
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import RigFile

#: The same file gives the same bands.
_SEED = 1
#: Scale, unit and decimals of a figure.
_SHOWN = {
    Quantity.BALANCE: (100.0, "%", 1),
    Quantity.RESERVE: (1.0, "×", 2),
    Quantity.LEAN: (math.degrees(1), "°", 2),
}


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("bands", help="how sure each figure is, and what drives it")
    add_file(parser, "rig file")
    parser.add_argument("--state", choices=[key.value for key in LoadKey], default="trip_ready")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    rig = read(chosen.file, RigFile)
    found = bands(rig.vehicle, rig.set_up, LoadKey(chosen.state), np.random.default_rng(_SEED))
    if chosen.json:
        print_json(found)
        return EXIT_OK
    labels = {path: rule.label for path, rule, _ in walk(rig.vehicle)}
    labels |= {path: rule.label for path, rule, _ in walk(rig.set_up, "set_up")}
    print(f"{'':<30}{'figure':>9}{'from':>9}{'to':>9}   driven by")
    for band in found:
        scale, unit, digits = _SHOWN[band.quantity]
        figures = (band.value * scale, band.low * scale, band.high * scale)
        row = "".join(f"{figure:>9.{digits}f}" for figure in figures)
        drivers = "; ".join(_said(path, labels) for path in band.drivers)
        print(f"{f'{band.name}, {unit}':<30}{row}   {drivers}")
    return EXIT_OK


def _said(path: str, labels: dict[str, str]) -> str:
    """A driver in the trade's words, with its axle; the spread of a steel is no place."""
    steps = path.split(".")
    chosen = "chosen " if steps[0] == "set_up" else ""
    axle = next((name for name in End if name in steps), "")
    label = labels.get(path, "Steel's strength")
    return f"{chosen}{axle} {label[0].lower()}{label[1:]}".strip()
