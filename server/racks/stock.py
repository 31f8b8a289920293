"""What a shop keeps on its own shelf: counted, taken for a job, put back."""

from collections.abc import Mapping, Sequence

from django.db import transaction

from axlecore.build.ordering import check_shelf
from axlecore.errors import InputError
from racks.models import Stocked
from shops.models import Person, Shop

MOST = 100_000


def count_stock(person: Person, what: str, quantity: int, least: int, price_cents: int) -> None:
    """Write how many of something are on the shelf; none of it takes the line away."""
    what = what.strip()
    if not what:
        raise InputError("what", "Say what it is, in the words of an order's line.")
    for name, value in (("quantity", quantity), ("least", least), ("price_cents", price_cents)):
        if not 0 <= value <= MOST:
            raise InputError(name, f"Read {value}; enter 0 to {MOST}.")
    Stocked.objects.update_or_create(
        shop=person.shop,
        what=what,
        defaults={"quantity": quantity, "least": least, "price_cents": price_cents},
    )


def drop_stock(person: Person, what: str) -> None:
    """Keep something on the shelf no longer."""
    Stocked.objects.filter(shop=person.shop, what=what).delete()


def stock_of(shop_id: int, whats: Sequence[str]) -> dict[str, Stocked]:
    """Return what is on the shelf of some lines of an order."""
    return {one.what: one for one in Stocked.objects.filter(shop=shop_id, what__in=whats)}


def take(shop: Shop, needed: Mapping[str, int]) -> dict[str, int]:
    """Take what lines of an order need off the shelf, all or nothing; what came off by line.

    What is not kept on the shelf is taken on somebody's word, and counts as none. Call in a
    transaction.
    """
    taken: dict[str, int] = {}
    for one in _locked(shop, list(needed)):
        check_shelf(one.what, needed[one.what], one.quantity)
        one.quantity -= needed[one.what]
        one.save(update_fields=["quantity"])
        taken[one.what] = needed[one.what]
    return taken


def put_back(shop: Shop, taken: Mapping[str, int]) -> None:
    """Put back on the shelf what was taken off it. Call in a transaction."""
    for one in _locked(shop, list(taken)):
        one.quantity += taken[one.what]
        one.save(update_fields=["quantity"])


def _locked(shop: Shop, whats: Sequence[str]) -> list[Stocked]:
    assert transaction.get_connection().in_atomic_block
    rows = Stocked.objects.select_for_update().filter(shop=shop, what__in=whats)
    return list(rows.order_by("pk"))
