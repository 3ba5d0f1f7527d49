"""Drawings of intended pages, and distances measured on them, over HTTP."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Form, Router
from ninja.files import UploadedFile

from ..computing import SLOW, apart
from ..core.comparing import BoxEdge, distance_between, nearest_colour
from ..core.errors import InputError
from ..core.images import picture_size, svg_size
from ..core.page import Layout, Page
from ..core.seeing import drawn_edges, read_picture
from ..core.site import with_colour
from ..numbers.pages import page_of
from ..sites.api import decoded, encoded
from ..sites.errors import Refused
from ..sites.models import Site, SiteFile
from ..sites.schemas import ErrorOut
from ..sites.store import save_file
from .models import Distance, PageDrawing
from .schemas import ColourIn, ColourOut, DistanceIn, DistanceOut, DistancesIn, DrawingOut, DrawingPlaceIn, DrawnEdgeOut, EdgeIn, KeepColourIn

router = Router(tags=["drawings"])
LARGEST = 12 * 1024 * 1024
MOST_DRAWINGS, MOST_DISTANCES = 40, 200
MOST_PIXELS = 60_000_000
MEASURING = 10.0
SVG = "image/svg+xml"
POLICY = "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox"


@router.get("/{site_id}/drawings", response={200: list[DrawingOut], 404: ErrorOut})
def list_drawings(request: HttpRequest, site_id: int, page: str) -> list[PageDrawing]:
    """The drawings of a page."""
    site = get_object_or_404(Site, pk=site_id)
    return list(PageDrawing.objects.filter(site=site, page=page).defer("content"))


@router.post("/{site_id}/drawings", response={201: DrawingOut, 404: ErrorOut, 422: ErrorOut})
def put_drawing(request: HttpRequest, site_id: int, file: File[UploadedFile], page: Form[str], width: Form[int]) -> tuple[int, PageDrawing]:
    """Take in a drawing for a page at a width. Its pixels count as CSS px where it is as wide as the width, else it is scaled to it."""
    site = get_object_or_404(Site, pk=site_id)
    if not 1 <= width <= 20_000:
        raise Refused(f"A drawing is for a width from 1 to 20,000, not for {width}.")
    if PageDrawing.objects.filter(site=site).count() >= MOST_DRAWINGS:
        raise Refused(f"A site has {MOST_DRAWINGS} drawings at most. Remove one first.")
    if (file.size or 0) > LARGEST:
        raise Refused(f"{file.name} has {(file.size or 0) / 2**20:.1f} MB; {LARGEST // 2**20} are the most.")
    content, name = file.read(), (file.name or "drawing")[:120]
    kind, across, down = kind_of(content, name)
    drawing = PageDrawing.objects.create(site=site, page=page[:240], width=width, name=name, media_type=kind, content=content, pixel_width=across, pixel_height=down, scale=width / across)
    return 201, drawing


def kind_of(content: bytes, name: str) -> tuple[str, int, int]:
    """What a drawing is and its size in its own pixels. Raises Refused."""
    size = picture_size(content)
    kinds = {b"\x89PNG": "image/png", b"\xff\xd8\xff": "image/jpeg", b"RIFF": "image/webp"}
    kind = next((kind for start, kind in kinds.items() if content.startswith(start)), None)
    if kind is None and b"<svg" in content[:4_000]:
        kind, size = SVG, svg_size(content.decode("utf-8", "replace"))
        if size is not None and size.width is None and size.ratio:
            size = type(size)(1000.0, 1000.0 / size.ratio, size.ratio)
    if kind is None or size is None or not size.width or not size.height:
        raise Refused(f"{name} is not a PNG, JPEG, WebP or SVG that can be read.")
    if size.width * size.height > MOST_PIXELS:
        raise Refused(f"{name} has {size.width:,.0f} × {size.height:,.0f} pixels; {MOST_PIXELS:,} in all are the most.")
    return kind, max(round(size.width), 1), max(round(size.height), 1)


@router.put("/{site_id}/drawings/{drawing_id}", response={200: DrawingOut, 404: ErrorOut, 422: ErrorOut})
def place_drawing(request: HttpRequest, site_id: int, drawing_id: int, payload: DrawingPlaceIn) -> PageDrawing:
    """Move or scale a drawing."""
    drawing = get_object_or_404(PageDrawing, pk=drawing_id, site_id=site_id)
    drawing.width, drawing.x, drawing.y, drawing.scale = payload.width, payload.x, payload.y, payload.scale
    drawing.save(update_fields=["width", "x", "y", "scale"])
    return drawing


@router.delete("/{site_id}/drawings/{drawing_id}", response={204: None, 404: ErrorOut})
def remove_drawing(request: HttpRequest, site_id: int, drawing_id: int) -> tuple[int, None]:
    """Remove a drawing."""
    get_object_or_404(PageDrawing, pk=drawing_id, site_id=site_id).delete()
    return 204, None


@router.get("/{site_id}/drawings/{drawing_id}/picture", response={200: None, 404: ErrorOut})
def drawing_picture(request: HttpRequest, site_id: int, drawing_id: int) -> HttpResponse:
    """A drawing as it was taken in; nothing in it runs or loads anything."""
    drawing = get_object_or_404(PageDrawing, pk=drawing_id, site_id=site_id)
    return HttpResponse(bytes(drawing.content), content_type=drawing.media_type, headers={"Content-Security-Policy": POLICY, "Cache-Control": "private, max-age=86400"})


@router.get("/{site_id}/drawings/{drawing_id}/edges", response={200: list[DrawnEdgeOut], 404: ErrorOut, 422: ErrorOut})
def drawing_edges(request: HttpRequest, site_id: int, drawing_id: int) -> list[dict[str, Any]]:
    """The straight edges that are drawn in it; none in an SVG, which is not drawn here."""
    get_object_or_404(PageDrawing.objects.defer("content"), pk=drawing_id, site_id=site_id)
    return found_edges(request, site_id=site_id, drawing_id=drawing_id)


@apart(20.0, SLOW)
def found_edges(request: HttpRequest, site_id: int, drawing_id: int) -> list[dict[str, Any]]:
    """The edges of a drawing, found apart: pictures are hostile."""
    drawing = PageDrawing.objects.get(pk=drawing_id, site_id=site_id)
    if drawing.media_type == SVG:
        return []
    return [asdict(one) for one in drawn_edges(read_picture(bytes(drawing.content), drawing.name))]


@router.post("/{site_id}/colours/nearest", response={200: ColourOut | None, 404: ErrorOut, 422: ErrorOut})
@apart(MEASURING, SLOW)
def name_colour(request: HttpRequest, site_id: int, payload: ColourIn) -> dict[str, Any] | None:
    """The colour of the page's sheets that is nearest to one that was taken from a picture."""
    page, lock = page_of(Site.objects.get(pk=site_id), payload.page, payload.drafts)
    with lock:
        found = nearest_colour(page, payload.colour)
    return asdict(found) if found is not None else None


@router.post("/{site_id}/colours", response={204: None, 404: ErrorOut, 422: ErrorOut})
def keep_colour(request: HttpRequest, site_id: int, payload: KeepColourIn) -> tuple[int, None]:
    """Keep a colour as a custom property of a sheet, at the root."""
    site = get_object_or_404(Site, pk=site_id)
    file = get_object_or_404(SiteFile, site=site, path=payload.file)
    if not payload.file.endswith(".css"):
        raise Refused("A colour is kept in a sheet.")
    before = bytes(file.content)
    text = decoded(before)
    if text is None:
        raise Refused(f"{payload.file} is not UTF-8.")
    save_file(site, payload.file, encoded(with_colour(text, payload.name, payload.colour), before), file.revision)
    return 204, None


@router.post("/{site_id}/distances/kept", response={200: list[DistanceOut], 404: ErrorOut, 422: ErrorOut})
@apart(MEASURING, SLOW)
def measure_distances(request: HttpRequest, site_id: int, payload: DistancesIn) -> list[dict[str, Any]]:
    """Each distance that is kept of a page, as it is built now."""
    page, lock = page_of(Site.objects.get(pk=site_id), payload.page, payload.drafts)
    with lock:
        return [_measured(page, payload.height, one) for one in Distance.objects.filter(site_id=site_id, page=payload.page)]


def _measured(page: Page, height: int, kept: Distance) -> dict[str, Any]:
    told: dict[str, Any] = {
        "id": kept.pk, "width": kept.width, "is_across": kept.is_across, "name": "", "at_first": None, "at_second": None, "built": None,
        "drawn": kept.drawn, "off": None, "working": "", "blamed": None, "index": None, "goal": None, "error": "",
    }  # fmt: skip
    first, second = EdgeIn(**kept.first), EdgeIn(**kept.second)
    told["name"] = f"{_edge_name(page, first)} to {_edge_name(page, second)}"
    try:
        layout = page.layout(kept.width, height)
        if first.at is None and second.at is None:
            span = distance_between(page, layout, BoxEdge(first.index or 0, first.side), BoxEdge(second.index or 0, second.side))
            told.update(at_first=span.at_first, at_second=span.at_second, built=abs(span.distance), working=span.working, blamed=asdict(span.blamed) if span.blamed is not None else None)
            told["index"] = second.index
        else:
            at = [_at(page, layout, one) for one in (first, second)]
            told.update(at_first=at[0], at_second=at[1], built=abs(at[1] - at[0]))
    except InputError as error:
        told["error"] = str(error)
    if told["built"] is not None and kept.drawn is not None:
        told["off"] = round(told["built"] - kept.drawn, 2)
        told["goal"] = _goal(page, layout, second, kept, told)
    return told


def _goal(page: Page, layout: Layout, second: EdgeIn, kept: Distance, told: dict[str, Any]) -> dict[str, Any] | None:
    """Where the second edge's element would have to stand for the distance to be as drawn."""
    elements = page.document.elements
    rect = layout.rects.get(elements[second.index]) if second.index is not None and second.at is None and 0 <= second.index < len(elements) else None
    if rect is None or not told["off"]:
        return None
    away = 1 if told["at_second"] >= told["at_first"] else -1
    return {"kind": "x" if kept.is_across else "y", "amount": round((rect.x if kept.is_across else rect.y) - away * told["off"], 2)}


def _at(page: Page, layout: Layout, edge: EdgeIn) -> float:
    if edge.at is not None:
        return float(edge.at)
    own = BoxEdge(edge.index or 0, edge.side)
    return distance_between(page, layout, own, own).at_first


def _edge_name(page: Page, edge: EdgeIn) -> str:
    if edge.at is not None:
        return f"the line at {edge.at:g}"
    elements = page.document.elements
    known = edge.index is not None and 0 <= edge.index < len(elements)
    side = edge.side.replace("text-", "text's ")
    return f"{side} of {elements[edge.index or 0].name()}" if known else f"{side} of what is gone"


@router.post("/{site_id}/distances", response={204: None, 404: ErrorOut, 422: ErrorOut})
def keep_distance(request: HttpRequest, site_id: int, payload: DistanceIn) -> tuple[int, None]:
    """Keep a distance as a dimension line."""
    site = get_object_or_404(Site, pk=site_id)
    if Distance.objects.filter(site=site).count() >= MOST_DISTANCES:
        raise Refused(f"A site has {MOST_DISTANCES} distances at most. Remove one first.")
    sides = ("left", "right", "text-left", "text-right") if payload.is_across else ("top", "bottom", "text-top", "text-bottom")
    for edge in (payload.first, payload.second):
        if edge.at is None and (edge.index is None or edge.side not in sides):
            raise Refused("A distance is between two edges of one direction: left and right, or top and bottom.")
    Distance.objects.create(
        site=site, page=payload.page[:240], width=payload.width, is_across=payload.is_across,
        first=payload.first.dict(), second=payload.second.dict(), drawn=payload.drawn,
    )  # fmt: skip
    return 204, None


@router.delete("/{site_id}/distances/{distance_id}", response={204: None, 404: ErrorOut})
def drop_distance(request: HttpRequest, site_id: int, distance_id: int) -> tuple[int, None]:
    """Take a distance away."""
    get_object_or_404(Distance, pk=distance_id, site_id=site_id).delete()
    return 204, None
