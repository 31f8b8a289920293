"""Where practitioners disagree: each matter with its safe schools, the default and its reason."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.measure import Record


@dataclass(frozen=True)
class School(Record):
    """One matter of dispute.

    Attributes
    ----------
    key, matter : str
        Its identifier, and what is disputed.
    options : mapping of str to str
        Schools by key, in words.
    default : str
        Key of the default.
    why : str
        Reason of the default.
    """

    key: str
    matter: str
    options: Mapping[str, str]
    default: str
    why: str


#: One row a matter; unsafe schools are not here.
SCHOOLS: tuple[School, ...] = (
    School(
        "attitude",
        "What to set level at ride height",
        {
            "least_change": "whatever changes the motion ratio least through the travel",
            "arm_level": "bar arm level with the ground",
            "in_line": "arm in line with the control arm it follows",
            "link_square": "link square to the arm",
            "link_plumb": "link plumb",
            "level_and_plumb": "bar arm level and links plumb",
        },
        "least_change",
        "The bar then does the same work in every load state.",
    ),
    School(
        "hole",
        "Adjustable hole to start with",
        {"computed": "set by calculation", "softest": "start softest"},
        "computed",
        "The first drive is then near the target; the softer hole is offered.",
    ),
    School(
        "final_tightening",
        "Where bushed joints are tightened",
        {"on_wheels": "on the wheels", "hanging": "hanging, then checked again"},
        "on_wheels",
        "A bushing tightened hanging is twisted at ride height and wears.",
    ),
    School(
        "torque",
        "Where a torque target comes from",
        {
            "sheet": "the kit's sheet, if plausible",
            "fastener": "size, grade and lubrication",
            "crush": "bushings to a slight bulge",
        },
        "sheet",
        "The sheet knows the joint; its value is checked against what the bolt bears.",
    ),
    School(
        "threads",
        "What goes on the threads",
        {
            "medium": "medium thread-lock on frame bolts without lock nuts",
            "high_strength": "high-strength thread-lock",
            "anti_seize": "anti-seize, with the torque lowered",
            "nylon": "none, a new nylon lock nut",
        },
        "medium",
        "It holds and comes off again. Anti-seize lowers the torque; never both.",
    ),
    School(
        "grease",
        "Grease in the bushings",
        {
            "sheet": "by the part's sheet; where it is silent silicone or PTFE on polyurethane",
            "always": "always, silicone or PTFE type",
            "dry": "dry, or PTFE tape",
        },
        "sheet",
        "Makers differ by material; petroleum grease never goes on rubber.",
    ),
    School(
        "standing",
        "Where the vehicle stands while working",
        {
            "ground": "on the ground",
            "stands": "body on rated stands",
            "wheel_lift": "lift under the wheels",
        },
        "ground",
        "Work as you like; settling and the final pass are with weight on the wheels.",
    ),
    School(
        "hang",
        "Links or brackets first when hanging",
        {
            "brackets": "brackets first, links on the wheels",
            "links": "bar hung by its links, then the brackets",
        },
        "brackets",
        "The bar sits where it will work; hung by its links where one person lifts alone.",
    ),
    School(
        "ends",
        "Front, rear, or a set",
        {
            "balance": "by computed balance",
            "rear": "rear first",
            "front": "front first",
            "set": "both as a set",
        },
        "balance",
        "The front's share of load transfer never falls far without a warning.",
    ),
    School(
        "first",
        "Bars or springs first",
        {
            "by_gain": "by gain per money for this vehicle",
            "bars": "bars first",
            "springs": "springs and shocks first",
        },
        "by_gain",
        "Vehicles differ; the working for this one decides.",
    ),
    School(
        "rough_ground",
        "Bars on rough ground",
        {"keep": "keep both connected", "disconnect_front": "disconnect the front off the road"},
        "keep",
        "On the road only with both connected; articulation is shown with and without.",
    ),
)


def holding(shop: Mapping[str, str], job: Mapping[str, str]) -> dict[str, str]:
    """Return the school that holds for a job in every matter: its own, else the shop's.

    Parameters
    ----------
    shop, job : mapping of str to str
        School by matter, as far as each has chosen.

    Raises
    ------
    InputError
        As for `settled`.
    """
    return settled({**shop, **job})


def settled(chosen: Mapping[str, str]) -> dict[str, str]:
    """Return the school that holds for every matter: as chosen, else the default.

    Parameters
    ----------
    chosen : mapping of str to str
        School by matter, of a shop or a job; may be incomplete.

    Raises
    ------
    InputError
        No such matter, or no such school of it.
    """
    known = {school.key: school for school in SCHOOLS}
    for key, option in chosen.items():
        if key not in known:
            raise InputError(key[:40], f"There is no such matter; one of {', '.join(known)}.")
        if option not in known[key].options:
            raise InputError(
                key, f"Read “{option[:40]}”; choose one of {', '.join(known[key].options)}."
            )
    return {key: chosen.get(key, school.default) for key, school in known.items()}
