"""Where the weight is: trailer load, centre of gravity by lifting, and by stacking masses."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray, above_zero, number, zero_or_more
from axlecore.quantities.measure import Measured, Record
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import MassItem
from axlecore.vehicle.rig import LoadState, Vehicle

#: Steps of loading; towing carries what trip-ready carries, and the trailer's own.
_STEP = {LoadKey.EMPTY: 0, LoadKey.TRIP_READY: 1, LoadKey.TOWING: 1, LoadKey.MAXIMUM: 2}


def tow_shift(
    load_kg: npt.ArrayLike, behind_rear_axle_m: npt.ArrayLike, wheelbase_m: npt.ArrayLike
) -> tuple[FloatArray, FloatArray]:
    """Return what a tongue or pin load adds to the front and the rear axle.

    Parameters
    ----------
    load_kg : array_like
        Tongue or pin load [kg], zero or more.
    behind_rear_axle_m : array_like, broadcast
        Where it acts [m]; below zero ahead of the rear axle.
    wheelbase_m : array_like, broadcast
        Wheelbase [m], above zero.

    Returns
    -------
    front_kg, rear_kg : ndarray, broadcast shape
        Added loads [kg]; the front's is below zero for a load behind the axle.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    Rear W(1 + c/L), front −Wc/L, by moments about each axle.
    """
    load = zero_or_more("load_kg", load_kg, "Tongue or pin load")
    behind = number("behind_rear_axle_m", behind_rear_axle_m, "Distance behind the rear axle")
    base = above_zero("wheelbase_m", wheelbase_m, "Wheelbase")
    return np.asarray(-load * behind / base), np.asarray(load * (1 + behind / base))


def height_from_lift(
    level_front_kg: npt.ArrayLike,
    raised_front_kg: npt.ArrayLike,
    total_kg: npt.ArrayLike,
    rise_m: npt.ArrayLike,
    wheelbase_m: npt.ArrayLike,
    wheel_centre_height_m: npt.ArrayLike,
) -> FloatArray:
    """Return the height of the centre of gravity from weighing with the rear raised.

    Parameters
    ----------
    level_front_kg, raised_front_kg : array_like
        Front axle load on the level and with the rear wheels raised [kg].
    total_kg : array_like, broadcast
        Weight of the whole vehicle [kg].
    rise_m : array_like, broadcast
        How far the rear wheels were raised [m], above zero and below the wheelbase.
    wheelbase_m, wheel_centre_height_m : array_like, broadcast
        Wheelbase and height of the wheel centres above ground [m].

    Returns
    -------
    ndarray, broadcast shape
        Height above ground [m].

    Raises
    ------
    InputError
        Names the argument out of range; ``raised_front_kg`` where the front got no heavier.

    Notes
    -----
    h = r + L·ΔW/(W·tan θ), sin θ = rise/L, by moments about the front wheel centres. Springs
    must be blocked and fluids still, or the body's own movement is read as height.
    Source: Reimpell, Stoll & Betzler, *The Automotive Chassis*, 2nd ed., ch. 6.
    """
    level = above_zero("level_front_kg", level_front_kg, "Front weight on the level")
    raised = above_zero("raised_front_kg", raised_front_kg, "Front weight with the rear raised")
    total = above_zero("total_kg", total_kg, "Total weight")
    base = above_zero("wheelbase_m", wheelbase_m, "Wheelbase")
    radius = above_zero("wheel_centre_height_m", wheel_centre_height_m, "Wheel centre height")
    rise = above_zero("rise_m", rise_m, "Rise")
    if not np.all(rise < base):
        raise InputError("rise_m", "Rise must be below the wheelbase.")
    if not np.all(raised > level):
        raise InputError(
            "raised_front_kg",
            "With the rear raised the front must weigh more than on the level; weigh it again.",
        )
    slope = rise / np.sqrt(base**2 - rise**2)
    return np.asarray(radius + base * (raised - level) / (total * slope))


@dataclass(frozen=True)
class Stacked(Record):
    """A vehicle put together from known masses.

    Attributes
    ----------
    mass_kg : float
        Sum [kg].
    behind_front_axle_m, left_m, height_m : float
        Its centre [m].
    front_kg, rear_kg : float
        Axle loads that follow [kg].
    """

    mass_kg: float
    behind_front_axle_m: float
    left_m: float
    height_m: float
    front_kg: float
    rear_kg: float


def on_board(item: MassItem, key: LoadKey) -> bool:
    """Return whether a mass is carried in a load state.

    Parameters
    ----------
    item : MassItem
        One known mass.
    key : LoadKey
        The state.
    """
    if item.carried_from is LoadKey.TOWING:
        return key is LoadKey.TOWING
    return _STEP[item.carried_from] <= _STEP[key]


def stacked(vehicle: Vehicle, key: LoadKey) -> Stacked | None:
    """Return mass and centre of a vehicle in a load state from its stacked masses.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    key : LoadKey
        The state.

    Returns
    -------
    Stacked or None
        None where the stack does not make a whole vehicle: it neither holds masses carried
        from empty on, nor is there a weighed empty state to put its load upon.

    Notes
    -----
    Σm and Σm·position/Σm. Without masses carried from empty on, the empty state as weighed
    is the first mass of the stack.
    """
    items = [item for item in vehicle.stack if on_board(item, key) and item.mass_kg.value > 0]
    rows = [
        (i.mass_kg.value, i.behind_front_axle_m.value, i.left_m.value, i.height_m.value)
        for i in items
    ]
    if not any(item.carried_from is LoadKey.EMPTY for item in items):
        empty = vehicle.state(LoadKey.EMPTY)
        if empty is None or not rows or key is LoadKey.EMPTY:
            return None
        rows.append(_as_one_mass(vehicle, empty))
    table = np.array(rows)
    mass = float(table[:, 0].sum())
    behind, left, height = (float(v) for v in table[:, 0] @ table[:, 1:] / mass)
    rear = mass * behind / vehicle.wheelbase_m.value
    return Stacked(mass, behind, left, height, mass - rear, rear)


def _as_one_mass(vehicle: Vehicle, state: LoadState) -> tuple[float, float, float, float]:
    mass = state.axle_kg(End.FRONT) + state.axle_kg(End.REAR)
    return (
        mass,
        vehicle.wheelbase_m.value * state.axle_kg(End.REAR) / mass,
        sideways_centre(vehicle, state),
        state.centre_of_gravity_height_m.value,
    )


def sideways_centre(vehicle: Vehicle, state: LoadState) -> float:
    """Return how far left of the middle the centre of gravity lies [m].

    Parameters
    ----------
    vehicle : Vehicle
        Gives the tracks.
    state : LoadState
        Wheel loads.

    Notes
    -----
    Σ(left − right)·track/2 over the weight, by moments about the middle.
    """
    front = (state.front_left_kg.value - state.front_right_kg.value) * vehicle.front.track_m.value
    rear = (state.rear_left_kg.value - state.rear_right_kg.value) * vehicle.rear.track_m.value
    return (front + rear) / 2 / (state.axle_kg(End.FRONT) + state.axle_kg(End.REAR))


def lifted_height(vehicle: Vehicle) -> Measured | None:
    """Return the centre's height from the sheet's lift weighing, with its band.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.

    Returns
    -------
    Measured or None
        Height [m]; None where the weighing is not complete.

    Raises
    ------
    InputError
        The readings do not go together; names the reading on the sheet.

    Notes
    -----
    The band is first order: both weighings and the rise, added by squares.
    """
    lift = vehicle.lift_weighing
    state = vehicle.state(lift.state)
    if lift.rise_m is None or lift.raised_front_kg is None or state is None:
        return None
    level = state.axle_kg(End.FRONT)
    total = level + state.axle_kg(End.REAR)
    radius = vehicle.front.wheel_centre_height_m.value + vehicle.rear.wheel_centre_height_m.value
    level_band = state.axle_tolerance_kg(End.FRONT)
    rows = np.array(
        [
            [level, lift.raised_front_kg.value, lift.rise_m.value],
            [level - level_band, lift.raised_front_kg.value, lift.rise_m.value],
            [
                level,
                lift.raised_front_kg.value + lift.raised_front_kg.tolerance,
                lift.rise_m.value,
            ],
            [
                level,
                lift.raised_front_kg.value,
                lift.rise_m.value - lift.rise_m.tolerance,
            ],
        ]
    )
    try:
        heights = height_from_lift(
            rows[:, 0], rows[:, 1], total, rows[:, 2], vehicle.wheelbase_m.value, radius / 2
        )
    except InputError as error:
        raise InputError(f"lift_weighing.{error.field}", error.message) from None
    band = float(np.linalg.norm(heights[1:] - heights[0]))
    return Measured(float(heights[0]), tolerance=band)
