"""Jobs: a vehicle in the shop, where it stands, and what is chosen for it."""

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from axlecore.bay.trouble import TroubleKind
from axlecore.build.ordering import OrderState
from axlecore.papers import PaperName
from axlecore.practice.look import Rust
from axlecore.practice.stations import JobKind, Station
from history.models import Revision, Versioned
from rigs.models import Vehicle
from shops.models import Shop


class Shelf(models.TextChoices):
    """Where a job is kept; from each it comes back with all that is on it."""

    YARD = "yard", "in the yard"
    ARCHIVED = "archived", "archived"
    DELETED = "deleted", "deleted"


class Job(Versioned):
    """A job on one vehicle. The set-up is core's `SetUp` record as JSON."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="jobs")
    number = models.PositiveIntegerField()
    vehicle = models.ForeignKey(Vehicle, models.PROTECT, related_name="jobs")
    kind = models.CharField(max_length=16, default=JobKind.UPGRADE)
    station = models.CharField(max_length=10, default=Station.LISTEN)
    # Of name, kind, station, day and shelf together; what is chosen has its own.
    line_version = models.PositiveIntegerField(default=1)
    # Of what is done under the vehicle; it asks nobody's leave, so it is no part of the line.
    work_version = models.PositiveIntegerField(default=1)
    # What the gate of its station still asks for, said by core when a paper was last written.
    blocked_by = models.CharField(max_length=160, blank=True)
    due_on = models.DateField(null=True, blank=True)
    set_up = models.JSONField()
    changed_at = models.DateTimeField(auto_now=True)
    shelf = models.CharField(max_length=10, choices=Shelf, default=Shelf.YARD)
    # The day all it consumes is here, as the order was last told; null where a day is missing.
    parts_on = models.DateField(null=True, blank=True)
    # The day it is done by, written by the board; null while it has no bay.
    ready_on = models.DateField(null=True, blank=True)
    # The job whose torque log a re-check reads again.
    again_of = models.ForeignKey("self", models.CASCADE, null=True, related_name="rechecks")
    # Whose job it is, where somebody said so.
    fitter = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="jobs"
    )

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "number"], name="one_job_a_number"),
            models.CheckConstraint(
                condition=Q(station__in=[station.value for station in Station]),
                name="known_station",
            ),
            models.CheckConstraint(
                condition=Q(kind__in=[kind.value for kind in JobKind]), name="known_kind"
            ),
            models.CheckConstraint(condition=Q(shelf__in=Shelf.values), name="known_shelf"),
        ]
        indexes = [models.Index(fields=["shop", "shelf", "-changed_at"], name="jobs_last_changed")]

    def __str__(self) -> str:
        return f"job {self.number}"

    @property
    def bay_planned(self) -> bool:
        """It has a bay and a day."""
        return self.ready_on is not None

    @property
    def days_left(self) -> float | None:
        """Days until it is wanted, None where nobody said; zero where that is past."""
        if self.due_on is None:
            return None
        return float(max(0, (self.due_on - timezone.localdate()).days))


class SetUpRevision(Revision):
    """One version of what is chosen in a job."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="revisions")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "version"], name="one_set_up_a_version")
        ]


class Paper(Versioned):
    """A paper of a job besides its set-up: a record of core as JSON."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="papers")
    name = models.CharField(max_length=16)
    document = models.JSONField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "name"], name="one_paper_a_name"),
            models.CheckConstraint(
                condition=Q(name__in=[name.value for name in PaperName]),
                name="known_paper",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.name} of {self.job}"


class PaperRevision(Revision):
    """One version of a paper."""

    paper = models.ForeignKey(Paper, models.CASCADE, related_name="revisions")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["paper", "version"], name="one_paper_a_version")
        ]


class GatePass(models.Model):
    """A job went on from a station. Never edited; passing again adds a row."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="passes")
    station = models.CharField(max_length=10)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    # Sentences of what was not met, and why it was passed all the same.
    unmet = models.JSONField(default=list)
    reason = models.CharField(max_length=400, blank=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(unmet=[]) | ~Q(reason=""), name="an_override_has_a_reason"
            )
        ]


class Decision(models.Model):
    """A choice as it was made: core's `Decision` as JSON. Never edited; deciding again adds one."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="decisions")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    core_version = models.CharField(max_length=20)
    sheet_version = models.PositiveIntegerField()
    set_up_version = models.PositiveIntegerField()
    document = models.JSONField()
    reason = models.CharField(max_length=400, blank=True)

    def __str__(self) -> str:
        return f"decision on {self.job}"


class PlanLook(models.Model):
    """A lead looked through a plan: its steps as they then were. Never edited."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="plan_looks")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    # Digest of the steps, to be held against the plan as it is; the steps, to say what changed.
    digest = models.CharField(max_length=64)
    steps = models.JSONField()

    def __str__(self) -> str:
        return f"plan of {self.job}"


class OrderEntry(models.Model):
    """What was told of one line of a job's order, once. Never edited: a wrong part stays."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="order_entries")
    # The line, in the words of the order.
    what = models.CharField(max_length=200)
    state = models.CharField(max_length=20)
    expected = models.DateField(null=True)
    reference = models.CharField(max_length=300, blank=True)
    supplier = models.CharField(max_length=60, blank=True)
    # How many the job asked for then, and how many of them came off the shop's own shelf.
    quantity = models.PositiveIntegerField(default=1)
    taken = models.PositiveIntegerField(default=0)
    note = models.CharField(max_length=300, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(state__in=[state.value for state in OrderState]),
                name="known_order_state",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.what}: {self.state}"


class Snapped(models.Model):
    """An old fastener that snapped at a step: core's `SnappedBolt`."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="snapped_bolts")
    step = models.CharField(max_length=60)
    size = models.CharField(max_length=20)
    wall_m = models.FloatField()
    edge_m = models.FloatField()
    reachable = models.BooleanField(default=False)
    # Rungs of the ladder that did not hold, in the order they were tried.
    tried = models.JSONField(default=list)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.size} at {self.step}, {self.job}"


class Trouble(models.Model):
    """Trouble at a step of the work, beside what snapped: core's `TroubleKind`."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="troubles")
    step = models.CharField(max_length=60)
    kind = models.CharField(max_length=24)
    # Size of what is seized, what was loosened, or what was said.
    what = models.CharField(max_length=400)
    # What else core's record of the kind holds: ways tried, what burns, where it was measured.
    facts = models.JSONField(default=dict)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    # When a lead took up what is told to the desk; what is work of the plan is never taken up.
    taken_up_at = models.DateTimeField(null=True)
    taken_up_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+"
    )

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(kind__in=[kind.value for kind in TroubleKind]), name="known_trouble"
            ),
            models.CheckConstraint(
                condition=Q(taken_up_at=None, taken_up_by=None)
                | Q(taken_up_at__isnull=False, taken_up_by__isnull=False),
                name="somebody_takes_it_up",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.kind} at {self.step}, {self.job}"


class InHand(models.Model):
    """The step somebody has in hand on a job, as long as their device says so."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="in_hand")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    step = models.CharField(max_length=60)
    at = models.DateTimeField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "person"], name="one_step_in_hand"),
        ]

    def __str__(self) -> str:
        return f"{self.step}, {self.job}"


class BoltTally(models.Model):
    """What came of a shop's old fasteners of one class: core's `Tally`."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="bolt_tallies")
    rust = models.CharField(max_length=8)
    size = models.CharField(max_length=4, blank=True)
    hidden = models.BooleanField(default=False)
    thread_lock = models.BooleanField(default=False)
    soaked = models.BooleanField(default=False)
    came_off = models.PositiveIntegerField(default=0)
    snapped = models.PositiveIntegerField(default=0)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["shop", "rust", "size", "hidden", "thread_lock", "soaked"],
                name="one_tally_a_class",
            ),
            models.CheckConstraint(
                condition=Q(rust__in=[rust.value for rust in Rust]), name="known_rust"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.size or 'large'}, {self.rust}: {self.snapped} snapped"


class QuoteLink(models.Model):
    """A quote sent to an owner as a page behind a link; kept as it was shown.

    The link's secret is not stored: it is the row's number, signed (`jobs.quote_links`).
    """

    job = models.ForeignKey(Job, models.CASCADE, related_name="quote_links")
    # Core's `OwnerQuote`, with the version of core that worked it out.
    shown = models.JSONField()
    core_version = models.CharField(max_length=20)
    up_to_cents = models.PositiveBigIntegerField()
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    expires_at = models.DateTimeField()
    withdrawn_at = models.DateTimeField(null=True, blank=True)
    # When the owner would rather talk first, and what they wrote.
    asked_at = models.DateTimeField(null=True, blank=True)
    question = models.CharField(max_length=400, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["job"],
                condition=Q(withdrawn_at=None),
                name="one_link_a_job_is_not_withdrawn",
            ),
        ]

    def __str__(self) -> str:
        return f"quote of {self.job}"

    @property
    def agreed(self) -> bool:
        """Its owner agreed through it; call with the agreement read along."""
        return hasattr(self, "agreement")


class Way(models.TextChoices):
    """How an owner agreed."""

    IN_PERSON = "in person", "in person"
    PHONE = "by phone", "by phone"
    WRITING = "in writing", "in writing"
    SIGNED = "signed here", "signed here"
    LINK = "by link", "by link"


class Agreement(models.Model):
    """An owner agreed to a quote, as it was shown, up to a sum. Never edited."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="agreements")
    by = models.CharField(max_length=80)
    way = models.CharField(max_length=12, choices=Way)
    up_to_cents = models.PositiveBigIntegerField()
    # Core's `OwnerQuote` as it was shown, with the version of core that worked it out.
    shown = models.JSONField()
    core_version = models.CharField(max_length=20)
    # Strokes of a pen on the shop's tablet; empty where nobody signed.
    signature = models.JSONField(default=list)
    link = models.OneToOneField(QuoteLink, models.PROTECT, null=True, related_name="agreement")
    # Of the shop: who took the word, or sent the link.
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(condition=Q(way__in=Way.values), name="known_way_to_agree"),
            models.CheckConstraint(
                condition=Q(way="signed here") ^ Q(signature=[]), name="who_signs_has_signed"
            ),
            models.CheckConstraint(
                condition=Q(way="by link") ^ Q(link=None), name="by_link_through_a_link"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.by} on {self.job}"
