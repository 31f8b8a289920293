"""`axlecore road`: what logs of runs say of a vehicle in roll, alone, compared, and predicted."""

from __future__ import annotations

import json
import sys
from argparse import ArgumentTypeError, Namespace
from functools import partial
from pathlib import Path
from typing import Any

from axlecore.cli.files import EXIT_OK, EXIT_STOP, guarded, read
from axlecore.formats import to_plain
from axlecore.quantities.units import Dimension, read_quantity
from axlecore.road.answer import Answered, RunAnswer, answered
from axlecore.road.comparing import Comparison, compare
from axlecore.road.intervals import Interval
from axlecore.road.judging import AgainstSheet, judged, of_this_vehicle
from axlecore.road.reading import read_log
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import RigFile


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("road", help="what logs of runs say of a vehicle in roll")
    parser.add_argument("log", type=Path, help="CSV; see docs/formats.md for its headings")
    parser.add_argument(
        "after", type=Path, nargs="?", help="CSV of the same run after the work, to be compared"
    )
    parser.add_argument(
        "--column",
        action="append",
        default=[],
        type=_pair,
        metavar="HEADING=CHANNEL",
        help="a heading of another logger, and which channel it is",
    )
    parser.add_argument("--sensor-height", help="of the sensor above the roll axis, such as 300 mm")
    parser.add_argument("--rig", type=Path, help="rig file (JSON) that predicted the last run")
    parser.add_argument("--state", choices=[key.value for key in LoadKey], default="trip_ready")
    parser.add_argument("--json", action="store_true", help="everything as JSON")
    parser.set_defaults(run=_guarded)


def _pair(text: str) -> tuple[str, str]:
    heading, is_said, channel = text.rpartition("=")
    if not is_said:
        raise ArgumentTypeError(f"read “{text}”; write HEADING=CHANNEL")
    return heading, channel


def _guarded(chosen: Namespace) -> int:
    """Each file is read under its own name, so that what is wrong names the right one."""
    found: list[Answered] = []
    rigs: list[RigFile] = []
    for path in filter(None, (chosen.log, chosen.after)):
        code = guarded(path, partial(_read_into, found, path, chosen))
        if code:
            return code
    if chosen.rig:
        code = guarded(chosen.rig, lambda: _append(rigs, read(chosen.rig, RigFile)))
        if code:
            return code
    return guarded(chosen.rig or chosen.log, lambda: _say(found, rigs, chosen))


def _append(to: list[Any], one: Any) -> int:
    to.append(one)
    return EXIT_OK


def _read_into(found: list[Answered], path: Path, chosen: Namespace) -> int:
    text = path.read_text(encoding="utf-8", errors="replace")
    log = read_log(text, dict(chosen.column) or None)
    height = chosen.sensor_height
    metres = None if height is None else read_quantity(height, Dimension.SHIFT)
    return _append(found, answered(log.log, log.assumed, metres))


def _say(found: list[Answered], rigs: list[RigFile], chosen: Namespace) -> int:
    key = LoadKey(chosen.state)
    if rigs:
        rig = rigs[0]
        found = [of_this_vehicle(one, rig.vehicle, rig.set_up, key) for one in found]
    said: RunAnswer | Comparison = found[0].answer
    if len(found) == 2:
        said = compare(found[0], found[1])
    told = found[-1].told
    beside = None
    if rigs and told is not None:
        before = found[0].told if len(found) == 2 else None
        beside = judged(told, rigs[0].vehicle, rigs[0].set_up, key, before)
    if chosen.json:
        plain = to_plain(said) | (to_plain(beside) if beside is not None else {})
        sys.stdout.write(json.dumps(plain, indent=2, ensure_ascii=False) + "\n")
    else:
        _print(found, said, beside)
    against = said.comparable if isinstance(said, Comparison) else said.refused
    return EXIT_STOP if against else EXIT_OK


def _print(
    found: list[Answered], said: RunAnswer | Comparison, beside: AgainstSheet | None
) -> None:
    for name, one in zip(("Before", "After") if len(found) == 2 else ("",), found, strict=True):
        if name:
            print(f"{name}:")
        _print_run(one.answer)
    if isinstance(said, Comparison):
        for why in said.comparable:
            print(f"Not compared: {why}")
        if said.ratio is not None:
            _line("after over before", said.ratio, 2)
        if said.settling is not None:
            _line("time to rest, after over before", said.settling, 2)
    if beside is None:
        return
    _line("predicted, °/g", beside.predicted, 2)
    print(f"{'verdict':<32}{beside.verdict} ({beside.by:+.0%})")
    for told in beside.explanations:
        print(f"{'Explains' if told.explains else 'Does not explain'}: {told.what}")
    for step in beside.next_steps:
        print(f"Next: {step.what}: {step.gradient_deg_per_g:.2f}°/g ({step.change:+.0%})")


def _print_run(found: RunAnswer) -> None:
    for why in found.refused:
        print(f"No number: {why}")
    if not found.refused:
        _line("roll gradient, °/g", found.roll_gradient_deg_per_g, 2)
        _line("frequency, Hz", found.natural_frequency_hz, 2)
        _line("damping ratio", found.damping_ratio, 3)
        print(f"{'straight line beside it, °/g':<32}{found.straight_line_deg_per_g:>8.2f}")
    rests = found.after_events
    if rests is not None:
        _line("let go, it rocks at, Hz", rests.frequency_hz, 2)
        _line("damping ratio of that", rests.damping_ratio, 3)
        _line("at rest after, s", rests.still_after_s, 1)
        print(f"{'swings past the middle':<32}{rests.swings:>8}")
    for one in found.assumed:
        print(f"Assumed: {one}")


def _line(label: str, told: Interval | None, digits: int) -> None:
    if told is None:
        print(f"{label:<32}not told by this run")
        return
    low, high = (f"{one:.{digits}f}" for one in (told.low, told.high))
    print(f"{label:<32}{told.value:>8.{digits}f}  ({low} to {high})")
