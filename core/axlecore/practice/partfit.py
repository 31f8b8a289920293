"""Whether a part of the rack is for this vehicle, with every reason."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from enum import StrEnum

from axlecore.practice.look import CrossmemberSeen, LookOver, TubeFacts, TubeShape
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import kg, mm, stated_quantity
from axlecore.quantities.units import Dimension
from axlecore.racks.parts import Crossmember, MountNeed, RackPart, TubeNeed
from axlecore.vehicle.axle import Axle
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Vehicle

#: Eyes this much further apart than the links' own places need another hole or bracket [m].
_EYE_SLACK_M = 0.08
#: A bar that is heavier is not held overhead by one person [kg]; the lowest reference mass of
#: ISO 11228-1 for lifting.
ONE_PERSON_KG = 15.0


class Fit(StrEnum):
    """How a part suits a vehicle, best first."""

    FITS = "fits"
    WORK = "work"
    NO = "no"


_WORST_LAST = list(Fit)


@dataclass(frozen=True)
class FitReason(Record):
    """One thing that decides whether a part fits.

    Attributes
    ----------
    fit : Fit
        What it comes to.
    text : str
        The reason with its numbers.
    place : str
        Path of what would change it; empty where nothing on the vehicle would.
    """

    fit: Fit
    text: str
    place: str = ""


@dataclass(frozen=True)
class FitVerdict(Record):
    """Whether a part is for this vehicle.

    Attributes
    ----------
    fit : Fit
        The worst of its reasons.
    reasons : list of FitReason
        Worst first; empty where everything the sheet asks for is met.
    """

    fit: Fit
    reasons: list[FitReason]


@dataclass(frozen=True)
class _Case:
    part: RackPart
    vehicle: Vehicle
    end: End
    axle: Axle
    tube: TubeFacts
    look: LookOver


def _mm(value: float) -> str:
    return stated_quantity(value, Dimension.SMALL_LENGTH, 1e-4)


def _tape(value: float) -> str:
    return stated_quantity(value, Dimension.LENGTH, 1e-3)


def _axle(case: _Case) -> Iterator[FitReason]:
    made = case.part.fits.axle
    if not made.covers(case.end):
        yield FitReason(Fit.NO, f"It is made for the {made} axle.")


def _weight(case: _Case) -> Iterator[FitReason]:
    fits, name = case.part.fits, case.end
    load = case.vehicle.heaviest_kg(name)
    if fits.axle_load_from_kg <= load <= fits.axle_load_to_kg:
        return
    side = "lighter" if load > fits.axle_load_to_kg else "heavier"
    variant = f" ({fits.variant})" if fits.variant else ""
    at = max(
        range(len(case.vehicle.load_states)),
        key=lambda i: case.vehicle.load_states[i].axle_kg(name),
    )
    yield FitReason(
        Fit.NO,
        f"Wrong weight variant{variant}: made for "
        f"{kg(fits.axle_load_from_kg, fits.axle_load_to_kg):.0f}, a {side} axle "
        f"than this one, which carries {kg(load):.0f}. Its brackets and lower mounts are "
        "others too.",
        f"load_states.{at}.{case.vehicle.load_states[at].axle_place(name)}",
    )


def _tube(case: _Case) -> Iterator[FitReason]:
    low, high = case.part.fits.tube_from_m, case.part.fits.tube_to_m
    if low is None or high is None:
        return
    place, read = f"{case.end}_tube.diameter_m", case.tube.diameter_m
    asked = f"saddles for a tube of {_mm(low)} to {_mm(high)}"
    if read is None:
        yield FitReason(Fit.WORK, f"It has {asked}; the axle tube is not read yet.", place)
    elif not low <= read.value <= high:
        yield FitReason(
            Fit.NO,
            f"It has {asked}; this tube measures {_mm(read.value)}. Another bracket set "
            "may be had.",
            place,
        )


def _tube_shape(case: _Case) -> Iterator[FitReason]:
    need, shape = case.part.fits.tube_shape, case.tube.shape
    if need is TubeNeed.ANY or shape is TubeShape.UNSEEN:
        return
    if need.value != shape.value:
        yield FitReason(
            Fit.NO,
            f"Its saddles are for a {need} tube; this one is {shape}.",
            f"{case.end}_tube.shape",
        )


def _lift(case: _Case) -> Iterator[FitReason]:
    low, high = case.part.fits.lift_from_m, case.part.fits.lift_to_m
    lift = 0.0 if case.axle.lift_m is None else case.axle.lift_m.value
    if low is None or high is None or low <= lift <= high:
        return
    yield FitReason(
        Fit.WORK,
        f"Its links are for {mm(low, high):+.0f} of lift; this axle stands "
        f"at {mm(lift):+.0f}. Other links are needed.",
        f"{case.end}.lift_m",
    )


def _crossmember(case: _Case) -> Iterator[FitReason]:
    need, seen = case.part.fits.crossmember, case.look.crossmember
    if need is not Crossmember.ANY:
        yield from _decided(
            need.value,
            seen.value,
            "no crossmember" if need is Crossmember.NONE else f"a {need} crossmember",
            "no crossmember" if seen is CrossmemberSeen.NONE else f"a {seen} one",
            "crossmember",
        )


def _shock_mount(case: _Case) -> Iterator[FitReason]:
    need, seen = case.part.fits.shock_mount, case.look.shock_mount(case.end)
    if need is not MountNeed.ANY:
        yield from _decided(
            need.value,
            seen.value,
            f"lower shock mounts with {need}",
            f"{seen}",
            f"{case.end}_shock_mount",
        )


def _decided(need: str, seen: str, asked: str, there: str, place: str) -> Iterator[FitReason]:
    """A question of a kit's sheet that the look-over answers, or has not yet."""
    if seen == "unseen":
        text = f"Its sheet asks for {asked} at the axle: look before ordering."
        yield FitReason(Fit.WORK, text, place)
    elif seen != need:
        text = f"Its sheet asks for {asked}; this vehicle has {there}. Take the other variant."
        yield FitReason(Fit.NO, text, place)


def _eyes(case: _Case) -> Iterator[FitReason]:
    spacing, bar = case.axle.link_spacing_m, case.part.bar
    if bar is None:
        return
    apart = bar.centre_line_m[-1][1] - bar.centre_line_m[0][1]
    if apart > case.axle.track_m.value - 0.2:
        yield FitReason(
            Fit.NO,
            f"Its eyes are {_tape(apart)} apart and would stand in the tyres: the track is "
            f"{_tape(case.axle.track_m.value)}.",
            f"{case.end}.track_m",
        )
    elif spacing is not None and abs(apart - spacing.value) > _EYE_SLACK_M:
        yield FitReason(
            Fit.WORK,
            f"Its eyes are {_tape(apart)} apart, the links stand at "
            f"{_tape(spacing.value)}: other upper brackets are needed.",
            f"{case.end}.link_spacing_m",
        )


def _drilling(case: _Case) -> Iterator[FitReason]:
    if case.part.holes_drilled:
        yield FitReason(
            Fit.WORK,
            f"{case.part.holes_drilled} holes are drilled. The chassis maker's rules "
            "come first; flanges of heat-treated frames are not drilled.",
        )


#: What comes off or apart for a part, and what that asks for.
_TAKEN_APART: tuple[tuple[Callable[[RackPart], bool], str], ...] = (
    (
        lambda part: part.u_bolts_off,
        "The springs' U-bolts come off: they locate the axle, which must be held, "
        "and new ones are torqued again after a short drive.",
    ),
    (
        lambda part: part.cradle_lowered,
        "The cradle is lowered, held by a jack before its last bolt: watch the steering joint, "
        "hoses and wires.",
    ),
    (
        lambda part: part.drive_shaft_off,
        "The drive shaft comes off: parking brake and chocks first, its flange marked, so that it "
        "goes back in its phase.",
    ),
    (
        lambda part: part.exhaust_opened,
        "The exhaust is opened: it is closed and checked for leaks before the vehicle drives.",
    ),
    (
        lambda part: part.alignment_due,
        "An alignment technician aligns the wheels before it goes on the road.",
    ),
)


def _taken_apart(case: _Case) -> Iterator[FitReason]:
    for applies, text in _TAKEN_APART:
        if applies(case.part):
            yield FitReason(Fit.WORK, text)


def _weight_of_bar(case: _Case) -> Iterator[FitReason]:
    mass = case.part.bar_kg
    if mass is not None and mass > ONE_PERSON_KG:
        yield FitReason(
            Fit.WORK, f"Its bar weighs {kg(mass):.0f}: a second person, or a support under it."
        )


_RULES: tuple[Callable[[_Case], Iterator[FitReason]], ...] = (
    _axle,
    _weight,
    _tube,
    _tube_shape,
    _lift,
    _crossmember,
    _shock_mount,
    _eyes,
    _drilling,
    _taken_apart,
    _weight_of_bar,
)


def part_fit(part: RackPart, vehicle: Vehicle, look: LookOver, end: End) -> FitVerdict:
    """Return whether a part is for an axle of this vehicle.

    Parameters
    ----------
    part : RackPart
        From the racks.
    vehicle : Vehicle
        The measured sheet.
    look : LookOver
        What was seen, for the axle tube.
    end : End
        Front or rear.

    Returns
    -------
    FitVerdict
        With every reason, worst first.

    Raises
    ------
    InputError
        ``axle`` is neither.
    """
    axle = vehicle.of_end(end)
    case = _Case(part, vehicle, end, axle, look.tube(end), look)
    reasons = [reason for rule in _RULES for reason in rule(case)]
    reasons.sort(key=lambda reason: -_WORST_LAST.index(reason.fit))
    return FitVerdict(reasons[0].fit if reasons else Fit.FITS, reasons)
