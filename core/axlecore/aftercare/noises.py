"""Noises and troubles after the work: three questions, the likely part, a check in the bay."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from axlecore.quantities.measure import Record


class Noticed(StrEnum):
    """What the owner notices."""

    SQUEAK = "squeak"
    CLUNK = "clunk"
    RATTLE = "rattle"
    HUM = "hum or smell"
    PULLS = "pulls to a side"
    LEANS = "leans at rest"
    HARSH = "harsher on one-side bumps"
    NO_BETTER = "no better than before"


class Heard(StrEnum):
    """When it is noticed."""

    SLOW_BUMPS = "slowly over bumps or a kerb"
    BENDS = "in bends"
    BRAKING = "braking or pulling away"
    STEADY = "on a steady road"
    STANDING = "standing still"


class Since(StrEnum):
    """Since when."""

    AT_ONCE = "from the first drive on"
    WEEKS = "after some weeks"
    RAIN = "in the wet, or after it dried"


@dataclass(frozen=True)
class Cause(Record):
    """What a trouble may come from.

    Attributes
    ----------
    key : str
        Its name among the others.
    part : str
        What it is.
    why : str
        Why it makes that.
    check : str
        How the bay finds out.
    """

    key: str
    part: str
    why: str
    check: str


@dataclass(frozen=True)
class Likely(Record):
    """A cause with how likely it is.

    Attributes
    ----------
    cause : Cause
        Which.
    share : float
        Of all that it may be, 0 to 1.
    here : int
        So often it was that in this shop, with this trouble.
    of : int
        Of so many with this trouble whose cause was found.
    """

    cause: Cause
    share: float
    here: int
    of: int


@dataclass(frozen=True)
class _Row:
    cause: Cause
    #: How often it is this by workshop practice, by trouble; others it does not make.
    troubles: Mapping[Noticed, float]
    #: How much likelier each answer makes it; what is not named leaves it as it is.
    when: Mapping[Heard, float]
    since: Mapping[Since, float]


_T, _H, _S = Noticed, Heard, Since

#: Workshop practice: starting values until the shop's own count outweighs them.
_ROWS: tuple[_Row, ...] = (
    _Row(
        Cause(
            "dry_bushing",
            "a dry frame bushing",
            "polyurethane on dry steel sticks and slips",
            "Wet the bushings one at a time with water: the one that falls silent is dry. "
            "Open it, clean bar and bore, grease by the bushing's material.",
        ),
        {_T.SQUEAK: 6},
        {_H.SLOW_BUMPS: 2, _H.STEADY: 0.5, _H.STANDING: 0.7},
        {_S.WEEKS: 2, _S.AT_ONCE: 0.7, _S.RAIN: 1.5},
    ),
    _Row(
        Cause(
            "wrong_grease",
            "the wrong grease in the bushings",
            "petroleum grease swells rubber and washes out of polyurethane",
            "Open one bushing: swollen, soft or washed clean means the wrong grease. Renew it.",
        ),
        {_T.SQUEAK: 2},
        {_H.SLOW_BUMPS: 1.5},
        {_S.RAIN: 2, _S.WEEKS: 1.5, _S.AT_ONCE: 0.4},
    ),
    _Row(
        Cause(
            "link_joint",
            "a link's joint",
            "play in a ball or bushing is taken up with a knock as the load turns",
            "On its wheels, one person rocks the body, another holds a hand on each joint. Read "
            "the joint's torque, then lever it: any play is felt.",
        ),
        {_T.CLUNK: 5, _T.NO_BETTER: 2},
        {_H.SLOW_BUMPS: 2.5, _H.BENDS: 0.8, _H.BRAKING: 0.6, _H.STEADY: 0.4},
        {_S.WEEKS: 1.5},
    ),
    _Row(
        Cause(
            "loose_bracket",
            "a loose bracket",
            "it slides on the rail each time the bar pulls",
            "Look for bright metal beside the bracket and for a witness mark that is broken; read "
            "each bolt against the torque log.",
        ),
        {_T.CLUNK: 4, _T.SQUEAK: 1, _T.RATTLE: 1},
        {_H.BENDS: 2, _H.SLOW_BUMPS: 1.2},
        {_S.WEEKS: 2, _S.AT_ONCE: 0.8},
    ),
    _Row(
        Cause(
            "washer_order",
            "washers in the wrong order",
            "the bushing is not clamped: the sleeve or the nut takes the load",
            "Hold the link's stack against its drawing in Fit, from the head to the nut.",
        ),
        {_T.CLUNK: 2.5, _T.RATTLE: 1},
        {_H.SLOW_BUMPS: 1.8},
        {_S.AT_ONCE: 2, _S.WEEKS: 0.3},
    ),
    _Row(
        Cause(
            "long_bolt",
            "a bolt that is too long",
            "its end touches what moves past it, or the nut is out of thread before it clamps",
            "Look at each bolt's end at full bump and droop: a bright mark on it or beside it.",
        ),
        {_T.CLUNK: 2, _T.RATTLE: 0.7},
        {_H.SLOW_BUMPS: 1.5, _H.BENDS: 1.2},
        {_S.AT_ONCE: 2, _S.WEEKS: 0.3},
    ),
    _Row(
        Cause(
            "loose_shield",
            "a shield or liner that is loose",
            "thin sheet rings at engine speed",
            "Tap round with a rubber mallet, engine off and cold; look at clips and folded tabs.",
        ),
        {_T.RATTLE: 5},
        {_H.STANDING: 2, _H.STEADY: 1.8, _H.SLOW_BUMPS: 1.2},
        {_S.AT_ONCE: 1.5},
    ),
    _Row(
        Cause(
            "jam_nut",
            "a jam nut or collar that is loose",
            "the link's rod turns in its end",
            "Turn each link by hand: it turns as far as its ends' play and no thread moves.",
        ),
        {_T.RATTLE: 4, _T.CLUNK: 1.5, _T.LEANS: 1},
        {_H.SLOW_BUMPS: 1.8, _H.STEADY: 1.2},
        {_S.WEEKS: 2, _S.AT_ONCE: 0.8},
    ),
    _Row(
        Cause(
            "exhaust_leak",
            "a leak or a touch of the exhaust that was opened",
            "hot gas, or a pipe that lies against steel, hums through the body",
            "Cold start, hand near each joint, soot; gap to bar and bracket all round. A leak "
            "under the body is a stop: it does not drive until it is closed.",
        ),
        {_T.HUM: 6, _T.RATTLE: 0.8},
        {_H.STANDING: 1.8, _H.BRAKING: 1.5, _H.STEADY: 1.3},
        {_S.AT_ONCE: 1.5},
    ),
    _Row(
        Cause(
            "hot_bushing",
            "a bushing or line too near the exhaust",
            "it smells before it fails",
            "After a drive: what is discoloured or soft near the pipe, and its gap in Fit.",
        ),
        {_T.HUM: 2},
        {_H.STEADY: 1.8, _H.STANDING: 0.6},
        {_S.WEEKS: 1.5},
    ),
    _Row(
        Cause(
            "damper_off_centre",
            "a steering damper off its centre",
            "it pushes to a side like a spring",
            "Wheels straight on level ground, one end of the steering damper undone: it must slip "
            "back on.",
        ),
        {_T.PULLS: 4},
        {_H.STEADY: 2, _H.BRAKING: 0.7},
        {_S.AT_ONCE: 2},
    ),
    _Row(
        Cause(
            "alignment",
            "wheels that are not aligned",
            "cradle, steering or strut moved with the work",
            "To the alignment technician; hold their sheet against the one of before.",
        ),
        {_T.PULLS: 3},
        {_H.STEADY: 1.8, _H.BRAKING: 1.3},
        {_S.AT_ONCE: 1.5},
    ),
    _Row(
        Cause(
            "preload",
            "a bar that is set under load",
            "links of unlike length hold the body up on one side",
            "Level ground, one link off: the last bolt drops in by hand, or it is preloaded.",
        ),
        {_T.LEANS: 5, _T.PULLS: 1, _T.NO_BETTER: 0.5},
        {_H.STANDING: 1.5},
        {_S.AT_ONCE: 2, _S.WEEKS: 0.5},
    ),
    _Row(
        Cause(
            "unequal_load",
            "a load that lies to one side",
            "tanks, slide-outs and stowage; no bar changes a lean at rest",
            "Wheel weights side by side, tanks as they were; see Weigh.",
        ),
        {_T.LEANS: 3},
        {_H.STANDING: 1.2},
        {_S.WEEKS: 1.5},
    ),
    _Row(
        Cause(
            "expected",
            "the bar, as it has to",
            "a bump under one wheel reaches the other side through it: Motion says by how much",
            "Hold what is felt against the one-side bump in Motion, before and after; a softer "
            "hole or tyres as they were are what helps.",
        ),
        {_T.HARSH: 6},
        {_H.SLOW_BUMPS: 1.5},
        {_S.AT_ONCE: 2},
    ),
    _Row(
        Cause(
            "at_its_stop",
            "a link or arm that reaches its stop",
            "beyond its travel the bar lifts the wheel, not the body",
            "Through the travel that can be made: marks on links, arms and what is near them.",
        ),
        {_T.HARSH: 2, _T.CLUNK: 1},
        {_H.SLOW_BUMPS: 1.8},
        {_S.AT_ONCE: 1.2},
    ),
    _Row(
        Cause(
            "wrong_hole",
            "links in another hole than planned",
            "further out is softer, and both sides must be alike",
            "Count the holes on both sides against the plan.",
        ),
        {_T.NO_BETTER: 3, _T.HARSH: 1},
        {_H.BENDS: 1.5},
        {_S.AT_ONCE: 1.5},
    ),
    _Row(
        Cause(
            "joined_bags",
            "air bags on one line",
            "air moves to the other side as the body leans",
            "Close one bag's line and rock the body: firmer means they were joined.",
        ),
        {_T.NO_BETTER: 3},
        {_H.BENDS: 1.8},
        {_S.AT_ONCE: 1.3},
    ),
)


@dataclass(frozen=True)
class Found(Record):
    """How often a trouble turned out to be something, in this shop.

    Attributes
    ----------
    trouble : Noticed
        What was noticed.
    cause : str
        Key of what it was.
    times : int
        How often.
    """

    trouble: Noticed
    cause: str
    times: int


def likely(
    trouble: Noticed, when: Heard, since: Since, record: Sequence[Found] = ()
) -> list[Likely]:
    """Return what a trouble may come from, likeliest first.

    Parameters
    ----------
    trouble : Noticed
        What is noticed.
    when : Heard
        When.
    since : Since
        Since when.
    record : sequence of Found
        What it turned out to be in this shop so far.

    Notes
    -----
    Starting shares of workshop practice count as twenty cases; each case found here counts as one
    (posterior mean of a Dirichlet distribution). Source: Gelman et al., *Bayesian Data Analysis*,
    3rd ed., ch. 3.4. Answers multiply the odds, taken as independent.
    """
    rows = [row for row in _ROWS if trouble in row.troubles]
    own = {one.cause: one.times for one in record if one.trouble is trouble}
    known = {row.cause.key for row in rows}
    of = sum(times for key, times in own.items() if key in known)
    whole = sum(row.troubles[trouble] for row in rows)
    weights = [
        (_WORTH * row.troubles[trouble] / whole + own.get(row.cause.key, 0))
        * row.when.get(when, 1.0)
        * row.since.get(since, 1.0)
        for row in rows
    ]
    total = sum(weights)
    found = [
        Likely(row.cause, weight / total, own.get(row.cause.key, 0), of)
        for row, weight in zip(rows, weights, strict=True)
    ]
    return sorted(found, key=lambda one: -one.share)


#: Cases that the starting values are worth.
_WORTH = 20.0


def causes(troubles: Collection[Noticed] = tuple(Noticed)) -> list[Cause]:
    """Return everything that may be behind some troubles.

    Parameters
    ----------
    troubles : collection of Noticed
        Which.
    """
    return [row.cause for row in _ROWS if any(one in row.troubles for one in troubles)]
