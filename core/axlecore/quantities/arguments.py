"""Reading the plain numbers of a rule: as arrays, refused by name where they cannot be."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError

FloatArray = npt.NDArray[np.float64]


def number(field: str, value: npt.ArrayLike, label: str) -> FloatArray:
    """Return an argument as floats.

    Parameters
    ----------
    field, label : str
        Its name in the code, and in words at the head of the message.
    value : array_like
        As given.

    Raises
    ------
    InputError
        ``field``: NaN or infinite.
    """
    found = np.asarray(value, dtype=float)
    if not np.all(np.isfinite(found)):
        raise InputError(field, f"{label} must be a number.")
    return found


def above_zero(field: str, value: npt.ArrayLike, label: str) -> FloatArray:
    """As `number`, refusing zero and less.

    Parameters
    ----------
    field, label : str
        Its name in the code, and in words at the head of the message.
    value : array_like
        As given.
    """
    found = np.asarray(value, dtype=float)
    # Asked as "not all valid" so that NaN is refused too.
    if not np.all((found > 0) & np.isfinite(found)):
        raise InputError(field, f"{label} must be above zero.")
    return found


def zero_or_more(field: str, value: npt.ArrayLike, label: str) -> FloatArray:
    """As `number`, refusing what is below zero.

    Parameters
    ----------
    field, label : str
        Its name in the code, and in words at the head of the message.
    value : array_like
        As given.
    """
    found = np.asarray(value, dtype=float)
    if not np.all((found >= 0) & np.isfinite(found)):
        raise InputError(field, f"{label} must be zero or more.")
    return found


def stiffness(field: str, value: npt.ArrayLike, label: str) -> FloatArray:
    """As `above_zero`, but infinity is welcome: a rigid part.

    Parameters
    ----------
    field, label : str
        Its name in the code, and in words at the head of the message.
    value : array_like
        As given.
    """
    found = np.asarray(value, dtype=float)
    if not np.all(found > 0):
        raise InputError(field, f"{label} must be above zero.")
    return found
