"""Old fasteners: the shop's own record of how many came off and snapped, and one that did."""

from django.db import transaction

from axlecore.build.job import SnappedBolt
from axlecore.build.snapping import Tally
from axlecore.fasteners.repair import Rung
from axlecore.practice.look import Rust
from jobs.models import BoltTally, Snapped
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


def count_bolts(person: Person, tally: Tally) -> None:
    """Write how many of a class came off and snapped in this shop; none of either forgets it."""
    only_a_lead(person, "Only a lead corrects the shop's record of bolts; ask one.")
    of_class = {
        name: getattr(tally, name) for name in ("rust", "size", "hidden", "thread_lock", "soaked")
    }
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
