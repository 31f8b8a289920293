"""Roll stiffness of an axle, put together in one place from whatever acts on it.

Every figure of lean, balance, stress and rollover starts here: with one vehicle, with thousands
of sets or with thousands of drawn vehicles. What a number is, is asked of a reader: as it stands
on the sheet, or drawn.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.lean.bar_numbers import NO_BAR, BarNumbers, Read, as_it_stands, bars_of
from axlecore.quantities.arguments import FloatArray, above_zero, zero_or_more
from axlecore.vehicle.axle import AirLines, Axle
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import SetUp, Vehicle


@dataclass(frozen=True)
class AxleRoll:
    """Where an axle's roll stiffness comes from; arrays of any shape that broadcast.

    Attributes
    ----------
    springs, air_bags, helper_springs, tyres : ndarray
        Parts of it [N·m/rad].
    standard, chosen : BarNumbers
        Its bars.
    stop_lean_rad : ndarray
        Twist at which a bump stop or a shock's end is met; infinity where nobody knows.
    """

    springs: FloatArray
    air_bags: FloatArray
    helper_springs: FloatArray
    tyres: FloatArray
    standard: BarNumbers
    chosen: BarNumbers
    stop_lean_rad: FloatArray

    @cached_property
    def suspension(self) -> FloatArray:
        """Springs, bags, helpers and bars together, play taken up [N·m/rad]."""
        return np.asarray(
            self.springs
            + self.air_bags
            + self.helper_springs
            + self.standard.roll_stiffness_n_m_per_rad
            + self.chosen.roll_stiffness_n_m_per_rad
        )


def without_bars(roll: AxleRoll) -> AxleRoll:
    """Return an axle with its bars disconnected.

    Parameters
    ----------
    roll : AxleRoll
        As it is.
    """
    return replace(roll, standard=NO_BAR, chosen=NO_BAR)


def spring_roll_stiffness(
    rate_n_per_m: npt.ArrayLike, spacing_m: npt.ArrayLike, leaf_twist_factor: npt.ArrayLike = 1.0
) -> FloatArray:
    """Return the roll stiffness of a pair of springs.

    Parameters
    ----------
    rate_n_per_m : array_like
        Rate of one side [N/m], zero or more.
    spacing_m : array_like, broadcast
        Distance between the two [m]: spring base, track of an independent suspension (with
        the rate at the wheel), or spacing of air bags with separate lines.
    leaf_twist_factor : array_like, broadcast
        One or more.

    Returns
    -------
    ndarray, broadcast shape
        Roll stiffness [N·m/rad].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    K = k·b²/2. Source: Gillespie, *Fundamentals of Vehicle Dynamics*, ch. 6, eq. 6-24.
    """
    rate = zero_or_more("rate_n_per_m", rate_n_per_m, "Spring rate")
    spacing = above_zero("spacing_m", spacing_m, "Spring spacing")
    factor = np.asarray(leaf_twist_factor, dtype=float)
    if not np.all(factor >= 1):
        raise InputError("leaf_twist_factor", "Leaf twist factor must be 1 or more.")
    return np.asarray(rate * spacing**2 / 2 * factor)


def tyre_roll_stiffness(
    rate_n_per_m: npt.ArrayLike, track_m: npt.ArrayLike, dual_spacing_m: npt.ArrayLike | None = None
) -> FloatArray:
    """Return the roll stiffness of an axle on its tyres.

    Parameters
    ----------
    rate_n_per_m : array_like
        Vertical rate of one tyre [N/m], above zero.
    track_m : array_like, broadcast
        Between tyre centres, or centres of dual pairs [m].
    dual_spacing_m : array_like, broadcast, or None
        Between the tyres of a pair [m]; None for single tyres.

    Returns
    -------
    ndarray, broadcast shape
        Roll stiffness [N·m/rad].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    Single 2k(t/2)²; dual 2k[(t/2 + p/2)² + (t/2 − p/2)²]: springs at their lever arms.
    """
    rate = above_zero("rate_n_per_m", rate_n_per_m, "Tyre rate")
    track = above_zero("track_m", track_m, "Track")
    if dual_spacing_m is None:
        return np.asarray(rate * track**2 / 2)
    dual = np.asarray(dual_spacing_m, dtype=float)
    if not np.all((dual > 0) & (dual < track)):
        raise InputError("dual_spacing_m", "Dual spacing must be above zero and below the track.")
    return np.asarray(rate * (track**2 + dual**2))


def axle_roll(
    vehicle: Vehicle,
    end: End,
    bars: tuple[BarNumbers, BarNumbers],
    read: Read = as_it_stands,
    spring_correction: npt.ArrayLike | None = None,
) -> AxleRoll:
    """Return where an axle's roll stiffness comes from.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    end : End
        Front or rear.
    bars : tuple of two BarNumbers
        Its standard bar and the chosen one.
    read : Read
        Reads the numbers.
    spring_correction : array_like or None
        Factor on its springs; None takes the sheet's.

    Notes
    -----
    Bars add; bags on one line add nothing, since air flows from the pressed bag to the other.
    """
    axle, standard = vehicle.of_end(end), bars[0]
    factor = vehicle.corrected if spring_correction is None else spring_correction
    base, twist = axle.spring_spacing, axle.leaf_twist
    spacing = read(f"{end}.{base.field}", base.measured)
    springs = spring_roll_stiffness(
        read(f"{end}.spring_rate_n_per_m", axle.spring_rate_n_per_m) * np.asarray(factor),
        spacing,
        np.maximum(read(f"{end}.leaf_twist_factor", twist), 1.0),
    )
    dual = axle.dual_spacing_m
    tyres = tyre_roll_stiffness(
        read(f"{end}.tyre_rate_n_per_m", axle.tyre_rate_n_per_m),
        read(f"{end}.track_m", axle.track_m),
        None if dual is None else read(f"{end}.dual_spacing_m", dual),
    )
    return AxleRoll(
        springs,
        _air_bags(axle, end, read),
        _helpers(axle, end, read),
        tyres,
        standard,
        bars[1],
        _stop_lean(axle, end, spacing, read),
    )


def _air_bags(axle: Axle, end: End, read: Read) -> FloatArray:
    bags = axle.air_bags
    if bags is None or bags.lines is AirLines.CONNECTED:
        return np.zeros(())
    path = f"{end}.air_bags"
    return spring_roll_stiffness(
        read(f"{path}.rate_n_per_m", bags.rate_n_per_m), read(f"{path}.spacing_m", bags.spacing_m)
    )


def _helpers(axle: Axle, end: End, read: Read) -> FloatArray:
    helpers = axle.helper_springs
    if helpers is None:
        return np.zeros(())
    path = f"{end}.helper_springs"
    return spring_roll_stiffness(
        read(f"{path}.rate_n_per_m", helpers.rate_n_per_m),
        read(f"{path}.spacing_m", helpers.spacing_m),
    )


def _stop_lean(axle: Axle, end: End, spring_spacing: FloatArray, read: Read) -> FloatArray:
    """Twist at which one side meets its bump stop, or the other its shock's end."""
    limits = []
    if axle.bump_travel_m is not None:
        limits.append(2 * read(f"{end}.bump_travel_m", axle.bump_travel_m) / spring_spacing)
    if axle.droop_travel_m is not None:
        at = (
            spring_spacing
            if axle.shock_spacing_m is None
            else read(f"{end}.shock_spacing_m", axle.shock_spacing_m)
        )
        limits.append(2 * read(f"{end}.droop_travel_m", axle.droop_travel_m) / at)
    return np.minimum.reduce(np.broadcast_arrays(*limits)) if limits else np.asarray(np.inf)


def rolls_of(
    vehicle: Vehicle, set_up: SetUp, read: Read = as_it_stands
) -> tuple[AxleRoll, AxleRoll]:
    """Return where the roll stiffness of front and rear comes from, with what is chosen.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen; `SetUp()` is the vehicle as it stands.
    read : Read
        Reads the numbers.
    """
    front, rear = (
        axle_roll(vehicle, end, bars_of(vehicle, set_up, end, read), read) for end in End
    )
    return front, rear
