"""How people come to a shop and go, where they are signed in, and the tablets they share."""

from django.db import models

from shops.models import Person, Shop


class Invitation(models.Model):
    """A code that lets somebody in once: new to the shop, or with a new password."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="invitations")
    # Whoever it lets in again; empty for somebody new.
    person = models.ForeignKey(Person, models.CASCADE, null=True, related_name="+")
    role = models.CharField(max_length=8, choices=Person.Role)
    # The code itself is told once and not kept.
    digest = models.CharField(max_length=64, unique=True)
    # Empty where the server's own command made it.
    made_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True)
    withdrawn_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=models.Q(role__in=Person.Role.values), name="known_invited_role"
            ),
            models.CheckConstraint(
                condition=models.Q(used_at=None) | models.Q(withdrawn_at=None),
                name="used_or_withdrawn",
            ),
        ]


class PeopleEvent(models.Model):
    """What was changed of a shop's people, by whom; never edited."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="people_events")
    # Empty where the server's own command did it.
    by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    about = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    words = models.CharField(max_length=200)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = [models.Index(fields=["shop", "-made_at"], name="people_events_newest")]


class Tablet(models.Model):
    """A device that belongs to the shop: people hand it on by their numbers."""

    shop = models.ForeignKey(Shop, models.CASCADE, related_name="tablets")
    name = models.CharField(max_length=40)
    # Of what the device holds; whoever has the table has no tablet.
    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["shop", "name"], name="one_tablet_a_name"),
        ]


class Pin(models.Model):
    """A person's number for the shop's tablets; good for nothing else."""

    person = models.OneToOneField(Person, models.CASCADE, related_name="pin")
    hash = models.CharField(max_length=128)
    # In a row, since the last time it was right.
    failures = models.PositiveSmallIntegerField(default=0)


class SignedIn(models.Model):
    """Where somebody is signed in: one a session."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="signed_in")
    session_key = models.CharField(max_length=40, unique=True)
    tablet = models.ForeignKey(Tablet, models.CASCADE, null=True, related_name="signed_in")
    device = models.CharField(max_length=80)
    address = models.GenericIPAddressField()
    begun_at = models.DateTimeField(auto_now_add=True)
    seen_at = models.DateTimeField(auto_now_add=True)
