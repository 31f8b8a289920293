"""A run beside what its sheet predicted: the verdict, what would explain it, what next."""

from __future__ import annotations

from dataclasses import dataclass, replace

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.road.answer import Answered, RunAnswer, Told
from axlecore.road.events import Rests
from axlecore.road.explaining import Explanation, explanations
from axlecore.road.intervals import Interval
from axlecore.road.otherwise import with_factor
from axlecore.road.predicted import (
    Predicted,
    RoadVerdict,
    predicted,
    rocks_before_and_after,
    rocks_like_another,
    verdict,
)
from axlecore.road.tuning import NO_LINKS, Correction, Links, TuneStep, correction, next_steps
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle


@dataclass(frozen=True)
class AgainstSheet(Record):
    """A run beside its sheet.

    Attributes
    ----------
    predicted, predicted_before, predicted_ratio : Interval
        Roll gradient of what is chosen and as it stood [°/g], and their ratio.
    verdict : RoadVerdict
        Whether the prediction held.
    by : float
        Measured over predicted, less one.
    explanations : list of Explanation
        Each tested alone; empty where the prediction held.
    correction : Correction or None
        Of this vehicle's springs, to be taken or left; None where springs do not explain it.
    next_steps : list of TuneStep
        From the corrected sheet, what costs least first.
    """

    predicted: Interval
    predicted_before: Interval
    predicted_ratio: Interval
    verdict: RoadVerdict
    by: float
    explanations: list[Explanation]
    correction: Correction | None
    next_steps: list[TuneStep]


def judged(
    run: Told,
    vehicle: Vehicle,
    set_up: SetUp,
    key: LoadKey,
    before: Told | None = None,
    wanted_deg_per_g: float | None = None,
    links: Links = NO_LINKS,
) -> AgainstSheet:
    """Return a run beside what its sheet predicted of it.

    Parameters
    ----------
    run : Told
        Driven with what is chosen.
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What was fitted.
    key : LoadKey
        How it was loaded.
    before : Told or None
        Driven before anything was fitted: it tells the springs apart from the new bar.
    wanted_deg_per_g : float or None
        What was aimed at [°/g].
    links : mapping of End to sequence of OtherLink
        Other links that fit, by axle.

    Raises
    ------
    InputError
        The state was not weighed.
    UnstableError
        The vehicle tips over by itself.
    """
    told = predicted(vehicle, set_up, key, run.bend_m_s2)
    measured = run.gradient
    found = verdict(measured, told.after)
    said: list[Explanation] = []
    if found is not RoadVerdict.AGREES:
        damped = run.damping_ratio
        said = explanations(vehicle, set_up, key, told, measured, damped, run.bend_m_s2)
    offered = _correction(run, before, vehicle, set_up, key, told)
    corrected = vehicle
    if offered is not None:
        corrected = with_factor(vehicle, offered.factor.value)
    return AgainstSheet(
        told.after,
        told.before,
        told.ratio,
        found,
        measured.value / told.after.value - 1,
        said,
        offered,
        next_steps(corrected, set_up, key, measured.value, wanted_deg_per_g, run.bend_m_s2, links),
    )


def _correction(
    run: Told,
    before: Told | None,
    vehicle: Vehicle,
    set_up: SetUp,
    key: LoadKey,
    told: Predicted,
) -> Correction | None:
    evidence, fitted, band = (run, set_up, told.after)
    if before is not None:
        evidence, fitted, band = before, SetUp(), told.before
    try:
        return correction(vehicle, fitted, key, evidence.gradient, band, evidence.bend_m_s2)
    except InputError:
        return None


def of_this_vehicle(found: Answered, vehicle: Vehicle, set_up: SetUp, key: LoadKey) -> Answered:
    """Return what a log says, refused where it rocks like another vehicle.

    What came after its events is left out where that alone rocks otherwise.

    Parameters
    ----------
    found : Answered
        What the log says by itself.
    vehicle : Vehicle
        The one it should be of.
    set_up : SetUp
        What is chosen; the log may be of before or after.
    key : LoadKey
        How it was loaded.
    """
    rests, told = found.answer.after_events, found.told
    if rests is None and (told is None or told.frequency_hz is None):
        return found
    rocks = rocks_before_and_after(vehicle, set_up, key)
    own_hz = [float(one.frequency_hz[0]) for one in rocks]
    if rests is not None and rocks_like_another(rests.frequency_hz, own_hz):
        found = replace(found, answer=_without(rests, found.answer))
    if told is None or told.frequency_hz is None:
        return found
    why = rocks_like_another(told.frequency_hz, own_hz)
    if not why:
        return found
    refused = RunAnswer("", None, None, None, None, found.answer.assumed, [why])
    return Answered(refused, None)


def _without(rests: Rests, answer: RunAnswer) -> RunAnswer:
    said = (
        f"after its events it rocked at {rests.frequency_hz.value:.2f} Hz, as this vehicle does "
        "not: something drove it still, or the log is another vehicle's"
    )
    return replace(answer, after_events=None, assumed=[*answer.assumed, said])
