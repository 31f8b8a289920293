"""Command line: `axlecore evaluate rig.json`, `axlecore schema`."""

from __future__ import annotations

import argparse
import json
import math
import os
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import TextIO

from axlecore import __version__
from axlecore.errors import CoreError, UnstableError
from axlecore.evaluate import Evaluation, evaluate
from axlecore.formats import FileError, from_json, json_schema, to_json
from axlecore.loads import LOAD_NAMES
from axlecore.practice.finding import Finding
from axlecore.practice.findings import findings, unstable_finding
from axlecore.rig import RigFile
from axlecore.units import GRAVITY_M_S2

EXIT_OK, EXIT_STOP, EXIT_BAD_INPUT = 0, 1, 2


def main(arguments: Sequence[str] | None = None) -> int:
    """Run the command line and return its exit code.

    Parameters
    ----------
    arguments : sequence of str or None
        Without the program's name; None takes the process's own.

    Returns
    -------
    int
        0 done, 1 done with a stop among the findings, 2 unusable input.
    """
    parser = argparse.ArgumentParser(
        prog="axlecore", description="What an anti-sway bar does to a vehicle's lean."
    )
    parser.add_argument("--version", action="version", version=__version__)
    commands = parser.add_subparsers(dest="command", required=True)
    run = commands.add_parser("evaluate", help="lean before and after, from a rig file")
    run.add_argument("file", type=Path, help="rig file (JSON); see `axlecore schema`")
    run.add_argument("--json", action="store_true", help="whole curves as JSON, SI units")
    commands.add_parser("schema", help="print the rig file's JSON Schema")
    chosen = parser.parse_args(arguments)
    try:
        if chosen.command == "schema":
            return _print_schema()
        return _evaluate(chosen.file, chosen.json)
    except BrokenPipeError:
        # The reader, such as `head`, has seen enough; Python would complain again at exit.
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return EXIT_OK


def _print_schema() -> int:
    print(json.dumps(json_schema(RigFile), indent=2, ensure_ascii=False))
    return EXIT_OK


def _evaluate(path: Path, as_json: bool) -> int:
    try:
        rig = from_json(path.read_bytes(), RigFile)
        result = evaluate(rig.vehicle, rig.set_up)
    except OSError as error:
        print(f"{path}: {error.strerror or error}", file=sys.stderr)
        return EXIT_BAD_INPUT
    except FileError as error:
        for item in error.complaints:
            print(f"{path}:{item.line}: {item.field or 'file'}: {item.message}", file=sys.stderr)
        return EXIT_BAD_INPUT
    except UnstableError as error:
        _print_findings([unstable_finding(error)], sys.stderr)
        return EXIT_STOP
    except CoreError as error:
        print(f"{path}: {getattr(error, 'field', '')}: {error}", file=sys.stderr)
        return EXIT_BAD_INPUT
    said = findings(rig.vehicle, rig.set_up, result)
    if as_json:
        sys.stdout.write(to_json(result, indent=2).decode() + "\n")
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
