"""Sessions: where somebody is signed in, for how long, and how that is ended."""

import re
from collections.abc import Callable
from datetime import timedelta

from django.contrib.auth import login
from django.contrib.sessions.models import Session
from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponseBase
from django.utils import timezone

from people.models import SignedIn, Tablet
from shops.errors import Refused
from shops.models import Person
from shops.requests import PersonRequest

#: That somebody is there is noted so often.
NOTED_EVERY = timedelta(minutes=5)
#: A tablet that nobody touched for so long asks again who is there.
TABLET_IDLE = timedelta(minutes=30)
_SEEN, _TABLET = "seen", "tablet"
_BACKEND = "django.contrib.auth.backends.ModelBackend"
#: What a browser says of itself, in words; the first that is found counts.
_DEVICES = (
    ("iPad", "iPad"),
    ("iPhone", "iPhone"),
    ("Android.*Mobile", "Android phone"),
    ("Android", "Android tablet"),
    ("Windows", "Windows computer"),
    ("Macintosh", "Mac"),
    ("Linux", "Linux computer"),
)


def begin(request: HttpRequest, person: Person, tablet: Tablet | None = None) -> None:
    """Sign somebody in here: with their password, or at a tablet of the shop by their number."""
    login(request, person, backend=_BACKEND)
    request.session[_SEEN] = timezone.now().timestamp()
    if tablet is not None:
        request.session[_TABLET] = tablet.name
        request.session.set_expiry(TABLET_IDLE)
    SignedIn.objects.create(
        person=person,
        session_key=str(request.session.session_key),
        tablet=tablet,
        device=tablet.name if tablet else device_words(request.headers.get("User-Agent", "")),
        address=request.META["REMOTE_ADDR"],
    )


def device_words(says: str) -> str:
    """Return in words what kind of device a browser says it is on."""
    found = (words for pattern, words in _DEVICES if re.search(pattern, says))
    return next(found, "unknown device")


def end(signed_in: "QuerySet[SignedIn]") -> int:
    """End sessions; whoever had one signs in anew. Return how many."""
    keys = list(signed_in.values_list("session_key", flat=True))
    Session.objects.filter(session_key__in=keys).delete()
    return signed_in.delete()[1].get("people.SignedIn", 0)


def drop_ended() -> int:
    """Drop sessions that are over, and what is noted of them; return how many."""
    Session.objects.filter(expire_date__lt=timezone.now()).delete()
    live = Session.objects.values("session_key")
    return SignedIn.objects.exclude(session_key__in=live).delete()[0]


def standing(shop_id: int) -> "QuerySet[SignedIn]":
    """Return where people of a shop are signed in now."""
    live = Session.objects.filter(expire_date__gt=timezone.now()).values("session_key")
    return SignedIn.objects.filter(person__shop=shop_id, session_key__in=live)


def tablet_name(request: HttpRequest) -> str:
    """Return the shop's tablet that somebody took by their number; empty elsewhere."""
    name: str = request.session.get(_TABLET, "")
    return name


def only_with_password(request: PersonRequest) -> Person:
    """Return who is asking; refuse whoever is there by a short number only."""
    if tablet_name(request):
        raise Refused(
            "", "This needs your password: sign in at a device that is not shared.", status=403
        )
    return request.user


class Seen:
    """Middleware, behind authentication: notes every few minutes that somebody is still there."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        now = timezone.now()
        # A page that lies open asks for news by itself; nobody is there for that.
        seen = None if request.path.endswith("/news") else request.session.get(_SEEN)
        if seen is not None and now.timestamp() - seen > NOTED_EVERY.total_seconds():
            # Kept, it lasts anew from now on.
            request.session[_SEEN] = now.timestamp()
            SignedIn.objects.filter(session_key=request.session.session_key).update(seen_at=now)
        return self.get_response(request)
