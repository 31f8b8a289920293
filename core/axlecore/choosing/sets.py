"""Every set of a front and a rear candidate, solved together."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from axlecore.bars.bar import bar_rates
from axlecore.bars.steel import STEELS
from axlecore.bars.stress import stress_per_newton
from axlecore.errors import UnstableError
from axlecore.lean.assembly import AxleRoll, axle_roll
from axlecore.lean.bar_numbers import NO_BAR, BarNumbers, as_it_stands, bar_numbers
from axlecore.lean.evaluate import REFERENCE_BEND_M_S2, named, reference_wind
from axlecore.lean.roll_model import RollModel, body_of, model_of, roll_model
from axlecore.lean.steady import solve
from axlecore.motion.manoeuvres import Course, bump_toss
from axlecore.motion.roll_test import damping_of, head_over_roll_axis, inertia_of
from axlecore.quantities.arguments import FloatArray
from axlecore.quantities.measure import Record
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, Joints, SetUp, Vehicle, standard_after, with_choice

#: Keys of what needs no new bar: leaving an axle as it is, and renewing what is worn there.
KEEP, RENEW = "keep", "renew"


@dataclass(frozen=True)
class Candidate(Record):
    """One thing that can be done at one axle.

    Attributes
    ----------
    key : str
        What it is called; `KEEP` leaves the axle as it is.
    action : Action or None
        None leaves the axle as it is.
    fitted : FittedBar or None
        The bar and its hole.
    price : float
        Parts and hours, in the shop's money, zero or more.
    days : float
        Until it is here.
    renews : bool
        It renews worn links and bushings, so that the standard bar works at once.
    lacks : tuple of str
        What it needs that cannot be had, each a reason against it.
    """

    key: str
    action: Action | None = None
    fitted: FittedBar | None = None
    price: float = 0.0
    days: float = 0.0
    renews: bool = False
    lacks: tuple[str, ...] = ()

    def chosen(self, set_up: SetUp, end: End) -> SetUp:
        """Return a set-up with this done at one end."""
        joints = Joints.RENEWED if self.renews else Joints.AS_THEY_ARE
        return with_choice(set_up, end, self.action, self.fitted, joints)


#: Sets solved in one step: enough to be fast, few enough to show progress and spare memory.
_AT_ONCE = 4000
#: Bend the yield reserve is asked for.
_HARD_BEND_M_S2 = REFERENCE_BEND_M_S2 / 0.3 * 0.5


@dataclass(frozen=True)
class SetFigures:
    """Figures over sets (rows) and load states (columns).

    Attributes
    ----------
    lean, wind, share : ndarray, (sets, states)
        Lean in the reference bend and wind [rad], and the front's share of load transfer.
    reserve : ndarray, (sets,)
        Least reserve to yield of the chosen bars at 0.5 g; infinity where none is chosen.
    """

    lean: FloatArray
    wind: FloatArray
    share: FloatArray
    reserve: FloatArray


@dataclass(frozen=True)
class _Options:
    """The candidates of one axle as arrays: its stiffness, and how near to yield a force brings.

    ``yield_per_newton`` is stress over yield of the chosen bar, per newton at each end.
    """

    roll: AxleRoll
    yield_per_newton: FloatArray

    def picked(self, rows: npt.NDArray[np.int_]) -> _Options:
        """Return the same for the candidates of some rows."""

        def pick(number: FloatArray) -> FloatArray:
            return np.asarray(number if np.ndim(number) == 0 else number[rows])

        def bar(numbers: BarNumbers) -> BarNumbers:
            return BarNumbers(*(pick(part) for part in numbers.parts))

        roll = replace(self.roll, standard=bar(self.roll.standard), chosen=bar(self.roll.chosen))
        return _Options(roll, self.yield_per_newton[rows])


def _stacked(bars: Sequence[BarNumbers]) -> BarNumbers:
    parts = zip(*(bar.parts for bar in bars), strict=True)
    return BarNumbers(
        *(np.array([float(np.reshape(one, -1)[0]) for one in part]) for part in parts)
    )


def _options(vehicle: Vehicle, end: End, candidates: Sequence[Candidate]) -> _Options:
    axle = vehicle.of_end(end)
    fitted = [c.fitted for c in candidates if c.fitted is not None]
    bars, holes = [f.bar for f in fitted], [f.hole for f in fitted]
    rates = iter(bar_rates(bars, holes)) if fitted else iter(())
    stresses = iter(stress_per_newton(bars, holes)) if fitted else iter(())
    standing, chosen, per_newton = [], [], []
    # What stays of the standard bar is one of few: as it is, renewed, gone.
    known: dict[FittedBar | None, BarNumbers] = {None: NO_BAR}
    for candidate in candidates:
        stays = standard_after(vehicle, candidate.chosen(SetUp(), end), end)
        if stays not in known:
            path = f"{end}.standard_bar"
            known[stays] = bar_numbers(axle, end, stays, path, as_it_stands, standard=True)
        standing.append(known[stays])
        if candidate.fitted is None:
            chosen.append(NO_BAR)
            per_newton.append(0.0)
            continue
        chosen.append(
            bar_numbers(
                axle,
                end,
                candidate.fitted,
                "",
                as_it_stands,
                standard=False,
                rate_n_per_m=np.asarray(next(rates)),
            )
        )
        steel = STEELS[candidate.fitted.bar.steel]
        per_newton.append(float(next(stresses)) / steel.yield_strength_pa)
    both = _stacked(standing), _stacked(chosen)
    return _Options(axle_roll(vehicle, end, both), np.array(per_newton))


def stress_per_rad(
    vehicle: Vehicle, end: End, candidates: Sequence[Candidate]
) -> tuple[FloatArray, FloatArray]:
    """Return roll stiffness [N·m/rad] and stress over yield per twist [1/rad] of candidates.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    end : End
        Front or rear.
    candidates : sequence of Candidate
        What can be done there.

    Returns
    -------
    tuple of ndarray
        (candidates,) each; no stress where no bar is chosen.
    """
    options = _options(vehicle, end, candidates)
    force = options.roll.chosen.end_force_n_per_rad
    return options.roll.suspension, np.asarray(options.yield_per_newton * force)


@dataclass(frozen=True)
class Sets:
    """Every set of a front and a rear candidate on one vehicle.

    Attributes
    ----------
    vehicle : Vehicle
        The measured sheet.
    options : tuple of _Options
        Of front and rear.
    pairs : ndarray of int, (sets, 2)
        Which front and which rear candidate.
    """

    vehicle: Vehicle
    options: tuple[_Options, _Options]
    pairs: npt.NDArray[np.int_]

    def figures(self, progress: Callable[[int, int], None] | None = None) -> SetFigures:
        """Return lean, balance and reserve of every set.

        Parameters
        ----------
        progress : callable or None
            Told how many sets of how many are solved; raising from it stops the work.

        Raises
        ------
        UnstableError
            The vehicle tips over by itself with one of the sets.
        """
        parts = []
        for part, picked in self._in_parts():
            parts.append(_solve_pairs(self.vehicle, picked, len(part)))
            if progress is not None:
                progress(int(part[-1]) + 1, len(self.pairs))
        return SetFigures(*(np.concatenate(column) for column in zip(*parts, strict=True)))

    def head_toss(self, state: int) -> FloatArray:
        """Return the head toss of a one-side bump of every set, (sets,) [m/s²].

        Parameters
        ----------
        state : int
            Index of the load state.
        """
        vehicle = self.vehicle
        standing = model_of(vehicle, SetUp(), vehicle.load_states[state].key)
        inertia = inertia_of(vehicle, standing)
        damping = damping_of(vehicle, standing, inertia)
        head = head_over_roll_axis(vehicle, standing)
        found = [
            bump_toss(_model(vehicle, picked, [state], len(part)), inertia, damping, Course(), head)
            for part, picked in self._in_parts()
        ]
        return np.concatenate(found)

    def _in_parts(
        self,
    ) -> Iterator[tuple[npt.NDArray[np.int_], tuple[_Options, _Options]]]:
        for start in range(0, len(self.pairs), _AT_ONCE):
            rows = np.arange(start, min(start + _AT_ONCE, len(self.pairs)))
            front, rear = self.pairs[rows].T
            yield rows, (self.options[0].picked(front), self.options[1].picked(rear))


def sets_of(vehicle: Vehicle, front: Sequence[Candidate], rear: Sequence[Candidate]) -> Sets:
    """Return every set of a front and a rear candidate, ready to be solved.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    front, rear : sequence of Candidate
        What can be done at each axle.
    """
    pairs = np.stack(np.divmod(np.arange(len(front) * len(rear)), len(rear)), axis=1)
    options = _options(vehicle, End.FRONT, front), _options(vehicle, End.REAR, rear)
    return Sets(vehicle, options, pairs)


def _model(
    vehicle: Vehicle, picked: tuple[_Options, _Options], states: Sequence[int], sets: int
) -> RollModel:
    """Sets under each other, each with its load states."""
    body = body_of(vehicle, states).repeated(sets)
    return roll_model(body, (picked[0].roll, picked[1].roll), repeat=len(states))


def _solve_pairs(
    vehicle: Vehicle, picked: tuple[_Options, _Options], sets: int
) -> tuple[FloatArray, FloatArray, FloatArray, FloatArray]:
    """Lean, wind lean and front share, (sets, states), and reserve to yield, (sets,)."""
    states = range(len(vehicle.load_states))
    force, push = reference_wind(vehicle)
    try:
        answer = solve(
            _model(vehicle, picked, states, sets),
            [REFERENCE_BEND_M_S2, _HARD_BEND_M_S2, 0.0],
            [0.0, 0.0, force],
            push,
        )
    except UnstableError as error:
        raise named(error, vehicle) from None
    shape = (sets, len(states))
    used = np.zeros(sets)
    for index, options in enumerate(picked):
        twist = (answer.lean_rad[:, 1] - answer.tyre_roll_rad[:, 1, index]).reshape(shape)
        bar = BarNumbers(*(np.reshape(part, (-1, 1)) for part in options.roll.chosen.parts))
        stress = bar.end_force_n(twist) * options.yield_per_newton[:, None]
        used = np.maximum(used, stress.max(axis=1))
    reserve = np.divide(1.0, used, out=np.full(sets, np.inf), where=used > 0)
    return (
        answer.lean_rad[:, 0].reshape(shape),
        answer.lean_rad[:, 2].reshape(shape),
        answer.front_share[:, 0].reshape(shape),
        reserve,
    )
