"""The kit's fasteners: whether the sheet's torques can be borne, and what goes on the thread."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from axlecore.errors import InputError
from axlecore.fasteners.drills import bolt_length
from axlecore.fasteners.threads import read_thread
from axlecore.fasteners.torque import Lubrication, torque, torque_on, wrench_setting
from axlecore.quantities.measure import Record
from axlecore.racks.parts import Joint, SheetNut, SheetTorque
from axlecore.vehicle.ends import End

#: What each school puts on the thread.
LUBRICATION = {
    "medium": Lubrication.THREAD_LOCK,
    "high_strength": Lubrication.THREAD_LOCK,
    "anti_seize": Lubrication.ANTI_SEIZE,
    "nylon": Lubrication.ZINC,
}


#: What a new lock nut of a size takes to run down at most [N·m]: ISO 2320, first assembly.
_RUN_DOWN_N_M = {5: 1.6, 6: 3.0, 8: 6.0, 10: 10.5, 12: 15.5, 14: 24.0, 16: 32.0, 18: 42.0, 20: 54.0}


@dataclass(frozen=True)
class Wrench:
    """The wrench a sheet is read for.

    Attributes
    ----------
    length_m : float
        From its square to the hand [m].
    extension_m : float
        What an adapter at right length adds [m]; 0 without one.
    """

    length_m: float = 0.5
    extension_m: float = 0.0


@dataclass(frozen=True)
class KitBolt(Record):
    """One line of a kit's sheet, checked.

    Attributes
    ----------
    key : str
        Axle and number of its line.
    where, size, grade : str
        As the sheet gives them.
    count : int
        How many.
    sheet_n_m, sheet_to_n_m : float or None
        The sheet's torque, or its range [N·m].
    lubrication : Lubrication
        What goes on the thread, by its own nut and the school.
    nut : SheetNut
        What it turns in.
    run_down_n_m : float
        What its lock nut takes before it clamps [N·m]; 0 for a plain nut.
    use_n_m, use_to_n_m : float or None
        What it is to be tightened to, or the range [N·m]; None where it is not to be used.
    set_n_m : float or None
        What the wrench is set to for that, with its extension [N·m].
    computed_n_m, at_proof_n_m : float or None
        From size and grade, with that lubrication [N·m]; None where they cannot be read.
    bolt_m : float or None
        Bolt for the frame's grip [m]; None for one that does not go through it.
    kind, says : str
        "fits", "warn", "stop" or "unread", and the reason in words.
    reason : str
        A lead's reason for a torque that would stop.
    """

    key: str
    where: str
    size: str
    grade: str
    count: int
    sheet_n_m: float | None
    sheet_to_n_m: float | None
    lubrication: Lubrication
    nut: SheetNut
    run_down_n_m: float
    use_n_m: float | None
    use_to_n_m: float | None
    set_n_m: float | None
    computed_n_m: float | None
    at_proof_n_m: float | None
    bolt_m: float | None
    kind: str
    says: str
    reason: str


def kit_bolts(
    end: End,
    sheet: Sequence[SheetTorque],
    thread_school: str,
    torque_school: str,
    grip_m: float,
    reasons: Mapping[str, str],
    wrench: Wrench | None = None,
) -> list[KitBolt]:
    """Return a kit's fasteners, each checked against what it can bear.

    Parameters
    ----------
    end : End
        Front or rear.
    sheet : sequence of SheetTorque
        The kit's sheet.
    thread_school, torque_school : str
        Keys of the schools "threads" and "torque".
    grip_m : float
        What bolts through the frame clamp [m].
    reasons : mapping of str to str
        A lead's reasons by key.
    wrench : Wrench or None
        What it is tightened with; None is one without an extension.

    Notes
    -----
    A sheet's torque stands as it is, its range too, but for anti-seize: that goes as the nut
    factors. What other treatments change lies within the nut factor's own spread. A lock nut
    takes nothing on its thread; its run-down is added to what is worked out from the bolt, and
    to what a sheet is judged by. Sources: as `fasteners.torque`; ISO 2320 for lock nuts.
    """
    at_hand = wrench or Wrench()
    return [
        _set_by(
            at_hand,
            _checked(f"{end}_{at}", one, thread_school, torque_school, grip_m, reasons),
        )
        for at, one in enumerate(sheet)
    ]


def _checked(
    key: str,
    one: SheetTorque,
    threads: str,
    school: str,
    grip_m: float,
    reasons: Mapping[str, str],
) -> KitBolt:
    locks = one.nut is SheetNut.LOCK_NUT
    line = KitBolt(
        key=key,
        where=one.where,
        size=one.size,
        grade=one.grade,
        count=one.count,
        sheet_n_m=one.torque_n_m,
        sheet_to_n_m=one.torque_to_n_m,
        # Thread-lock under a lock nut does nothing but add torque.
        lubrication=Lubrication.ZINC if locks else LUBRICATION[threads],
        nut=one.nut,
        run_down_n_m=0.0,
        use_n_m=None,
        use_to_n_m=None,
        set_n_m=None,
        computed_n_m=None,
        at_proof_n_m=None,
        bolt_m=None,
        kind="unread",
        says="",
        reason=reasons.get(key, "").strip(),
    )
    if one.joint is Joint.CUSHIONED:
        return _cushioned(line, school)
    if not one.grade:
        # A grade that nobody has read is asked for before a sheet is called too high.
        return replace(
            _as_its_sheet(line, school),
            says="Nobody has read its grade: read it from the bolt’s head before this is judged.",
        )
    try:
        run_down = _run_down(one.size) if locks else 0.0
        # As delivered is how the sheet means it; so it is judged.
        delivered = torque(one.size, one.grade, Lubrication.ZINC, one.torque_n_m, run_down)
        highest = one.torque_to_n_m or one.torque_n_m
        high = torque(one.size, one.grade, Lubrication.ZINC, highest, run_down)
        own = torque(one.size, one.grade, line.lubrication, None, run_down)
    except InputError as error:
        return replace(line, says=error.message)
    judged = high if high.sheet_kind != "fits" else delivered
    line = replace(
        line,
        run_down_n_m=run_down,
        use_n_m=own.target_n_m,
        computed_n_m=own.target_n_m,
        at_proof_n_m=own.at_proof_n_m,
        bolt_m=_through(one, grip_m),
        kind=judged.sheet_kind or "fits",
        says=judged.sheet_says or "The sheet gives no torque: taken from size and grade.",
    )
    if one.torque_n_m is not None and school == "sheet":
        held_back = judged.sheet_kind == "stop" and not line.reason
        line = replace(
            line,
            use_n_m=None if held_back else _by_sheet(one.torque_n_m, line.lubrication),
            use_to_n_m=None
            if held_back or one.torque_to_n_m is None
            else _by_sheet(one.torque_to_n_m, line.lubrication),
        )
    return line


def _as_its_sheet(line: KitBolt, school: str) -> KitBolt:
    """What the sheet gives, unjudged; nothing where it gives none or the school is another."""
    if school != "sheet":
        return line
    return replace(line, use_n_m=line.sheet_n_m, use_to_n_m=line.sheet_to_n_m)


def _cushioned(line: KitBolt, school: str) -> KitBolt:
    """By its sheet, else to a bulge; what its bolt bears says nothing about it."""
    by_sheet = _as_its_sheet(line, school)
    return replace(
        by_sheet,
        kind="fits",
        says="A cushioned joint is tightened until the bushing bulges slightly, not to a torque; "
        "polyurethane hardly bulges."
        if by_sheet.use_n_m is None
        else "A cushioned joint: by its sheet, never crushed.",
    )


def _run_down(size: str) -> float:
    diameter_mm = read_thread(size).diameter_m * 1e3
    nearest = min(_RUN_DOWN_N_M, key=lambda metric: abs(metric - diameter_mm))
    return _RUN_DOWN_N_M[nearest]


def _set_by(wrench: Wrench, line: KitBolt) -> KitBolt:
    if line.use_n_m is None:
        return line
    setting = wrench_setting(line.use_n_m, wrench.length_m, wrench.extension_m)
    return replace(line, set_n_m=setting)


def _by_sheet(sheet_n_m: float, lubrication: Lubrication) -> float:
    if lubrication is Lubrication.ANTI_SEIZE:
        return torque_on(sheet_n_m, Lubrication.ZINC, lubrication)
    return sheet_n_m


def _through(one: SheetTorque, grip_m: float) -> float | None:
    if "frame" not in one.where.lower():
        return None
    try:
        return bolt_length(one.size, grip_m)
    except InputError:
        return None
