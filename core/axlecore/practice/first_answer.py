"""An answer in two minutes: two axle loads, a caliper on the bars, and the vehicle's kind."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum

from axlecore.choosing.ranking import Ranking
from axlecore.errors import InputError, SeveralInputsError
from axlecore.lean.uncertainty import certainty
from axlecore.practice.classes import ClassSprings, class_vehicle
from axlecore.quantities.entry import enter, fit_part
from axlecore.quantities.measure import Known, Measured, Record
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigKind, SetUp, Vehicle

#: Bore of a tube nobody has weighed, as a part of its outside diameter, and its half width:
#: walls of bars made as tubes run from an eighth to a fifth of the diameter.
_USUAL_BORE, _BORE_BAND = 0.68, 0.08
#: Drivers of the band that are named.
_NAMED = 2
#: Sets that are worth a first look.
_WORTH_A_LOOK = 3


class BarSeen(StrEnum):
    """What was seen of an axle's bar before anything is measured."""

    NOT_LOOKED = "not looked"
    SOLID = "solid"
    HOLLOW = "hollow"
    NONE = "no bar there"


#: A made-up motorhome to try things on: its numbers are marked as simulated for ever.
PRACTICE_VEHICLE: tuple[tuple[str, str, Known, bool], ...] = tuple(
    (place, typed, known, True)
    for place, typed, known in (
        ("load_states.0.front_left_kg", "1490 kg", Known.MEASURED),
        ("load_states.0.front_right_kg", "1530 kg", Known.MEASURED),
        ("load_states.0.rear_left_kg", "3180 kg", Known.MEASURED),
        ("load_states.0.rear_right_kg", "3240 kg", Known.MEASURED),
        ("load_states.0.centre_of_gravity_height_m", "1310 mm", Known.MEASURED),
        ("wheelbase_m", "5280 mm", Known.MEASURED),
        ("front.track_m", "1905 mm", Known.MEASURED),
        ("rear.track_m", "1845 mm", Known.MEASURED),
        ("front.rating_kg", "3630 kg", Known.PLATE),
        ("rear.rating_kg", "7040 kg", Known.PLATE),
        ("rating_kg", "10400 kg", Known.PLATE),
        ("front.standard_bar.bar.outside_diameter_m", "31.7 mm", Known.MEASURED),
        ("rear.standard_bar.bar.outside_diameter_m", "31.9 mm", Known.MEASURED),
    )
)


@dataclass(frozen=True)
class Driver(Record):
    """A number that makes the band wide.

    Attributes
    ----------
    place, label : str
        Path of the number and the trade's name for it.
    share : float
        What its band does to the lean, as a part of it.
    """

    place: str
    label: str
    share: float


@dataclass(frozen=True)
class FirstSet(Record):
    """A set worth a look.

    Attributes
    ----------
    front, rear : str
        What is done at each axle, as the ranking names it.
    lean_rad : float
        In the reference bend with it [rad].
    price, days : float
        Parts and hours in the shop's money; until it is here.
    failed : list of str
        What it fails of what is usually aimed at; empty where it meets all.
    """

    front: str
    rear: str
    lean_rad: float
    price: float
    days: float
    failed: list[str]


@dataclass(frozen=True)
class FirstAnswer(Record):
    """What two weights and a caliper say.

    Attributes
    ----------
    lean_rad, low_rad, high_rad : float
        In the reference bend as it stands, and its band [rad].
    drivers : list of Driver
        Numbers that make the band wide, most first.
    unseen : list of End
        Ends at which nobody has looked whether there is a bar.
    sets : list of FirstSet
        Worth a look, cheapest first.
    why : str
        What the ranking says of the first of them.
    """

    lean_rad: float
    low_rad: float
    high_rad: float
    drivers: list[Driver]
    unseen: list[End]
    sets: list[FirstSet]
    why: str


def taken_in(
    kind: RigKind,
    entries: Iterable[tuple[str, str, Known, bool]],
    bars: Mapping[End, BarSeen] | None = None,
    springs: ClassSprings | None = None,
) -> Vehicle:
    """Return a vehicle as it is taken in: its class's defaults, corrected by what was entered.

    Parameters
    ----------
    kind : RigKind
        Which kind.
    entries : iterable of (place, typed, known, simulated)
        What was entered on its sheet.
    bars : mapping of End to BarSeen, or None
        What was seen of the bars.
    springs : ClassSprings or None
        What a shop's own record makes of the class's springs.

    Raises
    ------
    SeveralInputsError
        Names every field that cannot be read, not only the first.
    """
    bars = bars or {}
    gone = [[end, "standard_bar"] for end, seen in bars.items() if seen is BarSeen.NONE]
    vehicle, wrong = class_vehicle(kind, springs), []
    for entry in entries:
        # What stood in the field of a bar that is not there says nothing.
        if entry[0].split(".")[:2] in gone:
            continue
        try:
            vehicle = enter(vehicle, *entry)
        except InputError as error:
            wrong.append(error)
    if wrong:
        raise SeveralInputsError(wrong)
    for end, seen in bars.items():
        vehicle = _with_bar_seen(vehicle, end, seen)
    return vehicle


def _with_bar_seen(vehicle: Vehicle, end: End, seen: BarSeen) -> Vehicle:
    standing = vehicle.of_end(end).standard_bar
    if standing is None or seen is BarSeen.NOT_LOOKED:
        return vehicle
    if seen is BarSeen.NONE:
        return fit_part(vehicle, f"{end}.standard_bar", None)
    outside = standing.bar.outside_diameter_m.value
    bore = Measured(0.0, Known.MEASURED, 0.0, "solid")
    if seen is BarSeen.HOLLOW:
        bore = Measured(
            _USUAL_BORE * outside, Known.ESTIMATED, _BORE_BAND * outside, "hollow, not weighed"
        )
    bar = replace(standing.bar, bore_m=bore)
    return fit_part(vehicle, f"{end}.standard_bar", replace(standing, bar=bar))


def first_answer(
    vehicle: Vehicle, bars: Mapping[End, BarSeen], ranking: Ranking, state: int
) -> FirstAnswer:
    """Return what the first numbers say of a vehicle.

    Parameters
    ----------
    vehicle : Vehicle
        As it is taken in.
    bars : mapping of End to BarSeen
        What was seen of its bars; an end left out was not looked at.
    ranking : Ranking
        Of the racks' sets for it.
    state : int
        Index of the load state, in which it is ranked.

    Raises
    ------
    UnstableError
        The vehicle tips over by itself.

    Notes
    -----
    Where nobody has looked for a bar, the band reaches to the lean without one.
    """
    key = vehicle.load_states[state].key
    now = certainty(vehicle, SetUp(), key)
    unseen = [
        end
        for end in End
        if bars.get(end, BarSeen.NOT_LOOKED) is BarSeen.NOT_LOOKED
        and vehicle.of_end(end).standard_bar is not None
    ]
    high = now.lean_rad + now.band_rad
    without = vehicle
    for end in unseen:
        without = fit_part(without, f"{end}.standard_bar", None)
    if unseen:
        bare = certainty(without, SetUp(), key)
        high = max(high, bare.lean_rad + bare.band_rad)
    return FirstAnswer(
        lean_rad=now.lean_rad,
        low_rad=max(now.lean_rad - now.band_rad, 0.0),
        high_rad=high,
        drivers=[Driver(cost.place, cost.label, cost.share) for cost in now.costs[:_NAMED]],
        unseen=unseen,
        sets=_worth_a_look(ranking, state),
        why=ranking.why,
    )


def _worth_a_look(ranking: Ranking, state: int) -> list[FirstSet]:
    """The best, and sets no other beats in lean, balance and price, each of other parts."""
    found: dict[tuple[float, float], FirstSet] = {}
    for place, one in enumerate(ranking.sets):
        bought = (one.price, one.days)
        # The same parts in another hole are the same purchase; the first is the best of them.
        if bought not in found and (place == 0 or one.undominated):
            lean = one.lean_rad[state]
            found[bought] = FirstSet(one.front, one.rear, lean, one.price, one.days, one.failed)
    return list(found.values())[:_WORTH_A_LOOK]
