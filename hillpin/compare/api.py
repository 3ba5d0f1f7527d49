"""The line-up and runs of the browser over HTTP."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from ..browser import SCREENS
from ..computing import SLOW, Ticket, apart
from ..core.comparing import on_screen, sections_of
from ..core.page import Page
from ..numbers.browser_fonts import browser_fonts
from ..numbers.pages import SiteFiles, page_of
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from ..sites.whole_files import files_of
from .models import Run, Shot
from .run_jobs import RunKept, kept_of, runs, start_run
from .schemas import AcceptShotsIn, LineUpIn, LineUpOut, RunIn, RunOut, ShippedScreenOut, WorkStartedOut
from .screens_in import reader_of, screen_of

router = Router(tags=["compare"])
screens_router = Router(tags=["compare"])
LINE_UP = 20.0
"""Seconds of computing for the numbers of a line-up."""


@screens_router.get("", response=list[ShippedScreenOut])
def shipped_screens(request: HttpRequest) -> list[dict[str, Any]]:
    """The screens that ship."""
    return [
        {"name": one.name, "viewport_width": one.viewport[0], "viewport_height": one.viewport[1], "touch": one.touch, "density": one.density, "zoom": one.zoom, "about": one.about}
        for one in SCREENS
    ]  # fmt: skip


@router.post("/{site_id}/line-up", response={200: LineUpOut, 404: ErrorOut, 422: ErrorOut})
@apart(LINE_UP, SLOW, only_newest=True)
def line_up(request: HttpRequest, site_id: int, payload: LineUpIn) -> dict[str, Any]:
    """The page's sections, and one element in numbers on several screens."""
    site = Site.objects.get(pk=site_id)
    page, lock = page_of(site, payload.page, payload.drafts)
    with lock:
        elements = page.document.elements
        index = payload.index if payload.index is not None and 0 <= payload.index < len(elements) else None
        chosen = elements[index] if index is not None else None
        return {
            "sections": sections_of(page.document),
            "name": chosen.name() if chosen is not None else "",
            "file": payload.page,
            "line": chosen.line if chosen is not None else None,
            "screens": [on_screen(one, index, screen.width, screen.height) for one, screen in zip(_for_readers(site, page, payload), payload.screens, strict=True)],
        }


def _for_readers(site: Site, page: Page, payload: LineUpIn) -> list[Page]:
    """The page as each screen's reader gets it, read once for each reader: the one there is where nothing is set."""
    readers = [reader_of(screen.reader, screen.density) for screen in payload.screens]
    pages = {page.reader: page}
    for reader in readers:
        if reader not in pages:
            pages[reader] = Page(SiteFiles(site, payload.drafts), payload.page, measured=browser_fonts.of(site)[1], reader=reader)
    return [pages[reader] for reader in readers]


@router.post("/{site_id}/runs", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def begin_run(request: HttpRequest, site_id: int, payload: RunIn) -> dict[str, Any]:
    """Have the browser visit the page; an older run of the same page is stopped."""
    site = get_object_or_404(Site, pk=site_id)
    screens = [screen_of(one) for one in payload.screens]
    return {"job": start_run(site, payload.page, files_of(site, payload.page, payload.drafts), screens, payload.height)}


@router.get("/{site_id}/runs/{job}", response={200: RunOut, 404: ErrorOut})
def run_under_way(request: HttpRequest, site_id: int, job: str) -> dict[str, Any]:
    """How far a run is, and what it has so far."""
    ticket, kept = runs.get(site_id, job), kept_of(job)
    if ticket is None or kept is None:
        raise Http404
    return _run_out(site_id, Run.objects.filter(pk=kept.run).first(), ticket, kept)


@router.delete("/{site_id}/runs/{job}", response={204: None, 404: ErrorOut})
def stop_run(request: HttpRequest, site_id: int, job: str) -> tuple[int, None]:
    """Stop a run; what it has stays."""
    ticket = runs.get(site_id, job)
    if ticket is None:
        raise Http404
    ticket.stop()
    return 204, None


@router.get("/{site_id}/run", response={200: RunOut, 404: ErrorOut})
def kept_run(request: HttpRequest, site_id: int, page: str) -> dict[str, Any]:
    """The last run of a page."""
    get_object_or_404(Site, pk=site_id)
    run = Run.objects.filter(site_id=site_id, page=page, shots__isnull=False).distinct().first()
    return _run_out(site_id, run, None, None)


def _run_out(site_id: int, run: Run | None, ticket: Ticket | None, kept: RunKept | None) -> dict[str, Any]:
    shots = list(Shot.objects.filter(run=run).defer("picture")) if run is not None else []
    accepted = set(Shot.objects.filter(site_id=site_id, page=run.page, run=None).values_list("key", flat=True)) if run is not None else set()
    return {
        "state": ticket.state if ticket is not None else "done", "progress": ticket.progress if ticket is not None else 1.0,
        "detail": ticket.detail if ticket is not None else "", "made_at": run.made_at.isoformat() if run is not None else None,
        "screens": kept.screens if kept is not None else [shot.told["screen"] for shot in shots],
        "shots": [_shot_out(shot, accepted) for shot in shots],
    }  # fmt: skip


def _shot_out(shot: Shot, accepted: set[str]) -> dict[str, Any]:
    told = shot.told
    return {
        "id": shot.pk, "place": shot.place, "has_picture": not told["error"], "is_accepted": shot.key in accepted,
        **{name: told[name] for name in ("screen", "size", "cut", "complaints", "refused", "error", "rects", "unmet", "changes", "disagreements", "since")},
    }  # fmt: skip


@router.get("/{site_id}/shots/{shot_id}/picture.png", response={200: None, 404: ErrorOut})
def shot_picture(request: HttpRequest, site_id: int, shot_id: int) -> HttpResponse:
    """The picture of a shot."""
    shot = get_object_or_404(Shot, pk=shot_id, site_id=site_id)
    return HttpResponse(bytes(shot.picture), content_type="image/png", headers={"Cache-Control": "private, max-age=86400"})


@router.get("/{site_id}/shots/{shot_id}/accepted.png", response={200: None, 404: ErrorOut})
def accepted_picture(request: HttpRequest, site_id: int, shot_id: int) -> HttpResponse:
    """The picture that a shot is held against."""
    shot = get_object_or_404(Shot.objects.defer("picture"), pk=shot_id, site_id=site_id)
    held = get_object_or_404(Shot, site_id=site_id, page=shot.page, key=shot.key, run=None)
    return HttpResponse(bytes(held.picture), content_type="image/png", headers={"Cache-Control": "no-store"})


@router.post("/{site_id}/shots/accept", response={200: RunOut, 404: ErrorOut, 422: ErrorOut})
def accept_shots(request: HttpRequest, site_id: int, payload: AcceptShotsIn) -> dict[str, Any]:
    """Keep shots as those that the next runs are held against."""
    get_object_or_404(Site, pk=site_id)
    run: Run | None = None
    with transaction.atomic():
        for shot in Shot.objects.filter(pk__in=payload.shots, site_id=site_id, run__isnull=False):
            run = shot.run
            Shot.objects.update_or_create(site_id=site_id, page=shot.page, key=shot.key, run=None, defaults={"place": shot.place, "told": shot.told, "picture": shot.picture})
            shot.told["since"] = {"areas": [], "moved": []}
            shot.save(update_fields=["told"])
    if run is None:
        raise Http404
    return _run_out(site_id, run, None, None)
