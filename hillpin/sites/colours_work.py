"""The colours of a whole site, worked out apart from the server: listed, named, made one, and their shades."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404

from ..computing import SLOW, apart
from ..core.colours import distance
from ..core.errors import InputError
from ..core.site import SiteColour, colour_named, colours_of_site, made_one, named, shades_of, sheet_for, sheets_by_page
from .colours_schemas import NameWish, OneWish, ShadesIn, SiteColoursIn
from .folder_work import SECONDS, Folder
from .models import Site
from .steps import Plan

MOST_LISTED = 300
MOST_PLACES = 40


def _texts(folder: Folder, drafts: dict[str, str]) -> dict[str, str]:
    """The texts with what is not saved yet, with plain line ends."""
    texts = {**folder.texts, **{path: text for path, text in drafts.items() if path in folder.texts}}
    return {path: text.replace("\r\n", "\n") for path, text in texts.items()}


@apart(SECONDS, SLOW)
def listed(request: HttpRequest | None, site_id: int, payload: SiteColoursIn) -> dict[str, Any]:
    """The colours of a site, the most used or the nearest first, each with its first places."""
    texts = _texts(Folder(get_object_or_404(Site, pk=site_id)), payload.drafts)
    found, linked = colours_of_site(texts), sheets_by_page(texts)
    near = colour_named(payload.near.strip()) if payload.near.strip() else None
    if near is None and payload.near.strip():
        raise InputError(f"{payload.near} is not a colour.")
    off = {one.value: distance(near.triple, one.triple) for one in found} if near is not None else {}
    found.sort(key=lambda one: off.get(one.value, 0.0))
    return {"colours": [_told(one, off.get(one.value), sheet_for(texts, linked, one)) for one in found[:MOST_LISTED]], "count": len(found)}


def _told(colour: SiteColour, off: float | None, sheet: str) -> dict[str, Any]:
    places = [{"path": use.path, "line": use.line, "property": use.property, "written": use.written} for use in colour.uses]
    return {"value": colour.value, "names": colour.names, "by_name": colour.by_name, "count": len(colour.uses), "places": places[:MOST_PLACES], "twin": colour.twin, "apart": colour.apart, "sheet": sheet, "off": None if off is None else round(off, 2)}


@apart(SECONDS, SLOW)
def shades(request: HttpRequest | None, site_id: int, payload: ShadesIn) -> list[dict[str, str]]:
    """Shades of a colour, written as the site writes such things."""
    texts = _texts(Folder(get_object_or_404(Site, pk=site_id)), payload.drafts)
    return [{"title": one.title, "text": one.text, "value": one.value} for one in shades_of(texts, payload.value)]


@apart(SECONDS, SLOW)
def changing(request: HttpRequest | None, site_id: int, payload: NameWish | OneWish) -> Plan:
    """What naming a colour, or making two one, comes to, on the files as they are saved."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    plain = _texts(folder, {})
    if isinstance(payload, NameWish):
        changed, words = named(plain, payload.value, payload.name, payload.sheet), f"{payload.value} named {payload.name}"
    else:
        changed, words = made_one(plain, payload.value, payload.other), f"{payload.value} made {payload.other}"
    plan = Plan(words)
    for path, text in changed.items():
        after = folder.ending_alike(path, text)
        if after != folder.texts[path]:
            plan.parts.append(folder.edited(path, after))
    return plan
