"""The files that pictures need, over HTTP."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from . import picture_work
from .files_api import step_out
from .files_schemas import FolderStepOut
from .models import Site
from .picture_schemas import EnlargeIn, MakeFilesIn, PictureFilesIn, PictureFilesOut, ShownPartsOut, ThumbnailsIn
from .schemas import ErrorOut
from .steps import carry_out

router = Router(tags=["files"])


@router.post("/{site_id}/picture-files", response={200: PictureFilesOut, 404: ErrorOut, 422: ErrorOut})
def picture_files(request: HttpRequest, site_id: int, payload: PictureFilesIn) -> dict[str, Any]:
    """Which files a picture needs: ``sizes`` from its widths, ``srcset`` from those, and what a browser takes where."""
    return picture_work.needed(request, site_id=site_id, payload=payload)


@router.post("/{site_id}/picture-parts", response={200: ShownPartsOut, 404: ErrorOut, 422: ErrorOut})
def picture_parts(request: HttpRequest, site_id: int, payload: PictureFilesIn) -> dict[str, Any]:
    """Which part of a picture shows over all widths, of an img or behind a box."""
    return picture_work.parts(request, site_id=site_id, payload=payload)


@router.post("/{site_id}/picture-files/make", response={200: FolderStepOut, 404: ErrorOut, 422: ErrorOut})
def make_picture_files(request: HttpRequest, site_id: int, payload: MakeFilesIn) -> FolderStepOut:
    """Make the files of a picture and write them into its page, in one step."""
    return step_out(carry_out(get_object_or_404(Site, pk=site_id), picture_work.making(request, site_id=site_id, payload=payload)))


@router.post("/{site_id}/enlarge", response={200: FolderStepOut, 404: ErrorOut, 422: ErrorOut})
def enlarge(request: HttpRequest, site_id: int, payload: EnlargeIn) -> FolderStepOut:
    """Make a picture open large on click, in one step."""
    return step_out(carry_out(get_object_or_404(Site, pk=site_id), picture_work.enlarged(request, site_id=site_id, payload=payload)))


@router.post("/{site_id}/thumbnails", response={200: FolderStepOut, 404: ErrorOut, 422: ErrorOut})
def make_thumbnails(request: HttpRequest, site_id: int, payload: ThumbnailsIn) -> FolderStepOut:
    """Make small files of pictures, all of one ratio, in one step."""
    return step_out(carry_out(get_object_or_404(Site, pk=site_id), picture_work.thumbnails(request, site_id=site_id, payload=payload)))
