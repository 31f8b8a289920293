"""Jobs on vehicle C, for tests of plan, quote and order."""

from dataclasses import replace

from axlecore.bars.bar import Bar, square_u
from axlecore.build.job import JobFile, Kit
from axlecore.build.plan import plan_of
from axlecore.cli.plan import fit_of
from axlecore.fitup.sheet import Fitting
from axlecore.practice.look import Ends, LookOver, PartCheck, Rust
from axlecore.practice.stations import JobKind
from axlecore.quantities.measure import Measured
from axlecore.racks.parts import FitsFor, MadeFor, PartKind, RackPart, SheetNut, SheetTorque
from axlecore.vehicle.axle import Suspension, new_bar
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, Joints, RigKind, SetUp, with_choice
from tests.fitup.sheets import axle_fit
from tests.rigs import vehicle_c

BAR = Bar(
    name="New",
    outside_diameter_m=Measured(0.0349),
    bore_m=Measured(0.0),
    centre_line_m=square_u(0.26, 1.02),
    bushing_span_m=Measured(0.8),
)
KIT = RackPart(
    PartKind.KIT,
    "K-35",
    "Maker",
    FitsFor(MadeFor.REAR, 100.0, 9000.0),
    bar=BAR,
    torques=(
        SheetTorque("frame", "M12x1.75", "10.9", 4, 80.0),
        SheetTorque("link", "M10x1.5", "8.8", 2, 40.0, nut=SheetNut.LOCK_NUT),
    ),
)
SOLID, FREE = Suspension.SOLID, Suspension.INDEPENDENT


def upgrade(
    action=Action.SUPPLEMENT,
    kind=RigKind.COACH,
    look=None,
    fitting=None,
    part=KIT,
    ways=None,
    **more,
):
    """A rear bar on vehicle C; `ways` changes schools."""
    vehicle = replace(vehicle_c(), kind=kind)
    set_up = with_choice(
        SetUp(), End.REAR, action, new_bar(vehicle.rear, BAR, 0), Joints.AS_THEY_ARE, "K-35"
    )
    return JobFile(
        JobKind.UPGRADE,
        vehicle,
        look or LookOver(),
        set_up,
        fitting or Fitting(rear=axle_fit()),
        rear=Kit(part) if isinstance(part, RackPart) else part,
        schools=ways or {},
        **more,
    )


def short(kind, **seen):
    """A short job at the rear of vehicle C."""
    return JobFile(kind, vehicle_c(), looked(ends=Ends.REAR, **seen))


def looked(rust=Rust.NONE, ends=Ends.BOTH, **parts):
    """A look-over with some parts seen; a fault or a dict of what was seen."""
    checks = {
        key: PartCheck(**(seen if isinstance(seen, dict) else {"faults": (seen,)}))
        for key, seen in parts.items()
    }
    return LookOver(parts=checks, rust=rust, ends=ends)


def planned(job):
    return plan_of(job, fit_of(job))
