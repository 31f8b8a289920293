"""After the road: work given out, hand-overs, visits, reports, troubles, and predictions kept."""

from django.conf import settings
from django.db import models
from django.db.models import F, Q

from axlecore.aftercare.noises import Noticed
from axlecore.aftercare.outside import OutsideState
from axlecore.vehicle.rig import RigKind
from jobs.models import Job
from shops.models import Shop


class OutsideSaid(models.Model):
    """What was said once of work given out: core's `OutsideEntry`. Never edited."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="outside_said")
    step = models.CharField(max_length=60)
    state = models.CharField(max_length=20)
    on = models.DateField()
    who = models.CharField(max_length=80, blank=True)
    cost_cents = models.PositiveBigIntegerField(null=True)
    paper = models.CharField(max_length=120, blank=True)
    found = models.CharField(max_length=300, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(state__in=[state.value for state in OutsideState]),
                name="known_outside_state",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.step}, {self.job}: {self.state}"


class HandOver(models.Model):
    """How a job is given back: read before, written once it is, followed by its visits."""

    job = models.OneToOneField(Job, models.CASCADE, related_name="hand_over")
    # As it was typed, unit included, and what that is.
    odometer = models.CharField(max_length=24, blank=True)
    odometer_m = models.FloatField(null=True)
    threads_seen = models.BooleanField(default=False)
    # What was not put back, each with its reason.
    left_off = models.JSONField(default=list)
    handed_on = models.DateField(null=True)
    handed_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+"
    )
    # The shop's interval as it was told to the owner.
    every_m = models.FloatField(null=True)
    every_days = models.PositiveSmallIntegerField(null=True)
    # What was last heard of the odometer, and the visit that is next: what the yard asks by.
    heard_m = models.FloatField(null=True)
    next_number = models.PositiveSmallIntegerField(null=True)
    next_from_m = models.FloatField(null=True)
    next_by = models.DateField(null=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(handed_on=None)
                | Q(odometer_m__isnull=False, every_m__isnull=False, handed_by__isnull=False),
                name="handed_over_with_all_that_counts",
            ),
            models.CheckConstraint(
                condition=Q(heard_m=None) | Q(odometer_m=None) | Q(heard_m__gte=F("odometer_m")),
                name="an_odometer_goes_forward",
            ),
        ]
        indexes = [models.Index(fields=["next_by"], name="visits_by_day")]

    def __str__(self) -> str:
        return f"hand-over of {self.job}"


class VisitMade(models.Model):
    """A re-check that was made, with the job it was."""

    hand_over = models.ForeignKey(HandOver, models.CASCADE, related_name="visits_made")
    number = models.PositiveSmallIntegerField()
    job = models.OneToOneField(Job, models.CASCADE, related_name="visit")
    odometer_m = models.FloatField()
    opened_on = models.DateField()
    # Null until it is handed over again.
    done_on = models.DateField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["hand_over", "number"], name="one_visit_a_number"),
        ]

    def __str__(self) -> str:
        return f"visit {self.number} of {self.hand_over.job}"


class ReportLink(models.Model):
    """A report sent to an owner as a page behind a link; kept as it was shown.

    The link's secret is not stored: it is the row's number, signed (`aftercare.report`).
    """

    job = models.ForeignKey(Job, models.CASCADE, related_name="report_links")
    # Core's `OwnerReport`, with the version of core that worked it out, and its pictures.
    shown = models.JSONField()
    core_version = models.CharField(max_length=20)
    photos = models.JSONField(default=list)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    withdrawn_at = models.DateTimeField(null=True)
    # The owner's word after some months, on the scale of Drive.
    felt = models.JSONField(default=dict)
    word = models.CharField(max_length=400, blank=True)
    word_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["job"],
                condition=Q(withdrawn_at=None),
                name="one_report_a_job_is_not_withdrawn",
            ),
        ]

    def __str__(self) -> str:
        return f"report of {self.job}"


class TroubleAfter(models.Model):
    """A noise or trouble the owner noticed after the work, and what it turned out to be."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="troubles_after")
    trouble = models.CharField(max_length=32)
    heard = models.CharField(max_length=32)
    since = models.CharField(max_length=32)
    said = models.CharField(max_length=300, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    # Key of core's `Cause`, or empty and in words where it was something else.
    cause = models.CharField(max_length=32, blank=True)
    found = models.CharField(max_length=300, blank=True)
    found_at = models.DateTimeField(null=True)
    found_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+"
    )

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(trouble__in=[one.value for one in Noticed]), name="known_noise"
            ),
            models.CheckConstraint(
                condition=Q(found_at=None, cause="", found="")
                | (
                    Q(found_at__isnull=False, found_by__isnull=False)
                    & (~Q(cause="") | ~Q(found=""))
                ),
                name="somebody_found_something",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.trouble}, {self.job}"


class KeptPrediction(models.Model):
    """What was predicted and measured of a job: core's `PredictionRow`, written at hand-over."""

    job = models.OneToOneField(Job, models.CASCADE, related_name="kept_prediction")
    rig_kind = models.CharField(max_length=16)
    way = models.CharField(max_length=40)
    predicted = models.JSONField()
    measured = models.JSONField()
    springs = models.JSONField(null=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(rig_kind__in=[kind.value for kind in RigKind]),
                name="prediction_of_a_known_kind",
            ),
        ]

    def __str__(self) -> str:
        return f"prediction of {self.job}"


class CalendarFeed(models.Model):
    """A shop's calendar of re-checks behind a token; counted up, the tokens before are void."""

    shop = models.OneToOneField(Shop, models.CASCADE, related_name="calendar_feed")
    number = models.PositiveIntegerField(default=1)

    def __str__(self) -> str:
        return f"calendar of {self.shop}"
