"""`axlecore claim`: what a seller's claim is worth."""

from __future__ import annotations

from argparse import Namespace
from dataclasses import dataclass
from typing import Any

from axlecore.bars.bar import Bar
from axlecore.bars.claims import audit
from axlecore.cli.files import EXIT_OK, add_file, guarded, print_json, read
from axlecore.quantities.measure import Record


@dataclass(frozen=True)
class ClaimFile(Record):
    """A claim with both bars: what `axlecore claim` reads.

    Attributes
    ----------
    claimed_gain : float
        As a part: 0.9 for 90 % stiffer.
    old, new : Bar
        The bar that is there, and the seller's.
    old_hole, new_hole : int
        Holes used, 0 the outermost.
    """

    claimed_gain: float
    old: Bar
    new: Bar
    old_hole: int = 0
    new_hole: int = 0


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("claim", help="what a seller's “x %% stiffer” is worth")
    add_file(parser, "claim file")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    claim = read(chosen.file, ClaimFile)
    found = audit(claim.claimed_gain, claim.old, claim.old_hole, claim.new, claim.new_hole)
    if chosen.json:
        print_json(found)
        return EXIT_OK
    print(found.said)
    print(f"\n{'old bar, N/mm':<40}{found.old_rate_n_per_m / 1e3:>8.0f}")
    print(f"{'new bar, N/mm':<40}{found.new_rate_n_per_m / 1e3:>8.0f}")
    for reading in found.readings:
        mark = "  the claim" if reading.fits else ""
        print(f"{reading.name:<40}{reading.gain:>8.0%}{mark}")
    return EXIT_OK
