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
from axlecore.road.ways import RollWay

#: An integrated roll rate wanders about as slowly as this; bends are over sooner [s].
_WANDERS_IN_S = 20.0


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
        As measured, without what wanders slowly [rad].
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
    The model is laid over with what the body began with. An integrated roll rate wanders: what
    wanders slowly is fitted to the piece and taken out of it.
    """
    pieces = []
    gradient = run.fit.gradient_rad_s2_per_m.value
    for one in run.sensed[run.way]:
        step = run.cleaned.step_s
        model = gradient * driven(one.lateral_m_s2, step, run.fit.omega_rad_s, run.fit.zeta)
        alone = begun(len(model), step, run.fit.omega_rad_s, min(run.fit.zeta, 0.99))
        slow = _slow(len(model), step, wanders=run.way is RollWay.ROLL_RATE)
        part, *_ = np.linalg.lstsq(np.column_stack([alone, slow]), one.roll_rad - model)
        begins = float(one.time_s[0])
        pieces.append(
            TracePiece(
                begins,
                step,
                _listed(one.lateral_m_s2, 3),
                _listed(one.roll_rad - slow @ part[2:], 5),
                _listed(model + alone @ part[:2], 5),
                [(begins + step * at.start, begins + step * at.stop) for at in one.spells],
            )
        )
    return Trace(pieces, list(run.cleaned.cuts))


def _slow(n: int, step_s: float, *, wanders: bool) -> FloatArray:
    """Return a bias, or what is straight between knots, (n, k)."""
    pieces = math.ceil(n * step_s / _WANDERS_IN_S) if wanders else 0
    if not pieces:
        return np.ones((n, 1))
    knots = np.linspace(0, n - 1, pieces + 1)
    return np.column_stack([np.interp(np.arange(n), knots, hat) for hat in np.eye(len(knots))])


def _listed(values: FloatArray, digits: int) -> list[float]:
    return [float(one) for one in np.round(values, digits) if not math.isnan(one)]
