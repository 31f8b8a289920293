"""A map of lean over road speed and wind, before and after, in every load state."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.lean.assembly import rolls_of
from axlecore.lean.evaluate import push_at
from axlecore.lean.roll_model import body_of, roll_model
from axlecore.lean.steady import solve
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import m_per_s
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle
from axlecore.vehicle.side_wind import AIR_DENSITY_KG_M3, side_area, side_force_at_angle

#: A hurricane; nobody drives in more.
_STRONGEST_M_S = 60.0


@dataclass(frozen=True)
class LeanMap(Record):
    """Lean over road speed (rows) and wind (columns), one map a load state.

    Attributes
    ----------
    road_m_s, wind_m_s : list of float
        Nodes [m/s].
    before_rad, after_rad : list of list of list of float
        Lean by state, road speed and wind [rad].
    """

    road_m_s: list[float]
    wind_m_s: list[float]
    before_rad: list[list[list[float]]]
    after_rad: list[list[list[float]]]


def lean_map(
    vehicle: Vehicle,
    set_up: SetUp,
    road_m_s: npt.ArrayLike,
    wind_m_s: npt.ArrayLike,
    wind_angle_rad: float = np.pi / 2,
    air_density_kg_m3: float = AIR_DENSITY_KG_M3,
) -> LeanMap:
    """Return the lean over road speed and wind.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    road_m_s, wind_m_s : array_like, (n,), (k,)
        Speeds [m/s], zero or more.
    wind_angle_rad : float
        Where the wind comes from, see `wind.side_force_at_angle`.
    air_density_kg_m3 : float
        Air density [kg/m³].

    Returns
    -------
    LeanMap
        n × k for every load state, before and after.

    Raises
    ------
    InputError
        Names the argument out of range.
    UnstableError
        The vehicle tips over by itself.
    """
    road, wind = np.asarray(road_m_s, dtype=float), np.asarray(wind_m_s, dtype=float)
    area = side_area(vehicle.profile)
    force = side_force_at_angle(
        area.area_m2,
        vehicle.profile.side_force_coefficient.value,
        road[:, None],
        wind[None, :],
        wind_angle_rad,
        air_density_kg_m3,
    )
    body = body_of(vehicle, range(len(vehicle.load_states)))
    push = push_at(area)

    def leans(chosen: SetUp) -> FloatArray:
        model = roll_model(body, rolls_of(vehicle, chosen))
        answer = solve(model, 0.0, np.abs(force).ravel(), push)
        return np.asarray(answer.lean_rad.reshape(-1, *force.shape))

    return LeanMap(
        road.tolist(),
        wind.tolist(),
        leans(SetUp()).tolist(),
        leans(set_up).tolist(),
    )


def wind_for_lean(
    vehicle: Vehicle, set_up: SetUp, key: LoadKey, lean_rad: float, road_m_s: float
) -> float:
    """Return the square wind that leans the vehicle so far, with what is chosen [m/s].

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        A load state of the sheet.
    lean_rad : float
        Lean [rad], above zero.
    road_m_s : float
        Road speed [m/s], zero or more.

    Raises
    ------
    InputError
        Names the argument out of range; ``lean_rad`` where no wind below 60 m/s leans it so far.
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    Lean grows with wind, so a bracket closes on it; play is included.
    """
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import optimize

    at = vehicle.weighed(key)

    def miss(wind: float) -> float:
        found = lean_map(vehicle, set_up, [road_m_s], [wind])
        return found.after_rad[at][0][0] - lean_rad

    if not (lean_rad > 0 and miss(_STRONGEST_M_S) > 0):
        raise InputError(
            "lean_rad",
            f"No wind up to {m_per_s(_STRONGEST_M_S):.0f} leans it so far; ask for a lean between "
            f"0 and {np.degrees(miss(_STRONGEST_M_S) + lean_rad):.1f}°.",
        )
    return float(optimize.brentq(miss, 0.0, _STRONGEST_M_S, xtol=1e-6))
