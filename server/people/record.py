"""What is written down of every change of people."""

from people.models import PeopleEvent
from shops.models import Person, Shop

_SHOWN = 100


def note(shop: Shop, by: Person | None, about: Person | None, words: str) -> None:
    """Write down what somebody did; ``words`` follow their name."""
    PeopleEvent.objects.create(shop=shop, by=by, about=about, words=words[:200])


def newest(shop_id: int) -> list[PeopleEvent]:
    """Return the newest changes of a shop's people."""
    events = PeopleEvent.objects.filter(shop=shop_id).select_related("by", "about")
    return list(events.order_by("-pk")[:_SHOWN])
