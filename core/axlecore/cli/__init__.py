"""Command line: `axlecore` with one command a module of this package."""

from __future__ import annotations

import argparse
import contextlib
import io
import os
import sys
from collections.abc import Sequence

from axlecore import __version__
from axlecore.cli import (
    bands,
    board,
    claim,
    evaluate,
    fit,
    plan,
    quote,
    rank,
    respond,
    road,
    schema,
    size,
    torque,
)
from axlecore.cli.files import EXIT_OK
from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units

#: Each adds its own words and says what runs it; a new command is one row.
COMMANDS = (
    evaluate,
    bands,
    size,
    rank,
    claim,
    respond,
    fit,
    torque,
    plan,
    quote,
    board,
    road,
    schema,
)


def main(arguments: Sequence[str] | None = None) -> int:
    """Run the command line and return its exit code.

    Parameters
    ----------
    arguments : sequence of str or None
        Without the program's name; None takes the process's own.

    Returns
    -------
    int
        0 done, 1 done with a stop or with nothing that meets the wishes, 2 unusable input.
    """
    parser = argparse.ArgumentParser(
        prog="axlecore", description="What an anti-sway bar does to a vehicle's lean."
    )
    parser.add_argument("--version", action="version", version=__version__)
    parser.add_argument(
        "--units",
        type=Units,
        choices=list(Units),
        default=Units.METRIC,
        help="what is shown, and what a number without a unit means; JSON stays in SI",
    )
    commands = parser.add_subparsers(required=True)
    for command in COMMANDS:
        command.add_to(commands)
    chosen = parser.parse_args(arguments)
    try:
        return _run(chosen)
    except BrokenPipeError:
        # The reader, such as `head`, has seen enough; Python would complain again at exit.
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return EXIT_OK


def _run(chosen: argparse.Namespace) -> int:
    units = Units.METRIC if vars(chosen).get("json") else chosen.units
    said, complained = io.StringIO(), io.StringIO()
    with contextlib.redirect_stdout(said), contextlib.redirect_stderr(complained):
        code = int(chosen.run(chosen))
    sys.stdout.write(in_units(said.getvalue(), units))
    sys.stderr.write(in_units(complained.getvalue(), units))
    return code
