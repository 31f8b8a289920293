"""What the rules of a plan read: a job's decisions, asked as the work asks them."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cached_property

from axlecore.build.job import JobFile, Kit
from axlecore.build.steps import OldFastener, VehicleState
from axlecore.fitup.sheet import AxleFit, Layout
from axlecore.practice.fit_findings import AxleStation
from axlecore.practice.fitting import FitStation
from axlecore.practice.look import Cover, Nuts, PartCheck, Rust
from axlecore.practice.partfit import ONE_PERSON_KG
from axlecore.practice.stations import JobKind
from axlecore.practice.undercarriage import Fault, Part, parts_there
from axlecore.quantities.sentences import mm
from axlecore.racks.parts import RackPart
from axlecore.vehicle.axle import Suspension
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, Joints, RigKind

#: Size of the old fasteners at an axle that carries less [kg], where no sheet says another.
_OLD_SIZES = ((1100.0, "M8x1.25"), (2600.0, "M10x1.5"), (float("inf"), "M12x1.75"))
_HIDDEN = (Nuts.WELDED, Nuts.CAPTIVE)


@dataclass(frozen=True)
class Work:
    """What is done at one axle.

    Attributes
    ----------
    old_bar_out, bar_in : bool
        The bar that is there comes out; a bar goes in.
    new_links, new_bushings : bool
        They are renewed.
    links_set : bool
        Links are set to another length.
    checked : bool
        Torques are read again, nothing more.
    """

    old_bar_out: bool = False
    bar_in: bool = False
    new_links: bool = False
    new_bushings: bool = False
    links_set: bool = False
    checked: bool = False

    @property
    def links_made(self) -> bool:
        """Links are made up on the bench."""
        return self.bar_in or self.new_links or self.links_set

    @property
    def rehung(self) -> bool:
        """The bar's joints come apart and are settled again."""
        return self.links_made or self.new_bushings

    @property
    def one_link(self) -> bool:
        """One link off is enough, so that the bar moves: only bushings are renewed."""
        return self.new_bushings and not (self.bar_in or self.new_links)


#: What a short job does at its end.
_SHORT = {
    JobKind.RENEW_LINKS: Work(new_links=True),
    JobKind.RENEW_BUSHINGS: Work(new_bushings=True),
    JobKind.BROKEN_BAR: Work(old_bar_out=True, bar_in=True),
    JobKind.LINK_LENGTH: Work(links_set=True),
    JobKind.RECHECK: Work(checked=True),
}


@dataclass(frozen=True)
class Facts:
    """A job with what its fit-up comes to.

    Attributes
    ----------
    job : JobFile
        As far as it is decided.
    fit : FitStation or None
        What the fit-up comes to; None where there is none.
    """

    job: JobFile
    fit: FitStation | None

    @cached_property
    def ends(self) -> tuple[End, ...]:
        """Ends that are worked on."""
        return self.job.touched()

    @cached_property
    def parts(self) -> list[Part]:
        """Parts that are there."""
        return parts_there(self.job.vehicle)

    def work(self, end: End) -> Work:
        """What is done at an end."""
        if self.job.kind in _SHORT:
            return _SHORT[self.job.kind]
        choice = self.job.set_up.of_end(end)
        renewed = self.job.set_up.joints(end) is Joints.RENEWED
        return Work(
            old_bar_out=choice is not None and choice.action is Action.REPLACE,
            bar_in=choice is not None,
            new_links=renewed,
            new_bushings=renewed,
        )

    def kit(self, end: End) -> Kit | None:
        """What is fitted there."""
        return self.job.of_end(end)

    def sheet(self, end: End) -> AxleFit | None:
        """The fit-up sheet of an end."""
        return self.job.fitting.of_end(end)

    def station(self, end: End) -> AxleStation | None:
        """What the fit-up of an end comes to."""
        return None if self.fit is None else self.fit.of_end(end)

    def seen(self, end: End, *kinds: str) -> Iterator[tuple[Part, PartCheck]]:
        """Parts of some kinds at an end, with what was seen of them."""
        for part in self.parts:
            if part.axle is end and part.kind in kinds:
                yield part, self.job.look_over.of(part.key)

    def fault(self, end: End, kind: str, *faults: Fault) -> str:
        """Why a part is in the work's way, in words; empty where it is not."""
        for part, check in self.seen(end, kind):
            for fault in check.faults:
                if fault in faults:
                    return f"{part.name}: {fault}"
        return ""

    def covered(self, end: End, cover: Cover) -> str:
        """Whose bolts something covers, in words; empty where it covers none that come off."""
        for part in self.parts:
            if part.axle is end and self.job.look_over.of(part.key).cover is cover:
                return f"it covers the bolts of the {part.name}"
        return ""

    def clash(self, end: End, name: str) -> str:
        """Why something is in the bar's way by the fit-up, in words; empty where it is not."""
        station = self.station(end)
        for gap in () if station is None else station.report.gaps:
            if gap.name == name and not gap.fine:
                near = f"{mm(max(0.0, gap.least_m)):.0f} left, {mm(gap.needs_m):.0f} asked"
                return f"{gap.side} {gap.rod}: {near}"
        return ""

    def kit_asks(self, end: End, asks: Callable[[RackPart], bool], words: str) -> str:
        """What a kit's sheet asks for, in words; empty where it does not."""
        kit = self.kit(end)
        if kit is None or not asks(kit.part):
            return ""
        return f"{kit.part.name} asks for it: {words}"

    @property
    def rust(self) -> Rust:
        """Of the undercarriage."""
        return self.job.look_over.rust

    @cached_property
    def soaked(self) -> bool:
        """Bolts are soaked the day before."""
        hidden = any(
            self.job.look_over.of(part.key).nuts in _HIDDEN
            for end in self.ends
            for part in self.parts
            if part.axle is end
        )
        return self.rust in (Rust.SCALY, Rust.HEAVY) or (hidden and self.rust is not Rust.NONE)

    def old(self, end: End, kind: str, count: int) -> tuple[OldFastener, ...]:
        """Old fasteners of a kind of part, a side each where it has two."""
        found = [check for _, check in self.seen(end, kind)]
        hidden = any(check.nuts in _HIDDEN for check in found)
        locked = any(Fault.PERMANENT_THREAD_LOCK in check.faults for check in found)
        size = self.old_size(end)
        return (OldFastener(size, count, self.rust, hidden, locked, self.soaked),)

    def old_size(self, end: End) -> str:
        """Size that old fasteners of an axle usually have."""
        load = self.job.vehicle.heaviest_kg(end)
        return next(size for most, size in _OLD_SIZES if load < most)

    def bar_kg(self, end: End) -> float:
        """What the bar that goes in weighs [kg]; 0 where nobody knows."""
        kit = self.kit(end)
        mass = None if kit is None else kit.part.bar_kg
        return mass or 0.0

    def two_people(self, end: End) -> bool:
        """A bar there is too heavy for one."""
        heavy = self.bar_kg(end) > ONE_PERSON_KG
        return heavy or bool(self.fault(end, "bar", Fault.TOO_HEAVY))

    def cradle(self, end: End) -> str:
        """Why the cradle is lowered, in words; empty where it is not."""
        return self.kit_asks(end, lambda part: part.cradle_lowered, "cradle lowered") or self.fault(
            end, "cradle", Fault.COVERS_BOLTS, Fault.IN_THE_WAY
        )

    def u_bolts(self, end: End) -> str:
        """Why the springs' U-bolts come off, in words; empty where they stay."""
        return self.kit_asks(end, lambda part: part.u_bolts_off, "spring U-bolts off")

    def swing_beams(self, end: End) -> bool:
        """The axle is split swing beams."""
        sheet = self.sheet(end)
        return sheet is not None and sheet.layout is Layout.SWING_BEAM

    def raised(self, end: End) -> tuple[VehicleState, str]:
        """State that an end is worked on in, and why."""
        vehicle, way = self.job.vehicle, self.job.ways["standing"]
        work = self.work(end)
        if work.checked:
            return VehicleState.ON_WHEELS, "torques are read with weight on the wheels"
        if self.u_bolts(end) or self.cradle(end):
            return VehicleState.ON_STANDS, "what locates the axle or the engine comes loose"
        leaves = vehicle.of_end(end).suspension is Suspension.SOLID
        if vehicle.kind is RigKind.MOTORHOME and end is End.REAR and leaves and work.bar_in:
            return (
                VehicleState.ON_STANDS,
                "raised until the leaf clears the frame bolts behind it",
            )
        if self.swing_beams(end):
            return VehicleState.ON_WHEELS, "swing beams stay on their wheels, or the links move"
        if vehicle.kind is RigKind.COACH and end is End.FRONT:
            return VehicleState.ON_WHEELS, "there is room under a cutaway's front as it stands"
        return {
            "ground": (VehicleState.ON_WHEELS, "our way: work on the ground"),
            "stands": (VehicleState.ON_STANDS, "our way: body on rated stands"),
            "wheel_lift": (VehicleState.WHEEL_LIFT, "our way: lift under the wheels"),
        }[way]
