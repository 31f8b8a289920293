"""Parts of the racks: bars, kits, links, brackets and bushings, and what each is made for."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from axlecore.bars.bar import Bar, bar_mass_kg
from axlecore.errors import InputError
from axlecore.quantities.measure import Measured, Record, check_places, place
from axlecore.quantities.sentences import kg, newton_metres
from axlecore.quantities.units import Dimension
from axlecore.vehicle.ends import End


class PartKind(StrEnum):
    """What a part is; a kit is a bar with all that it needs to be fitted."""

    BAR = "bar"
    KIT = "kit"
    LINK = "link"
    BRACKET = "bracket"
    BUSHING = "bushing"

    @property
    def label(self) -> str:
        """What several are called on a page."""
        return f"{self.value.capitalize()}s"


#: Which measurements a kind of part has; a bracket has none of its own.
FACTS_OF = {
    PartKind.BAR: "bar",
    PartKind.KIT: "bar",
    PartKind.LINK: "link",
    PartKind.BRACKET: None,
    PartKind.BUSHING: "bushing",
}
#: Kinds with a bar in them, and kinds that are had by themselves to renew a worn one.
WITH_A_BAR = tuple(kind for kind, facts in FACTS_OF.items() if facts == "bar")
JOINTS = (PartKind.LINK, PartKind.BUSHING)


class MadeFor(StrEnum):
    """Axle a part is made for."""

    FRONT = "front"
    REAR = "rear"
    EITHER = "either"

    def covers(self, end: End) -> bool:
        """It is made for this end."""
        return self is MadeFor.EITHER or self.value == end.value


class BarRole(StrEnum):
    """How a bar is meant to be fitted."""

    BESIDE = "beside"
    INSTEAD = "instead"
    EITHER = "either"


class Crossmember(StrEnum):
    """Crossmember a part asks for near the axle."""

    ANY = "any"
    ROUND = "round"
    CHANNEL = "channel"
    NONE = "none"


class MountNeed(StrEnum):
    """How the lower end of the shocks is held that a part shares its bolts with."""

    ANY = "any"
    ONE_BOLT = "one bolt"
    TWO_BOLTS = "two bolts"
    STUD = "stud"


class Grease(StrEnum):
    """What a part's sheet says of grease in its bushings."""

    UNSAID = "unsaid"
    SILICONE = "silicone"
    PTFE = "ptfe"
    DRY = "dry"


class TubeNeed(StrEnum):
    """Shape of axle tube that a bracket set sits on."""

    ANY = "any"
    ROUND = "round"
    SQUARE = "square"


@dataclass(frozen=True)
class FitsFor(Record):
    """What a part is made for; None leaves a limit open.

    Attributes
    ----------
    axle : MadeFor
        Which axle.
    axle_load_from_kg, axle_load_to_kg : float
        Load of that axle at its heaviest [kg].
    tube_from_m, tube_to_m : float or None
        Axle tube's diameter [m].
    tube_shape : TubeNeed
        Its shape.
    lift_from_m, lift_to_m : float or None
        Lift from standard [m]; below zero lowered.
    crossmember : Crossmember
        Asked for near the axle.
    shock_mount : MountNeed
        How the lower shock mounts must be held.
    variant : str
        Weight variant or option in the sheet's own words.
    """

    axle: MadeFor
    axle_load_from_kg: float
    axle_load_to_kg: float
    tube_from_m: float | None = None
    tube_to_m: float | None = None
    tube_shape: TubeNeed = TubeNeed.ANY
    lift_from_m: float | None = None
    lift_to_m: float | None = None
    crossmember: Crossmember = Crossmember.ANY
    shock_mount: MountNeed = MountNeed.ANY
    variant: str = ""

    def __post_init__(self) -> None:
        if not 0 <= self.axle_load_from_kg < self.axle_load_to_kg <= 30_000:
            raise InputError(
                "axle_load_to_kg",
                f"Read {kg(self.axle_load_from_kg, self.axle_load_to_kg):.0f}; enter a range that "
                f"rises, up to {kg(30_000):.0f}.",
            )
        for name, low, high in (
            ("tube_to_m", self.tube_from_m, self.tube_to_m),
            ("lift_to_m", self.lift_from_m, self.lift_to_m),
        ):
            if low is not None and high is not None and not low <= high:
                raise InputError(name, "This range ends below where it begins.")


class Joint(StrEnum):
    """What a fastener clamps."""

    METAL = "metal"
    CUSHIONED = "cushioned"


class SheetNut(StrEnum):
    """What a fastener of a kit turns in."""

    PLAIN = "plain"
    LOCK_NUT = "lock nut"


@dataclass(frozen=True)
class SheetTorque(Record):
    """One fastener of a kit as its sheet gives it.

    Attributes
    ----------
    where : str
        Which bolt.
    size, grade : str
        Such as ``M12x1.75`` and ``10.9``, or ``1/2-13`` and ``5``; no grade where nobody read it.
    count : int
        How many.
    torque_n_m, torque_to_n_m : float or None
        The sheet's torque, or its range from and to [N·m]; None where it gives none.
    joint : Joint
        A cushioned joint is tightened to a bulge, and never judged by what its bolt bears.
    nut : SheetNut
        A lock nut takes nothing on its thread, and torque to run down.
    """

    where: str
    size: str
    grade: str
    count: int = 2
    torque_n_m: float | None = None
    torque_to_n_m: float | None = None
    joint: Joint = Joint.METAL
    nut: SheetNut = SheetNut.PLAIN

    def __post_init__(self) -> None:
        if not 1 <= self.count <= 40:
            raise InputError("count", "Count 1 to 40 of one fastener.")
        for torque in (self.torque_n_m, self.torque_to_n_m):
            if torque is not None and not (math.isfinite(torque) and 0.5 <= torque <= 2000):
                raise InputError(
                    "torque_n_m",
                    f"Read {newton_metres(torque)}; enter {newton_metres(0.5, 2000):g}.",
                )
        if self.torque_to_n_m is not None and not (
            self.torque_n_m is not None and self.torque_n_m < self.torque_to_n_m
        ):
            raise InputError("torque_n_m", "A range of torque rises, such as 78-88.")


@dataclass(frozen=True)
class LinkFacts(Record):
    """An end link.

    Attributes
    ----------
    length_from_m, length_to_m : Measured
        Eye to eye, shortest and longest [m]; the same for a fixed one.
    thread : str
        Its thread or stud.
    joint_angle_rad : Measured or None
        How far its joints swing to one side [rad]; None for bushings.
    step_m : Measured or None
        From one length to the next where it is had or set in fixed steps [m]; None for any length.
    """

    length_from_m: Measured = place("Shortest length", Dimension.LENGTH, 0.03, 1.0)
    length_to_m: Measured = place("Longest length", Dimension.LENGTH, 0.03, 1.0)
    thread: str = ""
    joint_angle_rad: Measured | None = place(
        "Joint angle", Dimension.ANGLE, 0.05, 1.2, optional=True
    )
    step_m: Measured | None = place(
        "Step of its length", Dimension.SMALL_LENGTH, 0.001, 0.2, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)
        if not self.length_from_m.value <= self.length_to_m.value:
            raise InputError("length_to_m", "The longest length is below the shortest.")


@dataclass(frozen=True)
class BushingFacts(Record):
    """A bushing or a link bushing.

    Attributes
    ----------
    bore_m : Measured
        For a bar or a bolt of this diameter [m].
    material : str
        Rubber or polyurethane.
    rate_n_per_m : Measured or None
        Radial stiffness [N/m].
    """

    material: str
    bore_m: Measured = place("Bushing bore", Dimension.SMALL_LENGTH, 0.005, 0.12)
    rate_n_per_m: Measured | None = place(
        "Bushing stiffness", Dimension.RATE, 1e5, 1e9, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)
        if self.material not in ("rubber", "polyurethane"):
            raise InputError(
                "material", f"Read “{self.material[:30]}”; write rubber or polyurethane."
            )


@dataclass(frozen=True)
class RackPart(Record):
    """A part as its maker's sheet gives it.

    Attributes
    ----------
    kind : PartKind
        What it is.
    part_number, maker : str
        Its name.
    fits : FitsFor
        What it is made for.
    bar : Bar or None
        Of a bar or a kit.
    link : LinkFacts or None
        Of a link.
    bushing : BushingFacts or None
        Of a bushing.
    role : BarRole
        How its bar is meant to be fitted.
    holes_drilled : int
        Holes to be drilled in the frame.
    u_bolts_off, cradle_lowered, drive_shaft_off, exhaust_opened : bool
        What comes off or apart for it: the springs' U-bolts, the cradle, a drive shaft,
        the exhaust.
    alignment : bool
        Its sheet asks for wheel alignment afterwards.
    side_marks, bolt_heads : str
        How left is told from right, and which way its bolts point.
    grease : Grease
        What the sheet says of grease in its bushings.
    mass_kg : float or None
        Of the bar as the sheet gives it; None is worked out from its size.
    hours : float
        To fit it, as the sheet says [h].
    claimed_gain : float or None
        Seller's claim of how much stiffer, as a part: 0.9 for 90 %.
    renewable : bool
        Bushings and joints can be had by themselves.
    coating : str
        Paint, zinc or none.
    contents : tuple of str
        What is in the box, such as ``2 × SG-L180``.
    torques : tuple of SheetTorque
        Its fasteners by the sheet.
    note : str
        Whatever else the sheet says.
    """

    kind: PartKind
    part_number: str
    maker: str
    fits: FitsFor
    bar: Bar | None = None
    link: LinkFacts | None = None
    bushing: BushingFacts | None = None
    role: BarRole = BarRole.EITHER
    holes_drilled: int = 0
    u_bolts_off: bool = False
    cradle_lowered: bool = False
    drive_shaft_off: bool = False
    exhaust_opened: bool = False
    alignment: bool = False
    side_marks: str = ""
    bolt_heads: str = ""
    grease: Grease = Grease.UNSAID
    mass_kg: float | None = None
    hours: float = 0.0
    claimed_gain: float | None = None
    renewable: bool = False
    coating: str = ""
    contents: tuple[str, ...] = ()
    torques: tuple[SheetTorque, ...] = ()
    note: str = ""

    def __post_init__(self) -> None:
        for name, text, most in (
            ("part_number", self.part_number, 40),
            ("maker", self.maker, 60),
            ("note", self.note, 400),
            ("coating", self.coating, 40),
            ("side_marks", self.side_marks, 120),
            ("bolt_heads", self.bolt_heads, 120),
        ):
            if len(text) > most:
                raise InputError(name, f"Write at most {most} characters.")
        for name, text in (("part_number", self.part_number), ("maker", self.maker)):
            if not text.strip():
                raise InputError(name, "This is missing; enter it.")
        facts = FACTS_OF[self.kind]
        if facts is not None and vars(self)[facts] is None:
            raise InputError(facts, f"A {self.kind} needs its {facts}'s measurements.")
        if not 0 <= self.holes_drilled <= 24:
            raise InputError("holes_drilled", "Enter 0 to 24 holes.")
        if not 0 <= self.hours <= 60:
            raise InputError("hours", "Enter 0 to 60 hours.")
        if self.mass_kg is not None and not 0.2 <= self.mass_kg <= 120:
            raise InputError("mass_kg", f"Read {kg(self.mass_kg):g}; enter {kg(0.2, 120):g}.")
        if self.claimed_gain is not None and not -0.9 <= self.claimed_gain <= 50:
            raise InputError("claimed_gain", "A claim lies between 90 % softer and 5000 % stiffer.")

    @property
    def name(self) -> str:
        """Maker and part number."""
        return f"{self.maker} {self.part_number}"

    @property
    def alignment_due(self) -> bool:
        """The wheels are aligned after it is fitted; a cradle that was lowered asks for it too."""
        return self.alignment or self.cradle_lowered

    @property
    def takes_apart(self) -> bool:
        """Something else on the vehicle comes off or apart for it."""
        return (
            self.u_bolts_off or self.cradle_lowered or self.drive_shaft_off or self.exhaust_opened
        )

    @property
    def bar_kg(self) -> float | None:
        """What its bar weighs, by the sheet or by its size [kg]; None without a bar."""
        if self.mass_kg is not None:
            return self.mass_kg
        return None if self.bar is None else bar_mass_kg(self.bar)


@dataclass(frozen=True)
class SupplierOffer(Record):
    """What a supplier asks for a part.

    Attributes
    ----------
    supplier : str
        Who.
    price : float
        In the shop's money, zero or more.
    stock : int
        On the supplier's shelf.
    days : int or None
        Until it is here; None where the supplier does not say.
    """

    supplier: str
    price: float
    stock: int = 0
    days: int | None = None

    def __post_init__(self) -> None:
        if not self.supplier.strip() or len(self.supplier) > 60:
            raise InputError("supplier", "Write a supplier's name, at most 60 characters.")
        # Asked as "not in range" so that NaN is refused too.
        if not 0 <= self.price <= 1_000_000:
            raise InputError("price", f"Read {self.price}; enter 0 to 1 000 000.")
        if not 0 <= self.stock <= 100_000:
            raise InputError("stock", f"Read {self.stock}; enter 0 to 100 000.")
        if self.days is not None and not 0 <= self.days <= 365:
            raise InputError("days", f"Read {self.days}; enter 0 to 365 days.")
