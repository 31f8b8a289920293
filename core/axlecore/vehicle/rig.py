"""The vehicle as measured, in its load states, and the set-up chosen for it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.quantities.measure import (
    RELATIVE_TOLERANCE,
    Known,
    Measured,
    Record,
    check_places,
    place,
)
from axlecore.quantities.sentences import kg
from axlecore.quantities.units import Dimension
from axlecore.vehicle.axle import Axle, FittedBar, Idle
from axlecore.vehicle.ends import ByEnd, End, Side, Wheel
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import LiftWeighing, MassItem, RollTest, Tow
from axlecore.vehicle.side_wind import SideProfile


class RigKind(StrEnum):
    """What kind of vehicle it is; chooses class defaults and the drawing's outline."""

    MOTORHOME = "motorhome"
    COACH = "coach"
    PICKUP = "pickup"
    CAMPER_PICKUP = "camper_pickup"
    WAGON = "wagon"
    VAN = "van"


MOST_MASSES = 40
#: Halves of a number that was typed make the number again, but for the last bits of a float.
_SAME_LOAD_KG = 0.01


def _half(axle: Measured) -> Measured:
    """Return what one wheel of an axle carries that was read as one: half of it, estimated."""
    known = axle.known if axle.known is Known.DEFAULT else Known.ESTIMATED
    half = axle.value / 2
    return Measured(half, known, half * RELATIVE_TOLERANCE[known], simulated=axle.simulated)


@dataclass(frozen=True)
class LoadState(Record):
    """What pads or scales read in one state of loading.

    An axle is weighed wheel by wheel, or as one. As one, its sum is as good as it was read, and
    that its wheels carry half of it each is an estimate.

    Attributes
    ----------
    key : LoadKey
        Which state.
    front_left_kg, front_right_kg, rear_left_kg, rear_right_kg : Measured
        Load under each wheel or dual pair [kg]; estimated where the axle was read as one.
    front_kg, rear_kg : Measured or None
        Load of a whole axle, read as one [kg]; None where its wheels were read.
    centre_of_gravity_height_m : Measured
        Of the whole vehicle above ground [m].
    front_left_height_m, front_right_height_m, rear_left_height_m, rear_right_height_m : Measured
        Ride height at each corner, ground to the wheel arch or frame mark [m]; None unread.
    """

    key: LoadKey
    front_left_kg: Measured = place("Front left wheel load", Dimension.MASS, 50.0, 10000.0)
    front_right_kg: Measured = place("Front right wheel load", Dimension.MASS, 50.0, 10000.0)
    rear_left_kg: Measured = place("Rear left wheel load", Dimension.MASS, 50.0, 10000.0)
    rear_right_kg: Measured = place("Rear right wheel load", Dimension.MASS, 50.0, 10000.0)
    centre_of_gravity_height_m: Measured = place(
        "Centre of gravity height", Dimension.LENGTH, 0.3, 2.5
    )
    front_left_height_m: Measured | None = place(
        "Front left ride height", Dimension.LENGTH, 0.05, 2.0, optional=True
    )
    front_right_height_m: Measured | None = place(
        "Front right ride height", Dimension.LENGTH, 0.05, 2.0, optional=True
    )
    rear_left_height_m: Measured | None = place(
        "Rear left ride height", Dimension.LENGTH, 0.05, 2.0, optional=True
    )
    rear_right_height_m: Measured | None = place(
        "Rear right ride height", Dimension.LENGTH, 0.05, 2.0, optional=True
    )

    front_kg: Measured | None = place(
        "Front axle load", Dimension.MASS, 100.0, 20000.0, optional=True
    )
    rear_kg: Measured | None = place(
        "Rear axle load", Dimension.MASS, 100.0, 20000.0, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)
        for end in End:
            reading = self.axle_reading(end)
            if reading is not None and abs(self.axle_kg(end) - reading.value) > _SAME_LOAD_KG:
                raise InputError(
                    f"{end}_kg",
                    f"The {end} axle reads {kg(reading.value):.0f} and its wheels carry "
                    f"{kg(self.axle_kg(end)):.0f}; leave one of both out.",
                )

    def follows_from(self, name: str, read: object) -> dict[str, object]:
        """Return what an entry changes with it, see `Record.follows_from`."""
        for end in End:
            wheels = [f"{end}_{side}_kg" for side in Side]
            if name == f"{end}_kg" and isinstance(read, Measured):
                return dict.fromkeys(wheels, _half(read))
            if name in wheels:
                # Wheel loads are another kind of reading, which stands in for the sum.
                return {f"{end}_kg": None}
        return {}

    def axle_kg(self, end: End) -> float:
        """Load of one axle [kg]."""
        return sum(self.wheel_kg(Wheel(f"{end}_{side}")).value for side in Side)

    def axle_reading(self, end: End) -> Measured | None:
        """Load of one axle where it was read as one [kg]; None where its wheels were read."""
        return self.front_kg if end is End.FRONT else self.rear_kg

    def axle_readings(self, end: End) -> dict[str, Measured]:
        """What the load of one axle was read as [kg], by place: as one, or wheel by wheel."""
        reading = self.axle_reading(end)
        if reading is not None:
            return {f"{end}_kg": reading}
        return {f"{end}_{side}_kg": self.wheel_kg(Wheel(f"{end}_{side}")) for side in Side}

    def axle_place(self, end: End) -> str:
        """Name of the first reading that the load of one axle comes from."""
        return next(iter(self.axle_readings(end)))

    def axle_tolerance_kg(self, end: End) -> float:
        """What the load of one axle may be off by [kg]."""
        return sum(reading.tolerance for reading in self.axle_readings(end).values())

    def wheel_kg(self, wheel: Wheel) -> Measured:
        """Load under one wheel or dual pair [kg]."""
        return {
            Wheel.FRONT_LEFT: self.front_left_kg,
            Wheel.FRONT_RIGHT: self.front_right_kg,
            Wheel.REAR_LEFT: self.rear_left_kg,
            Wheel.REAR_RIGHT: self.rear_right_kg,
        }[wheel]

    def ride_heights_m(self, end: End) -> dict[Side, Measured | None]:
        """Ride heights of one axle [m]; None where nobody read one."""
        if end is End.FRONT:
            return {Side.LEFT: self.front_left_height_m, Side.RIGHT: self.front_right_height_m}
        return {Side.LEFT: self.rear_left_height_m, Side.RIGHT: self.rear_right_height_m}


@dataclass(frozen=True)
class Vehicle(Record, ByEnd[Axle]):
    """A vehicle's whole measured sheet.

    Attributes
    ----------
    kind : RigKind
        What it is.
    wheelbase_m, width_m, floor_height_m, roof_height_m : Measured
        Size of it [m]; floor and roof are drawn, not computed with.
    rating_kg : Measured
        The chassis maker's rating of the whole vehicle [kg].
    front, rear : Axle
        The axles.
    profile : SideProfile
        The side the wind pushes on.
    load_states : tuple of LoadState
        One to four, each key once.
    floor_slope_rad, floor_slope_along_rad : Measured or None
        Slope of the floor it stands on, across, up to the left, and along, up to the front [rad].
    spring_correction : Measured or None
        Factor on all springs from this vehicle's own roll test; None is 1.
    roll_inertia_kg_m2, roll_damping_n_m_s_per_rad : Measured or None
        About the roll axis, and of both axles together; None until tested.
    tow : Tow
        What a trailer puts on it.
    lift_weighing : LiftWeighing
        For the centre's height.
    stack : tuple of MassItem
        Known masses of vehicle and load.
    roll_test : RollTest
        The yard roll test.
    """

    kind: RigKind
    front: Axle
    rear: Axle
    profile: SideProfile
    load_states: tuple[LoadState, ...]
    wheelbase_m: Measured = place("Wheelbase", Dimension.LENGTH, 1.5, 9.0)
    width_m: Measured = place("Body width", Dimension.LENGTH, 1.2, 3.0)
    floor_height_m: Measured = place("Floor height", Dimension.LENGTH, 0.15, 1.6)
    roof_height_m: Measured = place("Roof height", Dimension.LENGTH, 1.0, 4.5)
    rating_kg: Measured = place("Vehicle rating", Dimension.MASS, 500.0, 30000.0)
    floor_slope_rad: Measured | None = place(
        "Floor slope across", Dimension.ANGLE, -0.1, 0.1, optional=True
    )
    floor_slope_along_rad: Measured | None = place(
        "Floor slope along", Dimension.ANGLE, -0.1, 0.1, optional=True
    )
    spring_correction: Measured | None = place(
        "Spring correction", Dimension.PURE, 0.3, 3.0, optional=True
    )
    roll_inertia_kg_m2: Measured | None = place(
        "Roll inertia", Dimension.INERTIA, 50.0, 2e5, optional=True
    )
    roll_damping_n_m_s_per_rad: Measured | None = place(
        "Roll damping", Dimension.ROLL_DAMPING, 50.0, 5e5, optional=True
    )
    tow: Tow = Tow()
    lift_weighing: LiftWeighing = LiftWeighing()
    stack: tuple[MassItem, ...] = ()
    roll_test: RollTest = RollTest()

    def __post_init__(self) -> None:
        check_places(self)
        if not self.floor_height_m.value < self.roof_height_m.value:
            raise InputError("floor_height_m", "The floor must be below the roof.")
        keys = [state.key for state in self.load_states]
        if not keys or len(set(keys)) != len(keys):
            raise InputError("load_states", "Weigh at least one load state, each only once.")
        if len(self.stack) > MOST_MASSES:
            raise InputError("stack", f"Stack at most {MOST_MASSES} masses.")
        for index, state in enumerate(self.load_states):
            self._check_unsprung(index, state)

    @property
    def corrected(self) -> float:
        """Factor on all springs, from the vehicle's own roll test; 1 where none was made."""
        return 1.0 if self.spring_correction is None else self.spring_correction.value

    def state(self, key: LoadKey) -> LoadState | None:
        """Load state by its key; None where it was not weighed."""
        return next((state for state in self.load_states if state.key is key), None)

    def weighed(self, key: LoadKey) -> int:
        """Index of a load state by its key; InputError where it was not weighed."""
        for index, state in enumerate(self.load_states):
            if state.key is key:
                return index
        there = ", ".join(state.key for state in self.load_states)
        raise InputError("state", f"The sheet has no state “{key}”, only {there}; weigh it first.")

    def heaviest_kg(self, end: End) -> float:
        """Load of an axle in the state that loads it most [kg]."""
        return float(max(state.axle_kg(end) for state in self.load_states))

    def _check_unsprung(self, index: int, state: LoadState) -> None:
        for end in End:
            load, unsprung = state.axle_kg(end), self.of_end(end).unsprung_mass_kg.value
            if not unsprung < load:
                raise InputError(
                    f"load_states.{index}.{end}_left_kg",
                    f"The {end} axle carries {kg(load):.0f}, which is not above its own "
                    f"unsprung mass {kg(unsprung):.0f}.",
                )


class Action(StrEnum):
    """What is done with a chosen bar."""

    SUPPLEMENT = "supplement"
    REPLACE = "replace"
    NEW = "new"


class Joints(StrEnum):
    """What is done with the standard bar's links and bushings."""

    AS_THEY_ARE = "as_they_are"
    RENEWED = "renewed"


@dataclass(frozen=True)
class AxleChoice(Record):
    """A bar chosen for one axle.

    Attributes
    ----------
    action : Action
        Added beside the standard bar, put in its place, or new where none was.
    fitted : FittedBar
        The bar and how it sits.
    part_number : str
        Of the rack's part it came from; empty for a bar that is on no rack.
    """

    action: Action
    fitted: FittedBar
    part_number: str = ""

    def __post_init__(self) -> None:
        if len(self.part_number) > 40:
            raise InputError("part_number", "Write at most 40 characters.")


@dataclass(frozen=True)
class SetUp(Record, ByEnd["AxleChoice | None"]):
    """What is chosen for the vehicle; None leaves an axle as it is.

    Attributes
    ----------
    front, rear : AxleChoice or None
        The choice for each axle.
    front_joints, rear_joints : Joints
        Whether the standard bar's worn links and bushings are renewed, which ends their play.
    """

    front: AxleChoice | None = None
    rear: AxleChoice | None = None
    front_joints: Joints = Joints.AS_THEY_ARE
    rear_joints: Joints = Joints.AS_THEY_ARE

    @property
    def empty(self) -> bool:
        """Nothing is chosen: the vehicle stays as it is."""
        return self == SetUp()

    def joints(self, end: End) -> Joints:
        """What is done with the standard bar's joints at one end."""
        return self.front_joints if end is End.FRONT else self.rear_joints


def with_choice(
    set_up: SetUp,
    end: End,
    action: Action | None,
    fitted: FittedBar | None,
    joints: Joints = Joints.AS_THEY_ARE,
    part_number: str = "",
) -> SetUp:
    """Return a set-up with something chosen at one end, the other end as it was.

    Parameters
    ----------
    set_up : SetUp
        What is chosen so far.
    end : End
        Front or rear.
    action : Action or None
        What is done with the bar; None leaves the axle without a new one.
    fitted : FittedBar or None
        The bar.
    joints : Joints
        What is done with the standard bar's joints.
    part_number : str
        Of the rack's part.
    """
    choice = None
    if action is not None and fitted is not None:
        choice = AxleChoice(action, fitted, part_number)
    if end is End.FRONT:
        return replace(set_up, front=choice, front_joints=joints)
    return replace(set_up, rear=choice, rear_joints=joints)


def standard_after(vehicle: Vehicle, set_up: SetUp, end: End) -> FittedBar | None:
    """Return the standard bar as it is once the choice is fitted; None where it does no work.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    end : End
        Front or rear.

    Notes
    -----
    A replaced bar drops out, and a broken one; renewed joints take its play away, and give it
    back a link that is gone.
    """
    standing: FittedBar | None = vehicle.of_end(end).standard_bar
    choice: AxleChoice | None = set_up.of_end(end)
    replaced = choice is not None and choice.action is Action.REPLACE
    if standing is None or replaced or standing.idle is Idle.BROKEN:
        return None
    if set_up.joints(end) is Joints.RENEWED:
        return replace(standing, link_play_m=None, bushing_play_m=None, idle=Idle.WORKS)
    return None if standing.idle is Idle.LINK_GONE else standing


def bar_that_counts(vehicle: Vehicle, set_up: SetUp, end: End) -> FittedBar | None:
    """Return the bar an axle is judged and fitted up by: the chosen one, else the standard one.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    end : End
        Front or rear.
    """
    choice = set_up.of_end(end)
    return vehicle.of_end(end).standard_bar if choice is None else choice.fitted


@dataclass(frozen=True)
class RigFile(Record):
    """A vehicle with a set-up: what `axlecore evaluate` reads.

    Attributes
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    """

    vehicle: Vehicle
    set_up: SetUp = SetUp()

    def __post_init__(self) -> None:
        check_set_up(self.vehicle, self.set_up)


def own_dimensions(before: SetUp, after: SetUp) -> SetUp:
    """Return what is chosen, a rack's bar whose dimensions were changed being none of the rack's.

    Parameters
    ----------
    before, after : SetUp
        What was chosen, and with a number of a bar changed.
    """
    for end in End:
        then, now = before.of_end(end), after.of_end(end)
        if then is None or now is None or not then.part_number:
            continue
        if now.part_number == then.part_number and now.fitted.bar != then.fitted.bar:
            name = f"Own dimensions, after {then.part_number}"
            fitted = replace(now.fitted, bar=replace(now.fitted.bar, name=name))
            joints = after.joints(end)
            after = with_choice(after, end, now.action, fitted, joints)
    return after


def check_set_up(vehicle: Vehicle, set_up: SetUp) -> None:
    """Raise InputError where a choice does not suit the axle's standard bar.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    """
    for end in End:
        choice = set_up.of_end(end)
        has_bar = vehicle.of_end(end).standard_bar is not None
        if not has_bar and set_up.joints(end) is Joints.RENEWED:
            raise InputError(
                f"set_up.{end}_joints",
                f"The {end} axle has no bar whose joints could be renewed.",
            )
        if choice is None:
            continue
        if has_bar == (choice.action is Action.NEW):
            fits = "“supplement” or “replace”" if has_bar else "“new”"
            there = "has a bar" if has_bar else "has no bar"
            raise InputError(
                f"set_up.{end}.action",
                f"The {end} axle {there}; “{choice.action}” does not apply, use {fits}.",
            )
