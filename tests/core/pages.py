"""Small pages held in memory, for tests of core."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.layout import boxes
from hillpin.core.markup.tree import Element
from hillpin.core.page import BoxRecord, Layout, Page
from hillpin.core.writing.explanation import Explanation, explain

interpreted = unittest.skipIf(boxes.__file__.endswith(".so"), "Calls inside a compiled module are not counted.")
"""For tests that count calls."""
HEAD = "<!DOCTYPE html><html lang=en><title>t</title><style>body { margin: 0 } "


def page_of(css: str, body: str, **files: str | bytes) -> Page:
    """A page with styles in its head; further files by path (``__`` for a dot)."""
    named = {name.replace("__", "."): content for name, content in files.items()}
    return Page(MemoryFiles({"index.html": f"{HEAD}{css}</style><body>{body}</body></html>", **named}))


def only(page: Page, selector: str) -> Element:
    """The one element that a selector names."""
    (element,) = page.select(selector)
    return element


def box(page: Page, selector: str, width: int = 800, height: int = 600) -> BoxRecord:
    """The box of the one element that a selector names."""
    return page.boxes(width, height).boxes[only(page, selector).index]


def recorded(page: Page, width: int = 800) -> Layout:
    """A layout that keeps its steps."""
    return page.layout(width, record=True)


def working(page: Page, selector: str, width: int = 800, of: str = "width") -> Explanation:
    """The working of a number."""
    return explain(page, recorded(page, width), only(page, selector), of)


def sums(answer: Explanation) -> list[tuple[str, float]]:
    """Operations and amounts of a working, notes left out."""
    return [(step.operation, step.amount) for step in answer.steps if step.operation != "note"]


LINKED_HEAD = "<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=s.css><body>"


def linked(css: str, body: str) -> Page:
    """A page with one linked sheet."""
    return Page(MemoryFiles({"index.html": f"{LINKED_HEAD}{body}", "s.css": css}))
