"""How likely an old fastener snaps: starting values, and the shop's own record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

from axlecore.build.steps import OldFastener
from axlecore.errors import InputError
from axlecore.fasteners.threads import read_thread
from axlecore.practice.look import Rust
from axlecore.quantities.measure import Record

#: Chance by rust; workshop practice, not a standard, until the shop's own record replaces it.
_BY_RUST = {
    Rust.UNSEEN: 0.08,
    Rust.NONE: 0.005,
    Rust.LIGHT: 0.02,
    Rust.SCALY: 0.08,
    Rust.HEAVY: 0.25,
}
#: Up to a diameter [m]: what sizes are called together, and how much more likely they snap.
_BY_SIZE = ((0.0085, "M8", 2.0), (0.0105, "M10", 1.3), (float("inf"), "", 1.0))
#: A size of each class, to work its chance out with.
_SIZE_OF = {"M8": "M8x1.25", "M10": "M10x1.5", "": "M12x1.75"}
_HIDDEN, _LOCKED, _SOAKED = 1.6, 1.3, 0.7
_MOST = 0.9
#: What the starting values are worth, in bolts of the shop's own.
PRIOR_BOLTS = 20.0
MOST_BOLTS = 100_000


class BoltClass(NamedTuple):
    """What old fasteners are counted together by; its size is the class's, as in `Tally`."""

    rust: Rust
    size: str
    hidden: bool
    thread_lock: bool
    soaked: bool


@dataclass(frozen=True)
class Tally(Record):
    """What came of old fasteners of one class in this shop.

    Attributes
    ----------
    rust : Rust
        Of the undercarriage.
    size : str
        Largest size of the class: ``M8``, ``M10`` or empty above.
    hidden, thread_lock, soaked : bool
        As in `OldFastener`.
    came_off, snapped : int
        How many.
    """

    rust: Rust
    size: str
    hidden: bool
    thread_lock: bool
    soaked: bool
    came_off: int = 0
    snapped: int = 0

    def __post_init__(self) -> None:
        for name, count in (("came_off", self.came_off), ("snapped", self.snapped)):
            if not 0 <= count <= MOST_BOLTS:
                raise InputError(name, f"Read {count}; count 0 to {MOST_BOLTS}.")
        if self.size not in _SIZE_OF:
            raise InputError("size", f"Read “{self.size[:20]}”; M8, M10 or nothing above them.")

    @property
    def of_class(self) -> BoltClass:
        """What it counts."""
        return BoltClass(self.rust, self.size, self.hidden, self.thread_lock, self.soaked)

    @property
    def fastener(self) -> OldFastener:
        """One of its class."""
        return OldFastener(
            _SIZE_OF[self.size], 1, self.rust, self.hidden, self.thread_lock, self.soaked
        )


@dataclass(frozen=True)
class Chance(Record):
    """How likely fasteners of one class snap.

    Attributes
    ----------
    prior : float
        Starting value, as a part.
    came_off, snapped : int
        The shop's own record.
    posterior : float
        What counts: the starting value, worth twenty bolts, with the record.
    """

    prior: float
    came_off: int
    snapped: int
    posterior: float


def class_of(fastener: OldFastener) -> BoltClass:
    """Return what fasteners are counted together by.

    Parameters
    ----------
    fastener : OldFastener
        Any.
    """
    size, _ = _size_class(fastener)
    return BoltClass(fastener.rust, size, fastener.hidden, fastener.thread_lock, fastener.soaked)


def _size_class(fastener: OldFastener) -> tuple[str, float]:
    diameter = read_thread(fastener.size).diameter_m
    return next((name, factor) for most, name, factor in _BY_SIZE if diameter <= most)


def prior_chance(fastener: OldFastener) -> float:
    """Return the starting chance that one of these snaps, as a part.

    Parameters
    ----------
    fastener : OldFastener
        What it is.

    Notes
    -----
    By rust; times 2 to M8 (5/16), 1.3 to M10 (3/8); times 1.6 where the far end is hidden; times
    1.3 with permanent thread-lock; times 0.7 when soaked the day before; at most 90 %.
    """
    _, by_size = _size_class(fastener)
    chance = _BY_RUST[fastener.rust] * by_size
    chance *= _HIDDEN if fastener.hidden else 1.0
    chance *= _LOCKED if fastener.thread_lock else 1.0
    chance *= _SOAKED if fastener.soaked else 1.0
    return min(chance, _MOST)


def chance_of(fastener: OldFastener, record: Sequence[Tally] = ()) -> Chance:
    """Return how likely one of these snaps, by the starting value and the shop's record.

    Parameters
    ----------
    fastener : OldFastener
        What it is.
    record : sequence of Tally
        The shop's own.

    Notes
    -----
    A Beta prior worth twenty bolts, updated by every bolt that came off or snapped (Gelman et
    al., *Bayesian Data Analysis*, 3rd ed., ch. 2).
    """
    prior = prior_chance(fastener)
    own = [tally for tally in record if tally.of_class == class_of(fastener)]
    off, snapped = sum(one.came_off for one in own), sum(one.snapped for one in own)
    posterior = (prior * PRIOR_BOLTS + snapped) / (PRIOR_BOLTS + off + snapped)
    return Chance(prior, off, snapped, posterior)
