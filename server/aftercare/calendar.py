"""Visits as a calendar: a file of one job, and a shop's feed behind a token."""

from collections.abc import Iterable
from datetime import UTC, datetime, timedelta

from icalendar import Calendar, Event

from aftercare.coming_back import to_come
from aftercare.giving import planned_visits
from aftercare.models import CalendarFeed, HandOver
from axlecore.aftercare.recheck import Visit, in_words
from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units
from shops.models import Person, Shop
from shops.requests import only_a_lead
from shops.secret import Secret

_SECRET = Secret("calendar")
_PART = ":"


def visits_file(giving: HandOver) -> bytes:
    """A job's visits as an iCalendar file for its owner."""
    return _written((giving, visit) for visit in planned_visits(giving))


def shop_feed(shop: Shop) -> bytes:
    """A shop's next visits as an iCalendar file; no owner is named in it."""
    return _written(to_come(shop))


def _written(visits: Iterable[tuple[HandOver, Visit]]) -> bytes:
    calendar = Calendar()
    calendar.add("prodid", "-//Calm Axle//re-checks//EN")
    calendar.add("version", "2.0")
    for giving, visit in visits:
        event = Event()
        # The same visit is the same event, however often it is fetched.
        event.add("uid", f"visit-{giving.pk}-{visit.number}@calm-axle")
        assert giving.handed_on is not None
        event.add("dtstamp", datetime.combine(giving.handed_on, datetime.min.time(), UTC))
        event.add("dtstart", visit.by)
        event.add("dtend", visit.by + timedelta(days=1))
        vehicle = giving.job.vehicle.name
        event.add("summary", f"Re-check: {vehicle}, {visit.what}")
        event.add("description", f"{_said(giving, visit)} Job {giving.job.number}.")
        calendar.add_component(event)
    made: bytes = calendar.to_ical()
    return made


def _said(giving: HandOver, visit: Visit) -> str:
    return in_units(in_words(visit), Units(giving.job.shop.units))


def feed_token(shop: Shop) -> str:
    """The secret end of a shop's calendar address; nobody makes one without the server's key."""
    return _SECRET.end_of(f"{shop.pk}{_PART}{_number_of(shop)}")


def shop_of_token(token: str) -> Shop | None:
    """The shop whose calendar a token opens; None where it is void."""
    known = _SECRET.stands_for(token)
    if known is None:
        return None
    pk, _, number = known.partition(_PART)
    shop = Shop.objects.filter(pk=pk).first()
    return shop if shop is not None and str(_number_of(shop)) == number else None


def _number_of(shop: Shop) -> int:
    """How often a shop's calendar got another address; a shop that never did has no row."""
    feed = CalendarFeed.objects.filter(shop=shop).first()
    return (feed or CalendarFeed(shop=shop)).number


def renew_feed(person: Person) -> None:
    """Make the addresses of a shop's calendar that were given away void."""
    only_a_lead(person, "Only a lead changes the calendar's address; ask one.")
    feed = CalendarFeed.objects.get_or_create(shop=person.shop)[0]
    feed.number += 1
    feed.save(update_fields=["number"])
