"""Lean with a frame that twists: the body's front and rear lean apart."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.lean.play import settle
from axlecore.lean.roll_model import RollModel
from axlecore.lean.steady import (
    Push,
    at_sprung_centre,
    cases_of,
    check_stable,
    gravity_on_axles,
    late_parts,
    share_of_front,
)
from axlecore.quantities.arguments import FloatArray, above_zero
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.ends import FRONT, REAR

#: Torsional stiffness between the axles of usual frames [N·m/rad]: a start, never a measurement.
TYPICAL_FRAMES = {
    "open C-section ladder, long": 60e3,
    "open C-section ladder, short": 120e3,
    "boxed ladder": 350e3,
    "ladder with a stiff body on it": 800e3,
    "unit body": 1500e3,
}


#: What the suspension of each axle feels: its end of the body less the axle.
_FELT = np.array([[1.0, 0.0, -1.0, 0.0], [0.0, 1.0, 0.0, -1.0]])


@dataclass(frozen=True)
class TwistAnswer:
    """Lean of both ends under each load case.

    Attributes
    ----------
    lean_rad : ndarray, (n, cases, 2)
        Body against the ground, front and rear end.
    tyre_roll_rad, load_transfer_n : ndarray, (n, cases, 2)
        Each axle on its tyres, and load moved outward.
    """

    lean_rad: FloatArray
    tyre_roll_rad: FloatArray
    load_transfer_n: FloatArray

    @property
    def front_share(self) -> FloatArray:
        """Front axle's share of all load transfer, (n, cases); one half where there is none."""
        return share_of_front(self.load_transfer_n)


def solve_twisting(
    model: RollModel,
    frame_n_m_per_rad: npt.ArrayLike,
    lateral_acceleration_m_s2: npt.ArrayLike,
    side_force_n: npt.ArrayLike = 0.0,
    push: Push | None = None,
    body_moment_n_m: npt.ArrayLike = 0.0,
) -> TwistAnswer:
    """Return the lean of both ends of each vehicle under each load case.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    frame_n_m_per_rad : array_like, (n,) or scalar
        Torsional stiffness of frame and body between the axles [N·m/rad], above zero.
    lateral_acceleration_m_s2 : array_like, (cases,)
        Lateral acceleration.
    side_force_n : array_like, (cases,)
        Side force on the body, same sense.
    push : Push or None
        Where the side force acts; None is the sprung centre.
    body_moment_n_m : array_like, (cases,)
        Moment about the roll axis, shared by the ends as the weight is.

    Returns
    -------
    TwistAnswer
        Angles [rad] and load transfers [N].

    Raises
    ------
    InputError
        ``frame_n_m_per_rad`` not above zero.
    UnstableError
        A vehicle tips over by itself.

    Notes
    -----
    Each end carries its own sprung mass, and its part of the side force, about its own roll
    centre; the frame joins the ends by its stiffness. An infinitely stiff frame gives
    `steady.solve`. An upgrade at one end is worth less the softer the frame.
    Source: Milliken & Milliken, *Race Car Vehicle Dynamics*, ch. 18, with tyres added.
    """
    count = len(model.sprung_mass_kg)
    checked = above_zero("frame_n_m_per_rad", frame_n_m_per_rad, "Frame stiffness")
    frame = np.broadcast_to(checked, (count,))
    where = at_sprung_centre(model) if push is None else push
    mass, suspension = model.axle_sprung_mass_kg, model.suspension_n_m_per_rad
    centre = model.roll_centre_height_m
    arm = model.sprung_height_m[:, None] - centre
    on_axles, pushed = gravity_on_axles(model), where.at_axles(model)
    matrix, unit = np.zeros((count, 4, 4)), np.zeros((count, 4, 3))
    for end in (FRONT, REAR):
        body, axle = end, 2 + end
        matrix[:, body, body] = (
            suspension[:, end] - mass[:, end] * GRAVITY_M_S2 * arm[:, end] + frame
        )
        matrix[:, body, 1 - body] = -frame
        matrix[:, body, axle] = matrix[:, axle, body] = -suspension[:, end]
        matrix[:, axle, axle] = (
            suspension[:, end] + model.tyre_n_m_per_rad[:, end] - on_axles[:, end]
        )
        unit[:, body, 0] = mass[:, end] * arm[:, end]
        unit[:, axle, 0] = on_axles[:, end] / GRAVITY_M_S2
        unit[:, body, 1] = pushed[:, end] * (where.height_m - centre[:, end])
        unit[:, axle, 1] = pushed[:, end] * centre[:, end]
        unit[:, body, 2] = mass[:, end] / model.sprung_mass_kg
    check_stable(matrix)
    loads = unit @ cases_of(count, lateral_acceleration_m_s2, side_force_n, body_moment_n_m)
    angles = settle(matrix, loads, late_parts(model, _FELT))
    tyre_roll = np.swapaxes(angles[:, 2:], 1, 2)
    transfer = tyre_roll * (model.tyre_n_m_per_rad / model.track_m)[:, None, :]
    return TwistAnswer(np.swapaxes(angles[:, :2], 1, 2), tyre_roll, transfer)
