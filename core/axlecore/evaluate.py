"""One vehicle, before and after: stiffness, lean over bend and side force, in every load state."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from axlecore import __version__
from axlecore.arguments import FloatArray
from axlecore.axle import (
    Axle,
    FittedBar,
    air_bag_roll_stiffness,
    bar_roll_stiffness,
    free_lean,
    helper_roll_stiffness,
    link_span,
    springs_of,
    tyres_of,
)
from axlecore.bar import bar_rates
from axlecore.errors import UnstableError
from axlecore.loads import LOAD_NAMES, LoadKey
from axlecore.measure import Record
from axlecore.rig import (
    AxleChoice,
    LoadState,
    SetUp,
    Vehicle,
    check_set_up,
    standard_after,
)
from axlecore.steady import (
    FRONT,
    REAR,
    WHEELS,
    RollModel,
    first_lift,
    roll_model,
    solve,
    wheel_loads,
)
from axlecore.units import GRAVITY_M_S2
from axlecore.wind import SideArea, side_area, side_force

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
        Bar rates at the eyes [N/m]; zero where there is none.
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
    lift_axle : str
        Axle whose inner wheel lifts first in a steady bend, "front" or "rear".
    lift_m_s2 : float
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
    lift_axle: str
    lift_m_s2: float


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
class Evaluation(Record):
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


def _rate_and_stiffness(axle: Axle, fitted: FittedBar | None, rate: float) -> tuple[float, float]:
    if fitted is None:
        return 0.0, 0.0
    return rate, float(bar_roll_stiffness(rate, link_span(axle), fitted.motion_gain.value))


def _stiffness(
    axle: Axle,
    spring_correction: float,
    standard: FittedBar | None,
    choice: AxleChoice | None,
    standard_rate: float,
    chosen_rate: float,
) -> AxleStiffness:
    rate, standing = _rate_and_stiffness(axle, standard, standard_rate)
    chosen = None if choice is None else choice.fitted
    new_rate, added = _rate_and_stiffness(axle, chosen, chosen_rate)
    springs = springs_of(axle) * spring_correction
    bags = 0.0 if axle.air_bags is None else air_bag_roll_stiffness(axle.air_bags)
    helpers = 0.0 if axle.helper_springs is None else helper_roll_stiffness(axle.helper_springs)
    return AxleStiffness(
        springs=springs,
        air_bags=bags,
        helper_springs=helpers,
        standard_bar=standing,
        chosen_bar=added,
        suspension=springs + bags + helpers + standing + added,
        tyres=tyres_of(axle),
        standard_bar_rate_n_per_m=rate,
        chosen_bar_rate_n_per_m=new_rate,
        free_lean_rad=0.0 if standard is None else free_lean(axle, standard),
    )


def axle_stiffness(vehicle: Vehicle, set_up: SetUp) -> tuple[BeforeAfter, BeforeAfter]:
    """Return where the roll stiffness of front and rear axle comes from.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.

    Returns
    -------
    tuple of two BeforeAfter
        Front, rear [N·m/rad].

    Raises
    ------
    InputError
        The choice does not suit the axle.
    """
    check_set_up(vehicle, set_up)
    axles = (("front", vehicle.front, set_up.front), ("rear", vehicle.rear, set_up.rear))
    # All bars of the vehicle go through the frame in one step.
    fitted = [
        bar
        for _, axle, choice in axles
        for bar in (axle.standard_bar, None if choice is None else choice.fitted)
    ]
    present = [bar for bar in fitted if bar is not None]
    solved = iter(bar_rates([f.bar for f in present], [f.hole for f in present]).tolist())
    rates = [0.0 if bar is None else next(solved) for bar in fitted]
    front, rear = (
        BeforeAfter(
            before=_stiffness(axle, vehicle.corrected, axle.standard_bar, None, standard, 0.0),
            after=_stiffness(
                axle,
                vehicle.corrected,
                standard_after(vehicle, set_up, name),
                choice,
                standard,
                chosen,
            ),
        )
        for (name, axle, choice), standard, chosen in zip(
            axles, rates[::2], rates[1::2], strict=True
        )
    )
    return front, rear


def model_of(
    vehicle: Vehicle, stiffness: tuple[AxleStiffness, AxleStiffness], states: tuple[LoadState, ...]
) -> RollModel:
    """Return the roll model of a vehicle with these axles, one row a load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    stiffness : tuple of two AxleStiffness
        Front, rear.
    states : tuple of LoadState
        n load states.
    """
    return _models(vehicle, (stiffness,), states)


def _models(
    vehicle: Vehicle,
    set_ups: tuple[tuple[AxleStiffness, AxleStiffness], ...],
    states: tuple[LoadState, ...],
) -> RollModel:
    """Several set-ups under each other, so that they are solved in one step."""

    def rows(part: str) -> FloatArray:
        ends = np.array([[getattr(end, part) for end in pair] for pair in set_ups])
        return np.repeat(ends, len(states), axis=0)

    return roll_model(
        vehicle, states * len(set_ups), rows("suspension"), rows("standard_bar"),
        rows("free_lean_rad"),
    )  # fmt: skip


def rest_moment(vehicle: Vehicle) -> FloatArray:
    """Return the moment of uneven wheel loads in every load state, (states,) [N·m].

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.

    Notes
    -----
    Σ(left − right)·track/2, above zero where the left side is heavier, by moments about the
    middle; so much more weight lies to that side, and leans the body there.
    """
    loads = static_wheel_loads(vehicle)
    tracks = np.array([vehicle.front.track_m.value, vehicle.rear.track_m.value])
    return np.asarray(((loads[:, [0, 2]] - loads[:, [1, 3]]) * tracks / 2).sum(axis=1))


def reference_side_force(vehicle: Vehicle, area: SideArea) -> float:
    """Return the side force of the reference wind [N].

    Parameters
    ----------
    vehicle : Vehicle
        Gives the side force coefficient.
    area : SideArea
        Of its side profile.
    """
    force = side_force(
        area.area_m2,
        vehicle.profile.side_force_coefficient.value,
        REFERENCE_ROAD_M_S,
        REFERENCE_WIND_M_S,
    )
    return float(force)


def static_wheel_loads(vehicle: Vehicle) -> FloatArray:
    """Return the wheel loads at rest of every load state, (states, 4) [N].

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    """
    return np.array(
        [
            [getattr(state, f"{wheel}_kg").value * GRAVITY_M_S2 for wheel in WHEELS]
            for state in vehicle.load_states
        ]
    )


def _named(error: UnstableError, vehicle: Vehicle) -> UnstableError:
    states = vehicle.load_states
    return UnstableError(tuple(LOAD_NAMES[states[row % len(states)].key] for row in error.rows))


def _tables(
    vehicle: Vehicle, model: RollModel, area: SideArea, force_nodes: FloatArray, static: FloatArray
) -> list[LeanTables]:
    states = len(static)
    shape = (states, len(BEND_NODES_M_S2), len(force_nodes))
    reference_force = reference_side_force(vehicle, area)
    # Last three cases: the reference bend, a sharper one past any play, the reference wind.
    sharper = 2 * REFERENCE_BEND_M_S2
    bend = np.append(
        np.repeat(BEND_NODES_M_S2, len(force_nodes)), [REFERENCE_BEND_M_S2, sharper, 0.0]
    )
    force = np.append(np.tile(force_nodes, len(BEND_NODES_M_S2)), [0.0, 0.0, reference_force])
    answer = solve(
        model,
        bend,
        force,
        np.full(states, area.centre_height_m),
        np.full(states, area.centre_behind_front_axle_m),
    )
    loads = wheel_loads(static, answer.load_transfer_n)[:, :-3].reshape(*shape, 4)
    lift_axle, lift = first_lift(
        static, (REFERENCE_BEND_M_S2, sharper), answer.load_transfer_n[:, -3:-1]
    )
    lean = np.round(answer.lean_rad[:, :-3].reshape(shape), 7)
    tyre = np.round(answer.tyre_roll_rad[:, :-3].reshape(*shape, 2), 7)
    return [
        LeanTables(
            lean_rad=lean[row].tolist(),
            front_tyre_roll_rad=tyre[row, ..., FRONT].tolist(),
            rear_tyre_roll_rad=tyre[row, ..., REAR].tolist(),
            wheel_load_n=np.round(np.moveaxis(loads[row], -1, 0), 1).tolist(),
            reference_lean_rad=float(answer.lean_rad[row, -3]),
            reference_wind_lean_rad=float(answer.lean_rad[row, -1]),
            roll_gradient_rad_per_g=float(answer.lean_rad[row, -3])
            * GRAVITY_M_S2
            / REFERENCE_BEND_M_S2,
            front_share=float(answer.front_share[row, -3]),
            lift_axle="rear" if lift_axle[row] == REAR else "front",
            lift_m_s2=float(lift[row]),
        )
        for row in range(states)
    ]


def _rest_lean(vehicle: Vehicle, model: RollModel) -> list[float]:
    moments = rest_moment(vehicle)
    leans = solve(model, np.zeros(len(moments)), body_moment_n_m=moments).lean_rad
    return [float(value) for value in np.diagonal(leans)]


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
    front, rear = axle_stiffness(vehicle, set_up)
    area = side_area(vehicle.profile)
    force = side_force(
        area.area_m2,
        vehicle.profile.side_force_coefficient.value,
        ROAD_NODES_M_S[:, None],
        WIND_NODES_M_S[None, :],
    )
    force_nodes = np.linspace(0.0, force.max(), _FORCE_NODES)
    static = static_wheel_loads(vehicle)
    states = vehicle.load_states
    standing, chosen = (front.before, rear.before), (front.after, rear.after)
    both = _models(vehicle, (standing, chosen), states)
    try:
        tables = _tables(vehicle, both, area, force_nodes, np.tile(static, (2, 1)))
        rest = _rest_lean(vehicle, model_of(vehicle, standing, states))
    except UnstableError as error:
        raise _named(error, vehicle) from None
    before, after = tables[: len(states)], tables[len(states) :]
    return Evaluation(
        core_version=__version__,
        bend_m_s2=BEND_NODES_M_S2.tolist(),
        force_n=force_nodes.tolist(),
        road_m_s=ROAD_NODES_M_S.tolist(),
        wind_m_s=WIND_NODES_M_S.tolist(),
        side_force_n=np.round(force, 2).tolist(),
        side=area,
        front=front,
        rear=rear,
        states=[
            StateEvaluation(
                key=state.key,
                front_kg=state.front_kg,
                rear_kg=state.rear_kg,
                sprung_height_m=float(both.sprung_height_m[row]),
                roll_axis_height_m=float(both.roll_axis_height_m[row]),
                rest_lean_rad=rest[row],
                before=before[row],
                after=after[row],
            )
            for row, state in enumerate(states)
        ],
    )
