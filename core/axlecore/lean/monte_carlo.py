"""Bands by drawing many vehicles: every figure people decide by, with what drives its band."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from axlecore.bars.steel import STEELS
from axlecore.bars.stress import bend_radius, worst_stress_per_newton
from axlecore.errors import InputError
from axlecore.lean.assembly import AxleRoll
from axlecore.lean.bar_numbers import BarNumbers, bar_line, bar_section, bars_of
from axlecore.lean.draws import Draw, drawn
from axlecore.lean.evaluate import REFERENCE_BEND_M_S2, REFERENCE_ROAD_M_S, REFERENCE_WIND_M_S
from axlecore.lean.roll_model import RollModel, model_as_read
from axlecore.lean.steady import Push, RollAnswer, solve
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.ends import INDEX_OF_END, End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle, bar_that_counts
from axlecore.vehicle.side_wind import ProfileBlock, block_area, side_force

SAMPLES = 5000
#: A number that correlates less with a figure does not drive it.
_LEAST_CORRELATION = 0.1


class Quantity(StrEnum):
    """What kind of figure a band is of, for its unit and digits."""

    LEAN = "lean"
    BALANCE = "balance"
    RESERVE = "reserve"


@dataclass(frozen=True)
class Band(Record):
    """A figure with its band.

    Attributes
    ----------
    name : str
        Which figure.
    quantity : Quantity
        Of which kind: rad, a part, or a ratio.
    value : float
        As computed from the sheet.
    low, high : float
        Between these lie 95 % of the vehicles the sheet may mean.
    drivers : list of str
        Paths of the two numbers that drive the band most.
    """

    name: str
    quantity: Quantity
    value: float
    low: float
    high: float
    drivers: list[str]


def drawn_model(
    vehicle: Vehicle, set_up: SetUp, state: int, draw: Draw
) -> tuple[RollModel, tuple[AxleRoll, AxleRoll]]:
    """Return the roll model of drawn vehicles with what is chosen, one row a sample.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    state : int
        Index of the load state.
    draw : Draw
        The samples.

    Returns
    -------
    tuple of RollModel, tuple of two AxleRoll
        (samples,) rows, and where front's and rear's stiffness comes from.
    """
    front, rear = (bars_of(vehicle, set_up, end, draw.read) for end in End)
    return model_as_read(
        vehicle, state, (front, rear), draw.read, draw.spring_correction, draw.samples
    )


def _side(vehicle: Vehicle, draw: Draw) -> tuple[FloatArray, Push]:
    """Side force of the reference wind, and where it acts, (samples,) each."""
    profile = vehicle.profile

    def numbers(at: int, block: ProfileBlock) -> list[FloatArray]:
        path = f"profile.blocks.{at}"
        return [
            draw.full(draw.read(f"{path}.length_m", block.length_m)),
            draw.full(draw.read(f"{path}.bottom_m", block.bottom_m)),
            draw.full(draw.read(f"{path}.top_m", block.top_m)),
        ]

    length, bottom, top = np.stack(
        [numbers(at, block) for at, block in enumerate(profile.blocks)], axis=-1
    )
    overhang = draw.read("profile.front_overhang_m", profile.front_overhang_m)
    area, height, behind = block_area(length, bottom, top, draw.full(overhang))
    coefficient = draw.read("profile.side_force_coefficient", profile.side_force_coefficient)
    force = side_force(area, coefficient, REFERENCE_ROAD_M_S, REFERENCE_WIND_M_S)
    return force, Push(height, behind)


def _yield_reserve(
    path: str, fitted: FittedBar, numbers: BarNumbers, twist: FloatArray, draw: Draw
) -> FloatArray:
    """Yield over the worst stress under a twist, (samples,)."""
    bar = fitted.bar
    outside, bore = bar_section(bar, f"{path}.bar", draw.read)
    line, span = bar_line(fitted, f"{path}.bar", draw.read)
    count = max(len(outside), len(line))
    per_newton = worst_stress_per_newton(
        np.broadcast_to(line, (count, *line.shape[1:])),
        np.broadcast_to(outside, (count, outside.shape[1])),
        np.broadcast_to(bore, (count, bore.shape[1])),
        np.broadcast_to(span, (count,)),
        np.full(count, bend_radius(bar)),
    )
    strength = STEELS[bar.steel].yield_strength_pa * draw.values.get(f"{path}.bar.steel", 1.0)
    stress = per_newton * numbers.end_force_n(twist)
    return np.asarray(strength / np.maximum(stress, 1.0))


def _figures(
    vehicle: Vehicle, set_up: SetUp, state: int, draw: Draw
) -> dict[tuple[str, Quantity], FloatArray]:
    model, rolls = drawn_model(vehicle, set_up, state, draw)
    force, push = _side(vehicle, draw)
    bend: RollAnswer = solve(model, REFERENCE_BEND_M_S2)
    wind = solve(model, 0.0, force[:, None], push)
    figures = {
        ("lean", Quantity.LEAN): bend.lean_rad[:, 0],
        ("wind lean", Quantity.LEAN): wind.lean_rad[:, 0],
        ("front–rear balance", Quantity.BALANCE): bend.front_share[:, 0],
    }
    for end in End:
        fitted = bar_that_counts(vehicle, set_up, end)
        if fitted is not None:
            roll, kept = rolls[INDEX_OF_END[end]], set_up.of_end(end) is None
            path = f"{end}.standard_bar" if kept else f"set_up.{end}.fitted"
            numbers = roll.standard if kept else roll.chosen
            twist = bend.lean_rad[:, 0] - bend.tyre_roll_rad[:, 0, INDEX_OF_END[end]]
            reserve = _yield_reserve(path, fitted, numbers, twist, draw)
            figures[f"{end} yield reserve", Quantity.RESERVE] = reserve
    return {name: draw.full(values) for name, values in figures.items()}


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
        Lean, lean in the wind, front–rear balance and each bar's reserve to yield in the bend,
        before and after, and the lean saved.

    Raises
    ------
    InputError
        Names the argument out of range.
    UnstableError
        One of the drawn vehicles tips over by itself: the numbers are too loose to decide by.

    Notes
    -----
    Vehicles are drawn by `draws.drawn`, play included; both set-ups are drawn on the same
    vehicles, so the saving's band is its own. Bands are the 2.5 and 97.5 percentiles. Drivers
    are the numbers with the largest squared correlation.
    Source: JCGM 101:2008 (GUM, supplement 1).
    """
    if samples < 100:
        raise InputError("samples", "Draw at least 100 vehicles.")
    state = vehicle.weighed(key)
    draw = drawn(vehicle, set_up, state, samples, generator)
    sheet = Draw({}, 1)
    named: dict[tuple[str, Quantity], tuple[FloatArray, FloatArray]] = {}
    for when, chosen in (("before", SetUp()), ("after", set_up)):
        values, exact = (_figures(vehicle, chosen, state, one) for one in (draw, sheet))
        for (name, quantity), of_draw in values.items():
            named[f"{name} {when}", quantity] = of_draw, exact[name, quantity]
    before, after = (named[f"lean {when}", Quantity.LEAN] for when in ("before", "after"))
    named["lean saved", Quantity.LEAN] = before[0] - after[0], before[1] - after[1]
    figures = np.stack([values for values, _ in named.values()])
    lows, highs = np.percentile(figures, [2.5, 97.5], axis=1)
    exacts = [float(exact[0]) for _, exact in named.values()]
    rows = zip(named, exacts, lows, highs, _drivers(draw, figures), strict=True)
    return [
        Band(name, quantity, exact, float(low), float(high), two)
        for (name, quantity), exact, low, high, two in rows
    ]


def _drivers(draw: Draw, figures: FloatArray) -> list[list[str]]:
    """The two numbers of largest correlation with each figure, (figures, samples)."""
    paths = list(draw.values)
    if not paths:
        return [[] for _ in figures]
    columns = _standardised(np.stack([draw.full(draw.values[path]) for path in paths]))
    shares = np.abs(_standardised(figures) @ columns.T) / draw.samples
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
