"""The element tree of a page, with the source position of every tag."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any, Literal

Mode = Literal["no-quirks", "limited-quirks", "quirks"]


VOID = frozenset(["area", "base", "br", "col", "embed", "hr", "img", "input", "link", "meta", "param", "source", "track", "wbr", "basefont", "bgsound", "frame", "keygen"])
"""Elements that a start tag is all of (HTML 13.1.2)."""


@dataclass(slots=True)
class Text:
    """A run of character data. ``offset`` is where it starts in the source, in characters."""

    data: str
    parent: Element
    offset: int | None


@dataclass(slots=True, eq=False)
class Element:
    """An element of the tree.

    Positions are character offsets into the source (lines count from 1); an element that the parser
    supplied (an implied ``tbody``) has none.
    """

    tag: str
    attributes: dict[str, str]
    parent: Element | None
    namespace: str = "html"
    children: list[Element | Text] = field(default_factory=list)
    offset: int | None = None
    line: int | None = None
    start_tag_end: int | None = None
    end_tag_start: int | None = None
    end: int | None = None
    index: int = -1
    """Place in ``document.querySelectorAll('body, body *')``, or -1 outside the body."""
    classes: frozenset[str] = frozenset()
    elements: list[Element] = field(default_factory=list)
    """The child elements, without text."""
    sibling_index: int = 0
    depth: int = 0

    @property
    def id(self) -> str | None:
        """The id attribute."""
        return self.attributes.get("id")

    def ancestors(self) -> Iterator[Element]:
        """The parent, its parent, up to the root."""
        node = self.parent
        while node is not None:
            yield node
            node = node.parent

    def descendants(self) -> Iterator[Element]:
        """All elements inside, in document order."""
        stack = list(reversed(self.elements))
        while stack:
            node = stack.pop()
            yield node
            stack.extend(reversed(node.elements))

    def text(self) -> str:
        """All character data inside, joined."""
        pieces: list[str] = []
        stack: list[Element | Text] = list(reversed(self.children))
        while stack:
            node = stack.pop()
            if isinstance(node, Text):
                pieces.append(node.data)
            else:
                stack.extend(reversed(node.children))
        return "".join(pieces)

    def name(self) -> str:
        """How a person would call the element: ``section.fares``, ``ul#nav`` or ``p``."""
        if self.id and not any(c.isspace() for c in self.id):
            return f"{self.tag}#{self.id}"
        first = next(iter(self.attributes.get("class", "").split()), None)
        return f"{self.tag}.{first}" if first else self.tag


@dataclass(slots=True, frozen=True)
class LeftOut:
    """The end of a page that is too large: all that comes, in document order, behind the last element that is read."""

    tags: int
    """How many start tags it has: about as many elements."""
    parent: Element
    """The element that its beginning stands in."""
    offset: int
    line: int
    """Where it begins in the source."""


@dataclass(slots=True, eq=False)
class Document:
    """A parsed page."""

    source: str
    root: Element
    head: Element | None
    body: Element | None
    elements: list[Element]
    """``body`` and all elements in it, in document order: ``elements[i].index == i``."""
    mode: Mode
    """What the doctype, or its lack, puts the page in."""
    left_out: LeftOut | None
    """What is not read of a page that has more elements than are read."""
    standing: list[dict[str, Any]] | None = None
    """What is told of its elements that no edit of styles changes: kept by who tells it."""

    @property
    def quirks(self) -> bool:
        """Whether the page is in quirks mode, with all its quirks."""
        return self.mode == "quirks"
