"""What comes off first to get at the bar, and goes back last: one row a thing."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from axlecore.build import cautions
from axlecore.build.facts import Facts
from axlecore.build.steps import Hours, Records, Step, UsedUp, VehicleState
from axlecore.practice.look import Cover
from axlecore.practice.undercarriage import Fault
from axlecore.vehicle.ends import End


@dataclass(frozen=True)
class Thing:
    """Something that is in the way.

    Attributes
    ----------
    key, name : str
        Of the thing.
    why : callable
        Why it comes off at an end, in words; empty where it stays.
    off, back : str
        What is done.
    off_hours, back_hours : tuple of three float
        Quick, usual and slow [h].
    tools : tuple of str
        For both.
    uses : tuple of UsedUp
        When it goes back.
    cautions : tuple of str
        When it comes off.
    records : tuple of Records
        When it is back.
    undoes : str
        Kind of part whose old fasteners it undoes; empty where it has clips only.
    outside : str
        Who puts it back where the shop does not.
    people : int
        One or two.
    """

    key: str
    name: str
    why: Callable[[Facts, End], str]
    off: str
    back: str
    off_hours: Hours
    back_hours: Hours
    tools: tuple[str, ...] = ()
    uses: tuple[UsedUp, ...] = ()
    cautions: tuple[str, ...] = ()
    records: tuple[Records, ...] = (Records.TICK,)
    undoes: str = ""
    outside: str = ""
    people: int = 1


def _first(*reasons: str) -> str:
    return next((reason for reason in reasons if reason), "")


def _spare(facts: Facts, end: End) -> str:
    return _first(
        facts.fault(end, "spare_carrier", Fault.IN_THE_WAY, Fault.COVERS_BOLTS),
        facts.covered(end, Cover.SPARE),
        facts.clash(end, "Spare tyre"),
    )


def _shield(facts: Facts, end: End) -> str:
    return _first(facts.covered(end, Cover.SHIELD), facts.clash(end, "Heat shield"))


def _splash(facts: Facts, end: End) -> str:
    return facts.fault(end, "splash_shield", Fault.COVERS_BOLTS)


def _liner(facts: Facts, end: End) -> str:
    return _first(facts.fault(end, "liner", Fault.IN_THE_WAY), facts.clash(end, "Wheel-arch liner"))


def _brace(facts: Facts, end: End) -> str:
    return _first(
        facts.fault(end, "brace", Fault.COVERS_BOLTS),
        facts.covered(end, Cover.BRACE),
        facts.clash(end, "Bolt-on brace"),
    )


def _crossmember(facts: Facts, end: End) -> str:
    return facts.covered(end, Cover.CROSSMEMBER)


def _exhaust(facts: Facts, end: End) -> str:
    return _first(
        facts.kit_asks(end, lambda part: part.exhaust_opened, "exhaust opened"),
        facts.fault(end, "exhaust", Fault.IN_THE_WAY),
        facts.covered(end, Cover.EXHAUST),
        facts.clash(end, "Exhaust"),
    )


def _shaft(facts: Facts, end: End) -> str:
    return _first(
        facts.kit_asks(end, lambda part: part.drive_shaft_off, "drive shaft off"),
        facts.fault(end, "drive_shaft", Fault.IN_THE_WAY),
        facts.clash(end, "Drive shaft"),
    )


def _damper(facts: Facts, end: End) -> str:
    return _first(
        facts.fault(end, "steering_damper", Fault.IN_THE_WAY),
        facts.clash(end, "Steering damper"),
    )


#: In the order they come off; the last off is the first back. A new thing is one row here.
THINGS: tuple[Thing, ...] = (
    Thing(
        "spare",
        "spare wheel",
        _spare,
        "Lower the spare wheel and set it aside",
        "Spare wheel back up, its winch tight",
        (0.1, 0.2, 0.4),
        (0.1, 0.2, 0.3),
        ("winch handle",),
    ),
    Thing(
        "shield",
        "heat shield",
        _shield,
        "Take the heat shield off: clips, folded tabs",
        "Heat shield back, tabs folded, nothing rattles",
        (0.1, 0.25, 0.6),
        (0.1, 0.2, 0.4),
        ("10 mm socket", "clip lever"),
        (UsedUp("heat-shield clips", 4),),
        (cautions.HOT,),
    ),
    Thing(
        "splash",
        "splash shield",
        _splash,
        "Take the splash shield off",
        "Splash shield back",
        (0.1, 0.2, 0.35),
        (0.1, 0.2, 0.35),
        ("10 mm socket", "clip lever"),
        (UsedUp("plastic clips, a handful"),),
    ),
    Thing(
        "liner",
        "wheel-arch liner",
        _liner,
        "Push the wheel-arch liner back, or trim it where its maker allows",
        "Wheel-arch liner back, clear of the tyre at full lock",
        (0.1, 0.2, 0.4),
        (0.1, 0.2, 0.3),
        ("clip lever",),
        (UsedUp("plastic clips, a handful"),),
    ),
    Thing(
        "brace",
        "bolt-on brace",
        _brace,
        "Take the brace off: it covers the bar's bolts, so bar before brace",
        "Brace back; gap between brace and bar read",
        (0.2, 0.4, 0.8),
        (0.2, 0.35, 0.6),
        ("18 mm socket", "18 mm wrench to hold"),
        records=(Records.NUMBER,),
        undoes="brace",
    ),
    Thing(
        "crossmember",
        "crossmember",
        _crossmember,
        "Take the crossmember off that covers the bolts, its load held first",
        "Crossmember back, every bolt started by hand first",
        (0.3, 0.6, 1.2),
        (0.3, 0.5, 1.0),
        ("18 mm socket", "18 mm wrench to hold"),
        undoes="frame",
    ),
    Thing(
        "damper",
        "steering damper's bracket",
        _damper,
        "Turn the steering damper's bracket out of the way, or trim it where its maker allows",
        "Steering damper back and centred with the wheels straight",
        (0.2, 0.3, 0.6),
        (0.2, 0.3, 0.5),
        ("18 mm socket",),
    ),
    Thing(
        "shaft",
        "drive shaft",
        _shaft,
        "Mark the flange, undo the drive shaft and hang it up",
        "Drive shaft back in its marked phase, with its own torque",
        (0.3, 0.5, 0.9),
        (0.3, 0.5, 0.8),
        ("12-point socket, flange bolts", "paint pen"),
        (UsedUp("drive shaft bolts, one set"),),
        (cautions.SHAFT,),
        (Records.PHOTO, Records.TORQUE),
        "drive_shaft",
    ),
    Thing(
        "exhaust",
        "exhaust",
        _exhaust,
        "Open the exhaust where it passes the bar; hang what is loose",
        "Exhaust closed by the exhaust shop and leak-checked, before the vehicle drives",
        (0.3, 0.6, 1.2),
        (0.2, 0.4, 0.8),
        ("exhaust clamp socket", "hanger pliers"),
        (UsedUp("exhaust clamp"), UsedUp("exhaust hanger")),
        (cautions.HOT, cautions.EYES),
        (Records.HANDED_ON,),
        "exhaust",
        "exhaust shop",
    ),
)


def _in_the_way(facts: Facts, end: End) -> list[tuple[Thing, str]]:
    """Things that come off at an end, each with why, in the order they come off."""
    return [(thing, why) for thing in THINGS if (why := thing.why(facts, end))]


def things_off(facts: Facts, end: End, state: VehicleState, after: str) -> Iterator[Step]:
    """Yield the steps that take off what is in the way at an end.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Where.
    state : VehicleState
        That end is worked on in.
    after : str
        Key of what comes before.
    """
    for thing, why in _in_the_way(facts, end):
        yield Step(
            key=f"{end}.{thing.key}.off",
            what=f"{thing.off}.",
            why=why,
            state=state,
            axle=end,
            after=(after,),
            takes_off=f"{end} {thing.name}",
            tools=thing.tools,
            people=thing.people,
            hours=thing.off_hours,
            cautions=thing.cautions,
            undoes=facts.old(end, thing.undoes, 4) if thing.undoes else (),
        )


def things_back(facts: Facts, end: End, after: str) -> Iterator[Step]:
    """Yield the steps that put back what was in the way, last off first back.

    They come once the joints behind are tight, so with the vehicle on its wheels.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Where.
    after : str
        Key of what comes before.
    """
    before = after
    for thing, why in reversed(_in_the_way(facts, end)):
        key = f"{end}.{thing.key}.back"
        yield Step(
            key=key,
            what=f"{thing.back}.",
            why=f"it came off: {why}",
            state=VehicleState.ON_WHEELS,
            axle=end,
            after=(f"{end}.{thing.key}.off", before),
            puts_back=f"{end} {thing.name}",
            tools=thing.tools,
            people=thing.people,
            uses=thing.uses,
            hours=thing.back_hours,
            records=thing.records,
            outside=thing.outside,
        )
        before = key


def off_keys(facts: Facts, end: End) -> tuple[str, ...]:
    """Return the keys of all that comes off first at an end.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Where.
    """
    return tuple(f"{end}.{thing.key}.off" for thing, _ in _in_the_way(facts, end))


def back_keys(facts: Facts, end: End) -> tuple[str, ...]:
    """Return the keys of all that goes back at an end.

    Parameters
    ----------
    facts : Facts
        Of the job.
    end : End
        Where.
    """
    return tuple(f"{end}.{thing.key}.back" for thing, _ in _in_the_way(facts, end))
