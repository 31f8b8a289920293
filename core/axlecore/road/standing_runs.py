"""The runs that are driven the same way before and after, and what each is for."""

from __future__ import annotations

from dataclasses import dataclass

from axlecore.quantities.measure import Record
from axlecore.road.driving import Manoeuvre


@dataclass(frozen=True)
class StandingRun(Record):
    """One of the standing manoeuvres.

    Attributes
    ----------
    manoeuvre : Manoeuvre
        Which.
    do : str
        What the driver does.
    tells : str
        What it shows.
    tells_lean : bool
        Whether its log tells a roll gradient.
    closed_ground : bool
        Whether it belongs on closed ground.
    speed_m_s, lateral_m_s2 : float
        Usual speed, and how sharp its bends are, for the stand-in logger.
    """

    manoeuvre: Manoeuvre
    do: str
    tells: str
    tells_lean: bool
    closed_ground: bool
    speed_m_s: float
    lateral_m_s2: float


#: In the order they are driven.
STANDING_RUNS = (
    StandingRun(
        Manoeuvre.SLOW_EXIT,
        "Out over the yard's dip at a walk; listen, come back, look at every repaired bolt",
        "Knocks, rubbing, what was left loose",
        False,
        False,
        2.0,
        0.0,
    ),
    StandingRun(
        Manoeuvre.SLALOM,
        "Even, gentle turns from side to side at one speed, 16 or more",
        "Lean, how fast it rocks and how soon it rests",
        True,
        True,
        13.0,
        2.0,
    ),
    StandingRun(
        Manoeuvre.BEND,
        "The same bend both ways at one speed, held for some seconds",
        "Lean of a long bend",
        True,
        False,
        14.0,
        2.0,
    ),
    StandingRun(
        Manoeuvre.ONE_SIDE_BUMPS,
        "One wheel over the bump, then let it rock to rest; six times",
        "How soon it rests; a stiffer bar rocks more at its own end",
        False,
        False,
        6.0,
        0.3,
    ),
    StandingRun(
        Manoeuvre.EVEN_BUMPS,
        "Both wheels over the bump at once",
        "Nothing should change",
        False,
        False,
        6.0,
        0.3,
    ),
    StandingRun(
        Manoeuvre.FIRM_STOP,
        "Straight on, brake firmly to a stop",
        "Pulling to a side; how the logger lies",
        False,
        False,
        13.0,
        0.2,
    ),
    StandingRun(
        Manoeuvre.TRUCKS,
        "At a steady speed with trucks passing",
        "The sway each leaves; not the push, which no bar changes",
        False,
        False,
        22.0,
        0.4,
    ),
    StandingRun(
        Manoeuvre.WINDING,
        "Up and down the winding road as it comes",
        "Lean as it is driven, steering corrections",
        True,
        False,
        14.0,
        2.2,
    ),
    StandingRun(
        Manoeuvre.GUST_PLACE,
        "Past the marked place where the wind comes through",
        "Sway after a gust; note the wind",
        False,
        False,
        20.0,
        0.4,
    ),
)


def standing_run(manoeuvre: Manoeuvre) -> StandingRun:
    """Return what is known of a manoeuvre.

    Parameters
    ----------
    manoeuvre : Manoeuvre
        Which.
    """
    return next(one for one in STANDING_RUNS if one.manoeuvre is manoeuvre)
