"""Shops and the people who work in them."""

from datetime import time
from typing import ClassVar

from django.contrib.auth.models import AbstractUser, UserManager
from django.db import models

from axlecore.quantities.units import Units


class Currency(models.TextChoices):
    """Money of a shop, by its ISO 4217 code."""

    EUR = "EUR", "euro"
    USD = "USD", "US dollar"
    GBP = "GBP", "pound sterling"
    CAD = "CAD", "Canadian dollar"
    AUD = "AUD", "Australian dollar"
    NZD = "NZD", "New Zealand dollar"
    CHF = "CHF", "Swiss franc"
    DKK = "DKK", "Danish krone"
    NOK = "NOK", "Norwegian krone"
    SEK = "SEK", "Swedish krona"


class Shop(models.Model):
    """A workshop. Every other record belongs to one."""

    name = models.CharField(max_length=80, unique=True)
    # Every price that is compared holds the hours too.
    labour_cents_an_hour = models.PositiveIntegerField(default=9000)
    # What work given out costs; it is in the price of a part that asks for it.
    alignment_cents = models.PositiveIntegerField(default=12_000)
    exhaust_cents = models.PositiveIntegerField(default=15_000)
    # School by matter where the shop does not keep to the default; checked by core.
    schools = models.JSONField(default=dict)
    schools_version = models.PositiveIntegerField(default=1)
    currency = models.CharField(max_length=3, choices=Currency, default=Currency.EUR)
    units = models.CharField(max_length=8, default=Units.METRIC.value)
    # When it opens, by the clock on its wall; hours a day, and people who work: the board fills
    # these.
    opens_at = models.TimeField(default=time(8))
    open_hours = models.PositiveSmallIntegerField(default=8)
    crew = models.PositiveSmallIntegerField(default=2)

    # How often a vehicle comes back after its first two re-checks.
    recheck_m = models.FloatField(default=5e6)
    recheck_days = models.PositiveSmallIntegerField(default=180)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=models.Q(units__in=[units.value for units in Units]), name="known_units"
            ),
            models.CheckConstraint(
                condition=models.Q(currency__in=Currency.values), name="known_currency"
            ),
        ]

    def __str__(self) -> str:
        return self.name


class People(UserManager["Person"]):
    """People with their shop read along: whoever asks for anything asks as one of a shop."""

    def get_queryset(self) -> models.QuerySet["Person"]:
        return super().get_queryset().select_related("shop")


class Person(AbstractUser):
    """Somebody of a shop, with a role that says what they may do."""

    objects: ClassVar[People] = People()

    class Role(models.TextChoices):
        LEAD = "lead", "Lead"
        FITTER = "fitter", "Fitter"
        VIEWER = "viewer", "Viewer"

    shop = models.ForeignKey(Shop, models.PROTECT, related_name="people")
    role = models.CharField(max_length=8, choices=Role, default=Role.VIEWER)
    # Empty is as the shop has it.
    units = models.CharField(max_length=8, blank=True, default="")

    REQUIRED_FIELDS: ClassVar[list[str]] = ["shop"]

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=models.Q(role__in=["lead", "fitter", "viewer"]), name="known_role"
            ),
            models.CheckConstraint(
                condition=models.Q(units__in=["", *(units.value for units in Units)]),
                name="known_own_units",
            ),
        ]

    @property
    def shown_name(self) -> str:
        return self.get_full_name() or self.username

    @property
    def shown_units(self) -> Units:
        """What numbers are shown in: the person's own, else the shop's."""
        return Units(self.units or self.shop.units)

    @property
    def may_write(self) -> bool:
        return self.role in (self.Role.LEAD, self.Role.FITTER)


class KeptAnswer(models.Model):
    """What a write was answered, kept with it, so that the same write sent again is done once."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="+")
    key = models.CharField(max_length=64)
    # Of method, address and body: a key names one write and no other.
    digest = models.CharField(max_length=64)
    status = models.PositiveSmallIntegerField()
    content_type = models.CharField(max_length=80)
    body = models.BinaryField()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["person", "key"], name="one_answer_a_key"),
        ]
        indexes = [models.Index(fields=["made_at"], name="kept_answers_by_age")]
