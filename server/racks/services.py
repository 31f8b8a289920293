"""Parts of the racks as core's records, searched and written."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django.db import connection, transaction
from django.db.models import Count, Max, Min, OuterRef, Q, QuerySet, Subquery

from axlecore.formats import from_plain, to_plain
from axlecore.racks.parts import MadeFor, PartKind, RackPart, SupplierOffer
from axlecore.racks.table import ReadRow
from axlecore.vehicle.ends import End
from racks.models import Offer, Part, Supplier
from shops.models import Shop


def record_of(part: Part) -> RackPart:
    """Return a stored part as core's record."""
    return from_plain(part.document, RackPart)


def offer_of(offer: Offer) -> SupplierOffer:
    """Return a stored offer as core's record; call with its supplier read along."""
    return SupplierOffer(
        offer.supplier.name, offer.price_cents / 100, offer.stock, offer.delivery_days
    )


_CHEAPEST = Offer.objects.filter(part=OuterRef("pk")).order_by("price_cents", "pk")[:1]


def parts_of(shop_id: int) -> "QuerySet[Any]":
    """Return a shop's parts, each with price and days of its cheapest offer beside it."""
    return Part.objects.filter(shop_id=shop_id).annotate(
        price_cents=Subquery(_CHEAPEST.values("price_cents")),
        delivery_days=Subquery(_CHEAPEST.values("delivery_days")),
    )


def made_for(shop_id: int, end: End) -> "QuerySet[Any]":
    """Return a shop's parts for an axle, each with its cheapest offer."""
    return parts_of(shop_id).filter(axle__in=(end, MadeFor.EITHER.value))


def suited_to(shop_id: int, axle_load_kg: float, end: End) -> "QuerySet[Any]":
    """Return a shop's parts made for an axle that carries as much as this one."""
    return made_for(shop_id, end).filter(
        axle_load_from_kg__lte=axle_load_kg, axle_load_to_kg__gte=axle_load_kg
    )


@dataclass(frozen=True)
class Search:
    """What is looked for on the racks; None or empty leaves it open."""

    words: str = ""
    kind: str = ""
    axle: str = ""
    steel: str = ""
    diameter_from_m: float | None = None
    diameter_to_m: float | None = None
    bore_from_m: float | None = None
    tube_only: bool = False
    axle_load_kg: float | None = None
    price_to_cents: int | None = None
    days_to: int | None = None
    no_drilling: bool = False
    nothing_apart: bool = False


#: A size typed in inches and the same one stored in millimetres differ by less [m].
_ROUNDING_M = 1e-6


def _off(value: float | None, by: float) -> float | None:
    return None if value is None else value + by


def searched(shop_id: int, search: Search) -> "QuerySet[Any]":
    """Return the parts that a search finds, by kind and number."""
    found = parts_of(shop_id).annotate(
        stock=Subquery(_CHEAPEST.values("stock")),
        supplier_name=Subquery(_CHEAPEST.values("supplier__name")),
    )
    for word in search.words.split():
        found = found.filter(Q(part_number__icontains=word) | Q(maker__icontains=word))
    exact = {"kind": search.kind, "steel": search.steel}
    found = found.filter(**{name: value for name, value in exact.items() if value})
    if search.axle:
        found = found.filter(axle__in=(search.axle, MadeFor.EITHER.value))
    limits = {
        "diameter_m__gte": _off(search.diameter_from_m, -_ROUNDING_M),
        "diameter_m__lte": _off(search.diameter_to_m, _ROUNDING_M),
        "bore_m__gte": _off(search.bore_from_m, -_ROUNDING_M),
        "axle_load_from_kg__lte": search.axle_load_kg,
        "axle_load_to_kg__gte": search.axle_load_kg,
        "price_cents__lte": search.price_to_cents,
        "delivery_days__lte": search.days_to,
    }
    found = found.filter(**{name: value for name, value in limits.items() if value is not None})
    if search.tube_only:
        found = found.filter(bore_m__gt=0).exclude(kind=PartKind.BUSHING)
    if search.no_drilling:
        found = found.filter(holes_drilled=0)
    if search.nothing_apart:
        found = found.filter(takes_apart=False)
    return found.order_by("kind", "part_number")


def suppliers_of(shop_id: int) -> "QuerySet[Any]":
    """Return a shop's suppliers with how many parts each has, how many there, and how soon."""
    return (
        Supplier.objects.filter(shop_id=shop_id)
        .annotate(
            parts=Count("offers"),
            there=Count("offers", filter=Q(offers__stock__gt=0)),
            soonest_days=Min("offers__delivery_days"),
            latest_days=Max("offers__delivery_days"),
        )
        .order_by("name")
    )


def racks_mark(shop_id: int) -> list[Any]:
    """Return what changes whenever anything of a shop's racks does, whoever wrote it and how.

    How many rows there are and the sum of the transactions that wrote them last. PostgreSQL numbers
    them upward, so a row written anew counts for more, and a new one for more than any that went:
    no two states of as many rows have one sum. The newest alone would miss a slow writer's.
    """
    with connection.cursor() as cursor:
        cursor.execute(_MARK, [shop_id, shop_id])
        return list(cursor.fetchone())


_MARK = """
SELECT * FROM
  (SELECT count(*), sum(xmin::text::bigint)::bigint FROM racks_part WHERE shop_id = %s) AS parts,
  (SELECT count(*), sum(racks_offer.xmin::text::bigint)::bigint FROM racks_offer
   JOIN racks_part ON racks_part.id = part_id WHERE shop_id = %s) AS offers
"""


def count_by_kind(shop_id: int) -> dict[str, int]:
    """Return how many parts of each kind a shop has."""
    rows = Part.objects.filter(shop_id=shop_id).values_list("kind").annotate(Count("pk"))
    return {kind.value: dict(rows).get(kind.value, 0) for kind in PartKind}


@dataclass(frozen=True)
class Imported:
    """What an import did."""

    new: int
    updated: int
    left_out: int


#: Columns that an import writes anew on a part it knows.
_OF_THE_PART = [
    "kind",
    "maker",
    "axle",
    "axle_load_from_kg",
    "axle_load_to_kg",
    "diameter_m",
    "bore_m",
    "steel",
    "holes_drilled",
    "takes_apart",
    "document",
]


def _columns(shop: Shop, record: RackPart) -> dict[str, Any]:
    bar, bushing = record.bar, record.bushing
    bore = bar.bore_m if bar else bushing.bore_m if bushing else None
    return {
        "shop": shop,
        "kind": record.kind.value,
        "part_number": record.part_number,
        "maker": record.maker,
        "axle": record.fits.axle.value,
        "axle_load_from_kg": record.fits.axle_load_from_kg,
        "axle_load_to_kg": record.fits.axle_load_to_kg,
        "diameter_m": bar.outside_diameter_m.value if bar else None,
        "bore_m": bore.value if bore else None,
        "steel": bar.steel if bar else "",
        "holes_drilled": record.holes_drilled,
        "takes_apart": record.takes_apart,
        "document": to_plain(record),
    }


def prices_moved(shop: Shop, rows: Sequence[ReadRow]) -> int:
    """Return how many prices of read rows are new to a shop's racks or other than there."""
    told = {
        (row.part.part_number, row.offer.supplier): round(row.offer.price * 100)
        for row in rows
        if row.part is not None and row.offer is not None
    }
    # The parts first: joined with their offers, a long list may be gone through for each offer.
    parts = Part.objects.filter(shop=shop, part_number__in={number for number, _ in told})
    there = Offer.objects.filter(part__in=list(parts.values_list("pk", flat=True))).values_list(
        "part__part_number", "supplier__name", "price_cents"
    )
    known = {(number, supplier): cents for number, supplier, cents in there}
    return sum(1 for place, cents in told.items() if known.get(place) != cents)


#: Rows that change how the racks are best looked through.
_MANY = 1000


def hold_racks(shop: Shop) -> None:
    """Let nobody else take parts in until the transaction ends: neither part nor price is moved."""
    Shop.objects.select_for_update(no_key=True).get(pk=shop.pk)


def import_rows(shop: Shop, rows: Sequence[ReadRow]) -> Imported:
    """Put read rows on the racks; a known part number is updated, a supplier's offer too.

    All or nothing: rows with complaints must have been sorted out before.
    """
    good = [(row.part, row.offer) for row in rows if row.part is not None and row.offer is not None]
    with transaction.atomic():
        # Two at once would make the same part twice.
        hold_racks(shop)
        known = set(
            Part.objects.filter(
                shop=shop, part_number__in=[part.part_number for part, _ in good]
            ).values_list("part_number", flat=True)
        )
        records = {part.part_number: part for part, _ in good}
        Part.objects.bulk_create(
            [Part(**_columns(shop, record)) for record in records.values()],
            update_conflicts=True,
            unique_fields=["shop", "part_number"],
            update_fields=_OF_THE_PART,
            batch_size=500,
        )
        _write_offers(shop, good)
        if len(good) > _MANY:
            # Planned by what the racks held before, what asks for them next takes minutes.
            with connection.cursor() as cursor:
                cursor.execute("ANALYZE racks_part, racks_offer")
    return Imported(len(records) - len(known), len(known), len(rows) - len(good))


def _write_offers(shop: Shop, good: Sequence[tuple[RackPart, SupplierOffer]]) -> None:
    names = sorted({offer.supplier for _, offer in good})
    Supplier.objects.bulk_create(
        [Supplier(shop=shop, name=name) for name in names], ignore_conflicts=True
    )
    suppliers = {one.name: one for one in Supplier.objects.filter(shop=shop, name__in=names)}
    numbers = [part.part_number for part, _ in good]
    stored = dict(
        Part.objects.filter(shop=shop, part_number__in=numbers).values_list("part_number", "pk")
    )
    offers = {
        (stored[part.part_number], offer.supplier): Offer(
            part_id=stored[part.part_number],
            supplier=suppliers[offer.supplier],
            price_cents=round(offer.price * 100),
            stock=offer.stock,
            delivery_days=offer.days,
        )
        for part, offer in good
    }
    Offer.objects.bulk_create(
        list(offers.values()),
        update_conflicts=True,
        unique_fields=["part", "supplier"],
        update_fields=["price_cents", "stock", "delivery_days"],
        batch_size=500,
    )
