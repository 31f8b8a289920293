"""The HTTP interface as a whole: routers, sign-in, and errors as answers in one place."""

import logging
from typing import Any

from django.core.exceptions import ObjectDoesNotExist, RequestDataTooBig
from django.db import OperationalError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import (
    AuthenticationError,
    HttpError,
    ValidationError,
    ValidationErrorContext,
)
from ninja.security import django_auth

from aftercare.api import router as aftercare_router
from archive.api import router as archive_router
from axlecore.errors import CoreError, InputError, SeveralInputsError
from bay.api import router as bay_router
from bay.trouble_api import router as trouble_router
from board.api import router as board_router
from calmaxle.in_words import FROM_BEFORE, TOO_LARGE, UNREADABLE
from calmaxle.parser import WritableText
from calmaxle.shape_words import shape_words
from devices.api import router as devices_router
from drive.api import router as drive_router
from history.versions import StaleError
from jobs.api import router as jobs_router
from jobs.api import stale_answer
from jobs.bolts_api import router as bolts_router
from jobs.choose_api import router as choose_router
from jobs.fitup_api import router as fitup_router
from jobs.order_api import router as order_router
from jobs.practice_api import router as practice_router
from jobs.quote_api import router as quote_router
from jobs.work_api import router as work_router
from people.api import router as people_router
from people.session_api import router as session_router
from photos.api import router as photos_router
from prints.api import router as prints_router
from racks.api import router as racks_router
from racks.shelf_api import router as shelf_router
from shops.api import router as shop_router
from shops.errors import Refused, refusal
from shops.in_units import PlainJson
from shops.try_again import TryAgainResponse, asks_to_try_again
from tasks.api import router as tasks_router
from workbench.api import router as bench_router

_LOG = logging.getLogger("calmaxle.files")


class _WithInputs(NinjaAPI):
    """Keeps what was read with each error of a request's shape, to be said; a password never."""

    def validation_error_from_error_contexts(
        self, error_contexts: list[ValidationErrorContext]
    ) -> ValidationError:
        found = super().validation_error_from_error_contexts(error_contexts)
        read = [
            error["input"]
            for context in error_contexts
            for error in context.pydantic_validation_error.errors(include_url=False)
        ]
        for error, value in zip(found.errors, read, strict=True):
            if "password" not in error["loc"]:
                error["input"] = value
        return found


api = _WithInputs(
    title="Calm Axle",
    version="1",
    auth=django_auth,
    docs_url=None,
    openapi_url=None,
    urls_namespace="api",
    parser=WritableText(),
    renderer=PlainJson(),
)
api.add_router("", session_router)
api.add_router("", people_router)
api.add_router("", shop_router)
api.add_router("", jobs_router)
api.add_router("", practice_router)
api.add_router("", choose_router)
api.add_router("", fitup_router)
api.add_router("", work_router)
api.add_router("", order_router)
api.add_router("", bolts_router)
api.add_router("", quote_router)
api.add_router("", racks_router)
api.add_router("", shelf_router)
api.add_router("", bench_router)
api.add_router("", photos_router)
api.add_router("", devices_router)
api.add_router("", prints_router)
api.add_router("", board_router)
api.add_router("", bay_router)
api.add_router("", trouble_router)
api.add_router("", drive_router)
api.add_router("", aftercare_router)
api.add_router("", archive_router)
api.add_router("", tasks_router)


_IN_WORDS = {
    "CSRF check Failed": FROM_BEFORE,
    "Cannot parse request body": UNREADABLE,
}


@api.exception_handler(InputError)
def input_error(request: HttpRequest, error: InputError) -> HttpResponse:
    return refusal(422, error.field, error.message)


@api.exception_handler(SeveralInputsError)
def input_errors(request: HttpRequest, errors: SeveralInputsError) -> HttpResponse:
    detail = [{"field": one.field, "message": one.message} for one in errors.errors]
    return api.create_response(request, {"detail": detail}, status=422)


@api.exception_handler(CoreError)
def core_error(request: HttpRequest, error: CoreError) -> HttpResponse:
    return refusal(422, "", str(error))


@api.exception_handler(ValidationError)
def validation_error(request: HttpRequest, error: ValidationError) -> HttpResponse:
    detail = [
        {
            "field": ".".join(str(part) for part in item["loc"] if part not in ("body", "query")),
            "message": shape_words(item),
        }
        for item in error.errors
    ]
    return api.create_response(request, {"detail": detail}, status=422)


@api.exception_handler(Refused)
def refused(request: HttpRequest, error: Refused) -> HttpResponse:
    return refusal(error.status, error.field, str(error))


@api.exception_handler(StaleError)
def stale(request: HttpRequest, error: StaleError) -> HttpResponse:
    match: Any = request.resolver_match
    return stale_answer(request, error.place, match.kwargs.get("job_id"))


@api.exception_handler(Http404)
@api.exception_handler(ObjectDoesNotExist)
def not_found(request: HttpRequest, error: Exception) -> HttpResponse:
    return refusal(404, "", "There is no such record in your shop.")


@api.exception_handler(OperationalError)
def database_refused(request: HttpRequest, error: OperationalError) -> HttpResponse:
    if not asks_to_try_again(error):
        raise error
    return TryAgainResponse()


@api.exception_handler(FileNotFoundError)
def file_lost(request: HttpRequest, error: FileNotFoundError) -> HttpResponse:
    _LOG.error("a kept file is not there: %s", error.filename)
    return refusal(404, "", "This file is not there any more; the newest backup may have it.")


@api.exception_handler(AuthenticationError)
def not_signed_in(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return refusal(401, "", "Sign in first.")


@api.exception_handler(RequestDataTooBig)
def too_large(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    return refusal(413, "", TOO_LARGE)


@api.exception_handler(HttpError)
def http_error(request: HttpRequest, error: HttpError) -> HttpResponse:
    # Words of the framework are nobody's in a shop.
    said = _IN_WORDS.get(str(error), str(error))
    return refusal(error.status_code, "", said)
