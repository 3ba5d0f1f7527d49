"""Keeps pages under work out of the application: only Hill Pin's own front end may use the API."""

from __future__ import annotations

from collections.abc import Callable
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse, JsonResponse


class SameOriginMiddleware:
    """Refuses requests to the API that come from another origin, opaque origins of sandboxed frames included."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path.startswith("/api/") and not is_own(request):
            return JsonResponse({"detail": "Only Hill Pin's own pages may ask this."}, status=403)
        response = self.get_response(request)
        if not request.path.startswith("/preview/"):
            response.headers.setdefault("X-Frame-Options", "DENY")
            response.headers.setdefault(
                "Content-Security-Policy",
                "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; frame-ancestors 'none'",
            )
        return response


def is_own(request: HttpRequest) -> bool:
    """Whether a request's Origin and Sec-Fetch-Site, where the browser states them, are the server's own."""
    site = request.headers.get("Sec-Fetch-Site")
    if site is not None and site not in ("same-origin", "none"):
        return False
    origin = request.headers.get("Origin")
    return origin is None or urlsplit(origin).netloc == request.get_host()
