"""How long a bar lasts: endurance limit, reserve against it, and life at a duty."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from axlecore.bars.steel import Finish, Steel
from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record

#: Cycles beyond which steel that has lasted lasts on.
ENDLESS_CYCLES = 1e6
#: 99 % of bars outlast it.
_RELIABILITY = 0.814
#: Surface factor a·(S_ut/MPa)^b by finish.
_FINISH = {
    Finish.GROUND: (1.58, -0.085),
    Finish.DRAWN: (4.51, -0.265),
    Finish.HOT_ROLLED: (57.7, -0.718),
    Finish.FORGED: (272.0, -0.995),
}
#: Peened bars: the surface is in compression, and the finish costs far less.
_PEENED = 0.9


@dataclass(frozen=True)
class Fatigue(Record):
    """What a stress amplitude does to a bar in the long run.

    Attributes
    ----------
    endurance_pa : float
        Amplitude it bears for ever [Pa].
    reserve : float
        Goodman reserve; below 1 its life is counted.
    cycles : float
        Cycles to a crack at that amplitude; infinity where it lasts for ever.
    """

    endurance_pa: float
    reserve: float
    cycles: float


def endurance_limit(steel: Steel, outside_diameter_m: npt.ArrayLike) -> FloatArray:
    """Return the stress amplitude a bar bears for ever.

    Parameters
    ----------
    steel : Steel
        Grade, condition and finish.
    outside_diameter_m : array_like
        Outside diameter [m], above zero.

    Returns
    -------
    ndarray
        Marin-corrected endurance limit [Pa].

    Raises
    ------
    InputError
        ``outside_diameter_m`` out of range.

    Notes
    -----
    S_e = k_a·k_b·k_e·S_e', S_e' = 0.5·S_ut, at most 700 MPa; k_a by finish, k_b with the whole
    diameter, since torsion stresses all of the surface as turning under bending does (0.37 D is
    for bending alone in a bar that does not turn), k_e for 99 % reliability. Loading factor 1
    because von Mises amplitudes are used. Source: Shigley, *Mechanical Engineering Design*,
    9th ed., eq. 6-8, 6-19, 6-20 and tables 6-2, 6-5.
    """
    outside = np.asarray(outside_diameter_m, dtype=float)
    if not np.all((outside > 0) & np.isfinite(outside)):
        raise InputError("outside_diameter_m", "Outside diameter must be above zero.")
    ultimate = steel.ultimate_strength_pa / 1e6
    factor, power = _FINISH[steel.finish]
    surface = min(1.0, factor * ultimate**power)
    if steel.peened:
        surface = max(surface, _PEENED)
    effective = outside * 1e3
    size = np.where(effective <= 51, 1.24 * effective**-0.107, 1.51 * effective**-0.157)
    plain = min(0.5 * ultimate, 700.0)
    return np.asarray(plain * surface * np.minimum(size, 1.0) * _RELIABILITY * 1e6)


def strength_fraction(ultimate_strength_pa: npt.ArrayLike) -> FloatArray:
    """Return the fraction of its ultimate strength that steel bears for 1 000 cycles.

    Parameters
    ----------
    ultimate_strength_pa : array_like
        Ultimate strength [Pa].

    Notes
    -----
    f = (σ_F'/S_ut)(2·10³)^b, σ_F' = S_ut + 345 MPa, b = −lg(σ_F'/S_e')/lg(2·10⁶).
    Source: Shigley, 9th ed., eq. 6-9 to 6-12; at most 0.9 below 490 MPa, as its figure 6-18.
    """
    ultimate = np.asarray(ultimate_strength_pa, dtype=float) / 1e6
    true = ultimate + 345.0
    power = -np.log10(true / np.minimum(0.5 * ultimate, 700.0)) / np.log10(2e6)
    return np.asarray(np.where(ultimate < 490, 0.9, true / ultimate * 2e3**power))


def cycles_to_crack(
    ultimate_strength_pa: npt.ArrayLike, endurance_pa: npt.ArrayLike, amplitude_pa: npt.ArrayLike
) -> FloatArray:
    """Return the cycles that a fully reversed stress takes to crack a bar.

    Parameters
    ----------
    ultimate_strength_pa, endurance_pa : array_like
        Ultimate strength and corrected endurance limit [Pa].
    amplitude_pa : array_like, broadcast
        Stress amplitude [Pa], zero or more.

    Returns
    -------
    ndarray, broadcast shape
        Cycles; infinity below the endurance limit, 1 at or above the ultimate strength.

    Notes
    -----
    S = a·N^b, a = (f·S_ut)²/S_e, b = −⅓·lg(f·S_ut/S_e), between 10³ and 10⁶ cycles; below
    10³ the same line is kept, which is on the safe side of the curve through S_ut.
    Source: Shigley, 9th ed., eq. 6-13 to 6-16.
    """
    ultimate, limit, amplitude = np.broadcast_arrays(
        *(np.asarray(v, dtype=float) for v in (ultimate_strength_pa, endurance_pa, amplitude_pa))
    )
    at_thousand = strength_fraction(ultimate) * ultimate
    scale = at_thousand**2 / limit
    power = -np.log10(at_thousand / limit) / 3
    with np.errstate(divide="ignore"):
        cycles = (np.maximum(amplitude, 1.0) / scale) ** (1 / power)
    cycles = np.where(amplitude <= limit, np.inf, cycles)
    return np.asarray(np.where(amplitude >= ultimate, 1.0, np.maximum(cycles, 1.0)))


def fatigue(
    steel: Steel, outside_diameter_m: float, amplitude_pa: float, mean_pa: float = 0.0
) -> Fatigue:
    """Return what a stress does to a bar in the long run.

    Parameters
    ----------
    steel : Steel
        Grade, condition and finish.
    outside_diameter_m : float
        Outside diameter [m].
    amplitude_pa, mean_pa : float
        Von Mises amplitude and mean [Pa], zero or more; a bar at rest without preload has
        no mean.

    Returns
    -------
    Fatigue
        Reserve by Goodman; life from the amplitude that Goodman makes fully reversed.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    1/n = σ_a/S_e + σ_m/S_ut. Source: Shigley, 9th ed., eq. 6-46.
    """
    for field, value in (("amplitude_pa", amplitude_pa), ("mean_pa", mean_pa)):
        if not (np.isfinite(value) and value >= 0):
            raise InputError(field, "Stress must be zero or more.")
    if not mean_pa < steel.ultimate_strength_pa:
        raise InputError("mean_pa", "Mean stress must be below the ultimate strength.")
    limit = float(endurance_limit(steel, outside_diameter_m))
    used = amplitude_pa / limit + mean_pa / steel.ultimate_strength_pa
    reversed_ = amplitude_pa / (1 - mean_pa / steel.ultimate_strength_pa)
    cycles = float(cycles_to_crack(steel.ultimate_strength_pa, limit, reversed_))
    return Fatigue(limit, 1 / used if used > 0 else float("inf"), cycles)


def life_fraction(cycles_done: Sequence[float], cycles_to_failure: Sequence[float]) -> float:
    """Return the part of a bar's life that a mix of duties uses up.

    Parameters
    ----------
    cycles_done : sequence of float
        Cycles at each level, zero or more.
    cycles_to_failure : sequence of float, same length
        Cycles to a crack at that level; infinity uses nothing.

    Notes
    -----
    Σ n/N, Palmgren–Miner; scatters by a factor of three either way.
    Source: Shigley, 9th ed., ch. 6-15.
    """
    done, limit = np.asarray(cycles_done, dtype=float), np.asarray(cycles_to_failure, dtype=float)
    if not np.all(done >= 0):
        raise InputError("cycles_done", "Cycles must be zero or more.")
    if not np.all(limit > 0):
        raise InputError("cycles_to_failure", "Cycles to failure must be above zero.")
    return float(np.sum(done / limit))


def distance_to_crack(
    steel: Steel,
    outside_diameter_m: float,
    amplitudes_pa: Sequence[float],
    cycles_per_1000_km: Sequence[float],
) -> float:
    """Return how far a bar is driven before it cracks, at a mix of duties [km].

    Parameters
    ----------
    steel : Steel
        Grade, condition and finish.
    outside_diameter_m : float
        Outside diameter [m].
    amplitudes_pa : sequence of float
        Von Mises amplitude at each level [Pa].
    cycles_per_1000_km : sequence of float, same length
        How often each level comes.

    Returns
    -------
    float
        Distance [km]; infinity where no level uses anything.

    Notes
    -----
    By `life_fraction`; scatters by a factor of three either way.
    Source: Shigley, 9th ed., ch. 6-15.
    """
    limits = [fatigue(steel, outside_diameter_m, amplitude).cycles for amplitude in amplitudes_pa]
    used = life_fraction(cycles_per_1000_km, limits)
    return 1000.0 / used if used > 0 else float("inf")
