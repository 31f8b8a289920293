"""What is soaked, cleaned, drilled and made up before a bar hangs: the steps of one axle."""

from __future__ import annotations

from collections.abc import Iterator

from axlecore.build import cautions
from axlecore.build.facts import Facts, Work
from axlecore.build.steps import OldFastener, Records, Step, UsedUp, VehicleState
from axlecore.fitup.drilling import DrillMark, HoleWork
from axlecore.practice.look import Bolts, Material
from axlecore.practice.undercarriage import Fault
from axlecore.quantities.sentences import mm
from axlecore.racks.parts import Grease
from axlecore.vehicle.ends import End, Side

#: What is done the day before.
SOAK = "all.soak"
#: Grease by what a bushing is made of and what the part's sheet says.
_GREASE = {
    Material.RUBBER: "silicone bushing grease",
    Material.POLYURETHANE: "silicone or PTFE bushing grease",
}


def soak_step(facts: Facts) -> Step | None:
    """Return the step of the day before; None where nothing is soaked.

    Parameters
    ----------
    facts : Facts
        Of the job.
    """
    undone: list[OldFastener] = [one for end in facts.ends for one in facts.old(end, "bracket", 1)]
    if not (facts.soaked and undone):
        return None
    return Step(
        key=SOAK,
        what="The day before: soak every bolt that comes off, at the hidden end too.",
        why=f"rust is {facts.rust}; the nut's far side is where it holds",
        state=VehicleState.ON_WHEELS,
        uses=(UsedUp("penetrating oil"),),
        hours=(0.1, 0.2, 0.3),
        cautions=(cautions.EYES,),
    )


def preparing_steps(
    facts: Facts, end: End, state: VehicleState, work: Work, ready: tuple[str, ...]
) -> Iterator[Step]:
    """Yield what is cleaned, drilled, taken off and made up before a bar hangs.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Where.
    state : VehicleState
        That end is worked on in.
    work : Work
        What is done there.
    ready : tuple of str
        Keys of what comes before.
    """
    gone = f"{end}.bar.out" if work.old_bar_out else None
    seats = (gone,) if gone else ready
    if work.new_bushings and facts.job.vehicle.of_end(end).standard_bar is not None:
        seats = (f"{end}.brackets.off",)
    where = VehicleState.CRADLE_LOWERED if gone and facts.cradle(end) else state
    if work.bar_in or work.new_bushings:
        yield Step(
            key=f"{end}.seats",
            what="Clean where bushings and brackets ride; paint bare metal and let it dry.",
            why="a bushing on rust is worn in a season",
            state=where,
            axle=end,
            after=seats,
            tools=("wire brush", "caliper"),
            uses=(UsedUp("chassis paint"), UsedUp("gloves")),
            hours=(0.15, 0.3, 0.6),
            cautions=(cautions.EYES,),
            records=(Records.NUMBER,) if work.new_bushings else (Records.TICK,),
        )
        yield _greased(facts, end)
    yield from _threads(facts, end, where, seats)
    if work.bar_in:
        yield from _drilled(facts, end, where, seats)
        yield from _u_bolts_off(facts, end, state, ready)
    if work.links_made:
        yield _links_made(facts, end)


def _greased(facts: Facts, end: End) -> Step:
    way = facts.job.ways["grease"]
    kit = facts.kit(end)
    asked = Grease.UNSAID if kit is None else kit.part.grease
    material = _material(facts, end)
    grease = _GREASE.get(material, _GREASE[Material.POLYURETHANE])
    dry = way == "dry" or (way == "sheet" and asked is Grease.DRY)
    why = f"our way; {material}" if way != "sheet" else f"the sheet: {asked}; bushings {material}"
    return Step(
        key=f"{end}.bushings",
        what="Bushings spread over the bar"
        + (" dry, or with PTFE tape" if dry else f", {grease} inside")
        + "; notches, halves and part marks matched.",
        why=why,
        state=VehicleState.BENCH,
        axle=end,
        after=(SOAK,),
        uses=() if dry else (UsedUp(grease),),
        hours=(0.1, 0.2, 0.4),
    )


def _material(facts: Facts, end: End) -> Material:
    kit = facts.kit(end)
    for part in kit.besides if kit is not None else ():
        if part.bushing is not None:
            return Material(part.bushing.material)
    seen = (check.material for _, check in facts.seen(end, "bushing"))
    return next((one for one in seen if one is not Material.UNSEEN), Material.POLYURETHANE)


def dirty_threads(facts: Facts, end: End) -> list[str]:
    """Return parts whose threads are cleaned first, by their names.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Where.
    """
    return [
        part.name
        for part, check in facts.seen(end, "bracket", "link", "frame")
        if check.bolts is Bolts.CLEAN or Fault.PERMANENT_THREAD_LOCK in check.faults
    ]


def _threads(facts: Facts, end: End, state: VehicleState, after: tuple[str, ...]) -> Iterator[Step]:
    dirty = dirty_threads(facts, end)
    if dirty:
        yield Step(
            key=f"{end}.threads",
            what="Clean threads in bolt and hole before new thread-lock.",
            why="judged so at the look-over: " + ", ".join(dirty[:3]),
            state=state,
            axle=end,
            after=after,
            tools=("thread chaser", "brake cleaner"),
            hours=(0.1, 0.2, 0.4),
        )


def holes_made(facts: Facts, end: End) -> list[DrillMark]:
    """Return the marks of a rail that are drilled, or opened from what is there.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Where.
    """
    station = facts.station(end)
    marks = [] if station is None else station.report.drilling.marks
    return [mark for mark in marks if mark.work in (HoleWork.DRILL, HoleWork.OPEN)]


def _drilled(facts: Facts, end: End, state: VehicleState, after: tuple[str, ...]) -> Iterator[Step]:
    station, marks = facts.station(end), holes_made(facts, end)
    if station is None or not marks:
        return
    drills = sorted({round(step * 1e3, 1) for mark in marks for step in mark.steps_m})
    for side in Side:
        backing = side in station.report.drilling.backing
        yield Step(
            key=f"{end}.drill.{side}",
            what=f"Mark and drill {len(marks)} holes in the {side} rail, deburr both faces, paint.",
            why="from the lower edge and plumb through the link's bolt"
            + ("; a block behind the wall saves what runs there" if backing else ""),
            state=state,
            axle=end,
            side=side,
            after=after,
            tools=("drill", "template", *(f"drill {one:g} mm" for one in drills)),
            uses=(UsedUp("chassis paint"), UsedUp("cutting oil")),
            hours=(0.15 * len(marks), 0.25 * len(marks), 0.5 * len(marks)),
            cautions=(cautions.DRILL, cautions.EYES),
            records=(Records.PHOTO,),
        )


def _u_bolts_off(
    facts: Facts, end: End, state: VehicleState, after: tuple[str, ...]
) -> Iterator[Step]:
    why = facts.u_bolts(end)
    if not why:
        return
    for side in Side:
        yield Step(
            key=f"{end}.u_bolts.{side}.off",
            what=f"Support the axle, {side} spring's U-bolts off, plate under the axle.",
            why=why,
            state=state,
            axle=end,
            side=side,
            after=after if side is Side.LEFT else (f"{end}.u_bolts.{Side.LEFT}.on",),
            takes_off=f"{end} U-bolts, {side}",
            tools=("24 mm deep socket", "axle stand"),
            people=2,
            hours=(0.3, 0.5, 1.0),
            cautions=(cautions.U_BOLT,),
            undoes=facts.old(end, "u_bolts", 4),
        )
        yield Step(
            key=f"{end}.u_bolts.{side}.on",
            what=f"Centre pin seated, new U-bolts on the {side} spring, snug in cross pattern.",
            why="one side at a time, so that the axle stays where it is",
            state=state,
            axle=end,
            side=side,
            after=(f"{end}.u_bolts.{side}.off",),
            loose_until=f"{end}.u_bolts.torque",
            puts_back=f"{end} U-bolts, {side}",
            tools=("24 mm deep socket",),
            uses=(UsedUp("spring U-bolts with nuts, one side"),),
            hours=(0.2, 0.3, 0.6),
            cautions=(cautions.U_BOLT,),
        )


def _links_made(facts: Facts, end: End) -> Step:
    sheet = facts.sheet(end)
    length = "" if sheet is None else f" to {mm(sheet.left.link_m.value):.0f} eye to eye"
    stack = sheet is not None and sheet.stack is not None
    what = "Lay out the link stack in its order" if stack else "Press bushings into the links, even"
    return Step(
        key=f"{end}.links.made",
        what=f"{what}; set both links alike{length}.",
        why="links in pairs, both sides alike",
        state=VehicleState.BENCH,
        axle=end,
        after=(SOAK,),
        uses=_link_parts(facts, end),
        hours=(0.15, 0.3, 0.5),
        records=(Records.NUMBER,),
    )


def _link_parts(facts: Facts, end: End) -> tuple[UsedUp, ...]:
    """Links are bought where they are renewed and no kit or set brings them."""
    nuts = UsedUp("lock nuts for links", 4)
    return (UsedUp(f"{end} links, pair"), nuts) if facts.work(end).new_links else (nuts,)
