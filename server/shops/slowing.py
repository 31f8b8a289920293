"""Slowing whoever guesses: one name from many addresses, or many names from one.

A person at one address is locked out for a while after a few failures, by the library; what is
spread thinner than that is slowed here. Nobody is locked out by what strangers do elsewhere.
"""

import math

from axes.models import AccessAttempt
from django.conf import settings
from django.db.models import Max, Sum
from django.utils import timezone

from shops.errors import Refused
from shops.turns import turn_is_free

#: Failures that a busy morning may bring: of one name anywhere, of one address with any name.
_FREE = {"username": 10, "ip_address": 30}
_LONGEST_WAIT_S = 60


def seconds_to_wait(username: str, address: str) -> int:
    """Return how long a name, or an address, has to wait before its next try; 0 is not at all.

    Each failure beyond what is free doubles the wait, up to a minute.
    """
    now = timezone.now()
    waits = [0.0]
    for field, value in (("username", username), ("ip_address", address)):
        found = AccessAttempt.objects.filter(
            **{field: value}, attempt_time__gte=now - settings.AXES_COOLOFF_TIME
        ).aggregate(failures=Sum("failures_since_start"), last=Max("attempt_time"))
        beyond = (found["failures"] or 0) - _FREE[field]
        if beyond > 0:
            wait = min(2.0 ** min(beyond, 10), _LONGEST_WAIT_S)
            waits.append(wait - (now - found["last"]).total_seconds())
    return math.ceil(max(waits))


def take_turn(username: str) -> None:
    """Refuse a second try of a name while one is on its way: together they would not be counted.

    Call within a transaction; the turn ends with it.
    """
    if not turn_is_free(f"sign-in {username}"):
        raise Refused("password", "One try at a time; wait a second.", status=429)
