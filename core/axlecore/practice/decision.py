"""A choice as it was made: by which figures, and whether it still holds."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from axlecore import __version__
from axlecore.lean.evaluate import Evaluation
from axlecore.lean.uncertainty import certainty
from axlecore.practice.finding import Finding, Kind, Topic
from axlecore.practice.target import Target, misses
from axlecore.quantities.measure import Record
from axlecore.vehicle.loads import LOAD_NAMES, LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle

#: Where nobody knows the band a lean may move by this before it is said [rad].
_LEAST_MOVE_RAD = math.radians(0.1)


@dataclass(frozen=True)
class DecidedState(Record):
    """Figures of one load state when the choice was made.

    Attributes
    ----------
    key : LoadKey
        Which state.
    lean_before_rad, lean_rad, band_rad : float
        In the reference bend, as it stood and as chosen, and the half width of its band [rad].
    wind_lean_before_rad, wind_lean_rad : float
        In the reference wind [rad].
    share_before, share : float
        The front's share of load transfer.
    """

    key: LoadKey
    lean_before_rad: float
    lean_rad: float
    band_rad: float
    wind_lean_before_rad: float
    wind_lean_rad: float
    share_before: float
    share: float


@dataclass(frozen=True)
class Decision(Record):
    """What was chosen, and what it was chosen by.

    Attributes
    ----------
    core_version : str
        Version of this package that worked out it.
    set_up : SetUp
        What was chosen.
    target : Target
        What was aimed at.
    states : tuple of DecidedState
        What was promised.
    price : float or None
        Of parts and hours then, in the shop's money; None where a part is on no rack.
    missed : tuple of str
        What of the target it did not meet.
    """

    core_version: str
    set_up: SetUp
    target: Target
    states: tuple[DecidedState, ...]
    price: float | None = None
    missed: tuple[str, ...] = ()


def decide(
    vehicle: Vehicle, set_up: SetUp, target: Target, evaluation: Evaluation, price: float | None
) -> Decision:
    """Return a choice with its figures, to be kept.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    target : Target
        What is aimed at.
    evaluation : Evaluation
        Of that choice.
    price : float or None
        Of parts and hours, in the shop's money.
    """
    return Decision(
        core_version=__version__,
        set_up=set_up,
        target=target,
        price=price,
        missed=tuple(miss.text for miss in misses(target, evaluation)),
        states=tuple(
            DecidedState(
                key=state.key,
                lean_before_rad=state.before.reference_lean_rad,
                lean_rad=state.after.reference_lean_rad,
                band_rad=certainty(vehicle, set_up, state.key).band_rad,
                wind_lean_before_rad=state.before.reference_wind_lean_rad,
                wind_lean_rad=state.after.reference_wind_lean_rad,
                share_before=state.before.front_share,
                share=state.after.front_share,
            )
            for state in evaluation.states
        ),
    )


def decision_findings(decision: Decision, set_up: SetUp, evaluation: Evaluation) -> list[Finding]:
    """Return what no longer holds of a decision.

    Parameters
    ----------
    decision : Decision
        As it was made.
    set_up : SetUp
        What is chosen now.
    evaluation : Evaluation
        What comes out now.

    Returns
    -------
    list of Finding
        Empty while it holds: the same parts, every lean within its band, no target newly missed.
    """
    if set_up != decision.set_up:
        return [
            Finding(
                "decision_other_parts",
                Kind.WATCH,
                "What is chosen is not what was decided.",
                "Parts, holes or joints were changed after the decision was recorded.",
                "Record the choice again, or take the change back.",
                "the decided set-up and the present one differ",
                "decision",
                topic=Topic.DECISION,
            )
        ]
    return [*_moved(decision, evaluation), *_newly_missed(decision, evaluation)]


def _moved(decision: Decision, evaluation: Evaluation) -> Iterator[Finding]:
    now = {state.key: state for state in evaluation.states}
    for then in decision.states:
        if then.key not in now:
            continue
        lean = now[then.key].after.reference_lean_rad
        band = max(then.band_rad, _LEAST_MOVE_RAD)
        if abs(lean - then.lean_rad) > band:
            yield Finding(
                "decision_moved",
                Kind.FIX,
                "The decision no longer holds: the numbers behind it have changed.",
                f"Decided by {math.degrees(then.lean_rad):.1f}° at 0.3 g {LOAD_NAMES[then.key]}; "
                f"with today's measurements it comes to {math.degrees(lean):.1f}°, more than its "
                f"band of ± {math.degrees(band):.1f}°.",
                "Look at the ranking again, and record the choice anew.",
                f"|{math.degrees(lean):.2f}° − {math.degrees(then.lean_rad):.2f}°| > "
                f"{math.degrees(band):.2f}°",
                "decision",
                then.key,
                Topic.DECISION,
            )


def _newly_missed(decision: Decision, evaluation: Evaluation) -> Iterator[Finding]:
    # A target that was missed knowingly is no news.
    if decision.missed:
        return
    for miss in misses(decision.target, evaluation):
        yield Finding(
            "decision_misses_target",
            Kind.FIX,
            "The decision no longer meets what was aimed at.",
            f"It comes to {miss.text}; when it was made every target was met.",
            "Look at the ranking again, and record the choice anew.",
            miss.text,
            "decision",
            miss.state,
            Topic.DECISION,
        )
