"""The fit-up sheet of an axle: brackets, holes, links, obstacles and what is drilled.

Places are measured in the side view at ride height: forward from the middle of the axle, up
from the ground; across from the vehicle's middle, left positive.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.fasteners.threads import read_thread
from axlecore.fasteners.torque import BushingMaterial
from axlecore.fitup.schools import settled
from axlecore.quantities.measure import Measured, Record, check_places, place
from axlecore.quantities.units import Dimension
from axlecore.vehicle.ends import ByEnd, BySide, Side
from axlecore.vehicle.loads import LoadKey

MOST_HOLES = 8
MOST_OBSTACLES = 24
MOST_DRILLED = 8


class Mount(StrEnum):
    """What the bar's middle is bolted to."""

    ON_AXLE = "on_axle"
    ON_FRAME = "on_frame"


class Heading(StrEnum):
    """Where the arms point."""

    FORWARD = "forward"
    REARWARD = "rearward"


class LinkGoes(StrEnum):
    """Where the link leads from the arm's tip."""

    UP = "up"
    DOWN = "down"


class Layout(StrEnum):
    """Suspension a sheet starts from."""

    LEAF = "leaf"
    COIL = "coil"
    SWING_BEAM = "swing_beam"
    WISHBONE = "wishbone"
    STRUT = "strut"


class Shape(StrEnum):
    """Simple shapes that stand for an obstacle."""

    CIRCLE = "circle"
    BOX = "box"
    SEGMENT = "segment"


class Nature(StrEnum):
    """What an obstacle asks distance for."""

    HOT = "hot"
    MOVING = "moving"
    SOFT = "soft"
    STILL = "still"


class MovesWith(StrEnum):
    """What an obstacle follows through the travel."""

    FRAME = "frame"
    BETWEEN = "between"
    AXLE = "axle"


class Sides(StrEnum):
    """Whether an obstacle is there once, or on both sides alike."""

    ONCE = "once"
    BOTH = "both"


class Hand(StrEnum):
    """Hand stamped on a part that mirrors."""

    NONE = "none"
    LEFT = "left"
    RIGHT = "right"


class Vent(StrEnum):
    """How the axle's vent stands."""

    AS_IT_IS = "as it is"
    RAISED = "raised by a washer"
    MOVED = "moved"


class Inside(StrEnum):
    """What is inside the rail where it is drilled."""

    UNSEEN = "unseen"
    CLEAR = "clear"
    WIRING = "wiring"


#: Share of the axle's travel that an obstacle makes.
TRAVEL_SHARE = {MovesWith.FRAME: 0.0, MovesWith.BETWEEN: 0.5, MovesWith.AXLE: 1.0}

#: Least gap by what the obstacle is [m]; workshop practice, a sheet's own figure goes first.
LEAST_GAP_M = {
    Nature.HOT: 0.05,
    Nature.MOVING: 0.025,
    Nature.SOFT: 0.025,
    Nature.STILL: 0.012,
}


@dataclass(frozen=True)
class BracketHole(Record):
    """One hole of a bracket in the side view.

    Attributes
    ----------
    forward_m, height_m : Measured
        Forward of the axle's middle, and above ground at ride height [m].
    """

    forward_m: Measured = place("Hole forward of the axle", Dimension.SHIFT, -2.5, 2.5)
    height_m: Measured = place("Hole above ground", Dimension.LENGTH, 0.03, 2.0)

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class SideFit(Record):
    """What is picked on one side.

    Attributes
    ----------
    link_hole, bar_place, bar_hole : int
        Which hole of the link's bracket, which place of the bar's bracket, and which hole of the
        arm, 0 the outermost.
    link_m : Measured
        Link eye to eye [m].
    """

    link_m: Measured = place("Link length", Dimension.LENGTH, 0.03, 1.0)
    link_hole: int = 0
    bar_place: int = 0
    bar_hole: int = 0

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class Obstacle(Record):
    """An obstacle of bar and link, as a simple shape.

    Attributes
    ----------
    name : str
        What it is.
    shape : Shape
        Circle (size), box (run × rise) or segment (along run and rise, size thick).
    nature : Nature
        What it asks distance for.
    moves : MovesWith
        What it follows through the travel.
    sides : Sides
        There once, or on both sides alike.
    forward_m, height_m : Measured
        Its middle in the side view [m].
    run_m, rise_m : Measured
        From end to end, forward and up [m]; of a circle none.
    size_m : Measured
        Diameter of a circle, thickness of a segment [m].
    left_m, right_m : Measured
        Where it ends across, left positive [m].
    needs_m : Measured or None
        Gap its own sheet asks for [m]; None takes the usual one.
    carries_link : bool
        The link is bolted to it, and so need not keep off it: the frame.
    """

    name: str
    shape: Shape
    nature: Nature
    moves: MovesWith
    sides: Sides
    forward_m: Measured = place("Forward of the axle", Dimension.SHIFT, -2.5, 2.5)
    height_m: Measured = place("Above ground", Dimension.LENGTH, 0.03, 2.5)
    run_m: Measured = place("Runs forward", Dimension.SHIFT, -3.0, 3.0)
    rise_m: Measured = place("Rises", Dimension.SHIFT, -2.0, 2.0)
    size_m: Measured = place("Thickness", Dimension.SMALL_LENGTH, 0.0, 1.2)
    left_m: Measured = place("Ends on the left at", Dimension.SHIFT, -1.5, 1.5)
    right_m: Measured = place("Ends on the right at", Dimension.SHIFT, -1.5, 1.5)
    needs_m: Measured | None = place(
        "Gap it needs", Dimension.SMALL_LENGTH, 0.0, 0.3, optional=True
    )
    carries_link: bool = False

    def __post_init__(self) -> None:
        check_places(self)
        if not self.name.strip() or len(self.name) > 40:
            raise InputError("name", "Name what is there, in at most 40 characters.")
        if not self.right_m.value < self.left_m.value:
            raise InputError("right_m", "Left is positive: the right end must be the smaller one.")

    @property
    def least_gap_m(self) -> float:
        """Gap that must be left to it [m]."""
        return LEAST_GAP_M[self.nature] if self.needs_m is None else self.needs_m.value


@dataclass(frozen=True)
class DrilledHole(Record):
    """A hole to be drilled in the frame's side, one on each side of the vehicle.

    Attributes
    ----------
    forward_m : Measured
        Forward of the link's upper bolt, plumb [m].
    above_edge_m : Measured
        Above the rail's lower edge [m].
    size : str
        Bolt that goes through.
    there_m : Measured or None
        Hole that is there already, as it is gauged [m]; None where there is none.
    """

    forward_m: Measured = place("Forward of the plumb line", Dimension.SHIFT, -0.6, 0.6)
    above_edge_m: Measured = place("Above the lower edge", Dimension.LENGTH, 0.0, 0.5)
    size: str = "M12x1.75"
    there_m: Measured | None = place(
        "Hole that is there", Dimension.SMALL_LENGTH, 0.003, 0.05, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)
        read_thread(self.size)


class StackPiece(StrEnum):
    """One piece of a cushioned link, in the order it goes on."""

    HEAD = "head"
    WASHER = "washer"
    BUSHING = "bushing"
    LONG_BUSHING = "long bushing"
    PLATE = "plate"
    SLEEVE = "sleeve"
    NUT = "nut"


_P = StackPiece
USUAL_STACK: tuple[StackPiece, ...] = (
    _P.HEAD,
    _P.WASHER,
    _P.BUSHING,
    _P.PLATE,
    _P.BUSHING,
    _P.WASHER,
    _P.SLEEVE,
    _P.WASHER,
    _P.BUSHING,
    _P.PLATE,
    _P.BUSHING,
    _P.WASHER,
    _P.NUT,
)


@dataclass(frozen=True)
class LinkStack(Record):
    """A link made of a bolt, bushings, washers and a sleeve.

    Attributes
    ----------
    order : tuple of StackPiece
        From the bolt's head to its nut.
    size : str
        Its bolt.
    washer_m, bushing_m, long_bushing_m, plate_m, sleeve_m : Measured
        Thickness of each piece as tightened [m]; plates are bracket and arm's eye.
    material : BushingMaterial
        Of the bushings.
    free_m, outside_m : Measured or None
        Height of a bushing unloaded, and its diameter [m].
    """

    washer_m: Measured = place("Cup washer", Dimension.SMALL_LENGTH, 0.0005, 0.02)
    bushing_m: Measured = place("Bushing, tightened", Dimension.SMALL_LENGTH, 0.005, 0.08)
    long_bushing_m: Measured = place("Long bushing, tightened", Dimension.SMALL_LENGTH, 0.005, 0.1)
    plate_m: Measured = place("Bracket or eye", Dimension.SMALL_LENGTH, 0.002, 0.05)
    sleeve_m: Measured = place("Sleeve", Dimension.LENGTH, 0.0, 0.6)
    free_m: Measured | None = place(
        "Bushing, unloaded", Dimension.SMALL_LENGTH, 0.005, 0.09, optional=True
    )
    outside_m: Measured | None = place(
        "Bushing's diameter", Dimension.SMALL_LENGTH, 0.012, 0.12, optional=True
    )
    material: BushingMaterial = BushingMaterial.POLYURETHANE
    order: tuple[StackPiece, ...] = USUAL_STACK
    size: str = "M10x1.5"

    def __post_init__(self) -> None:
        check_places(self)
        if len(self.order) > 30:
            raise InputError("order", "A stack has at most 30 pieces.")
        read_thread(self.size)


@dataclass(frozen=True)
class LinkKind(Record):
    """The link that is fitted.

    Attributes
    ----------
    from_m, to_m : Measured
        Shortest and longest, eye to eye [m]; the same for a fixed one.
    diameter_m : Measured
        Of its body [m].
    thread_length_m : Measured or None
        Thread held in the body at the shortest length [m]; None for a fixed link.
    joint_angle_rad : Measured or None
        How far a joint swings to one side [rad]; None for bushings.
    offset_m : Measured or None
        Between its eyes across [m]; only an offset link has one.
    thread, part_number : str
        Of its stud; of the rack's link, empty where it is on none.
    left_hand, right_hand : Hand
        Stamped on the link of each side.
    """

    from_m: Measured = place("Shortest link", Dimension.LENGTH, 0.03, 1.0)
    to_m: Measured = place("Longest link", Dimension.LENGTH, 0.03, 1.0)
    diameter_m: Measured = place("Link body", Dimension.SMALL_LENGTH, 0.005, 0.08)
    thread_length_m: Measured | None = place(
        "Thread held at the shortest", Dimension.SMALL_LENGTH, 0.005, 0.2, optional=True
    )
    joint_angle_rad: Measured | None = place(
        "Joint angle to one side", Dimension.ANGLE, 0.03, 1.2, optional=True
    )
    offset_m: Measured | None = place(
        "Offset of the link", Dimension.SMALL_LENGTH, 0.0, 0.15, optional=True
    )
    thread: str = "M12x1.75"
    part_number: str = ""
    left_hand: Hand = Hand.NONE
    right_hand: Hand = Hand.NONE

    def __post_init__(self) -> None:
        check_places(self)
        if not self.from_m.value <= self.to_m.value:
            raise InputError("to_m", "The longest length is below the shortest.")
        if len(self.part_number) > 40:
            raise InputError("part_number", "Write at most 40 characters.")
        read_thread(self.thread, "thread")


@dataclass(frozen=True)
class Rail(Record):
    """The frame's rail where bracket and holes go.

    Attributes
    ----------
    edge_m : Measured
        Lower edge above ground at ride height [m].
    depth_m, wall_m, width_m : Measured
        Height of its side, thickness of its wall, and width of its section [m].
    outside_m : Measured
        Between the outer faces of both rails [m].
    access_m, plate_m : Measured or None
        Smaller way through a frame hole that a nut plate is fished in by, and the plate's smaller
        way across [m]; None where none is.
    inside_left, inside_right : Inside
        What is inside each rail where it is drilled.
    """

    edge_m: Measured = place("Frame's lower edge", Dimension.LENGTH, 0.1, 1.6)
    depth_m: Measured = place("Depth of the rail", Dimension.LENGTH, 0.03, 0.5)
    wall_m: Measured = place("Wall of the rail", Dimension.SMALL_LENGTH, 0.001, 0.02)
    width_m: Measured = place("Width of the rail", Dimension.SMALL_LENGTH, 0.02, 0.2)
    outside_m: Measured = place("Across both rails", Dimension.LENGTH, 0.4, 2.0)
    access_m: Measured | None = place(
        "Frame hole for a nut plate", Dimension.SMALL_LENGTH, 0.01, 0.3, optional=True
    )
    plate_m: Measured | None = place(
        "Nut plate, its narrow way", Dimension.SMALL_LENGTH, 0.01, 0.3, optional=True
    )
    inside_left: Inside = Inside.UNSEEN
    inside_right: Inside = Inside.UNSEEN

    def __post_init__(self) -> None:
        check_places(self)

    def inside(self, side: Side) -> Inside:
        """What is inside the rail of one side."""
        return self.inside_left if side is Side.LEFT else self.inside_right


@dataclass(frozen=True)
class Seat(Record):
    """How the bar sits across the vehicle.

    Attributes
    ----------
    link_holes_apart_m : Measured
        Between the links' far holes, left and right [m].
    bar_offset_m : Measured
        Middle of the bar from the vehicle's middle, left positive [m].
    saddles_apart_m, saddle_width_m : Measured
        Between the middles of both saddles or bar brackets, and width of one [m].
    saddle_bore_m, u_bolt_inside_m : Measured or None
        What the saddle is made for, and the U-bolt's inside width [m]; None without a tube.
    vent_m, weld_m, line_m : Measured or None
        Across to the tube's vent, the nearest bracket weld, and a line's clip [m], left positive.
    shoulder_left_m, shoulder_right_m : Measured or None
        Between bushing and the bar's shoulder, collar or bend, on each side [m].
    bracket_out_m : Measured or None
        How far the saddle or bar bracket stands out from the bar's axis [m]; None leaves it out
        of what could hit something.
    vent : Vent
        How the vent stands; raised or moved it no longer minds a saddle.
    """

    link_holes_apart_m: Measured = place("Link holes apart", Dimension.LENGTH, 0.2, 2.4)
    bar_offset_m: Measured = place("Bar off the middle", Dimension.SHIFT, -0.2, 0.2)
    saddles_apart_m: Measured = place("Saddles apart", Dimension.LENGTH, 0.1, 2.2)
    saddle_width_m: Measured = place("Saddle width", Dimension.SMALL_LENGTH, 0.015, 0.2)
    saddle_bore_m: Measured | None = place(
        "Saddle for a tube of", Dimension.SMALL_LENGTH, 0.03, 0.25, optional=True
    )
    u_bolt_inside_m: Measured | None = place(
        "U-bolt inside", Dimension.SMALL_LENGTH, 0.03, 0.26, optional=True
    )
    vent_m: Measured | None = place("Vent across at", Dimension.SHIFT, -1.2, 1.2, optional=True)
    weld_m: Measured | None = place("Weld across at", Dimension.SHIFT, -1.2, 1.2, optional=True)
    line_m: Measured | None = place("Line across at", Dimension.SHIFT, -1.2, 1.2, optional=True)
    shoulder_left_m: Measured | None = place(
        "Bushing to shoulder, left", Dimension.SMALL_LENGTH, 0.0, 0.4, optional=True
    )
    shoulder_right_m: Measured | None = place(
        "Bushing to shoulder, right", Dimension.SMALL_LENGTH, 0.0, 0.4, optional=True
    )
    bracket_out_m: Measured | None = place(
        "Bracket out from the bar", Dimension.SMALL_LENGTH, 0.01, 0.15, optional=True
    )
    vent: Vent = Vent.AS_IT_IS

    def __post_init__(self) -> None:
        check_places(self)


@dataclass(frozen=True)
class AxleFit(Record, BySide[SideFit]):
    """The fit-up sheet of one axle.

    Attributes
    ----------
    layout : Layout
        Suspension it was begun from.
    mount, heading, link_goes : Mount, Heading, LinkGoes
        Where the bar is bolted, where its arms point, where the links lead.
    settled : LoadKey
        Load state in which it is settled and measured.
    rail, seat, link, stack : Rail, Seat, LinkKind, LinkStack or None
        Frame, places across, link, and its bushings where it has them.
    link_holes, bar_places : tuple of BracketHole
        Holes of the link's bracket, and places the bar's bracket can hold the bar at.
    left, right : SideFit
        What is picked.
    bump_m, droop_m : Measured
        Axle travel from ride height to the bump stop and to the shock's stop [m].
    link_ratio : Measured
        Travel of the link's moving end ÷ wheel travel; 1 on a solid axle.
    control_arm_rad : Measured or None
        Control arm above level in the direction of the bar's arm [rad].
    plate_m, backing_m : Measured
        Thickness of bracket and of the backing behind the frame's wall [m].
    obstacles : tuple of Obstacle
        Obstacles.
    drilled : tuple of DrilledHole
        Holes to be drilled.
    """

    layout: Layout
    mount: Mount
    heading: Heading
    link_goes: LinkGoes
    rail: Rail
    seat: Seat
    link: LinkKind
    link_holes: tuple[BracketHole, ...]
    bar_places: tuple[BracketHole, ...]
    left: SideFit
    right: SideFit
    bump_m: Measured = place("Bump travel", Dimension.LENGTH, 0.01, 0.4)
    droop_m: Measured = place("Droop to the shock's stop", Dimension.LENGTH, 0.01, 0.5)
    link_ratio: Measured = place("Link travel by wheel travel", Dimension.PURE, 0.1, 1.5)
    plate_m: Measured = place("Bracket plate", Dimension.SMALL_LENGTH, 0.002, 0.05)
    backing_m: Measured = place("Backing block", Dimension.SMALL_LENGTH, 0.0, 0.08)
    settled: LoadKey = LoadKey.TRIP_READY
    control_arm_rad: Measured | None = place(
        "Control arm above level", Dimension.ANGLE, -1.0, 1.0, optional=True
    )
    stack: LinkStack | None = None
    obstacles: tuple[Obstacle, ...] = ()
    drilled: tuple[DrilledHole, ...] = ()

    def __post_init__(self) -> None:
        check_places(self)
        for name, holes in (("link_holes", self.link_holes), ("bar_places", self.bar_places)):
            if not 1 <= len(holes) <= MOST_HOLES:
                raise InputError(name, f"A bracket has 1 to {MOST_HOLES} holes.")
        if len(self.obstacles) > MOST_OBSTACLES:
            raise InputError("obstacles", f"Place at most {MOST_OBSTACLES} obstacles.")
        if len(self.drilled) > MOST_DRILLED:
            raise InputError("drilled", f"Mark at most {MOST_DRILLED} holes.")
        for side in Side:
            picked = self.of_side(side)
            for name, hole, holes in (
                ("link_hole", picked.link_hole, self.link_holes),
                ("bar_place", picked.bar_place, self.bar_places),
            ):
                if not 0 <= hole < len(holes):
                    raise InputError(
                        f"{side}.{name}",
                        f"Read hole {hole + 1}; the bracket has {len(holes)}.",
                    )
            if not 0 <= picked.bar_hole < MOST_HOLES:
                raise InputError(f"{side}.bar_hole", f"A bar has 1 to {MOST_HOLES} holes.")

    @property
    def direction(self) -> float:
        """Which way the arms point: 1 forward, -1 rearward."""
        return 1.0 if self.heading is Heading.FORWARD else -1.0

    @property
    def control_arm_above_level_rad(self) -> float:
        """The control arm above level in the bar arm's direction; level where nobody read it."""
        return 0.0 if self.control_arm_rad is None else self.control_arm_rad.value


@dataclass(frozen=True)
class Fitting(Record, ByEnd["AxleFit | None"]):
    """The fit-up sheet of a job.

    Attributes
    ----------
    front, rear : AxleFit or None
        Of each axle; None where nobody has begun it.
    schools : mapping of str to str
        School by matter where this job changes the shop's own.
    torque_reasons : mapping of str to str
        A lead's reason for a sheet torque that would stop, by axle and number of its line.
    wrench_m, extension_m : Measured or None
        Length of the torque wrench to the hand, and what an adapter adds at right length [m].
    """

    front: AxleFit | None = None
    rear: AxleFit | None = None
    schools: Mapping[str, str] = field(default_factory=dict)
    torque_reasons: Mapping[str, str] = field(default_factory=dict)
    wrench_m: Measured | None = place(
        "Torque wrench, square to hand", Dimension.LENGTH, 0.1, 2.0, optional=True
    )
    extension_m: Measured | None = place(
        "Adapter at right length adds", Dimension.LENGTH, 0.0, 0.5, optional=True
    )

    def __post_init__(self) -> None:
        check_places(self)
        for name, texts in (("schools", self.schools), ("torque_reasons", self.torque_reasons)):
            for key, text in texts.items():
                if len(key) > 40 or len(text) > 400:
                    raise InputError(f"{name}.{key[:40]}", "Write at most 400 characters.")
        try:
            settled(self.schools)
        except InputError as error:
            raise error.within("schools") from None
