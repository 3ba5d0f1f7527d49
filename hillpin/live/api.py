"""Live addresses over HTTP: begun, widened, ended; who looks on, and where their boxes are not as computed."""

from __future__ import annotations

import io

import segno
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema

from ..computing import SLOW, apart
from ..core.errors import InputError
from ..numbers.pages import known_sites, page_of
from ..sites.errors import Refused
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from .running import Live, addresses, live_addresses
from .viewers import Rect, Viewer, kind_of

router = Router(tags=["live"])
OVER = 0.5
"""CSS px beyond which a box is said to be elsewhere."""
MOST_PARTINGS = 12
SECONDS = 10.0


class ViewerOut(Schema):
    """A device that looks on: its viewport in CSS px, its pixels to one of them, and the page it shows."""

    number: int
    kind: str
    page: str
    width: int
    height: int
    scrollbar: int
    density: float
    follows: bool
    told: int
    """How often it has told of itself: its boxes may be others since."""


class LiveOut(Schema):
    """A site's live address."""

    is_on: bool
    is_on_network: bool = False
    addresses: list[str] = []
    picture: str = ""
    """The last of the addresses as a QR code: the path of an SVG."""
    picture_size: int = 0
    viewers: list[ViewerOut] = []


class LiveIn(Schema):
    """Whether a site has a live address, and whether other machines of the network may look on."""

    on: bool
    network: bool = False


class PartingIn(Schema):
    """Boxes that a device measured on a page."""

    page: str
    width: int
    height: int
    rects: list[Rect | None]
    drafts: dict[str, str] = {}


class PartingOut(Schema):
    """A box that is elsewhere on a device than computed: x, y, width and height of both, in CSS px."""

    index: int
    name: str
    line: int | None
    device: Rect
    computed: Rect


class ComparedOut(Schema):
    """A device's boxes beside the computed ones."""

    compared: int
    apart: int
    partings: list[PartingOut]
    """The first of those apart, from the outermost."""
    why: str = ""
    """Why nothing was compared."""


def live_out(live: Live | None) -> LiveOut:
    """A live address as it is told."""
    if live is None:
        return LiveOut(is_on=False)
    known = addresses(live)
    code = segno.make(known[-1], error="m")
    out = io.BytesIO()
    code.save(out, kind="svg", xmldecl=False, svgns=False, border=0, omitsize=True)
    path = out.getvalue().decode().partition(' d="')[2].partition('"')[0]
    return LiveOut(is_on=True, is_on_network=live.is_on_network, addresses=known, picture=path, picture_size=code.symbol_size(border=0)[0], viewers=[viewer_out(one) for one in live.app.viewers.present() if one.report is not None])


def viewer_out(viewer: Viewer) -> ViewerOut:
    """A device as it is told."""
    report = viewer.report
    assert report is not None
    return ViewerOut(
        number=viewer.number, kind=kind_of(report.agent), page=report.page, width=report.width, height=report.height, scrollbar=report.scrollbar, density=report.density,
        follows=viewer.open > 0, told=viewer.told,
    )  # fmt: skip


@router.get("/{site_id}/live", response={200: LiveOut, 404: ErrorOut})
def read_live(request: HttpRequest, site_id: int) -> LiveOut:
    """The site's live address, and who looks on."""
    get_object_or_404(Site, pk=site_id)
    return live_out(live_addresses.of(site_id))


@router.put("/{site_id}/live", response={200: LiveOut, 404: ErrorOut, 422: ErrorOut})
def set_live(request: HttpRequest, site_id: int, payload: LiveIn) -> LiveOut:
    """Begin, widen or end the live address."""
    get_object_or_404(Site, pk=site_id)
    if payload.on:
        return live_out(live_addresses.begin(site_id, payload.network))
    live_addresses.end(site_id)
    return live_out(None)


@router.get("/{site_id}/live/{number}/compared", response={200: ComparedOut, 404: ErrorOut, 422: ErrorOut})
def compare(request: HttpRequest, site_id: int, number: int) -> ComparedOut:
    """Where a device's boxes are not as computed."""
    live = live_addresses.of(site_id)
    viewer = live.app.viewers.numbered(number) if live is not None else None
    if viewer is None or viewer.report is None:
        raise Refused("This device does not look on any more.", 404)
    told = viewer.report
    return compared(request, site_id=site_id, payload=PartingIn(page=told.page, width=told.width, height=told.height, rects=told.rects))


@apart(SECONDS, SLOW)
def compared(request: HttpRequest | None, site_id: int, payload: PartingIn) -> ComparedOut:
    """The boxes of a page at a viewport beside measured ones."""
    page, lock = page_of(known_sites.site(site_id), payload.page, {})
    elements = page.document.elements
    if not payload.rects:
        return ComparedOut(compared=0, apart=0, partings=[], why="The page there is still loading.")
    if len(elements) != len(payload.rects):
        return ComparedOut(compared=0, apart=0, partings=[], why="The page there has other elements than the source: it is older, or a script changed it.")
    with lock:
        try:
            layout = page.layout(payload.width, payload.height)
        except InputError as error:
            return ComparedOut(compared=0, apart=0, partings=[], why=str(error))
    partings, count, boxes = [], 0, 0
    for box, measured in zip(layout.boxes, payload.rects, strict=True):
        if box.none or not box.modelled or measured is None:
            continue
        boxes += 1
        own = (box.x, box.y, box.width, box.height)
        if max(abs(one - other) for one, other in zip(own, measured, strict=True)) > OVER:
            count += 1
            if len(partings) < MOST_PARTINGS:
                element = elements[box.index]
                partings.append(PartingOut(index=box.index, name=element.name(), line=element.line, device=measured, computed=own))
    return ComparedOut(compared=boxes, apart=count, partings=partings)
