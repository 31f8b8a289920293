"""Where a bend ends: the first wheel to lift, a stop that is met, the whole vehicle tipping."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.lean.steady import RollSystem
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.ends import FRONT, REAR


def load_where(
    of_load: Callable[[FloatArray], FloatArray], wanted: FloatArray, scale: float
) -> FloatArray:
    """Return the loads at which figures that grow with them reach what is wanted, (n, figures).

    Parameters
    ----------
    of_load : callable
        Takes two loads a figure for each vehicle, (n, figures, 2), and returns the figures.
    wanted : ndarray, (n, figures)
        What each shall reach.
    scale : float
        A usual load.

    Notes
    -----
    Piecewise linear in the load, so the secant through two near loads lands on it once both lie
    on its piece; a few rounds, then it stays. All figures share one solve a round.
    """
    load = np.full(wanted.shape, scale)
    for _ in range(8):
        pair = np.stack([load, load * (1 + 1e-4)], axis=-1)
        figure = of_load(pair)
        slope = (figure[..., 1] - figure[..., 0]) / (pair[..., 1] - pair[..., 0])
        found = load + (wanted - figure[..., 0]) / np.where(slope == 0, np.inf, slope)
        # A load of none says nothing of the slope.
        found = np.where(np.abs(found) < 1e-9 * scale, 1e-9 * scale, found)
        done = np.abs(found - load).max() <= 1e-12 * np.abs(found).max()
        load = found
        if done:
            break
    return load


@dataclass(frozen=True)
class Limits:
    """Where a steady bend ends for n vehicles.

    Attributes
    ----------
    lift_axle : ndarray of int, (n,)
        Whose inner wheel lifts first, `ends.FRONT` or `ends.REAR`.
    lift_m_s2 : ndarray, (n,)
        Lateral acceleration at which its lighter wheel is unloaded [m/s²].
    rollover_m_s2 : ndarray, (n,)
        Lateral acceleration at which the vehicle tips over [m/s²].
    """

    lift_axle: npt.NDArray[np.int_]
    lift_m_s2: FloatArray
    rollover_m_s2: FloatArray


def limits(system: RollSystem, static_n: FloatArray) -> Limits:
    """Return where a steady bend ends.

    Parameters
    ----------
    system : RollSystem
        n vehicles.
    static_n : ndarray, (n, 4)
        Wheel loads at rest [N].

    Notes
    -----
    Tipping: where Σ K_t·θ, the overturning moment with gravity on every shift, equals
    Σ W_i·t_i/2. Lower than the rigid t/2h by what the lean moves the centre outward, play
    included. A quasi-static bound: the linear model carries past the first lifted wheel, so real
    tipping comes a little earlier. Sources: Gillespie, *Fundamentals of Vehicle Dynamics*, ch. 9.
    """
    model = system.model
    lighter = np.minimum(static_n[:, [0, 2]], static_n[:, [1, 3]])
    weight = np.stack([static_n[:, [0, 1]].sum(axis=1), static_n[:, [2, 3]].sum(axis=1)], axis=1)
    holding = (weight * model.track_m / 2)[:, [FRONT, REAR]].sum(axis=1)
    count = len(static_n)

    def of_bend(bend: FloatArray) -> FloatArray:
        transfer = system.under(bend.reshape(count, -1)).load_transfer_n.reshape(count, 3, 2, 2)
        over = (transfer[:, 2] * model.track_m[:, None, :]).sum(axis=-1)
        return np.stack([transfer[:, 0, :, FRONT], transfer[:, 1, :, REAR], over], axis=1)

    wanted = np.concatenate([lighter, holding[:, None]], axis=1)
    at = load_where(of_bend, wanted, GRAVITY_M_S2)
    first = np.argmin(at[:, :2], axis=1)
    return Limits(first, at[np.arange(count), first], at[:, 2])


def stop_met(system: RollSystem) -> tuple[npt.NDArray[np.int_], FloatArray]:
    """Return which axle meets a stop first in a steady bend, and when.

    Parameters
    ----------
    system : RollSystem
        n vehicles.

    Returns
    -------
    axle : ndarray of int, (n,)
        `ends.FRONT` or `ends.REAR`.
    lateral_acceleration_m_s2 : ndarray, (n,)
        When it does; infinity where no stop is known.
    """
    count = len(system.matrix)
    limit = np.broadcast_to(system.model.stop_lean_rad, (count, 2))
    free = system.without_stops()

    def twists(bend: FloatArray) -> FloatArray:
        answer = free.under(bend.reshape(count, -1))
        twist = answer.lean_rad[..., None] - answer.tyre_roll_rad
        by_figure = twist.reshape(count, 2, 2, 2)
        return np.stack([by_figure[:, 0, :, FRONT], by_figure[:, 1, :, REAR]], axis=1)

    at = np.full((count, 2), np.inf)
    known = np.isfinite(limit).all(axis=0)
    if known.any():
        # A stop nobody knows is far away, and asked of like the other.
        found = load_where(twists, np.where(known, limit, 1.0), GRAVITY_M_S2)
        at = np.where(known, found, np.inf)
    first = np.argmin(at, axis=1)
    return first, at[np.arange(count), first]
