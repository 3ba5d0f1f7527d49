"""Numbers over HTTP: thin over core."""

from __future__ import annotations

from typing import Any

import orjson
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from ..computing import SLOW, apart, stop_asked
from ..core.errors import InputError
from ..core.markup import Document, Element
from ..core.page import Page
from ..core.writing import QUANTITIES, Hill, browser_faces, dimension_rows, explain, first_to_select, hill_of, margin_notes, pseudo_of
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from .browser_fonts import browser_fonts
from .pages import hill_shelf, hills, page_of
from .schemas import (
    FontsIn,
    FontsOut,
    HillIn,
    HillOut,
    NumbersIn,
    NumbersOut,
)

router = Router(tags=["numbers"])
KEYSTROKE, LONGEST_HILL = 2.0, 20.0
"""Seconds of computing after which numbers, and a hill, are given up."""
MOST_MATCHED = 400


@router.post("/{site_id}/numbers", response={200: NumbersOut, 404: ErrorOut, 422: ErrorOut})
def numbers(request: HttpRequest, site_id: int, payload: NumbersIn) -> HttpResponse:
    """All numbers of a page at the walker: boxes, notes, rows and workings of the selected element.

    The answer is written straight from core's numbers: typing asks for it at every keystroke, and checking each
    of its thousands of values against the schema took longer than computing them. A test holds it to the schema.
    """
    return HttpResponse(_numbers(request, site_id=site_id, payload=payload), content_type="application/json")


@apart(KEYSTROKE)
def _numbers(request: HttpRequest, site_id: int, payload: NumbersIn) -> bytes:
    page, lock = page_of(get_object_or_404(Site, pk=site_id), payload.page, payload.drafts)
    with lock:
        return orjson.dumps(numbers_of(page, payload))


def numbers_of(page: Page, payload: NumbersIn) -> dict[str, Any]:
    """The numbers of a page that is already read, as ``NumbersOut`` has them."""
    elements = page.document.elements
    selected = selected_element(page, payload.selected, payload.width, payload.height)
    layout = page.layout(payload.width, payload.height, record=selected is not None, about=selected)
    generated = [(name, layout.generated[selected, name].rect) for name in ("before", "after") if (selected, name) in layout.generated] if selected is not None else []
    pseudo = payload.pseudo if payload.pseudo in [name for name, _ in generated] else ""
    workings = [explain(page, layout, selected, of, pseudo) for of in QUANTITIES] if selected is not None else []
    matches = page.cascade.matches(selected) if selected is not None else None
    applied = [] if matches is None else matches.pseudo.get(pseudo, []) if pseudo else matches.own
    faces = browser_faces(page.fonts, layout.tree.texts)
    return {
        "width": payload.width,
        "height": payload.height,
        "scroll_width": layout.scroll_width,
        "elements": _standing(page.document),
        "rects": [[rect.x, rect.y, rect.width, rect.height] if rect is not None else None for rect in map(layout.rects.get, elements)],
        "not_modelled": [element.index for element in elements if element in layout.unmodelled_elements],
        "notes": margin_notes(page, layout, selected),
        "sheets": list(page.sheets.files),
        "rules": _rules(page),
        "selected": selected.index if selected is not None else None,
        "pseudo": pseudo,
        "generated": [{"pseudo": name, "rect": [rect.x, rect.y, rect.width, rect.height]} for name, rect in generated],
        "rules_applied": sum(1 for match in applied if match.rule.origin == "author"),
        "rows": dimension_rows(layout, selected) if selected is not None else [],
        "workings": workings,
        "unmodelled": layout.unmodelled,
        "missing": page.missing,
        "fonts_wanted": faces.wanted,
        "fonts_measured": faces.families,
    }


@router.post("/{site_id}/fonts", response={200: FontsOut, 404: ErrorOut, 422: ErrorOut})
def take_fonts(request: HttpRequest, site_id: int, payload: FontsIn) -> FontsOut:
    """Take in what the browser measured of faces that this machine does not have: later numbers are laid out with them."""
    return FontsOut(fonts=browser_fonts.take(get_object_or_404(Site, pk=site_id), payload.faces))


def _rules(page: Page) -> list[dict[str, Any]]:
    matched = page.cascade.elements_by_rule()
    return [
        {"file": rule.file, "line": rule.line, "pseudo": pseudo_of(rule) or "", "elements": [element.index for element in matched.get(id(rule), [])[:MOST_MATCHED] if element.index >= 0]}
        for rule in page.sheets.rules
    ]


def _standing(document: Document) -> list[dict[str, Any]]:
    """What an edit of styles does not change of each element; worked out once for a document."""
    known = document.standing
    if known is None:
        known = document.standing = [
            {
                "index": element.index,
                "parent": element.parent.index if element.parent is not None and element.parent.index >= 0 else None,
                "name": element.name(),
                "line": element.line,
                "start": element.offset,
                "tag_end": element.start_tag_end,
                "end": element.end,
            }
            for element in document.elements
        ]
    return known


def selected_element(page: Page, index: int | None, width: int, height: int) -> Element | None:
    """The element of an index; without one, that which the page is shown with at first."""
    elements = page.document.elements
    if index is not None and 0 <= index < len(elements):
        return elements[index]
    return first_to_select(page, width, height)


@router.post("/{site_id}/hill", response={200: HillOut, 404: ErrorOut, 422: ErrorOut})
def hill(request: HttpRequest, site_id: int, payload: HillIn) -> HttpResponse:
    """The width of one box at every viewport width of a range."""
    return HttpResponse(latest_hill(request, site_id=site_id, payload=payload), content_type="application/json")


@apart(LONGEST_HILL, SLOW, only_newest=True)
def latest_hill(request: HttpRequest | None, site_id: int, payload: HillIn, order: int = 0) -> bytes:
    """The hill that is asked for, as JSON; ``order`` is its place among all questions. Raises InputError where a newer one of the page was asked for meanwhile."""
    return orjson.dumps(_hill(get_object_or_404(Site, pk=site_id), payload))


def _hill(site: Site, payload: HillIn) -> Hill:
    if payload.end <= payload.start:
        raise InputError("The range of widths is empty.")
    is_newer = hills.begin((site.pk, payload.page))

    def is_old() -> bool:
        return is_newer() or stop_asked()

    page, lock = page_of(site, payload.page, payload.drafts, hill_shelf)
    with lock:
        if is_old():
            raise InputError("A newer hill was asked for.")
        element = selected_element(page, payload.selected, payload.start, payload.height)
        if element is None:
            raise InputError(f"{payload.page} has no body.")
        found = hill_of(page, element, payload.start, payload.end, payload.height, is_old)
        if is_old():
            raise InputError("A newer hill was asked for.")
    return found
