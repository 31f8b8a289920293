"""Rough ground: how a body rocks with the road, and how far an axle follows it."""

from __future__ import annotations

import numpy as np

from axlecore.arguments import FloatArray
from axlecore.steady import FRONT, REAR, RollModel, roll_matrix


def body_rock(model: RollModel) -> FloatArray:
    """Return the lean of the body per roll of the road under each axle, (n, 2).

    Parameters
    ----------
    model : RollModel
        n vehicles, play left out.

    Notes
    -----
    A road that rolls by q under one axle loads it with K_t·q on its tyres; the same matrix as
    a bend answers. A bar lowers it at the other axle and raises it at its own: compute it,
    never promise it. Source: Milliken & Milliken, *Race Car Vehicle Dynamics*, ch. 16.
    """
    return np.asarray(_answers(model)[:, 0])


def _answers(model: RollModel) -> FloatArray:
    """Body lean and both axle rolls per road roll under front and rear, (n, 3, 2)."""
    load = np.zeros((len(model.sprung_mass_kg), 3, 2))
    for axle in (FRONT, REAR):
        load[:, 1 + axle, axle] = model.tyre_n_m_per_rad[:, axle]
    return np.asarray(np.linalg.solve(roll_matrix(model), load))


def articulation(model: RollModel, static_n: FloatArray) -> FloatArray:
    """Return how far the road may twist between the axles before a wheel hangs, (n,) [rad].

    Parameters
    ----------
    model : RollModel
        n vehicles, such as with and without a bar connected; play left out.
    static_n : ndarray, (n, 4)
        Wheel loads at rest [N].

    Returns
    -------
    ndarray, (n,)
        Front rolled one way by half of it, rear the other way by half.

    Notes
    -----
    Load transfer per road roll is K_t·(q − θ)/t; the lighter wheel of either axle is spent
    first. Linear springs: bump stops end it sooner.
    """
    answers = _answers(model)
    twist = np.array([0.5, -0.5])
    axle_roll = answers[:, 1:] @ twist
    moved = np.abs(model.tyre_n_m_per_rad * (twist - axle_roll) / model.track_m)
    lighter = np.minimum(static_n[:, [0, 2]], static_n[:, [1, 3]])
    return np.asarray((lighter / moved).min(axis=1))
