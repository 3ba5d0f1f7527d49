"""Selectors that name one element of a page, as short as its own names allow."""

from __future__ import annotations

from .errors import InputError
from .markup import Element
from .page import Page


def own_selector(page: Page, element: Element) -> str:
    """A selector for exactly one element: its id, a class, its tag, or its place in its parent."""
    candidates = [f"#{element.id}"] if element.id else []
    candidates += [f".{name}" for name in element.attributes.get("class", "").split()]
    candidates.append(element.tag)
    for candidate in candidates:
        try:
            if page.select(candidate) == [element]:
                return candidate
        except InputError:
            continue
    parent = element.parent
    if parent is None or parent.index < 0:
        return element.tag
    return f"{own_selector(page, parent)} > {element.tag}:nth-child({element.sibling_index + 1})"
