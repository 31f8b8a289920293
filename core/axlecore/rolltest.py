"""The yard roll test: what the model says, what was read, and what would make them agree."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from axlecore.arguments import FloatArray
from axlecore.errors import InputError
from axlecore.evaluate import axle_stiffness, model_of
from axlecore.measure import Known, Measured, Record
from axlecore.response import body_inertia, damping_from_swings, rocking, roll_inertia
from axlecore.rig import LoadState, SetUp, Vehicle
from axlecore.steady import RollModel, solve
from axlecore.units import GRAVITY_M_S2

#: Damping of a vehicle nobody has rocked: a usual ratio of critical.
USUAL_DAMPING_RATIO = 0.2
#: A seated head over the floor [m]; the usual one.
HEAD_OVER_FLOOR_M = 1.2
#: A correction outside this is no spring's doing.
_BELIEVABLE = (0.4, 2.5)


@dataclass(frozen=True)
class RollTestReport(Record):
    """A yard roll test beside the model, as the vehicle stands; None where not read.

    Attributes
    ----------
    moment_n_m : float or None
        Of the mass moved sideways [N·m].
    model_lean_rad, read_lean_rad : float or None
        Lean by the model, and read, both directions averaged [rad].
    friction_lean_rad : float or None
        Half the difference of both directions: friction, and lean at rest [rad].
    model_frequency_hz, read_frequency_hz : float or None
        Rocking [Hz].
    model_damping_ratio, read_damping_ratio : float or None
        Of critical.
    """

    moment_n_m: float | None = None
    model_lean_rad: float | None = None
    read_lean_rad: float | None = None
    friction_lean_rad: float | None = None
    model_frequency_hz: float | None = None
    read_frequency_hz: float | None = None
    model_damping_ratio: float | None = None
    read_damping_ratio: float | None = None


@dataclass(frozen=True)
class Calibration(Record):
    """What makes the model agree with a roll test; None where the test does not say.

    Attributes
    ----------
    spring_correction : Measured or None
        Factor on all springs.
    roll_inertia_kg_m2, roll_damping_n_m_s_per_rad : Measured or None
        About the roll axis, and of both axles together.
    """

    spring_correction: Measured | None = None
    roll_inertia_kg_m2: Measured | None = None
    roll_damping_n_m_s_per_rad: Measured | None = None


def tested_state(vehicle: Vehicle) -> LoadState | None:
    """Return the load state a roll test was made in; None where it is not on the sheet.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    """
    return vehicle.state(vehicle.roll_test.state)


def standing_model(vehicle: Vehicle, state: LoadState) -> RollModel:
    """Return the roll model of a vehicle as it stands, in one load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    state : LoadState
        One of its load states.
    """
    front, rear = axle_stiffness(vehicle, SetUp())
    return model_of(vehicle, (front.before, rear.before), (state,))


def lean_under_moment(vehicle: Vehicle, state: LoadState, moment_n_m: float) -> float:
    """Return the lean that a moment on the body gives a vehicle as it stands [rad].

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    state : LoadState
        How it is loaded.
    moment_n_m : float
        Mass × gravity × distance from the middle [N·m].

    Raises
    ------
    UnstableError
        The vehicle tips over by itself.
    """
    answer = solve(standing_model(vehicle, state), 0.0, body_moment_n_m=moment_n_m)
    return float(answer.lean_rad[0, 0])


def inertia_of(vehicle: Vehicle, model: RollModel) -> FloatArray:
    """Return the inertia about the roll axis, tested or estimated from the body's size, (1,).

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    model : RollModel
        Of one load state [kg·m²].
    """
    if vehicle.roll_inertia_kg_m2 is not None:
        return np.array([vehicle.roll_inertia_kg_m2.value])
    height = vehicle.roof_height_m.value - vehicle.floor_height_m.value
    own = body_inertia(model.sprung_mass_kg, vehicle.width_m.value, height)
    return roll_inertia(model, own)


def head_over_roll_axis(vehicle: Vehicle, model: RollModel) -> float:
    """Return the height of a seated head over the roll axis [m].

    Parameters
    ----------
    vehicle : Vehicle
        Gives the floor.
    model : RollModel
        Of one load state.
    """
    floor = vehicle.floor_height_m.value
    return floor + HEAD_OVER_FLOOR_M - float(model.roll_axis_height_m[0])


def damping_of(vehicle: Vehicle, model: RollModel, inertia_kg_m2: FloatArray) -> FloatArray:
    """Return the roll damping of both axles, tested or the usual ratio, (1, 2).

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    model : RollModel
        Of one load state.
    inertia_kg_m2 : ndarray, (1,)
        About the roll axis.

    Notes
    -----
    Untested: C = 2ζ·√(K·I), shared by the axles evenly, with ζ = 0.2.
    """
    if vehicle.roll_damping_n_m_s_per_rad is not None:
        total = vehicle.roll_damping_n_m_s_per_rad.value
    else:
        stiffness = float(model.suspension_n_m_per_rad.sum())
        total = 2 * USUAL_DAMPING_RATIO * float(np.sqrt(stiffness * inertia_kg_m2[0]))
    return np.full((1, 2), total / 2)


def report(vehicle: Vehicle) -> RollTestReport:
    """Return a vehicle's roll test beside what the model says of it.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.

    Returns
    -------
    RollTestReport
        Empty where the tested load state is not on the sheet.

    Raises
    ------
    InputError
        Readings that do not go together; names the reading on the sheet.
    UnstableError
        The vehicle tips over by itself.
    """
    state, test = tested_state(vehicle), vehicle.roll_test
    if state is None:
        return RollTestReport()
    model = standing_model(vehicle, state)
    inertia = inertia_of(vehicle, model)
    says = rocking(model, inertia, damping_of(vehicle, model, inertia))
    moment = _moment(vehicle)
    leans = [lean.value for lean in (test.lean_right_rad, test.lean_left_rad) if lean is not None]
    return RollTestReport(
        moment_n_m=moment,
        model_lean_rad=None if moment is None else lean_under_moment(vehicle, state, moment),
        read_lean_rad=None if not leans else sum(leans) / len(leans),
        friction_lean_rad=None if len(leans) < 2 else abs(leans[0] - leans[1]) / 2,
        model_frequency_hz=float(says.frequency_hz[0]),
        read_frequency_hz=None if test.frequency_hz is None else test.frequency_hz.value,
        model_damping_ratio=float(says.damping_ratio[0]),
        read_damping_ratio=_read_damping(vehicle),
    )


def _moment(vehicle: Vehicle) -> float | None:
    test = vehicle.roll_test
    if test.mass_kg is None or test.moved_m is None:
        return None
    return test.mass_kg.value * GRAVITY_M_S2 * test.moved_m.value


def _read_damping(vehicle: Vehicle) -> float | None:
    test = vehicle.roll_test
    if test.first_swing_rad is None or test.later_swing_rad is None:
        return None
    try:
        return damping_from_swings(
            test.first_swing_rad.value, test.later_swing_rad.value, test.swings_between
        )
    except InputError as error:
        raise InputError("roll_test.later_swing_rad", error.message) from None


def calibrate(vehicle: Vehicle) -> Calibration:
    """Return what makes the model agree with the vehicle's own roll test.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.

    Returns
    -------
    Calibration
        Only what was read: the springs from the mass moved, inertia and damping from the push.

    Raises
    ------
    InputError
        No spring explains what was read, or readings do not go together.
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    The factor on the springs is found by bracketing, since lean falls with it; inertia and
    damping by Newton's method on frequency and ratio, after the springs are corrected. All
    springs get one factor: one lean cannot tell front from rear.
    """
    state, test, says = tested_state(vehicle), vehicle.roll_test, report(vehicle)
    if state is None:
        return Calibration()
    found = Calibration()
    both = test.lean_right_rad is not None and test.lean_left_rad is not None
    if says.moment_n_m is not None and says.read_lean_rad is not None and both:
        factor = _spring_factor(vehicle, state, says.moment_n_m, says.read_lean_rad)
        found = Calibration(spring_correction=factor)
        vehicle = replace(vehicle, spring_correction=factor)
    if says.read_frequency_hz is None or says.read_damping_ratio is None:
        return found
    inertia, damping = _inertia_and_damping(
        vehicle, state, says.read_frequency_hz, says.read_damping_ratio
    )
    return replace(found, roll_inertia_kg_m2=inertia, roll_damping_n_m_s_per_rad=damping)


def _spring_factor(
    vehicle: Vehicle, state: LoadState, moment_n_m: float, lean_rad: float
) -> Measured:
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import optimize

    def lean(factor: float) -> float:
        tried = replace(vehicle, spring_correction=Measured(factor))
        return lean_under_moment(tried, state, moment_n_m)

    softest, stiffest = _BELIEVABLE
    if not lean(stiffest) < lean_rad < lean(softest):
        raise InputError(
            "roll_test.lean_right_rad",
            f"Springs {softest:g} to {stiffest:g} times the sheet's would lean "
            f"{np.degrees(lean(stiffest)):.2f}° to {np.degrees(lean(softest)):.2f}°, not "
            f"{np.degrees(lean_rad):.2f}°; check the mass, its distance and the zero of the gauge.",
        )
    factor = float(optimize.brentq(lambda f: lean(f) - lean_rad, softest, stiffest, xtol=1e-6))
    # How much the factor moves for the reading's own band, from a small step.
    per_factor = abs(lean(factor * 1.01) - lean(factor)) / (0.01 * factor)
    readings = (vehicle.roll_test.lean_right_rad, vehicle.roll_test.lean_left_rad)
    band = sum(r.tolerance for r in readings if r is not None) / 2 / per_factor
    return Measured(factor, Known.MEASURED, band, "from the roll test")


def _inertia_and_damping(
    vehicle: Vehicle, state: LoadState, frequency_hz: float, damping_ratio: float
) -> tuple[Measured, Measured]:
    from scipy import optimize

    model = standing_model(vehicle, state)
    inertia = inertia_of(vehicle, model)
    damping = damping_of(vehicle, model, inertia).sum()

    def miss(logs: FloatArray) -> list[float]:
        tried_inertia, tried_damping = np.exp(logs)
        says = rocking(model, np.array([tried_inertia]), np.full((1, 2), tried_damping / 2))
        return [
            float(np.log(says.frequency_hz[0] / frequency_hz)),
            float(np.log(says.damping_ratio[0] / damping_ratio)),
        ]

    try:
        answer = optimize.root(miss, np.log([inertia[0], damping]))
    except InputError:
        answer = None
    if answer is None or not answer.success:
        raise InputError(
            "roll_test.frequency_hz",
            "No inertia and damping rock like this on these springs; count the swings again.",
        )
    inertia_found, damping_found = np.exp(answer.x)
    frequency = vehicle.roll_test.frequency_hz
    # I goes with 1/f²; two swings read to a tenth of a degree are the wider band.
    band = 0.0 if frequency is None else 2 * frequency.tolerance / frequency_hz
    return _tested(float(inertia_found), band), _tested(float(damping_found), 0.1)


def _tested(value: float, band: float) -> Measured:
    return Measured(value, Known.MEASURED, value * band, "from the roll test")
