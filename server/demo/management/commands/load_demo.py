"""Load the demo shop once; what was entered since is kept."""

from datetime import date, timedelta
from typing import Any

from django.core.management.base import BaseCommand
from django.db import transaction

from axlecore.formats import to_plain
from axlecore.rig import Action, Vehicle
from demo import scenario
from jobs.models import Job
from jobs.services import choose_bar, open_job_on
from racks.models import RackBar
from rigs.services import store_new
from shops.models import Person, Shop

SHOP = "Saltgrass Chassis"
PASSWORD = "longcauseway"  # noqa: S105  the demo's sign-in is meant to be known
PEOPLE = (
    ("wren", "Wren", "Haldane", Person.Role.LEAD),
    ("tern", "Tern", "Oakes", Person.Role.FITTER),
    ("plover", "Plover", "Quill", Person.Role.VIEWER),
)


def _job(lead: Person, name: str, description: str, sheet: Vehicle, station: str, days: int) -> Job:
    vehicle = store_new(lead, name, description, sheet)
    return open_job_on(lead, vehicle, date.today() + timedelta(days=days), station)


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        # All or nothing: a killed load leaves no half a shop.
        with transaction.atomic():
            shop, made = Shop.objects.get_or_create(name=SHOP)
            if made:
                self._load(shop)
                self.stdout.write(f"Loaded the demo shop {SHOP}.")

    def _load(self, shop: Shop) -> None:
        people = [
            Person.objects.create_user(
                username, password=PASSWORD, first_name=first, last_name=last,
                shop=shop, role=role,
            )
            for username, first, last, role in PEOPLE
        ]  # fmt: skip
        lead = people[0]
        for row, bar in scenario.rack():
            kept = ("part_number", "maker", "fits_axle", "axle_load_from_kg", "axle_load_to_kg",
                    "price_cents", "delivery_days")  # fmt: skip
            RackBar.objects.create(shop=shop, bar=to_plain(bar), **{key: row[key] for key in kept})
        _job(lead, "Tidewater dental coach", "cutaway van with a clinic body",
             scenario.clinic(), Job.Station.WEIGH, 16)  # fmt: skip
        pickup = _job(lead, "Hive hauler", "heavy pickup, tows a trailer of forty hives",
                      scenario.hives(), Job.Station.CHOOSE, 9)  # fmt: skip
        rack = {item.part_number: item for item in RackBar.objects.filter(shop=shop)}
        choose_bar(pickup, lead, 1, "rear", Action.NEW, rack["GC-29R"])
        orrery = _job(lead, "Orrery, travelling planetarium", "stripped motorhome chassis",
                      scenario.planetarium(), Job.Station.CHOOSE, 10)  # fmt: skip
        choose_bar(orrery, lead, 1, "rear", Action.SUPPLEMENT, rack["TM-R35-S"])
