"""A site's colours over HTTP."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Body, Router

from . import colours_work
from .colours_schemas import ColourWish, ShadeOut, ShadesIn, SiteColoursIn, SiteColoursOut
from .files_api import step_out
from .files_schemas import FolderStepOut
from .models import Site
from .schemas import ErrorOut
from .steps import carry_out

router = Router(tags=["files"])


@router.post("/{site_id}/site-colours", response={200: SiteColoursOut, 404: ErrorOut, 422: ErrorOut})
def site_colours(request: HttpRequest, site_id: int, payload: SiteColoursIn) -> dict[str, Any]:
    """All colours of the site's sheets and pages, and where each is used."""
    return colours_work.listed(request, site_id=site_id, payload=payload)


@router.post("/{site_id}/site-colours/shades", response={200: list[ShadeOut], 404: ErrorOut, 422: ErrorOut})
def shades(request: HttpRequest, site_id: int, payload: ShadesIn) -> list[dict[str, str]]:
    """Lighter, darker and half through, written as the site writes such things."""
    return colours_work.shades(request, site_id=site_id, payload=payload)


@router.post("/{site_id}/site-colours/change", response={200: FolderStepOut, 404: ErrorOut, 422: ErrorOut})
def change_colour(request: HttpRequest, site_id: int, payload: Body[ColourWish]) -> FolderStepOut:
    """Name a colour everywhere, or make two one, in one step."""
    site = get_object_or_404(Site, pk=site_id)
    return step_out(carry_out(site, colours_work.changing(request, site_id=site_id, payload=payload)))
