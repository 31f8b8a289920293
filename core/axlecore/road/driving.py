"""What a driver who is not perfect does to a vehicle in each of the standing manoeuvres."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from axlecore.motion import gusts
from axlecore.motion.manoeuvres import Course, Inputs
from axlecore.quantities.arguments import FloatArray

#: Standing before and after, as it is asked for [s].
STILL_S = 20.0
#: How finely a drive is followed [s].
STEP_S = 0.005
#: Pulling away, stopping, and stopping firmly [m/s²].
_PULLS_AWAY, _STOPS, _STOPS_FIRMLY = 1.2, 1.5, 4.5
#: How far one turn of a driver is from the next: in height, in length.
_UNLIKE, _UNEVEN = 0.15, 0.1
#: A wheel is never held quite still [m/s²], and how slowly that wanders [s].
_WANDERS_M_S2, _WANDERS_IN_S = 0.12, 1.5
#: A foot is not either: of the speed.
_SPEED_WANDERS, _SPEED_WANDERS_IN_S = 0.02, 6.0
_HALF_WAVES, _BENDS, _BUMPS, _PUSHES = 16, 4, 6, 4
_BETWEEN_S, _BEND_S, _STEERED_S = 8.0, 7.0, 1.5
_WINDING_S = 120.0


class Manoeuvre(StrEnum):
    """The standing manoeuvres, driven the same way before and after."""

    SLOW_EXIT = "slow first exit"
    SLALOM = "gentle slalom"
    BEND = "known bend"
    ONE_SIDE_BUMPS = "one-side bumps"
    EVEN_BUMPS = "even bumps"
    FIRM_STOP = "firm stop"
    TRUCKS = "road with trucks passing"
    WINDING = "climb and winding road"
    GUST_PLACE = "marked gust place"


@dataclass(frozen=True, eq=False)
class Drive:
    """What a driver and a road do to a vehicle, from standing to standing.

    Attributes
    ----------
    time_s : ndarray, (n,)
        Even, every `STEP_S` [s].
    speed_m_s, forward_m_s2 : ndarray, (n,)
        Along the road.
    even_bump_m_s2 : ndarray, (n,)
        Up and down, from bumps under both wheels.
    inputs : Inputs
        One run of n samples, as `simulate` takes it.
    """

    time_s: FloatArray
    speed_m_s: FloatArray
    forward_m_s2: FloatArray
    even_bump_m_s2: FloatArray
    inputs: Inputs


def drive(
    manoeuvre: Manoeuvre, course: Course, track_m: tuple[float, float], rng: np.random.Generator
) -> Drive:
    """Return one drive through a manoeuvre, twenty seconds of standing before and after.

    Parameters
    ----------
    manoeuvre : Manoeuvre
        Which.
    course : Course
        Speed, bends, gusts and bumps.
    track_m : tuple of float
        Front and rear: what a bump on one side rolls the road by [m].
    rng : numpy Generator
        The driver's and the road's unevenness.
    """
    acts = _Acts(course, rng)
    _ACTS[manoeuvre](acts)
    speed = course.road_speed_m_s
    away_s = speed / _PULLS_AWAY
    stops = _STOPS_FIRMLY if manoeuvre is Manoeuvre.FIRM_STOP else _STOPS
    begins = STILL_S + away_s + 2.0
    ends = begins + acts.lasts_s + 2.0
    time = np.arange(0.0, ends + speed / stops + STILL_S, STEP_S)
    run = np.clip((time - STILL_S) * _PULLS_AWAY, 0.0, speed)
    run = np.minimum(run, np.clip(speed - (time - ends) * stops, 0.0, None))
    run = run * (1 + _SPEED_WANDERS * _wander(time, rng, _SPEED_WANDERS_IN_S))
    driven = time - begins
    lateral = acts.lateral(driven) + _WANDERS_M_S2 * _wander(time, rng, _WANDERS_IN_S) * run / speed
    road = np.stack([acts.one_side(driven) / track for track in track_m], axis=-1)
    behind = course.vehicle_length_m / 2 / speed
    road[:, 1] = acts.one_side(driven - behind) / track_m[1]
    return Drive(
        time,
        run,
        np.gradient(run, STEP_S),
        acts.even(driven),
        Inputs(lateral[None], acts.side_force(driven)[None], road[None]),
    )


def _wander(time_s: FloatArray, rng: np.random.Generator, in_s: float) -> FloatArray:
    """Return what wanders about nought by about one, smoothly, (n,)."""
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import interpolate

    knots = np.arange(time_s[0], time_s[-1] + 2 * in_s, in_s)
    return np.asarray(interpolate.CubicSpline(knots, rng.normal(0.0, 1.0, len(knots)))(time_s))


Shape = Callable[[FloatArray], FloatArray]


class _Acts:
    """The shapes of one drive, gathered; nought where a manoeuvre has none."""

    def __init__(self, course: Course, rng: np.random.Generator) -> None:
        self.course, self.rng = course, rng
        self.lasts_s = 0.0
        self.lateral: Shape = np.zeros_like
        self.side_force: Shape = np.zeros_like
        self.one_side: Shape = np.zeros_like
        self.even: Shape = np.zeros_like

    def heights(self, count: int) -> FloatArray:
        """Return how high each of several turns is, about one."""
        return 1 + self.rng.normal(0.0, _UNLIKE, count).clip(-0.4, 0.4)

    def lengths(self, count: int) -> FloatArray:
        """Return how long each of several turns is, about one."""
        return 1 + self.rng.normal(0.0, _UNEVEN, count).clip(-0.3, 0.3)


def _slalom(acts: _Acts) -> None:
    course = acts.course
    half_s = course.slalom_spacing_m / course.road_speed_m_s
    edges = np.concatenate([[0.0], np.cumsum(half_s * acts.lengths(_HALF_WAVES))])
    signs = course.lateral_m_s2 * acts.heights(_HALF_WAVES) * (-1.0) ** np.arange(_HALF_WAVES)

    def lateral(t: FloatArray) -> FloatArray:
        at = np.searchsorted(edges, t, side="right") - 1
        inside = (at >= 0) & (at < _HALF_WAVES)
        at = at.clip(0, _HALF_WAVES - 1)
        share = (t - edges[at]) / (edges[at + 1] - edges[at])
        return np.asarray(np.where(inside, signs[at] * np.sin(np.pi * share), 0.0))

    acts.lateral, acts.lasts_s = lateral, float(edges[-1])


def _bends(acts: _Acts) -> None:
    each_s = _BEND_S + 2 * _STEERED_S + 1.0
    heights = acts.course.lateral_m_s2 * acts.heights(_BENDS) * (-1.0) ** np.arange(_BENDS)

    def lateral(t: FloatArray) -> FloatArray:
        made = np.zeros_like(t)
        for begins, height in zip(each_s * np.arange(_BENDS), heights, strict=True):
            rises = np.clip((t - begins) / _STEERED_S, 0.0, 1.0)
            falls = np.clip((begins + each_s - 1.0 - t) / _STEERED_S, 0.0, 1.0)
            made += height * np.minimum(rises, falls)
        return made

    acts.lateral, acts.lasts_s = lateral, each_s * _BENDS


def _winding(acts: _Acts) -> None:
    knots = np.arange(0.0, _WINDING_S, 3.0)
    heights = 0.5 * acts.course.lateral_m_s2 * acts.rng.normal(0.0, 1.0, len(knots)).clip(-2, 2)
    heights[[0, -1]] = 0.0
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import interpolate

    curve = interpolate.PchipInterpolator(knots, heights, extrapolate=False)
    acts.lateral = lambda t: np.nan_to_num(curve(t))
    acts.lasts_s = _WINDING_S


def _one_side(acts: _Acts) -> None:
    acts.one_side = _bumps(acts)


def _even(acts: _Acts) -> None:
    bumps = _bumps(acts)
    acts.even = lambda t: np.gradient(np.gradient(bumps(t), STEP_S), STEP_S) * 0.1


def _bumps(acts: _Acts) -> Shape:
    course, heights = acts.course, acts.course.bump_m * acts.heights(_BUMPS)
    acts.lasts_s = _BETWEEN_S * _BUMPS
    return lambda t: sum(
        height * gusts.gust(t, _BETWEEN_S * number, course.bump_length_m, course.road_speed_m_s)
        for number, height in enumerate(heights)
    )


def _gusts(acts: _Acts) -> None:
    course, heights = acts.course, acts.course.wind_force_n * acts.heights(_PUSHES)
    acts.side_force = lambda t: sum(
        height * gusts.gust(t, _BETWEEN_S * number, course.gust_length_m, course.road_speed_m_s)
        for number, height in enumerate(heights)
    )
    acts.lasts_s = _BETWEEN_S * _PUSHES


def _trucks(acts: _Acts) -> None:
    course, heights = acts.course, acts.course.truck_force_n * acts.heights(_PUSHES)
    acts.side_force = lambda t: sum(
        height
        * gusts.passing_truck(
            t, _BETWEEN_S * number, course.truck_length_m, course.passing_speed_m_s
        )
        for number, height in enumerate(heights)
    )
    acts.lasts_s = _BETWEEN_S * _PUSHES


def _straight(acts: _Acts) -> None:
    acts.lasts_s = 10.0


_ACTS: dict[Manoeuvre, Callable[[_Acts], None]] = {
    Manoeuvre.SLOW_EXIT: _one_side,
    Manoeuvre.SLALOM: _slalom,
    Manoeuvre.BEND: _bends,
    Manoeuvre.ONE_SIDE_BUMPS: _one_side,
    Manoeuvre.EVEN_BUMPS: _even,
    Manoeuvre.FIRM_STOP: _straight,
    Manoeuvre.TRUCKS: _trucks,
    Manoeuvre.WINDING: _winding,
    Manoeuvre.GUST_PLACE: _gusts,
}
