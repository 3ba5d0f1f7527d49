"""The JSON API: one place where the apps' routers meet and errors become answers."""

from __future__ import annotations

from typing import Any

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import HttpError, ValidationError

from .compare.api import router as compare_router
from .compare.api import screens_router
from .compare.drawings_api import router as drawings_router
from .compare.expectations_api import router as expectations_router
from .compare.report_api import router as reports_router
from .computing import Busy
from .core.errors import InputError
from .exchange.api import router as exchange_router
from .folders.api import router as folders_router
from .handover.api import router as handover_router
from .handover.shared_api import read_router as read_reports_router
from .handover.shared_api import router as shared_reports_router
from .handover.targets_api import practice_router
from .handover.targets_api import router as targets_router
from .live.api import router as live_router
from .numbers.aids_api import offers_router
from .numbers.aids_api import router as aids_router
from .numbers.api import router as numbers_router
from .numbers.authoring_api import router as authoring_router
from .numbers.authoring_api import starts_router, words_router
from .plans.api import router as plans_router
from .plans.api import work_router
from .plans.store import PlanClash
from .sites.api import router as sites_router
from .sites.colours_api import router as colours_router
from .sites.errors import Clash, Refused
from .sites.files_api import router as files_router
from .sites.picture_api import router as pictures_router
from .storage import storage_fault
from .surveys.api import router as surveys_router


class Api(NinjaAPI):
    """The API, whose schema says of every question what any may be answered with: what is not there, what is not valid, and what
    cannot even be read."""

    def get_openapi_schema(self, *arguments: Any, **named: Any) -> Any:
        schema = super().get_openapi_schema(*arguments, **named)
        content = {"application/json": {"schema": {"$ref": "#/components/schemas/ErrorOut"}}}
        for operations in schema["paths"].values():
            for operation in operations.values():
                unread = [(400, "Bad Request")] if "requestBody" in operation else []
                for status, words in (*unread, (404, "Not Found"), (422, "Unprocessable Entity")):
                    operation["responses"].setdefault(status, {"description": words, "content": content})
        return schema


api = Api(title="Hill Pin", version="1", docs_url=None)
api.add_router("/sites", exchange_router)
api.add_router("/sites", sites_router)
api.add_router("/sites", files_router)
api.add_router("/sites", colours_router)
api.add_router("/sites", pictures_router)
api.add_router("/sites", live_router)
api.add_router("/sites", numbers_router)
api.add_router("/sites", aids_router)
api.add_router("/sites", authoring_router)
api.add_router("/words", words_router)
api.add_router("/starts", starts_router)
api.add_router("/sites", plans_router)
api.add_router("/sites", surveys_router)
api.add_router("/sites", compare_router)
api.add_router("/sites", drawings_router)
api.add_router("/sites", expectations_router)
api.add_router("/sites", reports_router)
api.add_router("/sites", handover_router)
api.add_router("/sites", targets_router)
api.add_router("/sites", shared_reports_router)
api.add_router("/reports", read_reports_router)
api.add_router("/practice", practice_router)
api.add_router("/screens", screens_router)
api.add_router("/plans", work_router)
api.add_router("/folders", folders_router)
api.add_router("/offers", offers_router)


@api.exception_handler(Refused)
def on_refused(request: HttpRequest, error: Refused) -> HttpResponse:
    """Input that is not taken: a sentence that says why."""
    return api.create_response(request, {"detail": str(error)}, status=error.status)


@api.exception_handler(InputError)
def on_input_error(request: HttpRequest, error: InputError) -> HttpResponse:
    """A page that cannot be read or is beyond a bound."""
    return api.create_response(request, {"detail": str(error)}, status=422)


@api.exception_handler(Busy)
def on_busy(request: HttpRequest, error: Busy) -> HttpResponse:
    """A question that others came before: who still wants the answer may ask again."""
    return api.create_response(request, {"detail": str(error), "again": True}, status=422)


@api.exception_handler(Clash)
def on_clash(request: HttpRequest, error: Clash) -> HttpResponse:
    """A save that builds on an older state than the newest."""
    return api.create_response(request, {"detail": str(error), "revision": error.revision, "text": error.text}, status=409)


@api.exception_handler(PlanClash)
def on_plan_clash(request: HttpRequest, error: PlanClash) -> HttpResponse:
    """A plan saved on top of an older state than the newest."""
    return api.create_response(request, {"detail": str(error)}, status=409)


@api.exception_handler(DatabaseError)
def on_database_error(request: HttpRequest, error: DatabaseError) -> HttpResponse:
    """A disk that is full, data that may not be written: what happened, and what to do."""
    fault = storage_fault(error)
    if fault is None:
        raise error
    return api.create_response(request, {"detail": fault.sentence}, status=fault.status)


@api.exception_handler(OverflowError)
def on_overflow(request: HttpRequest, error: OverflowError) -> HttpResponse:
    """A number in an address that no site, plan or state can have: SQLite counts no further than 2⁶³."""
    return api.create_response(request, {"detail": "There is nothing under a number as large as that."}, status=404)


@api.exception_handler(HttpError)
def on_http_error(request: HttpRequest, error: HttpError) -> HttpResponse:
    """A body that cannot be read."""
    detail = "The request cannot be read: its body is not JSON in UTF-8." if error.status_code == 400 else str(error)
    return api.create_response(request, {"detail": detail}, status=error.status_code)


@api.exception_handler(ValidationError)
def on_invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
    """A body that does not have the right shape: its first fault, with its place."""
    first = error.errors[0]
    place = ".".join(str(part) for part in first.get("loc", ())[2:])
    return api.create_response(request, {"detail": f"{place or 'The request'}: {first.get('msg', 'it is not valid')}."}, status=422)
