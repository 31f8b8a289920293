"""Class tables: what a vehicle of a kind usually measures, as a start and marked as defaults."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from axlecore.bars.bar import Bar, square_u
from axlecore.errors import InputError
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import RELATIVE_TOLERANCE, Known, Measured
from axlecore.vehicle.axle import AirBags, Axle, FittedBar, HelperSprings, Springs, Suspension
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import MassItem
from axlecore.vehicle.rig import LoadState, RigKind, Vehicle
from axlecore.vehicle.side_wind import ProfileBlock, SideProfile


@dataclass(frozen=True, kw_only=True)
class _AxleClass:
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
class _Block:
    """A block of the side profile, in mm."""

    length: float
    bottom: float
    top: float


@dataclass(frozen=True, kw_only=True)
class _Class:
    """Usual figures of one kind; lengths in mm, masses in kg.

    ``rests_on`` says why these: what is known of the kind, and the roll gradient they give.
    """

    rests_on: str
    wheelbase: float
    width: float
    floor: float
    roof: float
    rating: float
    gravity_height: float
    overhang: float
    side_coefficient: float
    front: _AxleClass
    rear: _AxleClass
    blocks: tuple[_Block, ...]


#: Made up from public order-of-magnitude figures of each kind; a start, never a measurement.
_CLASSES = {
    RigKind.MOTORHOME: _Class(
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
        front=_AxleClass(
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
        rear=_AxleClass(
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
        blocks=(_Block(length=8900, bottom=500, top=3250),),
    ),
    RigKind.COACH: _Class(
        rests_on=("Body on a cutaway van: coils in front, leaves and duals behind, 8 to 11 °/g."),
        wheelbase=4050,
        width=2300,
        floor=700,
        roof=2900,
        rating=6350,
        gravity_height=1200,
        overhang=950,
        side_coefficient=1.1,
        front=_AxleClass(
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
        rear=_AxleClass(
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
            _Block(length=1500, bottom=450, top=1900),
            _Block(length=5700, bottom=480, top=2900),
        ),
    ),
    RigKind.PICKUP: _Class(
        rests_on=("Heavy pickup without its load, leaves behind: 4 to 7 °/g."),
        wheelbase=4000,
        width=2000,
        floor=650,
        roof=1950,
        rating=4500,
        gravity_height=780,
        overhang=950,
        side_coefficient=0.9,
        front=_AxleClass(
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
        rear=_AxleClass(
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
            _Block(length=1500, bottom=480, top=1250),
            _Block(length=2300, bottom=480, top=1950),
            _Block(length=2200, bottom=480, top=1350),
        ),
    ),
    RigKind.CAMPER_PICKUP: _Class(
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
        front=_AxleClass(
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
        rear=_AxleClass(
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
            _Block(length=1500, bottom=560, top=1400),
            _Block(length=1700, bottom=560, top=2100),
            _Block(length=3200, bottom=560, top=3100),
        ),
    ),
    RigKind.WAGON: _Class(
        rests_on=("Utility wagon with bars at both ends: 4 to 6 °/g."),
        wheelbase=2850,
        width=1900,
        floor=500,
        roof=2050,
        rating=2900,
        gravity_height=700,
        overhang=850,
        side_coefficient=0.95,
        front=_AxleClass(
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
        rear=_AxleClass(
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
            _Block(length=1300, bottom=400, top=1150),
            _Block(length=3300, bottom=400, top=2050),
        ),
    ),
    RigKind.VAN: _Class(
        rests_on=("Small van or car with bars at both ends: 3 to 6 °/g."),
        wheelbase=2600,
        width=1750,
        floor=300,
        roof=1750,
        rating=1950,
        gravity_height=560,
        overhang=800,
        side_coefficient=0.9,
        front=_AxleClass(
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
        rear=_AxleClass(
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
            _Block(length=900, bottom=230, top=1000),
            _Block(length=3000, bottom=230, top=1750),
        ),
    ),
}


def class_rests_on(kind: RigKind) -> str:
    """Return what the default figures of a kind rest on, in words.

    Parameters
    ----------
    kind : RigKind
        Which kind.
    """
    return _CLASSES[kind].rests_on


#: Arm of a bar nobody has measured [m].
_USUAL_ARM_M = 0.25


def default(value: float) -> Measured:
    """Return a number of a class table as a measured quantity that nobody has measured.

    Parameters
    ----------
    value : float
        Value [SI].
    """
    return Measured(value, Known.DEFAULT, abs(value) * RELATIVE_TOLERANCE[Known.DEFAULT])


def default_bar(axle: Axle, outside_diameter_m: float = 0.025) -> FittedBar:
    """Return the bar an axle of these measurements usually carries.

    Parameters
    ----------
    axle : Axle
        Gives the bar its width.
    outside_diameter_m : float
        Outside diameter [m].

    Returns
    -------
    FittedBar
        Solid, square-cornered, one hole, every number a default.
    """
    centre_m = axle.link_spacing_m.value if axle.link_spacing_m else axle.track_m.value * 0.62
    return FittedBar(
        bar=Bar(
            name="Standard bar",
            outside_diameter_m=default(outside_diameter_m),
            bore_m=default(0.0),
            centre_line_m=square_u(_USUAL_ARM_M, centre_m),
            bushing_span_m=default(centre_m * 0.72),
            bushing_rate_n_per_m=default(6e6),
            link_rate_n_per_m=default(8e6),
            arm_tolerance_m=default(_USUAL_ARM_M).tolerance,
        ),
        # On an independent suspension the link sits inboard on the arm.
        motion_ratio=default(1.0 if axle.suspension is Suspension.SOLID else 0.62),
    )


def default_air_bags() -> AirBags:
    """Return a pair of helper bags as a class table gives them."""
    return AirBags(rate_n_per_m=default(35e3), spacing_m=default(0.9))


def default_helpers() -> HelperSprings:
    """Return a pair of helper springs as a class table gives them."""
    return HelperSprings(rate_n_per_m=default(25e3), spacing_m=default(1.0))


def default_block() -> ProfileBlock:
    """Return a block to be drawn at the rear of a side profile."""
    return ProfileBlock(length_m=default(1.0), bottom_m=default(0.5), top_m=default(2.0))


def _axle(figures: _AxleClass) -> Axle:
    def mm(value: float | None) -> Measured | None:
        return None if value is None else default(value / 1e3)

    solid = figures.spring_base is not None
    axle = Axle(
        suspension=Suspension.SOLID if solid else Suspension.INDEPENDENT,
        track_m=default(figures.track / 1e3),
        springs=figures.springs,
        spring_rate_n_per_m=default(figures.spring_rate * 1e3),
        tyre_rate_n_per_m=default(figures.tyre_rate * 1e3),
        roll_centre_height_m=default(figures.roll_centre / 1e3),
        wheel_centre_height_m=default(figures.wheel_centre / 1e3),
        unsprung_mass_kg=default(figures.unsprung),
        rating_kg=default(figures.rating),
        spring_base_m=mm(figures.spring_base),
        link_spacing_m=mm(figures.link_spacing),
        dual_spacing_m=mm(figures.dual),
    )
    return replace(axle, standard_bar=default_bar(axle, figures.bar_diameter / 1e3))


def class_vehicle(kind: RigKind) -> Vehicle:
    """Return a vehicle of a kind with every number a class default, trip-ready.

    Parameters
    ----------
    kind : RigKind
        Which kind.

    Returns
    -------
    Vehicle
        To be corrected by what is measured.
    """
    usual = _CLASSES[kind]
    return Vehicle(
        kind=kind,
        wheelbase_m=default(usual.wheelbase / 1e3),
        width_m=default(usual.width / 1e3),
        floor_height_m=default(usual.floor / 1e3),
        roof_height_m=default(usual.roof / 1e3),
        rating_kg=default(usual.rating),
        front=_axle(usual.front),
        rear=_axle(usual.rear),
        profile=SideProfile(
            front_overhang_m=default(usual.overhang / 1e3),
            side_force_coefficient=default(usual.side_coefficient),
            blocks=tuple(
                ProfileBlock(
                    default(block.length / 1e3),
                    default(block.bottom / 1e3),
                    default(block.top / 1e3),
                )
                for block in usual.blocks
            ),
        ),
        load_states=(
            LoadState(
                key=LoadKey.TRIP_READY,
                front_left_kg=default(usual.front.load / 2),
                front_right_kg=default(usual.front.load / 2),
                rear_left_kg=default(usual.rear.load / 2),
                rear_right_kg=default(usual.rear.load / 2),
                centre_of_gravity_height_m=default(usual.gravity_height / 1e3),
            ),
        ),
    )


def added_state(vehicle: Vehicle, key: LoadKey) -> LoadState:
    """Return a load state to be weighed, started from the vehicle's last one as estimates.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    key : LoadKey
        Which state is added.
    """
    last = vehicle.load_states[-1]

    def guess(found: Measured) -> Measured:
        return Measured(
            found.value, Known.ESTIMATED, found.value * RELATIVE_TOLERANCE[Known.ESTIMATED]
        )

    return LoadState(
        key=key,
        front_left_kg=guess(last.front_left_kg),
        front_right_kg=guess(last.front_right_kg),
        rear_left_kg=guess(last.rear_left_kg),
        rear_right_kg=guess(last.rear_right_kg),
        centre_of_gravity_height_m=guess(last.centre_of_gravity_height_m),
    )


def _of_axle(vehicle: Vehicle, place: str) -> Axle:
    return vehicle.of_end(End(place.partition(".")[0]))


def _change_axle_part(vehicle: Vehicle, place: str, fitted: bool) -> Vehicle:
    axle = _of_axle(vehicle, place)
    makers: dict[str, Callable[[], object]] = {
        "standard_bar": lambda: default_bar(axle),
        "air_bags": default_air_bags,
        "helper_springs": default_helpers,
        "dual_spacing_m": lambda: default(0.3),
    }
    part = place.partition(".")[2]
    return fit_part(vehicle, place, makers[part]() if fitted else None)


def _change_suspension(vehicle: Vehicle, place: str, solid: bool) -> Vehicle:
    """Make an axle solid, with the two measurements only a solid one has, or independent."""
    axle = _of_axle(vehicle, place)
    if not solid:
        changed = replace(
            axle, suspension=Suspension.INDEPENDENT, spring_base_m=None, link_spacing_m=None
        )
    else:
        track_m = axle.track_m.value
        changed = replace(
            axle,
            suspension=Suspension.SOLID,
            spring_base_m=axle.spring_base_m or default(0.55 * track_m),
            link_spacing_m=axle.link_spacing_m or default(0.57 * track_m),
        )
    return fit_part(vehicle, place.partition(".")[0], changed)


def default_mass() -> MassItem:
    """Return a mass to be placed on the stack."""
    return MassItem(
        name="new mass",
        carried_from=LoadKey.TRIP_READY,
        mass_kg=default(100.0),
        behind_front_axle_m=default(2.0),
        left_m=default(0.0),
        height_m=default(1.0),
    )


def _change_stack(vehicle: Vehicle, place: str, fitted: bool) -> Vehicle:
    stack = vehicle.stack
    return fit_part(vehicle, place, (*stack, default_mass()) if fitted else stack[:-1])


def _take_off_stack(vehicle: Vehicle, place: str) -> Vehicle:
    index = int(place.partition(".")[2])
    if index >= len(vehicle.stack):
        raise InputError(place, "There is no such mass on the stack.")
    return fit_part(vehicle, "stack", vehicle.stack[:index] + vehicle.stack[index + 1 :])


def _change_blocks(vehicle: Vehicle, place: str, fitted: bool) -> Vehicle:
    blocks = vehicle.profile.blocks
    return fit_part(vehicle, place, (*blocks, default_block()) if fitted else blocks[:-1])


_PARTS: Mapping[str, Callable[[Vehicle, str, bool], Vehicle]] = {
    f"{axle}.{part}": change
    for axle in End
    for part, change in (
        ("standard_bar", _change_axle_part),
        ("air_bags", _change_axle_part),
        ("helper_springs", _change_axle_part),
        ("dual_spacing_m", _change_axle_part),
        ("suspension", _change_suspension),
    )
} | {"profile.blocks": _change_blocks, "stack": _change_stack}


def change_part(vehicle: Vehicle, place: str, fitted: bool) -> Vehicle:
    """Return a vehicle with a part fitted as the class tables give it, or taken away.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    place : str
        ``front.standard_bar``, ``rear.air_bags``, ``rear.dual_spacing_m``,
        ``front.suspension`` (fitted means solid), ``profile.blocks`` (the last one),
        ``stack`` (the last mass) or ``stack.3`` (that one, only taken away), or
        ``load_states.towing`` and so on.
    fitted : bool
        Fitted, or taken away.

    Returns
    -------
    Vehicle
        What was not there before is marked a default or an estimate.

    Raises
    ------
    InputError
        No such part, or the vehicle does not hold together without it.
    """
    if place in _PARTS:
        return _PARTS[place](vehicle, place, fitted)
    if re.fullmatch(r"stack\.\d{1,3}", place) and not fitted:
        return _take_off_stack(vehicle, place)
    states = {f"load_states.{key}": key for key in LoadKey}
    if place not in states:
        raise InputError(place[:80], f"No such part; one of {', '.join([*_PARTS, *states])}.")
    key = states[place]
    kept = tuple(state for state in vehicle.load_states if state.key is not key)
    added = (added_state(vehicle, key),) if fitted else ()
    order = list(LoadKey)
    return fit_part(
        vehicle, "load_states", tuple(sorted(kept + added, key=lambda s: order.index(s.key)))
    )
