"""The staged plan: which further step gives most for the money, one on top of the other."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from axlecore.lean.uncertainty import reference_lean
from axlecore.motion.replay import free_rocking
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import Record
from axlecore.vehicle.axle import AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import AxleChoice, Joints, SetUp, Vehicle

#: A step that saves less than this is no step [rad].
_LEAST_GAIN_RAD = 1e-4
#: New shocks of the usual kind over tired ones.
_NEW_SHOCKS = 1.5


@dataclass(frozen=True)
class Option:
    """Something that can be done.

    Attributes
    ----------
    key : str
        What it is, in words.
    end : End or None
        Where; None for the whole vehicle.
    price : float
        Parts and hours, in the shop's money, above zero.
    apply : callable
        Takes vehicle and set-up, returns both with it done.
    excludes : str
        Options with the same word here cannot go together; empty for none.
    """

    key: str
    end: End | None
    price: float
    apply: Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]
    excludes: str = ""


@dataclass(frozen=True)
class Stage(Record):
    """One step of the plan, on top of those before it.

    Attributes
    ----------
    key : str
        What.
    end : End or None
        Where; None for the whole vehicle.
    price, price_so_far : float
        Of this step, and of all until here.
    lean_rad, gain_rad, gain_per_100_rad : float
        Lean in the reference bend once it is done, how much less than before it, and that for
        each 100 of money [rad].
    swings_before, swings : int
        Half-swings after a push, before and after this step.
    breaks : list of str
        Limits it breaks as far as it goes then, in words; where there are some it is no place to
        stop.
    """

    key: str
    end: End | None
    price: float
    price_so_far: float
    lean_rad: float
    gain_rad: float
    gain_per_100_rad: float
    swings_before: int
    swings: int
    breaks: list[str]


#: Which limits vehicle, set-up and money spent break, in words.
Judge = Callable[[Vehicle, SetUp, float], list[str]]


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
        Stop after any of them that breaks no limit.
    """

    lean_rad: float
    swings: int
    stages: list[Stage]


def fit_bar(end: End, choice: AxleChoice) -> Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]:
    """Return the step that fits a bar.

    Parameters
    ----------
    end : End
        Front or rear.
    choice : AxleChoice
        The bar and what is done with it.
    """
    return lambda vehicle, set_up: (vehicle, fit_part(set_up, end, choice))


def renew_joints(end: End) -> Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]:
    """Return the step that renews an axle's links and bushings.

    Parameters
    ----------
    end : End
        Front or rear.
    """
    return lambda vehicle, set_up: (
        vehicle,
        fit_part(set_up, f"{end}_joints", Joints.RENEWED),
    )


def separate_lines(end: End) -> Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]:
    """Return the step that gives each air bag of an axle a line of its own.

    Parameters
    ----------
    end : End
        Front or rear, with air bags.
    """

    def apply(vehicle: Vehicle, set_up: SetUp) -> tuple[Vehicle, SetUp]:
        bags = vehicle.of_end(end).air_bags
        if bags is None:
            return vehicle, set_up
        own = replace(bags, lines=AirLines.SEPARATE)
        return fit_part(vehicle, f"{end}.air_bags", own), set_up

    return apply


def staged_plan(
    vehicle: Vehicle,
    set_up: SetUp,
    key: LoadKey,
    options: Sequence[Option],
    shock_price: float,
    judge: Judge = lambda *_: [],
    rank: Callable[[Option], int] = lambda _: 0,
) -> Plan:
    """Return the steps in the order of lean saved per money, then shocks for the swings.

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
    shock_price : float
        Of new shocks all round; zero leaves them out.
    judge : callable
        Which limits a stage breaks; none by default.
    rank : callable
        Steps of a lower rank come first as long as they save anything; all the same by default.

    Returns
    -------
    Plan
        None of its steps saves nothing, but for shocks, which save swings and not lean.

    Raises
    ------
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    Greedy: after each step the rest is worked out anew, since a second bar gives less than it
    would alone. New shocks are taken as half as strong again as those that are there.
    """
    lean, swings = reference_lean(vehicle, set_up, key), free_rocking(vehicle, set_up, key)
    start, left, stages, spent = (lean, swings), list(options), [], 0.0
    while left:
        tried = [option.apply(vehicle, set_up) for option in left]
        leans = [reference_lean(*one, key) for one in tried]
        worth = [(lean - after) / option.price for after, option in zip(leans, left, strict=True)]
        saving = [at for at, after in enumerate(leans) if lean - after >= _LEAST_GAIN_RAD]
        if not saving:
            break
        best = min(saving, key=lambda at: (rank(left[at]), -worth[at]))
        taken = left[best]
        vehicle, set_up = tried[best]
        spent += taken.price
        after = free_rocking(vehicle, set_up, key)
        stages.append(
            Stage(
                taken.key,
                taken.end,
                taken.price,
                spent,
                leans[best],
                lean - leans[best],
                100 * worth[best],
                swings,
                after,
                judge(vehicle, set_up, spent),
            )
        )
        lean, swings = leans[best], after
        left = [
            one
            for one in left
            if one is not taken and not (taken.excludes and one.excludes == taken.excludes)
        ]
    damped = free_rocking(vehicle, set_up, key, _NEW_SHOCKS)
    if shock_price > 0 and damped < swings:
        stages.append(
            Stage(
                "new shocks all round",
                None,
                shock_price,
                spent + shock_price,
                lean,
                0.0,
                0.0,
                swings,
                damped,
                judge(vehicle, set_up, spent + shock_price),
            )
        )
    return Plan(start[0], start[1], stages)
