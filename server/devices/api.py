"""Reading devices over HTTP. What is read is shown first and entered only when taken over."""

import numpy as np
from ninja import Query, Router, Schema

from axlecore.errors import InputError
from axlecore.motion.response import read_rocking
from axlecore.motion.roll_test import report
from axlecore.vehicle.ends import End, Side, Wheel
from axlecore.vehicle.loads import LoadKey
from devices.readings import PadOut, pads_read
from devices.simulated import (
    PadFault,
    SimulatedCaliper,
    SimulatedPads,
    SimulatedTiltLogger,
)
from jobs.opened import OpenJob
from jobs.schemas import job_of
from shops.requests import PersonRequest, writer

router = Router(tags=["devices"])


class PadsIn(Schema):
    state: LoadKey
    fault: PadFault = PadFault.NONE


class PadsOut(Schema):
    device: str
    simulated: bool
    state_index: int
    pads: list[PadOut]


class CaliperOut(Schema):
    device: str
    simulated: bool
    typed: str


class TiltOut(Schema):
    device: str
    simulated: bool
    lean_right: str
    lean_left: str
    frequency: str
    first_swing: str
    later_swing: str
    half_swings_between: int
    time_s: list[float]
    roll_deg: list[float]


def _generator(job: OpenJob) -> np.random.Generator:
    # One vehicle keeps its secrets from reading to reading; its sheet's version brings new noise.
    return np.random.default_rng([job.row.vehicle_id, job.row.vehicle.version])


def _secret(job: OpenJob, spread: float) -> float:
    """How far this very vehicle is from its sheet: what a stand-in can know and nobody else."""
    return 1 + float(np.random.default_rng(job.row.vehicle_id).uniform(-spread, spread))


@router.post("/jobs/{int:job_id}/devices/pads", response=PadsOut, operation_id="read_pads")
def read_pads(request: PersonRequest, job_id: int, body: PadsIn) -> PadsOut:
    job = job_of(request, job_id)
    writer(request)
    sheet = job.rig
    at = sheet.weighed(body.state)
    state = sheet.load_states[at]
    truth = {wheel: state.wheel_kg(wheel).value * _secret(job, 0.02) for wheel in Wheel}
    pads = SimulatedPads(truth, body.fault, _generator(job))
    return PadsOut(
        device="Wheel pads",
        simulated=pads.simulated,
        state_index=at,
        pads=pads_read(pads),
    )


@router.post("/jobs/{int:job_id}/devices/caliper", response=CaliperOut, operation_id="read_caliper")
def read_caliper(
    request: PersonRequest, job_id: int, axle: End = Query(...), reading: int = Query(1, ge=1, le=3)
) -> CaliperOut:
    job = job_of(request, job_id)
    writer(request)
    fitted = job.sheet.of_end(axle).standard_bar
    if fitted is None:
        raise InputError("axle", f"The {axle} axle has no bar to hold a caliper on.")
    generator = np.random.default_rng([job.row.vehicle_id, reading])
    truth = fitted.bar.outside_diameter_m.value * 1e3 * _secret(job, 0.01)
    caliper = SimulatedCaliper(truth, generator)
    return CaliperOut(
        device="Caliper", simulated=caliper.simulated, typed=f"{caliper.reading_mm():.1f} mm"
    )


@router.post("/jobs/{int:job_id}/devices/tilt", response=TiltOut, operation_id="read_tilt")
def read_tilt(request: PersonRequest, job_id: int) -> TiltOut:
    job = job_of(request, job_id)
    writer(request)
    says = report(job.rig)
    if says.model_lean_rad is None or says.model_frequency_hz is None:
        raise InputError(
            "roll_test.mass_kg", "Enter the mass moved and its distance first, and weigh the state."
        )
    logger = SimulatedTiltLogger(
        lean_truth_deg=float(np.degrees(says.model_lean_rad)) * _secret(job, 0.12),
        frequency_hz=says.model_frequency_hz * _secret(job, 0.05),
        damping_ratio=0.12,
        generator=_generator(job),
    )
    log = logger.push()
    found = read_rocking(log.time_s, np.radians(log.roll_deg))
    return TiltOut(
        device="Tilt logger",
        simulated=logger.simulated,
        lean_right=f"{logger.lean_deg(Side.RIGHT):.2f}°",
        lean_left=f"{logger.lean_deg(Side.LEFT):.2f}°",
        frequency=f"{found.frequency_hz:.2f} Hz",
        first_swing=f"{np.degrees(found.first_swing_rad):.2f}°",
        later_swing=f"{np.degrees(found.later_swing_rad):.2f}°",
        half_swings_between=found.half_swings_between,
        time_s=list(log.time_s),
        roll_deg=list(log.roll_deg),
    )
