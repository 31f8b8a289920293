"""Every uncertain number of a sheet, and drawing vehicles that the sheet may mean."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from axlecore.bars.bar import Bar, measured_arm
from axlecore.bars.steel import STEELS
from axlecore.lean.mass_shift import shift_is_read, spring_factor
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.entry import walk
from axlecore.quantities.measure import Evidence, Known, Measured
from axlecore.vehicle.axle import Springs
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import SetUp, Vehicle

#: Half width of a band over its standard deviation: a stated band holds 95 % of cases.
BAND_OVER_DEVIATION = 1.96
#: An old bar that nobody has weighed is as likely a tube as not; bores of tube bars over their
#: outside diameter, from makers' catalogues of heat-treated tube.
_TUBE_BORES = (0.4, 0.7)
#: What is read in the yard says something only through what follows from it.
_READINGS = frozenset({"readings", "roll_test", "lift_weighing", "tow", "stack"})
#: Numbers of springs: where a roll test has settled their sum, they are not drawn one by one.
_SPRINGS = frozenset({"spring_rate_n_per_m", "spring_base_m", "leaf_twist_factor"})


@dataclass(frozen=True)
class Uncertain:
    """One number that is not known exactly.

    Attributes
    ----------
    path, label : str
        Its place on sheet or set-up, and the trade's name.
    measured : Measured
        What stands there.
    low, high : float
        Smallest and largest value it can be [SI].
    maybe_tube : float
        Outside diameter of a bar that may be a tube or not [m]; zero for every other number.
    """

    path: str
    label: str
    measured: Measured
    low: float
    high: float
    maybe_tube: float = 0.0

    def moved(self, bands: float) -> float:
        """Return the number moved by so many of its half widths [SI].

        A bar that may be a tube gets the bore that costs half of what the widest does: stiffness
        goes with the fourth power.
        """
        if self.maybe_tube:
            return float(self.maybe_tube * _TUBE_BORES[1] * (abs(bands) / 2) ** 0.25)
        value = self.measured.value + bands * self.measured.tolerance
        return min(max(value, self.low), self.high)

    def drawn(self, samples: int, generator: np.random.Generator) -> FloatArray:
        """Return values it may have, (samples,) [SI]."""
        if self.maybe_tube:
            tube = generator.uniform(*_TUBE_BORES, samples) * self.maybe_tube
            return np.where(generator.random(samples) < 0.5, tube, 0.0)
        deviation = self.measured.tolerance / BAND_OVER_DEVIATION
        values = generator.normal(self.measured.value, deviation, samples)
        return np.clip(values, self.low, self.high)


def uncertain_numbers(vehicle: Vehicle, set_up: SetUp, states: set[int]) -> list[Uncertain]:
    """Return every number of sheet and choice that is not known exactly.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen: the chosen bar's own numbers count.
    states : set of int
        Indices of the load states that matter.

    Returns
    -------
    list of Uncertain
        Measurements with a band, arm lengths, the usual leaf twist of leaves, and the bore of an
        old bar that nobody has measured. Where the springs are corrected by a test their own
        bands are left out: the test has settled their sum.
    """
    found = [
        Uncertain(path, rule.label, measured, rule.low, rule.high)
        for prefix, record in (("", vehicle), ("set_up", set_up))
        for path, rule, measured in walk(record, prefix)
        if measured.tolerance > 0
    ]
    found += [one for end in End for one in _of_axle(vehicle, set_up, end)]
    corrected = vehicle.spring_correction is not None
    return [one for one in found if _counts(one.path.split("."), states, corrected)]


def _counts(path: list[str], states: set[int], corrected: bool) -> bool:
    if path[0] == "load_states":
        return int(path[1]) in states
    if _READINGS & set(path):
        return False
    return not (corrected and path[-1] in _SPRINGS)


def _of_axle(vehicle: Vehicle, set_up: SetUp, end: End) -> Iterator[Uncertain]:
    axle, choice = vehicle.of_end(end), set_up.of_end(end)
    if axle.leaf_twist_factor is None and axle.springs is Springs.LEAF:
        path = f"{end}.leaf_twist_factor"
        yield Uncertain(path, "Leaf twist factor", axle.leaf_twist, 1.0, 2.0)
    if axle.standard_bar is not None:
        yield from _of_bar(f"{end}.standard_bar.bar", axle.standard_bar.bar)
    if choice is not None:
        yield from _of_bar(f"set_up.{end}.fitted.bar", choice.fitted.bar)


def _of_bar(path: str, bar: Bar) -> Iterator[Uncertain]:
    arm, outside = measured_arm(bar), bar.outside_diameter_m.value
    if arm.tolerance > 0:
        yield Uncertain(f"{path}.centre_line_m", "Arm length", arm, 0.02, 1.5)
    bore = bar.bore_m
    if bore.value == 0 and bore.known in (Known.DEFAULT, Known.ESTIMATED):
        yield Uncertain(f"{path}.bore_m", "Bore", bore, 0.0, outside, maybe_tube=outside)


@dataclass(frozen=True)
class Draw:
    """Vehicles that a sheet may mean: values of every uncertain number, others as they stand.

    Attributes
    ----------
    values : mapping of str to ndarray, (samples,)
        By path.
    samples : int
        How many.
    spring_correction : ndarray or None
        Factor on the springs of each; None takes the sheet's.
    """

    values: Mapping[str, FloatArray]
    samples: int
    spring_correction: FloatArray | None = None

    def read(self, path: str, found: Measured) -> FloatArray:
        """Read the number at a place, see `assembly.Read`."""
        return np.asarray(self.values.get(path, found.value))

    def full(self, value: FloatArray) -> FloatArray:
        """Return a number for each sample, (samples,)."""
        return np.broadcast_to(value, (self.samples,))


def is_conditioned(vehicle: Vehicle) -> bool:
    """Return whether a sheet's springs are corrected by its own mass-shift test.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet. A correction by road runs holds by itself, whatever the yard read.
    """
    found = vehicle.spring_correction
    by_road = found is not None and found.evidence is Evidence.ROAD_RUNS
    return found is not None and not by_road and shift_is_read(vehicle)


def readings_of(vehicle: Vehicle) -> list[Uncertain]:
    """Return the roll test's own readings, as numbers that are not known exactly.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    """
    return [
        Uncertain(path, rule.label, found, 1e-6, rule.high)
        for path, rule, found in walk(vehicle.roll_test, "roll_test")
        if found.tolerance > 0
    ]


def each_moved(numbers: Sequence[Uncertain]) -> Draw:
    """Return one number moved by its band in each row, and nothing moved in the last.

    Parameters
    ----------
    numbers : sequence of Uncertain
        In the order of the rows.
    """
    rows = len(numbers) + 1
    values: dict[str, FloatArray] = {}
    for row, one in enumerate(numbers):
        values[one.path] = np.full(rows, one.measured.value)
        values[one.path][row] = one.moved(+1)
    return Draw(values, rows)


def drawn(
    vehicle: Vehicle, set_up: SetUp, state: int, samples: int, generator: np.random.Generator
) -> Draw:
    """Return vehicles that a sheet may mean, conditioned on its own roll test.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    state : int
        Index of the load state.
    samples : int
        How many.
    generator : numpy.random.Generator
        Seeded by the caller.

    Notes
    -----
    Every number is normal with its band as 95 %, independent of the others. Where the springs
    were corrected by a mass-shift test, each drawn vehicle gets the factor at which it leans as
    the test read, the readings drawn too: what the test fixed is fixed in every draw, and only
    how it is shared among springs, bars and tyres is left open.
    Source: JCGM 101:2008 (GUM, supplement 1).
    """
    states = {state}
    conditioned = is_conditioned(vehicle)
    if conditioned:
        states.add(vehicle.weighed(vehicle.roll_test.state))
    values = {
        one.path: one.drawn(samples, generator)
        for one in uncertain_numbers(vehicle, set_up, states)
    }
    values |= _strengths(vehicle, set_up, samples, generator)
    if conditioned:
        values |= {one.path: one.drawn(samples, generator) for one in readings_of(vehicle)}
    return settled(vehicle, Draw(values, samples))


def settled(vehicle: Vehicle, draw: Draw) -> Draw:
    """Return drawn vehicles with the factor on their springs that each of them calls for.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    draw : Draw
        Its numbers drawn or moved, with the readings of a test that the sheet rests on.
    """
    factor = (
        spring_factor(vehicle, draw.read, draw.samples)
        if is_conditioned(vehicle)
        else draw.values.get("spring_correction")
    )
    return replace(draw, spring_correction=factor)


def _strengths(
    vehicle: Vehicle, set_up: SetUp, samples: int, generator: np.random.Generator
) -> dict[str, FloatArray]:
    """Strength of each bar's steel over its usual one."""
    found = {}
    for end in End:
        choice, standing = set_up.of_end(end), vehicle.of_end(end).standard_bar
        for path, fitted in (
            (f"{end}.standard_bar.bar.steel", standing),
            (f"set_up.{end}.fitted.bar.steel", None if choice is None else choice.fitted),
        ):
            if fitted is not None:
                deviation = STEELS[fitted.bar.steel].spread / BAND_OVER_DEVIATION
                found[path] = generator.normal(1.0, deviation, samples)
    return found
