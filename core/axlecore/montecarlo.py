"""Bands by drawing many vehicles: every figure people decide by, with what drives its band."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

import numpy as np

from axlecore.arguments import FloatArray
from axlecore.axle import (
    AirLines,
    Axle,
    FittedBar,
    bar_roll_stiffness,
    free_lean,
    link_span_place,
    spring_base_place,
    spring_roll_stiffness,
    tyre_roll_stiffness,
)
from axlecore.bar import Bar, bar_rates
from axlecore.entry import walk
from axlecore.errors import InputError
from axlecore.evaluate import REFERENCE_BEND_M_S2, REFERENCE_ROAD_M_S, REFERENCE_WIND_M_S
from axlecore.loads import LoadKey
from axlecore.measure import Measured, Record
from axlecore.rig import AxleChoice, SetUp, Vehicle, standard_after
from axlecore.section import second_moment
from axlecore.steady import FRONT, REAR, RollModel, solve
from axlecore.steel import STEELS, STRENGTH_SPREAD
from axlecore.stress import stress_per_newton
from axlecore.wind import block_area, side_force

SAMPLES = 5000
#: Half width of a band over its standard deviation: a stated band holds 95 % of cases.
_BAND_OVER_DEVIATION = 1.96
#: A number that correlates less with a figure does not drive it.
_LEAST_CORRELATION = 0.1


@dataclass(frozen=True)
class Band(Record):
    """A figure with its band.

    Attributes
    ----------
    name : str
        Which figure.
    value : float
        As computed from the sheet.
    low, high : float
        Between these lie 95 % of the vehicles the sheet may mean.
    drivers : list of str
        Paths of the two numbers that drive the band most.
    """

    name: str
    value: float
    low: float
    high: float
    drivers: list[str]


@dataclass(frozen=True)
class _Draw:
    """Values of every uncertain number, (samples,) each; others as on the sheet."""

    values: Mapping[str, FloatArray]
    samples: int
    correction: FloatArray | float

    def of(self, path: str, found: Measured) -> FloatArray:
        return np.asarray(self.values.get(path, found.value))

    def full(self, value: FloatArray) -> FloatArray:
        return np.broadcast_to(value, (self.samples,))


def _drawn(
    vehicle: Vehicle, set_up: SetUp, index: int, samples: int, generator: np.random.Generator
) -> _Draw:
    values = {}
    other_states = tuple(f"load_states.{i}." for i in range(len(vehicle.load_states)) if i != index)
    for prefix, record in (("", vehicle), ("set_up", set_up)):
        for path, rule, found in walk(record, prefix):
            if found.tolerance > 0 and not path.startswith(other_states):
                deviation = found.tolerance / _BAND_OVER_DEVIATION
                values[path] = np.clip(
                    generator.normal(found.value, deviation, samples), rule.low, rule.high
                )
    for chosen in (SetUp(), set_up):
        for _, path, _ in _bars(vehicle, chosen):
            values[f"{path}.bar.steel"] = generator.normal(
                1.0, STRENGTH_SPREAD / _BAND_OVER_DEVIATION, samples
            )
    return _Draw(values, samples, values.get("spring_correction", vehicle.corrected))


def _bars(vehicle: Vehicle, set_up: SetUp) -> Iterator[tuple[str, str, FittedBar]]:
    """The bar of each axle whose strength is judged: the chosen one, else the standard one."""
    for name in ("front", "rear"):
        choice, standard = getattr(set_up, name), getattr(vehicle, name).standard_bar
        if choice is not None:
            yield name, f"set_up.{name}.fitted", choice.fitted
        elif standard is not None:
            yield name, f"{name}.standard_bar", standard


def _bar_rate(path: str, fitted: FittedBar, draw: _Draw) -> FloatArray:
    """Rate of a bar whose section, bushings and links are drawn.

    Steel compliance goes with 1/(D⁴ − d⁴) exactly, since moments do not depend on stiffness;
    the bushing span's part is taken at three spans and drawn between.
    """
    bar = fitted.bar
    outside = draw.of(f"{path}.bar.outside_diameter_m", bar.outside_diameter_m)
    bore = np.minimum(draw.of(f"{path}.bar.bore_m", bar.bore_m), 0.98 * np.asarray(outside))
    span = draw.of(f"{path}.bar.bushing_span_m", bar.bushing_span_m)
    spans = np.unique(np.clip(bar.bushing_span_m.value * np.array([0.9, 1.0, 1.1]), 0,
                              0.995 * _narrowest(bar)))  # fmt: skip
    bare = [
        replace(bar, bushing_span_m=Measured(float(s)), bushing_rate_n_per_m=None,
                link_rate_n_per_m=None)
        for s in spans
    ]  # fmt: skip
    steel = np.interp(span, spans, 1 / bar_rates(bare, [fitted.hole] * len(bare)))
    fourth = bar.outside_diameter_m.value**4 - bar.bore_m.value**4
    compliance = steel * fourth / (np.asarray(outside) ** 4 - bore**4)
    eye_spacing = bar.centre_line_m[-1][1] - bar.centre_line_m[0][1]
    if bar.bushing_rate_n_per_m is not None:
        rate = draw.of(f"{path}.bar.bushing_rate_n_per_m", bar.bushing_rate_n_per_m)
        compliance = compliance + (eye_spacing / np.asarray(span)) ** 2 / rate
    if bar.link_rate_n_per_m is not None:
        compliance = compliance + 1 / np.asarray(
            draw.of(f"{path}.bar.link_rate_n_per_m", bar.link_rate_n_per_m)
        )
    return np.asarray(1 / compliance)


def _narrowest(bar: Bar) -> float:
    """The widest span that still sits on the centre part [m]."""
    return float(bar.centre_line_m[-2][1] - bar.centre_line_m[1][1])


@dataclass(frozen=True)
class _AxleDraw:
    """What a bend asks of the drawn axles, (samples,) or scalar each."""

    suspension: FloatArray
    late: FloatArray
    free: FloatArray
    tyres: FloatArray


def _axle(name: str, vehicle: Vehicle, set_up: SetUp, draw: _Draw) -> _AxleDraw:
    axle: Axle = getattr(vehicle, name)
    choice: AxleChoice | None = getattr(set_up, name)

    def of(part: str) -> FloatArray:
        return draw.of(f"{name}.{part}", getattr(axle, part))

    base = of(spring_base_place(axle))
    span = _link_span(name, axle, draw)
    rate = of("spring_rate_n_per_m") * draw.correction
    suspension = spring_roll_stiffness(rate, base, axle.leaf_twist_factor)
    if axle.air_bags is not None and axle.air_bags.lines is AirLines.SEPARATE:
        bags, path = axle.air_bags, f"{name}.air_bags"
        suspension = suspension + spring_roll_stiffness(
            draw.of(f"{path}.rate_n_per_m", bags.rate_n_per_m),
            draw.of(f"{path}.spacing_m", bags.spacing_m),
        )
    if axle.helper_springs is not None:
        helpers, path = axle.helper_springs, f"{name}.helper_springs"
        suspension = suspension + spring_roll_stiffness(
            draw.of(f"{path}.rate_n_per_m", helpers.rate_n_per_m),
            draw.of(f"{path}.spacing_m", helpers.spacing_m),
        )
    late, free = np.zeros(1), np.zeros(1)
    standing = standard_after(vehicle, set_up, name)
    if standing is not None:
        late = _bar_stiffness(f"{name}.standard_bar", standing, span, draw)
        free = np.asarray(free_lean(axle, standing))
    chosen = np.zeros(1)
    if choice is not None:
        chosen = _bar_stiffness(f"set_up.{name}.fitted", choice.fitted, span, draw)
    dual = None if axle.dual_spacing_m is None else of("dual_spacing_m")
    tyres = tyre_roll_stiffness(of("tyre_rate_n_per_m"), of("track_m"), dual)
    return _AxleDraw(suspension + late + chosen, late, free, tyres)


def _link_span(name: str, axle: Axle, draw: _Draw) -> FloatArray:
    part = link_span_place(axle)
    return draw.of(f"{name}.{part}", getattr(axle, part))


def _yield_reserve(
    path: str, fitted: FittedBar, span: FloatArray, twist: FloatArray, draw: _Draw
) -> FloatArray:
    """Yield over the worst stress in the reference bend, (samples,).

    Moments do not depend on stiffness, so stress goes with D/(D⁴ − d⁴) at a force.
    """
    bar = fitted.bar
    gain = draw.of(f"{path}.motion_gain", fitted.motion_gain)
    force = _bar_rate(path, fitted, draw) * np.abs(twist) * span * gain / 2
    outside = draw.of(f"{path}.bar.outside_diameter_m", bar.outside_diameter_m)
    bore = draw.of(f"{path}.bar.bore_m", bar.bore_m)
    own = bar.outside_diameter_m.value / second_moment(
        bar.outside_diameter_m.value, bar.bore_m.value
    )
    drawn = outside / second_moment(outside, np.minimum(bore, 0.98 * outside))
    stress = float(stress_per_newton([bar], [fitted.hole])[0]) * force * drawn / own
    strength = STEELS[bar.steel].yield_strength_pa * draw.values.get(f"{path}.bar.steel", 1.0)
    return np.asarray(strength / stress)


def _bar_stiffness(path: str, fitted: FittedBar, span: FloatArray, draw: _Draw) -> FloatArray:
    gain = draw.of(f"{path}.motion_gain", fitted.motion_gain)
    return bar_roll_stiffness(_bar_rate(path, fitted, draw), span, gain)


def _model(vehicle: Vehicle, set_up: SetUp, index: int, draw: _Draw) -> RollModel:
    """The drawn vehicles in one load state, one row each."""
    front = _axle("front", vehicle, set_up, draw)
    rear = _axle("rear", vehicle, set_up, draw)
    state, path = vehicle.load_states[index], f"load_states.{index}"

    def both(of_front: FloatArray, of_rear: FloatArray) -> FloatArray:
        return np.stack([draw.full(of_front), draw.full(of_rear)], axis=1)

    def axles(part: str) -> FloatArray:
        return both(
            draw.of(f"front.{part}", getattr(vehicle.front, part)),
            draw.of(f"rear.{part}", getattr(vehicle.rear, part)),
        )

    def load(axle: str) -> FloatArray:
        sides = (f"{axle}_left_kg", f"{axle}_right_kg")
        return np.asarray(sum(draw.of(f"{path}.{side}", getattr(state, side)) for side in sides))

    loads = both(load("front"), load("rear"))
    unsprung, unsprung_height = axles("unsprung_mass_kg"), axles("wheel_centre_height_m")
    sprung = loads - unsprung
    mass = sprung.sum(axis=1)
    height = draw.full(
        draw.of(f"{path}.centre_of_gravity_height_m", state.centre_of_gravity_height_m)
    )
    wheelbase = draw.full(draw.of("wheelbase_m", vehicle.wheelbase_m))
    moment = height * loads.sum(axis=1) - (unsprung * unsprung_height).sum(axis=1)
    return RollModel(
        sprung_mass_kg=mass,
        sprung_height_m=moment / mass,
        front_distance_m=wheelbase * sprung[:, REAR] / mass,
        wheelbase_m=wheelbase,
        roll_centre_height_m=axles("roll_centre_height_m"),
        track_m=axles("track_m"),
        suspension_n_m_per_rad=both(front.suspension, rear.suspension),
        tyre_n_m_per_rad=both(front.tyres, rear.tyres),
        unsprung_mass_kg=unsprung,
        unsprung_height_m=unsprung_height,
        late_n_m_per_rad=both(front.late, rear.late),
        free_lean_rad=both(front.free, rear.free),
    )


def _side(vehicle: Vehicle, draw: _Draw) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Side force of the reference wind, its height and its place, (samples,) each."""
    profile = vehicle.profile

    def blocks(part: str) -> FloatArray:
        return np.stack(
            [
                draw.full(draw.of(f"profile.blocks.{i}.{part}", getattr(block, part)))
                for i, block in enumerate(profile.blocks)
            ],
            axis=-1,
        )

    overhang = draw.full(draw.of("profile.front_overhang_m", profile.front_overhang_m))
    area, height, behind = block_area(
        blocks("length_m"), blocks("bottom_m"), blocks("top_m"), overhang
    )
    coefficient = draw.of("profile.side_force_coefficient", profile.side_force_coefficient)
    force = side_force(area, coefficient, REFERENCE_ROAD_M_S, REFERENCE_WIND_M_S)
    return force, height, behind


def _figures(vehicle: Vehicle, set_up: SetUp, index: int, draw: _Draw) -> dict[str, FloatArray]:
    model = _model(vehicle, set_up, index, draw)
    force, height, behind = _side(vehicle, draw)
    bend = solve(model, REFERENCE_BEND_M_S2)
    # The force differs from sample to sample, so it goes in as one newton and is scaled.
    per_newton = solve(
        replace(model, free_lean_rad=np.zeros((1, 2))), 0.0, 1.0, height, behind
    ).lean_rad[:, 0]
    figures = {
        "lean": bend.lean_rad[:, 0],
        "wind lean": per_newton * force,
        "front share": bend.front_share[:, 0],
    }
    for name, path, fitted in _bars(vehicle, set_up):
        axle = FRONT if name == "front" else REAR
        twist = bend.lean_rad[:, 0] - bend.tyre_roll_rad[:, 0, axle]
        span = _link_span(name, getattr(vehicle, name), draw)
        figures[f"{name} yield reserve"] = _yield_reserve(path, fitted, span, twist, draw)
    return figures


def bands(
    vehicle: Vehicle,
    set_up: SetUp,
    key: LoadKey,
    generator: np.random.Generator,
    samples: int = SAMPLES,
) -> list[Band]:
    """Return the figures a choice is decided by, each with its band.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        A load state of the sheet.
    generator : numpy.random.Generator
        Seeded by the caller, so that the same sheet gives the same bands.
    samples : int
        How many vehicles to draw, 100 or more.

    Returns
    -------
    list of Band
        Lean, lean in the wind, front share and each bar's reserve to yield in the bend, before
        and after, and the lean saved.

    Raises
    ------
    InputError
        Names the argument out of range.
    UnstableError
        One of the drawn vehicles tips over by itself: the numbers are too loose to decide by.

    Notes
    -----
    Every uncertain number is normal with its band as 95 %, independent of the others; both
    set-ups are drawn on the same vehicles, so the saving's band is its own. Bands are the 2.5
    and 97.5 percentiles. Strengths spread by `steel.STRENGTH_SPREAD`. Drivers are the numbers
    with the largest squared correlation.
    Play acts in the bend; the wind's lean is taken with play closed up.
    Source: JCGM 101:2008 (GUM, supplement 1).
    """
    if samples < 100:
        raise InputError("samples", "Draw at least 100 vehicles.")
    index = vehicle.weighed(key)
    draw = _drawn(vehicle, set_up, index, samples, generator)
    sheet = _Draw({}, 1, vehicle.corrected)
    named: dict[str, tuple[FloatArray, FloatArray]] = {}
    for when, chosen in (("before", SetUp()), ("after", set_up)):
        drawn = _figures(vehicle, chosen, index, draw)
        exact = _figures(vehicle, chosen, index, sheet)
        for name, values in drawn.items():
            named[f"{name} {when}"] = values, exact[name]
    saved = tuple(a - b for a, b in zip(named["lean before"], named["lean after"], strict=True))
    named["lean saved"] = saved[0], saved[1]
    figures = np.stack([values for values, _ in named.values()])
    lows, highs = np.percentile(figures, [2.5, 97.5], axis=1)
    exacts = [float(exact[0]) for _, exact in named.values()]
    rows = zip(named, exacts, lows, highs, _drivers(draw, figures), strict=True)
    return [Band(name, exact, float(low), float(high), two) for name, exact, low, high, two in rows]


def _drivers(draw: _Draw, figures: FloatArray) -> list[list[str]]:
    """The two numbers of largest correlation with each figure, (figures, samples)."""
    paths = list(draw.values)
    if not paths:
        return [[] for _ in figures]
    drawn = _standardised(np.stack([draw.values[path] for path in paths]))
    shares = np.abs(_standardised(figures) @ drawn.T) / draw.samples
    most = np.argsort(-shares, axis=1, kind="stable")[:, :2]
    return [
        [paths[i] for i in two if row[i] > _LEAST_CORRELATION]
        for row, two in zip(shares, most, strict=True)
    ]


def _standardised(rows: FloatArray) -> FloatArray:
    """Rows of mean 0 and deviation 1; a row that does not vary is all zeros."""
    about = rows - rows.mean(axis=1, keepdims=True)
    deviation = about.std(axis=1, keepdims=True)
    return np.asarray(about / np.where(deviation > 0, deviation, 1.0))
