"""The yard roll test repeated after each part: what each of them did, told apart."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.arguments import above_zero
from axlecore.quantities.measure import Record
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.intervals import Interval


@dataclass(frozen=True)
class YardLean(Record):
    """One yard roll test: a mass moved to either side, and the lean it gave.

    Attributes
    ----------
    fitted : str
        What was fitted since the one before; of the first, how it stood.
    mass_kg, moved_m : float
        The mass and how far from the middle it was moved [kg], [m].
    lean_right_rad, lean_left_rad : float
        Read to either side, without sign [rad].
    band_rad : float
        Half the width of a reading's band [rad].
    """

    fitted: str
    mass_kg: float
    moved_m: float
    lean_right_rad: float
    lean_left_rad: float
    band_rad: float = 0.00035

    def __post_init__(self) -> None:
        for name, words in (
            ("mass_kg", "Mass"),
            ("moved_m", "Distance"),
            ("lean_right_rad", "Lean to the right"),
            ("lean_left_rad", "Lean to the left"),
        ):
            above_zero(name, getattr(self, name), words)

    @property
    def lean_per_moment(self) -> Interval:
        """Mean lean over the moment, friction averaged out [rad per N·m]."""
        moment = self.mass_kg * GRAVITY_M_S2 * self.moved_m
        lean = (self.lean_right_rad + self.lean_left_rad) / 2
        # Two readings: the mean is surer by √2.
        half = self.band_rad / 2**0.5
        return Interval(lean / moment, (lean - half) / moment, (lean + half) / moment)


@dataclass(frozen=True)
class PartGain(Record):
    """What one part did.

    Attributes
    ----------
    fitted : str
        What was fitted.
    lean : Interval
        Under the same push, over what it was before this part.
    share : float
        Of the whole gain, as a part of it.
    """

    fitted: str
    lean: Interval
    share: float


def gains(tests: Sequence[YardLean]) -> list[PartGain]:
    """Return what each part did, one a test after the first.

    Parameters
    ----------
    tests : sequence of YardLean
        In the order they were made, on one vehicle in one load.

    Raises
    ------
    InputError
        ``tests``: more than nothing was fitted between two of them without a word.

    Notes
    -----
    A road run after all parts tells their sum; only a test after each tells them apart. Lean over
    moment is as good as linear, so tests with other masses compare.
    """
    if any(not one.fitted.strip() for one in tests):
        raise InputError("tests", "Say what was fitted before each test.")
    leans = [one.lean_per_moment for one in tests]
    whole = leans[0].value - leans[-1].value if leans else 0.0
    return [
        PartGain(test.fitted, after.over(before), (before.value - after.value) / (whole or 1.0))
        for test, before, after in zip(tests[1:], leans, leans[1:], strict=False)
    ]
