"""What driver and passenger felt, asked in the same words before and after."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from axlecore.quantities.measure import Record


class Felt(StrEnum):
    """What is asked, in order."""

    LEANS = "leans"
    SETTLES = "settles"
    HEAD = "head"
    PUSHED = "pushed"
    HOLDS_ON = "holds_on"
    RATTLES = "rattles"
    STEERING = "steering"
    NOISES = "noises"


class Rider(StrEnum):
    """Who felt it."""

    DRIVER = "driver"
    PASSENGER = "passenger"


@dataclass(frozen=True)
class Question(Record):
    """One thing that is asked.

    Attributes
    ----------
    felt : Felt
        Which.
    text : str
        In the words it is always asked in.
    """

    felt: Felt
    text: str


#: From nought on.
SCALE = ("not at all", "a little", "clearly", "strongly", "too much to drive on")
QUESTIONS = (
    Question(Felt.LEANS, "It leans in bends"),
    Question(Felt.SETTLES, "It takes its time to settle"),
    Question(Felt.HEAD, "The head is thrown from side to side"),
    Question(Felt.PUSHED, "It is pushed out of its lane"),
    Question(Felt.HOLDS_ON, "One holds on, or slides in the seat"),
    Question(Felt.RATTLES, "Things rattle, or open"),
    Question(Felt.STEERING, "It takes steering to keep straight"),
    Question(Felt.NOISES, "There are noises that are new"),
)
