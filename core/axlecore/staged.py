"""The staged plan: which further step gives most for the money, one on top of the other."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from axlecore.axle import AirLines
from axlecore.entry import fit_part
from axlecore.loads import LoadKey
from axlecore.measure import Record
from axlecore.replay import free_rocking
from axlecore.rig import AxleChoice, Joints, SetUp, Vehicle
from axlecore.uncertainty import reference_lean

#: A step that saves less than this is no step [rad].
_LEAST_GAIN_RAD = 1e-4
#: New dampers of the usual kind over tired ones.
_NEW_DAMPERS = 1.5


@dataclass(frozen=True)
class Option:
    """Something that can be done.

    Attributes
    ----------
    key : str
        What it is, in words.
    axle : str
        "front", "rear" or empty for the whole vehicle.
    price : float
        Parts and hours, in the shop's money, above zero.
    apply : callable
        Takes vehicle and set-up, returns both with it done.
    excludes : str
        Options with the same word here cannot go together; empty for none.
    """

    key: str
    axle: str
    price: float
    apply: Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]
    excludes: str = ""


@dataclass(frozen=True)
class Stage(Record):
    """One step of the plan, on top of those before it.

    Attributes
    ----------
    key, axle : str
        What and where.
    price, price_so_far : float
        Of this step, and of all until here.
    lean_rad, gain_rad, gain_per_100_rad : float
        Lean in the reference bend once it is done, how much less than before it, and that for
        each 100 of money [rad].
    swings_before, swings : int
        Half-swings after a push, before and after this step.
    """

    key: str
    axle: str
    price: float
    price_so_far: float
    lean_rad: float
    gain_rad: float
    gain_per_100_rad: float
    swings_before: int
    swings: int


@dataclass(frozen=True)
class Plan(Record):
    """Steps in the order of what they give for the money.

    Attributes
    ----------
    lean_rad : float
        As it stands [rad].
    swings : int
        As it stands.
    stages : list of Stage
        Stop after any of them.
    """

    lean_rad: float
    swings: int
    stages: list[Stage]


def fit_bar(
    axle_name: str, choice: AxleChoice
) -> Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]:
    """Return the step that fits a bar.

    Parameters
    ----------
    axle_name : str
        "front" or "rear".
    choice : AxleChoice
        The bar and what is done with it.
    """
    return lambda vehicle, set_up: (vehicle, fit_part(set_up, axle_name, choice))


def renew_joints(axle_name: str) -> Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]:
    """Return the step that renews an axle's links and bushings.

    Parameters
    ----------
    axle_name : str
        "front" or "rear".
    """
    return lambda vehicle, set_up: (
        vehicle, fit_part(set_up, f"{axle_name}_joints", Joints.RENEWED)
    )  # fmt: skip


def separate_lines(axle_name: str) -> Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]:
    """Return the step that gives each air bag of an axle a line of its own.

    Parameters
    ----------
    axle_name : str
        "front" or "rear", with air bags.
    """

    def apply(vehicle: Vehicle, set_up: SetUp) -> tuple[Vehicle, SetUp]:
        bags = getattr(vehicle, axle_name).air_bags
        own = replace(bags, lines=AirLines.SEPARATE)
        return fit_part(vehicle, f"{axle_name}.air_bags", own), set_up

    return apply


def staged_plan(
    vehicle: Vehicle, set_up: SetUp, key: LoadKey, options: Sequence[Option], damper_price: float
) -> Plan:
    """Return the steps in the order of lean saved per money, then dampers for the swings.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        Where the plan starts; usually nothing.
    key : LoadKey
        Load state the lean is for.
    options : sequence of Option
        Not more than a few dozen.
    damper_price : float
        Of new dampers all round; zero leaves them out.

    Returns
    -------
    Plan
        None of its steps saves nothing, but for dampers, which save swings and not lean.

    Raises
    ------
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    Greedy: after each step the rest is reckoned anew, since a second bar gives less than it
    would alone. New dampers are taken as half as strong again as those that are there.
    """
    lean, swings = reference_lean(vehicle, set_up, key), free_rocking(vehicle, set_up, key)
    start, left, stages, spent = (lean, swings), list(options), [], 0.0
    while left:
        tried = [option.apply(vehicle, set_up) for option in left]
        leans = [reference_lean(*one, key) for one in tried]
        worth = [(lean - after) / option.price for after, option in zip(leans, left, strict=True)]
        best = max(range(len(left)), key=worth.__getitem__)
        if lean - leans[best] < _LEAST_GAIN_RAD:
            break
        taken = left[best]
        vehicle, set_up = tried[best]
        spent += taken.price
        after = free_rocking(vehicle, set_up, key)
        stages.append(
            Stage(taken.key, taken.axle, taken.price, spent, leans[best], lean - leans[best],
                  100 * worth[best], swings, after)
        )  # fmt: skip
        lean, swings = leans[best], after
        left = [one for one in left
                if one is not taken
                and not (taken.excludes and one.excludes == taken.excludes)]  # fmt: skip
    damped = free_rocking(vehicle, set_up, key, _NEW_DAMPERS)
    if damper_price > 0 and damped < swings:
        stages.append(
            Stage("new dampers all round", "", damper_price, spent + damper_price, lean, 0.0, 0.0,
                  swings, damped)
        )  # fmt: skip
    return Plan(start[0], start[1], stages)
