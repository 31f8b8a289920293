"""Station 3: the undercarriage part by part."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.practice.stations import JobKind
from axlecore.practice.undercarriage import ALL_PARTS, TOUCHED, Fault, Part, parts_there
from axlecore.quantities.measure import Measured, Record, check_places, place
from axlecore.quantities.units import Dimension
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Vehicle

LONGEST_NOTE = 400


class Rating(StrEnum):
    """How a part is."""

    UNSEEN = "unseen"
    GOOD = "good"
    WATCH = "watch"
    REPLACE = "replace"
    STOP = "stop"


class Bolts(StrEnum):
    """What becomes of the fasteners of a part once they are off."""

    UNSEEN = "unseen"
    KEEP = "keep"
    CLEAN = "clean"
    RENEW = "renew"


class Nuts(StrEnum):
    """What the far end of a part's bolts turns in."""

    UNSEEN = "unseen"
    PLAIN = "plain nut"
    WELDED = "welded nut"
    TABBED = "tabbed nut"
    CAPTIVE = "captive nut"
    CLIP = "clip nut"
    PLASTIC_CLIP = "plastic clip"


class Cover(StrEnum):
    """What must come off before a part's bolts can be reached."""

    UNSEEN = "unseen"
    NOTHING = "nothing"
    SHIELD = "shield"
    BRACE = "brace"
    CROSSMEMBER = "crossmember"
    EXHAUST = "exhaust"
    SPARE = "spare wheel"


class Material(StrEnum):
    """What a bushing is made of."""

    UNSEEN = "unseen"
    RUBBER = "rubber"
    POLYURETHANE = "polyurethane"


class Ends(StrEnum):
    """Which end of the vehicle a short job touches."""

    FRONT = "front"
    REAR = "rear"
    BOTH = "both"

    def hold(self, end: End) -> bool:
        """Whether one end is among them."""
        return self is Ends.BOTH or self.value == end.value


class Rust(StrEnum):
    """Rust of the whole undercarriage."""

    UNSEEN = "unseen"
    NONE = "none"
    LIGHT = "light"
    SCALY = "scaly"
    HEAVY = "heavy"


class TubeShape(StrEnum):
    """Section of the axle tube where a saddle would sit."""

    UNSEEN = "unseen"
    ROUND = "round"
    OVAL = "oval"
    SQUARE = "square"


class CrossmemberSeen(StrEnum):
    """Crossmember at the front axle, as kits ask for it."""

    UNSEEN = "unseen"
    NONE = "none"
    ROUND = "round"
    CHANNEL = "channel"


class ShockMount(StrEnum):
    """How the lower end of an axle's shocks is held, as kits ask for it."""

    UNSEEN = "unseen"
    ONE_BOLT = "one bolt"
    TWO_BOLTS = "two bolts"
    STUD = "stud"


class VentPlace(StrEnum):
    """Where on an axle its vent sits."""

    UNSEEN = "unseen"
    LEFT = "left"
    MIDDLE = "middle"
    RIGHT = "right"


@dataclass(frozen=True)
class PartCheck(Record):
    """What was seen of one part.

    Attributes
    ----------
    rating : Rating
        How it is.
    faults : tuple of Fault
        What is wrong with it.
    bolts : Bolts
        What becomes of its fasteners.
    nuts : Nuts
        What they turn in.
    cover : Cover
        What is in the way of them.
    material : Material
        Of a bushing.
    note : str
        In the fitter's words.
    together : bool
        Said to be good together with others, in one press, not by itself.
    """

    rating: Rating = Rating.UNSEEN
    faults: tuple[Fault, ...] = ()
    bolts: Bolts = Bolts.UNSEEN
    nuts: Nuts = Nuts.UNSEEN
    cover: Cover = Cover.UNSEEN
    material: Material = Material.UNSEEN
    note: str = ""
    together: bool = False

    def __post_init__(self) -> None:
        if len(self.note) > LONGEST_NOTE:
            raise InputError("note", f"Write at most {LONGEST_NOTE} characters here.")
        if len(set(self.faults)) != len(self.faults):
            raise InputError("faults", "Name each fault once.")


@dataclass(frozen=True)
class TubeFacts(Record):
    """What a kit's saddles ask of an axle tube.

    Attributes
    ----------
    diameter_m : Measured or None
        Where the saddle would sit [m].
    shape : TubeShape
        Of its section.
    vent : VentPlace
        Where the vent is; saddles keep off it.
    """

    diameter_m: Measured | None = place(
        "Axle tube diameter", Dimension.SMALL_LENGTH, 0.03, 0.25, optional=True
    )
    shape: TubeShape = TubeShape.UNSEEN
    vent: VentPlace = VentPlace.UNSEEN

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class LookOver(Record):
    """All that was seen under one vehicle.

    Attributes
    ----------
    parts : mapping of str to PartCheck
        By the key of the part; a part that is not in it is unseen.
    rust : Rust
        Of the whole undercarriage.
    front_tube, rear_tube : TubeFacts
        Of solid axles.
    ends : Ends
        Which end a short job touches; an upgrade looks at both.
    crossmember : CrossmemberSeen
        At the front; decides between variants of a kit.
    front_shock_mount, rear_shock_mount : ShockMount
        Of the lower shock mounts; decides between variants too.
    """

    parts: Mapping[str, PartCheck] = field(default_factory=dict)
    rust: Rust = Rust.UNSEEN
    front_tube: TubeFacts = TubeFacts()
    rear_tube: TubeFacts = TubeFacts()
    ends: Ends = Ends.BOTH
    crossmember: CrossmemberSeen = CrossmemberSeen.UNSEEN
    front_shock_mount: ShockMount = ShockMount.UNSEEN
    rear_shock_mount: ShockMount = ShockMount.UNSEEN

    def __post_init__(self) -> None:
        for key, check in self.parts.items():
            part = ALL_PARTS.get(key)
            if part is None:
                raise InputError(f"parts.{key[:40]}", "There is no such part on the list.")
            strange = [fault for fault in check.faults if fault not in part.faults]
            if strange:
                raise InputError(
                    f"parts.{key}.faults",
                    f"“{strange[0]}” does not belong to this part; it may be "
                    f"{', '.join(part.faults)}.",
                )

    def tube(self, end: End) -> TubeFacts:
        """What was seen of the axle tube of one end."""
        return self.front_tube if end is End.FRONT else self.rear_tube

    def shock_mount(self, end: End) -> ShockMount:
        """How the lower shock mounts of one end are."""
        return self.front_shock_mount if end is End.FRONT else self.rear_shock_mount

    def of(self, key: str) -> PartCheck:
        """What was seen of a part; unseen where nobody looked."""
        return self.parts.get(key, PartCheck())

    def has(self, key: str, *faults: Fault) -> bool:
        """Whether a part has one of these faults."""
        return any(fault in faults for fault in self.of(key).faults)


def parts_to_see(
    vehicle: Vehicle, kind: JobKind = JobKind.UPGRADE, ends: Ends = Ends.BOTH
) -> list[Part]:
    """Return the parts of a vehicle that a job goes round with, front first.

    Parameters
    ----------
    vehicle : Vehicle
        Decides which parts are there.
    kind : JobKind
        A short job looks only at what it touches.
    ends : Ends
        Which end a short job touches.
    """
    touched = TOUCHED.get(kind)
    return [
        part
        for part in parts_there(vehicle)
        if touched is None or (part.kind in touched and ends.hold(part.axle))
    ]


def rated_by_themselves(before: LookOver, after: LookOver) -> LookOver:
    """Return a look-over in which a part whose rating was changed is no longer said together.

    Parameters
    ----------
    before, after : LookOver
        As it stood, and with what was picked.
    """
    parts = {
        key: replace(check, together=False)
        if check.together and check.rating is not before.of(key).rating and before.of(key).together
        else check
        for key, check in after.parts.items()
    }
    return replace(after, parts=parts)


def with_rest_good(look: LookOver, parts: Sequence[Part]) -> LookOver:
    """Return a look-over with every part good that nobody has rated, recorded as said together.

    Parameters
    ----------
    look : LookOver
        What was seen.
    parts : sequence of Part
        Those that are meant.
    """
    rest = {
        part.key: replace(look.of(part.key), rating=Rating.GOOD, together=True)
        for part in parts
        if look.of(part.key).rating is Rating.UNSEEN
    }
    return replace(look, parts={**look.parts, **rest})


#: What is picked at each place of a look-over, in the order it is offered.
PICKS: Mapping[str, type[StrEnum]] = {
    "bolts": Bolts,
    "nuts": Nuts,
    "cover": Cover,
    "material": Material,
    "rust": Rust,
    "shape": TubeShape,
    "vent": VentPlace,
    "crossmember": CrossmemberSeen,
    "shock_mount": ShockMount,
    "ends": Ends,
}
