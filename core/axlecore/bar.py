"""Anti-sway bar: its measurements and its rate, from a 3-D frame and in closed form."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.measure import Measured, Record, check_places, place
from axlecore.section import FloatArray, area, second_moment, torsion_constant
from axlecore.steel import SHEAR_MODULUS_PA, STEELS, YOUNGS_MODULUS_PA
from axlecore.units import Dimension

Point = tuple[float, float, float]

#: A bushing closer than this to a bend does not sit on a straight piece [m].
_NEAREST_BEND_M = 1e-4
_MOST_POINTS = 60
_MOST_HOLES = 8


@dataclass(frozen=True)
class Bar(Record):
    """A bar as measured, or as its maker's sheet gives it.

    Attributes
    ----------
    name : str
        What the shop calls it.
    outside_diameter_m, bore_m : Measured
        Section [m]; bore zero is solid.
    centre_line_m : tuple of points
        (x, y, z) [m] from the outermost hole of one arm to that of the other, y never
        falling; x along the arms, y across the vehicle, z up.
    bushing_span_m : Measured
        Distance between the two frame or axle bushings [m].
    hole_setbacks_m : tuple of float
        Distance of each hole from the outermost one, inward along the arm [m]; first is 0.
    bushing_rate_n_per_m, link_rate_n_per_m : Measured or None
        Radial stiffness of one bushing, and of one link with its cushions [N/m]; None is rigid.
    steel : str
        Key of `steel.STEELS`. Does not change the rate.
    """

    name: str
    centre_line_m: tuple[Point, ...]
    outside_diameter_m: Measured = place("Outside diameter", Dimension.SMALL_LENGTH, 0.008, 0.12)
    bore_m: Measured = place("Bore", Dimension.SMALL_LENGTH, 0.0, 0.119)
    bushing_span_m: Measured = place("Bushing span", Dimension.LENGTH, 0.1, 2.5)
    hole_setbacks_m: tuple[float, ...] = (0.0,)
    bushing_rate_n_per_m: Measured | None = place(
        "Bushing stiffness", Dimension.RATE, 1e5, 1e9, optional=True
    )
    link_rate_n_per_m: Measured | None = place(
        "Link stiffness", Dimension.RATE, 1e5, 1e9, optional=True
    )
    steel: str = "1045_hardened"

    def __post_init__(self) -> None:
        check_places(self)
        if not self.bore_m.value < self.outside_diameter_m.value:
            raise InputError(
                "bore_m",
                f"Bore {self.bore_m.value * 1e3:.1f} mm is not below the outside diameter "
                f"{self.outside_diameter_m.value * 1e3:.1f} mm; enter 0 for a solid bar.",
            )
        if self.steel not in STEELS:
            raise InputError(
                "steel", f"Read “{self.steel[:40]}”; known steels are {', '.join(STEELS)}."
            )
        _check_centre_line(self.centre_line_m, self.bushing_span_m.value)
        _check_holes(self.hole_setbacks_m, self.centre_line_m)


def _check_centre_line(points: Sequence[Point], bushing_span_m: float) -> None:
    line = np.asarray(points, dtype=float)
    if line.ndim != 2 or not 3 <= len(line) <= _MOST_POINTS or line.shape[1] != 3:
        raise InputError("centre_line_m", f"Give 3 to {_MOST_POINTS} points, (x, y, z) in metres.")
    if not np.all(np.isfinite(line)) or np.any(np.abs(line) > 5):
        raise InputError("centre_line_m", "Every coordinate must be a number within 5 m.")
    if np.any(np.linalg.norm(np.diff(line, axis=0), axis=1) < _NEAREST_BEND_M):
        raise InputError("centre_line_m", "Two points lie on each other; leave one out.")
    if np.any(np.diff(line[:, 1]) < 0):
        raise InputError("centre_line_m", "Points must run from one side to the other, y rising.")
    if np.max(np.abs(line[0] * [1, -1, 1] - line[-1])) > 5e-4:
        raise InputError(
            "centre_line_m", "Both eyes must mirror each other: same x and z, opposite y."
        )
    half = bushing_span_m / 2
    at = _at_y(line, np.array([-half, half]))
    if not line[0, 1] < -half or np.max(np.abs(at[0] - at[1])[[0, 2]]) > 5e-4:
        raise InputError(
            "bushing_span_m", "Both bushings must sit on the centre part, level with each other."
        )
    if np.min(np.linalg.norm(line[:, None] - at[None], axis=2)) < _NEAREST_BEND_M:
        raise InputError("bushing_span_m", "A bushing sits on a bend; measure to its middle.")


def _at_y(line: FloatArray, y_m: FloatArray) -> FloatArray:
    return np.stack([np.interp(y_m, line[:, 1], line[:, axis]) for axis in range(3)], axis=1)


def _check_holes(setbacks: Sequence[float], points: Sequence[Point]) -> None:
    end_piece = math.dist(points[0], points[1])
    if not 1 <= len(setbacks) <= _MOST_HOLES or setbacks[0] != 0:
        raise InputError("hole_setbacks_m", f"Give 1 to {_MOST_HOLES} holes, the outermost at 0.")
    if not all(math.isfinite(setback) and 0 <= setback < end_piece for setback in setbacks):
        raise InputError(
            "hole_setbacks_m",
            f"Every hole must lie on the arm's straight end, 0 to {end_piece * 1e3:.0f} mm in.",
        )


def square_u(arm_m: float, centre_length_m: float) -> tuple[Point, ...]:
    """Return the centre line of a bar with two square corners.

    Parameters
    ----------
    arm_m : float
        Arm length, bend to outermost hole [m].
    centre_length_m : float
        Distance between the arms [m].

    Returns
    -------
    tuple of four points
        (x, y, z) [m], eye to eye.
    """
    half = centre_length_m / 2
    return ((arm_m, -half, 0.0), (0.0, -half, 0.0), (0.0, half, 0.0), (arm_m, half, 0.0))


def square_u_rate(
    outside_diameter_m: npt.ArrayLike,
    bore_m: npt.ArrayLike,
    arm_m: npt.ArrayLike,
    centre_length_m: npt.ArrayLike,
    bushing_span_m: npt.ArrayLike,
    bushing_rate_n_per_m: npt.ArrayLike = np.inf,
    link_rate_n_per_m: npt.ArrayLike = np.inf,
) -> FloatArray:
    """Return the rate of a square-cornered U bar in closed form.

    Parameters
    ----------
    outside_diameter_m, bore_m : array_like
        Section [m].
    arm_m, centre_length_m, bushing_span_m : array_like
        Arm, distance between the arms, distance between the bushings [m]; the span is
        above zero and at most the centre length.
    bushing_rate_n_per_m, link_rate_n_per_m : array_like
        Radial stiffness of one bushing, stiffness of one link [N/m]; infinity is rigid.

    Returns
    -------
    ndarray, broadcast shape
        Force per end over deflection per end, ends moving oppositely [N/m].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    1/k = a²c/2GJ + a³/3EI + e³/3EI + e²s/6EI + c²/(s²·k_bush) + 1/k_link with
    e = (c − s)/2, by Castigliano's theorem on the statically determinate bar. A check on
    `frame_rate`, which is what the product uses.
    Source: Young & Budynas, *Roark's Formulas*, 7th ed., ch. 8 and 10, superposed.
    """
    arm, centre, span = (
        np.asarray(v, dtype=float) for v in (arm_m, centre_length_m, bushing_span_m)
    )
    if not np.all(arm > 0):
        raise InputError("arm_m", "Arm length must be above zero.")
    if not np.all((span > 0) & (span <= centre)):
        raise InputError("bushing_span_m", "Bushing span must be above zero, at most the centre.")
    bending = YOUNGS_MODULUS_PA * second_moment(outside_diameter_m, bore_m)
    twisting = SHEAR_MODULUS_PA * torsion_constant(outside_diameter_m, bore_m)
    overhang = (centre - span) / 2
    compliance = (
        arm**2 * centre / (2 * twisting)
        + (arm**3 + overhang**3) / (3 * bending)
        + overhang**2 * span / (6 * bending)
        + centre**2 / (span**2 * np.asarray(bushing_rate_n_per_m, dtype=float))
        + 1 / np.asarray(link_rate_n_per_m, dtype=float)
    )
    return np.asarray(1 / compliance)


def _with_bushings(line: FloatArray, span: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Insert a node at each bushing; return nodes, the piece each element is of, bushing mask."""
    count, points, _ = line.shape
    y = line[:, :, 1]
    bushing_y = np.stack([-span / 2, span / 2], axis=1)
    # The last point at or before the bushing starts the piece that carries it.
    piece = np.sum(y[:, None, :] <= bushing_y[:, :, None], axis=2) - 1
    rows = np.arange(count)[:, None]
    start, end = line[rows, piece], line[rows, piece + 1]
    share = (bushing_y - start[..., 1]) / (end[..., 1] - start[..., 1])
    order_key = np.concatenate(
        [np.tile(np.arange(points, dtype=float), (count, 1)), piece + share], 1
    )
    order = np.argsort(order_key, axis=1, kind="stable")
    nodes = np.concatenate([line, start + share[..., None] * (end - start)], axis=1)[rows, order]
    element_piece = np.floor(order_key[rows, order][:, :-1]).astype(int)
    return nodes, element_piece, order >= points


def _element_blocks(
    nodes: FloatArray, outside: FloatArray, bore: FloatArray
) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Return stiffness blocks (start–start, start–end, end–end), each (bars, elements, 6, 6).

    A round section bends alike in every plane, so the blocks follow from the element's
    direction alone, without local axes: with e its unit vector, eeᵀ picks the axial part.
    """
    along = np.diff(nodes, axis=1)
    length = np.linalg.norm(along, axis=2)
    e = along / length[..., None]
    axial = e[..., :, None] * e[..., None, :]
    across = np.eye(3) - axial
    cross = np.zeros((*e.shape, 3))
    for row, column, source, sign in (
        (0, 1, 2, -1), (0, 2, 1, 1), (1, 0, 2, 1), (1, 2, 0, -1), (2, 0, 1, -1), (2, 1, 0, 1),
    ):  # fmt: skip
        cross[..., row, column] = sign * e[..., source]
    ei = YOUNGS_MODULUS_PA * second_moment(outside, bore)
    stretch = (YOUNGS_MODULUS_PA * area(outside, bore) / length)[..., None, None] * axial
    twist = (SHEAR_MODULUS_PA * torsion_constant(outside, bore) / length)[..., None, None] * axial
    shear = (12 * ei / length**3)[..., None, None] * across
    bend = (ei / length)[..., None, None] * across
    couple = (-6 * ei / length**2)[..., None, None] * cross
    couple_t = np.swapaxes(couple, -1, -2)

    def block(uu: FloatArray, ut: FloatArray, tu: FloatArray, tt: FloatArray) -> FloatArray:
        return np.concatenate([np.concatenate([uu, ut], -1), np.concatenate([tu, tt], -1)], -2)

    near = block(stretch + shear, couple, couple_t, twist + 4 * bend)
    off = block(-stretch - shear, couple, -couple_t, -twist + 2 * bend)
    far = block(stretch + shear, -couple, -couple_t, twist + 4 * bend)
    return near, off, far


def frame_rate(
    centre_line_m: npt.ArrayLike,
    outside_diameter_m: npt.ArrayLike,
    bore_m: npt.ArrayLike,
    bushing_span_m: npt.ArrayLike,
    bushing_rate_n_per_m: npt.ArrayLike = np.inf,
    link_rate_n_per_m: npt.ArrayLike = np.inf,
) -> FloatArray:
    """Return the rate of many bars at once, each a 3-D frame of straight beams.

    Parameters
    ----------
    centre_line_m : array_like, (bars, points, 3)
        Eye to eye, x along the arms, y across, z up [m]; eyes mirror each other.
    outside_diameter_m, bore_m : array_like, (bars,) or (bars, points − 1)
        Section, the same throughout or one a piece [m].
    bushing_span_m : array_like, (bars,)
        Distance between the bushings [m], on the part where y rises.
    bushing_rate_n_per_m, link_rate_n_per_m : array_like, (bars,)
        Radial stiffness of one bushing, stiffness of one link [N/m]; infinity is rigid.

    Returns
    -------
    ndarray, (bars,)
        Force per end over deflection per end in z, ends moving oppositely [N/m].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    Direct stiffness with Euler–Bernoulli beams (axial, two bendings, torsion), exact for
    straight pieces under end loads. Bushings hold x and z and let the bar turn. Nodes form
    a chain, so the matrix is block tridiagonal and is eliminated eye to eye, all bars in
    one step. Neglects shear deflection: below 1 % for arms over five diameters.
    Source: Przemieniecki, *Theory of Matrix Structural Analysis*, ch. 5–6.
    """
    line = np.asarray(centre_line_m, dtype=float)
    bars, points, _ = line.shape
    outside = _per_piece(outside_diameter_m, bars, points - 1)
    bore = _per_piece(bore_m, bars, points - 1)
    span, bushing, link = (
        np.broadcast_to(np.asarray(v, dtype=float), (bars,))
        for v in (bushing_span_m, bushing_rate_n_per_m, link_rate_n_per_m)
    )
    if not np.all((span > 0) & (span / 2 < -line[:, 0, 1])):
        raise InputError("bushing_span_m", "Bushing span must be above zero and inside the eyes.")
    if not np.all(bushing > 0):
        raise InputError("bushing_rate_n_per_m", "Bushing stiffness must be above zero.")
    if not np.all(link > 0):
        raise InputError("link_rate_n_per_m", "Link stiffness must be above zero.")
    nodes, piece, at_bushing = _with_bushings(line, span)
    rows = np.arange(bars)[:, None]
    blocks = _element_blocks(nodes, outside[rows, piece], bore[rows, piece])
    return np.asarray(1 / (_end_compliance(*blocks, at_bushing, bushing) + 1 / link))


def _per_piece(value: npt.ArrayLike, bars: int, pieces: int) -> FloatArray:
    found = np.asarray(value, dtype=float)
    return np.broadcast_to(found[:, None] if found.ndim == 1 else found, (bars, pieces))


def _end_compliance(
    near: FloatArray, off: FloatArray, far: FloatArray, at_bushing: FloatArray, rate: FloatArray
) -> FloatArray:
    """Return z deflection per end under opposite unit end forces, (bars,) [m/N]."""
    bars, count = at_bushing.shape
    diagonal = np.zeros((bars, count, 6, 6))
    diagonal[:, :-1] += near
    diagonal[:, 1:] += far
    held = np.zeros((bars, count, 6), dtype=bool)
    elastic = np.where(np.isfinite(rate), rate, 0.0)
    for axis in (0, 2):
        diagonal[..., axis, axis] += at_bushing * elastic[:, None]
        held[..., axis] = at_bushing & ~np.isfinite(rate)[:, None]
    # Opposite end forces neither push the bar sideways nor spin it in its bushings; holding
    # those two motions at the first bushing carries no force and keeps the matrix regular.
    first = at_bushing & (np.cumsum(at_bushing, axis=1) == 1)
    held[..., 1] |= first
    held[..., 4] |= first
    free = (~held).astype(float)
    diagonal *= free[..., :, None] * free[..., None, :]
    diagonal += np.eye(6) * (1 - free)[..., None, :]
    off = off * free[:, :-1, :, None] * free[:, 1:, None, :]
    load = np.zeros((bars, count, 6))
    load[:, 0, 2], load[:, -1, 2] = -1.0, 1.0
    shift = _solve_chain(diagonal, off, load)
    return np.asarray((shift[:, -1, 2] - shift[:, 0, 2]) / 2)


def _solve_chain(diagonal: FloatArray, off: FloatArray, load: FloatArray) -> FloatArray:
    """Solve symmetric block-tridiagonal systems, (systems, nodes, 6, 6), by block elimination."""
    count = diagonal.shape[1]
    carried: list[FloatArray] = []
    here, force = diagonal[:, 0], load[:, 0]
    for node in range(count - 1):
        right = np.concatenate([off[:, node], force[..., None]], axis=2)
        solved = np.linalg.solve(here, right)
        carried.append(solved)
        off_t = np.swapaxes(off[:, node], 1, 2)
        here = diagonal[:, node + 1] - off_t @ solved[..., :6]
        force = load[:, node + 1] - (off_t @ solved[..., 6:])[..., 0]
    shift = np.empty_like(load)
    shift[:, -1] = np.linalg.solve(here, force[..., None])[..., 0]
    for node in range(count - 2, -1, -1):
        behind = (carried[node][..., :6] @ shift[:, node + 1, :, None])[..., 0]
        shift[:, node] = carried[node][..., 6] - behind
    return shift


def check_hole(bar: Bar, hole: int) -> None:
    """Raise InputError unless a bar has this hole.

    Parameters
    ----------
    bar : Bar
        The bar.
    hole : int
        0 the outermost.
    """
    if not 0 <= hole < len(bar.hole_setbacks_m):
        raise InputError(
            "hole", f"Hole {hole + 1} is not on this bar; it has {len(bar.hole_setbacks_m)}."
        )


def _eye_line(bar: Bar, hole: int) -> FloatArray:
    check_hole(bar, hole)
    line = np.array(bar.centre_line_m, dtype=float)
    setback = bar.hole_setbacks_m[hole]
    for eye, bend in ((0, 1), (-1, -2)):
        arm = line[bend] - line[eye]
        line[eye] = line[eye] + arm * (setback / np.linalg.norm(arm))
    return line


def bar_rates(bars: Sequence[Bar], holes: Sequence[int]) -> FloatArray:
    """Return the rate of each bar in the hole named for it.

    Parameters
    ----------
    bars : sequence of Bar, any length
        Bars, which may have different numbers of points.
    holes : sequence of int, same length
        Hole of each, 0 the outermost (softest).

    Returns
    -------
    ndarray, (bars,)
        Rate at the eyes [N/m].

    Raises
    ------
    InputError
        ``hole`` where the bar has no such hole.
    """
    lines = [_eye_line(bar, hole) for bar, hole in zip(bars, holes, strict=True)]
    rates = np.empty(len(bars))
    # Bars of the same number of points are solved together.
    for points in {len(line) for line in lines}:
        chosen = [i for i, line in enumerate(lines) if len(line) == points]
        rates[chosen] = frame_rate(
            np.stack([lines[i] for i in chosen]),
            np.array([bars[i].outside_diameter_m.value for i in chosen]),
            np.array([bars[i].bore_m.value for i in chosen]),
            np.array([bars[i].bushing_span_m.value for i in chosen]),
            np.array([_rate_or_rigid(bars[i].bushing_rate_n_per_m) for i in chosen]),
            np.array([_rate_or_rigid(bars[i].link_rate_n_per_m) for i in chosen]),
        )
    return rates


def _rate_or_rigid(rate: Measured | None) -> float:
    return math.inf if rate is None else rate.value


def developed_length(bar: Bar) -> float:
    """Return the length of a bar along its bends, outermost hole to outermost hole [m].

    Parameters
    ----------
    bar : Bar
        The bar.
    """
    line = np.asarray(bar.centre_line_m)
    return float(np.sum(np.linalg.norm(np.diff(line, axis=0), axis=1)))
