"""All that a job consumes: parts, fasteners, what wears out, what is used up."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum

from axlecore.build.job import JobFile
from axlecore.build.steps import Step
from axlecore.fitup.bolts import KitBolt
from axlecore.practice.consequences import consequences
from axlecore.practice.fitting import FitStation
from axlecore.practice.look import Rust
from axlecore.quantities.measure import Record
from axlecore.racks.parts import PartKind, RackPart, SheetNut


class Ordered(StrEnum):
    """What a line of the order is."""

    PART = "part"
    FASTENER = "fastener"
    CONSUMABLE = "consumable"


@dataclass(frozen=True)
class OrderLine(Record):
    """One thing the job consumes.

    Attributes
    ----------
    what : str
        In words; of a part its maker and number.
    quantity : int
        How many.
    kind : Ordered
        What it is.
    part_number : str
        On the racks; empty where it is none of their parts.
    why : list of str
        Which decisions ask for it.
    """

    what: str
    quantity: int
    kind: Ordered
    part_number: str
    why: list[str]


def order_list(job: JobFile, fit: FitStation | None, steps: Sequence[Step]) -> list[OrderLine]:
    """Return all that a job consumes, parts first; what is asked for twice is one line.

    Parameters
    ----------
    job : JobFile
        As far as it is decided.
    fit : FitStation or None
        What its fit-up comes to.
    steps : sequence of Step
        Its plan.

    Notes
    -----
    Nuts and clips are counted, each step's own; of paint, oil and grease one is enough for all.
    """
    lines: dict[str, OrderLine] = {}
    for line in (*_parts(job), *_look_over(job, steps), *_fasteners(job, fit), *_used(steps)):
        stands = lines.get(line.what)
        lines[line.what] = line if stands is None else _together(stands, line)
    order = list(Ordered)
    return sorted(lines.values(), key=lambda line: order.index(line.kind))


def _together(one: OrderLine, other: OrderLine) -> OrderLine:
    why = list(dict.fromkeys([*one.why, *other.why]))
    quantity = max(one.quantity, other.quantity)
    return OrderLine(one.what, quantity, one.kind, one.part_number or other.part_number, why)


def _parts(job: JobFile) -> Iterator[OrderLine]:
    for end in job.touched():
        kit = job.of_end(end)
        if kit is not None:
            yield _part(kit.part, f"chosen for the {end}")
            for other in kit.besides:
                yield _part(other, f"makes {kit.part.part_number} fit")


def _part(part: RackPart, why: str) -> OrderLine:
    return OrderLine(part.name, 1, Ordered.PART, part.part_number, [why])


#: What a kit or a set brings itself, by the words the look-over asks for it with.
_BROUGHT = {PartKind.LINK: " links, pair", PartKind.BUSHING: " bushings, pair"}


def _look_over(job: JobFile, steps: Sequence[Step]) -> Iterator[OrderLine]:
    """What the look-over wears out, but for what is chosen or brought with it already."""
    seen = consequences(job.vehicle, job.look_over, job.kind)
    brought = set()
    for end in job.touched():
        kit = job.of_end(end)
        if kit is None:
            continue
        brought.add(f"{end} bar")
        kinds = {part.kind for part in kit.besides}
        if kit.part.kind is PartKind.KIT:
            kinds = set(_BROUGHT)
        brought |= {f"{end}{words}" for kind, words in _BROUGHT.items() if kind in kinds}
    # What a step uses up is counted there.
    used = {use.what for step in steps for use in step.uses}
    for need in seen.needs:
        if need.part not in brought and need.part not in used:
            yield OrderLine(need.part, need.quantity, _kind_of(need.part), "", [need.why])
    if job.look_over.rust in (Rust.SCALY, Rust.HEAVY):
        yield OrderLine(
            "thread insert set", 1, Ordered.FASTENER, "", [f"rust is {job.look_over.rust}"]
        )


def _fasteners(job: JobFile, fit: FitStation | None) -> Iterator[OrderLine]:
    for end in job.touched():
        station = None if fit is None else fit.of_end(end)
        bolts: list[KitBolt] = [] if station is None else station.bolts
        for bolt in bolts:
            if bolt.nut is SheetNut.LOCK_NUT:
                yield OrderLine(
                    f"lock nuts {bolt.size}",
                    bolt.count,
                    Ordered.FASTENER,
                    "",
                    [f"{end} {bolt.where}: nylon lock nuts are used once"],
                )


def _used(steps: Sequence[Step]) -> Iterator[OrderLine]:
    counted: dict[str, int] = {}
    why: dict[str, list[str]] = {}
    for step in steps:
        for use in step.uses:
            # A can of paint is one, however many steps dip into it; nuts and clips are counted.
            own = counted.get(use.what, 0)
            loose = _kind_of(use.what) is Ordered.CONSUMABLE
            counted[use.what] = max(own, use.quantity) if loose else own + use.quantity
            why.setdefault(use.what, []).append(step.what.rstrip("."))
        for tool in step.tools:
            if tool.startswith("drill "):
                counted[tool] = 1
                why.setdefault(tool, []).append(step.what.rstrip("."))
    for what, quantity in counted.items():
        yield OrderLine(what, quantity, _kind_of(what), "", why[what][:3])


def _kind_of(what: str) -> Ordered:
    """What a line is, by its words where no part of the racks says it."""
    if what.endswith((" bar", ", pair")) or "U-bolts" in what:
        return Ordered.PART
    if any(word in what for word in ("nut", "bolt", "clip")):
        return Ordered.FASTENER
    return Ordered.CONSUMABLE
