"""A measured quantity: its value, its tolerance and how it is known."""

from __future__ import annotations

import dataclasses
import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Any, ClassVar

from axlecore.errors import InputError
from axlecore.quantities.sentences import stated_quantity, stated_range
from axlecore.quantities.units import Dimension, read_with_band


class Record:
    """Base of every dataclass that is read from a file or a request.

    Names that do not belong to it are refused there, so that a misspelt one is never a
    silent default.
    """

    __pydantic_config__: ClassVar[dict[str, str]] = {"extra": "forbid"}

    def follows_from(self, name: str, read: object) -> Mapping[str, object]:
        """Return the other fields that an entry changes with it, with what then stands there.

        Parameters
        ----------
        name : str
            Field that was entered.
        read : object
            What stands there then.
        """
        return {}


class Known(StrEnum):
    """How a number is known, best first."""

    MEASURED = "measured"
    PLATE = "plate"
    QUOTED = "quoted"
    ESTIMATED = "estimated"
    DEFAULT = "default"


#: Relative half width assumed where nobody states one; the shop's experience, not a standard.
RELATIVE_TOLERANCE = {
    Known.MEASURED: 0.005,
    Known.PLATE: 0.01,
    Known.QUOTED: 0.05,
    Known.ESTIMATED: 0.10,
    Known.DEFAULT: 0.15,
}


#: No reading is finer than what it was read with, however small the value [SI].
_READING_STEP = {
    Dimension.ANGLE: math.radians(0.02),
    Dimension.FREQUENCY: 0.01,
    Dimension.SHIFT: 0.005,
    Dimension.SMALL_LENGTH: 0.00005,
}


class Evidence(StrEnum):
    """What a number was worked out from, where it was not read itself."""

    ROAD_RUNS = "road_runs"


@dataclass(frozen=True)
class Measured(Record):
    """One number of a vehicle.

    Attributes
    ----------
    value : float
        Value in SI units.
    known : Known
        How it is known.
    tolerance : float
        Half width of its band, same unit, zero or more.
    typed : str
        What the fitter typed, unit included; empty where nobody typed it.
    simulated : bool
        A stand-in for a device read it, or it follows from such a reading: no vehicle was measured.
    evidence : Evidence or None
        What it was worked out from, where that decides what it is good for.
    """

    value: float
    known: Known = Known.MEASURED
    tolerance: float = 0.0
    typed: str = ""
    simulated: bool = False
    evidence: Evidence | None = None


@dataclass(frozen=True)
class Place:
    """Where a number belongs and what it may be.

    Attributes
    ----------
    label : str
        The trade's name for it.
    dimension : Dimension
        What is measured.
    low, high : float
        Smallest and largest value accepted [SI]; wider than any real vehicle, so that
        only slips are refused.
    """

    label: str
    dimension: Dimension
    low: float
    high: float

    def check(self, value: float, field: str) -> None:
        """Raise InputError unless ``value`` [SI] is a finite number in range.

        Parameters
        ----------
        value : float
            Value [SI].
        field : str
            Name put into the error.
        """
        # Asked as "not in range" so that NaN is refused too.
        if not (math.isfinite(value) and self.low <= value <= self.high):
            read = stated_quantity(value, self.dimension) if math.isfinite(value) else str(value)
            raise InputError(
                field,
                f"{self.label} reads {read}; enter a value "
                f"{stated_range(self.low, self.high, self.dimension)}.",
            )


def place(
    label: str, dimension: Dimension, low: float, high: float, *, optional: bool = False
) -> Any:
    """Return a dataclass field that holds a measured quantity with its range.

    Parameters
    ----------
    label : str
        The trade's name for it.
    dimension : Dimension
        What is measured.
    low, high : float
        Smallest and largest value accepted [SI].
    optional : bool
        True where the part may be absent; the field then defaults to None.
    """
    metadata = {"place": Place(label, dimension, low, high)}
    if optional:
        return dataclasses.field(default=None, metadata=metadata)
    return dataclasses.field(metadata=metadata)


def amount() -> Any:
    """Return a dataclass field that holds money: zero where nobody said."""
    return dataclasses.field(default=0.0, metadata={"amount": True})


def words(check: Callable[[str], None]) -> Any:
    """Return a dataclass field of text that is checked as it is typed; empty says nothing.

    What was stored before it was checked stays readable.

    Parameters
    ----------
    check : callable
        Raises InputError where a text is none of these.
    """
    return dataclasses.field(default="", metadata={"checked": check})


def check_places(record: object) -> None:
    """Raise InputError for the first measured quantity of a dataclass that is out of range.

    Parameters
    ----------
    record : dataclass instance
        Fields made by `place` are checked; others are left alone.
    """
    for item in dataclasses.fields(record):  # type: ignore[arg-type]
        rule = item.metadata.get("place")
        found = getattr(record, item.name)
        if rule is None or found is None:
            continue
        rule.check(found.value, item.name)
        if not (math.isfinite(found.tolerance) and found.tolerance >= 0):
            raise InputError(f"{item.name}.tolerance", "Tolerance must be zero or more.")


def read_measured(text: str, known: Known, rule: Place, field: str) -> Measured:
    """Return the measured quantity that a fitter typed at a place.

    Parameters
    ----------
    text : str
        As typed, see `units.read_with_band`.
    known : Known
        How it is known.
    rule : Place
        Where it is entered.
    field : str
        Name put into the error.

    Returns
    -------
    Measured
        With the tolerance that was typed, else the one usual for how it is known [SI].

    Raises
    ------
    InputError
        Unreadable or out of range.
    """
    read = read_with_band(text, rule.dimension, field)
    rule.check(read.value, field)
    if read.rough and known is Known.MEASURED:
        # Whoever writes ~ has not measured.
        known = Known.ESTIMATED
    step = _READING_STEP.get(rule.dimension, 0.0)
    usual = max(abs(read.value) * RELATIVE_TOLERANCE[known], step)
    tolerance = usual if read.tolerance is None else read.tolerance
    return Measured(read.value, known, tolerance, text.strip())
