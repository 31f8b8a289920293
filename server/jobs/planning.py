"""The staged plan of a job: its options priced from the racks."""

from axlecore.axle import AirLines
from axlecore.loads import LoadKey
from axlecore.ranking import best_value
from axlecore.rig import AxleChoice, SetUp
from axlecore.rig import Vehicle as Sheet
from axlecore.staged import Option, Plan, fit_bar, renew_joints, separate_lines, staged_plan
from jobs.choosing import options_of
from jobs.models import Job
from rigs.services import sheet_of

#: What is on no rack: hoses and fittings of separate air lines, and four dampers [money, hours].
_AIR_LINES = (60.0, 1.5)
_DAMPERS = (520.0, 3.0)
#: Bars of an axle that the plan weighs, those with most lean saved per money.
_BARS_WEIGHED = 4


def plan_of(job: Job, key: LoadKey) -> Plan:
    """Return the staged plan of a job from what stands there now."""
    sheet = sheet_of(job.vehicle)
    labour = job.shop.labour_cents_an_hour / 100
    options = [
        option for axle_name in ("front", "rear")
        for option in _of_axle(job, sheet, axle_name, key, labour)
    ]  # fmt: skip
    parts, hours = _DAMPERS
    return staged_plan(sheet, SetUp(), key, options, parts + hours * labour)


def _of_axle(job: Job, sheet: Sheet, axle_name: str, key: LoadKey, labour: float) -> list[Option]:
    found, bars, numbers = [], [], {}
    for option, candidate in options_of(job, axle_name):
        if option.renews:
            found.append(
                Option("renew links and bushings", axle_name, option.price, renew_joints(axle_name))
            )
        elif candidate.fitted is not None:
            bars.append(candidate)
            numbers[candidate.key] = option.part_number
    for candidate in best_value(sheet, axle_name, bars, key, _BARS_WEIGHED):
        assert candidate.fitted is not None
        assert candidate.action is not None
        choice = AxleChoice(candidate.action, candidate.fitted, numbers[candidate.key])
        step = fit_bar(axle_name, choice)
        found.append(Option(candidate.key, axle_name, candidate.price, step, f"{axle_name} bar"))
    bags = getattr(sheet, axle_name).air_bags
    if bags is not None and bags.lines is AirLines.CONNECTED:
        parts, hours = _AIR_LINES
        price = parts + hours * labour
        lines = separate_lines(axle_name)
        found.append(Option("a line of its own for each air bag", axle_name, price, lines))
    return found
