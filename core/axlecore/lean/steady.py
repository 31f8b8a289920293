"""Steady lean in a bend and in a crosswind: body and both axles on their tyres."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from axlecore.errors import UnstableError
from axlecore.lean.play import LateParts, settle
from axlecore.lean.roll_model import RollModel
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.ends import FRONT, REAR

#: A stop that is met ends the twist: so many times as stiff as all the rest of its axle.
_STOP_STIFFNESS = 200.0


@dataclass(frozen=True)
class RollAnswer:
    """Lean under each load case.

    Attributes
    ----------
    lean_rad : ndarray, (n, cases)
        Body against the ground.
    tyre_roll_rad : ndarray, (n, cases, 2)
        Each axle on its tyres.
    load_transfer_n : ndarray, (n, cases, 2)
        Load moved from the inner to the outer side at each axle.
    """

    lean_rad: FloatArray
    tyre_roll_rad: FloatArray
    load_transfer_n: FloatArray

    @property
    def front_share(self) -> FloatArray:
        """Front axle's share of all load transfer, (n, cases); one half where there is none."""
        return share_of_front(self.load_transfer_n)


def share_of_front(load_transfer_n: FloatArray) -> FloatArray:
    """Return the front axle's share of all load transfer; one half where there is none.

    Parameters
    ----------
    load_transfer_n : ndarray, (..., 2)
        Front, rear [N].
    """
    total = load_transfer_n.sum(axis=-1)
    share = np.full(total.shape, 0.5)
    np.divide(load_transfer_n[..., FRONT], total, out=share, where=total != 0)
    return share


def roll_matrix(model: RollModel) -> FloatArray:
    """Return the stiffness matrices of body lean and both tyre rolls, gravity included.

    Parameters
    ----------
    model : RollModel
        n vehicles.

    Returns
    -------
    ndarray, (n, 3, 3)
        [N·m/rad], unknowns body lean, front tyre roll, rear tyre roll.

    Raises
    ------
    UnstableError
        A matrix is not positive definite: that vehicle tips over by itself.

    Notes
    -----
    Gravity acts on every sideways shift. Small angles; springs linear; frame rigid.
    Source: Gillespie, *Fundamentals of Vehicle Dynamics*, ch. 6 and 9, with the axles'
    roll on their tyres kept as unknowns.
    """
    suspension = model.suspension_n_m_per_rad
    gravity_on_body = model.sprung_mass_kg * GRAVITY_M_S2 * model.arm_m
    matrix = np.zeros((len(gravity_on_body), 3, 3))
    matrix[:, 0, 0] = suspension.sum(axis=1) - gravity_on_body
    matrix[:, 0, 1:] = -suspension
    matrix[:, 1:, 0] = -suspension
    matrix[:, [1, 2], [1, 2]] = suspension + model.tyre_n_m_per_rad - gravity_on_axles(model)
    check_stable(matrix)
    return matrix


def check_stable(matrix: FloatArray) -> None:
    """Raise UnstableError where a stiffness matrix is not positive definite.

    Parameters
    ----------
    matrix : ndarray, (n, k, k)
        Stiffness with gravity.
    """
    unstable = np.flatnonzero(~(np.linalg.eigvalsh(matrix)[:, 0] > 0))
    if len(unstable):
        raise UnstableError(rows=tuple(unstable.tolist()))


def gravity_on_axles(model: RollModel) -> FloatArray:
    """Return the moment gravity adds per roll of each axle on its tyres, (n, 2) [N·m/rad].

    Parameters
    ----------
    model : RollModel
        n vehicles.
    """
    return np.asarray(GRAVITY_M_S2 * _axle_moments(model))


def _axle_moments(model: RollModel) -> FloatArray:
    """Mass times height that rolls each axle on its tyres, (n, 2) [kg·m]."""
    return np.asarray(
        model.axle_sprung_mass_kg * model.roll_centre_height_m
        + model.unsprung_mass_kg * model.unsprung_height_m
    )


@dataclass(frozen=True)
class Push:
    """Where a side force acts on the body.

    Attributes
    ----------
    height_m : ndarray, (n,) or (1,)
        Above ground [m].
    behind_front_axle_m : ndarray, (n,) or (1,)
        Behind the front axle [m].
    """

    height_m: FloatArray
    behind_front_axle_m: FloatArray

    def at_axles(self, model: RollModel) -> FloatArray:
        """Return the part of the force that each axle carries, (n, 2)."""
        rear = self.behind_front_axle_m / model.wheelbase_m
        return np.stack([1 - rear, rear], axis=1)


def at_sprung_centre(model: RollModel) -> Push:
    """Return a push at the sprung centre.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    """
    return Push(model.sprung_height_m, model.front_distance_m)


@dataclass(frozen=True)
class RollSystem:
    """Vehicles made ready once, to be asked under any loads.

    Attributes
    ----------
    model : RollModel
        n vehicles.
    matrix : ndarray, (n, 3, 3)
        Of `roll_matrix`.
    unit : ndarray, (n, 3, 3)
        Loads on the unknowns per m/s² of acceleration, per N of side force, per N·m on the body.
    parts : LateParts
        Bars with play, and stops.
    """

    model: RollModel
    matrix: FloatArray
    unit: FloatArray
    parts: LateParts

    def without_stops(self) -> RollSystem:
        """Return the same vehicles with nothing that ends the twist."""
        free = replace(self.model, stop_lean_rad=np.full((1, 2), np.inf))
        return replace(self, model=free, parts=late_parts(free))

    def under(
        self,
        lateral_acceleration_m_s2: npt.ArrayLike,
        side_force_n: npt.ArrayLike = 0.0,
        body_moment_n_m: npt.ArrayLike = 0.0,
        axle_moment_n_m: npt.ArrayLike = (0.0, 0.0),
    ) -> RollAnswer:
        """Return the lean of each vehicle under each load case.

        Parameters
        ----------
        lateral_acceleration_m_s2 : array_like, (cases,) or (n, cases)
            Lateral acceleration; positive leans the body outward.
        side_force_n : array_like, (cases,) or (n, cases)
            Side force on the body, same sense.
        body_moment_n_m : array_like, (cases,) or (n, cases)
            Any other moment about the roll axis, such as a mass moved sideways.
        axle_moment_n_m : array_like, (2,)
            Moment on each axle in every case, such as that of a bar which is preloaded.

        Returns
        -------
        RollAnswer
            Angles [rad] and load transfers [N].
        """
        cases = cases_of(len(self.matrix), lateral_acceleration_m_s2, side_force_n, body_moment_n_m)
        loads = self.unit @ cases
        loads[:, 1:] += np.asarray(axle_moment_n_m, dtype=float)[:, None]
        angles = settle(self.matrix, loads, self.parts)
        tyre_roll = np.swapaxes(angles[:, 1:], 1, 2)
        transfer = tyre_roll * (self.model.tyre_n_m_per_rad / self.model.track_m)[:, None, :]
        return RollAnswer(angles[:, 0], tyre_roll, transfer)


def roll_system(model: RollModel, push: Push | None = None) -> RollSystem:
    """Return vehicles made ready to be asked under loads.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    push : Push or None
        Where a side force acts; None is the sprung centre.

    Returns
    -------
    RollSystem
        n vehicles.

    Raises
    ------
    UnstableError
        A vehicle tips over by itself.

    Notes
    -----
    The side force at roll-centre height rolls the axle on its tyres; leaving that out flatters
    every bar. Its moment on the body is taken about the roll axis where it acts, so that
    moments about the ground balance. A bar with play starts late and a stop ends the twist:
    `play.settle`. Loads with play must not change sign within a call's case.
    """
    matrix = roll_matrix(model)
    where = at_sprung_centre(model) if push is None else push
    unit = np.zeros((len(matrix), 3, 3))
    unit[:, 0, 0] = model.sprung_mass_kg * model.arm_m
    unit[:, 1:, 0] = _axle_moments(model)
    unit[:, 0, 1] = where.height_m - model.roll_axis_height_at(where.behind_front_axle_m)
    unit[:, 1:, 1] = where.at_axles(model) * model.roll_centre_height_m
    unit[:, 0, 2] = 1.0
    return RollSystem(model, matrix, unit, late_parts(model))


def solve(
    model: RollModel,
    lateral_acceleration_m_s2: npt.ArrayLike,
    side_force_n: npt.ArrayLike = 0.0,
    push: Push | None = None,
    body_moment_n_m: npt.ArrayLike = 0.0,
    axle_moment_n_m: npt.ArrayLike = (0.0, 0.0),
) -> RollAnswer:
    """Return the lean of each vehicle under each load case, asked once.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    push : Push or None
        Where the side force acts; None is the sprung centre.
    lateral_acceleration_m_s2, side_force_n, body_moment_n_m, axle_moment_n_m : array_like
        Loads, see `RollSystem.under`.

    Returns
    -------
    RollAnswer
        Angles [rad] and load transfers [N].

    Raises
    ------
    UnstableError
        A vehicle tips over by itself.
    """
    system = roll_system(model, push)
    return system.under(lateral_acceleration_m_s2, side_force_n, body_moment_n_m, axle_moment_n_m)


def cases_of(count: int, *loads: npt.ArrayLike) -> FloatArray:
    """Return loads of each kind by case, (n, kinds, cases).

    Parameters
    ----------
    count : int
        n vehicles.
    loads : array_like, (cases,) or (n, cases)
        One a kind.
    """
    kinds = [np.asarray(load, dtype=float) for load in loads]
    rows, cases = np.broadcast_shapes((count, 1), *(kind.shape for kind in kinds))
    whole = np.empty((rows, len(kinds), cases))
    for at, kind in enumerate(kinds):
        whole[:, at] = kind
    return whole


def late_parts(model: RollModel, ends: FloatArray | None = None) -> LateParts:
    """Return the bars with play and the stops of vehicles, as `play.settle` asks for them.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    ends : ndarray, (2, unknowns), or None
        What the suspension of each axle feels of the unknowns; None is body less axle.
    """
    count, bars = len(model.sprung_mass_kg), model.late_n_m_per_rad.shape[-1]
    feels = np.array([[1.0, -1.0, 0.0], [1.0, 0.0, -1.0]]) if ends is None else ends
    late = np.broadcast_to(model.late_n_m_per_rad, (count, 2, bars)).reshape(count, -1)
    free = np.broadcast_to(model.free_lean_rad, (count, 2, bars)).reshape(count, -1)
    limit = np.broadcast_to(model.stop_lean_rad, (count, 2))
    stop = np.where(np.isfinite(limit), _STOP_STIFFNESS * model.suspension_n_m_per_rad, 0.0)
    return LateParts(
        feels=np.concatenate([np.repeat(feels, bars, axis=0), feels]),
        stiffness_n_m_per_rad=np.concatenate([np.where(free > 0, late, 0.0), stop], axis=1),
        free_lean_rad=np.concatenate([free, limit], axis=1),
        in_matrix=np.repeat([True, False], [2 * bars, 2]),
    )


def wheel_loads(static_n: FloatArray, transfer_n: FloatArray) -> FloatArray:
    """Return all four wheel loads when the body leans to the right.

    Parameters
    ----------
    static_n : ndarray, (n, 4)
        At rest, in the order of `ends.Wheel` [N].
    transfer_n : ndarray, (n, cases, 2)
        Load transfer front, rear [N].

    Returns
    -------
    ndarray, (n, cases, 4)
        Wheel loads [N]. Below zero means the wheel has lifted and the linear model has ended.
    """
    moved = transfer_n[..., [FRONT, FRONT, REAR, REAR]] * np.array([-1.0, 1.0, -1.0, 1.0])
    return np.asarray(static_n[:, None, :] + moved)
