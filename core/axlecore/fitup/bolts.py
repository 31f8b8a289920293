"""The kit's fasteners: whether the sheet's torques can be borne, and what goes on the thread."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.fasteners.drills import bolt_length
from axlecore.fasteners.torque import Lubrication, torque, torque_on
from axlecore.quantities.measure import Record
from axlecore.racks.parts import SheetTorque
from axlecore.vehicle.ends import End

#: What each school puts on the thread.
LUBRICATION = {
    "medium": Lubrication.THREAD_LOCK,
    "high_strength": Lubrication.THREAD_LOCK,
    "anti_seize": Lubrication.ANTI_SEIZE,
    "nylon": Lubrication.ZINC,
}


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
    sheet_n_m : float or None
        The sheet's torque [N·m].
    lubrication : Lubrication
        What the school puts on the thread.
    use_n_m : float or None
        What it is to be tightened to [N·m]; None where it is not to be used.
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
    lubrication: Lubrication
    use_n_m: float | None
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

    Notes
    -----
    A sheet's torque stands as it is, but for anti-seize: that goes as the nut factors. What other
    treatments change lies within the nut factor's own spread. Sources: as `fasteners.torque`.
    """
    lubrication = LUBRICATION[thread_school]
    return [
        _checked(f"{end}_{at}", one, lubrication, torque_school, grip_m, reasons)
        for at, one in enumerate(sheet)
    ]


def _checked(
    key: str,
    one: SheetTorque,
    lubrication: Lubrication,
    school: str,
    grip_m: float,
    reasons: Mapping[str, str],
) -> KitBolt:
    reason = reasons.get(key, "").strip()
    try:
        # As delivered is how the sheet means it; so it is judged.
        delivered = torque(one.size, one.grade, Lubrication.ZINC, one.torque_n_m)
        own = torque(one.size, one.grade, lubrication)
    except InputError as error:
        return KitBolt(
            key,
            one.where,
            one.size,
            one.grade,
            one.count,
            one.torque_n_m,
            lubrication,
            None,
            None,
            None,
            None,
            "unread",
            error.message,
            reason,
        )
    if "bushing" in one.where.lower() and not (one.torque_n_m and school == "sheet"):
        return KitBolt(
            key,
            one.where,
            one.size,
            one.grade,
            one.count,
            one.torque_n_m,
            lubrication,
            None,
            own.target_n_m,
            own.at_proof_n_m,
            None,
            "fits",
            "A cushioned joint is tightened until the bushing bulges slightly, not to a torque.",
            reason,
        )
    use: float | None = own.target_n_m
    if one.torque_n_m is not None and school == "sheet":
        held_back = delivered.sheet_kind == "stop" and not reason
        use = None if held_back else _by_sheet(one.torque_n_m, lubrication)
    return KitBolt(
        key,
        one.where,
        one.size,
        one.grade,
        one.count,
        one.torque_n_m,
        lubrication,
        use,
        own.target_n_m,
        own.at_proof_n_m,
        _through(one, grip_m),
        delivered.sheet_kind or "fits",
        delivered.sheet_says or "The sheet gives no torque: taken from size and grade.",
        reason,
    )


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
