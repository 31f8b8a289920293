"""The yard roll test: what the model says, what was read, and what would make them agree."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from axlecore.errors import InputError
from axlecore.lean.draws import Draw, each_moved, readings_of, uncertain_numbers
from axlecore.lean.mass_shift import (
    BELIEVABLE,
    believable_factor,
    lean_under_moment,
    shift_is_read,
    spring_factor,
    standing_model,
)
from axlecore.lean.roll_model import RollModel
from axlecore.lean.steady import gravity_on_axles
from axlecore.motion.response import body_inertia, damping_from_swings, rocking, roll_inertia
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.entry import walk
from axlecore.quantities.measure import Known, Measured, Record
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.rig import SetUp, Vehicle

#: Damping of a vehicle nobody has rocked: a usual ratio of critical.
USUAL_DAMPING_RATIO = 0.2
#: A seated head over the floor [m]; the usual one.
HEAD_OVER_FLOOR_M = 1.2


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
        Rocking as it is read, from swing to swing: damped [Hz].
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
    Untested: C = 2ζ·√(K·I), shared by the axles evenly, with ζ = 0.2. Derived from
    a damped oscillator of one degree of freedom.
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
    test = vehicle.roll_test
    if vehicle.state(test.state) is None:
        return RollTestReport()
    model = standing_model(vehicle, vehicle.weighed(test.state))
    inertia = inertia_of(vehicle, model)
    says = rocking(model, inertia, damping_of(vehicle, model, inertia))
    moment = None
    if test.mass_kg is not None and test.moved_m is not None:
        moment = test.mass_kg.value * GRAVITY_M_S2 * test.moved_m.value
    leans = [lean.value for lean in (test.lean_right_rad, test.lean_left_rad) if lean is not None]
    return RollTestReport(
        moment_n_m=moment,
        model_lean_rad=None
        if moment is None
        else float(lean_under_moment(model, np.array([moment]))[0]),
        read_lean_rad=None if not leans else sum(leans) / len(leans),
        friction_lean_rad=None if len(leans) < 2 else abs(leans[0] - leans[1]) / 2,
        model_frequency_hz=float(says.damped_frequency_hz[0]),
        read_frequency_hz=None if test.frequency_hz is None else test.frequency_hz.value,
        model_damping_ratio=float(says.damping_ratio[0]),
        read_damping_ratio=_read_damping(vehicle),
    )


def _read_damping(vehicle: Vehicle) -> float | None:
    test = vehicle.roll_test
    if test.first_swing_rad is None or test.later_swing_rad is None:
        return None
    try:
        return damping_from_swings(
            test.first_swing_rad.value,
            test.later_swing_rad.value,
            test.half_swings_between / 2,
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
    The springs first, then inertia and damping by Newton's method on the rocking pole. Bands
    are first order: each reading, and each number of the sheet that inertia rests on, moved by
    its own band alone, added by squares. Source: JCGM 100:2008 (GUM), 5.1.2.
    """
    test = vehicle.roll_test
    if vehicle.state(test.state) is None:
        return Calibration()
    pushed = test.frequency_hz is not None and _read_damping(vehicle) is not None
    state = vehicle.weighed(test.state)
    sheet = uncertain_numbers(vehicle, SetUp(), {state}) if pushed else []
    draw = each_moved([*sheet, *readings_of(vehicle)])
    factor, springs = None, None
    if shift_is_read(vehicle):
        factor = spring_factor(vehicle, draw.read, draw.samples)
        springs = _springs(vehicle, factor, len(sheet))
    if not pushed:
        return Calibration(spring_correction=springs)
    inertia, damping = _inertia_and_damping(vehicle, state, draw, factor)
    return Calibration(springs, inertia, damping)


def _band(values: FloatArray) -> float:
    """Of a figure whose last row is as it stands: the others' changes, added by squares."""
    return float(np.linalg.norm(values[:-1] - values[-1]))


def _springs(vehicle: Vehicle, factor: FloatArray, sheet: int) -> Measured:
    """The factor with the band of its readings; the first rows move numbers of the sheet."""
    nominal = float(factor[-1])
    if not BELIEVABLE[0] < nominal < BELIEVABLE[1]:
        nominal = believable_factor(vehicle)
    return _from_test(vehicle, nominal, _band(factor[sheet:]))


def _inertia_and_damping(
    vehicle: Vehicle, state: int, draw: Draw, factor: FloatArray | None
) -> tuple[Measured, Measured]:
    model = standing_model(vehicle, state, draw.read, factor)
    inertia, damping = _solve_push(model, *_as_read(vehicle, draw))
    return _tested(vehicle, inertia), _tested(vehicle, damping)


def _as_read(vehicle: Vehicle, draw: Draw) -> tuple[FloatArray, FloatArray]:
    """Damped frequency [Hz] and damping ratio of every row."""
    test = vehicle.roll_test
    first, later = test.first_swing_rad, test.later_swing_rad
    assert test.frequency_hz is not None
    assert first is not None
    assert later is not None
    frequency = draw.full(draw.read("roll_test.frequency_hz", test.frequency_hz))
    swings = draw.full(
        np.log(
            draw.read("roll_test.first_swing_rad", first)
            / draw.read("roll_test.later_swing_rad", later)
        )
        / (test.half_swings_between / 2)
    )
    # A band that reaches past no damping at all tells nothing there.
    decrement = np.maximum(swings, 1e-3)
    return frequency, np.asarray(decrement / np.hypot(2 * np.pi, decrement))


#: Newton's steps on the logarithm of damping, and how far one may go.
_MOST_STEPS, _LONGEST_STEP, _CLOSE = 40, 0.4, 1e-10


def _solve_push(
    model: RollModel, frequency_hz: FloatArray, ratio: FloatArray
) -> tuple[FloatArray, FloatArray]:
    """Inertia [kg·m²] and damping of both axles together at which each row rocks as read, (n,).

    Frequency and ratio are the pole λ. There each axle on its massless tyres is at
    θ = φ·(K_s + Cλ)/(K_t + K_s + Cλ), and the body's own balance says I·λ² = m·g·arm − Σ K_t·θ/φ;
    the damping is the one that makes that inertia a real number.
    """
    springs = model.suspension_n_m_per_rad
    tyres = model.tyre_n_m_per_rad - gravity_on_axles(model)
    gravity = model.sprung_mass_kg * GRAVITY_M_S2 * model.arm_m
    swing = 2 * np.pi * frequency_hz
    pole = swing * (1j - ratio / np.sqrt(1 - ratio**2))
    # Damping of one axle: that of a body on stiff tyres to begin with.
    log = np.log(ratio * springs.sum(axis=1) / np.abs(pole))
    for _ in range(_MOST_STEPS):
        shocks = (np.exp(log) * pole)[:, None]
        yields = tyres + springs + shocks
        inertia = (gravity - (tyres * (springs + shocks) / yields).sum(axis=1)) / pole**2
        slope = -((tyres / yields) ** 2 * shocks).sum(axis=1) / pole**2
        step = np.clip(-inertia.imag / slope.imag, -_LONGEST_STEP, _LONGEST_STEP)
        log = log + step
        if np.abs(step).max() < _CLOSE and (inertia.real > 0).all():
            return inertia.real, 2 * np.exp(log)
    raise InputError(
        "roll_test.frequency_hz",
        "No inertia and damping rock like this on these springs; count the swings again.",
    )


def _tested(vehicle: Vehicle, values: FloatArray) -> Measured:
    return _from_test(vehicle, float(values[-1]), _band(values))


def _from_test(vehicle: Vehicle, value: float, band: float) -> Measured:
    """What a test says is as much simulated as its readings are."""
    simulated = any(reading.simulated for _, _, reading in walk(vehicle.roll_test))
    said = "from the roll test of a stand-in" if simulated else "from the roll test"
    return Measured(value, Known.MEASURED, band, said, simulated)
