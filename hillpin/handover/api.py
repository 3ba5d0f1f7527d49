"""Hand over, over HTTP: looking through the folder, packing it, the widths table, the survey of a whole site."""

from __future__ import annotations

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from ..compare.schemas import WorkStartedOut
from ..computing import FIRST, long_work
from ..core.errors import InputError
from ..sites.models import Pin, Site, SiteFile
from ..sites.schemas import ErrorOut
from ..surveys.models import AcceptedFinding
from .folder_work import looked_through, packed_away, table_made
from .jobs import job_of, start_job
from .schemas import HandOverWorkOut, PackIn, WidthsTableIn
from .site_walk import SiteWalk

router = Router(tags=["hand over"])
POLICY = "default-src 'none'; style-src 'unsafe-inline'; sandbox"
TAKES = 900.0
"""Seconds for a whole folder's fonts and pictures."""


def files_to_go(site: Site) -> dict[str, bytes]:
    """All files of a site. Raises InputError where there are none."""
    files = {path: bytes(content) for path, content in SiteFile.objects.filter(site=site).values_list("path", "content")}
    if not files:
        raise InputError("The site has no files yet: there is nothing to hand over.")
    return files


def accepted_in(site_id: int) -> set[tuple[str, str]]:
    """The findings of a site that someone accepted: page and key."""
    return set(AcceptedFinding.objects.filter(site_id=site_id).values_list("page", "key"))


@router.post("/{site_id}/hand-over/look", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def begin_look(request: HttpRequest, site_id: int) -> dict[str, Any]:
    """Start looking through the folder for what is doubtful."""
    files = files_to_go(get_object_or_404(Site, pk=site_id))
    return {"job": start_job(site_id, "look", lambda ticket, told: long_work().submit(looked_through, files, priority=FIRST, told=told, wanted=ticket.is_wanted))}


@router.post("/{site_id}/hand-over/pack", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def begin_pack(request: HttpRequest, site_id: int, payload: PackIn) -> dict[str, Any]:
    """Start packing the folder as it goes."""
    files = files_to_go(get_object_or_404(Site, pk=site_id))
    return {"job": start_job(site_id, "pack", lambda ticket, told: long_work().submit(packed_away, files, list(payload.smaller), priority=FIRST, told=told, wanted=ticket.is_wanted, longest=TAKES))}


@router.post("/{site_id}/hand-over/table", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def begin_table(request: HttpRequest, site_id: int, payload: WidthsTableIn) -> dict[str, Any]:
    """Start making a page's widths table, or drawing its hills."""
    site = get_object_or_404(Site, pk=site_id)
    files = files_to_go(site)
    if payload.page not in files:
        raise InputError(f"There is no file {payload.page}.")
    pins, wish = list(Pin.objects.filter(site=site).values_list("width", flat=True)), payload.dict()
    return {"job": start_job(site_id, "table", lambda ticket, told: long_work().submit(table_made, files, payload.page, pins, wish, priority=FIRST, told=told, wanted=ticket.is_wanted))}


@router.post("/{site_id}/hand-over/site", response={200: WorkStartedOut, 404: ErrorOut, 422: ErrorOut})
def begin_site(request: HttpRequest, site_id: int) -> dict[str, Any]:
    """Start the survey of all pages; those that did not change since the last one are not walked again."""
    files = files_to_go(get_object_or_404(Site, pk=site_id))
    return {"job": start_job(site_id, "site", lambda ticket, told: SiteWalk(files, accepted_in(site_id), told, ticket.is_wanted))}


@router.get("/{site_id}/hand-over/work/{job}", response={200: HandOverWorkOut, 404: ErrorOut})
def work_now(request: HttpRequest, site_id: int, job: str) -> dict[str, Any]:
    """How far a piece of work is, and what came of it."""
    ticket, said = job_of(site_id, job)
    result = ticket.result if isinstance(ticket.result, dict) else {}
    told = {key: result[key] for key in ("looked", "packed", "changes", "sent", "site") if key in result}
    return {"state": ticket.state, "progress": ticket.progress, "detail": ticket.detail, "words": result.get("words") or said.words, "has_file": "file" in result, **told}


@router.delete("/{site_id}/hand-over/work/{job}", response={204: None, 404: ErrorOut})
def stop_work(request: HttpRequest, site_id: int, job: str) -> tuple[int, None]:
    """Stop a piece of work."""
    job_of(site_id, job)[0].stop()
    return 204, None


@router.get("/{site_id}/hand-over/work/{job}/file", response={200: None, 404: ErrorOut})
def work_file(request: HttpRequest, site_id: int, job: str) -> HttpResponse:
    """The file that came of it, to keep."""
    ticket, _ = job_of(site_id, job)
    if ticket.state != "done" or "file" not in (ticket.result or {}):
        raise Http404
    name = "".join(one if one.isascii() and (one.isalnum() or one in "-_") else "-" for one in get_object_or_404(Site, pk=site_id).name).strip("-") or "site"
    headers = {"Content-Security-Policy": POLICY, "Content-Disposition": f'attachment; filename="{name}-{ticket.subject}.{ticket.result["ending"]}"'}
    return HttpResponse(ticket.result["file"], content_type=ticket.result["type"], headers=headers)
