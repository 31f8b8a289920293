"""What may stand in one cell of a table, each sort read and written in one place."""

from __future__ import annotations

import functools
import math
import re
from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from axlecore.quantities.measure import RELATIVE_TOLERANCE, Known, Measured
from axlecore.quantities.units import Dimension, read_quantity
from axlecore.racks.parts import Joint, SheetNut, SheetTorque


@dataclass(frozen=True)
class Cell:
    """One sort of cell.

    Attributes
    ----------
    read : callable
        The value of what was typed; ValueError or InputError where it says nothing.
    write : callable
        What is typed for a value.
    dimension : Dimension or None
        What a number in it is of; None where it is none.
    """

    read: Callable[[str], Any]
    write: Callable[[Any], str]
    dimension: Dimension | None = None


@functools.lru_cache(maxsize=4096)
def _quantity(typed: str, dimension: Dimension) -> float:
    """A seller's table says the same few hundred sizes ten thousand times."""
    return read_quantity(typed, dimension)


def _yes(typed: str) -> bool:
    word = typed.lower()
    if word not in ("yes", "no", "true", "false", "1", "0", "x"):
        raise ValueError
    return word in ("yes", "true", "1", "x")


def _number(typed: str) -> float:
    return float(typed.replace(",", "").replace("\u202f", "").strip("% €$£"))


#: Code of the money behind an amount.
_CODE = re.compile(r"\s*([A-Z]{3})$")


def currency_of(typed: str) -> str:
    """Return the code behind an amount of money; empty where none stands there.

    Parameters
    ----------
    typed : str
        Such as ``429.00 EUR``.
    """
    found = _CODE.search(typed)
    return found[1] if found else ""


def _money(typed: str) -> float:
    return _number(_CODE.sub("", typed))


def _plain(dimension: Dimension, scale: float, unit: str) -> Cell:
    return Cell(
        lambda typed: _quantity(typed, dimension),
        lambda value: f"{round(value * scale, 6):.10g} {unit}",
        dimension,
    )


def measured(dimension: Dimension, scale: float, unit: str) -> Cell:
    """Return a cell that holds a number as a maker's sheet gives it.

    Parameters
    ----------
    dimension : Dimension
        Of what is measured.
    scale : float
        Times the SI value is what is written.
    unit : str
        Unit it is then written with.
    """

    def read(typed: str) -> Measured:
        value = _quantity(typed, dimension)
        return Measured(value, Known.PLATE, value * RELATIVE_TOLERANCE[Known.PLATE], typed)

    return Cell(read, lambda found: found.typed or f"{found.value * scale:.10g}{unit}", dimension)


def word(kind: type[StrEnum]) -> Cell:
    """Return a cell that holds one of a few words.

    Parameters
    ----------
    kind : type of StrEnum
        The words.
    """
    return Cell(kind, str)


def _torques(typed: str) -> tuple[SheetTorque, ...]:
    found = []
    for item in typed.split(";"):
        if item.strip():
            where, size, grade, count, *rest = (part.strip() for part in item.split(","))
            torque, *flags = rest or [""]
            low, _, high = torque.partition("-")
            found.append(
                SheetTorque(
                    where,
                    size,
                    "" if grade == _UNREAD else grade,
                    int(count),
                    float(low) if low else None,
                    float(high) if high else None,
                    Joint.CUSHIONED if Joint.CUSHIONED in flags else Joint.METAL,
                    SheetNut.LOCK_NUT if SheetNut.LOCK_NUT in flags else SheetNut.PLAIN,
                )
            )
            strange = set(flags) - {Joint.CUSHIONED, SheetNut.LOCK_NUT, ""}
            if strange:
                raise ValueError(strange)
    return tuple(found)


#: Stands for a grade that nobody has read from the bolt's head.
_UNREAD = "?"


def _torque(torque: SheetTorque) -> str:
    range_n_m = (torque.torque_n_m, torque.torque_to_n_m)
    newton_metres = "-".join(f"{value:.10g}" for value in range_n_m if value is not None)
    flags = [
        flag for flag in (torque.joint, torque.nut) if flag in (Joint.CUSHIONED, SheetNut.LOCK_NUT)
    ]
    cells = [torque.where, torque.size, torque.grade or _UNREAD, str(torque.count), newton_metres]
    return ", ".join([*cells, *flags])


TEXT = Cell(str, str)
COUNT = Cell(int, str)
NUMBER = Cell(_number, lambda value: f"{value:.10g}")
MONEY = Cell(_money, lambda value: f"{value:.2f}")
PER_CENT = Cell(lambda typed: _number(typed) / 100, lambda value: f"{value * 100:.10g}")
YES = Cell(_yes, lambda value: "yes" if value else "no")
MASS = _plain(Dimension.MASS, 1.0, "kg")
LENGTH = _plain(Dimension.SHIFT, 1e3, "mm")
SIZE = measured(Dimension.SMALL_LENGTH, 1e3, " mm")
SPAN = measured(Dimension.LENGTH, 1e3, " mm")
RATE = measured(Dimension.RATE, 1e-3, " N/mm")
ANGLE = measured(Dimension.ANGLE, math.degrees(1), "°")
LIST = Cell(
    lambda typed: tuple(item.strip() for item in typed.split(";") if item.strip()), "; ".join
)
TORQUES = Cell(_torques, lambda found: "; ".join(map(_torque, found)))
