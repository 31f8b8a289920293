"""A run worked through: by which ways it tells, what it was fitted by, and what was left out."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.cleaning import CleanRun
from axlecore.road.intervals import Interval
from axlecore.road.mounting import Turn
from axlecore.road.ready import ReadyLog
from axlecore.road.roll_fit import RollFit, fit_roll
from axlecore.road.ways import RollWay, Sensed

#: Less than this from side to side leans no body out of the noise [m/s²].
LEAST_RANGE_M_S2 = 1.0
#: Roll gradients of what stands on wheels [°/g]; outside, a unit was taken for another.
_PLAUSIBLE_DEG_G = (0.8, 25.0)
#: A body that leans more than this lies on its side [rad].
_MOST_ROLL_RAD = 0.6
#: No bend of a vehicle like these is sharper [m/s²].
_MOST_LATERAL_M_S2 = 9.0
#: Which way is believed first where several are possible.
_FIRST = (RollWay.ROLL_ANGLE, RollWay.ROLL_RATE, RollWay.YAW_RATE)
#: Slower than this it is not driven yet [m/s].
_DRIVEN_M_S = 3.0
_SEED = 1


@dataclass(frozen=True, eq=False)
class Run:
    """What a run was worked through to.

    Attributes
    ----------
    way : RollWay
        The one that is believed first.
    sensed : mapping of RollWay to list of Sensed
        Its pieces, by every way that was possible.
    fits : mapping of RollWay to RollFit
        The fit to each.
    cleaned : CleanRun
        Its even pieces, and what was left out.
    turn : Turn or None
        How far the sensor is turned about the vertical, where the run tells it.
    """

    way: RollWay
    sensed: dict[RollWay, list[Sensed]]
    fits: dict[RollWay, RollFit]
    cleaned: CleanRun
    turn: Turn | None

    @property
    def fit(self) -> RollFit:
        """The fit that is believed first."""
        return self.fits[self.way]

    @property
    def lateral_m_s2(self) -> FloatArray:
        """Lateral acceleration of all pieces, (n,) [m/s²]."""
        return np.concatenate([one.lateral_m_s2 for one in self.sensed[self.way]])

    @property
    def lateral_range_m_s2(self) -> tuple[float, float]:
        """From where to where most bends go [m/s²]."""
        low, high = np.quantile(self.lateral_m_s2, [0.01, 0.99])
        return float(low), float(high)

    @property
    def bend_m_s2(self) -> float:
        """How sharp its bends are [m/s²]."""
        low, high = self.lateral_range_m_s2
        return (high - low) / 2

    @property
    def speed_m_s(self) -> float | None:
        """At what speed it was driven in the middle [m/s]; None where that was not logged."""
        logged = [one.speed_m_s for one in self.cleaned.pieces if one.speed_m_s is not None]
        if not logged:
            return None
        speed = np.concatenate(logged)
        driven = speed[speed > _DRIVEN_M_S]
        return float(np.median(driven)) if len(driven) else 0.0

    @property
    def gradient_deg_per_g(self) -> Interval:
        """Lean of a long bend [°/g]."""
        return self.fit.gradient_rad_s2_per_m.times(degrees_per_g(1.0))

    @property
    def straight_deg_per_g(self) -> float:
        """Slope of roll over lateral acceleration [°/g], resonance and all."""
        roll = np.concatenate([one.roll_rad for one in self.sensed[self.way]])
        lateral = self.lateral_m_s2 - self.lateral_m_s2.mean()
        slope = float(lateral @ (roll - roll.mean()) / max(float(lateral @ lateral), 1e-300))
        return degrees_per_g(slope)


def degrees_per_g(rad_s2_per_m: float) -> float:
    """Return a roll gradient as it is shown [°/g].

    Parameters
    ----------
    rad_s2_per_m : float
        In SI [rad per m/s²].
    """
    return math.degrees(rad_s2_per_m) * GRAVITY_M_S2


def worked_through(ready: ReadyLog) -> Run:
    """Return a log fitted by every way it allows.

    Parameters
    ----------
    ready : ReadyLog
        Cleaned and levelled.

    Raises
    ------
    InputError
        Names the channel that refuses a number, and says what to do.
    """
    ways, turn = _that_bend(ready.ways), ready.turn
    fits = {way: _fitted(ways[way]) for way in _FIRST if way in ways}
    way = next(one for one in _FIRST if one in fits)
    if turn is not None and RollWay.YAW_RATE in fits:
        fits[RollWay.YAW_RATE] = _with_turn(fits[RollWay.YAW_RATE], turn)
    run = Run(way, ways, fits, ready.cleaned, turn)
    shown = run.gradient_deg_per_g.value
    if not _PLAUSIBLE_DEG_G[0] < shown < _PLAUSIBLE_DEG_G[1]:
        raise InputError(
            "lateral_acceleration_m_s2",
            f"This log would mean {shown:.1f}°/g, which nothing on wheels has: g was read as m/s², "
            "degrees as radians, or one sign is turned.",
        )
    return run


def _that_bend(ways: dict[RollWay, list[Sensed]]) -> dict[RollWay, list[Sensed]]:
    """Return the ways in which something was driven: a speed that was lost has no bends."""
    bent = {way: found for way, found in ways.items() if _range(found) >= LEAST_RANGE_M_S2}
    return bent or ways


def _range(ways: Sequence[Sensed]) -> float:
    lateral = np.concatenate([one.lateral_m_s2 for one in ways])
    return float(np.ptp(np.quantile(lateral, [0.01, 0.99])))


def _fitted(ways: Sequence[Sensed]) -> RollFit:
    roll = max(float(np.abs(one.roll_rad).max()) for one in ways)
    if roll > _MOST_ROLL_RAD:
        raise InputError(
            "roll_angle_rad",
            f"The body leans {math.degrees(roll):.0f}° in this log: a column in degrees was read "
            "as radians, or a sensor turned over.",
        )
    lateral = np.concatenate([one.lateral_m_s2 for one in ways])
    low, high = (float(one) for one in np.quantile(lateral, [0.01, 0.99]))
    if high - low < LEAST_RANGE_M_S2:
        raise InputError(
            "lateral_acceleration_m_s2",
            f"The bends of this run go over {high - low:.2f} m/s² only; drive a slalom of at least "
            f"{LEAST_RANGE_M_S2:g} m/s² from side to side. Is the column in g?",
        )
    if max(-low, high) > _MOST_LATERAL_M_S2:
        raise InputError(
            "lateral_acceleration_m_s2",
            f"The bends of this run reach {max(-low, high):.0f} m/s², at which it would lie on its "
            "side: degrees were read as radians, or km/h as m/s.",
        )
    standing = [spell for one in ways for spell in one.standing]
    return fit_roll([one.piece for one in ways], np.random.default_rng(_SEED), standing)


def _with_turn(fit: RollFit, turn: Turn) -> RollFit:
    """Return a fit by yaw rate with what its sensor's turn is not sure by in the interval.

    There lean is what the reading holds beside the bend: a part of the reading that is missing
    for the turn is missing from the lean whole.
    """
    gradient = fit.gradient_rad_s2_per_m
    whole = gradient.value + 1 / GRAVITY_M_S2
    unsure = 1.96 * turn.deviation_rad * max(abs(math.sin(turn.angle_rad)), turn.deviation_rad)
    return replace(fit, gradient_rad_s2_per_m=gradient.with_unsure(whole * unsure))
