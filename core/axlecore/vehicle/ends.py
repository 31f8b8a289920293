"""Ends, sides and wheels of a vehicle, and records that hold a part for each."""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum
from typing import Generic, Self, TypeVar

T = TypeVar("T")


class End(StrEnum):
    """One end of the vehicle: an axle and what belongs to it."""

    FRONT = "front"
    REAR = "rear"


class Side(StrEnum):
    """One side of the vehicle."""

    LEFT = "left"
    RIGHT = "right"


#: Index of each end in every array over ends.
FRONT, REAR = 0, 1
INDEX_OF_END = {End.FRONT: FRONT, End.REAR: REAR}


class Wheel(StrEnum):
    """One wheel or dual pair, in the order of every array of wheel loads."""

    FRONT_LEFT = "front_left"
    FRONT_RIGHT = "front_right"
    REAR_LEFT = "rear_left"
    REAR_RIGHT = "rear_right"

    @property
    def words(self) -> str:
        """As said in a sentence."""
        return self.value.replace("_", " ")


class ByEnd(Generic[T]):
    """A record with a part at each end, in its fields ``front`` and ``rear``."""

    front: T
    rear: T

    def of_end(self, end: End) -> T:
        """Return the part of one end."""
        return self.front if end is End.FRONT else self.rear

    def with_end(self, end: End, part: T) -> Self:
        """Return the record with another part at one end; its class is a dataclass."""
        return replace(self, **{end.value: part})  # type: ignore[type-var]


class BySide(Generic[T]):
    """A record with a part on each side, in its fields ``left`` and ``right``."""

    left: T
    right: T

    def of_side(self, side: Side) -> T:
        """Return the part of one side."""
        return self.left if side is Side.LEFT else self.right
