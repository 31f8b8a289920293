"""The vehicle as the look-over found it: a broken bar or one with a link gone does no work."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from axlecore.practice.look import LookOver
from axlecore.practice.undercarriage import Fault
from axlecore.quantities.entry import fit_part
from axlecore.vehicle.axle import Idle
from axlecore.vehicle.ends import End, Side
from axlecore.vehicle.rig import Vehicle


def idle_bars(look: LookOver) -> Mapping[End, Idle]:
    """Return at which ends the bar does no work, and why.

    Parameters
    ----------
    look : LookOver
        What was seen.
    """
    found: dict[End, Idle] = {}
    for end in End:
        links = [f"{end}_link_{side}" for side in Side]
        if any(look.has(link, Fault.BROKEN, Fault.MISSING) for link in links):
            found[end] = Idle.LINK_GONE
        if look.has(f"{end}_bar", Fault.BROKEN):
            found[end] = Idle.BROKEN
    return found


def as_found(vehicle: Vehicle, look: LookOver) -> Vehicle:
    """Return a vehicle whose bars work as the look-over found them.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    look : LookOver
        What was seen.
    """
    for end, idle in idle_bars(look).items():
        standing = vehicle.of_end(end).standard_bar
        if standing is not None:
            vehicle = fit_part(vehicle, f"{end}.standard_bar", replace(standing, idle=idle))
    return vehicle
