"""Roll in time: how fast a body rocks on its springs, and how soon it comes to rest."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.lean.roll_model import RollModel
from axlecore.lean.steady import gravity_on_axles
from axlecore.quantities.arguments import FloatArray, above_zero
from axlecore.quantities.units import GRAVITY_M_S2

#: A swing that stays below this part of the first lean is not counted.
_SMALLEST_SWING = 0.1


@dataclass(frozen=True)
class Rocking:
    """Free rocking of n vehicles.

    Attributes
    ----------
    frequency_hz : ndarray, (n,)
        Undamped frequency [Hz].
    damping_ratio : ndarray, (n,)
        Of critical, 0 to 1.
    """

    frequency_hz: FloatArray
    damping_ratio: FloatArray

    @property
    def damped_frequency_hz(self) -> FloatArray:
        """What a gauge reads from swing to swing: f·√(1 − ζ²), (n,)."""
        return np.asarray(self.frequency_hz * np.sqrt(1 - self.damping_ratio**2))

    @property
    def overshoot(self) -> FloatArray:
        """Height of each half-swing over the one before, (n,)."""
        ratio = self.damping_ratio
        return np.asarray(np.exp(-np.pi * ratio / np.sqrt(1 - ratio**2)))

    @property
    def swings(self) -> npt.NDArray[np.int_]:
        """Half-swings past the middle above a tenth of the first lean, (n,)."""
        return np.floor(math.log(_SMALLEST_SWING) / np.log(self.overshoot)).astype(int)


def roll_inertia(model: RollModel, inertia_of_centre_kg_m2: npt.ArrayLike) -> FloatArray:
    """Return the inertia about the roll axis, (n,) [kg·m²].

    Parameters
    ----------
    model : RollModel
        n vehicles.
    inertia_of_centre_kg_m2 : array_like, (n,)
        Of the sprung mass about its own centre [kg·m²].

    Notes
    -----
    I = I_cg + m·arm². Derived from the parallel axis theorem.
    """
    own = np.asarray(inertia_of_centre_kg_m2, dtype=float)
    return np.asarray(own + model.sprung_mass_kg * model.arm_m**2)


def body_inertia(
    sprung_mass_kg: npt.ArrayLike, width_m: npt.ArrayLike, height_m: npt.ArrayLike
) -> FloatArray:
    """Return an estimate of a body's roll inertia about its own centre [kg·m²].

    Parameters
    ----------
    sprung_mass_kg : array_like
        Sprung mass [kg].
    width_m, height_m : array_like, broadcast
        Of the body, floor to roof [m].

    Notes
    -----
    I = m(w² + h²)/12, a box filled evenly. Bodies are shells with a heavy floor: expect 20 %
    either way. Source: Heydinger et al., SAE 1999-01-1336, for the spread of measured ones.
    """
    mass, width, height = (np.asarray(v, dtype=float) for v in (sprung_mass_kg, width_m, height_m))
    return np.asarray(mass * (width**2 + height**2) / 12)


def rocking(
    model: RollModel, inertia_kg_m2: npt.ArrayLike, damping_n_m_s_per_rad: npt.ArrayLike
) -> Rocking:
    """Return frequency and damping of free rocking.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    inertia_kg_m2 : array_like, (n,)
        About the roll axis [kg·m²], above zero.
    damping_n_m_s_per_rad : array_like, (n, 2)
        Of front and rear shocks in roll, above zero.

    Returns
    -------
    Rocking
        n rows.

    Raises
    ------
    InputError
        Names the argument out of range; the damping where it is so strong that nothing rocks.

    Notes
    -----
    States body lean, its rate, and both axles on their massless tyres:
    C(φ̇ − θ̇) = (K_t − m·g·h)θ − K_s(φ − θ), I·φ̈ = m·g·arm·φ − Σ(K_t − m·g·h)θ.
    f = |λ|/2π and ζ = −Re λ/|λ| of the oscillating pair.
    Source: Gillespie, *Fundamentals of Vehicle Dynamics*, ch. 5, for the ride model; Ogata,
    *Modern Control Engineering*, ch. 5, for frequency and damping of a pair.
    """
    inertia = above_zero("inertia_kg_m2", inertia_kg_m2, "Roll inertia")
    damping = above_zero("damping_n_m_s_per_rad", damping_n_m_s_per_rad, "Roll damping")
    values = np.linalg.eigvals(state_matrix(model, inertia, damping))
    swinging = np.abs(values.imag) > 1e-9 * np.abs(values)
    if not np.all(swinging.any(axis=1)):
        raise InputError(
            "damping_n_m_s_per_rad", "With this much damping the body creeps back and never rocks."
        )
    # The slowest swinging pair is the body; there is never more than one with massless tyres.
    pick = np.argmax(np.where(swinging, -values.real.clip(max=0) + 1e6, 0), axis=1)
    pair = values[np.arange(len(values)), pick]
    size = np.abs(pair)
    return Rocking(size / (2 * np.pi), -pair.real / size)


def state_matrix(
    model: RollModel, inertia_kg_m2: FloatArray, damping_n_m_s_per_rad: FloatArray
) -> FloatArray:
    """Return the matrix of free rocking, (n, 4, 4): lean, its rate, both tyre rolls.

    Parameters
    ----------
    model : RollModel
        n vehicles.
    inertia_kg_m2 : ndarray, (n,)
        About the roll axis.
    damping_n_m_s_per_rad : ndarray, (n, 2)
        Of both axles in roll.
    """
    inertia, damping = inertia_kg_m2, damping_n_m_s_per_rad
    springs = model.suspension_n_m_per_rad
    tyres = model.tyre_n_m_per_rad - gravity_on_axles(model)
    rows = np.zeros((len(springs), 4, 4))
    rows[:, 0, 1] = 1.0
    rows[:, 1, 0] = model.sprung_mass_kg * GRAVITY_M_S2 * model.arm_m / inertia
    rows[:, 1, 2:] = -tyres / inertia[:, None]
    rows[:, 2:, 0] = springs / damping
    rows[:, 2:, 1] = 1.0
    rows[:, [2, 3], [2, 3]] = -(tyres + springs) / damping
    return rows


def damping_from_swings(first: float, later: float, swings_between: float) -> float:
    """Return the damping ratio from two swings.

    Parameters
    ----------
    first, later : float
        Height of both swings, same unit, the later one smaller.
    swings_between : float
        Full swings from the first to the later one: 1 to the same side, one half to the other.

    Returns
    -------
    float
        Damping ratio.

    Raises
    ------
    InputError
        ``later`` where it is not smaller than the first.

    Notes
    -----
    δ = ln(first/later)/n, ζ = δ/√(4π² + δ²), the log decrement.
    Source: Rao, *Mechanical Vibrations*, 5th ed., ch. 2.6.
    """
    above_zero("first", first, "First swing")
    above_zero("later", later, "Later swing")
    above_zero("swings_between", swings_between, "Number of swings between")
    if not later < first:
        raise InputError("later", "The later swing must be smaller than the first.")
    decrement = math.log(first / later) / swings_between
    return decrement / math.hypot(2 * math.pi, decrement)


@dataclass(frozen=True)
class ReadRocking:
    """Rocking read off a log.

    Attributes
    ----------
    frequency_hz : float
        Damped frequency, from swing to swing [Hz].
    first_swing_rad, later_swing_rad : float
        The first and the last swing counted, without sign [rad].
    half_swings_between : int
        Half-swings between those two: 2 to the same side.
    """

    frequency_hz: float
    first_swing_rad: float
    later_swing_rad: float
    half_swings_between: int


#: A swing counts while it is above this part of the first one, and above the noise so many times.
_COUNTED, _OUT_OF_NOISE = 0.1, 4.0


def read_rocking(time_s: npt.ArrayLike, roll_rad: npt.ArrayLike) -> ReadRocking:
    """Return frequency and swings of a body rocking freely, read off a tilt log.

    Parameters
    ----------
    time_s : array_like, (n,)
        Rising times [s].
    roll_rad : array_like, (n,)
        Roll at those times, at rest at the end [rad].

    Returns
    -------
    ReadRocking
        From half-swings to either side, so that a well damped push can be read.

    Raises
    ------
    InputError
        ``roll_rad`` where fewer than two half-swings stand out of the noise.

    Notes
    -----
    Rest is the mean of the log's last fifth, its scatter the noise. Peaks to both sides are
    taken in turn; of several between two crossings the highest. Source: Rao, *Mechanical
    Vibrations*, 5th ed., ch. 2.6.
    """
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import signal

    time, roll = np.asarray(time_s, dtype=float), np.asarray(roll_rad, dtype=float)
    rest = roll[-max(1, len(roll) // 5) :]
    about = roll - rest.mean()
    least = max(_COUNTED * np.abs(about).max(), _OUT_OF_NOISE * rest.std())
    peaks, _ = signal.find_peaks(np.abs(about), height=least, prominence=least)
    swings: list[int] = []
    for peak in peaks:
        if swings and np.sign(about[peak]) == np.sign(about[swings[-1]]):
            if abs(about[peak]) > abs(about[swings[-1]]):
                swings[-1] = int(peak)
            continue
        swings.append(int(peak))
    if len(swings) < 2:
        raise InputError(
            "roll_rad", "Fewer than two half-swings stand out; push harder and log again."
        )
    first, last, between = swings[0], swings[-1], len(swings) - 1
    return ReadRocking(
        frequency_hz=float(between / 2 / (time[last] - time[first])),
        first_swing_rad=float(abs(about[first])),
        later_swing_rad=float(abs(about[last])),
        half_swings_between=between,
    )
