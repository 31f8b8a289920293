"""Load the demo shop once; what was entered since is kept."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import date, timedelta
from io import BytesIO
from typing import Any

from django.core.management.base import BaseCommand
from django.db import transaction

from axlecore.fitup.sheet import Fitting, Layout
from axlecore.practice.look import parts_to_see
from axlecore.practice.stations import JobKind, Station
from axlecore.quantities.measure import Record
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, Vehicle
from demo import scenario
from demo.pictures import part_picture, side_picture
from jobs.choosing import Pick, record_decision, take_set
from jobs.fitup import begun_fitting
from jobs.gates import pass_gate
from jobs.models import Job
from jobs.papers import change_paper, write_paper
from jobs.records import paper_of
from jobs.services import open_job_on
from photos.services import keep_photo, mark
from racks.models import Part
from racks.services import import_rows
from rigs.services import store_new
from shops.models import Person, Shop

SHOP = "Saltgrass Chassis"
PASSWORD = "longcauseway"  # noqa: S105  the demo's sign-in is meant to be known
PEOPLE = (
    ("wren", "Wren", "Haldane", Person.Role.LEAD),
    ("tern", "Tern", "Oakes", Person.Role.FITTER),
    ("plover", "Plover", "Quill", Person.Role.VIEWER),
)


@dataclass(frozen=True)
class _Rig:
    """One vehicle of the scenario with its job: where it stands, and what is chosen."""

    key: str
    name: str
    description: str
    sheet: Callable[[], Vehicle]
    kind: JobKind
    days: int
    gates: tuple[Station, ...]
    choice: tuple[Action, str] | None = None
    decided: str = ""
    fitted: tuple[tuple[End, Layout], ...] = ()


#: Last opened stands on top of the yard.
_RIGS = (
    _Rig(
        "bakery",
        "Crumb Line",
        "lowered delivery car of a bakery",
        scenario.bakery,
        JobKind.LINK_LENGTH,
        4,
        (),
        fitted=((End.FRONT, Layout.WISHBONE),),
    ),
    _Rig(
        "kayaks",
        "Skerry wagon",
        "utility wagon, four kayaks on the roof",
        scenario.kayaks,
        JobKind.RENEW_LINKS,
        2,
        (Station.LISTEN,),
    ),
    _Rig(
        "lookout",
        "Bittern lookout",
        "lifted pickup, slide-in cabin for bird surveys",
        scenario.lookout,
        JobKind.UPGRADE,
        21,
        (Station.LISTEN, Station.WEIGH),
    ),
    _Rig(
        "clinic",
        "Tidewater dental coach",
        "cutaway van with a clinic body",
        scenario.clinic,
        JobKind.UPGRADE,
        16,
        (Station.LISTEN,),
    ),
    _Rig(
        "hives",
        "Hive hauler",
        "heavy pickup, tows a trailer of forty hives",
        scenario.hives,
        JobKind.UPGRADE,
        9,
        (Station.LISTEN, Station.WEIGH, Station.LOOK),
        (Action.NEW, "GC-KR29"),
        "no bar behind until now; the air lines wait for spring",
        ((End.REAR, Layout.LEAF),),
    ),
    _Rig(
        "orrery",
        "Orrery, travelling planetarium",
        "stripped motorhome chassis",
        scenario.planetarium,
        JobKind.UPGRADE,
        10,
        (Station.LISTEN, Station.WEIGH, Station.LOOK),
        (Action.SUPPLEMENT, "TM-R35-S"),
        fitted=((End.REAR, Layout.LEAF),),
    ),
)


def _open(lead: Person, rig: _Rig) -> None:
    vehicle = store_new(lead, rig.name, rig.description, rig.sheet())
    due = date.today() + timedelta(days=rig.days)
    job = open_job_on(lead, vehicle, due, rig.kind)
    write_paper(job, "complaint", lead, scenario.papers(rig.key, "complaint"))
    write_paper(job, "target", lead, scenario.papers(rig.key, "target"))
    looked = scenario.papers(rig.key, "look_over")
    if Station.LOOK in rig.gates:
        # A finished look-over rates every part; what is not written up is good.
        written = {place for place, _ in looked}
        ratings = [(f"parts.{part.key}.rating", "good") for part in parts_to_see(rig.sheet())]
        looked += [(place, typed) for place, typed in ratings if place not in written]
    write_paper(job, "look_over", lead, looked)
    for place, drawing in scenario.photos(rig.key):
        _keep_picture(job, lead, place, drawing, rig.sheet())
    for station in rig.gates:
        pass_gate(_fresh(job), lead, station, "")
    if rig.choice:
        action, part_number = rig.choice
        part = Part.objects.get(shop=lead.shop, part_number=part_number)
        take_set(_fresh(job), lead, 1, [(End.REAR, Pick(part, action))])
    if rig.decided:
        seen = _fresh(job)
        record_decision(seen, lead, (seen.version, seen.vehicle.version), rig.decided)
        pass_gate(_fresh(job), lead, Station.CHOOSE, "")
    for axle, layout in rig.fitted:
        _begin_fit(_fresh(job), lead, axle, layout)
    write_paper(_fresh(job), "fitting", lead, scenario.papers(rig.key, "fitting"))
    write_paper(_fresh(job), "arrival", lead, scenario.papers(rig.key, "arrival"))


def _begin_fit(job: Job, lead: Person, axle: End, layout: Layout) -> None:
    def begin(fitting: Record) -> Record:
        assert isinstance(fitting, Fitting)
        return begun_fitting(job, fitting, axle, layout)

    version = paper_of(job, "fitting").version
    change_paper(job, "fitting", lead, version, axle, f"begun: {layout}", begin)


def _keep_picture(job: Job, lead: Person, place: str, drawing: str, sheet: Vehicle) -> None:
    if drawing == "side":
        content, hubs = side_picture(sheet)
        photo = keep_photo(job, lead, place, BytesIO(content), len(content))
        mark(photo, hubs)
    else:
        content = part_picture(drawing)
        keep_photo(job, lead, place, BytesIO(content), len(content))


def _fresh(job: Job) -> Job:
    return Job.objects.select_related("vehicle", "shop").get(pk=job.pk)


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
                username,
                password=PASSWORD,
                first_name=first,
                last_name=last,
                shop=shop,
                role=role,
            )
            for username, first, last, role in PEOPLE
        ]
        lead = people[0]
        import_rows(shop, scenario.rack())
        for rig in _RIGS:
            _open(lead, rig)
