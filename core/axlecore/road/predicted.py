"""What the sheet says a run should show, with its band, and whether the run agrees."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from axlecore.lean.draws import Draw, drawn
from axlecore.lean.evaluate import REFERENCE_BEND_M_S2
from axlecore.lean.monte_carlo import drawn_model
from axlecore.lean.roll_model import RollModel, model_of
from axlecore.lean.steady import solve
from axlecore.motion.response import Rocking, rocking
from axlecore.motion.roll_test import damping_of, inertia_of
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.road.intervals import Interval
from axlecore.road.run import degrees_per_g
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle

_SAMPLES, _SEED = 2000, 1
#: A vehicle may rock this many times quicker or slower than its sheet says; inertia is estimated.
SAME_VEHICLE = 1.6


class RoadVerdict(StrEnum):
    """Whether a prediction held."""

    AGREES = "agrees"
    BETTER = "better"
    WORSE = "worse"


@dataclass(frozen=True)
class Predicted(Record):
    """What the sheet says of lean, before and after.

    Attributes
    ----------
    before, after, ratio : Interval
        Roll gradient as it stands and with what is chosen [°/g], and after over before; each with
        its 95 % band.
    frequency_hz, damping_ratio : list of float
        Before and after, of the sheet as it stands; damping is the usual one where untested.
    """

    before: Interval
    after: Interval
    ratio: Interval
    frequency_hz: list[float]
    damping_ratio: list[float]


def predicted(
    vehicle: Vehicle, set_up: SetUp, key: LoadKey, bend_m_s2: float = REFERENCE_BEND_M_S2
) -> Predicted:
    """Return the roll gradients a run should show, before and after.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        How it is loaded.
    bend_m_s2 : float
        How sharp the bends are; play makes it matter [m/s²].

    Raises
    ------
    InputError
        The state was not weighed.
    UnstableError
        The vehicle tips over by itself.
    """
    state = vehicle.weighed(key)
    draw = drawn(vehicle, set_up, state, _SAMPLES, np.random.default_rng(_SEED))
    sheet = Draw({}, 1)
    found = [
        [_gradients(vehicle, chosen, state, one, bend_m_s2) for one in (draw, sheet)]
        for chosen in (SetUp(), set_up)
    ]
    (before, before_exact), (after, after_exact) = found
    rocks = rocks_before_and_after(vehicle, set_up, key)
    return Predicted(
        _band(before, before_exact),
        _band(after, after_exact),
        _band(after / before, after_exact / before_exact),
        [float(one.frequency_hz[0]) for one in rocks],
        [float(one.damping_ratio[0]) for one in rocks],
    )


def _gradients(
    vehicle: Vehicle, set_up: SetUp, state: int, draw: Draw, bend_m_s2: float
) -> FloatArray:
    return draw.full(_of_model(drawn_model(vehicle, set_up, state, draw)[0], bend_m_s2))


def _of_model(model: RollModel, bend_m_s2: float) -> FloatArray:
    return np.asarray(degrees_per_g(1.0) * solve(model, bend_m_s2).lean_rad[:, 0] / bend_m_s2)


def _band(values: FloatArray, exact: FloatArray) -> Interval:
    low, high = np.percentile(values, [2.5, 97.5])
    return Interval(float(exact[0]), float(low), float(high))


def gradient_deg_per_g(
    vehicle: Vehicle, set_up: SetUp, key: LoadKey, bend_m_s2: float = REFERENCE_BEND_M_S2
) -> float:
    """Return the roll gradient of a sheet as it stands [°/g].

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        How it is loaded.
    bend_m_s2 : float
        How sharp the bends are [m/s²].

    Raises
    ------
    UnstableError
        The vehicle tips over by itself.
    """
    return float(_of_model(model_of(vehicle, set_up, key), bend_m_s2)[0])


def rocks_of(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> Rocking:
    """Return how a sheet's vehicle rocks by itself, one row.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        How it is loaded.
    """
    standing = model_of(vehicle, SetUp(), key)
    inertia = inertia_of(vehicle, standing)
    damping = damping_of(vehicle, standing, inertia)
    return rocking(model_of(vehicle, set_up, key), inertia, damping)


def rocks_before_and_after(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> list[Rocking]:
    """Return how a sheet's vehicle rocks as it stands and with what is chosen, one row each.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        How it is loaded.
    """
    return [rocks_of(vehicle, chosen, key) for chosen in (SetUp(), set_up)]


def verdict(measured: Interval, band: Interval) -> RoadVerdict:
    """Return whether a prediction held: whether band and interval overlap.

    Parameters
    ----------
    measured, band : Interval
        Of one figure, less of which is better.
    """
    if measured.overlaps(band):
        return RoadVerdict.AGREES
    return RoadVerdict.WORSE if measured.low > band.high else RoadVerdict.BETTER


def rocks_like_another(frequency_hz: Interval, own_hz: Sequence[float]) -> str:
    """Return in words that a log is another vehicle's by its frequency; empty where it is not.

    Parameters
    ----------
    frequency_hz : Interval
        As measured.
    own_hz : sequence of float
        Of the vehicle it should be of, before and after.
    """
    low, high = min(own_hz) / SAME_VEHICLE, max(own_hz) * SAME_VEHICLE
    if frequency_hz.low <= high and frequency_hz.high >= low:
        return ""
    return (
        f"This log rocks at {frequency_hz.value:.2f} Hz; this vehicle would at "
        f"{math.sqrt(low * high):.2f} Hz, at most from {low:.2f} to {high:.2f}: it is another "
        "vehicle's log."
    )
