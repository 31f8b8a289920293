"""A sheet with one thing other than it says: what a vehicle may be in truth."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from axlecore.errors import CoreError
from axlecore.quantities.measure import Evidence, Known, Measured
from axlecore.vehicle.axle import AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Vehicle


def with_factor(vehicle: Vehicle, factor: float, tolerance: float = 0.0) -> Vehicle:
    """Return a vehicle whose springs are corrected by the road.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    factor, tolerance : float
        On all springs, and half the width of its band.
    """
    corrected = Measured(factor, Known.MEASURED, tolerance, evidence=Evidence.ROAD_RUNS)
    return replace(vehicle, spring_correction=corrected)


def with_centre_raised(vehicle: Vehicle, key: LoadKey, rise_m: float) -> Vehicle:
    """Return a vehicle whose centre of gravity is higher than its sheet says.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    key : LoadKey
        In which load state.
    rise_m : float
        By how much [m].
    """
    at = vehicle.weighed(key)
    was = vehicle.load_states[at]
    height = was.centre_of_gravity_height_m
    raised = replace(height, value=height.value + rise_m)
    states = list(vehicle.load_states)
    states[at] = replace(was, centre_of_gravity_height_m=raised)
    return replace(vehicle, load_states=tuple(states))


def with_bag_lines(vehicle: Vehicle, end: End, lines: AirLines) -> Vehicle | None:
    """Return a vehicle whose air bags of one axle are piped another way; None where nothing is.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    end : End
        Front or rear.
    lines : AirLines
        One line each, or one shared.
    """
    axle = vehicle.of_end(end)
    if axle.air_bags is None or axle.air_bags.lines is lines:
        return None
    bags = replace(axle.air_bags, lines=lines)
    return vehicle.with_end(end, replace(axle, air_bags=bags))


def solved_for(
    of: Callable[[float], float], wanted: float, between: tuple[float, float]
) -> float | None:
    """Return where a figure that only rises or only falls is as wanted; None where it is not.

    Parameters
    ----------
    of : callable
        The figure of a number.
    wanted : float
        What it should be.
    between : tuple of float
        From and to where the number is looked for.
    """
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import optimize

    try:
        ends = [of(one) - wanted for one in between]
    except CoreError:
        return None
    if ends[0] * ends[1] > 0:
        return None
    return float(optimize.brentq(lambda one: of(one) - wanted, *between))
