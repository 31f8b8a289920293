"""Moments along a bar under opposite end forces, for its rate and for its stress."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.quantities.arguments import FloatArray


@dataclass(frozen=True)
class LoadedLine:
    """Bars cut into straight pieces, with the moments of a unit force at each eye.

    Attributes
    ----------
    length_m : ndarray, (bars, pieces)
        Length of each piece.
    along : ndarray, (bars, pieces, 3)
        Unit vector from its start to its end.
    start_m, end_m : ndarray, (bars, pieces, 3)
        Moment per unit end force at both ends of each piece [N·m/N].
    of_piece : ndarray of int, (bars, pieces)
        Which piece of the given line each one is a part of.
    reaction : ndarray, (bars,)
        Force at each bushing per unit end force.
    """

    length_m: FloatArray
    along: FloatArray
    start_m: FloatArray
    end_m: FloatArray
    of_piece: npt.NDArray[np.int_]
    reaction: FloatArray

    @property
    def twisting_m(self) -> FloatArray:
        """Torsion per unit end force, constant along a straight piece, (bars, pieces)."""
        return np.asarray((self.start_m * self.along).sum(axis=-1))

    @property
    def bending_m(self) -> tuple[FloatArray, FloatArray]:
        """Bending moments per unit end force at start and end, (bars, pieces, 3) each."""
        twist = self.twisting_m[..., None] * self.along
        return self.start_m - twist, self.end_m - twist


def loaded_line(line_m: FloatArray, bushing_span_m: FloatArray) -> LoadedLine:
    """Return the moments along bars whose ends are pushed oppositely in z.

    Parameters
    ----------
    line_m : ndarray, (bars, points, 3)
        Eye to eye, eyes mirroring each other [m].
    bushing_span_m : ndarray, (bars,)
        Distance between the bushings [m].

    Notes
    -----
    Statically determinate: opposite forces in z at mirrored eyes leave the bushings a pair of
    forces in z, R = eye spacing ÷ span, and nothing else. So moments follow by cutting, without
    stiffness. Derived from the sum of moments about x.
    """
    nodes, of_piece, at_bushing = _with_bushings(line_m, bushing_span_m)
    along = np.diff(nodes, axis=1)
    length = np.linalg.norm(along, axis=2)
    reaction = 2 * -line_m[:, 0, 1] / bushing_span_m
    # Loads met so far, walking from the first eye: the eye's own, then each bushing's.
    passed = np.cumsum(at_bushing, axis=1)[:, :-1]
    first, second = (
        nodes[np.arange(len(nodes)), np.argmax(np.cumsum(at_bushing, axis=1) == nth, axis=1)]
        for nth in (1, 2)
    )

    def moment(at: FloatArray) -> FloatArray:
        total = _about(nodes[:, :1] - at)
        total = total - (reaction[:, None] * (passed >= 1))[..., None] * _about(first[:, None] - at)
        return np.asarray(
            total + (reaction[:, None] * (passed >= 2))[..., None] * _about(second[:, None] - at)
        )

    return LoadedLine(
        length_m=length,
        along=along / length[..., None],
        start_m=moment(nodes[:, :-1]),
        end_m=moment(nodes[:, 1:]),
        of_piece=of_piece,
        reaction=reaction,
    )


def _about(arm: FloatArray) -> FloatArray:
    """Moment of a unit force in z at the end of an arm."""
    return np.stack([arm[..., 1], -arm[..., 0], np.zeros(arm.shape[:-1])], axis=-1)


def _with_bushings(
    line: FloatArray, span: FloatArray
) -> tuple[FloatArray, npt.NDArray[np.int_], npt.NDArray[np.bool_]]:
    """Insert a node at each bushing; return nodes, the piece each part is of, bushing mask."""
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
    part_of = np.floor(order_key[rows, order][:, :-1]).astype(int)
    return nodes, part_of, order >= points


def end_compliance(
    loaded: LoadedLine, bending_stiffness: FloatArray, twisting_stiffness: FloatArray
) -> FloatArray:
    """Return the deflection per end of a bar's steel under a unit force per end, (bars,) [m/N].

    Parameters
    ----------
    loaded : LoadedLine
        Moments along the bars.
    bending_stiffness, twisting_stiffness : ndarray, (bars, pieces of the given line)
        EI and GJ of each piece [N·m²].

    Notes
    -----
    Castigliano: ½∫(M²/EI + T²/GJ)ds, exact along straight pieces where M is linear and T
    constant. Neglects shear and axial deflection.
    Source: Timoshenko, *Strength of Materials*, part I, ch. 11.
    """
    rows = np.arange(len(loaded.length_m))[:, None]
    bending = bending_stiffness[rows, loaded.of_piece]
    twisting = twisting_stiffness[rows, loaded.of_piece]
    start, end = loaded.bending_m
    squares = ((start * start) + (start * end) + (end * end)).sum(axis=-1) / 3
    energy = loaded.length_m * (squares / bending + loaded.twisting_m**2 / twisting)
    return np.asarray(energy.sum(axis=1) / 2)
