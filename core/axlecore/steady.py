"""Steady lean in a bend and in a crosswind: body and both axles on their tyres."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from axlecore.arguments import FloatArray
from axlecore.axle import tyres_of
from axlecore.errors import InputError, UnstableError
from axlecore.rig import LoadState, Vehicle
from axlecore.units import GRAVITY_M_S2

FRONT, REAR = 0, 1
#: Order of wheels in every array of wheel loads.
WHEELS = ("front_left", "front_right", "rear_left", "rear_right")


@dataclass(frozen=True)
class RollModel:
    """Many vehicles, or one in many set-ups and load states, ready to be solved together.

    Attributes
    ----------
    sprung_mass_kg, sprung_height_m : ndarray, (n,)
        Sprung mass and the height of its centre.
    front_distance_m, wheelbase_m : ndarray, (n,)
        Front axle to sprung centre; wheelbase.
    roll_centre_height_m, track_m : ndarray, (n, 2)
        Front, rear.
    suspension_n_m_per_rad, tyre_n_m_per_rad : ndarray, (n, 2)
        Roll stiffness of springs with bars, and of the tyres.
    unsprung_mass_kg, unsprung_height_m : ndarray, (n, 2)
        Front, rear.
    late_n_m_per_rad, free_lean_rad : ndarray, (n, 2) or (1, 2)
        The part of the suspension that works only once its play is taken up, and how far the
        axle leans until then.
    """

    sprung_mass_kg: FloatArray
    sprung_height_m: FloatArray
    front_distance_m: FloatArray
    wheelbase_m: FloatArray
    roll_centre_height_m: FloatArray
    track_m: FloatArray
    suspension_n_m_per_rad: FloatArray
    tyre_n_m_per_rad: FloatArray
    unsprung_mass_kg: FloatArray
    unsprung_height_m: FloatArray
    late_n_m_per_rad: FloatArray = field(default_factory=lambda: np.zeros((1, 2)))
    free_lean_rad: FloatArray = field(default_factory=lambda: np.zeros((1, 2)))

    @property
    def axle_sprung_mass_kg(self) -> FloatArray:
        """Sprung mass carried by each axle, (n, 2) [kg]."""
        rear = self.front_distance_m / self.wheelbase_m
        return np.asarray(self.sprung_mass_kg[:, None] * np.stack([1 - rear, rear], axis=1))

    @property
    def roll_axis_height_m(self) -> FloatArray:
        """Height of the roll axis under the sprung centre, (n,) [m]."""
        front, rear = self.roll_centre_height_m.T
        return np.asarray(front + (rear - front) * self.front_distance_m / self.wheelbase_m)

    @property
    def arm_m(self) -> FloatArray:
        """Height of the sprung centre above the roll axis, (n,) [m]."""
        return np.asarray(self.sprung_height_m - self.roll_axis_height_m)


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
        total = self.load_transfer_n.sum(axis=-1)
        share = np.full(total.shape, 0.5)
        np.divide(self.load_transfer_n[..., FRONT], total, out=share, where=total != 0)
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
    matrix = _matrix(model, model.suspension_n_m_per_rad)
    unstable = np.flatnonzero(~(np.linalg.eigvalsh(matrix)[:, 0] > 0))
    if len(unstable):
        raise UnstableError(rows=tuple(unstable.tolist()))
    return matrix


def _matrix(model: RollModel, suspension: FloatArray) -> FloatArray:
    gravity_on_body = model.sprung_mass_kg * GRAVITY_M_S2 * model.arm_m
    matrix = np.zeros((len(gravity_on_body), 3, 3))
    matrix[:, 0, 0] = suspension.sum(axis=1) - gravity_on_body
    matrix[:, 0, 1:] = -suspension
    matrix[:, 1:, 0] = -suspension
    axle_on_tyres = suspension + model.tyre_n_m_per_rad - gravity_on_axles(model)
    matrix[:, [1, 2], [1, 2]] = axle_on_tyres
    return matrix


def gravity_on_axles(model: RollModel) -> FloatArray:
    """Return the moment gravity adds per roll of each axle on its tyres, (n, 2) [N·m/rad].

    Parameters
    ----------
    model : RollModel
        n vehicles.
    """
    return np.asarray(
        GRAVITY_M_S2
        * (
            model.axle_sprung_mass_kg * model.roll_centre_height_m
            + model.unsprung_mass_kg * model.unsprung_height_m
        )
    )


def solve(
    model: RollModel,
    lateral_acceleration_m_s2: npt.ArrayLike,
    side_force_n: npt.ArrayLike = 0.0,
    force_height_m: npt.ArrayLike | None = None,
    force_behind_front_axle_m: npt.ArrayLike | None = None,
    body_moment_n_m: npt.ArrayLike = 0.0,
) -> RollAnswer:
    """Return the lean of each vehicle under each load case.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    lateral_acceleration_m_s2 : array_like, (cases,)
        Lateral acceleration; positive leans the body outward.
    side_force_n : array_like, (cases,)
        Side force on the body, same sense.
    force_height_m, force_behind_front_axle_m : array_like, (n,), or None
        Where the side force acts; None is the sprung centre.
    body_moment_n_m : array_like, (cases,)
        Any other moment about the roll axis, such as a mass moved sideways.

    Returns
    -------
    RollAnswer
        Angles [rad] and load transfers [N].

    Raises
    ------
    UnstableError
        A vehicle tips over by itself.

    Notes
    -----
    Linear, so one factorisation serves every case. The side force at roll-centre height
    rolls the axle on its tyres; leaving that out flatters every bar. A bar with play starts
    late: piecewise linear, and of the four ways two axles can be slack or taut the one that
    agrees with itself is taken. Loads with play must not change sign within a call's case.
    """
    matrix = roll_matrix(model)
    acceleration, force, moment = np.broadcast_arrays(
        np.atleast_1d(np.asarray(lateral_acceleration_m_s2, dtype=float)),
        np.asarray(side_force_n, dtype=float),
        np.asarray(body_moment_n_m, dtype=float),
    )
    height = model.sprung_height_m if force_height_m is None else np.asarray(force_height_m)
    behind = (
        model.front_distance_m
        if force_behind_front_axle_m is None
        else np.asarray(force_behind_front_axle_m)
    )
    rear_part = behind / model.wheelbase_m * np.ones(len(matrix))
    force_at_axle = np.stack([1 - rear_part, rear_part], axis=1)
    centre = model.roll_centre_height_m

    # Rows of each unit load: per m/s² of acceleration, per N of side force, per N·m.
    unit = np.zeros((len(matrix), 3, 3))
    unit[:, 0, 0] = model.sprung_mass_kg * model.arm_m
    unit[:, 1:, 0] = (
        model.axle_sprung_mass_kg * centre + model.unsprung_mass_kg * model.unsprung_height_m
    )
    unit[:, 0, 1] = height - model.roll_axis_height_m
    unit[:, 1:, 1] = force_at_axle * centre
    unit[:, 0, 2] = 1.0
    loads = unit @ np.stack([acceleration, force, moment])
    angles = np.linalg.solve(matrix, unit) @ np.stack([acceleration, force, moment])
    if np.any(model.free_lean_rad > 0):
        angles = _with_free_lean(model, matrix, loads)
    tyre_roll = np.swapaxes(angles[:, 1:], 1, 2)
    transfer = tyre_roll * (model.tyre_n_m_per_rad / model.track_m)[:, None, :]
    return RollAnswer(angles[:, 0], tyre_roll, transfer)


def _with_free_lean(model: RollModel, taut_matrix: FloatArray, loads: FloatArray) -> FloatArray:
    """Angles, (n, 3, cases), where bars start to work only past their free lean."""
    count, _, cases = loads.shape
    late = np.broadcast_to(model.late_n_m_per_rad, (count, 2))
    free = np.broadcast_to(model.free_lean_rad, (count, 2))
    side = np.sign(np.linalg.solve(taut_matrix, loads)[:, :1])
    found = np.zeros(loads.shape)
    open_ = np.ones((count, cases), dtype=bool)
    # Tautest first, so that the boundary itself counts as taut.
    for taut in ((True, True), (True, False), (False, True), (False, False)):
        works = np.array(taut)
        matrix = _matrix(model, model.suspension_n_m_per_rad - np.where(works, 0.0, late))
        # A bar that starts late pushes back less by what it would have carried in its play.
        spared = (late * free * works)[:, :, None] * side
        right = loads + np.concatenate([spared.sum(axis=1, keepdims=True), -spared], axis=1)
        angles = np.linalg.solve(matrix, right)
        twist = (angles[:, :1] - angles[:, 1:]) * side
        agrees = np.all((twist >= free[:, :, None] - 1e-12) == works[:, None], axis=1)
        take = open_ & agrees
        found = np.where(take[:, None], angles, found)
        open_ &= ~agrees
    return found


def wheel_loads(static_n: FloatArray, transfer_n: FloatArray) -> FloatArray:
    """Return all four wheel loads when the body leans to the right.

    Parameters
    ----------
    static_n : ndarray, (n, 4)
        At rest, in the order of `WHEELS` [N].
    transfer_n : ndarray, (n, cases, 2)
        Load transfer front, rear [N].

    Returns
    -------
    ndarray, (n, cases, 4)
        Wheel loads [N]. Below zero means the wheel has lifted and the linear model has ended.
    """
    moved = transfer_n[..., [FRONT, FRONT, REAR, REAR]] * np.array([-1.0, 1.0, -1.0, 1.0])
    return np.asarray(static_n[:, None, :] + moved)


def first_lift(
    static_n: FloatArray,
    bend_m_s2: tuple[float, float],
    transfer_n: FloatArray,
) -> tuple[npt.NDArray[np.int_], FloatArray]:
    """Return which axle's inner wheel lifts first in a steady bend, and when.

    Parameters
    ----------
    static_n : ndarray, (n, 4)
        Wheel loads at rest [N].
    bend_m_s2 : tuple of two float
        Two lateral accelerations, both past any play [m/s²].
    transfer_n : ndarray, (n, 2, 2)
        Load transfer at those two, front and rear [N].

    Returns
    -------
    axle : ndarray of int, (n,)
        `FRONT` or `REAR`.
    lateral_acceleration_m_s2 : ndarray, (n,)
        When its lighter wheel is unloaded, on the straight line through both.
    """
    lighter = np.minimum(static_n[:, [0, 2]], static_n[:, [1, 3]])
    slope = (transfer_n[:, 1] - transfer_n[:, 0]) / (bend_m_s2[1] - bend_m_s2[0])
    at = bend_m_s2[0] + (lighter - transfer_n[:, 0]) / slope
    axle = np.argmin(at, axis=1)
    return axle, at[np.arange(len(at)), axle]


def roll_model(
    vehicle: Vehicle,
    states: tuple[LoadState, ...],
    suspension_n_m_per_rad: FloatArray,
    late_n_m_per_rad: FloatArray | None = None,
    free_lean_rad: FloatArray | None = None,
) -> RollModel:
    """Return the roll model of one vehicle, one row a load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    states : tuple of LoadState
        n load states.
    suspension_n_m_per_rad : ndarray, (n, 2)
        Roll stiffness of each axle's suspension, bars included.
    late_n_m_per_rad, free_lean_rad : ndarray, (1, 2) or (n, 2), or None
        What of it starts late, and by how much [N·m/rad, rad]; None for no play.

    Returns
    -------
    RollModel
        n rows.

    Raises
    ------
    InputError
        The unsprung masses leave no sprung mass above the roll axis.

    Notes
    -----
    The whole vehicle's centre is measured; the sprung centre follows by taking the
    unsprung masses out at their wheel centres.
    """
    axles = (vehicle.front, vehicle.rear)

    def both(field: str) -> FloatArray:
        pair = [getattr(axle, field).value for axle in axles]
        return np.tile(pair, (len(states), 1))

    load = np.array([[state.front_kg, state.rear_kg] for state in states])
    unsprung, unsprung_height = both("unsprung_mass_kg"), both("wheel_centre_height_m")
    height = np.array([state.centre_of_gravity_height_m.value for state in states])
    sprung = load - unsprung
    mass = sprung.sum(axis=1)
    sprung_height = (height * load.sum(axis=1) - (unsprung * unsprung_height).sum(axis=1)) / mass
    wheelbase = np.full(len(states), vehicle.wheelbase_m.value)
    model = RollModel(
        sprung_mass_kg=mass,
        sprung_height_m=sprung_height,
        front_distance_m=wheelbase * sprung[:, REAR] / mass,
        wheelbase_m=wheelbase,
        roll_centre_height_m=both("roll_centre_height_m"),
        track_m=both("track_m"),
        suspension_n_m_per_rad=suspension_n_m_per_rad,
        tyre_n_m_per_rad=np.tile([tyres_of(axle) for axle in axles], (len(states), 1)),
        unsprung_mass_kg=unsprung,
        unsprung_height_m=unsprung_height,
        late_n_m_per_rad=np.zeros((1, 2)) if late_n_m_per_rad is None else late_n_m_per_rad,
        free_lean_rad=np.zeros((1, 2)) if free_lean_rad is None else free_lean_rad,
    )
    low = np.flatnonzero(~(model.arm_m > 0))
    if len(low):
        raise InputError(
            f"load_states.{low[0]}.centre_of_gravity_height_m",
            f"The sprung centre comes out at {model.sprung_height_m[low[0]] * 1e3:.0f} mm, not "
            f"above the roll axis at {model.roll_axis_height_m[low[0]] * 1e3:.0f} mm; check the "
            "centre of gravity height and the roll centre heights.",
        )
    return model
