"""Addresses: the API, the sandboxed previews, and the front end for everything else."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.http import require_GET

from .api import api
from .sites.preview import preview


@require_GET
def front_end(request: HttpRequest) -> HttpResponse:
    """The front end's one document; its own router reads the address."""
    index = settings.WEB_DIST / "index.html"
    if not index.is_file():
        return HttpResponse("The front end is not built yet. Run ./pin start.", content_type="text/plain", status=503)
    return HttpResponse(index.read_bytes(), content_type="text/html; charset=utf-8", headers={"Cache-Control": "no-cache"})


urlpatterns = [
    path("api/", api.urls),
    path("pages/<int:site_id>-<str:name>/<path:file_path>", preview, name="preview"),
    re_path(r"^(?:(?:sites|plans|reports)/.*)?$", front_end),
]
