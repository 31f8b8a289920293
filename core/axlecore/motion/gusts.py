"""Side force over time: a gust, the end of a bridge, a passing truck."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray, above_zero
from axlecore.quantities.sentences import metres


def gust(
    time_s: npt.ArrayLike, start_s: float, length_m: float, road_speed_m_s: float
) -> FloatArray:
    """Return the shape of a gust as a vehicle drives through it, 0 to 1 and back.

    Parameters
    ----------
    time_s : array_like
        Times [s].
    start_s : float
        When it begins [s].
    length_m : float
        Along the road [m], above zero.
    road_speed_m_s : float
        Road speed [m/s], above zero.

    Returns
    -------
    ndarray, shape of the times
        ½(1 − cos 2πx/length) inside it, 0 outside.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    The one-minus-cosine gust. Source: Hoblit, *Gust Loads on Aircraft*, ch. 2; used on roads
    by Baker, *J. Wind Eng. Ind. Aerodyn.* 24 (1986).
    """
    above_zero("length_m", length_m, "Gust length")
    above_zero("road_speed_m_s", road_speed_m_s, "Road speed")
    share = (np.asarray(time_s, dtype=float) - start_s) * road_speed_m_s / length_m
    inside = (share >= 0) & (share <= 1)
    return np.asarray(np.where(inside, (1 - np.cos(2 * np.pi * share)) / 2, 0.0))


def bridge_end(
    time_s: npt.ArrayLike, start_s: float, length_m: float, road_speed_m_s: float
) -> FloatArray:
    """Return the shape of coming out from behind a shelter: 0, then 1.

    Parameters
    ----------
    time_s : array_like
        Times [s].
    start_s : float
        When the front comes out [s].
    length_m : float
        Of the vehicle, which comes out bit by bit [m], above zero.
    road_speed_m_s : float
        Road speed [m/s], above zero.
    """
    above_zero("length_m", length_m, "Vehicle length")
    above_zero("road_speed_m_s", road_speed_m_s, "Road speed")
    share = (np.asarray(time_s, dtype=float) - start_s) * road_speed_m_s / length_m
    return np.asarray(np.clip(share, 0.0, 1.0))


def passing_truck(
    time_s: npt.ArrayLike, start_s: float, truck_length_m: float, relative_speed_m_s: float
) -> FloatArray:
    """Return the shape of a truck's bow and wake: a push, then a pull.

    Parameters
    ----------
    time_s : array_like
        Times [s].
    start_s : float
        When its bow comes alongside [s].
    truck_length_m : float
        Length of the truck [m], above zero.
    relative_speed_m_s : float
        Of the truck past the vehicle [m/s], above zero.

    Returns
    -------
    ndarray, shape of the times
        Two opposite half sines over the truck's length, 1 away from it and −1 towards it.

    Notes
    -----
    Indicative: shape and size vary with the truck. Source: Hucho (ed.), *Aerodynamics of Road
    Vehicles*, 4th ed., ch. 5.6, overtaking manoeuvres.
    """
    above_zero("truck_length_m", truck_length_m, "Truck length")
    above_zero("relative_speed_m_s", relative_speed_m_s, "Relative speed")
    share = (np.asarray(time_s, dtype=float) - start_s) * relative_speed_m_s / truck_length_m
    inside = (share >= 0) & (share <= 1)
    return np.asarray(np.where(inside, np.sin(2 * np.pi * share), 0.0))


def truck_force(
    side_area_m2: float,
    gap_m: float,
    relative_speed_m_s: float,
    air_density_kg_m3: float = 1.225,
) -> float:
    """Return how hard a passing truck pushes at its strongest [N].

    Parameters
    ----------
    side_area_m2 : float
        Side area of the vehicle passed [m²], above zero.
    gap_m : float
        Between the two [m], 0.3 to 6.
    relative_speed_m_s : float
        Of the truck past the vehicle [m/s], above zero.
    air_density_kg_m3 : float
        Air density [kg/m³], above zero.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    F = ½ρ·V²·A·C with C = 0.35/gap, from the spread of measured pressure pulses; good for an
    order of size, not more. Source: Hucho (ed.), as `passing_truck`.
    """
    above_zero("side_area_m2", side_area_m2, "Side area")
    above_zero("relative_speed_m_s", relative_speed_m_s, "Relative speed")
    above_zero("air_density_kg_m3", air_density_kg_m3, "Air density")
    if not 0.3 <= gap_m <= 6:
        raise InputError("gap_m", f"The gap to the truck must be {metres(0.3, 6):g}.")
    return 0.5 * air_density_kg_m3 * relative_speed_m_s**2 * side_area_m2 * 0.35 / gap_m
