"""One vehicle, before and after: stiffness, lean over bend and side force, in every load state."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from axlecore import __version__
from axlecore.errors import UnstableError
from axlecore.lean.assembly import AxleRoll, rolls_of
from axlecore.lean.limits import limits, load_where, stop_met
from axlecore.lean.roll_model import (
    RollModel,
    body_of,
    roll_model,
    stacked,
    static_wheel_loads,
)
from axlecore.lean.steady import Push, check_stable, roll_matrix, roll_system, wheel_loads
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.ends import FRONT, REAR, ByEnd, End
from axlecore.vehicle.loads import LOAD_NAMES, LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle, check_set_up
from axlecore.vehicle.side_wind import SideArea, side_area, side_force

#: The bend and the wind that single figures are quoted for.
REFERENCE_BEND_M_S2 = 0.3 * GRAVITY_M_S2
REFERENCE_WIND_M_S = 12.0
REFERENCE_ROAD_M_S = 25.0

#: Nodes of the curves: bend 0 to 0.5 g, wind 0 to 25 m/s, road 0 to 130 km/h.
BEND_NODES_M_S2 = np.arange(26) * 0.02 * GRAVITY_M_S2
WIND_NODES_M_S = np.arange(26) * 1.0
ROAD_NODES_M_S = np.arange(14) * 10 / 3.6
_FORCE_NODES = 6

Curve = list[float]
Table = list[list[float]]


@dataclass(frozen=True)
class AxleStiffness(Record):
    """Where an axle's roll stiffness comes from, all in N·m/rad.

    Attributes
    ----------
    springs, air_bags, helper_springs, standard_bar, chosen_bar : float
        Parts of the suspension; a replaced bar counts zero.
    suspension : float
        Their sum.
    tyres : float
        The axle on its tyres, in series with the suspension.
    standard_bar_rate_n_per_m, chosen_bar_rate_n_per_m : float
        Bar rates at the bar's end [N/m]; zero where there is none.
    free_lean_rad : float
        Lean of the axle before its standard bar works, from play in links and bushings [rad].
    """

    springs: float
    air_bags: float
    helper_springs: float
    standard_bar: float
    chosen_bar: float
    suspension: float
    tyres: float
    standard_bar_rate_n_per_m: float
    chosen_bar_rate_n_per_m: float
    free_lean_rad: float


@dataclass(frozen=True)
class LeanTables(Record):
    """Lean of one load state and set-up over bend (rows) and side force (columns).

    Attributes
    ----------
    lean_rad : Table
        Body against the ground [rad], outward.
    front_tyre_roll_rad, rear_tyre_roll_rad : Table
        Each axle on its tyres [rad].
    wheel_load_n : list of Table
        Front left, front right, rear left, rear right, body leaning right [N]; below
        zero the wheel has lifted and the figures no longer hold.
    reference_lean_rad : float
        In a bend of 0.3 g [rad].
    reference_wind_lean_rad : float
        In 12 m/s square to the road at 25 m/s [rad].
    roll_gradient_rad_per_g : float
        Lean per g in a bend [rad].
    front_share : float
        Front axle's share of load transfer in a bend, 0 to 1.
    lift_axle : End
        Axle whose inner wheel lifts first in a steady bend.
    lift_m_s2 : float
        When it does [m/s²].
    rollover_m_s2 : float
        When the whole vehicle tips, by the same model; a bound, not a promise [m/s²].
    stop_axle : End or None
        Axle that meets a bump stop or a shock's end first in a bend; past it the lean ends
        there. None where no travel is known.
    stop_m_s2 : float or None
        When it does [m/s²].
    """

    lean_rad: Table
    front_tyre_roll_rad: Table
    rear_tyre_roll_rad: Table
    wheel_load_n: list[Table]
    reference_lean_rad: float
    reference_wind_lean_rad: float
    roll_gradient_rad_per_g: float
    front_share: float
    lift_axle: End
    lift_m_s2: float
    rollover_m_s2: float
    stop_axle: End | None
    stop_m_s2: float | None


@dataclass(frozen=True)
class StateEvaluation(Record):
    """One load state, before and after.

    Attributes
    ----------
    key : LoadKey
        Which state.
    front_kg, rear_kg : float
        Axle loads [kg].
    sprung_height_m, roll_axis_height_m : float
        Sprung centre and the roll axis below it, above ground [m].
    rest_lean_rad : float
        At rest, from more load on one side [rad]; above zero to the left.
    before, after : LeanTables
        As it stands, and with what is chosen.
    """

    key: LoadKey
    front_kg: float
    rear_kg: float
    sprung_height_m: float
    roll_axis_height_m: float
    rest_lean_rad: float
    before: LeanTables
    after: LeanTables


@dataclass(frozen=True)
class BeforeAfter(Record):
    """Roll stiffness of one axle.

    Attributes
    ----------
    before, after : AxleStiffness
        As it stands, and with what is chosen.
    """

    before: AxleStiffness
    after: AxleStiffness


@dataclass(frozen=True)
class Evaluation(Record, ByEnd["BeforeAfter"]):
    """All that one job's numbers say.

    Attributes
    ----------
    core_version : str
        Version of this package.
    bend_m_s2, force_n : Curve
        Nodes of the lean tables: lateral acceleration [m/s²] and side force [N].
    road_m_s, wind_m_s : Curve
        Nodes of the force table [m/s].
    side_force_n : Table
        Side force over road speed (rows) and wind speed (columns) [N].
    side : SideArea
        What the wind pushes on.
    front, rear : BeforeAfter
        Where each axle's roll stiffness comes from.
    states : list of StateEvaluation
        Every load state of the vehicle.
    """

    core_version: str
    bend_m_s2: Curve
    force_n: Curve
    road_m_s: Curve
    wind_m_s: Curve
    side_force_n: Table
    side: SideArea
    front: BeforeAfter
    rear: BeforeAfter
    states: list[StateEvaluation]


def _stiffness(roll: AxleRoll) -> AxleStiffness:
    standard, chosen = roll.standard, roll.chosen
    return AxleStiffness(
        springs=_number(roll.springs),
        air_bags=_number(roll.air_bags),
        helper_springs=_number(roll.helper_springs),
        standard_bar=_number(standard.roll_stiffness_n_m_per_rad),
        chosen_bar=_number(chosen.roll_stiffness_n_m_per_rad),
        suspension=_number(roll.suspension),
        tyres=_number(roll.tyres),
        standard_bar_rate_n_per_m=_number(standard.rate_n_per_m),
        chosen_bar_rate_n_per_m=_number(chosen.rate_n_per_m),
        free_lean_rad=_number(standard.free_lean_rad),
    )


def _number(value: FloatArray) -> float:
    return float(value.reshape(-1)[0])


def rest_leans(vehicle: Vehicle, model: RollModel) -> FloatArray:
    """Return the lean at rest from uneven wheel loads in every load state, (states,) [rad].

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    model : RollModel
        One row a load state.

    Returns
    -------
    ndarray, (states,)
        Above zero to the left.

    Notes
    -----
    The pads read Σ(left − right)·track/2, by moments about the middle, and that already holds
    the share of gravity on what has leaned. The moment that was applied, a load to one side, is
    the one under which ΣK_t·θ comes to what they read.
    """
    system = roll_system(model)
    loads = static_wheel_loads(vehicle)
    tracks = np.array([vehicle.front.track_m.value, vehicle.rear.track_m.value])
    read = ((loads[:, [0, 2]] - loads[:, [1, 3]]) * tracks / 2).sum(axis=1)

    def on_tyres(moment: FloatArray) -> FloatArray:
        answer = system.under(0.0, body_moment_n_m=moment[:, 0])
        felt = answer.tyre_roll_rad * model.tyre_n_m_per_rad[:, None, :]
        return np.asarray(felt.sum(axis=-1)[:, None])

    applied = load_where(on_tyres, np.abs(read)[:, None], 1000.0)[:, 0]
    lean = system.under(0.0, body_moment_n_m=applied[:, None]).lean_rad[:, 0]
    return np.asarray(np.where(read == 0, 0.0, np.sign(read) * lean))


def reference_wind(vehicle: Vehicle) -> tuple[float, Push]:
    """Return the side force of the reference wind [N], and where it acts.

    Parameters
    ----------
    vehicle : Vehicle
        Gives side profile and side force coefficient.
    """
    area = side_area(vehicle.profile)
    force = side_force(
        area.area_m2,
        vehicle.profile.side_force_coefficient.value,
        REFERENCE_ROAD_M_S,
        REFERENCE_WIND_M_S,
    )
    return float(force), push_at(area)


def push_at(area: SideArea) -> Push:
    """Return where the wind pushes a side.

    Parameters
    ----------
    area : SideArea
        Of the vehicle.
    """
    return Push(np.array([area.centre_height_m]), np.array([area.centre_behind_front_axle_m]))


def named(error: UnstableError, vehicle: Vehicle) -> UnstableError:
    """Return the same error with the load states it happens in, in words.

    Parameters
    ----------
    error : UnstableError
        Its rows run over the load states, once or more.
    vehicle : Vehicle
        The measured sheet.
    """
    states = vehicle.load_states
    rows = dict.fromkeys(row % len(states) for row in error.rows)
    return UnstableError(tuple(LOAD_NAMES[states[row].key] for row in rows))


def _tables(vehicle: Vehicle, model: RollModel, force_nodes: FloatArray) -> list[LeanTables]:
    """Tables of every row of a model, which runs over the load states once or more."""
    rows = len(model.sprung_mass_kg)
    static = np.tile(static_wheel_loads(vehicle), (rows // len(vehicle.load_states), 1))
    shape = (rows, len(BEND_NODES_M_S2), len(force_nodes))
    wind, push = reference_wind(vehicle)
    # The last two cases: the reference bend and the reference wind.
    bend = np.append(np.repeat(BEND_NODES_M_S2, len(force_nodes)), [REFERENCE_BEND_M_S2, 0.0])
    force = np.append(np.tile(force_nodes, len(BEND_NODES_M_S2)), [0.0, wind])
    system = roll_system(model, push)
    answer = system.under(bend, force)
    loads = wheel_loads(static, answer.load_transfer_n)[:, :-2].reshape(*shape, 4)
    ended = limits(system, static)
    stop_axle, stop = stop_met(system)
    lean = np.round(answer.lean_rad[:, :-2].reshape(shape), 7)
    tyre = np.round(answer.tyre_roll_rad[:, :-2].reshape(*shape, 2), 7)
    ends = list(End)
    return [
        LeanTables(
            lean_rad=lean[row].tolist(),
            front_tyre_roll_rad=tyre[row, ..., FRONT].tolist(),
            rear_tyre_roll_rad=tyre[row, ..., REAR].tolist(),
            wheel_load_n=np.round(np.moveaxis(loads[row], -1, 0), 1).tolist(),
            reference_lean_rad=float(answer.lean_rad[row, -2]),
            reference_wind_lean_rad=float(answer.lean_rad[row, -1]),
            roll_gradient_rad_per_g=float(answer.lean_rad[row, -2])
            * GRAVITY_M_S2
            / REFERENCE_BEND_M_S2,
            front_share=float(answer.front_share[row, -2]),
            lift_axle=ends[ended.lift_axle[row]],
            lift_m_s2=float(ended.lift_m_s2[row]),
            rollover_m_s2=float(ended.rollover_m_s2[row]),
            stop_axle=ends[stop_axle[row]] if np.isfinite(stop[row]) else None,
            stop_m_s2=float(stop[row]) if np.isfinite(stop[row]) else None,
        )
        for row in range(rows)
    ]


def check_stands(vehicle: Vehicle) -> None:
    """Raise what `evaluate` would of a vehicle as it is, without working out its tables.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.

    Raises
    ------
    InputError
        A centre lies below the roll axis.
    UnstableError
        The vehicle tips over by itself; names the load states.
    """
    body = body_of(vehicle, range(len(vehicle.load_states)))
    try:
        check_stable(roll_matrix(roll_model(body, rolls_of(vehicle, SetUp()))))
    except UnstableError as error:
        raise named(error, vehicle) from None


def evaluate(vehicle: Vehicle, set_up: SetUp) -> Evaluation:
    """Return stiffness and lean of a vehicle before and after, in every load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.

    Returns
    -------
    Evaluation
        Whole tables over bend and side force, SI units, angles in rad.

    Raises
    ------
    InputError
        The choice does not suit the axle, or a centre lies below the roll axis.
    UnstableError
        The vehicle tips over by itself; names the load states.
    """
    check_set_up(vehicle, set_up)
    states = vehicle.load_states
    standing = rolls_of(vehicle, SetUp())
    chosen = standing if set_up == SetUp() else rolls_of(vehicle, set_up)
    body = body_of(vehicle, range(len(states)))
    area = side_area(vehicle.profile)
    force = side_force(
        area.area_m2,
        vehicle.profile.side_force_coefficient.value,
        ROAD_NODES_M_S[:, None],
        WIND_NODES_M_S[None, :],
    )
    force_nodes = np.linspace(0.0, force.max(), _FORCE_NODES)
    try:
        model = roll_model(body, standing)
        rest = rest_leans(vehicle, model)
        both = model if set_up == SetUp() else stacked(model, roll_model(body, chosen))
        tables = _tables(vehicle, both, force_nodes)
    except UnstableError as error:
        raise named(error, vehicle) from None
    return Evaluation(
        core_version=__version__,
        bend_m_s2=BEND_NODES_M_S2.tolist(),
        force_n=force_nodes.tolist(),
        road_m_s=ROAD_NODES_M_S.tolist(),
        wind_m_s=WIND_NODES_M_S.tolist(),
        side_force_n=np.round(force, 2).tolist(),
        side=area,
        front=BeforeAfter(_stiffness(standing[FRONT]), _stiffness(chosen[FRONT])),
        rear=BeforeAfter(_stiffness(standing[REAR]), _stiffness(chosen[REAR])),
        states=[
            StateEvaluation(
                key=state.key,
                front_kg=state.axle_kg(End.FRONT),
                rear_kg=state.axle_kg(End.REAR),
                sprung_height_m=float(body.sprung_height_m[row]),
                roll_axis_height_m=float(body.roll_axis_height_m[row]),
                rest_lean_rad=float(rest[row]),
                before=tables[row],
                after=tables[row - len(states)],
            )
            for row, state in enumerate(states)
        ],
    )
