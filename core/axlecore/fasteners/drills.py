"""Holes a thread asks for, drilling them in steps, and bolts long enough for what they clamp."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from axlecore.errors import InputError
from axlecore.fasteners.threads import INCH_M, Thread, read_thread
from axlecore.quantities.arguments import above_zero
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import mm

#: Clearance holes of metric bolts, fine, medium and coarse: ISO 273 [mm].
_CLEARANCE_MM = {
    5: (5.3, 5.5, 5.8),
    6: (6.4, 6.6, 7.0),
    8: (8.4, 9.0, 10.0),
    10: (10.5, 11.0, 12.0),
    12: (13.0, 13.5, 14.5),
    14: (15.0, 15.5, 16.5),
    16: (17.0, 17.5, 18.5),
    18: (19.0, 20.0, 21.0),
    20: (21.0, 22.0, 24.0),
    22: (23.0, 24.0, 26.0),
    24: (25.0, 26.0, 28.0),
}
#: Clearance holes of inch bolts, close, normal and loose: ASME B18.2.8 [in by in]; 9/16, which it
#: leaves out, as the sizes beside it.
_CLEARANCE_IN = {
    "1/4": (17 / 64, 9 / 32, 19 / 64),
    "5/16": (21 / 64, 11 / 32, 23 / 64),
    "3/8": (25 / 64, 13 / 32, 27 / 64),
    "7/16": (29 / 64, 15 / 32, 31 / 64),
    "1/2": (17 / 32, 9 / 16, 39 / 64),
    "9/16": (19 / 32, 5 / 8, 43 / 64),
    "5/8": (21 / 32, 11 / 16, 47 / 64),
    "3/4": (25 / 32, 13 / 16, 29 / 32),
    "7/8": (29 / 32, 15 / 16, 1 + 1 / 32),
    "1": (1 + 1 / 32, 1 + 3 / 32, 1 + 5 / 32),
}
#: Plain washer and nut heights of metric bolts: ISO 7089 and ISO 4032 [mm].
_WASHER_NUT_MM = {
    5: (1.0, 4.7),
    6: (1.6, 5.2),
    8: (1.6, 6.8),
    10: (2.0, 8.4),
    12: (2.5, 10.8),
    14: (2.5, 12.8),
    16: (3.0, 14.8),
    18: (3.0, 15.8),
    20: (3.0, 18.0),
    22: (3.0, 19.4),
    24: (4.0, 21.5),
}
#: Plain washers of inch bolts by largest diameter, ASME B18.21.1 [in by in]; a hexagon nut is
#: seven eighths of the diameter, ASME B18.2.2.
_INCH_WASHERS = ((7 / 16, 0.065), (5 / 8, 0.095), (1.0, 0.134))
_INCH_NUT = 7 / 8
#: Lengths bolts are made in: ISO 888 [mm], and by quarters and halves of an inch.
_LENGTHS_MM = (
    *range(16, 21, 4),
    *range(25, 71, 5),
    *range(80, 161, 10),
    *range(180, 301, 20),
)
_LENGTHS_IN = (*(i / 4 for i in range(2, 25)), *(6 + i / 2 for i in range(1, 13)))
#: A hole is opened from this pilot in steps no larger than this [mm].
_PILOT_MM, _STEP_MM = 3.0, 3.0


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
        Fine, medium and coarse; for inch sizes close, normal and loose.
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
    ISO 273, inch sizes by ASME B18.2.8. Steps of at most 3 mm from a 3 mm pilot.
    """
    thread = read_thread(size)
    if thread.metric:
        clearance = tuple(one / 1e3 for one in _CLEARANCE_MM[round(thread.diameter_m * 1e3)])
    else:
        clearance = tuple(one * INCH_M for one in _CLEARANCE_IN[thread.name.partition("-")[0]])
    return Holes(
        thread,
        thread.diameter_m - thread.pitch_m,
        thread.diameter_m + 0.25 * thread.pitch_m,
        clearance,
        drill_steps(clearance[1]),
    )


def drill_steps(final_m: float) -> tuple[float, ...]:
    """Return the drills that open a hole, pilot first [m].

    Parameters
    ----------
    final_m : float
        The hole [m], above zero.
    """
    final = float(above_zero("final_m", final_m, "The hole")) * 1e3
    if final <= _PILOT_MM:
        return (final / 1e3,)
    least = max(1, math.ceil((final - _PILOT_MM) / _STEP_MM - 1e-9))
    # Drills come in half millimetres; where that makes a step too large, one step more is taken.
    for count in (least, least + 1):
        even = (_PILOT_MM + i * (final - _PILOT_MM) / count for i in range(1, count))
        drills = [_PILOT_MM, *(round(2 * one) / 2 for one in even), final]
        if all(after - before <= _STEP_MM + 1e-9 for before, after in pairwise(drills)):
            break
    return tuple(one / 1e3 for one in drills)


def washer_and_nut(thread: Thread) -> tuple[float, float]:
    """Return how thick a plain washer is, and how high a nut [m].

    Parameters
    ----------
    thread : Thread
        The size.
    """
    if thread.metric:
        washer, nut = _WASHER_NUT_MM[round(thread.diameter_m * 1e3)]
        return washer / 1e3, nut / 1e3
    inches = thread.diameter_m / INCH_M
    washer = next(thick for largest, thick in _INCH_WASHERS if inches <= largest + 1e-9)
    return washer * INCH_M, _INCH_NUT * thread.diameter_m


def bolt_length(size: str, grip_m: float, washers: int = 2) -> float:
    """Return the shortest bolt made that clamps a grip with its nut [m].

    Parameters
    ----------
    size : str
        As for `threads.read_thread`.
    grip_m : float
        All that is clamped [m], above zero.
    washers : int
        Plain washers under head and nut, 0 to 4.

    Raises
    ------
    InputError
        Names the argument out of range; no bolt is made that long.

    Notes
    -----
    Grip + washers + nut + two pitches past the nut, next length made.
    """
    thread = read_thread(size)
    grip = float(above_zero("grip_m", grip_m, "Grip"))
    if not 0 <= washers <= 4:
        raise InputError("washers", f"Read {washers}; a bolt has 0 to 4 washers.")
    washer, nut = washer_and_nut(thread)
    least = grip + washers * washer + nut + 2 * thread.pitch_m
    made = (
        [one / 1e3 for one in _LENGTHS_MM]
        if thread.metric
        else [one * INCH_M for one in _LENGTHS_IN]
    )
    found = next((one for one in made if one >= least - 1e-9), None)
    if found is None:
        raise InputError(
            "grip_m",
            f"A grip of {mm(grip):.0f} needs a bolt of {mm(least):.0f}; the longest made "
            f"is {mm(made[-1]):.0f}. Use studding.",
        )
    return found
