"""What no other beats: the undominated of many, and the best of so many steps."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from axlecore.quantities.arguments import FloatArray


def undominated(figures: FloatArray) -> npt.NDArray[np.bool_]:
    """Return which rows no other row beats in one figure without losing in another.

    Parameters
    ----------
    figures : ndarray, (sets, figures)
        Smaller is better in each.

    Returns
    -------
    ndarray of bool, (sets,)
        The Pareto front; equal rows do not beat each other.
    """
    found = np.zeros(len(figures), dtype=bool)
    # In order of the first figure only those already kept can beat a row.
    order = np.lexsort(figures.T[::-1])
    kept: list[int] = []
    for row in order:
        mine = figures[row]
        rivals = figures[kept]
        beaten = np.any(np.all(rivals <= mine, axis=1) & np.any(rivals < mine, axis=1))
        if not beaten:
            found[row] = True
            kept.append(int(row))
    return found


def coarse(figure: npt.ArrayLike) -> FloatArray:
    """Return figures in steps of a tenth of themselves, so that what is alike counts as equal.

    Parameters
    ----------
    figure : array_like
        Zero or more.
    """
    return np.asarray(np.round(np.log(np.maximum(figure, 1e-12)) * 10))


def best_of_steps(position: FloatArray, figures: FloatArray, most: int) -> list[int]:
    """Return which rows of each even step of a position no other of that step beats.

    Parameters
    ----------
    position : ndarray, (n,)
        Such as a stiffness.
    figures : ndarray, (n, k)
        Smaller is better in each.
    most : int
        How many steps, 1 or more.

    Returns
    -------
    list of int
        Rows in their order; of rows alike in every figure the first.
    """
    width = (position.max() - position.min()) / most or 1.0
    steps = np.minimum(((position - position.min()) / width).astype(int), most - 1)
    kept: list[int] = []
    for step in np.unique(steps):
        rows = np.flatnonzero(steps == step)
        rows = rows[np.sort(np.unique(figures[rows], axis=0, return_index=True)[1])]
        kept += rows[undominated(figures[rows])].tolist()
    return sorted(kept)
