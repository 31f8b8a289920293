"""A bend to its limit: all wheel loads, the first wheel to lift, and tipping over."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.lean.limits import limits
from axlecore.lean.roll_model import RollModel
from axlecore.lean.steady import roll_system, wheel_loads
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2


@dataclass(frozen=True)
class Turn:
    """Vehicles in steady bends.

    Attributes
    ----------
    lean_rad : ndarray, (n, cases)
        Body lean.
    wheel_load_n : ndarray, (n, cases, 4)
        In the order of `ends.Wheel`, body leaning right.
    roll_gradient_rad_per_g : ndarray, (n,)
        Lean per g at the sharpest case.
    front_share : ndarray, (n,)
        Front axle's share of load transfer at the sharpest case.
    lift_axle : ndarray of int, (n,)
        `FRONT` or `REAR`: whose inner wheel lifts first.
    lift_m_s2 : ndarray, (n,)
        When it does.
    rollover_m_s2 : ndarray, (n,)
        When the whole vehicle tips, see `limits.limits`.
    """

    lean_rad: FloatArray
    wheel_load_n: FloatArray
    roll_gradient_rad_per_g: FloatArray
    front_share: FloatArray
    lift_axle: npt.NDArray[np.int_]
    lift_m_s2: FloatArray
    rollover_m_s2: FloatArray


def turn(model: RollModel, static_n: FloatArray, lateral_acceleration_m_s2: FloatArray) -> Turn:
    """Return what steady bends do to vehicles.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    static_n : ndarray, (n, 4)
        Wheel loads at rest [N].
    lateral_acceleration_m_s2 : ndarray, (cases,)
        One or more bends, rising.

    Returns
    -------
    Turn
        One row a vehicle.

    Raises
    ------
    UnstableError
        A vehicle tips over by itself.
    """
    bends = np.asarray(lateral_acceleration_m_s2, dtype=float)
    system = roll_system(model)
    answer = system.under(bends)
    ended = limits(system, static_n)
    return Turn(
        lean_rad=answer.lean_rad,
        wheel_load_n=wheel_loads(static_n, answer.load_transfer_n),
        roll_gradient_rad_per_g=answer.lean_rad[:, -1] / bends[-1] * GRAVITY_M_S2,
        front_share=answer.front_share[:, -1],
        lift_axle=ended.lift_axle,
        lift_m_s2=ended.lift_m_s2,
        rollover_m_s2=ended.rollover_m_s2,
    )
