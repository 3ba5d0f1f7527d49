"""Expectations that could be kept of what is on screen: true of an element at a width, ready to be changed."""

from __future__ import annotations

import math

from ..errors import InputError
from ..layout import Kind, Rect
from ..markup import Element
from ..naming import own_selector
from ..page import Page, lines_of

RUNNING_TEXT = 90
"""Characters from which on a text has a measure worth keeping."""


def suggested(page: Page, index: int, width: int, height: int) -> list[str]:
    """Sentences about an element that hold at a viewport, the likeliest first. Raises InputError where there is no such element."""
    if not 0 <= index < len(page.document.elements):
        raise InputError("This page has no such element.")
    element = page.document.elements[index]
    layout = page.layout(width, height)
    rect, name = layout.rects.get(element), own_selector(page, element)
    said = [f"no sideways scroll from {width} up"] if layout.scroll_width <= width else []
    if rect is None:
        return [f"{name} not shown from {width}", *said]
    box = layout.box_of(element)
    lines = lines_of(layout, element)
    told = []
    across = _across(layout.rects, element)
    if box is not None and box.kind in (Kind.FLEX, Kind.GRID, Kind.BLOCK) and across > 1:
        told.append(f"{name} {across} across from {width}")
    if 0 < lines <= 4 and not element.elements:
        told.append(f"{name} at most {lines} {'line' if lines == 1 else 'lines'} from {width}")
    siblings = [one for one in (element.parent.elements if element.parent is not None else []) if one.tag == element.tag and one.classes == element.classes]
    if len(siblings) > 1 and element.classes:
        heights = {round(layout.rects[one].height, 2) for one in siblings if one in layout.rects}
        if len(heights) == 1:
            told.append(f"{element.tag}.{'.'.join(element.classes)} all equally high from {width}")
    if rect.y + rect.height <= height:
        told.append(f"nothing of {name} outside the first screen at {width} × {height}")
    told.append(f"{name} not taller than {math.ceil(rect.height)} from {width}")
    if element.tag in ("a", "button", "input", "select") and rect.height >= 24:
        told.append(f"{name} at least {min(int(rect.height), 44)} high")
    if len(" ".join(element.text().split())) >= RUNNING_TEXT and not element.elements:
        told.append(f"text of {name} 45 to 75 characters from {width}")
    return [*told, *said]


def _across(rects: dict[Element, Rect], element: Element) -> int:
    """How many children stand in the first row."""
    shown = [rects[one] for one in element.elements if one in rects]
    if not shown:
        return 0
    top = min(one.y for one in shown)
    first = [one for one in shown if abs(one.y - top) < 1]
    return len(first)
