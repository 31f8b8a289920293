"""Station 1: the owner's complaint, and whether a bar will cure it."""

from __future__ import annotations

import dataclasses
from collections.abc import Iterator
from dataclasses import dataclass, field
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.practice.finding import Finding, Kind, gravest_first
from axlecore.quantities.measure import Record, amount

LONGEST_WORDS = 2000
LONGEST_NOTE = 400


class Strength(StrEnum):
    """How strongly the owner feels it."""

    NONE = "none"
    SLIGHT = "slight"
    CLEAR = "clear"
    STRONG = "strong"


_WEIGHT = {Strength.NONE: 0, Strength.SLIGHT: 1, Strength.CLEAR: 2, Strength.STRONG: 3}


class Noise(StrEnum):
    """A noise at one corner."""

    NONE = "none"
    SQUEAK = "squeak"
    CLUNK = "clunk"


class Extra(StrEnum):
    """Whether a part that is not a bar is there."""

    NONE = "none"
    FITTED = "fitted"
    PLANNED = "planned"


class Often(StrEnum):
    """How much of the use is of one sort."""

    NEVER = "never"
    SOMETIMES = "sometimes"
    MOSTLY = "mostly"


class WorstWhen(StrEnum):
    """Load state in which it is worst."""

    UNSAID = "unsaid"
    EMPTY = "empty"
    TRIP_READY = "trip_ready"
    TOWING = "towing"


class Verdict(StrEnum):
    """What the lead makes of the question whether a bar will cure it."""

    OPEN = "open"
    ACCEPTED = "accepted"
    OVERRIDDEN = "overridden"


class Effect(StrEnum):
    """What a stiffer bar does to a symptom."""

    CHANGES = "changes"
    COMPUTE = "compute"
    NOT = "not"
    WORSE = "worse"


@dataclass(frozen=True)
class _Symptom:
    """One row of the sorting: where on the journey, in the owner's terms, and what follows."""

    stretch: str
    label: str
    effect: Effect
    why: str
    todo: str


def _symptom(stretch: str, label: str, effect: Effect, why: str, todo: str) -> Strength:
    found: Strength = field(
        default=Strength.NONE, metadata={"symptom": _Symptom(stretch, label, effect, why, todo)}
    )
    return found


@dataclass(frozen=True)
class Symptoms(Record):
    """What the owner feels along a journey, each with its strength.

    The declaration of a field is its row of the sorting table.
    """

    # fmt: off
    leans_in_bend: Strength = _symptom(
        "bend",
        "leans",
        Effect.CHANGES,
        "Lean in a bend is what roll stiffness holds.",
        "Weigh it and compute how much less.",
    )
    rear_steps_out: Strength = _symptom(
        "bend",
        "rear feels loose",
        Effect.WORSE,
        "A stiffer rear bar alone lets the front carry a smaller share, so the rear lets go "
        "earlier.",
        "Look at tyres, pressures and rear bushings first; then both ends, by balance.",
    )
    leans_in_gust: Strength = _symptom(
        "side gust",
        "leans",
        Effect.CHANGES,
        "A side gust rolls the body like a bend does.",
        "Weigh it, draw the side profile and compute.",
    )
    pushed_by_gust: Strength = _symptom(
        "side gust",
        "pushed out of the lane",
        Effect.NOT,
        "The push is wind on the side area; no bar makes that smaller.",
        "Look at tyre pressures, alignment and steering play, and at speed in wind.",
    )
    leans_from_truck: Strength = _symptom(
        "passing truck",
        "leans",
        Effect.CHANGES,
        "The bow wave of a truck rolls the body one way, then the other.",
        "Compute it; tired shocks show here too.",
    )
    pushed_by_truck: Strength = _symptom(
        "passing truck",
        "pushed and pulled",
        Effect.NOT,
        "The push and pull across the lane stay as they are, whatever the bars.",
        "Look at tyre pressures, alignment and a worn steering damper.",
    )
    head_toss: Strength = _symptom(
        "one-side bump",
        "throws heads sideways",
        Effect.WORSE,
        "A stiffer bar passes a bump at one wheel on to the body more sharply.",
        "Keep the bar moderate and look at shocks before going heavier.",
    )
    pitches: Strength = _symptom(
        "hump",
        "pitches",
        Effect.NOT,
        "Over an even hump both wheels move together and a bar does nothing.",
        "Look at shocks and springs.",
    )
    dives: Strength = _symptom(
        "braking",
        "dives",
        Effect.NOT,
        "In braking both front wheels go down together; a bar does nothing.",
        "Look at front shocks, springs and the brakes.",
    )
    wanders: Strength = _symptom(
        "straight road",
        "wanders",
        Effect.NOT,
        "Wandering on a calm straight road is not roll.",
        "Look at tyres, pressures, alignment and steering play.",
    )
    pulls: Strength = _symptom(
        "straight road",
        "pulls to one side",
        Effect.NOT,
        "A steady pull has no roll in it.",
        "Look at alignment, brakes, tyres, and a steering damper fixed off-centre.",
    )
    rocks: Strength = _symptom(
        "rough track",
        "rocks",
        Effect.COMPUTE,
        "Rocking on uneven ground falls at one end and rises at the other with a bar.",
        "Compute it for this vehicle; do not promise it.",
    )
    lifts_a_wheel: Strength = _symptom(
        "rough track", "lifts a wheel", Effect.WORSE,
        "Stiffer bars let an axle follow the ground less, so a wheel lifts sooner.",
        "Show the articulation with and without before choosing.",
    )
    swings_long: Strength = _symptom(
        "after a swing",
        "takes long to settle",
        Effect.WORSE,
        "A bar makes it swing less far, but as many times or more: settling is the shocks' work.",
        "Look at the shocks, and count the swings in the yard roll test.",
    )
    rocks_in_driveway: Strength = _symptom(
        "driveway dip",
        "rocks from side to side",
        Effect.COMPUTE,
        "A dip taken aslant twists front against rear: rocking falls at one end and rises at the "
        "other with a bar.",
        "Compute it for this vehicle; do not promise it.",
    )
    thrown_at_edge: Strength = _symptom(
        "road’s edge",
        "is thrown",
        Effect.WORSE,
        "One wheel over the edge is a one-side bump, and a stiffer bar passes it on.",
        "Keep the bar moderate; look at shocks and tyre pressures.",
    )
    cupboards_open: Strength = _symptom(
        "inside",
        "cupboards open",
        Effect.CHANGES,
        "Doors swing open and things come out when the body leans.",
        "Weigh it and compute how much less it leans.",
    )
    things_slide: Strength = _symptom(
        "inside",
        "things slide",
        Effect.CHANGES,
        "What stands loose slides when the floor leans.",
        "Weigh it and compute how much less it leans.",
    )
    hold_on: Strength = _symptom(
        "inside",
        "people hold on",
        Effect.CHANGES,
        "Those in the seats brace themselves against the lean.",
        "Ask in which bends, and compute the lean there.",
    )
    blinds_rattle: Strength = _symptom(
        "inside",
        "blinds rattle",
        Effect.NOT,
        "Rattling is quick and small; lean is slow and large.",
        "Look at tyre pressures, shocks and what is loose.",
    )
    # fmt: on


@dataclass(frozen=True)
class Noises(Record):
    """Noises by corner."""

    front_left: Noise = Noise.NONE
    front_right: Noise = Noise.NONE
    rear_left: Noise = Noise.NONE
    rear_right: Noise = Noise.NONE


@dataclass(frozen=True)
class Extras(Record):
    """Other parts already fitted or planned."""

    shocks: Extra = Extra.NONE
    helper_springs: Extra = Extra.NONE
    steering_damper: Extra = Extra.NONE
    chassis_brace: Extra = Extra.NONE


@dataclass(frozen=True)
class Use(Record):
    """What the vehicle is used for."""

    road: Often = Often.MOSTLY
    towing: Often = Often.NEVER
    rough_track: Often = Often.NEVER


@dataclass(frozen=True)
class Complaint(Record):
    """All that the owner said, and what the lead made of it.

    Attributes
    ----------
    words : str
        The complaint in the owner's own words.
    symptoms, noises, extras, use
        The picks on the drawing.
    worst_when : WorstWhen
        Load state in which it is worst.
    budget : float
        In the shop's money; 0 where not said.
    bought : str
        Parts the owner has bought already.
    verdict : Verdict
        Whether the lead accepts what the sorting says.
    verdict_reason : str
        Why not, where it is overridden.
    """

    words: str = ""
    symptoms: Symptoms = Symptoms()
    noises: Noises = Noises()
    extras: Extras = Extras()
    use: Use = Use()
    worst_when: WorstWhen = WorstWhen.UNSAID
    budget: float = amount()
    bought: str = ""
    verdict: Verdict = Verdict.OPEN
    verdict_reason: str = ""

    def __post_init__(self) -> None:
        for name, text, longest in (
            ("words", self.words, LONGEST_WORDS),
            ("verdict_reason", self.verdict_reason, LONGEST_NOTE),
            ("bought", self.bought, LONGEST_NOTE),
        ):
            if len(text) > longest:
                raise InputError(name, f"Write at most {longest} characters here.")
        if not 0 <= self.budget <= 1_000_000:
            raise InputError("budget", "Budget must be 0 to 1 000 000.")
        if self.verdict is Verdict.OVERRIDDEN and not self.verdict_reason.strip():
            raise InputError("verdict_reason", "Write why, then override; it stays on the record.")


@dataclass(frozen=True)
class SymptomRow(Record):
    """A symptom as the screen needs it.

    Attributes
    ----------
    key, stretch, label : str
        Field of `Symptoms`, stretch of the journey, the owner's words for it.
    effect : Effect
        What a stiffer bar does to it.
    """

    key: str
    stretch: str
    label: str
    effect: Effect


def symptom_rows() -> list[SymptomRow]:
    """Return the sorting table in the order of the journey."""
    rows = ((item.name, item.metadata["symptom"]) for item in dataclasses.fields(Symptoms))
    return [SymptomRow(name, row.stretch, row.label, row.effect) for name, row in rows]


#: How a symptom of each effect is said, and how grave it is.
_SAID = {
    Effect.CHANGES: (Kind.NOTE, "A bar changes this"),
    Effect.COMPUTE: (Kind.NOTE, "A bar may help or hurt here"),
    Effect.NOT: (Kind.WATCH, "A bar does not change this"),
    Effect.WORSE: (Kind.WATCH, "A stiffer bar can make this worse"),
}

_NOISE_SAID = {
    Noise.SQUEAK: (
        "A squeak at the {corner} is a dry or wrongly greased bushing.",
        "Bushings squeak when they stick and slip on the bar.",
        "Clean and grease or renew the bushings of that bar, both sides, before judging it.",
    ),
    Noise.CLUNK: (
        "A clunk at the {corner} is a worn link joint or something loose.",
        "Lost motion: the bar moves before it works. A loose bracket, wrong washer order or an "
        "over-long bolt sounds the same.",
        "Measure the play and renew links in pairs; the first repair may be the cure.",
    ),
}


def _felt(complaint: Complaint) -> Iterator[tuple[str, _Symptom, int]]:
    for item in dataclasses.fields(Symptoms):
        weight = _WEIGHT[vars(complaint.symptoms)[item.name]]
        if weight:
            yield item.name, item.metadata["symptom"], weight


def sort_complaint(complaint: Complaint) -> list[Finding]:
    """Return what a bar does to each symptom, with its reason and where to look instead.

    Parameters
    ----------
    complaint : Complaint
        What the owner said.
    """
    found = []
    for name, row, _ in _felt(complaint):
        kind, said = _SAID[row.effect]
        strength = vars(complaint.symptoms)[name]
        found.append(
            Finding(
                f"listen_{name}",
                kind,
                f"{said}: {row.label}, {row.stretch}.",
                row.why,
                row.todo,
                f"felt: {strength}",
                f"symptoms.{name}",
            )
        )
    for item in dataclasses.fields(Noises):
        noise = vars(complaint.noises)[item.name]
        if noise is not Noise.NONE:
            what, why, todo = _NOISE_SAID[noise]
            corner = item.name.replace("_", " ")
            found.append(
                Finding(
                    f"listen_{noise}_{item.name}",
                    Kind.FIX,
                    what.format(corner=corner),
                    why,
                    todo,
                    f"heard: {noise}",
                    f"noises.{item.name}",
                )
            )
    if complaint.extras.helper_springs is Extra.FITTED:
        found.append(
            Finding(
                "listen_helper_springs",
                Kind.NOTE,
                "Helper springs are fitted already.",
                "They carry weight; how much they hold in roll depends on their lines and spacing.",
                "Enter them at Weigh; left and right air bags on one line hold almost nothing.",
                "said by the owner",
                "extras.helper_springs",
            )
        )
    if complaint.bought.strip():
        found.append(
            Finding(
                "listen_bought",
                Kind.WATCH,
                "The owner brings parts that are bought already.",
                f"{complaint.bought.strip()} A part for another weight variant or another lift "
                "does not go on, and nobody takes it back once it was fitted.",
                "Caliper and count them as what arrives at Fit, and hold them against this "
                "vehicle before anything comes off.",
                "said by the owner",
                "bought",
            )
        )
    return gravest_first(found)


class Answer(StrEnum):
    """Answers to the question whether a bar will cure it."""

    UNSAID = "unsaid"
    YES = "yes"
    PARTLY = "partly"
    REPAIR_FIRST = "repair_first"
    NO = "no"


@dataclass(frozen=True)
class Cure(Record):
    """Whether a bar will cure it.

    Attributes
    ----------
    answer : Answer
        In a word.
    finding : Finding
        With its reason.
    """

    answer: Answer
    finding: Finding


_CURE = {
    Answer.UNSAID: (
        Kind.NOTE,
        "Nothing is sorted yet.",
        "Pick on the journey what the owner feels, and how strongly.",
        "Ask where and when it happens.",
    ),
    Answer.YES: (
        Kind.NOTE,
        "A bar will cure it.",
        "What the owner feels is lean, and a bar holds lean.",
        "Weigh it and look it over before choosing.",
    ),
    Answer.PARTLY: (
        Kind.WATCH,
        "A bar will cure part of it.",
        "Some of it is lean; the rest has other causes that a bar leaves as they are.",
        "Tell the owner which part will not change, and look at that first.",
    ),
    Answer.REPAIR_FIRST: (
        Kind.FIX,
        "Repair first, then judge.",
        "Worn links and bushings make a good bar idle; the noise says so.",
        "Renew what is worn, drive again, then decide on a bar.",
    ),
    Answer.NO: (
        Kind.FIX,
        "A bar will not cure it.",
        "None of what the owner feels is lean.",
        "Do not sell a bar for it; look where the sorting points.",
    ),
}


def cure(complaint: Complaint) -> Cure:
    """Return whether a bar will cure it for what the owner feels.

    Parameters
    ----------
    complaint : Complaint
        What the owner said.

    Notes
    -----
    Weights 1 to 3 by strength. A noise asks for repair first. Lean alone is yes, lean among
    other things partly, no lean no.
    """
    weights = dict.fromkeys(Effect, 0)
    for _, row, weight in _felt(complaint):
        weights[row.effect] += weight
    lean, other = weights[Effect.CHANGES], weights[Effect.NOT] + weights[Effect.WORSE]
    noisy = any(noise is not Noise.NONE for noise in vars(complaint.noises).values())
    if noisy:
        answer = Answer.REPAIR_FIRST
    elif not any(weights.values()):
        answer = Answer.UNSAID
    elif lean + weights[Effect.COMPUTE] == 0:
        answer = Answer.NO
    else:
        answer = Answer.PARTLY if other or not lean else Answer.YES
    kind, what, why, todo = _CURE[answer]
    formula = (
        f"lean {lean}, to be computed {weights[Effect.COMPUTE]}, not changed "
        f"{weights[Effect.NOT]}, may get worse {weights[Effect.WORSE]}"
    )
    return Cure(answer, Finding("cure", kind, what, why, todo, formula, "verdict"))
