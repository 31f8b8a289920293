"""Jobs: a vehicle in the shop, where it stands, and what is chosen for it."""

from django.db import models

from history.models import Revision, Versioned
from rigs.models import Vehicle
from shops.models import Shop


class Job(Versioned):
    """A job on one vehicle. The set-up is core's `SetUp` record as JSON."""

    class Station(models.TextChoices):
        """Stops along the line, in order."""

        LISTEN = "listen", "Listen"
        WEIGH = "weigh", "Weigh"
        LOOK = "look", "Look"
        CHOOSE = "choose", "Choose"
        FIT = "fit", "Fit"
        BUILD = "build", "Build"
        DRIVE = "drive", "Drive"
        HAND_OVER = "hand_over", "Hand over"

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="jobs")
    number = models.PositiveIntegerField()
    vehicle = models.ForeignKey(Vehicle, models.PROTECT, related_name="jobs")
    station = models.CharField(max_length=10, choices=Station, default=Station.WEIGH)
    due_on = models.DateField(null=True, blank=True)
    set_up = models.JSONField()
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "number"], name="one_job_a_number"),
            models.CheckConstraint(
                condition=models.Q(
                    station__in=[
                        "listen", "weigh", "look", "choose", "fit", "build", "drive", "hand_over",
                    ]
                ),
                name="known_station",
            ),
        ]  # fmt: skip
        indexes = [models.Index(fields=["shop", "-changed_at"], name="jobs_last_changed")]

    def __str__(self) -> str:
        return f"job {self.number}"


class SetUpRevision(Revision):
    """One version of what is chosen in a job."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="revisions")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "version"], name="one_set_up_a_version")
        ]
