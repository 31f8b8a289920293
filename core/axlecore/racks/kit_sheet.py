"""What a shop knows of a kit: its sheet written down once, and what each job added to it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from statistics import median

from axlecore.errors import InputError
from axlecore.quantities.measure import Record

MOST_LINES, LONGEST = 60, 400
#: What is remembered of one kit; the oldest goes first.
MOST_SNAGS, MOST_HOURS_A_STEP = 200, 50
MOST_HOURS = 24


@dataclass(frozen=True)
class SheetLine(Record):
    """One step of a kit's sheet.

    Attributes
    ----------
    says : str
        In the sheet's words, or translated once.
    bolt : str
        Which fastener it is about, as the kit's torques name it; empty where none.
    socket : str
        That was right in the end.
    hand : str
        How left is told from right, and which way bolts point.
    loose_until : str
        What it stays loose for.
    unclear, answer : str
        What is unclear or contradicts its picture, and what the maker said when asked.
    """

    says: str
    bolt: str = ""
    socket: str = ""
    hand: str = ""
    loose_until: str = ""
    unclear: str = ""
    answer: str = ""

    def __post_init__(self) -> None:
        for name, text in vars(self).items():
            if len(text) > LONGEST:
                raise InputError(name, f"Write at most {LONGEST} characters.")
        if not self.says.strip():
            raise InputError("says", "Write what the sheet says at this step.")

    @property
    def warns(self) -> tuple[str, ...]:
        """What whoever tightens it must know, in sentences."""
        answer = f" The maker: {self.answer}" if self.answer else " Nobody has asked the maker yet."
        said = (
            (self.hand, f"Left and right: {self.hand}"),
            (self.loose_until, f"Stays loose until {self.loose_until}"),
            (self.unclear, f"The sheet is unclear: {self.unclear}{answer}"),
        )
        return tuple(sentence for there, sentence in said if there)


@dataclass(frozen=True)
class Snag(Record):
    """Something that went otherwise than the sheet says, at one job.

    Attributes
    ----------
    step : str
        Key of the plan's step.
    says : str
        What happened, and what helped.
    job : str
        Which job it was.
    """

    step: str
    says: str
    job: str = ""

    def __post_init__(self) -> None:
        if not self.says.strip() or len(self.says) > LONGEST:
            raise InputError("says", f"Write what happened, in at most {LONGEST} characters.")


@dataclass(frozen=True)
class KitSheet(Record):
    """A kit's sheet and the shop's memory of it.

    Attributes
    ----------
    lines : tuple of SheetLine
        In the sheet's order.
    snags : tuple of Snag
        From jobs with this kit.
    hours : mapping of str to tuple of float
        Real hours by the plan's step, one a job [h].
    """

    lines: tuple[SheetLine, ...] = ()
    snags: tuple[Snag, ...] = ()
    hours: Mapping[str, tuple[float, ...]] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if len(self.lines) > MOST_LINES:
            raise InputError("lines", f"A sheet has at most {MOST_LINES} lines.")
        for key, real in self.hours.items():
            if not all(0 < one <= MOST_HOURS for one in real):
                raise InputError(f"hours.{key}", f"Enter hours above zero, up to {MOST_HOURS}.")

    def with_snag(self, snag: Snag) -> KitSheet:
        """Return it with one more thing that went otherwise."""
        return replace(self, snags=(*self.snags, snag)[-MOST_SNAGS:])

    def with_hours(self, step: str, real_h: float) -> KitSheet:
        """Return it with what a step took at one more job [h]."""
        if not 0 < real_h <= MOST_HOURS:
            raise InputError(
                "hours", f"Read {real_h:g} h; enter what it took, up to {MOST_HOURS} h."
            )
        real = (*self.hours.get(step, ()), real_h)[-MOST_HOURS_A_STEP:]
        return replace(self, hours={**self.hours, step: real})

    def with_socket(self, bolt: str, socket: str) -> KitSheet:
        """Return it with the socket that was right for a fastener in the end."""
        line = self.line_of(bolt)
        if line is None:
            own = SheetLine(f"Tighten {bolt}.", bolt=bolt, socket=socket)
            return replace(self, lines=(*self.lines, own))
        changed = replace(line, socket=socket)
        return replace(self, lines=tuple(changed if one is line else one for one in self.lines))

    def usual_hours(self, step: str) -> float | None:
        """Return the median of a step's real hours [h]; None where no job gave any."""
        real = self.hours.get(step, ())
        return median(real) if real else None

    def snags_at(self, step: str) -> list[Snag]:
        """Return what went otherwise at a step."""
        return [snag for snag in self.snags if snag.step == step]

    def line_of(self, bolt: str) -> SheetLine | None:
        """Return the line about a fastener; None where the sheet has none."""
        return next((line for line in self.lines if line.bolt and line.bolt == bolt), None)
