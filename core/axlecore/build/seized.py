"""A fastener that will not come: the ways to free it, gentlest first, before it snaps."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from axlecore.build import cautions
from axlecore.build.steps import Hours, Records, Step, UsedUp
from axlecore.errors import InputError
from axlecore.quantities.measure import Record


class Freeing(StrEnum):
    """Ways to free a fastener, gentlest first."""

    SOAK = "soak"
    WORK = "work it back and forth"
    HEAT = "heat"
    CUT = "cut"


class Burns(StrEnum):
    """What is near enough to burn."""

    LINE = "brake or fuel line"
    TANK = "tank"
    BUSHING = "bushing that stays"
    UNDERCOAT = "undercoat"
    WIRING = "wiring"


@dataclass(frozen=True)
class _Way:
    says: str
    hours: Hours
    uses: tuple[UsedUp, ...]
    cautions: tuple[str, ...]


#: What each way is and takes; workshop practice, until the shop's own record.
_WAYS: Mapping[Freeing, _Way] = {
    Freeing.SOAK: _Way(
        "Brush both ends, soak them, wait a quarter of an hour, and soak again.",
        (0.15, 0.3, 0.6),
        (UsedUp("penetrating oil"),),
        (cautions.EYES,),
    ),
    Freeing.WORK: _Way(
        "A little tighter first, then back and forth by hand, oil at each turn.",
        (0.1, 0.3, 0.8),
        (),
        (cautions.EYES,),
    ),
    Freeing.HEAT: _Way(
        "Warm the nut, not the bolt, until oil smokes on it; turn it while it is hot.",
        (0.2, 0.4, 0.8),
        (UsedUp("gas for the torch"),),
        (cautions.HEAT, cautions.EYES),
    ),
    Freeing.CUT: _Way(
        "Cut it: the nut split along, or the bolt through; a new one goes in.",
        (0.3, 0.6, 1.2),
        (UsedUp("cutting disc"), UsedUp("bolt and nut of its size and grade")),
        (cautions.EYES,),
    ),
}


@dataclass(frozen=True)
class WayToFree(Record):
    """One way to free a fastener, as it stands here.

    Attributes
    ----------
    way : Freeing
        Which.
    says : str
        How it is done.
    possible : bool
        It can be done here.
    why_not : str
        Why it cannot; empty where it can.
    hours : tuple of three float
        Quick, usual and slow [h].
    """

    way: Freeing
    says: str
    possible: bool
    why_not: str
    hours: Hours


@dataclass(frozen=True)
class SeizedBolt(Record):
    """An old fastener that does not come free.

    Attributes
    ----------
    step : str
        Key of the step that undoes it.
    size : str
        Such as ``M10x1.5``.
    near : tuple of Burns
        What a flame would burn.
    tried : tuple of Freeing
        What did not free it.
    """

    step: str
    size: str
    near: tuple[Burns, ...] = ()
    tried: tuple[Freeing, ...] = ()

    def __post_init__(self) -> None:
        if not self.size.strip() or len(self.size) > 20:
            raise InputError("size", "Write its size in at most 20 characters, such as M10x1.5.")

    @property
    def ladder(self) -> list[WayToFree]:
        """Its ways out, gentlest first; cutting is always one."""
        return [
            WayToFree(way, one.says, not why_not, why_not, one.hours)
            for way, one in _WAYS.items()
            for why_not in (self._why_not(way),)
        ]

    def _why_not(self, way: Freeing) -> str:
        if way is Freeing.HEAT and self.near:
            return f"No flame here: {', '.join(self.near)} near."
        return ""

    @property
    def next(self) -> WayToFree:
        """The gentlest that can be done here and was not tried; cutting where all were."""
        ladder = self.ladder
        return next(
            (one for one in ladder if one.possible and one.way not in self.tried), ladder[-1]
        )


def with_freeing(steps: Sequence[Step], seized: Sequence[SeizedBolt]) -> list[Step]:
    """Return steps with those that free what does not come, each before what undoes it.

    Parameters
    ----------
    steps : sequence of Step
        As derived.
    seized : sequence of SeizedBolt
        Of the job.
    """
    found = {step.key: step for step in steps}
    for number, bolt in enumerate(seized):
        stuck = found.get(bolt.step)
        if stuck is None:
            continue
        way, key = bolt.next, f"{bolt.step}.seized.{number}"
        told = _WAYS[way.way]
        found[key] = Step(
            key=key,
            what=way.says,
            why=f"{bolt.size} is seized at “{stuck.what.rstrip('.')}”; next: {way.way}",
            state=stuck.state,
            axle=stuck.axle,
            side=stuck.side,
            after=stuck.after,
            hours=way.hours,
            uses=told.uses,
            cautions=told.cautions,
            records=(Records.PHOTO,) if way.way is Freeing.CUT else (Records.TICK,),
            spot=stuck.spot,
        )
        found[bolt.step] = replace(found[bolt.step], after=(*found[bolt.step].after, key))
    return list(found.values())
