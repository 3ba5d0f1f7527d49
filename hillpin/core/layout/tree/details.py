"""Details (HTML 15.5.5): a summary, and all else in a box of its own, which takes no room while they are closed."""

from __future__ import annotations

from collections.abc import Callable

from ...markup.tree import Element, Text
from ...styles.resolve import StyleResolver
from ...styles.style import ComputedStyle
from ..boxes import Box, Kind
from .settle import settle


def parts_of(element: Element) -> tuple[Element | None, list[Element | Text]]:
    """The summary of details, and what is behind it."""
    summary = next((child for child in element.children if not isinstance(child, Text) and child.tag == "summary"), None)
    return summary, [child for child in element.children if child is not summary]


def skip(box: Box, children: list[Box], resolver: StyleResolver) -> Box:
    """The box of what closed details hold: it has boxes that take no room (css-contain-2 §4)."""
    box.role = "skipped"
    box.style.contain = ("size", "layout", "paint")
    settle(box, children, resolver)
    return box


def own_summary(box: Box, is_closed: bool, marker: Callable[[ComputedStyle], list[Box]], resolver: StyleResolver) -> Box:
    """What the browser shows where details have no summary: a line with a word of its own (HTML 4.11.1)."""
    box.style.list_style_type = "disclosure-closed" if is_closed else "disclosure-open"
    settle(box, [*marker(box.style), Box(Kind.TEXT, box.style, None, text="Details", is_inline_level=True)], resolver)
    return box
