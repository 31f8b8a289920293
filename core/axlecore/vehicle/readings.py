"""What is read on a vehicle in the yard, before figures follow from it.

Each record is empty until somebody reads something. The figures that follow are offered by
`practice.offers`; the readings stay on the sheet as the evidence.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.quantities.measure import Measured, Record, check_places, place
from axlecore.quantities.units import Dimension
from axlecore.vehicle.loads import LoadKey


@dataclass(frozen=True)
class BarReadings(Record):
    """What was read on a bar, or said of it.

    Attributes
    ----------
    caliper_1_m, caliper_2_m, caliper_3_m : Measured or None
        Outside diameter at three places, paint and rust scraped off [m].
    quoted_diameter_m : Measured or None
        What a seller or a sheet says it is [m].
    mass_kg, developed_length_m : Measured or None
        Off the vehicle, without links: weight [kg] and length along the bends [m].
    arm_length_m, end_spacing_m : Measured or None
        Bend to outermost hole, and between the arms [m].
    """

    caliper_1_m: Measured | None = place(
        "Caliper, first place", Dimension.SMALL_LENGTH, 0.008, 0.12, optional=True
    )
    caliper_2_m: Measured | None = place(
        "Caliper, second place", Dimension.SMALL_LENGTH, 0.008, 0.12, optional=True
    )
    caliper_3_m: Measured | None = place(
        "Caliper, third place", Dimension.SMALL_LENGTH, 0.008, 0.12, optional=True
    )
    quoted_diameter_m: Measured | None = place(
        "Quoted diameter", Dimension.SMALL_LENGTH, 0.008, 0.12, optional=True
    )
    mass_kg: Measured | None = place("Bar's weight", Dimension.MASS, 0.3, 120.0, optional=True)
    developed_length_m: Measured | None = place(
        "Length along the bends", Dimension.LENGTH, 0.3, 5.0, optional=True
    )
    arm_length_m: Measured | None = place("Arm length", Dimension.LENGTH, 0.05, 1.0, optional=True)
    end_spacing_m: Measured | None = place(
        "Between the arms", Dimension.LENGTH, 0.2, 2.4, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)

    @property
    def caliper_m(self) -> list[Measured]:
        """Caliper readings taken so far."""
        taken = (self.caliper_1_m, self.caliper_2_m, self.caliper_3_m)
        return [reading for reading in taken if reading is not None]


class Hitch(StrEnum):
    """How a trailer hangs on."""

    NONE = "none"
    TONGUE = "tongue"
    PIN = "pin"


@dataclass(frozen=True)
class Tow(Record):
    """What a trailer puts on the vehicle.

    Attributes
    ----------
    hitch : Hitch
        Tongue (ball behind the rear axle) or pin (in the bed).
    load_kg : Measured or None
        Tongue or pin load [kg].
    behind_rear_axle_m : Measured or None
        Where it acts [m]; below zero ahead of the axle.
    """

    hitch: Hitch = Hitch.NONE
    load_kg: Measured | None = place(
        "Tongue or pin load", Dimension.MASS, 5.0, 5000.0, optional=True
    )
    behind_rear_axle_m: Measured | None = place(
        "Hitch behind rear axle", Dimension.SHIFT, -2.0, 4.0, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class LiftWeighing(Record):
    """The front axle weighed again with the rear raised.

    Attributes
    ----------
    state : LoadKey
        How it was loaded.
    rise_m : Measured or None
        How far the rear wheels were raised [m].
    raised_front_kg : Measured or None
        Front axle load with the rear raised [kg].
    """

    state: LoadKey = LoadKey.TRIP_READY
    rise_m: Measured | None = place("Rear raised by", Dimension.LENGTH, 0.1, 2.0, optional=True)
    raised_front_kg: Measured | None = place(
        "Front axle load, rear raised", Dimension.MASS, 100.0, 20000.0, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class MassItem(Record):
    """One known mass of the vehicle or its load, to be stacked.

    Attributes
    ----------
    name : str
        Such as "fresh water".
    carried_from : LoadKey
        Lightest state it is on board in; "towing" only when towing.
    mass_kg : Measured
        Its mass [kg].
    behind_front_axle_m, left_m, height_m : Measured
        Its centre: behind the front axle, left of the middle, above ground [m].
    """

    name: str
    carried_from: LoadKey
    mass_kg: Measured = place("Mass", Dimension.MASS, 0.0, 20000.0)
    behind_front_axle_m: Measured = place("Behind front axle", Dimension.SHIFT, -4.0, 14.0)
    left_m: Measured = place("Left of the middle", Dimension.SHIFT, -1.5, 1.5)
    height_m: Measured = place("Height of its centre", Dimension.LENGTH, 0.0, 4.5)

    def __post_init__(self) -> None:
        check_places(self)
        if not 1 <= len(self.name.strip()) <= 40:
            raise InputError("name", "Name the mass in 1 to 40 characters.")


@dataclass(frozen=True)
class RollTest(Record):
    """The yard roll test: a mass moved sideways, and a rocking push.

    Attributes
    ----------
    state : LoadKey
        How the vehicle was loaded.
    mass_kg, moved_m : Measured or None
        The mass [kg] and how far from the middle it was moved, each way [m].
    lean_right_rad, lean_left_rad : Measured or None
        Lean read with the mass at the right and at the left [rad], without sign.
    frequency_hz : Measured or None
        Rocking after a push, from swing to swing: the damped frequency [Hz].
    first_swing_rad, later_swing_rad : Measured or None
        Two swings past rest, without sign [rad].
    half_swings_between : int
        Half-swings from the first to the later one: 2 to the same side.
    read_with : str
        Phone, logger or level, as the fitter calls it.
    """

    state: LoadKey = LoadKey.TRIP_READY
    mass_kg: Measured | None = place("Mass moved", Dimension.MASS, 20.0, 2000.0, optional=True)
    moved_m: Measured | None = place("Moved sideways", Dimension.LENGTH, 0.2, 2.0, optional=True)
    lean_right_rad: Measured | None = place(
        "Lean, mass at the right", Dimension.ANGLE, 0.0, 0.3, optional=True
    )
    lean_left_rad: Measured | None = place(
        "Lean, mass at the left", Dimension.ANGLE, 0.0, 0.3, optional=True
    )
    frequency_hz: Measured | None = place(
        "Rocking frequency", Dimension.FREQUENCY, 0.2, 5.0, optional=True
    )
    first_swing_rad: Measured | None = place(
        "First swing", Dimension.ANGLE, 0.0, 0.3, optional=True
    )
    later_swing_rad: Measured | None = place(
        "Later swing", Dimension.ANGLE, 0.0, 0.3, optional=True
    )
    half_swings_between: int = 2
    read_with: str = ""

    def __post_init__(self) -> None:
        check_places(self)
        if not 1 <= self.half_swings_between <= 40:
            raise InputError("half_swings_between", "Count 1 to 40 half-swings between the two.")
        if len(self.read_with) > 40:
            raise InputError("read_with", "Name what it was read with in 40 characters.")
