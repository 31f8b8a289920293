"""Load the demo shop once; what was entered since is kept."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import date, timedelta
from io import BytesIO
from typing import Any
from uuid import uuid4

from django.core.management.base import BaseCommand
from django.db import transaction

from axlecore.fitup.sheet import Layout
from axlecore.papers import PaperName
from axlecore.practice.look import parts_to_see
from axlecore.practice.stations import JobKind, Station
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, Vehicle
from demo import scenario
from demo.come_back import come_back
from demo.desk import KIT, settle
from demo.driven import drive
from demo.pictures import part_picture, side_picture
from demo.predictions import keep_predictions
from demo.under_way import work
from jobs.choosing import Pick, record_decision, take_set
from jobs.fitup import begun_fitting
from jobs.gates import pass_gate
from jobs.opened import OpenJob, opened
from jobs.papers import change_paper, write_paper
from jobs.services import open_job_on
from jobs.writes import write
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
        "rescue",
        "Heron rescue",
        "heavy pickup of a rescue post",
        scenario.rescue,
        JobKind.UPGRADE,
        1,
        (),
        (Action.SUPPLEMENT, "GC-KR25"),
    ),
    _Rig(
        "seedbank",
        "Gannet seedbank",
        "cutaway van that keeps seeds",
        scenario.seedbank,
        JobKind.UPGRADE,
        1,
        (),
        (Action.SUPPLEMENT, "OR-K32T"),
    ),
    _Rig(
        "post",
        "Sandpiper post",
        "delivery van of the islands",
        scenario.post,
        JobKind.RENEW_LINKS,
        24,
        (),
    ),
    _Rig(
        "crew",
        "Lantern crew",
        "pickup with a light mast for night works",
        scenario.crew,
        JobKind.RENEW_BUSHINGS,
        20,
        (),
    ),
    _Rig(
        "kitchen",
        "Kelp kitchen",
        "cutaway van that sells soup on the quay",
        scenario.kitchen,
        JobKind.RENEW_BUSHINGS,
        13,
        (),
    ),
    _Rig(
        "library",
        "Drift library",
        "book van of the villages",
        scenario.library,
        JobKind.RENEW_LINKS,
        8,
        (),
    ),
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
        6,
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
        (Action.SUPPLEMENT, KIT),
        fitted=((End.REAR, Layout.LEAF),),
    ),
)


def _open(lead: Person, rig: _Rig) -> None:
    vehicle = store_new(lead, rig.name, rig.description, rig.sheet())
    due = date.today() + timedelta(days=rig.days)
    job = open_job_on(lead, vehicle, due, rig.kind)

    def step(act: Callable[[OpenJob], object]) -> None:
        write(job.pk, job.shop_id, act)

    def fill(name: PaperName, entries: list[tuple[str, str]]) -> None:
        step(lambda now: write_paper(now, name, lead, entries))

    def go_on(station: Station) -> None:
        step(lambda now: pass_gate(now, lead, now.row.line_version, station, ""))

    def begin(axle: End, layout: Layout) -> None:
        step(lambda now: _begin_fit(now, lead, axle, layout))

    for name in (PaperName.COMPLAINT, PaperName.TARGET):
        fill(name, scenario.papers(rig.key, name))
    fill(PaperName.LOOK_OVER, _looked(rig))
    for place, drawing in scenario.photos(rig.key):
        _keep_picture(opened(job.pk, job.shop_id), lead, place, drawing)
    for station in rig.gates:
        go_on(station)
    if rig.choice:
        action, part_number = rig.choice
        part = Part.objects.get(shop=lead.shop, part_number=part_number)
        step(lambda now: take_set(now, lead, 1, [(End.REAR, Pick(part, action))]))
    if rig.decided:
        step(lambda now: _decide(now, lead, rig.decided))
        go_on(Station.CHOOSE)
    for axle, layout in rig.fitted:
        begin(axle, layout)
    for name in (PaperName.FITTING, PaperName.ARRIVAL):
        fill(name, scenario.papers(rig.key, name))


def _looked(rig: _Rig) -> list[tuple[str, str]]:
    looked = scenario.papers(rig.key, "look_over")
    if Station.LOOK not in rig.gates:
        return looked
    # A finished look-over rates every part; what is not written up is good.
    written = {place for place, _ in looked}
    ratings = [(f"parts.{part.key}.rating", "good") for part in parts_to_see(rig.sheet())]
    return looked + [(place, typed) for place, typed in ratings if place not in written]


def _decide(job: OpenJob, lead: Person, reason: str) -> None:
    record_decision(job, lead, (job.row.version, job.row.vehicle.version), reason)


def _begin_fit(job: OpenJob, lead: Person, axle: End, layout: Layout) -> None:
    change_paper(
        job,
        PaperName.FITTING,
        lead,
        job.paper(PaperName.FITTING).version,
        axle,
        f"begun: {layout}",
        lambda fitting: begun_fitting(job, fitting, axle, layout),
    )


def _keep_picture(job: OpenJob, lead: Person, place: str, drawing: str) -> None:
    hubs: list[tuple[float, float]] = []
    if drawing == "side":
        content, hubs = side_picture(job.sheet)
    else:
        content = part_picture(drawing)
    photo = keep_photo(job, lead, place, uuid4(), BytesIO(content), len(content))
    if hubs:
        mark(photo, photo.version, hubs)


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
        settle(lead, people[1])
        work(lead, people[1])
        drive(lead, people[1])
        come_back(lead, people[1])
        keep_predictions(lead)
