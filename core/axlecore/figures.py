"""One set-up in one load state, in the figures that sets are compared by."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from axlecore.evaluate import (
    REFERENCE_BEND_M_S2,
    axle_stiffness,
    model_of,
    reference_side_force,
    static_wheel_loads,
)
from axlecore.loads import LoadKey
from axlecore.manoeuvres import Course, bump_toss
from axlecore.measure import Record
from axlecore.response import rocking
from axlecore.rig import SetUp, Vehicle
from axlecore.rolltest import damping_of, head_over_roll_axis, inertia_of
from axlecore.rough import articulation
from axlecore.steady import FRONT, REAR, solve, wheel_loads
from axlecore.wind import side_area


@dataclass(frozen=True)
class Figures(Record):
    """What one set-up does.

    Attributes
    ----------
    lean_rad, wind_lean_rad : float
        In the reference bend and wind [rad].
    front_share : float
        Front axle's share of load transfer in the bend.
    front_tyre_rad, rear_tyre_rad : float
        Each axle on its tyres in the bend [rad].
    wheels_n : list of float
        Wheel loads in the bend, front left to rear right [N].
    head_toss_ratio : float
        Head toss of a one-side bump over that as it stands.
    swings : int
        Half-swings after a push.
    articulation_rad : float
        Twist of the road at which a wheel hangs [rad].
    """

    lean_rad: float
    wind_lean_rad: float
    front_share: float
    front_tyre_rad: float
    rear_tyre_rad: float
    wheels_n: list[float]
    head_toss_ratio: float
    swings: int
    articulation_rad: float


def figures_of(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> Figures:
    """Return what one set-up does in one load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What would be chosen.
    key : LoadKey
        A load state of the sheet.

    Raises
    ------
    InputError
        No such load state, or the choice does not suit the axle.
    UnstableError
        The vehicle tips over by itself.
    """
    at = vehicle.weighed(key)
    front, rear = axle_stiffness(vehicle, set_up)
    standing, chosen = (
        model_of(vehicle, pair, (vehicle.load_states[at],))
        for pair in ((front.before, rear.before), (front.after, rear.after))
    )
    area, static = side_area(vehicle.profile), static_wheel_loads(vehicle)[[at]]
    answer = solve(
        chosen,
        [REFERENCE_BEND_M_S2, 0.0], [0.0, reference_side_force(vehicle, area)],
        np.array([area.centre_height_m]), np.array([area.centre_behind_front_axle_m]),
    )  # fmt: skip
    wheels = wheel_loads(static, answer.load_transfer_n)
    inertia = inertia_of(vehicle, standing)
    damping = damping_of(vehicle, standing, inertia)
    head = head_over_roll_axis(vehicle, standing)
    now, then = (
        float(bump_toss(model, inertia, damping, Course(), head)[0]) for model in (standing, chosen)
    )
    return Figures(
        lean_rad=float(answer.lean_rad[0, 0]), wind_lean_rad=float(answer.lean_rad[0, 1]),
        front_share=float(answer.front_share[0, 0]),
        front_tyre_rad=float(answer.tyre_roll_rad[0, 0, FRONT]),
        rear_tyre_rad=float(answer.tyre_roll_rad[0, 0, REAR]), wheels_n=wheels[0, 0].tolist(),
        head_toss_ratio=then / now, swings=int(rocking(chosen, inertia, damping).swings[0]),
        articulation_rad=float(articulation(chosen, static)[0]),
    )  # fmt: skip
