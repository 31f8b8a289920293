"""`axlecore evaluate`: lean before and after, from a rig file."""

from __future__ import annotations

import math
import sys
from argparse import Namespace
from typing import Any, TextIO

from axlecore.cli.files import EXIT_OK, EXIT_STOP, add_file, guarded, print_json, read
from axlecore.errors import UnstableError
from axlecore.evaluate import Evaluation, evaluate
from axlecore.loads import LOAD_NAMES
from axlecore.practice.finding import Finding
from axlecore.practice.findings import findings, unstable_finding
from axlecore.rig import RigFile
from axlecore.units import GRAVITY_M_S2


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("evaluate", help="lean before and after, from a rig file")
    add_file(parser, "rig file")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    rig = read(chosen.file, RigFile)
    try:
        result = evaluate(rig.vehicle, rig.set_up)
    except UnstableError as error:
        _print_findings([unstable_finding(error)], sys.stderr)
        return EXIT_STOP
    said = findings(rig.vehicle, rig.set_up, result)
    if chosen.json:
        print_json(result)
    else:
        _print_table(result)
        _print_findings(said, sys.stdout)
    return EXIT_STOP if any(finding.kind == "stop" for finding in said) else EXIT_OK


def _print_table(result: Evaluation) -> None:
    print(f"{'Roll stiffness, kN·m/rad':<30}{'before':>9}{'after':>9}")
    for name, pair in (("Front", result.front), ("Rear", result.rear)):
        for label, field in (
            ("springs", "springs"),
            ("standard bar", "standard_bar"),
            ("chosen bar", "chosen_bar"),
            ("air bags", "air_bags"),
            ("helper springs", "helper_springs"),
            ("suspension, sum", "suspension"),
            ("tyres", "tyres"),
        ):
            before, after = getattr(pair.before, field) / 1e3, getattr(pair.after, field) / 1e3
            print(f"  {name + ' ' + label:<28}{before:>9.1f}{after:>9.1f}")
    for state in result.states:
        print(f"\n{LOAD_NAMES[state.key].capitalize():<30}{'before':>9}{'after':>9}")
        for label, unit, field, scale, digits in (
            ("Lean at 0.3 g", "°", "reference_lean_rad", math.degrees(1), 2),
            ("Lean in 12 m/s at 25 m/s", "°", "reference_wind_lean_rad", math.degrees(1), 2),
            ("Roll gradient", "°/g", "roll_gradient_rad_per_g", math.degrees(1), 1),
            ("Front share", "%", "front_share", 100.0, 1),
            ("Inner wheel lifts", "g", "lift_m_s2", 1 / GRAVITY_M_S2, 2),
        ):
            before = getattr(state.before, field) * scale
            after = getattr(state.after, field) * scale
            print(f"  {label + ', ' + unit:<28}{before:>9.{digits}f}{after:>9.{digits}f}")


def _print_findings(said: list[Finding], stream: TextIO) -> None:
    for finding in said:
        print(f"\n{finding.kind.upper()}  {finding.what}\n  {finding.why}\n  {finding.todo}",
              file=stream)  # fmt: skip
