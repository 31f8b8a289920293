"""`axlecore road`: what a log of a run says of a vehicle in roll."""

from __future__ import annotations

from argparse import ArgumentTypeError, Namespace
from pathlib import Path
from typing import Any

from axlecore.cli.files import EXIT_OK, EXIT_STOP, guarded, print_json
from axlecore.quantities.units import Dimension, read_quantity
from axlecore.road.answer import RunAnswer, answer
from axlecore.road.intervals import Interval
from axlecore.road.reading import read_log


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("road", help="what a log of a run says of a vehicle in roll")
    parser.add_argument("log", type=Path, help="CSV; see docs/formats.md for its headings")
    parser.add_argument(
        "--column",
        action="append",
        default=[],
        type=_pair,
        metavar="HEADING=CHANNEL",
        help="a heading of another logger, and which channel it is",
    )
    parser.add_argument("--sensor-height", help="of the sensor above the roll axis, such as 300 mm")
    parser.add_argument("--json", action="store_true", help="everything as JSON")
    parser.set_defaults(run=lambda chosen: guarded(chosen.log, lambda: _run(chosen)))


def _pair(text: str) -> tuple[str, str]:
    heading, is_said, channel = text.rpartition("=")
    if not is_said:
        raise ArgumentTypeError(f"read “{text}”; write HEADING=CHANNEL")
    return heading, channel


def _run(chosen: Namespace) -> int:
    text = chosen.log.read_text(encoding="utf-8", errors="replace")
    read = read_log(text, dict(chosen.column) or None)
    height = chosen.sensor_height
    found = answer(
        read.log, read.assumed, None if height is None else read_quantity(height, Dimension.SHIFT)
    )
    if chosen.json:
        print_json(found)
    else:
        _print(found)
    return EXIT_STOP if found.refused else EXIT_OK


def _print(found: RunAnswer) -> None:
    for why in found.refused:
        print(f"No number: {why}")
    if not found.refused:
        _line("roll gradient, °/g", found.roll_gradient_deg_per_g, 2)
        _line("frequency, Hz", found.natural_frequency_hz, 2)
        _line("damping ratio", found.damping_ratio, 3)
        print(f"{'straight line beside it, °/g':<32}{found.straight_line_deg_per_g:>8.2f}")
    for one in found.assumed:
        print(f"Assumed: {one}")


def _line(label: str, told: Interval | None, digits: int) -> None:
    if told is None:
        print(f"{label:<32}not told by this run")
        return
    low, high = (f"{one:.{digits}f}" for one in (told.low, told.high))
    print(f"{label:<32}{told.value:>8.{digits}f}  ({low} to {high})")
