"""`axlecore respond`: manoeuvres in time, before and after, from a rig file."""

from __future__ import annotations

import math
from argparse import Namespace
from dataclasses import dataclass
from typing import Any

from axlecore.cli.files import EXIT_OK, add_file, guarded, print_json, read
from axlecore.errors import InputError
from axlecore.motion.manoeuvres import MANOEUVRES, Course
from axlecore.motion.replay import Replay, replay
from axlecore.quantities.measure import Record
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import RigFile


@dataclass(frozen=True)
class _Printed(Record):
    """What is printed as JSON."""

    before: Replay
    after: Replay


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("respond", help="manoeuvres in time, before and after")
    add_file(parser, "rig file")
    parser.add_argument("--state", choices=[key.value for key in LoadKey], default="trip_ready")
    parser.add_argument("--speed", type=float, default=90.0, help="road speed, km/h (90)")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    rig = read(chosen.file, RigFile)
    if not (math.isfinite(chosen.speed) and 10 <= chosen.speed <= 200):
        raise InputError("--speed", f"Read {chosen.speed:g} km/h; enter 10 to 200.")
    course = Course(road_speed_m_s=chosen.speed / 3.6)
    before, after = replay(rig.vehicle, rig.set_up, LoadKey(chosen.state), course)
    if chosen.json:
        print_json(_Printed(before, after))
        return EXIT_OK
    print(f"{'':<24}{'before':>8}{'after':>9}")
    for label, one, other, digits in (
        ("rocks at, Hz", before.frequency_hz, after.frequency_hz, 2),
        ("damping, of critical", before.damping_ratio, after.damping_ratio, 2),
        ("swings", before.swings, after.swings, 0),
    ):
        print(f"{label:<24}{one:>8.{digits}f}{other:>9.{digits}f}")
    print(f"\n{'':<20}{'lean, °':>14}{'rate, °/s':>16}{'head, m/s²':>16}{'settles, s':>16}")
    for i, name in enumerate(MANOEUVRES):
        cells = [
            f"{one[i] * scale:>7.1f} →{other[i] * scale:>6.1f}"
            for one, other, scale in (
                (before.peak_lean_rad, after.peak_lean_rad, math.degrees(1)),
                (before.peak_rate_rad_s, after.peak_rate_rad_s, math.degrees(1)),
                (before.head_toss_m_s2, after.head_toss_m_s2, 1.0),
                (before.settled_s, after.settled_s, 1.0),
            )
        ]
        print(f"{name:<20}{cells[0]:>14}" + "".join(f"{cell:>16}" for cell in cells[1:]))
    return EXIT_OK
