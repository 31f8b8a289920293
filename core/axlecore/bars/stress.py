"""Stress along a bar under opposite end forces, with its bends, and what it may bear."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.bars.bar import Bar, bar_rates, eye_line, piece_sections, sections_of
from axlecore.bars.moments import loaded_line
from axlecore.bars.section import checked_section, second_moment, torsion_constant
from axlecore.bars.steel import STEELS
from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray, above_zero
from axlecore.quantities.measure import Record

#: Centre-line bend radius over outside diameter where nobody measured it; cold-bent bars
#: are rarely bent tighter.
USUAL_BEND_RADIUS = 2.5
#: Two pieces meeting at less than this do not make a bend [rad].
_STRAIGHT_RAD = np.radians(1.0)


@dataclass(frozen=True)
class StressCurve(Record):
    """Stress along one bar, at both ends of each straight piece, from eye to eye.

    Attributes
    ----------
    distance_m : list of float
        Along the centre line from the first eye [m]; a bend or bushing appears twice.
    position_m : list of list of float
        (x, y, z) of each [m].
    bending_pa, shear_pa, von_mises_pa : list of float
        At the surface, bends with their curved-beam factor [Pa].
    end_force_n : float
        Force per end [N].
    worst_pa, worst_at_m : float
        Largest von Mises stress [Pa] and where [m].
    yield_reserve : float
        Yield strength over the largest stress; below 1 it yields.
    """

    distance_m: list[float]
    position_m: list[list[float]]
    bending_pa: list[float]
    shear_pa: list[float]
    von_mises_pa: list[float]
    end_force_n: float
    worst_pa: float
    worst_at_m: float
    yield_reserve: float


def curved_beam_factor(
    outside_diameter_m: npt.ArrayLike, bore_m: npt.ArrayLike, bend_radius_m: npt.ArrayLike
) -> FloatArray:
    """Return how much more a round bar is stressed at the inside of a bend than straight.

    Parameters
    ----------
    outside_diameter_m, bore_m : array_like, broadcast
        Section [m].
    bend_radius_m : array_like, broadcast
        Radius of the bend's centre line [m], above half the outside diameter.

    Returns
    -------
    ndarray, broadcast shape
        Factor on the nominal bending stress, above one.

    Raises
    ------
    InputError
        ``bend_radius_m`` where the bend folds into itself.

    Notes
    -----
    Winkler–Bach: σ_i = M(r_n − r_i)/(A·e·r_i), r_n = A/∫dA/r, e = R − r_n, and for a circle
    of radius c ∫dA/r = 2π(R − √(R² − c²)); a tube is the difference of two.
    Source: Young & Budynas, *Roark's Formulas*, 7th ed., ch. 9 and table 9.1.
    """
    outside, bore, radius = np.broadcast_arrays(
        *checked_section(outside_diameter_m, bore_m),
        above_zero("bend_radius_m", bend_radius_m, "Bend radius"),
    )
    outer, inner = outside / 2, bore / 2
    if not np.all(radius > outer):
        raise InputError("bend_radius_m", "Bend radius must be above half the outside diameter.")
    area = np.pi * (outer**2 - inner**2)
    # R − √(R² − c²) written so that small c loses no digits.
    weighted = (
        2
        * np.pi
        * (
            outer**2 / (radius + np.sqrt(radius**2 - outer**2))
            - inner**2 / (radius + np.sqrt(radius**2 - inner**2))
        )
    )
    neutral = area / weighted
    inside = radius - outer
    real = (neutral - inside) / (area * (radius - neutral) * inside)
    nominal = outer / second_moment(outside, bore)
    return np.asarray(real / nominal)


@dataclass(frozen=True)
class _Surface:
    """Stresses per newton of end force at both ends of each straight piece, (bars, 2·pieces)."""

    distance_m: FloatArray
    bending: FloatArray
    shear: FloatArray

    @property
    def von_mises(self) -> FloatArray:
        return np.asarray(np.sqrt(self.bending**2 + 3 * self.shear**2))


def _surface(
    line: FloatArray, outside: FloatArray, bore: FloatArray, span: FloatArray, radius: FloatArray
) -> _Surface:
    loaded = loaded_line(line, span)
    rows = np.arange(len(line))[:, None]
    outside, bore = outside[rows, loaded.of_piece], bore[rows, loaded.of_piece]
    start, end = (np.linalg.norm(moment, axis=-1) for moment in loaded.bending_m)
    per_moment = outside / 2 / second_moment(outside, bore)
    factor = curved_beam_factor(outside, bore, np.maximum(radius[:, None], 0.51 * outside))
    turn = np.einsum("bpi,bpi->bp", loaded.along[:, :-1], loaded.along[:, 1:])
    bent = np.arccos(np.clip(turn, -1, 1)) > _STRAIGHT_RAD
    none = np.zeros((len(line), 1), dtype=bool)
    at_start = np.where(np.concatenate([none, bent], axis=1), factor, 1.0)
    at_end = np.where(np.concatenate([bent, none], axis=1), factor, 1.0)
    bending = np.stack([start * per_moment * at_start, end * per_moment * at_end], axis=-1)
    shear = np.abs(loaded.twisting_m) * outside / 2 / torsion_constant(outside, bore)
    ends = np.cumsum(loaded.length_m, axis=1)
    distance = np.stack([ends - loaded.length_m, ends], axis=-1)
    flat = (len(line), -1)
    return _Surface(distance.reshape(flat), bending.reshape(flat), np.repeat(shear, 2, axis=1))


def bend_radius(bar: Bar) -> float:
    """Return the centre-line radius of a bar's bends, measured or usual [m].

    Parameters
    ----------
    bar : Bar
        The bar.
    """
    if bar.bend_radius_m is not None:
        return bar.bend_radius_m.value
    return USUAL_BEND_RADIUS * bar.outside_diameter_m.value


def stress_along(bar: Bar, hole: int, end_force_n: float) -> StressCurve:
    """Return the stress along one bar under an end force.

    Parameters
    ----------
    bar : Bar
        The bar.
    hole : int
        Hole the links are in, 0 the outermost.
    end_force_n : float
        Force per end [N], ends pushed oppositely; zero or more.

    Returns
    -------
    StressCurve
        At both ends of each straight piece.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    σ = M·D/2I, times the curved-beam factor where two pieces meet in a bend; τ = T·D/2J;
    von Mises √(σ² + 3τ²). Shear from the force itself is left out: below 1 % on bars.
    Source: Shigley, *Mechanical Engineering Design*, 9th ed., ch. 3 and 5.
    """
    if not (np.isfinite(end_force_n) and end_force_n >= 0):
        raise InputError("end_force_n", "End force must be zero or more.")
    line = eye_line(bar, hole)[None]
    outside, bore = piece_sections(bar)
    span = np.array([bar.bushing_span_m.value])
    surface = _surface(line, outside[None], bore[None], span, np.array([bend_radius(bar)]))
    von_mises = surface.von_mises[0] * end_force_n
    worst = int(np.argmax(von_mises))
    strength = STEELS[bar.steel].yield_strength_pa
    distance = surface.distance_m[0]
    return StressCurve(
        distance_m=distance.tolist(),
        position_m=_positions(line[0], distance).tolist(),
        bending_pa=(surface.bending[0] * end_force_n).tolist(),
        shear_pa=(surface.shear[0] * end_force_n).tolist(),
        von_mises_pa=von_mises.tolist(),
        end_force_n=float(end_force_n),
        worst_pa=float(von_mises[worst]),
        worst_at_m=float(distance[worst]),
        yield_reserve=float(strength / von_mises[worst]) if von_mises[worst] > 0 else np.inf,
    )


def _positions(line: FloatArray, distance: FloatArray) -> FloatArray:
    at = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(line, axis=0), axis=1))])
    return np.stack([np.interp(distance, at, line[:, axis]) for axis in range(3)], axis=1)


def stress_per_newton(bars: Sequence[Bar], holes: Sequence[int]) -> FloatArray:
    """Return the largest von Mises stress of each bar per newton at each end, (bars,) [Pa/N].

    Parameters
    ----------
    bars : sequence of Bar
        Bars, which may have different numbers of points.
    holes : sequence of int, same length
        Hole of each.
    """
    found = np.empty(len(bars))
    lines = [eye_line(bar, hole) for bar, hole in zip(bars, holes, strict=True)]
    for points in {len(line) for line in lines}:
        chosen = [i for i, line in enumerate(lines) if len(line) == points]
        outside, bore = sections_of([bars[i] for i in chosen])
        found[chosen] = worst_stress_per_newton(
            np.stack([lines[i] for i in chosen]),
            outside,
            bore,
            np.array([bars[i].bushing_span_m.value for i in chosen]),
            np.array([bend_radius(bars[i]) for i in chosen]),
        )
    return found


def worst_stress_per_newton(
    centre_line_m: FloatArray,
    outside_diameter_m: FloatArray,
    bore_m: FloatArray,
    bushing_span_m: FloatArray,
    bend_radius_m: FloatArray,
) -> FloatArray:
    """Return the largest von Mises stress of bars per newton at each end, (bars,) [Pa/N].

    Parameters
    ----------
    centre_line_m : ndarray, (bars, points, 3)
        Eye to eye [m].
    outside_diameter_m, bore_m : ndarray, (bars, points − 1)
        Section of each piece [m].
    bushing_span_m, bend_radius_m : ndarray, (bars,)
        Between the bushings, and of the bends' centre line [m].
    """
    surface = _surface(centre_line_m, outside_diameter_m, bore_m, bushing_span_m, bend_radius_m)
    return np.asarray(surface.von_mises.max(axis=1))


def stress_at_travel(bar: Bar, hole: int, tip_travel_m: float) -> StressCurve:
    """Return the stress along a bar whose arm tips are moved apart.

    Parameters
    ----------
    bar : Bar
        The bar.
    hole : int
        Hole the links are in.
    tip_travel_m : float
        Travel of each arm tip from rest, one up and one down [m], zero or more.
    """
    if not (np.isfinite(tip_travel_m) and tip_travel_m >= 0):
        raise InputError("tip_travel_m", "Tip travel must be zero or more.")
    return stress_along(bar, hole, float(bar_rates([bar], [hole])[0]) * tip_travel_m)
