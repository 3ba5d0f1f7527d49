"""The element that a page is shown with at first: one whose width is worth a look."""

from __future__ import annotations

from ..layout import Box
from ..markup import Element
from ..page import Page


def first_to_select(page: Page, width: int, height: int) -> Element | None:
    """The first element in the main part that has a maximum width and elements in it, or the first section; of those that
    make boxes at a viewport in CSS px. None for a page without a body."""
    elements = page.document.elements
    boxes: dict[Element, Box] = {}
    for box in page.restyle_at(width, height)[0].root.walk():
        if box.element is not None and box.pseudo is None:
            boxes.setdefault(box.element, box)
    main = next((e for e in elements if e.tag == "main" and e in boxes), None)
    for element in main.descendants() if main is not None else elements:
        own = boxes.get(element)
        if own is not None and element.elements and own.style.max_width.is_definite_form:
            return element
    return next((e for e in elements if e.tag in ("section", "main") and e in boxes), elements[0] if elements else None)


__all__ = ["first_to_select"]
