"""The staged plan with a shop's own prices: what the racks hold, and what is on no rack."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from axlecore.choosing.figures import figures_of
from axlecore.choosing.next_steps import best_value
from axlecore.choosing.ranking import Wishes, broken_limits
from axlecore.choosing.sets import Candidate
from axlecore.choosing.staged_plan import (
    Option,
    Plan,
    fit_bar,
    renew_joints,
    separate_lines,
    staged_plan,
)
from axlecore.fitup.schools import settled
from axlecore.practice.classes import default_helpers
from axlecore.practice.options import Option as Priced
from axlecore.practice.ways import as_a_set, bought_first
from axlecore.quantities.entry import fit_part
from axlecore.vehicle.axle import AirLines, Suspension
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import AxleChoice, SetUp, Vehicle


@dataclass(frozen=True)
class UsualPrice:
    """What something costs that is on no rack.

    Attributes
    ----------
    parts : float
        In the shop's money.
    hours : float
        Of labour.
    """

    parts: float
    hours: float

    def with_labour(self, an_hour: float) -> float:
        """Parts and labour together, in the shop's money."""
        return self.parts + self.hours * an_hour


#: Hoses and fittings that give each air bag a line of its own.
AIR_LINES = UsualPrice(parts=60.0, hours=1.5)
#: A pair of steel helper springs with their brackets.
HELPERS = UsualPrice(parts=260.0, hours=2.5)
#: Four shocks of the usual kind.
SHOCKS = UsualPrice(parts=520.0, hours=3.0)
#: Bars of an axle that the plan weighs, those with most lean saved per money.
BARS_WEIGHED = 4


def planned(
    vehicle: Vehicle,
    key: LoadKey,
    found: Mapping[End, Sequence[tuple[Priced, Candidate]]],
    labour: float,
    wishes: Wishes,
    schools: Mapping[str, str] | None = None,
) -> Plan:
    """Return the staged plan of a vehicle from what stands there now.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    key : LoadKey
        Load state the plan is for.
    found : mapping of End to sequence of (Option, Candidate)
        What the racks offer each axle, priced.
    labour : float
        An hour of it, in the shop's money.
    wishes : Wishes
        Target and limits; a stage that breaks a limit says so.
    schools : mapping of str to str, or None
        Ways of the shop; None takes the usual ones.
    """
    ways = settled(schools or {})
    before = figures_of(vehicle, SetUp(), key).front_share

    def judge(then: Vehicle, set_up: SetUp, spent: float) -> list[str]:
        ends = {end for end in End if set_up.of_end(end) is not None}
        limits = broken_limits(figures_of(then, set_up, key, vehicle), before, spent, wishes)
        return limits + as_a_set(ways, ends, barred)

    options = [option for end in End for option in _of_axle(vehicle, end, key, found[end], labour)]
    barred = {option.end for option in options if option.excludes and option.end is not None}
    shocks = SHOCKS.with_labour(labour)
    return staged_plan(
        vehicle, SetUp(), key, options, shocks, judge, lambda option: bought_first(ways, option)
    )


def fit_helpers(end: End) -> Callable[[Vehicle, SetUp], tuple[Vehicle, SetUp]]:
    """Return the step that fits helper springs as a class table gives them.

    Parameters
    ----------
    end : End
        Front or rear.
    """
    return lambda vehicle, set_up: (
        fit_part(vehicle, f"{end}.helper_springs", default_helpers()),
        set_up,
    )


def _of_axle(
    vehicle: Vehicle,
    end: End,
    key: LoadKey,
    found: Sequence[tuple[Priced, Candidate]],
    labour: float,
) -> Iterator[Option]:
    for priced, _ in found:
        if priced.renews:
            yield Option("renew links and bushings", end, priced.price, renew_joints(end))
    numbers = {
        candidate.key: priced.part_number
        for priced, candidate in found
        if candidate.fitted is not None and not priced.renews
    }
    bars = [one for _, one in found if one.key in numbers and not one.lacks]
    for candidate in best_value(vehicle, end, bars, key, BARS_WEIGHED):
        assert candidate.fitted is not None
        assert candidate.action is not None
        choice = AxleChoice(candidate.action, candidate.fitted, numbers[candidate.key])
        step = fit_bar(end, choice)
        yield Option(candidate.key, end, candidate.price, step, f"{end} bar")
    axle = vehicle.of_end(end)
    helped = axle.helper_springs is not None or axle.air_bags is not None
    if axle.suspension is Suspension.SOLID and not helped:
        price = HELPERS.with_labour(labour)
        yield Option("helper springs of the usual rate", end, price, fit_helpers(end))
    bags = axle.air_bags
    if bags is not None and bags.lines is AirLines.CONNECTED:
        price = AIR_LINES.with_labour(labour)
        yield Option("a line of its own for each air bag", end, price, separate_lines(end))
