"""What a device must do to be read here. A real one is a class with these methods.

A driver is made for one reading and forgotten; it knows nothing of jobs or shops. What it
returns is in the units a fitter would read off its display. ``simulated`` says that it is a
stand-in: its readings are then marked as such on screen, in the record and on paper.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import ClassVar, Protocol

from axlecore.vehicle.ends import Side, Wheel


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

    simulated: ClassVar[bool]

    @property
    def division_kg(self) -> float:
        """Least step of its display."""

    def samples(self) -> dict[Wheel, PadSamples]:
        """Return what each pad sent, by wheel."""


class Caliper(Protocol):
    """A caliper with a data cable."""

    simulated: ClassVar[bool]

    @property
    def division_mm(self) -> float:
        """Least step of its display."""

    def reading_mm(self) -> float:
        """Return what its display shows."""


@dataclass(frozen=True)
class TiltLog:
    """Roll of the body over time: times [s] and roll [deg], right side down above zero."""

    time_s: Sequence[float]
    roll_deg: Sequence[float]


class TiltLogger(Protocol):
    """A logger on the cabin floor."""

    simulated: ClassVar[bool]

    @property
    def division_deg(self) -> float:
        """Least step of its display."""

    def lean_deg(self, side: Side) -> float:
        """Return the settled lean with the mass at one side, without sign."""

    def push(self) -> TiltLog:
        """Return the log of a rocking push."""


@dataclass(frozen=True)
class WrenchSent:
    """What a torque wrench sent of one tightening.

    Attributes
    ----------
    joint : str
        The joint it believes to be at, as it was told; it may have been told another.
    read_n_m : float or None
        What it read [N·m]; None where it sent nothing.
    """

    joint: str
    read_n_m: float | None


class RadioWrench(Protocol):
    """A torque wrench that sends what it reads."""

    simulated: ClassVar[bool]

    @property
    def division_n_m(self) -> float:
        """Least step of its display."""

    def tightened(self) -> WrenchSent:
        """Return what it sent of the bolt that was just tightened."""
