"""A shop's memory of suppliers, hours, old bolts and kits, as it is shown and as tables."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from aftercare.record import kept_rows
from axlecore.build.snapping import chance_of
from axlecore.build.suppliers import SupplierRecord
from axlecore.racks.kit_sheet import KitSheet
from axlecore.spreadsheet import table_written
from bay.models import HoursKept
from jobs.bolts import tally_of
from jobs.models import BoltTally
from jobs.suppliers import suppliers_of
from racks.kit_memory import memory_of
from racks.models import Part
from shops.errors import Refused
from shops.models import Shop


@dataclass(frozen=True)
class JobHours:
    """A job whose hours were kept: what its timed steps were planned to take, and took [h]."""

    job: int
    planned_h: float
    real_h: float


@dataclass(frozen=True)
class KitKnown:
    """A kit with what jobs taught of it; so many of its steps are timed, over so many jobs."""

    part_number: str
    snags: list[str]
    steps: int
    jobs: int


def job_hours(shop: Shop) -> list[JobHours]:
    """Jobs whose real hours were kept, by number."""
    kept = HoursKept.objects.filter(job__shop=shop, planned_h__isnull=False)
    return [
        JobHours(number, planned_h, real_h)
        for number, planned_h, real_h in kept.order_by("job__number").values_list(
            "job__number", "planned_h", "real_h"
        )
        if planned_h is not None and real_h is not None
    ]


def kits_known(shop: Shop) -> list[KitKnown]:
    """Kits of which jobs taught something."""
    found = []
    parts = Part.objects.filter(shop=shop, memory__isnull=False).select_related("memory")
    for part in parts.order_by("part_number"):
        sheet: KitSheet = memory_of(part)
        if sheet.snags or sheet.hours:
            jobs = max((len(real) for real in sheet.hours.values()), default=0)
            snags = [f"{one.step}: {one.says}" for one in sheet.snags]
            found.append(KitKnown(part.part_number, snags, len(sheet.hours), jobs))
    return found


def _predictions_csv(shop: Shop) -> str:
    """Predicted against measured, a row a job, roll gradients in degrees per g."""
    heads = ["job", "kind of vehicle", "measured by"]
    for name in ("predicted", "measured"):
        heads += [f"{name} °/g", f"{name} low °/g", f"{name} high °/g"]
    return table_written(
        [*heads, "held"],
        (
            [
                row.job,
                row.rig_kind,
                row.way,
                *(
                    round(value, 3)
                    for band in (row.predicted, row.measured)
                    for value in (band.value, band.low, band.high)
                ),
                "yes" if row.held else "no",
            ]
            for row in kept_rows(shop)
        ),
    )


def _suppliers_csv(shop: Shop) -> str:
    names = ("supplier", "lines", "arrived", "wrong", "promised_days", "real_days", "late_days")
    rows: Sequence[SupplierRecord] = suppliers_of(shop)
    return table_written(names, ([getattr(row, name) for name in names] for row in rows))


def _hours_csv(shop: Shop) -> str:
    heads = ("job", "planned h", "real h")
    return table_written(heads, ([one.job, one.planned_h, one.real_h] for one in job_hours(shop)))


def _bolts_csv(shop: Shop) -> str:
    tallies = [tally_of(row) for row in BoltTally.objects.filter(shop=shop).order_by("pk")]
    names = ("rust", "size", "hidden", "thread_lock", "soaked", "came_off", "snapped")
    rows = (
        [
            *(getattr(one, name) for name in names),
            round(chance.prior, 4),
            round(chance.posterior, 4),
        ]
        for one in tallies
        for chance in [chance_of(one.fastener, tallies)]
    )
    return table_written([*names, "to start with", "counts now"], rows)


def _kits_csv(shop: Shop) -> str:
    return table_written(
        ("kit", "snag"), ([kit.part_number, snag] for kit in kits_known(shop) for snag in kit.snags)
    )


_TABLES: Mapping[str, Callable[[Shop], str]] = {
    "predictions": _predictions_csv,
    "suppliers": _suppliers_csv,
    "hours": _hours_csv,
    "bolts": _bolts_csv,
    "kits": _kits_csv,
}


def memory_csv(shop: Shop, name: str) -> str:
    """A table of a shop's memory; Refused where there is none of that name."""
    if name not in _TABLES:
        raise Refused("name", f"Read “{name[:20]}”; one of {', '.join(_TABLES)}.", 404)
    return _TABLES[name](shop)
