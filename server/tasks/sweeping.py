"""What is dropped when nobody needs it any more."""

from datetime import timedelta

from django.utils import timezone

from tasks.models import Task

#: An answer that nobody asked for again on the next day is worked out anew.
KEPT_FOR = timedelta(days=1)


def sweep() -> int:
    """Drop tasks that ended long ago, and what the line remembers of them; return how many."""
    since = timezone.now() - KEPT_FOR
    dropped, _ = Task.objects.filter(ended_at__lt=since).delete()
    return dropped
