"""An axle as measured: its springs, tyres, helpers, and the bar on it."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from axlecore.bars.bar import Bar, check_hole
from axlecore.errors import InputError
from axlecore.quantities.measure import (
    RELATIVE_TOLERANCE,
    Known,
    Measured,
    Record,
    check_places,
    place,
    words,
)
from axlecore.quantities.sentences import mm
from axlecore.quantities.units import Dimension
from axlecore.vehicle.pneumatics import check_tyre_size
from axlecore.vehicle.readings import BarReadings


class Suspension(StrEnum):
    """What joins left and right wheel."""

    SOLID = "solid"
    INDEPENDENT = "independent"


class Springs(StrEnum):
    """What carries the body on an axle."""

    COIL = "coil"
    LEAF = "leaf"


class AirLines(StrEnum):
    """How the left and the right air bag are plumbed."""

    SEPARATE = "separate"
    CONNECTED = "connected"


@dataclass(frozen=True)
class AirBags(Record):
    """A pair of air helper bags.

    Attributes
    ----------
    rate_n_per_m : Measured
        Vertical rate of one bag at ride pressure [N/m].
    spacing_m : Measured
        Distance between the bags' centres [m].
    lines : AirLines
        One line each, or one shared.
    pressure_pa, diameter_m, height_m : Measured or None
        Over the atmosphere, and of the bag between its plates at ride height: its middle diameter
        and its height. A rate follows from them where nobody knows one [Pa, m].
    """

    rate_n_per_m: Measured = place("Air bag rate", Dimension.RATE, 5e3, 5e5)
    spacing_m: Measured = place("Air bag spacing", Dimension.LENGTH, 0.3, 2.0)
    lines: AirLines = AirLines.SEPARATE
    pressure_pa: Measured | None = place(
        "Air bag pressure", Dimension.PRESSURE, 2e4, 1.2e6, optional=True
    )
    diameter_m: Measured | None = place(
        "Air bag diameter", Dimension.LENGTH, 0.05, 0.4, optional=True
    )
    height_m: Measured | None = place("Air bag height", Dimension.LENGTH, 0.04, 0.5, optional=True)

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class HelperSprings(Record):
    """A pair of steel helper springs, at their own spacing.

    Attributes
    ----------
    rate_n_per_m : Measured
        Of one side where it works [N/m].
    spacing_m : Measured
        Between the two [m].
    """

    rate_n_per_m: Measured = place("Helper spring rate", Dimension.RATE, 1e3, 1e6)
    spacing_m: Measured = place("Helper spring spacing", Dimension.LENGTH, 0.3, 2.0)

    def __post_init__(self) -> None:
        check_places(self)


class Idle(StrEnum):
    """Whether a bar works, and what keeps it from that."""

    WORKS = "works"
    LINK_GONE = "link gone"
    BROKEN = "broken"


@dataclass(frozen=True)
class FittedBar(Record):
    """A bar on an axle.

    Attributes
    ----------
    bar : Bar
        The bar.
    hole : int
        Hole the links are in, 0 the outermost (softest).
    motion_ratio : Measured
        Arm-tip travel per axle travel; on an independent suspension per wheel travel.
    link_play_m, bushing_play_m : Measured or None
        Whole free travel felt at one end as a fitter shakes it: of the link with its joints, and
        of the bar in its frame bushing [m].
    readings : BarReadings
        What was read on it or said of it.
    idle : Idle
        A broken bar does no work, nor does one with a link gone until its links are renewed.
    """

    bar: Bar
    motion_ratio: Measured = place("Motion ratio", Dimension.PURE, 0.1, 1.5)
    hole: int = 0
    link_play_m: Measured | None = place(
        "Link play", Dimension.SMALL_LENGTH, 0.0, 0.04, optional=True
    )
    bushing_play_m: Measured | None = place(
        "Bushing play", Dimension.SMALL_LENGTH, 0.0, 0.04, optional=True
    )
    readings: BarReadings = BarReadings()
    idle: Idle = Idle.WORKS

    def __post_init__(self) -> None:
        check_places(self)
        check_hole(self.bar, self.hole)


@dataclass(frozen=True)
class Axle(Record):
    """One axle as measured.

    Attributes
    ----------
    suspension : Suspension
        Solid or independent.
    track_m : Measured
        Between tyre centres, or between the centres of dual pairs [m].
    dual_spacing_m : Measured or None
        Between the two tyres of a pair [m]; None for single tyres.
    spring_rate_n_per_m : Measured
        Per side: at the spring (solid) or at the wheel (independent) [N/m].
    spring_base_m, link_spacing_m : Measured or None
        Between spring centres, and between the bar's links [m]; solid axles only.
    tyre_rate_n_per_m : Measured
        One tyre at running pressure [N/m].
    roll_centre_height_m, wheel_centre_height_m : Measured
        Above ground [m].
    unsprung_mass_kg, rating_kg : Measured
        Wheels, brakes and (solid) axle; the chassis maker's axle rating [kg].
    standard_bar : FittedBar or None
        The bar on it now.
    air_bags : AirBags or None
        Helper bags.
    helper_springs : HelperSprings or None
        Steel helpers.
    shock_spacing_m : Measured or None
        Between the shocks [m].
    lift_m : Measured or None
        Lifted from standard [m]; below zero lowered.
    tyre_size : str
        As on the sidewall.
    tyre_pressure_pa : Measured or None
        Cold, over the atmosphere [Pa]; with the size it gives a rate where nobody knows one.
    springs : Springs
        Leaves twist with the axle and so hold more in roll than coils of their rate.
    leaf_twist_factor : Measured or None
        How much their own twist raises the springs' roll stiffness; None takes the usual.
    bump_travel_m, droop_travel_m : Measured or None
        Travel from ride height to the bump stop and to the shock's end, at the springs (solid)
        or at the wheel (independent) [m]; None where nobody knows.
    """

    suspension: Suspension
    track_m: Measured = place("Track", Dimension.LENGTH, 0.8, 2.6)
    spring_rate_n_per_m: Measured = place("Spring rate", Dimension.RATE, 5e3, 2e6)
    tyre_rate_n_per_m: Measured = place("Tyre rate", Dimension.RATE, 5e4, 3e6)
    roll_centre_height_m: Measured = place("Roll centre height", Dimension.LENGTH, 0.0, 1.5)
    wheel_centre_height_m: Measured = place("Wheel centre height", Dimension.LENGTH, 0.15, 0.8)
    unsprung_mass_kg: Measured = place("Unsprung mass", Dimension.MASS, 0.0, 2000.0)
    rating_kg: Measured = place("Axle rating", Dimension.MASS, 200.0, 20000.0)
    spring_base_m: Measured | None = place("Spring base", Dimension.LENGTH, 0.3, 2.0, optional=True)
    link_spacing_m: Measured | None = place(
        "Link spacing", Dimension.LENGTH, 0.2, 2.4, optional=True
    )
    dual_spacing_m: Measured | None = place(
        "Dual spacing", Dimension.LENGTH, 0.15, 0.6, optional=True
    )
    standard_bar: FittedBar | None = None
    air_bags: AirBags | None = None
    helper_springs: HelperSprings | None = None
    shock_spacing_m: Measured | None = place(
        "Shock spacing", Dimension.LENGTH, 0.2, 2.4, optional=True
    )
    lift_m: Measured | None = place("Lift from standard", Dimension.SHIFT, -0.3, 0.6, optional=True)
    tyre_size: str = words(check_tyre_size)
    tyre_pressure_pa: Measured | None = place(
        "Tyre pressure", Dimension.PRESSURE, 1e5, 1e6, optional=True
    )
    springs: Springs = Springs.COIL
    leaf_twist_factor: Measured | None = place(
        "Leaf twist factor", Dimension.PURE, 1.0, 2.0, optional=True
    )
    bump_travel_m: Measured | None = place(
        "Travel to the bump stop", Dimension.LENGTH, 0.005, 0.5, optional=True
    )
    droop_travel_m: Measured | None = place(
        "Travel to the shock's end", Dimension.LENGTH, 0.005, 0.6, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)
        if len(self.tyre_size) > 30:
            raise InputError("tyre_size", "Write the tyre size in at most 30 characters.")
        if self.suspension is Suspension.SOLID:
            for field, found in (
                ("spring_base_m", self.spring_base_m),
                ("link_spacing_m", self.link_spacing_m),
            ):
                if found is None:
                    raise InputError(field, "A solid axle needs this measurement.")
        for field, label, found in (
            ("spring_base_m", "Spring base", self.spring_base_m),
            ("link_spacing_m", "Link spacing", self.link_spacing_m),
            ("shock_spacing_m", "Shock spacing", self.shock_spacing_m),
        ):
            if found is not None and not found.value < self.track_m.value:
                raise InputError(
                    field,
                    f"{label} {mm(found.value):.0f} is not inside the track "
                    f"{mm(self.track_m.value):.0f}; measure one of them again.",
                )

    @property
    def spring_spacing(self) -> Spot:
        """Where the springs act: their base, or the track of an independent suspension."""
        if self.suspension is Suspension.SOLID and self.spring_base_m is not None:
            return Spot("spring_base_m", self.spring_base_m)
        return Spot("track_m", self.track_m)

    @property
    def link_span(self) -> Spot:
        """Where the standard bar acts: its links, or the track of an independent suspension."""
        if self.suspension is Suspension.SOLID and self.link_spacing_m is not None:
            return Spot("link_spacing_m", self.link_spacing_m)
        return Spot("track_m", self.track_m)

    @property
    def leaf_twist(self) -> Measured:
        """The leaf twist factor as measured, else the usual one of its springs."""
        return self.leaf_twist_factor or USUAL_LEAF_TWIST[self.springs]


@dataclass(frozen=True)
class Spot:
    """A measurement with the name of its field.

    Attributes
    ----------
    field : str
        Of the axle.
    measured : Measured
        What stands there.
    """

    field: str
    measured: Measured


#: Leaves twist and their bushings wind up; settled by the vehicle's own roll test. Spread of
#: measured leaf axles about springs at their base: Fancher et al., "A factbook of the mechanical
#: properties of the components for single-unit and articulated heavy trucks", 1986.
USUAL_LEAF_TWIST = {
    Springs.COIL: Measured(1.0, Known.MEASURED),
    Springs.LEAF: Measured(1.25, Known.ESTIMATED, 0.2, "usual of leaves"),
}

#: Arm-tip travel for axle or wheel travel where nobody measured it: on an independent suspension
#: the link sits inboard on the control arm.
USUAL_MOTION_RATIO = {Suspension.SOLID: 1.0, Suspension.INDEPENDENT: 0.62}


def eye_spacing(bar: Bar) -> float:
    """Return the distance across between a bar's eyes [m].

    Parameters
    ----------
    bar : Bar
        The bar.
    """
    return bar.centre_line_m[-1][1] - bar.centre_line_m[0][1]


def new_bar(axle: Axle, bar: Bar, hole: int = 0) -> FittedBar:
    """Return a bar as it would sit on an axle before anybody has fitted it up.

    Parameters
    ----------
    axle : Axle
        Its suspension gives the usual motion ratio.
    bar : Bar
        The bar.
    hole : int
        Hole the links are in, 0 the outermost.
    """
    ratio = USUAL_MOTION_RATIO[axle.suspension]
    band = ratio * RELATIVE_TOLERANCE[Known.DEFAULT]
    return FittedBar(bar=bar, motion_ratio=Measured(ratio, Known.DEFAULT, band), hole=hole)
