"""A run made even: sorted, split at its gaps, resampled, and quieted without moving it in time."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray
from axlecore.road.log import RoadLog

#: A gap longer than this splits a run [s].
GAP_S = 0.2
#: What a body in roll has nothing above [Hz], and how sharply it is cut.
CUT_OFF_HZ, _ORDER = 5.0, 4
#: Pieces shorter than this tell nothing [s].
SHORTEST_S = 5.0
#: Cut-offs nearer to half the rate than this part of it are not a filter any more.
_NEAREST = 0.9


@dataclass(frozen=True)
class Cut:
    """What was left out of a run, and why.

    Attributes
    ----------
    from_s, to_s : float
        Where in the run [s].
    why : str
        In words.
    """

    from_s: float
    to_s: float
    why: str


@dataclass(frozen=True, eq=False)
class CleanRun:
    """A run in even pieces.

    Attributes
    ----------
    step_s : float
        Between two samples [s].
    pieces : tuple of RoadLog
        Each without a gap, evenly sampled, low-passed.
    cuts : tuple of Cut
        What was left out.
    assumed : tuple of str
        What was taken for granted.
    """

    step_s: float
    pieces: tuple[RoadLog, ...]
    cuts: tuple[Cut, ...]
    assumed: tuple[str, ...]


def clean(log: RoadLog, cut_off_hz: float = CUT_OFF_HZ) -> CleanRun:
    """Return a run sorted, split at its gaps, evenly sampled and low-passed both ways.

    Parameters
    ----------
    log : RoadLog
        As it was logged.
    cut_off_hz : float
        Of the low-pass [Hz].

    Raises
    ------
    InputError
        ``time_s``: time mostly runs backwards, or no piece is long enough.

    Notes
    -----
    A fourth-order low-pass run forward and back moves nothing in time. Every channel goes through
    the same, so that what one does to another is not changed by it. Source: Oppenheim and Schafer,
    *Discrete-Time Signal Processing*, 3rd ed., ch. 5.
    """
    time, order, cuts = _sorted(log.time_s)
    step = float(np.median(np.diff(time)))
    starts = np.flatnonzero(np.diff(time) > GAP_S) + 1
    pieces = []
    for samples in np.split(np.arange(len(time)), starts):
        begin, end = float(time[samples[0]]), float(time[samples[-1]])
        if samples[0]:
            cuts.append(Cut(float(time[samples[0] - 1]), begin, "a gap in the log"))
        if end - begin < SHORTEST_S:
            cuts.append(Cut(begin, end, f"shorter than {SHORTEST_S:g} s between two gaps"))
            continue
        pieces.append(_even(log, order[samples], time[samples], step, cut_off_hz))
    if not pieces:
        raise InputError(
            "time_s", f"No {SHORTEST_S:g} s of the log are without a gap over {GAP_S:g} s."
        )
    assumed = (f"sampled evenly at {1 / step:.0f} Hz, low-passed at {cut_off_hz:g} Hz both ways",)
    return CleanRun(step, tuple(pieces), tuple(cuts), assumed)


def _sorted(time_s: FloatArray) -> tuple[FloatArray, npt.NDArray[np.int_], list[Cut]]:
    """Return the times rising with the samples they are of, and what was dropped for it."""
    back = np.diff(time_s) < 0
    if back.mean() > 0.5:
        raise InputError("time_s", "Time runs backwards; log it forwards, or turn the file round.")
    order = np.argsort(time_s, kind="stable")
    rising = time_s[order]
    kept = np.concatenate([[True], np.diff(rising) > 0])
    cuts = []
    if back.any():
        first = float(time_s[np.flatnonzero(back)[0]])
        cuts.append(Cut(first, first, f"{int(back.sum())} samples out of order were sorted"))
    if not kept.all():
        first = float(rising[np.flatnonzero(~kept)[0]])
        cuts.append(Cut(first, first, f"{int((~kept).sum())} doubled stamps were dropped"))
    return rising[kept], order[kept], cuts


def _even(
    log: RoadLog, order: npt.NDArray[np.int_], time: FloatArray, step: float, cut_off_hz: float
) -> RoadLog:
    # Loaded at first use: it costs more than all the rest of the import.
    from scipy import signal

    even = time[0] + step * np.arange(int((time[-1] - time[0]) / step + 1e-6) + 1)
    nearest = _NEAREST / (2 * step)
    sections = signal.butter(_ORDER, min(cut_off_hz, nearest), fs=1 / step, output="sos")
    made = {
        name: signal.sosfiltfilt(sections, np.interp(even, time, values[order]))
        for name, values in log.channels()
    }
    return replace(log, time_s=even, **made)
