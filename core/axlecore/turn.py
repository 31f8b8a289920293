"""A bend to its limit: all wheel loads, the first wheel to lift, and tipping over."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.arguments import FloatArray
from axlecore.steady import FRONT, REAR, RollModel, first_lift, solve, wheel_loads
from axlecore.units import GRAVITY_M_S2


@dataclass(frozen=True)
class Turn:
    """Vehicles in steady bends.

    Attributes
    ----------
    lean_rad : ndarray, (n, cases)
        Body lean.
    wheel_load_n : ndarray, (n, cases, 4)
        In the order of `steady.WHEELS`, body leaning right.
    roll_gradient_rad_per_g : ndarray, (n,)
        Lean per g at the first case past any play.
    front_share : ndarray, (n,)
        Front axle's share of load transfer at the sharpest case.
    lift_axle : ndarray of int, (n,)
        `FRONT` or `REAR`: whose inner wheel lifts first.
    lift_m_s2 : ndarray, (n,)
        When it does.
    rollover_m_s2 : ndarray, (n,)
        When the whole vehicle tips, see `rollover_threshold`.
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
        Two or more bends, rising, the last two past any play.

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
    answer = solve(model, bends)
    last = (float(bends[-2]), float(bends[-1]))
    axle, lift = first_lift(static_n, last, answer.load_transfer_n[:, -2:])
    return Turn(
        lean_rad=answer.lean_rad,
        wheel_load_n=wheel_loads(static_n, answer.load_transfer_n),
        roll_gradient_rad_per_g=answer.lean_rad[:, -1] / bends[-1] * GRAVITY_M_S2,
        front_share=answer.front_share[:, -1],
        lift_axle=axle,
        lift_m_s2=lift,
        rollover_m_s2=rollover_threshold(model, static_n),
    )


def rollover_threshold(model: RollModel, static_n: FloatArray) -> FloatArray:
    """Return the lateral acceleration at which each vehicle tips over, (n,) [m/s²].

    Parameters
    ----------
    model : RollModel
        n vehicles, play left out.
    static_n : ndarray, (n, 4)
        Wheel loads at rest [N].

    Returns
    -------
    ndarray, (n,)
        Where Σ K_t·θ, the overturning moment with gravity on every shift, equals
        Σ W_i·t_i/2. Lower than the rigid t/2h by what the lean moves the centre outward.

    Notes
    -----
    A quasi-static bound: the linear model carries past the first lifted wheel, so real tipping
    comes a little earlier. Sources: Gillespie, *Fundamentals of Vehicle Dynamics*, ch. 9.
    """
    per_unit = solve(model, 1.0).load_transfer_n[:, 0]
    moment = (per_unit * model.track_m).sum(axis=1)
    weight = np.stack([static_n[:, [0, 1]].sum(axis=1), static_n[:, [2, 3]].sum(axis=1)], axis=1)
    holding = (weight * model.track_m / 2)[:, [FRONT, REAR]].sum(axis=1)
    return np.asarray(holding / moment)
