"""`axlecore evaluate`: lean before and after, from a rig file."""

from __future__ import annotations

import math
import sys
from argparse import Namespace
from collections.abc import Callable
from typing import Any, TextIO

from axlecore.cli.files import EXIT_OK, EXIT_STOP, add_file, guarded, print_json, read
from axlecore.errors import UnstableError
from axlecore.lean.evaluate import AxleStiffness, Evaluation, LeanTables, evaluate
from axlecore.practice.finding import Finding
from axlecore.practice.findings import findings, unstable_finding
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LOAD_NAMES
from axlecore.vehicle.rig import RigFile


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


_OF_AXLE: tuple[tuple[str, Callable[[AxleStiffness], float]], ...] = (
    ("springs", lambda axle: axle.springs),
    ("standard bar", lambda axle: axle.standard_bar),
    ("chosen bar", lambda axle: axle.chosen_bar),
    ("air bags", lambda axle: axle.air_bags),
    ("helper springs", lambda axle: axle.helper_springs),
    ("suspension, sum", lambda axle: axle.suspension),
    ("tyres", lambda axle: axle.tyres),
)
#: Label, how it is read off the tables in the unit shown, and its digits.
_OF_STATE: tuple[tuple[str, Callable[[LeanTables], float], int], ...] = (
    ("Lean at 0.3 g, °", lambda of: math.degrees(of.reference_lean_rad), 2),
    ("Lean in 12 m/s at 25 m/s, °", lambda of: math.degrees(of.reference_wind_lean_rad), 2),
    ("Roll gradient, °/g", lambda of: math.degrees(of.roll_gradient_rad_per_g), 1),
    ("Front–rear balance, % front", lambda of: of.front_share * 100, 1),
    ("Inner wheel lifts, g", lambda of: of.lift_m_s2 / GRAVITY_M_S2, 2),
    ("Tips over at about, g", lambda of: of.rollover_m_s2 / GRAVITY_M_S2, 2),
)


def _print_table(result: Evaluation) -> None:
    print(f"{'Roll stiffness, kN·m/rad':<30}{'before':>9}{'after':>9}")
    for end in End:
        pair = result.of_end(end)
        for label, of in _OF_AXLE:
            before, after = of(pair.before) / 1e3, of(pair.after) / 1e3
            print(f"  {end.capitalize() + ' ' + label:<28}{before:>9.1f}{after:>9.1f}")
    for state in result.states:
        print(f"\n{LOAD_NAMES[state.key].capitalize():<30}{'before':>9}{'after':>9}")
        for label, figure, digits in _OF_STATE:
            before, after = figure(state.before), figure(state.after)
            print(f"  {label:<28}{before:>9.{digits}f}{after:>9.{digits}f}")


def _print_findings(said: list[Finding], stream: TextIO) -> None:
    for finding in said:
        print(
            f"\n{finding.kind.upper()}  {finding.what}\n  {finding.why}\n  {finding.todo}",
            file=stream,
        )
