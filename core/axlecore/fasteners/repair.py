"""A bolt that snapped in the frame: the ladder of repair, and where it ends."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from axlecore.fasteners.drills import holes
from axlecore.fasteners.threads import Thread, coarse_sizes, read_thread
from axlecore.quantities.arguments import above_zero, zero_or_more
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import kilonewtons, mm

#: Wall that must be left between a hole and the edge, as a part of the hole's diameter: a plate
#: tears out at less (Shigley, *Mechanical Engineering Design*, 10th ed., ch. 8).
_WALL_LEFT = 0.5
#: Thread a bolt of its grade must be held by, as a part of its diameter.
_ENGAGEMENT = 1.0
#: An insert's own tap is larger than the bolt by this many pitches: twice the thread's depth.
_INSERT_OVER = 1.299
#: Hole of a rivet nut over its thread, and what it bears when the load reverses [m, N]; usual
#: figures of steel ones, the maker's own come first.
_RIVET_NUTS = {
    "M5": (0.007, 1000.0),
    "M6": (0.009, 1500.0),
    "M8": (0.011, 2500.0),
    "M10": (0.013, 4000.0),
    "M12": (0.016, 5500.0),
    "1/4": (0.0099, 1600.0),
    "5/16": (0.0127, 2500.0),
    "3/8": (0.0135, 3800.0),
    "1/2": (0.0175, 5800.0),
}


class Rung(StrEnum):
    """Rungs of the ladder, in the order they are tried."""

    EXTRACT = "extract"
    RE_TAP = "re-tap"
    INSERT = "insert"
    THROUGH_BOLT = "through-bolt"
    LARGER_TAP = "larger tap"
    RIVET_NUT = "rivet nut"
    WELD = "weld"


@dataclass(frozen=True)
class RepairRung(Record):
    """One rung of the ladder.

    Attributes
    ----------
    rung : Rung
        Which.
    text : str
        What is done, with its drill and tap.
    hole_m : float
        Hole that it leaves [m].
    possible : bool
        Whether it can be done here.
    why_not : str
        What is in the way; empty where it can be done.
    closes : tuple of Rung
        Earlier rungs that cannot be tried any more once this one is.
    """

    rung: Rung
    text: str
    hole_m: float
    possible: bool
    why_not: str
    closes: tuple[Rung, ...]


def repair_ladder(
    size: str,
    wall_m: float,
    edge_distance_m: float,
    behind_reachable: bool,
    reversing_load_n: float,
) -> list[RepairRung]:
    """Return what can be done about a bolt that snapped, gentlest first.

    Parameters
    ----------
    size : str
        As for `threads.read_thread`.
    wall_m : float
        Thickness that holds the thread, with its nut plate or boss [m], above zero.
    edge_distance_m : float
        Middle of the hole to the nearest edge or next hole's rim [m], above zero.
    behind_reachable : bool
        A hand or a nut plate can get behind it.
    reversing_load_n : float
        What the bushing pulls to and fro [N], zero or more.

    Returns
    -------
    list of RepairRung
        Every rung; the last, a plate by a licensed welder, is always possible.

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    Drills are those of `drills.holes`. A larger tap before an insert wastes the insert.
    """
    thread = read_thread(size)
    wall = float(above_zero("wall_m", wall_m, "Wall"))
    edge = float(above_zero("edge_distance_m", edge_distance_m, "Edge distance"))
    load = float(zero_or_more("reversing_load_n", reversing_load_n, "Reversing load"))
    found = holes(thread.name)
    larger = _next_larger(thread)
    insert_m = thread.diameter_m + _INSERT_OVER * thread.pitch_m
    thin = _thin(wall, thread)

    def rung(
        one: Rung, text: str, hole_m: float, *troubles: str, closes: tuple[Rung, ...] = ()
    ) -> RepairRung:
        why = next((trouble for trouble in (*troubles, _near_edge(hole_m, edge)) if trouble), "")
        return RepairRung(one, text, hole_m, not why, why, closes)

    ladder = [
        rung(
            Rung.EXTRACT,
            f"Soak, drill a {_mm(0.003)} pilot dead centre, turn it out.",
            thread.diameter_m,
        ),
        rung(
            Rung.RE_TAP,
            f"Drill {_mm(found.tap_drill_m)} and tap {thread.name} again.",
            thread.diameter_m,
            thin,
            closes=(Rung.EXTRACT,),
        ),
        rung(
            Rung.INSERT,
            f"Drill {_mm(found.insert_drill_m)}, tap with the insert's own tap, wind in an insert "
            f"for {thread.name}: the same bolt.",
            insert_m,
            thin,
            closes=(Rung.EXTRACT, Rung.RE_TAP),
        ),
        rung(
            Rung.THROUGH_BOLT,
            f"Drill {_mm(found.clearance_m[1])} through, bolt with a nut plate behind.",
            found.clearance_m[1],
            "" if behind_reachable else "Nothing gets behind it.",
            closes=(Rung.EXTRACT, Rung.RE_TAP),
        ),
    ]
    if larger is not None:
        bigger = holes(larger.name)
        ladder.append(
            rung(
                Rung.LARGER_TAP,
                f"Drill {_mm(bigger.tap_drill_m)} and tap {larger.name}; the bracket's hole grows "
                f"to {_mm(bigger.clearance_m[1])} too.",
                larger.diameter_m,
                _thin(wall, larger),
                closes=(Rung.EXTRACT, Rung.RE_TAP, Rung.INSERT),
            )
        )
    rivet = _RIVET_NUTS.get(thread.name.partition("×")[0].partition("-")[0])
    if rivet is not None:
        hole, bears = rivet
        ladder.append(
            rung(
                Rung.RIVET_NUT,
                f"Drill {_mm(hole)}, set a rivet nut {thread.name}: light loads.",
                hole,
                ""
                if load <= bears
                else f"The bushing pulls {kilonewtons(load):.1f} to and fro; it "
                f"bears {kilonewtons(bears):.1f}.",
                closes=(Rung.EXTRACT, Rung.RE_TAP, Rung.INSERT),
            )
        )
    ladder.append(
        RepairRung(
            Rung.WELD,
            "A plate or boss by a licensed welder, by the chassis maker's rules.",
            thread.diameter_m,
            True,
            "",
            tuple(one.rung for one in ladder),
        )
    )
    return ladder


def _mm(value_m: float) -> str:
    return f"{mm(round(value_m, 4)):g}"


def _next_larger(thread: Thread) -> Thread | None:
    later = (one for one in coarse_sizes(thread.metric) if one.diameter_m > thread.diameter_m)
    return next(later, None)


def _thin(wall_m: float, thread: Thread) -> str:
    least = _ENGAGEMENT * thread.diameter_m
    if wall_m >= least - 1e-9:
        return ""
    return f"{_mm(wall_m)} of wall hold too little thread; {thread.name} wants {_mm(least)}."


def _near_edge(hole_m: float, edge_m: float) -> str:
    left, least = edge_m - hole_m / 2, _WALL_LEFT * hole_m
    if left >= least - 1e-9:
        return ""
    return f"Only {_mm(max(0.0, left))} of wall would be left at the edge; it wants {_mm(least)}."
