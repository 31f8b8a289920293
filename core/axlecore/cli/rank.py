"""`axlecore rank`: every set of front and rear candidates, best first, with reasons."""

from __future__ import annotations

import math
import sys
from argparse import Namespace
from dataclasses import dataclass
from typing import Any

from axlecore.choosing.ranking import Ranking, Wishes, rank
from axlecore.choosing.sets import KEEP, Candidate
from axlecore.cli.files import EXIT_OK, EXIT_STOP, add_file, guarded, print_json, read
from axlecore.quantities.measure import Record
from axlecore.vehicle.rig import Vehicle

_SHOWN = 15
_BAR_WIDTH = 30


@dataclass(frozen=True)
class RankFile(Record):
    """A vehicle, what can be done to it, and what is wished: what `axlecore rank` reads.

    Attributes
    ----------
    vehicle : Vehicle
        The measured sheet.
    front, rear : tuple of Candidate
        What can be done at each axle; keeping it as it is is always added.
    wishes : Wishes
        Target and limits.
    """

    vehicle: Vehicle
    front: tuple[Candidate, ...] = ()
    rear: tuple[Candidate, ...] = ()
    wishes: Wishes = Wishes()


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("rank", help="every set of bars, best first, with reasons")
    add_file(parser, "rank file")
    parser.add_argument("--all", action="store_true", help="every set, not only the first few")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    asked = read(chosen.file, RankFile)
    keep = Candidate(KEEP)
    found = rank(
        asked.vehicle,
        [keep, *asked.front],
        [keep, *asked.rear],
        asked.wishes,
        progress=_progress if sys.stderr.isatty() else None,
    )
    if chosen.json:
        print_json(found)
    else:
        at = asked.vehicle.weighed(asked.wishes.state)
        _print_table(found, at, len(found.sets) if chosen.all else _SHOWN)
    return EXIT_OK if found.recommended is not None else EXIT_STOP


def _progress(done: int, total: int) -> None:
    filled = _BAR_WIDTH * done // total
    end = "\n" if done == total else ""
    line = f"\r[{'#' * filled}{'.' * (_BAR_WIDTH - filled)}] {done} of {total} sets{end}"
    print(line, end="", file=sys.stderr, flush=True)


def _print_table(found: Ranking, at: int, most: int) -> None:
    print(f"{found.why}\n")
    print(
        f"   {'front':<18}{'rear':<18}{'lean °':>8}{'wind °':>8}{'share %':>9}{'yield ×':>9}"
        f"{'price':>8}{'days':>6}  fails"
    )
    for i, one in enumerate(found.sets[:most]):
        mark = ">" if i == found.recommended else "*" if one.undominated else " "
        reserve = "–" if math.isinf(one.yield_reserve) else f"{one.yield_reserve:.2f}"
        print(
            f"{mark}  {one.front:<18.17}{one.rear:<18.17}{math.degrees(one.lean_rad[at]):>8.2f}"
            f"{math.degrees(one.wind_lean_rad[at]):>8.2f}{one.front_share[at] * 100:>9.1f}"
            f"{reserve:>9}{one.price:>8.0f}{one.days:>6.0f}  {'; '.join(one.failed)}"
        )
    if len(found.sets) > most:
        print(f"   and {len(found.sets) - most} more; --all shows them")
    print("\n>  recommended   *  nothing is better in lean, balance and price at once")
