"""`axlecore fit`: holes, links, travel and obstacles of a fit-up."""

from __future__ import annotations

import math
from argparse import Namespace
from dataclasses import dataclass
from typing import Any

from axlecore.cli.files import EXIT_OK, EXIT_STOP, add_file, guarded, print_json, read
from axlecore.fitup.arrival import Arrival
from axlecore.fitup.report import AxleFitReport
from axlecore.fitup.sheet import Fitting
from axlecore.practice.finding import Kind
from axlecore.practice.fitting import FitStation, Racks, fit_station
from axlecore.practice.look import LookOver
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End, Side
from axlecore.vehicle.rig import SetUp, Vehicle

_SHOWN = 10


@dataclass(frozen=True)
class FitFile(Record):
    """A vehicle, what is chosen, and its fit-up sheet: what `axlecore fit` reads.

    Attributes
    ----------
    vehicle : Vehicle
        The measured sheet.
    fitting : Fitting
        The fit-up sheet.
    set_up : SetUp
        What is chosen; empty fits the standard bars.
    """

    vehicle: Vehicle
    fitting: Fitting
    set_up: SetUp = SetUp()


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("fit", help="holes, links, travel and obstacles of a fit-up")
    add_file(parser, "fit file")
    parser.add_argument("--all", action="store_true", help="every combination of holes")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    asked = read(chosen.file, FitFile)
    station = fit_station(
        asked.vehicle, asked.set_up, LookOver(), asked.fitting, Arrival(), {}, Racks({}, {})
    )
    if chosen.json:
        print_json(station)
    else:
        _print(station, chosen.all)
    stops = any(finding.kind is Kind.STOP for finding in station.findings)
    return EXIT_STOP if stops or station.trouble else EXIT_OK


def _print(station: FitStation, everything: bool) -> None:
    for name in End:
        axle = station.of_end(name)
        if name in station.trouble:
            print(f"{name}: {station.trouble[name]}\n")
        elif axle is not None:
            _print_axle(axle.report, everything)
    for finding in station.findings:
        print(f"{finding.kind.upper():<6}{finding.what} {finding.why}")


def _degrees(value: float | None) -> str:
    return "–" if value is None else f"{math.degrees(value):.1f}"


def _print_axle(report: AxleFitReport, everything: bool) -> None:
    print(f"{report.end}, {report.bar.name}, our way: {report.attitude}")
    print(
        f"{'side':<8}{'arm °':>8}{'link °':>8}{'between °':>11}{'ratio':>8}"
        f"{'reach in droop mm':>19}"
    )
    for side in Side:
        tape = report.of_side(side)
        ratio = "–" if tape.ride_ratio is None else f"{tape.ride_ratio:.3f}"
        reach = "–" if tape.reach_droop_m is None else f"{tape.reach_droop_m * 1e3:.0f}"
        print(
            f"{side:<8}{_degrees(tape.ride_arm_rad):>8}{_degrees(tape.ride_link_rad):>8}"
            f"{_degrees(tape.ride_between_rad):>11}{ratio:>8}{reach:>19}"
        )
    print(
        f"\n{'link hole':<11}{'place':<11}{'arm hole':<10}{'link mm':>8}{'ratio':>8}{'off':>8}"
        f"{'spare mm':>10}  trouble"
    )
    shown = report.matrix if everything else report.matrix[:_SHOWN]
    for one in shown:
        ratio = "–" if one.motion_ratio is None else f"{one.motion_ratio:.3f}"
        off = "–" if one.off is None else f"{one.off:.3f}"
        spare = "–" if one.least_gap_m is None else f"{one.least_gap_m * 1e3:.0f}"
        print(
            f"{one.link_hole + 1:<11}{one.bar_place + 1:<11}{one.bar_hole + 1:<10}"
            f"{one.link_m * 1e3:>8.0f}{ratio:>8}{off:>8}{spare:>10}  {'; '.join(one.troubles)}"
        )
    if len(report.matrix) > len(shown):
        print(f"and {len(report.matrix) - len(shown)} more; --all shows them")
    print(f"\n{'obstacle':<24}{'gap mm':>8}{'needs mm':>10}{'at mm':>8}  nearest")
    for gap in report.gaps:
        print(
            f"{gap.name:<24}{gap.least_m * 1e3:>8.0f}{gap.needs_m * 1e3:>10.0f}"
            f"{gap.at_travel_m * 1e3:>8.0f}  {gap.side} {gap.rod}"
        )
    print()
