"""What the ways of the shop come to: chores for the plan, and the order of buying."""

from __future__ import annotations

from collections.abc import Mapping

from axlecore.choosing.staged_plan import Option
from axlecore.practice.consequences import Chore
from axlecore.practice.fault_rules import When
from axlecore.vehicle.ends import End

#: What each way asks for when the job is done, and when.
_CHORES: Mapping[tuple[str, str], tuple[When, str]] = {
    ("standing", "ground"): (When.TAKING_OFF, "work on the ground, wheels chocked"),
    ("standing", "stands"): (When.TAKING_OFF, "body on rated stands; the axle hangs until settled"),
    ("standing", "wheel_lift"): (When.TAKING_OFF, "lift under the wheels"),
    ("grease", "sheet"): (
        When.PREPARING,
        "grease by the part's sheet; where it is silent silicone or PTFE on polyurethane, "
        "silicone on rubber",
    ),
    ("grease", "always"): (When.PREPARING, "grease every bushing, silicone or PTFE type"),
    ("grease", "dry"): (When.PREPARING, "bushings dry, or PTFE tape; greased if they squeak later"),
    ("threads", "medium"): (
        When.PUTTING_BACK,
        "medium thread-lock on frame bolts without lock nuts, on clean dry threads",
    ),
    ("threads", "high_strength"): (When.PUTTING_BACK, "high-strength thread-lock; heat to undo"),
    ("threads", "anti_seize"): (
        When.PUTTING_BACK,
        "anti-seize, and the lower torque that goes with it; never thread-lock too",
    ),
    ("threads", "nylon"): (When.PUTTING_BACK, "new nylon lock nuts, nothing on the threads"),
    ("hang", "brackets"): (When.PUTTING_BACK, "brackets first, snug; links on the wheels"),
    ("hang", "links"): (When.PUTTING_BACK, "hang the bar by its links, then the brackets"),
    ("final_tightening", "on_wheels"): (
        When.PUTTING_BACK,
        "final tightening of bushed joints with weight on the wheels",
    ),
    ("final_tightening", "hanging"): (
        When.PUTTING_BACK,
        "tighten hanging; then settle on the wheels, ease bushed joints and tighten again",
    ),
    ("hole", "computed"): (When.BEFORE_DRIVING, "first drive in the hole that was worked out"),
    ("hole", "softest"): (When.BEFORE_DRIVING, "first drive in the outermost hole, the softest"),
    ("rough_ground", "keep"): (When.BEFORE_DRIVING, "both bars stay connected on rough ground"),
    ("rough_ground", "disconnect_front"): (
        When.BEFORE_DRIVING,
        "both bars connected for the road; show how the front is taken off the road only",
    ),
}


def way_chores(schools: Mapping[str, str]) -> list[Chore]:
    """Return what the ways that hold ask for, in the order of the work.

    Parameters
    ----------
    schools : mapping of str to str
        School that holds, by matter.
    """
    order = list(When)
    found = [
        Chore(when, what, "our way")
        for matter, school in schools.items()
        if (matter, school) in _CHORES
        for when, what in [_CHORES[matter, school]]
    ]
    return sorted(found, key=lambda chore: order.index(chore.when))


def bought_first(schools: Mapping[str, str], option: Option) -> int:
    """Return how early a step of the staged plan comes by the shop's ways, 0 first.

    Parameters
    ----------
    schools : mapping of str to str
        School that holds, by matter.
    option : Option
        A step.
    """
    # Steps that exclude one another are bars of one axle.
    is_bar = bool(option.excludes)
    late_kind = {"bars": not is_bar, "springs": is_bar}.get(schools["first"], False)
    late_end = is_bar and {"rear": End.FRONT, "front": End.REAR}.get(schools["ends"]) == option.end
    return 2 * late_kind + late_end


def as_a_set(schools: Mapping[str, str], ends: set[End], planned: set[End]) -> list[str]:
    """Return why not to stop where a shop fits both ends as a set; nothing where it does not.

    Parameters
    ----------
    schools : mapping of str to str
        School that holds, by matter.
    ends : set of End
        Ends that have got their bar so far.
    planned : set of End
        Ends that get one at all.
    """
    if schools["ends"] == "set" and len(planned) == 2 and len(ends) == 1:
        return ["one end alone: our way is both as a set"]
    return []
