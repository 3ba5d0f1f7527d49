"""Keeps pages under work out of the application, and other websites out of both."""

from __future__ import annotations

from collections.abc import Callable
from urllib.parse import urlsplit

from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse, JsonResponse

from .origins import is_of_pages, pages_origin

PAGES = "/pages/"
_OFF = ("accelerometer", "autoplay", "camera", "clipboard-read", "clipboard-write", "display-capture", "encrypted-media", "fullscreen", "gamepad", "geolocation", "gyroscope", "hid", "identity-credentials-get", "idle-detection", "local-fonts", "magnetometer", "microphone", "midi", "payment", "picture-in-picture", "publickey-credentials-get", "screen-wake-lock", "serial", "storage-access", "usb", "web-share", "window-management", "xr-spatial-tracking")  # fmt: skip
PERMISSIONS = ", ".join(f"{name}=()" for name in _OFF)
NOTHING = "default-src 'none'; frame-ancestors 'none'; sandbox"


def own_policy(request: HttpRequest) -> str:
    """What the application may load: its own files, and pages under work in frames and as pictures. Styles are written by
    script, and pictures may be of the drawing itself."""
    pages = pages_origin(request)
    return (
        f"default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob: {pages}; font-src 'self'; connect-src 'self'; "
        f"frame-src {pages}; manifest-src 'self'; base-uri 'none'; form-action 'none'; object-src 'none'; frame-ancestors 'none'"
    )


class GuardMiddleware:
    """Answers only to this machine's names; keeps the two origins apart; refuses requests to the API that come from another
    origin, opaque origins of sandboxed frames included; says on every answer what it may be used for."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        try:
            request.get_host()
        except DisallowedHost:
            return self._closed(HttpResponse("This name is not one of Hill Pin's.", status=400, content_type="text/plain; charset=utf-8"))
        is_page = request.path.startswith(PAGES)
        if is_of_pages(request) and not is_page:
            return self._closed(HttpResponse("There is nothing here.", status=404, content_type="text/plain; charset=utf-8"))
        if request.path.startswith("/api/") and not is_own(request):
            return self._closed(JsonResponse({"detail": "Only Hill Pin's own pages may ask this."}, status=403))
        return self._of_pages(self.get_response(request)) if is_page else self._own(request, self.get_response(request))

    def _closed(self, response: HttpResponse) -> HttpResponse:
        response.headers["Content-Security-Policy"] = NOTHING
        response.headers["Cross-Origin-Resource-Policy"] = "same-origin"
        return self._both(response)

    def _own(self, request: HttpRequest, response: HttpResponse) -> HttpResponse:
        response.headers.setdefault("X-Frame-Options", "DENY")
        response.headers.setdefault("Content-Security-Policy", own_policy(request))
        response.headers["Cross-Origin-Resource-Policy"] = "same-origin"
        response.headers["Cross-Origin-Opener-Policy"] = "same-origin"
        response.headers["Cross-Origin-Embedder-Policy"] = "require-corp"
        return self._both(response)

    def _of_pages(self, response: HttpResponse) -> HttpResponse:
        response.headers.setdefault("Content-Security-Policy", NOTHING)
        # The frame's origin is opaque, so that its own files are of another one to it.
        response.headers["Cross-Origin-Resource-Policy"] = "cross-origin"
        response.headers["Cross-Origin-Embedder-Policy"] = "require-corp"
        return self._both(response)

    def _both(self, response: HttpResponse) -> HttpResponse:
        response.headers["Permissions-Policy"] = PERMISSIONS
        response.headers["X-DNS-Prefetch-Control"] = "off"
        response.headers.setdefault("X-Content-Type-Options", "nosniff")
        response.headers.setdefault("Referrer-Policy", "no-referrer")
        return response


def is_own(request: HttpRequest) -> bool:
    """Whether a request's Origin and Sec-Fetch-Site, where the browser states them, are the server's own."""
    site = request.headers.get("Sec-Fetch-Site")
    if site is not None and site not in ("same-origin", "none"):
        return False
    origin = request.headers.get("Origin")
    return origin is None or urlsplit(origin).netloc == request.get_host()
