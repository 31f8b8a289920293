"""Vehicles with their measured sheets."""

from django.conf import settings
from django.db import models
from django.db.models import Q

from history.models import Revision, Versioned
from shops.models import Shop


class Owner(models.Model):
    """Whoever brings vehicles to a shop, with ways to reach them."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="owners")
    # Two of one name are told apart by what is added to it.
    name = models.CharField(max_length=80)
    phone = models.CharField(max_length=40, blank=True)
    email = models.EmailField(blank=True)
    address = models.CharField(max_length=200, blank=True)
    # They said that the shop may write or call when a re-check is due.
    may_be_contacted = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "name"], name="one_owner_a_name"),
            models.CheckConstraint(condition=~Q(name=""), name="owner_has_a_name"),
        ]

    def __str__(self) -> str:
        return self.name


class Vehicle(Versioned):
    """A vehicle. The sheet is core's `Vehicle` record as JSON, checked by core on every way."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="vehicles")
    name = models.CharField(max_length=80)
    description = models.CharField(max_length=120, blank=True)
    owner = models.ForeignKey(
        Owner, models.SET_NULL, related_name="vehicles", null=True, blank=True
    )
    registration = models.CharField(max_length=20, blank=True)
    # As it was read, unit included.
    odometer = models.CharField(max_length=24, blank=True)
    year = models.PositiveSmallIntegerField(null=True, blank=True)
    build_notes = models.TextField(max_length=2000, blank=True)
    sheet = models.JSONField()
    # Said by core when the sheet was last written; kept so that the yard needs no evaluation.
    stop = models.CharField(max_length=160, blank=True)

    class Meta:
        constraints = [
            models.CheckConstraint(condition=~Q(name=""), name="vehicle_has_a_name"),
            models.CheckConstraint(
                condition=Q(year=None) | Q(year__range=(1900, 2100)), name="vehicle_of_a_known_year"
            ),
        ]

    def __str__(self) -> str:
        return self.name


class ClassCorrection(models.Model):
    """What a shop's own record made of a class's springs: vehicles taken in later start from it."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="class_corrections")
    rig_kind = models.CharField(max_length=16)
    factor = models.FloatField()
    spread = models.FloatField()
    # Numbers of the jobs it rests on.
    jobs = models.JSONField()
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    left_out_at = models.DateTimeField(null=True)
    left_out_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+"
    )

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["shop", "rig_kind"],
                condition=Q(left_out_at=None),
                name="one_correction_a_class_stands",
            ),
            models.CheckConstraint(
                condition=Q(factor__gt=0.2, factor__lt=5.0, spread__gt=0),
                name="a_correction_that_can_be",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.rig_kind} × {self.factor:.2f}"


class SheetRevision(Revision):
    """One version of a vehicle's sheet."""

    vehicle = models.ForeignKey(Vehicle, models.CASCADE, related_name="revisions")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["vehicle", "version"], name="one_sheet_a_version")
        ]
