"""A run as it is drawn: lateral acceleration, roll, and the fitted model over it."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.road.cleaning import Cut
from axlecore.road.rocking import begun, driven
from axlecore.road.run import Run


@dataclass(frozen=True)
class TracePiece(Record):
    """An even piece of a run.

    Attributes
    ----------
    from_s, step_s : float
        When it begins and how far its samples are apart [s].
    lateral_m_s2 : list of float
        Of the road's plane [m/s²].
    roll_rad : list of float
        As measured [rad].
    model_rad : list of float
        As the fitted model rolls [rad].
    still : list of tuple of float
        From and to where the vehicle stood [s].
    """

    from_s: float
    step_s: float
    lateral_m_s2: list[float]
    roll_rad: list[float]
    model_rad: list[float]
    still: list[tuple[float, float]]


@dataclass(frozen=True)
class Trace(Record):
    """A run as it is drawn.

    Attributes
    ----------
    pieces : list of TracePiece
        In the order of time.
    cuts : list of Cut
        What was left out, and why.
    """

    pieces: list[TracePiece]
    cuts: list[Cut]


def trace(run: Run) -> Trace:
    """Return a run as it is drawn, every sample of it.

    Parameters
    ----------
    run : Run
        Worked through.

    Notes
    -----
    An integrated roll rate wanders: the model is laid over it with what it began with and a
    straight drift, both fitted to the piece.
    """
    pieces = []
    gradient = run.fit.gradient_rad_s2_per_m.value
    for one in run.sensed[run.way]:
        step = run.cleaned.step_s
        model = gradient * driven(one.lateral_m_s2, step, run.fit.omega_rad_s, run.fit.zeta)
        own = _own(len(model), step, run.fit.omega_rad_s, run.fit.zeta)
        part, *_ = np.linalg.lstsq(own, one.roll_rad - model)
        begins = float(one.time_s[0])
        pieces.append(
            TracePiece(
                begins,
                step,
                _listed(one.lateral_m_s2, 3),
                _listed(one.roll_rad, 5),
                _listed(model + own @ part, 5),
                [(begins + step * at.start, begins + step * at.stop) for at in one.spells],
            )
        )
    return Trace(pieces, list(run.cleaned.cuts))


def _own(n: int, step_s: float, omega: float, zeta: float) -> FloatArray:
    alone = begun(n, step_s, omega, min(zeta, 0.99))
    return np.column_stack([alone, np.ones(n), np.linspace(-1.0, 1.0, n)])


def _listed(values: FloatArray, digits: int) -> list[float]:
    return [float(one) for one in np.round(values, digits) if not math.isnan(one)]
