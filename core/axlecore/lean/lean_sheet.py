"""What the lean's sliders read: wind from any side, a twisting frame, rough ground, a map."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from axlecore.errors import InputError
from axlecore.lean.assembly import AxleRoll, rolls_of, without_bars
from axlecore.lean.evaluate import (
    BEND_NODES_M_S2,
    REFERENCE_BEND_M_S2,
    REFERENCE_ROAD_M_S,
    REFERENCE_WIND_M_S,
    ROAD_NODES_M_S,
    WIND_NODES_M_S,
    push_at,
)
from axlecore.lean.frame_twist import TYPICAL_FRAMES, solve_twisting
from axlecore.lean.lean_map import lean_map, wind_for_lean
from axlecore.lean.roll_model import Body, body_of, roll_model, static_wheel_loads
from axlecore.lean.rough_ground import Ending, articulation, body_rock
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import FRONT, REAR
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle
from axlecore.vehicle.side_wind import side_area, side_force_at_angle

#: Wind from straight ahead to straight behind, every 15°.
ANGLE_NODES_RAD = np.radians(np.arange(0, 181, 15))
#: Frame stiffness from a long open ladder to a unit body [N·m/rad].
FRAME_NODES_N_M_PER_RAD = np.geomspace(40e3, 2e6, 9)

Table = list[list[float]]
_Pair = tuple[AxleRoll, AxleRoll]


@dataclass(frozen=True)
class TwistTables(Record):
    """Lean of both ends for one frame stiffness, over bend (rows) and side force (columns).

    Attributes
    ----------
    front_rad, rear_rad : Table
        At every node of the bend and force ranges [rad].
    front_share : float
        Front axle's share of load transfer in a bend.
    """

    front_rad: Table
    rear_rad: Table
    front_share: float


@dataclass(frozen=True)
class FrameTables(Record):
    """Before and after for every frame stiffness.

    Attributes
    ----------
    frame_n_m_per_rad : list of float
        Nodes [N·m/rad].
    typical : dict of str to float
        Usual frames by name [N·m/rad].
    bend_m_s2, force_n : list of float
        Nodes of the tables.
    before, after : list of TwistTables
        One a node of the frame.
    """

    frame_n_m_per_rad: list[float]
    typical: dict[str, float]
    bend_m_s2: list[float]
    force_n: list[float]
    before: list[TwistTables]
    after: list[TwistTables]


@dataclass(frozen=True)
class RoughGround(Record):
    """How one way of connecting the bars goes over rough ground.

    Attributes
    ----------
    name : str
        Which bars are connected.
    articulation_rad : float
        Twist of the road at which it ends [rad].
    ended_by : Ending
        A wheel hangs, or a stop is met.
    body_rock : list of float
        Lean per roll of the road under front and rear.
    """

    name: str
    articulation_rad: float
    ended_by: Ending
    body_rock: list[float]


@dataclass(frozen=True)
class LeanSheet(Record):
    """All that the lean shows of one load state beside the evaluation's own tables.

    Attributes
    ----------
    state : LoadKey
        Which state.
    angle_rad, road_m_s, wind_m_s : list of float
        Nodes of the force table; wind from 0 straight ahead to π straight behind.
    side_force_n : list of Table
        Across the road, by angle, road speed and wind [N].
    frame : FrameTables
        Lean with a frame that twists.
    rough : list of RoughGround
        As it stands first, then with what is chosen and one or both bars disconnected.
    map_before_rad, map_after_rad : Table
        Lean over road speed (rows) and wind square to the road (columns) [rad].
    wind_as_far_m_s : float or None
        Square wind that now leans it as far as the reference wind does as it stands, at the
        reference road speed [m/s]; None where no wind does.
    """

    state: LoadKey
    angle_rad: list[float]
    road_m_s: list[float]
    wind_m_s: list[float]
    side_force_n: list[Table]
    frame: FrameTables
    rough: list[RoughGround]
    map_before_rad: Table
    map_after_rad: Table
    wind_as_far_m_s: float | None


def lean_sheet(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> LeanSheet:
    """Return what the lean sheet's sliders read in one load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    key : LoadKey
        A load state of the sheet.

    Raises
    ------
    InputError
        No such load state, or the choice does not suit the axle.
    UnstableError
        The vehicle tips over by itself.
    """
    at = vehicle.weighed(key)
    body = body_of(vehicle, [at])
    before, after = rolls_of(vehicle, SetUp()), rolls_of(vehicle, set_up)
    force = _forces(vehicle)
    leans = lean_map(vehicle, set_up, ROAD_NODES_M_S, WIND_NODES_M_S)
    return LeanSheet(
        state=key,
        angle_rad=ANGLE_NODES_RAD.tolist(),
        road_m_s=ROAD_NODES_M_S.tolist(),
        wind_m_s=WIND_NODES_M_S.tolist(),
        side_force_n=np.round(force, 1).tolist(),
        frame=_frames(vehicle, body, before, after, float(force.max())),
        rough=_rough(body, static_wheel_loads(vehicle)[[at]], before, after),
        map_before_rad=np.round(leans.before_rad[at], 6).tolist(),
        map_after_rad=np.round(leans.after_rad[at], 6).tolist(),
        wind_as_far_m_s=_wind_as_far(vehicle, set_up, key),
    )


def _wind_as_far(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> float | None:
    at = vehicle.weighed(key)
    standing = lean_map(vehicle, SetUp(), [REFERENCE_ROAD_M_S], [REFERENCE_WIND_M_S])
    lean = standing.before_rad[at][0][0]
    try:
        return wind_for_lean(vehicle, set_up, key, lean, REFERENCE_ROAD_M_S)
    except InputError:
        return None


def _forces(vehicle: Vehicle) -> FloatArray:
    area, coefficient = side_area(vehicle.profile), vehicle.profile.side_force_coefficient.value
    return np.stack(
        [
            np.abs(
                side_force_at_angle(
                    area.area_m2,
                    coefficient,
                    ROAD_NODES_M_S[:, None],
                    WIND_NODES_M_S[None, :],
                    float(angle),
                )
            )
            for angle in ANGLE_NODES_RAD
        ]
    )


def _frames(
    vehicle: Vehicle, body: Body, before: _Pair, after: _Pair, most_force: float
) -> FrameTables:
    bends, forces = BEND_NODES_M_S2[::5], np.linspace(0.0, most_force, 6)
    push = push_at(side_area(vehicle.profile))
    bend, force = (grid.ravel() for grid in np.meshgrid(bends, forces, indexing="ij"))
    shape = (len(bends), len(forces))
    frames = len(FRAME_NODES_N_M_PER_RAD)

    def tables(pair: _Pair) -> list[TwistTables]:
        model = roll_model(body.repeated(frames), pair)
        answer = solve_twisting(model, FRAME_NODES_N_M_PER_RAD, bend, force, push)
        # The balance is read in the reference bend, where nothing blows.
        share = solve_twisting(model, FRAME_NODES_N_M_PER_RAD, REFERENCE_BEND_M_S2).front_share
        lean = np.round(answer.lean_rad, 7)
        return [
            TwistTables(
                lean[node, :, FRONT].reshape(shape).tolist(),
                lean[node, :, REAR].reshape(shape).tolist(),
                float(share[node, 0]),
            )
            for node in range(frames)
        ]

    return FrameTables(
        FRAME_NODES_N_M_PER_RAD.tolist(),
        dict(TYPICAL_FRAMES),
        bends.tolist(),
        forces.tolist(),
        tables(before),
        tables(after),
    )


def _rough(body: Body, static: FloatArray, before: _Pair, after: _Pair) -> list[RoughGround]:
    def ground(name: str, pair: _Pair) -> RoughGround:
        model = roll_model(body, pair)
        found = articulation(model, static)
        return RoughGround(
            name, float(found.twist_rad[0]), found.ended_by[0], body_rock(model)[0].tolist()
        )

    front, rear = after
    return [
        ground("as it stands", before),
        ground("as chosen, all bars connected", after),
        ground("as chosen, front bars off", (without_bars(front), rear)),
        ground("as chosen, rear bars off", (front, without_bars(rear))),
        ground("all bars off", (without_bars(front), without_bars(rear))),
    ]
