"""A link's stack of bushings: its order, its length, and the bolt it asks for."""

from __future__ import annotations

from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.fasteners.drills import bolt_length
from axlecore.fasteners.threads import read_thread
from axlecore.fasteners.torque import CrushJoint, crush_joint
from axlecore.fitup.sheet import LinkStack, StackPiece
from axlecore.quantities.measure import Record

_P = StackPiece
_BUSHINGS = (_P.BUSHING, _P.LONG_BUSHING)


@dataclass(frozen=True)
class StackFault(Record):
    """What is wrong with a stack's order.

    Attributes
    ----------
    piece : int
        Which piece, 0 at the bolt's head.
    text : str
        What is wrong, and what belongs there.
    """

    piece: int
    text: str


@dataclass(frozen=True)
class StackReport(Record):
    """A link's stack, piece by piece.

    Attributes
    ----------
    fault : StackFault or None
        The first thing wrong with its order; None where it is right.
    thickness_m : list of float
        Of each piece as tightened; head and nut none [m].
    eye_to_eye_m : float or None
        Between the middles of both plates [m]; None where the order is wrong.
    bolt_m : float or None
        Shortest bolt made that holds it [m]; None where the order is wrong or none is that long.
    swapped_m : float or None
        Eye to eye with every short bushing between the plates swapped for a long one, or the
        other way round [m].
    crush : CrushJoint or None
        What a short bushing is tightened to; None where its unloaded size is not read.
    crushed : bool
        It is tightened further than it bears.
    """

    fault: StackFault | None
    thickness_m: list[float]
    eye_to_eye_m: float | None
    bolt_m: float | None
    swapped_m: float | None
    crush: CrushJoint | None = None
    crushed: bool = False


def check_order(order: tuple[StackPiece, ...]) -> StackFault | None:
    """Return the first thing wrong with a stack's order; None where it is right.

    Parameters
    ----------
    order : tuple of StackPiece
        From the bolt's head to its nut.

    Notes
    -----
    Each plate lies between two bushings, each bushing between its plate and a cup washer; a
    sleeve stands between two washers; head first, nut last.
    """
    if not order or order[0] is not _P.HEAD:
        return StackFault(0, "A stack begins with the bolt's head.")
    if order[-1] is not _P.NUT:
        return StackFault(len(order) - 1, "A stack ends with its nut.")
    for at, piece in enumerate(order):
        before = order[at - 1] if at else None
        after = order[at + 1] if at + 1 < len(order) else None
        around = (before, after)
        if piece in (_P.HEAD, _P.NUT) and 0 < at < len(order) - 1:
            return StackFault(at, f"A {piece} stands at an end only.")
        if piece is _P.PLATE and not all(one in _BUSHINGS for one in around):
            return StackFault(
                at, "Steel on steel clunks and breaks: a plate lies between two bushings."
            )
        if piece in _BUSHINGS:
            if _P.PLATE not in around:
                return StackFault(at, "A bushing lies against a plate.")
            if _P.WASHER not in around:
                return StackFault(
                    at, "A bushing without its cup washer creeps out: put a washer behind it."
                )
        if piece is _P.SLEEVE and around != (_P.WASHER, _P.WASHER):
            return StackFault(at, "A sleeve stands between two washers, or it cuts the bushings.")
    plates = order.count(_P.PLATE)
    if plates != 2:
        return StackFault(
            len(order) - 1, f"Read {plates} plates; a link holds two, bracket and arm's eye."
        )
    return None


def stack_report(stack: LinkStack) -> StackReport:
    """Return what a link's stack comes to.

    Parameters
    ----------
    stack : LinkStack
        Its pieces.
    """
    thickness = _thicknesses(stack)
    fault = check_order(stack.order)
    joint = _joint(stack)
    crushed = joint is not None and stack.bushing_m.value < joint.least_m - 1e-9
    if fault is not None:
        return StackReport(fault, thickness, None, None, None, joint, crushed)
    grip = sum(thickness)
    try:
        bolt = bolt_length(stack.size, grip, washers=0)
    except InputError:
        bolt = None
    apart = _eye_to_eye(stack.order, thickness)
    change = stack.long_bushing_m.value - stack.bushing_m.value
    first, last = _plates(stack.order)
    inner = [piece for piece in stack.order[first:last] if piece in _BUSHINGS]
    longer = all(piece is _P.BUSHING for piece in inner)
    return StackReport(
        None,
        thickness,
        apart,
        bolt,
        apart + len(inner) * (change if longer else -change),
        joint,
        crushed,
    )


def _joint(stack: LinkStack) -> CrushJoint | None:
    if stack.free_m is None or stack.outside_m is None:
        return None
    hole = read_thread(stack.size).diameter_m
    return crush_joint(stack.material, stack.free_m.value, stack.outside_m.value, hole)


def _thicknesses(stack: LinkStack) -> list[float]:
    of = {
        _P.HEAD: 0.0,
        _P.NUT: 0.0,
        _P.WASHER: stack.washer_m.value,
        _P.BUSHING: stack.bushing_m.value,
        _P.LONG_BUSHING: stack.long_bushing_m.value,
        _P.PLATE: stack.plate_m.value,
        _P.SLEEVE: stack.sleeve_m.value,
    }
    return [of[piece] for piece in stack.order]


def _plates(order: tuple[StackPiece, ...]) -> tuple[int, int]:
    first, last = (at for at, piece in enumerate(order) if piece is _P.PLATE)
    return first, last


def _eye_to_eye(order: tuple[StackPiece, ...], thickness: list[float]) -> float:
    first, last = _plates(order)
    return sum(thickness[first + 1 : last]) + (thickness[first] + thickness[last]) / 2
