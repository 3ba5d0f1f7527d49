"""The person's pages in their sandbox: served for frames of an opaque origin, with their
scripts at rest unless the site lets them run.

The one script that runs is Hill Pin's own (``frame.js``), by a nonce. It tells the application where boxes are
and takes edits; it is removed from the document before anything is measured.
"""

from __future__ import annotations

import re
import secrets
from pathlib import Path

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.views.decorators.http import require_GET

from .models import SiteFile
from .paths import is_page, media_type

FRAME_SCRIPT = (Path(__file__).parent / "frame.js").read_text()
_HEAD = re.compile(rb"<head\b[^>]*>", re.IGNORECASE)


def policy(request: HttpRequest, site_id: int, nonce: str, runs_scripts: bool = False) -> str:
    """What a page under work may load: files of its own site, and nothing else. Its scripts run only where the site says so;
    even then they have an opaque origin, and reach neither the API nor any other server.
    """
    own = f"{request.scheme}://{request.get_host()}/preview/{site_id}/"
    scripts = f"{own} 'unsafe-inline'" if runs_scripts else f"'nonce-{nonce}'"
    return (
        f"sandbox allow-scripts; default-src 'none'; script-src {scripts}; style-src {own} 'unsafe-inline'; "
        f"img-src {own} data:; font-src {own} data:; media-src {own}; connect-src 'none'; form-action 'none'; "
        "base-uri 'none'; frame-ancestors 'self'"
    )


@require_GET
def preview(request: HttpRequest, site_id: int, file_path: str) -> HttpResponse:
    """A file of a site for a frame; pages get the frame's script put in."""
    try:
        file = get_object_or_404(SiteFile.objects.select_related("site"), site_id=site_id, path=file_path)
    except Http404:
        return HttpResponse(f"There is no file {file_path} in this site.", status=404, content_type="text/plain; charset=utf-8")
    content = bytes(file.content)
    nonce = secrets.token_urlsafe(16)
    if is_page(file_path):
        content = with_script(content, nonce)
    response = HttpResponse(content, content_type=_content_type(file_path))
    response.headers["Content-Security-Policy"] = policy(request, site_id, nonce, file.site.runs_scripts)
    # Each change of a sheet would fetch its fonts and pictures anew; texts are always the newest.
    is_kept = media_type(file_path).startswith(("font/", "image/"))
    response.headers["Cache-Control"] = "private, max-age=20" if is_kept else "no-store"
    # Fonts are fetched with CORS by a frame of an opaque origin; they carry nothing that is not the page's own.
    response.headers["Access-Control-Allow-Origin"] = "*"
    return response


def _content_type(path: str) -> str:
    kind = media_type(path)
    return f"{kind}; charset=utf-8" if kind.startswith("text/") else kind


def with_script(page: bytes, nonce: str) -> bytes:
    """The page with the frame's script first in its head, so that it is there before anything is laid out."""
    script = f'<script nonce="{nonce}">{FRAME_SCRIPT}</script>'.encode()
    head = _HEAD.search(page)
    if head is not None:
        return page[: head.end()] + script + page[head.end() :]
    doctype = re.match(rb"\s*(?:\xef\xbb\xbf)?\s*<!doctype[^>]*>", page, re.IGNORECASE)
    at = doctype.end() if doctype is not None else 0
    return page[:at] + script + page[at:]
