"""The mass-shift test: the lean that a mass moved sideways gives, and the springs it takes."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from axlecore.errors import InputError
from axlecore.lean.bar_numbers import BarNumbers, Read, as_it_stands, bars_of
from axlecore.lean.roll_model import RollModel, model_as_read
from axlecore.lean.steady import solve
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import SetUp, Vehicle

#: A correction outside this is no spring's doing.
BELIEVABLE = (0.4, 2.5)
_MOST_ROUNDS = 20


def shift_is_read(vehicle: Vehicle) -> bool:
    """Return whether a sheet holds a whole mass-shift test, both directions read.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    """
    test = vehicle.roll_test
    readings = (test.mass_kg, test.moved_m, test.lean_right_rad, test.lean_left_rad)
    return vehicle.state(test.state) is not None and None not in readings


def read_shift(vehicle: Vehicle, read: Read = as_it_stands) -> tuple[FloatArray, FloatArray]:
    """Return the moment of the mass moved and the lean read, both directions averaged.

    Parameters
    ----------
    vehicle : Vehicle
        With a whole test, see `shift_is_read`.
    read : Read
        Reads the readings.

    Returns
    -------
    tuple of ndarray
        Moment [N·m] and lean [rad].

    Raises
    ------
    InputError
        A reading is missing; names it on the sheet.
    """
    test, found = vehicle.roll_test, []
    for name, reading in (
        ("mass_kg", test.mass_kg),
        ("moved_m", test.moved_m),
        ("lean_right_rad", test.lean_right_rad),
        ("lean_left_rad", test.lean_left_rad),
    ):
        if reading is None:
            raise InputError(f"roll_test.{name}", "This reading is missing; enter it.")
        found.append(read(f"roll_test.{name}", reading))
    mass, moved, right, left = found
    return np.asarray(mass * GRAVITY_M_S2 * moved), np.asarray((right + left) / 2)


def standing_model(
    vehicle: Vehicle,
    state: int,
    read: Read = as_it_stands,
    spring_correction: FloatArray | None = None,
) -> RollModel:
    """Return the roll model of a vehicle as it stands, in one load state.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    state : int
        Index of the load state.
    read : Read
        Reads the numbers.
    spring_correction : ndarray or None
        Factor on its springs; None takes the sheet's.
    """
    bars = _standing_bars(vehicle, read)
    return model_as_read(vehicle, state, bars, read, spring_correction)[0]


def _standing_bars(
    vehicle: Vehicle, read: Read
) -> tuple[tuple[BarNumbers, BarNumbers], tuple[BarNumbers, BarNumbers]]:
    front, rear = (bars_of(vehicle, SetUp(), end, read) for end in End)
    return front, rear


def lean_under_moment(model: RollModel, moment_n_m: FloatArray) -> FloatArray:
    """Return the lean that a moment on the body gives each vehicle, (n,) [rad].

    Parameters
    ----------
    model : RollModel
        n vehicles.
    moment_n_m : ndarray, (n,) or scalar
        Mass × gravity × distance from the middle [N·m].

    Raises
    ------
    UnstableError
        The vehicle tips over by itself.
    """
    moment = np.broadcast_to(moment_n_m, (len(model.sprung_mass_kg),))[:, None]
    return np.asarray(solve(model, 0.0, body_moment_n_m=moment).lean_rad[:, 0])


def spring_factor(vehicle: Vehicle, read: Read = as_it_stands, samples: int = 1) -> FloatArray:
    """Return the factor on all springs at which the model leans as the mass-shift test read.

    Parameters
    ----------
    vehicle : Vehicle
        With a whole test.
    read : Read
        Reads its numbers and readings.
    samples : int
        How many of each are drawn.

    Returns
    -------
    ndarray, (samples,)
        All springs get one factor: one lean cannot tell front from rear.

    Raises
    ------
    InputError
        No spring explains what was read.
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    Moment over lean is nearly linear in the factor, so the secant on it lands in a few rounds.
    """
    state = vehicle.weighed(vehicle.roll_test.state)
    moment, lean = read_shift(vehicle, read)
    bars = _standing_bars(vehicle, read)
    sheet, rolls = model_as_read(vehicle, state, bars, read, 1.0, samples)
    springs = np.stack([np.broadcast_to(roll.springs, (samples,)) for roll in rolls], axis=1)

    def resists(factor: FloatArray) -> FloatArray:
        suspension = sheet.suspension_n_m_per_rad + (factor - 1)[:, None] * springs
        model = replace(sheet, suspension_n_m_per_rad=suspension)
        return moment / lean_under_moment(model, moment)

    wanted = moment / np.maximum(lean, 1e-6)
    last, now = np.full(samples, 0.95), np.full(samples, 1.05)
    was = resists(last)
    for _ in range(_MOST_ROUNDS):
        gives = resists(now)
        slope = (gives - was) / np.where(now == last, np.inf, now - last)
        step = (wanted - gives) / np.where(slope == 0, np.inf, slope)
        last, was = now, gives
        now = np.clip(now + step, *BELIEVABLE)
        if np.allclose(now, last, rtol=1e-9, atol=0.0):
            break
    return now


def believable_factor(vehicle: Vehicle) -> float:
    """Return the factor on all springs that a mass-shift test asks for.

    Parameters
    ----------
    vehicle : Vehicle
        With a whole test.

    Raises
    ------
    InputError
        No spring explains what was read; says what the softest and stiffest would lean.
    UnstableError
        The vehicle tips over by itself.
    """
    factor = float(spring_factor(vehicle)[0])
    if BELIEVABLE[0] < factor < BELIEVABLE[1]:
        return factor
    state = vehicle.weighed(vehicle.roll_test.state)
    moment, lean = read_shift(vehicle)
    softest, stiffest = (
        float(
            np.degrees(
                lean_under_moment(standing_model(vehicle, state, as_it_stands, np.array(f)), moment)
            )[0]
        )
        for f in BELIEVABLE
    )
    raise InputError(
        "roll_test.lean_right_rad",
        f"Springs {BELIEVABLE[0]:g} to {BELIEVABLE[1]:g} times the sheet's would lean "
        f"{stiffest:.2f}° to {softest:.2f}°, not {np.degrees(float(lean)):.2f}°; check the mass, "
        "its distance and the zero of the gauge.",
    )
