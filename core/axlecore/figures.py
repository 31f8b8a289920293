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
from axlecore.manoeuvres import MANOEUVRES, Course
from axlecore.measure import Record
from axlecore.replay import replay
from axlecore.rig import SetUp, Vehicle
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
    area = side_area(vehicle.profile)
    answer = solve(
        model_of(vehicle, (front.after, rear.after), (vehicle.load_states[at],)),
        [REFERENCE_BEND_M_S2, 0.0], [0.0, reference_side_force(vehicle, area)],
        np.array([area.centre_height_m]), np.array([area.centre_behind_front_axle_m]),
    )  # fmt: skip
    wheels = wheel_loads(static_wheel_loads(vehicle)[[at]], answer.load_transfer_n)
    before, after = replay(vehicle, set_up, key, Course())
    bump = MANOEUVRES.index("one-side bump")
    return Figures(
        lean_rad=float(answer.lean_rad[0, 0]), wind_lean_rad=float(answer.lean_rad[0, 1]),
        front_share=float(answer.front_share[0, 0]),
        front_tyre_rad=float(answer.tyre_roll_rad[0, 0, FRONT]),
        rear_tyre_rad=float(answer.tyre_roll_rad[0, 0, REAR]), wheels_n=wheels[0, 0].tolist(),
        head_toss_ratio=after.head_toss_m_s2[bump] / before.head_toss_m_s2[bump],
        swings=after.swings, articulation_rad=after.articulation_rad,
    )  # fmt: skip
