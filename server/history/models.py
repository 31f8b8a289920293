"""Documents that keep every version of themselves."""

from django.conf import settings
from django.db import models


class Versioned(models.Model):
    """A record whose document is only ever replaced by a next version."""

    version = models.PositiveIntegerField(default=1)

    class Meta:
        abstract = True


class Revision(models.Model):
    """One version of a document: what it was, who made it and what they typed. Never edited."""

    version = models.PositiveIntegerField()
    document = models.JSONField()
    place = models.CharField(max_length=80)
    typed = models.CharField(max_length=60, blank=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        abstract = True
