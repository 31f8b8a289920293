"""Tightening, putting back, and what is looked at before the vehicle drives."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from axlecore.build import cautions
from axlecore.build.access import back_keys, things_back
from axlecore.build.bar_steps import SECURE, settle_key
from axlecore.build.facts import Facts
from axlecore.build.preparing import SOAK, soak_step
from axlecore.build.steps import Records, Step, VehicleState
from axlecore.fasteners.hexagons import across_flats
from axlecore.fitup.bolts import KitBolt
from axlecore.practice.undercarriage import Fault
from axlecore.quantities.sentences import mm, newton_metres
from axlecore.vehicle.ends import End

CLEAR, TIDY, NUTS = "all.clearance", "all.tidy", "all.wheel_nuts"
ALIGNMENT = "all.alignment"


def opening_steps(facts: Facts) -> Iterator[Step]:
    """Yield what is done before anything is undone.

    Parameters
    ----------
    facts : Facts
        Of the job.
    """
    soak = soak_step(facts)
    if soak is not None:
        yield soak
    yield Step(
        key=SECURE,
        what="Level ground; chock the wheels, set the parking brake, note the load state.",
        why="it must not move while somebody is under it",
        state=VehicleState.ON_WHEELS,
        after=(SOAK,) if soak is not None else (),
        tools=("wheel chocks",),
        hours=(0.05, 0.1, 0.15),
        cautions=(cautions.CHOCKS,),
    )
    bags = [end for end in facts.ends if facts.job.vehicle.of_end(end).air_bags is not None]
    for end in bags:
        yield Step(
            key=f"{end}.air.out",
            what=f"Let the air out of the {end} bags, pressures noted.",
            why="a bag under pressure moves the axle",
            state=VehicleState.ON_WHEELS,
            axle=end,
            after=(SECURE,),
            takes_off=f"{end} bags' pressure",
            hours=(0.05, 0.1, 0.15),
            cautions=(cautions.AIR,),
            records=(Records.NUMBER,),
        )


def tightening_steps(facts: Facts, end: End) -> Iterator[Step]:
    """Yield the torques of one axle, and what goes back after them.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Front or rear.
    """
    work = facts.work(end)
    settled = SECURE if work.checked else settle_key(end)
    keys = []
    for step in _torques(facts, end, settled):
        keys.append(step.key)
        yield step
    yield Step(
        key=f"{end}.torque",
        what=f"All {end} joints read and on the log; jam nuts"
        + (", U-bolts' second nuts" if facts.u_bolts(end) else "")
        + " and collars tight, both sides alike.",
        why="jam nuts and collars are the things forgotten",
        state=VehicleState.ON_WHEELS,
        axle=end,
        after=tuple(keys),
        tools=("torque wrench",),
        hours=(0.05, 0.1, 0.2),
    )
    if facts.u_bolts(end):
        yield Step(
            key=f"{end}.u_bolts.torque",
            what="Torque the spring U-bolts loaded, in cross pattern, at half and in full.",
            why="they locate the axle; read again early",
            state=VehicleState.ON_WHEELS,
            axle=end,
            after=(settled,),
            tools=("24 mm deep socket", "torque wrench"),
            hours=(0.2, 0.3, 0.5),
            records=(Records.TORQUE,),
            bolts=8,
        )
    if work.checked:
        return
    yield from things_back(facts, end, f"{end}.torque")
    if facts.job.vehicle.of_end(end).air_bags is not None:
        yield Step(
            key=f"{end}.air.in",
            what=f"Air back into the {end} bags, to the pressures that were noted.",
            why="they carried so much before",
            state=VehicleState.ON_WHEELS,
            axle=end,
            after=(f"{end}.torque", f"{end}.air.out"),
            puts_back=f"{end} bags' pressure",
            hours=(0.05, 0.1, 0.15),
            records=(Records.NUMBER,),
        )


def _torques(facts: Facts, end: End, settled: str) -> Iterator[Step]:
    station, work = facts.station(end), facts.work(end)
    bolts: list[KitBolt] = [] if station is None else station.bolts
    if work.new_links and not work.bar_in and not work.new_bushings:
        bolts = [bolt for bolt in bolts if _of_link(bolt)]
    for bolt in bolts:
        yield _torque(facts, end, bolt, settled)
    if not bolts:
        joints = {"links": 2 if work.one_link else 4} if work.rehung or work.checked else {}
        if work.bar_in or work.new_bushings or work.checked:
            joints["brackets"] = 4
        for joint, count in joints.items():
            yield Step(
                key=f"{end}.torque.{joint}",
                what=f"Tighten the {end} {joint}; read each.",
                why="no sheet: by size, grade and what is on the thread",
                state=VehicleState.ON_WHEELS,
                axle=end,
                after=(settled,),
                tools=(f"{across_flats(facts.old_size(end))} socket", "torque wrench"),
                hours=(0.1, 0.2, 0.35),
                records=(Records.TORQUE,),
                torque=f"{end}_{joint}",
                bolts=count,
                spot=f"{end}_{joint.removesuffix('s')}",
            )


def _of_link(bolt: KitBolt) -> bool:
    return "link" in bolt.where.lower()


_HANGING = ("Tightened hanging first: ease bushed joints and tighten again here.",)


def _torque(facts: Facts, end: End, bolt: KitBolt, settled: str) -> Step:
    hanging = facts.job.ways["final_tightening"] == "hanging"
    target = "to a slight bulge, never crushed"
    if bolt.use_n_m is not None:
        asked = [one for one in (bolt.use_n_m, bolt.use_to_n_m) if one is not None]
        target = f"to {newton_metres(*asked):.0f}"
    elif bolt.kind == "stop":
        target = "once its torque is settled: the sheet's would break it"
    four = ", cross pattern, at half and in full" if bolt.count >= 4 else ""
    socket = f"{across_flats(bolt.size)} socket" if bolt.size else "socket by its head"
    kit = facts.kit(end)
    line = None if kit is None else kit.sheet.line_of(bolt.where)
    return Step(
        key=f"{end}.torque.{bolt.key}",
        what=f"Tighten {bolt.where}, {bolt.count} × {bolt.size}, {target}{four}.",
        why=bolt.says or "the kit's sheet",
        state=VehicleState.ON_WHEELS,
        axle=end,
        after=(settled,),
        tools=(line.socket if line and line.socket else socket, "torque wrench"),
        no_impact=True,
        hours=(0.03 * bolt.count, 0.06 * bolt.count, 0.12 * bolt.count),
        cautions=(*(_HANGING if hanging else ()), *(line.warns if line else ())),
        records=(Records.TORQUE,),
        torque=bolt.key,
        spot=f"{end}_link" if _of_link(bolt) else f"{end}_bracket",
    )


def closing_steps(facts: Facts) -> Iterator[Step]:
    """Yield what is looked at once all joints are tight, and what others do.

    Parameters
    ----------
    facts : Facts
        Of the job.
    """
    tight = tuple(f"{end}.torque" for end in facts.ends)
    back = tuple(_back_keys(facts))
    checked = all(facts.work(end).checked for end in facts.ends)
    clear = tight
    if not checked:
        clear = (CLEAR,)
        yield Step(
            key=CLEAR,
            what="Through what travel can be made: exhaust, spare, spring, shock, lines clear.",
            why=_nearest(facts),
            state=VehicleState.ON_WHEELS,
            after=(*tight, *back),
            tools=("feeler or tape", "light"),
            hours=(0.1, 0.2, 0.4),
            records=(Records.NUMBER, Records.PHOTO),
        )
    if checked or any(facts.raised(end)[0] is not VehicleState.ON_WHEELS for end in facts.ends):
        clear = (*clear, NUTS)
        yield Step(
            key=NUTS,
            what="Wheel nuts to their torque, and again after a drive.",
            why="they settle on the hubs after a drive"
            if checked
            else "the vehicle was off its wheels",
            state=VehicleState.ON_WHEELS,
            after=tight,
            tools=("wheel socket", "torque wrench"),
            hours=(0.1, 0.15, 0.3),
            records=(Records.TORQUE,),
            torque="wheel_nuts",
        )
    yield Step(
        key=TIDY,
        what="Everything taken off is back, tools and rags out, nothing loose left.",
        why="the last look before it moves",
        state=VehicleState.ON_WHEELS,
        after=(*clear, *tight, *back),
        hours=(0.1, 0.15, 0.25),
        cautions=(cautions.ROAD,),
    )
    align = [why for end in facts.ends if (why := _align(facts, end))]
    if align:
        yield alignment_step(align)


def alignment_step(why: Sequence[str]) -> Step:
    """Return the step that has the wheels aligned.

    Parameters
    ----------
    why : sequence of str
        What asks for it.
    """
    return Step(
        key=ALIGNMENT,
        what="Wheel alignment by an alignment technician, before the road.",
        why=" · ".join(why),
        state=VehicleState.ON_WHEELS,
        after=(TIDY,),
        hours=(0.2, 0.4, 0.8),
        records=(Records.HANDED_ON,),
        outside="alignment technician",
    )


def _back_keys(facts: Facts) -> Iterator[str]:
    for end in facts.ends:
        if facts.work(end).checked:
            continue
        yield from back_keys(facts, end)
        if facts.job.vehicle.of_end(end).air_bags is not None:
            yield f"{end}.air.in"
        if facts.u_bolts(end):
            yield f"{end}.u_bolts.torque"


def _align(facts: Facts, end: End) -> str:
    if facts.cradle(end) and facts.work(end).old_bar_out:
        return f"{end}: the cradle was lowered"
    if facts.fault(end, "steering_link", Fault.PLAY, Fault.BENT):
        return f"{end}: the steering was touched"
    return facts.kit_asks(end, lambda part: part.alignment, "wheel alignment")


def _nearest(facts: Facts) -> str:
    gaps = [
        (gap.least_m, gap.name, end)
        for end in facts.ends
        for station in (facts.station(end),)
        if station is not None
        for gap in station.report.gaps
    ]
    if not gaps:
        return "what is near is not measured yet"
    least, name, end = min(gaps)
    return f"nearest on paper: the {end} {name.lower()}, {mm(max(0.0, least)):.0f}"
