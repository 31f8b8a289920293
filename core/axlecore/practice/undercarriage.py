"""The undercarriage as a list to go round with: parts, where they sit, what can be wrong."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from enum import StrEnum

from axlecore.practice.stations import JobKind
from axlecore.quantities.measure import Record
from axlecore.vehicle.axle import Suspension
from axlecore.vehicle.ends import End, Side
from axlecore.vehicle.rig import Vehicle


class Fault(StrEnum):
    """What can be wrong with a part, or must be known of it; each leads to something."""

    CRACKED = "cracked"
    BROKEN = "broken"
    MISSING = "missing"
    WELDED_BEFORE = "welded before"
    RUST_UNDER_BUSHING = "rust under the bushing"
    RUSTED_INSIDE = "rusted from inside"
    SURFACE_RUST = "surface rust"
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
    TOO_HEAVY = "too heavy for one"


@dataclass(frozen=True)
class PartKind:
    """One line of the list that is gone round with.

    Attributes
    ----------
    key, label : str
        End of its key, and the trade's name.
    faults : tuple of Fault
        What can be wrong with it.
    axles : tuple of End
        Ends it sits at.
    sides : bool
        One left and one right.
    suspension : Suspension or None
        Only there with this one; None with both.
    fasteners : bool
        Fasteners of it come off.
    of_bar : bool
        Only there with a bar.
    """

    key: str
    label: str
    faults: tuple[Fault, ...]
    axles: tuple[End, ...] = (End.FRONT, End.REAR)
    sides: bool = False
    suspension: Suspension | None = None
    fasteners: bool = False
    of_bar: bool = False


_FRONT, _REAR = (End.FRONT,), (End.REAR,)
_F = Fault

#: The list, in the order of going round. A new part is one row here.
PART_KINDS: tuple[PartKind, ...] = (
    PartKind(
        "bar",
        "Bar",
        (
            _F.CRACKED,
            _F.BROKEN,
            _F.WELDED_BEFORE,
            _F.RUST_UNDER_BUSHING,
            _F.RUSTED_INSIDE,
            _F.SURFACE_RUST,
            _F.BENT,
            _F.TOO_HEAVY,
        ),
        of_bar=True,
    ),
    PartKind(
        "link",
        "Link",
        (
            _F.PLAY,
            _F.TORN_BOOT,
            _F.SEIZED_STUD,
            _F.SPINNING_STUD,
            _F.BENT,
            _F.BROKEN,
            _F.MISSING,
            _F.CRUSHED_BUSHING,
            _F.MISSING_BUSHING,
        ),
        sides=True,
        fasteners=True,
        of_bar=True,
    ),
    PartKind(
        "bushing",
        "Bushing",
        (_F.SOFT, _F.OVAL, _F.SPLIT, _F.DRY, _F.WRONG_SIZE),
        sides=True,
        of_bar=True,
    ),
    PartKind(
        "bracket",
        "Bracket",
        (
            _F.CRACKED,
            _F.BENT,
            _F.LOOSE,
            _F.HOLE_OVAL,
            _F.CAPTIVE_NUT_SPINS,
            _F.PERMANENT_THREAD_LOCK,
            _F.SURFACE_RUST,
        ),
        sides=True,
        fasteners=True,
        of_bar=True,
    ),
    PartKind("shock", "Shock", (_F.LEAKS, _F.BENT, _F.NOT_STANDARD), sides=True),
    PartKind(
        "shock_mount",
        "Lower shock mount",
        (_F.CRACKED, _F.NOT_STANDARD, _F.IN_THE_WAY, _F.SURFACE_RUST),
        sides=True,
        fasteners=True,
    ),
    PartKind("spring", "Spring", (_F.BROKEN, _F.CRACKED), sides=True),
    PartKind(
        "u_bolts",
        "Spring U-bolts",
        (_F.LOOSE, _F.BENT),
        sides=True,
        suspension=Suspension.SOLID,
        fasteners=True,
    ),
    PartKind(
        "axle_tube",
        "Axle tube",
        (_F.CRACKED, _F.NOT_STANDARD, _F.SURFACE_RUST),
        suspension=Suspension.SOLID,
    ),
    PartKind("brake_lines", "Brake lines", (_F.CHAFED, _F.LEAKS, _F.IN_THE_WAY)),
    PartKind("wiring", "ABS and other wiring", (_F.CHAFED, _F.IN_THE_WAY)),
    PartKind(
        "frame",
        "Frame and its holes",
        (_F.CRACKED, _F.HOLE_OVAL, _F.WELDED_BEFORE, _F.SURFACE_RUST),
        sides=True,
    ),
    PartKind(
        "crossmember",
        "Crossmember",
        (_F.NOT_STANDARD, _F.UNKNOWN_OPTION, _F.IN_THE_WAY),
        axles=_FRONT,
    ),
    PartKind(
        "cradle",
        "Cradle and its steering joint",
        (_F.CRACKED, _F.PLAY, _F.COVERS_BOLTS, _F.IN_THE_WAY),
        suspension=Suspension.INDEPENDENT,
        fasteners=True,
    ),
    PartKind("steering_link", "Steering link", (_F.PLAY, _F.BENT, _F.IN_THE_WAY), axles=_FRONT),
    PartKind(
        "steering_damper",
        "Steering damper",
        (_F.LEAKS, _F.LOOSE, _F.OFF_CENTRE, _F.IN_THE_WAY),
        axles=_FRONT,
    ),
    PartKind(
        "splash_shield",
        "Splash shield",
        (_F.COVERS_BOLTS, _F.LOOSE),
        axles=_FRONT,
        fasteners=True,
    ),
    PartKind("liner", "Wheel-arch liner", (_F.IN_THE_WAY, _F.LOOSE), sides=True, fasteners=True),
    PartKind("brace", "Bolt-on brace", (_F.COVERS_BOLTS, _F.LOOSE), fasteners=True),
    PartKind(
        "exhaust",
        "Exhaust and heat shields",
        (_F.NOT_STANDARD, _F.IN_THE_WAY, _F.LEAKS, _F.LOOSE),
    ),
    PartKind("drive_shaft", "Drive shaft", (_F.PLAY, _F.IN_THE_WAY), axles=_REAR),
    PartKind(
        "spare_carrier",
        "Spare tyre carrier",
        (_F.IN_THE_WAY, _F.COVERS_BOLTS),
        axles=_REAR,
        fasteners=True,
    ),
    PartKind("air_lines", "Air lines", (_F.LEAKS, _F.CHAFED)),
)

#: Kinds of part that a short job touches, at its own end; an upgrade looks at all of them.
TOUCHED: Mapping[JobKind, frozenset[str]] = {
    JobKind.RENEW_LINKS: frozenset({"bar", "link", "bracket", "brake_lines", "wiring"}),
    JobKind.RENEW_BUSHINGS: frozenset({"bar", "link", "bushing", "bracket", "frame"}),
    JobKind.BROKEN_BAR: frozenset(
        {
            "bar",
            "link",
            "bushing",
            "bracket",
            "frame",
            "cradle",
            "splash_shield",
            "brace",
            "exhaust",
            "drive_shaft",
            "spare_carrier",
        }
    ),
    JobKind.LINK_LENGTH: frozenset({"bar", "link", "bracket", "shock", "brake_lines", "wiring"}),
    JobKind.RECHECK: frozenset(
        {"bar", "link", "bushing", "bracket", "u_bolts", "shock", "brake_lines", "exhaust"}
    ),
}


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

    @property
    def name(self) -> str:
        """Its name in a sentence, such as "rear link, left"."""
        # Only its own first letter is a capital; what is short for something stays as it is.
        return f"{self.axle} {self.label[:1].lower()}{self.label[1:]}"


def _parts_of(kind: PartKind, axle: End) -> Iterator[Part]:
    if not kind.sides:
        key = f"{axle}_{kind.key}"
        yield Part(key, kind.key, kind.label, axle, kind.faults, kind.fasteners)
        return
    for side in Side:
        key, label = f"{axle}_{kind.key}_{side}", f"{kind.label}, {side}"
        yield Part(key, kind.key, label, axle, kind.faults, kind.fasteners)


#: Every part there can be, by its key.
ALL_PARTS: Mapping[str, Part] = {
    part.key: part for kind in PART_KINDS for axle in kind.axles for part in _parts_of(kind, axle)
}


def parts_there(vehicle: Vehicle) -> list[Part]:
    """Return the parts that a vehicle has, front first.

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
                or (kind.of_bar and axle.standard_bar is None)
                or (kind.key == "air_lines" and axle.air_bags is None)
            )
            if not absent:
                found.extend(_parts_of(kind, name))
    return found
