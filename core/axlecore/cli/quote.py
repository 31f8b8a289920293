"""`axlecore quote`: what a job takes and costs, as bands."""

from __future__ import annotations

from argparse import Namespace
from typing import Any

import numpy as np

from axlecore.build.job import JobFile
from axlecore.build.plan import plan_of
from axlecore.build.quote import Quote, quote_of
from axlecore.cli.files import EXIT_OK, add_file, guarded, print_json, read
from axlecore.cli.plan import fit_of


def add_to(commands: Any) -> None:
    """Add this command.

    Parameters
    ----------
    commands : subparsers of argparse
        Where to.
    """
    parser = commands.add_parser("quote", help="what a job takes and costs, as bands")
    add_file(parser, "job file")
    parser.add_argument("--seed", type=int, default=1, help="of the draws")
    parser.set_defaults(run=lambda chosen: guarded(chosen.file, lambda: _run(chosen)))


def _run(chosen: Namespace) -> int:
    job = read(chosen.file, JobFile)
    plan = plan_of(job, fit_of(job))
    found = quote_of(plan.steps, job.terms, job.record, np.random.default_rng(chosen.seed))
    if chosen.json:
        print_json(found)
    else:
        _print(found)
    return EXIT_OK


def _print(quote: Quote) -> None:
    print(f"{'':<12}{'1 in 10':>10}{'middle':>10}{'9 in 10':>10}")
    for name, band, digits in (
        ("hours", quote.hours, 1),
        ("price", quote.price, 0),
        ("days", quote.days, 1),
    ):
        cells = "".join(f"{one:>10,.{digits}f}" for one in (band.p10, band.p50, band.p90))
        print(f"{name:<12}{cells}")
    print(f"\nA bolt snaps in {quote.snapping:.0%} of {quote.draws:,} draws. What widens it most:")
    for driver in quote.drivers:
        chance = driver.chance
        how = ""
        if chance is not None:
            how = f", {chance.posterior:.0%} each"
            seen = chance.came_off + chance.snapped
            how += f" ({seen} of our own)" if seen else " (workshop practice, none of our own yet)"
        print(f"  {driver.share:>4.0%}  {driver.what}{how}")
