"""Station 3: the undercarriage part by part."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.quantities.measure import Measured, Record, check_places, place
from axlecore.quantities.units import Dimension
from axlecore.vehicle.axle import Suspension
from axlecore.vehicle.ends import End, Side
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


class VentPlace(StrEnum):
    """Where on an axle its vent sits."""

    UNSEEN = "unseen"
    LEFT = "left"
    MIDDLE = "middle"
    RIGHT = "right"


class Fault(StrEnum):
    """What can be wrong with a part."""

    CRACKED = "cracked"
    BROKEN = "broken"
    WELDED_BEFORE = "welded before"
    RUST_UNDER_BUSHING = "rust under the bushing"
    RUSTED_INSIDE = "rusted from inside"
    BENT = "bent"
    PLAY = "play"
    TORN_BOOT = "torn boot"
    SEIZED_STUD = "seized stud"
    SPINNING_STUD = "stud will spin"
    CRUSHED_BUSHING = "crushed bushing"
    MISSING_BUSHING = "missing bushing"
    SOFT = "soft"
    OVAL = "oval"
    SPLIT = "split"
    DRY = "dry"
    WRONG_SIZE = "wrong size"
    LOOSE = "loose"
    HOLE_OVAL = "hole worn oval"
    CAPTIVE_NUT_SPINS = "captive nut spins"
    PERMANENT_THREAD_LOCK = "permanent thread-lock"
    COVERS_BOLTS = "covers bolts we need"
    IN_THE_WAY = "in the way of a bar"
    NOT_STANDARD = "not standard"
    CHAFED = "chafed"
    LEAKS = "leaks"
    OFF_CENTRE = "off-centre"
    UNKNOWN_OPTION = "option not on the sheet"


@dataclass(frozen=True)
class PartKind:
    """One line of the list that is gone round with.

    Attributes
    ----------
    key, label : str
        End of its key, and the trade's name.
    axles : tuple of str
        Ends it sits at.
    sides : bool
        One left and one right.
    suspension : Suspension or None
        Only there with this one; None with both.
    faults : tuple of Fault
        What can be wrong with it.
    fasteners : bool
        Fasteners of it come off.
    """

    key: str
    label: str
    axles: tuple[End, ...]
    sides: bool
    suspension: Suspension | None
    faults: tuple[Fault, ...]
    fasteners: bool = False


_BOTH, _FRONT, _REAR = (End.FRONT, End.REAR), (End.FRONT,), (End.REAR,)
_SOLID = Suspension.SOLID

#: The list, in the order of going round. A new part is one row here.
PART_KINDS: tuple[PartKind, ...] = (
    PartKind(
        "bar",
        "Bar",
        _BOTH,
        False,
        None,
        (
            Fault.CRACKED,
            Fault.BROKEN,
            Fault.WELDED_BEFORE,
            Fault.RUST_UNDER_BUSHING,
            Fault.RUSTED_INSIDE,
            Fault.BENT,
        ),
    ),
    PartKind(
        "link",
        "Link",
        _BOTH,
        True,
        None,
        (
            Fault.PLAY,
            Fault.TORN_BOOT,
            Fault.SEIZED_STUD,
            Fault.SPINNING_STUD,
            Fault.BENT,
            Fault.CRUSHED_BUSHING,
            Fault.MISSING_BUSHING,
        ),
        True,
    ),
    PartKind(
        "bushing",
        "Bushing",
        _BOTH,
        True,
        None,
        (Fault.SOFT, Fault.OVAL, Fault.SPLIT, Fault.DRY, Fault.WRONG_SIZE),
    ),
    PartKind(
        "bracket",
        "Bracket",
        _BOTH,
        True,
        None,
        (
            Fault.CRACKED,
            Fault.BENT,
            Fault.LOOSE,
            Fault.HOLE_OVAL,
            Fault.CAPTIVE_NUT_SPINS,
            Fault.PERMANENT_THREAD_LOCK,
        ),
        True,
    ),
    PartKind("shock", "Shock", _BOTH, True, None, (Fault.LEAKS, Fault.BENT, Fault.NOT_STANDARD)),
    PartKind("spring", "Spring", _BOTH, True, None, (Fault.BROKEN, Fault.CRACKED)),
    PartKind("u_bolts", "Spring U-bolts", _BOTH, True, _SOLID, (Fault.LOOSE, Fault.BENT), True),
    PartKind("axle_tube", "Axle tube", _BOTH, False, _SOLID, (Fault.CRACKED, Fault.NOT_STANDARD)),
    PartKind(
        "brake_lines",
        "Brake lines",
        _BOTH,
        False,
        None,
        (Fault.CHAFED, Fault.LEAKS, Fault.IN_THE_WAY),
    ),
    PartKind(
        "wiring", "ABS and other wiring", _BOTH, False, None, (Fault.CHAFED, Fault.IN_THE_WAY)
    ),
    PartKind(
        "frame",
        "Frame and its holes",
        _BOTH,
        True,
        None,
        (Fault.CRACKED, Fault.HOLE_OVAL, Fault.WELDED_BEFORE),
    ),
    PartKind(
        "crossmember",
        "Crossmember",
        _FRONT,
        False,
        None,
        (Fault.NOT_STANDARD, Fault.UNKNOWN_OPTION, Fault.IN_THE_WAY),
    ),
    PartKind(
        "steering_link",
        "Steering link",
        _FRONT,
        False,
        None,
        (Fault.PLAY, Fault.BENT, Fault.IN_THE_WAY),
    ),
    PartKind(
        "steering_damper",
        "Steering damper",
        _FRONT,
        False,
        None,
        (Fault.LEAKS, Fault.LOOSE, Fault.OFF_CENTRE, Fault.IN_THE_WAY),
    ),
    PartKind(
        "splash_shield",
        "Splash shield",
        _FRONT,
        False,
        None,
        (Fault.COVERS_BOLTS, Fault.LOOSE),
        True,
    ),
    PartKind("brace", "Bolt-on brace", _BOTH, False, None, (Fault.COVERS_BOLTS, Fault.LOOSE), True),
    PartKind(
        "exhaust",
        "Exhaust and heat shields",
        _BOTH,
        False,
        None,
        (Fault.NOT_STANDARD, Fault.IN_THE_WAY, Fault.LEAKS, Fault.LOOSE),
    ),
    PartKind("drive_shaft", "Drive shaft", _REAR, False, None, (Fault.PLAY, Fault.IN_THE_WAY)),
    PartKind(
        "spare_carrier",
        "Spare tyre carrier",
        _REAR,
        False,
        None,
        (Fault.IN_THE_WAY, Fault.COVERS_BOLTS),
        True,
    ),
    PartKind("air_lines", "Air lines", _BOTH, False, None, (Fault.LEAKS, Fault.CHAFED)),
)


@dataclass(frozen=True)
class Part(Record):
    """A part of one vehicle that is to be looked at.

    Attributes
    ----------
    key, kind, label : str
        Such as ``rear_link_left``, ``link``, "Link, left".
    axle : End
        Which axle it is at.
    faults : tuple of Fault
        What can be wrong with it.
    fasteners : bool
        Fasteners of it come off.
    """

    key: str
    kind: str
    label: str
    axle: End
    faults: tuple[Fault, ...]
    fasteners: bool


def _parts_of(kind: PartKind, axle: End) -> Iterator[Part]:
    if not kind.sides:
        key = f"{axle}_{kind.key}"
        yield Part(key, kind.key, kind.label, axle, kind.faults, kind.fasteners)
        return
    for side in Side:
        key, label = f"{axle}_{kind.key}_{side}", f"{kind.label}, {side}"
        yield Part(key, kind.key, label, axle, kind.faults, kind.fasteners)


_ALL_PARTS = {
    part.key: part for kind in PART_KINDS for axle in kind.axles for part in _parts_of(kind, axle)
}
#: Parts that are there only with a bar, and only with air bags.
_OF_A_BAR = frozenset({"bar", "link", "bushing", "bracket"})


def parts_to_see(vehicle: Vehicle) -> list[Part]:
    """Return the parts of a vehicle to go round with, front first.

    Parameters
    ----------
    vehicle : Vehicle
        Its suspensions, bars and air bags decide.
    """
    found: list[Part] = []
    for name in End:
        axle = vehicle.of_end(name)
        for kind in PART_KINDS:
            absent = (
                name not in kind.axles
                or kind.suspension not in (None, axle.suspension)
                or (kind.key in _OF_A_BAR and axle.standard_bar is None)
                or (kind.key == "air_lines" and axle.air_bags is None)
            )
            if not absent:
                found.extend(_parts_of(kind, name))
    return found


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
    note : str
        In the fitter's words.
    """

    rating: Rating = Rating.UNSEEN
    faults: tuple[Fault, ...] = ()
    bolts: Bolts = Bolts.UNSEEN
    note: str = ""

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
    """

    parts: Mapping[str, PartCheck] = field(default_factory=dict)
    rust: Rust = Rust.UNSEEN
    front_tube: TubeFacts = TubeFacts()
    rear_tube: TubeFacts = TubeFacts()

    def __post_init__(self) -> None:
        for key, check in self.parts.items():
            part = _ALL_PARTS.get(key)
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

    def of(self, key: str) -> PartCheck:
        """What was seen of a part; unseen where nobody looked."""
        return self.parts.get(key, PartCheck())
