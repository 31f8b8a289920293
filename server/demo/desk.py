"""What the made-up shop has settled at the desk: shelf, a kit's sheet, orders, quotes, board."""

from collections.abc import Sequence
from datetime import timedelta

from django.utils import timezone

from axlecore.bay.torque_log import Wrench
from axlecore.build.ordering import OrderState, OrderStep
from axlecore.build.snapping import Tally
from axlecore.practice.look import Rust
from axlecore.racks.kit_sheet import SheetLine
from bay.torque import keep_wrench
from board.models import BayKind
from board.services import add_bay, put_on, set_person_away, standing, take_proposal, working_days
from jobs.agreeing import agree_by_link, ask_by_link, offered, send_link
from jobs.bolts import count_bolts
from jobs.models import Job, QuoteLink
from jobs.opened import OpenJob
from jobs.ordering import tell
from jobs.work import Work
from jobs.writes import write
from racks.kit_memory import remember, write_sheet
from racks.models import Part
from racks.services import record_of
from racks.stock import count_stock
from shops.models import Person

#: On the shop's own shelf: what, how many, at least, what one costs in cents.
_SHELF = (
    ("silicone or PTFE bushing grease", 3, 2, 1450),
    ("chassis paint", 2, 1, 1890),
    ("penetrating oil", 1, 2, 1120),
    ("gloves", 40, 20, 35),
    ("masking tape", 6, 2, 320),
    ("medium thread-lock", 2, 1, 980),
    ("cutting oil", 1, 1, 760),
)
#: What was counted in the shop before: class of old bolts, how many came off, how many snapped.
_BOLTS = (
    Tally(Rust.SCALY, "M10", False, False, True, came_off=46, snapped=3),
    Tally(Rust.HEAVY, "", False, False, True, came_off=21, snapped=7),
)
#: The planetarium's kit, its sheet written down once.
KIT = "TM-KR35-H"
_LINES = (
    SheetLine(
        "Hang the bar by its links, then start all four saddle bolts by hand.",
        hand="the saddle with the cut-out goes to the exhaust side",
        loose_until="all bolts are started",
    ),
    SheetLine("Tighten the saddles in a cross pattern.", bolt="saddle", socket="18 mm deep socket"),
    SheetLine(
        "Set both links to the same length, then tighten on the wheels.",
        bolt="link",
        unclear="the picture has the long eye up, the words have it down",
        answer="up; the picture is right.",
    ),
    SheetLine("Grease the fittings.", unclear="it names no grease"),
)
_YEAR = timedelta(days=365)
_SNAG = "scrapes the exhaust hanger on the way in; enter from the left"

#: Bays, and who is put on when the board is taken; the last is put on since.
_BAYS = (("Lift", BayKind.LIFT), ("Level ground", BayKind.GROUND))
_PLANNED = (
    "Crumb Line",
    "Skerry wagon",
    "Hive hauler",
    "Drift library",
    "Kelp kitchen",
    "Lantern crew",
    "Sandpiper post",
)
_NEW = "Orrery, travelling planetarium"
#: Days until what was ordered comes. The bar of the hauler: its owner was promised an earlier day.
_COMES = {"Hive hauler": (13, "P-2207"), "Lantern crew": (9, "P-2211"), "Sandpiper post": (16, "")}
_IN_STOCK = ("Skerry wagon", "Drift library")


def settle(lead: Person, fitter: Person) -> None:
    """Settle all of it, as the lead would."""
    for what, quantity, least, cents in _SHELF:
        count_stock(lead, what, quantity, least, cents)
    for tally in _BOLTS:
        count_bolts(lead, tally)
    _know_the_kit(lead)
    _keep_wrenches(lead)
    jobs = dict(Job.objects.filter(shop=lead.shop).values_list("vehicle__name", "pk"))
    for name, kind in _BAYS:
        add_bay(lead, name, kind)
    set_person_away(lead, fitter.pk, working_days(lead.shop, timezone.localdate())[7], True)
    for name in _IN_STOCK:
        _tell(lead, jobs[name], OrderStep(OrderState.IN_STOCK))
    late, rest = "Hive hauler", [name for name in _COMES if name != "Hive hauler"]
    _order(lead, jobs, rest)
    for name in _PLANNED:
        put_on(lead, jobs[name])
    take_proposal(lead, standing(lead.shop).digest)
    put_on(lead, jobs[_NEW])
    # Told once the board was settled: it has to be moved for it.
    _order(lead, jobs, [late])
    agree_by_link(_sent(lead, jobs["Crumb Line"]), "Ottilie Crumb")
    ask_by_link(_sent(lead, jobs["Skerry wagon"]), "Why is it so wide? Is it the rust?")


def _keep_wrenches(lead: Person) -> None:
    """Two wrenches; the larger one is due."""
    day = timezone.localdate()
    keep_wrench(lead, Wrench("Wrench 3", day - _YEAR / 4, day + _YEAR * 3 / 4, 20.0, 200.0, 0.42))
    keep_wrench(lead, Wrench("Wrench 5", day - _YEAR * 1.1, day - _YEAR / 10, 60.0, 340.0, 0.6))


def _know_the_kit(lead: Person) -> None:
    part = Part.objects.get(shop=lead.shop, part_number=KIT)
    write_sheet(lead, part.pk, 1, _LINES, record_of(part).torques)
    for job, says, hours in (("job 61", _SNAG, 1.1), ("job 74", "", 0.8)):
        remember(lead, part.pk, "rear.bar.in", job, says, hours, "", "")


def _order(lead: Person, jobs: dict[str, int], names: Sequence[str]) -> None:
    for name in names:
        days, reference = _COMES[name]
        comes = timezone.localdate() + timedelta(days=days)
        _tell(lead, jobs[name], OrderStep(OrderState.ORDERED, comes, reference))


def _tell(lead: Person, job_id: int, step: OrderStep) -> None:
    """Say the same of every line of a job's order."""

    def act(job: OpenJob) -> None:
        lines = [line.what for line in Work(job).order]
        tell(job, lead, job.row.line_version, lines, step)

    write(job_id, lead.shop_id, act)


def _sent(lead: Person, job_id: int) -> QuoteLink:
    """Send a job's quote as it is, up to nine of ten."""

    def act(job: OpenJob) -> None:
        work = Work(job)
        up_to = round(offered(work).up_to * 100)
        send_link(job, lead, job.row.line_version, work.digest, up_to, 14)

    write(job_id, lead.shop_id, act)
    links = QuoteLink.objects.select_related("job")
    return links.get(job=job_id, withdrawn_at=None)
