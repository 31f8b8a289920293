"""Station 5: what the fit-up comes to, as findings, and whether the kit is for this vehicle."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from axlecore.errors import InputError
from axlecore.fitup.advice import RackLink
from axlecore.fitup.applied import with_fit_up
from axlecore.fitup.arrival import Arrival, arrival_report
from axlecore.fitup.bolts import Wrench, kit_bolts
from axlecore.fitup.links import Attitude
from axlecore.fitup.report import fit_report
from axlecore.fitup.schools import holding
from axlecore.fitup.sheet import AxleFit, Fitting
from axlecore.fitup.start import OBSTACLES, layouts_for
from axlecore.lean.evaluate import Evaluation
from axlecore.practice.decision import Decision
from axlecore.practice.finding import Finding, Kind, gravest_first
from axlecore.practice.fit_findings import AxleStation, axle_findings
from axlecore.practice.look import LookOver
from axlecore.practice.partfit import part_fit
from axlecore.practice.stations import JobKind, fit_sheets
from axlecore.quantities.measure import Record
from axlecore.racks.parts import RackPart
from axlecore.vehicle.ends import ByEnd, End
from axlecore.vehicle.loads import LOAD_NAMES
from axlecore.vehicle.rig import SetUp, Vehicle

#: Where nobody knows the band a lean may move by this before it is said [rad].
_LEAST_MOVE_RAD = math.radians(0.1)

#: Cautions of this station; each stands where it applies.
CAUTIONS = (
    "Drilling and welding follow the chassis maker's body-builder rules and local law first.",
    "Flanges of heat-treated frames are not drilled. Welding is for a licensed welder; isolate "
    "the battery first.",
    "A bar raises no rating.",
)


@dataclass(frozen=True)
class FitStation(Record, ByEnd["AxleStation | None"]):
    """What station 5 shows.

    Attributes
    ----------
    front, rear : AxleStation or None
        Of each axle that is begun and has a bar.
    trouble : mapping of str to str
        Why an axle that is begun has no report, by axle.
    findings : list of Finding
        Gravest first.
    schools : mapping of str to str
        School that holds, by matter.
    layouts : mapping of str to mapping of str to str
        Suspensions that the sheet of each axle can start from, in words by key.
    obstacles : mapping of str to str
        Obstacles it can have, in words.
    cautions : tuple of str
        Always shown here.
    """

    front: AxleStation | None
    rear: AxleStation | None
    trouble: Mapping[str, str]
    findings: list[Finding]
    schools: Mapping[str, str]
    layouts: Mapping[str, Mapping[str, str]]
    obstacles: Mapping[str, str]
    cautions: tuple[str, ...]

    def stations(self) -> Iterator[tuple[End, AxleStation]]:
        """Yield each axle that is begun, with what it shows."""
        for end in End:
            station = self.of_end(end)
            if station is not None:
                yield end, station


@dataclass(frozen=True)
class Racks:
    """What the racks give a fit-up.

    Attributes
    ----------
    parts : mapping of str to RackPart
        The chosen part by axle; an axle whose bar is on no rack is not in it.
    links : mapping of str to sequence of RackLink
        Links that can be had, by axle.
    """

    parts: Mapping[str, RackPart]
    links: Mapping[str, Sequence[RackLink]]


def fit_station(
    vehicle: Vehicle,
    set_up: SetUp,
    look: LookOver,
    fitting: Fitting,
    arrival: Arrival,
    shop_schools: Mapping[str, str],
    racks: Racks,
    kind: JobKind = JobKind.UPGRADE,
) -> FitStation:
    """Return what station 5 shows.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    look : LookOver
        What was seen, for the axle tube.
    fitting : Fitting
        The fit-up sheet.
    arrival : Arrival
        What came.
    shop_schools : mapping of str to str
        The shop's own schools; the job's go first.
    racks : Racks
        Parts and links.
    kind : JobKind
        A short job is told only of what it fits.
    """
    schools = holding(shop_schools, fitting.schools)
    fitted_vehicle, fitted_set_up = with_fit_up(vehicle, set_up, fitting)
    axles: dict[str, AxleStation | None] = {}
    trouble: dict[str, str] = {}
    for name in End:
        fit: AxleFit | None = fitting.of_end(name)
        axles[name] = None
        if fit is None:
            continue
        tube = look.tube(name).diameter_m
        try:
            report = fit_report(
                fitted_vehicle,
                fitted_set_up,
                name,
                fit,
                Attitude(schools["attitude"]),
                None if tube is None else tube.value,
                racks.links.get(name, ()),
            )
        except InputError as error:
            trouble[name] = error.message
            continue
        part = racks.parts.get(name)
        axles[name] = AxleStation(
            report=report,
            kit=None if part is None else part_fit(part, vehicle, look, name),
            kit_name="" if part is None else part.name,
            bolts=kit_bolts(
                name,
                part.torques if part else (),
                schools["threads"],
                schools["torque"],
                report.drilling.grip_m,
                fitting.torque_reasons,
                _wrench(fitting),
            ),
            arrival=arrival_report(arrival.of_end(name), report.bar, part),
        )
    sheets = fit_sheets(kind)
    found = [one for name in End for one in axle_findings(name, axles[name], fitting, sheets)]
    return FitStation(
        axles["front"],
        axles["rear"],
        trouble,
        gravest_first(found),
        schools,
        {end: layouts_for(vehicle.of_end(end)) for end in End},
        OBSTACLES,
        CAUTIONS,
    )


def _wrench(fitting: Fitting) -> Wrench:
    extension = 0.0 if fitting.extension_m is None else fitting.extension_m.value
    # Without an adapter its length does not matter.
    length = 0.5 if fitting.wrench_m is None else fitting.wrench_m.value
    return Wrench(length, extension)


def promise_findings(
    decision: Decision | None, chosen: Evaluation, fitted: Evaluation
) -> list[Finding]:
    """Return whether fitting changed what was promised by more than its band.

    Parameters
    ----------
    decision : Decision or None
        The last one recorded, for its bands.
    chosen : Evaluation
        With the motion ratio and hole that were chosen.
    fitted : Evaluation
        With those of the fit-up.
    """
    decided = {} if decision is None else {state.key: state for state in decision.states}
    found = []
    for then, now in zip(chosen.states, fitted.states, strict=True):
        kept = decided.get(then.key)
        as_chosen, comes = then.after.reference_lean_rad, now.after.reference_lean_rad
        band = max(kept.band_rad if kept else 0.0, _LEAST_MOVE_RAD)
        promised = kept.lean_rad if kept else as_chosen
        # Where what was chosen has itself moved, measurements did it, and that is said elsewhere.
        if abs(comes - promised) > band >= abs(as_chosen - promised):
            found.append(
                Finding(
                    "fit_changes_promise",
                    Kind.FIX,
                    "Fitting changes what was promised.",
                    f"Chosen by {math.degrees(promised):.1f}° of lean at 0.3 g "
                    f"{LOAD_NAMES[then.key]}; with the holes and links of the fit-up it comes to "
                    f"{math.degrees(comes):.1f}°, more than its band of ± "
                    f"{math.degrees(band):.1f}°.",
                    "Take another hole or link, or tell the owner and record the choice anew.",
                    f"|{math.degrees(comes):.2f}° − {math.degrees(promised):.2f}°| > "
                    f"{math.degrees(band):.2f}°",
                    "decision",
                    then.key,
                )
            )
    return found
