"""What a quote is worked out with: the shop's rate, work of others, parts, and its day."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from axlecore.errors import InputError
from axlecore.quantities.measure import Record


@dataclass(frozen=True)
class Terms(Record):
    """What the shop asks and pays.

    Attributes
    ----------
    labour_an_hour : float
        In the shop's money.
    outside : mapping of str to float
        Work of others by who does it.
    parts : float
        All that is bought for the job.
    open_hours : float
        Hours a day that the shop is open, for the finish.
    """

    labour_an_hour: float = 90.0
    outside: Mapping[str, float] = field(default_factory=dict)
    parts: float = 0.0
    open_hours: float = 8.0

    def __post_init__(self) -> None:
        for name, value, most in (
            ("labour_an_hour", self.labour_an_hour, 10_000.0),
            ("parts", self.parts, 1_000_000.0),
        ):
            # Asked as "not in range" so that NaN is refused too.
            if not 0 <= value <= most:
                raise InputError(name, f"Read {value:g}; enter 0 to {most:g}.")
        if not 0 < self.open_hours <= 24:
            raise InputError("open_hours", f"Read {self.open_hours:g}; enter up to 24 hours a day.")
