"""Taking a bar off, hanging it again and settling it: the steps of one axle."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from axlecore.build import cautions
from axlecore.build.access import off_keys, things_off
from axlecore.build.facts import Facts, Work
from axlecore.build.preparing import dirty_threads, holes_made, preparing_steps
from axlecore.build.steps import Records, Step, UsedUp, VehicleState
from axlecore.fasteners.hexagons import across_flats
from axlecore.fitup.sheet import Hand, Layout
from axlecore.practice.look import Cover, VentPlace
from axlecore.practice.undercarriage import Fault
from axlecore.quantities.sentences import kg, mm
from axlecore.vehicle.ends import End, Side
from axlecore.vehicle.rig import RigKind

#: What must be done before anything of an end is undone.
SECURE = "all.secure"


def settle_key(end: End) -> str:
    """Return the key of the step that settles an end on its wheels.

    Parameters
    ----------
    end : End
        Front or rear.
    """
    return f"{end}.settle"


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
    yield from preparing_steps(facts, end, state, work, ready)
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
    sides = tuple(Side) if both else (Side.LEFT,)
    if both or work.new_bushings:
        # One bushing at a time asks for one link only, so that the bar moves.
        for side in sides:
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
            after=tuple(f"{end}.link.{side}.off" for side in sides),
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
            what=f"Jack under the cradle, last bolt out, lower it {mm(0.075, 0.1):.0f}.",
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


def _on(
    facts: Facts, end: End, state: VehicleState, work: Work, ready: tuple[str, ...]
) -> Iterator[Step]:
    barred = facts.job.vehicle.of_end(end).standard_bar is not None
    hung = work.bar_in or (work.new_bushings and barred)
    links = work.links_made or hung
    links_first = facts.job.ways["hang"] == "links" and work.bar_in
    made = (f"{end}.links.made",) if work.links_made else ()
    sides = (Side.LEFT,) if work.one_link else tuple(Side)
    # A link waits for itself to come off, but where a new bar brings its own.
    came_off = work.one_link or (barred and not work.bar_in)
    off = tuple(f"{end}.link.{side}.off" for side in sides) if came_off else ()
    if hung:
        yield from _hung(facts, end, state, work, links_first)
    if links:
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
    if work.rehung:
        yield from _settled(facts, end, work, links)


def _hung(
    facts: Facts,
    end: End,
    state: VehicleState,
    work: Work,
    links_first: bool,
) -> Iterator[Step]:
    two, cradle = facts.two_people(end), facts.cradle(end) if work.old_bar_out else ""
    before = [f"{end}.seats", f"{end}.bushings"]
    before += [f"{end}.drill.{side}" for side in Side if holes_made(facts, end)]
    before += [f"{end}.u_bolts.{side}.on" for side in Side if facts.u_bolts(end)]
    before += [f"{end}.threads"] if dirty_threads(facts, end) else []
    where = VehicleState.CRADLE_LOWERED if cradle else state
    if work.bar_in:
        beams = facts.swing_beams(end)
        yield Step(
            key=f"{end}.bar.in",
            what="New bar in"
            + (", its ends over the steering link" if beams else "")
            + ", wrapped where its paint matters; nuts laid within reach.",
            why=f"{kg(facts.bar_kg(end)):.0f}" if facts.bar_kg(end) else "as chosen",
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
            bolts=4,
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


def _settled(facts: Facts, end: End, work: Work, links: bool) -> Iterator[Step]:
    sides = (Side.LEFT,) if work.one_link else tuple(Side)
    last = [f"{end}.link.{side}.on" for side in sides] if links or work.one_link else []
    if work.one_link or work.bar_in or not last:
        last.append(f"{end}.swings")
    if work.bar_in:
        yield Step(
            key=f"{end}.photo",
            what="Photograph what is handed: bolt heads, cut-outs, offset links, halves' marks.",
            why=_handed(facts, end),
            state=VehicleState.ON_WHEELS,
            axle=end,
            after=tuple(last),
            hours=(0.03, 0.05, 0.1),
            records=(Records.PHOTO,),
        )
    only_bushings = work.rehung and not work.links_made
    yield Step(
        key=settle_key(end),
        what="Weight on the wheels: the bar centred, its last bolt drops in by hand."
        if only_bushings
        else "Weight on the wheels: bar centred, links plumb, hole and length set, both sides "
        "alike; the last bolt drops in by hand.",
        why=_settled_in(facts, end),
        state=VehicleState.ON_WHEELS,
        axle=end,
        after=(*last, *((f"{end}.photo",) if work.bar_in else ())),
        tools=("tape", "level"),
        hours=(0.15, 0.3, 0.6),
        records=(Records.NUMBER,),
    )


def _handed(facts: Facts, end: End) -> str:
    """What of this job mirrors from side to side and what does not, for the photo."""
    sheet, kit = facts.sheet(end), facts.kit(end)
    said = []
    if sheet is not None and Hand.NONE not in (sheet.link.left_hand, sheet.link.right_hand):
        said.append("left and right link are stamped")
    if sheet is not None and sheet.link.offset_m is not None:
        said.append("offset links mirror")
    if kit is not None and kit.part.bolt_heads:
        said.append(f"bolt heads {kit.part.bolt_heads}")
    vent = facts.job.look_over.tube(end).vent
    if facts.u_bolts(end) and vent is not VentPlace.UNSEEN:
        said.append(f"U-bolts keep off the vent, {vent}")
    return " · ".join(said) or "before the first torque; what mirrors is seen on it later"


def _settled_in(facts: Facts, end: End) -> str:
    sheet = facts.sheet(end)
    if sheet is None:
        return "no joint is tightened with preload in it"
    return f"settled {sheet.settled.label.lower()}, as it was measured"
