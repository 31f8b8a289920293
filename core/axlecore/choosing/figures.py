"""One set-up in one load state, in the figures that sets are compared by."""

from __future__ import annotations

from dataclasses import dataclass

from axlecore.lean.evaluate import REFERENCE_BEND_M_S2, reference_wind
from axlecore.lean.roll_model import model_of, static_wheel_loads
from axlecore.lean.rough_ground import articulation
from axlecore.lean.steady import solve, wheel_loads
from axlecore.motion.manoeuvres import Course, bump_toss
from axlecore.motion.response import rocking
from axlecore.motion.roll_test import damping_of, head_over_roll_axis, inertia_of
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import FRONT, REAR
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle


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
        Twist of the road at which a wheel hangs or a stop is met [rad].
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


def figures_of(
    vehicle: Vehicle, set_up: SetUp, key: LoadKey, as_it_is: Vehicle | None = None
) -> Figures:
    """Return what one set-up does in one load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What would be chosen.
    key : LoadKey
        A load state of the sheet.
    as_it_is : Vehicle or None
        Whose head toss it is compared with; None for the vehicle itself with nothing chosen.

    Raises
    ------
    InputError
        No such load state, or the choice does not suit the axle.
    UnstableError
        The vehicle tips over by itself.
    """
    at = vehicle.weighed(key)
    standing = model_of(as_it_is or vehicle, SetUp(), key)
    chosen = model_of(vehicle, set_up, key)
    static = static_wheel_loads(vehicle)[[at]]
    force, push = reference_wind(vehicle)
    answer = solve(chosen, [REFERENCE_BEND_M_S2, 0.0], [0.0, force], push)
    wheels = wheel_loads(static, answer.load_transfer_n)
    inertia = inertia_of(vehicle, standing)
    damping = damping_of(vehicle, standing, inertia)
    head = head_over_roll_axis(vehicle, standing)
    now, then = (
        float(bump_toss(model, inertia, damping, Course(), head)[0]) for model in (standing, chosen)
    )
    return Figures(
        lean_rad=float(answer.lean_rad[0, 0]),
        wind_lean_rad=float(answer.lean_rad[0, 1]),
        front_share=float(answer.front_share[0, 0]),
        front_tyre_rad=float(answer.tyre_roll_rad[0, 0, FRONT]),
        rear_tyre_rad=float(answer.tyre_roll_rad[0, 0, REAR]),
        wheels_n=wheels[0, 0].tolist(),
        head_toss_ratio=then / now,
        swings=int(rocking(chosen, inertia, damping).swings[0]),
        articulation_rad=float(articulation(chosen, static).twist_rad[0]),
    )
