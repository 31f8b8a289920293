"""What next, from a model corrected by the road: each step with its predicted lean."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from types import MappingProxyType

from axlecore.errors import InputError
from axlecore.fitup.applied import fitted_bar
from axlecore.fitup.other_links import OtherLink
from axlecore.lean.evaluate import REFERENCE_BEND_M_S2
from axlecore.lean.mass_shift import BELIEVABLE
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import mm
from axlecore.road.explaining import in_hole, other_holes
from axlecore.road.intervals import Interval
from axlecore.road.otherwise import solved_for, with_bag_lines, with_factor
from axlecore.road.predicted import gradient_deg_per_g, rocks_of
from axlecore.vehicle.axle import AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Joints, SetUp, Vehicle, with_choice

Links = Mapping[End, Sequence[OtherLink]]
#: Where nobody has begun a fit-up.
NO_LINKS: Links = MappingProxyType({})
#: A tyre is stiffer by about so much of its rate with a tenth more pressure; indicative.
_PRESSURE, _TYRE_RISES = 0.10, 0.07
#: With new shocks a body is damped about like this; usual.
_NEW_SHOCKS = 0.25
#: Less than this part of the lean is no step.
_LEAST_CHANGE = 0.01


@dataclass(frozen=True)
class Correction(Record):
    """A factor on all springs of a vehicle, by what was measured on the road.

    Attributes
    ----------
    factor : Interval
        On the sheet's springs as they were before any correction.
    measured, predicted : Interval
        Roll gradient it rests on, and what the sheet said [°/g].
    """

    factor: Interval
    measured: Interval
    predicted: Interval


@dataclass(frozen=True)
class TuneStep(Record):
    """One thing that can be done next.

    Attributes
    ----------
    key : str
        Which: stop, hole, link, joints, air_lines, pressure, shocks.
    what : str
        In words.
    end : End or None
        At which end.
    hole : int or None
        Into which, 0 the outermost.
    link_m : float or None
        How long its links then are, eye to eye [m].
    gradient_deg_per_g : float
        Predicted with it [°/g].
    change : float
        Of the lean now, as a part of it.
    damping_ratio : float
        Predicted with it.
    hours : float
        What it usually takes [h].
    parts : bool
        Whether parts have to be bought.
    """

    key: str
    what: str
    end: End | None
    hole: int | None
    gradient_deg_per_g: float
    change: float
    damping_ratio: float
    hours: float
    parts: bool
    link_m: float | None = None


def correction(
    vehicle: Vehicle,
    set_up: SetUp,
    key: LoadKey,
    measured: Interval,
    band: Interval,
    bend_m_s2: float = REFERENCE_BEND_M_S2,
) -> Correction:
    """Return the factor on all springs at which the sheet leans as was measured.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What was fitted in the run: nothing, before.
    key : LoadKey
        How it was loaded.
    measured, band : Interval
        Roll gradient, as driven and as the sheet said [°/g].
    bend_m_s2 : float
        How sharp the bends were [m/s²].

    Raises
    ------
    InputError
        No spring explains what was measured.
    """

    def leans(factor: float) -> float:
        return gradient_deg_per_g(with_factor(vehicle, factor), set_up, key, bend_m_s2)

    ends = [
        solved_for(leans, wanted, BELIEVABLE)
        for wanted in (measured.value, measured.high, measured.low)
    ]
    value, low, high = ends
    if value is None or low is None or high is None:
        raise InputError(
            "spring_correction",
            f"Springs {BELIEVABLE[0]:g} to {BELIEVABLE[1]:g} times the sheet's do not lean "
            f"{measured.value:.2f}°/g; something else is other than on the sheet.",
        )
    return Correction(Interval(value, low, high), measured, band)


def next_steps(
    vehicle: Vehicle,
    set_up: SetUp,
    key: LoadKey,
    measured_deg_per_g: float,
    wanted_deg_per_g: float | None = None,
    bend_m_s2: float = REFERENCE_BEND_M_S2,
    links: Links = NO_LINKS,
) -> list[TuneStep]:
    """Return what can be done next, what costs least first.

    Parameters
    ----------
    vehicle : Vehicle
        Its springs corrected by the road.
    set_up : SetUp
        What is fitted.
    key : LoadKey
        How it is loaded.
    measured_deg_per_g : float
        What it leans now [°/g]; the model tells by what part each step changes that.
    wanted_deg_per_g : float or None
        What was aimed at [°/g]; where it is met, to stop here comes first.
    bend_m_s2 : float
        How sharp the bends are [m/s²].
    links : mapping of End to sequence of OtherLink
        Other lengths that fit, by axle.
    """
    now = gradient_deg_per_g(vehicle, set_up, key, bend_m_s2)
    damped = float(rocks_of(vehicle, set_up, key).damping_ratio[0])
    met = wanted_deg_per_g is not None and measured_deg_per_g <= wanted_deg_per_g
    stop = TuneStep("stop", "Stop here", None, None, measured_deg_per_g, 0.0, damped, 0.0, False)
    steps = []
    for one in _changes(vehicle, set_up, links):
        leans = gradient_deg_per_g(one.vehicle, one.set_up, key, bend_m_s2)
        ratio = float(rocks_of(one.vehicle, one.set_up, key).damping_ratio[0])
        ratio = _NEW_SHOCKS if one.key == "shocks" else ratio
        change = leans / now - 1
        if abs(change) > _LEAST_CHANGE or (one.key == "shocks" and damped < _NEW_SHOCKS):
            steps.append(
                TuneStep(
                    one.key,
                    one.what,
                    one.end,
                    one.hole,
                    measured_deg_per_g * (1 + change),
                    change,
                    ratio,
                    one.hours,
                    one.parts,
                    one.link_m,
                )
            )
    steps.sort(key=lambda one: (one.parts, one.hours, one.gradient_deg_per_g))
    return [stop, *steps] if met else [*steps, stop]


def _geared(vehicle: Vehicle, set_up: SetUp, end: End, gears: float) -> tuple[Vehicle, SetUp]:
    """Return both with an axle's bar geared so many times as it is now."""
    there = fitted_bar(vehicle, set_up, end)
    ratio = replace(there.motion_ratio, value=there.motion_ratio.value * gears)
    geared = replace(there, motion_ratio=ratio)
    if set_up.of_end(end) is not None:
        return vehicle, fit_part(set_up, f"{end}.fitted", geared)
    return fit_part(vehicle, f"{end}.standard_bar", geared), set_up


@dataclass(frozen=True)
class _Change:
    key: str
    what: str
    end: End | None
    hours: float
    vehicle: Vehicle
    set_up: SetUp
    hole: int | None = None
    parts: bool = False
    link_m: float | None = None


def _changes(vehicle: Vehicle, set_up: SetUp, links: Links) -> Iterator[_Change]:
    for end, now, hole in other_holes(set_up):
        way = "further in, stiffer" if hole > now else "further out, softer"
        what = f"{end.capitalize()} links into hole {hole + 1}: {way}"
        yield _Change("hole", what, end, 0.4, vehicle, in_hole(set_up, end, hole), hole)
    for end, others in links.items():
        for other in others:
            longer = "longer" if other.link_m > other.now_m else "shorter"
            stiffer = "stiffer" if other.gears > 1 else "softer"
            what = (
                f"{end.capitalize()} links {mm(other.link_m):.0f} eye to eye, {longer} than "
                f"the {mm(other.now_m):.0f} now: {stiffer}"
            )
            geared = _geared(vehicle, set_up, end, other.gears)
            yield _Change("link", what, end, 0.8, *geared, parts=other.to_buy, link_m=other.link_m)
    for end in End:
        axle, choice = vehicle.of_end(end), set_up.of_end(end)
        if axle.standard_bar is not None and choice is None:
            renewed = with_choice(set_up, end, None, None, Joints.RENEWED)
            what = f"Renew the {end} bar's links and bushings: no play is left"
            yield _Change("joints", what, end, 1.5, vehicle, renewed, parts=True)
        parted = with_bag_lines(vehicle, end, AirLines.SEPARATE)
        if parted is not None:
            what = f"A line of its own for each {end} air bag"
            yield _Change("air_lines", what, end, 0.8, parted, set_up, parts=True)
        rate = axle.tyre_rate_n_per_m
        fuller = replace(rate, value=rate.value * (1 + _TYRE_RISES))
        firmer = replace(axle, tyre_rate_n_per_m=fuller)
        what = f"{end.capitalize()} tyres {100 * _PRESSURE:.0f} % fuller, if their makers allow it"
        yield _Change("pressure", what, end, 0.2, vehicle.with_end(end, firmer), set_up)
    what = "New shocks: it comes to rest sooner"
    yield _Change("shocks", what, None, 2.0, vehicle, set_up, parts=True)
