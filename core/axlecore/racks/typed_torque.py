"""A kit's torques as people type them into its sheet, unit and range included."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.fasteners.threads import read_thread
from axlecore.quantities.measure import Record
from axlecore.quantities.units import Dimension, read_with_its_unit
from axlecore.racks.parts import Joint, SheetNut, SheetTorque

MOST_TORQUES, LONGEST_WHERE = 30, 60
#: A range such as ``78-88 N·m`` or ``58 to 65 ft-lb``; the hyphen of a unit is none.
_RANGE = re.compile(r"^\s*([\d.,]+)\s*(?:-|–|to)\s*([\d.,]+)\s*(.*)$")


@dataclass(frozen=True)
class TypedTorque(Record):
    """One fastener of a kit's sheet as it is typed.

    Attributes
    ----------
    where : str
        Which bolt.
    size, grade : str
        As in `SheetTorque`.
    count : int
        How many.
    torque : str
        Such as ``110 N·m`` or ``58-65 ft-lb``; empty where the sheet gives none.
    cushioned, lock_nut : bool
        Tightened to a bulge; its nut is a lock nut.
    """

    where: str
    size: str
    grade: str = ""
    count: int = 2
    torque: str = ""
    cushioned: bool = False
    lock_nut: bool = False


def read_torques(typed: Sequence[TypedTorque]) -> tuple[SheetTorque, ...]:
    """Return a kit's torques; InputError with the place of the first that cannot be read.

    Parameters
    ----------
    typed : sequence of TypedTorque
        In the sheet's order; a torque says its unit.
    """
    if len(typed) > MOST_TORQUES:
        raise InputError("torques", f"Read {len(typed)} fasteners; at most {MOST_TORQUES}.")
    names = [one.where.strip() for one in typed]
    twice = next((name for name in names if names.count(name) > 1), None)
    if twice is not None:
        raise InputError("torques", f"Two fasteners are called “{twice[:40]}”; name each.")
    return tuple(_read(one, f"torques.{at}") for at, one in enumerate(typed))


def _read(typed: TypedTorque, path: str) -> SheetTorque:
    where = typed.where.strip()
    if not where or len(where) > LONGEST_WHERE:
        raise InputError(f"{path}.where", f"Say which bolt, in at most {LONGEST_WHERE} characters.")
    try:
        read_thread(typed.size)
        low, high = _range(typed.torque)
        return SheetTorque(
            where,
            typed.size.strip(),
            typed.grade.strip(),
            typed.count,
            low,
            high,
            Joint.CUSHIONED if typed.cushioned else Joint.METAL,
            SheetNut.LOCK_NUT if typed.lock_nut else SheetNut.PLAIN,
        )
    except InputError as error:
        field = error.field.split(".")[-1].removesuffix("_n_m")
        raise InputError(f"{path}.{field}", error.message) from error


def _range(typed: str) -> tuple[float | None, float | None]:
    if not typed.strip():
        return None, None
    found = _RANGE.match(typed)
    texts = [f"{found[1]} {found[3]}", f"{found[2]} {found[3]}"] if found else [typed]
    low, *high = (read_with_its_unit(text, Dimension.TORQUE, "torque") for text in texts)
    return low, high[0] if high else None
