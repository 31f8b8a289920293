"""Bolts: what a size and grade may bear, its torque, and the holes it asks for."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from enum import StrEnum

from axlecore.arguments import above_zero
from axlecore.errors import InputError
from axlecore.measure import Record

#: Share of proof load that a torque aims at.
_PRELOAD = 0.75
_INCH_M = 0.0254


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
    Lubrication.DRY: 0.20, Lubrication.ZINC: 0.20, Lubrication.OILED: 0.16,
    Lubrication.ANTI_SEIZE: 0.13, Lubrication.THREAD_LOCK: 0.18,
}  # fmt: skip
NUT_FACTOR_SPREAD = 0.2

#: Proof stress by grade and largest diameter it holds for [Pa, m]: ISO 898-1 and SAE J429.
_PROOF_PA: dict[str, tuple[tuple[float, float], ...]] = {
    "8.8": ((0.016, 580e6), (0.039, 600e6)),
    "10.9": ((0.039, 830e6),),
    "12.9": ((0.039, 970e6),),
    "2": ((0.75 * _INCH_M, 379e6), (1.5 * _INCH_M, 228e6)),
    "5": ((1.0 * _INCH_M, 586e6), (1.5 * _INCH_M, 510e6)),
    "8": ((1.5 * _INCH_M, 827e6),),
}
GRADES = tuple(_PROOF_PA)
#: Coarse pitch of metric threads, ISO 261 [mm by mm].
_COARSE_MM = {
    5: 0.8, 6: 1.0, 8: 1.25, 10: 1.5, 12: 1.75, 14: 2.0, 16: 2.0, 18: 2.5, 20: 2.5, 22: 2.5,
    24: 3.0,
}  # fmt: skip
#: Threads an inch, UNC, ASME B1.1.
_COARSE_INCH = {
    "1/4": 20, "5/16": 18, "3/8": 16, "7/16": 14, "1/2": 13, "9/16": 12, "5/8": 11, "3/4": 10,
    "7/8": 9, "1": 8,
}  # fmt: skip
#: Clearance holes of metric bolts, fine, medium and coarse: ISO 273 [mm].
_CLEARANCE_MM = {
    5: (5.3, 5.5, 5.8), 6: (6.4, 6.6, 7.0), 8: (8.4, 9.0, 10.0), 10: (10.5, 11.0, 12.0),
    12: (13.0, 13.5, 14.5), 14: (15.0, 15.5, 16.5), 16: (17.0, 17.5, 18.5),
    18: (19.0, 20.0, 21.0), 20: (21.0, 22.0, 24.0), 22: (23.0, 24.0, 26.0), 24: (25.0, 26.0, 28.0),
}  # fmt: skip
#: A hole is opened from this pilot in steps no larger than this [mm].
_PILOT_MM, _STEP_MM = 3.0, 3.0


@dataclass(frozen=True)
class Thread(Record):
    """A thread.

    Attributes
    ----------
    name : str
        As written on a drawing.
    diameter_m, pitch_m : float
        Nominal [m].
    metric : bool
        Metric, else inch.
    """

    name: str
    diameter_m: float
    pitch_m: float
    metric: bool

    @property
    def stress_area_m2(self) -> float:
        """Area that carries the load [m²]."""
        factor = 0.9382 if self.metric else 0.9743
        return math.pi / 4 * (self.diameter_m - factor * self.pitch_m) ** 2


_METRIC = re.compile(r"^m\s*(\d{1,2})(?:\s*[x×]\s*(\d(?:\.\d{1,2})?))?$", re.IGNORECASE)
_INCH = re.compile(r"^(\d/\d{1,2}|1)(?:\"|in)?(?:\s*-\s*(\d{1,2}))?(?:\s*un[cf])?$", re.IGNORECASE)


def read_thread(text: str, field: str = "size") -> Thread:
    """Return a thread as it is written.

    Parameters
    ----------
    text : str
        ``M12``, ``M12x1.25``, ``1/2-13``, ``5/8``; coarse where no pitch is given.
    field : str
        Name put into the error.

    Raises
    ------
    InputError
        Unreadable, or a pitch that no such bolt has.
    """
    metric, inch = _METRIC.match(text.strip()), _INCH.match(text.strip())
    if metric and int(metric[1]) in _COARSE_MM:
        size = int(metric[1])
        pitch = float(metric[2]) if metric[2] else _COARSE_MM[size]
        if not 0.35 <= pitch <= _COARSE_MM[size]:
            raise InputError(
                field, f"Read “{text[:20]}”; M{size} has {_COARSE_MM[size]} mm or less."
            )
        return Thread(f"M{size}×{pitch:g}", size / 1e3, pitch / 1e3, True)
    if inch and inch[1] in _COARSE_INCH:
        top, _, bottom = inch[1].partition("/")
        size_m = float(top) / float(bottom or 1) * _INCH_M
        count = int(inch[2]) if inch[2] else _COARSE_INCH[inch[1]]
        if not _COARSE_INCH[inch[1]] <= count <= 40:
            raise InputError(
                field,
                f"Read “{text[:20]}”; {inch[1]} in has {_COARSE_INCH[inch[1]]} to 40 threads.",
            )
        return Thread(f"{inch[1]}-{count}", size_m, _INCH_M / count, False)
    raise InputError(
        field, f"Read “{text[:20]}”; write M5 to M24 as M12x1.75, or 1/4 to 1 in as 1/2-13."
    )


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
    fits = [name for name in GRADES if ("." in name) == thread.metric]
    if grade not in fits:
        raise InputError("grade", f"Read “{grade[:20]}”; {thread.name} comes in {', '.join(fits)}.")
    for largest, stress in _PROOF_PA[grade]:
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
    target_n_m, low_n_m, high_n_m : float
        For three quarters of the proof load, and its band from the nut factor's spread [N·m].
    at_proof_n_m : float
        At the whole proof load: past it the bolt stretches [N·m].
    preload_n : float
        Clamping force at the target [N].
    sheet_says : str
        What a sheet's torque comes to, in words; empty where none is given.
    sheet_kind : str
        "fits", "warn" or "stop"; empty where none is given.
    """

    thread: Thread
    target_n_m: float
    low_n_m: float
    high_n_m: float
    at_proof_n_m: float
    preload_n: float
    sheet_says: str = ""
    sheet_kind: str = ""


def torque(
    size: str, grade: str, lubrication: Lubrication, sheet_n_m: float | None = None
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
    target, at_proof = (factor * thread.diameter_m * load for load in (preload, proof))
    kind, said = "", ""
    if sheet_n_m is not None:
        above_zero("sheet_n_m", sheet_n_m, "The sheet's torque")
        kind, said = _judged(sheet_n_m, target, at_proof)
    return Torque(
        thread, target, target * (1 - NUT_FACTOR_SPREAD), target * (1 + NUT_FACTOR_SPREAD),
        at_proof, preload, said, kind,
    )  # fmt: skip


def _judged(sheet: float, target: float, at_proof: float) -> tuple[str, str]:
    if sheet > at_proof:
        return "stop", (
            f"The sheet's {sheet:.0f} N·m is over the {at_proof:.0f} N·m at which this bolt "
            "stretches for good. Ask the maker; a lead confirms with a reason, or it is not used."
        )
    if not 0.4 * target <= sheet <= 1.1 * target:
        side = "little" if sheet < target else "much"
        return "warn", (
            f"The sheet's {sheet:.0f} N·m is {sheet / target:.0%} of the usual {target:.0f} N·m: "
            f"{side} for this size and grade. Check size, grade and what is on the thread."
        )
    return "fits", f"The sheet's {sheet:.0f} N·m is {sheet / target:.0%} of the usual: plausible."


@dataclass(frozen=True)
class Holes(Record):
    """Holes that a thread asks for, all in metres.

    Attributes
    ----------
    thread : Thread
        The size.
    tap_drill_m, insert_drill_m : float
        For tapping it, and for a wire insert that brings the same thread back.
    clearance_m : tuple of float
        Fine, medium and coarse; for inch sizes close and free.
    steps_m : tuple of float
        Drills in order from the pilot to the medium clearance hole.
    """

    thread: Thread
    tap_drill_m: float
    insert_drill_m: float
    clearance_m: tuple[float, ...]
    steps_m: tuple[float, ...]


def holes(size: str) -> Holes:
    """Return the holes that a thread asks for.

    Parameters
    ----------
    size : str
        As for `read_thread`.

    Notes
    -----
    Tap drill d − p. Insert drill d + 0.25p, tapped with the insert's own tap. Clearance by
    ISO 273; inch sizes 1/64 and 1/32 in over, to half an inch, then 1/32 and 1/16. Steps of at
    most 3 mm from a 3 mm pilot.
    """
    thread = read_thread(size)
    if thread.metric:
        clearance = tuple(one / 1e3 for one in _CLEARANCE_MM[round(thread.diameter_m * 1e3)])
    else:
        over = 1 / 64 if thread.diameter_m <= 0.5 * _INCH_M + 1e-9 else 1 / 32
        clearance = tuple(thread.diameter_m + step * over * _INCH_M for step in (1, 2))
    final = clearance[1] * 1e3
    count = max(1, math.ceil((final - _PILOT_MM) / _STEP_MM - 1e-9))
    between = (_PILOT_MM + i * (final - _PILOT_MM) / count for i in range(1, count))
    steps = (_PILOT_MM, *(round(2 * one) / 2 for one in between), final)
    return Holes(
        thread, thread.diameter_m - thread.pitch_m, thread.diameter_m + 0.25 * thread.pitch_m,
        clearance, tuple(one / 1e3 for one in steps),
    )  # fmt: skip
