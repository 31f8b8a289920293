"""What would explain a run that is not as predicted, each tested by itself."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from axlecore.lean.evaluate import REFERENCE_BEND_M_S2
from axlecore.quantities.measure import Known, Measured, Record
from axlecore.quantities.sentences import mm
from axlecore.road.intervals import Interval
from axlecore.road.otherwise import solved_for, with_bag_lines, with_centre_raised
from axlecore.road.predicted import Predicted, gradient_deg_per_g
from axlecore.vehicle.axle import AirLines, FittedBar
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle

#: How far each may be off before nobody believes it: play of a link [m], centre's height [m].
MOST_PLAY_M, MOST_RISE_M = 0.02, 0.25
#: Damping below this part of what was told before is a tired shock's.
_TIRED = 0.75

Rig = tuple[Vehicle, SetUp]


@dataclass(frozen=True)
class Explanation(Record):
    """One thing that may be other than the sheet says, and what the lean would then be.

    Attributes
    ----------
    key : str
        Which: play, hole, preload, air_bags, load, shocks.
    what : str
        In words, with how much it would take.
    gradient_deg_per_g : float
        Predicted with it [°/g].
    explains : bool
        Whether it brings the prediction to what was measured.
    check : str
        How to find out in the bay.
    """

    key: str
    what: str
    gradient_deg_per_g: float
    explains: bool
    check: str


def explanations(
    vehicle: Vehicle,
    set_up: SetUp,
    key: LoadKey,
    told: Predicted,
    measured: Interval,
    damping_ratio: Interval | None = None,
    bend_m_s2: float = REFERENCE_BEND_M_S2,
) -> list[Explanation]:
    """Return what would explain a measured lean, each tested alone, what explains it first.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is fitted.
    key : LoadKey
        How it was loaded.
    told : Predicted
        What the sheet said.
    measured : Interval
        Roll gradient after [°/g].
    damping_ratio : Interval or None
        As measured after.
    bend_m_s2 : float
        How sharp the bends were [m/s²].

    Notes
    -----
    Where a number can be anything in a range, it is the one that meets what was measured; where it
    can only be one thing or another, the prediction's own band is laid about it.
    """
    part = told.after.half_part

    def leans(rig: Rig) -> float:
        return gradient_deg_per_g(*rig, key, bend_m_s2)

    def meets(gradient: float) -> bool:
        return Interval(gradient, gradient * (1 - part), gradient * (1 + part)).overlaps(measured)

    # What can only be one thing or another first: it is told by a look.
    found = [
        *_holes(vehicle, set_up, leans, meets),
        *_air_bags(vehicle, set_up, leans, meets),
        *_play(vehicle, set_up, leans, measured),
        _load(vehicle, set_up, key, leans, measured),
        _preload(told),
        *_shocks(told, damping_ratio),
    ]
    return sorted(found, key=lambda one: not one.explains)


Leans = Callable[[Rig], float]


def _play(
    vehicle: Vehicle, set_up: SetUp, leans: Leans, measured: Interval
) -> Iterator[Explanation]:
    for end, fitted in _working(vehicle, set_up):
        name = f"the {end} bar's links"

        def played(play_m: float, end: End = end) -> float:
            return leans(_with_play(vehicle, set_up, end, play_m))

        solved = solved_for(played, measured.value, (0.0, MOST_PLAY_M))
        if solved is None:
            most = played(MOST_PLAY_M)
            yield Explanation(
                "play",
                f"Even {mm(MOST_PLAY_M):.0f} of play in {name} would not make this lean",
                most,
                False,
                f"Shake {name} by hand",
            )
            continue
        was = 0.0 if fitted.link_play_m is None else fitted.link_play_m.value
        yield Explanation(
            "play",
            f"Play of {mm(solved):.1f} in {name}, where {mm(was):.1f} are on the sheet",
            measured.value,
            solved > was,
            f"Shake {name} by hand, then their bushings, and tighten the jam nuts",
        )


def _working(vehicle: Vehicle, set_up: SetUp) -> Iterator[tuple[End, FittedBar]]:
    for end in End:
        choice, standing = set_up.of_end(end), vehicle.of_end(end).standard_bar
        if choice is not None:
            yield end, choice.fitted
        elif standing is not None:
            yield end, standing


def _with_play(vehicle: Vehicle, set_up: SetUp, end: End, play_m: float) -> Rig:
    played = Measured(play_m, Known.ESTIMATED)
    choice = set_up.of_end(end)
    if choice is not None:
        fitted = replace(choice.fitted, link_play_m=played)
        return vehicle, set_up.with_end(end, replace(choice, fitted=fitted))
    axle = vehicle.of_end(end)
    assert axle.standard_bar is not None
    bar = replace(axle.standard_bar, link_play_m=played)
    return vehicle.with_end(end, replace(axle, standard_bar=bar)), set_up


def in_hole(set_up: SetUp, end: End, hole: int) -> SetUp:
    """Return a set-up with a chosen bar's links in another hole.

    Parameters
    ----------
    set_up : SetUp
        What is fitted, with a chosen bar at this end.
    end : End
        Which.
    hole : int
        0 the outermost.
    """
    choice = set_up.of_end(end)
    assert choice is not None
    return set_up.with_end(end, replace(choice, fitted=replace(choice.fitted, hole=hole)))


def other_holes(set_up: SetUp) -> Iterator[tuple[End, int, int]]:
    """Yield the end, its hole and another, for each other hole a chosen bar has.

    Parameters
    ----------
    set_up : SetUp
        What is fitted.
    """
    for end in End:
        choice = set_up.of_end(end)
        if choice is not None:
            now = choice.fitted.hole
            for hole in range(len(choice.fitted.bar.hole_setbacks_m)):
                if hole != now:
                    yield end, now, hole


def _holes(
    vehicle: Vehicle, set_up: SetUp, leans: Leans, meets: Callable[[float], bool]
) -> Iterator[Explanation]:
    for end, now, hole in other_holes(set_up):
        gradient = leans((vehicle, in_hole(set_up, end, hole)))
        yield Explanation(
            "hole",
            f"The {end} links in hole {hole + 1}, where hole {now + 1} is planned",
            gradient,
            meets(gradient),
            "Look which hole the links are in, on both sides",
        )


def _air_bags(
    vehicle: Vehicle, set_up: SetUp, leans: Leans, meets: Callable[[float], bool]
) -> Iterator[Explanation]:
    for end in End:
        joined = with_bag_lines(vehicle, end, AirLines.CONNECTED)
        if joined is not None:
            gradient = leans((joined, set_up))
            yield Explanation(
                "air_bags",
                f"The {end} air bags share one line, where one line each is on the sheet",
                gradient,
                meets(gradient),
                "Follow both air lines to their valves: a tee joins them",
            )


def _load(
    vehicle: Vehicle, set_up: SetUp, key: LoadKey, leans: Leans, measured: Interval
) -> Explanation:
    def with_rise(rise_m: float) -> float:
        return leans((with_centre_raised(vehicle, key, rise_m), set_up))

    solved = solved_for(with_rise, measured.value, (-MOST_RISE_M, MOST_RISE_M))
    if solved is None:
        more = with_rise(MOST_RISE_M if measured.value > with_rise(0.0) else -MOST_RISE_M)
        what = f"No load that moved the centre by up to {mm(MOST_RISE_M):.0f} leans like this"
        return Explanation("load", what, more, False, "Weigh it again as it was driven")
    way = "higher" if solved > 0 else "lower"
    return Explanation(
        "load",
        f"A load that moved: its centre {mm(abs(solved)):.0f} {way} than on the sheet",
        measured.value,
        True,
        "Weigh it again as it was driven; ask what was loaded, and where the tanks stood",
    )


def _preload(told: Predicted) -> Explanation:
    return Explanation(
        "preload",
        "A preloaded link: it leans the vehicle at rest and changes no lean in bends",
        told.after.value,
        False,
        "The last bolt has to drop in by hand with the wheels loaded",
    )


def _shocks(told: Predicted, damping_ratio: Interval | None) -> Iterator[Explanation]:
    if damping_ratio is None:
        return
    usual = told.damping_ratio[1]
    tired = damping_ratio.high < _TIRED * usual
    said = f"{damping_ratio.value:.2f} of critical, {usual:.2f} expected"
    words = "Tired shocks" if tired else "The shocks are not tired"
    yield Explanation(
        "shocks",
        f"{words}: {said}. They change how it comes to rest, no lean in long bends",
        told.after.value,
        False,
        "Push it at a corner and count; look for oil on the shocks",
    )
