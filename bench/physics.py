"""The physics of choosing: ranking, bands, manoeuvres and maps, and what they cost."""

from __future__ import annotations

import resource
import subprocess
import sys
import time
from collections.abc import Callable
from dataclasses import replace

import numpy as np

from axlecore.bars.bar import Bar, square_u
from axlecore.choosing.ranking import Wishes, rank
from axlecore.choosing.sets import KEEP, Candidate
from axlecore.lean.lean_map import lean_map
from axlecore.lean.monte_carlo import bands
from axlecore.motion.manoeuvres import Course, ends_of, marks, simulate, standard_runs
from axlecore.motion.roll_test import damping_of, inertia_of, standing_model
from axlecore.practice.classes import change_part, class_vehicle
from axlecore.quantities.measure import Measured
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, AxleChoice, RigKind, SetUp, Vehicle

ONE_BY_ONE = 60


def _vehicle() -> Vehicle:
    vehicle = class_vehicle(RigKind.MOTORHOME)
    for key in (LoadKey.EMPTY, LoadKey.MAXIMUM, LoadKey.TOWING):
        vehicle = change_part(vehicle, f"load_states.{key}", True)
    return vehicle


def _candidates(count: int) -> list[Candidate]:
    chance = np.random.default_rng(5)
    made = [Candidate(KEEP)]
    for at in range(count - 1):
        bar = Bar(
            f"b{at}",
            square_u(float(chance.uniform(0.2, 0.35)), 1.0),
            Measured(float(chance.uniform(0.022, 0.042))),
            Measured(0.0),
            Measured(0.75),
            (0.0, 0.03, 0.06),
            Measured(5e6),
            Measured(8e6),
        )
        fitted = FittedBar(bar, Measured(1.0), at % 3)
        made.append(Candidate(f"b{at}", Action.SUPPLEMENT, fitted, float(chance.uniform(200, 700))))
    return made


def _seconds(work: Callable[[], object], runs: int = 7) -> float:
    work()
    taken = []
    for _ in range(runs):
        started = time.perf_counter()
        work()
        taken.append(time.perf_counter() - started)
    return float(np.median(taken))


def _set_up(front: Candidate, rear: Candidate) -> SetUp:
    def choice(candidate: Candidate) -> AxleChoice | None:
        if candidate.action is None or candidate.fitted is None:
            return None
        return AxleChoice(candidate.action, candidate.fitted)

    return SetUp(choice(front), choice(rear))


def measure() -> dict[str, float]:
    """Return seconds of each, and the ratio of ranking to one-by-one calls."""
    vehicle = _vehicle()
    front, rear = _candidates(40), _candidates(50)
    ranked = _seconds(lambda: rank(vehicle, front, rear, Wishes()), 3)

    def one_by_one() -> None:
        # The same question, one set at a time: what a plain loop would do.
        for at in range(ONE_BY_ONE):
            rank(vehicle, [front[1 + at % 39]], [rear[1 + at % 49]], Wishes())

    alone = _seconds(one_by_one, 2) / ONE_BY_ONE * len(front) * len(rear)
    set_up = _set_up(front[5], rear[7])
    drawn = _seconds(lambda: bands(vehicle, set_up, LoadKey.TRIP_READY, np.random.default_rng(1)))
    before = standing_model(vehicle, vehicle.weighed(LoadKey.TRIP_READY))
    after = replace(before, suspension_n_m_per_rad=before.suspension_n_m_per_rad * 1.4)
    inertia = inertia_of(vehicle, before)
    damping = damping_of(vehicle, before, inertia)
    step = 0.005
    runs = standard_runs(Course(), before, np.arange(0, 60, step))

    def respond() -> None:
        for model in (before, after):
            (motion,) = simulate(model, inertia, damping, runs, step)
            marks(motion, step, 1.2, ended)

    ended = ends_of(Course(), before)
    grid = np.linspace(0, 35, 60), np.linspace(0, 25, 60)
    return {
        "rank_s": ranked,
        "rank_ratio": alone / ranked,
        "bands_s": drawn,
        "respond_s": _seconds(respond),
        "map_s": _seconds(lambda: lean_map(vehicle, set_up, *grid)),
        "import_s": _import_seconds(),
        "memory_mb": resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024,
    }


def _import_seconds() -> float:
    code = (
        "import time; begun = time.perf_counter(); "
        "import axlecore.choosing.ranking, axlecore.motion.replay, "
        "axlecore.lean.monte_carlo, axlecore.choosing.strength; print(time.perf_counter() - begun)"
    )
    taken = [
        float(
            subprocess.run(
                [sys.executable, "-c", code], capture_output=True, text=True, check=True
            ).stdout
        )
        for _ in range(5)
    ]
    return float(np.median(taken))
