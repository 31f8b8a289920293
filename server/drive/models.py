"""Runs on the road: how each was driven, its log, and what driver and passenger felt."""

import uuid

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from axlecore.road.driving import Manoeuvre
from axlecore.road.impressions import Rider
from axlecore.vehicle.loads import LoadKey
from history.models import Revision, Versioned
from jobs.models import Job


class RunWhen(models.TextChoices):
    """On which side of the work a run was driven."""

    BEFORE = "before"
    AFTER = "after"


class Surface(models.TextChoices):
    """What the road was like."""

    DRY = "dry"
    WET = "wet"


def _log_address(run: "Run", _: str) -> str:
    return f"logs/{run.job.shop_id}/{run.job_id}/{uuid.uuid4().hex}.csv.gz"


class Run(Versioned):
    """One run of a job's vehicle. Its log is kept as it came; taking a run away only marks it."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="runs")
    # Said by whoever sends it: sent again after a lost answer, it is kept once.
    key = models.UUIDField(editable=False)
    when = models.CharField(max_length=6, choices=RunWhen)
    manoeuvre = models.CharField(max_length=30)
    state = models.CharField(max_length=12)
    surface = models.CharField(max_length=3, choices=Surface)
    place = models.CharField(max_length=80, blank=True)
    wind = models.CharField(max_length=40, blank=True)
    traffic = models.CharField(max_length=40, blank=True)
    driver = models.CharField(max_length=60, blank=True)
    passenger = models.CharField(max_length=60, blank=True)
    closed_ground = models.BooleanField(default=False)
    speed_m_s = models.FloatField(null=True)
    limit_m_s = models.FloatField(null=True)
    front_pressure_pa = models.FloatField(null=True)
    rear_pressure_pa = models.FloatField(null=True)
    # The choice as it was fitted then: what is judged by it stays so when another is chosen.
    set_up = models.JSONField()
    # The log as it came, which of its columns is which channel, and where the logger lay.
    log = models.FileField(upload_to=_log_address, blank=True)
    log_name = models.CharField(max_length=120, blank=True)
    columns = models.JSONField(default=dict)
    sensor_height_m = models.FloatField(null=True)
    # Core's `RunAnswer` and `Told` of the log; what it is compared by, null where it was refused.
    answer = models.JSONField(null=True)
    told = models.JSONField(null=True)
    simulated = models.BooleanField(default=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    # By the device it was logged with, which may have been without a network.
    driven_at = models.DateTimeField(default=timezone.now)
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "key"], name="one_run_a_key"),
            models.CheckConstraint(
                condition=Q(manoeuvre__in=[one.value for one in Manoeuvre]), name="known_manoeuvre"
            ),
            models.CheckConstraint(
                condition=Q(state__in=[one.value for one in LoadKey]), name="known_load_of_a_run"
            ),
            models.CheckConstraint(
                condition=Q(when__in=RunWhen.values) & Q(surface__in=Surface.values),
                name="known_side_and_surface",
            ),
            models.CheckConstraint(
                condition=Q(log="", answer=None) | (~Q(log="") & Q(answer__isnull=False)),
                name="a_log_has_its_answer",
            ),
        ]
        indexes = [models.Index(fields=["job", "when"], name="runs_of_a_job")]

    def __str__(self) -> str:
        return f"{self.manoeuvre} {self.when}, {self.job}"


class RunRevision(Revision):
    """How a run was said to be driven before that was put right."""

    run = models.ForeignKey(Run, models.CASCADE, related_name="revisions")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["run", "version"], name="one_run_revision_a_version")
        ]


class Impression(models.Model):
    """What somebody felt in a run. Asked again, the newer one counts."""

    run = models.ForeignKey(Run, models.CASCADE, related_name="impressions")
    seat = models.CharField(max_length=9)
    name = models.CharField(max_length=60, blank=True)
    # By core's `Felt`: where on its scale.
    felt = models.JSONField()
    said = models.CharField(max_length=400, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["run", "seat"], name="one_impression_a_seat"),
            models.CheckConstraint(
                condition=Q(seat__in=[one.value for one in Rider]), name="known_seat"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.seat}, {self.run}"


class YardTest(models.Model):
    """A yard roll test after something was fitted: core's `YardLean`. Kept in their order."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="yard_tests")
    fitted = models.CharField(max_length=80)
    # As it was typed, by the names of its fields, and what core read of it.
    typed = models.JSONField()
    measured = models.JSONField()
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [
            models.CheckConstraint(condition=~Q(fitted=""), name="something_was_fitted"),
        ]

    def __str__(self) -> str:
        return f"{self.fitted}, {self.job}"
