"""Forty finished jobs of the made-up shop: driven by hidden true vehicles, worked out by core.

`make predictions` writes them to predictions.json, which the demo loads: a run each before and
after takes core a second and a half.
"""

import json
from collections.abc import Iterator
from pathlib import Path

import numpy as np

from aftercare.models import KeptPrediction
from axlecore.aftercare.prediction_record import PredictionRow
from axlecore.errors import InputError
from axlecore.formats import from_plain, to_plain
from axlecore.motion.manoeuvres import Course
from axlecore.practice.classes import class_vehicle, default, springs_of_class
from axlecore.quantities.entry import enter, walk
from axlecore.quantities.measure import Known
from axlecore.quantities.units import write_quantity
from axlecore.road.answer import Answered, answered
from axlecore.road.driving import Manoeuvre
from axlecore.road.judging import judged
from axlecore.road.stand_in import CHANNELS_BY_WAY, Hidden, Logger, run_of
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, AxleChoice, RigKind, SetUp, Vehicle
from jobs.models import Job, Shelf
from rigs.models import Vehicle as StoredVehicle
from shops.models import Person

KEPT = Path(__file__).with_name("predictions.json")
JOBS, FIRST_NUMBER = 40, 41
_STATE = LoadKey.TRIP_READY
_KINDS = (RigKind.MOTORHOME, RigKind.COACH, RigKind.PICKUP, RigKind.MOTORHOME, RigKind.VAN)
#: What the class table has too stiff, and what one vehicle differs from the next by.
_TRUE_OF_CLASS, _SPREAD = {RigKind.MOTORHOME: 0.88}, 0.05
#: What nobody measures on a job: it stays as its class has it.
_LEFT = ("spring_rate_n_per_m", "tyre_rate_n_per_m", "roll_centre_height_m")
_COURSE = Course(road_speed_m_s=13.0, lateral_m_s2=2.2, slalom_spacing_m=30.0)


def job_of(number: int) -> PredictionRow | None:
    """Return what was predicted and measured of a job; None where its runs tell nothing."""
    kind = _KINDS[number % len(_KINDS)]
    way = sorted(CHANNELS_BY_WAY)[number % len(CHANNELS_BY_WAY)]
    chance = np.random.default_rng([number, 17])
    sheet = _weighed(kind, chance)
    set_up = _thicker(sheet, float(chance.uniform(1.1, 1.35)))
    hidden = Hidden(
        springs=_TRUE_OF_CLASS.get(kind, 1.0) * float(np.exp(_SPREAD * chance.standard_normal())),
        rise_m=float(0.02 * chance.standard_normal()),
        damping=float(chance.uniform(0.8, 1.1)),
        inertia=float(chance.uniform(0.92, 1.08)),
    )
    before, after = (
        _driven(sheet, fitted, hidden, way, int(chance.integers(2**31)))
        for fitted in (SetUp(), set_up)
    )
    if before.told is None or after.told is None:
        return None
    found = judged(after.told, sheet, set_up, _STATE, before.told)
    share = springs_of_class(sheet)
    offered = found.correction
    return PredictionRow(
        number,
        kind,
        way,
        found.predicted,
        after.told.gradient,
        None if offered is None or share is None else offered.factor.times(share),
    )


def _weighed(kind: RigKind, chance: np.random.Generator) -> Vehicle:
    """A vehicle of a class as a shop measures it: all but what the class is taken for."""
    sheet = class_vehicle(kind)
    heavier, higher = chance.uniform(0.85, 1.0), chance.uniform(0.88, 1.08)
    for path, rule, found in list(walk(sheet)):
        if not path.endswith(_LEFT):
            part = heavier if path.startswith("load_states") else 1.0
            part = higher if path.endswith("centre_of_gravity_height_m") else part
            typed = write_quantity(part * found.value, rule.dimension)
            sheet = enter(sheet, path, typed, Known.MEASURED)
    return sheet


def _thicker(sheet: Vehicle, times: float) -> SetUp:
    """The standard bar's place taken by one that is thicker."""
    standing = sheet.rear.standard_bar
    assert standing is not None
    outside = default(times * standing.bar.outside_diameter_m.value)
    changed = dict(vars(standing.bar))
    bar = type(standing.bar)(**{**changed, "outside_diameter_m": outside})
    fitted = FittedBar(bar, standing.motion_ratio, standing.hole)
    return SetUp(rear=AxleChoice(Action.REPLACE, fitted))


def _driven(sheet: Vehicle, fitted: SetUp, hidden: Hidden, way: str, seed: int) -> Answered:
    logger = Logger()
    log = run_of(sheet, fitted, _STATE, Manoeuvre.SLALOM, _COURSE, hidden, logger, seed)
    kept = log.only({*CHANNELS_BY_WAY[way], "speed_m_s"})
    return answered(kept, sensor_height_m=logger.height_m)


def all_jobs() -> Iterator[PredictionRow]:
    """Yield the jobs that tell both."""
    number = FIRST_NUMBER
    made = 0
    while made < JOBS:
        try:
            row = job_of(number)
        except InputError:
            row = None
        if row is not None:
            made += 1
            yield row
        number += 1


def written() -> str:
    """Return them as they are kept."""
    return json.dumps([to_plain(row) for row in all_jobs()], indent=1) + "\n"


def kept() -> list[PredictionRow]:
    """Return them as they were written."""
    return [from_plain(row, PredictionRow) for row in json.loads(KEPT.read_text())]


def keep_predictions(lead: Person) -> None:
    """Put the forty jobs into the shop's archive, each with what was predicted and measured."""
    rows = kept()
    sheets = {kind: to_plain(class_vehicle(kind)) for kind in _KINDS}
    vehicles = StoredVehicle.objects.bulk_create(
        StoredVehicle(
            shop=lead.shop,
            name=f"{row.rig_kind.value.capitalize()} of job {row.job}",
            description="finished, in the prediction record",
            sheet=sheets[row.rig_kind],
        )
        for row in rows
    )
    jobs = Job.objects.bulk_create(
        Job(
            shop=lead.shop,
            vehicle=vehicle,
            number=row.job,
            station="hand_over",
            shelf=Shelf.ARCHIVED,
            set_up=to_plain(SetUp()),
        )
        for row, vehicle in zip(rows, vehicles, strict=True)
    )
    KeptPrediction.objects.bulk_create(
        KeptPrediction(
            job=job,
            rig_kind=row.rig_kind,
            way=row.way,
            predicted=to_plain(row.predicted),
            measured=to_plain(row.measured),
            springs=to_plain(row.springs),
        )
        for row, job in zip(rows, jobs, strict=True)
    )
