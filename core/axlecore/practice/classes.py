"""Class tables: what a vehicle of a kind usually measures, as a start and marked as defaults."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from axlecore.bars.bar import Bar, square_u
from axlecore.errors import InputError
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import RELATIVE_TOLERANCE, Known, Measured
from axlecore.vehicle.axle import AirBags, Axle, FittedBar, HelperSprings, Suspension
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import MassItem
from axlecore.vehicle.rig import LoadState, RigKind, Vehicle
from axlecore.vehicle.side_wind import ProfileBlock, SideProfile


@dataclass(frozen=True)
class _AxleClass:
    """Usual figures of one axle; lengths in mm, rates in N/mm, masses in kg."""

    load: float
    rating: float
    track: float
    spring_rate: float
    tyre_rate: float
    roll_centre: float
    wheel_centre: float
    unsprung: float
    spring_base: float | None
    link_spacing: float | None
    dual: float | None
    bar_diameter: float | None


@dataclass(frozen=True)
class _Class:
    """Usual figures of one kind; lengths in mm, masses in kg; blocks (length, bottom, top)."""

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
    blocks: tuple[tuple[float, float, float], ...]


#: Made up from public order-of-magnitude figures of each kind; a start, never a measurement.
_CLASSES = {
    RigKind.MOTORHOME: _Class(
        5300,
        2400,
        850,
        3250,
        10400,
        1360,
        1050,
        1.1,
        _AxleClass(3000, 3630, 1900, 165, 760, 450, 430, 380, 860, 900, None, 30),
        _AxleClass(6400, 7040, 1850, 290, 780, 680, 430, 680, 1040, 1060, 330, 30),
        ((8900, 500, 3250),),
    ),
    RigKind.COACH: _Class(
        4050,
        2300,
        700,
        2900,
        6350,
        1200,
        950,
        1.1,
        _AxleClass(2050, 2270, 1740, 105, 480, 250, 370, 240, None, None, None, 27),
        _AxleClass(3850, 4300, 1660, 180, 500, 590, 370, 420, 980, 1020, 280, 27),
        ((1500, 450, 1900), (5700, 480, 2900)),
    ),
    RigKind.PICKUP: _Class(
        4000,
        2000,
        650,
        1950,
        4500,
        780,
        950,
        0.9,
        _AxleClass(1750, 2200, 1740, 75, 380, 330, 390, 230, 850, 900, None, 30),
        _AxleClass(1400, 2800, 1730, 62, 380, 610, 390, 270, 1030, 1050, None, 22),
        ((1500, 480, 1250), (2300, 480, 1950), (2200, 480, 1350)),
    ),
    RigKind.CAMPER_PICKUP: _Class(
        4200,
        2100,
        850,
        3100,
        5300,
        1180,
        950,
        1.05,
        _AxleClass(2050, 2500, 1800, 90, 400, 430, 440, 280, 880, 920, None, 30),
        _AxleClass(2750, 3100, 1780, 130, 420, 700, 440, 300, 1050, 1070, None, 22),
        ((1500, 560, 1400), (1700, 560, 2100), (3200, 560, 3100)),
    ),
    RigKind.WAGON: _Class(
        2850,
        1900,
        500,
        2050,
        2900,
        760,
        850,
        0.95,
        _AxleClass(1150, 1450, 1580, 36, 240, 120, 360, 110, None, None, None, 26),
        _AxleClass(1250, 1600, 1580, 42, 240, 480, 360, 160, 980, 1000, None, 19),
        ((1300, 400, 1150), (3300, 400, 2050)),
    ),
    RigKind.VAN: _Class(
        2600,
        1750,
        300,
        1750,
        1950,
        560,
        800,
        0.9,
        _AxleClass(850, 1050, 1480, 28, 200, 60, 290, 85, None, None, None, 22),
        _AxleClass(750, 1050, 1480, 30, 200, 280, 290, 90, 1000, 1020, None, 18),
        ((900, 230, 1000), (3000, 230, 1750)),
    ),
}


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
            centre_line_m=square_u(0.25, centre_m),
            bushing_span_m=default(centre_m * 0.72),
            bushing_rate_n_per_m=default(6e6),
            link_rate_n_per_m=default(8e6),
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
    if figures.bar_diameter is None:
        return axle
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
                ProfileBlock(default(length / 1e3), default(bottom / 1e3), default(top / 1e3))
                for length, bottom, top in usual.blocks
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
