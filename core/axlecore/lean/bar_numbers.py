"""A bar on an axle in numbers: its rate at its ends, where they act, its play."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
import numpy.typing as npt

from axlecore.bars.bar import Bar, frame_rate, lines_with_arm, measured_arm, piece_sections
from axlecore.quantities.arguments import FloatArray, above_zero, zero_or_more
from axlecore.quantities.measure import Measured
from axlecore.vehicle.axle import Axle, FittedBar, Suspension, eye_spacing
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import SetUp, Vehicle, standard_after

#: Reads the number at a place: its value as it stands, or drawn values, (samples,).
Read = Callable[[str, Measured], FloatArray]

#: A bore is never drawn wider than this part of the outside diameter.
_WIDEST_BORE = 0.98


def as_it_stands(_path: str, found: Measured) -> FloatArray:
    """Read a number as it stands on the sheet.

    Parameters
    ----------
    _path : str
        Its place; not asked.
    found : Measured
        What stands there.
    """
    return np.asarray(found.value)


@dataclass(frozen=True)
class BarNumbers:
    """A bar on an axle, in the numbers that its roll stiffness is made of; arrays broadcast.

    Attributes
    ----------
    rate_n_per_m : ndarray
        Bar rate at the bar's end [N/m]; zero where there is none.
    motion_ratio : ndarray
        Arm-tip travel for axle travel, on an independent suspension for wheel travel.
    spacing_m : ndarray
        Across, where its ends act [m].
    play_m : ndarray
        Whole free travel felt at one end [m].
    """

    rate_n_per_m: FloatArray
    motion_ratio: FloatArray
    spacing_m: FloatArray
    play_m: FloatArray

    @property
    def parts(self) -> tuple[FloatArray, FloatArray, FloatArray, FloatArray]:
        """Its numbers in order, to be put together with those of other bars."""
        return self.rate_n_per_m, self.motion_ratio, self.spacing_m, self.play_m

    # Asked for by every figure of a vehicle, so kept.
    @cached_property
    def roll_stiffness_n_m_per_rad(self) -> FloatArray:
        """What it gives the vehicle once its play is taken up."""
        return bar_roll_stiffness(self.rate_n_per_m, self.spacing_m, self.motion_ratio)

    @cached_property
    def free_lean_rad(self) -> FloatArray:
        """Lean to either side before it works: play ÷ (spacing × motion ratio)."""
        return np.asarray(self.play_m / (self.spacing_m * self.motion_ratio))

    @property
    def end_force_n_per_rad(self) -> FloatArray:
        """Force at each end per twist, once its play is taken up."""
        return np.asarray(self.rate_n_per_m * self.spacing_m * self.motion_ratio / 2)

    def end_force_n(self, twist_rad: npt.ArrayLike) -> FloatArray:
        """Return the force at each end under a twist between body and axle [N].

        Parameters
        ----------
        twist_rad : array_like, broadcast
            Twist [rad], either sign.
        """
        past = np.maximum(np.abs(np.asarray(twist_rad)) - self.free_lean_rad, 0.0)
        return np.asarray(self.end_force_n_per_rad * past)


#: Where there is no bar.
NO_BAR = BarNumbers(np.zeros(()), np.ones(()), np.ones(()), np.zeros(()))


def bar_roll_stiffness(
    rate_n_per_m: npt.ArrayLike, spacing_m: npt.ArrayLike, motion_ratio: npt.ArrayLike = 1.0
) -> FloatArray:
    """Return the roll stiffness that a bar gives the vehicle.

    Parameters
    ----------
    rate_n_per_m : array_like
        Bar rate at the bar's end [N/m], zero or more.
    spacing_m : array_like, broadcast
        Across, where its ends act [m]; the track on an independent suspension.
    motion_ratio : array_like, broadcast
        Arm-tip travel for axle travel (solid) or wheel travel (independent).

    Returns
    -------
    ndarray, broadcast shape
        Roll stiffness [N·m/rad].

    Raises
    ------
    InputError
        Names the argument out of range.

    Notes
    -----
    K = k·g²·w²/2. Derived from equal work in one degree of roll.
    """
    rate = zero_or_more("rate_n_per_m", rate_n_per_m, "Bar rate")
    spacing = above_zero("spacing_m", spacing_m, "Where the bar's ends act")
    ratio = above_zero("motion_ratio", motion_ratio, "Motion ratio")
    return np.asarray(rate * ratio**2 * spacing**2 / 2)


def bar_section(bar: Bar, path: str, read: Read) -> tuple[FloatArray, FloatArray]:
    """Return outside diameter and bore of each piece of a bar as read, (n, pieces) each [m].

    Parameters
    ----------
    bar : Bar
        The bar.
    path : str
        Of the bar on its sheet.
    read : Read
        Reads its numbers.
    """
    drawn = read(f"{path}.outside_diameter_m", bar.outside_diameter_m)
    bore = read(f"{path}.bore_m", bar.bore_m)
    pieces, bores = piece_sections(bar)
    outside = np.atleast_1d(drawn)[:, None] * pieces / bar.outside_diameter_m.value
    # Rust widens a tube's bore as on the sheet; a drawn bore moves with it.
    inside = np.atleast_1d(bore)[:, None] + (bores - bar.bore_m.value)
    outside, inside = np.broadcast_arrays(outside, inside)
    return np.asarray(outside), np.asarray(np.minimum(inside, _WIDEST_BORE * outside))


def bar_line(fitted: FittedBar, path: str, read: Read) -> tuple[FloatArray, FloatArray]:
    """Return the centre line, (n, points, 3), and bushing span, (n,), of a bar as read [m].

    Parameters
    ----------
    fitted : FittedBar
        The bar and its hole.
    path : str
        Of the bar on its sheet.
    read : Read
        Reads its numbers.
    """
    bar = fitted.bar
    arm = np.atleast_1d(read(f"{path}.centre_line_m", measured_arm(bar)))
    line = lines_with_arm(bar, fitted.hole, arm)
    span = np.atleast_1d(read(f"{path}.bushing_span_m", bar.bushing_span_m))
    # The bushings stay on the centre part, however the span is drawn.
    widest = 0.995 * float(bar.centre_line_m[-2][1] - bar.centre_line_m[1][1])
    span = np.where(bar.bushing_span_m.value <= widest, np.minimum(span, widest), span)
    count = max(len(line), len(span))
    return np.broadcast_to(line, (count, *line.shape[1:])), np.broadcast_to(span, (count,))


def bar_rate(fitted: FittedBar, path: str, read: Read) -> FloatArray:
    """Return the rate of a bar at its ends as read, (n,) [N/m].

    Parameters
    ----------
    fitted : FittedBar
        The bar and its hole.
    path : str
        Of the bar on its sheet.
    read : Read
        Reads its numbers.
    """
    if read is as_it_stands:
        return np.array([_rate_as_it_stands(fitted)])
    return _rate_as_read(fitted, path, read)


@lru_cache(maxsize=512)
def _rate_as_it_stands(fitted: FittedBar) -> float:
    """Kept, since every figure of a vehicle asks for the same few bars."""
    return float(_rate_as_read(fitted, "", as_it_stands)[0])


def _rate_as_read(fitted: FittedBar, path: str, read: Read) -> FloatArray:
    bar = fitted.bar
    outside, bore = bar_section(bar, path, read)
    line, span = bar_line(fitted, path, read)
    bushing, link = (
        np.full(1, np.inf) if found is None else np.atleast_1d(read(f"{path}.{name}", found))
        for name, found in (
            ("bushing_rate_n_per_m", bar.bushing_rate_n_per_m),
            ("link_rate_n_per_m", bar.link_rate_n_per_m),
        )
    )
    count = max(len(outside), len(line), len(bushing), len(link))
    return frame_rate(
        np.broadcast_to(line, (count, *line.shape[1:])),
        np.broadcast_to(outside, (count, outside.shape[1])),
        np.broadcast_to(bore, (count, bore.shape[1])),
        np.broadcast_to(span, (count,)),
        bushing,
        link,
    )


def bar_spacing(axle: Axle, end: End, bar: Bar, read: Read, *, standard: bool) -> FloatArray:
    """Return where a bar's ends act across the vehicle [m].

    Parameters
    ----------
    axle : Axle
        The axle.
    end : End
        Which.
    bar : Bar
        The bar.
    read : Read
        Reads the axle's numbers.
    standard : bool
        The bar that is there: its links' spacing is measured. Another works at its own eyes.
    """
    if axle.suspension is Suspension.SOLID and not standard:
        return np.asarray(eye_spacing(bar))
    spot = axle.link_span
    return read(f"{end}.{spot.field}", spot.measured)


def play_at_end(fitted: FittedBar, path: str, read: Read) -> FloatArray:
    """Return the whole free travel of one end of a bar [m].

    Parameters
    ----------
    fitted : FittedBar
        The bar with the play of its links and bushings.
    path : str
        Of the fitted bar on its sheet.
    read : Read
        Reads its numbers.

    Notes
    -----
    Play in a bushing lets the bar tilt about the other one, so at the bar's end it counts times
    eye spacing over bushing span, by similar triangles.
    """
    link, bushing = (
        np.zeros(()) if found is None else np.maximum(read(f"{path}.{name}", found), 0.0)
        for name, found in (
            ("link_play_m", fitted.link_play_m),
            ("bushing_play_m", fitted.bushing_play_m),
        )
    )
    span = read(f"{path}.bar.bushing_span_m", fitted.bar.bushing_span_m)
    return np.asarray(link + bushing * eye_spacing(fitted.bar) / span)


def bar_numbers(
    axle: Axle,
    end: End,
    fitted: FittedBar | None,
    path: str,
    read: Read,
    *,
    standard: bool,
    rate_n_per_m: FloatArray | None = None,
) -> BarNumbers:
    """Return the numbers of a bar on an axle.

    Parameters
    ----------
    axle : Axle
        The axle.
    end : End
        Which.
    fitted : FittedBar or None
        The bar; None where there is none.
    path : str
        Of the fitted bar on its sheet.
    read : Read
        Reads its numbers and the axle's.
    standard : bool
        The bar that is there, else another.
    rate_n_per_m : ndarray or None
        Its rate where it is known already [N/m].
    """
    if fitted is None:
        return NO_BAR
    rate = bar_rate(fitted, f"{path}.bar", read) if rate_n_per_m is None else rate_n_per_m
    return BarNumbers(
        rate_n_per_m=rate,
        motion_ratio=read(f"{path}.motion_ratio", fitted.motion_ratio),
        spacing_m=bar_spacing(axle, end, fitted.bar, read, standard=standard),
        play_m=play_at_end(fitted, path, read),
    )


def bars_of(
    vehicle: Vehicle, set_up: SetUp, end: End, read: Read = as_it_stands
) -> tuple[BarNumbers, BarNumbers]:
    """Return the standard bar, as the choice leaves it, and the chosen one of an axle.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    end : End
        Front or rear.
    read : Read
        Reads the numbers.
    """
    axle, choice = vehicle.of_end(end), set_up.of_end(end)
    standing = standard_after(vehicle, set_up, end)
    chosen = None if choice is None else choice.fitted
    return (
        bar_numbers(axle, end, standing, f"{end}.standard_bar", read, standard=True),
        bar_numbers(axle, end, chosen, f"set_up.{end}.fitted", read, standard=False),
    )
