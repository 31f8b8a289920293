"""What is done under the vehicle: answers to steps, the torque log, and the shop's wrenches."""

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from axlecore.bay.torque_log import HowTight, Judged
from axlecore.build.steps import Records
from axlecore.vehicle.ends import End
from jobs.models import Job
from shops.models import Shop


class TorqueWrench(models.Model):
    """A torque wrench of a shop: core's `Wrench`."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="wrenches")
    name = models.CharField(max_length=40)
    calibrated_on = models.DateField()
    due_on = models.DateField()
    from_n_m = models.FloatField()
    to_n_m = models.FloatField()
    length_m = models.FloatField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "name"], name="one_wrench_a_name"),
            models.CheckConstraint(
                condition=Q(due_on__gt=models.F("calibrated_on")), name="calibration_holds"
            ),
        ]

    def __str__(self) -> str:
        return self.name


class StepAnswer(models.Model):
    """What was recorded of a step, once. Never edited; one that was not so is taken back."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="step_answers")
    # Key of the plan's step; it stays when the plan loses that step.
    step = models.CharField(max_length=60)
    kind = models.CharField(max_length=12)
    # A number as it was read off, unit included; to whom it was handed on; else empty.
    said = models.CharField(max_length=200, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    # By the device it was done with, which may have been without a network.
    done_at = models.DateTimeField(default=timezone.now)
    made_at = models.DateTimeField(auto_now_add=True)
    taken_back_at = models.DateTimeField(null=True)
    taken_back_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+"
    )

    class Meta:
        constraints = [
            # Two fitters never do one step twice; the second is told who did it.
            models.UniqueConstraint(
                fields=["job", "step", "kind"],
                condition=Q(taken_back_at=None),
                name="one_answer_a_step",
            ),
            models.CheckConstraint(
                condition=Q(taken_back_at=None, taken_back_by=None)
                | Q(taken_back_at__isnull=False, taken_back_by__isnull=False),
                name="somebody_takes_it_back",
            ),
            models.CheckConstraint(
                condition=Q(kind__in=[kind.value for kind in Records]), name="known_answer"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.step}, {self.job}"


class TorqueRow(models.Model):
    """One row of the torque log. Never edited: a correction supersedes it."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="torque_rows")
    joint = models.CharField(max_length=60)
    bolt = models.PositiveSmallIntegerField()
    how = models.CharField(max_length=20)
    # As it was read off and typed, and what the joint got through the adapter.
    typed = models.CharField(max_length=40, blank=True)
    got_n_m = models.FloatField(null=True)
    extension_m = models.FloatField(default=0.0)
    wrench = models.ForeignKey(TorqueWrench, models.PROTECT, null=True, related_name="+")
    judged = models.CharField(max_length=8)
    # What it was held against, as it then was.
    target = models.JSONField()
    simulated = models.BooleanField(default=False)
    supersedes = models.OneToOneField("self", models.PROTECT, null=True, related_name="superseded")
    # A lead's reason for letting it pass all the same.
    override = models.CharField(max_length=300, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    done_at = models.DateTimeField(default=timezone.now)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(how__in=[how.value for how in HowTight]), name="known_way_to_tighten"
            ),
            models.CheckConstraint(
                condition=Q(judged__in=[one.value for one in Judged]), name="known_judgement"
            ),
            models.CheckConstraint(
                condition=Q(how=HowTight.READ.value) ^ Q(got_n_m=None),
                name="a_reading_has_a_figure",
            ),
            # One row stands for a bolt: what follows it names it.
            models.UniqueConstraint(
                fields=["job", "joint", "bolt"],
                condition=Q(supersedes=None),
                name="one_first_row_a_bolt",
            ),
        ]
        indexes = [models.Index(fields=["job", "joint"], name="rows_of_a_joint")]

    def __str__(self) -> str:
        return f"{self.joint} bolt {self.bolt}, {self.job}"


class GapReading(models.Model):
    """A gap measured in the round before the road. Never edited: the last of each counts."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="gap_readings")
    # Core's `NearObstacle`, as it was on paper then.
    obstacle = models.CharField(max_length=40)
    on_paper = models.JSONField()
    typed = models.CharField(max_length=20)
    gap_m = models.FloatField()
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    done_at = models.DateTimeField(default=timezone.now)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(condition=Q(gap_m__gte=0), name="a_gap_is_none_or_more"),
        ]

    def __str__(self) -> str:
        return f"{self.obstacle}, {self.job}"


class AxleSetting(models.Model):
    """How an axle was set on its wheels: core's `AxleSet`. Never edited: the last one counts."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="axle_settings")
    axle = models.CharField(max_length=5)
    # As it was typed, by the names of its fields, and what core read of it.
    typed = models.JSONField()
    measured = models.JSONField()
    # A lead's reason for tightening it all the same.
    override = models.CharField(max_length=300, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    done_at = models.DateTimeField(default=timezone.now)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(axle__in=[end.value for end in End]), name="settled_axle"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.axle}, {self.job}"


class HoursKept(models.Model):
    """That a job's real hours were written into the memory of its kits, which is done once."""

    job = models.OneToOneField(Job, models.CASCADE, related_name="hours_kept")
    # What the steps that were timed were planned to take, and took; none of earlier versions.
    planned_h = models.FloatField(null=True)
    real_h = models.FloatField(null=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"hours of {self.job}"
