"""The racks: parts a shop can fit, and what suppliers ask for them."""

from django.db import models
from django.db.models import F, Q

from axlecore.racks.parts import MadeFor, PartKind
from history.models import Revision, Versioned
from shops.models import Shop


class Supplier(models.Model):
    """Whoever a shop buys from."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="suppliers")
    name = models.CharField(max_length=60)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "name"], name="one_supplier_a_name")]

    def __str__(self) -> str:
        return self.name


class Part(models.Model):
    """A part on the racks. The whole of it is core's `RackPart` as JSON.

    What is searched by stands in columns beside it, written from the same record.
    """

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="parts")
    kind = models.CharField(max_length=8)
    part_number = models.CharField(max_length=40)
    maker = models.CharField(max_length=60)
    axle = models.CharField(max_length=6)
    axle_load_from_kg = models.FloatField()
    axle_load_to_kg = models.FloatField()
    diameter_m = models.FloatField(null=True)
    # Of a bar, or of a bushing: which bar it holds.
    bore_m = models.FloatField(null=True)
    steel = models.CharField(max_length=24, blank=True)
    holes_drilled = models.PositiveSmallIntegerField(default=0)
    # Something else on the vehicle comes off or apart for it.
    takes_apart = models.BooleanField(default=False)
    document = models.JSONField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "part_number"], name="one_part_a_number"),
            models.CheckConstraint(
                condition=Q(kind__in=[kind.value for kind in PartKind]), name="known_part_kind"
            ),
            models.CheckConstraint(
                condition=Q(axle__in=[axle.value for axle in MadeFor]), name="known_part_axle"
            ),
            models.CheckConstraint(
                condition=Q(axle_load_from_kg__lt=F("axle_load_to_kg")), name="part_load_range"
            ),
        ]
        indexes = [
            models.Index(fields=["shop", "kind", "axle", "part_number"], name="parts_of_an_axle")
        ]

    def __str__(self) -> str:
        return f"{self.maker} {self.part_number}"


class Offer(models.Model):
    """What one supplier asks for one part."""

    part = models.ForeignKey(Part, models.CASCADE, related_name="offers")
    supplier = models.ForeignKey(Supplier, models.CASCADE, related_name="offers")
    price_cents = models.PositiveIntegerField()
    stock = models.PositiveIntegerField(default=0)
    # Null where the supplier does not say.
    delivery_days = models.PositiveSmallIntegerField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["part", "supplier"], name="one_offer_a_supplier")
        ]
        indexes = [models.Index(fields=["part", "price_cents"], name="cheapest_offer")]

    def __str__(self) -> str:
        return f"{self.part} from {self.supplier}"


class KitMemory(Versioned):
    """What a shop knows of a kit: its sheet and what each job added, core's `KitSheet` as JSON.

    Its torques are the part's own.
    """

    part = models.OneToOneField(Part, models.CASCADE, related_name="memory")
    document = models.JSONField(default=dict)

    def __str__(self) -> str:
        return f"sheet of {self.part}"


class KitMemoryRevision(Revision):
    """One version of what is known of a kit."""

    memory = models.ForeignKey(KitMemory, models.CASCADE, related_name="revisions")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["memory", "version"], name="one_kit_sheet_a_version")
        ]


class Stocked(models.Model):
    """Something a shop keeps on its own shelf, by the words of an order's line."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="stocked")
    what = models.CharField(max_length=200)
    quantity = models.PositiveIntegerField()
    # Fewer than this is too few.
    least = models.PositiveIntegerField(default=0)
    price_cents = models.PositiveIntegerField(default=0)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "what"], name="one_place_on_the_shelf"),
            models.CheckConstraint(condition=~Q(what=""), name="stock_has_a_name"),
        ]

    def __str__(self) -> str:
        return f"{self.quantity} × {self.what}"
