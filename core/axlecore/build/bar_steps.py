"""Taking a bar off, preparing, hanging it again and settling it: the steps of one axle."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from axlecore.build import cautions
from axlecore.build.access import off_keys, things_off
from axlecore.build.facts import Facts, Work
from axlecore.build.steps import OldFastener, Records, Step, UsedUp, VehicleState
from axlecore.fasteners.hexagons import across_flats
from axlecore.fitup.drilling import HoleWork
from axlecore.fitup.sheet import Layout
from axlecore.practice.look import Bolts, Cover, Material
from axlecore.practice.undercarriage import Fault
from axlecore.racks.parts import Grease
from axlecore.vehicle.ends import End, Side
from axlecore.vehicle.rig import RigKind

#: What must be done before anything of an end is undone.
SECURE, SOAK = "all.secure", "all.soak"
#: Grease by what a bushing is made of and what the part's sheet says.
_GREASE = {
    Material.RUBBER: "silicone bushing grease",
    Material.POLYURETHANE: "silicone or PTFE bushing grease",
}


def axle_steps(facts: Facts, end: End) -> Iterator[Step]:
    """Yield the steps of one axle, from raising it to its last joint left loose.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Front or rear.
    """
    work = facts.work(end)
    if work.checked:
        return
    state, why = facts.raised(end)
    begun = SECURE
    if state is not VehicleState.ON_WHEELS:
        begun = f"{end}.raise"
        yield _raise(facts, end, state, why)
    yield from things_off(facts, end, state, begun)
    ready = off_keys(facts, end) or (begun,)
    yield from _off(facts, end, state, work, ready)
    yield from _prepare(facts, end, state, work, ready)
    yield from _on(facts, end, state, work, ready)


def _raise(facts: Facts, end: End, state: VehicleState, why: str) -> Step:
    lift = state is VehicleState.WHEEL_LIFT
    return Step(
        key=f"{end}.raise",
        what="Drive onto the lift, wheels carried."
        if lift
        else f"Raise the {end}, frame on stands.",
        why=why,
        state=state,
        axle=end,
        after=(SECURE,),
        tools=("lift",) if lift else ("jack", "two rated stands", "wheel chocks"),
        hours=(0.1, 0.2, 0.3),
        cautions=(cautions.CHOCKS,)
        if lift
        else (cautions.CHOCKS, cautions.STANDS, cautions.HANGING),
    )


def _socket(facts: Facts, end: End) -> tuple[str, ...]:
    flats = across_flats(facts.old_size(end))
    return (f"{flats} socket", f"{flats} wrench to hold")


def _ball_stud(facts: Facts, end: End) -> bool:
    sheet = facts.sheet(end)
    return (sheet is not None and sheet.link.joint_angle_rad is not None) or bool(
        facts.fault(end, "link", Fault.SPINNING_STUD, Fault.TORN_BOOT, Fault.SEIZED_STUD)
    )


def _off(
    facts: Facts, end: End, state: VehicleState, work: Work, ready: tuple[str, ...]
) -> Iterator[Step]:
    axle = facts.job.vehicle.of_end(end)
    if axle.standard_bar is None:
        return
    both = work.old_bar_out or work.new_links or work.links_set
    if both or work.new_bushings:
        # One bushing at a time asks for one link only, so that the bar moves.
        for side in Side if both else (Side.LEFT,):
            yield _link_off(facts, end, side, state, work, ready)
    if work.old_bar_out:
        yield from _bar_out(facts, end, state)
    elif work.new_bushings:
        yield Step(
            key=f"{end}.brackets.off",
            what="Undo the bushing brackets one side at a time; old bushings out.",
            why="both sides together: unlike bushings tilt the bar",
            state=state,
            axle=end,
            after=tuple(f"{end}.link.{side}.off" for side in (Side if both else (Side.LEFT,))),
            loose_until=f"{end}.torque",
            tools=_socket(facts, end),
            hours=(0.2, 0.4, 0.8),
            cautions=(cautions.SPRINGS, cautions.EYES),
            undoes=facts.old(end, "bracket", 4),
        )


def _link_off(
    facts: Facts, end: End, side: Side, state: VehicleState, work: Work, ready: tuple[str, ...]
) -> Step:
    tools = _socket(facts, end)
    what = f"Undo the {side} link"
    why = "both links off before fighting one" if work.old_bar_out else "the bar must move freely"
    held = "the bar's end"
    if _ball_stud(facts, end):
        what += ", upper nut first, its stud held by hex or flat"
        tools = (tools[0], "hex key or thin wrench on the stud")
        held = "its stud; pliers only on scrap"
    elif facts.job.vehicle.kind in (RigKind.PICKUP, RigKind.CAMPER_PICKUP) and end is End.FRONT:
        what, why = f"Undo the {side} link's upper nut only", "the links stay on the axle"
    no_impact = any(check.nuts.value == "welded nut" for _, check in facts.seen(end, "link"))
    return Step(
        key=f"{end}.link.{side}.off",
        what=f"{what}; hold {held}.",
        why=why,
        state=state,
        axle=end,
        side=side,
        after=ready,
        loose_until=f"{end}.torque",
        tools=tools,
        no_impact=no_impact,
        hours=(0.1, 0.2, 0.5),
        cautions=(cautions.EYES, cautions.SPRINGS),
        undoes=tuple(replace(one, count=2) for one in facts.old(end, "link", 2)),
    )


def _bar_out(facts: Facts, end: End, state: VehicleState) -> Iterator[Step]:
    links = tuple(f"{end}.link.{side}.off" for side in Side)
    locked = facts.fault(end, "bracket", Fault.PERMANENT_THREAD_LOCK)
    covered = facts.covered(end, Cover.BRACE)
    yield Step(
        key=f"{end}.brackets.off",
        what="Undo the bushing brackets' bolts; leave one started, so that the bar cannot drop.",
        why=" · ".join(one for one in (locked, covered) if one) or "the bar hangs in them",
        state=state,
        axle=end,
        after=links,
        tools=_socket(facts, end),
        no_impact=bool(locked),
        hours=(0.2, 0.4, 0.9),
        cautions=(cautions.EYES, *((cautions.HEAT,) if locked else ())),
        undoes=facts.old(end, "bracket", 4),
    )
    cradle = facts.cradle(end)
    before = f"{end}.brackets.off"
    out = state
    if cradle:
        yield Step(
            key=f"{end}.cradle.down",
            what="Jack under the cradle, last bolt out, lower it 75 to 100 mm.",
            why=cradle,
            state=VehicleState.CRADLE_LOWERED,
            axle=end,
            after=(before,),
            takes_off=f"{end} cradle's bolts",
            tools=("jack with a plate", "21 mm socket", "paint pen"),
            people=2,
            hours=(0.5, 0.8, 1.5),
            cautions=(cautions.CRADLE,),
            records=(Records.WITNESS_MARK,),
            undoes=facts.old(end, "cradle", 4),
        )
        before, out = f"{end}.cradle.down", VehicleState.CRADLE_LOWERED
    two = facts.two_people(end)
    yield Step(
        key=f"{end}.bar.out",
        what=f"Old bar out{_way_out(facts, end)}.",
        why="a heavier one goes in its place"
        if facts.work(end).bar_in
        else "it is taken off for good",
        state=out,
        axle=end,
        after=(before,),
        people=2 if two else 1,
        tools=("stand or strap to hold it",),
        hours=(0.15, 0.3, 0.6),
        cautions=(cautions.HEAVY, cautions.SPRINGS) if two else (cautions.SPRINGS,),
    )


def _way_out(facts: Facts, end: End) -> str:
    """The side the exhaust passes decides which way a bar leaves and enters."""
    sheet = facts.sheet(end)
    pipe = next((one for one in (sheet.obstacles if sheet else ()) if one.name == "Exhaust"), None)
    if pipe is None:
        return ""
    middle = pipe.left_m.value + pipe.right_m.value
    return f" to the {'right' if middle > 0 else 'left'}: the exhaust passes on the other side"


def _prepare(
    facts: Facts, end: End, state: VehicleState, work: Work, ready: tuple[str, ...]
) -> Iterator[Step]:
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
    if work.bar_in or work.new_links or work.links_set:
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


def _threads(facts: Facts, end: End, state: VehicleState, after: tuple[str, ...]) -> Iterator[Step]:
    dirty = [
        part.name
        for part, check in facts.seen(end, "bracket", "link", "frame")
        if check.bolts is Bolts.CLEAN or Fault.PERMANENT_THREAD_LOCK in check.faults
    ]
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


def _drilled(facts: Facts, end: End, state: VehicleState, after: tuple[str, ...]) -> Iterator[Step]:
    station = facts.station(end)
    marks = [] if station is None else station.report.drilling.marks
    marks = [mark for mark in marks if mark.work in (HoleWork.DRILL, HoleWork.OPEN)]
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
    length = "" if sheet is None else f" to {sheet.left.link_m.value * 1e3:.0f} mm eye to eye"
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


def _on(
    facts: Facts, end: End, state: VehicleState, work: Work, ready: tuple[str, ...]
) -> Iterator[Step]:
    barred = facts.job.vehicle.of_end(end).standard_bar is not None
    hung = work.bar_in or (work.new_bushings and barred)
    links = work.bar_in or work.new_links or work.links_set or (work.new_bushings and barred)
    links_first = facts.job.ways["hang"] == "links" and work.bar_in
    made = (f"{end}.links.made",) if work.bar_in or work.new_links or work.links_set else ()
    off = tuple(f"{end}.link.{side}.off" for side in Side) if barred and not work.bar_in else ()
    if work.new_bushings and not (work.bar_in or work.new_links):
        off = (f"{end}.link.{Side.LEFT}.off",)
    if hung:
        yield from _hung(facts, end, state, work, links_first)
    if links:
        sides = [Side.LEFT] if off == (f"{end}.link.{Side.LEFT}.off",) else list(Side)
        before = (f"{end}.bar.in",) if links_first else ((f"{end}.swings",) if hung else ())
        for side in sides:
            yield Step(
                key=f"{end}.link.{side}.on",
                what=f"{side.capitalize()} link on, started by hand, snug only.",
                why="our way: the bar hangs by its links first"
                if links_first
                else "brackets first, links on the wheels",
                state=state if links_first or not hung else VehicleState.ON_WHEELS,
                axle=end,
                side=side,
                after=(*made, *off, *before, *(() if hung or off else ready)),
                loose_until=f"{end}.torque",
                tools=_socket(facts, end),
                hours=(0.1, 0.2, 0.35),
            )
    yield from _settled(facts, end, [f"{end}.link.{side}.on" for side in Side] if links else [])


def _hung(
    facts: Facts,
    end: End,
    state: VehicleState,
    work: Work,
    links_first: bool,
) -> Iterator[Step]:
    two, cradle = facts.two_people(end), facts.cradle(end) if work.old_bar_out else ""
    before = [f"{end}.seats", f"{end}.bushings"]
    before += [f"{end}.drill.{side}" for side in Side if _drills(facts, end)]
    before += [f"{end}.u_bolts.{side}.on" for side in Side if facts.u_bolts(end)]
    before += [f"{end}.threads"] if list(_threads(facts, end, state, ())) else []
    where = VehicleState.CRADLE_LOWERED if cradle else state
    if work.bar_in:
        beams = facts.swing_beams(end)
        yield Step(
            key=f"{end}.bar.in",
            what="New bar in"
            + (", its ends over the steering link" if beams else "")
            + ", wrapped where its paint matters; nuts laid within reach.",
            why=f"{facts.bar_kg(end):.0f} kg" if facts.bar_kg(end) else "as chosen",
            state=where,
            axle=end,
            after=tuple(before),
            people=2 if two else 1,
            tools=("stands or straps to rest it on",),
            uses=(UsedUp("masking tape"),),
            hours=(0.2, 0.4, 0.8),
            cautions=(cautions.HEAVY,) if two else (),
        )
    brackets = [f"{end}.bar.in"] if work.bar_in else before
    if links_first:
        brackets += [f"{end}.link.{side}.on" for side in Side]
    yield Step(
        key=f"{end}.brackets.on",
        what="Brackets on: every bolt started by hand before any is tightened, then snug.",
        why=_brackets_why(facts, end),
        state=where,
        axle=end,
        after=tuple(brackets),
        loose_until=f"{end}.torque",
        tools=_bracket_tools(facts, end),
        uses=_thread_treatment(facts),
        hours=(0.3, 0.5, 1.0),
    )
    last = f"{end}.brackets.on"
    if cradle:
        yield Step(
            key=f"{end}.cradle.up",
            what="Cradle up on its marks, bolts tight with it up.",
            why="its bolts need the cradle up",
            state=VehicleState.ON_STANDS,
            axle=end,
            after=(last,),
            puts_back=f"{end} cradle's bolts",
            tools=("jack with a plate", "21 mm socket", "torque wrench"),
            people=2,
            hours=(0.4, 0.7, 1.2),
            cautions=(cautions.CRADLE,),
            records=(Records.TORQUE, Records.WITNESS_MARK),
        )
        last = f"{end}.cradle.up"
    yield Step(
        key=f"{end}.swings",
        what="Bar swings freely by hand with the brackets tight and the links off.",
        why="a bar that binds creaks, and preloads one side",
        state=state,
        axle=end,
        after=(last,),
        hours=(0.03, 0.05, 0.1),
    )


def _drills(facts: Facts, end: End) -> bool:
    station = facts.station(end)
    marks = [] if station is None else station.report.drilling.marks
    return any(mark.work in (HoleWork.DRILL, HoleWork.OPEN) for mark in marks)


def _brackets_why(facts: Facts, end: End) -> str:
    sheet = facts.sheet(end)
    if facts.swing_beams(end):
        return "the U-bolts slide on the beam until the link is plumb"
    if sheet is not None and sheet.layout is Layout.STRUT:
        return "the strut's bolt is eased where a link will not swing in"
    kit = facts.kit(end)
    heads = kit.part.bolt_heads if kit is not None else ""
    return f"the sheet: {heads}" if heads else "snug only: they are tightened on the wheels"


def _bracket_tools(facts: Facts, end: End) -> tuple[str, ...]:
    kit = facts.kit(end)
    sizes = dict.fromkeys(
        one.size for one in (kit.part.torques if kit is not None else ()) if one.size
    )
    if not sizes:
        return _socket(facts, end)
    flats = dict.fromkeys(across_flats(size) for size in sizes)
    return tuple(tool for one in flats for tool in (f"{one} socket", f"{one} wrench to hold"))


def _thread_treatment(facts: Facts) -> tuple[UsedUp, ...]:
    return {
        "medium": (UsedUp("medium thread-lock"),),
        "high_strength": (UsedUp("high-strength thread-lock"),),
        "anti_seize": (UsedUp("anti-seize"),),
        "nylon": (),
    }[facts.job.ways["threads"]]


def _settled(facts: Facts, end: End, links: list[str]) -> Iterator[Step]:
    known = [key for key in links if key]
    work = facts.work(end)
    if not (work.bar_in or work.new_links or work.links_set or work.new_bushings):
        return
    last = known or [f"{end}.swings"]
    if work.new_bushings and not (work.bar_in or work.new_links):
        last = [f"{end}.link.{Side.LEFT}.on", f"{end}.swings"]
    if work.bar_in:
        last = [*last, f"{end}.swings"]
    photo = work.bar_in
    if photo:
        yield Step(
            key=f"{end}.photo",
            what="Photograph what is handed: bolt heads, cut-outs, offset links, halves' marks.",
            why="before the first torque; what mirrors and what does not is seen later",
            state=VehicleState.ON_WHEELS,
            axle=end,
            after=tuple(last),
            hours=(0.03, 0.05, 0.1),
            records=(Records.PHOTO,),
        )
    only_bushings = work.new_bushings and not (work.bar_in or work.new_links or work.links_set)
    yield Step(
        key=f"{end}.settle",
        what="Weight on the wheels: the bar centred, its last bolt drops in by hand."
        if only_bushings
        else "Weight on the wheels: arm and links set, both sides alike; the last bolt drops in "
        "by hand.",
        why=_settled_in(facts, end),
        state=VehicleState.ON_WHEELS,
        axle=end,
        after=(*last, *((f"{end}.photo",) if photo else ())),
        tools=("tape", "level"),
        hours=(0.15, 0.3, 0.6),
        records=(Records.NUMBER,),
    )


def _settled_in(facts: Facts, end: End) -> str:
    sheet = facts.sheet(end)
    if sheet is None:
        return "no joint is tightened with preload in it"
    return f"settled {sheet.settled.label.lower()}, as it was measured"


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
