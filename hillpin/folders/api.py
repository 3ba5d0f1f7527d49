"""Folders over HTTP: sites tied to one, and untied."""

from __future__ import annotations

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema

from ..sites.api import site_out
from ..sites.models import Site
from ..sites.schemas import ErrorOut, SiteOut
from .follow import watchers
from .tied import below_root, root, tie

router = Router(tags=["folders"])


class RootOut(Schema):
    """The folder below which others may be tied by typing; nothing where none was given at the start."""

    root: str


class TieIn(Schema):
    """A folder, from the root that was given at the start."""

    path: str


class FolderOut(Schema):
    """The folder that a site is tied to; nothing where it is to none. ``trouble`` says what is wrong with it."""

    folder: str
    trouble: str


@router.get("/root", response=RootOut)
def read_root(request: HttpRequest) -> RootOut:
    """Below which folder others may be tied."""
    given = root()
    return RootOut(root=str(given) if given is not None else "")


@router.post("", response={201: SiteOut, 422: ErrorOut})
def tie_folder(request: HttpRequest, payload: TieIn) -> tuple[int, SiteOut]:
    """A site from a folder, tied to it from now on."""
    site = tie(below_root(payload.path))
    watchers.follow(site)
    return 201, site_out(request, site)


@router.get("/{site_id}", response={200: FolderOut, 404: ErrorOut})
def read_folder(request: HttpRequest, site_id: int) -> FolderOut:
    """The folder of a site."""
    site = get_object_or_404(Site, pk=site_id)
    return FolderOut(folder=site.folder, trouble=watchers.trouble(site) if site.folder else "")


@router.delete("/{site_id}", response={204: None, 404: ErrorOut})
def untie(request: HttpRequest, site_id: int) -> tuple[int, None]:
    """Untie a site from its folder: both keep their files, and go their own ways."""
    site = get_object_or_404(Site, pk=site_id)
    watchers.leave(site.pk)
    site.folder = ""
    site.save(update_fields=["folder"])
    return 204, None
