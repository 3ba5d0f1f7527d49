"""The person's pages in their sandbox: served for frames of an opaque origin, with their
scripts at rest unless the site lets them run.

The one script that runs is Hill Pin's own (``frame.js``), by a nonce. It tells the application where boxes are
and takes edits; it is removed from the document before anything is measured.
"""

from __future__ import annotations

import hmac
import re
import secrets
from pathlib import Path

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.views.decorators.http import require_GET

from ..origins import name_of, own_origin, serves_pages
from .models import Site, SiteFile
from .paths import is_page, media_type

LOCK_SCRIPT = (Path(__file__).parent / "lock.js").read_text()
FRAME_SCRIPT = (Path(__file__).parent / "frame.js").read_text()
_COMMENT = rb"<!--(?!-?>)(?:(?!--!?>).)*?-->"
_TAG = rb"<%s(?:[\t\n\f\r ]+[-a-z:]+(?:=(?:\"[^\"]*\"|'[^']*'|[^\t\n\f\r \"'=<>`]+))?)*[\t\n\f\r ]*>"
_BEGINNING = re.compile(rb"(?:\xef\xbb\xbf)?(?:[\t\n\f\r ]|%s)*(?:<!doctype[^>]*>)?(?:[\t\n\f\r ]|%s)*(?:%s(?:[\t\n\f\r ]|%s)*)?(?:%s)?" % (_COMMENT, _COMMENT, _TAG % b"html", _COMMENT, _TAG % b"head"), re.IGNORECASE | re.DOTALL)
"""What may stand before the first thing that a page does: only what is read in one way by every parser, so that our script is first."""
_NESTED = re.compile(rb"srcdoc(?=[\t\n\f\r ]*=)", re.IGNORECASE)
"""The attribute by which a frame inside would be a document with scripts of its own (HTML, 4.8.5)."""


def policy(request: HttpRequest, nonce: str, runs_scripts: bool = False) -> str:
    """What a page under work may load: files of its own site, and nothing else. Its scripts run only where the site says so;
    even then they have an opaque origin, and reach neither the API nor any other server.
    """
    own = request.build_absolute_uri(request.path[: request.path.index("/", len("/pages/")) + 1])
    scripts = f"{own} 'unsafe-inline'" if runs_scripts else f"'nonce-{nonce}'"
    locks = " require-trusted-types-for 'script'; trusted-types default;" if runs_scripts else ""
    return (
        f"sandbox allow-scripts;{locks} default-src 'none'; script-src {scripts}; style-src {own} 'unsafe-inline'; "
        f"img-src {own} data:; font-src {own} data:; media-src {own}; connect-src 'none'; form-action 'none'; "
        f"base-uri 'none'; webrtc 'block'; frame-ancestors {own_origin(request)}"
    )


@require_GET
def preview(request: HttpRequest, site_id: int, name: str, file_path: str) -> HttpResponse:
    """A file of a site for a frame; pages get the frame's script put in."""
    try:
        site = get_object_or_404(Site, pk=site_id)
        if not serves_pages(request) or not hmac.compare_digest(name, name_of(site)):
            raise Http404
        file = get_object_or_404(SiteFile, site=site, path=file_path)
    except Http404:
        return HttpResponse(f"There is no file {file_path} in this site.", status=404, content_type="text/plain; charset=utf-8")
    content = bytes(file.content)
    nonce = secrets.token_urlsafe(16)
    runs = site.runs_scripts and is_page(file_path)
    if is_page(file_path):
        content = with_script(_NESTED.sub(b"srcdok", content), nonce, LOCK_SCRIPT + FRAME_SCRIPT) if runs else with_script(content, nonce)
    response = HttpResponse(content, content_type=content_type(file_path))
    response.headers["Content-Security-Policy"] = policy(request, nonce, runs)
    # Each change of a sheet would fetch its fonts and pictures anew; texts are always the newest.
    is_kept = media_type(file_path).startswith(("font/", "image/"))
    response.headers["Cache-Control"] = "private, max-age=20" if is_kept else "no-store"
    if media_type(file_path).startswith("font/"):
        # Fonts are fetched with CORS, and the frame's origin is an opaque one.
        response.headers["Access-Control-Allow-Origin"] = "null"
    return response


def content_type(path: str) -> str:
    """The header for a file: texts are in UTF-8."""
    kind = media_type(path)
    return f"{kind}; charset=utf-8" if kind.startswith("text/") else kind


def with_script(page: bytes, nonce: str, text: str = FRAME_SCRIPT) -> bytes:
    """The page with a script of ours first in its head, so that it is there before anything is laid out."""
    script = f'<script nonce="{nonce}">{text}</script>'.encode()
    beginning = _BEGINNING.match(page)
    at = beginning.end() if beginning is not None else 0
    return page[:at] + script + page[at:]
