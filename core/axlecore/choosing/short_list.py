"""What each bar of a rack would do on one axle, the other axle as chosen."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from axlecore.choosing.sets import Candidate, sets_of
from axlecore.errors import InputError
from axlecore.quantities.measure import Record
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.ends import INDEX_OF_END, End
from axlecore.vehicle.rig import Action, Joints, SetUp, Vehicle


@dataclass(frozen=True)
class Outcome(Record):
    """What one bar would do.

    Attributes
    ----------
    rate_n_per_m : float
        Bar rate at the bar's end [N/m].
    lean_rad, wind_lean_rad : list of float
        In the reference bend and the reference wind, one a load state [rad].
    front_share : list of float
        Front axle's share of load transfer in a bend, one a load state.
    """

    rate_n_per_m: float
    lean_rad: list[float]
    wind_lean_rad: list[float]
    front_share: list[float]


def as_chosen(set_up: SetUp, end: End) -> Candidate:
    """Return what is chosen at one end as a candidate.

    Parameters
    ----------
    set_up : SetUp
        What is chosen.
    end : End
        Front or rear.
    """
    choice, renews = set_up.of_end(end), set_up.joints(end) is Joints.RENEWED
    if choice is None:
        return Candidate("as chosen", renews=renews)
    return Candidate("as chosen", choice.action, choice.fitted, renews=renews)


def short_list(
    vehicle: Vehicle, set_up: SetUp, end: End, action: Action, fitted: Sequence[FittedBar]
) -> list[Outcome]:
    """Return what each bar would do on one axle, the other axle as chosen.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen so far: the other axle stays, and so do renewed joints of this one.
    end : End
        Front or rear.
    action : Action
        What would be done with the bar.
    fitted : sequence of FittedBar
        Candidates, each with its hole and motion ratio.

    Returns
    -------
    list of Outcome
        One a bar, in the same order: the same figures as once it is chosen.

    Raises
    ------
    InputError
        ``action`` does not suit the axle.
    UnstableError
        The vehicle tips over by itself.
    """
    if (vehicle.of_end(end).standard_bar is None) != (action is Action.NEW):
        raise InputError("action", f"“{action}” does not suit the {end} axle.")
    if not fitted:
        return []
    renews = set_up.joints(end) is Joints.RENEWED
    tried = [Candidate(str(at), action, one, renews=renews) for at, one in enumerate(fitted)]
    other = [as_chosen(set_up, End.REAR if end is End.FRONT else End.FRONT)]
    front, rear = (tried, other) if end is End.FRONT else (other, tried)
    sets = sets_of(vehicle, front, rear)
    figures, rates = sets.figures(), sets.options[INDEX_OF_END[end]].roll.chosen.rate_n_per_m
    return [
        Outcome(
            rate_n_per_m=float(rates[row]),
            lean_rad=figures.lean[row].tolist(),
            wind_lean_rad=figures.wind[row].tolist(),
            front_share=figures.share[row].tolist(),
        )
        for row in range(len(fitted))
    ]
