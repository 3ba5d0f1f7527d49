"""The sections of a page, read from its markup: what frames of a line-up can all stand at."""

from __future__ import annotations

from dataclasses import dataclass

from ..markup import Document, Element

_PARTED = frozenset({"section", "article", "header", "footer", "nav", "aside", "main", "form", "fieldset"})
_NO_SECTIONS = frozenset({"script", "style", "template", "link", "meta", "noscript", "a", "span", "br", "img"})
MOST = 200


@dataclass(frozen=True, slots=True)
class PageSection:
    """A section: its element, what it is called, and the words of its heading."""

    index: int
    name: str
    heading: str


def sections_of(document: Document) -> list[PageSection]:
    """The sections of a page in document order: what stands in the body, and instead of ``main`` or of a box that only wraps
    others, what stands in those."""
    body = document.elements[0] if document.elements else None
    if body is None:
        return []
    found = [one for child in body.elements for one in _parts(child)]
    return [PageSection(one.index, one.name(), _heading(one)) for one in found[:MOST]]


def _parts(element: Element) -> list[Element]:
    """An element as sections: itself, or its parts where it only holds them."""
    if element.tag in _NO_SECTIONS or element.index < 0:
        return []
    inside = [one for one in element.elements if one.tag not in _NO_SECTIONS]
    parted = [one for one in inside if one.tag in _PARTED]
    if element.tag == "main" or (element.tag == "div" and len(parted) > 1):
        return [part for one in inside for part in _parts(one)] or [element]
    return [element]


def _heading(element: Element) -> str:
    for one in (element, *element.descendants()):
        if one.tag in ("h1", "h2", "h3", "h4", "h5", "h6"):
            words = " ".join(one.text().split())
            return words if len(words) <= 60 else f"{words[:59].rstrip()}…"
    return ""
