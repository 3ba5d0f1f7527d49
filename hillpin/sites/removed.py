"""Sites that were removed: kept as they were for a while, out of every list, and brought back whole."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from typing import Any

from django.db.models import Sum
from django.db.models.functions import Length
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone

from .models import Revision, Site, SiteFile

KEPT = timedelta(days=30)


def remove(site: Site) -> None:
    """Take a site out of every list. What is in it stays for ``KEPT``."""
    Site.everything.filter(pk=site.pk).update(removed_at=timezone.now())


def clear_out() -> int:
    """Drop the sites whose time is over; gives how many."""
    gone = Site.everything.filter(removed_at__lt=timezone.now() - KEPT)
    count = gone.count()
    gone.delete()
    return count


def removed_sites() -> list[dict[str, Any]]:
    """The sites that can be brought back, the last removed first, with the room that they take."""
    clear_out()
    return [
        {
            "id": site.pk, "name": site.name, "removed_at": site.removed_at, "until": site.removed_at + KEPT, "folder": site.folder,
            "file_count": SiteFile.objects.filter(site=site).count(),
            "bytes": Revision.objects.filter(file__site=site).aggregate(all=Sum(Length("content")))["all"] or 0,
        }
        for site in Site.everything.exclude(removed_at=None).order_by("-removed_at", "-id")
    ]  # fmt: skip


def find(number: int) -> Site:
    """A removed site. Raises Http404."""
    return get_object_or_404(Site.everything.exclude(removed_at=None), pk=number)


def bring_back(number: int) -> Site:
    """A removed site as it was, but tied to no folder: what is there may be another's by now. Raises Http404."""
    site = find(number)
    site.removed_at, site.folder = None, ""
    site.save(update_fields=["removed_at", "folder"])
    return site


class RemovedSitesMiddleware:
    """What is asked of a removed site is answered as of one that is not there."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_view(self, request: HttpRequest, view: object, arguments: tuple[object, ...], named: dict[str, Any]) -> HttpResponse | None:
        number = named.get("site_id")
        # What is no number, or one that SQLite cannot hold, is the view's own to refuse.
        if number is None or not str(number).isascii() or not str(number).isdigit() or int(number) >= 1 << 63:
            return None
        if Site.everything.filter(pk=int(number)).exclude(removed_at=None).exists():
            return JsonResponse({"detail": "This site was removed. It can be brought back from the list of sites."}, status=404)
        return None
