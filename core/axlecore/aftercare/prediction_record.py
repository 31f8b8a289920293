"""How predictions held over all of a shop's jobs: coverage, what is missed always, what to mend."""

from __future__ import annotations

import math
from collections.abc import Callable, Hashable, Sequence
from dataclasses import dataclass
from typing import TypeVar

from axlecore.practice.class_tables import CLASSES
from axlecore.quantities.measure import Record
from axlecore.road.intervals import Interval
from axlecore.road.ways import RollWay
from axlecore.vehicle.rig import RigKind

K = TypeVar("K", bound=Hashable)

#: A miss is said of so many jobs or more, so sure, and of no less than this part.
_FEWEST, _SURE, _LEAST = 5, 0.99, 0.02
#: What a 95 % band is wide, in standard deviations to either side.
_BAND = 1.959964


@dataclass(frozen=True)
class PredictionRow(Record):
    """A job of which both are known.

    Attributes
    ----------
    job : int
        Its number.
    rig_kind : RigKind
        What kind of vehicle.
    way : str
        How it was measured.
    predicted, measured : Interval
        Roll gradient with the work done [°/g].
    springs : Interval or None
        What the class's springs would have to be multiplied by for the run before the work; None
        where there was none, or where the springs were measured.
    """

    job: int
    rig_kind: RigKind
    way: str
    predicted: Interval
    measured: Interval
    springs: Interval | None = None

    @property
    def off(self) -> float:
        """How far measured is over predicted, as a logarithm."""
        return math.log(self.measured.value / self.predicted.value)

    @property
    def held(self) -> bool:
        """Whether both are as near each other as their bands say."""
        spread = math.hypot(_spread(self.predicted), _spread(self.measured))
        return abs(self.off) <= _BAND * spread


def _spread(band: Interval) -> float:
    return (band.high - band.low) / (2 * _BAND * band.value)


@dataclass(frozen=True)
class Share(Record):
    """Jobs of one kind or way.

    Attributes
    ----------
    name : str
        Which.
    jobs, held : int
        How many, and of how many the prediction held.
    off : Interval or None
        Measured over predicted, on the whole; None of fewer than two.
    """

    name: str
    jobs: int
    held: int
    off: Interval | None


@dataclass(frozen=True)
class SystematicMiss(Record):
    """Something that is missed always.

    Attributes
    ----------
    says : str
        In words.
    jobs : list of int
        Numbers of the jobs it rests on.
    """

    says: str
    jobs: list[int]


@dataclass(frozen=True)
class ClassOffer(Record):
    """A correction of what a class of vehicles starts from, to be taken or left.

    Attributes
    ----------
    rig_kind : RigKind
        Which class.
    factor : Interval
        On the rate of its springs, both axles; of the class on the whole.
    spread : float
        Half of the band in which the next vehicle's own factor lies.
    jobs : list of int
        Numbers of the jobs it rests on.
    """

    rig_kind: RigKind
    factor: Interval
    spread: float
    jobs: list[int]


@dataclass(frozen=True)
class PredictionRecord(Record):
    """How predictions held.

    Attributes
    ----------
    jobs, held : int
        How many have both, and of how many the prediction held.
    by_kind, by_way : list of Share
        The same apart.
    misses : list of SystematicMiss
        What is missed always, in words.
    offers : list of ClassOffer
        Corrections of class defaults.
    """

    jobs: int
    held: int
    by_kind: list[Share]
    by_way: list[Share]
    misses: list[SystematicMiss]
    offers: list[ClassOffer]


def prediction_record(rows: Sequence[PredictionRow]) -> PredictionRecord:
    """Return how predictions held over jobs that have both.

    Parameters
    ----------
    rows : sequence of PredictionRow
        One a job.

    Notes
    -----
    A prediction held where measured and predicted are no further apart than both their bands,
    added as squares, let them; of 95 % bands that are honest it does in 95 of 100. What is missed
    always is the mean of ln(measured/predicted) with Student's interval, said where that leaves
    out zero at 99 %, since several kinds are looked at at once. Source: Bland & Altman, *Measuring
    agreement in method comparison studies*, 1999.
    """
    kinds = _grouped(rows, lambda row: row.rig_kind)
    misses = []
    for kind, own in kinds.items():
        said = _miss(CLASSES[kind].label, own)
        if said is not None:
            misses.append(said)
    offers = [offer for kind, own in kinds.items() if (offer := _offer(kind, own)) is not None]
    return PredictionRecord(
        len(rows),
        sum(row.held for row in rows),
        [_share(CLASSES[kind].label, own) for kind, own in kinds.items()],
        [
            _share(way.called, own)
            for way, own in _grouped(rows, lambda row: RollWay(row.way)).items()
        ],
        misses,
        offers,
    )


def _grouped(
    rows: Sequence[PredictionRow], of: Callable[[PredictionRow], K]
) -> dict[K, list[PredictionRow]]:
    found: dict[K, list[PredictionRow]] = {}
    for row in rows:
        found.setdefault(of(row), []).append(row)
    return found


def _mean(values: Sequence[float], sure: float) -> tuple[float, float, float]:
    """Return the mean, half of its interval, and half of the next one's own."""
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import stats

    n = len(values)
    mean = sum(values) / n
    spread = math.sqrt(sum((one - mean) ** 2 for one in values) / (n - 1))
    t = float(stats.t.ppf((1 + sure) / 2, n - 1))
    return mean, t * spread / math.sqrt(n), t * spread * math.sqrt(1 + 1 / n)


def _share(name: str, rows: Sequence[PredictionRow]) -> Share:
    off = None
    if len(rows) > 1:
        mean, half, _ = _mean([row.off for row in rows], 0.95)
        off = Interval(math.exp(mean), math.exp(mean - half), math.exp(mean + half))
    return Share(name, len(rows), sum(row.held for row in rows), off)


def _miss(name: str, rows: Sequence[PredictionRow]) -> SystematicMiss | None:
    if len(rows) < _FEWEST:
        return None
    mean, half, _ = _mean([row.off for row in rows], _SURE)
    if abs(mean) <= half or abs(mean) < _LEAST:
        return None
    _, half, _ = _mean([row.off for row in rows], 0.95)
    low, high = sorted(100 * abs(math.expm1(one)) for one in (mean - half, mean + half))
    way = "more" if mean > 0 else "less"
    return SystematicMiss(
        f"{name}: measured lean {100 * abs(math.expm1(mean)):.0f} % {way} than predicted over "
        f"{len(rows)} jobs ({low:.0f} to {high:.0f} %).",
        [row.job for row in rows],
    )


def _offer(kind: RigKind, rows: Sequence[PredictionRow]) -> ClassOffer | None:
    with_springs = [(row.job, row.springs.value) for row in rows if row.springs is not None]
    if len(with_springs) < _FEWEST:
        return None
    logs = [math.log(value) for _, value in with_springs]
    mean, half, _ = _mean(logs, _SURE)
    if abs(mean) <= half or abs(mean) < _LEAST:
        return None
    mean, half, next_half = _mean(logs, 0.95)
    factor = Interval(math.exp(mean), math.exp(mean - half), math.exp(mean + half))
    spread = factor.value * math.sinh(next_half)
    return ClassOffer(kind, factor, spread, [job for job, _ in with_springs])
