"""Vehicles with their measured sheets."""

from django.db import models
from django.db.models import Q

from history.models import Revision, Versioned
from shops.models import Shop


class Vehicle(Versioned):
    """A vehicle. The sheet is core's `Vehicle` record as JSON, checked by core on every way."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="vehicles")
    name = models.CharField(max_length=80)
    description = models.CharField(max_length=120, blank=True)
    sheet = models.JSONField()
    # Said by core when the sheet was last written; kept so that the yard needs no evaluation.
    stop = models.CharField(max_length=160, blank=True)

    class Meta:
        constraints = [models.CheckConstraint(condition=~Q(name=""), name="vehicle_has_a_name")]

    def __str__(self) -> str:
        return self.name


class SheetRevision(Revision):
    """One version of a vehicle's sheet."""

    vehicle = models.ForeignKey(Vehicle, models.CASCADE, related_name="revisions")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["vehicle", "version"], name="one_sheet_a_version")
        ]
