"""Rough ground: how a body rocks with the road, and how far an axle follows it."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from axlecore.lean.roll_model import RollModel
from axlecore.lean.steady import roll_matrix
from axlecore.quantities.arguments import FloatArray
from axlecore.vehicle.ends import FRONT, REAR


class Ending(StrEnum):
    """What ends an axle's following of the road."""

    WHEEL = "a wheel hangs"
    STOP = "a stop is met"


@dataclass(frozen=True)
class Articulation:
    """How far the road may twist between the axles of vehicles.

    Attributes
    ----------
    twist_rad : ndarray, (n,)
        Front rolled one way by half of it, rear the other way by half.
    ended_by : list of Ending, (n,)
        What ends it.
    """

    twist_rad: FloatArray
    ended_by: list[Ending]


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


def articulation(model: RollModel, static_n: FloatArray) -> Articulation:
    """Return how far the road may twist between the axles before a wheel hangs or a stop is met.

    Parameters
    ----------
    model : RollModel
        n vehicles, such as with and without a bar connected; play left out.
    static_n : ndarray, (n, 4)
        Wheel loads at rest [N].

    Notes
    -----
    Load transfer per road roll is K_t·(q − θ)/t; the lighter wheel of either axle is spent
    first, unless the twist between body and axle meets its stop before that.
    """
    answers = _answers(model)
    twist = np.array([0.5, -0.5])
    body, axle_roll = answers[:, 0] @ twist, answers[:, 1:] @ twist
    moved = np.abs(model.tyre_n_m_per_rad * (twist - axle_roll) / model.track_m)
    lighter = np.minimum(static_n[:, [0, 2]], static_n[:, [1, 3]])
    hangs = (lighter / moved).min(axis=1)
    with np.errstate(divide="ignore"):
        stops = (model.stop_lean_rad / np.abs(body[:, None] - axle_roll)).min(axis=1)
    ended = [
        Ending.STOP if stop < hang else Ending.WHEEL
        for stop, hang in zip(stops, hangs, strict=True)
    ]
    return Articulation(np.minimum(hangs, stops), ended)
