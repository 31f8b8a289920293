"""What the job aims at: lean in the bend and the gust, and the limits it must keep to."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field

from axlecore.choosing.ranking import Wishes
from axlecore.errors import InputError
from axlecore.lean.evaluate import Evaluation
from axlecore.practice.finding import Finding, Kind
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known, Measured, Record, check_places, place
from axlecore.quantities.units import Dimension
from axlecore.vehicle.loads import LOAD_NAMES, LoadKey
from axlecore.vehicle.rig import RigKind


@dataclass(frozen=True)
class StateTarget(Record):
    """Lean aimed at in one load state.

    Attributes
    ----------
    lean_rad : Measured or None
        At most, in the reference bend [rad].
    gust_lean_rad : Measured or None
        At most, in the reference wind [rad].
    """

    lean_rad: Measured | None = place(
        "Lean in the bend", Dimension.ANGLE, 0.002, 0.5, optional=True
    )
    gust_lean_rad: Measured | None = place(
        "Lean in the gust", Dimension.ANGLE, 0.002, 0.5, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class Target(Record):
    """What the job aims at; the budget stands with the complaint, the date with the job.

    Attributes
    ----------
    states : mapping of str to StateTarget
        By load state.
    share_loss_points : Measured or None
        How far the front's share of load transfer may fall [points]; None is the usual 3.
    share_gain_points : Measured or None
        How far it may rise [points]; None is the usual 8.
    head_toss_growth : Measured or None
        How much of today's head toss a one-side bump may give; None is open.
    forecast_wind_m_s, forecast_road_m_s : Measured or None
        A day's wind and the speed driven, to be marked on the map [m/s].
    left_for_later : str
        What the owner leaves for another time.
    """

    states: Mapping[str, StateTarget] = field(default_factory=dict)
    share_loss_points: Measured | None = place(
        "Front–rear balance may fall by", Dimension.PURE, 0.0, 30.0, optional=True
    )
    share_gain_points: Measured | None = place(
        "Front–rear balance may rise by", Dimension.PURE, 0.0, 60.0, optional=True
    )
    head_toss_growth: Measured | None = place(
        "Head toss at most, times now", Dimension.PURE, 0.5, 5.0, optional=True
    )
    forecast_wind_m_s: Measured | None = place(
        "Forecast wind", Dimension.SPEED, 0.0, 40.0, optional=True
    )
    forecast_road_m_s: Measured | None = place(
        "Speed driven", Dimension.SPEED, 0.0, 40.0, optional=True
    )
    left_for_later: str = ""

    def __post_init__(self) -> None:
        check_places(self)
        unknown = set(self.states) - {key.value for key in LoadKey}
        if unknown:
            raise InputError(f"states.{sorted(unknown)[0][:20]}", "There is no such load state.")
        if len(self.left_for_later) > 400:
            raise InputError("left_for_later", "Write at most 400 characters here.")

    def of(self, key: LoadKey) -> StateTarget:
        """Target of a load state; an open one where nothing was set."""
        return self.states.get(key.value, StateTarget())


@dataclass(frozen=True)
class Suggestion(Record):
    """A starting target.

    Attributes
    ----------
    place : str
        Where it would be entered.
    typed : str
        What would be entered.
    why : str
        The reason.
    """

    place: str
    typed: str
    why: str


#: Lean in a 0.3 g bend and in the reference wind [deg], and why: the shop's experience of what
#: people stop complaining at, made up to be plausible; a start and never a promise.
_STARTS: dict[RigKind, tuple[float, float, str]] = {
    RigKind.MOTORHOME: (3.2, 1.2, "people and cupboards ride high above the axle"),
    RigKind.COACH: (3.0, 1.1, "people stand and walk in it"),
    RigKind.PICKUP: (2.0, 0.8, "it tows, and a trailer makes more of every lean"),
    RigKind.CAMPER_PICKUP: (3.2, 1.3, "the cabin stands high above a chassis made for less"),
    RigKind.WAGON: (2.4, 0.8, "the roof load is small but high"),
    RigKind.VAN: (1.8, 0.6, "it is low, and its load must not slide"),
}


def suggestions(kind: RigKind, evaluation: Evaluation) -> list[Suggestion]:
    """Return starting targets for every load state, with the reason.

    Parameters
    ----------
    kind : RigKind
        What the vehicle is.
    evaluation : Evaluation
        How it leans now.
    """
    bend, gust, why = _STARTS[kind]
    found = []
    for state in evaluation.states:
        for name, usual, now in (
            ("lean_rad", bend, state.before.reference_lean_rad),
            ("gust_lean_rad", gust, state.before.reference_wind_lean_rad),
        ):
            # Less lean than a fifth off is not felt; what is better already stays so.
            aim = min(usual, 0.8 * math.degrees(now))
            found.append(
                Suggestion(
                    f"states.{state.key}.{name}",
                    f"{aim:.1f} deg",
                    f"{kind.replace('_', ' ')}: {why}; about {usual:.1f}° is where complaints "
                    f"end. It leans {math.degrees(now):.1f}° now {LOAD_NAMES[state.key]}.",
                )
            )
    found.append(
        Suggestion("share_loss_points", "3", "more than three points and the rear lets go first")
    )
    found.append(
        Suggestion("share_gain_points", "8", "far more at the front and it pushes wide in a bend")
    )
    found.append(Suggestion("head_toss_growth", "1.25", "a quarter more is felt at every kerb"))
    return found


def wishes_of(target: Target, key: LoadKey, budget: float | None, days: float | None) -> Wishes:
    """Return a target as the limits that sets are ranked by, in one load state.

    Parameters
    ----------
    target : Target
        What the job aims at.
    key : LoadKey
        The load state.
    budget, days : float or None
        At most, for parts and hours; until the vehicle is wanted.
    """
    of_state = target.of(key)
    fall, rise = target.share_loss_points, target.share_gain_points
    return Wishes(
        state=key,
        lean_rad=_value(of_state.lean_rad),
        wind_lean_rad=_value(of_state.gust_lean_rad),
        share_loss=Wishes().share_loss if fall is None else fall.value / 100,
        share_gain=Wishes().share_gain if rise is None else rise.value / 100,
        head_toss_growth=_value(target.head_toss_growth),
        budget=budget,
        days=days,
    )


def or_suggested(
    target: Target, kind: RigKind, evaluation: Evaluation, key: LoadKey
) -> tuple[Target, bool]:
    """Return a target, with the suggested leans of a load state where nobody set one.

    Parameters
    ----------
    target : Target
        What the job aims at.
    kind : RigKind
        What the vehicle is.
    evaluation : Evaluation
        How it leans now.
    key : LoadKey
        The load state.

    Returns
    -------
    target : Target
        To be ranked by.
    suggested : bool
        Its leans are suggested; it has to be said beside what follows from them.
    """
    of_state = target.of(key)
    if of_state.lean_rad is not None or of_state.gust_lean_rad is not None:
        return target, False
    for one in suggestions(kind, evaluation):
        if one.place.startswith(f"states.{key}."):
            target = enter(target, one.place, one.typed, Known.DEFAULT)
    return target, True


def _value(found: Measured | None) -> float | None:
    return None if found is None else found.value


@dataclass(frozen=True)
class Miss(Record):
    """A target that is not met.

    Attributes
    ----------
    place : str
        Its place.
    text : str
        What is aimed at and what comes out.
    state : LoadKey
        In which load state.
    """

    place: str
    text: str
    state: LoadKey


def misses(target: Target, evaluation: Evaluation) -> list[Miss]:
    """Return what of a target the choice does not meet.

    Parameters
    ----------
    target : Target
        What the job aims at.
    evaluation : Evaluation
        With what is chosen.
    """
    found = []
    for state in evaluation.states:
        of_state = target.of(state.key)
        for name, aimed, words, lean in (
            ("lean_rad", of_state.lean_rad, "in the bend", state.after.reference_lean_rad),
            (
                "gust_lean_rad",
                of_state.gust_lean_rad,
                "in the wind",
                state.after.reference_wind_lean_rad,
            ),
        ):
            # What is shown as the same is the same: a twentieth of a degree.
            if aimed is not None and lean > aimed.value + math.radians(0.05):
                found.append(
                    Miss(
                        f"states.{state.key}.{name}",
                        f"{math.degrees(lean):.1f}° {words} {LOAD_NAMES[state.key]}, "
                        f"{math.degrees(aimed.value):.1f}° aimed at",
                        state.key,
                    )
                )
    return found


def target_findings(target: Target, evaluation: Evaluation) -> list[Finding]:
    """Return what of a target the choice misses, as findings.

    Parameters
    ----------
    target : Target
        What the job aims at.
    evaluation : Evaluation
        With what is chosen.
    """
    return [
        Finding(
            "target_missed",
            Kind.WATCH,
            "What is chosen does not reach the target.",
            f"It comes to {miss.text}.",
            "See what it would take, or aim at less and tell the owner why.",
            miss.text,
            f"target.{miss.place}",
            miss.state,
        )
        for miss in misses(target, evaluation)
    ]
