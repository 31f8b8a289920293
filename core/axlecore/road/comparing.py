"""Before against after: what changed, and whether the two runs may be compared at all."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from axlecore.motion.response import Rocking
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import km_per_h, kpa
from axlecore.road.answer import Answered, RunAnswer, Told
from axlecore.road.intervals import Interval
from axlecore.vehicle.loads import LOAD_NAMES, LoadKey

#: Over the posted limit by more than a gauge's error [m/s].
OVER_M_S = 1.0
#: Speeds may differ by this part, pressures too; lateral ranges share this part of the larger.
SPEED_PART, PRESSURE_PART, SHARED_PART = 0.10, 0.10, 0.5
#: K·ω² is the body's own, whatever its springs: further apart than this it is another vehicle's.
_SAME_BODY = 1.8


@dataclass(frozen=True)
class Conditions(Record):
    """How a run was driven, as far as that is known.

    Attributes
    ----------
    manoeuvre, surface : str
        Such as "gentle slalom", "dry"; empty where nobody said.
    state : LoadKey or None
        How it was loaded.
    speed_m_s, limit_m_s : float or None
        As planned or read, and posted at the place [m/s].
    front_pressure_pa, rear_pressure_pa : float or None
        Of the tyres.
    """

    manoeuvre: str = ""
    surface: str = ""
    state: LoadKey | None = None
    speed_m_s: float | None = None
    limit_m_s: float | None = None
    front_pressure_pa: float | None = None
    rear_pressure_pa: float | None = None

    @property
    def over_limit(self) -> bool:
        """Whether it went over the posted limit."""
        if self.speed_m_s is None or self.limit_m_s is None:
            return False
        return self.speed_m_s > self.limit_m_s + OVER_M_S


@dataclass(frozen=True)
class Comparison(Record):
    """Two runs of one vehicle beside each other: what `axlecore road LOG AFTER --json` writes.

    Attributes
    ----------
    before, after : RunAnswer
        Each by itself.
    ratio : Interval or None
        Roll gradient after over before; None where the two may not be compared, or have no bends.
    settling : Interval or None
        Time to rest after over before; None where either does not tell it. By the bends where both
        have them, else by what came after bumps, steps or gusts.
    swings : list of int or None
        Swings past centre, before and after.
    comparable : list of str
        What does not hold between the two; empty where they may be compared.
    """

    before: RunAnswer
    after: RunAnswer
    ratio: Interval | None
    settling: Interval | None
    swings: list[int] | None
    comparable: list[str]


def compare(
    before: Answered,
    after: Answered,
    conditions: tuple[Conditions, Conditions] = (Conditions(), Conditions()),
) -> Comparison:
    """Return two runs of one vehicle beside each other.

    Parameters
    ----------
    before, after : Answered
        The runs.
    conditions : tuple of Conditions
        How each was driven, as far as that is known.
    """
    answers = before.answer, after.answer
    against = _unlike(*conditions)
    settling, swings = _after_events(*answers)
    if before.told is not None and after.told is not None:
        against += _runs_unlike(before.told, after.told, conditions)
        ratio = after.told.gradient.over(before.told.gradient)
        settling = _settling(before.told, after.told) or settling
        swings = _swings(before.told, after.told) or swings
    else:
        against += _speeds_unlike([one.speed_m_s for one in conditions])
        ratio = None
        if settling is None:
            runs = zip(("before", "after"), (before, after), strict=True)
            against += [f"the run {name} gives no number" for name, one in runs if not one.told]
    if against:
        return Comparison(*answers, None, None, None, against)
    return Comparison(*answers, ratio, settling, swings, [])


def _after_events(before: RunAnswer, after: RunAnswer) -> tuple[Interval | None, list[int] | None]:
    """Return time to rest after over before, and the swings, by what came after bumps or gusts."""
    rests = before.after_events, after.after_events
    if rests[0] is None or rests[1] is None:
        return None, None
    sooner = rests[1].still_after_s.over(rests[0].still_after_s)
    return sooner, [rests[0].swings, rests[1].swings]


def driven_alike(one: Conditions, other: Conditions) -> bool:
    """Return whether two runs were driven alike, so that they may be fitted together.

    Parameters
    ----------
    one, other : Conditions
        How each was driven, as far as that is known.
    """
    return not (_unlike(one, other) or _speeds_unlike([one.speed_m_s, other.speed_m_s]))


def _unlike(before: Conditions, after: Conditions) -> list[str]:
    said = [
        f"{what} {first} before and {second} after"
        for what, first, second in (
            ("another manoeuvre:", before.manoeuvre, after.manoeuvre),
            ("the road was", before.surface, after.surface),
            ("it was", _loaded(before.state), _loaded(after.state)),
        )
        if first and second and first != second
    ]
    for end in ("front", "rear"):
        pair = [getattr(one, f"{end}_pressure_pa") for one in (before, after)]
        if None not in pair and abs(pair[1] / pair[0] - 1) > PRESSURE_PART:
            said.append(f"the {end} tyres had {_kpa(pair[0])} before and {_kpa(pair[1])} after")
    for name, one in (("before", before), ("after", after)):
        if one.over_limit and one.speed_m_s and one.limit_m_s:
            went, posted = _km_h(one.speed_m_s), _km_h(one.limit_m_s)
            said.append(f"the run {name} went {went}, over the posted {posted}")
    return said


def _loaded(state: LoadKey | None) -> str:
    return "" if state is None else LOAD_NAMES[state]


def _kpa(pressure_pa: float) -> str:
    return f"{kpa(pressure_pa):.0f}"


def _km_h(speed_m_s: float) -> str:
    return f"{km_per_h(speed_m_s):.0f}"


def _runs_unlike(before: Told, after: Told, conditions: tuple[Conditions, Conditions]) -> list[str]:
    said = _speeds_unlike(
        [
            run.speed_m_s or one.speed_m_s
            for run, one in zip((before, after), conditions, strict=True)
        ]
    )
    ranges = [(one.lateral_low_m_s2, one.lateral_high_m_s2) for one in (before, after)]
    (low, high), (low_after, high_after) = ranges
    shared = min(high, high_after) - max(low, low_after)
    if shared < SHARED_PART * max(high - low, high_after - low_after):
        said.append(
            "the bends went from {:.1f} to {:.1f} m/s² before and from {:.1f} to {:.1f} m/s² "
            "after".format(*ranges[0], *ranges[1])
        )
    return said + _another_body(before, after)


def _speeds_unlike(speeds_m_s: Sequence[float | None]) -> list[str]:
    first, second = speeds_m_s
    if first and second and abs(second / first - 1) > SPEED_PART:
        return [f"the speed was {_km_h(first)} before and {_km_h(second)} after"]
    return []


def _another_body(before: Told, after: Told) -> list[str]:
    """Return whether the two rock like two vehicles: K·ω² is arm × mass over inertia.

    Springs and bars change lean and frequency together and leave that as it is.
    """
    if before.frequency_hz is None or after.frequency_hz is None:
        return []
    apart = _own(after).over(_own(before))
    if 1 / _SAME_BODY < apart.value < _SAME_BODY or apart.low < 1 < apart.high:
        return []
    return [
        f"it rocked at {before.frequency_hz.value:.2f} Hz before and at "
        f"{after.frequency_hz.value:.2f} Hz after, which no bar does at these leans: one log is "
        "another vehicle's"
    ]


def _own(told: Told) -> Interval:
    assert told.frequency_hz is not None
    hertz, gradient = told.frequency_hz, told.gradient
    return Interval(
        gradient.value * hertz.value**2, gradient.low * hertz.low**2, gradient.high * hertz.high**2
    )


def _settling(before: Told, after: Told) -> Interval | None:
    rests = [_rests(one) for one in (before, after)]
    if rests[0] is None or rests[1] is None:
        return None
    return rests[0].over(rests[1])


def _rests(told: Told) -> Interval | None:
    """Return ζ·f, what the time to rest is one over."""
    if told.frequency_hz is None or told.damping_ratio is None:
        return None
    hertz, ratio = told.frequency_hz, told.damping_ratio
    sure = ratio.times(hertz.value)
    return sure.with_unsure((hertz.high - hertz.low) / 2 * ratio.value)


def _swings(before: Told, after: Told) -> list[int] | None:
    if before.damping_ratio is None or after.damping_ratio is None:
        return None
    return [swings_of(one.damping_ratio.value) for one in (before, after) if one.damping_ratio]


def swings_of(damping_ratio: float) -> int:
    """Return the swings past centre above a tenth of the first lean.

    Parameters
    ----------
    damping_ratio : float
        Of critical, below 1.
    """
    ratio = np.array([min(damping_ratio, 0.99)])
    return int(Rocking(np.ones(1), ratio).swings[0])
