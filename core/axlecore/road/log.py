"""A log of a run: time with any of what a phone or a logger tells of a vehicle's body."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import dataclass, fields

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.arguments import FloatArray

#: Fewer samples than this are no run.
_FEWEST = 50


@dataclass(frozen=True, eq=False)
class RoadLog:
    """Samples of one run, each channel as long as the time or not logged at all.

    Attributes
    ----------
    time_s : ndarray, (n,)
        Time of each sample [s]; in any order, stamps may be doubled.
    lateral_acceleration_m_s2 : ndarray, (n,), or None
        As the sensor reads it, fixed to the body, to the right [m/s²].
    roll_rate_rad_s, roll_angle_rad : ndarray, (n,), or None
        Of the body, to the outside of a right-hand bend [rad/s], [rad].
    yaw_rate_rad_s : ndarray, (n,), or None
        In a right-hand bend above zero [rad/s].
    speed_m_s : ndarray, (n,), or None
        Along the road [m/s].
    vertical_acceleration_m_s2 : ndarray, (n,), or None
        As the sensor reads it, gravity in it or not [m/s²].

    Raises
    ------
    InputError
        A channel: of another length than the time, or not a number somewhere. ``time_s``: too few.
    """

    time_s: FloatArray
    lateral_acceleration_m_s2: FloatArray | None = None
    roll_rate_rad_s: FloatArray | None = None
    roll_angle_rad: FloatArray | None = None
    yaw_rate_rad_s: FloatArray | None = None
    speed_m_s: FloatArray | None = None
    vertical_acceleration_m_s2: FloatArray | None = None

    def __post_init__(self) -> None:
        if len(self.time_s) < _FEWEST:
            raise InputError(
                "time_s", f"Read {len(self.time_s)} samples; a run has at least {_FEWEST}."
            )
        for name, values in [("time_s", self.time_s), *self.channels()]:
            if len(values) != len(self.time_s):
                raise InputError(
                    name, f"Read {len(values)} samples beside {len(self.time_s)} times."
                )
            bad = np.flatnonzero(~np.isfinite(values))
            if len(bad):
                raise InputError(name, f"Sample {bad[0] + 1} is not a number.")

    def channels(self) -> Iterator[tuple[str, FloatArray]]:
        """Yield name and samples of each channel that was logged, without the time."""
        for one in fields(self)[1:]:
            values = getattr(self, one.name)
            if values is not None:
                yield one.name, values

    def only(self, names: Collection[str]) -> RoadLog:
        """Return the log with these channels of it alone.

        Parameters
        ----------
        names : collection of str
            Of channels.
        """
        kept = {name: values for name, values in self.channels() if name in names}
        return RoadLog(self.time_s, **kept)
