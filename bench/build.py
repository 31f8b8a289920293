"""The desk before the bay: a plan, a quote against a plain loop over its draws, and boards."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

import numpy as np

from axlecore.build.board import solve_board
from axlecore.build.board_file import Bay, BoardFile, BoardJob
from axlecore.build.job import JobFile
from axlecore.build.plan import plan_of
from axlecore.build.quote import DRAWS, ENDS_AT, quote_of
from axlecore.build.snapped import RUNG_HOURS
from axlecore.build.snapping import chance_of
from axlecore.build.steps import OldFastener, Step, VehicleState
from axlecore.build.terms import Terms
from axlecore.cli.plan import fit_of
from axlecore.formats import from_json
from axlecore.practice.look import Rust

EXAMPLE = Path(__file__).parents[1] / "docs" / "example.job.json"
_RUNS = 5


def measure() -> dict[str, float]:
    """Return times of plan, quote and boards, and how much faster the quote is than a loop."""
    job = from_json(EXAMPLE.read_bytes(), JobFile)
    # The largest plan there is: everything rusted, so that every rule of the look-over speaks.
    job = replace(job, look_over=replace(job.look_over, rust=Rust.HEAVY))
    fit = fit_of(job)
    steps = _steps()
    rng = np.random.default_rng(1)
    quote_s = _median(lambda: quote_of(steps, Terms(), (), rng))
    loop_draws = 100
    started = time.perf_counter()
    _one_by_one(steps, loop_draws)
    loop_s = (time.perf_counter() - started) * DRAWS / loop_draws
    few, many = _board(12, 2, 10, 3, 0), _board(30, 3, 15, 4, 0)
    whole = solve_board(many)
    return {
        "plan_ms": _median(lambda: plan_of(job, fit)) * 1e3,
        "quote_s": quote_s,
        "quote_ratio": loop_s / quote_s,
        "board_few_s": _median(lambda: solve_board(few), 1),
        "board_many_s": _median(lambda: solve_board(many), 1),
        "board_many_gap_percent": whole.gap * 100,
    }


def _steps() -> list[Step]:
    """120 steps, 40 old bolts of ten kinds among them."""
    bolts = [
        OldFastener(size, 4, rust, hidden)
        for size, hidden in (("M8x1.25", True), ("M10x1.5", False))
        for rust in (Rust.LIGHT, Rust.SCALY, Rust.HEAVY, Rust.NONE, Rust.UNSEEN)
    ]
    return [
        Step(
            f"s{at}",
            f"step {at}",
            "",
            VehicleState.ON_WHEELS,
            hours=(0.1, 0.2, 0.5),
            undoes=(bolts[at],) if at < len(bolts) else (),
        )
        for at in range(120)
    ]


def _one_by_one(steps: list[Step], draws: int) -> list[float]:
    """Hours of each draw by a plain loop over steps, bolts and rungs."""
    rng = np.random.default_rng(1)
    found = []
    for _ in range(draws):
        hours = 0.0
        for step in steps:
            hours += _pert(rng, step.hours)
            for fastener in step.undoes:
                chance = chance_of(fastener).posterior
                for _ in range(fastener.count):
                    if rng.random() < chance:
                        hours += _repaired(rng)
        found.append(hours)
    return found


def _pert(rng: np.random.Generator, hours: tuple[float, float, float]) -> float:
    quick, usual, slow = hours
    wide = slow - quick
    drawn = rng.beta(1 + 4 * (usual - quick) / wide, 1 + 4 * (slow - usual) / wide)
    return quick + float(drawn) * wide


def _repaired(rng: np.random.Generator) -> float:
    ends, hours = rng.random(), 0.0
    for rung, share in ENDS_AT.items():
        hours += _pert(rng, RUNG_HOURS[rung])
        ends -= share
        if ends < 0:
            break
    return hours


def _board(jobs: int, bays: int, days: int, people: int, seed: int) -> BoardFile:
    """A shop that is busy, as shops are, and can keep most of its promises."""
    draw = np.random.default_rng(seed)
    made = []
    for at in range(jobs):
        earliest = int(draw.integers(0, max(1, days - 4)))
        kinds = ("lift", "ground") if draw.random() < 0.5 else ("lift",)
        hours = float(draw.choice([2, 3, 4, 5, 6, 8, 10, 12]))
        due = min(days - 1, earliest + int(draw.integers(1, 4)))
        crew = int(draw.choice([1, 1, 1, 2]))
        made.append(BoardJob(f"job {at}", hours, crew, kinds, earliest, due))
    lanes = tuple(Bay(f"bay {at}", "lift" if at < 2 else "ground") for at in range(bays))
    return BoardFile(8, days, people, lanes, tuple(made))


def _median(work: Callable[[], object], runs: int = _RUNS) -> float:
    taken = []
    for _ in range(runs):
        started = time.perf_counter()
        work()
        taken.append(time.perf_counter() - started)
    return float(np.median(taken))
