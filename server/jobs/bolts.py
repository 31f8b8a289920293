"""Fasteners: the shop's own record of how many came off and snapped, and those in trouble."""

from django.db import transaction
from django.db.models import F

from axlecore.build.job import Loosened, SnappedBolt
from axlecore.build.seized import Burns, Freeing, SeizedBolt
from axlecore.build.snapping import Tally, class_of
from axlecore.build.steps import OldFastener
from axlecore.fasteners.repair import Rung
from axlecore.practice.look import Rust
from jobs.models import BoltTally, Snapped, Trouble
from shops.models import Person, Shop
from shops.requests import only_a_lead


def tally_of(row: BoltTally) -> Tally:
    """Return a stored class as core's record."""
    return Tally(
        Rust(row.rust),
        row.size,
        row.hidden,
        row.thread_lock,
        row.soaked,
        row.came_off,
        row.snapped,
    )


def snapped_of(row: Snapped) -> SnappedBolt:
    """Return a stored bolt that snapped as core's record."""
    tried = tuple(Rung(rung) for rung in row.tried)
    return SnappedBolt(row.step, row.size, row.wall_m, row.edge_m, row.reachable, tried=tried)


def seized_of(row: Trouble) -> SeizedBolt:
    """Return a stored bolt that does not come free as core's record."""
    near = tuple(Burns(one) for one in row.facts["near"])
    return SeizedBolt(row.step, row.what, near, tuple(Freeing(one) for one in row.facts["tried"]))


def loosened_of(row: Trouble) -> Loosened:
    """Return what else was loosened as core's record."""
    return Loosened(row.step, row.what, row.facts["steers"])


def count_bolts(person: Person, tally: Tally) -> None:
    """Write how many of a class came off and snapped in this shop; none of either forgets it."""
    only_a_lead(person, "Only a lead corrects the shop's record of bolts; ask one.")
    of_class = tally.of_class._asdict()
    with transaction.atomic():
        Shop.objects.select_for_update(no_key=True).get(pk=person.shop_id)
        tallies = BoltTally.objects.filter(shop=person.shop_id)
        if tally.came_off + tally.snapped == 0:
            tallies.filter(**of_class).delete()
        else:
            tallies.update_or_create(
                shop=person.shop,
                **of_class,
                defaults={"came_off": tally.came_off, "snapped": tally.snapped},
            )


def add_bolts(shop: Shop, fastener: OldFastener, came_off: int = 0, snapped: int = 0) -> None:
    """Add what came of old fasteners of one class to the shop's record. Call in a transaction."""
    of_class = class_of(fastener)._asdict()
    # No lock of the shop: the job's is held already, and the rows are only added to.
    BoltTally.objects.get_or_create(shop=shop, **of_class)
    BoltTally.objects.filter(shop=shop, **of_class).update(
        came_off=F("came_off") + came_off, snapped=F("snapped") + snapped
    )
