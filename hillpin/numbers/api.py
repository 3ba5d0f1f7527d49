"""Numbers over HTTP: thin over core."""

from __future__ import annotations

from dataclasses import asdict

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from ..core.errors import InputError
from ..core.hill import hill_of
from ..core.markup.tree import Element
from ..core.notes import margin_notes, matched_elements
from ..core.page import Layout, Page
from ..core.rows import dimension_rows
from ..core.working.explain import QUANTITIES, explain
from ..sites.models import Site
from ..sites.schemas import ErrorOut
from .pages import hill_shelf, hills, page_of
from .schemas import (
    EdgeOut,
    ElementOut,
    HillIn,
    HillOut,
    HillPointOut,
    MissingOut,
    NoteOut,
    NumbersIn,
    NumbersOut,
    RowOut,
    RuleOut,
    UnmodelledOut,
    WorkingOut,
)

router = Router(tags=["numbers"])
MOST_MATCHED = 400


@router.post("/{site_id}/numbers", response={200: NumbersOut, 404: ErrorOut, 422: ErrorOut})
def numbers(request: HttpRequest, site_id: int, payload: NumbersIn) -> NumbersOut:
    """All numbers of a page at the walker: boxes, notes, rows and workings of the selected element."""
    site = get_object_or_404(Site, pk=site_id)
    page, lock = page_of(site, payload.page, payload.drafts)
    with lock:
        return numbers_of(page, payload)


def numbers_of(page: Page, payload: NumbersIn) -> NumbersOut:
    """The numbers of a page that is already read."""
    layout = page.layout(payload.width, payload.height, record=True)
    selected = selected_element(page, layout, payload.selected)
    workings = [explain(page, layout, selected, of) for of in QUANTITIES] if selected is not None else []
    rules = page.cascade.matches(selected).own if selected is not None else []
    return NumbersOut(
        width=payload.width,
        height=payload.height,
        scroll_width=layout.scroll_width,
        elements=[_element_out(element, layout) for element in page.document.elements],
        notes=[NoteOut(**asdict(note)) for note in margin_notes(page, layout, selected)],
        sheets=list(page.sheets.files),
        rules=_rules(page),
        selected=selected.index if selected is not None else None,
        rules_applied=sum(1 for match in rules if match.rule.origin == "author"),
        rows=[RowOut(**asdict(row)) for row in dimension_rows(layout, selected)] if selected is not None else [],
        workings=[WorkingOut(**asdict(working)) for working in workings],
        unmodelled=[UnmodelledOut(**asdict(item)) for item in layout.unmodelled],
        missing=[MissingOut(**{name: getattr(item, name) for name in ("address", "file", "line", "kind")}) for item in page.missing],
    )


def _rules(page: Page) -> list[RuleOut]:
    matched = matched_elements(page)
    return [
        RuleOut(file=rule.file, line=rule.line, elements=[e.index for e in matched.get(id(rule), []) if e.index >= 0][:MOST_MATCHED])
        for rule in page.sheets.rules
    ]


def selected_element(page: Page, layout: Layout, index: int | None) -> Element | None:
    """The element of an index; without one, the first in the main part that has a maximum width, or the first section."""
    elements = page.document.elements
    if index is not None and 0 <= index < len(elements):
        return elements[index]
    main = next((e for e in elements if e.tag == "main" and e in layout.fragments), None)
    for element in main.descendants() if main is not None else elements:
        found = layout.fragments.get(element)
        if found is not None and element.elements and found[0].box.style.max_width.is_definite_form:
            return element
    return next((e for e in elements if e.tag in ("section", "main") and e in layout.fragments), elements[0] if elements else None)


def _element_out(element: Element, layout: Layout) -> ElementOut:
    rect = layout.rects.get(element)
    parent = element.parent
    return ElementOut(
        index=element.index,
        parent=parent.index if parent is not None and parent.index >= 0 else None,
        name=element.name(),
        line=element.line,
        start=element.offset,
        tag_end=element.start_tag_end,
        end=element.end,
        rect=[rect.x, rect.y, rect.width, rect.height] if rect is not None else None,
        modelled=element not in layout.unmodelled_elements,
    )


@router.post("/{site_id}/hill", response={200: HillOut, 404: ErrorOut, 422: ErrorOut})
def hill(request: HttpRequest, site_id: int, payload: HillIn) -> HillOut:
    """The width of one box at every viewport width of a range."""
    site = get_object_or_404(Site, pk=site_id)
    if payload.end <= payload.start:
        raise InputError("The range of widths is empty.")
    is_old = hills.begin((site_id, payload.page))
    page, lock = page_of(site, payload.page, payload.drafts, hill_shelf)
    with lock:
        if is_old():
            raise InputError("A newer hill was asked for.")
        element = selected_element(page, page.layout(payload.start, payload.height), payload.selected)
        if element is None:
            raise InputError(f"{payload.page} has no body.")
        found = hill_of(page, element, payload.start, payload.end, payload.height, is_old)
        if is_old():
            raise InputError("A newer hill was asked for.")
    return HillOut(
        index=found.index, name=found.name, modelled=found.modelled,
        points=[HillPointOut(**asdict(point)) for point in found.points],
        edges=[EdgeOut(**asdict(edge)) for edge in found.edges],
    )  # fmt: skip
