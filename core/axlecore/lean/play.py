"""Parts that work only past a lean of their axle: bars with play, and stops."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.quantities.arguments import FloatArray

#: Rounds after which a part that still changes its mind is settled by trying every combination.
_MOST_ROUNDS = 12
#: Twists this near to a part's free lean count as past it [rad].
_AT_ONCE_RAD = 1e-12


@dataclass(frozen=True)
class LateParts:
    """Parts that push back by k·(|ψ| − ψ₀) once the twist ψ they feel is past ψ₀.

    Attributes
    ----------
    feels : ndarray, (parts, unknowns)
        The twist each part feels, as a sum of the unknowns: 1 for the body's end, −1 for the axle.
    stiffness_n_m_per_rad, free_lean_rad : ndarray, (n, parts)
        k, and ψ₀; infinity where it never works.
    in_matrix : ndarray of bool, (parts,)
        Its stiffness is part of the matrix that is solved first.
    """

    feels: FloatArray
    stiffness_n_m_per_rad: FloatArray
    free_lean_rad: FloatArray
    in_matrix: npt.NDArray[np.bool_]


def settle(matrix: FloatArray, loads: FloatArray, parts: LateParts) -> FloatArray:
    """Return the unknowns under loads, every late part slack or working as its own twist says.

    Parameters
    ----------
    matrix : ndarray, (n, unknowns, unknowns)
        Stiffness with the parts that `LateParts.in_matrix` names.
    loads : ndarray, (n, unknowns, cases)
        Loads of each case.
    parts : LateParts
        The late parts.

    Returns
    -------
    ndarray, (n, unknowns, cases)
        The unknowns [rad].

    Notes
    -----
    Piecewise linear: a part that works adds its stiffness, and the moment it has spared in its
    free lean; the parts that work are taken from the last answer until nothing changes (Newton's
    method on a convex energy, which ends in few rounds).
    Source: Nocedal & Wright, *Numerical Optimization*, 2nd ed., ch. 16.5, active sets.
    """
    angles = np.linalg.solve(matrix, loads)
    twist = np.einsum("pu,nuc->npc", parts.feels, angles)
    stiff = parts.stiffness_n_m_per_rad[:, :, None] > 0
    free = parts.free_lean_rad[:, :, None]
    works = np.where(stiff, np.abs(twist) >= free - _AT_ONCE_RAD, False)
    # A part that works from the first and has no free lean is in the matrix as it is.
    spares = np.where(np.isfinite(free), free, 0.0) > 0
    told = np.where(parts.in_matrix[None, :, None], works & ~spares, ~works) | ~stiff
    row, case = np.nonzero(~told.all(axis=1))
    if len(row):
        angles = angles.copy()
        angles[row, :, case] = _settled(
            matrix[row], loads[row, :, case], parts, row, np.sign(twist[row, :, case])
        )
    return np.asarray(angles)


def _settled(
    matrix: FloatArray,
    load: FloatArray,
    parts: LateParts,
    row: npt.NDArray[np.int_],
    side: FloatArray,
) -> FloatArray:
    """Unknowns of cases by themselves, (cases, unknowns), sides as the first answer leans."""
    stiffness = parts.stiffness_n_m_per_rad[row]
    free = parts.free_lean_rad[row]
    works = np.broadcast_to(parts.in_matrix, stiffness.shape) & (stiffness > 0)
    found = _answer(matrix, load, parts, stiffness, free, side, works)
    left = np.arange(len(found))
    for _ in range(_MOST_ROUNDS):
        now = _past(found[left], parts, free[left], side[left]) & (stiffness[left] > 0)
        changed = (now != works[left]).any(axis=1)
        if not changed.any():
            return found
        works = works.copy()
        works[left] = now
        left = left[changed]
        found[left] = _answer(
            matrix[left], load[left], parts, stiffness[left], free[left], side[left], works[left]
        )
    return _tried(matrix, load, parts, stiffness, free, side, found, left)


def _past(
    angles: FloatArray, parts: LateParts, free: FloatArray, side: FloatArray
) -> npt.NDArray[np.bool_]:
    return np.asarray(angles @ parts.feels.T * side >= free - _AT_ONCE_RAD)


def _answer(
    matrix: FloatArray,
    load: FloatArray,
    parts: LateParts,
    stiffness: FloatArray,
    free: FloatArray,
    side: FloatArray,
    works: npt.NDArray[np.bool_],
) -> FloatArray:
    """Unknowns with the parts that work, each case by itself."""
    change = stiffness * (works.astype(float) - parts.in_matrix)
    outer = np.einsum("pu,pv->puv", parts.feels, parts.feels)
    spared = np.where(works, stiffness * np.where(np.isfinite(free), free, 0.0) * side, 0.0)
    right = load + spared @ parts.feels
    whole = matrix + np.einsum("cp,puv->cuv", change, outer)
    return np.asarray(np.linalg.solve(whole, right[..., None])[..., 0])


def _tried(
    matrix: FloatArray,
    load: FloatArray,
    parts: LateParts,
    stiffness: FloatArray,
    free: FloatArray,
    side: FloatArray,
    found: FloatArray,
    left: npt.NDArray[np.int_],
) -> FloatArray:
    """Every combination of slack and working for the cases that went round in a circle."""
    count = len(parts.feels)
    for number in range(2**count - 1, -1, -1):
        if not len(left):
            break
        works = np.array([bool(number >> part & 1) for part in range(count)])
        works = np.broadcast_to(works, (len(left), count)) & (stiffness[left] > 0)
        tried = _answer(
            matrix[left], load[left], parts, stiffness[left], free[left], side[left], works
        )
        agrees = np.all(
            (_past(tried, parts, free[left], side[left]) & (stiffness[left] > 0)) == works, axis=1
        )
        found[left[agrees]] = tried[agrees]
        left = left[~agrees]
    return found
