"""`axlecore torque`: what a bolt may be tightened to, and the holes it asks for."""

from __future__ import annotations

import sys
from argparse import Namespace
from dataclasses import dataclass
from typing import Any

from axlecore.cli.files import EXIT_BAD_INPUT, EXIT_OK, EXIT_STOP, print_json
from axlecore.errors import InputError
from axlecore.fasteners.drills import Holes, holes
from axlecore.fasteners.torque import Lubrication, Torque, torque, wrench_setting
from axlecore.quantities.measure import Record
from axlecore.quantities.units import Dimension, Units, read_quantity, with_unit

#: One pound-force foot, exact by the pound and the foot [N·m].
_LBF_FT_N_M = 1.3558179483


@dataclass(frozen=True)
class TorqueAnswer(Record):
    """A bolt's torque with its holes: what `axlecore torque --json` writes.

    Attributes
    ----------
    torque : Torque
        What it may be tightened to.
    holes : Holes
        Drills for it.
    wrench_n_m : float or None
        What a wrench with the given extension is set to [N·m].
    """

    torque: Torque
    holes: Holes
    wrench_n_m: float | None


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("torque", help="what a bolt may be tightened to, and its drills")
    parser.add_argument("size", help="such as M12x1.75 or 5/8-11")
    parser.add_argument("grade", help="such as 10.9 or 8")
    parser.add_argument(
        "--thread",
        choices=[str(one) for one in Lubrication],
        default=str(Lubrication.ZINC),
        help="what is on the thread",
    )
    parser.add_argument("--sheet", help="the sheet's torque, such as “110 N·m” or “81 lbf·ft”")
    parser.add_argument("--run-down", help="a lock nut's run-down torque, added to all")
    parser.add_argument(
        "--extension",
        nargs=2,
        metavar=("WRENCH", "EXTENSION"),
        help="lengths, such as 450mm 120mm: what the wrench is set to",
    )
    parser.add_argument("--json", action="store_true", help="print the whole answer as JSON")
    parser.set_defaults(run=_guarded)


def _guarded(chosen: Namespace) -> int:
    try:
        return _run(chosen)
    except InputError as error:
        print(f"{error.field}: {error.message}", file=sys.stderr)
        return EXIT_BAD_INPUT


def _torque_of(text: str | None, field: str, units: Units) -> float | None:
    if text is None:
        return None
    return read_quantity(with_unit(text, Dimension.TORQUE, units), Dimension.TORQUE, field)


def _run(chosen: Namespace) -> int:
    found = torque(
        chosen.size,
        chosen.grade,
        Lubrication(chosen.thread),
        _torque_of(chosen.sheet, "sheet", chosen.units),
        _torque_of(chosen.run_down, "run-down", chosen.units) or 0.0,
    )
    wrench = None
    if chosen.extension:
        typed = [with_unit(one, Dimension.LENGTH, chosen.units) for one in chosen.extension]
        lengths = [read_quantity(one, Dimension.LENGTH, "extension") for one in typed]
        wrench = wrench_setting(found.target_n_m, *lengths)
    answer = TorqueAnswer(found, holes(chosen.size), wrench)
    if chosen.json:
        print_json(answer)
    else:
        _print(answer)
    return EXIT_STOP if found.sheet_kind == "stop" else EXIT_OK


def _print(answer: TorqueAnswer) -> None:
    found, drilled = answer.torque, answer.holes
    print(f"{found.thread.name}")
    for name, value in (
        ("target", found.target_n_m),
        ("at proof load", found.at_proof_n_m),
        ("wrench with extension", answer.wrench_n_m),
    ):
        if value is not None:
            print(f"{name:<24}{value:>8.1f} N·m{value / _LBF_FT_N_M:>8.1f} lbf·ft")
    print(
        f"{'clamping force':<24}{found.preload_n / 1e3:>8.1f} kN, "
        f"as the thread varies {found.scatter:.0%} more or less"
    )
    print(f"{'tap drill':<24}{drilled.tap_drill_m * 1e3:>8.2f} mm")
    print(f"{'wire insert drill':<24}{drilled.insert_drill_m * 1e3:>8.2f} mm")
    print(f"{'clearance':<24}{'  '.join(f'{one * 1e3:.2f}' for one in drilled.clearance_m)} mm")
    print(f"{'drill in steps':<24}{'  '.join(f'{one * 1e3:g}' for one in drilled.steps_m)} mm")
    if found.sheet_says:
        print(found.sheet_says)
