"""The board: a shop's bays, the days it is closed, and where each job stands."""

from django.db import models
from django.db.models import Q

from jobs.models import Job
from shops.models import Person, Shop


class BayKind(models.TextChoices):
    """What a bay is."""

    LIFT = "lift", "lift"
    PIT = "pit", "pit"
    GROUND = "ground", "level ground"


class Bay(models.Model):
    """A place for one vehicle."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="bays")
    name = models.CharField(max_length=40)
    kind = models.CharField(max_length=8, choices=BayKind)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "name"], name="one_bay_a_name"),
            models.CheckConstraint(condition=Q(kind__in=BayKind.values), name="known_bay_kind"),
        ]

    def __str__(self) -> str:
        return self.name


class DayOff(models.Model):
    """A working day on which a shop is closed."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="days_off")
    day = models.DateField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["shop", "day"], name="one_day_off_a_day")]

    def __str__(self) -> str:
        return str(self.day)


class PersonAway(models.Model):
    """A working day on which somebody is not there."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="days_away")
    day = models.DateField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["person", "day"], name="one_day_away_a_day")]

    def __str__(self) -> str:
        return f"{self.person} on {self.day}"


class Placing(models.Model):
    """A job on the board: what it takes, and where and when it stands once that is taken."""

    job = models.OneToOneField(Job, models.CASCADE, related_name="placing")
    hours = models.FloatField()
    people = models.PositiveSmallIntegerField()
    kinds = models.JSONField()
    # Working days it is with others after it leaves the bay.
    away = models.PositiveSmallIntegerField(default=0)
    # Its parts are not here before, by the racks; what was told of its order goes before that.
    earliest = models.DateField()
    bay = models.ForeignKey(Bay, models.SET_NULL, null=True, related_name="placings")
    day = models.DateField(null=True)
    hour = models.PositiveSmallIntegerField(null=True)
    pinned = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.CheckConstraint(condition=Q(hours__gt=0), name="work_takes_time"),
            models.CheckConstraint(
                condition=Q(pinned=False) | Q(bay__isnull=False, day__isnull=False),
                name="a_pin_is_somewhere",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.job} on the board"
