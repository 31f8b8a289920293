"""What the lean room's sliders read: wind from any side, a twisting frame, rough ground, a map."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from axlecore.arguments import FloatArray
from axlecore.evaluate import (
    BEND_NODES_M_S2,
    ROAD_NODES_M_S,
    WIND_NODES_M_S,
    AxleStiffness,
    axle_stiffness,
    model_of,
    static_wheel_loads,
)
from axlecore.leanmap import lean_map
from axlecore.loads import LoadKey
from axlecore.measure import Record
from axlecore.rig import LoadState, SetUp, Vehicle
from axlecore.rough import articulation, body_rock
from axlecore.steady import FRONT, REAR, RollModel
from axlecore.twist import TYPICAL_FRAMES, solve_twisting
from axlecore.wind import side_area, side_force_at_angle

#: Wind from straight ahead to straight behind, every 15°.
ANGLE_NODES_RAD = np.radians(np.arange(0, 181, 15))
#: Frame stiffness from a long open ladder to a unit body [N·m/rad].
FRAME_NODES_N_M_PER_RAD = np.geomspace(40e3, 2e6, 9)

Table = list[list[float]]
_Pair = tuple[AxleStiffness, AxleStiffness]


@dataclass(frozen=True)
class TwistTables(Record):
    """Lean of both ends for one frame stiffness, over bend (rows) and side force (columns).

    Attributes
    ----------
    front_rad, rear_rad : Table
        At the corners of the bend and force ranges, between which it is linear [rad].
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
        Corners of the tables.
    before, after : list of TwistTables
        One a node; play is left out.
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
        Twist of the road at which a wheel hangs [rad].
    body_rock : list of float
        Lean per roll of the road under front and rear.
    """

    name: str
    articulation_rad: float
    body_rock: list[float]


@dataclass(frozen=True)
class LeanRoom(Record):
    """All that the lean room shows of one load state beside the evaluation's own tables.

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


def lean_room(vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> LeanRoom:
    """Return what the lean room's sliders read in one load state.

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
    state = vehicle.load_states[at]
    front, rear = axle_stiffness(vehicle, set_up)
    before, after = (front.before, rear.before), (front.after, rear.after)
    force = _forces(vehicle)
    leans = lean_map(vehicle, set_up, ROAD_NODES_M_S, WIND_NODES_M_S)
    return LeanRoom(
        state=key, angle_rad=ANGLE_NODES_RAD.tolist(), road_m_s=ROAD_NODES_M_S.tolist(),
        wind_m_s=WIND_NODES_M_S.tolist(), side_force_n=np.round(force, 1).tolist(),
        frame=_frames(vehicle, state, before, after, float(force.max())),
        rough=_rough(vehicle, state, static_wheel_loads(vehicle)[[at]], before, after),
        map_before_rad=np.round(leans.before_rad[at], 6).tolist(),
        map_after_rad=np.round(leans.after_rad[at], 6).tolist(),
    )  # fmt: skip


def _forces(vehicle: Vehicle) -> FloatArray:
    area, coefficient = side_area(vehicle.profile), vehicle.profile.side_force_coefficient.value
    return np.stack(
        [
            np.abs(side_force_at_angle(area.area_m2, coefficient, ROAD_NODES_M_S[:, None],
                                       WIND_NODES_M_S[None, :], float(angle)))
            for angle in ANGLE_NODES_RAD
        ]
    )  # fmt: skip


def _frames(
    vehicle: Vehicle, state: LoadState, before: _Pair, after: _Pair, most_force: float
) -> FrameTables:
    bends, forces = [0.0, float(BEND_NODES_M_S2[-1])], [0.0, most_force]
    height = side_area(vehicle.profile).centre_height_m

    def tables(pair: _Pair) -> list[TwistTables]:
        model = model_of(vehicle, pair, (state,))
        arm = height - float(model.roll_axis_height_m[0])
        found = []
        for frame in FRAME_NODES_N_M_PER_RAD:
            # Bend and force one after the other; linear, so their sum is both.
            per_bend = solve_twisting(model, frame, [bends[1]], [0.0])
            per_force = solve_twisting(model, frame, [0.0], [forces[1] * arm])
            ends = [
                [[0.0, float(per_force.lean_rad[0, 0, end])],
                 [float(per_bend.lean_rad[0, 0, end]),
                  float(per_bend.lean_rad[0, 0, end] + per_force.lean_rad[0, 0, end])]]
                for end in (FRONT, REAR)
            ]  # fmt: skip
            share = float(per_bend.front_share[0, 0])
            found.append(TwistTables(ends[FRONT], ends[REAR], share))
        return found

    return FrameTables(
        FRAME_NODES_N_M_PER_RAD.tolist(), dict(TYPICAL_FRAMES), bends, forces,
        tables(before), tables(after),
    )  # fmt: skip


def _rough(
    vehicle: Vehicle, state: LoadState, static: FloatArray, before: _Pair, after: _Pair
) -> list[RoughGround]:
    def ground(name: str, pair: _Pair) -> RoughGround:
        model: RollModel = model_of(vehicle, pair, (state,))
        return RoughGround(
            name, float(articulation(model, static)[0]), body_rock(model)[0].tolist()
        )

    front, rear = after
    return [
        ground("as it stands", before),
        ground("as chosen, all bars connected", after),
        ground("as chosen, front bars off", (_without_bars(front), rear)),
        ground("as chosen, rear bars off", (front, _without_bars(rear))),
        ground("all bars off", (_without_bars(front), _without_bars(rear))),
    ]


def _without_bars(end: AxleStiffness) -> AxleStiffness:
    bars = end.standard_bar + end.chosen_bar
    return replace(
        end, suspension=end.suspension - bars, standard_bar=0.0, chosen_bar=0.0, free_lean_rad=0.0
    )
