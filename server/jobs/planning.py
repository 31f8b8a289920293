"""The staged plan of a job: its options priced from the racks."""

from axlecore.choosing.next_steps import best_value
from axlecore.choosing.staged_plan import (
    Option,
    Plan,
    fit_bar,
    renew_joints,
    separate_lines,
    staged_plan,
)
from axlecore.vehicle.axle import AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import AxleChoice, SetUp
from axlecore.vehicle.rig import Vehicle as Sheet
from jobs.choosing import options_of
from jobs.models import Job
from rigs.services import sheet_of

#: What is on no rack: hoses and fittings of separate air lines, and four shocks [money, hours].
_AIR_LINES = (60.0, 1.5)
_SHOCKS = (520.0, 3.0)
#: Bars of an axle that the plan weighs, those with most lean saved per money.
_BARS_WEIGHED = 4


def plan_of(job: Job, key: LoadKey) -> Plan:
    """Return the staged plan of a job from what stands there now."""
    sheet = sheet_of(job.vehicle)
    labour = job.shop.labour_cents_an_hour / 100
    options = [option for end in End for option in _of_axle(job, sheet, end, key, labour)]
    parts, hours = _SHOCKS
    return staged_plan(sheet, SetUp(), key, options, parts + hours * labour)


def _of_axle(job: Job, sheet: Sheet, end: End, key: LoadKey, labour: float) -> list[Option]:
    found, bars, numbers = [], [], {}
    for option, candidate in options_of(job, end):
        if option.renews:
            found.append(Option("renew links and bushings", end, option.price, renew_joints(end)))
        elif candidate.fitted is not None:
            bars.append(candidate)
            numbers[candidate.key] = option.part_number
    for candidate in best_value(sheet, end, bars, key, _BARS_WEIGHED):
        assert candidate.fitted is not None
        assert candidate.action is not None
        choice = AxleChoice(candidate.action, candidate.fitted, numbers[candidate.key])
        step = fit_bar(end, choice)
        found.append(Option(candidate.key, end, candidate.price, step, f"{end} bar"))
    bags = sheet.of_end(end).air_bags
    if bags is not None and bags.lines is AirLines.CONNECTED:
        parts, hours = _AIR_LINES
        price = parts + hours * labour
        lines = separate_lines(end)
        found.append(Option("a line of its own for each air bag", end, price, lines))
    return found
