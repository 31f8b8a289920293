"""Where a bend ends: the first wheel to lift, a stop that is met, the whole vehicle tipping."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import numpy as np
import numpy.typing as npt

from axlecore.lean.roll_model import RollModel
from axlecore.lean.steady import solve
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.ends import FRONT, REAR


def load_where(
    of_load: Callable[[FloatArray], FloatArray], wanted: FloatArray, scale: float
) -> FloatArray:
    """Return the load at which a figure that grows with it reaches what is wanted, (n, ...).

    Parameters
    ----------
    of_load : callable
        Takes a load for each vehicle, (n, cases), returns the figure, (n, cases).
    wanted : ndarray, (n,)
        What it shall reach.
    scale : float
        A usual load.

    Notes
    -----
    Piecewise linear in the load, so the secant through two near loads lands on it once both lie
    on its piece; a few rounds, then it stays.
    """
    load = np.full(len(wanted), scale)
    for _ in range(8):
        pair = np.stack([load, load * (1 + 1e-4)], axis=1)
        figure = of_load(pair)
        slope = (figure[:, 1] - figure[:, 0]) / (pair[:, 1] - pair[:, 0])
        found = load + (wanted - figure[:, 0]) / np.where(slope == 0, np.inf, slope)
        # A load of none says nothing of the slope.
        found = np.where(np.abs(found) < 1e-9 * scale, 1e-9 * scale, found)
        done = np.allclose(found, load, rtol=1e-12, atol=0.0)
        load = found
        if done:
            break
    return load


def first_lift(model: RollModel, static_n: FloatArray) -> tuple[npt.NDArray[np.int_], FloatArray]:
    """Return which axle's inner wheel lifts first in a steady bend, and when.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    static_n : ndarray, (n, 4)
        Wheel loads at rest [N].

    Returns
    -------
    axle : ndarray of int, (n,)
        `ends.FRONT` or `ends.REAR`.
    lateral_acceleration_m_s2 : ndarray, (n,)
        When its lighter wheel is unloaded.
    """
    lighter = np.minimum(static_n[:, [0, 2]], static_n[:, [1, 3]])

    def transfer(axle: int) -> Callable[[FloatArray], FloatArray]:
        return lambda bend: solve(model, bend).load_transfer_n[..., axle]

    at = np.stack(
        [load_where(transfer(axle), lighter[:, axle], GRAVITY_M_S2) for axle in (FRONT, REAR)],
        axis=1,
    )
    first = np.argmin(at, axis=1)
    return first, at[np.arange(len(at)), first]


def stop_met(model: RollModel) -> tuple[npt.NDArray[np.int_], FloatArray]:
    """Return which axle meets a stop first in a steady bend, and when.

    Parameters
    ----------
    model : RollModel
        n vehicles.

    Returns
    -------
    axle : ndarray of int, (n,)
        `ends.FRONT` or `ends.REAR`.
    lateral_acceleration_m_s2 : ndarray, (n,)
        When it does; infinity where no stop is known.
    """
    count = len(model.sprung_mass_kg)
    limit = np.broadcast_to(model.stop_lean_rad, (count, 2))
    free = replace(model, stop_lean_rad=np.full((1, 2), np.inf))

    def twist(axle: int) -> Callable[[FloatArray], FloatArray]:
        def of_bend(bend: FloatArray) -> FloatArray:
            answer = solve(free, bend)
            return np.asarray(answer.lean_rad - answer.tyre_roll_rad[..., axle])

        return of_bend

    at = np.full((count, 2), np.inf)
    for axle in (FRONT, REAR):
        if np.isfinite(limit[:, axle]).all():
            at[:, axle] = load_where(twist(axle), limit[:, axle], GRAVITY_M_S2)
    first = np.argmin(at, axis=1)
    return first, at[np.arange(count), first]


def rollover_threshold(model: RollModel, static_n: FloatArray) -> FloatArray:
    """Return the lateral acceleration at which each vehicle tips over, (n,) [m/s²].

    Parameters
    ----------
    model : RollModel
        n vehicles.
    static_n : ndarray, (n, 4)
        Wheel loads at rest [N].

    Returns
    -------
    ndarray, (n,)
        Where Σ K_t·θ, the overturning moment with gravity on every shift, equals
        Σ W_i·t_i/2. Lower than the rigid t/2h by what the lean moves the centre outward, play
        included.

    Notes
    -----
    A quasi-static bound: the linear model carries past the first lifted wheel, so real tipping
    comes a little earlier. Sources: Gillespie, *Fundamentals of Vehicle Dynamics*, ch. 9.
    """
    weight = np.stack([static_n[:, [0, 1]].sum(axis=1), static_n[:, [2, 3]].sum(axis=1)], axis=1)
    holding = (weight * model.track_m / 2)[:, [FRONT, REAR]].sum(axis=1)

    def overturning(bend: FloatArray) -> FloatArray:
        transfer = solve(model, bend).load_transfer_n
        return np.asarray((transfer * model.track_m[:, None, :]).sum(axis=-1))

    return load_where(overturning, holding, GRAVITY_M_S2)
