"""How far a sensor is turned about the vertical, by how the vehicle pulls away and stops."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from axlecore.quantities.arguments import FloatArray
from axlecore.road.log import RoadLog

#: Pulling away and stopping are this strong at least [m/s²], and slower than this to change [Hz].
_STRONG_M_S2, _SLOW_HZ = 0.6, 0.5
_ORDER = 2
#: So much of it tells a turn [s]; a turn that is less sure than this is not told [rad].
_LEAST_S, _SURE_RAD = 2.0, math.radians(4.0)
#: Beyond this a logger lies across, and its channels are not what they are called [rad].
MOST_RAD = math.radians(40.0)
#: What is slow stays alike for about so long [s]: samples within it are one.
_ALIKE_S = 1.0


@dataclass(frozen=True)
class Turn:
    """How far a sensor is turned to the left about the vertical.

    Attributes
    ----------
    angle_rad, deviation_rad : float
        As found, and its standard deviation [rad].
    """

    angle_rad: float
    deviation_rad: float


def turn_of(pieces: Sequence[RoadLog], step_s: float) -> Turn | None:
    """Return how far the sensor of a run is turned, or None where the run does not tell it.

    Parameters
    ----------
    pieces : sequence of RoadLog
        Even, without bias; with speed and lateral acceleration, or they tell nothing.
    step_s : float
        Between two samples [s].

    Notes
    -----
    Turned by ψ a sensor reads −a_x·sin ψ beside what is sideways: the slope of its reading over
    the change of speed, where that is strong, bends taken out by the yaw rate where it was logged.
    """
    told = [one for one in (_pulled(piece, step_s) for piece in pieces) if one is not None]
    if not told:
        return None
    forward, sideways = (np.concatenate(one) for one in zip(*told, strict=True))
    if len(forward) * step_s < _LEAST_S:
        return None
    design = np.column_stack([forward, np.ones_like(forward)])
    found, *_ = np.linalg.lstsq(design, sideways)
    left = sideways - design @ found
    blocks = max(3.0, len(forward) * step_s / _ALIKE_S)
    spread = float(np.sqrt(left @ left / len(left) / (blocks - 2))) / max(float(forward.std()), 0.3)
    angle = -math.asin(max(-1.0, min(1.0, float(found[0]))))
    return Turn(angle, spread) if spread < _SURE_RAD else None


def _pulled(piece: RoadLog, step_s: float) -> tuple[FloatArray, FloatArray] | None:
    if piece.speed_m_s is None or piece.lateral_acceleration_m_s2 is None:
        return None
    sideways = piece.lateral_acceleration_m_s2
    if piece.yaw_rate_rad_s is not None:
        sideways = sideways - piece.speed_m_s * piece.yaw_rate_rad_s
    forward = forward_of(piece, step_s)
    strong = np.abs(forward) > _STRONG_M_S2
    return forward[strong], _slowed(sideways, step_s)[strong]


def forward_of(piece: RoadLog, step_s: float) -> FloatArray:
    """Return how a vehicle pulls away and stops, (n,) [m/s²].

    Parameters
    ----------
    piece : RoadLog
        Even, with speed.
    step_s : float
        Between two samples [s].
    """
    assert piece.speed_m_s is not None
    return np.asarray(np.gradient(_slowed(piece.speed_m_s, step_s), step_s))


def _slowed(values: FloatArray, step_s: float) -> FloatArray:
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import signal

    sections = signal.butter(_ORDER, _SLOW_HZ, fs=1 / step_s, output="sos")
    return np.asarray(signal.sosfiltfilt(sections, values))


def turned_back(piece: RoadLog, turn: Turn, step_s: float) -> RoadLog:
    """Return a piece as a sensor that points ahead would have read it.

    Parameters
    ----------
    piece : RoadLog
        Even, without bias.
    turn : Turn
        Of its sensor.
    step_s : float
        Between two samples [s].
    """
    lateral, rate = piece.lateral_acceleration_m_s2, piece.roll_rate_rad_s
    if lateral is not None and piece.speed_m_s is not None:
        lateral = lateral + forward_of(piece, step_s) * math.sin(turn.angle_rad)
    level = math.cos(turn.angle_rad)
    return replace(
        piece,
        lateral_acceleration_m_s2=None if lateral is None else lateral / level,
        roll_rate_rad_s=None if rate is None else rate / level,
    )
