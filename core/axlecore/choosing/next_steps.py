"""Which further part gives most lean for the money."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from axlecore.choosing.sets import KEEP, Candidate, sets_of
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Vehicle

#: A part that saves less saves nothing [rad].
_LEAST_GAIN_RAD = 1e-9


@dataclass(frozen=True)
class Step(Record):
    """One further part and what it gives.

    Attributes
    ----------
    key : str
        The part.
    axle : End
        Where.
    lean_rad : float
        Lean once it is there too [rad].
    gain_rad : float
        Less lean than before it [rad].
    price : float
        What it costs.
    gain_per_100_rad : float
        Less lean per 100 of the shop's money [rad].
    """

    key: str
    axle: End
    lean_rad: float
    gain_rad: float
    price: float
    gain_per_100_rad: float


def next_steps(
    vehicle: Vehicle, front: Sequence[Candidate], rear: Sequence[Candidate], key: LoadKey
) -> list[Step]:
    """Return parts in the order of lean saved per money, one an axle, each on top of the last.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    front, rear : sequence of Candidate
        What can be done at each axle; those without a price are left out.
    key : LoadKey
        Load state the lean is for.

    Returns
    -------
    list of Step
        At most one at each axle, best first; none that saves nothing.
    """
    at = vehicle.weighed(key)
    keep = Candidate(KEEP)
    options = {End.FRONT: [keep, *front], End.REAR: [keep, *rear]}
    figures = sets_of(vehicle, options[End.FRONT], options[End.REAR]).figures()
    lean = figures.lean[:, at].reshape(len(options[End.FRONT]), len(options[End.REAR]))
    chosen = [0, 0]
    found: list[Step] = []
    while True:
        now = float(lean[chosen[0], chosen[1]])
        best: tuple[float, int, int] | None = None
        for side, axle in enumerate(End):
            if chosen[side]:
                continue
            for index, candidate in enumerate(options[axle]):
                tried = (index, chosen[1]) if side == 0 else (chosen[0], index)
                gain = now - float(lean[tried])
                if candidate.price > 0 and gain > _LEAST_GAIN_RAD:
                    worth = gain / candidate.price
                    if best is None or worth > best[0]:
                        best = (worth, side, index)
        if best is None:
            return found
        worth, side, index = best
        chosen[side] = index
        axle = list(End)[side]
        after = float(lean[chosen[0], chosen[1]])
        candidate = options[axle][index]
        found.append(Step(candidate.key, axle, after, now - after, candidate.price, worth * 100))


def best_value(
    vehicle: Vehicle, end: End, candidates: Sequence[Candidate], key: LoadKey, most: int
) -> list[Candidate]:
    """Return the candidates of one axle that save most lean for their money, best first.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    end : End
        Front or rear; the other axle stays as it is.
    candidates : sequence of Candidate
        What can be done there; those without a price are left out.
    key : LoadKey
        Load state the lean is for.
    most : int
        How many to return.
    """
    at, keep = vehicle.weighed(key), [Candidate(KEEP)]
    tried = [*keep, *candidates]
    front, rear = (tried, keep) if end is End.FRONT else (keep, tried)
    lean = sets_of(vehicle, front, rear).figures().lean[:, at]
    gains = (lean[0] - lean[1:]).tolist()
    worth = [
        (gain / candidate.price, candidate)
        for gain, candidate in zip(gains, candidates, strict=True)
        if candidate.price > 0 and gain > _LEAST_GAIN_RAD
    ]
    worth.sort(key=lambda pair: -pair[0])
    return [candidate for _, candidate in worth[:most]]
