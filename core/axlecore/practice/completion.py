"""What a bar needs besides itself to be bolted on, what the racks give of it, and all it costs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from axlecore.bars.bar import Bar
from axlecore.quantities.measure import Record
from axlecore.quantities.sentences import stated_quantity
from axlecore.quantities.units import Dimension
from axlecore.racks.parts import PartKind, RackPart
from axlecore.vehicle.axle import Axle
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action

#: Hours of a bar whose sheet says none.
USUAL_HOURS = 2.5
#: Hours to renew the links and bushings of one axle.
RENEWAL_HOURS = 1.5
#: A bushing whose bore differs from the bar by more is another size [m].
_BORE_SLACK_M = 0.0005
#: What holds a bar; whatever of it stays on the vehicle need not be bought.
FITTINGS = (PartKind.BRACKET, PartKind.BUSHING, PartKind.LINK)


@dataclass(frozen=True)
class Priced:
    """A part with what it costs; `id` is the caller's own.

    Attributes
    ----------
    id : int
        Given back with the option.
    part : RackPart
        The part.
    price : float
        In the shop's money.
    days : int
        Until it is here.
    """

    id: int
    part: RackPart
    price: float
    days: int


@dataclass(frozen=True)
class Rates:
    """What the shop asks for work, in its money.

    Attributes
    ----------
    labour_an_hour : float
        Its own.
    alignment, exhaust : float
        Given out: one wheel alignment, and opening and closing an exhaust.
    """

    labour_an_hour: float
    alignment: float = 0.0
    exhaust: float = 0.0


@dataclass(frozen=True)
class Besides(Record):
    """A part that a bar is bought with.

    Attributes
    ----------
    part_id : int
        The caller's own.
    part_number, maker, kind : str
        Of the part.
    price : float
        In the shop's money.
    days : int
        Until it is here.
    """

    part_id: int
    part_number: str
    maker: str
    kind: str
    price: float
    days: int


@dataclass(frozen=True)
class Completed(Record):
    """A bar or kit with everything that makes it fit.

    Attributes
    ----------
    besides : list of Besides
        Parts it is bought with.
    given_out : list of str
        Work of others that is in the price.
    lacks : list of str
        What the racks cannot give, each a reason against it.
    price, hours, days : float
        Of all of it with the labour; hours of labour; until the last of it is here.
    """

    besides: list[Besides]
    given_out: list[str]
    lacks: list[str]
    price: float
    hours: float
    days: float


def completed(
    one: Priced, action: Action, axle: Axle, end: End, fittings: Sequence[Priced], rates: Rates
) -> Completed:
    """Return a bar or kit with everything that makes it fit, and what all of it costs.

    Parameters
    ----------
    one : Priced
        A bar or a kit.
    action : Action
        What is done with its bar.
    axle : Axle
        As it stands.
    end : End
        Front or rear.
    fittings : sequence of Priced
        Brackets, bushings and links that fit the axle; of those that serve the cheapest is taken.
    rates : Rates
        What work costs.

    Notes
    -----
    A kit has all it needs. A bar in the standard one's place hangs in its brackets and links, and
    needs bushings where it is thicker or thinner. A second bar needs all three, and at the front
    brackets are made for it only in a kit.
    """
    besides, lacks = [], []
    for kind in _needed(one.part, action, axle):
        serving = [other for other in fittings if _serves(other.part, kind, one.part)]
        if serving:
            besides.append(min(serving, key=lambda other: (other.price, other.part.part_number)))
        else:
            lacks.append(f"the racks have no {_called(kind, one.part)} for the {end} axle")
    if one.part.kind is PartKind.BAR and action is Action.SUPPLEMENT and end is End.FRONT:
        lacks.append("a bare bar beside a front bar has no brackets made for it: take a kit")
    given_out = {
        "wheel alignment": rates.alignment if one.part.alignment_due else None,
        "exhaust opened and closed": rates.exhaust if one.part.exhaust_opened else None,
    }
    outside = {work: price for work, price in given_out.items() if price is not None}
    hours = (one.part.hours or USUAL_HOURS) + sum(other.part.hours for other in besides)
    parts = one.price + sum(other.price for other in besides)
    return Completed(
        besides=[_besides(other) for other in besides],
        given_out=list(outside),
        lacks=lacks,
        price=parts + hours * rates.labour_an_hour + sum(outside.values()),
        hours=hours,
        days=max([one.days, *(other.days for other in besides)]),
    )


def renewal(axle: Axle, fittings: Sequence[Priced], rates: Rates) -> Completed:
    """Return links and bushings for the bar that is there, both sides, with the labour.

    Parameters
    ----------
    axle : Axle
        With a standard bar.
    fittings : sequence of Priced
        Parts that fit the axle; the cheapest of those that serve is taken.
    rates : Rates
        What work costs.
    """
    bar = axle.standard_bar
    bought, lacks = [], []
    for kind in (PartKind.BUSHING, PartKind.LINK) if bar is not None else ():
        diameter = bar.bar.outside_diameter_m.value if bar else 0.0
        serving = [one for one in fittings if one.part.kind is kind and _holds(one.part, diameter)]
        if serving:
            bought.append(min(serving, key=lambda one: (one.price, one.part.part_number)))
        else:
            lacks.append(f"the racks have no {_sized(kind, diameter)} to renew with")
    return Completed(
        besides=[_besides(one) for one in bought],
        given_out=[],
        lacks=lacks,
        price=sum(one.price for one in bought) + RENEWAL_HOURS * rates.labour_an_hour,
        hours=RENEWAL_HOURS,
        days=max([0, *(one.days for one in bought)]),
    )


def _besides(one: Priced) -> Besides:
    part = one.part
    return Besides(one.id, part.part_number, part.maker, part.kind, one.price, one.days)


def _needed(part: RackPart, action: Action, axle: Axle) -> tuple[PartKind, ...]:
    if part.kind is PartKind.KIT:
        return ()
    if action is not Action.REPLACE:
        return FITTINGS
    old, new = axle.standard_bar, part.bar
    assert new is not None
    same = old is not None and abs(_diameter(new) - _diameter(old.bar)) <= _BORE_SLACK_M
    return () if same else (PartKind.BUSHING,)


def _diameter(bar: Bar) -> float:
    return bar.outside_diameter_m.value


def _serves(other: RackPart, kind: PartKind, part: RackPart) -> bool:
    assert part.bar is not None
    return other.kind is kind and _holds(other, _diameter(part.bar))


def _holds(part: RackPart, diameter_m: float) -> bool:
    """A bushing holds a bar of its own bore; what has no bore holds any."""
    return part.bushing is None or abs(part.bushing.bore_m.value - diameter_m) <= _BORE_SLACK_M


def _called(kind: PartKind, part: RackPart) -> str:
    assert part.bar is not None
    return _sized(kind, _diameter(part.bar))


def _sized(kind: PartKind, diameter_m: float) -> str:
    if kind is PartKind.BUSHING:
        return f"bushing of {stated_quantity(diameter_m, Dimension.SMALL_LENGTH, 1e-4)} bore"
    return kind.value
