"""What an owner takes along: what was wrong, what was done, what it did, and when to come back."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from datetime import date

from axlecore.aftercare.outside import OutsideState, OutsideWork
from axlecore.aftercare.recheck import Visit, in_words
from axlecore.lean.evaluate import REFERENCE_BEND_M_S2
from axlecore.quantities.measure import Record
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.intervals import Interval

#: No bar changes these, and every owner is told so.
UNCHANGED = (
    "The ratings on the plate: no bar raises what an axle, a tyre or the vehicle may carry.",
    "The push of side wind and passing trucks: the same force, the body only leans less under it.",
    "The steering, the tyres' grip and the brakes.",
)
#: What an owner has to know before driving.
LIMITS = (
    "Drive as before until you are used to it: it leans less, so it warns you less.",
    "Stability aids were set up by the vehicle's maker and were not changed or calibrated here.",
    "One wheel over a bump is felt on the other side more than before.",
)
#: What to listen for, and what it may mean.
LISTEN_FOR = (
    "A squeak over slow bumps: a bushing wants grease. It does no harm; come by.",
    "A clunk or knock: a joint may have settled. Come soon; drive gently until then.",
    "A hum, a smell of gas or heat under the floor: do not drive on; call us.",
    "Pulling to one side, or leaning at rest: come by and we measure it again.",
)


@dataclass(frozen=True)
class OwnerLean(Record):
    """How far it leans in a bend, before and after.

    Attributes
    ----------
    bend_m_s2 : float
        How sharp the bend is [m/s²].
    predicted_before, predicted_after : Interval
        By the sheet [°], each with its 95 % band.
    measured_before, measured_after : Interval or None
        On the road [°]; None where no run tells it.
    """

    bend_m_s2: float
    predicted_before: Interval
    predicted_after: Interval
    measured_before: Interval | None
    measured_after: Interval | None


@dataclass(frozen=True)
class OwnerLater(Record):
    """Something that was left for later.

    Attributes
    ----------
    what : str
        What.
    gain : float or None
        How much less it would lean, as a part of now; None where nobody worked it out.
    price : float or None
        Of its hours, in the shop's money; None where nobody knows.
    parts : bool
        Whether parts come on top.
    """

    what: str
    gain: float | None = None
    price: float | None = None
    parts: bool = False

    @property
    def gain_percent(self) -> int | None:
        """How much less it would lean, in whole per cent."""
        return None if self.gain is None else round(100 * self.gain)


@dataclass(frozen=True)
class OwnerReport(Record):
    """A job as its vehicle's owner reads it.

    Attributes
    ----------
    vehicle, shop : str
        Whose, and where.
    handed_on : date
        The day.
    complaint : str
        In the owner's own words.
    found, fitted, outside, left_off : list of str
        What was seen, what was done, what others did, and what was not put back and why.
    lean : OwnerLean or None
        Before and after; None where a job changes nothing of it.
    says : str
        What that comes to, in a sentence.
    felt : list of str
        What driver and passenger felt, before and after.
    unchanged, limits, listen_for : list of str
        What did not change and why, what holds, what to listen for.
    visits : list of str
        When to come back.
    later : list of OwnerLater
        What was left for later.
    currency : str
        Of the prices.
    """

    vehicle: str
    shop: str
    handed_on: date
    complaint: str
    found: list[str]
    fitted: list[str]
    outside: list[str]
    left_off: list[str]
    lean: OwnerLean | None
    says: str
    felt: list[str] = field(default_factory=list)
    unchanged: list[str] = field(default_factory=lambda: list(UNCHANGED))
    limits: list[str] = field(default_factory=lambda: list(LIMITS))
    listen_for: list[str] = field(default_factory=lambda: list(LISTEN_FOR))
    visits: list[str] = field(default_factory=list)
    later: list[OwnerLater] = field(default_factory=list)
    currency: str = ""


def owner_lean(
    predicted_before: Interval,
    predicted_after: Interval,
    measured_before: Interval | None,
    measured_after: Interval | None,
) -> OwnerLean:
    """Return lean in the reference bend out of roll gradients.

    Parameters
    ----------
    predicted_before, predicted_after : Interval
        By the sheet [°/g].
    measured_before, measured_after : Interval or None
        On the road [°/g].
    """
    part = REFERENCE_BEND_M_S2 / GRAVITY_M_S2

    def there(one: Interval | None) -> Interval | None:
        return None if one is None else one.times(part)

    return OwnerLean(
        REFERENCE_BEND_M_S2,
        predicted_before.times(part),
        predicted_after.times(part),
        there(measured_before),
        there(measured_after),
    )


def in_a_sentence(lean: OwnerLean) -> str:
    """Return what before and after come to: measured where both were, else predicted.

    Parameters
    ----------
    lean : OwnerLean
        Before and after.
    """
    before, after, known = lean.measured_before, lean.measured_after, "measured on the road"
    if before is None or after is None:
        before, after = lean.predicted_before, lean.predicted_after
        known = "by calculation; no run measured both"
    less = 1 - after.value / before.value
    way = "less" if less >= 0 else "more"
    return (
        f"In a brisk bend it leaned {before.value:.1f}° and leans {after.value:.1f}° now: "
        f"{100 * abs(less):.0f} % {way}, {known}."
    )


def outside_sentences(works: Iterable[OutsideWork]) -> list[str]:
    """Return what others did, in sentences.

    Parameters
    ----------
    works : iterable of OutsideWork
        As it stands.
    """
    return [
        f"{one.what.rstrip('.')}: {one.who or one.trade}, {one.state}"
        + (f", {one.paper}" if one.paper else "")
        + "."
        for one in works
        if one.state is not OutsideState.WANTED
    ]


def visit_sentences(visits: Sequence[Visit]) -> list[str]:
    """Return when to come back, in sentences.

    Parameters
    ----------
    visits : sequence of Visit
        As planned.
    """
    return [in_words(one) for one in visits]
