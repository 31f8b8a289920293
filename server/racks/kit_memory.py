"""What a shop knows of a kit: its sheet, and what each job with it added."""

from collections.abc import Callable, Mapping, Sequence

from django.db import transaction

from axlecore.errors import InputError
from axlecore.formats import from_plain, to_plain
from axlecore.racks.kit_sheet import KitSheet, SheetLine, Snag
from axlecore.racks.parts import WITH_A_BAR, SheetTorque
from history.versions import write_next
from racks.models import KitMemory, Part
from racks.services import record_of
from shops.errors import Refused
from shops.models import Person


def memory_of(part: Part) -> KitSheet:
    """Return what is known of a kit; call with its memory read along."""
    memory: KitMemory | None = getattr(part, "memory", None)
    return KitSheet() if memory is None else from_plain(memory.document, KitSheet)


def write_sheet(
    person: Person,
    part_id: int,
    base_version: int,
    lines: Sequence[SheetLine],
    torques: Sequence[SheetTorque],
) -> Part:
    """Write a kit's sheet anew, its torques with it; snags and hours of jobs stay."""
    names = {torque.where for torque in torques}
    for at, line in enumerate(lines):
        if line.bolt and line.bolt not in names:
            known = ", ".join(sorted(names)) or "none"
            raise InputError(
                f"lines.{at}.bolt", f"Read “{line.bolt[:40]}”; fasteners of this kit: {known}."
            )

    def change(part: Part, sheet: KitSheet) -> KitSheet:
        part.document = {
            **part.document,
            "torques": [to_plain(torque) for torque in torques],
        }
        # The record says whether what it was given can be.
        record_of(part)
        part.save(update_fields=["document"])
        return KitSheet(tuple(lines), sheet.snags, sheet.hours)

    return _changed(person, part_id, base_version, "sheet", change)


def remember(
    person: Person,
    part_id: int,
    step: str,
    job: str,
    says: str,
    hours: float | None,
    bolt: str,
    socket: str,
) -> Part:
    """Add what a job with a kit taught: a snag, what a step took, the socket that was right."""
    if not (says.strip() or hours is not None or socket.strip()):
        raise InputError("says", "Say what happened, what it took, or which socket was right.")

    def change(_: Part, sheet: KitSheet) -> KitSheet:
        if says.strip():
            sheet = sheet.with_snag(Snag(step, says.strip(), job))
        if hours is not None:
            sheet = sheet.with_hours(step, hours)
        if socket.strip() and bolt:
            sheet = sheet.with_socket(bolt, socket.strip())
        return sheet

    return _changed(person, part_id, None, step, change)


def remember_hours(person: Person, part_id: int, hours: Mapping[str, float]) -> Part:
    """Add what a whole job's steps took with a kit [h], by step, as one version."""

    def change(_: Part, sheet: KitSheet) -> KitSheet:
        for step, real_h in hours.items():
            sheet = sheet.with_hours(step, real_h)
        return sheet

    return _changed(person, part_id, None, "hours", change)


def _changed(
    person: Person,
    part_id: int,
    base_version: int | None,
    place: str,
    change: Callable[[Part, KitSheet], KitSheet],
) -> Part:
    """Write the next version of a kit's memory; without a base it is added to what stands."""
    with transaction.atomic():
        # The part's lock keeps two from beginning one memory, and its torques with it.
        part = Part.objects.select_for_update(no_key=True).get(pk=part_id, shop=person.shop_id)
        if part.kind not in WITH_A_BAR:
            raise Refused("part_id", f"A {part.kind} has no sheet of steps.", 422)
        memory, _ = KitMemory.objects.get_or_create(part=part)

        def document() -> object:
            memory.document = to_plain(change(part, from_plain(memory.document, KitSheet)))
            return memory.document

        base = memory.version if base_version is None else base_version
        write_next(memory, memory.revisions, base, place, "", person, document)
        part.memory = memory
        return part
