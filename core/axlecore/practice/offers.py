"""What follows from readings on the sheet, offered to be taken over; never taken silently."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from enum import StrEnum

from axlecore.bars.bar import developed_length, square_u
from axlecore.bars.section import bore_band, bore_from_mass
from axlecore.errors import CoreError, InputError
from axlecore.motion.roll_test import calibrate
from axlecore.quantities.entry import fit_part, walk
from axlecore.quantities.measure import RELATIVE_TOLERANCE, Known, Measured, Record
from axlecore.quantities.sentences import kpa, mm, newtons_per_mm, stated, stated_quantity
from axlecore.quantities.units import Dimension
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LOAD_NAMES, LoadKey
from axlecore.vehicle.masses import lifted_height, stacked, tow_shift
from axlecore.vehicle.pneumatics import air_bag_rate, read_tyre_size, tyre_rate
from axlecore.vehicle.readings import Hitch
from axlecore.vehicle.rig import LoadState, Vehicle

#: Readings of a caliper within this of each other are one diameter [m]; it reads to 0.1 mm.
CALIPER_STEP_M = 0.0001
#: Places of one bar differ by less than this part of it, rust and paint and all.
MOST_APART = 0.1


class About(StrEnum):
    """What an offered figure is of."""

    BAR = "bar"
    HEIGHT = "height"
    LOADS = "loads"
    RATES = "rates"
    CALIBRATION = "calibration"


@dataclass(frozen=True)
class Offer(Record):
    """A figure that follows from readings.

    Attributes
    ----------
    about : About
        What it is of.
    key : str
        Identifier, unique on a sheet.
    place : str
        Path of the number it would go to.
    what : str
        The figure in words.
    now : str
        What stands there now.
    why : str
        From which readings.
    formula : str
        The working with the sheet's own numbers.
    taken : bool
        It stands there already.
    """

    about: About
    key: str
    place: str
    what: str
    now: str
    why: str
    formula: str
    taken: bool


@dataclass(frozen=True)
class _Offer:
    """An offer with what taking it does."""

    key: str
    place: str
    what: str
    now: str
    why: str
    formula: str
    apply: Callable[[Vehicle], Vehicle]


def _put(*entries: tuple[str, object]) -> Callable[[Vehicle], Vehicle]:
    def apply(vehicle: Vehicle) -> Vehicle:
        for path, value in entries:
            vehicle = fit_part(vehicle, path, value)
        return vehicle

    return apply


def _mm(value: float, digits: int = 0) -> str:
    return f"{mm(value):.{digits}f}"


def _kg(value: float) -> str:
    return stated_quantity(value, Dimension.MASS, 1.0)


def _fitted(vehicle: Vehicle) -> Iterator[tuple[str, FittedBar]]:
    for name in End:
        fitted = vehicle.of_end(name).standard_bar
        if fitted is not None:
            yield f"{name}.standard_bar", fitted


def _caliper_diameter(vehicle: Vehicle) -> Iterator[_Offer]:
    for path, fitted in _fitted(vehicle):
        readings = fitted.readings.caliper_m
        taken = [reading.value for reading in readings]
        if not taken:
            continue
        if max(taken) - min(taken) > MOST_APART * max(taken):
            raise InputError(
                f"{path}.readings.caliper_1_m",
                f"Read {_mm(min(taken), 1)} and {_mm(max(taken), 1)} on one bar; read them again, "
                "on bare metal, square across.",
            )
        # The thinnest place works hardest, but the rate follows the mean.
        mean = sum(taken) / len(taken)
        band = max((max(taken) - min(taken)) / 2, CALIPER_STEP_M)
        found = Measured(mean, Known.MEASURED, band, f"mean of {len(taken)} by caliper")
        found = replace(found, simulated=any(reading.simulated for reading in readings))
        place = f"{path}.bar.outside_diameter_m"
        yield _Offer(
            f"caliper:{path}",
            place,
            f"{_mm(mean, 1)} ± {_mm(band, 1)}",
            _mm(fitted.bar.outside_diameter_m.value, 1),
            "caliper readings",
            f"({' + '.join(f'{r * 1e3:.1f}' for r in taken)}) ÷ {len(taken)} mm",
            _put((place, found)),
        )


def _bore_by_weight(vehicle: Vehicle) -> Iterator[_Offer]:
    for path, fitted in _fitted(vehicle):
        readings, outside = fitted.readings, fitted.bar.outside_diameter_m
        if readings.mass_kg is None:
            continue
        length = readings.developed_length_m or _drawn_length(fitted)
        mass = readings.mass_kg
        try:
            low, high = bore_band(
                (outside.value, outside.tolerance),
                (length.value, length.tolerance),
                (mass.value, mass.tolerance),
            )
        except InputError as error:
            raise InputError(f"{path}.readings.mass_kg", error.message) from None
        bore = _bore(outside.value, length.value, mass.value)
        simulated = mass.simulated or length.simulated or outside.simulated
        found = Measured(bore, Known.MEASURED, (high - low) / 2, "from its weight", simulated)
        yield _Offer(
            f"bore:{path}",
            f"{path}.bar.bore_m",
            f"{_mm(bore, 1)}, between {_mm(low, 1)} and {_mm(high, 1)}",
            _mm(fitted.bar.bore_m.value, 1),
            "the bar's weight and its length along the bends",
            f"√({outside.value * 1e3:.1f}² − 4 × {mass.value:.2f} kg ÷ (π × 7850 kg/m³ × "
            f"{length.value:.3f} m))",
            _put((f"{path}.bar.bore_m", found)),
        )


def _bore(outside_m: float, length_m: float, mass_kg: float) -> float:
    try:
        return float(bore_from_mass(outside_m, length_m, mass_kg))
    except InputError:
        # Heavier than solid by less than the readings' own band: solid.
        return 0.0


def _drawn_length(fitted: FittedBar) -> Measured:
    length = developed_length(fitted.bar)
    return Measured(length, Known.ESTIMATED, length * RELATIVE_TOLERANCE[Known.ESTIMATED])


def _bar_shape(vehicle: Vehicle) -> Iterator[_Offer]:
    for path, fitted in _fitted(vehicle):
        arm, spacing = fitted.readings.arm_length_m, fitted.readings.end_spacing_m
        if arm is None or spacing is None:
            continue
        line = square_u(arm.value, spacing.value)
        drawn = fitted.bar.centre_line_m
        yield _Offer(
            f"shape:{path}",
            f"{path}.readings.arm_length_m",
            f"arms {_mm(arm.value)}, {_mm(spacing.value)} apart",
            f"arms {_mm(math.dist(drawn[0], drawn[1]))}, {_mm(drawn[-2][1] - drawn[1][1])} apart",
            "arm length and the distance between the arms",
            "a bar with square corners",
            _put((f"{path}.bar.centre_line_m", line)),
        )


def _height_by_lift(vehicle: Vehicle) -> Iterator[_Offer]:
    found = lifted_height(vehicle)
    lift = vehicle.lift_weighing
    state = vehicle.state(lift.state)
    if found is None or state is None or lift.rise_m is None or lift.raised_front_kg is None:
        return
    place = f"load_states.{vehicle.load_states.index(state)}.centre_of_gravity_height_m"
    slope = math.degrees(math.asin(lift.rise_m.value / vehicle.wheelbase_m.value))
    moved = lift.raised_front_kg.value - state.axle_kg(End.FRONT)
    yield _Offer(
        "height_by_lift",
        place,
        f"{_mm(found.value)} ± {_mm(found.tolerance)}",
        _mm(state.centre_of_gravity_height_m.value),
        f"weighing with the rear raised, {LOAD_NAMES[state.key]}",
        f"r + L·ΔW ÷ (W·tan θ) with ΔW = {_kg(moved)}, θ = {slope:.1f}°",
        _put(
            (
                place,
                replace(
                    found,
                    known=Known.MEASURED,
                    typed="by lifting the rear",
                    simulated=any(one.simulated for _, _, one in walk(lift)),
                ),
            )
        ),
    )


def _height_by_stack(vehicle: Vehicle) -> Iterator[_Offer]:
    for index, state in enumerate(vehicle.load_states):
        sum_ = stacked(vehicle, state.key)
        if sum_ is None:
            continue
        place = f"load_states.{index}.centre_of_gravity_height_m"
        band = sum_.height_m * RELATIVE_TOLERANCE[Known.ESTIMATED]
        found = Measured(sum_.height_m, Known.ESTIMATED, band, "by stacking masses")
        yield _Offer(
            f"height_by_stack:{state.key}",
            place,
            _mm(sum_.height_m),
            _mm(state.centre_of_gravity_height_m.value),
            f"the masses on board {LOAD_NAMES[state.key]}, {_kg(sum_.mass_kg)} in all",
            f"Σm·z ÷ Σm = {sum_.mass_kg * sum_.height_m:.0f} kg·m ÷ {sum_.mass_kg:.0f} kg",
            _put((place, found)),
        )


def _is_read(state: LoadState) -> bool:
    wheels = (state.front_left_kg, state.front_right_kg, state.rear_left_kg, state.rear_right_kg)
    return all(w.known in (Known.MEASURED, Known.PLATE) for w in wheels)


def _wheels(
    vehicle: Vehicle, index: int, front: float, rear: float, left_m: float, typed: str
) -> tuple[tuple[str, object], ...]:
    """Entries of four wheel loads for two axle loads whose centre lies to one side."""
    entries: list[tuple[str, object]] = []
    for name, load in ((End.FRONT, front), (End.REAR, rear)):
        track = vehicle.of_end(name).track_m.value
        for side, sign in (("left", 1), ("right", -1)):
            value = load * (0.5 + sign * left_m / track)
            found = Measured(
                value, Known.ESTIMATED, value * RELATIVE_TOLERANCE[Known.ESTIMATED], typed
            )
            entries.append((f"load_states.{index}.{name}_{side}_kg", found))
    return tuple(entries)


def _loads_by_stack(vehicle: Vehicle) -> Iterator[_Offer]:
    for index, state in enumerate(vehicle.load_states):
        sum_ = stacked(vehicle, state.key)
        if sum_ is None or _is_read(state):
            continue
        entries = _wheels(
            vehicle, index, sum_.front_kg, sum_.rear_kg, sum_.left_m, "by stacking masses"
        )
        yield _Offer(
            f"loads_by_stack:{state.key}",
            f"load_states.{index}.front_left_kg",
            f"{_kg(sum_.front_kg)} front, {_kg(sum_.rear_kg)} rear",
            f"{_kg(state.axle_kg(End.FRONT))} front, {_kg(state.axle_kg(End.REAR))} rear",
            f"the masses on board {LOAD_NAMES[state.key]}; nobody has weighed that state",
            f"rear = Σm·x ÷ L, its centre {_mm(sum_.behind_front_axle_m)} behind the front axle",
            _put(*entries),
        )


def _loads_by_tow(vehicle: Vehicle) -> Iterator[_Offer]:
    tow, ready = vehicle.tow, vehicle.state(LoadKey.TRIP_READY)
    towing = vehicle.state(LoadKey.TOWING)
    complete = tow.load_kg is not None and tow.behind_rear_axle_m is not None
    if tow.hitch is Hitch.NONE or not complete or ready is None or towing is None:
        return
    if _is_read(towing) or tow.load_kg is None or tow.behind_rear_axle_m is None:
        return
    front, rear = tow_shift(
        tow.load_kg.value, tow.behind_rear_axle_m.value, vehicle.wheelbase_m.value
    )
    loads = (ready.axle_kg(End.FRONT) + float(front), ready.axle_kg(End.REAR) + float(rear))
    index = vehicle.load_states.index(towing)
    yield _Offer(
        "loads_by_tow",
        f"load_states.{index}.rear_left_kg",
        f"{_kg(loads[0])} front, {_kg(loads[1])} rear",
        f"{_kg(towing.axle_kg(End.FRONT))} front, {_kg(towing.axle_kg(End.REAR))} rear",
        f"trip-ready with the {tow.hitch} load; nobody has weighed it hitched up",
        f"rear + W(1 + c/L) = {_kg(ready.axle_kg(End.REAR))} + {_kg(float(rear))}; front − Wc/L = "
        f"{_kg(ready.axle_kg(End.FRONT))} − {_kg(-float(front))}",
        _put(*_wheels(vehicle, index, *loads, 0.0, "trip-ready and the hitch load")),
    )


#: What a rate by size and pressure is good for, as its source says.
_BY_PRESSURE = 0.10


def _tyre_by_pressure(vehicle: Vehicle) -> Iterator[_Offer]:
    for end in End:
        axle = vehicle.of_end(end)
        pressure = axle.tyre_pressure_pa
        if pressure is None:
            continue
        path = f"{end}.tyre_rate_n_per_m"
        try:
            size = read_tyre_size(axle.tyre_size)
            rate = float(
                tyre_rate(
                    pressure.value, size.section_width_m, size.aspect_ratio, size.outside_diameter_m
                )
            )
        except InputError as error:
            raise InputError(f"{end}.tyre_size", error.message) from None
        yield _by_pressure(
            f"tyre:{end}",
            path,
            rate,
            axle.tyre_rate_n_per_m.value,
            f"{axle.tyre_size} at {_kpa(pressure)}",
            "0.00028·P·√(W·D) + 3.45 kgf/mm, W the width of the footprint; belted radials",
            pressure,
        )


def _bag_by_pressure(vehicle: Vehicle) -> Iterator[_Offer]:
    for end in End:
        bags = vehicle.of_end(end).air_bags
        if bags is None:
            continue
        pressure, diameter, height = bags.pressure_pa, bags.diameter_m, bags.height_m
        if pressure is None or diameter is None or height is None:
            continue
        area = math.pi * diameter.value**2 / 4
        rate = float(air_bag_rate(pressure.value, area, area * height.value))
        yield _by_pressure(
            f"bag:{end}",
            f"{end}.air_bags.rate_n_per_m",
            rate,
            bags.rate_n_per_m.value,
            f"{_mm(diameter.value)} by {_mm(height.value)} at {_kpa(pressure)}",
            "1.3·(p + 101 kPa)·A² ÷ V, the air between the plates",
            pressure,
            diameter,
            height,
        )


def _by_pressure(
    key: str, path: str, rate: float, now: float, why: str, formula: str, *read: Measured
) -> _Offer:
    found = Measured(
        rate,
        Known.ESTIMATED,
        rate * _BY_PRESSURE,
        "by its pressure",
        simulated=any(one.simulated for one in read),
    )
    return _Offer(
        key,
        path,
        stated(f"{rate / 1e3:.0f} ± {found.tolerance / 1e3:.0f} N/mm"),
        f"{newtons_per_mm(now):.0f}",
        why,
        formula,
        _put((path, found)),
    )


def _kpa(pressure: Measured) -> str:
    return f"{kpa(pressure.value):.0f}"


def _calibration(vehicle: Vehicle) -> Iterator[_Offer]:
    found = calibrate(replace(vehicle, spring_correction=None))
    if found.spring_correction is not None:
        factor = found.spring_correction
        now = vehicle.corrected
        yield _Offer(
            "calibrate_springs",
            "spring_correction",
            f"all springs × {factor.value:.2f} ± {factor.tolerance:.2f}",
            f"× {now:.2f}",
            "the mass moved sideways, both directions",
            f"the factor at which the model leans as read: {factor.value:.3f}",
            _put(("spring_correction", factor)),
        )
    inertia, damping = found.roll_inertia_kg_m2, found.roll_damping_n_m_s_per_rad
    if inertia is not None and damping is not None:
        before = vehicle.roll_damping_n_m_s_per_rad
        yield _Offer(
            "calibrate_damping",
            "roll_damping_n_m_s_per_rad",
            f"damping {damping.value / 1e3:.1f} kN·m·s, roll inertia {inertia.value:.0f} kg·m²",
            "usual figures" if before is None else f"damping {before.value / 1e3:.1f} kN·m·s",
            "the rocking push: how fast it rocks and how it dies down",
            "δ = ln(first ÷ later) ÷ swings, ζ = δ ÷ √(4π² + δ²); inertia and damping at which "
            "the model rocks like that",
            _put(("roll_inertia_kg_m2", inertia), ("roll_damping_n_m_s_per_rad", damping)),
        )


_RULES: tuple[tuple[About, Callable[[Vehicle], Iterator[_Offer]]], ...] = (
    (About.BAR, _caliper_diameter),
    (About.BAR, _bore_by_weight),
    (About.BAR, _bar_shape),
    (About.HEIGHT, _height_by_lift),
    (About.HEIGHT, _height_by_stack),
    (About.LOADS, _loads_by_stack),
    (About.LOADS, _loads_by_tow),
    (About.RATES, _tyre_by_pressure),
    (About.RATES, _bag_by_pressure),
    (About.CALIBRATION, _calibration),
)


@dataclass(frozen=True)
class Trouble(Record):
    """Readings from which nothing follows, and why.

    Attributes
    ----------
    about : About
        What would have followed.
    place : str
        Path of the reading.
    message : str
        What is wrong and what to do.
    """

    about: About
    place: str
    message: str


@dataclass(frozen=True)
class OfferList(Record):
    """All that follows from the readings of a sheet.

    Attributes
    ----------
    offers : list of Offer
        In the order of measuring.
    troubles : list of Trouble
        Readings that do not go together.
    """

    offers: list[Offer]
    troubles: list[Trouble]


def _all(vehicle: Vehicle) -> tuple[list[tuple[About, _Offer]], list[Trouble]]:
    found: list[tuple[About, _Offer]] = []
    troubles: list[Trouble] = []
    for about, rule in _RULES:
        try:
            found.extend((about, item) for item in rule(vehicle))
        except InputError as error:
            troubles.append(Trouble(about, error.field, error.message))
        except CoreError:
            # A vehicle that tips over is said by the findings, not once more here.
            continue
    return found, troubles


def offers(vehicle: Vehicle) -> OfferList:
    """Return the figures that follow from the readings on a sheet.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    """
    found, troubles = _all(vehicle)
    return OfferList(
        [
            Offer(
                about,
                item.key,
                item.place,
                item.what,
                item.now,
                item.why,
                item.formula,
                taken=_stands(vehicle, item),
            )
            for about, item in found
        ],
        troubles,
    )


def _stands(vehicle: Vehicle, item: _Offer) -> bool:
    try:
        return _nearly(item.apply(vehicle), vehicle)
    except InputError:
        return False


def _nearly(one: object, other: object) -> bool:
    """Whether two records hold the same; iterated figures may differ in the last digits."""
    if one is other:
        return True
    if isinstance(one, float) and isinstance(other, float):
        return math.isclose(one, other, rel_tol=1e-6, abs_tol=1e-8)
    if isinstance(one, tuple) and isinstance(other, tuple):
        return len(one) == len(other) and all(map(_nearly, one, other))
    if isinstance(one, Record) and isinstance(other, Record) and type(one) is type(other):
        return all(_nearly(value, vars(other)[name]) for name, value in vars(one).items())
    return one == other


def take_offer(vehicle: Vehicle, key: str) -> Vehicle:
    """Return a vehicle with an offered figure put in its place.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    key : str
        Of an offer that follows from that very sheet.

    Raises
    ------
    InputError
        No such offer, or the vehicle does not hold together with it.
    """
    for _, item in _all(vehicle)[0]:
        if item.key == key:
            return item.apply(vehicle)
    raise InputError("offer", "This no longer follows from the readings; look at them again.")
