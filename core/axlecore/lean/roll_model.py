"""The roll model: bodies and what holds them in roll, many at once."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.lean.assembly import AxleRoll, axle_roll, rolls_of
from axlecore.lean.bar_numbers import BarNumbers, Read, as_it_stands
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Measured
from axlecore.quantities.sentences import mm
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.ends import FRONT, REAR, End, Side, Wheel
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle


@dataclass(frozen=True)
class Body:
    """Many vehicles, or one in many load states, without what holds them in roll.

    Attributes
    ----------
    sprung_mass_kg, sprung_height_m : ndarray, (n,)
        Sprung mass and the height of its centre.
    front_distance_m, wheelbase_m : ndarray, (n,)
        Front axle to sprung centre; wheelbase.
    roll_centre_height_m, track_m : ndarray, (n, 2)
        Front, rear.
    unsprung_mass_kg, unsprung_height_m : ndarray, (n, 2)
        Front, rear.
    """

    sprung_mass_kg: FloatArray
    sprung_height_m: FloatArray
    front_distance_m: FloatArray
    wheelbase_m: FloatArray
    roll_centre_height_m: FloatArray
    track_m: FloatArray
    unsprung_mass_kg: FloatArray
    unsprung_height_m: FloatArray

    def repeated(self, count: int) -> Body:
        """Return the same vehicles so many times under each other."""
        return Body(*(np.concatenate([part] * count) for part in vars(self).values()))

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

    def roll_axis_height_at(self, behind_front_axle_m: npt.ArrayLike) -> FloatArray:
        """Return the height of the roll axis at a place along the vehicle, (n,) [m].

        Parameters
        ----------
        behind_front_axle_m : array_like, (n,)
            Where [m].
        """
        front, rear = self.roll_centre_height_m.T
        share = np.asarray(behind_front_axle_m) / self.wheelbase_m
        return np.asarray(front + (rear - front) * share)


@dataclass(frozen=True)
class RollModel(Body):
    """Many vehicles, or one in many set-ups and load states, ready to be solved together.

    Attributes
    ----------
    suspension_n_m_per_rad, tyre_n_m_per_rad : ndarray, (n, 2)
        Roll stiffness of springs with bars, and of the tyres.
    late_n_m_per_rad, free_lean_rad : ndarray, (n, 2, bars)
        Bars that start to work only once their play is taken up, each a part of the suspension,
        and how far the axle leans until then.
    stop_lean_rad : ndarray, (n, 2)
        Twist between body and axle that a stop ends; infinity where none is known.
    """

    suspension_n_m_per_rad: FloatArray
    tyre_n_m_per_rad: FloatArray
    late_n_m_per_rad: FloatArray = field(default_factory=lambda: np.zeros((1, 2, 1)))
    free_lean_rad: FloatArray = field(default_factory=lambda: np.zeros((1, 2, 1)))
    stop_lean_rad: FloatArray = field(default_factory=lambda: np.full((1, 2), np.inf))


def body_of(vehicle: Vehicle, states: Sequence[int], read: Read = as_it_stands) -> Body:
    """Return the body of a vehicle, one row a load state, or a drawn vehicle in one state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    states : sequence of int
        Indices of load states.
    read : Read
        Reads the numbers; drawn ones give rows of their own.

    Returns
    -------
    Body
        (states × samples,) rows, state by state.

    Raises
    ------
    InputError
        The unsprung masses leave no sprung mass above the roll axis.

    Notes
    -----
    The whole vehicle's centre is measured; the sprung centre follows by taking the
    unsprung masses out at their wheel centres.
    """
    wheelbase = read("wheelbase_m", vehicle.wheelbase_m)
    at_ends = {
        name: [read(f"{end}.{name}", number) for end, number in pair]
        for name, pair in _numbers_of_ends(vehicle).items()
    }
    loads = [[_axle_load(vehicle, at, end, read) for end in End] for at in states]
    heights = [
        read(
            f"load_states.{at}.centre_of_gravity_height_m",
            vehicle.load_states[at].centre_of_gravity_height_m,
        )
        for at in states
    ]
    everything = [wheelbase, *heights, *(n for pair in at_ends.values() for n in pair)]
    everything += [load for pair in loads for load in pair]
    samples = max(number.size for number in everything)

    def rows(numbers: Sequence[FloatArray]) -> FloatArray:
        """(states × samples,) from one number a state."""
        return np.concatenate([np.broadcast_to(number, (samples,)) for number in numbers])

    def pairs(name: str) -> FloatArray:
        one = np.stack([np.broadcast_to(n, (samples,)) for n in at_ends[name]], axis=1)
        return np.tile(one, (len(states), 1))

    load = np.stack([rows([pair[end] for pair in loads]) for end in (FRONT, REAR)], axis=1)
    height, base = rows(heights), rows([wheelbase] * len(states))
    unsprung, unsprung_height = pairs("unsprung_mass_kg"), pairs("wheel_centre_height_m")
    sprung = load - unsprung
    mass = sprung.sum(axis=1)
    moment = height * load.sum(axis=1) - (unsprung * unsprung_height).sum(axis=1)
    body = Body(
        sprung_mass_kg=mass,
        sprung_height_m=moment / mass,
        front_distance_m=base * sprung[:, REAR] / mass,
        wheelbase_m=base,
        roll_centre_height_m=pairs("roll_centre_height_m"),
        track_m=pairs("track_m"),
        unsprung_mass_kg=unsprung,
        unsprung_height_m=unsprung_height,
    )
    if samples == 1:
        _check_arm(body, states)
    return body


def _check_arm(body: Body, states: Sequence[int]) -> None:
    """Raise InputError where a sprung centre is not above the roll axis."""
    for row in np.flatnonzero(~(body.arm_m > 0))[:1]:
        raise InputError(
            f"load_states.{states[row]}.centre_of_gravity_height_m",
            f"The sprung centre comes out at {mm(body.sprung_height_m[row]):.0f}, not "
            f"above the roll axis at {mm(body.roll_axis_height_m[row]):.0f}; check the "
            "centre of gravity height and the roll centre heights.",
        )


def _numbers_of_ends(vehicle: Vehicle) -> dict[str, list[tuple[End, Measured]]]:
    ends = [(end, vehicle.of_end(end)) for end in End]
    return {
        "unsprung_mass_kg": [(end, axle.unsprung_mass_kg) for end, axle in ends],
        "wheel_centre_height_m": [(end, axle.wheel_centre_height_m) for end, axle in ends],
        "roll_centre_height_m": [(end, axle.roll_centre_height_m) for end, axle in ends],
        "track_m": [(end, axle.track_m) for end, axle in ends],
    }


def _axle_load(vehicle: Vehicle, at: int, end: End, read: Read) -> FloatArray:
    state, path = vehicle.load_states[at], f"load_states.{at}"
    reading = state.axle_reading(end)
    if reading is not None:
        return read(f"{path}.{end}_kg", reading)
    sides = [Wheel(f"{end}_{side}") for side in Side]
    return np.asarray(sum(read(f"{path}.{w}_kg", state.wheel_kg(w)) for w in sides))


def roll_model(body: Body, rolls: tuple[AxleRoll, AxleRoll], repeat: int = 1) -> RollModel:
    """Return vehicles with what holds them in roll, ready to be solved.

    Parameters
    ----------
    body : Body
        n vehicles, or states of one, or samples.
    rolls : tuple of two AxleRoll
        Front, rear: scalars, or (n,), or (sets,) with n = sets × repeat.
    repeat : int
        Rows of the body that one set of the rolls is for.

    Returns
    -------
    RollModel
        n rows.

    """
    count = len(body.sprung_mass_kg)

    def rows(numbers: FloatArray) -> FloatArray:
        each = np.asarray(numbers, dtype=float)
        return np.broadcast_to(each if each.ndim == 0 else np.repeat(each, repeat), (count,))

    def ends(of_roll: Callable[[AxleRoll], FloatArray]) -> FloatArray:
        return np.stack([rows(of_roll(roll)) for roll in rolls], axis=1)

    def bars(of_bar: Callable[[BarNumbers], FloatArray]) -> FloatArray:
        return np.stack(
            [ends(lambda r: of_bar(r.standard)), ends(lambda r: of_bar(r.chosen))], axis=2
        )

    return RollModel(
        **vars(body),
        suspension_n_m_per_rad=ends(lambda roll: roll.suspension),
        tyre_n_m_per_rad=ends(lambda roll: roll.tyres),
        late_n_m_per_rad=bars(lambda bar: bar.roll_stiffness_n_m_per_rad),
        free_lean_rad=bars(lambda bar: bar.free_lean_rad),
        stop_lean_rad=ends(lambda roll: roll.stop_lean_rad),
    )


def stacked(first: RollModel, second: RollModel) -> RollModel:
    """Return the vehicles of two models under each other.

    Parameters
    ----------
    first, second : RollModel
        n and m vehicles.
    """
    pairs = zip(vars(first).values(), vars(second).values(), strict=True)
    return RollModel(*(np.concatenate(pair) for pair in pairs))


def model_as_read(
    vehicle: Vehicle,
    state: int,
    bars: tuple[tuple[BarNumbers, BarNumbers], tuple[BarNumbers, BarNumbers]],
    read: Read,
    spring_correction: npt.ArrayLike | None = None,
    rows: int = 1,
) -> tuple[RollModel, tuple[AxleRoll, AxleRoll]]:
    """Return the roll model of a vehicle in one load state, its numbers read as a reader says.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    state : int
        Index of the load state.
    bars : tuple of two tuples of two BarNumbers
        Standard and chosen bar, front and rear: they cost most of it, so a caller that asks
        again and again works them out once.
    read : Read
        Reads the other numbers.
    spring_correction : array_like or None
        Factor on its springs; None takes the sheet's.
    rows : int
        Rows there are at least, even where no number that is read differs.

    Returns
    -------
    tuple of RollModel, tuple of two AxleRoll
        And where front's and rear's stiffness comes from.
    """
    body = body_of(vehicle, [state], read)
    front, rear = (
        axle_roll(vehicle, end, own, read, spring_correction)
        for end, own in zip(End, bars, strict=True)
    )
    count = max(
        rows,
        len(body.sprung_mass_kg),
        *(np.size(number) for roll in (front, rear) for number in (roll.suspension, roll.tyres)),
    )
    if len(body.sprung_mass_kg) < count:
        body = body.repeated(count)
    return roll_model(body, (front, rear)), (front, rear)


def model_of(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> RollModel:
    """Return the roll model of a vehicle with what is chosen, in one load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen; `SetUp()` is the vehicle as it stands.
    key : LoadKey
        A load state of the sheet.
    """
    return roll_model(body_of(vehicle, [vehicle.weighed(key)]), rolls_of(vehicle, set_up))


def static_wheel_loads(vehicle: Vehicle) -> FloatArray:
    """Return the wheel loads at rest of every load state, (states, 4) [N].

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    """
    return np.array(
        [
            [state.wheel_kg(wheel).value * GRAVITY_M_S2 for wheel in Wheel]
            for state in vehicle.load_states
        ]
    )
