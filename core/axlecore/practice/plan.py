"""The staged plan with a shop's own prices: what the racks hold, and what is on no rack."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
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
from axlecore.practice.options import Option as Priced
from axlecore.vehicle.axle import AirLines
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
    """
    before = figures_of(vehicle, SetUp(), key).front_share

    def judge(then: Vehicle, set_up: SetUp, spent: float) -> list[str]:
        return broken_limits(figures_of(then, set_up, key, vehicle), before, spent, wishes)

    options = [option for end in End for option in _of_axle(vehicle, end, key, found[end], labour)]
    shocks = SHOCKS.with_labour(labour)
    return staged_plan(vehicle, SetUp(), key, options, shocks, judge)


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
    bars = [candidate for _, candidate in found if candidate.key in numbers]
    for candidate in best_value(vehicle, end, bars, key, BARS_WEIGHED):
        assert candidate.fitted is not None
        assert candidate.action is not None
        choice = AxleChoice(candidate.action, candidate.fitted, numbers[candidate.key])
        step = fit_bar(end, choice)
        yield Option(candidate.key, end, candidate.price, step, f"{end} bar")
    bags = vehicle.of_end(end).air_bags
    if bags is not None and bags.lines is AirLines.CONNECTED:
        price = AIR_LINES.with_labour(labour)
        yield Option("a line of its own for each air bag", end, price, separate_lines(end))
