"""A text's size, line height, measure and lines at many widths, each by laying out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..errors import InputError
from ..layout import INLINE
from ..markup import Element
from ..page import Page
from ..styles import line_height_px


@dataclass(frozen=True, slots=True)
class TextAt:
    """A text at one viewport width. ``size`` and ``line_height`` are CSS px; ``measure`` is how many figures 0 fit on a line, None where
    the element is no block; ``lines`` how many there are, None where none stand directly in it."""

    width: int
    size: float
    line_height: float
    measure: float | None
    lines: int | None


def text_over(page: Page, element: Element, widths: Sequence[int], height: int) -> list[TextAt]:
    """A text at some widths; those at which it has no box are left out. Raises InputError where it has one at none."""
    found: list[TextAt] = []
    for width in widths:
        layout = page.layout(width, height)
        style, held = layout.tree.styles.get(element), layout.fragments.get(element)
        if style is None or element not in layout.rects:
            continue
        measure = lines = None
        if held is not None and held[0].box.kind != INLINE:
            fragment = held[0]
            measure = max(fragment.width - fragment.edges().inline, 0) / 64 / max(page.fonts.zero_advance(style), 0.01)
            lines = fragment.lines or None
        found.append(TextAt(width, float(style.font_size), float(line_height_px(style, page.fonts)), measure, lines))
    if not found:
        raise InputError(f"{element.name()} makes no box at any of these widths.")
    return found
