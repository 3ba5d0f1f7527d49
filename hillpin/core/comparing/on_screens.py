"""One box on one screen, in numbers."""

from __future__ import annotations

from dataclasses import dataclass

from ..expectations import lines_of
from ..page import Page


@dataclass(frozen=True, slots=True)
class OnScreen:
    """An element's rectangle in CSS px of the page and its lines of text, None where it has no box; and how wide the page can be
    scrolled."""

    x: float | None
    y: float | None
    width: float | None
    height: float | None
    lines: int
    scroll_width: int
    modelled: bool


def on_screen(page: Page, index: int | None, width: int, height: int) -> OnScreen:
    """The numbers of an element at a viewport. Raises LimitError."""
    layout = page.layout(width, height)
    elements = page.document.elements
    if index is None or not 0 <= index < len(elements):
        return OnScreen(None, None, None, None, 0, layout.scroll_width, True)
    element = elements[index]
    rect, modelled = layout.rects.get(element), element not in layout.unmodelled_elements
    if rect is None:
        return OnScreen(None, None, None, None, 0, layout.scroll_width, modelled)
    return OnScreen(rect.x, rect.y, rect.width, rect.height, lines_of(layout, element), layout.scroll_width, modelled)
