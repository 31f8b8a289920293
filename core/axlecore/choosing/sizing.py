"""What diameter it would take: a target lean back to a bar, on this vehicle's own geometry."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from axlecore.bars.bar import Bar
from axlecore.choosing.short_list import short_list
from axlecore.errors import InputError
from axlecore.lean.uncertainty import reference_lean
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Measured, Record
from axlecore.quantities.sentences import mm
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, SetUp, Vehicle, with_choice

#: Diameters bars are drawn in: whole and half millimetres, and sixteenths of an inch [m].
STANDARD_DIAMETERS_M: FloatArray = np.unique(
    np.round(np.concatenate([np.arange(14, 61) * 1e-3, np.arange(9, 38) * 0.0254 / 16]), 6)
)
_SMALLEST_M, _LARGEST_M = 0.012, 0.08


@dataclass(frozen=True)
class Size(Record):
    """A bar that meets a target.

    Attributes
    ----------
    diameter_m : float
        That meets it exactly [m].
    next_standard_m : float
        The next standard diameter up [m].
    lean_rad, standard_lean_rad : float
        Lean in the reference bend with each [rad].
    """

    diameter_m: float
    next_standard_m: float
    lean_rad: float
    standard_lean_rad: float


@dataclass(frozen=True)
class SizeCurve(Record):
    """Lean over diameter on this vehicle's own geometry.

    Attributes
    ----------
    diameter_m, lean_rad, wind_lean_rad, front_share : list of float
        Standard diameters [m] and what each gives.
    """

    diameter_m: list[float]
    lean_rad: list[float]
    wind_lean_rad: list[float]
    front_share: list[float]


def size_curve(
    vehicle: Vehicle,
    set_up: SetUp,
    end: End,
    action: Action,
    fitted: FittedBar,
    key: LoadKey,
) -> SizeCurve:
    """Return what every standard diameter would do on one axle.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen so far; the other axle stays.
    end : End
        Front or rear.
    action : Action
        What would be done with the bar.
    fitted : FittedBar
        Geometry, hole, motion ratio and bore ratio.
    key : LoadKey
        A load state of the sheet.

    Raises
    ------
    InputError
        ``axle`` is neither, or ``action`` does not suit the axle.
    """
    ratio = fitted.bar.bore_m.value / fitted.bar.outside_diameter_m.value
    bars = [with_diameter(fitted.bar, float(size), ratio) for size in STANDARD_DIAMETERS_M]
    at = vehicle.weighed(key)
    found = short_list(vehicle, set_up, end, action, [replace(fitted, bar=bar) for bar in bars])
    return SizeCurve(
        STANDARD_DIAMETERS_M.tolist(),
        [one.lean_rad[at] for one in found],
        [one.wind_lean_rad[at] for one in found],
        [one.front_share[at] for one in found],
    )


def with_diameter(bar: Bar, diameter_m: float, bore_ratio: float) -> Bar:
    """Return a bar of another diameter, its bore in proportion.

    Parameters
    ----------
    bar : Bar
        Gives geometry, bushings and links.
    diameter_m : float
        Outside diameter [m].
    bore_ratio : float
        Bore over outside diameter, zero for solid.
    """
    return replace(
        bar, outside_diameter_m=Measured(diameter_m), bore_m=Measured(diameter_m * bore_ratio)
    )


def size_bar(
    vehicle: Vehicle,
    set_up: SetUp,
    end: End,
    action: Action,
    fitted: FittedBar,
    key: LoadKey,
    target_lean_rad: float,
) -> Size:
    """Return the diameter that leans as little as asked, on one axle.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen so far; the other axle stays.
    end : End
        Front or rear.
    action : Action
        What would be done with the bar.
    fitted : FittedBar
        Geometry, hole, motion ratio and bore ratio of the bar to be sized.
    key : LoadKey
        Load state the target is for.
    target_lean_rad : float
        Lean in the reference bend [rad].

    Returns
    -------
    Size
        Exact, and the next standard diameter up.

    Raises
    ------
    InputError
        ``target_lean_rad`` that no bar between 12 and 80 mm meets; says what they reach.

    Notes
    -----
    Lean falls with diameter, so a bracket closes on it (Brent).
    """
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import optimize

    ratio = fitted.bar.bore_m.value / fitted.bar.outside_diameter_m.value
    joints = set_up.joints(end)

    def lean(diameter: float) -> float:
        bar = with_diameter(fitted.bar, diameter, ratio)
        chosen = with_choice(set_up, end, action, replace(fitted, bar=bar), joints)
        return reference_lean(vehicle, chosen, key)

    softest, stiffest = lean(_SMALLEST_M), lean(_LARGEST_M)
    if not stiffest <= target_lean_rad <= softest:
        raise InputError(
            "target_lean_rad",
            f"Bars of {mm(_SMALLEST_M, _LARGEST_M):.0f} lean "
            f"{np.degrees(softest):.2f}° to {np.degrees(stiffest):.2f}° there, not "
            f"{np.degrees(target_lean_rad):.2f}°; ask for less, or stiffen the other axle too.",
        )
    exact = float(
        optimize.brentq(lambda d: lean(d) - target_lean_rad, _SMALLEST_M, _LARGEST_M, xtol=1e-6)
    )
    larger = STANDARD_DIAMETERS_M[exact - 1e-6 <= STANDARD_DIAMETERS_M]
    standard = float(larger[0]) if len(larger) else exact
    return Size(exact, standard, lean(exact), lean(standard))
