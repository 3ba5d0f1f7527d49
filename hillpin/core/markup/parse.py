"""HTML text to element tree: the WHATWG algorithm (by ``justhtml``), with depth and count bounded.

Deeper nesting than ``DEEPEST`` is flattened as Chromium's parser does, so that a page cannot exhaust
the stack.
"""

from __future__ import annotations

from typing import Any

from justhtml import JustHTML

from ..errors import LimitError
from .passed_over import without_stray_declarations
from .tree import Document, Element, Text

DEEPEST = 512
"""Deepest nesting kept; the browser's parser has the same bound."""

MOST_ELEMENTS = 40_000
"""Elements read of one page at most."""

LARGEST_SOURCE = 4 * 1024 * 1024
"""Characters of one page's source at most."""


def parse_html(source: str) -> Document:
    """Parse a page by the HTML standard's algorithm, error recovery included.

    Raises LimitError where the source is over ``LARGEST_SOURCE`` characters.
    """
    if len(source) > LARGEST_SOURCE:
        raise LimitError(f"The page has {len(source):,} characters; {LARGEST_SOURCE:,} are the most that is read.")
    source = source.replace("\r\n", "\n").replace("\r", "\n")
    parsed = JustHTML(without_stray_declarations(source), sanitize=False, track_node_locations=True)
    return _Builder(source).build(parsed.root)


class _Builder:
    """Copies the parser's nodes into our own, in document order, without recursion."""

    def __init__(self, source: str) -> None:
        self.source = source
        self.count = 0
        self.truncated = False

    def build(self, document: Any) -> Document:
        root_node = next(node for node in document.children if node.name == "html")
        doctype = next((node for node in document.children if node.name == "!doctype"), None)
        root = self._element(root_node, None)
        stack: list[tuple[Any, Element]] = [(root_node, root)]
        while stack:
            node, element = stack.pop()
            later: list[tuple[Any, Element]] = []
            for child in node.children or ():
                self._copy(child, element, later)
            stack.extend(reversed(later))
        _number_siblings(root)
        body = next((e for e in root.elements if e.tag in ("body", "frameset")), None)
        head = next((e for e in root.elements if e.tag == "head"), None)
        elements = [body, *body.descendants()] if body else []
        for index, element in enumerate(elements):
            element.index = index
        return Document(self.source, root, head, body, elements, _is_quirky(doctype), self.truncated)

    def _copy(self, child: Any, parent: Element, later: list[tuple[Any, Element]]) -> None:
        if child.name == "#text":
            parent.children.append(Text(child.data or "", parent, child.origin_offset))
            return
        if child.name.startswith(("#", "!")):
            return
        if self.count >= MOST_ELEMENTS:
            self.truncated = True
            return
        while parent.depth >= DEEPEST and parent.parent is not None:
            parent = parent.parent
        element = self._element(child, parent)
        parent.children.append(element)
        later.append((child, element))

    def _element(self, node: Any, parent: Element | None) -> Element:
        self.count += 1
        attributes = {name: value or "" for name, value in (node.attrs or {}).items()}
        element = Element(
            tag=node.name,
            attributes=attributes,
            parent=parent,
            namespace=node.namespace or "html",
            offset=node.origin_offset,
            line=node.origin_line,
            start_tag_end=node._start_tag_end,
            end_tag_start=node._end_tag_start,
            depth=parent.depth + 1 if parent else 0,
        )
        if "class" in attributes:
            element.classes = frozenset(attributes["class"].split())
        if element.end_tag_start is not None:
            close = self.source.find(">", element.end_tag_start)
            element.end = close + 1 if close >= 0 else len(self.source)
        return element


def _number_siblings(root: Element) -> None:
    stack = [root]
    while stack:
        element = stack.pop()
        element.elements = [child for child in element.children if isinstance(child, Element)]
        for index, child in enumerate(element.elements):
            child.sibling_index = index
        stack.extend(element.elements)


def _is_quirky(doctype: Any) -> bool:
    """Whether the doctype puts the page in quirks mode (HTML 13.2.6.4.1, the common cases)."""
    if doctype is None:
        return True
    data = doctype.data
    name = (getattr(data, "name", "") or "").lower()
    public = (getattr(data, "public_id", None) or "").lower()
    if name != "html":
        return True
    return public.startswith(("-//w3c//dtd html 3", "-//w3c//dtd html 4.0 transitional", "-//ietf//", "-//w3o//"))
