"""A vehicle of a kind as a start, and parts to be added: every number marked as a default."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from axlecore.bars.bar import Bar, square_u
from axlecore.errors import InputError
from axlecore.practice.class_tables import CLASSES, AxleClass
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import RELATIVE_TOLERANCE, Known, Measured, Record
from axlecore.vehicle.axle import AirBags, Axle, FittedBar, HelperSprings, Suspension
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import MassItem
from axlecore.vehicle.rig import LoadState, RigKind, Vehicle
from axlecore.vehicle.side_wind import ProfileBlock, SideProfile

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


def _axle(figures: AxleClass) -> Axle:
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


@dataclass(frozen=True)
class ClassSprings(Record):
    """What a shop's own record makes of a class's springs.

    Attributes
    ----------
    factor : float
        On the class's rate, both axles.
    spread : float
        Half of the band in which one vehicle's own factor lies.
    """

    factor: float
    spread: float

    def __post_init__(self) -> None:
        # Asked as "not all valid" so that NaN is refused too.
        if not (0.2 < self.factor < 5.0 and 0 < self.spread < self.factor):
            raise InputError("factor", "A class's springs are corrected by a fifth to five times.")


def class_vehicle(kind: RigKind, springs: ClassSprings | None = None) -> Vehicle:
    """Return a vehicle of a kind with every number a class default, trip-ready.

    Parameters
    ----------
    kind : RigKind
        Which kind.
    springs : ClassSprings or None
        What a shop's own record makes of its springs.

    Returns
    -------
    Vehicle
        To be corrected by what is measured.
    """
    usual = CLASSES[kind]
    vehicle = Vehicle(
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
    if springs is None:
        return vehicle
    return replace(
        vehicle,
        front=_sprung(vehicle.front, springs),
        rear=_sprung(vehicle.rear, springs),
    )


def _sprung(axle: Axle, springs: ClassSprings) -> Axle:
    rate = axle.spring_rate_n_per_m.value
    corrected = Measured(rate * springs.factor, Known.DEFAULT, rate * springs.spread)
    return replace(axle, spring_rate_n_per_m=corrected)


def springs_of_class(vehicle: Vehicle) -> float | None:
    """Return what a sheet's springs are of its class's own; None where an axle's were measured.

    Parameters
    ----------
    vehicle : Vehicle
        The sheet.
    """
    usual = CLASSES[vehicle.kind]
    factors = [
        axle.spring_rate_n_per_m.value / (figures.spring_rate * 1e3)
        for axle, figures in ((vehicle.front, usual.front), (vehicle.rear, usual.rear))
        if axle.spring_rate_n_per_m.known is Known.DEFAULT
    ]
    return sum(factors) / 2 if len(factors) == 2 else None


def added_state(vehicle: Vehicle, key: LoadKey) -> LoadState:
    """Return a load state to be weighed, started from the last one: nobody weighed it.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    key : LoadKey
        Which state is added.
    """
    last = vehicle.load_states[-1]

    def guess(found: Measured) -> Measured:
        return Measured(found.value, Known.DEFAULT, found.value * RELATIVE_TOLERANCE[Known.DEFAULT])

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


def brought_back(vehicle: Vehicle, place: str, earlier: Vehicle) -> Vehicle | None:
    """Return a vehicle with a part as an earlier sheet had it; None where that had none either.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet, without the part.
    place : str
        Of the part, see `change_part`.
    earlier : Vehicle
        An earlier version of the sheet.

    Raises
    ------
    InputError
        The vehicle does not hold together with it any more.
    """
    end, _, name = place.partition(".")
    if end not in list(End):
        return None
    axle = earlier.of_end(End(end))
    parts: dict[str, object] = {
        "standard_bar": axle.standard_bar,
        "air_bags": axle.air_bags,
        "helper_springs": axle.helper_springs,
        "dual_spacing_m": axle.dual_spacing_m,
    }
    part = parts.get(name)
    return None if part is None else fit_part(vehicle, place, part)


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
