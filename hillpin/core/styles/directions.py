"""Which way text runs: what ``dir`` attributes say, and which sides logical properties mean (css-logical-1 §4, HTML 3.2.6.4)."""

from __future__ import annotations

import unicodedata
from collections.abc import Iterator
from typing import Any

from ..markup.tree import Element, Text

_SKIPPED = frozenset(["bdi", "script", "style", "textarea"])
"""Elements whose text does not decide for ``dir=auto``."""
_STRONG = {"L": "ltr", "R": "rtl", "AL": "rtl"}


def mirrored_name(name: str) -> str:
    """The name of a longhand with left for right."""
    if "left" in name:
        return name.replace("left", "right")
    return name.replace("right", "left")


def direction_of(element: Element) -> str | None:
    """What the ``dir`` attribute of an element says, or ``bdi`` by itself: ``ltr``, ``rtl``, or None."""
    word = element.attributes.get("dir", "").strip().lower()
    if word in ("ltr", "rtl"):
        return word
    if word == "auto" or element.tag == "bdi":
        return first_strong(element) or "ltr"
    return None


def first_strong(element: Element) -> str | None:
    """The direction of the first letter that has one in an element (UAX #9, P2)."""
    for text in _texts(element):
        for character in text:
            found = _STRONG.get(unicodedata.bidirectional(character))
            if found is not None:
                return found
    return None


def _texts(element: Element) -> Iterator[str]:
    for child in element.children:
        if isinstance(child, Text):
            yield child.data
        elif child.tag not in _SKIPPED and "dir" not in child.attributes:
            yield from _texts(child)


def direction_hints(element: Element) -> dict[str, Any]:
    """What a ``dir`` attribute sets (HTML 15.3.6): the direction, and that the inside is a text of its own."""
    found = direction_of(element)
    if found is None:
        return {}
    return {"direction": found, "unicode-bidi": "isolate-override" if element.tag == "bdo" else "isolate"}


def physical_side(word: str, direction: str) -> str:
    """The side that a value of ``float``, ``clear`` or ``text-align`` means where text runs in a direction."""
    sides = ("left", "right") if direction == "ltr" else ("right", "left")
    if word in ("inline-start", "start"):
        return sides[0]
    return sides[1] if word in ("inline-end", "end") else word
