"""The JSON API: one place where the apps' routers meet and errors become answers."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI

from .core.errors import InputError
from .numbers.api import router as numbers_router
from .sites.api import router as sites_router
from .sites.errors import Clash, Refused

api = NinjaAPI(title="Hill Pin", version="1", docs_url=None)
api.add_router("/sites", sites_router)
api.add_router("/sites", numbers_router)


@api.exception_handler(Refused)
def on_refused(request: HttpRequest, error: Refused) -> HttpResponse:
    """Input that is not taken: a sentence that says why."""
    return api.create_response(request, {"detail": str(error)}, status=error.status)


@api.exception_handler(InputError)
def on_input_error(request: HttpRequest, error: InputError) -> HttpResponse:
    """A page that cannot be read or is beyond a bound."""
    return api.create_response(request, {"detail": str(error)}, status=422)


@api.exception_handler(Clash)
def on_clash(request: HttpRequest, error: Clash) -> HttpResponse:
    """A save that builds on an older state than the newest."""
    return api.create_response(request, {"detail": str(error), "revision": error.revision, "text": error.text}, status=409)
