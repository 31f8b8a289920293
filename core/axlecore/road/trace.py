"""A run as it is drawn: lateral acceleration, roll, and the fitted model over it."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.road.answer import Answered
from axlecore.road.cleaning import Cut
from axlecore.road.events import Rests, looked_at, stretches_of
from axlecore.road.ring_down import rung
from axlecore.road.rocking import begun, driven
from axlecore.road.run import Run
from axlecore.road.ways import RollWay, Sensed

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
    model_rad : list of float or None
        As the fitted model rolls [rad]; None where nothing was fitted.
    still : list of tuple of float
        From and to where the vehicle stood [s].
    """

    from_s: float
    step_s: float
    lateral_m_s2: list[float]
    roll_rad: list[float]
    model_rad: list[float | None]
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


def traced(found: Answered) -> Trace:
    """Return a run as it is drawn, every sample of it.

    Parameters
    ----------
    found : Answered
        Read anew, with its samples.

    Raises
    ------
    InputError
        ``lateral_acceleration_m_s2``: it tells nothing that could be drawn over it.
    """
    if found.run is not None:
        run = found.run
        pieces = [_with_bends(run, one) for one in run.sensed[run.way]]
        return Trace(pieces, list(run.cleaned.cuts))
    rests, ready = found.answer.after_events, found.ready
    if rests is None or ready is None:
        raise InputError("lateral_acceleration_m_s2", found.answer.refused[0])
    pieces = [_with_rests(rests, one, ready.step_s) for one in looked_at(ready)]
    return Trace(pieces, list(ready.cleaned.cuts))


def _with_bends(run: Run, one: Sensed) -> TracePiece:
    """Return a piece with the model over all of it, laid with what the body began with."""
    step, fit = run.cleaned.step_s, run.fit
    model = fit.gradient_rad_s2_per_m.value * driven(
        one.lateral_m_s2, step, fit.omega_rad_s, fit.zeta
    )
    alone = begun(len(model), step, fit.omega_rad_s, min(fit.zeta, 0.99))
    slow = _slow(one, step)
    part, *_ = np.linalg.lstsq(np.column_stack([alone, slow]), one.roll_rad - model)
    return _piece(one, step, one.roll_rad - slow @ part[2:], model + alone @ part[:2])


def _with_rests(rests: Rests, one: Sensed, step_s: float) -> TracePiece:
    """Return a piece with a damped cosine over each stretch in which nothing drove it."""
    slow = _slow(one, step_s)
    level = one.roll_rad - slow @ np.linalg.lstsq(slow, one.roll_rad)[0]
    model = np.full(len(level), np.nan)
    omega, zeta = 2 * math.pi * rests.frequency_hz.value, rests.damping_ratio.value
    for at in stretches_of(rests, one, step_s):
        model[at] = rung(level[at], step_s, omega, zeta)
    return _piece(one, step_s, level, model)


def _piece(one: Sensed, step_s: float, roll: FloatArray, model: FloatArray) -> TracePiece:
    begins = float(one.time_s[0])
    return TracePiece(
        begins,
        step_s,
        [float(value) for value in np.round(one.lateral_m_s2, 3)],
        [float(value) for value in np.round(roll, 5)],
        [None if math.isnan(value) else float(value) for value in np.round(model, 5)],
        [(begins + step_s * at.start, begins + step_s * at.stop) for at in one.spells],
    )


def _slow(one: Sensed, step_s: float) -> FloatArray:
    """Return a bias, or what is straight between knots where roll was integrated, (n, k)."""
    n = len(one.time_s)
    pieces = math.ceil(n * step_s / _WANDERS_IN_S) if one.way is RollWay.ROLL_RATE else 0
    if not pieces:
        return np.ones((n, 1))
    knots = np.linspace(0, n - 1, pieces + 1)
    return np.column_stack([np.interp(np.arange(n), knots, hat) for hat in np.eye(len(knots))])
