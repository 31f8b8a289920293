"""What a vehicle of a kind usually measures: the figures, one table a kind."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from axlecore.vehicle.axle import Springs
from axlecore.vehicle.rig import RigKind


@dataclass(frozen=True, kw_only=True)
class AxleClass:
    """Usual figures of one axle; lengths in mm, rates in N/mm, masses in kg."""

    load: float
    rating: float
    track: float
    springs: Springs
    spring_rate: float
    tyre_rate: float
    roll_centre: float
    wheel_centre: float
    unsprung: float
    #: None on an independent suspension.
    spring_base: float | None
    link_spacing: float | None
    #: Spacing of dual tyres, None where they are single.
    dual: float | None
    bar_diameter: float


@dataclass(frozen=True, kw_only=True)
class Block:
    """A block of the side profile, in mm."""

    length: float
    bottom: float
    top: float


@dataclass(frozen=True, kw_only=True)
class VehicleClass:
    """Usual figures of one kind; lengths in mm, masses in kg.

    ``label`` is what the shop calls the kind; ``rests_on`` says why these: what is known of it,
    and the roll gradient they give.
    """

    label: str
    rests_on: str
    wheelbase: float
    width: float
    floor: float
    roof: float
    rating: float
    gravity_height: float
    overhang: float
    side_coefficient: float
    front: AxleClass
    rear: AxleClass
    blocks: tuple[Block, ...]


#: Made up from public order-of-magnitude figures of each kind; a start, never a measurement.
CLASSES: Mapping[RigKind, VehicleClass] = {
    RigKind.MOTORHOME: VehicleClass(
        label="Motorhome, stripped chassis",
        rests_on=(
            "Stripped chassis with a tall body, leaves all round and bars of 32 mm: 8 "
            "to 12 °/g as owners and testers find them; bounce at 1.7 to 1.9 Hz "
            "loaded."
        ),
        wheelbase=5300,
        width=2400,
        floor=850,
        roof=3250,
        rating=10400,
        gravity_height=1300,
        overhang=1050,
        side_coefficient=1.1,
        front=AxleClass(
            load=3000,
            rating=3630,
            track=1900,
            springs=Springs.LEAF,
            spring_rate=190,
            tyre_rate=760,
            roll_centre=480,
            wheel_centre=430,
            unsprung=380,
            spring_base=860,
            link_spacing=900,
            dual=None,
            bar_diameter=32,
        ),
        rear=AxleClass(
            load=6400,
            rating=7040,
            track=1850,
            springs=Springs.LEAF,
            spring_rate=380,
            tyre_rate=780,
            roll_centre=700,
            wheel_centre=430,
            unsprung=680,
            spring_base=1040,
            link_spacing=1060,
            dual=330,
            bar_diameter=32,
        ),
        blocks=(Block(length=8900, bottom=500, top=3250),),
    ),
    RigKind.COACH: VehicleClass(
        label="Coach on a cutaway van",
        rests_on=("Body on a cutaway van: coils in front, leaves and duals behind, 8 to 11 °/g."),
        wheelbase=4050,
        width=2300,
        floor=700,
        roof=2900,
        rating=6350,
        gravity_height=1200,
        overhang=950,
        side_coefficient=1.1,
        front=AxleClass(
            load=2050,
            rating=2270,
            track=1740,
            springs=Springs.COIL,
            spring_rate=105,
            tyre_rate=480,
            roll_centre=250,
            wheel_centre=370,
            unsprung=240,
            spring_base=None,
            link_spacing=None,
            dual=None,
            bar_diameter=28,
        ),
        rear=AxleClass(
            load=3850,
            rating=4300,
            track=1660,
            springs=Springs.LEAF,
            spring_rate=190,
            tyre_rate=500,
            roll_centre=590,
            wheel_centre=370,
            unsprung=420,
            spring_base=980,
            link_spacing=1020,
            dual=280,
            bar_diameter=27,
        ),
        blocks=(
            Block(length=1500, bottom=450, top=1900),
            Block(length=5700, bottom=480, top=2900),
        ),
    ),
    RigKind.PICKUP: VehicleClass(
        label="Heavy pickup",
        rests_on=("Heavy pickup without its load, leaves behind: 4 to 7 °/g."),
        wheelbase=4000,
        width=2000,
        floor=650,
        roof=1950,
        rating=4500,
        gravity_height=780,
        overhang=950,
        side_coefficient=0.9,
        front=AxleClass(
            load=1750,
            rating=2200,
            track=1740,
            springs=Springs.COIL,
            spring_rate=75,
            tyre_rate=380,
            roll_centre=330,
            wheel_centre=390,
            unsprung=230,
            spring_base=850,
            link_spacing=900,
            dual=None,
            bar_diameter=30,
        ),
        rear=AxleClass(
            load=1400,
            rating=2800,
            track=1730,
            springs=Springs.LEAF,
            spring_rate=62,
            tyre_rate=380,
            roll_centre=610,
            wheel_centre=390,
            unsprung=270,
            spring_base=1030,
            link_spacing=1050,
            dual=None,
            bar_diameter=22,
        ),
        blocks=(
            Block(length=1500, bottom=480, top=1250),
            Block(length=2300, bottom=480, top=1950),
            Block(length=2200, bottom=480, top=1350),
        ),
    ),
    RigKind.CAMPER_PICKUP: VehicleClass(
        label="Pickup with slide-in",
        rests_on=(
            "The same with a low slide-in and the stiffer springs that are ordered "
            "for it: 5 to 7 °/g, more with a tall one."
        ),
        wheelbase=4200,
        width=2100,
        floor=850,
        roof=3100,
        rating=5300,
        gravity_height=1050,
        overhang=950,
        side_coefficient=1.05,
        front=AxleClass(
            load=2050,
            rating=2500,
            track=1800,
            springs=Springs.COIL,
            spring_rate=120,
            tyre_rate=480,
            roll_centre=480,
            wheel_centre=440,
            unsprung=280,
            spring_base=880,
            link_spacing=920,
            dual=None,
            bar_diameter=33,
        ),
        rear=AxleClass(
            load=2750,
            rating=3100,
            track=1780,
            springs=Springs.LEAF,
            spring_rate=230,
            tyre_rate=520,
            roll_centre=760,
            wheel_centre=440,
            unsprung=300,
            spring_base=1050,
            link_spacing=1070,
            dual=None,
            bar_diameter=30,
        ),
        blocks=(
            Block(length=1500, bottom=560, top=1400),
            Block(length=1700, bottom=560, top=2100),
            Block(length=3200, bottom=560, top=3100),
        ),
    ),
    RigKind.WAGON: VehicleClass(
        label="Utility wagon",
        rests_on=("Utility wagon with bars at both ends: 4 to 6 °/g."),
        wheelbase=2850,
        width=1900,
        floor=500,
        roof=2050,
        rating=2900,
        gravity_height=700,
        overhang=850,
        side_coefficient=0.95,
        front=AxleClass(
            load=1150,
            rating=1450,
            track=1580,
            springs=Springs.COIL,
            spring_rate=40,
            tyre_rate=260,
            roll_centre=120,
            wheel_centre=360,
            unsprung=110,
            spring_base=None,
            link_spacing=None,
            dual=None,
            bar_diameter=28,
        ),
        rear=AxleClass(
            load=1250,
            rating=1600,
            track=1580,
            springs=Springs.COIL,
            spring_rate=46,
            tyre_rate=260,
            roll_centre=480,
            wheel_centre=360,
            unsprung=160,
            spring_base=980,
            link_spacing=1000,
            dual=None,
            bar_diameter=21,
        ),
        blocks=(
            Block(length=1300, bottom=400, top=1150),
            Block(length=3300, bottom=400, top=2050),
        ),
    ),
    RigKind.VAN: VehicleClass(
        label="Van or car",
        rests_on=("Small van or car with bars at both ends: 3 to 6 °/g."),
        wheelbase=2600,
        width=1750,
        floor=300,
        roof=1750,
        rating=1950,
        gravity_height=560,
        overhang=800,
        side_coefficient=0.9,
        front=AxleClass(
            load=850,
            rating=1050,
            track=1480,
            springs=Springs.COIL,
            spring_rate=30,
            tyre_rate=200,
            roll_centre=60,
            wheel_centre=290,
            unsprung=85,
            spring_base=None,
            link_spacing=None,
            dual=None,
            bar_diameter=24,
        ),
        rear=AxleClass(
            load=750,
            rating=1050,
            track=1480,
            springs=Springs.COIL,
            spring_rate=32,
            tyre_rate=200,
            roll_centre=300,
            wheel_centre=290,
            unsprung=90,
            spring_base=1000,
            link_spacing=1020,
            dual=None,
            bar_diameter=19,
        ),
        blocks=(
            Block(length=900, bottom=230, top=1000),
            Block(length=3000, bottom=230, top=1750),
        ),
    ),
}
