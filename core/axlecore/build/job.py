"""What a plan is derived from: the beginning of a job's archive."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from axlecore.build.edits import PlanEdits
from axlecore.build.seized import SeizedBolt
from axlecore.build.snapping import Tally
from axlecore.build.terms import Terms
from axlecore.errors import InputError
from axlecore.fasteners.repair import RepairRung, Rung, repair_ladder
from axlecore.fitup.schools import holding, settled
from axlecore.fitup.sheet import Fitting
from axlecore.practice.look import Ends, LookOver
from axlecore.practice.stations import JobKind
from axlecore.quantities.measure import Record
from axlecore.racks.kit_sheet import KitSheet
from axlecore.racks.parts import RackPart
from axlecore.vehicle.ends import ByEnd, End
from axlecore.vehicle.rig import Joints, SetUp, Vehicle

_LONGEST_NAME = 80


@dataclass(frozen=True)
class Kit(Record):
    """What is fitted at one axle.

    Attributes
    ----------
    part : RackPart
        The bar or kit, with its torques.
    sheet : KitSheet
        The shop's memory of it.
    besides : tuple of RackPart
        Brackets, bushings and links that it is bought with.
    """

    part: RackPart
    sheet: KitSheet = field(default_factory=KitSheet)
    besides: tuple[RackPart, ...] = ()


@dataclass(frozen=True)
class SnappedBolt(Record):
    """An old fastener that snapped.

    Attributes
    ----------
    step : str
        Key of the step it snapped at.
    size : str
        Such as ``M10x1.5``.
    wall_m, edge_m : float
        Wall that holds its thread, and its middle to the nearest edge [m].
    reachable : bool
        A hand or a nut plate gets behind it.
    reversing_load_n : float
        What the bushing pulls to and fro [N].
    tried : tuple of Rung
        Rungs of the ladder that did not hold.
    """

    step: str
    size: str
    wall_m: float
    edge_m: float
    reachable: bool = False
    reversing_load_n: float = 2000.0
    tried: tuple[Rung, ...] = ()

    def __post_init__(self) -> None:
        # The ladder says what is wrong with the numbers.
        _ = self.ladder

    @property
    def ladder(self) -> list[RepairRung]:
        """Its ways out, with the hole as it was measured."""
        return repair_ladder(
            self.size, self.wall_m, self.edge_m, self.reachable, self.reversing_load_n
        )


@dataclass(frozen=True)
class Loosened(Record):
    """Something that no step of the plan undoes and was loosened all the same.

    Attributes
    ----------
    step : str
        Key of the step at which it was.
    what : str
        What was loosened.
    steers : bool
        Steering, strut or a control arm: the wheels are aligned before the road.
    """

    step: str
    what: str
    steers: bool = False

    def __post_init__(self) -> None:
        if not self.what.strip() or len(self.what) > _LONGEST_NAME:
            raise InputError(
                "what", f"Write what was loosened, in at most {_LONGEST_NAME} characters."
            )


@dataclass(frozen=True)
class JobFile(Record, ByEnd["Kit | None"]):
    """A job as far as it is decided.

    Attributes
    ----------
    kind : JobKind
        What it is about.
    vehicle : Vehicle
        The measured sheet.
    look_over : LookOver
        What was seen.
    set_up : SetUp
        What is chosen.
    fitting : Fitting
        The fit-up.
    front, rear : Kit or None
        What is fitted at each axle.
    schools : mapping of str to str
        School by matter, where it is not the usual one.
    edits : PlanEdits
        What people did to the plan.
    snapped : tuple of SnappedBolt
        What snapped so far.
    seized : tuple of SeizedBolt
        What does not come free.
    loosened : tuple of Loosened
        What else was loosened on the way.
    terms : Terms
        What its quote is worked out with.
    record : tuple of Tally
        The shop's own record of bolts that snapped.
    """

    kind: JobKind
    vehicle: Vehicle
    look_over: LookOver = field(default_factory=LookOver)
    set_up: SetUp = field(default_factory=SetUp)
    fitting: Fitting = field(default_factory=Fitting)
    front: Kit | None = None
    rear: Kit | None = None
    schools: Mapping[str, str] = field(default_factory=dict)
    edits: PlanEdits = field(default_factory=PlanEdits)
    snapped: tuple[SnappedBolt, ...] = ()
    seized: tuple[SeizedBolt, ...] = ()
    loosened: tuple[Loosened, ...] = ()
    terms: Terms = field(default_factory=Terms)
    record: tuple[Tally, ...] = ()

    def __post_init__(self) -> None:
        settled(self.schools)

    @property
    def ways(self) -> dict[str, str]:
        """The school that holds in every matter."""
        return holding(self.schools, self.fitting.schools)

    def touched(self) -> tuple[End, ...]:
        """Ends that are worked on, rear first where both are."""
        if self.kind is JobKind.UPGRADE:
            ends = [end for end in End if self._changed(end)]
        else:
            ends = [end for end in End if self.look_over.ends.hold(end)]
            if self.look_over.ends is Ends.BOTH:
                ends = [end for end in ends if self.vehicle.of_end(end).standard_bar is not None]
        return tuple(sorted(ends, key=lambda end: end is End.FRONT))

    def _changed(self, end: End) -> bool:
        return self.set_up.of_end(end) is not None or self.set_up.joints(end) is Joints.RENEWED
