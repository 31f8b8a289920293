"""The parts rack: bars a shop can fit."""

from django.db import models
from django.db.models import F, Q

from shops.models import Shop


class RackBar(models.Model):
    """A bar on the rack. The bar itself is core's `Bar` record as JSON."""

    class FitsAxle(models.TextChoices):
        FRONT = "front", "Front"
        REAR = "rear", "Rear"

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="bars")
    part_number = models.CharField(max_length=40)
    maker = models.CharField(max_length=60)
    fits_axle = models.CharField(max_length=8, choices=FitsAxle)
    axle_load_from_kg = models.PositiveIntegerField()
    axle_load_to_kg = models.PositiveIntegerField()
    price_cents = models.PositiveIntegerField()
    delivery_days = models.PositiveSmallIntegerField()
    bar = models.JSONField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "part_number"], name="one_bar_a_part_number"),
            models.CheckConstraint(
                condition=Q(axle_load_from_kg__lt=F("axle_load_to_kg")), name="axle_load_range"
            ),
        ]
        indexes = [models.Index(fields=["shop", "fits_axle"], name="bars_of_an_axle")]

    def __str__(self) -> str:
        return f"{self.maker} {self.part_number}"
