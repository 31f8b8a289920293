"""What a device must do to be read here. A real one is a class with these methods.

A driver is made for one reading and forgotten; it knows nothing of jobs or shops. What it
returns is in the units a fitter would read off its display.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

#: Wheels in the order pads are plugged in.
WHEELS = ("front_left", "front_right", "rear_left", "rear_right")


@dataclass(frozen=True)
class PadSamples:
    """What one pad sent.

    Attributes
    ----------
    empty_kg : float or None
        Reading before the wheel was driven on [kg]; None where the pad was silent.
    loaded_kg : sequence of float
        Readings with the wheel on it, a second apart [kg]; empty where the pad was silent.
    """

    empty_kg: float | None
    loaded_kg: Sequence[float]


class WheelPads(Protocol):
    """Four pads under four wheels."""

    division_kg: float

    def samples(self) -> dict[str, PadSamples]:
        """Return what each pad sent, by wheel."""


class Caliper(Protocol):
    """A caliper with a data cable."""

    division_mm: float

    def reading_mm(self) -> float:
        """Return what its display shows."""


@dataclass(frozen=True)
class TiltLog:
    """Roll of the body over time: times [s] and roll [deg], right side down above zero."""

    time_s: Sequence[float]
    roll_deg: Sequence[float]


class TiltLogger(Protocol):
    """A logger on the cabin floor."""

    division_deg: float

    def lean_deg(self, side: str) -> float:
        """Return the settled lean with the mass at one side, "right" or "left", without sign."""

    def push(self) -> TiltLog:
        """Return the log of a rocking push."""
