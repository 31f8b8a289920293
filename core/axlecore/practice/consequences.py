"""What follows from a look-over: findings, parts to order, chores for the plan."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cached_property

from axlecore.practice.finding import Finding, Kind, gravest_first
from axlecore.practice.look import (
    Bolts,
    Fault,
    LookOver,
    Part,
    PartCheck,
    Rating,
    Rust,
    TubeFacts,
    TubeShape,
    VentPlace,
    parts_to_see,
)
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
        "day before", "before ordering", "while taking off", "before driving".
    what, why : str
        The chore and its reason.
    """

    when: str
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


@dataclass(frozen=True)
class _Seen:
    vehicle: Vehicle
    look: LookOver

    @cached_property
    def parts(self) -> list[Part]:
        """Parts that are there."""
        return parts_to_see(self.vehicle)

    def each(self, kind: str) -> Iterator[tuple[Part, PartCheck]]:
        """Parts of one kind that are there, with what was seen of them."""
        for part in self.parts:
            if part.kind == kind:
                yield part, self.look.of(part.key)

    def with_fault(self, kind: str, *faults: Fault) -> Iterator[tuple[Part, Fault]]:
        """Parts of one kind that have one of these faults."""
        for part, check in self.each(kind):
            for fault in check.faults:
                if fault in faults:
                    yield part, fault


def _name(part: Part) -> str:
    return f"{part.axle} {part.label.lower()}"


def _found(
    rule: str, kind: Kind, what: str, why: str, todo: str, part: Part, seen: object
) -> Finding:
    return Finding(f"look_{rule}", kind, what, why, todo, f"seen: {seen}", f"parts.{part.key}")


def _rated_stop(seen: _Seen) -> Iterator[Outcome]:
    for part in seen.parts:
        check = seen.look.of(part.key)
        if check.rating is Rating.STOP:
            said = check.note.strip() or ", ".join(check.faults) or "no note"
            yield _found(
                "rated_stop",
                Kind.STOP,
                f"The {_name(part)} is rated stop.",
                f"Whoever looked at it says: {said}.",
                "The vehicle is not driven and the job does not go on until this is put right.",
                part,
                check.rating,
            )


def _bar_never_welded(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault("bar", Fault.CRACKED, Fault.BROKEN, Fault.WELDED_BEFORE):
        yield _found(
            "bar_never_welded",
            Kind.FIX,
            f"The {_name(part)} is {fault}: it is replaced.",
            "A bar is spring steel; a weld takes its temper and it breaks again beside it.",
            "Replace it. Never weld a bar.",
            part,
            fault,
        )
        yield Need(f"{part.axle} bar", 1, f"{fault}; a bar is never welded")


def _bar_rusted(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault("bar", Fault.RUST_UNDER_BUSHING, Fault.RUSTED_INSIDE):
        inside = fault is Fault.RUSTED_INSIDE
        yield _found(
            "bar_rusted",
            Kind.FIX if inside else Kind.WATCH,
            f"The {_name(part)} has {'rusted from inside' if inside else fault}.",
            "A pit is where a bar starts to crack; a rusted tube has lost wall nobody can see.",
            "Replace it." if inside else "Clean the seat, caliper it there, and renew bushings.",
            part,
            fault,
        )
        if inside:
            yield Need(f"{part.axle} bar", 1, "rusted from inside")


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
            if part.axle == axle and check.rating in _WORN
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
                check.rating,
            )
            yield Need(f"{axle} {name}, pair", 1, f"{part.label.lower()} worn; always in pairs")
            if kind == "link":
                yield Need("lock nuts for links", 4, "nylon lock nuts are used once")


def _play_is_lost_motion(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault(
        "link", Fault.PLAY, Fault.CRUSHED_BUSHING, Fault.MISSING_BUSHING
    ):
        yield _found(
            "play_is_lost_motion",
            Kind.WATCH,
            f"The {_name(part)} loses motion: {fault}.",
            "The bar does nothing until the play is taken up.",
            "Measure the play at Weigh; renewing links may be the whole cure.",
            part,
            fault,
        )


def _stud_needs_holding(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault("link", Fault.SPINNING_STUD, Fault.SEIZED_STUD):
        yield _found(
            "stud_needs_holding",
            Kind.NOTE,
            f"The {_name(part)}: {fault}.",
            "A ball stud turns with its nut unless it is held at its flat or hex.",
            "Have the flat or hex key ready; pliers spoil the stud.",
            part,
            fault,
        )
        yield Chore("while taking off", f"hold the stud of the {_name(part)}", str(fault))


def _rust_decides(seen: _Seen) -> Iterator[Outcome]:
    rust = seen.look.rust
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
        "day before",
        "soak every bolt that comes off, at the hidden end too",
        f"rust is {rust}; the nut's far side is where it holds",
    )
    yield Need("spare bolts and nuts, one set", 2 if heavy else 1, f"rust is {rust}")


def _covered_bolts(seen: _Seen) -> Iterator[Outcome]:
    for kind in ("brace", "splash_shield", "spare_carrier"):
        for part, fault in seen.with_fault(kind, Fault.COVERS_BOLTS):
            yield _found(
                "covered_bolts",
                Kind.WATCH,
                f"The {_name(part)} covers bolts we need.",
                "What is covered sets the order of work: bar before brace.",
                f"Take the {part.label.lower()} off first and put it back last.",
                part,
                fault,
            )
            yield Chore(
                "while taking off",
                f"the {_name(part)} off first, back on after the bar",
                "it covers bolts we need",
            )


def _crossmember_decides(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault(
        "crossmember", Fault.NOT_STANDARD, Fault.UNKNOWN_OPTION, Fault.IN_THE_WAY
    ):
        yield _found(
            "crossmember",
            Kind.WATCH,
            f"The {_name(part)}: {fault}.",
            "Kits ask which crossmember is there; the wrong one takes other brackets.",
            "Photograph it and hold it against the kit's sheet before ordering.",
            part,
            fault,
        )
        yield Chore("before ordering", "hold the crossmember against the kit's sheet", str(fault))


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


def _exhaust_before_ordering(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault("exhaust", Fault.NOT_STANDARD, Fault.IN_THE_WAY):
        yield _found(
            "exhaust",
            Kind.WATCH,
            f"The {_name(part)}: {fault}.",
            "An aftermarket exhaust moves everything; it is found now, not after the bar is on.",
            "Measure where it runs before ordering.",
            part,
            fault,
        )
        yield Chore("before ordering", f"measure where the {part.axle} exhaust runs", str(fault))
        yield Need("exhaust hanger and clamp", 1, f"{part.axle} exhaust {fault}")
    for part, fault in seen.with_fault("exhaust", Fault.LEAKS):
        yield _found(
            "exhaust_leaks",
            Kind.STOP,
            f"The {_name(part)} leaks.",
            "Exhaust gas reaches the cabin.",
            "It is sealed and checked before anybody drives it.",
            part,
            fault,
        )


def _lines(seen: _Seen) -> Iterator[Outcome]:
    for kind in ("brake_lines", "wiring", "air_lines"):
        for part, fault in seen.with_fault(kind, Fault.CHAFED, Fault.IN_THE_WAY):
            yield _found(
                "lines",
                Kind.FIX,
                f"The {_name(part)}: {fault}.",
                "A bar and its links move; a line that touches them wears through.",
                "Reroute and tie it clear of the travel.",
                part,
                fault,
            )
            yield Need("line clips and ties", 1, f"{_name(part)} {fault}")
    for part, fault in seen.with_fault("brake_lines", Fault.LEAKS):
        yield _found(
            "brake_leak",
            Kind.STOP,
            f"The {_name(part)} leak.",
            "The vehicle may not stop.",
            "It does not leave before the brakes are put right.",
            part,
            fault,
        )


def _frame_is_the_chassis_makers(seen: _Seen) -> Iterator[Outcome]:
    for kind in ("frame", "bracket"):
        for part, fault in seen.with_fault(
            kind, Fault.CRACKED, Fault.HOLE_OVAL, Fault.CAPTIVE_NUT_SPINS
        ):
            cracked_frame = kind == "frame" and fault is Fault.CRACKED
            yield _found(
                "frame",
                Kind.STOP if cracked_frame else Kind.FIX,
                f"The {_name(part)}: {fault}.",
                "A bar works on the frame; a worn hole or a crack grows under it.",
                "Repair by the chassis maker's body-builder rules; welding is for a licensed "
                "welder.",
                part,
                fault,
            )


def _shocks(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault("shock", Fault.LEAKS, Fault.BENT):
        yield _found(
            "shocks",
            Kind.WATCH,
            f"The {_name(part)}: {fault}.",
            "A stiffer bar with tired shocks swings less far but as many times.",
            "Renew shocks as a pair, before or with the bar.",
            part,
            fault,
        )
        yield Need(f"{part.axle} shocks, pair", 1, f"{part.label.lower()} {fault}")


def _steering_damper(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault("steering_damper", Fault.OFF_CENTRE):
        yield _found(
            "steering_damper",
            Kind.FIX,
            "The steering damper is fixed off-centre.",
            "It pushes the steering to one side: a steady pull that no bar changes.",
            "Centre it, wheels straight ahead, then drive again.",
            part,
            fault,
        )


def _thread_lock(seen: _Seen) -> Iterator[Outcome]:
    for part, fault in seen.with_fault("bracket", Fault.PERMANENT_THREAD_LOCK):
        yield _found(
            "thread_lock",
            Kind.NOTE,
            f"The {_name(part)} is in permanent thread-lock.",
            "Old thread-lock adds run-down torque and keeps new from curing.",
            "Renew those bolts; warm them where nothing burns.",
            part,
            fault,
        )
        yield Need(f"bolts of the {_name(part)}", 1, "permanent thread-lock")


def _bolts_renewed(seen: _Seen) -> Iterator[Outcome]:
    for part in seen.parts:
        check = seen.look.of(part.key)
        if check.bolts is Bolts.RENEW:
            yield Need(f"bolts of the {_name(part)}", 1, "judged to be renewed")


def _still_unseen(seen: _Seen) -> Iterator[Outcome]:
    parts = seen.parts
    unseen = [part for part in parts if seen.look.of(part.key).rating is Rating.UNSEEN]
    if unseen and len(unseen) < len(parts):
        names = ", ".join(_name(part) for part in unseen[:3])
        more = " and others" if len(unseen) > 3 else ""
        yield _found(
            "unseen",
            Kind.NOTE,
            f"{len(unseen)} of {len(parts)} parts are not looked at yet.",
            f"Nobody has seen the {names}{more}.",
            "Go round with the list.",
            unseen[0],
            f"{len(parts) - len(unseen)} of {len(parts)}",
        )


_RULES: tuple[Callable[[_Seen], Iterator[Outcome]], ...] = (
    _rated_stop,
    _bar_never_welded,
    _bar_rusted,
    _links_in_pairs,
    _bushings_together,
    _play_is_lost_motion,
    _stud_needs_holding,
    _rust_decides,
    _covered_bolts,
    _crossmember_decides,
    _vent_kept_clear,
    _tube_shape,
    _exhaust_before_ordering,
    _lines,
    _frame_is_the_chassis_makers,
    _shocks,
    _steering_damper,
    _thread_lock,
    _bolts_renewed,
    _still_unseen,
)


def consequences(vehicle: Vehicle, look: LookOver) -> Consequences:
    """Return what follows from a look-over: findings, parts to order, chores for the plan.

    Parameters
    ----------
    vehicle : Vehicle
        Decides which parts are there.
    look : LookOver
        What was seen.
    """
    seen = _Seen(vehicle, look)
    outcomes = [outcome for rule in _RULES for outcome in rule(seen)]
    needs = [outcome for outcome in outcomes if isinstance(outcome, Need)]
    chores = [outcome for outcome in outcomes if isinstance(outcome, Chore)]
    return Consequences(
        findings=gravest_first(o for o in outcomes if isinstance(o, Finding)),
        # One pair of links is ordered once, whichever side asked for it.
        needs=list({need.part: need for need in needs}.values()),
        chores=list({(chore.when, chore.what): chore for chore in chores}.values()),
    )
