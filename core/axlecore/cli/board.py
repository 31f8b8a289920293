"""`axlecore board`: which job takes which bay, and when."""

from __future__ import annotations

from argparse import Namespace
from typing import Any

from axlecore.build.board import Board, solve_board
from axlecore.build.board_file import BoardFile
from axlecore.cli.files import EXIT_OK, EXIT_STOP, add_file, guarded, print_json, read


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("board", help="which job takes which bay, and when")
    add_file(parser, "board file")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    found = solve_board(read(chosen.file, BoardFile))
    if chosen.json:
        print_json(found)
    else:
        _print(found)
    return EXIT_STOP if found.late else EXIT_OK


def _print(board: Board) -> None:
    why = {late.key: late.says for late in board.late}
    print(f"{'job':<20}{'bay':<14}{'day':>4}{'hour':>6}{'late h':>8}")
    for one in sorted(board.jobs, key=lambda one: (one.day, one.hour)):
        print(f"{one.key:<20}{one.bay:<14}{one.day:>4}{one.hour:>6}{one.late:>8.1f}")
        if one.key in why:
            print(f"  {why[one.key]}")
    proof = "proven best" if board.proven else f"may be off by {board.gap:.0%}"
    print(f"\n{board.late_total:.1f} h late in all, {proof}")
