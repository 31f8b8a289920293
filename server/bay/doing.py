"""The one way that something is done under a vehicle over HTTP."""

from collections.abc import Callable

from django.http import HttpResponse

from bay.schemas import bay_out
from jobs.opened import OpenJob
from jobs.schemas import record_answer
from jobs.writes import write
from shops.models import Person
from shops.requests import PersonRequest, writer


def done(
    request: PersonRequest, job_id: int, act: Callable[[OpenJob, Person], object]
) -> HttpResponse:
    """Let whoever asks do something under the vehicle, and answer with how far it then is."""
    person = writer(request)
    return record_answer(bay_out(write(job_id, person.shop_id, lambda job: act(job, person))))
