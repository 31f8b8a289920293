"""Bolts: what a size and grade may bear, and the torque that follows."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.fasteners.threads import INCH_M, Thread, read_thread
from axlecore.quantities.arguments import above_zero, zero_or_more
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import newton_metres

#: Share of proof load that a torque aims at.
_PRELOAD = 0.75


class Lubrication(StrEnum):
    """What is on the thread."""

    DRY = "dry"
    ZINC = "zinc-plated"
    OILED = "oiled"
    ANTI_SEIZE = "anti-seize"
    THREAD_LOCK = "liquid thread-lock"


#: Nut factor: Bickford, *Introduction to the Design and Behavior of Bolted Joints*, 4th ed.,
#: ch. 7; each spreads by a fifth either way.
NUT_FACTORS = {
    Lubrication.DRY: 0.20,
    Lubrication.ZINC: 0.20,
    Lubrication.OILED: 0.16,
    Lubrication.ANTI_SEIZE: 0.13,
    Lubrication.THREAD_LOCK: 0.18,
}
NUT_FACTOR_SPREAD = 0.2


@dataclass(frozen=True)
class Grade:
    """A strength grade of bolts.

    Attributes
    ----------
    name : str
        As it stands on the head.
    metric : bool
        Of metric threads, else of inch threads.
    proof : tuple of (float, float)
        Largest diameter that a proof stress holds for, and that stress [m, Pa].
    """

    name: str
    metric: bool
    proof: tuple[tuple[float, float], ...]


#: ISO 898-1 and SAE J429. A dot in a name tells nothing: inch grades have one too.
_GRADES = (
    Grade("8.8", True, ((0.016, 580e6), (0.039, 600e6))),
    Grade("10.9", True, ((0.039, 830e6),)),
    Grade("12.9", True, ((0.039, 970e6),)),
    Grade("2", False, ((0.75 * INCH_M, 379e6), (1.5 * INCH_M, 228e6))),
    Grade("5", False, ((1.0 * INCH_M, 586e6), (1.5 * INCH_M, 510e6))),
    Grade("5.2", False, ((1.0 * INCH_M, 586e6),)),
    Grade("8", False, ((1.5 * INCH_M, 827e6),)),
    Grade("8.2", False, ((1.0 * INCH_M, 827e6),)),
)
GRADES = {grade.name: grade for grade in _GRADES}


def proof_stress(thread: Thread, grade: str) -> float:
    """Return the proof stress of a grade at a size [Pa].

    Parameters
    ----------
    thread : Thread
        The size decides, and whether the grade is one of its kind.
    grade : str
        One of `GRADES`.

    Raises
    ------
    InputError
        ``grade`` is none, or of the other kind.
    """
    fits = [name for name, known in GRADES.items() if known.metric is thread.metric]
    if grade not in fits:
        raise InputError("grade", f"Read “{grade[:20]}”; {thread.name} comes in {', '.join(fits)}.")
    for largest, stress in GRADES[grade].proof:
        if thread.diameter_m <= largest + 1e-9:
            return stress
    raise InputError("grade", f"Grade {grade} is not made in {thread.name}.")


@dataclass(frozen=True)
class Torque(Record):
    """What a fastener may be tightened to.

    Attributes
    ----------
    thread : Thread
        The size.
    target_n_m : float
        For three quarters of the proof load [N·m].
    at_proof_n_m : float
        At the whole proof load: past it the bolt stretches [N·m].
    preload_n : float
        Clamping force at the target [N].
    scatter : float
        How far the clamping force may be off at the very same torque, as a part: threads differ.
        No range to tighten to.
    sheet_says : str
        What a sheet's torque comes to, in words; empty where none is given.
    sheet_kind : str
        "fits", "warn" or "stop"; empty where none is given.
    """

    thread: Thread
    target_n_m: float
    at_proof_n_m: float
    preload_n: float
    scatter: float
    sheet_says: str = ""
    sheet_kind: str = ""


def torque(
    size: str,
    grade: str,
    lubrication: Lubrication,
    sheet_n_m: float | None = None,
    run_down_n_m: float = 0.0,
) -> Torque:
    """Return the torque of a fastener, and what a sheet's own value is worth.

    Parameters
    ----------
    size, grade : str
        As for `read_thread` and `proof_stress`.
    lubrication : Lubrication
        What is on the thread.
    sheet_n_m : float or None
        The sheet's torque [N·m].
    run_down_n_m : float
        What a lock nut takes to run down before it clamps [N·m]; added to every torque.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    T = K·d·F with F = 0.75·S_p·A_t. Sources: ISO 898-1, SAE J429, Bickford ch. 7.
    """
    thread = read_thread(size)
    proof = proof_stress(thread, grade) * thread.stress_area_m2
    preload, factor = _PRELOAD * proof, NUT_FACTORS[lubrication]
    run_down = float(zero_or_more("run_down_n_m", run_down_n_m, "Run-down torque"))
    target, at_proof = (factor * thread.diameter_m * load + run_down for load in (preload, proof))
    kind, said = "", ""
    if sheet_n_m is not None:
        above_zero("sheet_n_m", sheet_n_m, "The sheet's torque")
        kind, said = _judged(sheet_n_m, target, at_proof)
    return Torque(
        thread,
        target,
        at_proof,
        preload,
        NUT_FACTOR_SPREAD,
        said,
        kind,
    )


def _judged(sheet: float, target: float, at_proof: float) -> tuple[str, str]:
    if sheet > at_proof:
        return "stop", (
            f"The sheet's {newton_metres(sheet):.0f} is over the {newton_metres(at_proof):.0f} at "
            "which this bolt stretches for good. Ask the maker; a lead confirms with a "
            "reason, or it is not used."
        )
    if not 0.4 * target <= sheet <= 1.1 * target:
        side = "little" if sheet < target else "much"
        return "warn", (
            f"The sheet's {newton_metres(sheet):.0f} is {sheet / target:.0%} of the usual "
            f"{newton_metres(target):.0f}: {side} for this size and grade. Check size, grade and "
            "what is on the thread."
        )
    return (
        "fits",
        f"The sheet's {newton_metres(sheet):.0f} is {sheet / target:.0%} of the usual: plausible.",
    )


class BushingMaterial(StrEnum):
    """What a bushing is made of."""

    RUBBER = "rubber"
    POLYURETHANE = "polyurethane"


#: Share of its height a bushing is squeezed by: wanted, and past which it is crushed. Workshop
#: practice; its sheet goes first.
_SQUEEZE = {BushingMaterial.RUBBER: (0.15, 0.25), BushingMaterial.POLYURETHANE: (0.04, 0.08)}


@dataclass(frozen=True)
class CrushJoint(Record):
    """A cushioned joint, tightened by its bulge and not by a torque.

    Attributes
    ----------
    height_m, least_m : float
        Height to tighten it to, and below which it is crushed [m].
    bulge_m : float
        How far its rim stands out at that height [m].
    """

    height_m: float
    least_m: float
    bulge_m: float


def crush_joint(
    bushing: BushingMaterial, free_height_m: float, outside_m: float, inside_m: float
) -> CrushJoint:
    """Return what a bushing is tightened to.

    Parameters
    ----------
    bushing : BushingMaterial
        Its material: polyurethane hardly bulges.
    free_height_m : float
        Unloaded [m], above zero.
    outside_m, inside_m : float
        Diameters [m], the outside the larger.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    Rubber keeps its volume, so the rim grows to √(d² + (D² − d²)·h₀/h): by geometry.
    """
    free = float(above_zero("free_height_m", free_height_m, "Height of the bushing"))
    outside = float(above_zero("outside_m", outside_m, "Outside of the bushing"))
    inside = float(zero_or_more("inside_m", inside_m, "Inside of the bushing"))
    if not inside < outside:
        raise InputError("inside_m", "The inside must be below the outside.")
    wanted, most = _SQUEEZE[bushing]
    height = free * (1 - wanted)
    rim = math.sqrt(inside**2 + (outside**2 - inside**2) * free / height)
    return CrushJoint(height, free * (1 - most), (rim - outside) / 2)


def torque_on(sheet_n_m: float, sheet: Lubrication, now: Lubrication) -> float:
    """Return a sheet's torque for another lubrication, at the same clamping force [N·m].

    Parameters
    ----------
    sheet_n_m : float
        The sheet's torque [N·m], above zero.
    sheet, now : Lubrication
        What the sheet has on the thread, and what is on it.

    Notes
    -----
    T = K·d·F at the same F, so torques go as the nut factors. Source: Bickford ch. 7.
    """
    wanted = float(above_zero("sheet_n_m", sheet_n_m, "The sheet's torque"))
    return wanted * NUT_FACTORS[now] / NUT_FACTORS[sheet]


def wrench_setting(torque_n_m: float, wrench_m: float, extension_m: float) -> float:
    """Return what a wrench is set to when an extension lengthens it [N·m].

    Parameters
    ----------
    torque_n_m : float
        Wanted at the bolt [N·m], above zero.
    wrench_m : float
        Square to the middle of the grip [m], above zero.
    extension_m : float
        Straight on from the square [m], zero or more; at a right angle it adds nothing.

    Notes
    -----
    T·L/(L + e): the same hand force at a longer arm. Derived from moments about the bolt.
    """
    wanted = float(above_zero("torque_n_m", torque_n_m, "Torque"))
    length = float(above_zero("wrench_m", wrench_m, "Wrench length"))
    return wanted * length / (length + float(zero_or_more("extension_m", extension_m, "Extension")))
