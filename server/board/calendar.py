"""The board as a calendar file that any calendar opens."""

import math
from collections.abc import Collection, Iterator
from datetime import date, datetime, timedelta

from django.utils import timezone
from icalendar import Calendar, Event

from board.models import Placing
from board.services import Standing, closed_days, open_days
from shops.models import Shop


def calendar_of(shop: Shop, board: Standing) -> bytes:
    """Return what stands on a board as iCalendar (RFC 5545), an event a job and working day.

    Times are the shop's own, by the clock on its wall, whatever zone it is read in.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Calm Axle//Board//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"{shop.name}, board")
    closed = closed_days(shop)
    for placing in board.placings:
        for event in _events(shop, closed, placing):
            calendar.add_component(event)
    made: bytes = calendar.to_ical()
    return made


def _events(shop: Shop, closed: Collection[date], placing: Placing) -> Iterator[Event]:
    if placing.bay is None or placing.day is None or placing.hour is None:
        return
    left, hour = math.ceil(placing.hours), placing.hour
    lasts = math.ceil((hour + left) / shop.open_hours)
    for day in open_days(closed, placing.day, lasts):
        here = min(left, shop.open_hours - hour)
        begins = datetime.combine(day, shop.opens_at) + timedelta(hours=hour)
        event = Event()
        event.add("uid", f"job-{placing.job_id}-{day}@calm-axle")
        event.add("dtstamp", timezone.now())
        event.add("dtstart", begins)
        event.add("dtend", begins + timedelta(hours=here))
        event.add("summary", f"{placing.job.vehicle.name}, job {placing.job.number}")
        event.add("location", placing.bay.name)
        event.add("description", f"{placing.people} at work; planned {placing.hours:.1f} h in all.")
        yield event
        left, hour = left - here, 0
