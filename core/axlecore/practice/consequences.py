"""What follows from a look-over: findings, parts to order, chores for the plan.

What one fault of one part leads to stands in `fault_rules`; here is what rests on more than that.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from functools import cached_property

from axlecore.practice.fault_rules import FAULT_RULES, FaultRule, When
from axlecore.practice.finding import Finding, Kind, gravest_first
from axlecore.practice.look import (
    Bolts,
    Cover,
    LookOver,
    Material,
    Nuts,
    PartCheck,
    Rating,
    Rust,
    TubeFacts,
    TubeShape,
    VentPlace,
    parts_to_see,
)
from axlecore.practice.stations import JobKind
from axlecore.practice.undercarriage import Fault, Part, parts_there
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Vehicle


@dataclass(frozen=True)
class Need(Record):
    """A part that the job will consume.

    Attributes
    ----------
    part : str
        What.
    quantity : int
        How many.
    why : str
        The rule's reason.
    """

    part: str
    quantity: int
    why: str


@dataclass(frozen=True)
class Chore(Record):
    """Something the plan must hold.

    Attributes
    ----------
    when : str
        When it is due.
    what, why : str
        The chore and its reason.
    """

    when: When
    what: str
    why: str


@dataclass(frozen=True)
class Consequences(Record):
    """What follows from a look-over.

    Attributes
    ----------
    findings : list of Finding
        Gravest first.
    needs : list of Need
        For the parts list.
    chores : list of Chore
        For the plan.
    """

    findings: list[Finding]
    needs: list[Need]
    chores: list[Chore]


Outcome = Finding | Need | Chore
_WORN = (Rating.REPLACE, Rating.STOP)
#: Faults a link or a bushing is renewed for, whatever it was rated.
_RENEWED_FOR = {
    "link": (Fault.TORN_BOOT, Fault.BENT, Fault.BROKEN, Fault.MISSING),
    "bushing": (Fault.SOFT, Fault.OVAL, Fault.SPLIT, Fault.WRONG_SIZE),
}


@dataclass(frozen=True)
class _Seen:
    vehicle: Vehicle
    look: LookOver
    kind: JobKind

    @cached_property
    def parts(self) -> list[Part]:
        """Parts that are there, those included that a short job does not ask for."""
        return parts_there(self.vehicle)

    def checked(self) -> Iterator[tuple[Part, PartCheck]]:
        """Parts that are there, with what was seen of them."""
        for part in self.parts:
            yield part, self.look.of(part.key)

    def each(self, kind: str) -> Iterator[tuple[Part, PartCheck]]:
        """Those of one kind."""
        return ((part, check) for part, check in self.checked() if part.kind == kind)


def _found(
    rule: str, kind: Kind, what: str, why: str, todo: str, part: Part, seen: object
) -> Finding:
    return Finding(f"look_{rule}", kind, what, why, todo, f"seen: {seen}", f"parts.{part.key}")


#: A fault as the end of a sentence about its part, where it is no adjective.
_FAULT_OF = {
    Fault.TORN_BOOT: "has a torn boot",
    Fault.LEAKS: "leaks",
    Fault.SPLIT: "is split",
}


def _applied(row: FaultRule, part: Part, fault: Fault) -> Iterator[Outcome]:
    words = {
        "part": part.name,
        "end": part.axle,
        "label": part.label.lower(),
        "fault": fault,
        "fault_of": _FAULT_OF.get(fault, f"is {fault}"),
    }
    what, why, todo = (text.format(**words) for text in (row.what, row.why, row.todo))
    yield _found(row.rule, row.kind, what, why, todo, part, fault)
    for need, quantity in row.needs:
        yield Need(need.format(**words), quantity, f"{part.name}: {fault}")
    for when, chore in row.chores:
        yield Chore(when, chore.format(**words), f"{part.name}: {fault}")


def _each_fault(seen: _Seen) -> Iterator[Outcome]:
    """What each fault leads to by itself; of rows under one name the first that fits counts."""
    for part, check in seen.checked():
        for fault in check.faults:
            said = set()
            for row in FAULT_RULES:
                if part.kind in row.parts and fault in row.faults and row.rule not in said:
                    said.add(row.rule)
                    yield from _applied(row, part, fault)


def _rated_stop(seen: _Seen) -> Iterator[Outcome]:
    for part, check in seen.checked():
        if check.rating is Rating.STOP:
            said = check.note.strip() or ", ".join(check.faults) or "no note"
            yield _found(
                "rated_stop",
                Kind.STOP,
                f"The {part.name} is rated stop.",
                f"Whoever looked at it says: {said}.",
                "The vehicle is not driven and the job does not go on until this is put right.",
                part,
                check.rating,
            )


def _links_in_pairs(seen: _Seen) -> Iterator[Outcome]:
    yield from _pairs(
        seen,
        "link",
        "links_in_pairs",
        "links",
        "A new link beside a worn one lets the bar work on one side first.",
    )


def _bushings_together(seen: _Seen) -> Iterator[Outcome]:
    yield from _pairs(
        seen,
        "bushing",
        "bushings_together",
        "bushings",
        "Bushings of unlike stiffness tilt the bar and load one bracket.",
    )


def _pairs(seen: _Seen, kind: str, rule: str, name: str, why: str) -> Iterator[Outcome]:
    for axle in End:
        worn = [
            (part, check)
            for part, check in seen.each(kind)
            if part.axle == axle
            and (check.rating in _WORN or set(check.faults) & set(_RENEWED_FOR[kind]))
        ]
        if worn:
            part, check = worn[0]
            yield _found(
                rule,
                Kind.FIX,
                f"Both {axle} {name} are renewed, not only the {part.label.lower()}.",
                why,
                "Order the pair.",
                part,
                ", ".join(check.faults) or check.rating,
            )
            yield Need(f"{axle} {name}, pair", 1, f"{part.label.lower()} worn; always in pairs")
            if kind == "link":
                yield Need("lock nuts for links", 4, "nylon lock nuts are used once")


def _rust_decides(seen: _Seen) -> Iterator[Outcome]:
    rust = seen.look.rust
    if rust is Rust.LIGHT:
        yield Chore(When.PREPARING, "brush and paint what the old parts leave bare", "light rust")
        yield Need("wire brush and chassis paint", 1, "light rust")
    if rust not in (Rust.SCALY, Rust.HEAVY):
        return
    heavy = rust is Rust.HEAVY
    yield Finding(
        "look_rust",
        Kind.FIX if heavy else Kind.WATCH,
        f"Rust is {rust}: bolts will {'snap' if heavy else 'stick, and some may snap'}.",
        "Hours, parts and the promised date depend on it.",
        "Soak the day before, have spare bolts and a plan for one that snaps; wear eye protection.",
        f"seen: {rust}",
        "rust",
    )
    yield Chore(
        When.DAY_BEFORE,
        "soak every bolt that comes off, at the hidden end too",
        f"rust is {rust}; the nut's far side is where it holds",
    )
    yield Need("spare bolts and nuts, one set", 2 if heavy else 1, f"rust is {rust}")
    yield Need("penetrating oil", 1, f"rust is {rust}")


def _vent_kept_clear(seen: _Seen) -> Iterator[Outcome]:
    for axle in End:
        tube: TubeFacts = seen.look.tube(axle)
        if tube.vent in (VentPlace.LEFT, VentPlace.RIGHT):
            yield Finding(
                "look_vent",
                Kind.NOTE,
                f"The {axle} axle's vent is on the {tube.vent}.",
                "A U-bolt or saddle over the vent closes it, and the seals blow.",
                f"Seat the {tube.vent} U-bolt beside the vent.",
                f"seen: vent {tube.vent}",
                f"{axle}_tube.vent",
            )


def _tube_shape(seen: _Seen) -> Iterator[Outcome]:
    for axle in End:
        tube: TubeFacts = seen.look.tube(axle)
        if tube.shape in (TubeShape.OVAL, TubeShape.SQUARE):
            yield Finding(
                "look_tube_shape",
                Kind.WATCH,
                f"The {axle} axle tube is {tube.shape}.",
                "Round saddles and U-bolts do not grip it.",
                "Order the bracket set made for that section.",
                f"seen: {tube.shape}",
                f"{axle}_tube.shape",
            )


def _bolts_once_off(seen: _Seen) -> Iterator[Outcome]:
    for part, check in seen.checked():
        if check.bolts is Bolts.RENEW:
            yield Need(f"bolts of the {part.name}", 1, "judged to be renewed")
        if check.bolts is Bolts.CLEAN:
            yield Chore(
                When.PREPARING,
                f"brush the threads of the {part.name} clean, bolt and hole",
                "judged to be cleaned; dirt and old thread-lock add run-down torque",
            )


#: What each kind of nut asks for: a chore while taking off, and parts to have.
_NUTS: Mapping[Nuts, tuple[str, tuple[tuple[str, int], ...]]] = {
    Nuts.PLAIN: ("second spanner on the nuts of the {part}", ()),
    Nuts.WELDED: (
        "no impact on the bolts of the {part}: back and forth, their nuts are welded",
        (),
    ),
    Nuts.TABBED: ("bend the tabs of the {part} open first", (("tab washers of the {part}", 1),)),
    Nuts.CAPTIVE: ("watch the captive nuts of the {part}: one that spins is cut from its cage", ()),
    Nuts.CLIP: ("hold the clip nuts of the {part}", (("clip nuts of the {part}", 1),)),
    Nuts.PLASTIC_CLIP: (
        "lever the plastic clips of the {part} out by their centres",
        (("plastic clips, a handful", 1),),
    ),
}
_HIDDEN = (Nuts.WELDED, Nuts.CAPTIVE)


def _nuts_decide(seen: _Seen) -> Iterator[Outcome]:
    for part, check in seen.checked():
        if check.nuts not in _NUTS:
            continue
        chore, needs = _NUTS[check.nuts]
        yield Chore(When.TAKING_OFF, chore.format(part=part.name), str(check.nuts))
        for need, quantity in needs:
            yield Need(need.format(part=part.name), quantity, str(check.nuts))
        if check.nuts in _HIDDEN:
            yield Chore(
                When.DAY_BEFORE,
                f"soak the bolts of the {part.name} from inside too",
                f"{check.nuts}: the hidden end is where it holds",
            )


def _covers_set_the_order(seen: _Seen) -> Iterator[Outcome]:
    for part, check in seen.checked():
        if check.cover in (Cover.UNSEEN, Cover.NOTHING):
            continue
        yield _found(
            "bolts_covered",
            Kind.WATCH,
            f"The bolts of the {part.name} are behind a {check.cover}.",
            "What is covered sets the order of work.",
            f"Take the {check.cover} off first and put it back last.",
            part,
            check.cover,
        )
        yield Chore(
            When.TAKING_OFF,
            f"{check.cover} off before the {part.name}, back on after it",
            f"it covers the bolts of the {part.name}",
        )


#: Grease by what a bushing is made of.
_GREASE = {
    Material.RUBBER: "silicone bushing grease",
    Material.POLYURETHANE: "silicone or PTFE bushing grease",
}


def _grease_by_material(seen: _Seen) -> Iterator[Outcome]:
    for part, check in seen.each("bushing"):
        if check.material in _GREASE:
            yield Need(_GREASE[check.material], 1, f"{part.axle} bushings are {check.material}")


def _still_unseen(seen: _Seen) -> Iterator[Outcome]:
    parts = parts_to_see(seen.vehicle, seen.kind, seen.look.ends)
    unseen = [part for part in parts if seen.look.of(part.key).rating is Rating.UNSEEN]
    if unseen and len(unseen) < len(parts):
        names = ", ".join(part.name for part in unseen[:3])
        more = " and others" if len(unseen) > 3 else ""
        yield _found(
            "unseen",
            Kind.NOTE,
            f"{len(unseen)} of {len(parts)} parts are not looked at yet.",
            f"Nobody has seen the {names}{more}.",
            "Go round with the list, or say that the rest is good.",
            unseen[0],
            f"{len(parts) - len(unseen)} of {len(parts)}",
        )


_RULES: tuple[Callable[[_Seen], Iterator[Outcome]], ...] = (
    _rated_stop,
    _each_fault,
    _links_in_pairs,
    _bushings_together,
    _rust_decides,
    _vent_kept_clear,
    _tube_shape,
    _bolts_once_off,
    _nuts_decide,
    _covers_set_the_order,
    _grease_by_material,
    _still_unseen,
)


def consequences(vehicle: Vehicle, look: LookOver, kind: JobKind = JobKind.UPGRADE) -> Consequences:
    """Return what follows from a look-over: findings, parts to order, chores for the plan.

    Parameters
    ----------
    vehicle : Vehicle
        Decides which parts are there.
    look : LookOver
        What was seen.
    kind : JobKind
        Decides which parts are asked for.
    """
    outcomes = [outcome for rule in _RULES for outcome in rule(_Seen(vehicle, look, kind))]
    needs = [outcome for outcome in outcomes if isinstance(outcome, Need)]
    chores = [outcome for outcome in outcomes if isinstance(outcome, Chore)]
    order = list(When)
    return Consequences(
        findings=gravest_first(o for o in outcomes if isinstance(o, Finding)),
        # One pair of links is ordered once, whichever side asked for it.
        needs=list({need.part: need for need in needs}.values()),
        chores=sorted(
            {(chore.when, chore.what): chore for chore in chores}.values(),
            key=lambda chore: order.index(chore.when),
        ),
    )
