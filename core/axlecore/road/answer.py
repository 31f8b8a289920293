"""What one run says of a vehicle in roll, what was assumed for it, and what it does not tell."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.road.events import Rests, rests_of
from axlecore.road.intervals import Interval
from axlecore.road.log import RoadLog
from axlecore.road.mounting import Turn
from axlecore.road.ready import ReadyLog, made_ready, together
from axlecore.road.run import Run, worked_through

#: An interval wider than this part of its number is said in words too.
_WIDE = 0.05


@dataclass(frozen=True)
class RunAnswer(Record):
    """What one run says: what `axlecore road LOG --json` writes.

    Attributes
    ----------
    method : str
        A by roll rate, B by a roll angle, C by yaw rate and speed; empty where none was possible.
    roll_gradient_deg_per_g : Interval or None
        Lean of a long bend [°/g].
    natural_frequency_hz : Interval or None
        Undamped [Hz]; None where this run does not tell it.
    damping_ratio : Interval or None
        Of critical; None where this run does not tell it.
    straight_line_deg_per_g : float or None
        Slope of roll over lateral acceleration, shown beside [°/g].
    assumed : list of str
        What was taken for granted.
    refused : list of str
        Why there is no gradient; empty where there is one.
    after_events : Rests or None
        How it came to rest after bumps, steps or gusts; None where none of them tells it.
    """

    method: str
    roll_gradient_deg_per_g: Interval | None
    natural_frequency_hz: Interval | None
    damping_ratio: Interval | None
    straight_line_deg_per_g: float | None
    assumed: list[str]
    refused: list[str]
    after_events: Rests | None = None


@dataclass(frozen=True)
class Told(Record):
    """What a run is compared and judged by, kept so that its log need not be read again.

    Attributes
    ----------
    gradient : Interval
        Lean of a long bend [°/g].
    frequency_hz, damping_ratio : Interval or None
        Undamped [Hz], of critical; None where the run does not tell it.
    lateral_low_m_s2, lateral_high_m_s2 : float
        From where to where most bends went.
    speed_m_s : float or None
        Driven in the middle; None where it was not logged.
    """

    gradient: Interval
    frequency_hz: Interval | None
    damping_ratio: Interval | None
    lateral_low_m_s2: float
    lateral_high_m_s2: float
    speed_m_s: float | None

    @property
    def bend_m_s2(self) -> float:
        """How sharp its bends are [m/s²]."""
        return (self.lateral_high_m_s2 - self.lateral_low_m_s2) / 2


@dataclass(frozen=True, eq=False)
class Answered:
    """What one run says, with the run it was worked through to.

    Attributes
    ----------
    answer : RunAnswer
        In numbers and words.
    told : Told or None
        None where it was refused.
    run : Run or None
        With all its samples; None where it was refused, or its log was not read again.
    ready : ReadyLog or None
        What it was fitted to; None where nothing could be, or its log was not read again.
    """

    answer: RunAnswer
    told: Told | None
    run: Run | None = None
    ready: ReadyLog | None = None


def answered(
    log: RoadLog, assumed: Sequence[str] = (), sensor_height_m: float | None = None
) -> Answered:
    """Return what one run says of a vehicle in roll.

    Parameters
    ----------
    log : RoadLog
        As it was logged.
    assumed : sequence of str
        What was taken for granted in reading it.
    sensor_height_m : float or None
        Of the sensor above the roll axis [m]; None takes it to be on it, and says so.
    """
    said = list(assumed)
    if sensor_height_m is None:
        said.append("the sensor is taken to lie on the roll axis; its height is not known")
    try:
        ready = made_ready(log, sensor_height_m or 0.0)
    except InputError as error:
        return Answered(_no_number(said, error), None)
    said += ready.cleaned.assumed
    said += [f"{one.why} at {one.from_s:.1f} s" for one in ready.cleaned.cuts]
    said += _of_turn(ready.turn)
    rests = rests_of(ready)
    try:
        run = worked_through(ready)
    except InputError as error:
        return Answered(_no_number(said, error, rests), None, None, ready)
    return _answered(run, ready, said, rests)


def _answered(run: Run, ready: ReadyLog, said: list[str], rests: Rests | None) -> Answered:
    fit = run.fit
    told = RunAnswer(
        str(run.way),
        run.gradient_deg_per_g,
        fit.frequency_hz,
        fit.damping_ratio,
        run.straight_deg_per_g,
        [*said, *_beside(run), *_of_width(run)],
        [],
        rests,
    )
    low, high = run.lateral_range_m_s2
    kept = Told(
        run.gradient_deg_per_g, fit.frequency_hz, fit.damping_ratio, low, high, run.speed_m_s
    )
    return Answered(told, kept, run, ready)


def answered_together(runs: Sequence[Answered]) -> Answered:
    """Return what runs of one vehicle, driven alike, say as one; the last where they say nothing.

    Parameters
    ----------
    runs : sequence of Answered
        Oldest first, each with its samples.
    """
    last = runs[-1]
    logs = [one.ready for one in runs if one.ready is not None]
    if len(logs) < 2:
        return last
    try:
        ready = together(logs)
        run = worked_through(ready)
    except InputError:
        return last
    said = [f"{len(logs)} runs driven alike are fitted together"]
    return _answered(run, ready, said, last.answer.after_events)


def _no_number(said: list[str], why: InputError, rests: Rests | None = None) -> RunAnswer:
    return RunAnswer("", None, None, None, None, said, [why.message], rests)


def answer(
    log: RoadLog, assumed: Sequence[str] = (), sensor_height_m: float | None = None
) -> RunAnswer:
    """Return what one run says, as `answered`, without the run itself.

    Parameters
    ----------
    log : RoadLog
        As it was logged.
    assumed : sequence of str
        What was taken for granted in reading it.
    sensor_height_m : float or None
        Of the sensor above the roll axis [m].
    """
    return answered(log, assumed, sensor_height_m).answer


def _of_turn(turn: Turn | None) -> list[str]:
    if turn is None:
        return ["the sensor is taken to point straight ahead; no pulling away with speed tells it"]
    degrees, sure = (math.degrees(one) for one in (turn.angle_rad, turn.deviation_rad))
    return [
        f"the sensor is turned by {degrees:.1f} ± {2 * sure:.1f}°, by pulling away and stopping"
    ]


def _beside(run: Run) -> list[str]:
    """Return in words how the other ways that were possible differ."""
    mine = run.gradient_deg_per_g.value
    return [
        f"by way {way} the gradient is {other:.2f}°/g, {other / mine - 1:+.0%} beside way {run.way}"
        for way, fit in run.fits.items()
        if way is not run.way
        for other in [mine * fit.gradient_rad_s2_per_m.value / run.fit.gradient_rad_s2_per_m.value]
    ]


def _of_width(run: Run) -> list[str]:
    part = run.gradient_deg_per_g.half_part
    if part < _WIDE:
        return []
    return [f"this run tells the gradient to ± {part:.0%} only; a longer slalom tells more"]
